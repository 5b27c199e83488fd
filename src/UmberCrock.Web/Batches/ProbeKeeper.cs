using UmberCrock.Core.Batches;
using UmberCrock.Storage;
using UmberCrock.Web.Devices;

namespace UmberCrock.Web.Batches;

/// <summary>
/// Keeps what the probe says in the record of the batch it stands in: once a minute, at each act, and when it leaves the forecast's band.
/// </summary>
internal sealed class ProbeKeeper(DeviceHub devices, BatchStore batches, Knowledge knowledge, TimeProvider clock) : BackgroundService
{
    private static readonly TimeSpan LooksEvery = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(1);

    /// <summary>Acts one after another are not worth a reading each.</summary>
    private static readonly TimeSpan Soonest = TimeSpan.FromSeconds(15);

    private long following;

    /// <summary>The batch that the probe stands in; null for none.</summary>
    public long? Following => Interlocked.Read(ref following) is > 0 and var id ? id : null;

    /// <summary>The probe now stands in the pot of a batch.</summary>
    public void Follow(long id) => Interlocked.Exchange(ref following, id);

    /// <summary>The reading that an act on a batch takes along; null when there is none, or one was kept just now.</summary>
    public PotRead? With(BatchState state, long id) =>
        Following == id && devices.Take(DeviceKind.Probe).Value is { } celsius && Since(state) >= Soonest
            ? new PotRead(celsius, false)
            : null;

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(LooksEvery);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
            {
                if (Following is { } id)
                    await LookAsync(id);
            }
        }
        catch (OperationCanceledException)
        {
            // The application ends.
        }
    }

    private async Task LookAsync(long id)
    {
        if (devices.Take(DeviceKind.Probe).Value is not { } celsius)
            return;
        try
        {
            if (await batches.FindAsync(id) is not { Log.State: { Phase: BatchPhase.Open } state } kept)
            {
                Interlocked.CompareExchange(ref following, 0, id);
                return;
            }

            var since = Since(state);
            if (since >= Every || (since >= Soonest && IsOutside(state, (double)celsius)))
                await batches.AppendAsync(id, kept.Log.Sequence, [(new PotRead(celsius, false), null)], "the probe");
        }
        catch (Exception missed) when (missed is not OperationCanceledException)
        {
            // Somebody was faster, the disk is full, the record does not take it: the next reading is soon there.
        }
    }

    private TimeSpan Since(BatchState state) =>
        state.Temperatures.IsEmpty ? TimeSpan.MaxValue : clock.GetLocalNow() - state.Temperatures[^1].At;

    private bool IsOutside(BatchState state, double celsius)
    {
        if (BatchCooling.Forecast(state, [], knowledge.Catalogue, knowledge.Settings) is not var (report, from))
            return false;
        var now = (clock.GetLocalNow() - from).TotalMinutes;
        var before = report.Curve.LastOrDefault(point => point.Minutes <= now);
        return before is not null && (celsius < before.Low || celsius > before.High);
    }
}
