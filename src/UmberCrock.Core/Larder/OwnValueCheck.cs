using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Larder;

/// <summary>Asks about an own value that lies far outside what is published: a slip of the unit or of the field, more often than a
/// find.</summary>
public static class OwnValueCheck
{
    /// <summary>So many widths of the published range beyond it are believed unasked (judgement: suppliers' sheets differ by a width or
    /// two).</summary>
    private const double Widths = 2;

    /// <summary>The least a range is taken to be wide, as a part of its value: a single published figure has no width of its own
    /// (judgement).</summary>
    private const double LeastWidth = 0.05;

    /// <summary>What there is to doubt, as a question; null when there is nothing, nothing is published, or it cannot be at all, which is
    /// refused elsewhere.</summary>
    /// <param name="published">The ingredient as the catalogue has it; null for an own one.</param>
    /// <param name="property">The property.</param>
    /// <param name="value">The own value.</param>
    public static Message? Doubt(Ingredient? published, IngredientProperty property, Quantity value)
    {
        if (published is null || property.Of(published) is not { } known || value.Value < property.Least || value.Value > property.Most)
            return null;
        var width = Math.Max(known.High - known.Low, LeastWidth * Math.Abs(known.Value));
        if (value.Value >= known.Low - (Widths * width) && value.Value <= known.High + (Widths * width))
            return null;
        return $"{property.Words}: published are {known.Low} to {known.High} {known.Unit}; you typed {value.Value}. Is it the right "
            + $"value and unit? Keep it once more if it is.";
    }
}
