using System.Text.Json;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Settings;

/// <summary>How much scent may stay on skin; practitioners disagree.</summary>
public enum ScentSchool
{
    /// <summary>At most 1 % left on, 0.5 % on the face and for children.</summary>
    Stricter,

    /// <summary>Up to 3 % on the body, 1 % on the face.</summary>
    Looser,
}

/// <summary>How much scent a school allows in pregnancy.</summary>
public enum PregnancySchool
{
    /// <summary>No scent at all while pregnant.</summary>
    Strict,

    /// <summary>Up to 1 % of scent in pregnancy, with a caution.</summary>
    Relaxed,
}

/// <summary>How much candelilla does the work of beeswax.</summary>
public enum WaxSchool
{
    /// <summary>10 g of the other wax do the work of 15 g of beeswax.</summary>
    TwoThirds,

    /// <summary>10 g of the other wax do the work of 20 g of beeswax.</summary>
    Half,
}

/// <summary>What decides how long a mix of oils keeps.</summary>
public enum BestBeforeSchool
{
    /// <summary>The ingredient that is the first to turn.</summary>
    ShortestLived,

    /// <summary>All oils count, each by its share of the weight.</summary>
    Weighted,
}

/// <summary>The maker's choices that change results.</summary>
public sealed record EvaluationSettings
{
    /// <summary>Fewest drops in a millilitre that are believed.</summary>
    public const decimal FewestDrops = 10m;

    /// <summary>Most drops in a millilitre that are believed.</summary>
    public const decimal MostDrops = 60m;

    /// <summary>Highest level that is believed of a trace, weight percent (judgement).</summary>
    public const decimal MostTracePercent = 0.1m;

    /// <summary>European rules and the choices of product practice: the stricter scent school, none in pregnancy, two thirds, 20
    /// drops.</summary>
    public static EvaluationSettings Default { get; } = new();

    /// <summary>The maker's choices of judging as text, to be kept.</summary>
    public string ToText() => JsonSerializer.Serialize(this, ContractJson.Options);

    /// <summary>Reads the maker's choices of judging from the text they were kept as.</summary>
    public static EvaluationSettings Parse(string text) =>
        JsonSerializer.Deserialize<EvaluationSettings>(text, ContractJson.Options) ?? throw new DocumentException("/", "is empty.");

    /// <summary>What does not hold together in the choices of judging; empty when all does.</summary>
    public IEnumerable<DocumentProblem> Problems()
    {
        if (DropsPerMillilitre is < FewestDrops or > MostDrops)
            yield return new DocumentProblem("/drops", $"Drops in a millilitre: from {FewestDrops:0} to {MostDrops:0}.");
        if (TraceBelowPercent is < 0m or > MostTracePercent)
            yield return new DocumentProblem("/traces", $"A trace is less than a level from 0 to {MostTracePercent} %.");
        foreach (var problem in Bench?.Problems() ?? [])
            yield return problem;
    }

    /// <summary>Whose law formulas are judged by.</summary>
    public Region Region { get; init; } = Region.Eu;

    /// <summary>Whose ceilings the scent is held against.</summary>
    public ScentSchool Scent { get; init; } = ScentSchool.Stricter;

    /// <summary>Whether scent is out of the question in pregnancy.</summary>
    public PregnancySchool Pregnancy { get; init; } = PregnancySchool.Strict;

    /// <summary>How waxes stand in for each other.</summary>
    public WaxSchool WaxEquivalence { get; init; } = WaxSchool.TwoThirds;

    /// <summary>What decides how long it keeps.</summary>
    public BestBeforeSchool BestBefore { get; init; } = BestBeforeSchool.ShortestLived;

    /// <summary>The maker's ways at the stove.</summary>
    public MethodSchools Method { get; init; } = MethodSchools.Default;

    /// <summary>What is brought in below this is a trace and no ingredient, weight percent; 0 names everything.</summary>
    public decimal TraceBelowPercent { get; init; }

    /// <summary>What predictions go by in the place of the book's strengths; null for the book.</summary>
    public BenchStrengths? Bench { get; init; }

    /// <summary>Drops in a millilitre of a thin oil.</summary>
    public decimal DropsPerMillilitre { get; init; } = 20m;
}

/// <summary>A rule that only one school holds; null members bind nothing.</summary>
public sealed record SchoolCondition(ScentSchool? Scent = null, PregnancySchool? Pregnancy = null)
{
    /// <summary>True when the maker's choices are those this rule needs.</summary>
    public bool Holds(EvaluationSettings settings) =>
        (Scent is null || Scent == settings.Scent) && (Pregnancy is null || Pregnancy == settings.Pregnancy);
}
