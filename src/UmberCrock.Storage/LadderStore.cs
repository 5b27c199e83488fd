using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Trials;

namespace UmberCrock.Storage;

/// <summary>A ladder as it is kept.</summary>
public sealed record KeptLadder(long Id, long FormulaId, LadderPlan Plan, DateTimeOffset MadeAt, long Version);

/// <summary>Keeps ladders of small trials and what was found of their rungs.</summary>
public sealed class LadderStore(IDbContextFactory<CrockContext> contexts, TimeProvider clock)
{
    private const string What = "This ladder";

    /// <summary>The ladders of a formula that can be read, newest first, and those that cannot.</summary>
    public async Task<(IReadOnlyList<KeptLadder> Ladders, IReadOnlyList<UnreadableRow> Odd)> ListAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var rows = await context
            .Ladders.AsNoTracking()
            .Include(row => row.Observations)
            .Where(row => row.FormulaId == formulaId)
            .OrderByDescending(row => row.Id)
            .ToListAsync();
        return RowReading.Each(rows, Read);
    }

    /// <summary>A ladder, or null.</summary>
    /// <exception cref="UnreadableRowException">It is there, but cannot be read.</exception>
    public async Task<KeptLadder?> FindAsync(long id)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Ladders.AsNoTracking().Include(row => row.Observations).FirstOrDefaultAsync(row => row.Id == id) is { } row
            ? Read(row)
            : null;
    }

    /// <summary>Keeps a new ladder; returns its key.</summary>
    /// <exception cref="DocumentException">Its formula cannot be read back; nothing was kept.</exception>
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
        _ = FormulaReader.Parse(row.Document);
        context.Ladders.Add(row);
        await context.SaveChangesAsync();
        return row.Id;
    }

    /// <summary>Keeps what was found of some rungs, in the place of what was kept of these before, all or none.</summary>
    /// <exception cref="StaleException">Another window has kept something since the caller read it.</exception>
    /// <exception cref="DocumentException">There is no such ladder or rung, or a note is too long; nothing was kept.</exception>
    public async Task ObserveAsync(long id, long version, IReadOnlyList<RungObservation> found)
    {
        if (found.FirstOrDefault(one => one.Note.Length > RungObservation.LongestNote) is { } tooLong)
            throw new DocumentException($"/note-{tooLong.Rung}", $"A note has at most {RungObservation.LongestNote} letters.");
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        var ladder = await context.Ladders.Include(row => row.Observations).FirstOrDefaultAsync(row => row.Id == id)
            ?? throw new DocumentException("/id", "This ladder is no longer there.");
        if (ladder.Version != version)
            throw new StaleException(What);
        foreach (var one in found)
        {
            if (one.Rung < 0 || one.Rung >= ladder.Rungs)
                throw new DocumentException("/rung", $"is from 0 to {ladder.Rungs - 1}.");
            var row = ladder.Observations.FirstOrDefault(row => row.Rung == one.Rung);
            if (row is null)
                ladder.Observations.Add(row = new ObservationRow { Rung = one.Rung, Note = "" });
            (row.Band, row.Grain, row.Note) = (one.Band, one.Grain, PlainText.OneLine(one.Note));
        }

        ladder.Version++;
        await Stale.SaveAsync(context, What);
        await transaction.CommitAsync();
    }

    /// <summary>A ladder as its row keeps it.</summary>
    /// <exception cref="UnreadableRowException">It cannot be read.</exception>
    internal static KeptLadder Read(LadderRow row) =>
        RowReading.Read(RowKind.Ladder, row.Id.ToString(System.Globalization.CultureInfo.InvariantCulture), "A ladder", () =>
            new KeptLadder(row.Id, row.FormulaId, PlanOf(row), DateTimeOffset.FromUnixTimeMilliseconds(row.MadeAt), row.Version)
        );

    private static LadderPlan PlanOf(LadderRow row)
    {
        var formula = FormulaReader.Parse(row.Document);
        if (
            row.Raise < 0
            || row.Raise >= formula.Lines.Length
            || row.Lower < 0
            || row.Lower >= formula.Lines.Length
            || row.Rungs is < 1 or > Ladder.MostRungs
        )
            throw new DocumentException("/raise", "names a line that its formula does not have.");
        if (
            row.Observations.Any(found =>
                (found.Band is { } band && !Enum.IsDefined(band)) || (found.Grain is { } grain && !Enum.IsDefined(grain))
            )
        )
            throw new DocumentException("/observations", "hold a word that is not known here.");
        return new LadderPlan(
            formula,
            row.Raise,
            row.Lower,
            row.Step,
            row.Rungs,
            row.TestGrams,
            [
                .. row
                    .Observations.OrderBy(found => found.Rung)
                    .Select(found => new RungObservation(found.Rung, found.Band, found.Grain, found.Note)),
            ]
        );
    }
}
