using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Drawing;

/// <summary>One layer: a line of the formula, at its true height.</summary>
/// <param name="Line">Index of the line.</param>
/// <param name="Top">Upper edge, px.</param>
/// <param name="Height">Height, px.</param>
/// <param name="Hatch">Its hatch.</param>
/// <param name="Left">Left end of its upper edge.</param>
/// <param name="Right">Right end of its upper edge.</param>
/// <param name="LeaderX">Where its leader starts.</param>
internal sealed record Stratum(int Line, double Top, double Height, Hatch Hatch, double Left, double Right, double LeaderX)
{
    /// <summary>Middle of the layer, where its leader starts.</summary>
    public double LeaderY => Top + (Height / 2);

    /// <summary>Thin layers get a thin edge.</summary>
    public double EdgeWidth => Height < 3 ? 0.8 : 1.4;
}

/// <summary>A phase's letter beside the crock.</summary>
/// <param name="Id">Its letter.</param>
/// <param name="LetterY">Base line of the letter.</param>
/// <param name="Top">Level of the tick above it; null for the first phase.</param>
internal sealed record PhaseMark(string Id, double LetterY, double? Top);

/// <summary>The cross-section of the crock: strata stacked from the floor, in ledger order from the top.</summary>
internal sealed record CrockDrawing
{
    private const double InsetOfLeader = 10;
    private const double LeastGapOfLetters = 18;
    private const double LetterBelowTick = 15;
    private const double LetterCentre = 6;

    /// <summary>The layers, top to bottom.</summary>
    public required IReadOnlyList<Stratum> Strata { get; init; }

    /// <summary>The phases' letters.</summary>
    public required IReadOnlyList<PhaseMark> Phases { get; init; }

    /// <summary>Upper edge of what is in the crock.</summary>
    public required double Top { get; init; }

    /// <summary>Sums by hatch, weight percent, in the order of the legend.</summary>
    public required IReadOnlyList<(Hatch Hatch, decimal Percent)> Legend { get; init; }

    /// <summary>True when the layers rise past the fill line.</summary>
    public bool IsOverfull => Top < CrockShape.FillY - 0.01;

    /// <summary>Stacks the layers of a formula.</summary>
    public static CrockDrawing Of(EvaluationResult evaluation, Catalogue catalogue, IEnumerable<string> phases)
    {
        var hatches = evaluation.Lines.Select(line => Hatches.Of(catalogue.Find(line.Ingredient)!)).ToList();
        var top = CrockShape.FloorY - HeightOf(evaluation.Total);
        // What is strained out is not in the jar.
        var strata = Stack(hatches.Zip(evaluation.Lines, (hatch, line) => (hatch, line.Strained ? 0 : HeightOf(line.Percent))), top);
        return new CrockDrawing
        {
            Strata = strata,
            Phases = MarkPhases(evaluation, strata, phases),
            Top = top,
            Legend =
            [
                .. Hatches.All.Select(hatch =>
                    (hatch, evaluation.Lines.Where((own, line) => !own.Strained && hatches[line] == hatch).Sum(line => line.Percent))
                ),
            ],
        };
    }

    /// <summary>Layers from the top down, each at its true height.</summary>
    /// <param name="layers">Hatch and height of each, px.</param>
    /// <param name="top">Where the first begins, px.</param>
    public static List<Stratum> Stack(IEnumerable<(Hatch Hatch, double Height)> layers, double top)
    {
        var strata = new List<Stratum>();
        foreach (var (hatch, height) in layers)
        {
            var right = CrockShape.InnerRight(top + (height / 2));
            strata.Add(
                new Stratum(strata.Count, top, height, hatch, CrockShape.InnerLeft(top), CrockShape.InnerRight(top), right - InsetOfLeader)
            );
            top += height;
        }

        return strata;
    }

    /// <summary>360 px are 100 %. A layer past the rim is cut by the drawing, its numbers are not.</summary>
    private static double HeightOf(decimal percent) => (double)percent / 100 * CrockShape.FullHeight;

    private static List<PhaseMark> MarkPhases(EvaluationResult evaluation, List<Stratum> strata, IEnumerable<string> phases)
    {
        var marks = new List<PhaseMark>();
        var lowest = double.NegativeInfinity;
        foreach (var phase in phases)
        {
            var own = strata.Where(stratum => evaluation.Lines[stratum.Line].Phase == phase).ToList();
            if (own.Count == 0)
                continue;
            var from = own[0].Top;
            var to = own[^1].Top + own[^1].Height;
            // Letters of thin phases stand clear of their tick and of the letter above.
            var centred = ((from + to) / 2) + LetterCentre;
            lowest = Math.Max(marks.Count == 0 ? centred : Math.Max(centred, from + LetterBelowTick), lowest + LeastGapOfLetters);
            marks.Add(new PhaseMark(phase, lowest, marks.Count == 0 ? null : from));
        }

        return marks;
    }
}
