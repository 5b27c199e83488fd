using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>What can stand in for a line.</summary>
public class SwapTests
{
    private static readonly Formula Balm = Some.Lines(
        ProductForm.Balm,
        "beeswax 15",
        "shea-butter-refined 20",
        "sweet-almond-oil",
        "tocopherol-mixed 0.5"
    );

    /// <summary>Ingredients that every kitchen has, of which anything may run out.</summary>
    private static readonly string[] Common =
    [
        "beeswax",
        "candelilla-wax",
        "carnauba-wax",
        "rice-bran-wax",
        "sunflower-wax",
        "berry-wax",
        "soy-wax",
        "shea-butter-refined",
        "shea-butter-unrefined",
        "mango-butter",
        "cupuacu-butter",
        "murumuru-butter",
        "cocoa-butter",
        "kokum-butter",
        "illipe-butter",
        "coconut-oil",
        "babassu-oil",
        "tallow",
        "sweet-almond-oil",
        "apricot-kernel-oil",
        "olive-oil",
        "sunflower-oil",
        "sunflower-oil-high-oleic",
        "jojoba-oil",
        "squalane",
        "fractionated-coconut-oil",
        "argan-oil",
        "rosehip-oil",
        "castor-oil",
        "mineral-oil",
        "lanolin",
        "petrolatum",
        "stearic-acid",
        "lavender-oil",
        "lemon-oil-expressed",
        "bergamot-oil",
        "peppermint-oil",
        "tea-tree-oil",
        "arrowroot-starch",
        "corn-starch",
        "tapioca-starch",
    ];

    [Fact]
    public void Forty_common_ingredients_have_five_swaps_each_with_its_reason()
    {
        Common.Length.ShouldBeGreaterThanOrEqualTo(40);
        foreach (var slug in Common)
        {
            var five = Replacements.For(Some.Catalogue.Find(slug)!, Some.Catalogue.Ingredients, Some.Catalogue, EvaluationSettings.Default);
            five.Length.ShouldBe(5, slug);
            five.Select(one => one.TradeRank).ShouldBe([0, 1, 2, 3, 4], slug);
            five.Select(one => one.Words.Split(';')[0]).ShouldAllBe(why => why.Length > 3, slug);
        }
    }

    /// <summary>Panel/never.txt: pairs that are near in class, melt or fatty acids, and that no maker would take for each other, each with
    /// why.</summary>
    [Fact]
    public void What_no_maker_would_take_is_never_offered()
    {
        var pairs = PanelCases.Rows("never").ToList();
        pairs.Count.ShouldBeGreaterThanOrEqualTo(60);
        var offered = new List<string>();
        foreach (var group in pairs.GroupBy(row => row[0]))
        {
            var own = Some.Catalogue.Find(group.Key)!;
            var isSmall = Some.Catalogue.Rules.Rebalance.IsSmall(own);
            var formula = Some.Lines(
                ProductForm.Balm,
                $"{own.Slug} {(isSmall ? 0.5 : 15)}",
                own.Slug == "olive-oil" ? "jojoba-oil" : "olive-oil"
            );
            var seen = Candidates(formula, 0, null)
                .Select(candidate => candidate.Ingredient)
                .Concat(
                    Replacements
                        .For(own, Some.Catalogue.Ingredients, Some.Catalogue, EvaluationSettings.Default, 50)
                        .Select(one => one.Ingredient.Slug)
                )
                .ToHashSet();
            foreach (var row in group)
            {
                row[2].Length.ShouldBeGreaterThan(3, row[1]);
                Some.Catalogue.Find(row[1]).ShouldNotBeNull(row[1]);
                if (seen.Contains(row[1]))
                    offered.Add($"{row[1]} for {row[0]}");
            }
        }

        offered.ShouldBeEmpty();
    }

