using System.Globalization;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Studies;

/// <summary>What a bench learnt, as it is drawn: before and after, each factor with its doubt, what would change.</summary>
/// <param name="Learnt">What it learnt.</param>
/// <param name="InUse">What predictions go by now; null for the book.</param>
/// <param name="Moved">Formulas whose predictions its strengths move, those it moves most first.</param>
/// <param name="OfFormulas">Of how many formulas that is.</param>
/// <param name="Version">Version of the settings, which a change must name.</param>
internal sealed record LearntView(
    BenchLearnt Learnt,
    BenchStrengths? InUse,
    IReadOnlyList<(long Id, string Name, FormulaMoved Moved)> Moved,
    int OfFormulas,
    long Version
)
{
    /// <summary>Width of the axis of factors, px.</summary>
    public const double FactorWidth = 190;

    /// <summary>Width of the axis of errors, px.</summary>
    public const double ErrorWidth = 300;

    /// <summary>Width of the axis of temperatures, px.</summary>
    public const double HeatWidth = 272;

    private const double Margin = 10;
    private const double HottestShown = 70;
    private static readonly double Reach = Math.Log(1 / BenchStrengths.LeastFactor);

    /// <summary>What was learnt.</summary>
    public BenchLearning Learning => Learnt.Learning;

    /// <summary>True where looks since then would say something else than what is in use.</summary>
    public bool IsStale => InUse is { } own && Learning.Accepted && !SameAs(own);

    /// <summary>The marks of the axis of factors.</summary>
    public static IReadOnlyList<(double Factor, string Word)> FactorTicks { get; } = [(0.5, "× 0.5"), (1, "book"), (2, "× 2")];

    /// <summary>Where a factor lies, px: equal ratios are equally far.</summary>
    public static double X(double factor) => Margin + ((FactorWidth - (2 * Margin)) * (Math.Log(factor) + Reach) / (2 * Reach));

    /// <summary>Where a shift of the set point lies, px: as far as it is believed.</summary>
    public static double ShiftX(double celsius) => Margin + ((FactorWidth - (2 * Margin)) * (Math.Clamp(celsius, -6, 6) + 6) / 12);

    /// <summary>The end of the axis of errors.</summary>
    public double MostError => Math.Max(1, Math.Ceiling(Math.Max(Learning.ErrorBefore, Learning.ErrorAfter)));

    /// <summary>Where an error lies, px.</summary>
    public double ErrorX(double error) => Margin + ((ErrorWidth - (2 * Margin)) * error / MostError);

    /// <summary>Where a temperature lies, px.</summary>
    public static double HeatX(double celsius) =>
        Margin + ((HeatWidth - (2 * Margin)) * Math.Clamp(celsius, 0, HottestShown) / HottestShown);

    /// <summary>A shift of temperatures in degrees of the reader's scale, with its sign: "+0.5".</summary>
    public static string Shift(double celsius) => new Figure(Degrees.Apart(Shown.Scale, (decimal)celsius), "+0.0;-0.0;0.0").ToString();

    /// <summary>What changes in a formula, in words; empty where nothing does that matters.</summary>
    public static string Change(FormulaMoved moved) =>
        moved.YoursBand != moved.Band ? $"{BandStretches.Word(moved.YoursBand)} in the room, not {BandStretches.Word(moved.Band)}"
        : Math.Abs(moved.Softens) >= Math.Abs(moved.Sets) && moved is { YoursHolds: { } yours, BookHolds: { } book }
            ? $"{BandStretches.Word(moved.Band)} up to {Shown.Degree(yours, "0.0")}, not {Shown.Temperature(book, "0.0")}"
        : moved is { YoursSets: { } sets, BookSets: { } bookSets }
            ? $"sets at {Shown.Degree(sets, "0.0")}, not {Shown.Temperature(bookSets, "0.0")}"
        : "";

    /// <summary>What a look was of, and which it was.</summary>
    public string Of(int index) => $"{Learnt.Looks[index].Name}, {Learnt.Looks[index].Where}: {Felt(index)}";

    /// <summary>By how much a look pulls, in words.</summary>
    public string Of(Pull pull)
    {
        var seen = Learnt.Looks[pull.Index];
        return $"{seen.Name}, {seen.Where}: {(pull.By > 0 ? "softer" : "firmer")} by {One(Math.Abs(pull.By))}";
    }

    private string Felt(int index)
    {
        var look = Learnt.Looks[index].Look;
        return $"{BandStretches.Word(look.Band)} at {Shown.Temperature(look.Celsius)}";
    }

    private static string One(double value) => value.ToString("0.0", CultureInfo.CurrentCulture);

    private bool SameAs(BenchStrengths own) =>
        own.SetPointShiftCelsius == Learning.SetPointShiftCelsius && Learning.Groups.All(group => own.Of(group.Group) == group.Factor);
}
