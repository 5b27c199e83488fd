using System.Collections.Concurrent;
using PdfSharp.Drawing;
using PdfSharp.Fonts;
using UmberCrock.Core.Documents;

namespace UmberCrock.Web.Labels;

/// <summary>
/// The type of labels: one font in two weights, each in two files that part its letters between them. Widths are those of the fonts
/// themselves, so that what fits
/// on the screen fits on paper.
/// </summary>
internal sealed class LabelType : IFontResolver, IDisposable
{
    /// <summary>Points of a millimetre.</summary>
    public const double PointsPerMillimetre = 72 / 25.4;

    private const string Family = "label";

    /// <summary>A size to measure at; widths grow in proportion.</summary>
    private const double MeasuredPoints = 100;

    private static readonly string[] Names = ["latin-400", "latin-700", "latin-ext-400", "latin-ext-700"];
    private static readonly Lock Making = new();
    private static LabelType? made;

    private readonly Dictionary<string, byte[]> files;
    private readonly ConcurrentDictionary<(char Letter, bool Bold), double> widths = new();
    private readonly XGraphics measuring = XGraphics.CreateMeasureContext(
        new XSize(1000, 1000),
        XGraphicsUnit.Point,
        XPageDirection.Downwards
    );

    private LabelType(string folder) =>
        files = Names.ToDictionary(
            name => name,
            name =>
                Renamed(
                    Woff.ToTrueType(File.ReadAllBytes(Path.Combine(folder, $"label-{name}.woff"))),
                    name.Contains("ext", StringComparison.Ordinal)
                ),
            StringComparer.Ordinal
        );

    /// <summary>The type, made once from the folder of built files; the PDF library knows one resolver.</summary>
    public static LabelType From(string folder)
    {
        lock (Making)
        {
            if (made is null)
            {
                made = new LabelType(folder);
                GlobalFontSettings.FontResolver = made;
            }

            return made;
        }
    }

    /// <inheritdoc/>
    public void Dispose() => measuring.Dispose();

    /// <inheritdoc/>
    public byte[]? GetFont(string faceName) => files[faceName];

    /// <inheritdoc/>
    public FontResolverInfo? ResolveTypeface(string familyName, bool isBold, bool isItalic) =>
        new($"{familyName[(Family.Length + 1)..]}-{(isBold ? 700 : 400)}");

    /// <summary>The font of some letters at a size in points.</summary>
    public static XFont Font(bool extended, bool bold, double points) =>
        new($"{Family}-{(extended ? "latin-ext" : "latin")}", points, bold ? XFontStyleEx.Bold : XFontStyleEx.Regular);

    /// <summary>Width of a text in mm, at a size in mm: the widths of its letters, for the PDF library kerns none.</summary>
    public double Width(string text, double size, bool bold) => text.Sum(letter => widths.GetOrAdd((letter, bold), Measured)) * size;

    private double Measured((char Letter, bool Bold) letter)
    {
        lock (measuring)
            return measuring.MeasureString(letter.Letter.ToString(), Font(IsExtended(letter.Letter), letter.Bold, MeasuredPoints)).Width
                / MeasuredPoints;
    }

    /// <summary>A text in runs that one file holds.</summary>
    public static IEnumerable<(string Text, bool Extended)> Segments(string text)
    {
        var start = 0;
        for (var at = 1; at <= text.Length; at++)
        {
            if (at < text.Length && IsExtended(text[at]) == IsExtended(text[start]))
                continue;
            if (text.Length > 0)
                yield return (text[start..at], IsExtended(text[start]));
            start = at;
        }
    }

    /// <summary>Refuses letters that neither file holds: nothing is printed as an empty box.</summary>
    /// <exception cref="DocumentException">There are some.</exception>
    public static void Check(string text, string pointer)
    {
        if (text.FirstOrDefault(letter => !IsPlain(letter) && !IsExtended(letter)) is var odd and not '\0')
            throw new DocumentException(
                pointer,
                char.IsSurrogate(odd) || odd > '\u2fff'
                    ? "holds a sign or letters that the label's font does not have: Latin letters, figures and common signs only."
                    : $"holds “{odd}” (U+{(int)odd:X4}), which the label's font does not have: Latin letters, figures and common "
                        + $"signs only."
            );
    }

    /// <summary>A text with a question mark in the place of what neither file holds: for papers, where a word of the maker's own is not
    /// refused.</summary>
    public static string Printable(string text) => string.Create(text.Length, text, (letters, from) =>
        {
            for (var at = 0; at < from.Length; at++)
                letters[at] = IsPlain(from[at]) || IsExtended(from[at]) ? from[at] : '?';
        });

    /// <summary>The PDF library knows a font by the name inside it, and both files carry the same: the second gets another of the same
    /// length.</summary>
    private static byte[] Renamed(byte[] font, bool extended)
    {
        ReadOnlySpan<byte> name = "\0S\0o\0f\0i\0a"u8;
        for (var at = 0; extended && font.AsSpan(at).IndexOf(name) is var found and >= 0; at += found + name.Length)
            font[at + found + name.Length - 1] = (byte)'e';
        return font;
    }

    /// <summary>Letters of the plain file, as its maker states them; what steers the direction of writing is none.</summary>
    private static bool IsPlain(char letter) =>
        letter
            is '\n'
                or (>= ' ' and <= '\u007e')
                or (>= '\u00a0' and <= '\u00ff')
                or '\u0131'
                or '\u0152'
                or '\u0153'
                or '\u02c6'
                or '\u02dc'
                or (>= '\u2010' and <= '\u2027')
                or (>= '\u2030' and <= '\u205e')
                or '\u20ac'
                or '\u2122'
                or '\u2212';

    private static bool IsExtended(char letter) =>
        letter
            is >= '\u0100'
                and <= '\u02ba'
                and not ('\u0131' or '\u0152' or '\u0153')
                or (>= '\u1e00' and <= '\u1e9f')
                or (>= '\u1ef2' and <= '\u1eff');
}
