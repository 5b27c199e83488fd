using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Physics;

/// <summary>
/// Heat content of a gram of a batch, J/g, all liquid at 0 C being 0: h(T) = cp T - sum n_j(T) dH_j, n_j the moles of crystals of a species
/// in a gram of the whole, each as late as it undercools. It rises with temperature everywhere, by at least cp a degree.
/// </summary>
internal sealed class HeatContent
{
    private readonly MeltModel melt;
    private readonly double[] undercooling;
    private readonly double kilojoulesToJoules;

    /// <summary>Builds the heat content of a mix.</summary>
    /// <param name="melt">Its oil phase.</param>
    /// <param name="totalMass">Mass of the whole, powders included, in the unit of the oil phase; more than 0.</param>
    /// <param name="joulesPerGramKelvin">Specific heat of the whole without what crystals give off, J/(g K).</param>
    /// <param name="undercooling">How far a species cools below where it could set before it does, C; null where heat is put in.</param>
    public HeatContent(MeltModel melt, double totalMass, double joulesPerGramKelvin, Func<MeltingSpecies, double>? undercooling)
    {
        this.melt = melt;
        JoulesPerGramKelvin = joulesPerGramKelvin;
        kilojoulesToJoules = 1000 / totalMass;
        this.undercooling = new double[melt.Species.Length];
        for (var j = 0; j < this.undercooling.Length; j++)
            this.undercooling[j] = undercooling?.Invoke(melt.Species[j]) ?? 0;
        LeastUndercooling = this.undercooling.DefaultIfEmpty(0).Min();
    }

    /// <summary>Specific heat of the whole without what crystals give off, J/(g K).</summary>
    public double JoulesPerGramKelvin { get; }

    /// <summary>From this temperature in C up nothing crystallises; null when nothing ever does.</summary>
    public double? LiquidFromCelsius => melt.ClearPointCelsius() - LeastUndercooling;

    private double LeastUndercooling { get; }

    /// <summary>Heat content at a temperature in C, J/g.</summary>
    public double At(double celsius) => (JoulesPerGramKelvin * celsius) - (melt.CrystalHeat(celsius, undercooling) * kilojoulesToJoules);
}
