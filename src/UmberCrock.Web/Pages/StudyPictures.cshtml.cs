using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Storage;
using UmberCrock.Web.Pictures;

namespace UmberCrock.Web.Pages;

/// <summary>The pictures of a study: one jar's through its looks, two of them side by side.</summary>
internal sealed class StudyPicturesModel(StudyStore studies) : PageModel
{
    /// <summary>What is shown.</summary>
    public JarPictures View { get; private set; } = null!;

    /// <summary>Shows them.</summary>
    /// <param name="id">The study.</param>
    /// <param name="jar">The jar.</param>
    /// <param name="left">Place of the picture on the left.</param>
    /// <param name="right">Place of the picture on the right.</param>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id, string? jar, int? left, int? right)
    {
        if (await studies.FindAsync(id) is not { } kept)
            return NotFound();
        View = new JarPictures(kept, jar, left, right);
        return Page();
    }
}
