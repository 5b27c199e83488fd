using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Web.Bench;

/// <summary>What the bench's keys mean as edits.</summary>
internal static class BenchEdits
{
    private const decimal StartingPercentWithoutWindow = 1m;

    /// <summary>Raises or lowers a dose; it stays from 0 to 100.</summary>
    /// <exception cref="DocumentException">The line is the balance line, or there is no such line.</exception>
    public static FormulaEdit Nudge(Formula formula, int line, decimal by)
    {
        if (line < 0 || line >= formula.Lines.Length)
            throw new DocumentException("/line", "There is no such line.");
        return formula.Lines[line].Percent is { } percent
            ? new SetPercent(line, Math.Clamp(percent + by, 0m, 100m))
            : throw new DocumentException(
                "/line",
                "This line takes what is left to 100. Type a dose to set it by hand, or make another line the balance with B."
            );
    }

    /// <summary>Moves a line one place, into the neighbouring phase at an end; null where there is nowhere to go.</summary>
    public static MoveLine? Move(Formula formula, int line, int by)
    {
        if (line < 0 || line >= formula.Lines.Length)
            return null;
        var phase = formula.Lines[line].Phase;
        var own = Enumerable.Range(0, formula.Lines.Length).Where(index => formula.Lines[index].Phase == phase).ToList();
        var position = own.IndexOf(line) + by;
        if (position >= 0 && position < own.Count)
            return new MoveLine(line, phase, position);
        var neighbour = formula.Phases.ToList().FindIndex(candidate => candidate.Id == phase) + by;
        if (neighbour < 0 || neighbour >= formula.Phases.Length)
            return null;
        var id = formula.Phases[neighbour].Id;
        return new MoveLine(line, id, by > 0 ? 0 : formula.Lines.Count(candidate => candidate.Phase == id));
    }

    /// <summary>Gives a phase another name and stage.</summary>
    /// <exception cref="DocumentException">There is no such phase.</exception>
    public static SetField Phase(Formula formula, string id, string name, Stage stage) =>
        Phases(formula.Phases.SetItem(At(formula, id), new Phase(id, name, stage)));

    /// <summary>Moves a phase with its lines one place up or down; null where there is nowhere to go.</summary>
    /// <exception cref="DocumentException">There is no such phase.</exception>
    public static SetField? MovePhase(Formula formula, string id, int by)
    {
        var at = At(formula, id);
        return at + by < 0 || at + by >= formula.Phases.Length
            ? null
            : Phases(formula.Phases.RemoveAt(at).Insert(at + by, formula.Phases[at]));
    }

    private static int At(Formula formula, string id) =>
        formula.Phases.ToList().FindIndex(phase => phase.Id == id) is >= 0 and var at
            ? at
            : throw new DocumentException("/phase", $"\"{Words.Cut(id, 20)}\" is no phase of this formula.");

    private static SetField Phases(IEnumerable<Phase> phases) =>
        new("phases", JsonSerializer.SerializeToElement(phases, ContractJson.Options));

    /// <summary>The name of a second formula: the first one's with the next number that no formula has.</summary>
    public static string NameOfCopy(string name, IEnumerable<string> taken)
    {
        var all = taken.ToHashSet(StringComparer.OrdinalIgnoreCase);
        return Enumerable
            .Range(2, all.Count + 1)
            .Select(number => $" {number}")
            .Select(number => name[..Math.Min(name.Length, FormulaReader.LongestName - number.Length)] + number)
            .First(candidate => !all.Contains(candidate));
    }

    /// <summary>Where the line that an edit adds or moves stands afterwards.</summary>
    public static int LineAfter(Formula formula, FormulaEdit edit, IReadOnlySet<string> herbs)
    {
        var after = edit.Apply(formula, herbs).Lines;
        return edit switch
        {
            MoveLine move => Enumerable.Range(0, after.Length).Where(index => after[index].Phase == move.Phase).ElementAt(move.Position),
            AddLine add => Enumerable.Range(0, after.Length).Last(index => after[index].Phase == add.Phase),
            _ => 0,
        };
    }

    /// <summary>The dose a new line starts with: the least that is usual in this kind of product.</summary>
    public static decimal StartingPercent(Formula formula, Ingredient ingredient, RuleBook rules, EvaluationSettings settings) =>
        DosePlacement.WindowFor(formula, ingredient, rules, settings)?.MinPercent ?? StartingPercentWithoutWindow;
}
