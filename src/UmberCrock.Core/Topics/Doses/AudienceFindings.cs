using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>What is not for whom, or not for where (data/rules/audiences.json).</summary>
internal sealed record AudienceRule
{
    /// <summary>Whom or where it is about, for the sentence: "infants", "the eyes".</summary>
    public required string Who { get; init; }

    /// <summary>The formulas it speaks of.</summary>
    public DoseScope Applies
    {
        get;
        init => field = value ?? DoseScope.Any;
    } = DoseScope.Any;

    /// <summary>The rule book it belongs to; null for any.</summary>
    public Region? Region { get; init; }

    /// <summary>The school that holds it; null when all do.</summary>
    public SchoolCondition? Schools { get; init; }

    /// <summary>Classes it is about.</summary>
    public ImmutableArray<IngredientClass> Classes
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Ingredients it is about, by slug.</summary>
    [Names(Named.Ingredient)]
    public ImmutableArray<string> Ingredients
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Substances it is about, by INCI or constituent name.</summary>
    public ImmutableArray<string> Substances
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>What to say when it is about the whole formula; null for a rule about ingredients.</summary>
    public string? Title { get; init; }

    /// <summary>How much it matters.</summary>
    public required Severity Severity { get; init; }

    /// <summary>Why.</summary>
    public required string Reason { get; init; }

    /// <summary>Where it comes from, in full.</summary>
    public required string Source { get; init; }

    /// <summary>How sure it is.</summary>
    public required Confidence Confidence { get; init; }

    /// <summary>True when an ingredient is meant.</summary>
    public bool Means(Ingredient ingredient) =>
        Classes.Contains(ingredient.Class)
        || Ingredients.Contains(ingredient.Slug)
        || (!Substances.IsEmpty && ingredient.ShareOf(Substances).High > 0m);
}

/// <summary>What is not for whom, and not for where (data/rules/audiences.json).</summary>
/// <param name="Audiences">The rules.</param>
internal sealed record AudienceRules(ImmutableArray<AudienceRule> Audiences) : IRules<AudienceRules>
{
    static RuleFile IRules<AudienceRules>.File { get; } = new("audiences.json", DosesJson.Default);
}

/// <summary>Findings about who wears it and where.</summary>
internal static class AudienceFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved) =>
        from rule in resolved.Rules.Audiences
        where
            (rule.Region is null || rule.Region == resolved.Settings.Region)
            && rule.Schools?.Holds(resolved.Settings) != false
            && rule.Applies.Covers(resolved.Formula)
        let lines = resolved.LinesWhere(rule.Means).Where(line => resolved.Holds(line)).ToImmutableArray()
        where rule.Title is not null || !lines.IsEmpty
        select Of(resolved, rule, lines);

    private static Finding Of(ResolvedFormula resolved, AudienceRule rule, ImmutableArray<int> lines) =>
        new(
            rule.Severity == Severity.Stop ? FindingCodes.AudienceStop : FindingCodes.AudienceCaution,
            rule.Severity,
            rule.Title
                ?? (
                    rule.Severity == Severity.Stop
                        ? (Message)$"Not for {rule.Who}: {FindingWords.Names(resolved, lines)}"
                        : $"Care, {rule.Who}: {FindingWords.Names(resolved, lines)}"
                ),
            rule.Reason,
            rule.Severity == Severity.Stop
                ? "The one who wears it cannot judge it and is the one who is hurt."
                : "Not forbidden; it asks for a thought, and where there is doubt for a qualified person.",
            rule.Source,
            lines,
            FindingWords.LeaveOut(resolved, lines)
        );
}
