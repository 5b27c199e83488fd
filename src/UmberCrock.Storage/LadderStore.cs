using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Json;
using UmberCrock.Core.Trials;

namespace UmberCrock.Storage;

/// <summary>A ladder as it is kept.</summary>
public sealed record KeptLadder(long Id, long FormulaId, LadderPlan Plan, DateTimeOffset MadeAt);

/// <summary>Keeps ladders of small trials and what was found of their rungs.</summary>
public sealed class LadderStore(IDbContextFactory<CrockContext> contexts, TimeProvider clock)
{
    /// <summary>The ladders of a formula, newest first.</summary>
    public async Task<IReadOnlyList<KeptLadder>> ListAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context.Ladders.AsNoTracking().Include(row => row.Observations).Where(row => row.FormulaId == formulaId).OrderByDescending(row => row.Id).ToListAsync();
        return [.. rows.Select(Read)];
    }

    /// <summary>A ladder, or null.</summary>
    public async Task<KeptLadder?> FindAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Ladders.AsNoTracking().Include(row => row.Observations).FirstOrDefaultAsync(row => row.Id == id) is { } row ? Read(row) : null;
    }

    /// <summary>Keeps a new ladder; returns its key.</summary>
    public async Task<long> AddAsync(long formulaId, LadderPlan plan)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var row = new LadderRow
        {
            FormulaId = formulaId,
            Document = FormulaWriter.ToText(plan.Formula),
            Raise = plan.Raise,
            Lower = plan.Lower,
            Step = plan.Step,
            Rungs = plan.Rungs,
            TestGrams = plan.TestGrams,
            MadeAt = clock.GetUtcNow().ToUnixTimeMilliseconds(),
        };
        context.Ladders.Add(row);
        await context.SaveChangesAsync();
        return row.Id;
    }

    /// <summary>Keeps what was found of a rung, in the place of what was kept before.</summary>
    /// <exception cref="DocumentException">There is no such ladder or rung, or the note is too long.</exception>
    public async Task ObserveAsync(long id, RungObservation observed)
    {
        if (observed.Note.Length > RungObservation.LongestNote)
            throw new DocumentException("/note", $"A note has at most {RungObservation.LongestNote} letters.");
        await using var context = await contexts.CreateDbContextAsync();
        var ladder = await context.Ladders.Include(row => row.Observations).FirstOrDefaultAsync(row => row.Id == id) ?? throw new DocumentException("/id", "This ladder is no longer there.");
        if (observed.Rung < 0 || observed.Rung >= ladder.Rungs)
            throw new DocumentException("/rung", $"is from 0 to {ladder.Rungs - 1}.");
        var row = ladder.Observations.FirstOrDefault(row => row.Rung == observed.Rung);
        if (row is null)
            ladder.Observations.Add(row = new ObservationRow { Rung = observed.Rung, Note = "" });
        (row.Band, row.Grain, row.Note) = (observed.Band, observed.Grain, observed.Note.Trim());
        await context.SaveChangesAsync();
    }

    private static KeptLadder Read(LadderRow row) => new(
        row.Id, row.FormulaId,
        new LadderPlan(
            FormulaReader.Parse(row.Document), row.Raise, row.Lower, row.Step, row.Rungs, row.TestGrams,
            [.. row.Observations.OrderBy(found => found.Rung).Select(found => new RungObservation(found.Rung, found.Band, found.Grain, found.Note))]),
        DateTimeOffset.FromUnixTimeMilliseconds(row.MadeAt));
}
