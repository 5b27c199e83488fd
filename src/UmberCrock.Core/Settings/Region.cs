namespace UmberCrock.Core.Settings;

/// <summary>Which rule book applies.</summary>
public enum Region
{
    /// <summary>European Union and United Kingdom.</summary>
    Eu,

    /// <summary>United States.</summary>
    Us,
}
