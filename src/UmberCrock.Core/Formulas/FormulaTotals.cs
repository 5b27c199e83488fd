using System.Collections.Immutable;

namespace UmberCrock.Core.Formulas;

/// <summary>The exact percents of a formula's lines and their sum. What is steeped and strained out is no part of the hundred.</summary>
/// <param name="Percents">Weight percent of what is in the product, by line, the balance line included (never below 0); 0 of what is
/// strained out.</param>
/// <param name="Doses">The dose of each line as it is written: grams on 100 g of the formula, those of strained lines too.</param>
/// <param name="SetPercent">Sum of the lines of the hundred that are set by hand, weight percent.</param>
/// <param name="BalancePercent">What the balance line holds; null without one.</param>
public sealed record FormulaTotals(
    ImmutableArray<decimal> Percents,
    ImmutableArray<decimal> Doses,
    decimal SetPercent,
    decimal? BalancePercent
)
{
    /// <summary>Sum of all lines, the balance line included, weight percent.</summary>
    public decimal Total => SetPercent + (BalancePercent ?? 0m);

    /// <summary>Total less 100: negative when short, positive when over.</summary>
    public decimal Off => Total - 100m;

    /// <summary>Adds up a formula. Decimal arithmetic: exact.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="herbs">Slugs of the botanicals: what a phase of stage infuse strains out.</param>
    public static FormulaTotals Of(Formula formula, IReadOnlySet<string> herbs)
    {
        var strained = StrainedHerbs.In(formula, herbs);
        decimal Share(int line, decimal percent) => strained.Contains(line) ? 0m : percent;
        var set = formula.Lines.Select((line, at) => Share(at, line.Percent ?? 0m)).Sum();
        decimal? balance = formula.BalanceIndex >= 0 ? Math.Max(0m, 100m - set) : null;
        ImmutableArray<decimal> doses = [.. formula.Lines.Select(line => line.Percent ?? balance!.Value)];
        return new FormulaTotals([.. doses.Select((dose, line) => Share(line, dose))], doses, set, balance);
    }

    /// <summary>True for what is steeped and strained out: it is weighed, and no part of the product.</summary>
    /// <param name="line">Index of the line, from 0.</param>
    public bool IsStrained(int line) => Percents[line] != Doses[line];

    /// <summary>Grams of each line in a batch, unrounded: its dose on each 100 g.</summary>
    /// <param name="line">Index of the line, from 0.</param>
    /// <param name="batchGrams">Mass of the whole batch, what is strained out not counted, g.</param>
    public decimal GramsOf(int line, decimal batchGrams) => Doses[line] * batchGrams / 100m;
}
