using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Web.Drawing;

/// <summary>A stretch of the temperature axis over which one band holds.</summary>
/// <param name="From">Left end, px.</param>
/// <param name="To">Right end, px.</param>
/// <param name="FromCelsius">Temperature at its left end.</param>
/// <param name="ToCelsius">Temperature at its right end.</param>
/// <param name="Band">The band.</param>
/// <param name="Word">Its word.</param>
/// <param name="Fits">True when the word fits between the ends.</param>
internal sealed record BandStretch(double From, double To, double FromCelsius, double ToCelsius, Band Band, string Word, bool Fits);

/// <summary>Finds where bands begin and end along a temperature axis.</summary>
internal static class BandStretches
{
    private const double PixelsPerLetter = 6.3;

    /// <summary>Stretches between two temperatures, the borders interpolated between the curve's points.</summary>
    public static IReadOnlyList<BandStretch> Along(
        MeltReport melt,
        TextureRules rules,
        double lowCelsius,
        double highCelsius,
        Func<double, double> x
    )
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
