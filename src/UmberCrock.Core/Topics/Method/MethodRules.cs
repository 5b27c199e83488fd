using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Method;

/// <summary>From one figure to another.</summary>
internal sealed record Span(double Low, double High)
{
    /// <summary>The middle.</summary>
    public double Middle => (Low + High) / 2;
}

/// <summary>The words and figures of one step (data/rules/method.json).</summary>
/// <param name="Step">Its key, by which the conditions in the code name it.</param>
/// <param name="When">The condition, in words.</param>
/// <param name="Stage">What kind of work it is.</param>
/// <param name="Title">What is done; {names} and figures in braces are filled in.</param>
/// <param name="Text">How it is done.</param>
/// <param name="Until">What tells that it is over.</param>
/// <param name="Attended">True when somebody stands by.</param>
/// <param name="Equipment">What has to be at hand.</param>
/// <param name="Why">The reason.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="Minutes">How long it takes, min; of weighing each line, min; null where it is computed.</param>
/// <param name="MinutesLow">How long at least, min.</param>
/// <param name="MinutesHigh">How long at most, min.</param>
/// <param name="Caution">What can hurt or go wrong.</param>
internal sealed record StepRow(
    string Step,
    string When,
    MethodStage Stage,
    string Title,
    string Text,
    StepUntil Until,
    bool Attended,
    ImmutableArray<string> Equipment,
    string Why,
    string Source,
    double? Minutes = null,
    double? MinutesLow = null,
    double? MinutesHigh = null,
    string? Caution = null
);

/// <summary>A caution that stands beside a step where its condition holds.</summary>
/// <param name="Caution">Its key, by which the conditions in the code name it.</param>
/// <param name="When">The condition, in words.</param>
/// <param name="Text">What it says; figures in braces are filled in.</param>
/// <param name="Source">Where the rule comes from.</param>
internal sealed record CautionRow(string Caution, string When, string Text, string Source);

/// <summary>A way of steeping herbs.</summary>
/// <param name="Infusion">Which school it is.</param>
/// <param name="Celsius">How warm the oil is kept, C.</param>
/// <param name="Minutes">How long, min.</param>
internal sealed record InfusionRow(InfusionSchool Infusion, Span Celsius, Span Minutes);

/// <summary>The heat that a container bears.</summary>
/// <param name="Material">What it is made of.</param>
/// <param name="Celsius">It is poured at this at most, C; null for what bears any melt.</param>
internal sealed record ContainerHeat(ContainerMaterial Material, double? Celsius = null);

/// <summary>Figures of the method.</summary>
internal sealed record MethodFigures
{
    /// <summary>Water in the pan, cm.</summary>
    public required Span PrepareWaterCentimetres { get; init; }

    /// <summary>Waxes alone are melted this far above the highest melting point among them, C.</summary>
    public required Span WaxesAboveCelsius { get; init; }

    /// <summary>A mix is melted this far above its clear point, C.</summary>
    public required Span ClearAboveCelsius { get; init; }

    /// <summary>And at least at this temperature, C.</summary>
    public required double LeastMeltCelsius { get; init; }

    /// <summary>Families of gelators that want more heat.</summary>
    [Names(Named.Family)]
    public required ImmutableArray<string> HotGelators { get; init; }

    /// <summary>How hot these want it, C.</summary>
    public required Span HotGelatorsCelsius { get; init; }

    /// <summary>Waxes are melted alone when the highest melts this far above the lowest other structurant, C.</summary>
    public required double WaxesAloneAboveCelsius { get; init; }

    /// <summary>Or when the batch is larger than this, g.</summary>
    public required double WaxesAloneFromGrams { get; init; }

    /// <summary>What is clear above this is melted; what is liquid below it joins as an oil, C.</summary>
    public required double SolidFromCelsius { get; init; }

    /// <summary>Oil that wets a part of powder, by mass.</summary>
    public required decimal WettingOilPerPowder { get; init; }

    /// <summary>Ways of steeping, one row each.</summary>
    public required ImmutableArray<InfusionRow> Infusions { get; init; }

    /// <summary>Oil that stays in a gram of dry herb, g.</summary>
    public required Span OilHeldByHerb { get; init; }

    /// <summary>The figure of it that is weighed by.</summary>
    public required double OilHeldByHerbUsual { get; init; }

    /// <summary>How hot both phases are where water is in it, C.</summary>
    public required double WaterCelsius { get; init; }

