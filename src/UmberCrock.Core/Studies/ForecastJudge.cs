using System.Diagnostics;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Studies;

/// <summary>Holds each forecast against a look: borne out, in part, not seen, or open until its day has passed or another place shows
/// it.</summary>
internal static class ForecastJudge
{
    /// <summary>The outcome of each note that was made, and of what nobody foresaw.</summary>
    public static IEnumerable<NoteOutcome> Of(StudyForecast forecast, StudyLook look, StudyRules rules, FirmnessSeen texture) =>
        rules
            .Notes.Where(row => IsMade(row, forecast))
            .Select(row => new NoteOutcome(
                row.Note,
                row.Conditions.IsEmpty || row.Conditions.Contains(look.Condition)
                    ? OutcomeOf(row, forecast, look, rules, texture)
                    : ForecastOutcome.Open
            ));

    /// <summary>Notes as they were made; that nothing will happen where no note says that it will; firmness always.</summary>
    public static bool IsMade(NoteRow row, StudyForecast forecast) =>
        row.Kind switch
        {
            NoteKind.Firmness => forecast.Packed != Pack.Bottle,
            NoteKind.Stays => forecast.Packed != Pack.Bottle
                && !row.UnlessNotes.Any(note => forecast.Notes.Contains(note))
                && (row.Sign != Sign.Layers || forecast.CanPart),
            NoteKind.Sign
            or NoteKind.Softens
            or NoteKind.Hardens
            or NoteKind.HoldsFirm
            or NoteKind.FallsBack
            or NoteKind.KeepsHeight
            or NoteKind.Turns
            or NoteKind.NotShown => forecast.Notes.Contains(row.Note),
            _ => throw new UnreachableException(),
        };

    private static ForecastOutcome OutcomeOf(NoteRow row, StudyForecast forecast, StudyLook look, StudyRules rules, FirmnessSeen texture) =>
        row.Kind switch
        {
            NoteKind.Sign => Came(look.Seen[row.Sign!.Value], row, look, rules),
            NoteKind.Stays => Stayed(look.Seen[row.Sign!.Value], row, look, rules),
            NoteKind.Softens => Moved(look, texture, -1),
            NoteKind.Hardens => Moved(look, texture, +1),
            NoteKind.HoldsFirm => look.Celsius > Climate.RoomCelsius && look.Celsius <= forecast.HighCelsius
                ? AsForeseen(look, texture)
                : ForecastOutcome.Open,
            NoteKind.Firmness => AsForeseen(look, texture),
            NoteKind.FallsBack => FellBack(row, look, rules),
            NoteKind.KeepsHeight => look.Seen.HeightPercent is not { } height ? ForecastOutcome.Open
            : height < rules.HeightChangedBelowPercent ? ForecastOutcome.NotSeen
            : ForecastOutcome.BorneOut,
            NoteKind.Turns => Turned(look, forecast, rules),
            NoteKind.NotShown => ForecastOutcome.Open,
            _ => throw new UnreachableException(),
        };

    private static ForecastOutcome Came(int? notch, NoteRow row, StudyLook look, StudyRules rules) =>
        notch is not { } seen ? ForecastOutcome.Open
        : seen >= rules.BorneOutFromNotch ? ForecastOutcome.BorneOut
        : seen > 0 ? ForecastOutcome.InPart
        : look.Day >= row.FromDay ? ForecastOutcome.NotSeen
        : ForecastOutcome.Open;

    /// <summary>What was to stay away and came, was not foreseen.</summary>
    private static ForecastOutcome Stayed(int? notch, NoteRow row, StudyLook look, StudyRules rules) =>
        notch is not { } seen ? ForecastOutcome.Open
        : seen >= rules.BorneOutFromNotch ? ForecastOutcome.NotSeen
        : seen > 0 ? ForecastOutcome.InPart
        : look.Day >= row.FromDay ? ForecastOutcome.BorneOut
        : ForecastOutcome.Open;

    private static ForecastOutcome AsForeseen(StudyLook look, FirmnessSeen texture) =>
        look.Seen.Band is null ? ForecastOutcome.Open
        : texture.IsOff ? ForecastOutcome.NotSeen
        : ForecastOutcome.BorneOut;

    /// <summary>Softer (-1) or harder (+1) than in the room: shown only where the forecast for that heat is another texture than the
    /// room's.</summary>
    private static ForecastOutcome Moved(StudyLook look, FirmnessSeen texture, int way) =>
        look.Seen.Band is not { } seen || Math.Sign(texture.Foreseen - texture.InRoom) != way ? ForecastOutcome.Open
        : !texture.IsOff ? ForecastOutcome.BorneOut
        : Math.Sign(seen - texture.InRoom) == way ? ForecastOutcome.InPart
        : ForecastOutcome.NotSeen;

    private static ForecastOutcome FellBack(NoteRow row, StudyLook look, StudyRules rules) =>
        look.Seen.HeightPercent is not { } height ? ForecastOutcome.Open
        : height < rules.HeightChangedBelowPercent ? ForecastOutcome.BorneOut
        : height < rules.HeightInPartBelowPercent ? ForecastOutcome.InPart
        : look.Day >= row.FromDay ? ForecastOutcome.NotSeen
        : ForecastOutcome.Open;

    /// <summary>A warm day counts as more: 2^((T - 20) / 10) of them (common practice).</summary>
    private static ForecastOutcome Turned(StudyLook look, StudyForecast forecast, StudyRules rules)
    {
        if (look.Seen[Sign.Odour] is not { } odour || forecast.Months is not { } months)
            return ForecastOutcome.Open;
        var share = StudyDays.AtRoom(look, rules) / (months * rules.DaysPerMonth);
        return odour >= rules.BorneOutFromNotch ? (share < rules.TooSoonShare ? ForecastOutcome.NotSeen : ForecastOutcome.BorneOut)
            : share < 1 ? ForecastOutcome.Open
            : odour > 0 ? ForecastOutcome.InPart
            : ForecastOutcome.NotSeen;
    }
}

/// <summary>What days in the warm stand for.</summary>
internal static class StudyDays
{
    /// <summary>Days in the room that a look's days stand for: each counts 2^((T - 20) / step) in the warm, one elsewhere.</summary>
    public static double AtRoom(StudyLook look, StudyRules rules) =>
        look.Day
        * (look.Condition == StudyCondition.Warm ? Math.Pow(2, (double)(look.Celsius - Climate.RoomCelsius) / rules.DoubledPerCelsius) : 1);
}
