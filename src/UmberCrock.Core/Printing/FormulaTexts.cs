using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Printing;

/// <summary>A formula as text for letters, forums and spreadsheets. Doses are weight percent, masses grams; both keep the point.</summary>
public sealed class FormulaTexts
{
    private readonly Formula formula;
    private readonly EvaluationResult evaluation;
    private readonly string list;
    private readonly IReadOnlyList<(Phase Phase, IReadOnlyList<Row> Rows)> phases;
    private readonly string total;
    private readonly string totalGrams;

    private FormulaTexts(Formula formula, EvaluationResult evaluation, Region region, decimal batchGrams, IReadOnlySet<string> herbs)
    {
        var totals = FormulaTotals.Of(formula, herbs);
        (this.formula, this.evaluation, list) = (formula, evaluation, evaluation.Label.Of(region).List);
        (total, totalGrams) = (Two(totals.Total), Two(totals.Total * batchGrams / 100m));
        phases =
        [
            .. formula.Phases.Select(phase =>
                (
                    phase,
                    (IReadOnlyList<Row>)
                        [
                            .. evaluation
                                .Lines.Select((line, at) => (line, at))
                                .Where(row => row.line.Phase == phase.Id)
                                .Select(row => new Row(row.line, Two(row.line.Percent), Two(totals.GramsOf(row.at, batchGrams)))),
                        ]
                )
            ),
        ];
    }

    /// <summary>A formula ready to be written in any of them, with its percents and the grams of a batch.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="evaluation">What was worked out of it.</param>
    /// <param name="region">Whose ingredient list is written.</param>
    /// <param name="batchGrams">The batch that grams are given for, g.</param>
    /// <param name="herbs">Slugs of what is strained out where it is steeped.</param>
    public static FormulaTexts Of(
        Formula formula,
        EvaluationResult evaluation,
        Region region,
        decimal batchGrams,
        IReadOnlySet<string> herbs
    ) => new(formula, evaluation, region, batchGrams, herbs);

    /// <summary>Lines that a person reads and a recipe reader takes in again: name, phases with their lines, list.</summary>
    public string Plain()
    {
        var text = new StringBuilder().Append(formula.Name).Append('\n').Append(Product).Append('\n');
        foreach (var (phase, rows) in phases)
        {
            text.Append('\n').Append(Heading(phase)).Append(":\n");
            foreach (var row in rows)
                text.Append(row.Line.Name).Append(", ").Append(row.Percent).Append(" %\n");
        }

        text.Append("\nIngredients: ").Append(list).Append('\n');
        return formula.Notes.Length == 0 ? text.ToString() : text.Append('\n').Append(formula.Notes).Append('\n').ToString();
    }

    /// <summary>The same in Markdown: a heading, a table of all lines with percent and grams, the list, the notes.</summary>
    public string Markdown()
    {
        var text = new StringBuilder().Append("# ").Append(Marked(formula.Name)).Append("\n\n").Append(Product).Append("\n\n");
        text.Append("| phase | ingredient | INCI | % of weight | g |\n| --- | --- | --- | ---: | ---: |\n");
        foreach (var (phase, rows) in phases)
        {
            foreach (var row in rows)
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"| {Marked(phase.Id)} | {Marked(row.Line.Name)} | {Marked(row.Line.Inci)} | {row.Percent} | {row.Grams} |\n"
                );
        }

        text.Append(CultureInfo.InvariantCulture, $"|  | **Total** |  | **{total}** | **{totalGrams}** |\n\n");
        foreach (var (phase, _) in phases)
            text.Append("- ").Append(Marked(Heading(phase))).Append(": ").Append(Word(phase.Stage)).Append('\n');
        text.Append("\nIngredients: ").Append(Marked(list)).Append('\n');
        return formula.Notes.Length == 0 ? text.ToString() : text.Append('\n').Append(Marked(formula.Notes)).Append('\n').ToString();
    }

    /// <summary>A table (CSV, RFC 4180): phase, ingredient, INCI, percent, grams; it is taken in again as a recipe.</summary>
    public string Csv()
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture)))
        {
            Write(csv, ["phase", "ingredient", "INCI", "percent", "grams"]);
            foreach (var (phase, rows) in phases)
            {
                foreach (var row in rows)
                    Write(csv, [phase.Id, row.Line.Name, row.Line.Inci, row.Percent, row.Grams]);
            }
        }

        return text.ToString();
    }

    private static void Write(CsvWriter csv, IEnumerable<string> cells)
    {
        foreach (var cell in cells)
            csv.WriteField(CsvCells.Written(cell));
        csv.NextRecord();
    }

    private string Product =>
        string.Join(
            ", ",
            Word(formula.Form),
            $"for {Word(formula.Audience)}",
            $"worn on {Word(formula.Zone)}",
            Word(formula.Exposure),
            $"{evaluation.Lines.Length} lines"
        );

    private static string Heading(Phase phase) => phase.Name.Length == 0 ? $"Phase {phase.Id}" : $"{phase.Id} {phase.Name}";

    /// <summary>What Markdown would take for a mark is written so that it stays what it is.</summary>
    private static string Marked(string text)
    {
        var marked = new StringBuilder(text.Length);
        foreach (var letter in text)
            marked.Append("\\`*_{}[]<>#|~".Contains(letter, StringComparison.Ordinal) ? "\\" : "").Append(letter == '\n' ? ' ' : letter);
        return marked.ToString();
    }

    private static string Two(decimal value) => value.ToString("0.00##", CultureInfo.InvariantCulture);

    private static string Word<T>(T value)
        where T : struct, Enum => Vocabulary.Word(value).Replace('-', ' ');

    private sealed record Row(EvaluatedLine Line, string Percent, string Grams);
}
