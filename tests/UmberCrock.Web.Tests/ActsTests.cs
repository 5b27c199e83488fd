using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Tests;

namespace UmberCrock.Web.Tests;

/// <summary>The table of acts (docs/acts.md) has every act there is; that each can be done is tested in a browser.</summary>
public sealed class ActsTests
{
    private const int Does = 2;
    private const int Page = 3;

    private static IEnumerable<string[]> Rows =>
        File.ReadAllLines(Path.Combine(SourceTree.Root, "docs", "acts.md"))
            .Where(line => line.StartsWith("| ", StringComparison.Ordinal) && !line.StartsWith("| act ", StringComparison.Ordinal))
            .Select(line => line.Split('|').Select(cell => cell.Trim()).ToArray());

    /// <summary>What the code can do: acts of pages, kinds of edits, entries of a batch and of a study.</summary>
    private static IEnumerable<string> All =>
        Pages().Concat(Kinds(typeof(FormulaEdit))).Concat(Kinds(typeof(BatchEvent))).Concat(Kinds(typeof(StudyEvent)));

    [Fact]
    public void Every_act_has_a_row_and_every_row_an_act()
    {
        var told = Rows.SelectMany(row => row[Does].Split(' ', StringSplitOptions.RemoveEmptyEntries)).ToHashSet(StringComparer.Ordinal);
        All.Where(act => !told.Contains(act)).ShouldBeEmpty("no row tells how it is done by mouse, by key and by thumb");
        told.Except(All, StringComparer.Ordinal).ShouldBeEmpty("the table tells of what the code no longer does");
    }

    [Fact]
    public void A_row_names_a_page_with_three_ways_or_a_test()
    {
        var tests = SourceTree.Files("*.cs").Select(Path.GetFileNameWithoutExtension).ToHashSet(StringComparer.Ordinal);
        foreach (var row in Rows)
        {
            if (row[Page].StartsWith('/'))
                row.Skip(Page + 1).Take(3).ShouldAllBe(way => way.Length > 0, row[1]);
            else
                tests.ShouldContain(row[Page], row[1]);
        }
    }

    private static IEnumerable<string> Pages() =>
        typeof(Program)
            .Assembly.GetTypes()
            .Where(type => type.IsSubclassOf(typeof(PageModel)))
            .SelectMany(type =>
                type.GetMethods()
                    .Where(method => method.Name.StartsWith("OnPost", StringComparison.Ordinal))
                    .Select(method => method.Name["OnPost".Length..].Replace("Async", "", StringComparison.Ordinal))
                    .Select(act => $"{type.Name.Replace("Model", "", StringComparison.Ordinal)}.{(act.Length == 0 ? "Page" : act)}")
            );

    private static IEnumerable<string> Kinds(Type of) =>
        of.Assembly.GetTypes().Where(type => type.IsSubclassOf(of) && !type.IsAbstract).Select(type => type.Name);
}
