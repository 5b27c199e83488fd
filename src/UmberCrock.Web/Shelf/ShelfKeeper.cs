using System.Collections.Concurrent;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Shelf;

/// <summary>
/// Lays the shelf out. What was evaluated once is remembered by formula and version, for as long as what is known and the maker's choices
/// stay the same.
/// </summary>
internal sealed class ShelfKeeper(FormulaStore store, LotStore lots, StudyStore studies, Knowledge knowledge, TimeProvider clock)
{
    private const int MostLines = 1_000;
    private const int MostVerdicts = 20_000;
    private const int Stretch = 200;

    private volatile Memory memory = new(null!, null!, null!, null!, [], [], []);

    /// <summary>A stretch of the shelf.</summary>
    /// <param name="ask">Which formulas are shown, and in what order.</param>
    /// <param name="page">Which stretch, from 0.</param>
    public async Task<ShelfView> ShowAsync(ShelfAsk ask, int page)
    {
        var (skip, question) = (page * ShelfView.PageSize, ask.Question(knowledge.Catalogue));
        IReadOnlyList<ShelfPlace> places;
        int total,
            found;
        if (ask.Show != ShelfFilter.All || ask.Order == ShelfOrder.Verdict)
            (places, total, found) = await JudgedAsync(ask, question, skip);
        else
        {
            (places, total) = await store.PageAsync(question, skip, ShelfView.PageSize);
            found = total;
        }

        var odd = places.Select(place => place.Odd).OfType<UnreadableRow>().ToList();
        return new ShelfView(
            await LinesAsync([.. places.Select(place => place.Kept).OfType<KeptFormula>()], odd),
            odd,
            total,
            ask,
            page,
            found > skip + ShelfView.PageSize
        )
        {
            Unknown = [.. ask.UnknownWords(knowledge.Catalogue)],
        };
    }

    /// <summary>
    /// Verdicts and what can be made today are not kept in the file, for both change with what is known: the shelf is walked along until
    /// the stretch is full, and to its end where the worst come first.
    /// </summary>
    private async Task<(IReadOnlyList<ShelfPlace> Places, int Total, int Found)> JudgedAsync(ShelfAsk ask, ShelfQuestion question, int skip)
    {
        var known = Remembered();
        var (larder, today) = ask.Show.IsToday ? (await lots.ListAsync(), Today) : ([], default);
        bool Fits((long, long) key) =>
            ask.Show == ShelfFilter.All
            || (
                ask.Show.IsToday
                    ? LackOf(known.Sheets.GetValueOrDefault(key), larder, today) is []
                    : known.Verdicts.GetValueOrDefault(key) is { } verdict && verdict == ask.Show.Verdict
            );
        var all = await store.VersionsAsync(question);
        var fitting = new List<(long Id, long Version)>();
        foreach (var stretch in all.Chunk(Stretch))
        {
            if (ask.Show.IsToday)
                await LearnAsync(stretch, known.Sheets, SheetOf);
            if (!ask.Show.IsToday || ask.Order == ShelfOrder.Verdict)
                await LearnAsync(stretch, known.Verdicts, VerdictOf);
            fitting.AddRange(stretch.Where(Fits));
            if (ask.Order != ShelfOrder.Verdict && fitting.Count > skip + ShelfView.PageSize)
                break;
        }

        // What cannot be evaluated has no verdict and comes last.
        if (ask.Order == ShelfOrder.Verdict)
            fitting =
            [
                .. fitting
                    .OrderBy(key => known.Verdicts.GetValueOrDefault(key) is null)
                    .ThenBy(key => known.Verdicts.GetValueOrDefault(key)),
            ];
        return (await store.PlacesAsync([.. fitting.Skip(skip).Take(ShelfView.PageSize).Select(key => key.Id)]), all.Count, fitting.Count);
    }

    /// <summary>Finds out what is not known yet of some formulas, on all cores.</summary>
    private async Task LearnAsync<T>(
        IEnumerable<(long Id, long Version)> keys,
        ConcurrentDictionary<(long Id, long Version), T> known,
        Func<KeptFormula, T> find
    )
    {
        long[] missing = [.. keys.Where(key => !known.ContainsKey(key)).Select(key => key.Id)];
        if (missing.Length > 0)
            Parallel.ForEach((await store.PlacesAsync(missing)).Select(place => place.Kept).OfType<KeptFormula>(), kept =>
                known[(kept.Id, kept.Version)] = find(kept)
            );
    }

    /// <summary>Formulas that the larder does not suffice for, each with what it lacks; those that lack the fewest first.</summary>
    /// <param name="most">So many at most.</param>
    public async Task<IReadOnlyList<(KeptFormula Kept, IReadOnlyList<Shortage> Lacks)>> LackingAsync(int most)
    {
        var (larder, today) = (await lots.ListAsync(), Today);
        return
        [
            .. (await store.ListAsync(null))
                .Select(kept => (Kept: kept, Lacks: LackOf(RememberedSheet(kept), larder, today)))
                .Where(one => one.Lacks is { Count: > 0 })
                .OrderBy(one => one.Lacks!.Count)
                .ThenBy(one => one.Kept.Formula.Name, StringComparer.OrdinalIgnoreCase)
                .Take(most)
                .Select(one => (one.Kept, one.Lacks!)),
        ];
    }

    /// <summary>What the larder lacks for some formulas together, each in its batch as kept.</summary>
    /// <param name="formulas">The formulas.</param>
    public async Task<IReadOnlyList<Shortage>> ToBuyAsync(IEnumerable<KeptFormula> formulas) =>
        Shortage.Of(formulas.Select(RememberedSheet).OfType<WeighSheet>(), await lots.ListAsync(), knowledge.Catalogue, Today);

