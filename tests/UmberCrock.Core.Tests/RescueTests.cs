using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>Rescues of a pot against trying every weight, and what a practitioner would say of them.</summary>
public class RescueTests
{
    /// <summary>A stick of 14 % beeswax: too soft by far.</summary>
    private static readonly Formula Soft = Some.Lines(ProductForm.Stick, "beeswax 14", "olive-oil");

    private static RescueAnswer Of(Formula formula, RebalanceTarget target, params string[] from) =>
        Rescue.Of(
            formula,
            240m,
            target,
            from.Length > 0 ? from : [.. Some.Catalogue.Ingredients.Select(ingredient => ingredient.Slug)],
            Some.Catalogue,
            EvaluationSettings.Default
        );

    private static RebalanceTarget At20(Band band) => new(band, 20m, null);

    private static Band BandOf(params (string Slug, decimal Mass)[] parts) => Some.Firmness(parts).BandAt(20);

    /// <summary>Beeswax alone, by trying tenths of a gram: the first that makes a stick at 20 C.</summary>
    [Fact]
    public void One_wax_is_the_least_there_is()
    {
        decimal Tried()
        {
            for (var grams = 0m; ; grams += 0.1m)
            {
                if (BandOf(("beeswax", 33.6m + grams), ("olive-oil", 206.4m)) >= Band.Stick)
                    return grams;
            }
        }

        var cure = Of(Soft, At20(Band.Stick), "beeswax").Cure!;
        cure.Additions.Select(addition => addition.Ingredient).ShouldBe(["beeswax"]);
        cure.AddedGrams.ShouldBe(Tried(), 0.3m);
        cure.Evaluation.Melt.At(20m).Band.ShouldBe(Band.Stick);
        Some.Totals(cure.Formula).Total.ShouldBe(100m);
    }

    /// <summary>By hand: 33.6 g of beeswax in 240 g, with 4.8 more of it and 1.2 g of candelilla, make 38.4 and 1.2 of 246 g.</summary>
    [Fact]
    public void What_is_stirred_in_joins_its_line_or_comes_after_the_last()
    {
        var pot = Rescue.Adding(
            Soft,
            240m,
            [new("candelilla-wax", 1.2m), new("beeswax", 4.8m)],
            Some.Catalogue,
            EvaluationSettings.Default
        );
        pot.AddedGrams.ShouldBe(6m);
        pot.Additions.Select(addition => addition.Ingredient).ShouldBe(["beeswax", "candelilla-wax"], "most first");
        pot.Formula.Lines.Select(line => line.Ingredient).ShouldBe(["beeswax", "olive-oil", "candelilla-wax"]);
        Some.Totals(pot.Formula).Percents.ShouldBe([15.6098m, 83.9024m, 0.4878m]);
    }

    /// <summary>What cures is what it says: the same additions make the same pot.</summary>
    [Fact]
    public void The_additions_of_a_cure_make_its_formula()
    {
        var cure = Of(Soft, At20(Band.Stick), "beeswax", "candelilla-wax").Cure!;
        var again = Rescue.Adding(Soft, 240m, cure.Additions, Some.Catalogue, EvaluationSettings.Default);
        FormulaWriter.ToText(again.Formula).ShouldBe(FormulaWriter.ToText(cure.Formula));
        again.Evaluation.Melt.At(20m).Firmness.ShouldBe(cure.Evaluation.Melt.At(20m).Firmness);
    }

    /// <summary>What a few cure, all of the catalogue cure too: the bar is too hard at the cold end of its climate, and any oil softens
    /// it.</summary>
    [Fact]
    public void What_few_can_do_all_can()
    {
        var bar = Demo.DemoFormulas.Read().Single(formula => formula.Name == "Boathouse lotion bar");
        var target = new RebalanceTarget(null, null, bar.Climate);
        var few = Of(bar, target, "sunflower-oil-high-oleic", "jojoba-oil").Cure.ShouldNotBeNull();
        var all = Of(bar, target).Cure.ShouldNotBeNull();
        all.AddedGrams.ShouldBeLessThanOrEqualTo(few.AddedGrams + 0.3m);
    }

