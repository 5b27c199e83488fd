using UmberCrock.Core.Formulas;
using UmberCrock.Core.Json;
using UmberCrock.Core.Texture;

namespace UmberCrock.Web.Drawing;

/// <summary>A stretch of the temperature axis over which one band holds.</summary>
/// <param name="From">Left end, px.</param>
/// <param name="To">Right end, px.</param>
/// <param name="FromCelsius">Temperature at its left end.</param>
/// <param name="ToCelsius">Temperature at its right end.</param>
/// <param name="Band">The band.</param>
/// <param name="Word">Its word.</param>
/// <param name="Fits">True when the word fits between the ends.</param>
public sealed record BandStretch(double From, double To, double FromCelsius, double ToCelsius, Band Band, string Word, bool Fits);

/// <summary>Finds where bands begin and end along a temperature axis.</summary>
public static class BandStretches
{
    private const double PixelsPerLetter = 6.3;

    /// <summary>Stretches between two temperatures, the borders interpolated between the curve's points.</summary>
    public static IReadOnlyList<BandStretch> Along(MeltReport melt, TextureRules rules, double lowCelsius, double highCelsius, Func<double, double> x)
    {
        var stretches = new List<BandStretch>();
        var start = lowCelsius;
        var band = rules.BandOf(FirmnessAt(melt, lowCelsius));
        const double Step = 0.25;
        for (var celsius = lowCelsius + Step; celsius <= highCelsius + 1e-9; celsius += Step)
        {
            var next = rules.BandOf(FirmnessAt(melt, celsius));
            if (next == band)
                continue;
            stretches.Add(Make(band, start, celsius - (Step / 2), x));
            (start, band) = (celsius - (Step / 2), next);
        }

        stretches.Add(Make(band, start, highCelsius, x));
        return stretches;
    }

    /// <summary>A band's word on screen.</summary>
    public static string Word(Band band) => Vocabulary.Word(band).Replace('-', ' ');

    /// <summary>Firmness between the curve's points; its first value below 0 C.</summary>
    public static double FirmnessAt(MeltReport melt, double celsius) => Between(melt, celsius, point => point.Firmness);

    /// <summary>Solid percent between the curve's points; its first value below 0 C.</summary>
    public static double SolidAt(MeltReport melt, double celsius) => Between(melt, celsius, point => point.SolidPercent);

    private static double Between(MeltReport melt, double celsius, Func<MeltPoint, double> value)
    {
        var clamped = Math.Clamp(celsius, 0, melt.Curve.Length - 1);
        var below = (int)Math.Floor(clamped);
        var above = Math.Min(below + 1, melt.Curve.Length - 1);
        return value(melt.Curve[below]) + ((value(melt.Curve[above]) - value(melt.Curve[below])) * (clamped - below));
    }

    private static BandStretch Make(Band band, double from, double to, Func<double, double> x)
    {
        var word = Word(band);
        return new BandStretch(x(from), x(to), from, to, band, word, x(to) - x(from) >= (word.Length * PixelsPerLetter) + 4);
    }
}

/// <summary>The melt chart: 0 to 80 C by 0 to 70 percent solid.</summary>
public sealed record MeltDrawing
{
    /// <summary>Left end of the axis, px.</summary>
    public const double Left = 26;

    /// <summary>Right end of the axis.</summary>
    public const double Right = 364;

    /// <summary>Top of the chart.</summary>
    public const double Top = 18;

    /// <summary>Base line.</summary>
    public const double Base = 158;

    private const double HottestCelsius = 80;
    private const double MostSolidPercent = 70;
    private static readonly double[] ReadCelsius = [20, 25, 30, 35];

    /// <summary>The curve.</summary>
    public required string Curve { get; init; }

    /// <summary>The solid region under it.</summary>
    public required string Region { get; init; }

    /// <summary>Ends of the climate on the axis.</summary>
    public required (double From, double To) Climate { get; init; }

    /// <summary>Skin temperature: its place on the axis and its number.</summary>
    public required (double X, string Text) Skin { get; init; }

    /// <summary>Set point: its place on the curve and its number; null when it does not set.</summary>
    public required (double X, double Y, string Text)? Sets { get; init; }

    /// <summary>Clear point: its place and number; null when nothing crystallises.</summary>
    public required (double X, double Y, string Text)? Clear { get; init; }

    /// <summary>Bands along the axis.</summary>
    public required IReadOnlyList<BandStretch> Bands { get; init; }

    /// <summary>
    /// Bands narrower than their word, hung below on stalks. Two neighbours turn away from each other; of more, the outer two are named.
    /// </summary>
    public IReadOnlyList<(double StalkX, double WordX, string Anchor, string Word)> HungBands
    {
        get
        {
            var narrow = Bands.Where(band => !band.Fits).Select(band => (X: (band.From + band.To) / 2, band.Word)).ToList();
            return narrow.Count < 2
                ? [.. narrow.Select(band => (band.X, band.X, "middle", band.Word))]
                : [(narrow[0].X, narrow[0].X + 3, "end", narrow[0].Word), (narrow[^1].X, narrow[^1].X - 3, "start", narrow[^1].Word)];
        }
    }

    /// <summary>Beads at 20, 25, 30 and 35 C with what they read.</summary>
    public required IReadOnlyList<(double X, double Y, double Celsius, string Word, double SolidPercent)> Beads { get; init; }

    /// <summary>For a screen reader.</summary>
    public required string Label { get; init; }

    /// <summary>Px of a temperature.</summary>
    public static double X(double celsius) => Left + (Math.Clamp(celsius, 0, HottestCelsius) / HottestCelsius * (Right - Left));

    /// <summary>Px of a solid percent; what is above the chart is drawn at its top.</summary>
    public static double Y(double solidPercent) => Base - (Math.Min(solidPercent, MostSolidPercent) / MostSolidPercent * (Base - Top));

    /// <summary>The curve of a melt result as path data.</summary>
    public static string CurveOf(MeltReport melt)
        => Svg.Path(melt.Curve.Where(point => point.Celsius <= HottestCelsius).Select(point => (X(point.Celsius), Y(point.SolidPercent))));

    /// <summary>Lays the chart out.</summary>
    public static MeltDrawing Of(MeltReport melt, Climate climate, TextureRules rules)
    {
        var curve = CurveOf(melt);
        var bands = BandStretches.Along(melt, rules, 0, HottestCelsius, X);
        (double, double, string)? Mark(double? celsius) => celsius is { } at and >= 0 and <= HottestCelsius
            ? (X(at), Y(BandStretches.SolidAt(melt, at)), $"{Svg.One(at)}")
            : null;
        return new MeltDrawing
        {
            Curve = curve,
            Region = $"{curve}L{Svg.N(Right)} {Svg.N(Base)}L{Svg.N(Left)} {Svg.N(Base)}Z",
            Climate = (X((double)climate.LowCelsius), X((double)climate.HighCelsius)),
            Skin = (X(rules.SkinCelsius), $"{rules.SkinCelsius:0}"),
            Sets = Mark(melt.SetPointCelsius),
            Clear = Mark(melt.ClearPointCelsius),
            Bands = bands,
            Beads = [.. ReadCelsius.Select(celsius => (X(celsius), Y(BandStretches.SolidAt(melt, celsius)), celsius,
                BandStretches.Word(rules.BandOf(BandStretches.FirmnessAt(melt, celsius))), BandStretches.SolidAt(melt, celsius)))],
            Label = $"Solid percent against temperature. {string.Join(", ", bands.Select(band => $"{band.Word} {band.FromCelsius:0} to {band.ToCelsius:0} degrees"))}.",
        };
    }
}