    private DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>What the larder lacks for what is weighed of a formula; null where nothing can be.</summary>
    private IReadOnlyList<Shortage>? LackOf(WeighSheet? sheet, IReadOnlyList<Lot> larder, DateOnly today) =>
        sheet is not null ? Shortage.Of([sheet], larder, knowledge.Catalogue, today) : null;

    private WeighSheet? RememberedSheet(KeptFormula kept) => Remembered().Sheets.GetOrAdd((kept.Id, kept.Version), _ => SheetOf(kept));

    /// <summary>What is weighed for a formula; null for one that nothing can be weighed of.</summary>
    private WeighSheet? SheetOf(KeptFormula kept)
    {
        try
        {
            return FormulaTotals.Of(kept.Formula, knowledge.Catalogue.Herbs).Off != 0m
                ? null
                : WeighSheet.Of(
                    kept.Formula,
                    knowledge.Catalogue,
                    knowledge.Settings,
                    new WeighRequest(kept.BatchGrams, [], 0m, knowledge.Workshop.ScaleStepGrams, 0m, knowledge.Workshop.Fine)
                );
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    /// <summary>The lines of what can be shown, found on all cores; a formula that cannot be evaluated joins the odd ones.</summary>
    private async Task<List<ShelfLine>> LinesAsync(List<KeptFormula> formulas, List<UnreadableRow> odd)
    {
        var due = await studies.NextDueAsync([.. formulas.Select(kept => kept.Key)]);
        var shown = new (ShelfLine? Line, UnreadableRow? Odd)[formulas.Count];
        Parallel.For(0, formulas.Count, at => shown[at] = Shown(formulas[at]));
        odd.AddRange(shown.Select(one => one.Odd).OfType<UnreadableRow>());
        return
        [
            .. formulas
                .Zip(shown)
                .Where(one => one.Second.Line is not null)
                .Select(one => one.Second.Line! with { Due = due.TryGetValue(one.First.Key, out var date) ? date : null }),
        ];
    }

    private (ShelfLine? Line, UnreadableRow? Odd) Shown(KeptFormula kept)
    {
        try
        {
            return (LineOf(kept), null);
        }
        catch (DocumentException refused)
        {
            return (null, OddOf(kept, refused));
        }
    }

    /// <summary>A formula that can be read but not evaluated, as one line.</summary>
    public static UnreadableRow OddOf(KeptFormula kept, DocumentException refused) =>
        new(
            RowKind.Formula,
            kept.Id.ToString(System.Globalization.CultureInfo.InvariantCulture),
            kept.Formula.Name,
            string.Join(" ", refused.Problems.Take(2).Select(problem => $"{problem.Pointer} {problem.Reason}"))
        );

    /// <summary>What is found of a formula comes to; null for one that cannot be evaluated.</summary>
    private Verdict? VerdictOf(KeptFormula kept)
    {
        try
        {
            return Swept(kept).Verdict;
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    private ShelfLine LineOf(KeptFormula kept)
    {
        var line = Remembered().Lines.GetOrAdd((kept.Id, kept.Version), _ => Evaluated(kept));
        return line with { Changed = Words.When(kept.ChangedAt, clock.GetUtcNow()), Revision = Words.Revision(kept), Tags = kept.Tags };
    }

    private Memory Remembered()
    {
        var now = memory;
        if (
            !ReferenceEquals(now.Catalogue, knowledge.Catalogue)
            || !ReferenceEquals(now.Settings, knowledge.Settings)
            || !ReferenceEquals(now.Workshop, knowledge.Workshop)
            || !ReferenceEquals(now.Failures, knowledge.Failures)
        )
            memory = now = new Memory(knowledge.Catalogue, knowledge.Settings, knowledge.Workshop, knowledge.Failures, [], [], []);
        if (now.Lines.Count > MostLines)
            now.Lines.Clear();
        if (now.Verdicts.Count > MostVerdicts)
            now.Verdicts.Clear();
        if (now.Sheets.Count > MostVerdicts)
            now.Sheets.Clear();
        return now;
    }

    private EvaluationResult Swept(KeptFormula kept)
    {
        var evaluation = Evaluator.Sweep(kept.Formula, knowledge.Catalogue, knowledge.Settings);
        return knowledge.FailureOf(kept.Key, kept.Formula) is { } failed ? evaluation.With(failed) : evaluation;
    }

    private ShelfLine Evaluated(KeptFormula kept)
    {
        var formula = kept.Formula;
        var evaluation = Swept(kept);
        var worst = evaluation.Findings.FirstOrDefault();
        return new ShelfLine(
            kept.Id,
            formula.Name,
            $"{Words.Of(formula.Form)}, {Words.Of(formula.Zone)}, {Words.Of(formula.Audience)}",
            SmallCrock.Of(evaluation, knowledge.Catalogue),
            TextureStrip.Of(evaluation.Melt, formula, knowledge.Catalogue.Rules),
            evaluation.Verdict,
            worst is null ? "good" : Vocabulary.Word(worst.Severity),
            worst?.Title.ToString() ?? "Nothing found",
            worst?.Detail.ToString() ?? "all known doses inside",
            "",
            "",
            [],
            null
        );
    }

    private sealed record Memory(
        object Catalogue,
        object Settings,
        object Workshop,
        object Failures,
        ConcurrentDictionary<(long Id, long Version), ShelfLine> Lines,
        ConcurrentDictionary<(long Id, long Version), Verdict?> Verdicts,
        ConcurrentDictionary<(long Id, long Version), WeighSheet?> Sheets
    );
}
