using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Web.Access;
using UmberCrock.Web.Labels;

namespace UmberCrock.Web.Pages;

/// <summary>Phones beside the stove: letting one in by a key that works once, those that are known, and taking one off.</summary>
internal sealed class PhonesModel : PageModel
{
    private readonly Pairing pairing;
    private readonly AccessKeeper keeper;
    private readonly PhoneListener listener;
    private readonly HouseCertificate certificate;
    private readonly TimeProvider clock;

    /// <summary>Takes what it works with.</summary>
    public PhonesModel(IServiceProvider services)
    {
        (pairing, keeper, listener) = (
            services.GetRequiredService<Pairing>(),
            services.GetRequiredService<AccessKeeper>(),
            services.GetRequiredService<PhoneListener>()
        );
        (certificate, clock) = (services.GetRequiredService<HouseCertificate>(), services.GetRequiredService<TimeProvider>());
    }

    /// <summary>The phones that may come in.</summary>
    internal IReadOnlyList<KnownPhone> Known => keeper.State.Phones;

    /// <summary>Where they come in, when that is open.</summary>
    internal PhoneDoor? Door => listener.Open;

    /// <summary>Where they would come in but cannot now: this computer is elsewhere.</summary>
    internal PhoneDoor? Shut => listener.Open is null && Known.Count > 0 ? keeper.State.Door : null;

    /// <summary>Addresses of this computer.</summary>
    public IReadOnlyList<string> Addresses { get; } = PhoneListener.Addresses();

    /// <summary>The address with its key, while one waits.</summary>
    public string? PairUrl => pairing.Waiting?.Url;

    /// <summary>Minutes the key still works.</summary>
    public int Minutes => pairing.Waiting is { } waiting ? (int)Math.Ceiling((waiting.Until - clock.GetUtcNow()).TotalMinutes) : 0;

    /// <summary>The address as a code: dark modules by row.</summary>
    public IReadOnlyList<IReadOnlyList<bool>>? Code => PairUrl is { } url ? LabelCode.Of(url).Rows : null;

    /// <summary>The certificate's fingerprint in words and in full; null over plain http.</summary>
    public (string Words, string Hex)? Fingerprint => Door is { Https: true } ? certificate.Fingerprint() : null;

    /// <summary>A passphrase that was made just now; it is shown once.</summary>
    public string? Made { get; private set; }

    /// <summary>Why it was not done.</summary>
    public string? Refusal { get; private set; }

    /// <summary>The time.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>Shows them.</summary>
    public IActionResult OnGet() => Page();

    /// <summary>How many are known: the page that shows the code asks, to see when the phone has come in.</summary>
    public IActionResult OnGetCount() => Content(Known.Count.ToString(System.Globalization.CultureInfo.InvariantCulture), "text/plain");

    /// <summary>Makes a key and opens the door.</summary>
    public IActionResult OnPostBegin([FromForm] string? address, [FromForm] string? secure)
    {
        try
        {
            Made = pairing.Begin(address, secure == "yes");
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (refused.Problems[0].Reason.ToString(), StatusCodes.Status422UnprocessableEntity);
        }

        return Page();
    }

    /// <summary>Takes a phone off.</summary>
    public IActionResult OnPostRemove([FromForm] string? id)
    {
        TempData["note"] = pairing.Remove(id ?? "") ? "It can no longer come in." : "It was not on the list any more.";
        return RedirectToPage();
    }

    /// <summary>Sets another passphrase.</summary>
    public IActionResult OnPostPassphrase([FromForm] string? passphrase)
    {
        try
        {
            keeper.SetPassphrase(passphrase ?? "");
            TempData["note"] = "The passphrase is changed. Devices that came in by the old one are asked again.";
            return RedirectToPage();
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (refused.Problems[0].Reason.ToString(), StatusCodes.Status422UnprocessableEntity);
            return Page();
        }
    }
}
