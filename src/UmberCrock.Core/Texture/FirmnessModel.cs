using UmberCrock.Core.Melting;

namespace UmberCrock.Core.Texture;

/// <summary>Solids and firmness of one mix at any temperature.</summary>
internal sealed class FirmnessModel
{
    private readonly double[] strengths;
    private readonly double[] solidMass;
    private readonly double powderFirmness;
    private readonly double totalMass;

    public FirmnessModel(IReadOnlyList<MeltPart> parts, TextureRules rules)
    {
        Melt = MeltModel.Of(parts);
        strengths = new double[Melt.Species.Length];
        solidMass = new double[Melt.Species.Length];
        for (var j = 0; j < strengths.Length; j++)
            strengths[j] = rules.Strengths.GetValueOrDefault(Melt.Species[j].Family);

        // Masses are added as decimals, so that the order of the parts leaves no trace in the last bit.
        var total = parts.Sum(part => part.Mass);
        totalMass = (double)total;
        if (total > 0m)
            powderFirmness = (double)parts.Sum(part => (decimal)rules.PowderStrength(part.Ingredient) * part.Mass * 100m / total);
    }

    public MeltModel Melt { get; }

    public (double SolidPercent, double Firmness) At(double celsius)
    {
        if (totalMass <= 0)
            return (0, 0);
        var solid = Melt.SolidMass(celsius, solidMass);
        var firmness = powderFirmness;
        for (var j = 0; j < strengths.Length; j++)
            firmness += strengths[j] * solidMass[j] * 100 / totalMass;
        return (Melt.TotalMass > 0 ? Math.Min(100, 100 * solid / Melt.TotalMass) : 0, firmness);
    }
}
