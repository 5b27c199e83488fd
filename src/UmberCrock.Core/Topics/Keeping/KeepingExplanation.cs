using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Keeping;

/// <summary>How the months are computed.</summary>
internal static class KeepingExplanation
{
    public static Explanation? Of(Assessment a)
    {
        if (a.Keeping.Months is null)
            return null;
        var rules = a.Resolved.Rules.Months;
        return new(
            "keeping",
            "Keeping",
            [
                "months = shortest life × factors, or by weight: 100 / Σ (% / life) × factors",
                "iodine value = Σ acid % × its factor (AOCS Cd 1c-85)",
                "saponification value = 3 × 56110 / mean molar mass of the triglyceride (AOCS Cd 3a-94)",
                (Message)$"oxidisability = (C18:1 + {10.3m} C18:2 + {21.6m} C18:3) / 100 (Fatemi and Hammond 1980)",
            ],
            $"The first oil to turn spoils the rest; the other school lets every oil count by its weight. Factors here: "
                + $"{(a.Keeping.Factors.IsEmpty ? "none" : Message.Join(", ", a.Keeping.Factors
                    .Select(factor => (Message)$"{factor.Words} × {factor.Factor:0.##}")))}. Source: {rules.Source}.",
            [
                .. a
                    .Resolved.PartsInOrder.Where(part =>
                        part is { Mass: > 0m, Ingredient: { Solubility: Solubility.Oil, ShelfLifeMonths: not null } }
                    )
                    .OrderBy(part => part.Ingredient.ShelfLifeMonths!.Value)
                    .Select(part =>
                        ExplainedValue.Of(
                            part.Ingredient,
                            part.Ingredient.ShelfLifeMonths!,
                            (Message)$" × {part.Mass:0.0} "
                                + $"%{(part.Ingredient.FattyAcids.Count > 0
                                    ? (Message)$", polyunsaturated {part.Ingredient.PolyunsaturatedPercent:0.0} % of its acids" : "")}"
                        )
                    ),
            ],
            a.Keeping.Confidence,
            "Light, air and heat in your store matter more than any figure here. A lot that is already old brings its own date."
        );
    }
}
