using System.Text;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Hosting;

/// <summary>A recipe in a file: a formula document, or text to be read line by line.</summary>
/// <param name="Formula">The formula of a document; null for anything else.</param>
/// <param name="Text">The recipe as text; empty for a document.</param>
internal sealed record RecipeFile(Formula? Formula, string Text)
{
    private static readonly TimeSpan LongestReading = TimeSpan.FromSeconds(5);

    private static ReadOnlySpan<byte> ZipMark => "PK\u0003\u0004"u8;

    /// <summary>Reads a file by what it holds, not by its name: a formula document, a workbook, a table of separated values, or plain
    /// text.</summary>
    /// <exception cref="DocumentException">It is none of these, or more than a recipe; says what and why.</exception>
    public static RecipeFile Read(ReadOnlyMemory<byte> bytes, Catalogue catalogue, CancellationToken cancel = default)
    {
        if (bytes.Span.StartsWith(ZipMark))
            return new RecipeFile(null, OfWorkbook(bytes, catalogue, cancel));
        if (bytes.Span.TrimStart(" \t\r\n\uFEFF"u8) is [(byte)'{', ..])
            return new RecipeFile(FormulaReader.Parse(bytes), "");
        var text = Decode(bytes.Span);
        var rows = RecipeTable.ReadCsv(text);
        return new RecipeFile(null, RecipeTable.HasHeading(rows, catalogue) ? RecipeTable.ToText(rows, catalogue) : text);
    }

    private static string OfWorkbook(ReadOnlyMemory<byte> bytes, Catalogue catalogue, CancellationToken cancel)
    {
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        limit.CancelAfter(LongestReading);
        try
        {
            IReadOnlyList<string[]>? first = null;
            foreach (var rows in Workbook.Read(bytes, limit.Token))
            {
                if (RecipeTable.HasHeading(rows, catalogue))
                    return RecipeTable.ToText(rows, catalogue);
                first ??= rows;
            }

            return RecipeTable.ToText(first ?? [], catalogue);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            throw new DocumentException(
                "/",
                "This workbook takes too long to read. Save the recipe's table alone, as .xlsx or .csv. Nothing was taken."
            );
        }
        catch (Exception problem) when (problem is not (DocumentException or OperationCanceledException))
        {
            // A broken workbook is answered with whatever the reader stumbled over.
            throw new DocumentException(
                "/",
                "This is a packed file, but no workbook that can be read. Save it anew as .xlsx, or as .csv. Nothing was taken."
            );
        }
    }

    /// <summary>UTF-8, or what older spreadsheets write in western Europe.</summary>
    private static string Decode(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Contains((byte)0))
            throw new DocumentException(
                "/",
                "This is not a text, a table or a formula. Take .json, .csv, .xlsx or .txt. Nothing was taken."
            );
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
