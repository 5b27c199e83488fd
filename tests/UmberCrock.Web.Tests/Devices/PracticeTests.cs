using System.Globalization;
using System.Net;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Storage;
using UmberCrock.Web.Devices;
using UmberCrock.Web.Devices.StandIns;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Tests.Devices;

/// <summary>The scale and the probe that are played, and a batch that is weighed with them.</summary>
public sealed class PracticeTests(App app) : IClassFixture<App>
{
    private readonly Knowledge knowledge = app.Services.GetRequiredService<Knowledge>();

    /// <summary>What is poured is what was wanted to a step, once it is steady; spooned out it is less, tared it is nothing.</summary>
    [Fact]
    public async Task A_scale_is_poured_onto()
    {
        var scale = new PracticeScale(new Random(7));
        scale.Show(await SceneAsync(wanted: 14.4m));
        scale.Do("cup").ShouldBeTrue();
        Settled(scale).ShouldBeInRange(38.4m, 38.9m);
        scale.Do("tare");
        Settled(scale).ShouldBeInRange(-0.1m, 0.1m);
        scale.Do("pour");
        Read(scale.Next(0.1)).IsSteady.ShouldBeFalse("it pours");
        var poured = Settled(scale);
        poured.ShouldBeInRange(14.1m, 14.7m);
        scale.Do("spoon");
        Settled(scale).ShouldBeLessThan(poured);
        scale.Do("empty");
        Settled(scale).ShouldBeInRange(-38.9m, -38.4m, "the cup is gone, the tare stays");
        scale.Do("sing").ShouldBeFalse();
        for (var cup = 0; cup < 140; cup++)
            scale.Do("cup");
        for (var tenth = 0; tenth < 50; tenth++)
            scale.Next(0.1);
        scale.Next(0.1).ShouldBe("weight over");
    }

    /// <summary>The pot that is played cools as section "Heat in the pot" has it, 12 % faster and in a room 0.8 C warmer.</summary>
    [Fact]
    public async Task A_pot_cools_by_the_equation()
    {
        var probe = new PracticeProbe(knowledge, new Random(7));
        probe.Next(1).ShouldBe("temperature none", "nothing stands on the bench");
        var scene = await SceneAsync(wanted: 0m) with { HeatToCelsius = 72 };
        probe.Show(scene);
        for (var second = 0; second < 3600; second += 6)
            probe.Next(6);
        Celsius(probe.Next(6)).ShouldBeInRange(71.5m, 72.5m, "it stands at its heat");
        probe.Show(scene with { HeatToCelsius = null });
        var foreseen = PotForecast.Of(
            scene.Formula,
            new CoolingRequest((double)scene.PotGrams, 72, 21.8, Surroundings.Room, [], [50, 40], null, null),
            knowledge.Catalogue,
            knowledge.Settings
        );
        foreach (var target in foreseen.Targets)
            Math.Abs(MinutesTo(probe, target.Celsius) - (target.Minutes!.Value / 1.12)).ShouldBeLessThan(1.5, $"{target.Celsius} C");

        double MinutesTo(PracticeProbe one, double celsius)
        {
            while (Celsius(one.Next(6)) > (decimal)celsius)
                passed += 0.1;
            return passed;
        }
    }

    private double passed;

    [Fact]
    public void A_clock_runs_sixty_times_as_fast()
    {
        var real = new Stopped();
        var clock = new BenchClock(60, real);
        var (began, stamp) = (clock.GetUtcNow(), clock.GetTimestamp());
        real.Passed = TimeSpan.FromSeconds(2);
        (clock.GetUtcNow() - began, clock.GetElapsedTime(stamp)).ShouldBe((TimeSpan.FromMinutes(2), TimeSpan.FromMinutes(2)));
        (BenchClock.SpeedOf(clock), BenchClock.SpeedOf(TimeProvider.System)).ShouldBe((60, 1));
    }

    [Theory]
    [InlineData("0", false)]
    [InlineData("1", true)]
    [InlineData("60", true)]
    [InlineData("61", false)]
    public void The_clock_runs_from_once_to_sixty_times(string speed, bool isTaken)
    {
        if (isTaken)
            LaunchOptions.Parse(["--speed", speed]).Speed.ShouldBe(int.Parse(speed, CultureInfo.InvariantCulture));
        else
            Should.Throw<FormatException>(() => LaunchOptions.Parse(["--speed", speed])).Message.ShouldContain("from 1 to 60");
    }

