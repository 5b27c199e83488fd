using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Labels;

/// <summary>The texts of a label as a table (RFC 4180): which part, the words, what they follow from, and who asks for them.</summary>
internal static class LabelTable
{
    /// <summary>Writes it; a text that a spreadsheet would take for a formula is written so that it does not.</summary>
    public static string Csv(LabelContent content)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var table = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture)))
        {
            foreach (
                var row in content
                    .Texts.Select(text => new[] { Vocabulary.Word(text.Part), text.Text.ToString(), text.Because.ToString(), text.Source })
                    .Prepend(["part", "text", "because", "source"])
            )
            {
                foreach (var cell in row)
                    table.WriteField(CsvCells.Written(cell));
                table.NextRecord();
            }
        }

        return text.ToString();
    }
}
