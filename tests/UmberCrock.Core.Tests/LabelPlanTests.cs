using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Labels;

namespace UmberCrock.Core.Tests;

/// <summary>Choices for labels, sheets, and how long a product keeps by what it is made from.</summary>
public class LabelPlanTests
{
    private static readonly DateOnly Made = new(2026, 3, 23);

    /// <summary>Counted by hand: A4 is 210 by 297 mm (ISO 216), letter 215.9 by 279.4; 8 mm margins, 3 mm between.</summary>
    [Theory]
    [InlineData(SheetPaper.A4, "tube-wrap", 2, 5)]
    [InlineData(SheetPaper.A4, "round-38", 4, 6)]
    [InlineData(SheetPaper.A4, "round-50", 3, 5)]
    [InlineData(SheetPaper.A4, "jar-side", 1, 8)]
    [InlineData(SheetPaper.Letter, "tube-wrap", 2, 5)]
    [InlineData(SheetPaper.Letter, "tin-60", 3, 4)]
    public void So_many_labels_stand_on_a_sheet(SheetPaper paper, string layout, int columns, int rows) =>
        SheetPlan.Of(paper).Places(LabelSize.Parse(layout)).ShouldBe((columns, rows));

    [Fact]
    public void Every_place_stays_on_the_paper_and_off_the_others()
    {
        foreach (var size in LabelSize.All)
        {
            var sheet = SheetPlan.Of(SheetPaper.A4);
            var (columns, rows) = sheet.Places(size);
            var places = Enumerable.Range(0, columns * rows).Select(at => sheet.Place(at, size)).ToList();
            places.ShouldAllBe(
                place => place.Left >= 8 && place.Top >= 8 && place.Left + size.Width <= 202.0001 && place.Top + size.Height <= 289.0001,
                size.Key
            );
            places.Distinct().Count().ShouldBe(places.Count);
        }
    }

    [Theory]
    [InlineData("60x40", 60, 40, LabelFace.Wrap)]
    [InlineData("round-45", 45, 45, LabelFace.Lid)]
    [InlineData("base-62.5", 62.5, 62.5, LabelFace.Base)]
    public void Own_sizes_are_read(string word, double width, double height, LabelFace face)
    {
        var size = LabelSize.Parse(word);
        (size.Width, size.Height, size.Face).ShouldBe((width, height, face));
    }

    [Theory]
    [InlineData("")]
    [InlineData("60")]
    [InlineData("60x")]
    [InlineData("-60x40")]
    [InlineData("60x40x20")]
    [InlineData("14x40")]
    [InlineData("60x191")]
    [InlineData("round-0")]
    [InlineData("60\u0660x40")]
    public void What_is_no_size_is_refused(string word) => LabelSize.Read(word).Refusal.ShouldNotBeNull();

    [Fact]
    public void Choices_are_read_back_as_they_were_kept()
    {
        var plan = new LabelPlan
        {
            Region = Region.Us,
            Layout = "120x60",
            Lid = "round-45",
            PrintsLid = true,
            NetGrams = 12.5m,
            Batch = "B1",
            MadeOn = Made,
            Count = 7,
            WithCode = false,
            Sheet = new SheetPlan(SheetPaper.Letter, 9m, 2m, -1m, 0.5m),
        };
        LabelPlan.Parse(plan.ToText()).ShouldBe(plan);
        plan.Problems().ShouldBeEmpty();
        (plan with { Count = 0, NetGrams = 0m, Batch = new string('b', 41), Layout = "round-50", Lid = "60x40" })
            .Problems()
            .Select(problem => problem.Pointer)
            .ShouldBe(["/layout", "/lid", "/grams", "/batch", "/count"]);
    }

