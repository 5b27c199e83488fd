namespace UmberCrock.Core.Formulas;

/// <summary>How a mix yields to a finger, softest first.</summary>
public enum Band
{
    /// <summary>Runs out of the container at this temperature.</summary>
    Pourable,

    /// <summary>Slumps in the jar and spreads at a touch.</summary>
    Ointment,

    /// <summary>Holds its shape, scoops easily.</summary>
    SoftButter,

    /// <summary>Is firm in the tin and gives to a finger.</summary>
    Balm,

    /// <summary>Stands on its own and glides on the skin.</summary>
    Stick,

    /// <summary>Gives only to warmth or to pressure.</summary>
    HardBar,

    /// <summary>Cracks or crumbles instead of yielding.</summary>
    Brittle,
}
