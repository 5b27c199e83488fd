using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Formulas;

/// <summary>
/// A change to a formula, as a value. Applying it gives a new formula or refuses with a <see cref="DocumentException"/> whose
/// pointers are members of the edit itself ("/line", "/percent").
/// </summary>
[JsonConverter(typeof(FormulaEditConverter))]
public abstract record FormulaEdit
{
    /// <summary>The edit's word in the contract.</summary>
    public abstract string Op { get; }

    /// <summary>The formula this edit makes of the given one.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="herbs">Slugs of the botanicals, which are no part of the hundred where they are strained out.</param>
    /// <exception cref="DocumentException">The edit does not fit the formula.</exception>
    public abstract Formula Apply(Formula formula, IReadOnlySet<string> herbs);

    /// <summary>Applies edits in order, each to the formula the one before it left.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="edits">The edits, in the order they are applied.</param>
    /// <param name="herbs">Slugs of the botanicals, which are no part of the hundred where they are strained out.</param>
    /// <exception cref="DocumentException">An edit does not fit; its pointers start with its index.</exception>
    public static Formula ApplyAll(Formula formula, IEnumerable<FormulaEdit> edits, IReadOnlySet<string> herbs)
    {
        var index = 0;
        foreach (var edit in edits)
        {
            try
            {
                formula = edit.Apply(formula, herbs);
            }
            catch (DocumentException refused)
            {
                throw new DocumentException([
                    .. refused.Problems.Select(problem => problem with { Pointer = $"/{index}{problem.Pointer}" }),
                ]);
            }

            index++;
        }

        return formula;
    }

    private protected static FormulaLine LineAt(Formula formula, int line) =>
        line >= 0 && line < formula.Lines.Length
            ? formula.Lines[line]
            : throw new DocumentException(
                "/line",
                formula.Lines.IsEmpty
                    ? "names no line: there is none yet."
                    : (Message)$"is {line}, but the formula's lines run from 0 to {formula.Lines.Length - 1}."
            );

    private protected static void RequirePhase(Formula formula, string phase)
    {
        if (formula.Phases.All(candidate => candidate.Id != phase))
            throw new DocumentException("/phase", $"\"{phase}\" is not the id of a phase of this formula.");
    }

    private protected static decimal RequirePercent(decimal percent) =>
        percent is >= 0m and <= 100m && decimal.Round(percent, 4) == percent
            ? Decimals.Trim(percent)
            : throw new DocumentException("/percent", $"{percent} is not a dose: from 0 to 100, at most four decimals.");
}

/// <summary>Sets the dose of a line. A balance line becomes an ordinary one.</summary>
public sealed record SetPercent(int Line, decimal Percent) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "setPercent";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs) =>
        formula with
        {
            Lines = formula.Lines.SetItem(Line, LineAt(formula, Line) with { Percent = RequirePercent(Percent) }),
        };
}

/// <summary>Makes a line the balance line; the old one keeps the percent it held.</summary>
public sealed record SetBalance(int Line) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "setBalance";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        var chosen = LineAt(formula, Line);
        var totals = FormulaTotals.Of(formula, herbs);
        var lines = formula.Lines;
        if (formula.BalanceIndex is var old and >= 0)
            lines = lines.SetItem(old, lines[old] with { Percent = totals.Doses[old] });
        return formula with { Lines = lines.SetItem(Line, chosen with { Percent = null }) };
    }
}

/// <summary>Puts another ingredient in a line at the same dose.</summary>
public sealed record ReplaceIngredient(int Line, string Ingredient) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "replaceIngredient";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs) =>
        formula with
        {
            Lines = formula.Lines.SetItem(Line, LineAt(formula, Line) with { Ingredient = Ingredient }),
        };
}

/// <summary>Adds a line for an ingredient at the end of a phase.</summary>
public sealed record AddLine(string Phase, string Ingredient, decimal Percent) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "addLine";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        RequirePhase(formula, Phase);
        if (formula.Lines.Length >= Formula.MaxLines)
            throw new DocumentException("/ingredient", $"does not fit: a formula has at most {Formula.MaxLines} lines.");
        var line = new FormulaLine(Phase, Ingredient, RequirePercent(Percent));
        return formula with { Lines = formula.Lines.Insert(LedgerOrder.EndOf(formula, Phase), line) };
    }
}

/// <summary>Takes a line out of the formula.</summary>
public sealed record RemoveLine(int Line) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "removeLine";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        _ = LineAt(formula, Line);
        return formula with { Lines = formula.Lines.RemoveAt(Line) };
    }
}

/// <summary>Moves a line to a position (from 0) within a phase.</summary>
public sealed record MoveLine(int Line, string Phase, int Position) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "moveLine";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        var moved = LineAt(formula, Line) with { Phase = Phase };
        RequirePhase(formula, Phase);
        var without = formula with { Lines = formula.Lines.RemoveAt(Line) };
        var end = LedgerOrder.EndOf(without, Phase);
        var start = end - without.Lines.Count(line => line.Phase == Phase);
        if (Position < 0 || Position > end - start)
            throw new DocumentException("/position", $"is {Position}, but the phase has room from 0 to {end - start}.");
        return without with { Lines = without.Lines.Insert(start + Position, moved) };
    }
}

/// <summary>Where lines stand: grouped by phase, in the order of the phases.</summary>
internal static class LedgerOrder
{
    /// <summary>The formula with its lines grouped in the order of its phases; the order within a phase is kept.</summary>
    public static Formula Sort(Formula formula) =>
        formula with
        {
            Lines = [.. formula.Phases.SelectMany(phase => formula.Lines.Where(line => line.Phase == phase.Id))],
        };

    /// <summary>The index after the last line of a phase, or, when it has none, after the phases before it.</summary>
    public static int EndOf(Formula formula, string phase)
    {
        var last = formula.Lines.ToList().FindLastIndex(line => line.Phase == phase);
        if (last >= 0)
            return last + 1;
        var earlier = formula.Phases.TakeWhile(candidate => candidate.Id != phase).Select(candidate => candidate.Id).ToImmutableHashSet();
        return formula.Lines.ToList().FindLastIndex(line => earlier.Contains(line.Phase)) + 1;
    }
}
