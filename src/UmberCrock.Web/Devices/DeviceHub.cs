using System.Collections.Concurrent;
using System.Threading.Channels;
using UmberCrock.Storage;

namespace UmberCrock.Web.Devices;

/// <summary>The scale and the probe as the settings choose them: what they said, who wants to hear it, what is asked of them.</summary>
internal sealed class DeviceHub(Knowledge knowledge, IPracticeBench practice) : BackgroundService
{
    private static readonly TimeSpan LooksEvery = TimeSpan.FromMilliseconds(250);

    private static readonly DeviceAct[] OfScales = [new("tare", "Tare"), new("zero", "Zero")];

    private readonly TimeProvider real = TimeProvider.System;
    private readonly ConcurrentDictionary<Channel<DeviceNews>, bool> listeners = new();
    private readonly Dictionary<DeviceKind, (string Address, DeviceClient Client)> clients = [];
    private readonly ConcurrentDictionary<DeviceKind, DeviceNews> last = new();

    /// <summary>A device as it stands.</summary>
    public DeviceNews Of(DeviceKind kind) =>
        last.TryGetValue(kind, out var news) ? news : DeviceNews.Silent(kind, DeviceState.Typed, "Readings are typed.");

    /// <summary>What can be asked of a device.</summary>
    public IReadOnlyList<DeviceAct> ActsOf(DeviceKind kind) =>
        Of(kind).State == DeviceState.Typed
            ? []
            : [.. kind == DeviceKind.Scale ? OfScales : [], .. IsPractice(kind) ? practice.ActsOf(kind) : []];

    /// <summary>Asks something of a device.</summary>
    /// <returns>Null when it was asked, else why it could not be.</returns>
    public async Task<string?> AskAsync(DeviceKind kind, string word)
    {
        if (IsPractice(kind) && practice.Do(kind, word))
            return null;
        if (kind != DeviceKind.Scale || OfScales.All(act => act.Word != word))
            return "It does not know what that is.";
        DeviceClient? client;
        lock (clients)
            client = clients.TryGetValue(kind, out var one) ? one.Client : null;
        return client is not null && await client.SendAsync(word) ? null : $"The scale is not there: {Of(kind).Words}";
    }

    /// <summary>Tells what stands on the bench to who plays a device.</summary>
    public void Show(BenchScene scene) => practice.Show(scene);

    /// <summary>A reading that may be taken now, or why there is none.</summary>
    public (decimal? Value, string? WhyNot) Take(DeviceKind kind)
    {
        var news = Of(kind);
        var why = news.WhyNot(real.GetUtcNow());
        return (why is null ? news.Value : null, why);
    }

    /// <summary>What is said from now on, the latest first where the hearer is slow.</summary>
    public async IAsyncEnumerable<DeviceNews> HearAsync([System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken stop)
    {
        var channel = Channel.CreateBounded<DeviceNews>(
            new BoundedChannelOptions(16) { FullMode = BoundedChannelFullMode.DropOldest, SingleReader = true }
        );
        listeners[channel] = true;
        try
        {
            foreach (var kind in Enum.GetValues<DeviceKind>())
                yield return Of(kind);
            await foreach (var news in channel.Reader.ReadAllAsync(stop))
                yield return news;
        }
        finally
        {
            listeners.TryRemove(channel, out _);
        }
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The settings may change under it: on their page, by a file that is opened, by another data file in the place of this one.
        using var timer = new PeriodicTimer(LooksEvery);
        try
        {
            do
            {
                await ChooseAsync(DeviceKind.Scale, knowledge.Workshop.ScaleAddress);
                await ChooseAsync(DeviceKind.Probe, knowledge.Workshop.ProbeAddress);
            } while (await timer.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException)
        {
            foreach (var channel in listeners.Keys)
                channel.Writer.TryComplete();
            foreach (var kind in Enum.GetValues<DeviceKind>())
                await ChooseAsync(kind, "");
        }
    }

    private async Task ChooseAsync(DeviceKind kind, string wanted)
    {
        string? had;
        DeviceClient? old;
        lock (clients)
        {
            (had, old) = clients.TryGetValue(kind, out var one) ? (one.Address, one.Client) : (null, null);
            if (wanted == (had ?? ""))
                return;
            clients.Remove(kind);
        }

        if (old is not null)
            await old.DisposeAsync();
        DeviceAddress? address;
        try
        {
            address = DeviceAddress.Parse(wanted);
        }
        catch (FormatException unknown)
        {
            Tell(DeviceNews.Silent(kind, DeviceState.Lost, unknown.Message));
            return;
        }

        Tell(
            DeviceNews.Silent(
                kind,
                address is null ? DeviceState.Typed : DeviceState.Calling,
                address is null ? "Readings are typed." : "it is being called."
            )
        );
        if (address is null)
            return;
        var client = new DeviceClient(kind, stop => OpenAsync(kind, address, stop), Tell, real);
        lock (clients)
            clients[kind] = (wanted, client);
    }

    private Task<Stream> OpenAsync(DeviceKind kind, DeviceAddress address, CancellationToken stop) =>
        address switch
        {
            TcpAddress tcp => DeviceStreams.OpenAsync(tcp, stop),
            SerialAddress serial => DeviceStreams.OpenAsync(serial, stop),
            _ => practice.OpenAsync(kind, stop),
        };

    private bool IsPractice(DeviceKind kind) =>
        (kind == DeviceKind.Scale ? knowledge.Workshop.ScaleAddress : knowledge.Workshop.ProbeAddress) == DeviceAddress.Practice;

    private void Tell(DeviceNews news)
    {
        last[news.Kind] = news;
        foreach (var channel in listeners.Keys)
            channel.Writer.TryWrite(news);
    }
}
