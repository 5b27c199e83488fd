using MathNet.Numerics.LinearAlgebra;

namespace UmberCrock.Core.Learning;

/// <summary>Something that was seen: firmness between two borders, or a set temperature.</summary>
/// <param name="Fixed">Firmness that nothing learnt changes, or the set point by the book, C.</param>
/// <param name="Parts">Firmness that each group brings by the book, or how the set point moves with each logarithm, C.</param>
/// <param name="Low">The least that agrees with what was seen.</param>
/// <param name="High">The most that agrees.</param>
/// <param name="IsSetPoint">True for a set temperature.</param>
internal sealed record Observation(double Fixed, double[] Parts, double Low, double High, bool IsSetPoint)
{
    /// <summary>What is foreseen.</summary>
    public double Foreseen(Point at)
    {
        var sum = Fixed;
        var by = IsSetPoint ? at.Logarithms : at.Factors;
        for (var g = 0; g < Parts.Length; g++)
            sum += Parts[g] * by[g];
        return IsSetPoint ? sum + at.Logarithms[^1] : sum;
    }

    /// <summary>How far what is foreseen is outside of what was seen: above 0 too firm or too early, below 0 the other way.</summary>
    public double Miss(Point at)
    {
        var foreseen = Foreseen(at);
        return foreseen > High ? foreseen - High
            : foreseen < Low ? foreseen - Low
            : 0;
    }
}

/// <summary>Logarithms of the factors of all groups, the last entry the shift of set points, C; and the factors, worked out once.</summary>
internal sealed class Point(double[] logarithms)
{
    /// <summary>Logarithms of the factors, and the shift.</summary>
    public double[] Logarithms { get; } = logarithms;

    /// <summary>The factors; the entry of the shift means nothing.</summary>
    public double[] Factors { get; } = [.. logarithms.Select(Math.Exp)];

    /// <summary>One of the logarithms, or the shift.</summary>
    public double this[int parameter] => Logarithms[parameter];
}

/// <summary>
/// Least squares with a ridge: the sum of squared misses, of squared logarithms of factors over their doubt and of the squared shift over
/// its doubt is made least (Levenberg 1944, Marquardt 1963), the factors held between bounds.
/// </summary>
internal sealed class LeastSquares(IReadOnlyList<Observation> seen, double[] sds, double[] low, double[] high)
{
    private const int MostSteps = 60;
    private const double FirstDamping = 1e-3;
    private const double MostDamping = 1e4;
    private const double Enough = 1e-7;

    /// <summary>The sum of squares at a point, one observation left out or none (-1).</summary>
    public double Cost(Point at, int without = -1)
    {
        double sum = 0;
        for (var i = 0; i < seen.Count; i++)
        {
            var miss = i == without ? 0 : seen[i].Miss(at);
            sum += miss * miss;
        }

        for (var k = 0; k < sds.Length; k++)
            sum += at[k] / sds[k] * (at[k] / sds[k]);
        return sum;
    }

    /// <summary>The point where it is least.</summary>
    /// <param name="start">Where the search begins.</param>
    /// <param name="held">A parameter that stays where it is; -1 for none.</param>
    /// <param name="without">An observation that is left out; -1 for none.</param>
    public Point Fit(Point start, int held = -1, int without = -1)
    {
        var (at, damping) = (start, FirstDamping);
        var cost = Cost(at, without);
        for (var step = 0; step < MostSteps; step++)
        {
            var (normal, slope) = Normal(at, held, without);
            var move = (normal + (Matrix<double>.Build.DiagonalOfDiagonalVector(normal.Diagonal()) * damping)).Solve(-slope);
            var next = new Point([.. at.Logarithms.Select((own, k) => Math.Clamp(own + move[k], low[k], high[k]))]);
            var there = Cost(next, without);
            if (there < cost)
            {
                var gain = cost - there;
                (at, cost, damping) = (next, there, damping / 10);
                if (gain < Enough * (1 + cost))
                    break;
            }
            else if ((damping *= 10) > MostDamping)
                break;
        }

        return at;
    }

    private (Matrix<double> Normal, Vector<double> Slope) Normal(Point at, int held, int without)
    {
        var size = sds.Length;
        var (normal, slope, row) = (new double[size, size], new double[size], new double[size]);
        for (var i = 0; i < seen.Count; i++)
        {
            var miss = i == without ? 0 : seen[i].Miss(at);
            if (miss == 0)
                continue;
            for (var g = 0; g < size - 1; g++)
                row[g] = seen[i].IsSetPoint ? seen[i].Parts[g] : seen[i].Parts[g] * at.Factors[g];
            row[^1] = seen[i].IsSetPoint ? 1 : 0;
            for (var k = 0; k < size; k++)
            {
                slope[k] += row[k] * miss;
                for (var l = 0; l < size; l++)
                    normal[k, l] += row[k] * row[l];
            }
        }

        for (var k = 0; k < size; k++)
        {
            normal[k, k] += 1 / (sds[k] * sds[k]);
            slope[k] += at[k] / (sds[k] * sds[k]);
        }

        if (held >= 0)
        {
            for (var k = 0; k < size; k++)
                normal[k, held] = normal[held, k] = k == held ? 1 : 0;
            slope[held] = 0;
        }

        return (Matrix<double>.Build.DenseOfArray(normal), Vector<double>.Build.Dense(slope));
    }

    /// <summary>Where a parameter makes the sum of squares by so much worse, all others at their best (profile likelihood).</summary>
    public (double Low, double High) Interval(Point best, int parameter, double drop)
    {
        var most = Cost(best) + drop;
        double Edge(double bound)
        {
            var (inside, outside, from) = (best[parameter], bound, best);
            Point At(double value) =>
                Fit(new Point([.. from.Logarithms.Select((own, k) => k == parameter ? value : own)]), held: parameter);

            if (Cost(At(bound)) <= most)
                return bound;
            for (var step = 0; step < 18; step++)
            {
                var middle = (inside + outside) / 2;
                var there = At(middle);
                (inside, outside, from) = Cost(there) <= most ? (middle, outside, there) : (inside, middle, from);
            }

            return inside;
        }

        return (Edge(low[parameter]), Edge(high[parameter]));
    }

    /// <summary>Two values of a parameter, held between its bounds.</summary>
    public (double Low, double High) Held(int parameter, double from, double to) =>
        (Math.Max(low[parameter], from), Math.Min(high[parameter], to));
}
