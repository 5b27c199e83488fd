using System.Collections.Immutable;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Cooling;

/// <summary>A temperature of the pot that was read.</summary>
/// <param name="Minutes">When, in minutes; any start, later ones never before earlier ones.</param>
/// <param name="Celsius">What was read, C.</param>
/// <param name="Typed">True where it was typed and not taken from a probe.</param>
public sealed record TemperatureReading(double Minutes, double Celsius, bool Typed);

/// <summary>A batch that cools: how much, from where, in what, and what was read of it.</summary>
/// <param name="BatchGrams">Mass of the batch, g.</param>
/// <param name="StartCelsius">Temperature at the start, C; a reading stands before it.</param>
/// <param name="SurroundingsCelsius">Temperature of the surroundings as it is said, C; null for what is usual there.</param>
/// <param name="Kind">Where it stands.</param>
/// <param name="Readings">What was read, in order.</param>
/// <param name="Targets">The temperatures asked for, C.</param>
/// <param name="ContainerMillilitres">Volume of the container, mL; null for a pot that the batch just fills.</param>
/// <param name="ContainerHeightMillimetres">Height of the container, mm; null where it is as high as wide.</param>
public sealed record CoolingRequest(
    double BatchGrams,
    double StartCelsius,
    double? SurroundingsCelsius,
    Surroundings Kind,
    ImmutableArray<TemperatureReading> Readings,
    ImmutableArray<double> Targets,
    double? ContainerMillilitres,
    double? ContainerHeightMillimetres
);

/// <summary>When a temperature is reached, minutes from the first reading, with the 95 % band; null for never.</summary>
public sealed record CoolingTarget(double Celsius, double? Minutes, double? Low, double? High);

/// <summary>A moment of the forecast, minutes from the first reading: the temperature in C and its 95 % band.</summary>
public sealed record CoolingPoint(double Minutes, double Celsius, double Low, double High);

/// <summary>A moment from which the forecast began anew, minutes from the first reading, and why.</summary>
public sealed record CoolingRestart(double Minutes, Message Why);

/// <summary>The stretch in which what bears no heat goes in and all still pours.</summary>
/// <param name="FromCelsius">It opens here, C.</param>
/// <param name="ToCelsius">It sets here, C.</param>
/// <param name="OpensMinutes">When it opens, minutes from the first reading; null for never.</param>
/// <param name="ShutsMinutes">When it shuts, the same.</param>
public sealed record PourWindow(double FromCelsius, double ToCelsius, double? OpensMinutes, double? ShutsMinutes);

/// <summary>How a pot cools, by its own readings.</summary>
/// <param name="Rate">K = U A / m, J/(g min K).</param>
/// <param name="RateLow">Lower end of its 95 % interval.</param>
/// <param name="RateHigh">Upper end of its 95 % interval.</param>
/// <param name="SurroundingsCelsius">Temperature of the surroundings, as the readings make it likely, C.</param>
/// <param name="Targets">The temperatures asked for, in the order they were asked.</param>
/// <param name="Curve">The forecast from the first reading on.</param>
/// <param name="PourWindow">The stretch for cool additions; null when there is none.</param>
/// <param name="SetAside">Indices of readings that do not count.</param>
/// <param name="Restarts">Where the forecast began anew.</param>
/// <param name="BegunToSet">Indices of readings that rose where crystals come: it has begun to set.</param>
/// <param name="Confidence">How far the forecast can be trusted before it is read.</param>
public sealed record CoolingReport(
    double Rate,
    double RateLow,
    double RateHigh,
    double SurroundingsCelsius,
    ImmutableArray<CoolingTarget> Targets,
    ImmutableArray<CoolingPoint> Curve,
    PourWindow? PourWindow,
    ImmutableArray<int> SetAside,
    ImmutableArray<CoolingRestart> Restarts,
    ImmutableArray<int> BegunToSet,
    Confidence Confidence
);

/// <summary>
/// Forecasts how a batch cools: the prior by batch and vessel, corrected by every reading; a reading that cannot be is set aside, one that
/// says that something changed begins the forecast anew.
/// </summary>
internal sealed class CoolingForecast
{
    private const int MostPoints = 120;
    private const double LongestMinutes = 7 * 24 * 60;
    private const double AboveOutside = 2;

