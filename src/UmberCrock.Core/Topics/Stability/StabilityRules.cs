using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Stability;

/// <summary>A place where jars are kept: its name and temperature in C.</summary>
internal sealed record StabilityCondition(string Name, decimal Celsius);

/// <summary>When and where to look.</summary>
/// <param name="Days">Days from making.</param>
/// <param name="Conditions">Where jars are kept, but for the warm ones.</param>
/// <param name="WarmCelsius">Where warm jars are kept, C: the first of these at which the form still stands.</param>
/// <param name="VialCelsius">Where it stands at none of them, a closed vial of it is kept here, C, for colour and smell.</param>
/// <param name="FreezeThawDays">Days on which a round of freezing and thawing ends.</param>
/// <param name="Rounds">So many rounds for what stays at home; all for what is shipped.</param>
/// <param name="StandsFrom">The softest texture at which a form still stands, by what it is filled into.</param>
/// <param name="Source">Where it comes from.</param>
internal sealed record StabilityPlanRules(
    ImmutableArray<int> Days,
    ImmutableArray<StabilityCondition> Conditions,
    ImmutableArray<decimal> WarmCelsius,
    decimal VialCelsius,
    ImmutableArray<int> FreezeThawDays,
    int Rounds,
    ImmutableDictionary<Pack, Band> StandsFrom,
    string Source
);

/// <summary>Something to look at; without forms or conditions, for all of them.</summary>
internal sealed record StabilityLook
{
    /// <summary>What to look at.</summary>
    public required string What { get; init; }

    /// <summary>For these forms; empty for all.</summary>
    public ImmutableArray<ProductForm> Forms
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>For what is filled into these; empty for all.</summary>
    public ImmutableArray<Pack> Packed
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>True for what a closed vial shows too.</summary>
    public bool Vial { get; init; }

    /// <summary>Under these conditions; empty for all.</summary>
    public ImmutableArray<string> Conditions
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>True when it is looked at for a form under a condition.</summary>
    public bool Applies(FormRow form, string condition) =>
        (Forms.IsEmpty || Forms.Contains(form.Form))
        && (Packed.IsEmpty || Packed.Contains(form.Packed))
        && (Conditions.IsEmpty || Conditions.Contains(condition));
}

/// <summary>From which amounts a note speaks, and the plan of checks (data/rules/stability.json).</summary>
/// <param name="GrainyButterPercentFrom">Weight percent of butters that commonly grow grains from which they are worth a look.</param>
/// <param name="BloomingButters">Slugs of hard butters whose crystals come to the surface as a white film after warm days.</param>
/// <param name="BloomPercentFrom">Weight percent of them together from which it is worth a look.</param>
/// <param name="PaintFromLinolenicPercent">With this much linolenic acid, percent of the fatty acids, it turns like paint.</param>
/// <param name="NutsFromPolyunsaturatedPercent">With this much that oxidises fast, percent of the fatty acids, it turns like old nuts; with
/// less it goes stale or soapy.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
/// <param name="Plan">When and where to look.</param>
/// <param name="Look">What to look at.</param>
internal sealed record StabilityRules(
    decimal GrainyButterPercentFrom,
    [property: Names(Named.Ingredient)] ImmutableArray<string> BloomingButters,
    decimal BloomPercentFrom,
    double PaintFromLinolenicPercent,
    double NutsFromPolyunsaturatedPercent,
    string Source,
    Confidence Confidence,
    StabilityPlanRules Plan,
    ImmutableArray<StabilityLook> Look
) : IRules<StabilityRules>
{
    static RuleFile IRules<StabilityRules>.File { get; } = new("stability.json", StabilityJson.Default);
}
