using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Web.Drawing;

/// <summary>How a texture suits its form along a temperature axis, inside the climate.</summary>
/// <param name="Wanted">Stretches in a band that the form wants, px.</param>
/// <param name="Leaves">The stretch where the texture first leaves them, going up; null where it does not.</param>
internal sealed record ClimateFit(IReadOnlyList<(double From, double To)> Wanted, BandStretch? Leaves)
{
    private const double RoomCelsius = (double)Climate.RoomCelsius;

    /// <summary>Lays it out on an axis from 0 C.</summary>
    /// <param name="melt">The texture.</param>
    /// <param name="formula">Its form and climate.</param>
    /// <param name="rules">Borders, and what forms want.</param>
    /// <param name="hottestCelsius">End of the axis.</param>
    /// <param name="x">Px of a temperature.</param>
    public static ClimateFit Of(MeltReport melt, Formula formula, RuleBook rules, double hottestCelsius, Func<double, double> x)
    {
        var (low, high) = ((double)formula.Climate.LowCelsius, (double)formula.Climate.HighCelsius);
        var inside =
            low >= high || high <= 0 || low >= hottestCelsius
                ? []
                : BandStretches.Along(melt, rules.Texture, Math.Max(0, low), Math.Min(hottestCelsius, high), x);
        var form = rules.Forms.Of(formula.Form);
        bool Suits(BandStretch stretch) =>
            form.Bears(
                stretch.Band,
                stretch.From >= x(RoomCelsius) ? 1
                    : stretch.To <= x(RoomCelsius) ? -1
                    : 0
            );
        return new ClimateFit(
            [.. inside.Where(Suits).Select(stretch => (stretch.From, stretch.To))],
            inside.SkipWhile(stretch => !Suits(stretch)).FirstOrDefault(stretch => !Suits(stretch))
                ?? inside.FirstOrDefault(stretch => !Suits(stretch))
        );
    }
}
