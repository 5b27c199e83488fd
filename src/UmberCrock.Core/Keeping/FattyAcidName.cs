using System.Collections.Frozen;

namespace UmberCrock.Core.Keeping;

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

    /// <summary>Double bonds of an acid; 0 when the name does not say.</summary>
    public static int DoubleBonds(string name)
    {
        var colon = name.IndexOf(':', StringComparison.Ordinal);
        return colon > 0 && colon + 1 < name.Length && char.IsAsciiDigit(name[colon + 1]) ? name[colon + 1] - '0' : 0;
    }

    /// <summary>Iodine value of a triglyceride of these acids, g I2/100 g: sum of percent x factor (AOCS Cd 1c-85).</summary>
    /// <param name="acids">Percent of all fatty acids, by name.</param>
    public static double IodineValue(IReadOnlyDictionary<string, double> acids)
        => acids.Sum(acid => acid.Value * IodineFactors.GetValueOrDefault(acid.Key));
}
