using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>A part of a batch as it is typed.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Share">Its share of the batch, percent.</param>
/// <param name="Lines">The lines that go into it alone.</param>
internal sealed record PartFields(string Name, string Share, IReadOnlyCollection<int> Lines);

/// <summary>A batch parted into bowls that differ in colour or scent: one batch, its parts with what goes into each.</summary>
internal sealed class PartsModel(BatchStore batches, BatchActs acts) : PageModel
{
    /// <summary>So many parts can be typed; the API takes more.</summary>
    private const int Rows = 4;
    private const decimal Whole = 100m;

    /// <summary>The batch.</summary>
    public KeptBatch Kept { get; private set; } = null!;

    /// <summary>What is typed.</summary>
    public IReadOnlyList<PartFields> Typed { get; private set; } = [];

    /// <summary>Why it was not taken.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id)
    {
        Typed = [new("", "50", []), new("", "50", []), .. Enumerable.Repeat(new PartFields("", "", []), Rows - 2)];
        return await FindAsync(id) ? Page() : NotFound();
    }

    /// <summary>Parts it.</summary>
    public async Task<IActionResult> OnPostAsync([FromRoute] long id)
    {
        if (!await FindAsync(id))
            return NotFound();
        var form = RequestDoor.Form(Request);
        Typed =
        [
            .. Enumerable
                .Range(0, Rows)
                .Select(row => new PartFields(
                    PlainText.OneLine(form[$"name-{row}"].ToString()),
                    form[$"share-{row}"].ToString(),
                    [
                        .. form[$"line-{row}"]
                            .Select(word => int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var line) ? line : -1)
                            .Where(line => line >= 0),
                    ]
                )),
        ];
        var outcome = await acts.AppendAsync(Request, id, () =>
            new BatchSplit([.. Typed.Where(part => part.Name.Length > 0).Select(PartOf)])
        );
        if (outcome.Kept is not null)
            return RedirectToPage(new { id });
        (Refusal, Response.StatusCode) = (outcome.Refusal, outcome.Status);
        return outcome.Refusal is not null && await FindAsync(id) ? Page() : NotFound();
    }

    private static BatchPart PartOf(PartFields part) =>
        Bench.Typed.Number(part.Share, $"the share of {part.Name} in percent") is > 0m and <= Whole and var percent
            ? new BatchPart(part.Name, percent / Whole, [.. part.Lines])
            : throw new DocumentException("/", $"The share of {part.Name} is more than 0 and at most 100 %.");

    private async Task<bool> FindAsync(long id)
    {
        if (await batches.FindAsync(id) is not { } kept)
            return false;
        Kept = kept;
        return true;
    }
}
