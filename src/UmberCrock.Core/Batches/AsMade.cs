using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Batches;

/// <summary>The formula that a batch became: actual grams over their sum.</summary>
internal static class AsMade
{
    /// <summary>Smallest step of a dose, percent; doses sum to a million of them.</summary>
    private const decimal Step = 0.0001m;
    private const long Steps = 1_000_000;

    /// <summary>The formula with the percents of what is in the pot, to four decimals, exactly 100 together.</summary>
    /// <param name="formula">The formula as it was planned.</param>
    /// <param name="grams">What is in the pot of each line, g; more than 0 together.</param>
    public static Formula Of(Formula formula, IReadOnlyList<decimal> grams)
    {
        var sum = grams.Sum();
        var percents = WeighSheet.Apportion([.. grams.Select(line => 100m * line / sum)], Step, Steps);
        return formula with
        {
            Lines = [.. formula.Lines.Select((line, at) => line.IsBalance ? line : line with { Percent = Decimals.Trim(percents[at]) })],
        };
    }
}
