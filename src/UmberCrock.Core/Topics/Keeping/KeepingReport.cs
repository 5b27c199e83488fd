using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Keeping;

/// <summary>What shortens and lengthens the life of a formula (data/rules/months.json).</summary>
internal sealed record MonthsRules : IRules<MonthsRules>
{
    static RuleFile IRules<MonthsRules>.File { get; } = new("months.json", KeepingJson.Default);

    /// <summary>An ingredient's own life counts from this weight percent.</summary>
    public required decimal CountsFromPercent { get; init; }

    /// <summary>The most an antioxidant gives back of what shortens it; it never lengthens the life an oil has unopened.</summary>
    public required double AntioxidantFactor { get; init; }

    /// <summary>It only does where the fatty acids hold this much that oxidises fast, percent of them.</summary>
    public required double AntioxidantActsFromPolyunsaturated { get; init; }

    /// <summary>With more linolenic acid than this, percent of the fatty acids, it gives nothing back.</summary>
    public required double AntioxidantActsToLinolenic { get; init; }

    /// <summary>Climates as warm as this at their warm end shorten it, C.</summary>
    public required decimal WarmFromCelsius { get; init; }

    /// <summary>By this factor.</summary>
    public required double WarmFactor { get; init; }

    /// <summary>Pigments that hold iron, by slug.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> IronPigments { get; init; }

    /// <summary>They shorten it by this factor.</summary>
    public required double IronFactor { get; init; }

    /// <summary>Plant matter that stays in shortens it by this factor.</summary>
    public required double BotanicalFactor { get; init; }

    /// <summary>Where the figures come from.</summary>
    public required string Source { get; init; }

    /// <summary>How sure they are.</summary>
    public required Confidence Confidence { get; init; }
}

/// <summary>A reason the months are what they are: what, and the factor it brings.</summary>
public sealed record KeepingFactor(Message Words, double Factor);

/// <summary>Fatty acids of the blend and how long it keeps.</summary>
public sealed record KeepingReport
{
    /// <summary>Iodine value of the fats and oils, g I2/100 g: from composition (AOCS Cd 1c-85), wax esters and the like as measured. Null
    /// when none is known.</summary>
    public required double? IodineValue { get; init; }

    /// <summary>Saponification value, mg KOH/g: from composition (AOCS Cd 3a-94), the others as measured. Null when none is
    /// known.</summary>
    public required double? SaponificationValue { get; init; }

    /// <summary>Acids with two or more double bonds in percent of all fatty acids; null when none are known.</summary>
    public required double? PolyunsaturatedPercent { get; init; }

    /// <summary>(1 x C18:1 + 10.3 x C18:2 + 21.6 x C18:3) / 100 over percent of the fatty acids (Fatemi and Hammond 1980); null when none
    /// are known.</summary>
    public required double? Oxidisability { get; init; }

    /// <summary>Months it keeps, by the maker's school; null when nothing in it has a life of its own.</summary>
    public required double? Months { get; init; }

    /// <summary>Months by the ingredient that is the first to turn.</summary>
    public required double? MonthsByWeakest { get; init; }

    /// <summary>Months by all of them: rates of turning add up by weight, so it is the weighted harmonic mean of the lives.</summary>
    public required double? MonthsByWeight { get; init; }

    /// <summary>Slug of the ingredient that turns first.</summary>
    public required string? Weakest { get; init; }

    /// <summary>What lengthens and shortens it.</summary>
    public required ImmutableArray<KeepingFactor> Factors { get; init; }

    /// <summary>Fatty acids in percent of all fatty acids, by short name.</summary>
    public required ImmutableSortedDictionary<string, double> FattyAcids { get; init; }

    /// <summary>Weight percent of the formula whose fatty acids are known.</summary>
    public required double KnownPercent { get; init; }

    /// <summary>How far the months of keeping can be trusted.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>Acids with three double bonds and more, percent of all fatty acids.</summary>
    internal double LinolenicPercent => Linolenic(FattyAcids);

    private static double Linolenic(ImmutableSortedDictionary<string, double> acids) =>
        acids.Where(acid => FattyAcidName.DoubleBonds(acid.Key) >= 3).Sum(acid => acid.Value);

