using UmberCrock.Core.Formulas;
using UmberCrock.Core.Physics;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Solids and firmness of one mix at any temperature. Not for several threads at once: it keeps its scratch space.</summary>
public sealed class FirmnessModel
{
    private readonly double[] strengths;
    private readonly double[] solidMass;
    private readonly double totalMass;

    /// <summary>Builds the firmness of a mix from its parts.</summary>
    /// <param name="parts">All ingredients and their masses, powders included, in any unit.</param>
    /// <param name="rules">Strengths.</param>
    public FirmnessModel(IReadOnlyList<MeltPart> parts, TextureRules rules)
    {
        Parts = parts;
        Rules = rules;
        Melt = MeltModel.Of(parts);
        strengths = new double[Melt.Species.Length];
        solidMass = new double[Melt.Species.Length];
        for (var j = 0; j < strengths.Length; j++)
            strengths[j] = rules.StrengthOf(Melt.Species[j].Family);

        // Masses are added as decimals, so that the order of the parts leaves no trace in the last bit.
        var total = parts.Sum(part => part.Mass);
        totalMass = (double)total;
        if (total > 0m)
            PowderFirmness = (double)parts.Sum(part => (decimal)rules.PowderStrength(part.Ingredient) * part.Mass * 100m / total);
    }

    /// <summary>Its ingredients and their masses.</summary>
    public IReadOnlyList<MeltPart> Parts { get; }

    /// <summary>The strengths and borders that firmness goes by.</summary>
    public TextureRules Rules { get; }

    /// <summary>The melt model whose solids bear the firmness.</summary>
    public MeltModel Melt { get; }

    /// <summary>What powders add at every temperature.</summary>
    public double PowderFirmness { get; }

    /// <summary>Solid percent of the oil phase and firmness at a temperature in C.</summary>
    public (double SolidPercent, double Firmness) At(double celsius)
    {
        if (totalMass <= 0)
            return (0, 0);
        var solid = Melt.SolidMass(celsius, solidMass);
        var firmness = PowderFirmness;
        for (var j = 0; j < strengths.Length; j++)
            firmness += strengths[j] * solidMass[j] * 100 / totalMass;
        return (Melt.TotalMass > 0 ? Math.Min(100, 100 * solid / Melt.TotalMass) : 0, firmness);
    }

    /// <summary>The band at a temperature in C.</summary>
    public Band BandAt(double celsius) => Rules.BandOf(At(celsius).Firmness);

    /// <summary>Solids by family at a temperature in C: weight percent of the whole, and the firmness they bring.</summary>
    public IReadOnlyList<(string Family, double Percent, double Firmness)> SolidsAt(double celsius)
    {
        if (totalMass <= 0)
            return [];
        Melt.SolidMass(celsius, solidMass);
        var byFamily = new SortedDictionary<string, (double Percent, double Firmness)>(StringComparer.Ordinal);
        for (var j = 0; j < strengths.Length; j++)
        {
            var percent = solidMass[j] * 100 / totalMass;
            var (before, firmness) = byFamily.GetValueOrDefault(Melt.Species[j].Family);
            byFamily[Melt.Species[j].Family] = (before + percent, firmness + (strengths[j] * percent));
        }

        return [.. byFamily.Select(entry => (entry.Key, entry.Value.Percent, entry.Value.Firmness))];
    }

    /// <summary>Weight percent of the whole that is liquid fat or oil at a temperature in C.</summary>
    public double LiquidPercentAt(double celsius) =>
        totalMass > 0 ? 100 * (Melt.TotalMass - Melt.SolidMass(celsius, solidMass)) / totalMass : 0;

    /// <summary>
    /// On cooling, the temperature in C at which it stops pouring: where firmness passes the border of the ointment, less the
    /// undercooling. Null when it pours all the way down to 0 C. Firmness falls with temperature, so halving finds it. A paste whose
    /// powders alone keep it from pouring sets where its first crystal comes.
    /// </summary>
    public double? SetPointCelsius()
    {
        var border = Rules.FromOf(Band.Ointment);
        if (PowderFirmness >= border)
            return Melt.ClearPointCelsius() - Rules.UndercoolingCelsius;
        double low = 0,
            high = MeltReport.HottestCelsius;
        if (At(low).Firmness < border)
            return null;
        if (At(high).Firmness >= border)
            return high - Rules.UndercoolingCelsius;
        while (high - low > 0.01)
        {
            var middle = (low + high) / 2;
            if (At(middle).Firmness >= border)
                low = middle;
            else
                high = middle;
        }

        return low - Rules.UndercoolingCelsius;
    }
}
