using System.Net.Sockets;
using System.Text;

namespace UmberCrock.Web.Devices;

/// <summary>
/// Hears one device: opens its stream, reads its lines, says what became of it, and calls it again by itself with growing pauses.
/// </summary>
internal sealed class DeviceClient : IAsyncDisposable
{
    /// <summary>So long a device may say nothing.</summary>
    public static readonly TimeSpan LongestSilence = TimeSpan.FromSeconds(3);

    private static readonly TimeSpan FirstPause = TimeSpan.FromSeconds(0.5);
    private static readonly TimeSpan LongestPause = TimeSpan.FromSeconds(15);

    private readonly DeviceKind kind;
    private readonly Func<CancellationToken, Task<Stream>> open;
    private readonly Action<DeviceNews> tell;
    private readonly TimeProvider real;
    private readonly CancellationTokenSource ended = new();
    private readonly Task hearing;
    private long skipped;
    private Stream? stream;

    /// <summary>Begins to hear a device.</summary>
    /// <param name="kind">Which it is.</param>
    /// <param name="open">Opens its stream.</param>
    /// <param name="tell">Is told after each of its lines, and when something is wrong with it.</param>
    /// <param name="real">The real clock: silence is not measured by the bench's.</param>
    public DeviceClient(DeviceKind kind, Func<CancellationToken, Task<Stream>> open, Action<DeviceNews> tell, TimeProvider real)
    {
        (this.kind, this.open, this.tell, this.real) = (kind, open, tell, real);
        hearing = Task.Run(HearAsync);
    }

    /// <summary>Sends a word to the device: tare, zero.</summary>
    /// <returns>False where it is not there.</returns>
    public async Task<bool> SendAsync(string word)
    {
        if (stream is not { } there)
            return false;
        try
        {
            await there.WriteAsync(Encoding.ASCII.GetBytes($"{word}\n"), ended.Token);
            await there.FlushAsync(ended.Token);
            return true;
        }
        catch (Exception gone) when (IsOfDevice(gone))
        {
            return false;
        }
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await ended.CancelAsync();
        if (stream is { } there)
            await there.DisposeAsync();
        await hearing;
        ended.Dispose();
    }

    private async Task HearAsync()
    {
        var pause = FirstPause;
        while (!ended.IsCancellationRequested)
        {
            string words;
            try
            {
                await using var opened = await OpenAsync();
                stream = opened;
                if (await ReadAsync(opened))
                    pause = FirstPause;
                words = "it has closed the line.";
            }
            catch (TimeoutException silent)
            {
                words = silent.Message;
            }
            catch (Exception gone) when (IsOfDevice(gone))
            {
                words =
                    gone is SocketException { SocketErrorCode: SocketError.ConnectionRefused } ? "nothing answers at its address."
                    : gone is SocketException or FileNotFoundException or OperationCanceledException ? "there is nothing at its address."
                    : gone is UnauthorizedAccessException ? "its port cannot be opened: another program has it, or it is not allowed."
                    : "the line broke.";
            }

            stream = null;
            if (ended.IsCancellationRequested)
                return;
            tell(DeviceNews.Silent(kind, DeviceState.Lost, words) with { Skipped = skipped });
            pause = await PausedAsync(pause);
        }
    }

    private async Task<Stream> OpenAsync()
    {
        using var patience = new CancellationTokenSource(LongestSilence, real);
        using var either = CancellationTokenSource.CreateLinkedTokenSource(patience.Token, ended.Token);
        return await open(either.Token);
    }

    private async Task<TimeSpan> PausedAsync(TimeSpan pause)
    {
        try
        {
            await Task.Delay(pause, real, ended.Token);
        }
        catch (OperationCanceledException)
        {
            return pause;
        }

        return pause * 2 < LongestPause ? pause * 2 : LongestPause;
    }

    /// <summary>Reads until the stream ends; true when the device said something.</summary>
    /// <exception cref="TimeoutException">It has said nothing that can be understood for too long.</exception>
    private async Task<bool> ReadAsync(Stream from)
    {
        var (buffer, lines, heard, lastHeard) = (new byte[4096], new LineSplitter(), false, real.GetTimestamp());
        var (before, tooLong) = (skipped, 0L);
        while (true)
        {
            var left = LongestSilence - real.GetElapsedTime(lastHeard);
            int length;
            try
            {
                if (left <= TimeSpan.Zero)
                    throw new TimeoutException();
                length = await from.ReadAsync(buffer, ended.Token).AsTask().WaitAsync(left, real, ended.Token);
            }
            catch (TimeoutException silent)
            {
                throw new TimeoutException(
                    skipped > before ? "what it says is no line of the protocol." : "it has said nothing for 3 s.",
                    silent
                );
            }

            if (length == 0)
                return heard;
            foreach (var line in lines.Take(buffer.AsSpan(0, length)))
            {
                if (NewsOf(line) is { } news)
                {
                    (heard, lastHeard, before) = (true, real.GetTimestamp(), skipped);
                    tell(news);
                }
                else
                    skipped++;
            }

            skipped += lines.TooLong - tooLong;
            tooLong = lines.TooLong;
        }
    }

    private DeviceNews? NewsOf(string line)
    {
        var said = DeviceLine.Parse(line);
        var (value, steady, words) = (kind, said) switch
        {
            (DeviceKind.Scale, WeightLine { Grams: { } grams, Steady: var still }) => ((decimal?)grams, still, ""),
            (DeviceKind.Scale, WeightLine) => (null, false, "More lies on the scale than it bears. Take something off."),
            (DeviceKind.Probe, TemperatureLine { Celsius: { } celsius }) => (celsius, true, ""),
            (DeviceKind.Probe, TemperatureLine) => (null, false, "The probe has no sensor. Look at its plug."),
            _ => (null, false, null),
        };
        return words is null ? null : new DeviceNews(kind, DeviceState.On, words, value, steady, skipped, real.GetUtcNow());
    }

    private static bool IsOfDevice(Exception gone) =>
        gone
            is IOException
                or SocketException
                or UnauthorizedAccessException
                or ObjectDisposedException
                or OperationCanceledException
                or InvalidOperationException
                or ArgumentException
                or NotSupportedException;
}
