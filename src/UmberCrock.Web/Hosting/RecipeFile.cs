using System.Globalization;
using System.IO.Compression;
using System.Text;
using MiniExcelLibs;
using MiniExcelLibs.OpenXml;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Json;

namespace UmberCrock.Web.Hosting;

/// <summary>A recipe in a file: a formula document, or text to be read line by line.</summary>
/// <param name="Formula">The formula of a document; null for anything else.</param>
/// <param name="Text">The recipe as text; empty for a document.</param>
internal sealed record RecipeFile(Formula? Formula, string Text)
{
    /// <summary>A workbook of at most 1 MiB may not unpack to more than this.</summary>
    private const long MostUnpacked = 24 * 1024 * 1024;

    private const int MostParts = 500;

    private static ReadOnlySpan<byte> ZipMark => "PK\u0003\u0004"u8;

    /// <summary>Reads a file by what it holds, not by its name: a formula document, a workbook, a table of separated values, or plain text.</summary>
    /// <exception cref="DocumentException">It is none of these, or more than a recipe; says what and why.</exception>
    public static RecipeFile Read(ReadOnlyMemory<byte> bytes, Catalogue catalogue)
    {
        if (bytes.Span.StartsWith(ZipMark))
            return new RecipeFile(null, OfWorkbook(bytes, catalogue));
        if (bytes.Span.TrimStart(" \t\r\n\uFEFF"u8) is [(byte)'{', ..])
            return new RecipeFile(FormulaReader.Parse(bytes), "");
        var text = Decode(bytes.Span);
        var rows = RecipeTable.ReadCsv(text);
        return new RecipeFile(null, RecipeTable.HasHeading(rows, catalogue) ? RecipeTable.ToText(rows, catalogue) : text);
    }

    private static string OfWorkbook(ReadOnlyMemory<byte> bytes, Catalogue catalogue)
    {
        try
        {
            CheckUnpacked(bytes);
            using var stream = new MemoryStream(bytes.ToArray(), writable: false);
            var sheets = MiniExcel.GetSheetNames(stream).Select(name => RowsOf(bytes, name)).ToList();
            return RecipeTable.ToText(sheets.Find(rows => RecipeTable.HasHeading(rows, catalogue)) ?? sheets.Find(rows => rows.Count > 0) ?? [], catalogue);
        }
        catch (Exception problem) when (problem is not DocumentException)
        {
            // The reader of workbooks answers a broken one with whatever it stumbled over.
            throw new DocumentException("/", "This is a packed file, but no workbook that can be read. Save it anew as .xlsx, or as .csv. Nothing was taken.");
        }
    }

    private static List<string[]> RowsOf(ReadOnlyMemory<byte> bytes, string sheet)
    {
        using var stream = new MemoryStream(bytes.ToArray(), writable: false);
        var rows = new List<string[]>();
        foreach (IDictionary<string, object?> row in MiniExcel.Query(stream, useHeaderRow: false, sheet, ExcelType.XLSX, configuration: new OpenXmlConfiguration { EnableSharedStringCache = false, IgnoreEmptyRows = true }))
            RecipeTable.Add(rows, row.Values.Select(cell => Convert.ToString(cell, CultureInfo.InvariantCulture) ?? ""));
        return rows;
    }

    /// <summary>Unpacks every part to nowhere: what a packed file says of its size need not be true.</summary>
    private static void CheckUnpacked(ReadOnlyMemory<byte> bytes)
    {
        using var packed = new ZipArchive(new MemoryStream(bytes.ToArray(), writable: false), ZipArchiveMode.Read);
        if (packed.Entries.Count > MostParts)
            throw TooMuch();
        var buffer = new byte[64 * 1024];
        long sum = 0;
        foreach (var part in packed.Entries)
        {
            using var content = part.Open();
            int read;
            while ((read = content.Read(buffer)) > 0)
            {
                if ((sum += read) > MostUnpacked)
                    throw TooMuch();
            }
        }

        static DocumentException TooMuch() => new("/", $"This workbook unpacks to more than {MostUnpacked / 1024 / 1024} MiB, which no recipe does. Nothing was taken.");
    }

    /// <summary>UTF-8, or what older spreadsheets write in western Europe.</summary>
    private static string Decode(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Contains((byte)0))
            throw new DocumentException("/", "This is not a text, a table or a formula. Take .json, .csv, .xlsx or .txt. Nothing was taken.");
        try
        {
            return new UTF8Encoding(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true).GetString(bytes).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            return Encoding.Latin1.GetString(bytes);
        }
    }
}
