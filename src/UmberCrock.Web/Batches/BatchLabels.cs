using System.Collections.Immutable;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Labels;

namespace UmberCrock.Web.Batches;

/// <summary>The labels of a batch: what was made, of the lots that were used, in the sizes chosen for its formula.</summary>
/// <param name="Plan">The choices, with the batch's own code, day, net weight and number of labels.</param>
/// <param name="Label">What stands on it, laid out and judged.</param>
/// <param name="Used">So many labels of the first sheet are gone already.</param>
/// <param name="Lighter">How many pieces weigh less than the label says.</param>
internal sealed record BatchLabels(LabelPlan Plan, LabelView Label, int Used, int Lighter)
{
    /// <summary>From so many grams a net weight is printed whole (judged: labels of balms say 59 g, lip tubes 4.8 g).</summary>
    private const decimal WholeFrom = 10m;

    /// <summary>Lays the labels of a batch out.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="chosen">What was chosen for the label of its formula.</param>
    /// <param name="asked">What was typed for this batch.</param>
    /// <param name="lots">The lots that were used.</param>
    /// <param name="watched">What studies of it showed; null where there is none.</param>
    /// <param name="knowledge">What is known.</param>
    /// <param name="type">The type of labels.</param>
    /// <exception cref="DocumentException">What was typed cannot be.</exception>
    public static BatchLabels Of(
        BatchState state,
        LabelPlan chosen,
        BatchLabelsAsked asked,
        ImmutableArray<Lot> lots,
        WatchedEvidence? watched,
        Knowledge knowledge,
        LabelType type
    )
    {
        var plan = chosen with
        {
            Batch = state.Plan.Code,
            MadeOn = state.MadeOn,
            NetGrams = asked.NetGrams ?? chosen.NetGrams ?? NetOf(state),
            Count = asked.Count ?? Math.Clamp(state.Pieces, 1, LabelPlan.MostLabels),
            PrintsLid = asked.Lid && chosen.Lid.Length > 0,
        };
        if (plan.Problems().ToList() is { Count: > 0 } problems)
            throw new DocumentException(problems);
        if (asked.Part < 0 || asked.Part > state.Parts.Length)
            throw new DocumentException("/part", $"The batch has {state.Parts.Length} parts.");
        var made = asked.Part == 0 ? MadeFormula.FormulaOf(state) : BatchParts.FormulaOf(state, asked.Part - 1);
        var formula = made ?? state.Plan.Formula;
        var view = LabelView.Of(formula, plan, lots, watched, knowledge, type);
        var onSheet = OnSheet(plan, LabelSize.Parse(plan.PrintsLid ? plan.Lid : plan.Layout), view.Region);
        return asked.First < 1 || asked.First > onSheet
            ? throw new DocumentException("/from", $"A sheet of this size has labels 1 to {onSheet}.")
            : new BatchLabels(plan, view, asked.First - 1, state.PieceGrams.Count(grams => grams < plan.NetGrams));
    }

    /// <summary>The least that a piece weighs, rounded down: whole grams from 10 g, tenths below; null while nothing is filled.</summary>
    private static decimal? NetOf(BatchState state) =>
        state.PieceGrams.Order().Select(grams => (decimal?)grams).FirstOrDefault() is not { } least ? null
        : least >= WholeFrom ? decimal.Floor(least)
        : decimal.Floor(least * 10m) / 10m is > 0m and var tenths ? tenths
        : null;

    private static int OnSheet(LabelPlan plan, LabelSize size, Core.Settings.Region region)
    {
        var (columns, rows) = plan.SheetFor(region).Places(size);
        return columns * rows;
    }
}

/// <summary>What is asked of the labels of a batch.</summary>
/// <param name="NetGrams">Net weight to print, g; null for the formula's own, or the least that a piece weighs.</param>
/// <param name="Count">How many labels; null for one a piece.</param>
/// <param name="First">The first label of the sheet that is free, from 1.</param>
/// <param name="Lid">True to print the lids.</param>
/// <param name="Part">The part of the batch, from 1; 0 for the whole.</param>
internal sealed record BatchLabelsAsked(decimal? NetGrams, int? Count, int First, bool Lid, int Part);
