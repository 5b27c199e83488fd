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
internal sealed class ShelfKeeper(FormulaStore store, LotStore lots, Knowledge knowledge, TimeProvider clock)
{
    private const int MostLines = 250;
    private const int MostVerdicts = 20_000;
    private const int Stretch = 200;

    private volatile Memory memory = new(null!, null!, null!, null!, [], [], []);

    /// <summary>A stretch of the shelf.</summary>
    /// <param name="ask">Which formulas are shown, and in what order.</param>
    /// <param name="page">Which stretch, from 0.</param>
    public async Task<ShelfView> ShowAsync(ShelfAsk ask, int page)
    {
        var (skip, question) = (page * ShelfView.PageSize, ask.Question(knowledge.Catalogue));
        if (ask.Show == ShelfFilter.All)
        {
            var (places, total) = await store.PageAsync(question, skip, ShelfView.PageSize);
            var odd = places.Select(place => place.Odd).OfType<UnreadableRow>().ToList();
            return new ShelfView(
                Lines(places.Select(place => place.Kept).OfType<KeptFormula>(), odd),
                odd,
                total,
                ask,
                page,
                skip + places.Count < total
            );
        }

        // Neither is kept in the file, for both change with what is known: the shelf is walked along until the stretch is full.
        var fitting = new List<KeptFormula>();
        var (larder, today) = ask.Show.IsToday ? (await lots.ListAsync(), Today) : ([], default);
        bool Fits(KeptFormula kept) => ask.Show.IsToday ? LackOf(kept, larder, today) is { Count: 0 } : VerdictOf(kept) == ask.Show.Verdict;
        var all = int.MaxValue;
        for (var at = 0; at < all && fitting.Count <= skip + ShelfView.PageSize; at += Stretch)
        {
            var (places, total) = await store.PageAsync(question, at, Stretch);
            all = total;
            fitting.AddRange(places.Select(place => place.Kept).OfType<KeptFormula>().Where(Fits));
        }

        return new ShelfView(
            Lines(fitting.Skip(skip).Take(ShelfView.PageSize), []),
            [],
            all,
            ask,
            page,
            fitting.Count > skip + ShelfView.PageSize
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
                .Select(kept => (Kept: kept, Lacks: LackOf(kept, larder, today)))
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
        Shortage.Of(formulas.Select(SheetOf).OfType<WeighSheet>(), await lots.ListAsync(), knowledge.Catalogue, Today);

    private DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>What the larder lacks for a formula; null for one that nothing can be weighed of.</summary>
    private IReadOnlyList<Shortage>? LackOf(KeptFormula kept, IReadOnlyList<Lot> larder, DateOnly today) =>
        SheetOf(kept) is { } sheet ? Shortage.Of([sheet], larder, knowledge.Catalogue, today) : null;

    private WeighSheet? SheetOf(KeptFormula kept) =>
        Remembered()
            .Sheets.GetOrAdd((kept.Id, kept.Version), _ =>
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
            });

    /// <summary>The lines of what can be shown; a formula that cannot be evaluated joins the odd ones.</summary>
    private List<ShelfLine> Lines(IEnumerable<KeptFormula> formulas, List<UnreadableRow> odd)
    {
        var lines = new List<ShelfLine>();
        foreach (var kept in formulas)
        {
            try
            {
                lines.Add(LineOf(kept));
            }
            catch (DocumentException refused)
            {
                odd.Add(OddOf(kept, refused));
            }
        }

        return lines;
    }

    /// <summary>A formula that can be read but not evaluated, as one line.</summary>
    public static UnreadableRow OddOf(KeptFormula kept, DocumentException refused) =>
        new(
            RowKind.Formula,
            kept.Id.ToString(System.Globalization.CultureInfo.InvariantCulture),
            kept.Formula.Name,
            string.Join(" ", refused.Problems.Take(2).Select(problem => $"{problem.Pointer} {problem.Reason}"))
        );

    private Verdict? VerdictOf(KeptFormula kept)
    {
        try
        {
            return Remembered().Verdicts.GetOrAdd((kept.Id, kept.Version), _ => Swept(kept).Verdict);
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    private ShelfLine LineOf(KeptFormula kept)
    {
        var line = Remembered().Lines.GetOrAdd((kept.Id, kept.Version), _ => Evaluated(kept));
        return line with { Changed = Words.When(kept.ChangedAt, clock.GetUtcNow()), Revision = Words.Revision(kept) };
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
            ""
        );
    }

    private sealed record Memory(
        object Catalogue,
        object Settings,
        object Workshop,
        object Failures,
        ConcurrentDictionary<(long Id, long Version), ShelfLine> Lines,
        ConcurrentDictionary<(long Id, long Version), Verdict> Verdicts,
        ConcurrentDictionary<(long Id, long Version), WeighSheet?> Sheets
    );
}
