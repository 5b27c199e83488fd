using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Studies;

/// <summary>A check in the grid.</summary>
/// <param name="Place">The check and how it stands.</param>
/// <param name="Word">What was seen, in a word below its mark; empty for what is to come.</param>
internal sealed record StudyCell(CheckPlace Place, string Word);

/// <summary>A jar of the grid.</summary>
/// <param name="Check">Its first check.</param>
/// <param name="IsFirst">True for the first jar of its place.</param>
/// <param name="Cells">Its checks by day; null on the days on which it is not looked at.</param>
internal sealed record StudyJar(StudyCheck Check, bool IsFirst, IReadOnlyList<StudyCell?> Cells);

/// <summary>What is asked of a jar, with what was seen of it the last time.</summary>
/// <param name="Sign">The sign.</param>
/// <param name="Before">The notch at the look before; null where there was none.</param>
/// <param name="Now">The notch of this look; null where nobody has looked.</param>
internal sealed record AskedSign(Sign Sign, int? Before, int? Now);

/// <summary>A study as its page shows it.</summary>
internal sealed class StudyView
{
    private readonly Knowledge knowledge;

    /// <summary>Puts a study into the shape of its page.</summary>
    /// <param name="kept">The study.</param>
    /// <param name="chosen">Name of the check in the panel; null for the first that is due.</param>
    /// <param name="today">The day.</param>
    /// <param name="knowledge">The rules.</param>
    public StudyView(KeptStudy kept, string? chosen, DateOnly today, Knowledge knowledge)
    {
        (Kept, Today, this.knowledge) = (kept, today, knowledge);
        Places = StudyProgress.Of(Log, today, Rules);
        Days = [.. Log.Setup.Checks.Select(check => check.Day).Distinct().Order()];
        Jars =
        [
            .. Places
                .GroupBy(place => (place.Check.Shelf, place.Check.Jar))
                .OrderBy(group => Shelves.IndexOf(group.Key.Shelf))
                .ThenBy(group => group.Key.Jar)
                .Select(group => new StudyJar(
                    group.First().Check,
                    group.Key.Jar == group.Min(place => place.Check.Jar) && group.Key.Jar == 1,
                    [.. Days.Select(day => group.FirstOrDefault(place => place.Check.Day == day) is { } at ? CellOf(at) : null)]
                )),
        ];
        Chosen = Places.FirstOrDefault(place => place.Check.Id == chosen)
            ?? Places.FirstOrDefault(place => place.Status == CheckStatus.Due)
            ?? Places.LastOrDefault(place => place.Kept is not null)
            ?? Places[0];
    }

    /// <summary>The study.</summary>
    public KeptStudy Kept { get; }

    /// <summary>Its log.</summary>
    public StudyLog Log => Kept.Log;

    /// <summary>The day of the page.</summary>
    public DateOnly Today { get; }

    /// <summary>Every check.</summary>
    public IReadOnlyList<CheckPlace> Places { get; }

    /// <summary>The days of the plan, from making.</summary>
    public IReadOnlyList<int> Days { get; }

    /// <summary>The rows of the grid.</summary>
    public IReadOnlyList<StudyJar> Jars { get; }

    /// <summary>The check in the panel.</summary>
    public CheckPlace Chosen { get; }

    /// <summary>How many days old it is.</summary>
    public int Age => Today.DayNumber - Log.Setup.MadeOn.DayNumber;

    /// <summary>What is foreseen, and what was seen of it.</summary>
    public IReadOnlyList<ForecastSeen> Forecasts => ForecastTally.Of(Log, Rules);

    /// <summary>The best-before date and its reasons.</summary>
    public ShelfLife Life => LifeOf(Log);

    /// <summary>Checks that were missed and not yet marked so.</summary>
    public IReadOnlyList<CheckPlace> Unmarked =>
        [.. Places.Where(place => place.Status == CheckStatus.Missed && !Log.Missed.Contains(place.Check.Id))];

    /// <summary>True where somebody was away so long that one line tells what passed.</summary>
    public bool WasAway => Unmarked.Count > 0 && Unmarked.Min(place => place.Check.Date).AddDays(StudyProgress.AwayDays(Rules)) < Today;

    /// <summary>How many checks stand so.</summary>
    public int Count(CheckStatus status) => Places.Count(place => place.Status == status);

    /// <summary>The next check that is due after the chosen one; null where none is.</summary>
    public CheckPlace? NextDue =>
        Places.SkipWhile(place => place.Check.Id != Chosen.Check.Id).Skip(1).FirstOrDefault(place => place.Status == CheckStatus.Due)
        ?? Places.FirstOrDefault(place => place.Status == CheckStatus.Due && place.Check.Id != Chosen.Check.Id);

