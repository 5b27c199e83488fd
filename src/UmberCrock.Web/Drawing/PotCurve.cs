using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Web.Drawing;

/// <summary>One step's piece of the pot's temperature: 0 to 80 C over 160 px, the step's height over 100.</summary>
/// <param name="Path">The piece, as path data.</param>
/// <param name="Bead">Where the step ends, px from the left; null where the pot is not heated or cooled.</param>
/// <param name="IsOpen">True of the step at which the additions open: a square.</param>
/// <param name="WindowTo">The window's other end, px, where what bears little heat may go in; null elsewhere.</param>
internal sealed record PotPiece(string Path, double? Bead, bool IsOpen, double? WindowTo)
{
    /// <summary>Width, px.</summary>
    public const double Width = 160;

    /// <summary>Height of a piece, whatever its row comes to.</summary>
    public const double Height = 100;

    private const double HottestCelsius = 80;

    /// <summary>A temperature's place, px; hotter ones stand at the end.</summary>
    public static double X(double celsius) => Math.Clamp(celsius, 0, HottestCelsius * 1.1) / HottestCelsius * Width;

    /// <summary>All pieces of a method, from the kitchen's temperature on.</summary>
    /// <param name="method">The method.</param>
    /// <param name="room">Temperature of the kitchen, C.</param>
    public static IReadOnlyList<PotPiece> Of(MethodReport method, double room)
    {
        var pieces = new List<PotPiece>();
        var (celsius, added, poured) = (room, false, false);
        foreach (var step in method.Steps)
        {
            // Water and herbs stand in a pot of their own.
            var to = step.Stage is MethodStage.Water ? celsius : step.TargetCelsius ?? celsius;
            var opens = step.Stage == MethodStage.Add && !added;
            added |= opens;
            var window = method.PourWindow is { } open && added && !poured ? X(open.ToCelsius) : (double?)null;
            poured |= step.Stage == MethodStage.Pour;
            pieces.Add(new(Piece(X(celsius), X(to)), to == celsius && step.TargetCelsius is null ? null : X(to), opens, window));
            celsius = to;
        }

        return pieces;
    }

    private static string Piece(double from, double to) =>
        from == to
            ? $"M{Svg.N(from)} 0V{Svg.N(Height)}"
            : $"M{Svg.N(from)} 0C{Svg.N(from)} {Svg.N(Height * 0.4)} {Svg.N(to)} {Svg.N(Height * 0.5)} {Svg.N(to)} {Svg.N(Height)}";
}