    /// <summary>Regulation (EC) 1223/2009 Article 19(1)(c), from memory: up to 30 months a date, else the period after opening. A lot that
    /// ends sooner decides; one that ended before is not used.</summary>
    [Fact]
    public void The_first_lot_to_end_decides_unless_the_blend_does()
    {
        var balm = Some.Formula(ProductForm.Balm, ("beeswax", 15m), ("sweet-almond-oil", null));
        var plain = DurabilityOf(balm, []);
        plain.BestBefore.ShouldNotBeNull();
        DurabilityOf(
            balm,
            [LotOf("beeswax", new(2026, 9, 30)), LotOf("sweet-almond-oil", new(2026, 12, 1)), LotOf("beeswax", new(2026, 3, 1))]
        )
            .BestBefore.ShouldBe(new DateOnly(2026, 9, 30));
        DurabilityOf(balm, [LotOf("beeswax", plain.BestBefore!.Value.AddDays(1))]).ShouldBe(plain);
        DurabilityOf(balm, [LotOf("shea-butter-refined", new(2026, 9, 30))]).ShouldBe(plain, "none of it is in it");
        var opened = LotOf("sweet-almond-oil", new(2027, 12, 1)) with { OpenedOn = new(2026, 1, 10) };
        DurabilityOf(balm, [opened])
            .BestBefore.ShouldBe(
                opened.EndsOn(Some.Catalogue.Find("sweet-almond-oil")!),
                "an opened lot ends sooner than is printed on it"
            );
        opened.EndsOn(Some.Catalogue.Find("sweet-almond-oil")!).ShouldNotBeNull().ShouldBeLessThan(new DateOnly(2027, 12, 1));
        Durability
            .Of(Resolved(balm), null, [LotOf("beeswax", new(2026, 9, 30))])!
            .BestBefore.ShouldBeNull("without a day of making there is no date");
    }

    [Fact]
    public void What_keeps_long_has_a_period_after_opening_until_a_lot_ends_within_the_30_months()
    {
        var balm = Some.Formula(ProductForm.Balm, ("beeswax", 20m), ("jojoba-oil", null));
        DurabilityOf(balm, []).OpenMonths.ShouldNotBeNull();
        DurabilityOf(balm, [LotOf("jojoba-oil", Made.AddMonths(31))]).OpenMonths.ShouldNotBeNull();
        DurabilityOf(balm, [LotOf("jojoba-oil", Made.AddMonths(29))]).BestBefore.ShouldBe(Made.AddMonths(29));
    }

    /// <summary>Two schools (common practice): the first to turn, or all by weight, which is later where the first to turn is a small
    /// part.</summary>
    [Fact]
    public void The_school_decides_which_life_counts()
    {
        var balm = Some.Formula(ProductForm.Balm, ("rosehip-oil", 5m), ("beeswax", 20m), ("sweet-almond-oil", null));
        var byWeight = Durability.Of(
            ResolvedFormula.Of(balm, Some.Catalogue, EvaluationSettings.Default with { BestBefore = BestBeforeSchool.Weighted }),
            Made,
            []
        )!;
        byWeight.Because.ToString().ShouldContain("by weight");
        byWeight.BestBefore!.Value.ShouldBeGreaterThan(DurabilityOf(balm, []).BestBefore!.Value);
    }

    [Fact]
    public void Every_text_says_why_it_stands_there_and_only_declarations_that_hold_are_printed()
    {
        var content = LabelContent.Of(
            Some.Formula(ProductForm.Balm, ("beeswax", 20m), ("jojoba-oil", 79.7m), ("lavender-oil", null)) with
            {
                Label = new(["Heals burns", "For cold mornings"], ["vegan", "nut-free"]),
            },
            new LabelDetails(30m, "B 7", Made, "The Boathouse\n\n Old Slipway 1 ", []),
            Some.Catalogue,
            EvaluationSettings.Default
        );
        content.Texts.ShouldAllBe(text => text.Because.ToString().Length > 0 && text.Source.Length > 0);
        content.Of(LabelPart.Claim).Select(text => text.Text).ShouldBe(["For cold mornings"]);
        content.Of(LabelPart.Declaration).Select(text => text.Text).ShouldBe(["Nut-free"]);
        content.Of(LabelPart.Address).Select(text => text.Text).ShouldBe(["The Boathouse", "Old Slipway 1"]);
        content.Of(LabelPart.Warning).Single(text => text.Sign == "patch").Because.ShouldBe("it holds lavender oil");
    }

