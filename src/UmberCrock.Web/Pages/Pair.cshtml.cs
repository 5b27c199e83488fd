using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using UmberCrock.Web.Access;

namespace UmberCrock.Web.Pages;

/// <summary>What a phone sees that opened the address of the code: one press, and it is known.</summary>
[EnableRateLimiting(GuessLimit.Name)]
internal sealed class PairModel : PageModel
{
    private readonly Pairing pairing;
    private readonly HouseCertificate certificate;

    /// <summary>Takes what it works with.</summary>
    public PairModel(IServiceProvider services) =>
        (pairing, certificate) = (services.GetRequiredService<Pairing>(), services.GetRequiredService<HouseCertificate>());

    /// <summary>The key as it came.</summary>
    public string? Key { get; private set; }

    /// <summary>True while the key works.</summary>
    public bool Works { get; private set; }

    /// <summary>The certificate's fingerprint in words; null over plain http.</summary>
    public string? Fingerprint => Request.IsHttps ? certificate.Fingerprint()?.Words : null;

    /// <summary>Shows the question.</summary>
    public void OnGet(string? key) => (Key, Works) = (key, pairing.IsKey(key));

    /// <summary>Lets the phone in.</summary>
    public async Task<IActionResult> OnPostAsync([FromForm] string? key, [FromForm] string? name)
    {
        if (pairing.Redeem(key, name) is not { } id)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await HttpContext.SignInAsync(
            AccessGate.Phone,
            AccessGate.Named(AccessGate.Phone, id),
            new AuthenticationProperties { IsPersistent = true }
        );
        return RedirectToPage("/Index");
    }
}
