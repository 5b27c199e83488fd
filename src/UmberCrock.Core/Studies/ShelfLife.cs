using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Studies;

/// <summary>How far a best-before date has been watched.</summary>
public enum Evidence
{
    /// <summary>Nothing was watched: the date is foreseen.</summary>
    Foreseen,

    /// <summary>It was watched up to a day before the date.</summary>
    WatchedSoFar,

    /// <summary>It was watched up to the date or beyond.</summary>
    WatchedInFull,
}

/// <summary>Why a product is to be used by a day.</summary>
public enum ShelfLifeReason
{
    /// <summary>A look in the room or the cold failed: it ends at the look before.</summary>
    Failed,

    /// <summary>The first of the lots in it ends then.</summary>
    Lot,

    /// <summary>What it is made of turns by then.</summary>
    Oils,

    /// <summary>The region asks for no date beyond: how long it keeps once opened is stated instead.</summary>
    Rule,

    /// <summary>It was watched up to there, real days and warm days together.</summary>
    Watched,
}

/// <summary>A reason for a best-before date, drawn as a bar.</summary>
/// <param name="Reason">What kind of reason it is.</param>
/// <param name="Words">The reason, in words.</param>
/// <param name="Until">The day that it allows.</param>
/// <param name="Binds">True for what may shorten the date; what was watched shortens it only where the maker has said so.</param>
public sealed record ShelfLifeBar(ShelfLifeReason Reason, Message Words, DateOnly Until, bool Binds);

/// <summary>What is known of how long a product keeps, beside what was watched.</summary>
/// <param name="MadeOn">The day it was made.</param>
/// <param name="Months">How long its oils keep, months; null where that is not known.</param>
/// <param name="Weakest">What turns first, by name; null where that is not known.</param>
/// <param name="LotEnd">The day on which the first of its lots ends; null where that is not known.</param>
/// <param name="LotName">Which lot that is, in words; null where there is none.</param>
/// <param name="NoLongerThanWatched">True where the maker writes no date beyond what was watched.</param>
public sealed record ShelfLifeFacts(
    DateOnly MadeOn,
    double? Months,
    string? Weakest,
    DateOnly? LotEnd,
    string? LotName,
    bool NoLongerThanWatched
);

