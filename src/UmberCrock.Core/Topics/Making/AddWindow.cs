using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Topics.Making;

/// <summary>Where what bears no heat goes in: below what it bears, above where all sets.</summary>
/// <param name="Lines">The lines that go in then, ascending.</param>
/// <param name="FromCelsius">They go in below this, C.</param>
/// <param name="ToCelsius">It sets here, C; null when it never does.</param>
/// <param name="Closed">True when it sets before they may go in: they go in at the lowest temperature at which all is liquid.</param>
internal sealed record AddWindow(ImmutableArray<int> Lines, double FromCelsius, double? ToCelsius, bool Closed)
{
    /// <summary>Null when nothing is added cool. What its phase would spoil is taken out of it and added cool as well.</summary>
    public static AddWindow? Of(Assessment a)
    {
        var resolved = a.Resolved;
        var heats = resolved.Rules.Stages;
        var clear = a.Firmness.Melt.ClearPointCelsius();
        var set = a.Firmness.SetPointCelsius();
        ImmutableArray<int> lines =
        [
            .. Enumerable
                .Range(0, resolved.Ingredients.Length)
                .Where(line =>
                    resolved.Totals.Percents[line] > 0m
                    && resolved.StageOf(line) is not Stage.Warm
                    && !(resolved.Formula.IsWhipped && resolved.StageOf(line) == Stage.Whip)
                    && (
                        resolved.StageOf(line) is Stage.Cool or Stage.Whip
                        || resolved.Ingredients[line].AddBelowCelsius?.Value
                            < StageFindings.HeatOf(resolved, resolved.StageOf(line), clear, set)
                    )
                ),
        ];
        if (lines.IsEmpty)
            return null;
        var bears = lines.Min(line => resolved.Ingredients[line].AddBelowCelsius?.Value ?? double.PositiveInfinity);
        var from = Math.Min(bears, heats.HottestCoolCelsius);
        // What bears it goes in well above where it sets.
        if (set is { } firm)
            from = Math.Max(from, Math.Min(bears, firm + heats.WarmAboveSetCelsius));
        return set is { } sets && from <= sets
            ? new(lines, sets + heats.WarmAboveSetCelsius, set, Closed: true)
            : new(lines, from, set, Closed: false);
    }
}
