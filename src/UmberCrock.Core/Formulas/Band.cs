namespace UmberCrock.Core.Formulas;

/// <summary>How a mix yields to a finger, softest first.</summary>
public enum Band
{
    /// <summary>Runs.</summary>
    Pourable,

    /// <summary>Slumps, spreads at a touch.</summary>
    Ointment,

    /// <summary>Holds its shape, scoops easily.</summary>
    SoftButter,

    /// <summary>Firm in the tin.</summary>
    Balm,

    /// <summary>Stands on its own and glides.</summary>
    Stick,

    /// <summary>Needs warmth or pressure.</summary>
    HardBar,

    /// <summary>Cracks instead of yielding.</summary>
    Brittle,
}
