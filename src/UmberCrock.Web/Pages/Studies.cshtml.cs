using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Storage;

namespace UmberCrock.Web.Pages;

/// <summary>The studies: what is watched, what is to be looked at, and what could be watched.</summary>
internal sealed class StudiesModel(StudyStore studies, BatchStore batches) : PageModel
{
    /// <summary>So many are shown at once.</summary>
    public const int PageSize = 50;

    /// <summary>So many batches are offered.</summary>
    private const int Offered = 6;

    private const int MostPages = 100_000;

    /// <summary>The studies of this stretch.</summary>
    public IReadOnlyList<StudyPlace> Places { get; private set; } = [];

    /// <summary>How many there are.</summary>
    public int Total { get; private set; }

    /// <summary>Which stretch, from 0.</summary>
    public int Stretch { get; private set; }

    /// <summary>True where more lie behind it.</summary>
    public bool HasMore => (Stretch + 1) * PageSize < Total;

    /// <summary>The batches that were closed last.</summary>
    public IReadOnlyList<BatchPlace> Made { get; private set; } = [];

    /// <summary>Shows them.</summary>
    /// <param name="page">Which stretch, from 0.</param>
    public async Task OnGetAsync([FromQuery] int page = 0)
    {
        Stretch = Math.Clamp(page, 0, MostPages);
        (Places, Total) = await studies.ListAsync(Stretch * PageSize, PageSize);
        Made =
        [
            .. (await batches.ListAsync(new BatchQuestion(false, null, null), 0, Offered * 2))
                .Batches.Where(batch => batch.Phase == BatchPhase.Closed)
                .Take(Offered),
        ];
    }
}
