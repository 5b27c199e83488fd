namespace UmberCrock.Core.Physics;

/// <summary>
/// Cooling of a pot that is one temperature throughout: dh/dt = -K (T - Ta). The time from one temperature to another is
/// (1/K) integral of c_eff(T') / (T' - Ta) dT', c_eff = dh/dT. Between the points at which the heat content is kept c_eff is one figure, so
/// that the integral over a stretch is a logarithm, and Newton's law of cooling comes out exactly where nothing crystallises.
/// </summary>
internal sealed class CoolingCurve
{
    /// <summary>Stretches this wide are first looked at, C.</summary>
    private const double Widest = 6;

    /// <summary>And none is made narrower, C.</summary>
    private const double Narrowest = 0.04;

    /// <summary>Half way through a stretch the heat content may be so far from the straight line, J/g: a quarter of a degree.</summary>
    private const double Straight = 0.5;

    /// <summary>Far above any pot, C.</summary>
    private const double Hottest = 200;

    private readonly double[] celsius;
    private readonly double[] capacity;

    /// <summary>Keeps the heat content between two temperatures.</summary>
    /// <param name="heat">The heat content of the batch.</param>
    /// <param name="coldestCelsius">The coldest temperature that will be asked for; colder ones count as without further crystals.</param>
    public CoolingCurve(HeatContent heat, double coldestCelsius)
    {
        Least = heat.JoulesPerGramKelvin;
        var points = new List<(double Celsius, double Heat)> { (coldestCelsius, heat.At(coldestCelsius)) };
        var liquidFrom = heat.LiquidFromCelsius ?? coldestCelsius;
        while (points[^1].Celsius < liquidFrom)
        {
            var next = Math.Min(points[^1].Celsius + Widest, liquidFrom);
            Refine(heat, points, (next, heat.At(next)));
        }

        points.Add((Hottest, points[^1].Heat + (Least * (Hottest - points[^1].Celsius))));
        celsius = [.. points.Select(point => point.Celsius)];
        capacity = new double[celsius.Length - 1];
        for (var at = 0; at < capacity.Length; at++)
            capacity[at] = Math.Max(Least, (points[at + 1].Heat - points[at].Heat) / (celsius[at + 1] - celsius[at]));
    }

    /// <summary>Specific heat without what crystals give off, J/(g K).</summary>
    public double Least { get; }

    /// <summary>Minutes from one temperature to another; infinite for one that is never reached.</summary>
    /// <param name="rate">K = U A / m, J/(g min K), more than 0.</param>
    /// <param name="surroundings">Temperature of the surroundings, C.</param>
    /// <param name="from">Temperature at the start, C.</param>
    /// <param name="to">Temperature at the end, C; the other way round the time is below 0.</param>
    public double Minutes(double rate, double surroundings, double from, double to)
    {
        if (to > from)
            return -Minutes(rate, surroundings, to, from);
        if (from > surroundings && to <= surroundings)
            return double.PositiveInfinity;
        double sum = 0;
        for (var at = CellOf(from); from > to; at--)
        {
            var cold = at < 0 ? double.NegativeInfinity : celsius[at];
            var next = Math.Max(cold, to);
            sum += CapacityIn(at) * Math.Log((from - surroundings) / (next - surroundings));
            from = next;
        }

        return sum / rate;
    }

    /// <summary>How many minutes longer to a target for each degree that the surroundings are warmer, min/C.</summary>
    /// <param name="rate">K = U A / m, J/(g min K), more than 0.</param>
    /// <param name="surroundings">Temperature of the surroundings, C; below the end.</param>
    /// <param name="from">Temperature at the start, C.</param>
    /// <param name="to">Temperature at the end, C, not above the start.</param>
    public double MinutesPerDegreeOutside(double rate, double surroundings, double from, double to)
    {
        double sum = 0;
        for (var at = CellOf(from); from > to; at--)
        {
            var next = Math.Max(at < 0 ? double.NegativeInfinity : celsius[at], to);
            sum += CapacityIn(at) * ((1 / (next - surroundings)) - (1 / (from - surroundings)));
            from = next;
        }

        return sum / rate;
    }