    private readonly List<PotFit> fits = [];
    private readonly List<(double Minutes, double Celsius)> kept = [];
    private readonly SortedSet<int> setAside = [];
    private readonly List<CoolingRestart> restarts = [];
    private readonly List<int> begunToSet = [];
    private readonly PotHeat pot;
    private readonly PotPrior prior;
    private readonly CoolingCurve curve;

    private CoolingForecast(PotHeat pot, CoolingRequest request)
    {
        this.pot = pot;
        // Nobody stirs in a fridge, nor in a jar.
        curve =
            request.Kind is Surroundings.Fridge or Surroundings.Freezer || request.ContainerMillilitres is not null
                ? pot.StillCurve
                : pot.Curve;
        var place = pot.Rules.Of(request.Kind);
        var outside = request.SurroundingsCelsius ?? place.Celsius;
        prior = new PotPrior(
            Math.Log(pot.VesselOf(request).Rate(place.WattsPerSquareMetreKelvin, place.Bath)),
            pot.Rules.RateSd,
            outside,
            place.CelsiusSd
        );
        Read(request.Readings);
        if (fits.Count == 0)
            fits.Add(new PotFit(curve, prior, request.StartCelsius, 0, startIsKnown: true));
        fits[^1].Settle();
    }

    /// <summary>The forecast for a pot.</summary>
    /// <param name="pot">How the batch takes up heat and gives it off.</param>
    /// <param name="request">What cools, and where.</param>
    /// <param name="opensCelsius">What is added cool goes in below this, C; null when nothing is.</param>
    /// <param name="setsCelsius">It sets here, C; null when it never does.</param>
    public static CoolingReport Of(PotHeat pot, CoolingRequest request, double? opensCelsius, double? setsCelsius)
    {
        var forecast = new CoolingForecast(pot, request);
        var last = forecast.fits[^1];
        ImmutableArray<CoolingTarget> targets = [.. request.Targets.Select(forecast.TargetOf)];
        var (low, high) = last.RateInterval;
        return new CoolingReport(
            last.Rate,
            low,
            high,
            last.Surroundings,
            targets,
            forecast.CurveTo(targets),
            opensCelsius is { } opens && setsCelsius is { } sets && opens > sets
                ? new PourWindow(
                    opens,
                    sets,
                    forecast.TargetOf(opens).Minutes ?? forecast.AlreadyBelow(opens),
                    forecast.TargetOf(sets).Minutes
                )
                : null,
            [.. forecast.setAside],
            [.. forecast.restarts],
            [.. forecast.begunToSet],
            pot.Rules.Confidence
        );
    }

    private void Read(ImmutableArray<TemperatureReading> readings)
    {
        var first = readings.Select(reading => (double?)reading.Minutes).FirstOrDefault() ?? 0;
        int? doubted = null;
        for (var at = 0; at < readings.Length; at++)
        {
            var reading = new PotReading(
                readings[at].Minutes - first,
                readings[at].Celsius,
                readings[at].Typed ? pot.Rules.TypedSd : pot.Rules.ProbeSd
            );
            if (reading.Celsius < pot.Rules.ColdestCelsius || reading.Celsius > pot.Rules.HottestCelsius)
            {
                setAside.Add(at);
                continue;
            }

            if (fits.Count == 0)
            {
                Begin(reading);
                continue;
            }

            doubted = Take(readings, first, at, reading, doubted);
        }

        // Nothing came after it that would have borne the old forecast out.
        if (doubted is { } open && setAside.Contains(open) && !Rose(kept[^1], ReadingOf(readings[open], first)))
            Restart(ReadingOf(readings[open], first), open);
    }

    /// <summary>Takes a reading up; returns its index where it is doubted and the next one must tell.</summary>
    private int? Take(ImmutableArray<TemperatureReading> readings, double first, int at, PotReading reading, int? doubted)
    {
        var before = kept[^1];
        if (!IsOff(before, reading, out var news))
        {
            if (news)
                begunToSet.Add(at);
            Keep(reading);
            return null;
        }

        if (doubted is { } open && Agree(ReadingOf(readings[open], first), reading))
        {
            Restart(ReadingOf(readings[open], first), open);
            Keep(reading);
            return null;
        }

        setAside.Add(at);
        return at;
    }

    private PotReading ReadingOf(TemperatureReading reading, double first) =>
        new(reading.Minutes - first, reading.Celsius, reading.Typed ? pot.Rules.TypedSd : pot.Rules.ProbeSd);

