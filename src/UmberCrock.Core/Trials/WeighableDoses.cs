using System.Collections.Immutable;

namespace UmberCrock.Core.Trials;

/// <summary>Rounds doses so that they still make 100 and still keep what they must.</summary>
internal static class WeighableDoses
{
    private const int MostTried = 6;
    private const double Same = 1e-5;

    /// <summary>Steps that doses are rounded to, the coarsest first: two decimals are what is weighed, four are what a formula can
    /// say.</summary>
    private static readonly decimal[] Steps = [0.01m, 0.001m, 0.0001m];

    /// <summary>The doses of the coarsest step that are kept, and of those the nearest to the start; null when there are none.</summary>
    /// <param name="doses">Unrounded, percent, 100 together.</param>
    /// <param name="start">What they were; a dose that did not change stays as it was.</param>
    /// <param name="isKept">True of doses that may be taken.</param>
    public static decimal[]? Near(double[] doses, ImmutableArray<decimal> start, Func<decimal[], bool> isKept) =>
        Steps.Select(step => Rounded(doses, start, step, isKept)).FirstOrDefault(rounded => rounded is not null);

    private static decimal[]? Rounded(double[] doses, ImmutableArray<decimal> start, decimal step, Func<decimal[], bool> isKept)
    {
        var down = doses
            .Select(
                (dose, line) => Math.Abs(dose - (double)start[line]) < Same ? start[line] : Math.Floor((decimal)(dose + Same) / step) * step
            )
            .ToArray();
        var moved = Enumerable
            .Range(0, doses.Length)
            .Where(line => down[line] != start[line] || Math.Abs(doses[line] - (double)start[line]) >= Same)
            .ToList();
        if (moved.Count == 0)
            return down.Sum() == 100m && isKept(down) ? down : null;
        // The largest takes what is left to 100; the others are tried up and down.
        var rest = moved.MaxBy(line => doses[line]);
        var free = moved
            .Where(line => line != rest && (double)down[line] + Same < doses[line])
            .OrderByDescending(line => doses[line])
            .Take(MostTried)
            .ToList();
        decimal[]? best = null;
        var least = decimal.MaxValue;
        for (var choice = 0; choice < 1 << free.Count; choice++)
        {
            var tried = down.ToArray();
            for (var bit = 0; bit < free.Count; bit++)
            {
                if ((choice & (1 << bit)) != 0)
                    tried[free[bit]] += step;
            }

            tried[rest] += 100m - tried.Sum();
            var change = tried.Select((dose, line) => Math.Abs(dose - start[line])).Sum();
            if (change < least && tried.All(dose => dose is >= 0m and <= 100m) && isKept(tried))
                (best, least) = (tried, change);
        }

        return best;
    }
}
