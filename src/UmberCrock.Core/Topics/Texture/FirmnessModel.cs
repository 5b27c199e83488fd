using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Solids and firmness of one mix at any temperature. Not for several threads at once: it keeps its scratch space.</summary>
public sealed class FirmnessModel
{
    private readonly double[] strengths;
    private readonly bool[] isFat;
    private readonly double[] solidMass;
    private readonly double totalMass;
    private (double? Celsius, bool IsKnown) thickens;
    private (double? Celsius, bool IsKnown) sets;

    /// <summary>Builds the firmness of a mix from its parts.</summary>
    /// <param name="parts">All ingredients and their masses, powders included, in any unit.</param>
    /// <param name="rules">Strengths, by the book or as a bench learnt them.</param>
    public FirmnessModel(IReadOnlyList<MeltPart> parts, TextureRules rules)
    {
        Parts = parts;
        Rules = rules;
        Melt = MeltModel.Of(parts);
        strengths = new double[Melt.Species.Length];
        isFat = new bool[Melt.Species.Length];
        solidMass = new double[Melt.Species.Length];
        for (var j = 0; j < strengths.Length; j++)
            (strengths[j], isFat[j]) = (
                rules.StrengthOf(Melt.Species[j].Family),
                rules.FatNetwork.Families.Contains(Melt.Species[j].Family)
            );

        if (rules.Bench is { } bench)
            Weigh(parts, bench);
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
        double waxes = 0,
            fats = 0;
        for (var j = 0; j < strengths.Length; j++)
        {
            var own = strengths[j] * solidMass[j] * 100 / totalMass;
            (waxes, fats) = isFat[j] ? (waxes, fats + own) : (waxes + own, fats);
        }

        var firmness = PowderFirmness + waxes + (fats * NetworkFactor());
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
        var network = NetworkFactor();
        var byFamily = new SortedDictionary<string, (double Percent, double Firmness)>(StringComparer.Ordinal);
        for (var j = 0; j < strengths.Length; j++)
        {
            var percent = solidMass[j] * 100 / totalMass;
            var (before, firmness) = byFamily.GetValueOrDefault(Melt.Species[j].Family);
            byFamily[Melt.Species[j].Family] = (before + percent, firmness + (strengths[j] * percent * (isFat[j] ? network : 1)));
        }

        return [.. byFamily.Select(entry => (entry.Key, entry.Value.Percent, entry.Value.Firmness))];
    }

    /// <summary>Weight percent of the whole that is liquid fat or oil at a temperature in C.</summary>
    public double LiquidPercentAt(double celsius) =>
        totalMass > 0 ? 100 * (Melt.TotalMass - Melt.SolidMass(celsius, solidMass)) / totalMass : 0;

    /// <summary>
    /// On cooling, the temperature in C at which it stops pouring: where firmness passes the border of the ointment, less the
    /// undercooling of the crystals that bear it. Null when it pours all the way down to 0 C. A paste whose powders alone keep it from
    /// pouring sets where its first crystal comes.
    /// </summary>
    public double? SetPointCelsius()
    {
        if (!sets.IsKnown)
            sets = (
                ThickensAtCelsius() is { } celsius ? celsius - UndercoolingAt(celsius) + (Rules.Bench?.SetPointShiftCelsius ?? 0) : null,
                true
            );
        return sets.Celsius;
    }

    /// <summary>
    /// How far the crystals that are there just below a temperature in C cool below it before they come, C: each by the firmness it
    /// brings. Half of it is the doubt of a set point.
    /// </summary>
    public double UndercoolingAt(double celsius)
    {
        if (totalMass <= 0)
            return Rules.OtherUndercoolingCelsius;
        Melt.SolidMass(celsius - 0.1, solidMass);
        double sum = 0,
            weight = 0;
        for (var j = 0; j < strengths.Length; j++)
        {
            sum += Rules.UndercoolingOf(Melt.Species[j]) * strengths[j] * solidMass[j];
            weight += strengths[j] * solidMass[j];
        }

        return weight > 0 ? sum / weight : Rules.OtherUndercoolingCelsius;
    }

    /// <summary>
    /// The temperature in C below which enough could be solid that it no longer pours; null when that is below 0 C. Firmness falls with
    /// temperature, so halving finds it.
    /// </summary>
    public double? ThickensAtCelsius()
    {
        if (!thickens.IsKnown)
            thickens = (FindThickening(), true);
        return thickens.Celsius;
    }

    private double? FindThickening()
    {
        var border = Rules.FromOf(Band.Ointment);
        return PowderFirmness >= border ? Melt.ClearPointCelsius() : HeldUpToCelsius(border);
    }

    /// <summary>The warmest temperature in C at which it is still at least so firm, from 0 C to the hottest of the curve; null where it is
    /// softer already at 0 C. Firmness falls with temperature, so halving finds it.</summary>
    /// <param name="border">The firmness that is to be held.</param>
    public double? HeldUpToCelsius(double border)
    {
        double low = 0,
            high = MeltReport.HottestCelsius;
        if (At(low).Firmness < border)
            return null;
        if (At(high).Firmness >= border)
            return high;
        while (high - low > 0.01)
        {
            var middle = (low + high) / 2;
            if (At(middle).Firmness >= border)
                low = middle;
            else
                high = middle;
        }

        return low;
    }

    /// <summary>A species that several ingredients bring is as strong as their shares of it.</summary>
    private void Weigh(IReadOnlyList<MeltPart> parts, BenchStrengths bench)
    {
        var places = new Dictionary<MeltingSpecies, int>();
        for (var j = 0; j < strengths.Length; j++)
            places[Melt.Species[j]] = j;
        var (sums, masses) = (new double[strengths.Length], new double[strengths.Length]);
        foreach (var (ingredient, amount) in parts)
        {
            foreach (var species in ingredient.Species)
            {
                if (amount <= 0m || !places.TryGetValue(species with { MassShare = 0 }, out var j))
                    continue;
                var share = species.MassShare * (double)amount;
                sums[j] += share * bench.Of(Rules.GroupOf(ingredient, species.Family).Group);
                masses[j] += share;
            }
        }

        for (var j = 0; j < strengths.Length; j++)
            strengths[j] *= masses[j] > 0 ? sums[j] / masses[j] : 1;
    }

    /// <summary>By how much a network of so much solid fat is stronger than its strengths say; of the masses computed last.</summary>
    private double NetworkFactor()
    {
        double fat = 0;
        for (var j = 0; j < isFat.Length; j++)
            fat += isFat[j] ? solidMass[j] * 100 / totalMass : 0;
        return fat > 0 ? Math.Pow(fat / Rules.FatNetwork.AtPercent, Rules.FatNetwork.Exponent - 1) : 0;
    }
}
