using System.Globalization;
using System.Text.Json;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Tests;

/// <summary>What must hold for every formula.</summary>
public class Properties
{
    private static readonly string[] Slugs = [.. Some.Catalogue.Ingredients.Select(ingredient => ingredient.Slug)];
    private static readonly string[] Oils =
    [
        .. Some
            .Catalogue.Ingredients.Where(ingredient => ingredient is { Class: IngredientClass.Oil, Species.IsEmpty: true })
            .Select(ingredient => ingredient.Slug),
    ];

    private static readonly string[] HardWaxes = ["beeswax", "candelilla-wax", "carnauba-wax", "rice-bran-wax"];

    private static readonly Gen<decimal> Percent = Gen.Choose(0, 400_000).Select(units => units / 10_000m);

    private static readonly Gen<(string, decimal?)[]> Lines =
        from count in Gen.Choose(1, 12)
        from lines in Gen.Elements(Slugs).Zip(Percent).Select(line => (line.Item1, (decimal?)line.Item2)).ListOf(count)
        select lines.ToArray();

    private static readonly Gen<Formula> AnyFormula =
        from lines in Lines
        from balance in Gen.Choose(-1, lines.Length - 1)
        from form in Gen.Elements(Enum.GetValues<ProductForm>())
        from audience in Gen.Elements(Enum.GetValues<Audience>())
        from zone in Gen.Elements(Enum.GetValues<Zone>())
        from uses in Gen.Elements(true, false).Zip(Gen.Elements(true, false))
        from cool in Gen.Elements(true, false).ArrayOf(lines.Length)
        let formula = Some.Formula(form, [.. lines.Select((line, at) => at == balance ? (line.Item1, null) : line)])
        select formula with
        {
            Audience = audience,
            Zone = zone,
            SunUse = uses.Item1,
            WetUse = uses.Item2,
            Lines = [.. formula.Lines.Select((line, at) => cool[at] ? line with { Phase = "B" } : line)],
        };

    [Property(MaxTest = 300)]
    public Property Any_sequence_of_edits_keeps_the_total_exact() =>
        Prop.ForAll(AnyFormula.Zip(EditsOf().ListOf(15)).ToArbitrary(), given =>
        {
            var formula = given.Item1;
            foreach (var edit in given.Item2)
            {
                try
                {
                    formula = edit.Apply(formula, Some.Catalogue.Herbs);
                }
                catch (DocumentException)
                {
                    // Refused: the formula is as it was.
                }

                var totals = Some.Totals(formula);
                totals.Total.ShouldBe(totals.Percents.Sum());
                if (formula.BalanceIndex >= 0 && totals.SetPercent <= 100m)
                    totals.Total.ShouldBe(100m);
            }
        });

    [Property(MaxTest = 100)]
    public Property The_order_of_lines_changes_no_result() => Prop.ForAll(AnyFormula.ToArbitrary(), formula =>
        {
            var turned = formula with { Lines = [.. formula.Lines.Reverse()] };
            var (one, other) = (Some.Evaluate(formula), Some.Evaluate(turned));
            Json(other.Melt).ShouldBe(Json(one.Melt));
            Json(other.Label).ShouldBe(Json(one.Label));
            (other.Density, other.Feel, other.Emulsion, other.Settling).ShouldBe((one.Density, one.Feel, one.Emulsion, one.Settling));
            Json(other.Keeping).ShouldBe(Json(one.Keeping));
            other.Verdict.ShouldBe(one.Verdict);
            other
                .Findings.Select(finding => finding.Title.Plain)
                .Order()
                .ShouldBe(one.Findings.Select(finding => finding.Title.Plain).Order());
        });

    [Property(MaxTest = 100)]
    public Property The_answer_is_the_same_whoever_asks() => Prop.ForAll(AnyFormula.ToArbitrary(), formula =>
        {
            var here = Json(Some.Evaluate(formula));
            var (before, there) = (CultureInfo.CurrentCulture, "");
            try
            {
                CultureInfo.CurrentCulture = new CultureInfo("") { NumberFormat = { NumberDecimalSeparator = "," } };
                there = Json(Some.Evaluate(formula));
            }
            finally
            {
                CultureInfo.CurrentCulture = before;
            }

            there.ShouldBe(here);
        });

    [Property(MaxTest = 100)]
    public Property Adding_liquid_oil_never_raises_solids() =>
        Prop.ForAll(Lines.Zip(Gen.Elements(Oils).Zip(Gen.Choose(1, 500))).ToArbitrary(), given =>
        {
            var (lines, (oil, amount)) = given;
            (string, decimal)[] mix = [.. lines.Select(line => (line.Item1, line.Item2!.Value))];
            var (before, after) = (Some.Mix(mix), Some.Mix([.. mix, (oil, amount / 10m)]));
            for (var celsius = 0; celsius <= 90; celsius += 5)
                after.SolidPercent(celsius).ShouldBeLessThanOrEqualTo(before.SolidPercent(celsius) + 1e-9);
        });

    [Property(MaxTest = 100)]
    public Property Solids_fall_as_it_warms() => Prop.ForAll(AnyFormula.ToArbitrary(), formula =>
        {
            var curve = Some.Evaluate(formula).Melt.Curve;
            for (var at = 1; at < curve.Length; at++)
                curve[at].SolidPercent.ShouldBeLessThanOrEqualTo(curve[at - 1].SolidPercent + 1e-9);
        });

