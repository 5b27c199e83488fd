using System.Collections.Immutable;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Studies;

/// <summary>How a planned check stands on a day.</summary>
public enum CheckStatus
{
    /// <summary>The day of the check is still to come.</summary>
    Ahead,

    /// <summary>Its day has come, and nobody has looked yet.</summary>
    Due,

    /// <summary>Nobody looked by its day and the days of grace.</summary>
    Missed,

    /// <summary>It is not asked any more: the jar failed before, or the study is over.</summary>
    Over,

    /// <summary>The jar was looked at, and it held.</summary>
    Held,

    /// <summary>The jar was looked at, and it changed.</summary>
    Changed,

    /// <summary>The jar was looked at, and it failed.</summary>
    Failed,
}

/// <summary>A planned check and how it stands.</summary>
/// <param name="Check">The check as it was planned.</param>
/// <param name="Status">How the check stands on the day that was asked for.</param>
/// <param name="Kept">The look that stands; null where nobody looked.</param>
public sealed record CheckPlace(StudyCheck Check, CheckStatus Status, StandingLook? Kept);

/// <summary>How the checks of a study stand on a day, and what a look comes to by what was seen before it.</summary>
public static class StudyProgress
{
    /// <summary>A check that nobody made so many days after its own was missed.</summary>
    /// <param name="rules">The rules of studies.</param>
    public static int GraceDays(RuleBook rules) => rules.Of<StudyRules>().GraceDays;

    /// <summary>Who was away for so many days is told in one line what passed.</summary>
    /// <param name="rules">The rules of studies.</param>
    public static int AwayDays(RuleBook rules) => rules.Of<StudyRules>().AwayDays;

    /// <summary>Every check of a study and how it stands, in the order of the plan.</summary>
    /// <param name="log">The study.</param>
    /// <param name="today">The day.</param>
    /// <param name="rules">The rules: days of grace.</param>
    public static ImmutableArray<CheckPlace> Of(StudyLog log, DateOnly today, RuleBook rules)
    {
        var grace = rules.Of<StudyRules>().GraceDays;
        var failed = log
            .Looks.Values.Where(kept => kept.Look.Verdict == StudyVerdict.Failed)
            .GroupBy(kept => JarOf(log.Checks[kept.Look.Check]))
            .ToDictionary(group => group.Key, group => group.Min(kept => log.Checks[kept.Look.Check].Day));
        return
        [
            .. log.Setup.Checks.Select(check =>
                log.Looks.TryGetValue(check.Id, out var kept)
                    ? new CheckPlace(check, StatusOf(kept.Look.Verdict), kept)
                    : new CheckPlace(
                        check,
                        failed.TryGetValue(JarOf(check), out var day) && check.Day > day ? CheckStatus.Over
                            : log.Missed.Contains(check.Id) ? CheckStatus.Missed
                            : log.Ended is not null ? CheckStatus.Over
                            : check.Date > today ? CheckStatus.Ahead
                            : check.Date.AddDays(grace) >= today ? CheckStatus.Due
                            : CheckStatus.Missed,
                        null
                    )
            ),
        ];
    }

    /// <summary>The first look at the jar of a check, other than that of the check itself; null where there was none before it.</summary>
    /// <param name="log">The study.</param>
    /// <param name="check">The check.</param>
    public static Seen? FirstOf(StudyLog log, StudyCheck check) =>
        log
            .Looks.Values.Where(kept =>
                kept.Look.Check != check.Id
                && JarOf(log.Checks[kept.Look.Check]) == JarOf(check)
                && log.Checks[kept.Look.Check].Day < check.Day
            )
            .OrderBy(kept => log.Checks[kept.Look.Check].Day)
            .FirstOrDefault()
            ?.Look.Seen;

    /// <summary>A look as it is kept: judged by rule against what was foreseen and the first look at the jar.</summary>
    /// <param name="log">The study.</param>
    /// <param name="check">Name of the check.</param>
    /// <param name="day">The day on which it was looked at.</param>
    /// <param name="seen">What was seen.</param>
    /// <param name="rules">The rules of studies and of texture.</param>
    /// <exception cref="DocumentException">The study has no such check.</exception>
    public static LookKept Judged(StudyLog log, string check, DateOnly day, Seen seen, RuleBook rules)
    {
        if (!log.Checks.TryGetValue(check, out var planned))
            throw new DocumentException("/check", "names no check of this study.");
        var age = day.DayNumber - log.Setup.MadeOn.DayNumber;
        var judged = StudyJudge.Of(
            log.Setup.Forecast,
            new StudyLook(planned.Condition, planned.Celsius, age, seen, FirstOf(log, planned)),
            rules
        );
        return new LookKept(
            check,
            age,
            seen,
            "",
            [],
            judged.Verdict,
            [.. judged.Because.Select(because => because.Plain)],
            judged.Notes,
            null,
            ""
        );
    }

    private static (string Shelf, int Jar) JarOf(StudyCheck check) => (check.Shelf, check.Jar);

    private static CheckStatus StatusOf(StudyVerdict verdict) =>
        verdict switch
        {
            StudyVerdict.Held => CheckStatus.Held,
            StudyVerdict.Changed => CheckStatus.Changed,
            StudyVerdict.Failed or _ => CheckStatus.Failed,
        };
}
