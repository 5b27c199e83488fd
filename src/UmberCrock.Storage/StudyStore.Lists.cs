using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Studies;
using UmberCrock.Storage.Files;

namespace UmberCrock.Storage;

/// <summary>A study in a list.</summary>
/// <param name="Id">Key.</param>
/// <param name="Name">What the product is called.</param>
/// <param name="Code">The code on its jars.</param>
/// <param name="MadeOn">The day it was made.</param>
/// <param name="IsEnded">True once it was ended before its last day.</param>
/// <param name="Held">Looks that held.</param>
/// <param name="Changed">Looks that changed.</param>
/// <param name="Failed">Looks that failed.</param>
/// <param name="Due">Checks whose day has come.</param>
/// <param name="Missed">Checks whose day and days of grace have passed.</param>
/// <param name="Next">The day of the next check after today; null for none.</param>
public sealed record StudyPlace(
    long Id,
    string Name,
    string Code,
    DateOnly MadeOn,
    bool IsEnded,
    int Held,
    int Changed,
    int Failed,
    int Due,
    int Missed,
    DateOnly? Next
);

/// <summary>Checks of a study that fall on a day.</summary>
/// <param name="StudyId">The study.</param>
/// <param name="Name">What the product is called.</param>
/// <param name="Code">The code on its jars.</param>
/// <param name="MadeOn">The day it was made.</param>
/// <param name="Date">The day of the checks.</param>
/// <param name="Checks">How many jars are to be looked at.</param>
public sealed record DueChecks(long StudyId, string Name, string Code, DateOnly MadeOn, DateOnly Date, int Checks);

/// <content>What is asked of all studies at once: without reading their events.</content>
public sealed partial class StudyStore
{
    /// <summary>A stretch of the studies, the one with the next check first, and how many there are in all.</summary>
    public async Task<(IReadOnlyList<StudyPlace> Studies, int Total)> ListAsync(int skip, int take)
    {
        var (today, last) = (Today, Today.AddDays(-GraceDays));
        await using var context = await contexts.CreateDbContextAsync();
        // Open checks are few and have an index; looks are counted of the studies that are shown alone.
        var open = await context
            .Set<StudyCheckRow>()
            .Where(check => check.IsOpen)
            .GroupBy(check => check.StudyId)
            .Select(group => new
            {
                group.Key,
                Due = group.Count(check => check.Date <= today && check.Date >= last),
                Missed = group.Count(check => check.Date < last),
                Next = group.Where(check => check.Date > today).Min(check => (DateOnly?)check.Date),
            })
            .ToDictionaryAsync(one => one.Key);
        var ids = await context.Studies.Select(row => row.Id).ToListAsync();
        var page = ids.OrderByDescending(id => open.GetValueOrDefault(id)?.Due > 0)
            .ThenBy(id => open.GetValueOrDefault(id)?.Next ?? DateOnly.MaxValue)
            .ThenByDescending(id => id)
            .Skip(skip)
            .Take(take)
            .ToList();
        var rows = await context.Studies.AsNoTracking().Where(row => page.Contains(row.Id)).ToDictionaryAsync(row => row.Id);
        var looks = (
            await context
                .Set<StudyCheckRow>()
                .Where(check => check.Verdict != null && page.Contains(check.StudyId))
                .GroupBy(check => new { check.StudyId, check.Verdict })
                .Select(group => new { group.Key, Count = group.Count() })
                .ToListAsync()
        ).ToDictionary(one => (one.Key.StudyId, one.Key.Verdict!.Value), one => one.Count);
        return (
            [
                .. page.Select(id => new StudyPlace(
                    id,
                    rows[id].Name,
                    rows[id].Code,
                    rows[id].MadeOn,
                    rows[id].IsEnded,
                    looks.GetValueOrDefault((id, StudyVerdict.Held)),
                    looks.GetValueOrDefault((id, StudyVerdict.Changed)),
                    looks.GetValueOrDefault((id, StudyVerdict.Failed)),
                    open.GetValueOrDefault(id)?.Due ?? 0,
                    open.GetValueOrDefault(id)?.Missed ?? 0,
                    open.GetValueOrDefault(id)?.Next
                )),
            ],
            ids.Count
        );
    }

