using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>One name of an ingredient list, with its percents and place.</summary>
/// <param name="Inci">The name as it is printed in the list.</param>
/// <param name="PercentLow">Least it may hold, weight percent.</param>
/// <param name="PercentHigh">Most weight percent that the product may hold of it.</param>
/// <param name="OrderCertain">False when its range overlaps that of another, so that a supplier's figure must settle the order.</param>
/// <param name="AnyOrder">True below 1 %, where names may stand in any order, and for colourants.</param>
/// <param name="Colourant">True for a colourant, which stands after all others.</param>
/// <param name="Tie">True when another name holds exactly as much: either may come first.</param>
/// <param name="Settles">The supplier's figure that would settle the order, in words; null when it is certain.</param>
/// <param name="AskAbout">Slug of the ingredient whose supplier has that figure; null when it is certain.</param>
/// <param name="FirstPlace">Least place it may have in the list, from 1; null where any order holds.</param>
/// <param name="LastPlace">Last place in the list that the name may have, from 1.</param>
public sealed record ListedIngredient(
    string Inci,
    decimal PercentLow,
    decimal PercentHigh,
    bool OrderCertain,
    bool AnyOrder,
    bool Colourant,
    bool Tie,
    string? Settles,
    string? AskAbout,
    int? FirstPlace,
    int? LastPlace
);

/// <summary>A fragrance allergen that is named, or may have to be.</summary>
/// <param name="Inci">Name by which the allergen is printed.</param>
/// <param name="PercentLow">Least there may be of it, weight percent.</param>
/// <param name="PercentHigh">Most weight percent of the allergen there may be.</param>
/// <param name="Certain">True when even the least is above the threshold.</param>
/// <param name="From">Names of the ingredients that bring the allergen.</param>
public sealed record ListedAllergen(string Inci, decimal PercentLow, decimal PercentHigh, bool Certain, ImmutableArray<string> From);

/// <summary>The ingredient list of a formula in one dialect.</summary>
/// <param name="List">The ingredient list as one text, to be printed.</param>
/// <param name="Items">The names of the list in their order.</param>
/// <param name="Allergens">Fragrance allergens that are named after them: certainly, or possibly above the threshold.</param>
public sealed record IngredientList(string List, ImmutableArray<ListedIngredient> Items, ImmutableArray<ListedAllergen> Allergens)
{
    private const string Nano = "[nano]";
    private const string Extract = " Extract";
    private const string Powder = " Powder";

    /// <summary>
    /// European Union and United Kingdom: Regulation (EC) 1223/2009 Article 19(1)(g), from memory: descending weight; below 1 % in any
    /// order after the others
    /// (descending is kept); colourants last; "nano" in brackets; listed fragrance allergens above their threshold (Annex III; Regulation
    /// (EU) 2023/1545).
    /// Substances are summed over all lines.
    /// </summary>
    public static IngredientList Eu(ResolvedFormula resolved)
    {
        var items = Listed(resolved, inci => inci.Eu);
        var allergens = AllergensOf(resolved, [.. items.Select(item => item.Inci)]);
        return Of(items, allergens);
    }

    /// <summary>United States: 21 CFR 701.3, from memory: descending predominance, 1 % or less in any order after, colour additives last;
    /// names with the common name; allergens wait for a rule.</summary>
    public static IngredientList Us(ResolvedFormula resolved)
    {
        return Of(Listed(resolved, inci => inci.Us.Replace(Nano, "", StringComparison.OrdinalIgnoreCase).Trim()), []);
    }

    /// <summary>In the dialect of the region whose rules hold.</summary>
    public static IngredientList Of(ResolvedFormula resolved) => resolved.Settings.Region == Region.Us ? Us(resolved) : Eu(resolved);

    /// <summary>Every name as it is printed, in order: ingredients, allergens, colourants.</summary>
    public IEnumerable<(string Inci, ListedIngredient? Item, ListedAllergen? Allergen)> InOrder() => InOrder(Items, Allergens);

    private static IngredientList Of(ImmutableArray<ListedIngredient> items, ImmutableArray<ListedAllergen> allergens) =>
        new(string.Join(", ", InOrder(items, allergens).Select(name => name.Inci)), items, allergens);

    private static IEnumerable<(string Inci, ListedIngredient? Item, ListedAllergen? Allergen)> InOrder(
        ImmutableArray<ListedIngredient> items,
        ImmutableArray<ListedAllergen> allergens
    ) =>
        items
            .Where(item => !item.Colourant)
            .Select(item => (item.Inci, (ListedIngredient?)item, (ListedAllergen?)null))
            .Concat(allergens.Select(allergen => (allergen.Inci, (ListedIngredient?)null, (ListedAllergen?)allergen)))
            .Concat(items.Where(item => item.Colourant).Select(item => (item.Inci, (ListedIngredient?)item, (ListedAllergen?)null)));

