using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;

namespace UmberCrock.Web.Studies;

/// <summary>A mark where it is drawn.</summary>
/// <param name="X">Its middle, px.</param>
/// <param name="Mark">The mark.</param>
/// <param name="Words">What it says.</param>
internal sealed record DrawnMark(double X, TruthMark Mark, string Words);

/// <summary>The bench's own record of truth as it is drawn: a line for each kind on an axis of months.</summary>
/// <param name="Truth">The record.</param>
/// <param name="Today">The day.</param>
/// <param name="Rules">The rules of studies.</param>
internal sealed record TruthView(BenchTruth Truth, DateOnly Today, RuleBook Rules)
{
    /// <summary>So many months are shown.</summary>
    public const int Months = 6;

    /// <summary>Width of the axis, px.</summary>
    public const double Width = 290;

    private const double Margin = 12;

    /// <summary>Room that the word of today and that of a month take to the left of its day, px.</summary>
    private const double RoomForToday = 72;

    /// <summary>The first day that is shown: the first of a month.</summary>
    public static DateOnly SinceOf(DateOnly today) => new DateOnly(today.Year, today.Month, 1).AddMonths(1 - Months);

    /// <summary>Where a day lies, px.</summary>
    public double X(DateOnly day) =>
        Margin + ((Width - (2 * Margin)) * (day.DayNumber - Truth.Since.DayNumber) / (Today.AddDays(1).DayNumber - Truth.Since.DayNumber));

    /// <summary>The months of the axis.</summary>
    public IEnumerable<(double X, string Word)> Ticks =>
        Enumerable
            .Range(0, Months)
            .Select(at => Truth.Since.AddMonths(at))
            .Select(month => (X(month), X(Today) - X(month) < RoomForToday ? "" : month.ToString("MMM")));

    /// <summary>Marks of a kind, pushed apart where they would lie on one another.</summary>
    public IReadOnlyList<DrawnMark> MarksOf(ForecastSubject about)
    {
        const double apart = 18;
        var (drawn, last) = (new List<DrawnMark>(), double.NegativeInfinity);
        foreach (var mark in Truth.Marks.Where(mark => mark.About == about))
        {
            var x = Math.Max(X(mark.On), last + apart);
            if (x > Width - Margin)
                break;
            drawn.Add(new DrawnMark(x, mark, $"{mark.Name}: {ForecastTally.WordsOf(mark.Note, Rules).ToLowerInvariant()}, {Said(mark)}"));
            last = x;
        }

        return drawn;
    }

    /// <summary>A kind in words.</summary>
    public static string Of(ForecastSubject about) =>
        about switch
        {
            ForecastSubject.Firmness => "Firmness",
            ForecastSubject.Softening => "Softening and hardening",
            ForecastSubject.Oil => "Oil",
            ForecastSubject.Grain => "Grain and bloom",
            ForecastSubject.Cracks => "Cracks",
            ForecastSubject.Settling => "Settling",
            ForecastSubject.Height => "Height of a whip",
            ForecastSubject.Keeping => "Keeping",
            ForecastSubject.Colour => "Colour",
            ForecastSubject.Mould => "Mould",
            ForecastSubject.Use => "Making and use",
            _ => throw new UnreachableException(),
        };

    /// <summary>Where the misses of a kind lie, or what there is to say instead.</summary>
    public static string MissesOf(TruthOfKind kind)
    {
        var words = new List<string>();
        if (kind.Softer > 0)
            words.Add($"{kind.Softer} seen softer");
        if (kind.Firmer > 0)
            words.Add($"{kind.Firmer} seen firmer");
        if (kind.Missed - kind.Softer - kind.Firmer is > 0 and var missed)
            words.Add($"{missed} otherwise than foreseen");
        if (kind.InPart > 0)
            words.Add($"{kind.InPart} in part");
        if (kind.Open > 0)
            words.Add($"{kind.Open} still open");
        return words.Count == 0 ? "all as foreseen" : string.Join(", ", words);
    }

    private static string Said(TruthMark mark) =>
        mark.Outcome switch
        {
            ForecastOutcome.BorneOut => "borne out",
            ForecastOutcome.InPart => "in part",
            ForecastOutcome.NotSeen when mark.Lean != 0 => mark.Lean < 0 ? "seen softer" : "seen firmer",
            ForecastOutcome.NotSeen => "otherwise than foreseen",
            ForecastOutcome.Open or _ => "open",
        };
}
