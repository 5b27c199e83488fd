using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;

namespace UmberCrock.Web.Shelf;

/// <summary>Which formulas of the shelf are shown: all, those of one verdict, or those that the larder suffices for.</summary>
/// <param name="Verdict">The one verdict; null for any.</param>
/// <param name="IsToday">True for what can be made today of what the larder holds.</param>
internal readonly record struct ShelfFilter(Verdict? Verdict, bool IsToday)
{
    private const string Today = "today";

    /// <summary>All of them.</summary>
    public static ShelfFilter All { get; } = new(null, false);

    /// <summary>The word of an address; null for all.</summary>
    public string? Word =>
        IsToday ? Today
        : Verdict is { } verdict ? Vocabulary.Word(verdict)
        : null;

    /// <summary>The words that can be chosen, with how they are shown.</summary>
    public static IEnumerable<(ShelfFilter Filter, string Words)> Offered =>
        Enum.GetValues<Verdict>()
            .Select(verdict =>
                (
                    new ShelfFilter(verdict, false),
                    verdict switch
                    {
                        Core.Findings.Verdict.Stop => "with a stop",
                        Core.Findings.Verdict.Caution => "with a caution",
                        Core.Findings.Verdict.Clear => "clear",
                        _ => throw new ArgumentOutOfRangeException(nameof(verdict), verdict, "A verdict without words."),
                    }
                )
            )
            .Append((new ShelfFilter(null, true), "can be made today"));

    /// <summary>What a word asks for; all for one that is not known.</summary>
    public static ShelfFilter Parse(string? word) =>
        word == Today ? new(null, true)
        : Vocabulary.TryParse<Verdict>(word, out var verdict) ? new(verdict, false)
        : All;
}
