using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using UmberCrock.Web.Access;

namespace UmberCrock.Web.Pages;

/// <summary>Asks a device for the passphrase.</summary>
[EnableRateLimiting(GuessLimit.Name)]
internal sealed class UnlockModel : PageModel
{
    private readonly AccessKeeper keeper;

    /// <summary>Takes what it works with.</summary>
    public UnlockModel(IServiceProvider services) => keeper = services.GetRequiredService<AccessKeeper>();

    /// <summary>Where to go then.</summary>
    public string Back { get; private set; } = "/";

    /// <summary>Why it is not open.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Asks.</summary>
    public void OnGet(string? back) => Back = Local(back);

    /// <summary>Opens.</summary>
    public async Task<IActionResult> OnPostAsync([FromForm] string? passphrase, [FromForm] string? back)
    {
        Back = Local(back);
        if (!keeper.IsPassphrase(passphrase))
        {
            Refusal = "That is not the passphrase. On the computer, ./run --new-passphrase makes another.";
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await HttpContext.SignInAsync(AccessGate.Holder, AccessGate.Named(AccessGate.Holder, keeper.State.Stamp));
        return LocalRedirect(Back);
    }

    private string Local(string? back) => Url.IsLocalUrl(back) ? back! : "/";
}
