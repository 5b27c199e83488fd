using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Hosting;

/// <summary>A request was refused before its content was looked at.</summary>
internal sealed class RefusedRequestException(int status, string detail) : Exception(detail)
{
    /// <summary>HTTP status.</summary>
    public int Status { get; } = status;
}

/// <summary>Why a request was refused: for a machine a problem document, for a person a page.</summary>
/// <param name="Status">HTTP status.</param>
/// <param name="Detail">What happened and what to do, in words.</param>
/// <param name="Errors">What is wrong, by member or field; empty where it is the whole.</param>
/// <param name="Odd">The row that cannot be read; null for anything else.</param>
internal sealed record Refusal(int Status, string Detail, IReadOnlyList<DocumentProblem> Errors, UnreadableRow? Odd = null)
{
    private const int DiskFull = 13;
    private static readonly int[] OfTheDisk = [8, 10, 14];
    private static readonly int[] WhileBusy = [5, 6];

    /// <summary>What an exception means to whoever sent the request; null for a fault of ours.</summary>
    public static Refusal? Of(Exception exception) =>
        exception switch
        {
            DocumentException { IsMalformed: true } refused => new(
                StatusCodes.Status400BadRequest,
                "This is not well-formed JSON.",
                refused.Problems
            ),
            DocumentException refused => new(
                StatusCodes.Status422UnprocessableEntity,
                "This was understood, but cannot be taken as it is. Nothing was changed.",
                refused.Problems
            ),
            RefusedRequestException refused => new(refused.Status, refused.Message, []),
            BadHttpRequestException bad => new(bad.StatusCode, $"The request cannot be read: {bad.Message}", []),
            StaleException stale => new(StatusCodes.Status409Conflict, $"{stale.Message} Nothing was changed.", []),
            UnreadableRowException odd => new(StatusCodes.Status422UnprocessableEntity, odd.Message, [], odd.Row),
            DataFileException file => new(StatusCodes.Status422UnprocessableEntity, file.Message, []),
            InvalidDataException or JsonException => new(
                StatusCodes.Status400BadRequest,
                "The request holds something that cannot be read.",
                []
            ),
            _ when SqliteOf(exception) is { SqliteErrorCode: DiskFull } => new(
                StatusCodes.Status507InsufficientStorage,
                "The disk is full: this was not kept. Make some room on it, then do it again; what was kept before is safe.",
                []
            ),
            _ when SqliteOf(exception) is { } busy && WhileBusy.Contains(busy.SqliteErrorCode) => new(
                StatusCodes.Status409Conflict,
                "Something else was being written just then. Nothing was changed; do it again.",
                []
            ),
            _ when SqliteOf(exception) is { } disk && OfTheDisk.Contains(disk.SqliteErrorCode) => new(
                StatusCodes.Status507InsufficientStorage,
                "The data file cannot be written to: this was not kept. Look whether its disk is there and not read-only, then "
                    + "do it again.",
                []
            ),
            _ => null,
        };

    private static SqliteException? SqliteOf(Exception exception) =>
        exception as SqliteException ?? exception.InnerException as SqliteException;
}

/// <summary>Answers what was refused: with a problem document (RFC 9457) whose errors name the member by JSON pointer or, in a window, with
/// a page that says what to do.</summary>
internal sealed class ProblemWriter(ILogger<ProblemWriter> log) : IExceptionHandler
{
    /// <summary>Where the page is.</summary>
    public const string Page = "/refused";

    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
        {
            httpContext.Response.StatusCode = StatusCodes.Status499ClientClosedRequest;
            return true;
        }

        // The request's own path is that of the page for refusals by now.
        var path = new PathString(httpContext.Features.Get<IExceptionHandlerPathFeature>()?.Path ?? httpContext.Request.Path.Value);
        var refusal = Refusal.Of(exception);
        if (refusal is null)
        {
            ProblemLog.Unexpected(log, exception, path);
            refusal = new Refusal(
                StatusCodes.Status500InternalServerError,
                "Something went wrong on our side. Nothing of this request was kept. Try it again; if it comes back, look at the console.",
                []
            );
        }

        if (!IsForMachines(path) && IsWindow(httpContext.Request))
        {
            httpContext.Items[typeof(Refusal)] =
                exception is DocumentException document && FormulaShown(httpContext.Request, path) is { } key
                    ? refusal with
                    {
                        Detail = "This formula is kept, but cannot be shown.",
                        Errors = [],
                        Odd = new UnreadableRow(
                            RowKind.Formula,
                            key,
                            "This formula",
                            string.Join(" ", document.Problems.Take(2).Select(problem => $"{problem.Pointer} {problem.Reason}"))
                        ),
                    }
                    : refusal;
            return false;
        }

        await Write(refusal.Status, refusal.Detail, refusal.Errors).ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>The key of the formula that a page was only to show: where that is refused, it is the formula that cannot be shown. Null
    /// for any other request.</summary>
    private static string? FormulaShown(HttpRequest request, PathString path) =>
        HttpMethods.IsGet(request.Method)
        && !request.QueryString.HasValue
        && path.StartsWithSegments("/bench", StringComparison.Ordinal, out var rest)
        && rest.Value!.Trim('/').Split('/')[0] is { Length: > 0 and < 20 } key
        && key.All(char.IsAsciiDigit)
            ? key
            : null;

    /// <summary>True when a person will see the answer in a window, as against a script that reads it.</summary>
    public static bool IsWindow(HttpRequest request) =>
        !IsForMachines(request.Path) && request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal);

    /// <summary>True for addresses that only programs ask for.</summary>
    public static bool IsForMachines(PathString path) =>
        path.StartsWithSegments("/api", StringComparison.Ordinal)
        || path.StartsWithSegments("/schemas", StringComparison.Ordinal)
        || path.StartsWithSegments("/openapi", StringComparison.Ordinal);

    /// <summary>A problem document.</summary>
    /// <param name="status">HTTP status.</param>
    /// <param name="detail">What happened and what to do, in words.</param>
    /// <param name="errors">What is wrong, by member.</param>
    /// <param name="more">Further members of the document.</param>
    public static IResult Write(
        int status,
        string detail,
        IReadOnlyList<DocumentProblem> errors,
        params (string Name, object? Value)[] more
    )
    {
        var members = more.ToDictionary(member => member.Name, member => member.Value, StringComparer.Ordinal);
        members["errors"] = ListOf(errors);
        return Results.Problem(statusCode: status, detail: detail, extensions: members);
    }

    /// <summary>Problems as a document lists them: where each stands and why.</summary>
    public static object ListOf(IEnumerable<DocumentProblem> problems) =>
        problems.Select(problem => new { pointer = problem.Pointer, reason = problem.Reason }).ToArray();
}

internal static partial class ProblemLog
{
    [LoggerMessage(Level = LogLevel.Error, Message = "Unexpected failure at {Path}")]
    public static partial void Unexpected(ILogger log, Exception exception, string path);
}
