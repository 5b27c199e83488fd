using System.Text;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using UmberCrock.Web.Devices;

namespace UmberCrock.Web.Tests.Devices;

/// <summary>Lines of docs/formats/devices.md: what is understood, what is skipped, and that no piece of a stream is lost.</summary>
public class DeviceLineTests
{
    /// <summary>The examples of the protocol's own page, and a scale's negative reading.</summary>
    [Theory]
    [InlineData("weight +2.31 g moving", "2.31", false)]
    [InlineData("weight +2.31 g steady", "2.31", true)]
    [InlineData("weight -0.02 g steady", "-0.02", true)]
    [InlineData("weight +0 g steady", "0", true)]
    [InlineData("weight over", null, false)]
    public void A_weight_is_understood(string line, string? grams, bool steady) =>
        DeviceLine.Parse(line).ShouldBe(new WeightLine(Number(grams), steady));

    [Theory]
    [InlineData("temperature 47.2 C", "47.2")]
    [InlineData("temperature -3 C", "-3")]
    [InlineData("temperature 500 C", "500")]
    [InlineData("temperature none", null)]
    public void A_temperature_is_understood(string line, string? celsius) =>
        DeviceLine.Parse(line).ShouldBe(new TemperatureLine(Number(celsius)));

    [Theory]
    [InlineData("")]
    [InlineData("weight 2.31 g steady")]
    [InlineData("weight +2,31 g steady")]
    [InlineData("weight +2.31 kg steady")]
    [InlineData("Weight +2.31 g steady")]
    [InlineData("weight +2.31 g steady ")]
    [InlineData("weight +1e3 g steady")]
    [InlineData("weight +1234567 g steady")]
    [InlineData("temperature 47.2 F")]
    [InlineData("temperature NaN C")]
    [InlineData("weight +2.31 g steadyweight +2.31 g steady")]
    public void All_else_is_none_of_it(string line) => DeviceLine.Parse(line).ShouldBeNull();

    [Property(MaxTest = 500)]
    public void No_text_breaks_it(string? text) => Should.NotThrow(() => DeviceLine.Parse(text ?? ""));

    /// <summary>However a stream is cut, its lines are the same.</summary>
    [Property(MaxTest = 300)]
    public Property A_cut_loses_nothing() => Prop.ForAll(Gen.Choose(1, 40).ArrayOf(12).ToArbitrary(), cuts =>
        {
            var bytes = Encoding.ASCII.GetBytes(
                "weight +1.0 g moving\nweight +2.5 g steady\r\n\n" + new string('x', 201) + "\n" + new string('y', 200) + "\nend"
            );
            var whole = new LineSplitter();
            var wanted = whole.Take(bytes);
            var (splitter, lines, at) = (new LineSplitter(), new List<string>(), 0);
            for (var cut = 0; at < bytes.Length; cut++)
            {
                var length = Math.Min(cuts[cut % cuts.Length], bytes.Length - at);
                lines.AddRange(splitter.Take(bytes.AsSpan(at, length)));
                at += length;
            }

            lines.ShouldBe(wanted);
            (splitter.TooLong, whole.TooLong).ShouldBe((1, 1));
            wanted.ShouldBe(["weight +1.0 g moving", "weight +2.5 g steady", new string('y', 200)]);
        });

    [Fact]
    public void Ten_megabytes_without_an_end_hold_one_line()
    {
        var (splitter, piece) = (new LineSplitter(), Encoding.ASCII.GetBytes(new string('z', 64 * 1024)));
        var before = GC.GetAllocatedBytesForCurrentThread();
        for (var sent = 0; sent < 10 * 1024 * 1024; sent += piece.Length)
            splitter.Take(piece).ShouldBeEmpty();
        (GC.GetAllocatedBytesForCurrentThread() - before).ShouldBeLessThan(256 * 1024);
        splitter.TooLong.ShouldBe(1);
        splitter.Take("\ntemperature 20.0 C\n"u8).ShouldBe(["temperature 20.0 C"]);
    }

