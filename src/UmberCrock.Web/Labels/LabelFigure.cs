using System.Collections.Immutable;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Labels;

/// <summary>A small drawing of ours: lines in a box that is 10 high, as wide as it says.</summary>
/// <param name="Width">Width of the box.</param>
/// <param name="Lines">Its lines, points from the top left.</param>
internal sealed record LabelFigure(double Width, ImmutableArray<ImmutableArray<(double X, double Y)>> Lines)
{
    /// <summary>Width of the pen, in tenths of the figure's height.</summary>
    private const double Pen = 0.42;

    private const int StepsOfTurn = 40;

    /// <summary>An open jar: the months after opening stand in it.</summary>
    public static LabelFigure OpenJar { get; } =
        new(
            9,
            [
                Path((1.5, 4), (1, 5), (1, 9), (1.6, 9.6), (7.4, 9.6), (8, 9), (8, 5), (7.5, 4), (1.5, 4)),
                Path((1.2, 2.6), (7.6, 1), (7.9, 2.2), (1.5, 3.8), (1.2, 2.6)),
            ]
        );

    /// <summary>By the word of the rule that asks for it.</summary>
    public static ImmutableDictionary<string, LabelFigure> Signs { get; } =
        new Dictionary<string, LabelFigure>(StringComparer.Ordinal)
        {
            ["eye"] = new(
                12,
                [Arc(6, 9.5, 6.6, 6.6, 215, 325), Arc(6, 0.5, 6.6, 6.6, 35, 145), Turn(6, 5, 1.7, 1.7), Path((1.5, 9.5), (10.5, 0.5))]
            ),
            ["cool"] = new(
                7,
                [
                    Arc(2.6, 7.6, 2, 2, -50, 230),
                    Path((1.3, 6.1), (1.3, 1.6)),
                    Path((3.9, 6.1), (3.9, 1.6)),
                    Arc(2.6, 1.6, 1.3, 1.3, 180, 360),
                    Path((2.6, 7.6), (2.6, 4.8)),
                    Path((6, 1.5), (6, 6)),
                    Path((5.1, 4.8), (6, 6), (6.9, 4.8)),
                ]
            ),
            ["dry"] = new(
                8,
                [
                    Path((4, 0.5), (2, 4.4), (1.4, 6.2)),
                    Path((4, 0.5), (6, 4.4), (6.6, 6.2)),
                    Arc(4, 6.6, 2.6, 2.8, -8, 188),
                    Path((0.6, 9.4), (7.4, 0.6)),
                ]
            ),
            ["patch"] = new(
                13,
                [Path((0.3, 3.4), (7, 2.6), (12.6, 4)), Path((0.3, 8), (7, 7.6), (12.6, 7)), Turn(5.6, 5.3, 1, 1), Turn(5.6, 5.3, 0.3, 0.3)]
            ),
            ["paw"] = new(
                10,
                [
                    Turn(1.6, 4.8, 1, 1.5),
                    Turn(3.9, 2.3, 1.1, 1.6),
                    Turn(6.3, 2.3, 1.1, 1.6),
                    Turn(8.5, 4.8, 1, 1.5),
                    Arc(5.05, 7.5, 2.7, 2, -30, 210),
                    Path((2.7, 6.5), (4, 5), (6.1, 5), (7.4, 6.5)),
                ]
            ),
        }.ToImmutableDictionary(StringComparer.Ordinal);

