using UmberCrock.Core.Findings;
using static System.FormattableString;

namespace UmberCrock.Core.Topics.Suspension;

/// <summary>How settling is computed.</summary>
internal static class SettlingExplanation
{
    public static Explanation? Of(Assessment a)
    {
        if (a.Settling is not { } report)
            return null;
        var rules = a.Resolved.Rules.Settling;
        var powder = a.Resolved.Catalogue.Find(report.Powder)!;
        return new(
            "settling", "Powders that sink",
            ["v = 2/9 (ρ powder − ρ oil) g r² / μ", "in a crowd: v × (1 − φ)^4.65", "fall = Σ v(T) × the minutes that Newton’s cooling takes over each degree"],
            $"Stokes’ law, slowed by the crowd (Richardson and Zaki 1954) and by oil that thickens as it cools (Arrhenius between the published viscosities). Source: {rules.Source}.",
            [
                ExplainedValue.Of(powder, powder.Density!, "", "density "),
                new ExplainedValue(powder.Name, Invariant($"radius {(report.Dispersed ? rules.DispersedMicrometres : rules.AgglomerateMicrometres):0.0} µm, {(report.Dispersed ? "dispersed" : "in clumps")}"), rules.Source, rules.Confidence),
                new ExplainedValue("The mix of oils", Invariant($"{report.MillipascalSeconds:0} mPa s at {report.PourCelsius:0} °C"), "from the viscosities below", rules.Confidence),
                new ExplainedValue("Cooling in the mould", Invariant($"{rules.CoolingPerMinute:0.00} of the difference to the room a minute"), rules.Source, rules.Confidence),
                .. a.Resolved.PartsInOrder.Where(part => part.Mass >= 1m).SelectMany(part => part.Ingredient.Viscosity.Select(point => new ExplainedValue(
                    part.Ingredient.Name, Invariant($"{point.Value:0.#} {point.Unit} at {point.Celsius:0.#} °C"), point.Source, point.Confidence))),
            ],
            report.Confidence,
            "How far the grains cling together in your mixer decides, with the square of their size: cut one through and look.");
    }
}
