using UmberCrock.Core.Studies;

namespace UmberCrock.Web.Studies;

/// <summary>A reason for a date as it is drawn.</summary>
/// <param name="Y">Base line of its words, px.</param>
/// <param name="X">Right end of its bar, px.</param>
/// <param name="Words">The reason.</param>
/// <param name="Date">The day it allows.</param>
/// <param name="Holds">True for the one that decides.</param>
/// <param name="Binds">False for one that only says how far was watched.</param>
internal sealed record DrawnBar(double Y, double X, string Words, string Date, bool Holds, bool Binds);

/// <summary>Why a product is to be used by a day: a bar for each reason, from the day of making, on an axis of months.</summary>
/// <param name="Bars">The bars.</param>
/// <param name="Ticks">Marks of the axis, px, with their words.</param>
/// <param name="AxisY">Where the axis lies, px.</param>
/// <param name="Words">All of it in words.</param>
internal sealed record ShelfLifeBars(IReadOnlyList<DrawnBar> Bars, IReadOnlyList<(double X, string Word)> Ticks, double AxisY, string Words)
{
    private const double Width = 372;
    private const double RowHeight = 31;
    private const double DaysPerMonth = 365.25 / 12;
    private const int MostTicks = 8;

    /// <summary>Height of the drawing, px.</summary>
    public double Height => AxisY + 36;

    /// <summary>Draws the reasons of a date.</summary>
    /// <param name="life">The date and its reasons.</param>
    /// <param name="madeOn">The day of making.</param>
    public static ShelfLifeBars Of(ShelfLife life, DateOnly madeOn)
    {
        double MonthsTo(DateOnly day) => Math.Max(0, (day.DayNumber - madeOn.DayNumber) / DaysPerMonth);
        var longest = life.Bars.IsEmpty ? 1 : Math.Max(1, Math.Ceiling(life.Bars.Max(bar => MonthsTo(bar.Until))));
        var every = Math.Max(1, (int)Math.Ceiling(longest / MostTicks));
        var first = life.Bars.FirstOrDefault(bar => bar.Binds && bar.Until == life.Date);
        return new ShelfLifeBars(
            [
                .. life.Bars.Select(
                    (bar, at) =>
                        new DrawnBar(
                            12 + (at * RowHeight),
                            MonthsTo(bar.Until) / longest * Width,
                            bar.Words.ToString(null, null),
                            StudyWords.Day(bar.Until),
                            ReferenceEquals(bar, first),
                            bar.Binds
                        )
                ),
            ],
            [.. Enumerable.Range(0, (int)(longest / every) + 1).Select(at => (at * every / longest * Width, $"{at * every}"))],
            Math.Max(1, life.Bars.Length) * RowHeight + 4,
            string.Join("; ", life.Bars.Select(bar => $"{bar.Words.ToString(null, null)} {StudyWords.Day(bar.Until)}"))
        );
    }
}
