using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Intake;

namespace UmberCrock.Web.Hosting;

/// <summary>
/// Reads the cells of a workbook (Office Open XML, ECMA-376) as a stream: no more columns, rows, texts or time than a recipe needs,
/// whatever the file says of its own size.
/// </summary>
internal static class Workbook
{
    /// <summary>Columns past this are no part of a recipe and are passed over.</summary>
    public const int MostColumns = 100;

    /// <summary>Rows of a sheet that are looked at; a recipe's table stands within them.</summary>
    public const int MostRows = 5000;

    private const int MostSheets = 30;
    private const int MostTexts = 100_000;
    private const int LongestText = 500;
    private const int MostUnpacked = 24 * 1024 * 1024;
    private const int MostParts = 500;
    private const int LookEvery = 2000;
    private const string Relations = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    private static readonly XmlReaderSettings Strict = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
        MaxCharactersInDocument = MostUnpacked,
    };

    /// <summary>The rows of every sheet that has some, in the order of the workbook.</summary>
    /// <exception cref="DocumentException">It unpacks to more than a recipe, or a sheet has more rows than one.</exception>
    /// <exception cref="Exception">It is no workbook; the reader says so with whatever it stumbled over.</exception>
    public static IEnumerable<IReadOnlyList<string[]>> Read(ReadOnlyMemory<byte> bytes, CancellationToken cancel)
    {
        using var zip = new ZipArchive(new MemoryStream(bytes.ToArray(), writable: false), ZipArchiveMode.Read);
        if (zip.Entries.Count > MostParts || zip.Entries.Sum(part => part.Length) > MostUnpacked)
            throw TooMuch();
        var budget = new Budget(cancel);
        var texts = zip.GetEntry("xl/sharedStrings.xml") is { } shared ? SharedTexts(shared, budget) : [];
        foreach (var sheet in Sheets(zip, budget))
        {
            if (zip.GetEntry(sheet) is { } part && Rows(part, texts, budget) is { Count: > 0 } rows)
                yield return rows;
        }
    }

    private static List<string> Sheets(ZipArchive zip, Budget budget)
    {
        var targets = new Dictionary<string, string>(StringComparer.Ordinal);
        using (var relations = Open(zip.GetEntry("xl/_rels/workbook.xml.rels")!, budget))
        {
            while (Next(relations, budget))
            {
                if (
                    relations is { NodeType: XmlNodeType.Element, LocalName: "Relationship" }
                    && relations.GetAttribute("Id") is { } id
                    && relations.GetAttribute("Target") is { } target
                )
                    targets[id] = target.StartsWith('/') ? target[1..] : $"xl/{target}";
            }
        }

        var sheets = new List<string>();
        using var book = Open(zip.GetEntry("xl/workbook.xml")!, budget);
        while (sheets.Count < MostSheets && Next(book, budget))
        {
            if (
                book is { NodeType: XmlNodeType.Element, LocalName: "sheet" }
                && book.GetAttribute("id", Relations) is { } id
                && targets.TryGetValue(id, out var part)
            )
                sheets.Add(part);
        }

        return sheets;
    }

    private static List<string> SharedTexts(ZipArchiveEntry part, Budget budget)
    {
        var texts = new List<string>();
        using var xml = Open(part, budget);
        while (texts.Count < MostTexts && Next(xml, budget))
        {
            if (xml is { NodeType: XmlNodeType.Element, LocalName: "si" })
                texts.Add(TextOf(xml, budget));
        }

        return texts;
    }

    private static List<string[]> Rows(ZipArchiveEntry part, List<string> texts, Budget budget)
    {
        var rows = new List<string[]>();
        using var xml = Open(part, budget);
        var (cells, looked, inRow) = (new List<string>(), 0, false);
        while (Next(xml, budget))
        {
            if (xml is { NodeType: XmlNodeType.Element, LocalName: "row" })
            {
                End();
                if (++looked > MostRows)
                    throw new DocumentException(
                        "/",
                        $"The table has more than {MostRows} rows. Keep the recipe's rows in a table of their own. Nothing was taken."
                    );
                (cells, inRow) = ([], !xml.IsEmptyElement);
            }
            else if (inRow && xml is { NodeType: XmlNodeType.Element, LocalName: "c" })
            {
                var column = ColumnOf(xml.GetAttribute("r"), cells.Count);
                var text = Cell(xml, texts, budget);
                if (column >= MostColumns)
                    continue;
                while (cells.Count <= column)
                    cells.Add("");
                cells[column] = text;
            }
        }

        End();
        return rows;

        void End()
        {
            if (cells.Exists(cell => cell.Length > 0))
                RecipeTable.Add(rows, cells);
            cells = [];
        }
    }

    private static string Cell(XmlReader xml, List<string> texts, Budget budget)
    {
        var kind = xml.GetAttribute("t") ?? "n";
        if (xml.IsEmptyElement)
            return "";
        var text = TextOf(xml, budget);
        return kind switch
        {
            "s" => int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var at) && at < texts.Count ? texts[at] : "",
            "b" => text == "1" ? "TRUE" : "FALSE",
            "n" => Number(text),
            _ => text,
        };
    }

    /// <summary>What stands in an element's values and texts; formulas and readings aloud are passed over.</summary>
    private static string TextOf(XmlReader xml, Budget budget)
    {
        if (xml.IsEmptyElement)
            return "";
        var (depth, text, within) = (xml.Depth, new StringBuilder(), false);
        while (Next(xml, budget) && xml.Depth > depth)
        {
            if (xml.NodeType == XmlNodeType.Element)
                within = xml.LocalName is "v" or "t" && !xml.IsEmptyElement;
            else if (xml.NodeType == XmlNodeType.EndElement)
                within = false;
            else if (
                within
                && text.Length < LongestText
                && xml.NodeType is XmlNodeType.Text or XmlNodeType.CDATA or XmlNodeType.SignificantWhitespace or XmlNodeType.Whitespace
            )
                text.Append(xml.Value.AsSpan(0, Math.Min(xml.Value.Length, LongestText)));
        }

        return text.ToString();
    }

    /// <summary>A number without the noise of its binary form, and without an exponent.</summary>
    private static string Number(string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && Math.Abs(number) < 1e12
            ? ((decimal)number).ToString(CultureInfo.InvariantCulture)
            : text;

    /// <summary>The column of a reference like "AB12", from 0; the next one when it says none.</summary>
    private static int ColumnOf(string? reference, int next)
    {
        var column = 0;
        foreach (var letter in (reference ?? "").TakeWhile(char.IsAsciiLetter).Take(4))
            column = (column * 26) + (char.ToUpperInvariant(letter) - 'A' + 1);
        return column == 0 ? next : column - 1;
    }

    private static bool Next(XmlReader xml, Budget budget)
    {
        budget.Look();
        return xml.Read();
    }

    private static XmlReader Open(ZipArchiveEntry part, Budget budget) => XmlReader.Create(new BoundedStream(part.Open(), budget), Strict);

    private static DocumentException TooMuch() =>
        new("/", $"This workbook unpacks to more than {MostUnpacked / 1024 / 1024} MiB, which no recipe does. Nothing was taken.");

    /// <summary>What reading one workbook may take, all parts together.</summary>
    private sealed class Budget(CancellationToken cancel)
    {
        private long unpacked;
        private int nodes;

        public void Look()
        {
            if (++nodes % LookEvery == 0)
                cancel.ThrowIfCancellationRequested();
        }

        public void Unpack(int bytes)
        {
            // What a packed file says of its size need not be true: what comes out is counted.
            if ((unpacked += bytes) > MostUnpacked)
                throw TooMuch();
            cancel.ThrowIfCancellationRequested();
        }
    }

    private sealed class BoundedStream(Stream inner, Budget budget) : Stream
    {
        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count)
        {
            var read = inner.Read(buffer, offset, count);
            budget.Unpack(read);
            return read;
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
                inner.Dispose();
            base.Dispose(disposing);
        }
    }
}
