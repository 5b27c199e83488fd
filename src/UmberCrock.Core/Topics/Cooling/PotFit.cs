using MathNet.Numerics.LinearAlgebra;
using UmberCrock.Core.Physics;

namespace UmberCrock.Core.Topics.Cooling;

/// <summary>A reading of the pot's temperature.</summary>
/// <param name="Minutes">Since the first reading, min.</param>
/// <param name="Celsius">What was read, C.</param>
/// <param name="Sd">Its error, standard deviation, C.</param>
[System.Runtime.InteropServices.StructLayout(System.Runtime.InteropServices.LayoutKind.Auto)]
internal readonly record struct PotReading(double Minutes, double Celsius, double Sd);

/// <summary>What is known of a pot before it is read.</summary>
/// <param name="LnRate">Logarithm of K, K in J/(g min K).</param>
/// <param name="LnRateSd">Its standard deviation.</param>
/// <param name="Surroundings">Temperature of the surroundings, C.</param>
/// <param name="SurroundingsSd">Its standard deviation, C.</param>
internal sealed record PotPrior(double LnRate, double LnRateSd, double Surroundings, double SurroundingsSd);

/// <summary>
/// A pot's temperature at the start, the logarithm of K and the temperature of the surroundings, as readings and prior make them likely:
/// least squares in T (Gauss and Newton's steps), each parameter with its prior; the doubt is the inverse of the normal matrix (Laplace).
/// </summary>
internal sealed class PotFit
{
    private const int Parameters = 3;
    private const double Two = 1.959963984540054;

    /// <summary>What is read at first is known no better than to this before it is read, C.</summary>
    private const double StartSd = 20;
    private const double NearestOutside = 0.5;

    private readonly CoolingCurve curve;
    private readonly PotPrior prior;
    private readonly List<PotReading> readings = [];
    private readonly bool startIsKnown;
    private double[] doubt = new double[Parameters * Parameters];

    /// <summary>Begins from a temperature that is known, or that the readings to come will tell.</summary>
    /// <param name="curve">How the batch gives off heat.</param>
    /// <param name="prior">What is known of the pot.</param>
    /// <param name="startCelsius">Temperature at the start, C.</param>
    /// <param name="startMinutes">The moment of the start, minutes since the first reading.</param>
    /// <param name="startIsKnown">True where the start is given and nothing is read.</param>
    public PotFit(CoolingCurve curve, PotPrior prior, double startCelsius, double startMinutes, bool startIsKnown)
    {
        (this.curve, this.prior, this.startIsKnown) = (curve, prior, startIsKnown);
        (StartCelsius, LnRate, Surroundings, StartMinutes) = (startCelsius, prior.LnRate, prior.Surroundings, startMinutes);
        doubt[0] = startIsKnown ? 0 : StartSd * StartSd;
        doubt[4] = prior.LnRateSd * prior.LnRateSd;
        doubt[8] = prior.SurroundingsSd * prior.SurroundingsSd;
    }

    /// <summary>The moment the fit begins at, minutes since the first reading.</summary>
    public double StartMinutes { get; }

    /// <summary>Temperature at the start, C.</summary>
    public double StartCelsius { get; private set; }

    /// <summary>Logarithm of K, K in J/(g min K).</summary>
    public double LnRate { get; private set; }

    /// <summary>Temperature of the surroundings, C.</summary>
    public double Surroundings { get; private set; }

    /// <summary>K, J/(g min K).</summary>
    public double Rate => Math.Exp(LnRate);

    /// <summary>The rate's 95 % interval, J/(g min K).</summary>
    public (double Low, double High) RateInterval
    {
        get
        {
            var sd = Math.Sqrt(doubt[4]);
            return (Math.Exp(LnRate - (Two * sd)), Math.Exp(LnRate + (Two * sd)));
        }
    }

    /// <summary>Takes a reading up and fits anew.</summary>
    /// <param name="reading">The reading, not before the last one.</param>
    /// <param name="steps">How many steps are gone from where the fit stands.</param>
    public void Add(PotReading reading, int steps)
    {
        readings.Add(reading);
        for (var step = 0; step < steps; step++)
            Step();
    }

    /// <summary>Goes on until the fit stands still.</summary>
    public void Settle()
    {
        for (var step = 0; step < 25 && Step() > 1e-6; step++) { }
    }

    /// <summary>What is foreseen for a moment, and its standard deviation without the error of reading, C.</summary>
    /// <param name="minutes">The moment, minutes since the first reading.</param>
    public (double Celsius, double Sd) At(double minutes)
    {
        Span<double> celsius = stackalloc double[1];
        Span<double> outside = stackalloc double[1];
        var after = Math.Max(0, minutes - StartMinutes);
        curve.Follow(Rate, Surroundings, StartCelsius, [after], celsius, outside);
        var slope = Slopes(after, celsius[0], outside[0]);
        return (celsius[0], Math.Sqrt(Variance(slope)));
    }

