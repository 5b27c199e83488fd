using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Trials;

/// <summary>Something that could stand in for an ingredient.</summary>
/// <param name="Ingredient">The ingredient that could stand in.</param>
/// <param name="GramsPerGram">Grams of it for a gram of the other.</param>
/// <param name="Words">What would change with it, in a few words.</param>
/// <param name="TradeRank">Its place among what the trade takes, from 0; null for what is offered by likeness only.</param>
public sealed record Replacement(Ingredient Ingredient, double GramsPerGram, string Words, int? TradeRank = null);

/// <summary>
/// What could stand in for an ingredient: first what the trade takes (data/rules/swaps.json), then, closest first, what is of the same
/// kind, by fatty acids or constituents, by how it feels, by melt and
/// firmness of the neat material. What has nothing known in common to go by is not offered. Waxes stand in by the equivalents of the
/// maker's school.
/// </summary>
public static class Replacements
{
    private const decimal FirmCelsius = 25m;
    private static readonly Climate Any = new(FirmCelsius, FirmCelsius);

    /// <summary>Up to a few replacements, closest first.</summary>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    /// <param name="candidates">The ingredients that may stand in.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <param name="most">How many are wanted at most.</param>
    public static ImmutableArray<Replacement> For(
        Ingredient ingredient,
        IEnumerable<Ingredient> candidates,
        Catalogue catalogue,
        EvaluationSettings settings,
        int most = 5
    )
    {
        var own = FirmnessOf(ingredient, catalogue);
        var known = catalogue.Rules.Of<SwapRules>().Of(ingredient.Slug);
        return
        [
            .. candidates
                .Where(other =>
                    other.Slug != ingredient.Slug
                    && (Rank(known, other) < int.MaxValue || (IsSameKind(ingredient, other) && CanCompare(ingredient, other)))
                    && known?.Never.Contains(other.Slug) != true
                )
                .Select(other => (Other: other, Firmness: FirmnessOf(other, catalogue)))
                .OrderBy(entry => Rank(known, entry.Other))
                .ThenBy(entry => Distance(ingredient, entry.Other, own, entry.Firmness))
                .ThenBy(entry => entry.Other.Slug, StringComparer.Ordinal)
                .Take(most)
                .Select(entry => Of(ingredient, entry.Other, catalogue, settings)),
        ];
    }

    /// <summary>Its place among what the trade takes, from 0; the greatest number for what the trade does not name.</summary>
    private static int Rank(SwapRule? known, Ingredient other)
    {
        var at = known?.By.IndexOf(known.By.FirstOrDefault(row => row.Ingredient == other.Slug)!) ?? -1;
        return at < 0 ? int.MaxValue : at;
    }

    /// <summary>One ingredient in the place of another that was asked for, whatever their kinds.</summary>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    /// <param name="other">The ingredient that could stand in.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public static Replacement Of(Ingredient ingredient, Ingredient other, Catalogue catalogue, EvaluationSettings settings)
    {
        var known = catalogue.Rules.Of<SwapRules>().Of(ingredient.Slug);
        var rank = Rank(known, other);
        var row = rank < int.MaxValue ? known!.By[rank] : null;
        var words = WordsOf(ingredient, other, FirmnessOf(ingredient, catalogue), FirmnessOf(other, catalogue));
        return new(
            other,
            row?.GramsPerGram ?? RatioOf(ingredient, other, settings),
            row is null ? words : $"{row.Why}; {words}",
            row is null ? null : rank
        );
    }

    private static bool IsSameKind(Ingredient one, Ingredient other) => one.Class == other.Class || (IsButter(one) && IsButter(other));

    private static bool IsButter(Ingredient ingredient) => ingredient.Class is IngredientClass.HardButter or IngredientClass.SoftButter;

    private static double FirmnessOf(Ingredient ingredient, Catalogue catalogue) =>
        ingredient.Solubility == Solubility.Oil
            ? MeltReport
                .Of([new MeltPart(ingredient, 100m)], Any, catalogue.Rules.Texture)
                .Bands.First(band => band.Celsius == FirmCelsius)
                .Firmness
            : 0;