    private static ImmutableArray<ListedIngredient> Listed(ResolvedFormula resolved, Func<InciName, string> dialect)
    {
        // Two substances may have one name: the three iron oxides are one in the United States.
        var sums = resolved
            .Substances.Values.Where(sum =>
                sum.HighPercent > 0m
                && (sum.HighPercent >= resolved.Settings.TraceBelowPercent || sum.Lines.Any(line => IsMainly(resolved, line, sum.Inci)))
            )
            .Concat(Extracts(resolved))
            .GroupBy(sum => dialect(sum.Inci), StringComparer.Ordinal)
            .Select(group => new Named(
                group.Key,
                group.Sum(sum => sum.LowPercent),
                group.Sum(sum => sum.HighPercent),
                group.All(sum => sum.Colourant),
                resolved.Rules.Label.FreeOrderBelowPercent,
                [.. group.SelectMany(sum => sum.Lines.Select(line => (line, sum.Inci.Eu)))]
            ))
            .OrderBy(named => named.Colourant)
            .ThenBy(named => named.Middle < named.FreeBelow)
            .ThenByDescending(named => named.Middle)
            .ThenBy(named => named.Name, StringComparer.Ordinal)
            .ToList();
        return
        [
            .. sums.Select(named =>
            {
                var others = sums.Where(other => !ReferenceEquals(other, named)).ToList();
                var rivals = named.IsFree ? [] : others.FindAll(other => !other.IsFree);
                var overlapping = others.FindAll(named.MayChangePlaces);
                var (ask, about) = overlapping.Count == 0 ? (null, null) : Settling(resolved, [named, .. overlapping]);
                return new ListedIngredient(
                    named.Name,
                    named.Low,
                    named.High,
                    overlapping.Count == 0,
                    named.IsFree,
                    named.Colourant,
                    rivals.Exists(named.Ties),
                    ask,
                    about,
                    named.IsFree ? null : 1 + rivals.Count(other => other.Low >= named.High && !named.Ties(other)),
                    named.IsFree ? null : 1 + rivals.Count(other => other.High > named.Low || named.Ties(other))
                );
            }),
        ];
    }

    /// <summary>What herbs that are strained out leave in the oil is their extract; how much, nobody has weighed.</summary>
    private static IEnumerable<SubstanceSum> Extracts(ResolvedFormula resolved) =>
        from line in Enumerable.Range(0, resolved.Ingredients.Length).Where(resolved.Totals.IsStrained)
        from component in resolved.Ingredients[line].Composition
        select new SubstanceSum(
            new InciName(ExtractOf(component.Inci.Eu), ExtractOf(component.Inci.Us)),
            0m,
            resolved.Totals.Doses[line] * resolved.Rules.Label.ExtractAtMostPercent / 100m,
            Colourant: false,
            [line]
        );

    private static string ExtractOf(string plant) =>
        plant.EndsWith(Extract, StringComparison.Ordinal) ? plant
        : plant.EndsWith(Powder, StringComparison.Ordinal) ? plant[..^Powder.Length] + Extract
        : plant + Extract;

    /// <summary>True when a substance is what an ingredient mainly is, not what it brings along.</summary>
    private static bool IsMainly(ResolvedFormula resolved, int line, InciName inci) =>
        resolved
            .Ingredients[line]
            .Composition.Any(component => component.Inci == inci && component.HighPercent >= resolved.Rules.Label.MainlyFromPercent);

    /// <summary>The widest range among those that overlap, and whom to ask.</summary>
    private static (string Ask, string About) Settling(ResolvedFormula resolved, IReadOnlyList<Named> rivals)
    {
        var (line, name) = rivals
            .SelectMany(named => named.Lines)
            .OrderBy(source => resolved.Ingredients[source.Line].Slug, StringComparer.Ordinal)
            .MaxBy(source => Width(resolved, source.Line, source.Name));
        return (
            $"ask the supplier how much {name} is in the {resolved.Ingredients[line].Name.ToLowerInvariant()}",
            resolved.Ingredients[line].Slug
        );
    }

    private static decimal Width(ResolvedFormula resolved, int line, string name) =>
        resolved.Totals.Percents[line]
        * resolved
            .Ingredients[line]
            .Composition.Where(component => component.Inci.Eu == name)
            .Sum(component => component.HighPercent - component.LowPercent);

    private static ImmutableArray<ListedAllergen> AllergensOf(ResolvedFormula resolved, HashSet<string> named)
    {
        var threshold = resolved.Rules.Label.AllergenThreshold(resolved.Formula.Exposure);
        return
        [
            .. resolved
                .Rules.Label.Allergens.Where(name => !named.Contains(name))
                .Select(name => (Name: name, Sum: resolved.SumOf([name])))
                .Where(entry => entry.Sum.High > threshold)
                .OrderByDescending(entry => entry.Sum.High)
                .ThenBy(entry => entry.Name, StringComparer.Ordinal)
                .Select(entry => new ListedAllergen(
                    entry.Name,
                    entry.Sum.Low,
                    entry.Sum.High,
                    entry.Sum.Low > threshold,
                    [
                        .. entry
                            .Sum.Lines.Where(line => resolved.Holds(line))
                            .Select(line => resolved.Ingredients[line].Name)
                            .Distinct()
                            .Order(StringComparer.Ordinal),
                    ]
                )),
        ];
    }

    private sealed record Named(
        string Name,
        decimal Low,
        decimal High,
        bool Colourant,
        decimal FreeBelow,
        ImmutableArray<(int Line, string Name)> Lines
    )
    {
        public decimal Middle => (Low + High) / 2m;

        public bool IsFree => Colourant || Middle < FreeBelow;

        /// <summary>True when the two might stand the other way round: below the line any order is right, so both must be able to reach
        /// it.</summary>
        public bool MayChangePlaces(Named other) =>
            !Colourant && !other.Colourant && High >= FreeBelow && other.High >= FreeBelow && Low < other.High && other.Low < High;

        public bool Ties(Named other) => Low == High && other.Low == other.High && Low == other.Low;
    }
}
