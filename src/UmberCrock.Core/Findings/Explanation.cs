using System.Collections.Immutable;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Findings;

/// <summary>A value that a prediction stands on, with its source and doubt.</summary>
/// <param name="What">What the value belongs to: an ingredient, a rule, a line.</param>
/// <param name="Value">The value with its unit, as a person reads it.</param>
/// <param name="Source">The document that the value was taken from.</param>
/// <param name="Confidence">How far the value can be trusted.</param>
public sealed record ExplainedValue(string What, Message Value, string Source, Confidence Confidence)
{
    /// <summary>A quantity of an ingredient, with words before and after it.</summary>
    internal static ExplainedValue Of(Ingredient ingredient, Quantity quantity, Message? more = null, string before = "") =>
        new(ingredient.Name, $"{before}{quantity.Value:0.##} {quantity.Unit}{more}", quantity.Source, quantity.Confidence);
}

/// <summary>How a prediction is computed: equations, the values under them for this formula, and how sure it is.</summary>
/// <param name="Topic">Short key: melt, texture, feel, keeping, emulsifier, settling.</param>
/// <param name="Title">What the explained prediction is called on screen.</param>
/// <param name="Equations">The equations, as one writes them.</param>
/// <param name="Words">What they say, and where they come from.</param>
/// <param name="Values">The values that count in this formula.</param>
/// <param name="Confidence">How far the explained prediction can be trusted.</param>
/// <param name="Doubt">What the prediction cannot know, and how far off it may be.</param>
public sealed record Explanation(
    string Topic,
    string Title,
    ImmutableArray<Message> Equations,
    Message Words,
    ImmutableArray<ExplainedValue> Values,
    Confidence Confidence,
    Message Doubt
);
