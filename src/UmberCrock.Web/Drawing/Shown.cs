using UmberCrock.Core.Units;

namespace UmberCrock.Web.Drawing;

/// <summary>Numbers as this reader's screens show them: with the decimal mark of the settings, which is that of the running
/// request.</summary>
internal static class Shown
{
    /// <summary>A dose or a mass: two decimals.</summary>
    public static string Two(decimal value) => Decimals.Two(value).ToString();

    /// <summary>A bound or a setting: whole, or with the decimals it needs.</summary>
    public static string Short(decimal value) => Decimals.Short(value).ToString();
}
