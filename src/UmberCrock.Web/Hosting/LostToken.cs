using Microsoft.AspNetCore.Mvc.Core.Infrastructure;
using Microsoft.AspNetCore.Mvc.Filters;

namespace UmberCrock.Web.Hosting;

/// <summary>A form whose token no longer fits (a page from before cookies were cleared, or of another instance) is refused with words
/// instead of an empty page.</summary>
internal sealed class LostToken : IAlwaysRunResultFilter
{
    /// <inheritdoc/>
    public void OnResultExecuting(ResultExecutingContext context)
    {
        if (context.Result is IAntiforgeryValidationFailedResult)
            throw new RefusedRequestException(
                StatusCodes.Status400BadRequest,
                "This page is too old to be sent: its token no longer fits. Open it anew and do it again. Nothing was changed."
            );
    }

    /// <inheritdoc/>
    public void OnResultExecuted(ResultExecutedContext context) { }
}
