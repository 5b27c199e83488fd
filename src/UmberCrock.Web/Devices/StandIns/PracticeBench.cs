using System.Net;
using System.Net.Sockets;
using System.Text;
using UmberCrock.Storage;

namespace UmberCrock.Web.Devices.StandIns;

/// <summary>A device that is played.</summary>
internal interface IPracticeDevice
{
    /// <summary>What can be asked of it.</summary>
    IReadOnlyList<DeviceAct> Acts { get; }

    /// <summary>Asks it; false for a word it does not know.</summary>
    bool Do(string word);

    /// <summary>Tells it what stands on the bench.</summary>
    void Show(BenchScene scene);

    /// <summary>Its next line, so many seconds of the bench's clock after the one before.</summary>
    string Next(double seconds);
}

/// <summary>
/// A scale and a probe that are not there: they speak the protocol of docs/formats/devices.md over a port of this computer, ten lines a
/// second, by the bench's clock. They can be asked to fail as real ones do.
/// </summary>
internal sealed class PracticeBench : IPracticeBench, IDisposable
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(100);

    private static readonly DeviceAct[] Failing =
    [
        new("disconnect", "Pull the plug", IsFault: true),
        new("freeze", "Freeze", IsFault: true),
        new("garble", "Garble", IsFault: true),
        new("mend", "Mend", IsFault: true),
    ];

    private readonly TimeProvider clock;
    private readonly Lock gate = new();
    private readonly CancellationTokenSource ended = new();
    private readonly Dictionary<DeviceKind, IPracticeDevice> devices;
    private readonly Dictionary<DeviceKind, TcpListener> listeners = [];
    private readonly Dictionary<DeviceKind, string> failing = [];

    /// <summary>Makes both.</summary>
    /// <param name="knowledge">Knows what is in the pot.</param>
    /// <param name="clock">The bench's clock.</param>
    /// <param name="random">Where noise comes from.</param>
    public PracticeBench(Knowledge knowledge, TimeProvider clock, Random random)
    {
        this.clock = clock;
        devices = new() { [DeviceKind.Scale] = new PracticeScale(random), [DeviceKind.Probe] = new PracticeProbe(knowledge, random) };
    }

    /// <inheritdoc/>
    public IReadOnlyList<DeviceAct> ActsOf(DeviceKind kind) => [.. devices[kind].Acts, .. Failing];

    /// <inheritdoc/>
    public bool Do(DeviceKind kind, string word)
    {
        lock (gate)
        {
            if (Failing.All(act => act.Word != word))
                return devices[kind].Do(word);
            failing[kind] = word;
            return true;
        }
    }

    /// <inheritdoc/>
    public void Show(BenchScene scene)
    {
        lock (gate)
        {
            foreach (var device in devices.Values)
                device.Show(scene);
        }
    }

    /// <inheritdoc/>
    public async Task<Stream> OpenAsync(DeviceKind kind, CancellationToken stop) =>
        await DeviceStreams.OpenAsync(new TcpAddress(IPAddress.Loopback.ToString(), PortOf(kind)), stop);

    /// <inheritdoc/>
    public void Dispose()
    {
        ended.Cancel();
        foreach (var listener in listeners.Values)
            listener.Dispose();
        ended.Dispose();
    }

    private int PortOf(DeviceKind kind)
    {
        lock (gate)
        {
            if (!listeners.TryGetValue(kind, out var listener))
            {
                listener = new TcpListener(IPAddress.Loopback, 0);
                listener.Start();
                listeners[kind] = listener;
                _ = AcceptAsync(kind, listener, ended.Token);
            }

            return ((IPEndPoint)listener.LocalEndpoint).Port;
        }
    }

    private async Task AcceptAsync(DeviceKind kind, TcpListener listener, CancellationToken stop)
    {
        try
        {
            while (true)
            {
                using var client = await listener.AcceptTcpClientAsync(stop);
                client.NoDelay = true;
                await SpeakAsync(kind, client.GetStream(), stop);
            }
        }
        catch (Exception over) when (over is OperationCanceledException or SocketException or ObjectDisposedException)
        {
            // The application ends.
        }
    }

    private async Task SpeakAsync(DeviceKind kind, NetworkStream stream, CancellationToken stop)
    {
        using var gone = CancellationTokenSource.CreateLinkedTokenSource(stop);
        var hearing = HearAsync(kind, stream, gone.Token);
        using var timer = new PeriodicTimer(Every);
        var before = clock.GetTimestamp();
        try
        {
            while (await timer.WaitForNextTickAsync(stop))
            {
                var now = clock.GetTimestamp();
                if (LineOf(kind, clock.GetElapsedTime(before, now).TotalSeconds, out var isOver) is { } line)
                    await stream.WriteAsync(Encoding.ASCII.GetBytes(line), stop);
                if (isOver)
                    return;
                before = now;
            }
        }
        catch (IOException)
        {
            // Who listened has gone; the next one is waited for.
        }
        finally
        {
            await gone.CancelAsync();
            await hearing;
        }
    }

    private string? LineOf(DeviceKind kind, double seconds, out bool isOver)
    {
        lock (gate)
        {
            var line = devices[kind].Next(seconds);
            var fault = failing.GetValueOrDefault(kind);
            isOver = fault == "disconnect";
            if (isOver)
                failing.Remove(kind);
            return fault switch
            {
                "freeze" or "disconnect" => null,
                "garble" => $"{line[..(line.Length / 2)]}#\u00ff?\n",
                _ => $"{line}\n",
            };
        }
    }

    private async Task HearAsync(DeviceKind kind, NetworkStream stream, CancellationToken stop)
    {
        var (buffer, lines) = (new byte[256], new LineSplitter());
        try
        {
            while (await stream.ReadAsync(buffer, stop) is > 0 and var length)
            {
                foreach (var word in lines.Take(buffer.AsSpan(0, length)))
                {
                    lock (gate)
                        devices[kind].Do(word);
                }
            }
        }
        catch (Exception over) when (over is OperationCanceledException or IOException or ObjectDisposedException)
        {
            // Who listened has gone.
        }
    }
}
