using UmberCrock.Core.Formulas;

namespace UmberCrock.Storage;

/// <summary>In what order formulas stand on the shelf.</summary>
public enum ShelfOrder
{
    /// <summary>The last changed first.</summary>
    Changed,

    /// <summary>By the alphabet.</summary>
    Name,

    /// <summary>Those first of whose jars one is to be looked at next; then the last changed.</summary>
    Due,

    /// <summary>Those that need a hand first; the store gives them as last changed, for what is found of them is not kept.</summary>
    Verdict,
}

/// <summary>Which formulas are asked for, and in what order.</summary>
public sealed record ShelfQuestion
{
    /// <summary>All of them, the last changed first.</summary>
    public static ShelfQuestion All { get; } = new();

    /// <summary>Part of a name, an ingredient or a note; null for any.</summary>
    public string? Find { get; init; }

    /// <summary>The word of one form; null for any.</summary>
    public string? FormWord { get; init; }

    /// <summary>The word of who wears them; null for anyone.</summary>
    public string? AudienceWord { get; init; }

    /// <summary>The climate they are made for; null for any.</summary>
    public Climate? Climate { get; init; }

    /// <summary>A word of the maker's own that they bear; null for any.</summary>
    public string? Tag { get; init; }

    /// <summary>True for those that a batch was made of, false for those that none was; null for both.</summary>
    public bool? IsMade { get; init; }

    /// <summary>Slugs of ingredients that none of them holds.</summary>
    public IReadOnlyCollection<string> Without { get; init; } = [];

    /// <summary>Of each of these sets of slugs they hold at least one.</summary>
    public IReadOnlyCollection<IReadOnlyCollection<string>> With { get; init; } = [];

    /// <summary>The order they stand in.</summary>
    public ShelfOrder Order { get; init; }
}
