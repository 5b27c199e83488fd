using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>A ceiling on the sum of a group of ingredients, such as all essential oils.</summary>
internal sealed record GroupLimit
{
    /// <summary>Name of the group, as it is said in findings.</summary>
    public required string Group { get; init; }

    /// <summary>The classes that count.</summary>
    public ImmutableArray<IngredientClass> Classes
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Single ingredients that count, by slug.</summary>
    [Names(Named.Ingredient)]
    public ImmutableArray<string> Ingredients
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>The school that holds this ceiling; null when all do.</summary>
    public SchoolCondition? Schools { get; init; }

    /// <summary>Ceiling, weight percent.</summary>
    public required decimal MaxPercent { get; init; }

    /// <summary>What passing it means.</summary>
    public required Severity Severity { get; init; }

    /// <summary>What it applies to.</summary>
    public DoseScope Applies
    {
        get;
        init => field = value ?? DoseScope.Any;
    } = DoseScope.Any;

    /// <summary>True when an ingredient counts.</summary>
    public bool Counts(Ingredient ingredient) => Classes.Contains(ingredient.Class) || Ingredients.Contains(ingredient.Slug);

    /// <summary>Why.</summary>
    public required string Why { get; init; }

    /// <summary>Where it comes from, in full.</summary>
    public required string Source { get; init; }

    /// <summary>How sure it is.</summary>
    public required Confidence Confidence { get; init; }
}

/// <summary>Ceilings on groups (data/rules/groups.json).</summary>
/// <param name="Groups">The ceilings.</param>
internal sealed record GroupLimits(ImmutableArray<GroupLimit> Groups) : IRules<GroupLimits>
{
    static RuleFile IRules<GroupLimits>.File { get; } = new("groups.json", DosesJson.Default);
}
