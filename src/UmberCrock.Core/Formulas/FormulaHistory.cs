namespace UmberCrock.Core.Formulas;

/// <summary>
/// Where a formula stands in the row of formulas it has been. Every change makes a new formula and never touches the old ones, so undo
/// and redo are steps along that row. Steps are numbered from 0; those from <see cref="First"/> to <see cref="Last"/> are remembered.
/// </summary>
/// <param name="First">Oldest step that is remembered.</param>
/// <param name="Step">The step that is the formula now.</param>
/// <param name="Last">Newest step; later than <see cref="Step"/> after an undo.</param>
public sealed record FormulaHistory(int First, int Step, int Last)
{
    /// <summary>Steps that can be undone at most.</summary>
    public const int MostSteps = 300;

    /// <summary>The history of a formula that has not been changed yet.</summary>
    public static FormulaHistory Start { get; } = new(0, 0, 0);

    /// <summary>True when there is something to undo.</summary>
    public bool CanUndo => Step > First;

    /// <summary>True when there is something to redo.</summary>
    public bool CanRedo => Step < Last;

    /// <summary>After a change: what had been undone is forgotten, and so is the oldest step when there are too many.</summary>
    public FormulaHistory Do() => new(Math.Max(First, Step + 1 - MostSteps), Step + 1, Step + 1);

    /// <summary>One step back; the same history when there is none.</summary>
    public FormulaHistory Undo() => CanUndo ? this with { Step = Step - 1 } : this;

    /// <summary>One step forward again; the same history when there is none.</summary>
    public FormulaHistory Redo() => CanRedo ? this with { Step = Step + 1 } : this;
}
