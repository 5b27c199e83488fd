using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Storage;
using UmberCrock.Web.Studies;

namespace UmberCrock.Web.Pages;

/// <summary>Your bench: what was foreseen and what was seen of it, by kind, over time.</summary>
internal sealed class YourBenchModel(StudyStore studies, Knowledge knowledge) : PageModel
{
    private const int MostMarks = 600;

    /// <summary>What is shown.</summary>
    public TruthView View { get; private set; } = null!;

    /// <summary>Shows it.</summary>
    public async Task OnGetAsync()
    {
        var today = studies.Today;
        View = new TruthView(await studies.TruthAsync(TruthView.SinceOf(today), MostMarks), today, knowledge.Catalogue.Rules);
    }
}
