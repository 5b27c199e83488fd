using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>The least change that meets limits, windows and a target, against the optimum found by trying every dose.</summary>
public class RebalanceTests
{
    private static readonly Formula Stick = Some.Lines(
        ProductForm.Stick,
        "beeswax 18",
        "shea-butter-refined 12",
        "sunflower-oil-high-oleic"
    );

    public static TheoryData<string[], ProductForm, Band, int> SmallCases =>
        new()
        {
            { ["beeswax 30", "sunflower-oil-high-oleic"], ProductForm.Balm, Band.Balm, 20 },
            { ["beeswax 8", "shea-butter-refined 22", "sunflower-oil-high-oleic"], ProductForm.Balm, Band.Balm, 25 },
            { ["beeswax 12", "cocoa-butter 20", "sunflower-oil-high-oleic"], ProductForm.Stick, Band.HardBar, 20 },
            { ["candelilla-wax 20", "shea-butter-refined 30", "sunflower-oil-high-oleic"], ProductForm.Balm, Band.SoftButter, 30 },
            { ["beeswax 14", "coconut-oil 30", "sunflower-oil-high-oleic"], ProductForm.Stick, Band.Stick, 25 },
            { ["beeswax 10", "candelilla-wax 2", "cocoa-butter 10", "sunflower-oil-high-oleic"], ProductForm.Stick, Band.Stick, 30 },
        };

    /// <summary>Every dose in steps of a quarter or half percent around the formula, windows and band kept: none is nearer than what was
    /// found, but for a step of the search.</summary>
    [Theory]
    [MemberData(nameof(SmallCases))]
    public void It_is_the_optimum_that_trying_every_dose_finds(string[] lines, ProductForm form, Band band, int celsius)
    {
        var step = lines.Length > 3 ? 0.5m : 0.25m;
        var formula = Some.Lines(form, lines);
        var found = Moved(formula, [], new RebalanceTarget(band, celsius, null), Some.Catalogue, EvaluationSettings.Default);
        IsAllowed(found.Formula, band, celsius).ShouldBeTrue();

        var start = Some.Totals(formula).Percents;
        var best = decimal.MaxValue;
        void Try(decimal[] doses, int line)
        {
            if (line == doses.Length - 1)
            {
                doses[line] = 100m - doses[..line].Sum();
                var moved = doses.Select((dose, at) => Math.Abs(dose - start[at])).Sum() / 2m;
                if (moved < best && doses[line] >= 0m && IsAllowed(With(formula, doses), band, celsius))
                    best = moved;
                return;
            }

            for (var by = -16m; by <= 16m; by += step)
            {
                doses[line] = start[line] + by;
                // A change of one line alone that is more than the best is no better with the others.
                if (doses[line] >= 0m && Math.Abs(by) / 2m < best)
                    Try(doses, line + 1);
            }
        }

        Try(new decimal[start.Length], 0);
        best.ShouldBeLessThan(decimal.MaxValue);
        found.MovedPercent.ShouldBeLessThanOrEqualTo(best, "no dose of the grid is nearer");
        found.MovedPercent.ShouldBeGreaterThan(best - (step * start.Length), "and it is no nearer than the grid can miss");
    }

    [Fact]
    public void A_formula_that_meets_everything_is_left_alone()
    {
        var found = Moved(Stick, [], RebalanceTarget.None, Some.Catalogue, EvaluationSettings.Default);
        found.Edits.ShouldBeEmpty();
        found.MovedPercent.ShouldBe(0m);
        found.Formula.ShouldBeSameAs(Stick);
    }

    [Fact]
    public void What_is_over_comes_down_to_its_limit_and_the_balance_takes_it()
    {
        // IFRA and the windows of the catalogue: clove 3 % is far over what may stay on skin.
        var formula = Some.Lines(ProductForm.Balm, "beeswax 14", "shea-butter-refined 20", "sunflower-oil-high-oleic", "clove-bud-oil 3");
        Some.Found(formula, FindingCodes.OverLimit).ShouldNotBeNull();
        var found = Moved(formula, [], RebalanceTarget.None, Some.Catalogue, EvaluationSettings.Default);
        found.Evaluation.Findings.ShouldNotContain(finding =>
            finding.Code == FindingCodes.OverLimit || finding.Code == FindingCodes.GroupOver || finding.Code == FindingCodes.AboveWindow
        );
        found.Edits.ShouldHaveSingleItem().ShouldBeOfType<SetPercent>().Line.ShouldBe(3);
        found.Formula.Lines[2].IsBalance.ShouldBeTrue();
        Some.Totals(found.Formula).Total.ShouldBe(100m);
    }

