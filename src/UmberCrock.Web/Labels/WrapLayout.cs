using System.Collections.Immutable;
using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Labels;

/// <summary>
/// Columns: what it is and who answers for it; the ingredient list; warnings, durability and batch; the code at the foot of one of them or
/// in a column of its own. Of all widths
/// that are tried the one is taken whose smallest type is largest; each column has its own largest type.
/// </summary>
internal sealed class WrapLayout(LabelSize size, LabelType type, Fit fit)
{
    private const double Gap = 3;
    private const double BlockGap = 0.3;
    private const double CodeGap = 1;
    private const double NameScale = 1.7;
    private const double NetScale = 1.4;
    private const double SignHeight = 4.2;
    private const double LeastFigure = 7,
        MostFigure = 15;
    private const double Air = 2;

    /// <summary>Drawings are left out sooner than the type becomes smaller than this, mm.</summary>
    private const double LeastTypeWithDrawings = 2.1;

    private static readonly double[] FrontShares = [0.2, 0.24, 0.28, 0.32, 0.36];
    private static readonly double[] ListShares = [0.26, 0.3, 0.34, 0.38, 0.42, 0.46, 0.5];

    private double Room => size.Height - (2 * LabelArt.Margin);

    /// <summary>The label; null when it does not fit.</summary>
    public LabelArt? Of(LabelContent content, LabelCode? code)
    {
        var columns = ColumnsOf(content);
        var drawn = Best(columns, code, [LeastFigure + Air, 0, content.Texts.Any(text => text.Sign is not null) ? SignHeight + Air : 0]);
        return
            (
                drawn is not null && drawn.Bodies.Min() > LeastTypeWithDrawings - (LabelArt.TypeStep / 2)
                    ? drawn
                    : Best(columns, code, [0, 0, 0])
            )
                is { } setting
            ? Placed(content, columns, setting, code)
            : null;
    }

    /// <summary>The best widths and bodies; null when nothing fits.</summary>
    /// <param name="columns">What stands in the columns.</param>
    /// <param name="code">The code; null for none.</param>
    /// <param name="kept">Height kept for drawings in each column, mm.</param>
    private Setting? Best(ImmutableArray<Column> columns, LabelCode? code, double[] kept)
    {
        var best = (Setting: (Setting?)null, Score: 0.0);
        foreach (var codeAt in code is null ? [-1] : Enumerable.Range(0, columns.Length + 1))
        {
            var own = codeAt == columns.Length ? code!.Side + Gap : 0;
            var inner = size.Width - (2 * LabelArt.Margin) - (2 * Gap) - own;
            foreach (
                var (front, list) in FrontShares
                    .SelectMany(front => ListShares.Select(list => (front, list)))
                    .Where(shares => shares.front + shares.list <= 0.8)
            )
            {
                ImmutableArray<double> widths = [inner * front, inner * list, inner * (1 - front - list)];
                if (inner <= 0 || (own > 0 ? code!.Side > Room : codeAt >= 0 && code!.Side > widths[codeAt]))
                    continue;
                var tried = columns
                    .Select((column, at) => Largest(column, widths[at], kept[at] + (at == codeAt ? code!.Side + CodeGap : 0)))
                    .ToImmutableArray();
                var score = tried.Min(column => column.Body) + (tried.Average(column => column.Body) / 100);
                if (tried.FirstOrDefault(column => column.Wide is not null).Wide is { } wide)
                    fit.TooWide(wide);
                else if (tried.Max(column => column.Missing) is var missing and > 0)
                    fit.Misses(missing);
                else if (score > best.Score)
                    best = (new Setting(widths, [.. tried.Select(column => column.Body)], codeAt), score);
            }
        }

        return best.Setting;
    }

    private ImmutableArray<Column> ColumnsOf(LabelContent content)
    {
        IEnumerable<TypeBlock> Blocks(double scale, bool bold, params LabelPart[] parts) => TypeBlock.Of(content, type, scale, bold, parts);
        IEnumerable<TypeBlock> Or(LabelPart part, string missing) =>
            content.Of(part).Any() ? [] : [new TypeBlock(missing, 1, false, type, missing: true)];
        return
        [
            new(
                [.. Blocks(NameScale, true, LabelPart.Name), .. Blocks(1, false, LabelPart.Claim)],
                [
                    .. Blocks(1, false, LabelPart.Function, LabelPart.Declaration, LabelPart.Address),
                    .. Or(LabelPart.Address, "your name, address"),
                    .. Blocks(NetScale, true, LabelPart.Content),
                    .. Or(LabelPart.Content, "net weight"),
                ]
            ),
            new([new TypeBlock("INGREDIENTS", 1, true, type), .. Blocks(1, false, LabelPart.Ingredients)], []),
            new(
                [
                    .. content.Of(LabelPart.Warning).Select((text, at) => new TypeBlock(text.Text.ToString(), 1, at == 0, type)),
                    .. Blocks(1, false, LabelPart.Contains),
                ],
                [.. Blocks(1, true, LabelPart.Durability, LabelPart.Batch), .. Or(LabelPart.Batch, "batch code")]
            ),
        ];
    }

