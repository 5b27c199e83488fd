using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Materials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Shelf;

/// <summary>The crock of a shelf line: layers summed by hatch, true heights, 40 px for 100 percent.</summary>
internal sealed record SmallCrock(IReadOnlyList<(double Top, double Height, Hatch Hatch)> Layers)
{
    private const double FloorY = 56.5;
    private const double FullHeight = 40;

    /// <summary>Stacks a formula by kind of material, from the floor: powders and actives below, waxes on top.</summary>
    public static SmallCrock Of(EvaluationResult evaluation, Catalogue catalogue)
    {
        var layers = new List<(double, double, Hatch)>();
        var y = FloorY;
        foreach (var hatch in Hatches.All.Reverse())
        {
            var percent = evaluation.Lines.Where(line => Hatches.Of(catalogue.Find(line.Ingredient)!) == hatch).Sum(line => line.Percent);
            var height = (double)percent / 100 * FullHeight;
            y -= height;
            if (height > 0)
                layers.Insert(0, (y, height, hatch));
        }

        return new SmallCrock(layers);
    }
}
