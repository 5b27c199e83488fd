using System.Text;
using System.Text.Json;

namespace UmberCrock.Web.Tests;

/// <summary>The same while a batch is weighed.</summary>
public sealed partial class InterruptionTests
{
    [Fact]
    public async Task What_was_weighed_before_a_cut_is_in_the_record()
    {
        var random = new Random(Seed);
        var data = Path.Combine(folder, "weighing");
        long id = 0,
            acknowledged = 0;
        for (var round = 0; round < Rounds; round++)
        {
            using var running = Running.Start(data);
            using var client = new HttpClient { BaseAddress = await running.ReadyAsync() };
            if (id == 0)
                (id, acknowledged) = await BeginAsync(client);
            using var stop = new CancellationTokenSource();
            var warm = new TaskCompletionSource();
            var weighing = Task.Run(async () =>
            {
                while (!stop.IsCancellationRequested && await WeighAsync(client, id, acknowledged) is { } sequence)
                {
                    acknowledged = sequence;
                    warm.TrySetResult();
                }
            });
            await warm.Task.WaitAsync(TimeSpan.FromSeconds(30));
            await Task.Delay(random.Next(500));
            End(running, round);
            await stop.CancelAsync();
            await weighing;
            using var again = Running.Start(data);
            using var look = new HttpClient { BaseAddress = await again.ReadyAsync() };
            using var read = JsonDocument.Parse(await look.GetStringAsync(new Uri($"/api/v1/batches/{id}", UriKind.Relative)));
            var there = read.RootElement.GetProperty("sequence").GetInt64();
            // What was under way when it was cut may stand or not; what was acknowledged must.
            there.ShouldBeInRange(acknowledged, acknowledged + 1);
            acknowledged = there;
            End(again, round + 1);
        }

        acknowledged.ShouldBeGreaterThan(Rounds);
    }

    private static async Task<(long Id, long Sequence)> BeginAsync(HttpClient client)
    {
        var formula = Core.Formulas.FormulaWriter.ToText(Core.Demo.DemoFormulas.Read()[0]);
        using var body = new StringContent($$"""{"formula":{{formula}},"batchGrams":240}""", Encoding.UTF8, "application/json");
        using var answer = await client.PostAsync(new Uri("/api/v1/batches", UriKind.Relative), body);
        using var read = JsonDocument.Parse(await answer.Content.ReadAsStringAsync());
        return (read.RootElement.GetProperty("id").GetInt64(), read.RootElement.GetProperty("sequence").GetInt64());
    }

    private static async Task<long?> WeighAsync(HttpClient client, long id, long after)
    {
        try
        {
            using var body = new StringContent(
                $$"""{"after":{{after}},"events":[{"type":"weighed","line":0,"grams":0.1}]}""",
                Encoding.UTF8,
                "application/json"
            );
            using var answer = await client.PostAsync(new Uri($"/api/v1/batches/{id}/events", UriKind.Relative), body);
            if (!answer.IsSuccessStatusCode)
                return null;
            using var read = JsonDocument.Parse(await answer.Content.ReadAsStringAsync());
            return read.RootElement.GetProperty("sequence").GetInt64();
        }
        catch (Exception cut) when (cut is HttpRequestException or IOException or TaskCanceledException)
        {
            return null;
        }
    }
}
