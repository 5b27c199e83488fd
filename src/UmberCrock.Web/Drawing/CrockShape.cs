namespace UmberCrock.Web.Drawing;

/// <summary>The crock's outline: a thrown jar, narrowing to its foot. All coordinates in px of the bench's drawing.</summary>
internal static class CrockShape
{
    /// <summary>Level of 100 %.</summary>
    public const double FillY = 206;

    /// <summary>Inner floor.</summary>
    public const double FloorY = 566;

    /// <summary>Inner height of 100 %.</summary>
    public const double FullHeight = FloorY - FillY;

    private const double AxisX = 115;
    private const double NeckY = 166;
    private const double FootY = 581;
    private const double WallThickness = 12;

    /// <summary>Inner wall, left, from the neck to the floor: the profile of the drawing.</summary>
    private static readonly (double Y, double X)[] Profile =
    [
        (166, 47.6),
        (211.5, 46.6),
        (256.9, 46),
        (302.4, 45.6),
        (338.7, 45.5),
        (366, 45.6),
        (402.4, 45.9),
        (429.6, 46.6),
        (456.9, 47.5),
        (484.2, 48.7),
        (511.5, 50),
        (538.7, 51.5),
        (566, 53.2),
        (581, 54.2),
    ];

    /// <summary>Outline of the inside.</summary>
    public static string Inside { get; } = Outline(NeckY, FloorY, 0) + "Z";

    /// <summary>Outline of the clay wall.</summary>
    public static string Wall { get; } = Outline(NeckY, FootY, WallThickness) + "Z";

    /// <summary>The bare foot below the glaze.</summary>
    public static string Foot { get; } = Outline(522, FootY, WallThickness);

    /// <summary>Glaze outside, left; it ends unevenly above the foot.</summary>
    public static string GlazeLeft { get; } = Side(NeckY, 526, WallThickness, left: true);

    /// <summary>Glaze outside, right.</summary>
    public static string GlazeRight { get; } = Side(NeckY, 536, WallThickness, left: false);

    private static readonly (double X, double Y, double R)[] Speckles =
    [
        (187.2, 521.2, .8),
        (190.6, 377.6, .6),
        (190.9, 426.6, .6),
        (187.9, 295.7, 1.1),
        (41, 412.8, .8),
        (38.9, 423.9, .6),
        (39.3, 188.3, 1.1),
        (44, 486, 1.1),
        (39.2, 382.2, .8),
        (41.4, 439.6, .8),
        (188.7, 300.4, .8),
        (39.6, 202.2, .8),
        (45, 513.5, .6),
        (37.8, 259.6, .6),
        (191.4, 324.6, .8),
        (41.8, 401.1, 1.1),
        (189.2, 309.1, .6),
        (185.3, 478, .6),
        (188.8, 220.7, .6),
        (37.4, 282.2, 1.1),
        (189, 177.8, .8),
        (189.8, 225, 1.1),
        (39.8, 237.5, 1.1),
        (41.9, 343, .6),
        (186.6, 504.3, .8),
        (39, 366.2, 1.1),
        (191.1, 269.6, .8),
        (153, 573.1, .9),
        (123.3, 572.5, .9),
        (78.6, 574, .9),
        (148.7, 576.8, .9),
        (92.7, 571.4, .9),
        (110.1, 572.2, .9),
        (66.9, 571.1, .9),
        (163.2, 573.6, .9),
        (52, 575, .9),
    ];

    /// <summary>Specks in the clay: round dots of one width a path.</summary>
    public static IReadOnlyList<(double Width, string Dots)> Specks { get; } =
    [
        .. Speckles
            .GroupBy(speck => speck.R)
            .Select(size => (2 * size.Key, string.Concat(size.Select(speck => $"M{Svg.N(speck.X)} {Svg.N(speck.Y)}h.01")))),
    ];

    /// <summary>Left end of the inside at a level.</summary>
    public static double InnerLeft(double y)
    {
        var below = Array.FindIndex(Profile, point => point.Y >= y);
        if (below <= 0)
            return below < 0 ? Profile[^1].X : Profile[0].X;
        var (y0, x0) = Profile[below - 1];
        var (y1, x1) = Profile[below];
        return x0 + ((x1 - x0) * (y - y0) / (y1 - y0));
    }

    /// <summary>Right end of the inside at a level.</summary>
    public static double InnerRight(double y) => (2 * AxisX) - InnerLeft(y);

    private static string Outline(double from, double to, double thickness) =>
        Side(from, to, thickness, left: true) + "L" + Side(to, from, thickness, left: false)[1..];

    private static string Side(double from, double to, double thickness, bool left)
    {
        const int Steps = 24;
        return Svg.Path(
            Enumerable
                .Range(0, Steps + 1)
                .Select(step =>
                {
                    var y = from + ((to - from) * step / Steps);
                    return (left ? InnerLeft(y) - thickness : InnerRight(y) + thickness, y);
                })
        );
    }
}