    /// <summary>The largest body with which a column holds all it has; else, of the least, what height is missing or which word is too
    /// wide.</summary>
    private (double Body, double Missing, string? Wide) Largest(Column column, double width, double reserved)
    {
        for (var steps = (int)Math.Round((LabelArt.MostType - LabelArt.LeastType) / LabelArt.TypeStep); ; steps--)
        {
            var body = LabelArt.LeastType + (steps * LabelArt.TypeStep);
            var missing = Height(column, width, body, out var wide) + reserved - Room;
            if ((wide is null && missing <= 0) || steps == 0)
                return (body, missing, wide);
        }
    }

    private static double Height(Column column, double width, double body, out string? wide)
    {
        wide = null;
        var height = 0.0;
        foreach (var block in column.Blocks)
        {
            height += (block.Count(body, _ => width, out var tooWide) * block.LineHeight(body)) + (body * BlockGap);
            wide ??= tooWide;
        }

        return height;
    }

    private LabelArt Placed(LabelContent content, ImmutableArray<Column> columns, Setting setting, LabelCode? code)
    {
        var (lines, ink, folds) = (new List<TypeLine>(), new List<InkLine>(), new List<double>());
        IReadOnlyList<CodeRun> runs = [];
        var left = LabelArt.Margin;
        var foot = size.Height - LabelArt.Margin;
        for (var at = 0; at < columns.Length; at++)
        {
            var (column, width, body) = (columns[at], setting.Widths[at], setting.Bodies[at]);
            var floor = foot - (at == setting.CodeAt ? code!.Side + CodeGap : 0);
            if (at == setting.CodeAt)
                runs = [.. code!.At(left, foot - code.Side)];
            var top = Set(column.Top, (left, LabelArt.Margin, width, body), lines, ink);
            var bottom = floor - Height(new Column([], column.Bottom), width, body, out _);
            Set(column.Bottom, (left, bottom + (body * BlockGap), width, body), lines, ink);
            Draw(at, left, top, width, bottom - top);
            left += width + Gap;
            folds.Add(left - (Gap / 2));
        }

        if (setting.CodeAt == columns.Length)
            runs = [.. code!.At(left, LabelArt.Margin + ((Room - code.Side) / 2))];
        else
            folds.RemoveAt(folds.Count - 1);
        return new LabelArt(size, lines, ink, folds, runs, setting.Bodies.Min());

        // What is drawn takes only the room that the words leave.
        void Draw(int at, double x, double top, double width, double room)
        {
            if (
                at == 0
                && Math.Min(Math.Min(room - Air, MostFigure), width * 10 / LabelFigure.Of(content.Packed).Width)
                    is var height
                        and >= LeastFigure - 0.01
            )
                ink.AddRange(LabelFigure.Of(content.Packed).At(x, top + ((room - height) / 2), height));
            var signs =
                at == columns.Length - 1 && room >= SignHeight + Air - 0.01
                    ? content.Texts.Where(text => text.Sign is not null).Select(text => LabelFigure.Signs[text.Sign!])
                    : [];
            var end = x + width;
            foreach (var sign in signs)
            {
                var wide = sign.Width * SignHeight / 10;
                if (x + wide > end)
                    break;
                ink.AddRange(sign.At(x, top + 1, SignHeight));
                x += wide + 1.5;
            }
        }
    }

    /// <summary>Sets blocks below each other, from a corner in mm; says where the last one ends.</summary>
    private static double Set(
        ImmutableArray<TypeBlock> blocks,
        (double X, double Y, double Width, double Body) at,
        List<TypeLine> lines,
        List<InkLine> ink
    )
    {
        var (x, y, width, body) = at;
        foreach (var block in blocks)
        {
            foreach (var line in block.Lines(body, _ => width, out _))
                block.Set(line, x, y += block.LineHeight(body), body, false, lines, ink);
            y += body * BlockGap;
        }

        return y;
    }

    /// <summary>Blocks from the top and blocks at the foot.</summary>
    private sealed record Column(ImmutableArray<TypeBlock> Top, ImmutableArray<TypeBlock> Bottom)
    {
        public IEnumerable<TypeBlock> Blocks => Top.Concat(Bottom);
    }

    /// <summary>Widths and bodies of the columns, mm; CodeAt is the column whose foot has the code, -1 for none, one past the last for its
    /// own.</summary>
    private sealed record Setting(ImmutableArray<double> Widths, ImmutableArray<double> Bodies, int CodeAt);
}
