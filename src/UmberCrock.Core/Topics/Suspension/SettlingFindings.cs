using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Suspension;

/// <summary>Findings about powders that sink before the mix sets.</summary>
internal static class SettlingFindings
{
    public static IEnumerable<Finding> Find(Assessment a)
    {
        // What is whipped is stirred until it stands.
        if (a.Resolved.Totals.Total <= 0m || a.Resolved.Formula.IsWhipped || a.Settling is not { } report)
            yield break;
        var resolved = a.Resolved;
        var rules = resolved.Rules.Settling;
        if (report.FallMillimetres <= rules.FallMillimetresMost)
            yield break;
        var powder = resolved.Catalogue.Find(report.Powder)!;
        var lines = resolved.LinesOf(powder.Slug);
        var how = report.FallMillimetres is { } fall
            ? (Message)$"It falls {fall:0.0} mm while the mix cools from {Celsius(report.PourCelsius, "0")} to where it sets; "
                + $"{rules.FallMillimetresMost:0.#} mm shows. Stir until {Celsius(report.StirUntilCelsius!.Value, "0")}."
            : $"It falls {report.VelocityMillimetresPerHour:0.0} mm an hour, and the mix never sets: shake before use.";
        yield return new Finding(
            FindingCodes.Settling,
            report.FallMillimetres is null ? Severity.Caution : Severity.Note,
            $"{powder.Name} sinks",
            how,
            report.Dispersed
                ? "Even well dispersed, a heavy powder falls through thin oil. Thicker oil, quicker cooling or stirring keeps it up."
                : "In oil alone the grains cling to each other, and clumps fall with the square of their size. A dispersant parts them.",
            rules.Source,
            lines,
            []
        )
        {
            Ways = () => Ways(resolved, report, powder),
        };
    }

    private static IEnumerable<Fix> Ways(ResolvedFormula resolved, SettlingReport report, Ingredient powder)
    {
        var rules = resolved.Rules.Settling;
        var wanting = resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Solubility == Solubility.InsolublePowder));
        var dose = Math.Max(0.5m, Math.Ceiling(wanting * rules.DispersantPerPowder * 10m) / 10m);
        if (!report.Dispersed && resolved.Catalogue.Find(rules.DispersantOffered) is { } dispersant)
        {
            var line = resolved.LinesOf(dispersant.Slug).FirstOrDefault(-1);
            yield return line < 0
                ? FixBuilder.Add(resolved, dispersant, dose, Stage.Powder, $"Add {Two(dose)} {dispersant.Name.ToLowerInvariant()}")
                : FixBuilder.SetTo(resolved, line, dose, $"{dispersant.Name} to {Two(dose)}");
        }

        if (rules.DispersedInsteadOf.TryGetValue(powder.Slug, out var slug) && resolved.Catalogue.Find(slug) is { } coated)
            yield return new Fix(
                $"{coated.Name} instead",
                null,
                [.. resolved.LinesOf(powder.Slug).Select(line => new ReplaceIngredient(line, coated.Slug))]
            );
        var set = resolved.LinesOf(powder.Slug).Where(line => !resolved.Formula.Lines[line].IsBalance).ToList();
        if (set.Count == 1)
            yield return FixBuilder.SetTo(resolved, set[0], rules.Matters - 0.1m, $"Ease to {Two(rules.Matters - 0.1m)}");
    }
}
