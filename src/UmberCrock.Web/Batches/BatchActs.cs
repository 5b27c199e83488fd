using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Batches;

/// <summary>What came of an act on a batch.</summary>
/// <param name="Kept">The batch as it then stands; null when it was refused or there is none.</param>
/// <param name="Status">The status of the answer.</param>
/// <param name="Refusal">Why it was not taken; null when it was.</param>
internal sealed record ActOutcome(KeptBatch? Kept, int Status, string? Refusal);

/// <summary>Acts of the pages of a batch: read as a request would be, appended after what the page knew.</summary>
internal sealed class BatchActs(BatchStore batches, ProbeKeeper probe)
{
    /// <summary>Appends what happened, with what the probe says where it stands in this pot.</summary>
    /// <param name="request">The form; its field "after" names the last entry that the page knew.</param>
    /// <param name="id">The batch.</param>
    /// <param name="happened">What happened, as it was typed.</param>
    public async Task<ActOutcome> AppendAsync(HttpRequest request, long id, Func<BatchEvent> happened)
    {
        _ = long.TryParse(RequestDoor.Form(request)["after"], NumberStyles.None, CultureInfo.InvariantCulture, out var after);
        try
        {
            // Nothing that the record could not hold gets into it.
            var checkedEvent = BatchEventReader.Stored(BatchEventWriter.ToText(happened()));
            var read = probe.Following == id && await batches.FindAsync(id) is { } now ? probe.With(now.Log.State, id) : null;
            List<(BatchEvent, DateTimeOffset?)> events = read is null ? [(checkedEvent, null)] : [(read, null), (checkedEvent, null)];
            return await AppendAsync(request, id, after, events) is { } kept
                ? new ActOutcome(kept, StatusCodes.Status200OK, null)
                : new ActOutcome(null, StatusCodes.Status404NotFound, null);
        }
        catch (DocumentException refused)
        {
            return new ActOutcome(null, StatusCodes.Status422UnprocessableEntity, BatchWords.Sentences(refused));
        }
        catch (BatchBehindException behind)
        {
            return new ActOutcome(null, StatusCodes.Status409Conflict, BatchWords.Meanwhile(behind));
        }
    }

    /// <summary>A page is not behind by what the probe alone has entered.</summary>
    private async Task<KeptBatch?> AppendAsync(
        HttpRequest request,
        long id,
        long after,
        IReadOnlyList<(BatchEvent Event, DateTimeOffset? At)> events
    )
    {
        // Between two attempts the probe may have entered again; what a person entered ends it.
        while (true)
        {
            try
            {
                return await batches.AppendAsync(id, after, events, RequestDoor.DeviceOf(request));
            }
            catch (BatchBehindException behind) when (behind.Since.All(IsOfProbe))
            {
                after = behind.Since[^1].Sequence;
            }
        }
    }

    /// <summary>True for an entry that nobody made: the probe's own readings are no act that could be taken back.</summary>
    public static bool IsOfProbe(LoggedEvent logged) => logged.Event is PotRead { Typed: false };
}