    /// <summary>A line is poured, taken and tared without a number typed; without a scale the words say what to do.</summary>
    [Fact]
    public async Task A_line_is_taken_from_the_scale()
    {
        var hub = app.Services.GetRequiredService<DeviceHub>();
        var stick = (await app.Store.FindAsync(await app.IdOfAsync("Blade-hand stick")))!;
        var batches = app.Services.GetRequiredService<BatchStore>();
        var batch = await batches.StartAsync(stick.Formula, new BatchRequest(null, stick.Key, 240m, [], 0m, 0.1m, 21), "a test");
        var window = new Browserlike(app);
        await window.OpenAsync("/settings");
        await window.SendAsync(
            "/settings",
            new()
            {
                ["scale-by"] = "practice",
                ["probe-by"] = "address",
                ["probe-at"] = "the shelf",
            }
        );
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector("[name=probe-at]")!.GetAttribute("value").ShouldBe("the shelf", "what was typed stands there still");
        await window.SendAsync("/settings", new() { ["scale-by"] = "practice", ["probe-by"] = "practice" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        await UntilAsync(() => hub.Of(DeviceKind.Scale).State == DeviceState.On, "the scale speaks");
        await UntilAsync(
            () => hub.Take(DeviceKind.Scale).WhyNot?.Contains("more than 0", StringComparison.Ordinal) == true,
            "it is steady"
        );
        await window.OpenAsync($"/batches/{batch.Id}");
        await window.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "0", ["grams"] = "" });
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("more than 0");
        await window.SendAsync("/devices?handler=Ask", new() { ["device"] = "scale", ["act"] = "pour" });
        await UntilAsync(() => hub.Take(DeviceKind.Scale).Value > 43m, "it is poured");
        await window.OpenAsync($"/batches/{batch.Id}");
        await window.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "0", ["grams"] = "" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        (await batches.FindAsync(batch.Id))!.Log.State.GramsOf(0)!.Value.ShouldBeInRange(42.7m, 43.7m);
        await UntilAsync(() => hub.Of(DeviceKind.Scale).Value is > -0.3m and < 0.3m, "the scale begins at nothing again");
        await ProbeAsync(window, batch.Id, batches);
        await window.OpenAsync("/devices");
        await window.SendAsync("/devices?handler=Ask", new() { ["device"] = "scale", ["act"] = "freeze" });
        await UntilAsync(() => hub.Take(DeviceKind.Scale).WhyNot is not null, "a reading grows old");
        await window.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "1", ["grams"] = "" });
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("scale");
        await window.SendAsync("/devices?handler=Ask", new() { ["device"] = "scale", ["act"] = "sing" });
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await window.SendAsync("/devices?handler=Ask", new() { ["device"] = "scale", ["act"] = "mend" });
        await UntilAsync(() => hub.Of(DeviceKind.Scale).State == DeviceState.On, "it is called again by itself");
        await window.OpenAsync("/settings");
        await window.SendAsync("/settings", new() { ["scale-by"] = "typed", ["probe-by"] = "typed" });
        await UntilAsync(() => hub.Of(DeviceKind.Scale).State == DeviceState.Typed, "and let go");
    }

    /// <summary>A page is not behind by what the probe alone entered, and undo is not about it.</summary>
    private static async Task ProbeAsync(Browserlike window, long batch, BatchStore batches)
    {
        await window.OpenAsync($"/batches/{batch}");
        await window.SendAsync($"/batches/{batch}?handler=Probe", new() { ["line"] = "1" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var log = (await batches.FindAsync(batch))!.Log;
        log.Events[^1].Event.ShouldBeOfType<PotRead>().Typed.ShouldBeFalse();
        // The page still names the entry before the reading.
        await window.SendAsync($"/batches/{batch}?handler=Note", new() { ["line"] = "1", ["text"] = "windy" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var page = await window.OpenAsync($"/batches/{batch}");
        page.QuerySelector("main")!.GetAttribute("data-followed").ShouldBe("yes");
    }

    /// <summary>What is heard comes as server-sent events, and what is entered into a batch with it.</summary>
    [Fact]
    public async Task What_is_heard_comes_to_the_page()
    {
        using var client = app.CreateClient();
        using var answer = await client.GetAsync(
            new Uri("/devices?handler=live&batch=4", UriKind.Relative),
            HttpCompletionOption.ResponseHeadersRead,
            TestContext.Current.CancellationToken
        );
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("text/event-stream");
        using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(TestContext.Current.CancellationToken));
        (await LineAsync(reader, "data:")).ShouldContain("\"device\":\"scale\"");
        var batches = app.Services.GetRequiredService<BatchStore>();
        var at = await batches.SequenceAsync(4);
        await batches.AppendAsync(4, at!.Value, [(new BatchNoted("from elsewhere"), null)], "a test");
        await LineAsync(reader, "event: batch");
        (await LineAsync(reader, "data:")).ShouldBe(string.Create(CultureInfo.InvariantCulture, $"data: {at + 1}"));
    }

    private static async Task<string> LineAsync(StreamReader reader, string start)
    {
        while (await reader.ReadLineAsync(TestContext.Current.CancellationToken) is { } line)
        {
            if (line.StartsWith(start, StringComparison.Ordinal))
                return line;
        }

        throw new InvalidOperationException($"No line began with {start}.");
    }

    private async Task<BenchScene> SceneAsync(decimal wanted)
    {
        var bar = (await app.Store.FindAsync(await app.IdOfAsync("Boathouse lotion bar")))!;
        return new BenchScene(bar.Formula, 480m, wanted, 0.1m, null, 21, Surroundings.Room);
    }

    private static async Task UntilAsync(Func<bool> holds, string what)
    {
        for (var tries = 0; tries < 150 && !holds(); tries++)
            await Task.Delay(100, TestContext.Current.CancellationToken);
        holds().ShouldBeTrue(what);
    }

    private static decimal Settled(PracticeScale scale)
    {
        for (var tenth = 0; tenth < 200; tenth++)
            scale.Next(0.1);
        var line = Read(scale.Next(0.1));
        line.IsSteady.ShouldBeTrue();
        return line.Grams!.Value;
    }

    private static (decimal? Grams, bool IsSteady) Read(string line)
    {
        var weight = DeviceLine.Parse(line).ShouldBeOfType<WeightLine>(line);
        return (weight.Grams, weight.Steady);
    }

    private static decimal Celsius(string line) => DeviceLine.Parse(line).ShouldBeOfType<TemperatureLine>(line).Celsius!.Value;

    private sealed class Stopped : TimeProvider
    {
        public TimeSpan Passed { get; set; }

        public override long TimestampFrequency => TimeSpan.TicksPerSecond;

        public override long GetTimestamp() => Passed.Ticks;

        public override DateTimeOffset GetUtcNow() => DateTimeOffset.UnixEpoch + Passed;
    }
}
