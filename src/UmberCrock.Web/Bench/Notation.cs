namespace UmberCrock.Web.Bench;

/// <summary>Ways in which a line of a recipe may say something, as the empty intake tells them.</summary>
/// <param name="Words">What is said.</param>
/// <param name="Samples">How it may be written.</param>
internal sealed record Notation(string Words, IReadOnlyList<string> Samples)
{
    /// <summary>Weighed on a scale.</summary>
    public static readonly Notation Weighed = new("weighed", ["20 g", "1 oz", "1/4 lb"]);

    /// <summary>By volume: grams come by density.</summary>
    public static readonly Notation Volume = new("by volume", ["3 tbsp", "½ cup", "15 mL", "40 drops"]);

    /// <summary>Shares of the whole.</summary>
    public static readonly Notation Shares = new("shares", ["12 %", "2 parts", "to 100"]);

    /// <summary>Not known to the gram.</summary>
    public static readonly Notation Between = new("more or less", ["2-3 tbsp", "20 to 25 g"]);

    /// <summary>Where a phase begins.</summary>
    public static readonly Notation Heading = new("a phase begins", ["Phase B", "when it has cooled add"]);

    /// <summary>What it makes.</summary>
    public static readonly Notation Claim = new("what it makes", ["makes 160 g, 4 tins"]);

    /// <summary>Kept in the text and left out of the formula.</summary>
    public static readonly Notation LeftOut = new("left out", ["// with two strokes before it"]);

    /// <summary>All of them, the commonest first.</summary>
    public static IReadOnlyList<Notation> All { get; } = [Weighed, Volume, Shares, Between, Heading, Claim, LeftOut];
}
