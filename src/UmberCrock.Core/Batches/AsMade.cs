using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>The formula that a batch became: actual grams over their sum.</summary>
internal static class AsMade
{
    private const decimal Whole = 100m;

    /// <summary>Smallest step of a dose, percent; doses sum to a million of them.</summary>
    private const decimal Step = 0.0001m;
    private const long Steps = 1_000_000;

    /// <summary>The formula with the percents of what is in the pot, to four decimals, exactly 100 together; of what was strained out, the
    /// grams on 100 g of the rest.</summary>
    /// <param name="formula">The formula as it was planned.</param>
    /// <param name="grams">What is in the pot of each line, g; more than 0 together, strained lines not counted.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static Formula Of(Formula formula, IReadOnlyList<decimal> grams, IReadOnlySet<string> herbs)
    {
        var strained = StrainedHerbs.In(formula, herbs);
        var sum = grams.Where((_, line) => !strained.Contains(line)).Sum();
        var percents = WeighSheet.Apportion(
            [.. grams.Select((own, line) => strained.Contains(line) ? 0m : Whole * own / sum)],
            Step,
            Steps
        );
        decimal Dose(int line) => strained.Contains(line) ? Math.Min(Whole, decimal.Round(Whole * grams[line] / sum, 4)) : percents[line];
        return formula with
        {
            Lines = [.. formula.Lines.Select((line, at) => line.IsBalance ? line : line with { Percent = Decimals.Trim(Dose(at)) })],
        };
    }
}
