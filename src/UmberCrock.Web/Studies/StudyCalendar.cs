using System.Collections.Immutable;
using System.Globalization;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;

namespace UmberCrock.Web.Studies;

/// <summary>The checks of a study as entries for any calendar (RFC 5545): one of a whole day each, the same for the same study.</summary>
internal static class StudyCalendar
{
    /// <summary>Writes the calendar.</summary>
    /// <param name="name">What is watched.</param>
    /// <param name="madeOn">The day it was made: the stamp of every entry.</param>
    /// <param name="checks">The checks.</param>
    public static string Of(string name, DateOnly madeOn, ImmutableArray<StudyCheck> checks)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Umber Crock//Study//EN" };
        var stamp = new CalDateTime(madeOn.ToDateTime(TimeOnly.MinValue, DateTimeKind.Utc));
        foreach (var check in checks)
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = string.Create(CultureInfo.InvariantCulture, $"{madeOn:yyyyMMdd}-{Words(name)}-{check.Id}@umber-crock"),
                    DtStamp = stamp,
                    Start = new CalDateTime(check.Date),
                    Summary = $"Look at {name}: {PlaceOf(check)}, jar {check.Jar}",
                    Description = string.Join(", ", check.Look),
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    /// <summary>Writes the checks of many studies, for a calendar that asks again and again.</summary>
    /// <param name="checks">Key of the study, what is watched, when it was made, name of the check, its day.</param>
    public static string Of(IEnumerable<(string StudyKey, string Name, DateOnly MadeOn, string Check, DateOnly Date)> checks)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Umber Crock//Study//EN" };
        foreach (var check in checks)
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{check.StudyKey}-{check.Check}@umber-crock",
                    DtStamp = new CalDateTime(check.MadeOn.ToDateTime(TimeOnly.MinValue, DateTimeKind.Utc)),
                    Start = new CalDateTime(check.Date),
                    Summary = $"Look at {check.Name}: {check.Check}",
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    /// <summary>Where a jar stands: "warm 40 °C", "freeze-thaw, round 2".</summary>
    private static string PlaceOf(StudyCheck check) =>
        Vocabulary.Word(check.Condition)
        + (
            check.Round is { } round ? string.Create(CultureInfo.InvariantCulture, $", round {round}")
            : check.IsVial ? string.Create(CultureInfo.InvariantCulture, $", a closed vial, {check.Celsius:0.#} °C")
            : string.Create(CultureInfo.InvariantCulture, $" {check.Celsius:0.#} °C")
        );

    private static string Words(string name) => string.Concat(name.Where(char.IsAsciiLetterOrDigit).Take(40)).ToLowerInvariant();
}