    private static readonly LabelFigure Stick = Afloat([
        Path((6.6, 7.6), (6.6, 4.2), (9.4, 4.2), (9.4, 7.6), (6.6, 7.6)),
        Path((7, 4.2), (7, 1.2), (9, 0.3), (9, 4.2)),
        Path((6.6, 5.2), (9.4, 5.2)),
    ]);
    private static readonly LabelFigure Tin = Afloat([
        Path((4.2, 4), (4.2, 7.4)),
        Path((11.8, 4), (11.8, 7.4)),
        Turn(8, 3.6, 3.9, 1.2),
        Arc(8, 7.3, 3.8, 0.9, 0, 180),
        Arc(8, 4.4, 3.8, 1.1, 0, 180),
    ]);
    private static readonly LabelFigure Jar = Afloat([
        Path((4.6, 3), (4.6, 7), (5.2, 7.6), (10.8, 7.6), (11.4, 7), (11.4, 3)),
        Path((4.2, 1), (11.8, 1), (11.8, 3), (4.2, 3), (4.2, 1)),
        Path((4.6, 4.6), (11.4, 4.6)),
        Path((4.6, 6.2), (11.4, 6.2)),
    ]);
    private static readonly LabelFigure Bottle = Afloat([
        Path((5.6, 3.4), (5.6, 7), (6.2, 7.6), (9.8, 7.6), (10.4, 7), (10.4, 3.4), (9.2, 2.4), (6.8, 2.4), (5.6, 3.4)),
        Path((7, 2.4), (7, 0.6), (9, 0.6), (9, 2.4)),
        Path((5.6, 4.8), (10.4, 4.8)),
    ]);
    private static readonly LabelFigure Pan = Afloat([
        Turn(8, 5.6, 4.4, 1.9),
        Turn(8, 5.6, 3.4, 1.3),
        Arc(8, 2.6, 4.4, 1.9, 160, 380),
        Path((4, 5), (3.9, 3.2)),
        Path((12, 5), (12.1, 3.2)),
    ]);
    private static readonly LabelFigure Bar = Afloat([
        Path((3.4, 4.6), (5, 3), (11, 3), (12.6, 4.6), (12.2, 7.4), (3.8, 7.4), (3.4, 4.6)),
        Path((3.4, 4.6), (12.6, 4.6)),
        Path((6, 6), (10, 6)),
    ]);

    /// <summary>What a product looks like in what it is filled into, on the water.</summary>
    public static LabelFigure Of(Pack packed) =>
        packed switch
        {
            Pack.Tube => Stick,
            Pack.Tin => Tin,
            Pack.Jar => Jar,
            Pack.Wrapper => Bar,
            Pack.Bottle => Bottle,
            Pack.Pan => Pan,
            _ => throw new ArgumentOutOfRangeException(nameof(packed), packed, "Nothing is drawn for it."),
        };

    /// <summary>Its lines at a place and height in mm.</summary>
    public IEnumerable<InkLine> At(double left, double top, double height) =>
        Lines.Select(line => new InkLine(
            [.. line.Select(point => (left + (point.X * height / 10), top + (point.Y * height / 10)))],
            Pen * height / 10
        ));

    private static LabelFigure Afloat(ImmutableArray<ImmutableArray<(double X, double Y)>> lines) =>
        new(16, [.. lines, Wave(8.6), Wave(9.6)]);

    private static ImmutableArray<(double X, double Y)> Wave(double y) =>
        [
            .. Enumerable
                .Range(0, (2 * StepsOfTurn) + 1)
                .Select(at => 16.0 * at / (2 * StepsOfTurn))
                .Select(x => (x, y + (0.28 * Math.Sin(x * Math.PI / 2)))),
        ];

    private static ImmutableArray<(double X, double Y)> Path(params (double X, double Y)[] points) => [.. points];

    private static ImmutableArray<(double X, double Y)> Turn(double x, double y, double across, double down) =>
        Arc(x, y, across, down, 0, 360);

    /// <summary>Part of an ellipse, from an angle to another in degrees, clockwise from the right.</summary>
    private static ImmutableArray<(double X, double Y)> Arc(double x, double y, double across, double down, double from, double to) =>
        [
            .. Enumerable
                .Range(0, StepsOfTurn + 1)
                .Select(at => (from + ((to - from) * at / StepsOfTurn)) * Math.PI / 180)
                .Select(angle => (x + (across * Math.Cos(angle)), y + (down * Math.Sin(angle)))),
        ];
}
