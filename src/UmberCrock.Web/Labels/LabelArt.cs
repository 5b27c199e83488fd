using QRCoder;
using UmberCrock.Core.Json;
using UmberCrock.Core.Labels;

namespace UmberCrock.Web.Labels;

/// <summary>A line of type: its place on the label in mm (left end or middle, and base line), its size in mm, its weight.</summary>
internal sealed record TypeLine(double X, double Y, double Size, bool Bold, string Text, bool Centred);

/// <summary>A dark square of the code, in mm.</summary>
internal sealed record CodeSquare(double X, double Y, double Side);

/// <summary>A label laid out in millimetres.</summary>
/// <param name="Size">Its size.</param>
/// <param name="Lines">Its type.</param>
/// <param name="Folds">Upright dashes between its columns, x in mm.</param>
/// <param name="Code">The code that holds batch and ingredient list; empty for none.</param>
/// <param name="SmallestType">Its smallest type, mm.</param>
/// <param name="HasList">True when the ingredient list stands on it.</param>
internal sealed record LabelArt(LabelSize Size, IReadOnlyList<TypeLine> Lines, IReadOnlyList<double> Folds, IReadOnlyList<CodeSquare> Code, double SmallestType, bool HasList)
{
    /// <summary>Type smaller than this is not read at arm's length: 5 pt (common practice; the law says "easily legible").</summary>
    public const double LeastType = 1.8;

    private const double MostType = 3.2;
    private const double TypeStep = 0.1;
    private const double Leading = 1.16;
    private const double Margin = 2;
    private const double Gap = 3;
    private const double CodeShare = 0.48;

    /// <summary>Lays a label out in the largest type that holds everything.</summary>
    /// <exception cref="DocumentException">It does not fit, even in the smallest: says by how much, and what to do. Nothing is ever cut.</exception>
    public static LabelArt Of(LabelContent content, LabelSize size, bool withCode, LabelType type)
    {
        foreach (var (pointer, text) in new[] { ("/formula/name", content.Name), ("/formula/label/claims", string.Concat(content.Claims.Where(claim => claim.Stands).Select(claim => claim.Text))), ("/responsible", content.Responsible), ("/batch", content.BatchCode), ("/formula/lines", content.Ingredients) })
            LabelType.Check(text, pointer);
        LabelArt? art = null;
        var (missing, wide) = (0.0, (string?)null);
        for (var points = MostType; art is null && points >= LeastType - (TypeStep / 2); points -= TypeStep)
            (art, missing, wide) = size.Round ? Lid(content, size, points, type) : Wrap(content, size, points, withCode, type);
        return art ?? throw new DocumentException(
            "/layout", wide is not null ? $"is too narrow: “{(wide.Length > 40 ? $"{wide[..40]}…" : wide)}” is wider than its column, in the smallest type that can be read. Take a wider label, or part the word." : $"is too small: in type of {LeastType:0.0} mm, the smallest that can be read, it wants {Math.Ceiling(missing):0} mm more height. Take a larger label{(withCode ? ", leave the code out" : "")}, or print the list on a leaflet or tag that goes with it.");
    }

    /// <summary>Name, what it is, claims, warnings about the sun and the content, centred; the list does not stand on a lid.</summary>
    private static (LabelArt? Art, double Missing, string? Wide) Lid(LabelContent content, LabelSize size, double body, LabelType type)
    {
        var width = (size.Width * 0.8) - (2 * Margin);
        List<(string Text, double Size, bool Bold)> blocks =
        [
            (content.Name, body * 1.9, true), (content.Function, body, false),
            .. content.Claims.Where(claim => claim.Stands).Select(claim => (claim.Text, body, false)),
            (content.SunWarning, body, true),
            .. content.NetContent.Length > 0 ? [(content.NetContent, body * 1.3, true)] : Array.Empty<(string, double, bool)>(),
        ];
        var lines = blocks.SelectMany(block => Wrapped(block.Text, width, block.Size, block.Bold, type).Select(text => (text, block.Size, block.Bold))).ToList();
        var height = lines.Sum(line => line.Size * Leading);
        var room = (size.Height * 0.72) - (2 * Margin);
        var wide = lines.Find(line => type.Width(line.text, line.Size, line.Bold) > width + 0.01).text;
        if (height > room || wide is not null)
            return (null, height - room, wide);
        var y = (size.Height - height) / 2;
        return (new LabelArt(size, [.. lines.Select(line => new TypeLine(size.Width / 2, y += line.Size * Leading, line.Size, line.Bold, line.text, true))], [], [], body, false), 0, null);
    }

