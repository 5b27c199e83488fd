namespace UmberCrock.Core.Settings;

/// <summary>Whose spoons and cups a recipe measures with.</summary>
public enum Spoons
{
    /// <summary>United States customary: 4.93, 14.79 and 236.6 mL.</summary>
    Us,

    /// <summary>Metric spoons and cups: 5, 15 and 250 mL.</summary>
    Metric,
}
