using System.Runtime.InteropServices;
using System.Security.Cryptography;
using System.Text;

namespace UmberCrock.Web.Bench;

/// <summary>
/// A drawn bench in its parts: elements with an id between two marks of the page, which change by themselves, and the frame they stand in.
/// </summary>
/// <param name="Opening">The opening tag of the whole, which says its version and when it was kept.</param>
/// <param name="Frame">All that stands outside the parts.</param>
/// <param name="Parts">Id and text of each part, in order.</param>
internal sealed record BenchParts(string Opening, string Frame, IReadOnlyList<(string Id, string Html)> Parts)
{
    private const string Begin = "<!--part-->";
    private const string End = "<!--/part-->";
    private const string Name = " id=\"";

    /// <summary>Parts a drawn bench.</summary>
    /// <param name="html">The whole, one element, as the page draws it.</param>
    public static BenchParts Of(string html)
    {
        var opened = html.IndexOf('>', html.IndexOf('<', StringComparison.Ordinal)) + 1;
        var (frame, parts, at) = (new StringBuilder(), new List<(string, string)>(), opened);
        for (int from; (from = html.IndexOf(Begin, at, StringComparison.Ordinal)) >= 0; )
        {
            frame.Append(html, at, from - at).Append(Begin);
            from += Begin.Length;
            var to = html.IndexOf(End, from, StringComparison.Ordinal);
            var part = html[from..to];
            var named = part.IndexOf(Name, StringComparison.Ordinal) + Name.Length;
            parts.Add((part[named..part.IndexOf('"', named)], part));
            at = to + End.Length;
        }

        return new BenchParts(html[..opened], frame.Append(html, at, html.Length - at).ToString(), parts);
    }

    /// <summary>What a page that shows another bench needs to show this one: its opening tag and the parts that differ.</summary>
    /// <param name="shown">What the page shows.</param>
    /// <returns>Null where the frame or the row of parts differs: then it needs the whole.</returns>
    public string? Since(PartsPrint shown)
    {
        if (Hash(Frame) != shown.Frame || !Parts.Select(part => part.Id).SequenceEqual(shown.Parts.Select(part => part.Id)))
            return null;
        var changed = new StringBuilder(Opening).Append("</main>");
        foreach (var ((_, html), (_, hash)) in Parts.Zip(shown.Parts))
        {
            if (Hash(html) != hash)
                changed.Append(html);
        }

        return changed.ToString();
    }

    /// <summary>What is remembered of it.</summary>
    public PartsPrint Print() => new(Hash(Frame), [.. Parts.Select(part => (part.Id, Hash(part.Html)))]);

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(MemoryMarshal.AsBytes(text.AsSpan())));
}

/// <summary>A drawn bench by the hashes of its parts.</summary>
/// <param name="Frame">Hash of what stands outside the parts.</param>
/// <param name="Parts">Id and hash of each part, in order.</param>
internal sealed record PartsPrint(string Frame, IReadOnlyList<(string Id, string Hash)> Parts);
