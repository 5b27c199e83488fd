using System.Diagnostics;
using System.Net.Http.Headers;
using System.Text;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Bench;

/// <summary>POST /api/v1/evaluate of 30 lines against a running application: one client, then four at once.</summary>
internal static class ApiLoad
{
    private const int Warm = 300;
    private const int Alone = 1000;
    private const int Clients = 4;
    private const int Each = 500;

    public static async Task RunAsync(Uri address)
    {
        using var client = new HttpClient { BaseAddress = address };
        var body = Encoding.UTF8.GetBytes(FormulaWriter.ToText(ThirtyLines.Formula));
        await MeasureAsync(client, body, Warm);
        Console.WriteLine($"one client: {Percentiles.Describe(await MeasureAsync(client, body, Alone))}");

        var clock = Stopwatch.StartNew();
        var all = await Task.WhenAll(Enumerable.Range(0, Clients).Select(_ => Task.Run(() => MeasureAsync(client, body, Each))));
        var perSecond = Clients * Each / clock.Elapsed.TotalSeconds;
        Console.WriteLine($"{Clients} clients: {perSecond:0} a second; {Percentiles.Describe(all.SelectMany(times => times))}");
    }

    private static async Task<List<double>> MeasureAsync(HttpClient client, byte[] body, int times)
    {
        var milliseconds = new List<double>(times);
        for (var i = 0; i < times; i++)
        {
            var start = Stopwatch.GetTimestamp();
            using var content = new ByteArrayContent(body);
            content.Headers.ContentType = new MediaTypeHeaderValue("application/json");
            using var answer = await client.PostAsync(new Uri("/api/v1/evaluate", UriKind.Relative), content);
            await answer.Content.ReadAsByteArrayAsync();
            answer.EnsureSuccessStatusCode();
            milliseconds.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }

        return milliseconds;
    }
}
