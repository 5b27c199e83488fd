using System.Reflection;
using NetArchTest.Rules;

namespace UmberCrock.Core.Tests;

/// <summary>The core knows nobody, and each of its folders uses only those below it.</summary>
public class ArchitectureTests
{
    private const string Root = "UmberCrock.Core.";

    /// <summary>Libraries of general use that do no input or output of their own: tables in text, parsers.</summary>
    private static readonly string[] GeneralLibraries = ["CsvHelper", "Google.OrTools", "MathNet.Numerics", "Superpower"];

    /// <summary>The folders from the ground up, a floor a line.</summary>
    private static readonly string[] Folders =
    [
        "Units",
        "Documents",
        "Formulas",
        "Settings",
        "Materials",
        "Physics",
        "Findings",
        "Topics.Doses",
        "Topics.Preservation",
        "Topics.FreeFrom",
        "Topics.Texture",
        "Topics.Cooling",
        "Topics.Emulsions",
        "Topics.Making",
        "Topics.Suspension",
        "Topics.Keeping",
        "Topics.Method",
        "Topics.Labels",
        "Topics.Stability",
        "Evaluation",
        "Larder",
        "Intake",
        "Trials",
        "Printing",
        "Studies",
        "Learning",
        "Diagnosis",
        "Batches",
        "Demo",
        "Checking",
    ];

    private static readonly Assembly Core = typeof(Formulas.Formula).Assembly;

    public static TheoryData<string> Places => [.. Folders];

    [Theory]
    [MemberData(nameof(Places))]
    public void A_folder_uses_only_those_below_it(string folder) =>
        Types
            .InAssembly(Core)
            .That()
            .ResideInNamespace(Root + folder)
            .ShouldNot()
            .HaveDependencyOnAny([.. Folders[(Array.IndexOf(Folders, folder) + 1)..].Select(above => Root + above)])
            .GetResult()
            .FailingTypeNames.ShouldBeNull();

    [Fact]
    public void Every_folder_has_its_place() =>
        Core.GetTypes()
            .Select(type => type.Namespace)
            .OfType<string>()
            .Where(name => name.StartsWith(Root, StringComparison.Ordinal))
            .Select(name => name[Root.Length..])
            .Distinct()
            .ShouldBe(Folders, ignoreOrder: true);

    [Fact]
    public void Core_refers_only_to_the_base_library_and_general_ones() =>
        Core.GetReferencedAssemblies()
            .Select(assembly => assembly.Name!)
            .Where(name => !name.StartsWith("System.", StringComparison.Ordinal) || name.Contains("Net.Http", StringComparison.Ordinal))
            .Except(GeneralLibraries)
            .ShouldBeEmpty();
}
