namespace UmberCrock.Core.Units;

/// <summary>How far a value may be trusted.</summary>
public enum Confidence
{
    /// <summary>An order of magnitude; half or double may be true.</summary>
    Low,

    /// <summary>Typical; the material at hand may differ.</summary>
    Medium,

    /// <summary>A figure that is published or set by law.</summary>
    High,
}

/// <summary>A measured property: the value used, the range it is known to lie in, its unit, where it comes from and how sure it
/// is.</summary>
/// <param name="Value">The value the computation uses.</param>
/// <param name="Low">Lower end of the range that the property is known to lie in.</param>
/// <param name="High">Upper end of the range that the property is known to lie in.</param>
/// <param name="Unit">Unit that value and range are measured in.</param>
/// <param name="Source">The document or practice it comes from, in full.</param>
/// <param name="Confidence">How far the measured value can be trusted.</param>
public sealed record Quantity(double Value, double Low, double High, string Unit, string Source, Confidence Confidence);
