using System.Collections.Immutable;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Findings;

/// <summary>A value that a result stands on.</summary>
/// <param name="What">Whose it is.</param>
/// <param name="Value">The value, with its unit.</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Confidence">How sure it is.</param>
public sealed record ExplainedValue(string What, Message Value, string Source, Confidence Confidence)
{
    /// <summary>A quantity of an ingredient, with words before and after it.</summary>
    internal static ExplainedValue Of(Ingredient ingredient, Quantity quantity, Message? more = null, string before = "") =>
        new(ingredient.Name, $"{before}{quantity.Value:0.##} {quantity.Unit}{more}", quantity.Source, quantity.Confidence);
}

/// <summary>How a prediction is computed: equations, the values under them for this formula, and how sure it is.</summary>
/// <param name="Topic">Short key: melt, texture, feel, keeping, emulsifier, settling.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Equations">The equations, as one writes them.</param>
/// <param name="Words">What they say, and where they come from.</param>
/// <param name="Values">The values that count in this formula.</param>
/// <param name="Confidence">How sure the prediction is.</param>
/// <param name="Doubt">What it does not know.</param>
public sealed record Explanation(
    string Topic,
    string Title,
    ImmutableArray<Message> Equations,
    Message Words,
    ImmutableArray<ExplainedValue> Values,
    Confidence Confidence,
    Message Doubt
);
