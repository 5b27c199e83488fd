using AngleSharp.Html.Parser;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Tests;

/// <summary>The intake before anything is pasted: what it says of how a recipe is read is how one is read.</summary>
public sealed class EmptyIntakeTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task The_recipe_in_the_empty_field_is_read_beside_it()
    {
        var page = new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri("/intake", UriKind.Relative)));
        page.QuerySelector("#intake-text")!.GetAttribute("placeholder").ShouldBe(DemoRecipe.Small);
        page.QuerySelector("#intake-text")!.TextContent.ShouldBeEmpty("it is an example, nothing to be sent");
        var rows = page.QuerySelectorAll(".unread .irow");
        rows.Select(row => row.QuerySelector(".as")!.TextContent).ShouldBe(DemoRecipe.Small.Split('\n'));
        rows.Count(row => row.ClassList.Contains("ingredient")).ShouldBe(4);
        page.QuerySelectorAll(".ir").ShouldBeEmpty("nothing is read yet");
        page.QuerySelectorAll(".unread button, .unread [tabindex]").ShouldBeEmpty();
    }

    /// <summary>An example that is itself in doubt would be none.</summary>
    [Fact]
    public void The_example_is_in_no_doubt()
    {
        var report = Read(DemoRecipe.Small);
        report
            .Findings.Where(finding => finding.Severity != Severity.Note)
            .Select(finding => $"{finding.Code} {finding.Title} {finding.Detail}")
            .ShouldBeEmpty();
        report.Asides.Select(aside => aside.Kind).ShouldBe([AsideKind.Name, AsideKind.Heading, AsideKind.Heading]);
        report.Formula.Name.ShouldBe("Oar hand balm");
    }

    [Fact]
    public void A_line_may_say_what_it_is_told_it_may()
    {
        foreach (var notation in Notation.All)
        {
            foreach (var sample in notation.Samples)
                Holds(notation, sample).ShouldBeTrue($"{notation.Words}: {sample}");
        }
    }

    private static bool Holds(Notation notation, string sample)
    {
        if (notation == Notation.Heading || notation == Notation.Claim || notation == Notation.LeftOut)
        {
            var kind =
                notation == Notation.Heading ? AsideKind.Heading
                : notation == Notation.Claim ? AsideKind.Claim
                : AsideKind.Aside;
            return Read($"20 g beeswax\n{sample}\n80 g olive oil").Asides is [{ } aside] && aside.Kind == kind;
        }

        var line = Read($"{sample} shea butter\n20 g beeswax").Lines[0];
        return line.Ingredient == "shea-butter-refined"
            && (
                notation == Notation.Weighed ? line is { Weighed: true, Grams: > 0m }
                : notation == Notation.Volume ? line is { Weighed: false, Grams: > 0m, Unit: not null }
                : notation == Notation.Between ? line.AmountLow < line.AmountHigh
                : line.Unit is "percent" or "part" or "to-100"
            );
    }

    private static IntakeReport Read(string text) =>
        IntakeReader.Read(text, Catalogue.Shipped, EvaluationSettings.Default, new IntakeOptions());
}
