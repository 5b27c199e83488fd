using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Labels;

/// <summary>A line of type: its place on the label in mm (left end or middle, and base line), its size in mm, its weight.</summary>
/// <param name="X">Left end, or the middle of a centred line.</param>
/// <param name="Y">Base line.</param>
/// <param name="Size">Height of the type.</param>
/// <param name="Bold">Weight 700, else 400.</param>
/// <param name="Text">The words.</param>
/// <param name="Centred">True when X is the middle.</param>
/// <param name="Missing">True for what is still to be typed: shown on the screen, never printed.</param>
internal sealed record TypeLine(double X, double Y, double Size, bool Bold, string Text, bool Centred, bool Missing = false);

/// <summary>A drawn line through points in mm.</summary>
internal sealed record InkLine(IReadOnlyList<(double X, double Y)> Points, double Width);

/// <summary>A dark run of the code, in mm.</summary>
internal sealed record CodeRun(double X, double Y, double Width, double Height);

/// <summary>A label laid out in millimetres.</summary>
/// <param name="Size">Its size.</param>
/// <param name="Lines">Its type.</param>
/// <param name="Ink">Its drawings.</param>
/// <param name="Folds">Upright dashes between its columns, x in mm.</param>
/// <param name="Code">The code that holds batch and ingredient list; empty for none.</param>
/// <param name="SmallestType">Its smallest type, mm.</param>
internal sealed record LabelArt(
    LabelSize Size,
    IReadOnlyList<TypeLine> Lines,
    IReadOnlyList<InkLine> Ink,
    IReadOnlyList<double> Folds,
    IReadOnlyList<CodeRun> Code,
    double SmallestType
)
{
    /// <summary>Type smaller than this is not read at arm's length: 5 pt (common practice; the law says "easily legible").</summary>
    public const double LeastType = 1.8;

    /// <summary>Body type does not grow beyond this, mm.</summary>
    public const double MostType = 3.2;

    /// <summary>From size to size, mm.</summary>
    public const double TypeStep = 0.1;

    /// <summary>From base line to base line, in heights of type.</summary>
    public const double Leading = 1.16;

    /// <summary>Kept free at the edge, mm.</summary>
    public const double Margin = 2;

    private const int ShownLetters = 40;

    /// <summary>Lays a label out in the largest type that holds everything.</summary>
    /// <exception cref="DocumentException">It does not fit, even in the smallest: says by how much, and what to do. Nothing is ever
    /// cut.</exception>
    public static LabelArt Of(LabelContent content, LabelSize size, bool withCode, LabelType type)
    {
        foreach (var text in content.Texts)
            LabelType.Check(text.Text.ToString(), PointerOf(text.Part));
        var code = withCode && size.Face != LabelFace.Lid ? LabelCode.Of(content) : null;
        var fit = new Fit();
        var art = size.Round ? new RoundLayout(size, type, fit).Of(content, code) : new WrapLayout(size, type, fit).Of(content, code);
        return art
            ?? throw new DocumentException(
                "/layout",
                (fit.Missing, fit.WideWord) switch
                {
                    ({ } missing, _) => $"is too small: in type of {LeastType:0.0} mm, the smallest that can be read, it wants "
                        + $"{Math.Ceiling(missing):0} mm more {(size.Round ? "across" : "height")}. Take a larger "
                        + $"label{(code is null ? "" : ", leave the code out")}, or print the list on a leaflet or tag that goes with it.",
                    (_, { } word) =>
                        $"is too narrow: “{(word.Length > ShownLetters ? $"{word[..ShownLetters]}…" : word)}” is wider than its "
                            + $"column, in the smallest type that can be read. Take a wider label, or part the word.",
                    _ => $"is too small for the code, which takes {code!.Side:0} mm. Take a larger label, or leave the code out.",
                }
            );
    }

    private static string PointerOf(LabelPart part) =>
        part switch
        {
            LabelPart.Name => "/formula/name",
            LabelPart.Claim => "/formula/label/claims",
            LabelPart.Address => "/responsible",
            LabelPart.Batch => "/batch",
            LabelPart.Function
            or LabelPart.Declaration
            or LabelPart.Content
            or LabelPart.Ingredients
            or LabelPart.Warning
            or LabelPart.SunNotice
            or LabelPart.Contains
            or LabelPart.Durability => "/formula/lines",
            _ => throw new UnreachableException(),
        };
}

/// <summary>Why nothing fitted: what came nearest.</summary>
internal sealed class Fit
{
    /// <summary>The least that was missing, mm of height or, of a round, across; null when words were too wide for all that was
    /// tried.</summary>
    public double? Missing { get; private set; }

    /// <summary>The word that was too wide.</summary>
    public string? WideWord { get; private set; }

    /// <summary>Notes that so much was missing.</summary>
    public void Misses(double millimetres) => Missing = Math.Min(millimetres, Missing ?? double.MaxValue);

    /// <summary>Notes that a word was too wide.</summary>
    public void TooWide(string word) => WideWord = word;
}
