using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace UmberCrock.Web.Hosting;

/// <summary>A page that is asked for something it has no handler for is not there: without one it would be shown with nothing
/// loaded.</summary>
internal sealed class KnownHandlers : IPageFilter
{
    /// <inheritdoc/>
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    /// <inheritdoc/>
    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is null && context.ActionDescriptor.HandlerMethods.Count > 0)
            context.Result = new NotFoundResult();
    }

    /// <inheritdoc/>
    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
