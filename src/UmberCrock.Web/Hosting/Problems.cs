using Microsoft.AspNetCore.Diagnostics;
using UmberCrock.Core.Json;
using UmberCrock.Storage;

namespace UmberCrock.Web.Hosting;

/// <summary>A request was refused before its content was looked at.</summary>
public sealed class RefusedRequestException(int status, string detail) : Exception(detail)
{
    /// <summary>HTTP status.</summary>
    public int Status { get; } = status;
}

/// <summary>Turns what was refused into problem documents (RFC 9457) whose errors name the member by JSON pointer.</summary>
internal sealed class ProblemWriter(ILogger<ProblemWriter> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = exception switch
        {
            DocumentException refused => Write(
                refused.IsMalformed ? StatusCodes.Status400BadRequest : StatusCodes.Status422UnprocessableEntity,
                refused.IsMalformed ? "This is not well-formed JSON." : "This was understood, but cannot be taken as it is. Nothing was changed.",
                refused.Problems),
            RefusedRequestException refused => Write(refused.Status, refused.Message, []),
            BadHttpRequestException bad => Write(bad.StatusCode, bad.Message, []),
            StaleFormulaException stale => Write(StatusCodes.Status409Conflict, stale.Message, []),
            _ => null,
        };
        if (problem is null)
        {
            ProblemLog.Unexpected(log, exception, httpContext.Request.Path);
            problem = Write(StatusCodes.Status500InternalServerError, "Something went wrong on our side. Nothing of this request was kept.", []);
        }

        await problem.ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>A problem document.</summary>
    public static IResult Write(int status, string detail, IReadOnlyList<DocumentProblem> errors)
        => Results.Problem(
            statusCode: status,
            detail: detail,
            extensions: new Dictionary<string, object?> { ["errors"] = errors.Select(error => new { pointer = error.Pointer, reason = error.Reason }).ToArray() });
}

internal static partial class ProblemLog
{
    [LoggerMessage(Level = LogLevel.Error, Message = "Unexpected failure at {Path}")]
    public static partial void Unexpected(ILogger log, Exception exception, string path);
}