    [Fact]
    public void Across_a_climate_the_form_keeps_its_bands_and_the_climate_becomes_its_own()
    {
        var hot = new Climate(10, 34);
        var found = Moved(Stick, [1], new RebalanceTarget(null, null, hot), Some.Catalogue, EvaluationSettings.Default);
        found.Formula.Climate.ShouldBe(hot);
        found.Formula.Lines[1].ShouldBe(Stick.Lines[1], "it was locked");
        found.Evaluation.Findings.Select(finding => finding.Code).ShouldNotContain(FindingCodes.TooSoftWarm);
        found.Evaluation.Findings.Select(finding => finding.Code).ShouldNotContain(FindingCodes.WrongBand);
    }

    [Fact]
    public void What_conflicts_is_named_and_nothing_else()
    {
        // With the beeswax locked no shea makes it a bar, whether that is locked or not.
        var refused = Rebalance
            .Of(Stick, [0, 1], new RebalanceTarget(Band.HardBar, 20m, null), Some.Catalogue, EvaluationSettings.Default)
            .Conflicts;
        refused.Select(problem => problem.Pointer).ShouldBe(["/target", "/formula/lines/0"]);
        refused.ShouldContain(problem => problem.Reason.ToString().Contains("hard bar at 20 °C"));

        var locked = Rebalance
            .Of(
                Some.Lines(ProductForm.Balm, "beeswax 14", "sunflower-oil-high-oleic", "clove-bud-oil 3"),
                [2],
                RebalanceTarget.None,
                Some.Catalogue,
                EvaluationSettings.Default
            )
            .Conflicts;
        locked.ShouldContain(problem => problem.Reason.ToString().Contains("locked at 3.00"));
        locked.ShouldNotContain(problem => problem.Reason.ToString().Contains("Beeswax"));
    }

    [Fact]
    public void What_cannot_be_had_comes_with_the_nearest_that_can()
    {
        // Written first: with the wax locked a formulator takes all the body the shea's window gives, and leaves the wax alone.
        var answer = Rebalance.Of(Stick, [0], new RebalanceTarget(Band.HardBar, 20m, null), Some.Catalogue, EvaluationSettings.Default);
        answer.Moved.ShouldBeNull();
        var nearest = answer.Nearest.ShouldNotBeNull();
        nearest.Formula.Lines[0].ShouldBe(Stick.Lines[0]);
        FirmnessOf(nearest.Formula).ShouldBeGreaterThan(FirmnessOf(Stick));
        FirmnessOf(nearest.Formula).ShouldBeLessThan(Some.Catalogue.Rules.Texture.FromOf(Band.HardBar));
        nearest.Evaluation.Lines.ShouldAllBe(line => line.Place != Place.Above && line.Place != Place.OverLimit);

        // Where limits and locks alone conflict there is still something to show: the least that is missed.
        var locked = Some.Lines(ProductForm.Balm, "beeswax 14", "sunflower-oil-high-oleic", "clove-bud-oil 3");
        Rebalance
            .Of(locked, [2], RebalanceTarget.None, Some.Catalogue, EvaluationSettings.Default)
            .Nearest.ShouldNotBeNull()
            .Formula.Lines.Length.ShouldBe(3);
    }

