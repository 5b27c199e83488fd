using System.Collections.Frozen;

namespace UmberCrock.Core.Materials;

/// <summary>Short names of fatty acids: "C18:1" has 18 carbons and 1 double bond; letters after it tell isomers apart.</summary>
public static class FattyAcidName
{
    /// <summary>
    /// Grams of iodine that 100 g of a triglyceride of one acid takes up: 253.81 x 3 x double bonds / molar mass of the triglyceride.
    /// The common ones are those of AOCS Cd 1c-85 (from memory).
    /// </summary>
    private static readonly FrozenDictionary<string, double> IodineFactors = new Dictionary<string, double>(StringComparer.Ordinal)
    {
        ["C14:1"] = 1.070,
        ["C16:1"] = 0.950,
        ["C17:1"] = 0.904,
        ["C18:1"] = 0.860,
        ["C18:1-OH"] = 0.816,
        ["C18:2"] = 1.732,
        ["C18:3"] = 2.616,
        ["C18:3n6"] = 2.616,
        ["C18:3conj"] = 2.616,
        ["C20:1"] = 0.785,
        ["C20:2"] = 1.570,
        ["C22:1"] = 0.723,
        ["C22:2"] = 1.446,
        ["C24:1"] = 0.670,
    }.ToFrozenDictionary(StringComparer.Ordinal);

    private const double GramsPerMoleOfCarbon = 12.011,
        GramsPerMoleOfHydrogen = 1.008,
        GramsPerMoleOfOxygen = 15.999;

    /// <summary>
    /// Molar mass of an acid in g/mol: C_n H_(2n - 2d) O_2, one oxygen more for a hydroxyl ("C18:1-OH"). Null when the name does not say
    /// how many carbons it has.
    /// </summary>
    public static double? MolarMass(string name)
    {
        var colon = name.IndexOf(':', StringComparison.Ordinal);
        if (
            name.Length == 0
            || name[0] != 'C'
            || colon < 2
            || !int.TryParse(name.AsSpan(1, colon - 1), System.Globalization.CultureInfo.InvariantCulture, out var carbons)
        )
            return null;
        var oxygens = name.EndsWith("-OH", StringComparison.Ordinal) ? 3 : 2;
        return (carbons * GramsPerMoleOfCarbon)
            + (2 * (carbons - DoubleBonds(name)) * GramsPerMoleOfHydrogen)
            + (oxygens * GramsPerMoleOfOxygen);
    }

    /// <summary>
    /// Saponification value of a triglyceride of these acids, mg KOH/g: 3 x 56.1 x 1000 / (3 x mean molar mass + 92.09 - 3 x 18), the mean
    /// by
    /// moles (AOCS Cd 3a-94, from memory). Null when no acid's molar mass is known.
    /// </summary>
    /// <param name="acids">Percent of all fatty acids, by name.</param>
    public static double? SaponificationValue(IReadOnlyDictionary<string, double> acids)
    {
        double mass = 0,
            moles = 0;
        foreach (var (name, percent) in acids)
        {
            if (MolarMass(name) is { } gramsPerMole)
                (mass, moles) = (mass + percent, moles + (percent / gramsPerMole));
        }

        return moles > 0 ? 3 * 56.1 * 1000 / ((3 * mass / moles) + 92.09 - (3 * 18)) : null;
    }

    /// <summary>
    /// How readily these acids take up oxygen: (1 x C18:1 + 10.3 x C18:2 + 21.6 x C18:3) / 100 (Fatemi and Hammond 1980, from memory).
    /// Isomers
    /// count as their parent, hydroxy acids as oleic.
    /// </summary>
    /// <param name="acids">Percent of all fatty acids, by name.</param>
    public static double Oxidisability(IReadOnlyDictionary<string, double> acids) =>
        acids.Sum(acid =>
            acid.Value
            * (
                acid.Key.StartsWith("C18:", StringComparison.Ordinal)
                    ? DoubleBonds(acid.Key) switch
                    {
                        1 => 1,
                        2 => 10.3,
                        3 => 21.6,
                        _ => 0,
                    }
                    : 0
            )
        ) / 100;

    /// <summary>Double bonds of an acid; 0 when the name does not say.</summary>
    public static int DoubleBonds(string name)
    {
        var colon = name.IndexOf(':', StringComparison.Ordinal);
        return colon > 0 && colon + 1 < name.Length && char.IsAsciiDigit(name[colon + 1]) ? name[colon + 1] - '0' : 0;
    }

    /// <summary>Iodine value of a triglyceride of these acids, g I2/100 g: sum of percent x factor (AOCS Cd 1c-85).</summary>
    /// <param name="acids">Percent of all fatty acids, by name.</param>
    public static double IodineValue(IReadOnlyDictionary<string, double> acids) =>
        acids.Sum(acid => acid.Value * IodineFactors.GetValueOrDefault(acid.Key));
}