    /// <summary>Firmness counts in percent of the whole, so that oil both dissolves crystals and makes them fewer.</summary>
    [Property(MaxTest = 100)]
    public Property Adding_liquid_oil_never_raises_firmness() =>
        Prop.ForAll(Lines.Zip(Gen.Elements(Oils).Zip(Gen.Choose(1, 500))).ToArbitrary(), given =>
        {
            var (lines, (oil, amount)) = given;
            (string, decimal)[] mix = [.. lines.Select(line => (line.Item1, line.Item2!.Value))];
            var (before, after) = (Some.Firmness(mix), Some.Firmness([.. mix, (oil, amount / 10m)]));
            for (var celsius = 0; celsius <= 90; celsius += 5)
                after.At(celsius).Firmness.ShouldBeLessThanOrEqualTo(before.At(celsius).Firmness + 1e-9);
        });

    /// <summary>
    /// The waxes that are used for it, up to 30 C, and but for half the last digit that is shown: a little wax that dissolves wholly has
    /// smaller
    /// molecules than the oil it stands for, and so dissolves a trace more of the other crystals. Of soft waxes and paraffin, which
    /// dissolve in
    /// quantity, it does not hold: paraffin softens a mix by up to 0.5, petrolatum by 0.7 (1,500 random mixes each).
    /// </summary>
    [Property(MaxTest = 300)]
    public Property Hard_wax_in_the_place_of_oil_never_softens() =>
        Prop.ForAll(Lines.Zip(Gen.Elements(Oils).Zip(Gen.Elements(HardWaxes))).Zip(Gen.Choose(1, 300)).ToArbitrary(), given =>
        {
            var ((lines, (oil, wax)), amount) = given;
            (string, decimal)[] mix = [.. lines.Select(line => (line.Item1, line.Item2!.Value))];
            var (before, after) = (
                Some.Firmness([.. mix, (oil, 40m)]),
                Some.Firmness([.. mix, (oil, 40m - (amount / 10m)), (wax, amount / 10m)])
            );
            for (var celsius = 0; celsius <= 30; celsius += 5)
                after
                    .At(celsius)
                    .Firmness.ShouldBeGreaterThanOrEqualTo(before.At(celsius).Firmness - 0.05, $"{wax} for {oil} at {celsius}");
        });

    [Property(MaxTest = 100)]
    public Property A_mix_doubled_is_the_same_mix() => Prop.ForAll(Lines.ToArbitrary(), lines =>
        {
            (string Slug, decimal Mass)[] mix = [.. lines.Select(line => (line.Item1, line.Item2!.Value))];
            var (once, twice) = (Some.Firmness(mix), Some.Firmness([.. mix.Select(part => (part.Slug, 2m * part.Mass))]));
            for (var celsius = 0; celsius <= 90; celsius += 10)
            {
                twice.At(celsius).SolidPercent.ShouldBe(once.At(celsius).SolidPercent, 1e-9);
                twice.At(celsius).Firmness.ShouldBe(once.At(celsius).Firmness, 1e-9);
            }
        });

    [Property(MaxTest = 100)]
    public Property Two_lines_of_one_ingredient_are_one() => Prop.ForAll(Lines.Zip(Percent).ToArbitrary(), given =>
        {
            (string, decimal)[] rest = [.. given.Item1.Select(line => (line.Item1, line.Item2!.Value))];
            var split = Some.Mix([.. rest, ("beeswax", given.Item2), ("beeswax", 3m)]);
            var whole = Some.Mix([.. rest, ("beeswax", given.Item2 + 3m)]);
            split.SolidPercent(25).ShouldBe(whole.SolidPercent(25));
        });

    /// <summary>A fix is worth pressing: its finding is gone.</summary>
    [Property(MaxTest = 200)]
    public Property A_fix_cures_its_finding() => Prop.ForAll(AnyFormula.ToArbitrary(), formula =>
        {
            foreach (var finding in Some.Evaluate(formula).Findings.Where(finding => !finding.Fixes.IsEmpty))
            {
                var cured = Some.Edited(formula, finding.Fixes[0].Edits);
                Some.Evaluate(cured)
                    .Findings.ShouldNotContain(
                        other => other.Title.Equals(finding.Title) && other.Code == finding.Code,
                        finding.Title.ToString()
                    );
            }
        });

    [Property(MaxTest = 300)]
    public Property Any_text_at_all_is_read_or_refused() => Prop.ForAll(ArbMap.Default.ArbFor<string>(), text =>
        {
            try
            {
                FormulaReader.Parse(text ?? "");
            }
            catch (DocumentException refused)
            {
                refused.Problems.ShouldNotBeEmpty();
            }
        });

    private static Gen<FormulaEdit> EditsOf() =>
        Gen.OneOf(
            Gen.Choose(-1, 13).Zip(Percent).Select(pair => (FormulaEdit)new SetPercent(pair.Item1, pair.Item2)),
            Gen.Choose(-1, 13).Select(line => (FormulaEdit)new SetBalance(line)),
            Gen.Choose(-1, 13).Select(line => (FormulaEdit)new RemoveLine(line)),
            Gen.Elements(Slugs).Zip(Percent).Select(pair => (FormulaEdit)new AddLine("B", pair.Item1, pair.Item2)),
            Gen.Choose(0, 12).Zip(Gen.Choose(0, 12)).Select(pair => (FormulaEdit)new MoveLine(pair.Item1, "B", pair.Item2)),
            Gen.Choose(0, 12).Zip(Gen.Elements(Slugs)).Select(pair => (FormulaEdit)new ReplaceIngredient(pair.Item1, pair.Item2))
        );

    private static string Json<T>(T value) => JsonSerializer.Serialize(value, ContractJson.Options);
}
