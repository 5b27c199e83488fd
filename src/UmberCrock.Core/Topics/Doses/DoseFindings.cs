using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>Findings about single doses: limits on substances and ingredients, and working windows.</summary>
internal static class DoseFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved, IReadOnlyDictionary<string, DosePlacement> placements) =>
        [
            .. Total(resolved),
            .. OverSubstanceLimits(resolved),
            .. placements.SelectMany(entry => OfIngredient(resolved, entry.Key, entry.Value)),
        ];

    private static IEnumerable<Finding> Total(ResolvedFormula resolved)
    {
        var totals = resolved.Totals;
        if (totals.Off == 0m)
            yield break;
        var balance = resolved.Formula.BalanceIndex;
        var off = Two(Math.Abs(totals.Off));
        var title = totals.Off > 0 ? (Message)$"The total is {off} over" : $"The total is {off} short";
        var detail =
            balance >= 0
                ? (Message)$"Lines set by hand make {Two(totals.SetPercent)}; the balance line cannot go below 0."
                : $"The lines make {Two(totals.Total)} instead of 100.00.";
        yield return new Finding(
            FindingCodes.TotalNot100,
            Severity.Stop,
            title,
            detail,
            "Percents that do not make 100 are not percents: every gram, limit and label line would be wrong.",
            "arithmetic",
            [],
            TotalFixes(resolved)
        );
    }

    private static ImmutableArray<Fix> TotalFixes(ResolvedFormula resolved)
    {
        if (resolved.Formula.BalanceIndex >= 0)
            return [];
        var carrier = resolved
            .LinesWhere(ingredient => ingredient.Class == IngredientClass.Oil)
            .DefaultIfEmpty(-1)
            .MaxBy(line => line < 0 ? 0m : resolved.Totals.Percents[line]);
        var takesUp = carrier >= 0 && resolved.Totals.Percents[carrier] >= resolved.Totals.Off;
        return takesUp
            ?
            [
                new Fix(
                    "Balance with oil",
                    $"oil to {Two(resolved.Totals.Percents[carrier] - resolved.Totals.Off)}",
                    [new Formulas.SetBalance(carrier)]
                ),
            ]
            : [];
    }

    private static IEnumerable<Finding> OverSubstanceLimits(ResolvedFormula resolved)
    {
        foreach (var (subject, rule, least, most, lines) in resolved.SubstanceLimits)
        {
            var limit = rule.MaxPercent!.Value;
            if (most <= limit)
                continue;
            var range = least < most ? (Message)$", counted at the most that its sources may hold ({Exact(most)})" : "";
            yield return new Finding(
                FindingCodes.OverLimit,
                Severity.Stop,
                $"{subject[0]} is {Exact(Up(most - limit))} over its limit",
                $"The most allowed here is {Exact(limit)} %{range}.",
                $"{rule.Condition}. A limit in law is not a matter of taste: the product may not be given to others above it.",
                rule.Source,
                lines,
                FixSubstance(resolved, lines, subject, limit, most)
            );
        }
    }

    private static ImmutableArray<Fix> FixSubstance(
        ResolvedFormula resolved,
        ImmutableArray<int> lines,
        ImmutableArray<string> subject,
        decimal limit,
        decimal most
    )
    {
        if (lines.Any(line => resolved.Formula.Lines[line].IsBalance))
            return [];
        // Every line gives in proportion; with one line this is its own limit.
        var doses = lines.Select(line => (line, Down(resolved.Totals.Percents[line] * limit / most))).ToList();
        return doses.Count == 1
            ? [FixBuilder.SetTo(resolved, doses[0].line, doses[0].Item2)]
            : [FixBuilder.SetAll(resolved, $"{subject[0]} to {Exact(limit)}", doses)];
    }

    private static IEnumerable<Finding> OfIngredient(ResolvedFormula resolved, string slug, DosePlacement placement)
    {
        var lines = resolved.LinesOf(slug);
        var name = resolved.Ingredients[lines[0]].Name;
        var setLines = lines.Where(line => !resolved.Formula.Lines[line].IsBalance).ToImmutableArray();
        var window = placement.Window;
        switch (placement.Place)
        {
            case Place.OverLimit when placement.Limit is { Kind: LimitKind.Ingredient } limit && placement.Percent > limit.Percent:
                yield return new Finding(
                    FindingCodes.OverLimit,
                    Severity.Stop,
                    $"{name} is {Two(placement.Percent - limit.Percent)} over its limit",
                    $"The most that may be used here is {Two(limit.Percent).Percent}.",
                    $"{limit.Condition ?? "An industry standard"}.",
                    limit.Source,
                    lines,
                    ScaleTo(resolved, setLines, placement.Percent, limit.Percent)
                );
                break;
            case Place.Above:
                yield return new Finding(
                    FindingCodes.AboveWindow,
                    Severity.Caution,
                    $"{name} is {Two(placement.Percent - window!.MaxPercent!.Value)} above its window",
                    $"For this kind of product {Short(window.MinPercent ?? 0m)} to {Short(window.MaxPercent.Value).Percent} is usual.",
                    WhyOf(window),
                    window.Source,
                    lines,
                    ScaleTo(resolved, setLines, placement.Percent, window.MaxPercent.Value)
                );
                break;
            case Place.Below:
                yield return new Finding(
                    FindingCodes.BelowWindow,
                    Severity.Note,
                    $"{name} is {Two(window!.MinPercent!.Value - placement.Percent)} under its window",
                    $"For this kind of product {Short(window.MinPercent.Value)} to {Short(window.MaxPercent ?? 100m).Percent} is usual.",
                    WhyOf(window),
                    window.Source,
                    lines,
                    setLines.Length == 1 && lines.Length == 1 ? ScaleTo(resolved, setLines, placement.Percent, window.MinPercent.Value) : []
                );
                break;
            default:
                break;
        }
    }

    private static string WhyOf(DoseRule rule) =>
        rule.Condition is { } condition
            ? $"{condition}."
            : "Outside it the ingredient does its work poorly, or does harm to feel and keeping.";

    /// <summary>Brings an ingredient to a dose. With several lines all give in proportion; the balance line cannot be set.</summary>
    private static ImmutableArray<Fix> ScaleTo(ResolvedFormula resolved, ImmutableArray<int> lines, decimal percent, decimal target)
    {
        if (lines.Length == 0 || resolved.DoseOf(lines) != percent)
            return [];
        if (lines.Length == 1)
            return [FixBuilder.SetTo(resolved, lines[0], target)];
        return
        [
            FixBuilder.SetAll(
                resolved,
                $"Set to {Two(target)}",
                [.. lines.Select(line => (line, Down(resolved.Totals.Doses[line] * target / percent)))]
            ),
        ];
    }

    /// <summary>A dose rounded down, so that a fix never ends above the limit it cures: to two decimals, small ones to four.</summary>
    internal static decimal Down(decimal percent) => decimal.Round(percent, Places(percent), MidpointRounding.ToZero);

    /// <summary>Rounded up, so that an excess is never said to be nothing.</summary>
    private static decimal Up(decimal percent) => decimal.Round(percent, Places(percent), MidpointRounding.ToPositiveInfinity);

    /// <summary>Two decimals, or four for what is small.</summary>
    private static Figure Exact(decimal percent) =>
        percent == 0m || percent >= SmallPercent ? Two(percent) : Short(decimal.Round(percent, 4));

    private const decimal SmallPercent = 0.1m;

    private static int Places(decimal percent) => percent < SmallPercent ? 4 : 2;
}
