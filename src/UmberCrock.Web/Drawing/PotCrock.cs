namespace UmberCrock.Web.Drawing;

/// <summary>The crock of a rescue: what is in the pot, and what goes in above it, by weight.</summary>
/// <param name="Strata">The layers from the top: what goes in, then what is in the pot.</param>
/// <param name="Added">How many of them go in.</param>
/// <param name="Top">Upper edge once all is in, px.</param>
/// <param name="FillY">Upper edge of what is in the pot now, px.</param>
/// <param name="PotGrams">What is in the pot, g.</param>
/// <param name="WholeGrams">What it comes to, g.</param>
/// <param name="Legend">Sums by hatch once all is in, g.</param>
internal sealed record PotCrock(
    IReadOnlyList<Stratum> Strata,
    int Added,
    double Top,
    double FillY,
    decimal PotGrams,
    decimal WholeGrams,
    IReadOnlyList<(Hatch Hatch, decimal Grams)> Legend
)
{
    /// <summary>The highest that layers are drawn: the rim stands above.</summary>
    private const double HighestY = 172;

    /// <summary>Stacks what goes in on what is there: the pot fills the crock to its line, lower where more would rise past the
    /// rim.</summary>
    /// <param name="additions">What goes in, g.</param>
    /// <param name="lines">What is in the pot, g; more than 0 together.</param>
    public static PotCrock Of(IReadOnlyList<(Hatch Hatch, decimal Grams)> additions, IReadOnlyList<(Hatch Hatch, decimal Grams)> lines)
    {
        var (pot, added) = ((double)lines.Sum(line => line.Grams), (double)additions.Sum(line => line.Grams));
        var scale = Math.Min(CrockShape.FullHeight / pot, (CrockShape.FloorY - HighestY) / (pot + added));
        (Hatch Hatch, decimal Grams)[] all = [.. additions, .. lines];
        var top = CrockShape.FloorY - ((pot + added) * scale);
        return new PotCrock(
            CrockDrawing.Stack(all.Select(layer => (layer.Hatch, (double)layer.Grams * scale)), top),
            additions.Count,
            top,
            top + (added * scale),
            lines.Sum(line => line.Grams),
            all.Sum(layer => layer.Grams),
            [
                .. Hatches
                    .All.Select(hatch => (hatch, all.Where(layer => layer.Hatch == hatch).Sum(layer => layer.Grams)))
                    .Where(sum => sum.Item2 > 0m),
            ]
        );
    }
}