    /// <summary>Three columns: what it is and who answers for it; the ingredient list; warnings, durability, code and batch.</summary>
    private static (LabelArt? Art, double Missing, string? Wide) Wrap(LabelContent content, LabelSize size, double body, bool withCode, LabelType type)
    {
        var inner = size.Width - (2 * Margin) - (2 * Gap);
        double[] widths = [inner * 0.27, inner * 0.38, inner * 0.35];
        double[] lefts = [Margin, Margin + widths[0] + Gap, Margin + widths[0] + widths[1] + (2 * Gap)];
        (string Text, double Size, bool Bold)[][] columns =
        [
            [
                (content.Name, body * 1.7, true), (content.Function, body, false), .. content.Claims.Where(claim => claim.Stands).Select(claim => (claim.Text, body, false)),
                .. content.Responsible.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(line => (line.Trim(), body, false)), (content.NetContent, body * 1.4, true),
            ],
            [("INGREDIENTS", body, true), (content.Ingredients, body, false)],
            [.. content.Warnings.Select((text, at) => (text, body, at == 0)), (content.Contains, body, false), (content.Durability?.Text ?? "", body, true), (content.BatchCode, body, true)],
        ];
        var lines = new List<TypeLine>();
        var lowest = 0.0;
        for (var column = 0; column < columns.Length; column++)
        {
            var y = Margin;
            foreach (var (text, height, bold) in columns[column].Where(block => block.Text.Length > 0))
            {
                foreach (var line in Wrapped(text, widths[column], height, bold, type))
                {
                    if (type.Width(line, height, bold) > widths[column] + 0.01)
                        return (null, 0, line);
                    lines.Add(new TypeLine(lefts[column], y += height * Leading, height, bold, line, false));
                }

                y += body * 0.3;
            }

            lowest = Math.Max(lowest, y + (column == 2 && withCode ? (widths[2] * CodeShare) + 1 : 0));
        }

        if (lowest > size.Height - Margin)
            return (null, lowest - (size.Height - Margin), null);
        var code = withCode ? Squares(content, lefts[2], size.Height - Margin - (widths[2] * CodeShare), widths[2] * CodeShare) : [];
        return (new LabelArt(size, lines, [lefts[1] - (Gap / 2), lefts[2] - (Gap / 2)], code, body, true), 0, null);
    }

    /// <summary>Batch code and ingredient list as text, in a QR code (ISO/IEC 18004) of low redundancy.</summary>
    private static List<CodeSquare> Squares(LabelContent content, double left, double top, double side)
    {
        using var code = QRCodeGenerator.GenerateQrCode($"{content.BatchCode}\n{content.Ingredients}", QRCodeGenerator.ECCLevel.L, forceUtf8: true);
        var matrix = code.ModuleMatrix;
        var step = side / matrix.Count;
        return [.. from row in Enumerable.Range(0, matrix.Count) from column in Enumerable.Range(0, matrix.Count) where matrix[row][column] select new CodeSquare(left + (column * step), top + (row * step), step)];
    }

    private static List<string> Wrapped(string text, double width, double size, bool bold, LabelType type)
    {
        var lines = new List<string>();
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (lines.Count > 0 && type.Width($"{lines[^1]} {word}", size, bold) <= width)
                lines[^1] += $" {word}";
            else
                lines.Add(word);
        }

        return lines;
    }
}
