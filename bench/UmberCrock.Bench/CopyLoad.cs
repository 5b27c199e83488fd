using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.RegularExpressions;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Bench;

/// <summary>A running application with a full shelf: nudges of a formula of 30 lines, alone and while a copy is made, then the copy and
/// everything saved.</summary>
internal static partial class CopyLoad
{
    private const int Warm = 600;
    private const int Rounds = 200;
    private const int Copies = 5;

    /// <summary>Measures it.</summary>
    public static async Task RunAsync(Uri address)
    {
        using var client = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer() })
        {
            BaseAddress = address,
            Timeout = TimeSpan.FromMinutes(5),
        };
        var token = Token().Match(await client.GetStringAsync(new Uri("/", UriKind.Relative))).Groups["token"].Value;
        using var file = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            {
                new ByteArrayContent(
                    Encoding.UTF8.GetBytes(FormulaWriter.ToText(ThirtyLines.Formula with { Name = $"Thirty lines {Guid.NewGuid():N}" }))
                ),
                "file",
                "thirty.json"
            },
        };
        using var opened = await client.PostAsync(new Uri("/intake?handler=File", UriKind.Relative), file);
        var bench = opened.RequestMessage!.RequestUri!;
        client.DefaultRequestHeaders.Add("X-Request-Token", token);
        var version = 0L;
        await NudgeAsync(Warm);
        Console.WriteLine($"nudge of 30 lines: {Percentiles.Describe(await NudgeAsync(Rounds))}");

        var (copying, during) = (new List<double>(), new List<double>());
        for (var at = 0; at < Copies; at++)
        {
            var clock = Stopwatch.StartNew();
            var copy = Task.Run(() =>
                client.PostAsync(
                    new Uri("/copies?handler=Make", UriKind.Relative),
                    new FormUrlEncodedContent(new Dictionary<string, string> { ["__RequestVerificationToken"] = token })
                )
            );
            while (!copy.IsCompleted)
                during.AddRange(await NudgeAsync(1));
            (await copy).EnsureSuccessStatusCode();
            copying.Add(clock.Elapsed.TotalSeconds);
        }

        Console.WriteLine($"copy, with nudges meanwhile: {string.Join(", ", copying.Select(seconds => $"{seconds:0.00} s"))}");
        Console.WriteLine($"nudge meanwhile: {Percentiles.Describe(during)}");
        var saving = Stopwatch.StartNew();
        var zip = await client.GetByteArrayAsync(new Uri("/copies?handler=Save", UriKind.Relative));
        Console.WriteLine($"everything saved: {saving.Elapsed.TotalSeconds:0.0} s, {zip.Length / 1024.0 / 1024:0.0} MiB");

        async Task<List<double>> NudgeAsync(int rounds)
        {
            var times = new List<double>();
            for (var at = 0; at < rounds; at++)
            {
                var start = Stopwatch.GetTimestamp();
                using var answer = await client.PostAsJsonAsync(
                    new Uri($"{bench.AbsolutePath}?handler=Nudge", UriKind.Relative),
                    new
                    {
                        version,
                        line = 0,
                        by = at % 2 == 0 ? 0.1 : -0.1,
                    }
                );
                var text = await answer.Content.ReadAsStringAsync();
                times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
                version = long.Parse(Version().Match(text).Groups["version"].Value, System.Globalization.CultureInfo.InvariantCulture);
            }

            return times;
        }
    }

    [GeneratedRegex(
        "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"(?<token>[^\"]+)\"",
        RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: 1000
    )]
    private static partial Regex Token();

    [GeneratedRegex("data-version=\"(?<version>[0-9]+)\"", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex Version();
}
