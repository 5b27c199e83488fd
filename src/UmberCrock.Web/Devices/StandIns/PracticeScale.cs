using System.Globalization;

namespace UmberCrock.Web.Devices.StandIns;

/// <summary>
/// Plays a scale on which cups are put, things are poured at a rate and spooned out, with noise, drift, a settling time and its step.
/// </summary>
internal sealed class PracticeScale(Random random) : IPracticeDevice
{
    private const double MostGrams = 5000;
    private const double CupGrams = 38.62;
    private const double SettlesInSeconds = 0.25;
    private const double DriftPerRootSecond = 0.0004;
    private const double HandErrorShare = 0.002;
    private const double PoursInSeconds = 4;

    private double onIt;
    private double felt;
    private double tare;
    private double toPour;
    private double pouring;
    private double drift;
    private double stillFor;
    private double step = 0.1;
    private double wanted = 10;

    /// <inheritdoc/>
    public IReadOnlyList<DeviceAct> Acts { get; } =
    [new("cup", "Cup"), new("pour", "Pour"), new("drop", "A drop"), new("spoon", "Spoon out"), new("empty", "Empty it")];

    /// <inheritdoc/>
    public void Show(BenchScene scene) => (step, wanted) = ((double)scene.StepGrams, (double)scene.WantedGrams);

    /// <inheritdoc/>
    public bool Do(string word)
    {
        switch (word)
        {
            case "tare":
            case "zero":
                tare = felt + drift;
                return true;
            case "cup":
                onIt += CupGrams;
                return true;
            case "pour":
                // A hand stops a little early or late.
                toPour = Math.Max(0, wanted + Math.Clamp(random.Gauss() * wanted * HandErrorShare, -step, step));
                pouring = toPour;
                return true;
            case "drop":
                onIt += Math.Max(step, 0.04);
                return true;
            case "spoon":
                onIt = Math.Max(0, onIt - Math.Max(step, 0.005 * wanted));
                return true;
            case "empty":
                (onIt, toPour) = (0, 0);
                return true;
            default:
                return false;
        }
    }

    /// <inheritdoc/>
    public string Next(double seconds)
    {
        Pour(seconds);
        felt += (onIt - felt) * (1 - Math.Exp(-seconds / SettlesInSeconds));
        drift += random.Gauss() * DriftPerRootSecond * Math.Sqrt(Math.Min(seconds, 1));
        stillFor = toPour > 0 || Math.Abs(onIt - felt) > step / 2 ? 0 : stillFor + seconds;
        if (felt > MostGrams)
            return "weight over";
        var noise = stillFor > 0 ? 0.1 : 0.6;
        var shown = Math.Round((felt + drift + (random.Gauss() * noise * step) - tare) / step) * step;
        return string.Create(
            CultureInfo.InvariantCulture,
            $"weight {shown:+0.###;-0.###;+0} g {(stillFor > 2 * SettlesInSeconds ? "steady" : "moving")}"
        );
    }

    /// <summary>Fast at first, slow towards the end.</summary>
    private void Pour(double seconds)
    {
        while (toPour > 0 && seconds > 0)
        {
            var isFast = toPour > pouring / 10;
            var rate = Math.Max(step, pouring / PoursInSeconds) / (isFast ? 1 : 5);
            var now = Math.Min(toPour, rate * Math.Min(seconds, 0.1));
            (onIt, toPour, seconds) = (onIt + now, toPour - now, seconds - 0.1);
        }
    }
}
