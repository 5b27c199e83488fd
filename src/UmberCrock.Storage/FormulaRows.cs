using System.Globalization;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Storage;

/// <summary>What stands between rows of formulas and formulas: reading, checking before a commit, walking along the history.</summary>
internal static class FormulaRows
{
    /// <summary>What is searched: name, ingredients and notes.</summary>
    public static string SearchTextOf(Formula formula) =>
        Folded($"{formula.Name} / {string.Join(" / ", formula.Lines.Select(line => line.Ingredient))} / {formula.Notes}");

    /// <summary>A new row of a formula.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="document">Its document, as it is kept.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static FormulaRow New(Formula formula, string document, IReadOnlySet<string> herbs)
    {
        var row = new FormulaRow { Name = formula.Name, Document = document };
        Fill(row, formula, herbs);
        return row;
    }

    /// <summary>What lists and searches need of a formula, beside its document.</summary>
    public static void Fill(FormulaRow row, Formula formula, IReadOnlySet<string> herbs)
    {
        FillWords(row, formula);
        var doses = FormulaTotals.Of(formula, herbs).Doses;
        foreach (
            var held in formula
                .Lines.Select((line, at) => (line.Ingredient, Percent: doses[at]))
                .GroupBy(line => line.Ingredient, StringComparer.Ordinal)
        )
            row.Ingredients.Add(new FormulaIngredientRow { Ingredient = held.Key, Percent = held.Sum(line => line.Percent) });
    }

    /// <summary>The words that lists and searches ask for.</summary>
    public static void FillWords(FormulaRow row, Formula formula)
    {
        (row.Name, row.SearchText, row.Form) = (formula.Name, SearchTextOf(formula), Vocabulary.Word(formula.Form));
        (row.Audience, row.Climate) = (Vocabulary.Word(formula.Audience), ClimateOf(formula.Climate));
    }

    /// <summary>A climate as one word: "5..30".</summary>
    public static string ClimateOf(Climate climate) =>
        string.Create(CultureInfo.InvariantCulture, $"{Decimals.Trim(climate.LowCelsius)}..{Decimals.Trim(climate.HighCelsius)}");

    /// <summary>Puts another formula into a row, with what lists and searches need of it.</summary>
    /// <param name="context">Where the row is kept; in a transaction.</param>
    /// <param name="row">The row.</param>
    /// <param name="formula">The formula.</param>
    /// <param name="document">Its document, as it is kept.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static async Task PutAsync(CrockContext context, FormulaRow row, Formula formula, string document, IReadOnlySet<string> herbs)
    {
        await context.FormulaIngredients.Where(held => held.FormulaId == row.Id).ExecuteDeleteAsync();
        row.Document = document;
        Fill(row, formula, herbs);
    }

    /// <summary>Text as searches fold it: letters, digits and blanks only.</summary>
    public static string Folded(string text) => IngredientSearch.FoldedWords(text);

    /// <summary>A formula as the document that is kept, read back and evaluated: nothing is kept that could not be shown again.</summary>
    /// <exception cref="DocumentException">It could not.</exception>
    public static string Checked(Formula formula, Knowledge knowledge)
    {
        var document = FormulaWriter.ToText(formula);
        _ = knowledge.Evaluate(FormulaReader.Parse(document), document);
        return document;
    }

    /// <summary>The history of a row.</summary>
    public static FormulaHistory HistoryOf(FormulaRow row) => new(row.FirstStep, row.Step, row.LastStep);

    /// <summary>Puts a row at a place of its history.</summary>
    public static FormulaHistory Move(FormulaRow row, FormulaHistory history)
    {
        (row.FirstStep, row.Step, row.LastStep) = history;
        return history;
    }

    /// <summary>Puts a formula in a row's place and remembers the step; false when it is no different.</summary>
    /// <exception cref="DocumentException">It cannot be read back or evaluated.</exception>
    public static async Task<bool> RecordAsync(CrockContext context, FormulaRow row, Formula changed, Knowledge knowledge)
    {
        var document = FormulaWriter.ToText(changed);
        if (document == row.Document)
            return false;
        document = Checked(changed, knowledge);
        var history = Move(row, HistoryOf(row).Do());
        await context
            .Steps.Where(step => step.FormulaId == row.Id && (step.Number >= history.Step || step.Number < history.First))
            .ExecuteDeleteAsync();
        await PutAsync(context, row, changed, document, knowledge.Catalogue.Herbs);
        context.Steps.Add(
            new StepRow
            {
                FormulaId = row.Id,
                Number = row.Step,
                Document = document,
            }
        );
        return true;
    }

    /// <summary>A formula, or null.</summary>
    /// <exception cref="UnreadableRowException">It is there, but cannot be read.</exception>
    public static async Task<KeptFormula?> ReadAsync(CrockContext context, long id) =>
        await Newest(context.Formulas.AsNoTracking().Where(row => row.Id == id)).FirstOrDefaultAsync() is { } read ? Read(read) : null;

    /// <summary>Each formula with its newest revision, in one query. The two columns of it are asked for one by one: asked for as a row,
    /// all revisions of all formulas would be sorted first.</summary>
    public static IQueryable<RowAndRevision> Newest(IQueryable<FormulaRow> rows) =>
        rows.Select(row => new RowAndRevision(
            row,
            row.Revisions.OrderByDescending(revision => revision.Number).Select(revision => (int?)revision.Number).FirstOrDefault(),
            row.Revisions.OrderByDescending(revision => revision.Number).Select(revision => revision.Document).FirstOrDefault()
        ));

    /// <summary>A row as the formula it keeps.</summary>
    /// <exception cref="UnreadableRowException">It cannot be read.</exception>
    public static KeptFormula Read(RowAndRevision read)
    {
        var (row, revision, document) = read;
        var history = HistoryOf(row);
        return RowReading.Read(RowKind.Formula, KeyOf(row), row.Name, () =>
            new KeptFormula(
                row.Id,
                FormulaReader.Parse(row.Document),
                row.Document,
                row.BatchGrams,
                row.Version,
                DateTimeOffset.FromUnixTimeMilliseconds(row.ChangedAt),
                history.CanUndo,
                history.CanRedo,
                revision ?? 0,
                document != row.Document,
                row.Key,
                Tags.Read(row.Tags)
            )
        );
    }

    /// <summary>Its key among unreadable rows.</summary>
    public static string KeyOf(FormulaRow row) => row.Id.ToString(CultureInfo.InvariantCulture);
}

/// <summary>A formula with the number and document of its newest revision.</summary>
internal sealed record RowAndRevision(FormulaRow Row, int? Revision, string? Document);
