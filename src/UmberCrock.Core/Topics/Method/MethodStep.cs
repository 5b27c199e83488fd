using System.Collections.Immutable;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Method;

/// <summary>What kind of work a step of the method is.</summary>
public enum MethodStage
{
    /// <summary>Everything is made clean, dry and ready.</summary>
    Prepare,

    /// <summary>The lines are weighed out, before the heat.</summary>
    Weigh,

    /// <summary>Herbs are steeped in oil that is warm.</summary>
    Infuse,

    /// <summary>The herbs are strained out of the oil.</summary>
    Strain,

    /// <summary>Powders are wetted and milled into oil.</summary>
    Slurry,

    /// <summary>What swells is stirred into a humectant.</summary>
    Paste,

    /// <summary>The water phase is warmed and held.</summary>
    Water,

    /// <summary>Waxes and butters are melted on the bath.</summary>
    Melt,

    /// <summary>Oils, or the water phase, join the melt.</summary>
    Join,

    /// <summary>Powders are sifted or stirred into the melt.</summary>
    Powder,

    /// <summary>The pot cools to what is done next.</summary>
    Cool,

    /// <summary>What bears little heat is stirred in.</summary>
    Add,

    /// <summary>It is stirred cold until it thickens.</summary>
    Trace,

    /// <summary>The pot is chilled until it is soft-set.</summary>
    Chill,

    /// <summary>Air is beaten into what is soft-set.</summary>
    Whip,

    /// <summary>It is poured or filled into containers.</summary>
    Pour,

    /// <summary>It stands alone until it has set through.</summary>
    Set,

    /// <summary>Bars come out of their moulds.</summary>
    Unmould,

    /// <summary>What came out is weighed, counted, labelled.</summary>
    Finish,

    /// <summary>It rests for a day or two before it is judged.</summary>
    Rest,

    /// <summary>It is looked at for the first time.</summary>
    Look,

    /// <summary>Everything is wiped out and then washed.</summary>
    Clean,
}

/// <summary>What tells that a step of the method is over.</summary>
public enum StepUntil
{
    /// <summary>It is over when the work is done.</summary>
    Done,

    /// <summary>It is over when no crystal is left in it.</summary>
    Clear,

    /// <summary>It is over when the pot has a temperature.</summary>
    Temperature,

    /// <summary>It is over when no lump is left in it.</summary>
    Smooth,

    /// <summary>When a drop drawn over the top stays.</summary>
    Trace,

    /// <summary>When a finger dents it and it holds.</summary>
    SoftSet,

    /// <summary>When peaks stand and bend over.</summary>
    SoftPeaks,

    /// <summary>When it has set through and through.</summary>
    Set,

    /// <summary>It is over when the time has passed.</summary>
    Time,
}

/// <summary>A share of a line that goes in at a step.</summary>
/// <param name="Line">Index of the line, from 0.</param>
/// <param name="Grams">How much of it goes in here, g.</param>
public sealed record LineShare(int Line, decimal Grams);

/// <summary>A step of the method, with all that it needs.</summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Stage">What kind of work it is.</param>
/// <param name="Title">What is done, in a few words.</param>
/// <param name="Text">How it is done.</param>
/// <param name="Lines">The lines whose last gram goes in here, from 0; of a weigh step what is weighed.</param>
/// <param name="Parts">The shares that go in here of lines that go in at two steps; null where all lines go in whole.</param>
/// <param name="Until">What tells that it is over.</param>
/// <param name="TargetCelsius">Temperature of the pot to be reached, C; null where it does not matter.</param>
/// <param name="LowCelsius">Lowest temperature of the pot that does, C.</param>
/// <param name="HighCelsius">Highest temperature of the pot that does, C.</param>
/// <param name="Place">Where the pot or its pieces cool; null where they do not.</param>
/// <param name="Minutes">How long it takes, min.</param>
/// <param name="MinutesLow">How long at least, min.</param>
/// <param name="MinutesHigh">How long at most, min.</param>
/// <param name="Attended">True when somebody stands by: a hand is wanted more often than every ten minutes.</param>
/// <param name="Equipment">What has to be at hand for it.</param>
/// <param name="Caution">What can hurt or go wrong; null for nothing in particular.</param>
/// <param name="Why">The reason for the step.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="At">When it begins, by the clock; null when no start is given.</param>
public sealed record MethodStep(
    int Number,
    MethodStage Stage,
    Message Title,
    Message Text,
    ImmutableArray<int> Lines,
    ImmutableArray<LineShare>? Parts,
    StepUntil Until,
    double? TargetCelsius,
    double? LowCelsius,
    double? HighCelsius,
    Surroundings? Place,
    double Minutes,
    double MinutesLow,
    double MinutesHigh,
    bool Attended,
    ImmutableArray<string> Equipment,
    Message? Caution,
    string Why,
    string Source,
    DateTimeOffset? At
);

/// <summary>The stretch for what bears little heat, and how long it lasts.</summary>
/// <param name="FromCelsius">It opens here, C.</param>
/// <param name="ToCelsius">It sets here, C.</param>
/// <param name="Minutes">How long the pot takes from one to the other, min.</param>
public sealed record MethodWindow(double FromCelsius, double ToCelsius, double Minutes);

/// <summary>How a batch is made, step by step.</summary>
/// <param name="Steps">The steps, in order.</param>
/// <param name="Equipment">What all steps want at hand, each once.</param>
/// <param name="Minutes">All steps together, min.</param>
/// <param name="MinutesToPour">Up to the end of pouring, min.</param>
/// <param name="AttendedMinutes">The minutes that somebody stands by.</param>
/// <param name="PourWindow">The stretch for what bears little heat; null when nothing is added cool.</param>
public sealed record MethodReport(
    ImmutableArray<MethodStep> Steps,
    ImmutableArray<string> Equipment,
    double Minutes,
    double MinutesToPour,
    double AttendedMinutes,
    MethodWindow? PourWindow
);