    /// <summary>The checks that are open on days between two, the first day first.</summary>
    /// <param name="from">The first day.</param>
    /// <param name="until">The last day.</param>
    public async Task<IReadOnlyList<DueChecks>> DueAsync(DateOnly from, DateOnly until)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var found = await context
            .Set<StudyCheckRow>()
            .Where(check => check.IsOpen && check.Date >= from && check.Date <= until)
            .Join(context.Studies, check => check.StudyId, row => row.Id, (check, row) => new { check.Date, row.Id })
            .GroupBy(one => new { one.Date, one.Id })
            .Select(group => new
            {
                group.Key.Date,
                group.Key.Id,
                Count = group.Count(),
            })
            .ToListAsync();
        var ids = found.Select(one => one.Id).ToHashSet();
        var rows = await context.Studies.AsNoTracking().Where(row => ids.Contains(row.Id)).ToDictionaryAsync(row => row.Id);
        return
        [
            .. found
                .OrderBy(one => one.Date)
                .ThenBy(one => one.Id)
                .Select(one => new DueChecks(one.Id, rows[one.Id].Name, rows[one.Id].Code, rows[one.Id].MadeOn, one.Date, one.Count)),
        ];
    }

    /// <summary>The next day on which a jar of each formula is to be looked at, of those that have one.</summary>
    /// <param name="formulas">Keys of the formulas.</param>
    public async Task<IReadOnlyDictionary<string, DateOnly>> NextDueAsync(IReadOnlyCollection<string> formulas)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await NextDue(context)
            .Where(due => formulas.Contains(due.FormulaKey))
            .ToDictionaryAsync(due => due.FormulaKey, due => due.Date, StringComparer.Ordinal);
    }

    /// <summary>The same of all formulas, to be joined.</summary>
    internal static IQueryable<FormulaDue> NextDue(CrockContext context) =>
        context
            .Set<StudyCheckRow>()
            .Where(check => check.IsOpen)
            .Join(
                context.Studies.Where(row => row.FormulaKey != null),
                check => check.StudyId,
                row => row.Id,
                (check, row) => new { row.FormulaKey, check.Date }
            )
            .GroupBy(one => one.FormulaKey!)
            .Select(group => new FormulaDue { FormulaKey = group.Key, Date = group.Min(one => one.Date) });

    /// <summary>Names of all pictures that looks name, those of studies in the bin too.</summary>
    public async Task<IReadOnlySet<string>> PicturesAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var named = new HashSet<string>(StringComparer.Ordinal);
        await foreach (
            var document in context
                .Set<StudyEventRow>()
                .IgnoreQueryFilters()
                .Where(kept => kept.Document.Contains(".jpg"))
                .Select(kept => kept.Document)
                .AsAsyncEnumerable()
        )
            named.UnionWith(PictureFolder.NamesIn(document));
        return named;
    }

    /// <summary>How many checks were open before a day: nobody looked and nobody marked them as missed.</summary>
    /// <param name="before">The day.</param>
    public async Task<int> MissedAsync(DateOnly before)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context
            .Set<StudyCheckRow>()
            .Where(check => check.IsOpen && check.Date < before)
            .Join(context.Studies, check => check.StudyId, row => row.Id, (check, _) => check)
            .CountAsync();
    }

    /// <summary>The single checks that are open on days between two, with their studies, the first day first.</summary>
    /// <param name="from">The first day.</param>
    /// <param name="until">The last day.</param>
    public async Task<IReadOnlyList<(string StudyKey, string Name, DateOnly MadeOn, string Check, DateOnly Date)>> OpenAsync(
        DateOnly from,
        DateOnly until
    )
    {
        await using var context = await contexts.CreateDbContextAsync();
        var found = await context
            .Set<StudyCheckRow>()
            .Where(check => check.IsOpen && check.Date >= from && check.Date <= until)
            .Join(
                context.Studies,
                check => check.StudyId,
                row => row.Id,
                (check, row) =>
                    new
                    {
                        row.Key,
                        row.Name,
                        row.MadeOn,
                        check.Check,
                        check.Date,
                    }
            )
            .OrderBy(one => one.Date)
            .ThenBy(one => one.Check)
            .ToListAsync();
        return [.. found.Select(one => (one.Key, one.Name, one.MadeOn, one.Check, one.Date))];
    }

    /// <summary>How forecasts fared over all studies: counted in the file, with the marks since a day.</summary>
    /// <param name="since">The first day of the marks.</param>
    /// <param name="mostMarks">So many marks at most, the newest.</param>
    public async Task<BenchTruth> TruthAsync(DateOnly since, int mostMarks)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var standing = context
            .Set<StudyOutcomeRow>()
            .Join(context.Studies, outcome => outcome.StudyId, row => row.Id, (outcome, row) => new { outcome, row });
        var counts = await standing
            .GroupBy(one => new
            {
                one.outcome.About,
                one.outcome.Outcome,
                one.outcome.Lean,
            })
            .Select(group => new { group.Key, Count = group.Count() })
            .ToListAsync();
        var marks = await standing
            .Where(one => (one.outcome.SeenOn ?? one.row.MadeOn) >= since)
            .OrderByDescending(one => one.outcome.SeenOn ?? one.row.MadeOn)
            .Take(mostMarks)
            .Select(one => new TruthMark(
                one.row.Id,
                one.row.Name,
                one.outcome.Note,
                one.outcome.About,
                one.outcome.Outcome,
                one.outcome.Lean,
                one.outcome.SeenOn ?? one.row.MadeOn
            ))
            .ToListAsync();
        int Of(ForecastSubject about, ForecastOutcome outcome, int? lean = null) =>
            counts
                .Where(one => one.Key.About == about && one.Key.Outcome == outcome && (lean is null || one.Key.Lean == lean))
                .Sum(one => one.Count);
        return new BenchTruth(
            [
                .. counts
                    .Select(one => one.Key.About)
                    .Distinct()
                    .Order()
                    .Select(about => new TruthOfKind(
                        about,
                        Of(about, ForecastOutcome.BorneOut),
                        Of(about, ForecastOutcome.InPart),
                        Of(about, ForecastOutcome.NotSeen),
                        Of(about, ForecastOutcome.Open),
                        Of(about, ForecastOutcome.NotSeen, -1),
                        Of(about, ForecastOutcome.NotSeen, 1)
                    )),
            ],
            [.. marks.OrderBy(mark => mark.On)],
            since,
            await context.Studies.CountAsync()
        );
    }
}

/// <summary>When a jar of a formula is to be looked at next.</summary>
internal sealed record FormulaDue
{
    /// <summary>Key of the formula.</summary>
    public required string FormulaKey { get; init; }

    /// <summary>The day.</summary>
    public required DateOnly Date { get; init; }
}