    [Theory]
    [InlineData("tcp://192.168.1.20:4001")]
    [InlineData("tcp://[::1]:1")]
    [InlineData("tcp://scale.home:65535")]
    [InlineData("serial:/dev/ttyUSB0")]
    [InlineData("serial:COM3?baud=115200")]
    [InlineData("practice")]
    public void An_address_is_known(string text) => DeviceAddress.Parse(text).ShouldNotBeNull();

    [Theory]
    [InlineData("tcp://host:0")]
    [InlineData("tcp://host:65536")]
    [InlineData("tcp://host")]
    [InlineData("http://host:80")]
    [InlineData("serial:/etc/passwd")]
    [InlineData("serial:/dev/ttyUSB0?baud=9601")]
    [InlineData("/dev/ttyUSB0")]
    public void What_is_none_is_told_what_one_looks_like(string text) =>
        Should.Throw<FormatException>(() => DeviceAddress.Parse(text)).Message.ShouldContain("tcp://host:port");

    /// <summary>Borders of what is taken: a second, nothing, a hundred kilograms, the coldest and hottest pot.</summary>
    [Theory]
    [InlineData(DeviceKind.Scale, "10", 999, true)]
    [InlineData(DeviceKind.Scale, "10", 1000, true)]
    [InlineData(DeviceKind.Scale, "10", 1001, false)]
    [InlineData(DeviceKind.Scale, "-0.1", 0, false)]
    [InlineData(DeviceKind.Scale, "0", 0, false)]
    [InlineData(DeviceKind.Scale, "0.1", 0, true)]
    [InlineData(DeviceKind.Scale, "99999.9", 0, true)]
    [InlineData(DeviceKind.Scale, "100000", 0, true)]
    [InlineData(DeviceKind.Scale, "100000.1", 0, false)]
    [InlineData(DeviceKind.Probe, "-40.1", 0, false)]
    [InlineData(DeviceKind.Probe, "-40", 0, true)]
    [InlineData(DeviceKind.Probe, "-39.9", 0, true)]
    [InlineData(DeviceKind.Probe, "199.9", 0, true)]
    [InlineData(DeviceKind.Probe, "200", 0, true)]
    [InlineData(DeviceKind.Probe, "200.1", 0, false)]
    [InlineData(DeviceKind.Probe, "500", 0, false)]
    public void A_reading_is_taken_or_it_is_said_why_not(object kind, string value, int age, bool isTaken)
    {
        var now = new DateTimeOffset(2026, 3, 18, 14, 0, 0, TimeSpan.Zero);
        var news = new DeviceNews((DeviceKind)kind, DeviceState.On, "", Number(value), true, 0, now.AddMilliseconds(-age));
        (news.WhyNot(now) is null).ShouldBe(isTaken, news.WhyNot(now));
    }

    [Fact]
    public void A_weight_that_moves_is_not_taken() =>
        new DeviceNews(DeviceKind.Scale, DeviceState.On, "", 10m, false, 0, DateTimeOffset.UnixEpoch)
            .WhyNot(DateTimeOffset.UnixEpoch)
            .ShouldBe("The weight still moves. Wait until it is steady.");

    /// <summary>A scale is set to nothing whatever lies on it: what it said last is written down, old or moving.</summary>
    [Theory]
    [InlineData(DeviceState.On, "38.6", "38.6")]
    [InlineData(DeviceState.On, "-0.2", "0")]
    [InlineData(DeviceState.On, "100000.1", "100000")]
    [InlineData(DeviceState.On, null, null)]
    [InlineData(DeviceState.Lost, "38.6", null)]
    [InlineData(DeviceState.Typed, null, null)]
    public void What_is_tared_is_what_the_scale_said_last(object state, string? value, string? tared) =>
        new DeviceNews(DeviceKind.Scale, (DeviceState)state, "", Number(value), false, 0, DateTimeOffset.UnixEpoch).Tared.ShouldBe(
            Number(tared)
        );

    private static decimal? Number(string? text) =>
        text is null ? null : decimal.Parse(text, System.Globalization.CultureInfo.InvariantCulture);
}