    /// <summary>What an ingredient is made of in percent, for comparing: its fatty acids or the middle of its constituents; empty when not
    /// known.</summary>
    private static IReadOnlyDictionary<string, double> ProfileOf(Ingredient ingredient) =>
        ingredient.FattyAcids.Count > 0
            ? ingredient.FattyAcids
            : ingredient.Constituents.ToDictionary(
                part => part.Name,
                part => (double)(part.LowPercent + part.HighPercent) / 2,
                StringComparer.Ordinal
            );

    private static bool CanCompare(Ingredient one, Ingredient other) =>
        (one.Feel is not null && other.Feel is not null) || ProfileOf(one).Keys.Intersect(ProfileOf(other).Keys).Any();

    /// <summary>
    /// Half the difference of the profiles in percent (50 where one is not known), plus that of the feel, plus that of the firmness, plus a
    /// tenth of that of the melting points.
    /// </summary>
    private static double Distance(Ingredient one, Ingredient other, double ownFirmness, double otherFirmness)
    {
        var (mine, others) = (ProfileOf(one), ProfileOf(other));
        var acids =
            mine.Count == 0 || others.Count == 0
                ? 50
                : mine.Keys.Union(others.Keys).Sum(part => Math.Abs(mine.GetValueOrDefault(part) - others.GetValueOrDefault(part))) / 2;
        if (one.Feel is { } feel && other.Feel is { } otherFeel)
            acids +=
                Math.Abs(feel.Greasiness - otherFeel.Greasiness)
                + Math.Abs(feel.Drag - otherFeel.Drag)
                + Math.Abs(feel.Tack - otherFeel.Tack)
                + Math.Abs(feel.Absorbency - otherFeel.Absorbency);
        var melts =
            one.MeltingPoint is { } myPoint && other.MeltingPoint is { } theirPoint ? Math.Abs(myPoint.Value - theirPoint.Value) / 10 : 0;
        return acids + Math.Abs(ownFirmness - otherFirmness) + melts;
    }

    /// <summary>By way of the wax both are equivalents of; weight for weight where nothing is known.</summary>
    private static double RatioOf(Ingredient one, Ingredient other, EvaluationSettings settings) =>
        Equivalent(one, settings) is { } mine && Equivalent(other, settings) is { } theirs && mine.Of == theirs.Of
            ? theirs.GramsPerGram / mine.GramsPerGram
            : 1;

    private static WaxEquivalent? Equivalent(Ingredient ingredient, EvaluationSettings settings) =>
        ingredient.WaxEquivalents.FirstOrDefault(equivalent => equivalent.School is null || equivalent.School == settings.WaxEquivalence);

    private static string WordsOf(Ingredient one, Ingredient other, double own, double firmness)
    {
        var words = new List<string>();
        if (own > 1 || firmness > 1)
            words.Add(FirmerWord(own <= 0 ? 10 : firmness / own));
        else if (one.Feel is { } feel && other.Feel is { } otherFeel && Math.Abs(feel.Absorbency - otherFeel.Absorbency) >= 2)
            words.Add(otherFeel.Absorbency > feel.Absorbency ? "drier" : "richer");
        if (
            one.ShelfLifeOpenedMonths is { } life
            && other.ShelfLifeOpenedMonths is { } otherLife
            && Math.Abs(life.Value - otherLife.Value) >= 3
        )
            words.Add(otherLife.Value > life.Value ? "keeps longer" : "turns sooner");
        if (
            ProfileOf(one)
                .Where(part => one.FattyAcids.Count == 0 && ProfileOf(other).ContainsKey(part.Key))
                .OrderByDescending(part => part.Value)
                .Select(part => part.Key)
                .FirstOrDefault() is
            { } shared
        )
            words.Add($"shares {shared.ToLowerInvariant()}");
        foreach (var gained in other.Allergens.Except(one.Allergens).Take(1))
            words.Add($"brings {gained}");
        foreach (var lost in one.Allergens.Except(other.Allergens).Take(1))
            words.Add($"no {lost} to name");
        return words.Count == 0 ? "much the same" : string.Join(", ", words.Take(2));
    }

    private static string FirmerWord(double ratio) =>
        ratio switch
        {
            > 1.5 => "much firmer",
            > 1.1 => "a little firmer",
            < 0.67 => "much softer",
            < 0.9 => "a little softer",
            _ => "as firm",
        };
}