    [Fact]
    public void A_form_that_bears_it_is_named_as_the_way()
    {
        // Written first: nobody makes a massage bar as soft as a butter; with less wax, in a jar, it is one.
        var bar = Some.Lines(
            ProductForm.MassageBar,
            "candelilla-wax 8",
            "beeswax 21",
            "shea-butter-refined 20",
            "sunflower-oil-high-oleic"
        );
        var answer = Rebalance.Of(bar, [], new RebalanceTarget(Band.SoftButter, 20m, null), Some.Catalogue, EvaluationSettings.Default);
        answer.Moved.ShouldBeNull();
        var butter = answer.Ways.Single(way => way.Form == ProductForm.Butter);
        butter.Moved.Formula.Form.ShouldBe(ProductForm.Butter);
        butter.Moved.Evaluation.Melt.At(20m).Band.ShouldBe(Band.SoftButter);
        butter.Moved.Edits[0].ShouldBeOfType<SetField>();
        answer.Ways.ShouldAllBe(way => way.Form != ProductForm.LipBalm, "a bar for the body is not worn on the lips");
    }

    /// <summary>Firmness bends: where some hard fat is all dissolved, a little more of it does nothing, and a search that goes by slopes
    /// says that it cannot be had. Written first: more of the firm butter makes each of these.</summary>
    [Theory]
    [InlineData(Band.SoftButter, 25, "shea-butter-refined 4", "palm-kernel-oil 13", "cocoa-butter 8", "sunflower-oil-high-oleic")]
    [InlineData(Band.HardBar, 30, "beeswax 18", "mango-butter 9", "shea-butter-refined 6", "sunflower-oil-high-oleic")]
    [InlineData(Band.Stick, 30, "coconut-oil 20", "cocoa-butter 19", "mango-butter 9", "sunflower-oil-high-oleic")]
    [InlineData(Band.SoftButter, 30, "cocoa-butter 29", "stearic-acid 18", "palm-kernel-oil 8", "sunflower-oil-high-oleic")]
    public void Nothing_is_called_impossible_before_other_starts_were_tried(Band band, int celsius, params string[] lines)
    {
        var formula = Some.Lines(ProductForm.Balm, lines);
        var target = new RebalanceTarget(band, celsius, null);
        var resolved = ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default);
        new RebalanceSearch(resolved, DoseConstraint.Of(resolved, []), FirmnessDemand.Of(resolved, target)).Run(0).Doses.ShouldBeNull();
        IsAllowed(Moved(formula, [], target, Some.Catalogue, EvaluationSettings.Default).Formula, band, celsius).ShouldBeTrue();
    }

    /// <summary>Written first: no maker gives up the tea tree of a hoof balm to make it harder, not even where that comes nearer.</summary>
    [Fact]
    public void What_is_dosed_small_stays_whatever_texture_is_wanted()
    {
        var hoof = Some.Lines(
            ProductForm.Balm,
            "beeswax 14",
            "lanolin 19",
            "tallow 20",
            "sunflower-oil",
            "tea-tree-oil 0.5",
            "tocopherol-mixed 0.3"
        );
        foreach (var band in new[] { Band.HardBar, Band.Brittle, Band.Stick, Band.SoftButter })
        {
            var answer = Rebalance.Of(hoof, [], new RebalanceTarget(band, 20m, null), Some.Catalogue, EvaluationSettings.Default);
            foreach (var moved in answer.Ways.Select(way => way.Moved).Append(answer.Moved ?? answer.Nearest!))
                moved.Formula.Lines.TakeLast(2).ShouldBe(hoof.Lines.TakeLast(2), $"{band}");
        }

        // Over its own limit it comes down to that and no further.
        var strong = Some.Lines(ProductForm.Balm, "beeswax 12", "sunflower-oil-high-oleic", "cinnamon-bark-oil 1");
        var limits = Moved(strong, [], RebalanceTarget.None, Some.Catalogue, EvaluationSettings.Default);
        var stick = Rebalance.Of(strong, [], new RebalanceTarget(Band.Balm, 20m, null), Some.Catalogue, EvaluationSettings.Default);
        var dose = (stick.Moved ?? stick.Nearest!).Formula.Lines[2].Percent!.Value;
        dose.ShouldBe(limits.Formula.Lines[2].Percent!.Value, 0.011m);
        dose.ShouldBeLessThan(1m);
    }

    [Fact]
    public void A_plain_oil_pays_before_a_precious_one()
    {
        // Written first: of two oils that would pay alike the plain one does; the rosehip was bought for itself.
        var formula = Some.Lines(ProductForm.Stick, "beeswax 12", "rosehip-oil 20", "sunflower-oil-high-oleic 68");
        var found = Moved(formula, [], new RebalanceTarget(Band.Stick, 20m, null), Some.Catalogue, EvaluationSettings.Default);
        found.Formula.Lines[2].Percent.ShouldNotBeNull().ShouldBeLessThan(68m);
        found.Formula.Lines[1].ShouldBe(formula.Lines[1]);
        var under = Some.Lines(ProductForm.Balm, "beeswax 30", "rosehip-oil 18", "argan-oil 18", "olive-oil 34");
        var soft = Moved(under, [], new RebalanceTarget(Band.Balm, 25m, null), Some.Catalogue, EvaluationSettings.Default);
        soft.Formula.Lines[1].ShouldBe(under.Lines[1]);
        soft.Formula.Lines[2].ShouldBe(under.Lines[2]);
    }

    [Fact]
    public void A_line_that_is_not_there_is_refused() =>
        Should
            .Throw<DocumentException>(() => Rebalance.Of(Stick, [7], RebalanceTarget.None, Some.Catalogue, EvaluationSettings.Default))
            .Problems[0]
            .Pointer.ShouldBe("/lock");

    [Fact]
    public void Every_demo_formula_is_moved_within_limits_or_told_why_not()
    {
        foreach (var formula in DemoFormulas.Read())
        {
            var (moved, conflicts, nearest, ways) = Rebalance.Of(
                formula,
                [],
                new RebalanceTarget(null, null, formula.Climate),
                Some.Catalogue,
                EvaluationSettings.Default
            );
            if (moved is not { } found)
            {
                conflicts.ShouldNotBeEmpty(formula.Name);
                conflicts.ShouldAllBe(
                    problem => problem.Pointer == "/target" || problem.Pointer.StartsWith("/formula/lines"),
                    formula.Name
                );
                nearest.ShouldNotBeNull(formula.Name);
                continue;
            }

            conflicts.ShouldBeEmpty(formula.Name);
            (nearest is null && ways.IsEmpty).ShouldBeTrue(formula.Name);
            Some.Totals(found.Formula).Total.ShouldBe(100m, formula.Name);
            found.Evaluation.Lines.ShouldAllBe(
                line => line.Place != Place.Above && line.Place != Place.OverLimit && line.Place != Place.Below,
                formula.Name
            );
            found.MovedPercent.ShouldBe(
                Some.Totals(formula).Percents.Zip(Some.Totals(found.Formula).Percents, (was, now) => Math.Abs(was - now)).Sum() / 2m,
                formula.Name
            );
        }
    }

    private static double FirmnessOf(Formula formula) =>
        Evaluator.Sweep(formula, Some.Catalogue, EvaluationSettings.Default).Melt.At(20m).Firmness;

    private static Rebalanced Moved(
        Formula formula,
        int[] locked,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    ) =>
        Rebalance.Of(formula, locked, target, catalogue, settings) is var answer && answer.Moved is { } moved
            ? moved
            : throw new ShouldAssertException(string.Join("; ", answer.Conflicts));

    private static Formula With(Formula formula, decimal[] doses) =>
        formula with
        {
            Lines = [.. formula.Lines.Select((line, at) => line.IsBalance ? line : line with { Percent = doses[at] })],
        };

    /// <summary>Asked of the evaluation's own parts, not of the search.</summary>
    private static bool IsAllowed(Formula formula, Band band, double celsius)
    {
        var resolved = ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default);
        return new FirmnessModel(
                [.. resolved.Parts.Select(part => new MeltPart(part.Ingredient, part.Mass))],
                Some.Catalogue.Rules.Texture
            ).BandAt(celsius) == band
            && resolved.Ingredients.All(ingredient =>
                DosePlacement.Of(resolved, ingredient).Place is Place.Inside or Place.Near or Place.Unknown
            )
            && resolved
                .Rules.GroupLimits.Where(limit =>
                    limit.Applies.Covers(formula) && limit.Schools?.Holds(EvaluationSettings.Default) != false
                )
                .All(limit => resolved.PercentOf(resolved.LinesWhere(limit.Counts)) <= limit.MaxPercent);
    }
}
