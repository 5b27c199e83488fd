using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Labels;

/// <summary>A text to be set, with the widths of its words at a size of 1 mm; they grow in proportion.</summary>
internal sealed class TypeBlock
{
    private const double JarHeight = 3.4;

    /// <summary>The months stand so much of the jar's height above its foot.</summary>
    private const double JarFoot = 0.2;

    private readonly string[] words;
    private readonly double[] widths;
    private readonly double space;

    /// <summary>Measures it.</summary>
    /// <param name="text">The words.</param>
    /// <param name="scale">Its size in sizes of the body.</param>
    /// <param name="bold">Weight 700, else 400.</param>
    /// <param name="type">The type.</param>
    /// <param name="missing">True for what is still to be typed.</param>
    /// <param name="jar">True for months that stand in an open jar.</param>
    /// <param name="amount">True for an amount, which is parted only before a bracket.</param>
    public TypeBlock(string text, double scale, bool bold, LabelType type, bool missing = false, bool jar = false, bool amount = false)
    {
        (Scale, Bold, Missing, Jar) = (scale, bold, missing, jar);
        words =
            jar ? [text]
            : amount ? [.. text.Split(" (").Select((part, at) => at == 0 ? part : $"({part}")]
            : text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        widths = [.. words.Select(word => type.Width(word, 1, bold))];
        space = type.Width(" ", 1, bold);
    }

    /// <summary>Its size in sizes of the body.</summary>
    public double Scale { get; }

    /// <summary>True for weight 700.</summary>
    public bool Bold { get; }

    /// <summary>True for what is still to be typed.</summary>
    public bool Missing { get; }

    /// <summary>True for months that stand in an open jar.</summary>
    public bool Jar { get; }

    /// <summary>The widest of its words; empty when it has none.</summary>
    public string Widest => words.Zip(widths).MaxBy(word => word.Second).First ?? "";

    /// <summary>From base line to base line at a size of the body, mm.</summary>
    public double LineHeight(double body) => body * (Jar ? JarHeight : Scale * LabelArt.Leading);

    /// <summary>Breaks it into lines.</summary>
    /// <param name="body">Size of the body, mm.</param>
    /// <param name="widthOf">Width there is for a line, by its number from 0.</param>
    /// <param name="wide">The word that is wider than its line; null when there is none.</param>
    public IReadOnlyList<string> Lines(double body, Func<int, double> widthOf, out string? wide) =>
        [.. Breaks(body, widthOf, out wide).Select(line => string.Join(' ', words[line]))];

    /// <summary>How many lines it takes.</summary>
    public int Count(double body, Func<int, double> widthOf, out string? wide) => Breaks(body, widthOf, out wide).Count;

    /// <summary>Sets a line of it.</summary>
    /// <param name="line">The words.</param>
    /// <param name="x">Left end, or the middle of a centred line, mm.</param>
    /// <param name="y">Base line.</param>
    /// <param name="body">Size of the body.</param>
    /// <param name="centred">True when x is the middle.</param>
    /// <param name="lines">Takes the line.</param>
    /// <param name="ink">Takes the jar.</param>
    public void Set(string line, double x, double y, double body, bool centred, ICollection<TypeLine> lines, List<InkLine> ink)
    {
        if (!Jar)
        {
            lines.Add(new TypeLine(x, y, body * Scale, Bold, line, centred, Missing));
            return;
        }

        var height = LineHeight(body);
        var width = LabelFigure.OpenJar.Width * height / 10;
        var left = centred ? x - (width / 2) : x;
        ink.AddRange(LabelFigure.OpenJar.At(left, y - height, height));
        lines.Add(new TypeLine(left + (width / 2), y - (height * JarFoot), body, Bold, line, true));
    }

    private List<Range> Breaks(double body, Func<int, double> widthOf, out string? wide)
    {
        var lines = new List<Range>();
        var (start, used, size) = (0, 0.0, Scale * body);
        wide = null;
        for (var at = 0; at < words.Length; at++)
        {
            var width = widths[at] * size;
            if (at > start && used + (space * size) + width <= widthOf(lines.Count))
            {
                used += (space * size) + width;
                continue;
            }

            if (at > start)
                lines.Add(start..at);
            (start, used) = (at, width);
            if (width > widthOf(lines.Count) + 0.01)
                wide ??= words[at];
        }

        if (words.Length > 0)
            lines.Add(start..words.Length);
        return lines;
    }

    /// <summary>The blocks of some parts of a label.</summary>
    public static IEnumerable<TypeBlock> Of(LabelContent content, LabelType type, double scale, bool bold, params LabelPart[] parts) =>
        content
            .Of(parts)
            .Select(text => new TypeBlock(
                text.Text.ToString(),
                scale,
                bold,
                type,
                jar: text.Part == LabelPart.Durability && content.Durability?.OpenMonths is not null,
                amount: text.Part == LabelPart.Content
            ));
}
