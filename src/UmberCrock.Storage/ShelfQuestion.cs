namespace UmberCrock.Storage;

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

    /// <summary>True for those that a batch was made of, false for those that none was; null for both.</summary>
    public bool? IsMade { get; init; }

    /// <summary>Slugs of ingredients that none of them holds.</summary>
    public IReadOnlyCollection<string> Without { get; init; } = [];

    /// <summary>True for the order of the alphabet.</summary>
    public bool IsByName { get; init; }
}
