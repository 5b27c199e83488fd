using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Studies;

/// <summary>A look that stands, with its place in the log.</summary>
/// <param name="Sequence">Number of its entry in the log of the study.</param>
/// <param name="At">When it was kept.</param>
/// <param name="Look">What was kept of the jar.</param>
public sealed record StandingLook(long Sequence, DateTimeOffset At, LookKept Look);

/// <summary>The events of a study in order, and what they come to. Immutable: an event that is appended makes a new log or is
/// refused.</summary>
public sealed class StudyLog
{
    /// <summary>The most events that a study keeps: every check of the largest plan, looked at twice.</summary>
    public const int MostEvents = 4000;

    /// <summary>The longest word about a jar, letters.</summary>
    public const int LongestText = 1000;

    /// <summary>The most pictures of one look.</summary>
    public const int MostPictures = 8;

    private const int LongestName = 200;
    private const int MostChecks = 1500;
    private const decimal HighestPercent = 200m;

    private StudyLog(ImmutableArray<LoggedStudyEvent> events)
    {
        Events = events;
        Setup = ((StudyStarted)events[0].Event).Setup;
        Checks = Setup.Checks.ToImmutableDictionary(check => check.Id, StringComparer.Ordinal);
        Revoked = [.. events.Select(logged => logged.Event).OfType<StudyEntryRevoked>().Select(revoked => revoked.Of)];
        var standing = events.Where(logged => !Revoked.Contains(logged.Sequence)).ToList();
        Looks = standing
            .Where(logged => logged.Event is LookKept)
            .Select(logged => new StandingLook(logged.Sequence, logged.At, (LookKept)logged.Event))
            .GroupBy(look => look.Look.Check, StringComparer.Ordinal)
            .ToImmutableDictionary(group => group.Key, group => group.Last(), StringComparer.Ordinal);
        Missed = [.. standing.Select(logged => logged.Event).OfType<ChecksMissed>().SelectMany(missed => missed.Checks).Except(Looks.Keys)];
        Ended = standing.LastOrDefault(logged => logged.Event is StudyEnded);
    }

    /// <summary>Everything that happened to the study, in order.</summary>
    public ImmutableArray<LoggedStudyEvent> Events { get; }

    /// <summary>What the study is of and what it is held against.</summary>
    public StudySetup Setup { get; }

    /// <summary>The planned checks by their names.</summary>
    public ImmutableDictionary<string, StudyCheck> Checks { get; }

    /// <summary>The looks that stand, by the names of their checks.</summary>
    public ImmutableDictionary<string, StandingLook> Looks { get; }

    /// <summary>Names of the checks that the maker has marked as missed.</summary>
    public ImmutableHashSet<string> Missed { get; }

    /// <summary>Sequence numbers of the entries of the study that were taken back.</summary>
    public ImmutableHashSet<long> Revoked { get; }

    /// <summary>The entry that ended the study; null while it goes on.</summary>
    public LoggedStudyEvent? Ended { get; }

    /// <summary>Sequence number of the last event of the study.</summary>
    public long Sequence => Events[^1].Sequence;

    /// <summary>The last entry that can be taken back; null when there is none.</summary>
    public LoggedStudyEvent? LastStanding =>
        Events.LastOrDefault(logged => logged.Event is not (StudyStarted or StudyEntryRevoked) && !Revoked.Contains(logged.Sequence));

    /// <summary>The log of a study that has just begun.</summary>
    /// <param name="setup">What it is of.</param>
    /// <param name="at">When it begins.</param>
    /// <param name="device">Where it was begun.</param>
    /// <exception cref="DocumentException">Its plan cannot be.</exception>
    public static StudyLog Start(StudySetup setup, DateTimeOffset at, string device) =>
        Of([new LoggedStudyEvent(1, at, device, new StudyStarted(setup))]);

    /// <summary>A study from the events that were kept of it.</summary>
    /// <exception cref="DocumentException">One is missing, out of order, or cannot be.</exception>
    public static StudyLog Of(IEnumerable<LoggedStudyEvent> kept)
    {
        ImmutableArray<LoggedStudyEvent> events = [.. kept];
        if (events.IsEmpty || events[0] is not { Sequence: 1, Event: StudyStarted started })
            throw new DocumentException("/events", "do not begin with a start.");
        CheckSetup(started.Setup);
        var log = new StudyLog([events[0]]);
        // Each is held against what stood before it; they are folded once.
        var ids = log.Checks;
        for (var at = 1; at < events.Length; at++)
        {
            if (events[at].Sequence != at + 1)
                throw new DocumentException("/events", $"lack entry {at + 1}.");
            CheckEvent(events[at].Event, ids, events.AsSpan(0, at));
        }

        return new StudyLog(events);
    }

