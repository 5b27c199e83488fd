using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Storage;

namespace UmberCrock.Web.Devices.StandIns;

/// <summary>
/// Plays a probe in a pot that cools as docs/computation.md has it, in a kitchen and with a rate of its own, with noise and a slow sensor.
/// </summary>
internal sealed class PracticeProbe(Knowledge knowledge, Random random) : IPracticeDevice
{
    private const double TrueRateShare = 1.12;
    private const double TrueRoomShift = 0.8;
    private const double NoiseCelsius = 0.08;
    private const double SensorSeconds = 8;
    private const double HeatsInSeconds = 240;
    private const double BathAbove = 5;
    private const double JoulesPerGramKelvin = 2;

    private BenchScene? scene;
    private double pot = double.NaN;
    private double sensor = double.NaN;
    private CoolingReport? cooling;
    private double minutes;

    /// <inheritdoc/>
    public IReadOnlyList<DeviceAct> Acts => [];

    /// <inheritdoc/>
    public bool Do(string word) => false;

    /// <inheritdoc/>
    public void Show(BenchScene next)
    {
        if (double.IsNaN(pot))
            (pot, sensor) = (next.RoomCelsius, next.RoomCelsius);
        // A little more in the pot changes nothing that could be felt.
        var isSame =
            scene is not null
            && ReferenceEquals(scene.Formula, next.Formula)
            && (scene.HeatToCelsius, scene.Place, scene.RoomCelsius) == (next.HeatToCelsius, next.Place, next.RoomCelsius)
            && Math.Abs(scene.PotGrams - next.PotGrams) < next.PotGrams / 20m;
        if (!isSame)
            (scene, cooling, minutes) = (next, null, 0);
    }

    /// <inheritdoc/>
    public string Next(double seconds)
    {
        if (scene is null)
            return "temperature none";
        if (scene.HeatToCelsius is { } hot)
            pot = Math.Min(Math.Max(pot, hot), pot + ((hot + BathAbove - pot) * (1 - Math.Exp(-seconds / HeatsInSeconds))));
        else
            Cool(scene, seconds);
        sensor += (pot - sensor) * (1 - Math.Exp(-seconds / SensorSeconds));
        return string.Create(CultureInfo.InvariantCulture, $"temperature {sensor + (NoiseCelsius * random.Gauss()):0.0} C");
    }

    private void Cool(BenchScene now, double seconds)
    {
        cooling ??= CurveFrom(now);
        if (cooling is null)
            return;
        // The rate scales the time of the whole curve: nothing else in the equation knows of time.
        minutes += seconds / 60 * TrueRateShare;
        var outside = cooling.SurroundingsCelsius;
        pot =
            minutes < cooling.Curve[^1].Minutes
                ? At(cooling, minutes)
                : outside + ((pot - outside) * Math.Exp(-seconds * cooling.Rate * TrueRateShare / 60 / JoulesPerGramKelvin));
    }

    private CoolingReport? CurveFrom(BenchScene now)
    {
        double? outside = now.Place == Surroundings.Room ? now.RoomCelsius + TrueRoomShift : null;
        try
        {
            return PotForecast.Of(
                now.Formula,
                new CoolingRequest((double)now.PotGrams, pot, outside, now.Place, [], [], null, null),
                knowledge.Catalogue,
                knowledge.Settings
            );
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    private static double At(CoolingReport report, double minutes)
    {
        var curve = report.Curve;
        var next = 0;
        while (next < curve.Length && curve[next].Minutes <= minutes)
            next++;
        if (next == 0 || next == curve.Length)
            return curve[Math.Max(0, next - 1)].Celsius;
        var (before, after) = (curve[next - 1], curve[next]);
        var share = (minutes - before.Minutes) / (after.Minutes - before.Minutes);
        return before.Celsius + (share * (after.Celsius - before.Celsius));
    }
}