    /// <summary>
    /// When a temperature is reached, minutes since the first reading, with the 95 % band; all infinite for one that is never reached.
    /// The doubt of the logarithm of the time counts: without readings the band is exactly that of K.
    /// </summary>
    /// <param name="celsius">The temperature, C, not above the start.</param>
    public (double Minutes, double Low, double High) When(double celsius)
    {
        var (rate, outside) = (Rate, Surroundings);
        var minutes = curve.Minutes(rate, outside, StartCelsius, celsius);
        var never = double.PositiveInfinity;
        if (double.IsInfinity(minutes))
            return (never, never, never);
        var byStart = curve.CapacityAt(StartCelsius) / (StartCelsius - outside) / rate;
        var byOutside = curve.MinutesPerDegreeOutside(rate, outside, StartCelsius, celsius);
        var sd = Math.Sqrt(Variance((byStart, -minutes, byOutside)));
        var near = 3 * Math.Sqrt(doubt[0]) * byStart;
        var spread = minutes + near > 0 ? Math.Exp(Two * sd / (minutes + near)) : 1;
        var high = celsius - outside <= Two * Math.Sqrt(doubt[8]) ? never : ((minutes + near) * spread) - near;
        return (StartMinutes + minutes, StartMinutes + Math.Max(0, ((minutes + near) / spread) - near), StartMinutes + high);
    }

    private double Variance((double Start, double LnRate, double Outside) by) =>
        (by.Start * by.Start * doubt[0])
        + (by.LnRate * by.LnRate * doubt[4])
        + (by.Outside * by.Outside * doubt[8])
        + (2 * ((by.Start * by.LnRate * doubt[1]) + (by.Start * by.Outside * doubt[2]) + (by.LnRate * by.Outside * doubt[5])));

    /// <summary>How the temperature at a moment changes with each parameter.</summary>
    private (double Start, double LnRate, double Outside) Slopes(double after, double celsius, double byOutside)
    {
        if (StartCelsius <= Surroundings)
            return (1, 0, 0);
        var falls = Rate * (celsius - Surroundings) / curve.CapacityAt(celsius);
        return (curve.CapacityAt(StartCelsius) / (StartCelsius - Surroundings) * falls / Rate, -falls * after, byOutside);
    }

    /// <summary>One step of Gauss and Newton, halved until the sum of squares does not rise; returns how far it went.</summary>
    private double Step()
    {
        var normal = Matrix<double>.Build.Dense(Parameters, Parameters);
        var right = Vector<double>.Build.Dense(Parameters);
        void Add(double a, double b, double c, double residual, double weight)
        {
            Span<double> row = [a, b, c];
            for (var i = 0; i < Parameters; i++)
            {
                right[i] += row[i] * residual * weight;
                for (var j = 0; j < Parameters; j++)
                    normal[i, j] += row[i] * row[j] * weight;
            }
        }

        var (celsius, byOutside) = Follow(StartCelsius, LnRate, Surroundings);
        for (var at = 0; at < readings.Count; at++)
        {
            var by = Slopes(readings[at].Minutes - StartMinutes, celsius[at], byOutside[at]);
            Add(by.Start, by.LnRate, by.Outside, readings[at].Celsius - celsius[at], Weight(readings[at].Sd));
        }

        Add(0, 1, 0, prior.LnRate - LnRate, Weight(prior.LnRateSd));
        Add(0, 0, 1, prior.Surroundings - Surroundings, Weight(prior.SurroundingsSd));
        if (startIsKnown)
            normal[0, 0] += 1e12;
        else
            normal[0, 0] += Weight(StartSd);
        var inverse = normal.Inverse();
        doubt = inverse.ToRowMajorArray();
        var change = inverse * right;
        var before = Misfit(StartCelsius, LnRate, Surroundings);
        for (var share = 1.0; share > 0.01; share /= 2)
        {
            var start = StartCelsius + (share * change[0]);
            var rate = LnRate + (share * change[1]);
            var outside = Math.Min(Surroundings + (share * change[2]), start - NearestOutside);
            if (Misfit(start, rate, outside) > before)
                continue;
            (StartCelsius, LnRate, Surroundings) = (start, rate, outside);
            return share * (Math.Abs(change[0]) + Math.Abs(change[1]) + Math.Abs(change[2]));
        }

        return 0;
    }

    private double Misfit(double start, double rate, double outside)
    {
        var (celsius, _) = Follow(start, rate, outside);
        var sum =
            (Math.Pow(rate - prior.LnRate, 2) * Weight(prior.LnRateSd))
            + (Math.Pow(outside - prior.Surroundings, 2) * Weight(prior.SurroundingsSd));
        for (var at = 0; at < readings.Count; at++)
            sum += Math.Pow(readings[at].Celsius - celsius[at], 2) * Weight(readings[at].Sd);
        return sum;
    }

    private (double[] Celsius, double[] ByOutside) Follow(double start, double rate, double outside)
    {
        var celsius = new double[readings.Count];
        var byOutside = new double[readings.Count];
        double[] minutes = [.. readings.Select(reading => reading.Minutes - StartMinutes)];
        curve.Follow(Math.Exp(rate), outside, start, minutes, celsius, byOutside);
        return (celsius, byOutside);
    }

    private static double Weight(double sd) => 1 / (sd * sd);
}
