using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Storage;

/// <summary>
/// Formulas of earlier versions counted herbs that are strained out in the hundred. Each is written anew once, so that the grams of its
/// batch stay, as one revision that says so; the revisions before it stay as they were kept.
/// </summary>
internal static class HerbsOut
{
    /// <summary>The reason, as the revision bears it.</summary>
    public const string Reason = "Strained herbs are no part of the hundred: same grams";

    /// <summary>Settles every formula of the file that was not yet; one that cannot be read waits until it can.</summary>
    /// <param name="context">The file.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static async Task SettleAllAsync(CrockContext context, IReadOnlySet<string> herbs)
    {
        var rows = await context
            .Formulas.IgnoreQueryFilters()
            .Where(row => row.HerbsCounted)
            .Include(row => row.Steps)
            .Include(row => row.Revisions)
            .Include(row => row.Ingredients)
            .AsSplitQuery()
            .ToListAsync();
        foreach (var row in rows)
        {
            var ladders = await context.Ladders.IgnoreQueryFilters().Where(ladder => ladder.FormulaId == row.Id).ToListAsync();
            Settle(row, ladders, herbs);
        }

        await context.SaveChangesAsync();
    }

    /// <summary>Settles one formula that is in memory with all that belongs to it.</summary>
    /// <param name="row">The formula with steps, revisions and ingredients.</param>
    /// <param name="ladders">Its ladders.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static void Settle(FormulaRow row, IReadOnlyList<LadderRow> ladders, IReadOnlySet<string> herbs)
    {
        if (!row.HerbsCounted || Read(row.Document) is not { } was)
            return;
        var now = StrainedHerbs.TakenOut(was, herbs);
        foreach (var step in row.Steps)
            step.Document = Settled(step.Document, herbs);
        foreach (var ladder in ladders)
            Settle(ladder, herbs);
        if (!ReferenceEquals(was, now))
        {
            row.BatchGrams = StrainedHerbs.BatchWithout(was, herbs, row.BatchGrams);
            row.Document = Settled(row.Document, herbs);
            row.Ingredients.Clear();
            FormulaRows.Fill(row, now, herbs);
            row.Revisions.Add(
                new RevisionRow
                {
                    Number = row.Revisions.Select(revision => revision.Number).DefaultIfEmpty().Max() + 1,
                    Document = row.Document,
                    Name = Reason,
                    KeptAt = row.ChangedAt,
                }
            );
        }

        row.HerbsCounted = false;
    }

    private static void Settle(LadderRow ladder, IReadOnlySet<string> herbs)
    {
        if (Read(ladder.Document) is not { } was)
            return;
        ladder.Step = decimal.Round(ladder.Step * ladder.TestGrams / StrainedHerbs.BatchWithout(was, herbs, ladder.TestGrams), 4);
        ladder.TestGrams = StrainedHerbs.BatchWithout(was, herbs, ladder.TestGrams);
        ladder.Document = Settled(ladder.Document, herbs);
    }

    private static string Settled(string document, IReadOnlySet<string> herbs) =>
        Read(document) is { } was && StrainedHerbs.TakenOut(was, herbs) is var now && !ReferenceEquals(was, now)
            ? FormulaWriter.ToText(now)
            : document;

    private static Formula? Read(string document)
    {
        try
        {
            return FormulaReader.Parse(document);
        }
        catch (DocumentException)
        {
            return null;
        }
    }
}
