using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Making;

/// <summary>What happens when phases meet (data/rules/pouring.json).</summary>
/// <param name="AdditionPercentFrom">A later phase matters from this weight percent.</param>
/// <param name="AdditionCelsius">What is not warmed has the temperature of the kitchen.</param>
/// <param name="MeltAboveClearCelsius">The melt is held this far above its clear point.</param>
/// <param name="MeltCelsius">And at least at this temperature.</param>
/// <param name="SetKnownWithinCelsius">The set point is known no better than this: undercooling differs from pot to pot.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record PouringRules(
    decimal AdditionPercentFrom,
    double AdditionCelsius,
    double MeltAboveClearCelsius,
    double MeltCelsius,
    double SetKnownWithinCelsius,
    string Source,
    Confidence Confidence
) : IRules<PouringRules>
{
    static RuleFile IRules<PouringRules>.File { get; } = new("pouring.json", MakingJson.Default);
}

/// <summary>Findings about joining phases: additions that come too late, and oils that chill the melt.</summary>
internal static class PourFindings
{
    public static IEnumerable<Finding> Find(Assessment a) =>
        a.Resolved.Totals.Total <= 0m || a.Resolved.Formula.IsWhipped || a.Firmness.SetPointCelsius() is not { } set
            ? []
            : new[] { Closed(a, set), Seizes(a, set) }.OfType<Finding>();

    /// <summary>What goes in after the melt and bears less than the set point.</summary>
    private static ImmutableArray<int> TooLate(ResolvedFormula resolved, double set) =>
        [
            .. resolved
                .LinesWhere(ingredient => ingredient.AddBelowCelsius?.Value < set)
                .Where(line => resolved.Totals.Percents[line] > 0m && resolved.StageOf(line) is Stage.Cool or Stage.Warm),
        ];

    private static Finding? Closed(Assessment a, double set)
    {
        var lines = TooLate(a.Resolved, set);
        if (lines.IsEmpty)
            return null;
        var bears = lines.Min(line => a.Resolved.Ingredients[line].AddBelowCelsius!.Value);
        return new Finding(
            FindingCodes.WindowClosed,
            set - bears < a.Resolved.Rules.Pouring.SetKnownWithinCelsius
            || lines.All(line => a.Resolved.Rules.Stages.Evaporating.Holds(a.Resolved.Ingredients[line]))
                ? Severity.Note
                : Severity.Caution,
            $"Set before {FindingWords.Names(a.Resolved, lines)} may go in",
            $"{(lines.Length == 1 ? "It goes" : "They go")} in below {Celsius(bears, "0")}; the mix sets at {Celsius(set, "0.0")}.",
            (Message)"The ways out: scent goes in off the heat, "
                + $"{Celsius(a.Resolved.Rules.Stages.WarmAboveSetCelsius, "0").CelsiusApart} above the set point, stirred half a minute "
                + "and poured; else less or a lower-melting structurant, an addition that bears the heat, or stir until it thickens and "
                + "fold it in.",
            a.Resolved.Rules.Pouring.Source,
            lines,
            []
        )
        {
            Ways = () => Open(a, lines, bears),
        };
    }

    private static IEnumerable<Fix> Open(Assessment a, ImmutableArray<int> lines, double bears)
    {
        var resolved = a.Resolved;
        foreach (
            var fix in TextureFixes.Ways(a, bears, firmer: false, model => model.SetPointCelsius() is not { } set || set < bears).Take(1)
        )
            yield return fix;
        if (
            lines.All(line => resolved.Ingredients[line].Class == IngredientClass.Antioxidant)
            && resolved.Catalogue.Ingredients.FirstOrDefault(other =>
                other.Class == IngredientClass.Antioxidant && other.AddBelowCelsius is null
            )
                is { } bearing
        )
        {
            yield return new Fix(
                $"{bearing.ShortName} instead",
                null,
                [.. lines.Select(line => new ReplaceIngredient(line, bearing.Slug))]
            );
        }

        foreach (var fix in FindingWords.LeaveOut(resolved, lines))
            yield return fix;
    }

    /// <summary>
    /// Two masses that meet come to (m1 T1 + m2 T2) / (m1 + m2), their specific heats being nearly equal. Below the border of pouring the
    /// waxes set where they meet.
    /// </summary>
    private static Finding? Seizes(Assessment a, double set)
    {
        var resolved = a.Resolved;
        var rules = resolved.Rules.Pouring;
        var border = a.Firmness.ThickensAtCelsius() ?? set;
        var hot = Math.Max(rules.MeltCelsius, (a.Firmness.Melt.ClearPointCelsius() ?? 0) + rules.MeltAboveClearCelsius);
        var melted = resolved.PercentOf(LinesOf(resolved, Stage.Melt, Stage.Infuse));
        foreach (var stage in new[] { Stage.Warm, Stage.Powder, Stage.Cool })
        {
            var lines = LinesOf(resolved, stage);
            var added = resolved.PercentOf(lines);
            if (added < rules.AdditionPercentFrom || melted <= 0m)
            {
                melted += added;
                continue;
            }

            // Cool additions wait until the melt has come down to what they bear, or to where it only just pours.
            var bears = lines.Select(line => resolved.Ingredients[line].AddBelowCelsius?.Value).OfType<double>().DefaultIfEmpty(hot).Min();
            var meets = stage == Stage.Cool ? Math.Min(hot, Math.Max(bears, border)) : hot;
            var together = (((double)melted * meets) + ((double)added * rules.AdditionCelsius)) / (double)(melted + added);
            if (together < border)
            {
                return new Finding(
                    FindingCodes.SeizeRisk,
                    Severity.Caution,
                    "Cold oil sets the wax on contact",
                    $"{Two(added).Percent} at {Celsius(rules.AdditionCelsius, "0")} brings the melt from {meets:0} to "
                        + $"{Celsius(together, "0")}; it stops pouring at {Celsius(border, "0")}.",
                    "The wax sets in lumps where the cold oil meets it. Warm that oil with the melt, or add it a little at a "
                        + "time over the heat.",
                    rules.Source,
                    lines,
                    []
                )
                {
                    Ways = () => Warm(resolved, lines),
                };
            }

            melted += added;
        }

        return null;
    }

    private static ImmutableArray<int> LinesOf(ResolvedFormula resolved, params Stage[] stages) =>
        [
            .. Enumerable
                .Range(0, resolved.Ingredients.Length)
                .Where(line => resolved.Totals.Percents[line] > 0m && stages.Contains(resolved.StageOf(line))),
        ];

    private static IEnumerable<Fix> Warm(ResolvedFormula resolved, ImmutableArray<int> lines)
    {
        var melt = resolved.Rules.Stages.Stages.First(heat => heat.Stage == Stage.Melt).Celsius;
        ImmutableArray<int> bearing =
        [
            .. lines.Where(line =>
                resolved.Ingredients[line].Solubility == Solubility.Oil
                && (resolved.Ingredients[line].AddBelowCelsius?.Value ?? melt) >= melt
            ),
        ];
        if (!bearing.IsEmpty)
            yield return FixBuilder.MoveTo(
                resolved,
                bearing,
                Stage.Melt,
                bearing.Length == 1 ? "Melt it with the waxes" : "Melt them with the waxes"
            );
    }
}
