using System.Collections.Immutable;

namespace UmberCrock.Core.Evaluation;

/// <summary>A code a finding can carry, and when it does.</summary>
/// <param name="Code">The code.</param>
/// <param name="Severities">The severities it can have.</param>
/// <param name="When">When it is found.</param>
public sealed record FindingCode(string Code, ImmutableArray<Severity> Severities, string When);

/// <summary>The codes that this version can find. The contract lists more; a code joins here with the rule that finds it.</summary>
public static class FindingCodes
{
    /// <summary>The percents do not make 100.</summary>
    public const string TotalNot100 = "total-not-100";

    /// <summary>Above a hard limit.</summary>
    public const string OverLimit = "over-limit";

    /// <summary>Above the working window.</summary>
    public const string AboveWindow = "above-window";

    /// <summary>Below the working window.</summary>
    public const string BelowWindow = "below-window";

    /// <summary>A group is too much together.</summary>
    public const string GroupOver = "group-over";

    /// <summary>Not water-free.</summary>
    public const string WaterPresent = "water-present";

    /// <summary>Unsaturated oils unprotected.</summary>
    public const string AntioxidantMissing = "antioxidant-missing";

    /// <summary>Sun use or a UV filter.</summary>
    public const string SunscreenUntested = "sunscreen-untested";

    /// <summary>All of them, in the order of the contract.</summary>
    public static ImmutableArray<FindingCode> All { get; } =
    [
        new(TotalNot100, [Severity.Stop], "The percents do not make 100.00, or the balance line would be negative."),
        new(OverLimit, [Severity.Stop], "Above a legal limit or industry standard for this use. Substances are summed over all lines that bring them."),
        new(AboveWindow, [Severity.Caution], "Above the usual working window for this kind of product."),
        new(BelowWindow, [Severity.Note], "Below the usual working window for this kind of product."),
        new(GroupOver, [Severity.Stop, Severity.Caution], "The total of a group is too high: essential oils. A stop where the product is for someone who should have none."),
        new(WaterPresent, [Severity.Caution], "The formula holds water and is not water-free."),
        new(AntioxidantMissing, [Severity.Caution], "Polyunsaturated oils with no antioxidant to slow their turning rancid."),
        new(SunscreenUntested, [Severity.Caution, Severity.Stop], "Sun use or a UV filter: what cannot be known or claimed. A stop when the label claims protection."),
    ];
}
