using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Topics.Method;

/// <summary>The oil that steeped herbs hold back when they are strained out: that much more of it is weighed.</summary>
/// <param name="Line">The line of the oil that they steep in.</param>
/// <param name="Percent">What they hold back, g on 100 g of the formula.</param>
internal sealed record HeldBack(int Line, decimal Percent)
{
    /// <summary>Null where nothing is strained out, or there is nothing liquid that it could steep in.</summary>
    public static HeldBack? In(ResolvedFormula resolved)
    {
        var totals = resolved.Totals;
        var herbs = Enumerable.Range(0, totals.Doses.Length).Where(totals.IsStrained).Sum(line => totals.Doses[line]);
        return herbs > 0m && SteepedIn(resolved) is var oil and >= 0
            ? new(oil, herbs * (decimal)resolved.Rules.Method.Figures.OilHeldByHerbUsual)
            : null;
    }

    /// <summary>The largest line that is steeped with the herbs; where nothing is, the largest oil of the formula; -1 where it has
    /// none.</summary>
    private static int SteepedIn(ResolvedFormula resolved)
    {
        bool IsWarmed(int line) => resolved.Totals.Percents[line] > 0m && resolved.StageOf(line) == Stage.Infuse;
        bool IsOil(int line) =>
            resolved.Totals.Percents[line] > 0m
            && resolved.Ingredients[line].Class == IngredientClass.Oil
            && resolved.StageOf(line) is Stage.Melt or Stage.Powder;
        var lines = Enumerable.Range(0, resolved.Ingredients.Length).OrderByDescending(line => resolved.Totals.Percents[line]).ToList();
        return lines.Where(IsWarmed).Concat(lines.Where(IsOil)).FirstOrDefault(-1);
    }
}