    private void Begin(PotReading reading)
    {
        fits.Add(new PotFit(curve, prior, reading.Celsius, reading.Minutes, startIsKnown: false));
        fits[^1].Add(reading, 1);
        kept.Add((reading.Minutes, reading.Celsius));
    }

    private void Keep(PotReading reading)
    {
        fits[^1].Add(reading, 2);
        kept.Add((reading.Minutes, reading.Celsius));
    }

    private void Restart(PotReading reading, int at)
    {
        fits[^1].Settle();
        var (foreseen, _) = fits[^1].At(reading.Minutes);
        restarts.Add(
            new CoolingRestart(
                reading.Minutes,
                (Message)$"{Decimals.Celsius(reading.Celsius, "0.0")} where {Decimals.Celsius(foreseen, "0.0")} was foreseen: something "
                    + $"changed: moved, stirred, lid off?"
            )
        );
        setAside.Remove(at);
        Begin(reading);
    }

    private bool Rose((double Minutes, double Celsius) before, PotReading reading) =>
        reading.Celsius - before.Celsius > Math.Max(pot.Rules.RiseLeastCelsius, 3 * reading.Sd);

    /// <summary>
    /// True for a reading that the forecast cannot explain: a rise without heat, or further beyond the band's edge than the band is wide.
    /// Where crystals come a rise up to their undercooling is news and no error, and the band is wider by its doubt.
    /// </summary>
    private bool IsOff((double Minutes, double Celsius) before, PotReading reading, out bool news)
    {
        var setting = before.Celsius < pot.ClearCelsius;
        var undercooling = pot.UndercoolingAt(before.Celsius);
        news = false;
        if (Rose(before, reading))
        {
            news = setting && reading.Celsius - before.Celsius <= undercooling;
            return !news;
        }

        var (foreseen, sd) = fits[^1].At(reading.Minutes);
        var doubt = setting ? undercooling / 4 : 0;
        var half = 1.96 * Math.Sqrt((sd * sd) + (reading.Sd * reading.Sd) + (doubt * doubt));
        return Math.Abs(reading.Celsius - foreseen) > 3 * half;
    }

    /// <summary>True for two readings in a row that stand together: the second no further from the first than cooling takes it.</summary>
    private static bool Agree(PotReading one, PotReading next) =>
        next.Celsius <= one.Celsius + Math.Max(3 * next.Sd, 2)
        && next.Celsius >= one.Celsius - Math.Max(5, 3 * (next.Minutes - one.Minutes));

    private CoolingTarget TargetOf(double celsius)
    {
        for (var at = 1; at < kept.Count; at++)
        {
            var (warm, cold) = (kept[at - 1], kept[at]);
            if (warm.Celsius >= celsius && cold.Celsius < celsius)
            {
                var minutes = warm.Minutes + ((cold.Minutes - warm.Minutes) * (warm.Celsius - celsius) / (warm.Celsius - cold.Celsius));
                return new(celsius, minutes, warm.Minutes, cold.Minutes);
            }
        }

        var fit = fits[^1];
        if (celsius > fit.StartCelsius || celsius <= fit.Surroundings)
            return new(celsius, null, null, null);
        var (mid, low, high) = fit.When(celsius);
        return new(celsius, Finite(mid), Finite(low), Finite(high));
    }

    private double? AlreadyBelow(double celsius) => fits[^1].StartCelsius < celsius ? 0 : null;

    private static double? Finite(double minutes) => minutes <= LongestMinutes ? minutes : null;

    private ImmutableArray<CoolingPoint> CurveTo(ImmutableArray<CoolingTarget> targets)
    {
        var last = fits[^1];
        var end = targets.Select(target => target.High ?? target.Minutes ?? 0).DefaultIfEmpty(0).Max();
        if (end <= kept.Select(reading => reading.Minutes).LastOrDefault())
            end = Finite(last.When(last.Surroundings + AboveOutside).Minutes) ?? end;
        end = Math.Max(end, 1);
        var step = Math.Max(1, Math.Ceiling(end / MostPoints));
        return
        [
            .. Enumerable
                .Range(0, (int)Math.Ceiling(end / step) + 1)
                .Select(point => point * step)
                .Select(minutes =>
                {
                    var fit = fits.Last(fit => fit.StartMinutes <= minutes || fit == fits[0]);
                    var (celsius, sd) = fit.At(minutes);
                    return new CoolingPoint(minutes, celsius, celsius - (1.96 * sd), celsius + (1.96 * sd));
                }),
        ];
    }
}
