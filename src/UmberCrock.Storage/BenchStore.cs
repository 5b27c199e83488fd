using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Studies;

namespace UmberCrock.Storage;

/// <summary>What a bench has seen, and what it learns from that.</summary>
/// <param name="Looks">The looks that it learns from, in the order in which the learning names them.</param>
/// <param name="SetPoints">How many measured set temperatures it learns from.</param>
/// <param name="Ladders">How many ladders its looks are of.</param>
/// <param name="Rungs">What was foreseen of rungs, and felt.</param>
/// <param name="Learning">What comes of them.</param>
public sealed record BenchLearnt(
    ImmutableArray<LookOnBench> Looks,
    int SetPoints,
    int Ladders,
    ImmutableArray<TruthMark> Rungs,
    BenchLearning Learning
);

/// <summary>Learns from all looks that are kept: rungs of ladders, jars of studies, pots of batches.</summary>
public sealed class BenchStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge)
{
    /// <summary>So many looks are learnt from at most, the newest first: more tell nothing new and take longer.</summary>
    public const int MostLooks = 2000;

    /// <summary>Set temperatures are taken of so many batches at most, the newest first.</summary>
    public const int MostBatches = 100;

    private const int AtOnce = 100;
    private volatile Remembered? last;

    /// <summary>What the bench learns now. What was learnt last is remembered for as long as nothing was kept since.</summary>
    public async Task<BenchLearnt> LearntAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var (book, settings) = (knowledge.Book, knowledge.Settings);
        var stamp = await StampAsync(context);
        if (last is { } known && known.Stamp == stamp && ReferenceEquals(known.Book, book))
            return known.Learnt;
        var (looks, ladders) = await LooksAsync(context, book);
        var sets = await SetsAsync(context, book);
        var learning = BenchFit.Of([.. looks.Select(one => one.Look)], sets, book, settings);
        var learnt = new BenchLearnt(looks, sets.Count, ladders, [.. BenchSeen.RungsOf(looks, book, settings)], learning);
        last = new Remembered(stamp, book, learnt);
        return learnt;
    }

    /// <summary>Changes with everything that is kept of ladders, studies and batches.</summary>
    private static async Task<string> StampAsync(CrockContext context) =>
        string.Join(
            '/',
            await context.Studies.CountAsync(),
            await context.Studies.SumAsync(row => row.Sequence),
            await context.Ladders.CountAsync(),
            await context.Ladders.SumAsync(row => row.Version),
            await context.Batches.CountAsync(),
            await context.Batches.SumAsync(row => row.Sequence)
        );

    private static async Task<(ImmutableArray<LookOnBench> Looks, int Ladders)> LooksAsync(CrockContext context, Catalogue book)
    {
        var rows = await context.Ladders.AsNoTracking().Include(row => row.Observations).OrderByDescending(row => row.Id).ToListAsync();
        var ladders = RowReading.Each(rows, LadderStore.Read).Read;
        var looks = ladders
            .SelectMany(ladder => BenchSeen.Of(ladder.Plan, DateOnly.FromDateTime(ladder.MadeAt.LocalDateTime), book.Herbs))
            .Take(MostLooks)
            .ToList();
        var ids = await context.Studies.OrderByDescending(row => row.Id).Select(row => row.Id).ToListAsync();
        foreach (var some in ids.Chunk(AtOnce).TakeWhile(_ => looks.Count < MostLooks))
        {
            var studies = await context
                .Studies.AsNoTracking()
                .Include(row => row.Events)
                .Where(row => some.Contains(row.Id))
                .OrderByDescending(row => row.Id)
                .ToListAsync();
            looks.AddRange(RowReading.Each(studies, row => StudyStore.Read(row, row.Events)).Read.SelectMany(BenchSeen.Of));
        }

        // An ingredient that is no longer known would stop the whole.
        return (
            [.. looks.Where(one => one.Look.Formula.Lines.All(line => book.Find(line.Ingredient) is not null)).Take(MostLooks)],
            ladders.Count
        );
    }

    private static async Task<List<SetPointSeen>> SetsAsync(CrockContext context, Catalogue book)
    {
        var rows = await context
            .Batches.AsNoTracking()
            .Include(row => row.Events.OrderBy(kept => kept.Sequence))
            .Where(row => row.Phase == BatchPhase.Closed)
            .OrderByDescending(row => row.Id)
            .Take(MostBatches)
            .ToListAsync();
        return
        [
            .. RowReading
                .Each(rows, row => BatchStore.Read(row, row.Events))
                .Read.Select(log => BatchTelling.SetOf(log.State))
                .OfType<SetPointSeen>()
                .Where(seen => seen.Formula.Lines.All(line => book.Find(line.Ingredient) is not null)),
        ];
    }

    private sealed record Remembered(string Stamp, Catalogue Book, BenchLearnt Learnt);
}
