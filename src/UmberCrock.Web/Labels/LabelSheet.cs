using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using PdfSharp;
using PdfSharp.Drawing;
using PdfSharp.Pdf;
using UmberCrock.Core.Printing;
using static UmberCrock.Web.Labels.LabelType;

namespace UmberCrock.Web.Labels;

/// <summary>Prints labels: one as SVG, many as a PDF sheet with real text and embedded fonts.</summary>
internal static class LabelSheet
{
    /// <summary>A label as SVG, in millimetres. Text is text; nothing in it is taken for markup.</summary>
    /// <param name="art">The label.</param>
    /// <param name="withMissing">True to show, in another ink, what is still to be typed.</param>
    /// <param name="pixelsPerMillimetre">The scale on a screen; null for its size in millimetres.</param>
    public static string Svg(LabelArt art, bool withMissing, double? pixelsPerMillimetre = null)
    {
        static string N(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);
        string Side(double millimetres) => pixelsPerMillimetre is { } scale ? N(millimetres * scale) : $"{N(millimetres)}mm";
        var (width, height) = (art.Size.Width, art.Size.Height);
        var svg = new StringBuilder(
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{Side(width)}\" height=\"{Side(height)}\" viewBox=\"0 0 "
                + $"{N(width)} {N(height)}\" font-family=\"Sofia Sans Semi Condensed, sans-serif\" fill=\"#281B13\">"
        );
        svg.Append(
            art.Size.Round
                ? $"<circle cx=\"{N(width / 2)}\" cy=\"{N(height / 2)}\" r=\"{N((width / 2) - 0.1)}\" fill=\"#fff\" "
                    + $"stroke=\"#281B13\" stroke-width=\".2\"/>"
                : $"<rect x=\".1\" y=\".1\" width=\"{N(width - 0.2)}\" height=\"{N(height - 0.2)}\" fill=\"#fff\" "
                    + $"stroke=\"#281B13\" stroke-width=\".2\"/>"
        );
        foreach (var fold in art.Folds)
            svg.Append($"<path d=\"M{N(fold)} 0V{N(height)}\" stroke=\"#54463B\" stroke-width=\".15\" stroke-dasharray=\"1 .8\"/>");
        foreach (var line in art.Ink)
            svg.Append(
                $"<path d=\"M{string.Join('L', line.Points.Select(point => $"{N(point.X)} {N(point.Y)}"))}\" fill=\"none\" "
                    + $"stroke=\"#281B13\" stroke-width=\"{N(line.Width)}\" stroke-linejoin=\"round\" stroke-linecap=\"round\"/>"
            );
        if (art.Code.Count > 0)
            svg.Append(
                $"<path class=\"code\" shape-rendering=\"crispEdges\" "
                    + $"d=\"{string.Concat(art.Code
                        .Select(run => $"M{N(run.X)} {N(run.Y)}h{N(run.Width)}v{N(run.Height)}h-{N(run.Width)}z"))}\"/>"
            );
        foreach (var line in art.Lines.Where(line => withMissing || !line.Missing))
            svg.Append(
                $"<text x=\"{N(line.X)}\" y=\"{N(line.Y)}\" font-size=\"{N(line.Size)}\" "
                    + $"font-weight=\"{(line.Bold ? 700 : 400)}\"{(line.Centred ? " text-anchor=\"middle\"" : "")}{(line.Missing
                        ? " class=\"missing\" fill=\"#1D3F8A\" text-decoration=\"underline dashed\""
                        : "")}>{HtmlEncoder.Default.Encode(line.Text)}</text>"
            );
        return svg.Append("</svg>").ToString();
    }

    /// <summary>A sheet of labels as PDF, as many pages as they take.</summary>
    /// <param name="art">The label.</param>
    /// <param name="count">How many.</param>
    /// <param name="sheet">How they stand.</param>
    /// <param name="type">The type it was laid out with.</param>
    /// <param name="used">So many labels of the first sheet are gone already.</param>
    public static byte[] Pdf(LabelArt art, int count, SheetPlan sheet, LabelType type, int used = 0)
    {
        using var document = new PdfDocument();
        document.Info.Title = "Labels";
        var (columns, rows) = sheet.Places(art.Size);
        for (var (printed, first) = (0, used); printed < count; first = 0)
        {
            var page = document.AddPage();
            page.Size = sheet.Paper == SheetPaper.Letter ? PageSize.Letter : PageSize.A4;
            using var graphics = XGraphics.FromPdfPage(page);
            for (var place = first; place < columns * rows && printed < count; place++, printed++)
            {
                var (left, top) = sheet.Place(place, art.Size);
                Draw(graphics, art, left, top, type);
            }
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
        foreach (var run in art.Code)
            graphics.DrawRectangle(XBrushes.Black, P(left + run.X), P(top + run.Y), P(run.Width), P(run.Height));
        foreach (var line in art.Ink)
            graphics.DrawLines(
                new XPen(XColors.Black, P(line.Width)) { LineJoin = XLineJoin.Round, LineCap = XLineCap.Round },
                [.. line.Points.Select(point => new XPoint(P(left + point.X), P(top + point.Y)))]
            );
        foreach (var line in art.Lines.Where(line => !line.Missing))
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
