using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>Words that a label may not, or should not, say.</summary>
/// <param name="Code">The finding they lead to.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Words">Phrases, folded; a word that ends in "~" stands for all that begin so, "#" for a number, "=" before a word for that
/// very form.</param>
/// <param name="Why">The reason.</param>
/// <param name="Better">A wording that stands; null where there is none.</param>
/// <param name="Unless">Innocent phrases that hold the words.</param>
/// <param name="Region">The rule book it belongs to; null for any.</param>
/// <param name="Negatable">True when "not" before it makes it innocent; "no more pain" is as much a claim as "against pain".</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Confidence">How sure it is.</param>
internal sealed record ClaimRule(
    string Code,
    Severity Severity,
    ImmutableArray<string> Words,
    string Why,
    string Source,
    Confidence Confidence,
    string? Better = null,
    ImmutableArray<string>? Unless = null,
    Region? Region = null,
    bool Negatable = false
);

/// <summary>How the words of a label are judged (data/rules/claims.json).</summary>
internal sealed record ClaimRules : IRules<ClaimRules>
{
    static RuleFile IRules<ClaimRules>.File { get; } = new("claims.json", LabelsJson.Default);

    /// <summary>Numbers written out.</summary>
    public required ImmutableArray<string> Numbers { get; init; }

    /// <summary>Words that say no.</summary>
    public required ImmutableArray<string> Negations { get; init; }

    /// <summary>"Not only": words after a no that take it back.</summary>
    public required ImmutableArray<string> UnlessNegatedBy { get; init; }

    /// <summary>A no stands at most so many words before what it denies.</summary>
    public required int NegationWithin { get; init; }

    /// <summary>"With" and its like: what follows is said to be in it.</summary>
    public required ImmutableArray<string> ContainsWords { get; init; }

    /// <summary>The rules.</summary>
    public required ImmutableArray<ClaimRule> Rules { get; init; }

    /// <summary>Where the judgement comes from.</summary>
    public required string Source { get; init; }

    /// <summary>How sure it is.</summary>
    public required Confidence Confidence { get; init; }
}
