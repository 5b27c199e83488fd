using UmberCrock.Core.Findings;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

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
            "settling",
            "Powders that sink",
            [
                "v = 2/9 (ρ powder − ρ oil) g r² / μ",
                (Message)$"in a crowd: v × (1 − φ)^{4.65m}",
                "fall = Σ v(T) × the minutes that cooling takes over each degree, with what its crystals give off",
            ],
            $"Stokes’ law, slowed by the crowd (Richardson and Zaki 1954) and by oil that thickens as it cools (Arrhenius "
                + $"between the published viscosities). Source: {rules.Source}.",
            [
                ExplainedValue.Of(powder, powder.Density!, "", "density "),
                new ExplainedValue(
                    powder.Name,
                    (Message)$"radius {(report.Dispersed ? rules.DispersedMicrometres : rules.AgglomerateMicrometres):0.0} µm, "
                        + $"{(report.Dispersed ? "dispersed" : "in clumps")}",
                    rules.Source,
                    rules.Confidence
                ),
                new ExplainedValue(
                    "The mix of oils",
                    (Message)$"{report.MillipascalSeconds:0} mPa s at {Celsius(report.PourCelsius, "0")}",
                    "from the viscosities below",
                    rules.Confidence
                ),
                new ExplainedValue(
                    "Cooling",
                    (Message)$"in {rules.ContainerMillilitres:0} mL, in a room of {Celsius(rules.RoomCelsius, "0")}",
                    rules.Source,
                    rules.Confidence
                ),
                .. a
                    .Resolved.PartsInOrder.Where(part => part.Mass >= 1m)
                    .SelectMany(part =>
                        part.Ingredient.Viscosity.Select(point => new ExplainedValue(
                            part.Ingredient.Name,
                            (Message)$"{point.Value:0.#} {point.Unit} at {Celsius(point.Celsius, "0.#")}",
                            point.Source,
                            point.Confidence
                        ))
                    ),
            ],
            report.Confidence,
            "How far the grains cling together in your mixer decides, with the square of their size: cut one through and look."
        );
    }
}
