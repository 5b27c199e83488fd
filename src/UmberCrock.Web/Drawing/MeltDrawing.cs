using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Web.Drawing;

/// <summary>The axes of a melt chart: from 0 C and 0 percent, with its drawing area in px.</summary>
/// <param name="HottestCelsius">Right end of the temperature axis.</param>
/// <param name="MostSolidPercent">Top of the solid axis.</param>
/// <param name="Right">Right end of the drawing area.</param>
/// <param name="Base">Its base line.</param>
internal sealed record MeltScale(double HottestCelsius, double MostSolidPercent, double Right, double Base)
{
    /// <summary>Left end of the drawing area, px.</summary>
    public const double Left = 26;

    /// <summary>Its top.</summary>
    public const double Top = 18;

    /// <summary>The bench's chart: 0 to 80 C by 0 to 70 percent.</summary>
    public static MeltScale Bench { get; } = new(80, 70, 364, 158);

    /// <summary>The chart of a neat material: fats up to 50 C, waxes up to 90 C, by 0 to 100 percent.</summary>
    public static MeltScale Neat(double? clearCelsius) => new(clearCelsius > 48 ? 90 : 50, 100, 380, 186);

    /// <summary>Px of a temperature.</summary>
    public double X(double celsius) => Left + (Math.Clamp(celsius, 0, HottestCelsius) / HottestCelsius * (Right - Left));

    /// <summary>Px of a solid percent; what is above the chart is drawn at its top.</summary>
    public double Y(double solidPercent) => Base - (Math.Min(solidPercent, MostSolidPercent) / MostSolidPercent * (Base - Top));

    /// <summary>The curve of a melt result as path data.</summary>
    public string CurveOf(MeltReport melt) =>
        Svg.Path(melt.Curve.Where(point => point.Celsius <= HottestCelsius).Select(point => (X(point.Celsius), Y(point.SolidPercent))));
}

/// <summary>A bead on the curve: its place, temperature in C, the band's word and the solid percent; whether the band suits, and the
/// temperature is of the climate.</summary>
internal sealed record MeltBead(
    double X,
    double Y,
    double Celsius,
    string Word,
    double SolidPercent,
    bool Suits = true,
    bool InClimate = true
);

/// <summary>A melt chart.</summary>
internal sealed record MeltDrawing
{
    private static readonly double[] ReadCelsius = [20, 25, 30, 35];

    /// <summary>Its axes.</summary>
    public required MeltScale Scale { get; init; }

    /// <summary>The curve.</summary>
    public required string Curve { get; init; }

    /// <summary>Another curve beside it; null for none.</summary>
    public string? Earlier { get; init; }

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

    /// <summary>Inside the climate, where the texture is what the form wants and where it leaves that; null for a neat material.</summary>
    public ClimateFit? Fit { get; init; }

    /// <summary>Beads at 20, 25, 30 and 35 C with what they read.</summary>
    public required IReadOnlyList<MeltBead> Beads { get; init; }

    /// <summary>What the chart reads at every degree of its axis, from 0 C.</summary>
    public required IReadOnlyList<string> Readings { get; init; }

    /// <summary>For a screen reader.</summary>
    public required string Label { get; init; }

    /// <summary>The chart of a formula, with what its form wants.</summary>
    public static MeltDrawing Of(MeltReport melt, Formula formula, RuleBook rules, MeltScale scale)
    {
        var form = rules.Forms.Of(formula.Form);
        var drawing = Of(melt, formula.Climate, rules.Texture, scale);
        return drawing with
        {
            Fit = ClimateFit.Of(melt, formula, rules, scale.HottestCelsius, scale.X),
            Beads =
            [
                .. drawing.Beads.Select(bead =>
                    bead with
                    {
                        Suits = form.Bears(
                            rules.Texture.BandOf(BandStretches.FirmnessAt(melt, bead.Celsius)),
                            bead.Celsius.CompareTo((double)Core.Formulas.Climate.RoomCelsius)
                        ),
                        InClimate =
                            bead.Celsius >= (double)formula.Climate.LowCelsius && bead.Celsius <= (double)formula.Climate.HighCelsius,
                    }
                ),
            ],
        };
    }

    /// <summary>The chart of a neat material.</summary>
    public static MeltDrawing Of(MeltReport melt, Climate climate, TextureRules rules, MeltScale scale)
    {
        var curve = scale.CurveOf(melt);
        var bands = BandStretches.Along(melt, rules, 0, scale.HottestCelsius, scale.X);
        (double, double, string)? Mark(double? celsius) =>
            celsius is { } at and >= 0 && at <= scale.HottestCelsius
                ? (scale.X(at), scale.Y(BandStretches.SolidAt(melt, at)), Shown.Degree(at, "0.0"))
                : null;
        return new MeltDrawing
        {
            Scale = scale,
            Curve = curve,
            Region = $"{curve}L{Svg.N(scale.Right)} {Svg.N(scale.Base)}L{Svg.N(MeltScale.Left)} {Svg.N(scale.Base)}Z",
            Climate = (scale.X((double)climate.LowCelsius), scale.X((double)climate.HighCelsius)),
            Skin = (scale.X(rules.SkinCelsius), Shown.Degree(rules.SkinCelsius)),
            Sets = Mark(melt.SetPointCelsius),
            Clear = Mark(melt.ClearPointCelsius),
            Bands = bands,
            Beads =
            [
                .. ReadCelsius.Select(celsius => new MeltBead(
                    scale.X(celsius),
                    scale.Y(BandStretches.SolidAt(melt, celsius)),
                    celsius,
                    BandStretches.Word(rules.BandOf(BandStretches.FirmnessAt(melt, celsius))),
                    BandStretches.SolidAt(melt, celsius)
                )),
            ],
            Readings =
            [
                .. melt
                    .Curve.Where(point => point.Celsius <= scale.HottestCelsius)
                    .Select(point =>
                        $"{Shown.Temperature((decimal)point.Celsius)}: {BandStretches.Word(rules.BandOf(point.Firmness))}, "
                        + $"{Svg.One(point.SolidPercent)} "
                        + $"% solid, firmness {Svg.One(point.Firmness)}"
                    ),
            ],
            Label =
                $"Melt chart, solid percent against temperature. Skin {Shown.Temperature(rules.SkinCelsius)}"
                + $"{(Mark(melt.SetPointCelsius) is { } sets ? $", sets at {sets.Item3}"
                    : "")}{(Mark(melt.ClearPointCelsius) is { } clears ? $", clear at {clears.Item3}" : "")}. {string.Join(", ", bands
                    .Select(band => $"{band.Word} {Shown.Degree(band.FromCelsius)} to {Shown.Temperature(band.ToCelsius)}"))}.",
        };
    }
}
