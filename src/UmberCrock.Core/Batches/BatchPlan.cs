using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Topics.Stability;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Batches;

/// <summary>A line of a batch as it is to be weighed.</summary>
/// <param name="Ingredient">Slug of what is weighed.</param>
/// <param name="Name">What it was called when the batch began.</param>
/// <param name="Phase">Id of the phase that it belongs to.</param>
/// <param name="TargetGrams">How much is wanted, g, with what herbs hold back.</param>
/// <param name="LowGrams">The least that is within the tolerance, g.</param>
/// <param name="HighGrams">The most that is within the tolerance, g.</param>
/// <param name="HeldBackGrams">How much of it herbs keep when they are strained out, g.</param>
/// <param name="Strained">True for herbs that are strained out.</param>
/// <param name="StepGrams">Step of the scale that it is weighed on, g; null for the step of the plan.</param>
public sealed record PlannedLine(
    string Ingredient,
    string Name,
    string Phase,
    decimal TargetGrams,
    decimal LowGrams,
    decimal HighGrams,
    decimal HeldBackGrams,
    bool Strained,
    decimal? StepGrams = null
);

/// <summary>A kind of container that a batch is planned for.</summary>
/// <param name="Name">What the maker calls it.</param>
/// <param name="Millilitres">Volume of one of them, mL.</param>
/// <param name="Count">How many of them there are.</param>
/// <param name="FillPercent">How full each is made, percent of its volume.</param>
/// <param name="Material">What it is made of; null where it is not said.</param>
/// <param name="Price">What one of them costs; null where it is not known.</param>
public sealed record PlannedContainer(
    string Name,
    decimal Millilitres,
    int Count,
    decimal FillPercent,
    ContainerMaterial? Material = null,
    decimal? Price = null
);

/// <summary>A finding as it stood when the batch began.</summary>
public sealed record ForeseenFinding(string Code, Severity Severity, string Title);

/// <summary>What was foreseen of a batch when it began. Nothing later rewrites it: looks and studies are held against this.</summary>
/// <param name="Verdict">What the worst finding made of the formula.</param>
/// <param name="ClearPointCelsius">The last crystal melts, C; null when nothing crystallises.</param>
/// <param name="SetPointCelsius">It stops pouring on cooling, C; null when it never does.</param>
/// <param name="Bands">Textures at the usual temperatures and the ends of the climate.</param>
/// <param name="Months">How long it keeps, months; null when that is not known.</param>
/// <param name="StirUntilCelsius">It is stirred down to here, C; null where nothing sinks.</param>
/// <param name="Findings">What was found in the formula.</param>
/// <param name="Notes">What is to be expected in store.</param>
/// <param name="Checks">When it is to be looked at.</param>
/// <param name="Cooling">How the pot was foreseen to cool; null where there is nothing that could.</param>
/// <param name="Study">What its jars are held against; null in batches that began before this was kept.</param>
public sealed record Foreseen(
    Verdict Verdict,
    double? ClearPointCelsius,
    double? SetPointCelsius,
    ImmutableArray<BandAt> Bands,
    double? Months,
    double? StirUntilCelsius,
    ImmutableArray<ForeseenFinding> Findings,
    ImmutableArray<StabilityNote> Notes,
    ImmutableArray<StabilityCheck> Checks,
    CoolingReport? Cooling,
    StudyForecast? Study = null
);

/// <summary>A batch as it was planned, with everything that was foreseen of it. It is stored whole when the batch begins.</summary>
/// <param name="Name">What the batch is called: the name of its formula, or the maker's own.</param>
/// <param name="Code">The code on its jars.</param>
/// <param name="Formula">The formula as it was then.</param>
/// <param name="FormulaKey">Key of the formula it was made from; null where it was given as a document.</param>
/// <param name="BatchGrams">What it is to come to, g, herbs that are strained out not counted.</param>
/// <param name="ScaleStepGrams">Smallest step of the scale, g.</param>
/// <param name="RoomCelsius">Temperature of the kitchen as it was said, C.</param>
/// <param name="Containers">What it is to be poured into.</param>
/// <param name="Lines">What is to be weighed, line by line.</param>
/// <param name="Method">The method as it stood.</param>
/// <param name="Foreseen">Everything that was foreseen.</param>
/// <param name="Program">Version of the program that foresaw it.</param>
/// <param name="By">By whose figures: "the book", or the maker's own bench.</param>
/// <param name="Speed">How fast the bench's clock ran, times real time: 1 but in a demonstration.</param>
public sealed record BatchPlan(
    string Name,
    string Code,
    [property: JsonConverter(typeof(FormulaDocument))] Formula Formula,
    string? FormulaKey,
    decimal BatchGrams,
    decimal ScaleStepGrams,
    double RoomCelsius,
    ImmutableArray<PlannedContainer> Containers,
    ImmutableArray<PlannedLine> Lines,
    MethodReport Method,
    Foreseen Foreseen,
    string Program,
    string By,
    double Speed
)
{
    /// <summary>The slugs that are strained out of this batch.</summary>
    internal ImmutableHashSet<string> Herbs => [.. Lines.Where(line => line.Strained).Select(line => line.Ingredient)];
}
