using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;

namespace UmberCrock.Web.Drawing;

/// <summary>Where some of a lot is.</summary>
internal enum LotPlace
{
    /// <summary>In this batch.</summary>
    Here,

    /// <summary>In another batch.</summary>
    Other,

    /// <summary>Gone, and no batch says where to.</summary>
    Untold,

    /// <summary>Still in the larder.</summary>
    Larder,
}

/// <summary>A stretch of a lot's bar with the words below it.</summary>
/// <param name="X">Where it begins, px.</param>
/// <param name="Width">How wide it is, px.</param>
/// <param name="WordsX">Where its words begin, px.</param>
/// <param name="Place">Where that part of the lot is.</param>
/// <param name="Grams">How much it is, g.</param>
/// <param name="Title">What it is called: "batch 261124-1, 24 Nov".</param>
/// <param name="Detail">What became of it.</param>
/// <param name="Batch">Number of the batch; null where it is in none.</param>
internal sealed record LotStretch(
    double X,
    double Width,
    double WordsX,
    LotPlace Place,
    decimal Grams,
    string Title,
    string Detail,
    long? Batch
);

/// <summary>A lot as a bar of what was bought: what went into which batch, and what is left.</summary>
/// <param name="Mark">The mark on the lot.</param>
/// <param name="Key">Its key in the larder.</param>
/// <param name="Stretches">Its parts, oldest first.</param>
internal sealed record LotBar(string Mark, string Key, IReadOnlyList<LotStretch> Stretches)
{
    /// <summary>Width of the bar, px.</summary>
    public const double Width = 626;

    /// <summary>Most batches that have a stretch of their own: the older ones share one.</summary>
    private const int MostBatches = 3;

    /// <summary>A pen's line is the least that is seen, px.</summary>
    private const double Thinnest = 2;

    /// <summary>Parts a lot.</summary>
    /// <param name="mark">Its mark as the batch names it.</param>
    /// <param name="key">Its key.</param>
    /// <param name="lot">The lot; null when it is no longer there.</param>
    /// <param name="uses">What went into batches, oldest first.</param>
    /// <param name="batch">Number of the batch that is shown.</param>
    public static LotBar Of(string mark, string key, Lot? lot, IReadOnlyList<LotUse> uses, long batch)
    {
        var parts = new List<(LotPlace Place, decimal Grams, string Title, string Detail, long? Batch)>();
        // This batch always has its own stretch; of the others the youngest.
        var shown = uses.Where(use => use.Batch.Id != batch)
            .TakeLast(MostBatches - 1)
            .Concat(uses.Where(use => use.Batch.Id == batch))
            .ToHashSet();
        var rest = uses.Where(use => !shown.Contains(use)).ToList();
        if (rest.Count > 0)
            parts.Add(
                (
                    LotPlace.Other,
                    rest.Sum(use => use.Grams),
                    $"{Text(rest.Count)} other {(rest.Count == 1 ? "batch" : "batches")}",
                    "",
                    null
                )
            );
        foreach (var use in uses.Where(shown.Contains))
            parts.Add(
                (
                    use.Batch.Id == batch ? LotPlace.Here : LotPlace.Other,
                    use.Grams,
                    use.Batch.Id == batch
                        ? "this batch"
                        : $"{use.Batch.Code}, {use.Batch.StartedAt.ToString("d MMM", CultureInfo.CurrentCulture)}",
                    use.Batch.Phase == BatchPhase.Open
                        ? $"{use.Batch.Name}, on the stove"
                        : $"{use.Batch.Name}, {Text(use.Batch.Pieces)} {(use.Batch.Pieces == 1 ? "piece" : "pieces")}",
                    use.Batch.Id
                )
            );
        if (lot is not null)
        {
            var untold = lot.BoughtGrams - lot.RemainingGrams - uses.Sum(use => use.Grams);
            if (untold > 0m)
                parts.Insert(0, (LotPlace.Untold, untold, "not in a batch", "used before, spilled, given", null));
            if (lot.RemainingGrams > 0m)
                parts.Add(
                    (
                        LotPlace.Larder,
                        lot.RemainingGrams,
                        "in the larder",
                        lot.UseBy is { } ends ? $"use by {ends.ToString("d MMM yyyy", CultureInfo.CurrentCulture)}" : "",
                        null
                    )
                );
        }

        var whole = parts.Sum(part => part.Grams);
        var stretches = new List<LotStretch>();
        var (x, column) = (0.0, Width / Math.Max(1, parts.Count));
        foreach (var (at, part) in parts.Index())
        {
            var width = whole > 0m ? (double)(part.Grams / whole) * Width : 0;
            stretches.Add(new(x, Math.Max(Thinnest, width), at * column, part.Place, part.Grams, part.Title, part.Detail, part.Batch));
            x += width;
        }

        return new LotBar(mark, key, stretches);
    }

    private static string Text(int number) => number.ToString(CultureInfo.CurrentCulture);
}
