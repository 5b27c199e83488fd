using System.Collections.Immutable;
using System.Diagnostics;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Findings;

/// <summary>
/// Makes fixes as edits. Percent that a fix frees or needs comes from the balance line or, where there is none, from the largest
/// liquid oil, and the fix says so.
/// </summary>
internal static class FixBuilder
{
    /// <summary>A fix that sets one dose.</summary>
    public static Fix SetTo(ResolvedFormula resolved, int line, decimal percent, Message? title = null) =>
        Make(
            resolved,
            title ?? (Message)$"Set to {Decimals.Two(percent)}",
            [new SetPercent(line, percent)],
            Totals(resolved)[line] - percent,
            [line]
        );

    /// <summary>A fix that sets several doses under one title.</summary>
    public static Fix SetAll(ResolvedFormula resolved, Message title, IReadOnlyList<(int Line, decimal Percent)> doses) =>
        Make(
            resolved,
            title,
            [.. doses.Select(dose => new SetPercent(dose.Line, dose.Percent))],
            doses.Where(dose => !resolved.Totals.IsStrained(dose.Line)).Sum(dose => Totals(resolved)[dose.Line] - dose.Percent),
            [.. doses.Select(dose => dose.Line)]
        );

    /// <summary>A fix that takes lines out; what they held goes to the balance.</summary>
    public static Fix TakeOut(ResolvedFormula resolved, Message title, ImmutableArray<int> lines) =>
        Make(resolved, title, [.. lines.OrderDescending().Select(line => new RemoveLine(line))], resolved.PercentOf(lines), lines);

    /// <summary>A fix that adds an ingredient to the last phase of a stage, making the phase when there is none.</summary>
    public static Fix Add(ResolvedFormula resolved, Ingredient ingredient, decimal percent, Stage stage, Message? title = null)
    {
        var (phase, edits) = PhaseOf(resolved.Formula, stage);
        edits.Add(new AddLine(phase, ingredient.Slug, percent));
        return Make(resolved, title ?? (Message)$"Add {Decimals.Two(percent)}", edits, -percent, []);
    }

    /// <summary>A fix that moves lines to the end of the last phase of a stage, making the phase when there is none; what is strained out
    /// there leaves its percent to the balance.</summary>
    public static Fix MoveTo(ResolvedFormula resolved, ImmutableArray<int> lines, Stage stage, Message title)
    {
        var (phase, edits) = PhaseOf(resolved.Formula, stage);
        var formula = resolved.Edited(edits);
        foreach (var line in lines.Select(index => resolved.Formula.Lines[index]))
        {
            // A move changes where the others stand: each is looked up in what the one before it left.
            var now = formula.Lines.ToList().FindIndex(candidate => ReferenceEquals(candidate, line));
            var move = new MoveLine(
                now,
                phase,
                formula.Lines.Count(candidate => candidate.Phase == phase && !ReferenceEquals(candidate, line))
            );
            formula = move.Apply(formula, resolved.Catalogue.Herbs);
            edits.Add(move);
        }

        return stage == Stage.Infuse && lines.All(line => resolved.Ingredients[line].Class == IngredientClass.Botanical)
            ? Make(resolved, title, edits, resolved.PercentOf(lines), lines)
            : new Fix(title, null, [.. edits]);
    }

    private static (string Phase, List<FormulaEdit> Edits) PhaseOf(Formula formula, Stage stage)
    {
        // Where no phase fits any more, the last one takes it; whether that cures anything is for the trial to say.
        if (
            (
                formula.Phases.LastOrDefault(candidate => candidate.Stage == stage)
                ?? (formula.Phases.Length >= FormulaReader.MaxPhases ? formula.Phases[^1] : null)
            ) is
            { } phase
        )
            return (phase.Id, []);
        var id = PhaseIds.NextFree(formula);
        var name = stage switch
        {
            Stage.Infuse => "Infusion",
            Stage.Melt => "Hot melt",
            Stage.Warm => "Warm additions",
            Stage.Powder => "Powders",
            Stage.Water => "Water",
            Stage.Whip => "While whipping",
            Stage.Cool => "Cool additions",
            _ => throw new UnreachableException(),
        };
        return (id, [new AddPhase(id, name, stage, null)]);
    }

    private static ImmutableArray<decimal> Totals(ResolvedFormula resolved) => resolved.Totals.Percents;

    private static Fix Make(ResolvedFormula resolved, Message title, List<FormulaEdit> edits, decimal freed, ImmutableArray<int> touched)
    {
        var (giver, holds) = GiverOf(resolved, touched);
        if (giver < 0)
            return new Fix(title, null, [.. edits]);
        var left = holds + freed;
        if (resolved.Formula.BalanceIndex >= 0)
        {
            left = Math.Max(0m, 100m - resolved.Totals.SetPercent + freed);
        }
        else
        {
            if (left is < 0m or > 100m)
                return new Fix(title, null, [.. edits]);
            // First, while the line still stands where its index says.
            edits.Insert(0, new SetPercent(giver, left));
        }

        var word = resolved.Ingredients[giver].Class == IngredientClass.Oil ? "oil" : "balance";
        return new Fix(title, $"{word} to {Decimals.Two(left)}", [.. edits]);
    }

    /// <summary>A fix that puts one ingredient in the place of another, its dose kept.</summary>
    public static Fix Replace(int line, Ingredient other, Message title) => new(title, null, [new ReplaceIngredient(line, other.Slug)]);

    /// <summary>A fix that sets a list of texts.</summary>
    public static Fix SetList(Message title, string field, ImmutableArray<string> texts) =>
        new(title, null, [new SetField(field, System.Text.Json.JsonSerializer.SerializeToElement(texts))]);

    /// <summary>A fix that sets a field of the formula.</summary>
    public static Fix SetField(Message title, string field, string value) =>
        new(title, null, [new SetField(field, System.Text.Json.JsonSerializer.SerializeToElement(value))]);

    /// <summary>A fix that trades some of a line for another ingredient, which joins its phase.</summary>
    public static Fix Trade(ResolvedFormula resolved, int line, decimal percent, Ingredient other, decimal otherPercent, Message title) =>
        Make(
            resolved,
            title,
            [new SetPercent(line, percent), new AddLine(resolved.Formula.Lines[line].Phase, other.Slug, otherPercent)],
            Totals(resolved)[line] - percent - otherPercent,
            [line]
        );

    /// <summary>The line that gives and takes what a fix moves, and what it holds: the balance line, or the largest liquid oil; -1 when
    /// there is neither.</summary>
    public static (int Line, decimal Percent) GiverOf(ResolvedFormula resolved, ImmutableArray<int> touched)
    {
        if (resolved.Formula.BalanceIndex is var balance and >= 0)
            return touched.Contains(balance) ? (-1, 0m) : (balance, resolved.Totals.Percents[balance]);
        var oils = resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Oil).Except(touched).ToList();
        return oils.Count == 0 ? (-1, 0m) : oils.Select(line => (line, resolved.Totals.Percents[line])).MaxBy(entry => entry.Item2);
    }
}
