using UmberCrock.Core.Units;

namespace UmberCrock.Core.Printing;

/// <summary>Which part of a label a text is.</summary>
public enum LabelPart
{
    /// <summary>The product's name.</summary>
    Name,

    /// <summary>What it is.</summary>
    Function,

    /// <summary>A claim that stands.</summary>
    Claim,

    /// <summary>What it is free of, or vegan.</summary>
    Declaration,

    /// <summary>Name and address of who answers for it, a line of it.</summary>
    Address,

    /// <summary>Net content at packing.</summary>
    Content,

    /// <summary>The ingredient list, without its heading.</summary>
    Ingredients,

    /// <summary>A warning.</summary>
    Warning,

    /// <summary>The first sentence of what is said about the sun, for a lid that has no room for all of it.</summary>
    SunNotice,

    /// <summary>Sources of allergens in it.</summary>
    Contains,

    /// <summary>How long it keeps.</summary>
    Durability,

    /// <summary>Batch code.</summary>
    Batch,
}

/// <summary>A text of a label and why it stands there.</summary>
/// <param name="Part">Which part it is.</param>
/// <param name="Text">The words as printed.</param>
/// <param name="Because">What they follow from.</param>
/// <param name="Source">Who asks for them, or the document they come from.</param>
/// <param name="Sign">The word of the small drawing that goes with a warning; null for none.</param>
public sealed record LabelText(LabelPart Part, Message Text, Message Because, string Source, string? Sign = null);
