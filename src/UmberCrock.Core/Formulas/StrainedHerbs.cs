using System.Collections.Immutable;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Formulas;

/// <summary>
/// Botanicals in a phase of stage infuse: steeped in the oil and strained out. Their dose is grams on 100 g of formula and no part of the
/// hundred.
/// </summary>
public static class StrainedHerbs
{
    private const decimal Whole = 100m;

    /// <summary>Indices of the lines that are strained out. A line that fills up to the hundred is a part of it, herb or not.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static ImmutableHashSet<int> In(Formula formula, IReadOnlySet<string> herbs)
    {
        var infused = formula.Phases.Where(phase => phase.Stage == Stage.Infuse).Select(phase => phase.Id).ToList();
        return infused.Count == 0
            ? []
            :
            [
                .. Enumerable
                    .Range(0, formula.Lines.Length)
                    .Where(line =>
                        formula.Lines[line] is { IsBalance: false } own && infused.Contains(own.Phase) && herbs.Contains(own.Ingredient)
                    ),
            ];
    }

    /// <summary>
    /// A formula whose herbs were counted in the hundred, written so that they are not: every dose times 100 / (100 - herbs). A batch that
    /// is as much smaller as the herbs weighed (<see cref="BatchWithout"/>) has the grams it had. Doses have four decimals; what rounding
    /// leaves goes to the balance, or else to the largest line. The same formula where no herb is strained out.
    /// </summary>
    /// <param name="formula">The formula as it was meant.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static Formula TakenOut(Formula formula, IReadOnlySet<string> herbs)
    {
        var strained = In(formula, herbs);
        var share = HerbsPercent(formula, strained);
        if (share is <= 0m or >= Whole)
            return formula;
        var lines = formula
            .Lines.Select(line =>
                line.Percent is { } percent
                    ? line with
                    {
                        Percent = Math.Min(Whole, decimal.Round(percent * Whole / (Whole - share), 4)),
                    }
                    : line
            )
            .ToList();
        var left = Whole - Enumerable.Range(0, lines.Count).Where(line => !strained.Contains(line)).Sum(line => lines[line].Percent ?? 0m);
        var wasWhole = formula.Lines.Sum(line => line.Percent ?? 0m) == Whole;
        if (wasWhole && left != 0m && formula.BalanceIndex < 0)
        {
            var largest = Enumerable.Range(0, lines.Count).Where(line => !strained.Contains(line)).MaxBy(line => lines[line].Percent);
            lines[largest] = lines[largest] with { Percent = lines[largest].Percent + left };
        }

        return formula with
        {
            Lines = [.. lines.Select(line => line.Percent is { } percent ? line with { Percent = Decimals.Trim(percent) } : line)],
        };
    }

    /// <summary>True when the percents make 100 only with the herbs that are strained out: it was written the other way.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    private static bool AreCountedIn(Formula formula, IReadOnlySet<string> herbs) =>
        formula.BalanceIndex < 0
        && HerbsPercent(formula, In(formula, herbs)) is > 0m and < Whole
        && formula.Lines.Sum(line => line.Percent ?? 0m) == Whole;

    /// <summary>The formula as it is meant: one whose percents make 100 only with the herbs that are strained out is written
    /// anew.</summary>
    /// <param name="formula">The formula as it came from outside.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static Formula AsMeant(Formula formula, IReadOnlySet<string> herbs) =>
        AreCountedIn(formula, herbs) ? TakenOut(formula, herbs) : formula;

    /// <summary>The batch in g that has the grams of a batch in which the herbs were counted.</summary>
    /// <param name="formula">The formula as it was meant then.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <param name="batchGrams">The batch with the herbs, g.</param>
    public static decimal BatchWithout(Formula formula, IReadOnlySet<string> herbs, decimal batchGrams) =>
        HerbsPercent(formula, In(formula, herbs)) is > 0m and < Whole and var share
            ? decimal.Round(batchGrams * (Whole - share) / Whole, 2)
            : batchGrams;

    private static decimal HerbsPercent(Formula formula, ImmutableHashSet<int> strained) =>
        strained.Sum(line => formula.Lines[line].Percent ?? 0m);
}
