using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Ingredients;
using static System.FormattableString;

namespace UmberCrock.Core.Explanations;

/// <summary>How keeping, emulsifiers and settling are computed.</summary>
internal static class OilExplanations
{
    public static Explanation? Keeping(Assessment a)
    {
        if (a.Keeping.Months is null)
            return null;
        var rules = a.Resolved.Rules.Months;
        return new(
            "keeping", "Keeping",
            [
                "months = shortest life × factors, or by weight: 100 / Σ (% / life) × factors",
                "iodine value = Σ acid % × its factor (AOCS Cd 1c-85)",
                "saponification value = 3 × 56110 / mean molar mass of the triglyceride (AOCS Cd 3a-94)",
                "oxidisability = (C18:1 + 10.3 C18:2 + 21.6 C18:3) / 100 (Fatemi and Hammond 1980)",
            ],
            $"The first oil to turn spoils the rest; the other school lets every oil count by its weight. Factors here: {(a.Keeping.Factors.IsEmpty ? "none" : string.Join(", ", a.Keeping.Factors.Select(factor => Invariant($"{factor.Words} × {factor.Factor:0.##}"))))}. Source: {rules.Source}.",
            [
                .. a.Resolved.PartsInOrder.Where(part => part is { Mass: > 0m, Ingredient: { Solubility: Solubility.Oil, ShelfLifeMonths: not null } }).OrderBy(part => part.Ingredient.ShelfLifeMonths!.Value).Select(part => Value(
                    part.Ingredient, part.Ingredient.ShelfLifeMonths!,
                    Invariant($" × {part.Mass:0.0} %{(part.Ingredient.FattyAcids.Count > 0 ? $", polyunsaturated {part.Ingredient.PolyunsaturatedPercent:0.0} % of its acids" : "")}"))),
            ],
            a.Keeping.Confidence,
            "Light, air and heat in your store matter more than any figure here. A lot that is already old brings its own date.");
    }

    public static Explanation? Emulsifier(Assessment a)
        => a.Emulsion is not { } report ? null : new(
            "emulsifier", "Emulsifier",
            ["required HLB = Σ w × required HLB / Σ w, over the oils that have one", "supplied HLB = Σ w × HLB / Σ w, over the nonionic emulsifiers"],
            $"HLB says how water-loving an emulsifier is (Griffin 1949, 1954). Conditioning emulsifiers are outside it and are judged by their dose. Waxes that take up a little water are no emulsifiers. Source: {a.Resolved.Rules.Emulsifiers.Source}.",
            [
                .. a.Resolved.PartsInOrder.Where(part => part.Mass > 0m && part.Ingredient.Hlb is not null).Select(part => Value(part.Ingredient, part.Ingredient.Hlb!, Invariant($" × {part.Mass:0.0} %"))),
                .. a.Resolved.PartsInOrder.Where(part => part.Mass > 0m && part.Ingredient.RequiredHlb is not null && !EmulsionReport.Emulsifies(part.Ingredient))
                    .Select(part => Value(part.Ingredient, part.Ingredient.RequiredHlb!, Invariant($" × {part.Mass:0.0} %"), "wants ")),
            ],
            report.Confidence,
            Invariant($"The required HLB is known for {report.CoveredPercent:0} % of the oils by weight; the rest is left out."));

    public static Explanation? Settling(Assessment a)
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
                Value(powder, powder.Density!, "", "density "),
                new ExplainedValue(powder.Name, Invariant($"radius {(report.Dispersed ? rules.DispersedMicrometres : rules.AgglomerateMicrometres):0.0} µm, {(report.Dispersed ? "dispersed" : "in clumps")}"), rules.Source, rules.Confidence),
                new ExplainedValue("The mix of oils", Invariant($"{report.MillipascalSeconds:0} mPa s at {report.PourCelsius:0} °C"), "from the viscosities below", rules.Confidence),
                new ExplainedValue("Cooling in the mould", Invariant($"{rules.CoolingPerMinute:0.00} of the difference to the room a minute"), rules.Source, rules.Confidence),
                .. a.Resolved.PartsInOrder.Where(part => part.Mass >= 1m).SelectMany(part => part.Ingredient.Viscosity.Select(point => new ExplainedValue(
                    part.Ingredient.Name, Invariant($"{point.Value:0.#} {point.Unit} at {point.Celsius:0.#} °C"), point.Source, point.Confidence))),
            ],
            report.Confidence,
            "How far the grains cling together in your mixer decides, with the square of their size: cut one through and look.");
    }

    private static ExplainedValue Value(Ingredient ingredient, Quantity quantity, string more, string before = "")
        => new(ingredient.Name, Invariant($"{before}{quantity.Value:0.##} {quantity.Unit}{more}"), quantity.Source, quantity.Confidence);
}