    /// <summary>How long the water is held there, min.</summary>
    public required Span WaterHeldMinutes { get; init; }

    /// <summary>How long the phases are beaten together, min.</summary>
    public required Span BeatMinutes { get; init; }

    /// <summary>How long a round of whipping is, min.</summary>
    public required Span WhipMinutes { get; init; }

    /// <summary>Tubes are poured this far above the set point, C.</summary>
    public required Span TubeAboveSetCelsius { get; init; }

    /// <summary>What is added to a stick goes in this far above its set point, C.</summary>
    public required Span TubeAddAboveSetCelsius { get; init; }

    /// <summary>Jars and moulds are poured this far above the set point, C.</summary>
    public required Span JarAboveSetCelsius { get; init; }

    /// <summary>A stick has at most so many minutes of fridge.</summary>
    public required double FridgeMinutesTube { get; init; }

    /// <summary>Minutes of fridge of a thin jar.</summary>
    public required Span FridgeMinutesJar { get; init; }

    /// <summary>How often a cooling pot is looked at, min.</summary>
    public required Span LookEveryMinutes { get; init; }

    /// <summary>What is folded into a whip has come down to this, C.</summary>
    public required double WhippedIntoCelsius { get; init; }

    /// <summary>A pot goes into the fridge from this temperature down, C.</summary>
    public required double ChillFromCelsius { get; init; }

    /// <summary>Hours before it is judged.</summary>
    public required double RestHours { get; init; }

    /// <summary>The same, with gelators or much of what grows grains.</summary>
    public required double RestHoursLong { get; init; }

    /// <summary>From so much of what grows grains, weight percent.</summary>
    public required decimal GrainLongPercent { get; init; }

    /// <summary>It is cold through within this of where it stands, C.</summary>
    public required double ColdWithinCelsius { get; init; }

    /// <summary>Lids stay off so long at least, min.</summary>
    public required double LidsOffMinutes { get; init; }

    /// <summary>A pot that cools for longer than this passes alone, min.</summary>
    public required double AloneFromMinutes { get; init; }

    /// <summary>A pot this near to a scent's flash point is kept from flames, C.</summary>
    public required double NearFlashCelsius { get; init; }

    /// <summary>A mix that sets no further above the room than this stands in the fridge until it has, C.</summary>
    public required double NearRoomCelsius { get; init; }

    /// <summary>What hardly sets is chilled to this far above the fridge, C.</summary>
    public required double AboveFridgeCelsius { get; init; }

    /// <summary>Of a wider container the middle is hot when the wall has set, mm.</summary>
    public required double WideRadiusMillimetres { get; init; }

    /// <summary>Nothing melts in less, min.</summary>
    public required double LeastMeltMinutes { get; init; }

    /// <summary>The least and the most of the minutes at the bath, as factors: they are of low confidence.</summary>
    public required Span MeltDoubt { get; init; }

    /// <summary>At most this share of an oil is taken to wet powder, 0 to 1: the rest rinses the cup.</summary>
    public required decimal MostOfTheOil { get; init; }

    /// <summary>What sets hotter than this sets on the wall of a cold bath, and is not stirred to trace, C.</summary>
    public required double TraceBelowCelsius { get; init; }

    /// <summary>What a form is usually filled into, mL each.</summary>
    public required ImmutableDictionary<Pack, double> UsualMillilitres { get; init; }

    /// <summary>Heat that containers bear, one row a material.</summary>
    public required ImmutableArray<ContainerHeat> ContainerHeat { get; init; }
}

/// <summary>The rules of the method (data/rules/method.json): each step a row that a practitioner can correct.</summary>
/// <param name="Steps">The steps.</param>
/// <param name="Cautions">The cautions that depend on the formula.</param>
/// <param name="Figures">The figures.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
internal sealed record MethodRules(
    ImmutableArray<StepRow> Steps,
    ImmutableArray<CautionRow> Cautions,
    MethodFigures Figures,
    string Source,
    Confidence Confidence
) : IRules<MethodRules>
{
    static RuleFile IRules<MethodRules>.File { get; } = new("method.json", MethodJson.Default);

    /// <summary>The row of a step.</summary>
    public StepRow Of(string step) => Steps.First(row => row.Step == step);

    /// <summary>The words of a caution.</summary>
    public CautionRow CautionOf(string caution) => Cautions.First(row => row.Caution == caution);
}
