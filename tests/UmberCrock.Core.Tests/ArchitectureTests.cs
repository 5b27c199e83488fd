namespace UmberCrock.Core.Tests;

/// <summary>The core knows nobody.</summary>
public class ArchitectureTests
{
    [Fact]
    public void Core_refers_only_to_the_base_library()
        => typeof(Formulas.Formula).Assembly.GetReferencedAssemblies().Select(assembly => assembly.Name!)
            .Where(name => !name.StartsWith("System.", StringComparison.Ordinal) || name.Contains("Net.Http", StringComparison.Ordinal))
            .ShouldBeEmpty();
}