    /// <summary>Common practice, two schools: 10 of candelilla for 15 of beeswax, or for 20.</summary>
    [Theory]
    [InlineData(WaxSchool.TwoThirds, 10)]
    [InlineData(WaxSchool.Half, 7.5)]
    public void Doses_follow_the_equivalence_of_the_school(WaxSchool school, double percent)
    {
        var candidate = Candidates(Balm, 0, "candelilla-wax", settings: EvaluationSettings.Default with { WaxEquivalence = school })
            .Single();
        ((double)candidate.Percent).ShouldBe(percent);
        candidate.Formula.Lines[0].ShouldBe(new FormulaLine("A", "candelilla-wax", candidate.Percent));
        Some.Totals(candidate.Formula).Total.ShouldBe(100m);
        Some.Edited(Balm, candidate.Edits).Lines.ShouldBe(candidate.Formula.Lines);
    }

    [Fact]
    public void Candidates_say_what_they_change_and_the_best_adds_no_stop()
    {
        var candidates = Candidates(Balm, 1, null);
        candidates.Length.ShouldBeInRange(3, 8);
        foreach (var candidate in candidates)
        {
            var (before, after) = (Some.Evaluate(Balm), Some.Evaluate(candidate.Formula));
            candidate.BandBefore.ShouldBe(before.Melt.At(20m).Band);
            candidate.BandAfter.ShouldBe(after.Melt.At(20m).Band);
            candidate.FindingsAdded.ShouldBe(
                after.Findings.Select(finding => finding.Code).Except(before.Findings.Select(finding => finding.Code)).Order()
            );
            candidate.FindingsRemoved.ShouldBe(
                before.Findings.Select(finding => finding.Code).Except(after.Findings.Select(finding => finding.Code)).Order()
            );
            candidate.Why.ToString().ShouldContain("firmness");
        }

        Some.Evaluate(candidates[0].Formula).Findings.ShouldNotContain(finding => finding.Severity == Severity.Stop);
    }

    [Theory]
    [InlineData(0, "bee")]
    [InlineData(0, "animal")]
    [InlineData(1, "nut")]
    [InlineData(2, "nut")]
    [InlineData(3, "soy")]
    public void What_is_avoided_is_not_offered(int line, string avoid)
    {
        var avoided = Some.Catalogue.Rules.FreeFrom.Avoiding(avoid, "");
        Candidates(Balm, line, null, avoid).ShouldAllBe(candidate => !avoided.IsIn(Some.Catalogue.Find(candidate.Ingredient)!));
    }

    [Fact]
    public void The_balance_line_is_swapped_as_it_stands()
    {
        var candidate = Candidates(Balm, 2, "jojoba-oil").Single();
        candidate.Formula.Lines[2].ShouldBe(new FormulaLine("A", "jojoba-oil", null));
        candidate.FindingsRemoved.ShouldBeEmpty();
        Candidates(Balm, 2, "sweet-almond-oil").ShouldBeEmpty("it is there already");
    }

    [Fact]
    public void What_does_not_exist_is_refused()
    {
        Should.Throw<DocumentException>(() => Candidates(Balm, 9, null)).Problems[0].Pointer.ShouldBe("/line");
        Should.Throw<DocumentException>(() => Candidates(Balm, 0, "moon-dust")).Problems[0].Pointer.ShouldBe("/to");
    }

    [Fact]
    public void Candidates_come_at_once()
    {
        Candidates(Balm, 0, null);
        // The quickest of ten: the others measure what else the machine does.
        Enumerable
            .Range(0, 10)
            .Min(_ =>
            {
                var watch = System.Diagnostics.Stopwatch.StartNew();
                Candidates(Balm, 0, null);
                return watch.Elapsed;
            })
            .ShouldBeLessThan(TimeSpan.FromMilliseconds(150));
    }

    private static System.Collections.Immutable.ImmutableArray<SwapCandidate> Candidates(
        Formula formula,
        int line,
        string? to,
        string? avoid = null,
        EvaluationSettings? settings = null
    ) =>
        Swap.Candidates(
            formula,
            line,
            to,
            avoid is null ? [] : [Some.Catalogue.Rules.FreeFrom.Avoiding(avoid, "")],
            Some.Catalogue.Ingredients,
            Some.Catalogue,
            settings ?? EvaluationSettings.Default
        );
}
