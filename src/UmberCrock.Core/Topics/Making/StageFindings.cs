using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Preservation;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Making;

/// <summary>How hot a stage is at least (data/rules/stages.json).</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Celsius">Its temperature; the melt is as hot as its clear point where that is higher.</param>
/// <param name="Source">Where the figure comes from.</param>
/// <param name="Confidence">How sure it is.</param>
internal sealed record StageHeat(Stage Stage, double Celsius, string Source, Confidence Confidence);

/// <summary>What heat drives off.</summary>
/// <param name="Classes">Classes of it.</param>
/// <param name="Ingredients">Slugs of single ones.</param>
internal sealed record Evaporating(
    ImmutableArray<IngredientClass> Classes,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Ingredients
)
{
    /// <summary>True of what heat drives off and does not destroy.</summary>
    public bool Holds(Ingredient ingredient) => Classes.Contains(ingredient.Class) || Ingredients.Contains(ingredient.Slug);
}

/// <summary>Flash points, closed cup, C.</summary>
/// <param name="Celsius">By slug of the scent.</param>
/// <param name="Source">Where they come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record FlashPoints(
    [property: Names(Named.Ingredient, KeysToo = true)] ImmutableSortedDictionary<string, double> Celsius,
    string Source,
    Confidence Confidence
);

/// <summary>How hot each stage is (data/rules/stages.json).</summary>
/// <param name="Stages">The stages.</param>
/// <param name="Evaporating">What heat drives off and does not destroy.</param>
/// <param name="WarmAboveSetCelsius">How far above its set point a mix is when warm additions go in, C.</param>
/// <param name="HottestCoolCelsius">What bears more than this tells nothing of how cool a cool phase is, C.</param>
/// <param name="FlashPoints">At which temperature the vapour of a scent takes fire from a flame.</param>
internal sealed record StageHeats(
    ImmutableArray<StageHeat> Stages,
    Evaporating Evaporating,
    double WarmAboveSetCelsius,
    double HottestCoolCelsius,
    FlashPoints FlashPoints
) : IRules<StageHeats>
{
    static RuleFile IRules<StageHeats>.File { get; } = new("stages.json", MakingJson.Default);
}

/// <summary>Findings about where a line stands in the work: too hot, or plant matter that is not strained out.</summary>
internal static class StageFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved, double? clearPointCelsius, double? setPointCelsius)
    {
        foreach (
            var group in Enumerable
                .Range(0, resolved.Ingredients.Length)
                .Where(line => resolved.Totals.Percents[line] > 0m)
                .Select(line => (Line: line, Heat: HeatOf(resolved, resolved.StageOf(line), clearPointCelsius, setPointCelsius)))
                .Where(entry => resolved.Ingredients[entry.Line].AddBelowCelsius?.Value < entry.Heat)
                .GroupBy(entry => resolved.Ingredients[entry.Line])
        )
        {
            var hottest = group.MaxBy(entry => entry.Heat);
            yield return TooHot(
                resolved,
                group.Key,
                [.. group.Select(entry => entry.Line)],
                hottest.Heat!.Value,
                resolved.StageOf(hottest.Line)
            );
        }

        if (Botanical(resolved) is { } botanical)
            yield return botanical;
    }

    /// <summary>How hot a stage is, C; null for those that are as cool as their additions need.</summary>
    internal static double? HeatOf(ResolvedFormula resolved, Stage stage, double? clearPointCelsius, double? setPointCelsius) =>
        resolved.Rules.Stages.Stages.FirstOrDefault(candidate => candidate.Stage == stage) is not { } heat ? null
        : stage == Stage.Melt ? Math.Max(heat.Celsius, clearPointCelsius ?? 0)
        : stage == Stage.Warm && setPointCelsius is { } set ? set + resolved.Rules.Stages.WarmAboveSetCelsius
        : heat.Celsius;

    /// <summary>Scent off the heat, stirred in and poured at once, is how sticks are scented: some is lost, nothing is spoilt.</summary>
    private static Finding TooHot(
        ResolvedFormula resolved,
        Ingredient ingredient,
        ImmutableArray<int> lines,
        double celsius,
        Stage stage
    ) =>
        new(
            FindingCodes.StageTooHot,
            stage == Stage.Warm && resolved.Rules.Stages.Evaporating.Holds(ingredient) ? Severity.Note : Severity.Caution,
            $"Too hot for {ingredient.Name}",
            $"It goes in below {Celsius(ingredient.AddBelowCelsius!.Value, "0")}; its stage is at about {Celsius(celsius, "0")}."
                + $"{Flash(resolved, ingredient)}",
            "Heat drives it off or breaks it down before the product is made.",
            ingredient.AddBelowCelsius.Source,
            lines,
            [FixBuilder.MoveTo(resolved, lines, Stage.Cool, "Move to cool phase")]
        );

    private static Message Flash(ResolvedFormula resolved, Ingredient ingredient) =>
        resolved.Rules.Stages.FlashPoints.Celsius.TryGetValue(ingredient.Slug, out var flash)
            ? $" Its vapour catches a flame from {Celsius(flash, "0")}: no flame near."
            : "";

    private static Finding? Botanical(ResolvedFormula resolved)
    {
        var lines = resolved
            .LinesWhere(ingredient => ingredient.Class == IngredientClass.Botanical)
            .Where(line => resolved.Totals.Percents[line] > 0m)
            .ToImmutableArray();
        if (lines.IsEmpty)
            return null;
        return new Finding(
            FindingCodes.BotanicalRaw,
            Severity.Caution,
            $"{FindingWords.Names(resolved, lines)} left in",
            $"{Two(resolved.PercentOf(lines)).Percent} plant matter that is not infused and strained out.",
            "Herbs and plant powders carry spores and water: grit, spots, mould. Infuse in dry oil, strain, and weigh the oil afterwards.",
            resolved.Rules.Preservation.Source,
            lines,
            [FixBuilder.MoveTo(resolved, lines, Stage.Infuse, "Infuse and strain")]
        );
    }
}
