using System.Net;
using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Access;

/// <summary>
/// Who is let in: this computer, a device that gave the passphrase, a phone that was paired. What names another host, or was sent by
/// another site, is refused before
/// anything is looked at.
/// </summary>
internal sealed class AccessGate(RequestDelegate next, AccessKeeper keeper)
{
    /// <summary>Scheme of a device that gave the passphrase.</summary>
    public const string Holder = "holder";

    /// <summary>Scheme of a phone that was paired.</summary>
    public const string Phone = "phone";

    /// <summary>Claim that holds the stamp of the passphrase, or the id of the phone.</summary>
    public const string Mark = "mark";

    private const string Own = "same-origin";
    private static readonly string[] Public = ["/unlock", "/pair", "/health", "/built", "/js", "/icon.svg"];

    /// <summary>Pages that a phone sees only with the passphrase.</summary>
    private static readonly string[] NotForPhones = ["/settings", "/copies", "/phones", "/bin", "/odd"];

    /// <summary>Lets a request in or refuses it.</summary>
    public async Task InvokeAsync(HttpContext context)
    {
        // What was refused is told to whoever asked.
        if (context.Items.ContainsKey(typeof(Refusal)))
        {
            await next(context);
            return;
        }

        var local = IsLocal(context);
        if (!IsOurName(context.Request.Host, local))
            throw new RefusedRequestException(
                StatusCodes.Status400BadRequest,
                "This address is not one of this application's. Open it by the address it printed when it started."
            );
        if (IsForeign(context.Request))
            throw new RefusedRequestException(StatusCodes.Status403Forbidden, "Another site sent this. Nothing was changed.");
        if (
            local
            || Public.Any(path => context.Request.Path.StartsWithSegments(path, StringComparison.Ordinal))
            || await IsHolderAsync(context)
        )
            await next(context);
        else if (await IsPhoneAsync(context))
        {
            if (NotForPhones.Any(path => context.Request.Path.StartsWithSegments(path, StringComparison.Ordinal)))
                Ask(context);
            else
                await next(context);
        }
        else
        {
            Ask(context);
        }
    }

    /// <summary>True for a request from this very computer.</summary>
    public static bool IsLocal(HttpContext context) =>
        context.Connection.RemoteIpAddress is not { } remote
        || IPAddress.IsLoopback(remote.IsIPv4MappedToIPv6 ? remote.MapToIPv4() : remote);

    /// <summary>Who a cookie says it is.</summary>
    public static ClaimsPrincipal Named(string scheme, string mark) => new(new ClaimsIdentity([new Claim(Mark, mark)], scheme));

    /// <summary>How cookies of a scheme are kept: out of reach of scripts and of other sites, under a name of this instance.</summary>
    public static Action<CookieAuthenticationOptions> Cookie(string name, TimeSpan lives) =>
        options =>
        {
            options.Cookie.Name = name;
            options.Cookie.HttpOnly = true;
            options.Cookie.SameSite = SameSiteMode.Strict;
            options.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            options.ExpireTimeSpan = lives;
            options.SlidingExpiration = true;
        };

    /// <summary>Names of another site could be pointed at this computer: only names that cannot are answered.</summary>
    private static bool IsOurName(HostString host, bool local)
    {
        var name = host.Host.Trim('[', ']');
        if (IPAddress.TryParse(name, out var address))
            return !local || IPAddress.IsLoopback(address);
        if (string.Equals(name, "localhost", StringComparison.OrdinalIgnoreCase))
            return local;
        return name.Length > 0
            && (
                string.Equals(name, Environment.MachineName, StringComparison.OrdinalIgnoreCase)
                || (!local && string.Equals(name, $"{Environment.MachineName}.local", StringComparison.OrdinalIgnoreCase))
            );
    }

    /// <summary>True for what another site makes a browser send: a change, or a part of its own pages. A link that is followed here is
    /// none.</summary>
    private static bool IsForeign(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
            return site is "cross-site" or "same-site" && request.Headers["Sec-Fetch-Mode"] != "navigate";
        if (site.Length > 0)
            return site is not (Own or "none");
        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0 && !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
    }

    private async Task<bool> IsHolderAsync(HttpContext context) =>
        (await context.AuthenticateAsync(Holder)).Principal?.FindFirstValue(Mark) is { } stamp
        && keeper.State is { PassphraseHash: not null } state
        && stamp == state.Stamp;

    private async Task<bool> IsPhoneAsync(HttpContext context) =>
        keeper.Knows((await context.AuthenticateAsync(Phone)).Principal?.FindFirstValue(Mark));

    private static void Ask(HttpContext context)
    {
        if (
            HttpMethods.IsGet(context.Request.Method)
            && context.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal)
        )
        {
            context.Response.Redirect($"/unlock{QueryString.Create("back", context.Request.Path + context.Request.QueryString)}");
            return;
        }

        throw new RefusedRequestException(
            StatusCodes.Status401Unauthorized,
            "This device is not let in, or no longer. Open /unlock in another tab and give the passphrase, then do it again."
        );
    }
}
