using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using PdfSharp;
using PdfSharp.Drawing;
using PdfSharp.Pdf;
using static UmberCrock.Web.Labels.LabelType;

namespace UmberCrock.Web.Labels;

/// <summary>Prints labels: one as SVG, many as a PDF sheet with real text and embedded fonts.</summary>
internal static class LabelSheet
{
    private const double SheetMargin = 8;
    private const double Between = 3;

    /// <summary>A label as SVG, in millimetres. Text is text; nothing in it is taken for markup.</summary>
    public static string Svg(LabelArt art)
    {
        static string N(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);
        var (width, height) = (art.Size.Width, art.Size.Height);
        var svg = new StringBuilder($"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{N(width)}mm\" height=\"{N(height)}mm\" viewBox=\"0 0 {N(width)} {N(height)}\" font-family=\"Sofia Sans Semi Condensed, sans-serif\" fill=\"#281B13\">");
        svg.Append(art.Size.Round ? $"<circle cx=\"{N(width / 2)}\" cy=\"{N(height / 2)}\" r=\"{N((width / 2) - 0.1)}\" fill=\"#fff\" stroke=\"#281B13\" stroke-width=\".2\"/>" : $"<rect x=\".1\" y=\".1\" width=\"{N(width - 0.2)}\" height=\"{N(height - 0.2)}\" fill=\"#fff\" stroke=\"#281B13\" stroke-width=\".2\"/>");
        foreach (var fold in art.Folds)
            svg.Append($"<path d=\"M{N(fold)} 0V{N(height)}\" stroke=\"#54463B\" stroke-width=\".15\" stroke-dasharray=\"1 .8\"/>");
        foreach (var square in art.Code)
            svg.Append($"<rect x=\"{N(square.X)}\" y=\"{N(square.Y)}\" width=\"{N(square.Side + 0.01)}\" height=\"{N(square.Side + 0.01)}\"/>");
        foreach (var line in art.Lines)
            svg.Append($"<text x=\"{N(line.X)}\" y=\"{N(line.Y)}\" font-size=\"{N(line.Size)}\" font-weight=\"{(line.Bold ? 700 : 400)}\"{(line.Centred ? " text-anchor=\"middle\"" : "")}>{HtmlEncoder.Default.Encode(line.Text)}</text>");
        return svg.Append("</svg>").ToString();
    }

    /// <summary>A sheet of labels as PDF, as many pages as they take.</summary>
    /// <param name="art">The label.</param>
    /// <param name="count">How many.</param>
    /// <param name="letter">True for letter paper, else A4.</param>
    /// <param name="type">The type it was laid out with.</param>
    public static byte[] Pdf(LabelArt art, int count, bool letter, LabelType type)
    {
        using var document = new PdfDocument();
        document.Info.Title = "Labels";
        var (columns, rows) = (0, 0);
        for (var printed = 0; printed < count;)
        {
            var page = document.AddPage();
            page.Size = letter ? PageSize.Letter : PageSize.A4;
            columns = Math.Max(1, (int)((page.Width.Millimeter - (2 * SheetMargin) + Between) / (art.Size.Width + Between)));
            rows = Math.Max(1, (int)((page.Height.Millimeter - (2 * SheetMargin) + Between) / (art.Size.Height + Between)));
            using var graphics = XGraphics.FromPdfPage(page);
            for (var place = 0; place < columns * rows && printed < count; place++, printed++)
                Draw(graphics, art, SheetMargin + (place % columns * (art.Size.Width + Between)), SheetMargin + (place / columns * (art.Size.Height + Between)), type);
        }

        using var file = new MemoryStream();
        document.Save(file, false);
        return file.ToArray();
    }

    private static void Draw(XGraphics graphics, LabelArt art, double left, double top, LabelType type)
    {
        static double P(double millimetres) => millimetres * PointsPerMillimetre;
        var cut = new XPen(XColors.Gray, 0.3);
        if (art.Size.Round)
            graphics.DrawEllipse(cut, P(left), P(top), P(art.Size.Width), P(art.Size.Height));
        else
            graphics.DrawRectangle(cut, P(left), P(top), P(art.Size.Width), P(art.Size.Height));
        foreach (var square in art.Code)
            graphics.DrawRectangle(XBrushes.Black, P(left + square.X), P(top + square.Y), P(square.Side + 0.01), P(square.Side + 0.01));
        foreach (var line in art.Lines)
        {
            var x = left + line.X - (line.Centred ? type.Width(line.Text, line.Size, line.Bold) / 2 : 0);
            foreach (var (text, extended) in Segments(line.Text))
            {
                graphics.DrawString(text, Font(extended, line.Bold, P(line.Size)), XBrushes.Black, P(x), P(top + line.Y));
                x += type.Width(text, line.Size, line.Bold);
            }
        }
    }
}
