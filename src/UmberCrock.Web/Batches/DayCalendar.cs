using System.Globalization;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using UmberCrock.Core.Batches;

namespace UmberCrock.Web.Batches;

/// <summary>A day as entries for any calendar (RFC 5545).</summary>
internal static class DayCalendar
{
    /// <summary>One entry for the day with its steps in words, one for everything that is done on a later day.</summary>
    /// <param name="plan">The day.</param>
    /// <param name="names">Names of the batches.</param>
    /// <param name="now">When it is written.</param>
    public static string Of(DayPlan plan, IReadOnlyList<string> names, DateTimeOffset now)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Umber Crock//Batch day//EN" };
        calendar.Events.Add(
            Entry(
                plan.StartsAt,
                plan.EndsAt,
                $"Batch day: {string.Join(", ", names)}",
                string.Join('\n', plan.Steps.Where(step => step.StartsAt < plan.EndsAt).Select(step => Line(step, names))),
                now
            )
        );
        foreach (var step in plan.Steps.Where(step => step.Attended && step.StartsAt >= plan.EndsAt))
            calendar.Events.Add(Entry(step.StartsAt, step.EndsAt, $"{step.Title}: {names[step.Batch]}", "", now));
        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    private static CalendarEvent Entry(DateTimeOffset from, DateTimeOffset to, string title, string words, DateTimeOffset now) =>
        new()
        {
            Uid = string.Create(CultureInfo.InvariantCulture, $"{from.ToUnixTimeSeconds()}-{Words(title)}@umber-crock"),
            DtStamp = new CalDateTime(now.UtcDateTime),
            Start = new CalDateTime(from.UtcDateTime),
            End = new CalDateTime(to.UtcDateTime),
            Summary = title,
            Description = words,
        };

    private static string Line(DayStep step, IReadOnlyList<string> names) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{step.StartsAt:HH:mm} {(names.Count > 1 ? $"{names[step.Batch]}: " : "")}{step.Title}{(step.Attended ? "" : ", alone")}"
        );

    private static string Words(string title) => string.Concat(title.Where(char.IsAsciiLetterOrDigit).Take(40)).ToLowerInvariant();
}
