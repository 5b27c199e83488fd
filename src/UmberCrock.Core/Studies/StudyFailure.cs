using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Studies;

/// <summary>A look that failed, as the formula it came from is told of it.</summary>
/// <param name="Study">Key of the study.</param>
/// <param name="Formula">The formula as it was made and watched.</param>
/// <param name="Check">The check at which it failed.</param>
/// <param name="Because">Why it failed, in a sentence.</param>
public sealed record StudyFailure(long Study, Formula Formula, StudyCheck Check, string Because)
{
    private const string Source = "Studies of this bench (docs/computation.md, Studies)";

    /// <summary>The gravest failure of the studies of a formula: in the room or the cold before other places, the earliest first. None
    /// where a later study was watched as long and did not fail.</summary>
    /// <param name="newestFirst">The studies with their keys, the newest first.</param>
    public static StudyFailure? Of(IEnumerable<(long Id, StudyLog Log)> newestFirst)
    {
        var cleared = 0;
        foreach (var (id, log) in newestFirst)
        {
            var failed = log
                .Looks.Values.Where(kept => kept.Look.Verdict == StudyVerdict.Failed)
                .Select(kept => (Check: log.Checks[kept.Look.Check], kept.Look))
                .OrderByDescending(one => Ends(one.Check.Condition))
                .ThenBy(one => one.Check.Day)
                .ThenBy(one => one.Check.Id, StringComparer.Ordinal)
                .FirstOrDefault();
            if (failed.Look is null)
                cleared = Math.Max(cleared, log.Looks.Values.Select(kept => kept.Look.Day).DefaultIfEmpty(0).Max());
            else if (failed.Check.Day > cleared)
                return new StudyFailure(
                    id,
                    log.Setup.Formula,
                    failed.Check,
                    failed.Look.Own is null ? failed.Look.Because.FirstOrDefault() ?? "" : failed.Look.Reason
                );
        }

        return null;
    }

    /// <summary>The finding that it writes into the formula: a stop where it failed in the room or the cold, a caution where a line on the
    /// label will do, a note once the formula is another.</summary>
    /// <param name="now">The formula as it stands.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public Finding ToFinding(Formula now, IReadOnlySet<string> herbs)
    {
        var isSame = IsOf(Formula, now, herbs);
        var place = PlaceWords(Check.Condition);
        return new Finding(
            FindingCodes.StudyFailed,
            !isSame ? Severity.Note
                : Ends(Check.Condition) ? Severity.Stop
                : Severity.Caution,
            isSame ? $"Failed {place}" : $"An earlier version failed {place}",
            $"{Because} Jar {Check.Jar}, {(Check.Round is { } round ? $"round {round}, " : "")}day {Check.Day}.",
            isSame
                ? Ends(Check.Condition)
                    ? "What does not keep where people keep it is not given away: rescue the pot, climb a ladder from here, or rebalance, "
                        + "then watch again."
                    : "The date stands; a line on the label says how it is to be kept. To be rid of it, climb a ladder from here or "
                        + "rebalance, then watch again."
                : "The formula has changed since: only a new study tells whether that cured it.",
            Source,
            [],
            []
        );
    }

    /// <summary>True where two formulas hold the same in the same way, whatever they are called.</summary>
    /// <param name="made">The formula that was made.</param>
    /// <param name="now">The formula as it stands.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static bool IsOf(Formula made, Formula now, IReadOnlySet<string> herbs) =>
        (made.Form, made.Process) == (now.Form, now.Process) && FormulaComparison.Of(made, now, herbs).Doses.All(dose => dose.IsSame);

    internal static bool Ends(StudyCondition condition) => condition is StudyCondition.Room or StudyCondition.Cold;

    private static string PlaceWords(StudyCondition condition) =>
        condition switch
        {
            StudyCondition.Room => "in the room",
            StudyCondition.Warm => "in the warm",
            StudyCondition.Cold => "in the fridge",
            StudyCondition.FreezeThaw => "in frost",
            StudyCondition.Light => "in the light",
            StudyCondition.Other or _ => "in a place of your own",
        };
}

/// <summary>What the studies of a formula say to its label.</summary>
public static class StudyEvidence
{
    /// <summary>What the label goes by: studies of just this formula, whatever was changed before.</summary>
    /// <param name="logs">The studies of the formula.</param>
    /// <param name="now">The formula as it stands.</param>
    /// <param name="noLongerThanWatched">True where the maker writes no date beyond what was watched.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <param name="rules">The rules of studies.</param>
    public static WatchedEvidence? Of(
        IEnumerable<StudyLog> logs,
        Formula now,
        bool noLongerThanWatched,
        IReadOnlySet<string> herbs,
        RuleBook rules
    )
    {
        var lives = logs.Where(log => StudyFailure.IsOf(log.Setup.Formula, now, herbs))
            .Select(log => (log.Setup.MadeOn, Life: ShelfLife.Of(log.Setup.LifeFacts(noLongerThanWatched), log, rules)))
            .ToList();
        var ends = lives
            .SelectMany(one =>
                one.Life.Bars.Where(bar => bar is { Binds: true, Reason: ShelfLifeReason.Failed or ShelfLifeReason.Watched })
                    .Select(bar => (Days: bar.Until.DayNumber - one.MadeOn.DayNumber, bar.Words))
            )
            .OrderBy(end => end.Days)
            .ToList();
        ImmutableArray<Message> lines = [.. lives.SelectMany(one => one.Life.StorageLines).Distinct()];
        return ends.Count == 0 && lines.IsEmpty
            ? null
            : new WatchedEvidence(ends.Count > 0 ? ends[0].Days : null, ends.Count > 0 ? ends[0].Words : "", lines);
    }
}
