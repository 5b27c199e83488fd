using System.Collections.Immutable;

namespace UmberCrock.Core.Formulas;

/// <summary>A formula with the formulas that came before it and those that were undone: undo and redo as values.</summary>
public sealed record FormulaHistory
{
    private FormulaHistory(ImmutableStack<Formula> past, Formula present, ImmutableStack<Formula> future)
        => (Past, Present, Future) = (past, present, future);

    /// <summary>The formula now.</summary>
    public Formula Present { get; }

    /// <summary>True when there is something to undo.</summary>
    public bool CanUndo => !Past.IsEmpty;

    /// <summary>True when there is something to redo.</summary>
    public bool CanRedo => !Future.IsEmpty;

    private ImmutableStack<Formula> Past { get; }

    private ImmutableStack<Formula> Future { get; }

    /// <summary>A history that starts here.</summary>
    public static FormulaHistory Start(Formula formula) => new([], formula, []);

    /// <summary>The history after a change; what had been undone is forgotten.</summary>
    /// <exception cref="Json.DocumentException">An edit does not fit; the history is as it was.</exception>
    public FormulaHistory Do(params IEnumerable<FormulaEdit> edits)
        => new(Past.Push(Present), FormulaEdit.ApplyAll(Present, edits), []);

    /// <summary>One step back; the same history when there is none.</summary>
    public FormulaHistory Undo() => CanUndo ? new(Past.Pop(out var before), before, Future.Push(Present)) : this;

    /// <summary>One step forward again; the same history when there is none.</summary>
    public FormulaHistory Redo() => CanRedo ? new(Past.Push(Present), Future.Peek(), Future.Pop()) : this;
}
