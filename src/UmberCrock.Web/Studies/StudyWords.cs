using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Studies;

/// <summary>How the screens of studies say the contract's words.</summary>
internal static class StudyWords
{
    /// <summary>A place: "Room", "Freeze-thaw".</summary>
    public static string Of(StudyCondition condition) =>
        condition switch
        {
            StudyCondition.Room => "Room",
            StudyCondition.Warm => "Warm",
            StudyCondition.Cold => "Fridge",
            StudyCondition.FreezeThaw => "Freeze-thaw",
            StudyCondition.Light => "Window light",
            StudyCondition.Other => "Your own place",
            _ => throw new UnreachableException(),
        };

    /// <summary>How warm it is in a place, or what is done there.</summary>
    public static string Heat(StudyCheck check) =>
        check.Condition == StudyCondition.FreezeThaw ? "frost, then thawed"
        : check.IsVial ? $"{Shown.Temperature(check.Celsius, "0.#")}, closed vial"
        : $"{Shown.Temperature(check.Celsius, "0.#")}";

    /// <summary>A sign, as what is asked.</summary>
    public static string Of(Sign sign) =>
        sign switch
        {
            Sign.Colour => "Colour, changed",
            Sign.Odour => "Smell, changed",
            Sign.Sweat => "Drops on it",
            Sign.Bleed => "Oil around it",
            Sign.Grain => "Grain",
            Sign.Cracks => "Cracks",
            Sign.Layers => "Layers",
            Sign.Mould => "Mould",
            _ => throw new UnreachableException(),
        };

    /// <summary>A sign in one short word, below its mark.</summary>
    public static string Short(Sign sign) =>
        sign switch
        {
            Sign.Colour => "colour",
            Sign.Odour => "smell",
            Sign.Sweat => "drops",
            Sign.Bleed => "oil",
            Sign.Grain => "grain",
            Sign.Cracks => "cracks",
            Sign.Layers => "layers",
            Sign.Mould => "mould",
            _ => throw new UnreachableException(),
        };

    /// <summary>A notch of a sign.</summary>
    public static string Notch(int notch) =>
        notch switch
        {
            0 => "none",
            1 => "trace",
            2 => "some",
            _ => "strong",
        };

    /// <summary>A band: "soft butter".</summary>
    public static string Of(Band band) => Vocabulary.Word(band).Replace('-', ' ');

    /// <summary>A status of a check.</summary>
    public static string Of(CheckStatus status) =>
        status switch
        {
            CheckStatus.Ahead => "to come",
            CheckStatus.Due => "due",
            CheckStatus.Missed => "missed",
            CheckStatus.Over => "not asked",
            CheckStatus.Held => "held",
            CheckStatus.Changed => "changed",
            CheckStatus.Failed => "failed",
            _ => throw new UnreachableException(),
        };

    /// <summary>The status of a check whose look came to a verdict.</summary>
    public static CheckStatus StatusOf(StudyVerdict verdict) =>
        verdict switch
        {
            StudyVerdict.Held => CheckStatus.Held,
            StudyVerdict.Changed => CheckStatus.Changed,
            StudyVerdict.Failed => CheckStatus.Failed,
            _ => throw new UnreachableException(),
        };

    /// <summary>What became of a forecast.</summary>
    public static string Of(ForecastSeen seen) =>
        seen.Outcome switch
        {
            ForecastOutcome.BorneOut => "borne out",
            ForecastOutcome.InPart => "in part",
            ForecastOutcome.NotSeen => seen.Stays ? "not foreseen" : "not seen",
            ForecastOutcome.Open => "open",
            _ => throw new UnreachableException(),
        };

    /// <summary>A day of the calendar.</summary>
    public static string Day(DateOnly day) => day.ToString("d MMM yyyy");

    /// <summary>How far a date was watched, in words beside it.</summary>
    public static string Of(ShelfLife life) =>
        life.Evidence switch
        {
            Evidence.Foreseen => "foreseen",
            Evidence.WatchedSoFar => $"foreseen; watched so far to {Day(life.WatchedTo!.Value)}",
            Evidence.WatchedInFull => "watched in full",
            _ => throw new UnreachableException(),
        };
}