    /// <summary>True where the chosen check can be looked at: its day has come, and the study goes on.</summary>
    public bool CanLook => Chosen.Check.Date <= Today && Log.Ended is null && Chosen.Status != CheckStatus.Over;

    /// <summary>The look before the chosen one at the same jar; null where there was none.</summary>
    public LookKept? Before =>
        Log
            .Looks.Values.Select(kept => kept.Look)
            .Where(look =>
                Log.Checks[look.Check] is var check
                && check.Shelf == Chosen.Check.Shelf
                && check.Jar == Chosen.Check.Jar
                && check.Day < Chosen.Check.Day
            )
            .MaxBy(look => Log.Checks[look.Check].Day);

    /// <summary>What is asked of the chosen jar.</summary>
    public IReadOnlyList<AskedSign> Asked =>
        [
            .. Chosen
                .Check.Look.Select(word => Vocabulary.TryParse<Sign>(word, out var sign) ? (Sign?)sign : null)
                .OfType<Sign>()
                .Select(sign => new AskedSign(sign, Before?.Seen[sign], Chosen.Kept?.Look.Seen[sign])),
        ];

    /// <summary>True where its firmness is asked.</summary>
    public bool AsksBand => Chosen.Check.Look.Contains(StudyPlan.LookBand, StringComparer.Ordinal);

    /// <summary>True where its height is asked.</summary>
    public bool AsksHeight => Chosen.Check.Look.Contains(StudyPlan.LookHeight, StringComparer.Ordinal);

    /// <summary>The texture that was foreseen where the chosen jar stands.</summary>
    public Band ForeseenBand => Rules.Texture.BandOf(Log.Setup.Forecast.FirmnessAt(Chosen.Check.Celsius));

    /// <summary>"Warm 40 °C, jar 2, day 42".</summary>
    public static string Title(StudyCheck check) =>
        StudyWords.Of(check.Condition)
        + (check.Condition == StudyCondition.FreezeThaw ? $", round {check.Round}" : $" {Shown.Temperature(check.Celsius, "0.#")}")
        + $", jar {check.Jar}, day {check.Day}";

    /// <summary>The best-before date of a log of this study.</summary>
    public ShelfLife LifeOf(StudyLog log) => ShelfLife.Of(log.Setup.LifeFacts(knowledge.Workshop.NoLongerThanWatched), log, Rules);

    /// <summary>Which looks say so, in words: "Room from day 7, 8 looks".</summary>
    public string Saying(ForecastSeen seen) =>
        seen.Looks.Length == 0
            ? "No look shows it yet."
            : string.Join(
                "; ",
                seen.Looks.Select(name => Log.Checks[name])
                    .GroupBy(check => check.Condition)
                    .Select(group =>
                        $"{StudyWords.Of(group.Key)} {(group.Count() > 1 ? "from " : "")}day {group.Min(check => check.Day)}"
                        + (group.Count() > 1 ? $", {group.Count()} looks" : "")
                    )
            )
                + (
                    seen.Lean < 0 ? ": softer"
                    : seen.Lean > 0 ? ": firmer"
                    : ""
                );

    private RuleBook Rules => knowledge.Catalogue.Rules;

    private List<string> Shelves => [.. Log.Setup.Checks.Select(check => check.Shelf).Distinct(StringComparer.Ordinal)];

    private StudyCell CellOf(CheckPlace place) =>
        new(
            place,
            place.Kept is { } kept ? SeenWord(place.Check, kept.Look)
                : place.Status is CheckStatus.Due or CheckStatus.Missed ? StudyWords.Of(place.Status)
                : ""
        );

    /// <summary>The strongest that moved, in a word.</summary>
    private string SeenWord(StudyCheck check, LookKept look)
    {
        if (look.Verdict == StudyVerdict.Held)
            return "same";
        var first = StudyProgress.FirstOf(Log, check);
        var moved = look
            .Seen.Notches.Select(one => (one.Key, By: one.Value - (first?[one.Key] ?? 0)))
            .OrderByDescending(one => one.By)
            .ThenByDescending(one => one.Key)
            .FirstOrDefault();
        if (moved.By > 0)
            return StudyWords.Short(moved.Key);
        var foreseen = Rules.Texture.BandOf(Log.Setup.Forecast.FirmnessAt(check.Celsius));
        return look.Seen.Band is { } band && band != foreseen ? (band < foreseen ? "softer" : "firmer")
            : look.Seen.HeightPercent is not null ? "fell"
            : StudyWords.Of(look.Verdict == StudyVerdict.Failed ? CheckStatus.Failed : CheckStatus.Changed);
    }
}
