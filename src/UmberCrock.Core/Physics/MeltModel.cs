using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Physics;

/// <summary>An ingredient of the oil phase and how much of it there is; any unit of mass, the same for all parts.</summary>
public readonly record struct MeltPart(Ingredient Ingredient, decimal Mass);

/// <summary>
/// Ideal solubility of crystallising species in the liquid they share (Hildebrand and Scott, The Solubility of Nonelectrolytes; van 't
/// Hoff): a_j = exp(-(dH / R) (1/T - 1/Tm)). Species of one crystal dissolve in each other as solids too (ideal in both phases; Prausnitz,
/// Lichtenthaler and de Azevedo, Molecular Thermodynamics of Fluid-Phase Equilibria, from memory): with S moles of that solid and L moles
/// of liquid, solid_j = n_j S / (S + L a_j), S from sum n_j / (S + L a_j) = 1. A crystal of one species is solid = max(0, n - a L). L is
/// what of all moles is in no crystal.
/// </summary>
public sealed class MeltModel
{
    /// <summary>Molar gas constant, J/(mol K); CODATA 2018, exact in the SI.</summary>
    public const double GasConstant = 8.31446261815324;

    private const double KelvinAtZeroCelsius = 273.15;

    /// <summary>Molar mass of the liquid of an ingredient that does not state one: a triglyceride of common size, g/mol.</summary>
    private const double TriglycerideGramsPerMole = 880;

    /// <summary>How near the moles of a solid or of the liquid are found, as a share of all moles.</summary>
    private const double Near = 1e-12;

    private const int MostSteps = 60;

    private readonly MeltingSpecies[] species;
    private readonly double[] moles;

    /// <summary>Where each crystal's species begin; one more than there are crystals.</summary>
    private readonly int[] crystals;
    private readonly double totalMoles;
    private readonly Lazy<double?> clearPoint;

    private MeltModel(MeltingSpecies[] species, double[] moles, double totalMoles, double totalMass)
    {
        (this.species, this.moles, this.totalMoles, TotalMass) = (species, moles, totalMoles, totalMass);
        clearPoint = new Lazy<double?>(FindClearPoint, LazyThreadSafetyMode.PublicationOnly);
        crystals = [.. Enumerable.Range(0, species.Length).Where(at => at == 0 || !Together(species[at - 1], species[at])), species.Length];
    }

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

    /// <summary>Mole fraction at which a species that crystallises alone saturates the liquid; 1 from its melting point up.</summary>
    /// <param name="celsius">Temperature, Celsius.</param>
    /// <param name="species">The crystallising species.</param>
    public static double SaturationMoleFraction(double celsius, MeltingSpecies species) => Math.Min(1, Activity(celsius, species));

    /// <summary>
    /// Solid mass of each species at a temperature in C, in the unit of the parts, written to <paramref name="solidMass"/>
    /// (as long as <see cref="Species"/>). Returns their sum.
    /// </summary>
    /// <param name="celsius">Temperature, Celsius.</param>
    /// <param name="solidMass">Receives the solid mass of each species, in the unit of the parts.</param>
    public double SolidMass(double celsius, Span<double> solidMass)
    {
        SolidMoles(celsius, [], solidMass);
        double sum = 0;
        for (var j = 0; j < species.Length; j++)
            sum += solidMass[j] *= species[j].GramsPerMole;
        return sum;
    }

    /// <summary>
    /// Heat that the crystals have given off which are there at a temperature in C, kJ for a gram of each unit of mass of the parts; each
    /// crystal comes as late as it cools below the temperature at which it could.
    /// </summary>
    /// <param name="celsius">Temperature, Celsius.</param>
    /// <param name="undercooling">How late each species comes, C; as long as <see cref="Species"/>, or empty for none.</param>
    internal double CrystalHeat(double celsius, ReadOnlySpan<double> undercooling)
    {
        Span<double> solidMoles = stackalloc double[species.Length];
        SolidMoles(celsius, undercooling, solidMoles);
        double sum = 0;
        for (var j = 0; j < species.Length; j++)
            sum += solidMoles[j] * species[j].FusionKilojoulesPerMole;
        return sum;
    }

    private void SolidMoles(double celsius, ReadOnlySpan<double> undercooling, Span<double> solid)
    {
        Span<double> activity = stackalloc double[species.Length];
        for (var j = 0; j < species.Length; j++)
            activity[j] = Activity(celsius + (undercooling.IsEmpty ? 0 : undercooling[j]), species[j]);

        Span<double> solidMoles = stackalloc double[crystals.Length - 1];
        var liquid = LiquidMoles(activity, solidMoles);
        for (var crystal = 0; crystal < solidMoles.Length; crystal++)
        {
            for (var j = crystals[crystal]; j < crystals[crystal + 1]; j++)
            {
                var all = solidMoles[crystal] + (liquid * activity[j]);
                solid[j] = all > 0 ? moles[j] * solidMoles[crystal] / all : 0;
            }
        }
    }

    /// <summary>Solid percent of the oil phase at a temperature in C; 0 for an empty phase.</summary>
    public double SolidPercent(double celsius)
    {
        Span<double> solidMass = stackalloc double[species.Length];
        return TotalMass > 0 ? Math.Min(100, 100 * SolidMass(celsius, solidMass) / TotalMass) : 0;
    }

