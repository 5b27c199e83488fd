using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Http.Features;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Pictures;

namespace UmberCrock.Web.Hosting;

/// <summary>What every request passes: headers on every answer, methods and names that are known, a form that can be read.</summary>
internal static partial class RequestDoor
{
    /// <summary>Most fields of a form: the settings have about two hundred.</summary>
    public const int MostFields = 1000;

    /// <summary>Largest body but for that of a saved file: what is over a mebibyte is refused in words, with some room to receive
    /// it.</summary>
    private const long MostBytes = 8L * 1024 * 1024;

    private const string Policy =
        "default-src 'self'; img-src 'self' data:; base-uri 'none'; object-src 'none'; frame-ancestors 'none'; form-action 'self'";

    /// <summary>Sets the headers of every answer, errors too.</summary>
    public static Task HeadersAsync(HttpContext context, RequestDelegate next)
    {
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = Policy;
            headers.XContentTypeOptions = "nosniff";
            // "no-referrer" would take the origin from our own forms, by which foreign ones are told.
            headers["Referrer-Policy"] = "same-origin";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
            if (headers.CacheControl.Count == 0)
                headers.CacheControl = "private, no-cache";
            return Task.CompletedTask;
        });
        return next(context);
    }

    /// <summary>Refuses methods that nothing answers, names that no field has, and forms that cannot be read.</summary>
    /// <exception cref="RefusedRequestException">Any of these.</exception>
    public static async Task CheckAsync(HttpContext context, RequestDelegate next)
    {
        var request = context.Request;
        if (context.Items.ContainsKey(typeof(Refusal)))
        {
            // The page that tells why is only read, however what it tells of was sent.
            request.Method = HttpMethods.Get;
            await next(context);
            return;
        }

        if (!HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method) && !HttpMethods.IsPost(request.Method))
        {
            context.Response.Headers.Allow = "GET, HEAD, POST";
            throw new RefusedRequestException(StatusCodes.Status405MethodNotAllowed, "Only GET, HEAD and POST are answered here.");
        }

        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit)
            limit.MaxRequestBodySize =
                request.Path.StartsWithSegments("/copies", StringComparison.Ordinal) ? IncomingFiles.MostBytes
                : request.Path.StartsWithSegments("/studies", StringComparison.Ordinal) ? LookPictures.MostBytes
                : MostBytes;
        if (request.Query.Keys.Any(name => !FieldName().IsMatch(name)))
            throw new RefusedRequestException(StatusCodes.Status400BadRequest, "The address asks with a name that no field here has.");
        if (HttpMethods.IsPost(request.Method) && request.HasFormContentType)
            await ReadFormAsync(request);
        await next(context);
    }

    /// <summary>The fields of a form.</summary>
    /// <exception cref="RefusedRequestException">415: the request is no form.</exception>
    public static IFormCollection Form(HttpRequest request) =>
        request.HasFormContentType
            ? request.Form
            : throw new RefusedRequestException(
                StatusCodes.Status415UnsupportedMediaType,
                "Send a form (application/x-www-form-urlencoded or multipart/form-data)."
            );

    /// <summary>Where a request comes from, in a word for a record: this computer, a phone, another device.</summary>
    public static string DeviceOf(HttpRequest request) =>
        request.Headers.UserAgent.ToString().Contains("Mobi", StringComparison.Ordinal) ? "a phone"
        : request.HttpContext.Connection.RemoteIpAddress is { } from && !System.Net.IPAddress.IsLoopback(from) ? "another device"
        : "this computer";

    /// <summary>People read figures as they chose to; machines always with the point and in degrees Celsius.</summary>
    public static Task WritingAsync(HttpContext context, RequestDelegate next)
    {
        if (!ProblemWriter.IsForMachines(context.Request.Path))
        {
            var knowledge = context.RequestServices.GetRequiredService<Knowledge>();
            CultureInfo.CurrentCulture = MakerCulture.Of(knowledge.Workshop, knowledge.Catalogue.Rules.Label.GramsPerOunce);
        }

        return next(context);
    }

    private static async Task ReadFormAsync(HttpRequest request)
    {
        IFormCollection form;
        try
        {
            form = await request.ReadFormAsync(request.HttpContext.RequestAborted);
        }
        catch (Exception bad)
            when (bad
                    is InvalidDataException
                        or IOException
                        or ArgumentException
                        or FormatException
                        or InvalidOperationException
                        or NotSupportedException
                && bad is not BadHttpRequestException
            )
        {
            throw new RefusedRequestException(
                StatusCodes.Status400BadRequest,
                "The form cannot be read: it is cut short, has too many or too long fields, or holds signs that do not belong in "
                    + "text. Nothing was changed."
            );
        }

        if (form.Keys.Any(name => !FieldName().IsMatch(name)) || form.Files.Any(file => !FieldName().IsMatch(file.Name)))
            throw new RefusedRequestException(
                StatusCodes.Status400BadRequest,
                "The form has a field with a name that no field here has. Nothing was changed."
            );
        if (form.Any(field => field.Value.Any(value => value is not null && !IsText(value))))
            throw new RefusedRequestException(
                StatusCodes.Status400BadRequest,
                "The form holds text that is not valid Unicode, or a NUL. Nothing was changed."
            );
    }

    /// <summary>True for text that is whole: no NUL, and no half of a pair of surrogates.</summary>
    private static bool IsText(string value)
    {
        for (var at = 0; at < value.Length; at++)
        {
            if (value[at] == '\0' || char.IsLowSurrogate(value[at]))
                return false;
            if (char.IsHighSurrogate(value[at]) && (++at == value.Length || !char.IsLowSurrogate(value[at])))
                return false;
        }

        return true;
    }

    [GeneratedRegex(@"^[A-Za-z_][A-Za-z0-9_.:-]{0,79}$", RegexOptions.NonBacktracking)]
    private static partial Regex FieldName();
}
