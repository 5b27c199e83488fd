using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Access;

/// <summary>How often a passphrase or a key may be tried: five times a minute by one address, thirty by all together.</summary>
internal static class GuessLimit
{
    /// <summary>The name pages ask for it by.</summary>
    public const string Name = "guesses";

    /// <summary>Tries of one address in a minute.</summary>
    public const int OfOne = 5;

    private const int OfAll = 30;

    /// <summary>Sets it up.</summary>
    public static void Configure(RateLimiterOptions options)
    {
        options.AddPolicy(Name, context =>
            HttpMethods.IsPost(context.Request.Method)
                ? Window(context.Connection.RemoteIpAddress?.ToString() ?? "here", OfOne)
                : RateLimitPartition.GetNoLimiter("")
        );
        options.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(context =>
            HttpMethods.IsPost(context.Request.Method) && (context.Request.Path == "/unlock" || context.Request.Path == "/pair")
                ? Window("all", OfAll)
                : RateLimitPartition.GetNoLimiter("")
        );
        options.OnRejected = (_, _) =>
            throw new RefusedRequestException(
                StatusCodes.Status429TooManyRequests,
                "That was tried too often. Wait a minute, then try again."
            );
    }

    private static RateLimitPartition<string> Window(string partition, int tries) =>
        RateLimitPartition.GetFixedWindowLimiter(partition, _ => new FixedWindowRateLimiterOptions
        {
            PermitLimit = tries,
            Window = TimeSpan.FromMinutes(1),
            QueueLimit = 0,
        });
}