    /// <summary>
    /// The temperature in C at which the last crystal melts; null when nothing crystallises. At that point all is liquid and a crystal is
    /// just there: sum n_j / (total a_j) = 1 over its species, which falls with temperature. The highest over the crystals counts.
    /// </summary>
    public double? ClearPointCelsius() => clearPoint.Value;

    private double? FindClearPoint()
    {
        double? highest = null;
        for (var crystal = 0; crystal < crystals.Length - 1; crystal++)
        {
            // A species alone would clear at low; all of a crystal's have melted where the highest of them melts neat.
            double low = double.NegativeInfinity,
                high = double.NegativeInfinity;
            for (var j = crystals[crystal]; j < crystals[crystal + 1]; j++)
            {
                var inverse =
                    (1 / (species[j].MeltingCelsius + KelvinAtZeroCelsius))
                    - (GasConstant * Math.Log(moles[j] / totalMoles) / (species[j].FusionKilojoulesPerMole * 1000));
                low = Math.Max(low, (1 / inverse) - KelvinAtZeroCelsius);
                high = Math.Max(high, species[j].MeltingCelsius);
            }

            while (crystals[crystal + 1] - crystals[crystal] > 1 && high - low > 1e-9)
            {
                var middle = (low + high) / 2;
                double sum = 0;
                for (var j = crystals[crystal]; j < crystals[crystal + 1]; j++)
                    sum += moles[j] / (totalMoles * Activity(middle, species[j]));
                (low, high) = sum > 1 ? (middle, high) : (low, middle);
            }

            highest = highest is { } before && before > low ? before : low;
        }

        return highest;
    }

    private static bool Together(MeltingSpecies one, MeltingSpecies other) => one.Crystal is not null && one.Crystal == other.Crystal;

    private static double Activity(double celsius, MeltingSpecies species) =>
        Math.Exp(
            -species.FusionKilojoulesPerMole
                * 1000
                / GasConstant
                * ((1 / (celsius + KelvinAtZeroCelsius)) - (1 / (species.MeltingCelsius + KelvinAtZeroCelsius)))
        );

    private static void Add(List<(MeltingSpecies Species, double Moles)> solids, MeltingSpecies species, double moles)
    {
        var at = solids.FindIndex(solid => solid.Species == species);
        if (at >= 0)
            solids[at] = (species, solids[at].Moles + moles);
        else if (solids.FindLastIndex(solid => Together(solid.Species, species)) is >= 0 and var kin)
            solids.Insert(kin + 1, (species, moles));
        else
            solids.Add((species, moles));
    }

    /// <summary>
    /// Moles of liquid, and of each crystal's solid into <paramref name="solidMoles"/>. total - sum S(L) - L is concave in L, not
    /// negative at 0 and not positive at the total, so the steps of Newton come down to its one root from above.
    /// </summary>
    private double LiquidMoles(ReadOnlySpan<double> activity, Span<double> solidMoles)
    {
        var liquid = totalMoles;
        solidMoles.Clear();
        for (var step = 0; step < MostSteps; step++)
        {
            double excess = totalMoles - liquid,
                slope = -1;
            for (var crystal = 0; crystal < solidMoles.Length; crystal++)
            {
                (solidMoles[crystal], var bySolid) = SolidMoles(crystal, activity, liquid, solidMoles[crystal]);
                excess -= solidMoles[crystal];
                slope -= bySolid;
            }

            if (excess >= -Near * totalMoles || slope >= 0)
                break;
            var next = Math.Max(0, liquid - (excess / slope));
            if (liquid - next <= Near * totalMoles)
                break;
            liquid = next;
        }

        return liquid;
    }

    /// <summary>
    /// Moles of a crystal in so much liquid, and how they change with it. 1 / sum(n_j / (S + L a_j)) - 1 is concave and rises with S, so
    /// the steps of Newton climb to its root from below: from what there was beside more liquid, 0 at first. Of one species it is a
    /// straight line.
    /// </summary>
    private (double Solid, double ByLiquid) SolidMoles(int crystal, ReadOnlySpan<double> activity, double liquid, double below)
    {
        var (from, to) = (crystals[crystal], crystals[crystal + 1]);
        if (to - from == 1)
        {
            var alone = moles[from] - (activity[from] * liquid);
            return alone > 0 ? (alone, -activity[from]) : (0, 0);
        }

        var solid = below;
        for (var step = 0; step < MostSteps; step++)
        {
            double sum = 0,
                squares = 0,
                weighted = 0;
            for (var j = from; j < to; j++)
            {
                var all = solid + (liquid * activity[j]);
                var share = moles[j] / all;
                sum += share;
                squares += share / all;
                weighted += share / all * activity[j];
            }

            // No liquid at all: everything is crystal.
            if (double.IsInfinity(sum) || double.IsNaN(sum))
                return (Sum(from, to), -activity[from]);
            if (sum <= 1)
                return solid <= 0 ? (0, 0) : (solid, -weighted / squares);
            var rise = (sum - 1) * sum / squares;
            solid += rise;
            if (rise <= Near * totalMoles)
                return (solid, -weighted / squares);
        }

        return (solid, 0);
    }

    private double Sum(int from, int to)
    {
        double sum = 0;
        for (var j = from; j < to; j++)
            sum += moles[j];
        return sum;
    }
}
