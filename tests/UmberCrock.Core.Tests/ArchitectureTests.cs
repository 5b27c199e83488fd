namespace UmberCrock.Core.Tests;

/// <summary>The core knows nobody.</summary>
public class ArchitectureTests
{
    /// <summary>Libraries of general use that do no input or output of their own: tables in text, parsers.</summary>
    private static readonly string[] GeneralLibraries = ["CsvHelper", "Google.OrTools", "Superpower"];

    [Fact]
    public void Core_refers_only_to_the_base_library_and_general_ones()
        => typeof(Formulas.Formula).Assembly.GetReferencedAssemblies().Select(assembly => assembly.Name!)
            .Where(name => !name.StartsWith("System.", StringComparison.Ordinal) || name.Contains("Net.Http", StringComparison.Ordinal))
            .Except(GeneralLibraries)
            .ShouldBeEmpty();
}