    /// <summary>Of two, no pair of half grams does it with a gram less.</summary>
    [Fact]
    public void Of_two_no_pair_does_it_with_less()
    {
        var cure = Of(Soft, At20(Band.Stick), "beeswax", "candelilla-wax").Cure!;
        var least = (
            from beeswax in Enumerable.Range(0, 80)
            from candelilla in Enumerable.Range(0, 80)
            let grams = (beeswax + candelilla) / 2m
            where
                grams < cure.AddedGrams - 1m
                && BandOf(("beeswax", 33.6m + (beeswax / 2m)), ("candelilla-wax", candelilla / 2m), ("olive-oil", 206.4m)) >= Band.Stick
            select grams
        ).ToList();
        least.ShouldBeEmpty();
    }

    /// <summary>Too hard: oil goes in, and what is offered is no wax.</summary>
    [Fact]
    public void What_is_too_hard_is_softened_with_what_carries()
    {
        var hard = Some.Lines(ProductForm.Stick, "beeswax 33", "olive-oil");
        var cure = Of(hard, At20(Band.Stick)).Cure!;
        cure.Evaluation.Melt.At(20m).Band.ShouldBe(Band.Stick);
        cure.Additions.ShouldAllBe(addition => Some.Catalogue.Find(addition.Ingredient)!.Class == IngredientClass.Oil);
    }

    /// <summary>1.5 % of lavender where 1 % is borne: half as much again of the carrier, 120 g into 240. 3 % is another batch.</summary>
    [Fact]
    public void What_is_over_its_limit_is_thinned_or_said_to_be_another_batch()
    {
        var over = Some.Lines(ProductForm.Balm, "beeswax 20", "olive-oil", "lavender-oil 1.5");
        Some.Evaluate(over).Verdict.ShouldNotBe(Verdict.Clear);
        var cure = Of(over, RebalanceTarget.None, "olive-oil", "beeswax").Cure!;
        cure.AddedGrams.ShouldBe(120m, 0.5m);
        var far = Of(Some.Lines(ProductForm.Balm, "beeswax 20", "olive-oil", "lavender-oil 3"), RebalanceTarget.None);
        far.Cure.ShouldBeNull();
        far.Conflicts.ShouldNotBeEmpty();
    }

    [Fact]
    public void What_is_well_needs_nothing()
    {
        var well = Demo.DemoFormulas.Read().Where(formula => Some.Evaluate(formula).Verdict == Verdict.Clear).ToList();
        well.ShouldNotBeEmpty();
        foreach (var formula in well)
            Of(formula, RebalanceTarget.None).Cure!.Additions.ShouldBeEmpty(formula.Name);
    }

    /// <summary>A wax cannot make it softer: refused, with the nearest.</summary>
    [Fact]
    public void What_adding_cannot_cure_is_said()
    {
        var answer = Of(Soft, At20(Band.Pourable), "beeswax");
        answer.Cure.ShouldBeNull();
        answer.Conflicts.Single().Pointer.ShouldBe("/target");
        Should.Throw<DocumentException>(() => Of(Some.Lines(ProductForm.Balm, "beeswax 12", "olive-oil 80"), RebalanceTarget.None));
    }

    /// <summary>From all there is: never scents, actives, filters or water; and no new caution where a cure without one exists.</summary>
    [Theory]
    [InlineData(Band.Balm)]
    [InlineData(Band.Stick)]
    [InlineData(Band.SoftButter)]
    public void A_pot_is_cured_with_what_gives_body_or_carries(Band band)
    {
        var cured = 0;
        foreach (var formula in Demo.DemoFormulas.Read().Where(formula => !formula.IsWhipped))
        {
            if (Of(formula, At20(band)).Cure is not { } cure)
                continue;
            cured++;
            cure.Evaluation.Melt.At(20m).Band.ShouldBe(band, formula.Name);
            cure.Additions.ShouldAllBe(
                addition =>
                    Some.Catalogue.Find(addition.Ingredient)!.Class == IngredientClass.Oil
                    || !Some.Catalogue.Find(addition.Ingredient)!.Species.IsEmpty,
                formula.Name
            );
            cure.AddedGrams.ShouldBe(cure.Additions.Sum(addition => addition.Grams));
            cure.AddedGrams.ShouldBeLessThanOrEqualTo(240m);
        }

        cured.ShouldBeGreaterThan(0);
    }
}
