using UmberCrock.Core.Findings;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Topics.Cooling;

/// <summary>How a batch of a formula takes up heat and gives it off, whatever its size.</summary>
internal sealed class PotHeat
{
    private readonly ResolvedFormula resolved;
    private readonly FirmnessModel firmness;
    private readonly Lazy<CoolingCurve> curve;
    private readonly Lazy<CoolingCurve> stillCurve;
    private readonly double joulesPerGramKelvin;

    private PotHeat(ResolvedFormula resolved, FirmnessModel firmness, double? gramsPerMillilitre)
    {
        (this.resolved, this.firmness) = (resolved, firmness);
        GramsPerMillilitre = gramsPerMillilitre ?? Rules.GramsPerMillilitre;
        joulesPerGramKelvin = resolved.PartsInOrder.Sum(part => (double)part.Mass * Rules.HeatCapacityOf(part.Ingredient)) / Whole;
        curve = new(() => CurveOf(still: false), LazyThreadSafetyMode.PublicationOnly);
        stillCurve = new(() => CurveOf(still: true), LazyThreadSafetyMode.PublicationOnly);
    }

    /// <summary>The rules of cooling.</summary>
    public CoolingRules Rules => resolved.Rules.Cooling;

    /// <summary>Density of the blend, g/mL.</summary>
    public double GramsPerMillilitre { get; }

    /// <summary>Heat given off on cooling in a pot that is stirred.</summary>
    public CoolingCurve Curve => curve.Value;

    /// <summary>Heat given off on cooling in a jar or mould that nobody stirs: some crystals come later there.</summary>
    public CoolingCurve StillCurve => stillCurve.Value;

    /// <summary>Below this crystals can come, C; far below any pot when none ever do.</summary>
    public double ClearCelsius => firmness.Melt.ClearPointCelsius() ?? double.NegativeInfinity;

    private double Whole => (double)resolved.Totals.Total;

    /// <summary>Null for a formula of nothing.</summary>
    public static PotHeat? Of(ResolvedFormula resolved, FirmnessModel firmness, double? gramsPerMillilitre) =>
        resolved.Totals.Total > 0m ? new PotHeat(resolved, firmness, gramsPerMillilitre) : null;

    /// <summary>How far crystals cool below a temperature in C before they come there, C.</summary>
    public double UndercoolingAt(double celsius) => firmness.UndercoolingAt(celsius);

    private CoolingCurve CurveOf(bool still) =>
        new(
            new HeatContent(firmness.Melt, Whole, joulesPerGramKelvin, species =>
                still && species.Crystal is { } crystal && Rules.StillUndercooling.TryGetValue(crystal, out var later)
                    ? later
                    : firmness.Rules.UndercoolingOf(species)
            ),
            Rules.ColdestCelsius
        );

    /// <summary>
    /// Minutes to melt a batch in a hot bath: the same equation, the heat going in and every crystal melting where it could have come. Of
    /// low confidence.
    /// </summary>
    /// <param name="grams">The batch, g.</param>
    /// <param name="fromCelsius">Where it starts, C.</param>
    /// <param name="toCelsius">Where it is wanted, C.</param>
    public double HeatingMinutes(double grams, double fromCelsius, double toCelsius)
    {
        var bath = Rules.HeatingBath;
        var heat = new HeatContent(firmness.Melt, Whole, joulesPerGramKelvin, undercooling: null);
        var rate = Vessel.Pot(grams, GramsPerMillilitre).Rate(bath.WattsPerSquareMetreKelvin, bath: true);
        // A melt hotter than the usual bath wants a hotter one.
        var hot = Math.Max(bath.Celsius, toCelsius + 5);
        double sum = 0,
            before = heat.At(fromCelsius);
        for (var celsius = fromCelsius; celsius < toCelsius; )
        {
            var next = Math.Min(celsius + 1, toCelsius);
            var after = heat.At(next);
            sum += (after - before) / (hot - ((celsius + next) / 2));
            (celsius, before) = (next, after);
        }

        return sum / rate;
    }

    /// <summary>K of a container that is filled, J/(g min K).</summary>
    /// <param name="millilitres">Its volume, mL.</param>
    /// <param name="kind">Where it stands.</param>
    public double RateIn(double millilitres, Surroundings kind) =>
        Vessel
            .Container(double.MaxValue, GramsPerMillilitre, millilitres, null)
            .Rate(Rules.Of(kind).WattsPerSquareMetreKelvin, Rules.Of(kind).Bath);

    /// <summary>What a batch cools in.</summary>
    public Vessel VesselOf(CoolingRequest request) =>
        request.ContainerMillilitres is { } millilitres
            ? Vessel.Container(request.BatchGrams, GramsPerMillilitre, millilitres, request.ContainerHeightMillimetres)
            : Vessel.Pot(request.BatchGrams, GramsPerMillilitre);
}
