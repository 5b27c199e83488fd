using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Web.Drawing;

/// <summary>A stretch of the strip. Style: "in" the climate, "out" of it, or "left" what the form wants.</summary>
internal sealed record StripStretch(double From, double To, string Word, bool Fits, string Style);

/// <summary>The texture strip of a formula: 0 to 40 C over its width, the climate between posts.</summary>
internal sealed record TextureStrip
{
    /// <summary>Length of one in a list, px.</summary>
    private const double InList = 248;

    private const double HottestCelsius = 40;

    /// <summary>Length, px.</summary>
    public required double Width { get; init; }

    /// <summary>The bands, cut at the climate's ends.</summary>
    public required IReadOnlyList<StripStretch> Words { get; init; }

    /// <summary>Celadon: inside the climate and a band this form wants.</summary>
    public required IReadOnlyList<(double From, double To)> Wanted { get; init; }

    /// <summary>Borders between bands.</summary>
    public required IReadOnlyList<double> Ticks { get; init; }

    /// <summary>Ends of the climate; null where it runs off the strip.</summary>
    public required (double? Low, double? High) Posts { get; init; }

    /// <summary>Where the texture first leaves what the form wants, going up; and the band it leaves for, empty when its own stretch says
    /// it.</summary>
    public required (double X, string Word)? Leaves { get; init; }

    /// <summary>The climate in words.</summary>
    public required string ClimateText { get; init; }

    /// <summary>For a screen reader.</summary>
    public required string Label { get; init; }

    /// <summary>Lays the strip out.</summary>
    /// <param name="melt">How it melts.</param>
    /// <param name="formula">Its climate and form.</param>
    /// <param name="rules">The bands.</param>
    /// <param name="width">Length, px.</param>
    public static TextureStrip Of(MeltReport melt, Formula formula, RuleBook rules, double width = InList)
    {
        double X(double celsius) => Math.Clamp(celsius, 0, HottestCelsius) / HottestCelsius * width;
        var (low, high) = ((double)formula.Climate.LowCelsius, (double)formula.Climate.HighCelsius);
        var all = BandStretches.Along(melt, rules.Texture, 0, HottestCelsius, X);
        var (wanted, leaves) = ClimateFit.Of(melt, formula, rules, HottestCelsius, X);
        return new TextureStrip
        {
            Width = width,
            Words =
            [
                .. Cut(melt, rules.Texture, low, high, X)
                    .Select(stretch =>
                        leaves is { Fits: true } && stretch.From == leaves.From && stretch.Style == "in"
                            ? stretch with
                            {
                                Style = "left",
                            }
                            : stretch
                    ),
            ],
            Wanted = wanted,
            Ticks = [.. all.Skip(1).Select(stretch => stretch.From)],
            Posts = (low is >= 0 and <= HottestCelsius ? X(low) : null, high is >= 0 and <= HottestCelsius ? X(high) : null),
            Leaves = leaves is null ? null : (leaves.From, leaves.Fits ? "" : leaves.Word),
            ClimateText = Shown.Temperatures(formula.Climate.LowCelsius, formula.Climate.HighCelsius),
            Label =
                $"{string.Join(", ", all
                    .Select(stretch => $"{stretch.Word} {Shown.Degree(stretch.FromCelsius)} to {Shown.Degree(stretch.ToCelsius)}"))}; "
                + $"climate {Shown.Temperatures(formula.Climate.LowCelsius, formula.Climate.HighCelsius)}",
        };
    }

    private static List<StripStretch> Cut(MeltReport melt, TextureRules rules, double low, double high, Func<double, double> x)
    {
        var edges = new[] { 0, Math.Clamp(low, 0, HottestCelsius), Math.Clamp(high, 0, HottestCelsius), HottestCelsius };
        var words = new List<StripStretch>();
        for (var part = 0; part < 3; part++)
        {
            if (edges[part + 1] - edges[part] <= 0.5)
                continue;
            words.AddRange(
                BandStretches
                    .Along(melt, rules, edges[part], edges[part + 1], x)
                    .Select(stretch => new StripStretch(stretch.From, stretch.To, stretch.Word, stretch.Fits, part == 1 ? "in" : "out"))
            );
        }

        // A band that goes on across a post is named once, inside the climate.
        return
        [
            .. words.Where(
                (stretch, at) =>
                    stretch.Style == "in"
                    || !(at > 0 && words[at - 1] is { Style: "in" } before && before.Word == stretch.Word)
                        && !(at + 1 < words.Count && words[at + 1] is { Style: "in" } after && after.Word == stretch.Word)
            ),
        ];
    }
}
