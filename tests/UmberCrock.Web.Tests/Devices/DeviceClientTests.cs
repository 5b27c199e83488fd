using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text;
using UmberCrock.Web.Devices;

namespace UmberCrock.Web.Tests.Devices;

/// <summary>A device over the network and over a serial port, and all that a device does wrong.</summary>
public sealed class DeviceClientTests : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private readonly TcpListener listener = new(IPAddress.Loopback, 0);
    private readonly BlockingCollection<DeviceNews> heard = [];

    public DeviceClientTests() => listener.Start();

    public void Dispose()
    {
        listener.Dispose();
        heard.Dispose();
    }

    [Fact]
    public async Task A_line_in_two_halves_is_heard_once_and_a_word_reaches_the_device()
    {
        await using var client = Listen(DeviceKind.Scale);
        using var device = await listener.AcceptTcpClientAsync(TestContext.Current.CancellationToken);
        await SayAsync(device, "weight +2.");
        await Task.Delay(50, TestContext.Current.CancellationToken);
        heard.Count.ShouldBe(0);
        await SayAsync(device, "31 g steady\r\n");
        var news = Next();
        (news.State, news.Value, news.IsSteady).ShouldBe((DeviceState.On, 2.31m, true));
        (await client.SendAsync("tare")).ShouldBeTrue();
        var buffer = new byte[16];
        var length = await device.GetStream().ReadAsync(buffer, TestContext.Current.CancellationToken);
        Encoding.ASCII.GetString(buffer, 0, length).ShouldBe("tare\n");
    }

    [Fact]
    public async Task Garbage_is_skipped_and_counted()
    {
        await using var client = Listen(DeviceKind.Probe);
        using var device = await listener.AcceptTcpClientAsync(TestContext.Current.CancellationToken);
        await SayAsync(device, "\u0001\u0002?\nweight +1 g steady\n" + new string('x', 500) + "\ntemperature 41.5 C\n");
        Next().Value.ShouldBe(41.5m);
        await SayAsync(device, "temperature none\n");
        var none = Next();
        (none.State, none.Value, none.Skipped).ShouldBe((DeviceState.On, null, 3));
        none.Words.ShouldContain("no sensor");
    }

    [Fact]
    public async Task A_closed_line_is_said_and_called_again()
    {
        await using var client = Listen(DeviceKind.Scale);
        using (var device = await listener.AcceptTcpClientAsync(TestContext.Current.CancellationToken))
        {
            await SayAsync(device, "weight +1.0 g steady\n");
            Next().Value.ShouldBe(1.0m);
        }

        var lost = Next();
        (lost.State, lost.Value).ShouldBe((DeviceState.Lost, null));
        lost.Words.ShouldBe("it has closed the line.");
        using var again = await listener.AcceptTcpClientAsync(TestContext.Current.CancellationToken);
        await SayAsync(again, "weight +2.0 g steady\n");
        Next().Value.ShouldBe(2.0m);
    }

    [Theory]
    [InlineData(false, "it has said nothing for 3 s.")]
    [InlineData(true, "what it says is no line of the protocol.")]
    public async Task Three_seconds_of_silence_or_babble_are_too_long(bool babbles, string words)
    {
        await using var client = Listen(DeviceKind.Scale);
        using var device = await listener.AcceptTcpClientAsync(TestContext.Current.CancellationToken);
        await SayAsync(device, "weight +1.0 g steady\n");
        Next();
        var watch = Stopwatch.StartNew();
        using var timer = new Timer(_ => _ = SayAsync(device, "kilos: many\n"), null, babbles ? 0 : Timeout.Infinite, 200);
        Next().Words.ShouldBe(words);
        watch.Elapsed.ShouldBeInRange(TimeSpan.FromSeconds(2.8), TimeSpan.FromSeconds(8));
    }

    [Fact]
    public async Task An_address_where_nothing_is_is_said()
    {
        listener.Stop();
        await using var client = Listen(DeviceKind.Scale);
        var lost = Next();
        (lost.State, lost.Words).ShouldBe((DeviceState.Lost, "nothing answers at its address."));
        (await client.SendAsync("tare")).ShouldBeFalse();
    }

    /// <summary>A pair of pseudo-terminals stands in the place of a cable (socat).</summary>
    [Fact]
    public async Task A_serial_port_is_heard_and_told()
    {
        using var cable = Process.Start(
            new ProcessStartInfo("socat", ["-d", "-d", "pty,raw,echo=0", "pty,raw,echo=0"])
            {
                RedirectStandardError = true,
                UseShellExecute = false,
            }
        )!;
        try
        {
            var (near, far) = (await PortAsync(cable), await PortAsync(cable));
            var address = (SerialAddress)DeviceAddress.Parse($"serial:{near}")!;
            await using var client = new DeviceClient(
                DeviceKind.Probe,
                stop => DeviceStreams.OpenAsync(address, stop),
                heard.Add,
                TimeProvider.System
            );
            await using var device = new FileStream(far, FileMode.Open, FileAccess.ReadWrite, FileShare.ReadWrite, 1);
            using var speaks = new Timer(_ => device.Write("temperature 63.5 C\n"u8), null, 0, 100);
            Next().Value.ShouldBe(63.5m);
            (await client.SendAsync("zero")).ShouldBeTrue();
            var buffer = new byte[16];
            var length = await device.ReadAsync(buffer, TestContext.Current.CancellationToken);
            Encoding.ASCII.GetString(buffer, 0, length).ShouldBe("zero\n");
            await speaks.DisposeAsync();
            cable.Kill();
            DeviceNews last;
            do last = Next();
            while (last.State == DeviceState.On);
            last.State.ShouldBe(DeviceState.Lost);
        }
        finally
        {
            if (!cable.HasExited)
                cable.Kill();
        }
    }

    private static async Task<string> PortAsync(Process cable)
    {
        while (await cable.StandardError.ReadLineAsync(TestContext.Current.CancellationToken) is { } line)
        {
            if (line.Contains("PTY is ", StringComparison.Ordinal))
                return line[(line.IndexOf("PTY is ", StringComparison.Ordinal) + 7)..].Trim();
        }

        throw new InvalidOperationException("socat made no port.");
    }

    private DeviceClient Listen(DeviceKind kind)
    {
        var address = new TcpAddress("127.0.0.1", ((IPEndPoint)listener.LocalEndpoint).Port);
        return new DeviceClient(kind, stop => DeviceStreams.OpenAsync(address, stop), heard.Add, TimeProvider.System);
    }

    private DeviceNews Next() =>
        heard.TryTake(out var news, Patience) ? news : throw new TimeoutException("Nothing was heard of the device.");

    private static async Task SayAsync(TcpClient device, string text) =>
        await device.GetStream().WriteAsync(Encoding.Latin1.GetBytes(text), TestContext.Current.CancellationToken);
}
