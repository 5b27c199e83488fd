using PdfSharp;
using PdfSharp.Drawing;
using PdfSharp.Pdf;
using UmberCrock.Core.Printing;
using UmberCrock.Web.Labels;
using static UmberCrock.Web.Labels.LabelType;

namespace UmberCrock.Web.Papers;

/// <summary>Sets headings, paragraphs and tables down as many pages as they take, as PDF with real text and embedded fonts.</summary>
internal sealed class PaperPdf : IDisposable
{
    private const double Margin = 16;
    private const double Foot = 10;
    private const double TextSize = 3.2;
    private const double SmallSize = 2.8;
    private const double HeadingSize = 4.6;
    private const double TitleSize = 7;
    private const double Leading = 1.3;
    private const double CellGap = 2;

    /// <summary>So much must be left below a heading, mm: its first lines stay with it.</summary>
    private const double KeptWithHeading = 22;

    private const int InARow = 3;
    private const double PictureHeight = 42;
    private const double PictureGap = 5;
    private const double SignatureHeight = 16;

    private readonly PdfDocument document = new();
    private readonly LabelType type;
    private readonly SheetPaper paper;
    private readonly string foot;
    private readonly double width;
    private readonly double height;
    private XGraphics? graphics;
    private double y;

    private PaperPdf(string title, string foot, SheetPaper paper, LabelType type)
    {
        (document.Info.Title, this.foot, this.paper, this.type) = (title, foot, paper, type);
        (width, height) = SheetPlan.Of(paper).Size;
    }

    /// <summary>A paper as a file.</summary>
    /// <param name="title">Its title, large on the first page.</param>
    /// <param name="foot">What stands at the foot of every page, before its number.</param>
    /// <param name="blocks">What stands on it.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="type">The type that it is set in.</param>
    public static byte[] Of(string title, string foot, IEnumerable<PaperBlock> blocks, SheetPaper paper, LabelType type)
    {
        using var pdf = new PaperPdf(title, foot, paper, type);
        pdf.Turn();
        pdf.Paragraph(title, TitleSize, bold: true);
        foreach (var block in blocks)
        {
            switch (block)
            {
                case PaperHeading heading:
                    pdf.Heading(heading.Text);
                    break;
                case PaperText text:
                    pdf.Paragraph(text.Text, TextSize, bold: false);
                    break;
                case PaperTable table:
                    pdf.Table(table);
                    break;
                case PaperPictures pictures:
                    pdf.Pictures(pictures.Pictures);
                    break;
                case PaperSignatures signatures:
                    pdf.Signatures(signatures.Who);
                    break;
                default:
                    throw new ArgumentOutOfRangeException(nameof(blocks), block, "A block that is not set.");
            }
        }

        pdf.graphics!.Dispose();
        using var file = new MemoryStream();
        pdf.document.Save(file, false);
        return file.ToArray();
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        graphics?.Dispose();
        document.Dispose();
    }

    private double Bottom => height - Margin - Foot;

    private double Inner => width - (2 * Margin);

    /// <summary>A new page with its foot.</summary>
    private void Turn()
    {
        graphics?.Dispose();
        var page = document.AddPage();
        page.Size = paper == SheetPaper.Letter ? PageSize.Letter : PageSize.A4;
        graphics = XGraphics.FromPdfPage(page);
        y = Margin;
        var number = document.PageCount.ToString(System.Globalization.CultureInfo.InvariantCulture);
        Line(Margin, height - Margin, foot, SmallSize, bold: false);
        Line(width - Margin - type.Width(number, SmallSize, bold: false), height - Margin, number, SmallSize, bold: false);
    }

    private void Need(double millimetres)
    {
        if (y + millimetres > Bottom)
            Turn();
    }

    private void Heading(string text)
    {
        Need(KeptWithHeading);
        y += 3;
        Paragraph(text, HeadingSize, bold: true);
    }

    private void Paragraph(string text, double size, bool bold)
    {
        foreach (var line in Wrapped(text, Inner, size, bold))
        {
            Need(size * Leading);
            y += size * Leading;
            Line(Margin, y, line, size, bold);
        }

        y += 1;
    }

    private void Table(PaperTable table)
    {
        Row(table, [.. table.Columns.Select(column => column.Heading)], isHeading: true);
        foreach (var row in table.Rows)
            Row(table, row, isHeading: false);
        y += 2;
    }

