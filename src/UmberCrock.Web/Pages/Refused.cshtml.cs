using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>What a person sees when a request was refused and no page of its own says so: why, what was typed, and what to do.</summary>
[IgnoreAntiforgeryToken]
internal sealed class RefusedModel : PageModel
{
    private const int MostFields = 60;

    /// <summary>Why.</summary>
    internal Refusal Refusal { get; private set; } = null!;

    /// <summary>What was typed, by field; it can be copied from here.</summary>
    public IReadOnlyList<(string Field, string Text)> Typed { get; private set; } = [];

    /// <summary>The page it came from.</summary>
    public string From { get; private set; } = "/";

    /// <summary>Shows it.</summary>
    public IActionResult OnGet()
    {
        if (HttpContext.Items[typeof(Refusal)] is not Refusal refusal)
            return RedirectToPage("/Index");
        Refusal = refusal;
        Response.StatusCode = refusal.Status;
        From = HttpContext.Features.Get<Microsoft.AspNetCore.Diagnostics.IExceptionHandlerPathFeature>()?.Path ?? "/";
        Typed = TypedOf(Request);
        return Page();
    }

    /// <summary>What was typed, as far as the form had been read: one that cannot be read is not read again here.</summary>
    private static List<(string Field, string Text)> TypedOf(HttpRequest request) =>
        request.HttpContext.Features.Get<IFormFeature>()?.Form is { } form
            ?
            [
                .. form.Where(field =>
                        !field.Key.StartsWith("__", StringComparison.Ordinal)
                        && !field.Key.EndsWith("ersion", StringComparison.Ordinal)
                        && field.Value.ToString().Trim().Length > 0
                    )
                    .Take(MostFields)
                    .Select(field => (field.Key, field.Value.ToString())),
            ]
            : [];
}
