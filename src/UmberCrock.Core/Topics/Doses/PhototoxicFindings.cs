using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>An oil that burns skin in sunlight, and the most of it that may stay on skin.</summary>
public sealed record PhototoxicOil([Names(Named.Ingredient)] string Ingredient, decimal MaxPercent, string Source, Confidence Confidence);

/// <summary>Phototoxic oils (data/rules/phototoxic.json).</summary>
/// <param name="Oils">The phototoxic oils, each with its limit.</param>
/// <param name="CoveredZones">Zones that clothes keep from the sun: there the limits do not bind.</param>
/// <param name="Source">Where the rule of the sum comes from.</param>
/// <param name="Confidence">How far the limits of phototoxic oils can be trusted.</param>
public sealed record PhototoxicRules(
    ImmutableArray<PhototoxicOil> Oils,
    ImmutableArray<Zone> CoveredZones,
    string Source,
    Confidence Confidence
) : IRules<PhototoxicRules>
{
    static RuleFile IRules<PhototoxicRules>.File { get; } = new("phototoxic.json", DosesJson.Default);

    /// <summary>True when the limits bind: left on, on skin that may see daylight.</summary>
    public bool Bind(Formula formula) => formula.Exposure == Exposure.LeaveOn && (formula.MeetsSun || !CoveredZones.Contains(formula.Zone));
}

/// <summary>
/// Findings about oils that burn skin in sunlight. Their limits hold for their sum: the shares each oil takes of its own limit may
/// not add up to more than 1 (IFRA standard on furocoumarin-containing oils, from memory).
/// </summary>
internal static class PhototoxicFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Phototoxic;
        if (!rules.Bind(resolved.Formula))
            yield break;
        var found = rules
            .Oils.Select(oil => (Oil: oil, Lines: resolved.LinesOf(oil.Ingredient)))
            .Select(entry => (entry.Oil, entry.Lines, Percent: resolved.PercentOf(entry.Lines)))
            .Where(entry => entry.Percent > 0m)
            .ToList();
        if (found.Count == 0)
            yield break;

        var ratio = found.Sum(entry => entry.Percent / entry.Oil.MaxPercent);
        ImmutableArray<int> lines = [.. found.SelectMany(entry => entry.Lines).Order()];
        if (ratio > 1m)
            yield return Over(resolved, found[0].Oil, lines, ratio, found.Count);
        else if (resolved.Formula.MeetsSun)
            yield return InDaylight(resolved, lines, ratio);
    }

    private static Finding Over(ResolvedFormula resolved, PhototoxicOil first, ImmutableArray<int> lines, decimal ratio, int oils)
    {
        var percent = resolved.PercentOf(lines);
        var fixes = lines.Any(line => resolved.Formula.Lines[line].IsBalance)
            ? ImmutableArray<Fix>.Empty
            :
            [
                FixBuilder.SetAll(
                    resolved,
                    oils == 1
                        ? (Message)$"Set to {Two(first.MaxPercent)}"
                        : $"Ease to {Two(decimal.Round(percent / ratio, 2, MidpointRounding.ToZero))}",
                    [.. lines.Select(line => (line, DoseFindings.Down(resolved.Totals.Percents[line] / ratio)))]
                ),
            ];
        return new Finding(
            FindingCodes.Phototoxic,
            Severity.Stop,
            oils == 1
                ? (Message)$"{FindingWords.Names(resolved, lines)} is {Two(percent - first.MaxPercent)} over its sunlight limit"
                : "Phototoxic oils together are over their limit",
            oils == 1
                ? (Message)$"{Two(percent).Percent}; what stays on skin may hold {Short(first.MaxPercent).Percent}."
                : $"{FindingWords.Names(resolved, lines)} take {Two(ratio)} times what they may together.",
            "Furocoumarins make skin burn and blister in daylight. Each oil takes a share of its own limit; the shares may not pass 1.",
            oils == 1 ? first.Source : resolved.Rules.Phototoxic.Source,
            lines,
            fixes
        );
    }

    private static Finding InDaylight(ResolvedFormula resolved, ImmutableArray<int> lines, decimal ratio) =>
        new(
            FindingCodes.Phototoxic,
            Severity.Caution,
            $"{FindingWords.Names(resolved, lines)} in the sun",
            $"Within the limit ({Two(ratio)} of 1), but this is worn in daylight.",
            "Furocoumarins make skin burn in daylight, and lots differ. A distilled or bergapten-free oil carries none.",
            resolved.Rules.Phototoxic.Source,
            lines,
            FindingWords.LeaveOut(resolved, lines)
        );
}
