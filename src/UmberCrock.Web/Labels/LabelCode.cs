using QRCoder;
using QRCoder.Exceptions;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Labels;

/// <summary>Batch code and ingredient list as text, in a QR code (ISO/IEC 18004) of low redundancy, with its quiet zone.</summary>
/// <param name="Rows">Dark modules by row.</param>
internal sealed record LabelCode(IReadOnlyList<IReadOnlyList<bool>> Rows)
{
    /// <summary>Side of a module, mm: what a hand-held reader takes from paper (common practice: 0.25 mm and more).</summary>
    public const double Module = 0.28;

    /// <summary>Side with the quiet zone, mm.</summary>
    public double Side => Rows.Count * Module;

    /// <summary>The code of a label.</summary>
    /// <exception cref="DocumentException">Its list is longer than the largest code holds.</exception>
    public static LabelCode Of(LabelContent content)
    {
        try
        {
            return Of(TextOf(content));
        }
        catch (DataTooLongException)
        {
            throw new DocumentException("/code", "The ingredient list is longer than a code can hold. Leave the code out.");
        }
    }

    /// <summary>The code of a short text.</summary>
    public static LabelCode Of(string text)
    {
        using var code = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.L, forceUtf8: true);
        return new LabelCode([.. code.ModuleMatrix.Select(row => (IReadOnlyList<bool>)[.. row.Cast<bool>()])]);
    }

    /// <summary>What it holds.</summary>
    public static string TextOf(LabelContent content) =>
        string.Join('\n', content.Of(LabelPart.Batch).Concat(content.Of(LabelPart.Ingredients)).Select(text => text.Text));

    /// <summary>Its dark runs, from a corner in mm.</summary>
    public IEnumerable<CodeRun> At(double left, double top)
    {
        for (var row = 0; row < Rows.Count; row++)
        {
            for (var from = 0; from < Rows.Count; from++)
            {
                var to = from;
                while (to < Rows.Count && Rows[row][to])
                    to++;
                if (to > from)
                    yield return new CodeRun(left + (from * Module), top + (row * Module), (to - from) * Module, Module);
                from = to;
            }
        }
    }
}
