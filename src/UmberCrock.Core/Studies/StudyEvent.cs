using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace UmberCrock.Core.Studies;

/// <summary>Something that happened to a study. Events are appended and never changed.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(StudyStarted), "started")]
[JsonDerivedType(typeof(LookKept), "look")]
[JsonDerivedType(typeof(ChecksMissed), "missed")]
[JsonDerivedType(typeof(StudyEntryRevoked), "revoked")]
[JsonDerivedType(typeof(StudyEnded), "ended")]
public abstract record StudyEvent;

/// <summary>The study began: what it is of, what was foreseen and what is planned.</summary>
public sealed record StudyStarted(StudySetup Setup) : StudyEvent;

/// <summary>A jar was looked at. A later look of the same check takes the place of an earlier one.</summary>
/// <param name="Check">Name of the check.</param>
/// <param name="Day">Days from making on which it was looked at.</param>
/// <param name="Seen">What was seen of the jar.</param>
/// <param name="Text">A word about the jar; empty for none.</param>
/// <param name="Pictures">Names of the pictures that were taken.</param>
/// <param name="ByRule">What the look came to by rule when it was kept.</param>
/// <param name="Because">The reasons of the rule, in words.</param>
/// <param name="Notes">What the look said of each forecast.</param>
/// <param name="Own">What the maker made of it instead; null for what the rule says.</param>
/// <param name="Reason">Why the maker says otherwise; empty where nobody does.</param>
public sealed record LookKept(
    string Check,
    int Day,
    Seen Seen,
    string Text,
    ImmutableArray<string> Pictures,
    StudyVerdict ByRule,
    ImmutableArray<string> Because,
    ImmutableArray<NoteOutcome> Notes,
    StudyVerdict? Own,
    string Reason
) : StudyEvent
{
    private const int LettersOfName = 32;

    /// <summary>True for the name of a picture: 32 hexadecimal digits of what is in it, and ".jpg".</summary>
    /// <param name="name">The name.</param>
    public static bool IsPicture(string? name) =>
        name is { Length: LettersOfName + 4 }
        && name.EndsWith(".jpg", StringComparison.Ordinal)
        && name.Take(LettersOfName).All(char.IsAsciiHexDigitLower);

    /// <summary>What stands: the maker's own word, else that of the rule.</summary>
    [JsonIgnore]
    public StudyVerdict Verdict => Own ?? ByRule;
}

/// <summary>Checks were missed, and the maker knows it.</summary>
/// <param name="Checks">Names of the checks.</param>
public sealed record ChecksMissed(ImmutableArray<string> Checks) : StudyEvent;

/// <summary>An earlier entry of the study is taken back, as if it had not been.</summary>
/// <param name="Of">Sequence number of that entry.</param>
public sealed record StudyEntryRevoked(long Of) : StudyEvent;

/// <summary>The study is over before its last day, and why.</summary>
/// <param name="Reason">The reason, in words.</param>
public sealed record StudyEnded(string Reason) : StudyEvent;

/// <summary>An event with its place in the log of its study.</summary>
/// <param name="Sequence">Number of the entry in the study, from 1.</param>
/// <param name="At">When it was entered, with the offset that the maker's clock had.</param>
/// <param name="Device">Where it was entered: a word for the window or phone of the maker.</param>
/// <param name="Event">What happened to the study.</param>
public sealed record LoggedStudyEvent(long Sequence, DateTimeOffset At, string Device, StudyEvent Event);
