using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Drawing;

/// <summary>Which part of the bar an acid belongs to.</summary>
internal enum AcidKind
{
    /// <summary>No double bond.</summary>
    Saturated,

    /// <summary>One.</summary>
    Mono,

    /// <summary>Two or more.</summary>
    Poly,
}

/// <summary>A stretch of the bar.</summary>
internal sealed record AcidStretch(double X, double Width, string Name, double Percent, AcidKind Kind);

/// <summary>Fatty acids as one bar of 392 px: saturated, with one double bond, with more.</summary>
internal sealed record FattyAcidBar(IReadOnlyList<AcidStretch> Stretches, double Sum)
{
    /// <summary>Length of the bar, px.</summary>
    public const double Width = 392;

    /// <summary>Acids of at least so many percent are named.</summary>
    private const double NamedFrom = 4;

    private const double PixelsPerName = 54;

    /// <summary>Acids that are named, above and below in turn where two stand close.</summary>
    public IReadOnlyList<(double X, bool Below, string Name, string Percent)> Names
    {
        get
        {
            var names = new List<(double, bool, string, string)>();
            double above = double.MinValue,
                below = double.MinValue;
            foreach (var stretch in Stretches.Where(stretch => stretch.Percent >= NamedFrom))
            {
                var x = Math.Clamp(stretch.X + (stretch.Width / 2), PixelsPerName / 2, Width - (PixelsPerName / 2));
                if (x - above >= PixelsPerName)
                    above = x;
                else if (x - below >= PixelsPerName)
                    below = x;
                else
                    continue;
                names.Add(
                    (
                        x,
                        Math.Abs(below - x) < 1e-9 && Math.Abs(above - x) > 1e-9,
                        stretch.Name,
                        stretch.Percent.ToString("0.#", System.Globalization.CultureInfo.CurrentCulture)
                    )
                );
            }

            return names;
        }
    }

    /// <summary>"saturated 46, one double bond 46, more 6.5".</summary>
    public string Summary =>
        $"saturated {SumOf(AcidKind.Saturated):0.#}, one double bond {SumOf(AcidKind.Mono):0.#}, more {SumOf(AcidKind.Poly):0.#}";

    /// <summary>Lays the acids out; null when none are known.</summary>
    public static FattyAcidBar? Of(IReadOnlyDictionary<string, double> acids)
    {
        if (acids.Count == 0)
            return null;
        var sum = acids.Values.Sum();
        var stretches = new List<AcidStretch>();
        double x = 0;
        foreach (var (name, percent) in acids.OrderBy(acid => KindOf(acid.Key)).ThenBy(acid => acid.Key, StringComparer.Ordinal))
        {
            var width = percent / sum * Width;
            stretches.Add(new AcidStretch(x, width, name, percent, KindOf(name)));
            x += width;
        }

        return new FattyAcidBar(stretches, sum);
    }

    private static AcidKind KindOf(string name) =>
        FattyAcidName.DoubleBonds(name) switch
        {
            0 => AcidKind.Saturated,
            1 => AcidKind.Mono,
            _ => AcidKind.Poly,
        };

    private double SumOf(AcidKind kind) => Stretches.Where(stretch => stretch.Kind == kind).Sum(stretch => stretch.Percent);
}
