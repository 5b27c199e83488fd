using UmberCrock.Core.Units;

namespace UmberCrock.Core.Printing;

/// <summary>Which part of a label a text is.</summary>
public enum LabelPart
{
    /// <summary>The name that the maker gave the product.</summary>
    Name,

    /// <summary>What the product is, where the name does not say it.</summary>
    Function,

    /// <summary>A claim that stands against the rules.</summary>
    Claim,

    /// <summary>What the product is free of, or that it is vegan.</summary>
    Declaration,

    /// <summary>Name and address of who answers for it, a line of it.</summary>
    Address,

    /// <summary>How much there is in it when it is packed.</summary>
    Content,

    /// <summary>The names of what is in it, in their order.</summary>
    Ingredients,

    /// <summary>A warning that its use asks for.</summary>
    Warning,

    /// <summary>The first sentence of what is said about the sun, for a lid that has no room for all of it.</summary>
    SunNotice,

    /// <summary>What in it people react to, by its source.</summary>
    Contains,

    /// <summary>Until when, or how long once opened, it keeps.</summary>
    Durability,

    /// <summary>The code by which it is traced to its batch.</summary>
    Batch,
}

/// <summary>A text of a label, with what it follows from and who asks for it.</summary>
/// <param name="Part">Which part of the label the text is.</param>
/// <param name="Text">The words of the text as they are printed.</param>
/// <param name="Because">What in the formula the text follows from.</param>
/// <param name="Source">Who asks for them, or the document they come from.</param>
/// <param name="Sign">The word of the small drawing that goes with a warning; null for none.</param>
public sealed record LabelText(LabelPart Part, Message Text, Message Because, string Source, string? Sign = null);