    /// <summary>No path: a name of the list is a text as well; and no name of the catalogue is taken for a word about the sun.</summary>
    [Fact]
    public void Names_of_the_list_say_nothing_about_the_sun()
    {
        var names = string.Join(
            ", ",
            Some.Catalogue.Ingredients.SelectMany(row => row.Composition)
                .SelectMany(component => new[] { component.Inci.Eu, component.Inci.Us })
                .Distinct()
        );
        ClaimCheck
            .Of(names, Resolved(Some.Formula(ProductForm.Balm, ("beeswax", null))))
            .ShouldNotContain(problem => problem.Code == FindingCodes.ClaimSun);
        var sly = Some.Catalogue.Find("zinc-oxide")! with
        {
            Slug = "own:booster",
            Name = "Booster",
            Composition = [new(new InciName("SPF 30 Complex", "SPF 30 Complex"), 100m, 100m)],
        };
        var formula = Some.Formula(ProductForm.Balm, ("own:booster", 10m), ("beeswax", null));
        Should
            .Throw<DocumentException>(() =>
                LabelContent.Of(formula, LabelDetails.None, Some.Catalogue.With([sly], []), EvaluationSettings.Default)
            )
            .Message.ShouldContain("spf");
    }

    [Fact]
    public void The_demo_labels_are_of_demo_formulas_and_hold_together()
    {
        foreach (var label in DemoLabel.Read(Made))
        {
            DemoFormulas.Read().ShouldContain(formula => formula.Name == label.Formula);
            label.Plan.Problems().ShouldBeEmpty(label.Formula);
        }
    }

    private static Durability DurabilityOf(Formula formula, System.Collections.Immutable.ImmutableArray<Lot> lots) =>
        Durability.Of(Resolved(formula), Made, lots)!;

    private static ResolvedFormula Resolved(Formula formula) => ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default);

    private static Lot LotOf(string ingredient, DateOnly useBy) => new(0, ingredient, "", "", null, 100m, 50m, null, null, useBy, "");

    /// <summary>Tisserand and Young, Essential Oil Safety (2014), from memory: skin with expressed citrus on it is kept out of the sun for
    /// twelve hours, even within the limit; a distilled oil, one that is washed off or one under a sock needs no warning.</summary>
    [Theory]
    [InlineData("lemon-oil-expressed", Exposure.LeaveOn, Zone.Hands, true)]
    [InlineData("bergamot-oil", Exposure.LeaveOn, Zone.Face, true)]
    [InlineData("lemon-oil-distilled", Exposure.LeaveOn, Zone.Hands, false)]
    [InlineData("lemon-oil-expressed", Exposure.RinseOff, Zone.Hands, false)]
    [InlineData("lemon-oil-expressed", Exposure.LeaveOn, Zone.Feet, false)]
    public void Expressed_citrus_on_skin_asks_for_shade(string oil, Exposure exposure, Zone zone, bool asks)
    {
        var balm = Some.Lines(ProductForm.Balm, "beeswax 20", "jojoba-oil", $"{oil} 0.3") with { Exposure = exposure, Zone = zone };
        var warnings = LabelContent
            .Of(balm, LabelDetails.None, Some.Catalogue, EvaluationSettings.Default)
            .Of(LabelPart.Warning)
            .Where(text => text.Text.ToString().Contains("12 hours"))
            .ToList();
        warnings.Count.ShouldBe(asks ? 1 : 0);
        if (asks)
            warnings[0].Because.ToString().ShouldContain("burns skin in the sun");
    }
}
