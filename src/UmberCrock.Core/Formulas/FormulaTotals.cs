using System.Collections.Immutable;

namespace UmberCrock.Core.Formulas;

/// <summary>The exact percents of a formula's lines and their sum.</summary>
/// <param name="Percents">Weight percent of each line, the balance line included (never below 0).</param>
/// <param name="SetPercent">Sum of the lines that are set by hand, weight percent.</param>
/// <param name="BalancePercent">What the balance line holds; null without one.</param>
public sealed record FormulaTotals(ImmutableArray<decimal> Percents, decimal SetPercent, decimal? BalancePercent)
{
    /// <summary>Sum of all lines, the balance line included, weight percent.</summary>
    public decimal Total => SetPercent + (BalancePercent ?? 0m);

    /// <summary>Total less 100: negative when short, positive when over.</summary>
    public decimal Off => Total - 100m;

    /// <summary>Adds up a formula. Decimal arithmetic: exact.</summary>
    public static FormulaTotals Of(Formula formula)
    {
        var set = formula.Lines.Sum(line => line.Percent ?? 0m);
        decimal? balance = formula.Lines.Any(line => line.IsBalance) ? Math.Max(0m, 100m - set) : null;
        return new FormulaTotals([.. formula.Lines.Select(line => line.Percent ?? balance!.Value)], set, balance);
    }

    /// <summary>Grams of each line in a batch, unrounded: the percent of the batch.</summary>
    /// <param name="line">Index of the line, from 0.</param>
    /// <param name="batchGrams">Mass of the whole batch, g.</param>
    public decimal GramsOf(int line, decimal batchGrams) => Percents[line] * batchGrams / 100m;
}