    /// <summary>The temperature in C after some minutes of cooling.</summary>
    /// <param name="rate">K = U A / m, J/(g min K), more than 0.</param>
    /// <param name="surroundings">Temperature of the surroundings, C.</param>
    /// <param name="from">Temperature at the start, C.</param>
    /// <param name="minutes">Time, from 0 up.</param>
    public double After(double rate, double surroundings, double from, double minutes)
    {
        Span<double> reached = stackalloc double[1];
        Span<double> byOutside = stackalloc double[1];
        Follow(rate, surroundings, from, [minutes], reached, byOutside);
        return reached[0];
    }

    /// <summary>The temperatures in C at some moments of cooling, and by how much each rises with the surroundings, C/C.</summary>
    /// <param name="rate">K = U A / m, J/(g min K), more than 0.</param>
    /// <param name="surroundings">Temperature of the surroundings, C; what is not above them stays as it is.</param>
    /// <param name="from">Temperature at the start, C.</param>
    /// <param name="minutes">The moments, from 0 up, in order.</param>
    /// <param name="reached">Receives the temperatures.</param>
    /// <param name="byOutside">Receives how much they rise with the surroundings.</param>
    public void Follow(
        double rate,
        double surroundings,
        double from,
        ReadOnlySpan<double> minutes,
        Span<double> reached,
        Span<double> byOutside
    )
    {
        var at = CellOf(from);
        var start = from;
        double passed = 0,
            inverse = 0;
        for (var moment = 0; moment < minutes.Length; moment++)
        {
            var left = minutes[moment] * rate;
            if (start <= surroundings)
            {
                (reached[moment], byOutside[moment]) = (start, 0);
                continue;
            }

            // Stretches that end before this moment are gone through once, for all later moments as well.
            for (; at >= 0 && celsius[at] > surroundings; at--)
            {
                var over = passed + (capacity[at] * Math.Log((from - surroundings) / (celsius[at] - surroundings)));
                if (over >= left)
                    break;
                inverse += capacity[at] * ((1 / (celsius[at] - surroundings)) - (1 / (from - surroundings)));
                (passed, from) = (over, celsius[at]);
            }

            var here = CapacityIn(at);
            var above = (from - surroundings) * Math.Exp((passed - left) / here);
            reached[moment] = surroundings + above;
            byOutside[moment] = above / here * (inverse + (here * ((1 / above) - (1 / (from - surroundings)))));
        }
    }

    /// <summary>How much heat a degree takes at a temperature in C, with what crystals give off, J/(g K).</summary>
    public double CapacityAt(double at) => CapacityIn(CellOf(at));

    private static void Refine(HeatContent heat, List<(double Celsius, double Heat)> points, (double Celsius, double Heat) warm)
    {
        var cold = points[^1];
        var middle = (Celsius: (cold.Celsius + warm.Celsius) / 2, Heat: heat.At((cold.Celsius + warm.Celsius) / 2));
        if (warm.Celsius - cold.Celsius > Narrowest && Math.Abs(middle.Heat - ((cold.Heat + warm.Heat) / 2)) > Straight)
        {
            Refine(heat, points, middle);
            Refine(heat, points, warm);
        }
        else
        {
            points.Add(warm);
        }
    }

    private double CapacityIn(int at) => at < 0 ? Least : capacity[at];

    /// <summary>The stretch whose upper end is at or above a temperature and whose lower end is below it; -1 below them all.</summary>
    private int CellOf(double at)
    {
        var found = Array.BinarySearch(celsius, at);
        return Math.Min(found >= 0 ? found - 1 : ~found - 1, capacity.Length - 1);
    }
}
