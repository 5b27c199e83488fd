using UmberCrock.Core.Findings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>How emulsifiers are judged.</summary>
internal static class EmulsionExplanation
{
    public static Explanation? Of(Assessment a) =>
        a.Emulsion is not { } report
            ? null
            : new(
                "emulsifier",
                "Emulsifier",
                [
                    "required HLB = Σ w × required HLB / Σ w, over the oils that have one",
                    "supplied HLB = Σ w × HLB / Σ w, over the nonionic emulsifiers",
                ],
                $"HLB says how water-loving an emulsifier is (Griffin 1949, 1954). Conditioning emulsifiers are outside it and "
                    + $"are judged by their dose. Waxes that take up a little water are no emulsifiers. Source: "
                    + $"{a.Resolved.Rules.Emulsifiers.Source}.",
                [
                    .. a
                        .Resolved.PartsInOrder.Where(part => part.Mass > 0m && part.Ingredient.Hlb is not null)
                        .Select(part => ExplainedValue.Of(part.Ingredient, part.Ingredient.Hlb!, (Message)$" × {part.Mass:0.0} %")),
                    .. a
                        .Resolved.PartsInOrder.Where(part =>
                            part.Mass > 0m && part.Ingredient.RequiredHlb is not null && !EmulsionReport.Emulsifies(part.Ingredient)
                        )
                        .Select(part =>
                            ExplainedValue.Of(part.Ingredient, part.Ingredient.RequiredHlb!, (Message)$" × {part.Mass:0.0} %", "wants ")
                        ),
                ],
                report.Confidence,
                (Message)$"The required HLB is known for {report.CoveredPercent:0} % of the oils by weight; the rest is left out."
            );
}
