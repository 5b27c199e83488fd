using System.Collections.Concurrent;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Json;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Shelf;

/// <summary>
/// Lays the shelf out. What was evaluated once is remembered by formula and version, for as long as what is known and the maker's choices stay the same.
/// </summary>
public sealed class ShelfKeeper(FormulaStore store, Knowledge knowledge, TimeProvider clock)
{
    private const int MostLines = 1000;
    private const int Stretch = 200;

    private volatile Memory memory = new(null!, null!, null!, [], []);

    /// <summary>A stretch of the shelf.</summary>
    /// <param name="find">Part of a name, ingredient or note; null for all.</param>
    /// <param name="show">One verdict only; null for all.</param>
    /// <param name="page">Which stretch, from 0.</param>
    public async Task<ShelfView> ShowAsync(string? find, Verdict? show, int page)
    {
        var skip = page * ShelfView.PageSize;
        if (show is null)
        {
            var (formulas, total) = await store.PageAsync(find, skip, ShelfView.PageSize);
            return new ShelfView([.. formulas.Select(LineOf)], total, find, null, page, skip + formulas.Count < total);
        }

        // A verdict is not kept in the file, for it changes with what is known: the shelf is walked along until the stretch is full.
        var fitting = new List<KeptFormula>();
        var all = int.MaxValue;
        for (var at = 0; at < all && fitting.Count <= skip + ShelfView.PageSize; at += Stretch)
        {
            var (formulas, total) = await store.PageAsync(find, at, Stretch);
            all = total;
            fitting.AddRange(formulas.Where(kept => Remembered().Verdicts.GetOrAdd((kept.Id, kept.Version), _ => Evaluator.Sweep(kept.Formula, knowledge.Catalogue, knowledge.Settings).Verdict) == show));
        }

        return new ShelfView([.. fitting.Skip(skip).Take(ShelfView.PageSize).Select(LineOf)], all, find, show, page, fitting.Count > skip + ShelfView.PageSize);
    }

    private ShelfLine LineOf(KeptFormula kept)
    {
        var line = Remembered().Lines.GetOrAdd((kept.Id, kept.Version), _ => Evaluated(kept));
        return line with { Changed = Words.When(kept.ChangedAt, clock.GetUtcNow()), Revision = Words.Revision(kept) };
    }

    private Memory Remembered()
    {
        var now = memory;
        if (!ReferenceEquals(now.Catalogue, knowledge.Catalogue) || !ReferenceEquals(now.Settings, knowledge.Settings) || !ReferenceEquals(now.Workshop, knowledge.Workshop))
            memory = now = new Memory(knowledge.Catalogue, knowledge.Settings, knowledge.Workshop, [], []);
        if (now.Lines.Count > MostLines)
            now.Lines.Clear();
        return now;
    }

    private ShelfLine Evaluated(KeptFormula kept)
    {
        var formula = kept.Formula;
        var evaluation = Evaluator.Sweep(formula, knowledge.Catalogue, knowledge.Settings);
        var worst = evaluation.Findings.FirstOrDefault();
        return new ShelfLine(
            kept.Id, formula.Name, $"{Words.Of(formula.Form)}, {Words.Of(formula.Zone)}, {Words.Of(formula.Audience)}",
            SmallCrock.Of(evaluation, knowledge.Catalogue), TextureStrip.Of(evaluation.Melt, formula, knowledge.Catalogue.Rules.Texture), evaluation.Verdict,
            worst is null ? "good" : Vocabulary.Word(worst.Severity), worst?.Title ?? "Nothing found", worst?.Detail ?? "all known doses inside", "", "");
    }

    private sealed record Memory(object Catalogue, object Settings, object Workshop, ConcurrentDictionary<(long Id, long Version), ShelfLine> Lines, ConcurrentDictionary<(long Id, long Version), Verdict> Verdicts);
}