    /// <summary>Appends something that happened to the study: a log with one entry more.</summary>
    /// <param name="at">When it happened; with the entry before it where the clock was set back.</param>
    /// <param name="device">Where it was entered.</param>
    /// <param name="happened">What happened to the study.</param>
    /// <exception cref="DocumentException">It cannot be: the pointer names the member of the event.</exception>
    public StudyLog Append(DateTimeOffset at, string device, StudyEvent happened)
    {
        if (Events.Length >= MostEvents)
            throw new DocumentException("/type", $"is one too many: a study keeps {MostEvents} entries.");
        if (Ended is not null && happened is not StudyEntryRevoked)
            throw new DocumentException("/type", "comes after the end. Take the end back first.");
        CheckEvent(happened, Checks, Events.AsSpan());
        if (happened is StudyEntryRevoked { Of: var of } && Revoked.Contains(of))
            throw new DocumentException("/of", $"is {(int)of}: that entry was taken back.");
        var moment = at < Events[^1].At ? Events[^1].At : at;
        return new StudyLog(Events.Add(new LoggedStudyEvent(Sequence + 1, moment, device, happened)));
    }

    /// <summary>Something that happened to a study, as it is kept.</summary>
    public static string ToText(StudyEvent happened) => JsonSerializer.Serialize(happened, ContractJson.Options);

    /// <summary>Reads something that happened to a study, as it was kept.</summary>
    /// <exception cref="JsonException">It is no event that is known here.</exception>
    public static StudyEvent Stored(string document) =>
        JsonSerializer.Deserialize<StudyEvent>(document, ContractJson.Options) ?? throw new JsonException("There is no event.");

    private static void CheckSetup(StudySetup setup)
    {
        if (setup.Name.Length is 0 or > LongestName)
            throw new DocumentException("/setup/name", $"has 1 to {LongestName} letters.");
        if (setup.Checks.IsDefaultOrEmpty || setup.Checks.Length > MostChecks)
            throw new DocumentException("/setup/checks", $"are 1 to {MostChecks}.");
        if (setup.Checks.DistinctBy(check => check.Id, StringComparer.Ordinal).Count() != setup.Checks.Length)
            throw new DocumentException("/setup/checks", "hold a name twice.");
        if (setup.Forecast.Firmness.IsDefaultOrEmpty || setup.Forecast.Firmness.Any(firmness => !double.IsFinite(firmness)))
            throw new DocumentException("/setup/forecast/firmness", "is no curve.");
    }

    private static void CheckEvent(
        StudyEvent happened,
        ImmutableDictionary<string, StudyCheck> checks,
        ReadOnlySpan<LoggedStudyEvent> before
    )
    {
        switch (happened)
        {
            case LookKept look:
                CheckLook(look, checks);
                break;
            case ChecksMissed { Checks: var missed }:
                if (missed.IsDefaultOrEmpty || missed.FirstOrDefault(name => !checks.ContainsKey(name)) is not null)
                    throw new DocumentException("/checks", "must name checks of this study.");
                break;
            case StudyEntryRevoked { Of: var of }:
                if (of < 2 || of > before.Length || before[(int)of - 1].Event is StudyEntryRevoked)
                    throw new DocumentException("/of", $"is {(int)Math.Clamp(of, 0, int.MaxValue)}: no entry that can be taken back.");
                break;
            case StudyEnded { Reason: var reason }:
                if (reason.Length is 0 or > LongestText)
                    throw new DocumentException("/reason", $"has 1 to {LongestText} letters.");
                break;
            default:
                throw new DocumentException("/type", "is not an event that can be appended.");
        }
    }

    private static void CheckLook(LookKept look, ImmutableDictionary<string, StudyCheck> checks)
    {
        if (!checks.TryGetValue(look.Check, out var check))
            throw new DocumentException("/check", "names no check of this study.");
        if (look.Day < 0)
            throw new DocumentException("/day", "lies before the making.");
        if (look.Text.Length > LongestText || look.Reason.Length > LongestText)
            throw new DocumentException("/text", $"has at most {LongestText} letters.");
        if (look.Own is not null && look.Own != look.ByRule && look.Reason.Length == 0)
            throw new DocumentException("/reason", "is wanted where you say otherwise than the rule.");
        if (look.Pictures.IsDefault || look.Pictures.Length > MostPictures)
            throw new DocumentException("/pictures", $"are at most {MostPictures}.");
        if (look.Pictures.Any(name => !LookKept.IsPicture(name)))
            throw new DocumentException("/pictures", "are named by what is in them: 32 hexadecimal digits and .jpg.");
        foreach (var (sign, notch) in look.Seen.Notches)
        {
            if (notch is < 0 or > Seen.Strong)
                throw new DocumentException($"/seen/{Vocabulary.Word(sign)}", $"is from 0 to {Seen.Strong}.");
            if (!check.Look.Contains(Vocabulary.Word(sign), StringComparer.Ordinal))
                throw new DocumentException($"/seen/{Vocabulary.Word(sign)}", "is nothing that this jar can show.");
        }

        if (look.Seen.HeightPercent is < 0m or > HighestPercent)
            throw new DocumentException("/seen/heightPercent", $"is from 0 to {(int)HighestPercent}.");
        if (look.Seen is { Band: null, HeightPercent: null } && look.Seen.Notches.IsEmpty)
            throw new DocumentException("/seen", "holds nothing: mark what you saw.");
    }
}
