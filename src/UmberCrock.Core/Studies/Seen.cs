using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Studies;

/// <summary>What was seen of a jar; what is not in it was not looked at.</summary>
/// <param name="Notches">Of each sign that was looked at, 0 for none to 3 for strong.</param>
/// <param name="Band">How firm it was; null where nobody pressed it.</param>
/// <param name="HeightPercent">Height of a whip, percent of the first; null where nobody measured it.</param>
public sealed record Seen(ImmutableDictionary<Sign, int> Notches, Band? Band, decimal? HeightPercent)
{
    /// <summary>The strongest notch of a sign; 0 is the weakest.</summary>
    public const int Strong = 3;

    /// <summary>A jar that nobody looked at.</summary>
    public static Seen Nothing { get; } = new(ImmutableDictionary<Sign, int>.Empty, null, null);

    /// <summary>The notch of a sign; null where it was not looked at.</summary>
    public int? this[Sign sign] => Notches.TryGetValue(sign, out var notch) ? notch : null;
}

/// <summary>A look at a jar of a study: where, when, and what was seen.</summary>
/// <param name="Condition">Where the jar stands.</param>
/// <param name="Celsius">How warm it is there, C.</param>
/// <param name="Day">Days from making.</param>
/// <param name="Seen">What was seen.</param>
/// <param name="First">What was seen at the first look; null where this is the first.</param>
public sealed record StudyLook(StudyCondition Condition, decimal Celsius, int Day, Seen Seen, Seen? First);

/// <summary>Whether a forecast came true, by what one look can show.</summary>
public enum ForecastOutcome
{
    /// <summary>It came as it was foreseen, in kind and in strength.</summary>
    BorneOut,

    /// <summary>It came, but weaker than it was foreseen.</summary>
    InPart,

    /// <summary>It was foreseen and did not come by its day.</summary>
    NotSeen,

    /// <summary>It is too early to say, or this look cannot show it.</summary>
    Open,
}

/// <summary>A forecast and what a look says of it.</summary>
public sealed record NoteOutcome(string Code, ForecastOutcome Outcome);

/// <summary>What a look comes to by rule, with its reasons and what it says of each forecast.</summary>
/// <param name="Verdict">Held, changed or failed, by rule.</param>
/// <param name="Because">The reasons, the gravest first; of what held, that nothing moved.</param>
/// <param name="Notes">What it says of each forecast.</param>
public sealed record Judgement(StudyVerdict Verdict, ImmutableArray<Message> Because, ImmutableArray<NoteOutcome> Notes);