/// <summary>A best-before date by evidence: the shortest of its reasons, and how far it was watched.</summary>
/// <param name="Date">The date; null where nothing is known that would end it.</param>
/// <param name="Evidence">How far the date has been watched.</param>
/// <param name="WatchedTo">The day up to which it was watched; null where it was not.</param>
/// <param name="Bars">Every reason, the shortest first; one that only says how far was watched too.</param>
/// <param name="StorageLines">What the label adds: a failure in frost, warm or light leaves the date as it is.</param>
public sealed record ShelfLife(
    DateOnly? Date,
    Evidence Evidence,
    DateOnly? WatchedTo,
    ImmutableArray<ShelfLifeBar> Bars,
    ImmutableArray<Message> StorageLines
)
{
    /// <summary>The best-before date of what a study watches.</summary>
    /// <param name="facts">What is known beside the looks.</param>
    /// <param name="log">The study; null where there is none.</param>
    /// <param name="rules">The rules of studies.</param>
    public static ShelfLife Of(ShelfLifeFacts facts, StudyLog? log, RuleBook rules)
    {
        var study = rules.Of<StudyRules>();
        var looks = log is null ? [] : log.Looks.Values.Select(kept => (Check: log.Checks[kept.Look.Check], kept.Look)).ToList();
        var watched = WatchedOf(facts.MadeOn, looks, study);
        ImmutableArray<ShelfLifeBar> bars =
        [
            .. ReasonsOf(facts, looks, rules.Label.LongestBestBeforeMonths).OrderBy(bar => bar.Until),
            .. watched is { } day
                ? new[] { new ShelfLifeBar(ShelfLifeReason.Watched, WatchedWords(looks, study), day, facts.NoLongerThanWatched) }
                : [],
        ];
        var binding = bars.Where(bar => bar.Binds).ToList();
        DateOnly? date = binding.Count == 0 ? null : binding.Min(bar => bar.Until);
        return new ShelfLife(
            date,
            watched is not { } to ? Evidence.Foreseen
                : date is null || to < date ? Evidence.WatchedSoFar
                : Evidence.WatchedInFull,
            watched,
            bars,
            [
                .. looks
                    .Where(one => one.Look.Verdict == StudyVerdict.Failed && study.StorageLines.ContainsKey(one.Check.Condition))
                    .Select(one => one.Check.Condition)
                    .Distinct()
                    .Order()
                    .Select(condition => study.StorageLines[condition]),
            ]
        );
    }

    private static IEnumerable<ShelfLifeBar> ReasonsOf(ShelfLifeFacts facts, List<(StudyCheck Check, LookKept Look)> looks, int longest)
    {
        var ends = looks
            .Where(one => one.Look.Verdict == StudyVerdict.Failed && StudyFailure.Ends(one.Check.Condition))
            .OrderBy(one => one.Look.Day)
            .FirstOrDefault();
        if (ends.Look is { } failed)
        {
            var before = looks
                .Where(one => one.Check.Shelf == ends.Check.Shelf && one.Look.Day < failed.Day && one.Look.Verdict != StudyVerdict.Failed)
                .Select(one => one.Look.Day)
                .DefaultIfEmpty(0)
                .Max();
            yield return new(
                ShelfLifeReason.Failed,
                $"failed in the {(ends.Check.Condition == StudyCondition.Room ? "room" : "cold")} on day {failed.Day}; "
                    + $"good on day {before}",
                facts.MadeOn.AddDays(before),
                true
            );
        }

        if (facts.LotEnd is { } lotEnd)
            yield return new(ShelfLifeReason.Lot, $"{facts.LotName ?? "its first lot"}, use by", lotEnd, true);
        if (facts.Months is { } months)
            yield return new(
                ShelfLifeReason.Oils,
                facts.Weakest is { } weakest ? $"{weakest} turns first" : (Message)"by the lives of all in it",
                facts.MadeOn.AddMonths((int)Math.Floor(Math.Min(months, 1200))),
                true
            );
        if (facts.Months > longest)
            yield return new(ShelfLifeReason.Rule, $"no date is asked for beyond {longest} months", facts.MadeOn.AddMonths(longest), true);
    }

    /// <summary>Days in the room that good looks stand for: the longest of real days and of warm days by their factor.</summary>
    private static DateOnly? WatchedOf(DateOnly madeOn, List<(StudyCheck Check, LookKept Look)> looks, StudyRules study) =>
        Longest(looks, study) is { } longest ? madeOn.AddDays((int)Math.Floor(longest.Days)) : null;

    private static Message WatchedWords(List<(StudyCheck Check, LookKept Look)> looks, StudyRules study)
    {
        var (check, look, _) = Longest(looks, study)!.Value;
        return check.Condition == StudyCondition.Warm
            ? (Message)$"watched so far: {look.Day} days at {Decimals.Celsius(check.Celsius, "0")}"
            : $"watched so far: {look.Day} days in the room";
    }

    private static (StudyCheck Check, LookKept Look, double Days)? Longest(
        List<(StudyCheck Check, LookKept Look)> looks,
        StudyRules study
    ) =>
        looks
            .Where(one =>
                one.Check.Condition is StudyCondition.Room or StudyCondition.Warm
                && one.Look.Verdict != StudyVerdict.Failed
                && one.Look.Seen[Sign.Odour] is not null
                && one.Look.Seen[Sign.Colour] is not null
            )
            .Select(one => (one.Check, one.Look, Days: StudyDays.AtRoom(AsLook(one), study)))
            .OrderByDescending(one => one.Days)
            .Cast<(StudyCheck, LookKept, double)?>()
            .FirstOrDefault();

    private static StudyLook AsLook((StudyCheck Check, LookKept Look) one) =>
        new(one.Check.Condition, one.Check.Celsius, one.Look.Day, one.Look.Seen, null);
}
