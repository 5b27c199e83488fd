using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Web.Drawing;

/// <summary>A moment of the day's clock: when, what begins, and where it stands, px from the top.</summary>
/// <param name="Time">The time of day.</param>
/// <param name="Word">What begins.</param>
/// <param name="Y">Its place on the line.</param>
/// <param name="LabelY">The place of its words, which never touch.</param>
internal sealed record ClockMoment(string Time, string Word, double Y, double LabelY);

/// <summary>A stretch of the day's clock.</summary>
/// <param name="From">Where it begins, px from the top.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Attended">True where somebody stands by: thick.</param>
/// <param name="Cut">True where hours are left out: a zigzag.</param>
internal sealed record ClockStretch(double From, double To, bool Attended, bool Cut)
{
    /// <summary>The zigzag, as path data.</summary>
    public string Zigzag => Svg.Path([(12, From), (12, From + 8), (5, From + 14), (19, From + 21), (12, From + 27), (12, To)]);
}

/// <summary>The day as a vertical line, true time, 3 px a minute; long times alone are left out.</summary>
/// <param name="Moments">The moments, from the start to the end.</param>
/// <param name="Stretches">The stretches between them.</param>
/// <param name="Height">Height, px.</param>
internal sealed record DayClock(IReadOnlyList<ClockMoment> Moments, IReadOnlyList<ClockStretch> Stretches, double Height)
{
    private const double PixelsPerMinute = 3;
    private const double LongestAlone = 45;
    private const double CutPixels = 34;
    private const double LabelPixels = 18;
    private const double Top = 9;

    /// <summary>For a screen reader.</summary>
    public string InWords => $"The day: {string.Join(", ", Moments.Select(moment => $"{moment.Time} {moment.Word}"))}";

    /// <summary>The clock of a method whose steps have their times.</summary>
    public static DayClock Of(MethodReport method)
    {
        var moments = new List<ClockMoment>();
        var stretches = new List<ClockStretch>();
        var y = Top;
        void Moment(DateTimeOffset at, string word) =>
            moments.Add(
                new(
                    at.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture),
                    word,
                    y,
                    moments.Count == 0 ? y : Math.Max(y, moments[^1].LabelY + LabelPixels)
                )
            );
        var day = method.Steps[0].At!.Value.Date;
        foreach (var step in method.Steps)
        {
            var at = step.At!.Value;
            Moment(at, at.Date == day ? Word(step) : $"{at:ddd}, {Word(step)}");
            day = at.Date;
            var cut = !step.Attended && step.Minutes > LongestAlone;
            var to = y + (cut ? CutPixels : step.Minutes * PixelsPerMinute);
            stretches.Add(new(y, to, step.Attended, cut));
            y = to;
        }

        var last = method.Steps[^1];
        Moment(last.At!.Value.AddMinutes(last.Minutes), "done");
        return new(moments, stretches, moments[^1].LabelY + Top);
    }

    private static string Word(MethodStep step) =>
        step.Stage == MethodStage.Prepare ? "start" : Core.Documents.Vocabulary.Word(step.Stage).Replace('-', ' ');
}
