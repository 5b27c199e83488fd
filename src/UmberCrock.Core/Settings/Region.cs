namespace UmberCrock.Core.Settings;

/// <summary>Whose law a formula is judged and labelled by.</summary>
public enum Region
{
    /// <summary>European Union and United Kingdom.</summary>
    Eu,

    /// <summary>The law of the United States of America.</summary>
    Us,
}
