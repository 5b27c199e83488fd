using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Trials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>A candidate for a swap: its name and hatch, its dose, the band before and after, what is found anew and what no longer, and the
/// edits that take it.</summary>
internal sealed record SwapChoice(
    string Name,
    Hatch Hatch,
    string Percent,
    string Before,
    string After,
    string Added,
    string Removed,
    string Why,
    string Edits
);

/// <summary>What can stand in for a line.</summary>
internal sealed record SwapView(string Name, string Percent, IReadOnlyList<SwapChoice> Choices)
{
    /// <summary>Lays candidates out.</summary>
    public static SwapView Of(Formula formula, int line, ImmutableArray<SwapCandidate> candidates, Catalogue catalogue) =>
        new(
            catalogue.Find(formula.Lines[line].Ingredient)!.Name,
            Shown.Two(FormulaTotals.Of(formula, catalogue.Herbs).Doses[line]),
            [
                .. candidates.Select(candidate => new SwapChoice(
                    catalogue.Find(candidate.Ingredient)!.Name,
                    Hatches.Of(catalogue.Find(candidate.Ingredient)!),
                    Shown.Two(candidate.Percent),
                    BandStretches.Word(candidate.BandBefore),
                    BandStretches.Word(candidate.BandAfter),
                    Words(candidate.FindingsAdded),
                    Words(candidate.FindingsRemoved),
                    candidate.Why.ToString(),
                    JsonSerializer.Serialize(candidate.Edits, ContractJson.Options)
                )),
            ]
        );

    private static string Words(ImmutableArray<string> codes) => string.Join(", ", codes.Select(code => code.Replace('-', ' ')));
}