    private void Row(PaperTable table, IReadOnlyList<string> cells, bool isHeading)
    {
        var size = isHeading ? SmallSize : TextSize;
        var lines = cells
            .Select((cell, at) => Wrapped(cell, (table.Columns[at].Share * Inner) - CellGap, size, isHeading).ToList())
            .ToList();
        var rows = Math.Max(1, lines.Max(cell => cell.Count));
        // A row stays together; only one that no page could hold is parted.
        if (y + (rows * size * Leading) > Bottom && rows * size * Leading < Bottom / 2)
            TurnWithin(table, isHeading);
        for (var at = 0; at < rows; at++)
        {
            if (y + (size * Leading) > Bottom)
                TurnWithin(table, isHeading);
            y += size * Leading;
            var x = Margin;
            for (var column = 0; column < lines.Count; column++)
            {
                var share = table.Columns[column].Share * Inner;
                if (at < lines[column].Count)
                {
                    var text = lines[column][at];
                    var left = table.Columns[column].IsNumber ? x + share - CellGap - type.Width(text, size, isHeading) : x;
                    Line(left, y, text, size, isHeading);
                }

                x += share;
            }
        }

        y += 0.9;
        graphics!.DrawLine(new XPen(isHeading ? XColors.Black : XColors.LightGray, 0.5), P(Margin), P(y), P(width - Margin), P(y));
    }

    private void Pictures(IReadOnlyList<PaperPicture> pictures)
    {
        var wide = (Inner - ((InARow - 1) * PictureGap)) / InARow;
        foreach (var row in pictures.Chunk(InARow))
        {
            Need(PictureHeight + (2 * SmallSize * Leading));
            for (var at = 0; at < row.Length; at++)
            {
                var x = Margin + (at * (wide + PictureGap));
                using var image = XImage.FromFile(row[at].Path);
                var scale = Math.Min(wide / image.PixelWidth, PictureHeight / image.PixelHeight);
                graphics!.DrawImage(image, P(x), P(y), P(image.PixelWidth * scale), P(image.PixelHeight * scale));
                var line = Wrapped(row[at].Caption, wide, SmallSize, bold: false).FirstOrDefault() ?? "";
                Line(x, y + PictureHeight + (SmallSize * Leading), line, SmallSize, bold: false);
            }

            y += PictureHeight + (2 * SmallSize * Leading);
        }
    }

    private void Signatures(IReadOnlyList<string> who)
    {
        Need(who.Count * SignatureHeight);
        foreach (var one in who)
        {
            y += SignatureHeight;
            graphics!.DrawLine(new XPen(XColors.Black, 0.5), P(Margin), P(y), P(Margin + (Inner / 2)), P(y));
            graphics.DrawLine(new XPen(XColors.Black, 0.5), P(Margin + (Inner * 0.6)), P(y), P(width - Margin), P(y));
            Line(Margin, y + (SmallSize * Leading), one, SmallSize, bold: false);
            Line(Margin + (Inner * 0.6), y + (SmallSize * Leading), "day", SmallSize, bold: false);
        }

        y += SmallSize * Leading;
    }

    private void TurnWithin(PaperTable table, bool isHeading)
    {
        Turn();
        if (!isHeading)
            Row(table, [.. table.Columns.Select(column => column.Heading)], isHeading: true);
    }

    private void Line(double x, double baseline, string text, double size, bool bold)
    {
        foreach (var (run, extended) in Segments(text))
        {
            graphics!.DrawString(run, Font(extended, bold, P(size)), XBrushes.Black, P(x), P(baseline));
            x += type.Width(run, size, bold);
        }
    }

    /// <summary>A text in lines that fit; a word that is wider than its place is broken.</summary>
    private IEnumerable<string> Wrapped(string text, double room, double size, bool bold)
    {
        foreach (var paragraph in Printable(text).Split('\n'))
        {
            var line = "";
            foreach (var word in paragraph.Split(' ').SelectMany(word => Broken(word, room, size, bold)))
            {
                var longer = line.Length == 0 ? word : $"{line} {word}";
                if (line.Length > 0 && type.Width(longer, size, bold) > room)
                {
                    yield return line;
                    line = word;
                }
                else
                {
                    line = longer;
                }
            }

            if (line.Length > 0)
                yield return line;
        }
    }

    private IEnumerable<string> Broken(string word, double room, double size, bool bold)
    {
        while (word.Length > 1 && type.Width(word, size, bold) > room)
        {
            var fits = 1;
            while (fits < word.Length && type.Width(word[..(fits + 1)], size, bold) <= room)
                fits++;
            yield return word[..fits];
            word = word[fits..];
        }

        yield return word;
    }

    private static double P(double millimetres) => millimetres * PointsPerMillimetre;
}
