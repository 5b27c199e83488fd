using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>One point of the melt curve: temperature in C, solid percent of the oil phase (powders left out), firmness.</summary>
public sealed record MeltPoint(int Celsius, double SolidPercent, double Firmness);

/// <summary>The band at a temperature in C, with the figures behind it.</summary>
public sealed record BandAt(decimal Celsius, Band Band, double SolidPercent, double Firmness);

/// <summary>Solids, firmness and band of a formula from cold to hot.</summary>
/// <param name="Curve">The melt curve from 0 to 90 C, a point each degree.</param>
/// <param name="ClearPointCelsius">The last crystal melts; null when nothing crystallises.</param>
/// <param name="SetPointCelsius">On cooling, it stops pouring; null when it pours all the way down to 0 C.</param>
/// <param name="SolidAtSkinPercent">Solid percent of the oil phase at 33 C.</param>
/// <param name="Bands">At 15, 20, 25, 30, 35, 40 C and both ends of the climate, cold to warm.</param>
/// <param name="Confidence">How far the solids of the curve can be trusted.</param>
/// <param name="FirmnessConfidence">How sure firmness and bands are.</param>
/// <param name="ByYourBench">True where strengths are those that the maker's bench learnt, and not the book's.</param>
public sealed record MeltReport(
    ImmutableArray<MeltPoint> Curve,
    double? ClearPointCelsius,
    double? SetPointCelsius,
    double SolidAtSkinPercent,
    ImmutableArray<BandAt> Bands,
    Confidence Confidence,
    Confidence FirmnessConfidence,
    bool ByYourBench
)
{
    /// <summary>Warmest point of the curve, C.</summary>
    public const int HottestCelsius = 90;

    private static readonly decimal[] UsualCelsius = [15, 20, 25, 30, 35, 40];

    /// <summary>
    /// Firmness at T = sum over families of strength x solid mass percent of the whole formula, plus strength x mass percent of powders.
    /// </summary>
    /// <param name="parts">All ingredients and their masses, powders included.</param>
    /// <param name="climate">The climate the bands are wanted for.</param>
    /// <param name="rules">Strengths and borders.</param>
    public static MeltReport Of(IReadOnlyList<MeltPart> parts, Climate climate, TextureRules rules) =>
        Of(new FirmnessModel(parts, rules), climate, rules);

    /// <summary>As above, of a model that is there already.</summary>
    public static MeltReport Of(FirmnessModel firmness, Climate climate, TextureRules rules)
    {
        var points = ImmutableArray.CreateBuilder<MeltPoint>(HottestCelsius + 1);
        for (var celsius = 0; celsius <= HottestCelsius; celsius++)
        {
            var (solid, firm) = firmness.At(celsius);
            points.Add(new MeltPoint(celsius, solid, firm));
        }

        var bands = UsualCelsius
            .Append(climate.LowCelsius)
            .Append(climate.HighCelsius)
            .Distinct()
            .Order()
            .Select(celsius =>
            {
                var (solid, firm) = firmness.At((double)celsius);
                return new BandAt(celsius, rules.BandOf(firm), solid, firm);
            });
        return new MeltReport(
            points.MoveToImmutable(),
            firmness.Melt.ClearPointCelsius(),
            firmness.SetPointCelsius(),
            firmness.At(rules.SkinCelsius).SolidPercent,
            [.. bands],
            MeltConfidence.OfSolids(firmness),
            MeltConfidence.OfFirmness(firmness),
            rules.Bench is not null
        );
    }

    /// <summary>The band at one of the temperatures it was asked for, C.</summary>
    public BandAt At(decimal celsius) => Bands.First(band => band.Celsius == celsius);

    /// <summary>Firmness of a mix at one temperature, C: the equation of the whole curve.</summary>
    /// <param name="parts">The ingredients with their masses, any one unit of mass.</param>
    /// <param name="celsius">Temperature, Celsius.</param>
    /// <param name="rules">The rules that bear on it.</param>
    public static double FirmnessOf(IReadOnlyList<MeltPart> parts, double celsius, TextureRules rules) =>
        new FirmnessModel(parts, rules).At(celsius).Firmness;
}