    /// <summary>Adds the fatty acids up, mass-weighted, and finds the months.</summary>
    public static KeepingReport Of(ResolvedFormula resolved)
    {
        var known = resolved.PartsInOrder.Where(part => part.Mass > 0m && part.Ingredient.FattyAcids.Count > 0).ToList();
        var mass = (double)known.Sum(part => part.Mass);
        var acids = known
            .SelectMany(part =>
                part.Ingredient.FattyAcids.Select(acid =>
                    (acid.Key, Weight: acid.Value / part.Ingredient.FattyAcids.Values.Sum() * (double)part.Mass)
                )
            )
            .GroupBy(acid => acid.Key, StringComparer.Ordinal)
            .ToImmutableSortedDictionary(group => group.Key, group => 100 * group.Sum(acid => acid.Weight) / mass, StringComparer.Ordinal);
        var polyunsaturated = acids.Where(acid => FattyAcidName.DoubleBonds(acid.Key) >= 2).Sum(acid => acid.Value);
        var factors = FactorsOf(resolved, polyunsaturated, Linolenic(acids));
        var (weakest, byWeakest, byWeight) = MonthsOf(resolved, factors.Aggregate(1.0, (product, factor) => product * factor.Factor));
        return new KeepingReport
        {
            IodineValue = Mean(resolved, IodineOf),
            SaponificationValue = Mean(resolved, SaponificationOf),
            PolyunsaturatedPercent = known.Count > 0 ? polyunsaturated : null,
            Oxidisability = known.Count > 0 ? FattyAcidName.Oxidisability(acids) : null,
            Months = resolved.Settings.BestBefore == BestBeforeSchool.ShortestLived ? byWeakest : byWeight,
            MonthsByWeakest = byWeakest,
            MonthsByWeight = byWeight,
            Weakest = weakest?.Slug,
            Factors = factors,
            FattyAcids = acids,
            KnownPercent = mass,
            Confidence =
                weakest?.ShelfLifeMonths?.Confidence is { } own && own < resolved.Rules.Months.Confidence
                    ? own
                    : resolved.Rules.Months.Confidence,
        };
    }

    /// <summary>From its fatty acids where it is a glyceride, else as measured.</summary>
    private static double? IodineOf(Ingredient ingredient) =>
        ingredient.FattyAcids.Count > 0 && ingredient.IodineValueNote is null
            ? FattyAcidName.IodineValue(ingredient.FattyAcids)
            : ingredient.IodineValue?.Value;

    private static double? SaponificationOf(Ingredient ingredient) =>
        ingredient.FattyAcids.Count > 0
        && ingredient.IodineValueNote is null
        && FattyAcidName.SaponificationValue(ingredient.FattyAcids) is { } computed
            ? computed
            : ingredient.SaponificationValue?.Value;

    private static double? Mean(ResolvedFormula resolved, Func<Ingredient, double?> valueOf)
    {
        double sum = 0,
            mass = 0;
        foreach (var (ingredient, percent) in resolved.PartsInOrder.Where(part => part.Mass > 0m))
        {
            if (valueOf(ingredient) is { } value)
                (sum, mass) = (sum + (value * (double)percent), mass + (double)percent);
        }

        return mass > 0 ? sum / mass : null;
    }

    private static ImmutableArray<KeepingFactor> FactorsOf(ResolvedFormula resolved, double polyunsaturated, double linolenic)
    {
        var rules = resolved.Rules.Months;
        var present = resolved.PartsInOrder.Where(part => part.Mass > 0m).ToList();
        var factors = ImmutableArray.CreateBuilder<KeepingFactor>();
        var antioxidant = present.Where(part => part.Ingredient.Class == IngredientClass.Antioxidant).Sum(part => part.Mass);
        if (resolved.Formula.Climate.HighCelsius >= rules.WarmFromCelsius)
            factors.Add(new KeepingFactor($"warmth of {Celsius(resolved.Formula.Climate.HighCelsius, "0.#")}", rules.WarmFactor));
        if (present.Exists(part => rules.IronPigments.Contains(part.Ingredient.Slug)))
            factors.Add(new KeepingFactor("iron in a pigment", rules.IronFactor));
        if (present.Exists(part => part.Ingredient.Class == IngredientClass.Botanical))
            factors.Add(new KeepingFactor("plant matter left in", rules.BotanicalFactor));
        var lost = factors.Aggregate(1.0, (product, factor) => product * factor.Factor);
        if (
            lost < 1
            && antioxidant >= resolved.Rules.Antioxidants.AntioxidantPercentFrom
            && polyunsaturated >= rules.AntioxidantActsFromPolyunsaturated
            && linolenic <= rules.AntioxidantActsToLinolenic
        )
            factors.Insert(0, new KeepingFactor("an antioxidant gives some of it back", Math.Min(rules.AntioxidantFactor, 1 / lost)));
        return factors.ToImmutable();
    }

    /// <summary>
    /// The shortest life among what counts, and the weighted harmonic mean of all, both times the factor. What is not fat (powders,
    /// pigments) has a shelf life but does not turn.
    /// </summary>
    private static (Ingredient? Weakest, double? ByWeakest, double? ByWeight) MonthsOf(ResolvedFormula resolved, double factor)
    {
        var turning = resolved
            .PartsInOrder.Where(part => part.Mass > 0m && part.Ingredient is { Solubility: Solubility.Oil, ShelfLifeMonths: not null })
            .ToList();
        var counted = turning.Where(part => part.Mass >= resolved.Rules.Months.CountsFromPercent).ToList();
        if (turning.Count == 0)
            return (null, null, null);
        var weakest = (counted.Count > 0 ? counted : turning).MinBy(part => part.Ingredient.ShelfLifeMonths!.Value).Ingredient;
        var rate = turning.Sum(part => (double)part.Mass / part.Ingredient.ShelfLifeMonths!.Value);
        return (weakest, weakest.ShelfLifeMonths!.Value * factor, (double)turning.Sum(part => part.Mass) / rate * factor);
    }
}
