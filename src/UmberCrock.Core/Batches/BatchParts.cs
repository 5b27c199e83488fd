using System.Collections.Immutable;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Batches;

/// <summary>A batch that is parted into bowls: what is in each of them.</summary>
public static class BatchParts
{
    /// <summary>
    /// What is in a part of each line, g: its share of what goes into all; of a line that belongs to parts of its own, all of it, or by
    /// their shares where several claim it. What is not weighed yet counts as planned.
    /// </summary>
    /// <param name="state">The batch; it is parted.</param>
    /// <param name="part">Which part, from 0.</param>
    public static ImmutableArray<decimal> GramsOf(BatchState state, int part)
    {
        var own = state.Parts[part];
        return
        [
            .. Enumerable
                .Range(0, state.Weighed.Length)
                .Select(line =>
                {
                    var claimed = state.Parts.Where(other => other.Lines.Contains(line)).Sum(other => other.Share);
                    var planned = state.Plan.Lines[line];
                    var grams =
                        planned.Strained ? 0m
                        : state.Weighed[line].IsEmpty ? planned.TargetGrams - planned.HeldBackGrams
                        : state.InPot(line);
                    return claimed == 0m ? own.Share * grams
                        : own.Lines.Contains(line) ? own.Share * grams / claimed
                        : 0m;
                }),
        ];
    }

    /// <summary>The formula that a part became; null until every line is weighed.</summary>
    /// <param name="state">The batch; it is parted.</param>
    /// <param name="part">Which part, from 0.</param>
    public static Formula? FormulaOf(BatchState state, int part)
    {
        if (MadeFormula.FormulaOf(state) is not { } whole)
            return null;
        var grams = GramsOf(state, part);
        if (grams.Sum() <= 0m)
            return null;
        // Lines that are only in other parts are no lines of this one.
        var lines = Enumerable.Range(0, grams.Length).Where(line => grams[line] > 0m || state.Plan.Lines[line].Strained).ToList();
        var formula = whole with { Lines = [.. lines.Select(line => whole.Lines[line])] };
        return AsMade.Of(
            formula,
            [
                .. lines.Select(line =>
                    state.Plan.Lines[line].Strained ? state.Parts[part].Share * (state.GramsOf(line) ?? 0m) : grams[line]
                ),
            ],
            state.Plan.Herbs
        );
    }
}
