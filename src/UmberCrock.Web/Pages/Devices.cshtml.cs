using System.Globalization;
using System.Text.Json;
using System.Threading.Channels;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Web.Devices;

namespace UmberCrock.Web.Pages;

/// <summary>Scale and probe: how they are, what can be asked of them, and what they say as it comes.</summary>
internal sealed class DevicesModel(DeviceHub hub, BatchStore batches, Knowledge knowledge, IHostApplicationLifetime life) : PageModel
{
    /// <summary>More than a slow page needs: what is older is dropped first.</summary>
    private const int MostWaiting = 64;

    /// <summary>Both as they stand.</summary>
    public IReadOnlyList<DeviceNews> All { get; private set; } = [];

    /// <summary>Their addresses, as the settings have them.</summary>
    public string AddressOf(DeviceKind kind) =>
        kind == DeviceKind.Scale ? knowledge.Workshop.ScaleAddress : knowledge.Workshop.ProbeAddress;

    /// <summary>What can be asked of one.</summary>
    public IReadOnlyList<DeviceAct> ActsOf(DeviceKind kind) => hub.ActsOf(kind);

    /// <summary>Why something could not be asked.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Shows them.</summary>
    public void OnGet() => All = [.. Enum.GetValues<DeviceKind>().Select(hub.Of)];

    /// <summary>What the devices say, as server-sent events; with a batch, when something was entered into it.</summary>
    /// <param name="batch">Number of the batch; null for none.</param>
    public async Task<IActionResult> OnGetLiveAsync(long? batch)
    {
        using var either = CancellationTokenSource.CreateLinkedTokenSource(HttpContext.RequestAborted, life.ApplicationStopping);
        var stop = either.Token;
        var waiting = Channel.CreateBounded<string>(
            new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest, SingleReader = true }
        );
        void Entered(object? sender, BatchAppendedEventArgs entered)
        {
            if (entered.Id == batch)
                waiting.Writer.TryWrite(string.Create(CultureInfo.InvariantCulture, $"event: batch\ndata: {entered.Sequence}\n\n"));
        }

        Response.ContentType = "text/event-stream";
        Response.Headers.CacheControl = "no-store";
        batches.Appended += Entered;
        var hearing = HearAsync(waiting.Writer, stop);
        try
        {
            await foreach (var text in waiting.Reader.ReadAllAsync(stop))
            {
                await Response.WriteAsync(text, stop);
                await Response.Body.FlushAsync(stop);
            }
        }
        catch (OperationCanceledException)
        {
            // The page has gone, or the application ends.
        }
        finally
        {
            batches.Appended -= Entered;
            await either.CancelAsync();
            await hearing;
        }

        return new EmptyResult();
    }

    /// <summary>Asks something of a device.</summary>
    public async Task<IActionResult> OnPostAskAsync([FromForm] string? device, [FromForm] string? act, [FromForm] bool quiet)
    {
        Refusal = Vocabulary.TryParse<DeviceKind>(device, out var kind) ? await hub.AskAsync(kind, act ?? "") : "There is no such device.";
        if (Refusal is not null)
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        OnGet();
        return quiet ? Content(Refusal ?? "")
            : Refusal is null ? RedirectToPage()
            : Page();
    }

    private async Task HearAsync(ChannelWriter<string> to, CancellationToken stop)
    {
        try
        {
            await foreach (var news in hub.HearAsync(stop))
                to.TryWrite($"event: device\ndata: {JsonSerializer.Serialize(DeviceWords.Of(news), ContractJson.Options)}\n\n");
        }
        catch (OperationCanceledException)
        {
            // The page has gone.
        }
    }
}
