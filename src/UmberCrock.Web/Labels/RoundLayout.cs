using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Labels;

/// <summary>
/// Centred type in a round, each line as wide as the round is there. A lid has name, drawing, claims, the notice about the sun and the
/// content; a base has the list, warnings,
/// who answers for it and the code.
/// </summary>
internal sealed class RoundLayout(LabelSize size, LabelType type, Fit fit)
{
    private const double BlockGap = 0.35;

    /// <summary>How many heights to begin at are tried.</summary>
    private const int Starts = 40;

    /// <summary>A drawing is left out sooner than the type becomes smaller than this, mm.</summary>
    private const double LeastTypeWithFigure = 2.3;

    private const double FigureShare = 0.22;

    /// <summary>So many mm more are tried, to say how large a round would do.</summary>
    private const int MostMore = 150;

    private double Radius => (size.Width / 2) - LabelArt.Margin;

    /// <summary>The label; null when it does not fit.</summary>
    public LabelArt? Of(LabelContent content, LabelCode? code)
    {
        var items = BlocksOf(content).ConvertAll(block => new Item(block, 0, 0));
        if (code is not null)
            items.Add(new Item(null, code.Side, code.Side));
        var figure = LabelFigure.Of(content.Packed);
        var height = size.Width * FigureShare;
        // The drawing follows the name.
        var drawn =
            size.Face == LabelFace.Lid
                ? Largest(
                    [items[0], new Item(null, figure.Width * height / 10, height), .. items.Skip(1)],
                    LeastTypeWithFigure,
                    (x, y) => figure.At(x, y, height),
                    null
                )
                : null;
        if ((drawn ?? Largest(items, LabelArt.LeastType, null, code)) is { } art)
            return art;
        if (FitsWith(MostMore, items))
            fit.Misses(Wanted(items));
        else
            fit.TooWide(items.Select(item => item.Block?.Widest ?? "").MaxBy(word => word.Length)!);
        return null;
    }

    /// <summary>How many mm more across would do, by halving.</summary>
    private int Wanted(List<Item> items)
    {
        var (less, enough) = (0, MostMore);
        while (enough - less > 1)
        {
            var middle = (less + enough) / 2;
            (less, enough) = FitsWith(middle, items) ? (less, middle) : (middle, enough);
        }

        return enough;
    }

    private bool FitsWith(int more, List<Item> items) =>
        new RoundLayout(size with { Width = size.Width + more, Height = size.Height + more }, type, fit)
            .Settings(items, LabelArt.LeastType)
            .Any();

    private List<TypeBlock> BlocksOf(LabelContent content)
    {
        IEnumerable<TypeBlock> Blocks(double scale, bool bold, params LabelPart[] parts) => TypeBlock.Of(content, type, scale, bold, parts);
        TypeBlock Run(string between, bool bold, params LabelPart[] parts) =>
            new(string.Join(between, content.Of(parts).Select(text => text.Text)), 1, bold, type);
        if (size.Face == LabelFace.Lid)
            return
            [
                .. Blocks(1.9, true, LabelPart.Name),
                .. Blocks(1, false, LabelPart.Claim, LabelPart.Function, LabelPart.Declaration),
                .. Blocks(1, true, LabelPart.SunNotice),
                .. Blocks(1.3, true, LabelPart.Content),
            ];
        var opens = content.Durability?.OpenMonths is not null;
        return
        [
            .. Blocks(1, true, LabelPart.Name),
            new TypeBlock("INGREDIENTS", 1, true, type),
            .. Blocks(1, false, LabelPart.Ingredients),
            Run(" ", false, LabelPart.Warning, LabelPart.Contains),
            Run(", ", false, LabelPart.Address),
            .. Blocks(1, true, opens ? [LabelPart.Durability] : []),
            Run(
                " \u00b7 ",
                true,
                opens ? [LabelPart.Content, LabelPart.Batch] : [LabelPart.Content, LabelPart.Durability, LabelPart.Batch]
            ),
        ];
    }

    /// <summary>In the largest type, with room above and below as alike as can be; null when nothing fits.</summary>
    private LabelArt? Largest(List<Item> items, double least, Func<double, double, IEnumerable<InkLine>>? drawing, LabelCode? code)
    {
        for (var body = LabelArt.MostType; body >= least - (LabelArt.TypeStep / 2); body -= LabelArt.TypeStep)
        {
            if (Settings(items, body).MinBy(set => Math.Abs(set.Unevenness)) is not { } set)
                continue;
            var (x, y) = set.Box;
            return new LabelArt(size, set.Lines, [.. set.Ink, .. drawing?.Invoke(x, y) ?? []], [], [.. code?.At(x, y) ?? []], body);
        }

        return null;
    }

    private IEnumerable<SetRound> Settings(List<Item> items, double body) =>
        Enumerable.Range(0, Starts).Select(start => SetFrom(items, body, LabelArt.Margin + (start * Radius / Starts))).OfType<SetRound>();

    private SetRound? SetFrom(List<Item> items, double body, double from)
    {
        var (lines, ink) = (new List<TypeLine>(), new List<InkLine>());
        var (box, y) = ((X: 0.0, Y: 0.0), from);
        foreach (var item in items)
        {
            if (item.Block is not { } block)
            {
                box = ((size.Width - item.Width) / 2, y);
                if (Chord(y, item.Height) < item.Width)
                    return null;
                y += item.Height + (body * BlockGap);
                continue;
            }

            var (top, height) = (y, block.LineHeight(body));
            foreach (var line in block.Lines(body, number => Chord(top + (number * height), height), out var wide))
            {
                if (wide is not null)
                    return null;
                block.Set(line, size.Width / 2, y += height, body, true, lines, ink);
            }

            y += body * BlockGap;
        }

        var end = y - (body * BlockGap);
        return end <= size.Height - LabelArt.Margin ? new SetRound(lines, ink, box, from - (size.Height - end)) : null;
    }

    /// <summary>Width of the round over a height from a top, mm.</summary>
    private double Chord(double top, double height)
    {
        var far = Math.Max(Math.Abs(top - (size.Height / 2)), Math.Abs(top + height - (size.Height / 2)));
        return far >= Radius ? 0 : 2 * Math.Sqrt((Radius * Radius) - (far * far));
    }

    /// <summary>A text, or for null room kept for a drawing or the code, mm.</summary>
    private sealed record Item(TypeBlock? Block, double Width, double Height);

    private sealed record SetRound(List<TypeLine> Lines, List<InkLine> Ink, (double X, double Y) Box, double Unevenness);
}
