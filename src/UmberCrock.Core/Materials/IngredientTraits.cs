using UmberCrock.Core.Documents;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Materials;

/// <summary>How an ingredient feels on skin when it is rubbed in neat, each from 0 (not at all) to 10.</summary>
public sealed record FeelRating(double Greasiness, double Drag, double Tack, double Absorbency, string Source, Confidence Confidence);

/// <summary>How readily a fat crystallises into grains when it cools slowly.</summary>
public enum GrainLevel
{
    /// <summary>Is not known to turn grainy at all.</summary>
    None,

    /// <summary>Turns grainy now and then, in some batches.</summary>
    Some,

    /// <summary>Turns grainy commonly, if it is let cool slowly.</summary>
    High,
}

/// <summary>Grain-proneness and where it is known from.</summary>
public sealed record GrainProneness(GrainLevel Level, string Source, Confidence Confidence);

/// <summary>How much of a wax does the work of one gram of another; schools differ.</summary>
/// <param name="Of">Slug of the wax it stands in for.</param>
/// <param name="GramsPerGram">Grams of this wax for a gram of the other.</param>
/// <param name="Source">The document that the equivalence comes from.</param>
/// <param name="Confidence">How far the equivalence can be trusted.</param>
/// <param name="School">The school that says so; null where there is no dispute.</param>
public sealed record WaxEquivalent(
    [Names(Named.Ingredient)] string Of,
    double GramsPerGram,
    string Source,
    Confidence Confidence,
    WaxSchool? School = null
);

/// <summary>A dynamic viscosity at one temperature, mPa s.</summary>
public sealed record ViscosityAt(double Celsius, double Value, double Low, double High, string Unit, string Source, Confidence Confidence);

/// <summary>
/// A substance that nature put into an ingredient: counted in limits, not named as an ingredient of its own.
/// In weight percent of the ingredient.
/// </summary>
public sealed record Constituent(string Name, decimal LowPercent, decimal HighPercent, string Source, Confidence Confidence);
