using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Physics;

/// <summary>An ingredient of the oil phase and how much of it there is; any unit of mass, the same for all parts.</summary>
public readonly record struct MeltPart(Ingredient Ingredient, decimal Mass);

/// <summary>
/// Ideal solubility of crystallising species in the liquid they share.
/// ln x_sat = -(dH / R) (1/T - 1/Tm) below the melting point, else x_sat = 1 (Hildebrand and Scott, The Solubility of Nonelectrolytes;
/// van 't Hoff). With N_j moles of species j and L moles of liquid, solid_j = max(0, N_j - x_sat_j L) and L = total - sum(solid_j):
/// one monotone equation in L.
/// </summary>
public sealed class MeltModel
{
    /// <summary>Molar gas constant, J/(mol K); CODATA 2018, exact in the SI.</summary>
    public const double GasConstant = 8.31446261815324;

    private const double KelvinAtZeroCelsius = 273.15;

    /// <summary>Molar mass of the liquid of an ingredient that does not state one: a triglyceride of common size, g/mol.</summary>
    private const double TriglycerideGramsPerMole = 880;

    private readonly MeltingSpecies[] species;
    private readonly double[] moles;
    private readonly double totalMoles;

    private MeltModel(MeltingSpecies[] species, double[] moles, double totalMoles, double totalMass) =>
        (this.species, this.moles, this.totalMoles, TotalMass) = (species, moles, totalMoles, totalMass);

    /// <summary>Mass of the oil phase, in the unit of the parts.</summary>
    public double TotalMass { get; }

    /// <summary>The species, merged where several ingredients bring the same one; their mass shares mean nothing here.</summary>
    public ReadOnlySpan<MeltingSpecies> Species => species;

    /// <summary>
    /// Builds the model of a mix. Parts that are not of the oil phase are left out. The order of the parts does not matter, to the
    /// last bit: amounts are added exactly and species are put into an order of their own.
    /// </summary>
    public static MeltModel Of(IEnumerable<MeltPart> parts)
    {
        var amounts = new SortedDictionary<string, (Ingredient Ingredient, decimal Mass)>(StringComparer.Ordinal);
        foreach (var (ingredient, mass) in parts)
        {
            if (ingredient.Solubility == Solubility.Oil && mass > 0m)
                amounts[ingredient.Slug] = (ingredient, mass + (amounts.TryGetValue(ingredient.Slug, out var before) ? before.Mass : 0m));
        }

        var solids = new List<(MeltingSpecies Species, double Moles)>();
        double liquidMoles = 0,
            totalMass = 0;
        foreach (var (ingredient, amount) in amounts.Values)
        {
            var mass = (double)amount;
            totalMass += mass;
            var liquidShare = 1.0;
            foreach (var part in ingredient.Species)
            {
                liquidShare -= part.MassShare;
                Add(solids, part with { MassShare = 0 }, mass * part.MassShare / part.GramsPerMole);
            }

            liquidMoles += mass * Math.Max(0, liquidShare) / (ingredient.LiquidGramsPerMole?.Value ?? TriglycerideGramsPerMole);
        }

        return new MeltModel(
            [.. solids.Select(solid => solid.Species)],
            [.. solids.Select(solid => solid.Moles)],
            liquidMoles + solids.Sum(solid => solid.Moles),
            totalMass
        );
    }

    /// <summary>Mole fraction at which a species saturates the liquid, at a temperature in C; 1 from its melting point up.</summary>
    /// <param name="celsius">Temperature, Celsius.</param>
    /// <param name="species">The crystallising species.</param>
    public static double SaturationMoleFraction(double celsius, MeltingSpecies species)
    {
        if (celsius >= species.MeltingCelsius)
            return 1;
        var kelvin = celsius + KelvinAtZeroCelsius;
        var meltingKelvin = species.MeltingCelsius + KelvinAtZeroCelsius;
        return Math.Exp(-species.FusionKilojoulesPerMole * 1000 / GasConstant * ((1 / kelvin) - (1 / meltingKelvin)));
    }

    /// <summary>
    /// Solid mass of each species at a temperature in C, in the unit of the parts, written to <paramref name="solidMass"/>
    /// (as long as <see cref="Species"/>). Returns their sum.
    /// </summary>
    /// <param name="celsius">Temperature, Celsius.</param>
    /// <param name="solidMass">Receives the solid mass of each species, in the unit of the parts.</param>
    public double SolidMass(double celsius, Span<double> solidMass)
    {
        Span<double> saturation = stackalloc double[species.Length];
        for (var j = 0; j < species.Length; j++)
            saturation[j] = SaturationMoleFraction(celsius, species[j]);

        var liquid = LiquidMoles(saturation);
        double sum = 0;
        for (var j = 0; j < species.Length; j++)
        {
            solidMass[j] = Math.Max(0, moles[j] - (saturation[j] * liquid)) * species[j].GramsPerMole;
            sum += solidMass[j];
        }

        return sum;
    }

    /// <summary>Solid percent of the oil phase at a temperature in C; 0 for an empty phase.</summary>
    public double SolidPercent(double celsius)
    {
        Span<double> solidMass = stackalloc double[species.Length];
        return TotalMass > 0 ? Math.Min(100, 100 * SolidMass(celsius, solidMass) / TotalMass) : 0;
    }

    /// <summary>
    /// The temperature in C at which the last crystal melts; null when nothing crystallises. At that point all is liquid, so
    /// species j is just saturated: N_j / total = x_sat_j, solved for T. The highest over the species counts.
    /// </summary>
    public double? ClearPointCelsius()
    {
        double? highest = null;
        for (var j = 0; j < species.Length; j++)
        {
            var fraction = moles[j] / totalMoles;
            var inverse =
                (1 / (species[j].MeltingCelsius + KelvinAtZeroCelsius))
                - (GasConstant * Math.Log(fraction) / (species[j].FusionKilojoulesPerMole * 1000));
            var celsius = (1 / inverse) - KelvinAtZeroCelsius;
            highest = highest is { } before && before > celsius ? before : celsius;
        }

        return highest;
    }

    private static void Add(List<(MeltingSpecies Species, double Moles)> solids, MeltingSpecies species, double moles)
    {
        var at = solids.FindIndex(solid => solid.Species == species);
        if (at < 0)
            solids.Add((species, moles));
        else
            solids[at] = (species, solids[at].Moles + moles);
    }

    /// <summary>
    /// Moles of liquid. total - sum(solid) - L is concave in L and not negative at 0, so it has one root, and between two neighbouring
    /// N_j / x_sat_j it is a straight line: species crystallise one after the other, the one most in excess first.
    /// </summary>
    private double LiquidMoles(ReadOnlySpan<double> saturation)
    {
        Span<double> dissolvesAt = stackalloc double[moles.Length];
        Span<int> order = stackalloc int[moles.Length];
        for (var j = 0; j < moles.Length; j++)
            (dissolvesAt[j], order[j]) = (-moles[j] / saturation[j], j);
        dissolvesAt.Sort(order);

        double liquid = totalMoles,
            left = totalMoles,
            share = 1;
        foreach (var j in order)
        {
            if (moles[j] <= saturation[j] * liquid)
                break;
            left -= moles[j];
            share -= saturation[j];
            liquid = share > 0 ? Math.Max(0, left / share) : 0;
        }

        return liquid;
    }
}
