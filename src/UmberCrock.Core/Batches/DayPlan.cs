using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>A batch of a day: what is made, and how much of it.</summary>
/// <param name="Formula">The formula; its lines make 100.</param>
/// <param name="BatchGrams">How much is made of it, g.</param>
public sealed record DayBatch(Formula Formula, decimal BatchGrams);

/// <summary>A day with several batches and one pair of hands.</summary>
/// <param name="Batches">What is made, from one to <see cref="MostBatches"/>.</param>
/// <param name="Places">How many pots can stand on the stove at once.</param>
/// <param name="RoomCelsius">Temperature of the kitchen, C.</param>
/// <param name="Schools">The maker's ways at the stove.</param>
/// <param name="StartsAt">When the first step begins; null where the end is given.</param>
/// <param name="EndBy">When the day is to be over; null where the start is given.</param>
public sealed record DayRequest(
    ImmutableArray<DayBatch> Batches,
    int Places,
    double RoomCelsius,
    Settings.MethodSchools Schools,
    DateTimeOffset? StartsAt,
    DateTimeOffset? EndBy
)
{
    /// <summary>Most batches that are laid into one day.</summary>
    public const int MostBatches = 8;

    /// <summary>Most pots that stand on one stove at once.</summary>
    public const int MostPlaces = 8;
}

/// <summary>A step of one of the batches, by the clock of the day.</summary>
/// <param name="Batch">Which batch it belongs to, from 0.</param>
/// <param name="Number">Its number in that batch's method.</param>
/// <param name="Stage">What kind of work the step of the day is.</param>
/// <param name="Title">What is done, in a few words.</param>
/// <param name="TargetCelsius">Temperature of the pot that the step of the day waits for, C; null where it does not matter.</param>
/// <param name="Place">Where the pot or its pieces cool meanwhile; null where they do not.</param>
/// <param name="StartsAt">When the step of the day begins.</param>
/// <param name="EndsAt">When the step of the day is over.</param>
/// <param name="Attended">True when the maker stands by.</param>
public sealed record DayStep(
    int Batch,
    int Number,
    MethodStage Stage,
    string Title,
    double? TargetCelsius,
    Surroundings? Place,
    DateTimeOffset StartsAt,
    DateTimeOffset EndsAt,
    bool Attended
);

/// <summary>The stretch of a batch in which what bears no heat goes in and all still pours, by the clock of the day.</summary>
/// <param name="Batch">Which batch it belongs to, from 0.</param>
/// <param name="OpensAt">When it opens.</param>
/// <param name="ShutsAt">When it sets.</param>
/// <param name="IsTooShort">True where adding and pouring take longer than that even without a pause.</param>
public sealed record DayWindow(int Batch, DateTimeOffset OpensAt, DateTimeOffset ShutsAt, bool IsTooShort);

/// <summary>One clock of all steps of a day.</summary>
/// <param name="Steps">The steps, in the order in which they begin.</param>
/// <param name="Windows">The pour windows of the batches that have one.</param>
/// <param name="StartsAt">When the day begins.</param>
/// <param name="EndsAt">When its last step ends that does not wait for a night.</param>
/// <param name="AttendedMinutes">The minutes of it that the maker stands by.</param>
/// <param name="IsShortest">True where no shorter day was left to look for.</param>
public sealed record DayPlan(
    ImmutableArray<DayStep> Steps,
    ImmutableArray<DayWindow> Windows,
    DateTimeOffset StartsAt,
    DateTimeOffset EndsAt,
    double AttendedMinutes,
    bool IsShortest
);
