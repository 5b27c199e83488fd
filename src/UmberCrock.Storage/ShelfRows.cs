using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Storage;

/// <summary>A place on the shelf: a formula, or why it cannot be read.</summary>
/// <param name="Kept">The formula; null when it cannot be read.</param>
/// <param name="Odd">Why it cannot; null when it can.</param>
public sealed record ShelfPlace(KeptFormula? Kept, UnreadableRow? Odd);

/// <summary>What is asked of the shelf, as the data file is asked.</summary>
internal static class ShelfRows
{
    /// <summary>What was read of a row, or why it cannot be read.</summary>
    public static ShelfPlace Place(RowAndRevision row)
    {
        try
        {
            return new ShelfPlace(FormulaRows.Read(row), null);
        }
        catch (UnreadableRowException refused)
        {
            return new ShelfPlace(null, refused.Row);
        }
    }

    /// <summary>The rows in an order.</summary>
    public static IQueryable<FormulaRow> Ordered(CrockContext context, IQueryable<FormulaRow> rows, ShelfOrder order) =>
        order switch
        {
            // Verdicts change with what is known: who evaluates puts them in their order.
            ShelfOrder.Changed or ShelfOrder.Verdict => rows.OrderByDescending(row => row.ChangedAt).ThenBy(row => row.Id),
            ShelfOrder.Name => rows.OrderBy(row => EF.Functions.Collate(row.Name, "NOCASE")).ThenBy(row => row.Id),
            ShelfOrder.Due => rows.LeftJoin(
                    StudyStore.NextDue(context),
                    row => row.Key,
                    due => due.FormulaKey,
                    (row, due) => new { Row = row, Date = (DateOnly?)due!.Date }
                )
                .OrderBy(one => one.Date == null)
                .ThenBy(one => one.Date)
                .ThenByDescending(one => one.Row.ChangedAt)
                .ThenBy(one => one.Row.Id)
                .Select(one => one.Row),
            _ => throw new ArgumentOutOfRangeException(nameof(order), order, "No such order."),
        };

    /// <summary>The rows that are asked for.</summary>
    public static IQueryable<FormulaRow> Found(CrockContext context, ShelfQuestion question)
    {
        var rows = context.Formulas.AsNoTracking();
        if (question.FormWord is { } form)
            rows = rows.Where(row => row.Form == form);
        if (question.AudienceWord is { } wearer)
            rows = rows.Where(row => row.Audience == wearer);
        if (question.Climate is { } climate)
        {
            var word = FormulaRows.ClimateOf(climate);
            rows = rows.Where(row => row.Climate == word);
        }

        if (question.Tag is { } tag)
        {
            var within = Tags.Within(tag);
            rows = rows.Where(row => row.Tags.Contains(within));
        }

        if (question.IsMade is { } made)
            rows = rows.Where(row => context.Batches.Any(batch => batch.FormulaKey == row.Key) == made);
        if (question.Without.Count > 0)
            rows = rows.Where(row => !row.Ingredients.Any(held => question.Without.Contains(held.Ingredient)));
        foreach (var any in question.With)
            rows = rows.Where(row => row.Ingredients.Any(held => any.Contains(held.Ingredient)));
        if (string.IsNullOrWhiteSpace(question.Find))
            return rows;
        // What is folded holds letters, digits and blanks only: nothing in it has a meaning of its own to LIKE.
        var pattern = $"%{FormulaRows.Folded(question.Find)}%";
        return rows.Where(row => EF.Functions.Like(row.SearchText, pattern));
    }
}
