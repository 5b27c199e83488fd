using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace UmberCrock.Web.Tests;

/// <summary>
/// Stopped at random moments, by kill -9 and by Ctrl+C in turn, it starts again with everything that was acknowledged. One moment of each
/// way and kind here; tools/interruptions runs hundreds and prints the table of docs/testing.md.
/// </summary>
public sealed partial class InterruptionTests : IDisposable
{
    private const int FormulasOfTheDemo = 8;
    private static readonly int Rounds = int.Parse(
        Environment.GetEnvironmentVariable("INTERRUPTIONS") ?? "2",
        CultureInfo.InvariantCulture
    );
    private static readonly int Seed = int.Parse(
        Environment.GetEnvironmentVariable("INTERRUPTION_SEED") ?? "1127",
        CultureInfo.InvariantCulture
    );
    private readonly string folder = Directory.CreateTempSubdirectory("umber-crock-cut-").FullName;

    public static TheoryData<string> Schemas => [.. OldFiles.Names];

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public Task A_first_start_that_is_cut_short_starts_whole_the_next_time() =>
        CutAsync("first start", _ => { }, null, 2600, FormulasOfTheDemo);

    [Theory]
    [MemberData(nameof(Schemas))]
    public Task An_upgrade_that_is_cut_short_goes_on_at_the_next_start(string schema) =>
        CutAsync(
            $"upgrade of {schema}",
            data => OldFiles.Lay(schema, data),
            null,
            3000,
            FormulasOfTheDemo,
            // The longest way of all is cut as often as the rest; what lies between shares its steps.
            rounds: schema == OldFiles.Names[0] ? Rounds : Math.Max(1, Rounds / 2)
        );

    [Fact]
    public async Task Putting_a_copy_back_that_is_cut_short_leaves_the_old_state_or_the_new_one()
    {
        var copy = "";
        await CutAsync(
            "putting a copy back",
            data => OldFiles.Lay("4-labels", data),
            async address =>
            {
                using var window = new Window(address);
                await window.PostAsync("/copies?handler=Make", []);
                copy = CopyName().Match(await window.GetAsync("/copies")).Groups["name"].Value;
                await window.PostAsync(
                    "/?handler=New",
                    new()
                    {
                        ["name"] = "After the copy",
                        ["form"] = "balm",
                        ["audience"] = "adult",
                    }
                );
                _ = window
                    .PostAsync("/copies?handler=Restore", new() { ["name"] = Uri.UnescapeDataString(copy) })
                    .ContinueWith(_ => { }, TaskScheduler.Default);
            },
            900,
            FormulasOfTheDemo,
            orMore: 1
        );
        copy.ShouldNotBeEmpty();
    }

    [Fact]
    public async Task What_was_acknowledged_while_editing_is_there_after_a_cut()
    {
        var random = new Random(Seed);
        var data = Path.Combine(folder, "editing");
        OldFiles.Lay("4-labels", data);
        var (lost, acknowledged) = (0, 0);
        for (var round = 0; round < Rounds; round++)
        {
            using var running = Running.Start(data);
            using var window = new Window(await running.ReadyAsync());
            var last = await window.DoseAsync();
            using var stop = new CancellationTokenSource();
            // The very first edit waits for the compiler; the moment is drawn from when edits follow each other.
            var warm = new TaskCompletionSource();
            var editing = Task.Run(async () =>
            {
                while (!stop.IsCancellationRequested)
                {
                    var next = 5m + (random.Next(2000) / 100m);
                    if (!await window.SetDoseAsync(next))
                        return;
                    (last, acknowledged) = (next, acknowledged + 1);
                    warm.TrySetResult();
                }
            });
            await warm.Task.WaitAsync(TimeSpan.FromSeconds(30));
            await Task.Delay(random.Next(800));
            End(running, round);
            await stop.CancelAsync();
            await editing;
            using var again = Running.Start(data);
            using var look = new Window(await again.ReadyAsync());
            var there = await look.DoseAsync();
            // The edit that was under way when it was cut may stand or not; what was acknowledged must.
            if (there != last && !window.UnderWay.Contains(there))
                lost++;
            Note("editing", round + 1, 0, lost, $"{acknowledged} edits acknowledged");
        }

        lost.ShouldBe(0);
    }

    private async Task CutAsync(
        string what,
        Action<string> lay,
        Func<Uri, Task>? act,
        int withinMilliseconds,
        int formulas,
        int orMore = 0,
        int? rounds = null
    )
    {
        var random = new Random(Seed);
        var (locked, lost) = (0, 0);
        for (var round = 0; round < (rounds ?? Rounds); round++)
        {
            var data = Path.Combine(folder, $"{Guid.NewGuid():N}");
            lay(data);
            using (var cut = Running.Start(data))
            {
                if (act is not null)
                    await act(await cut.ReadyAsync());
                await Task.Delay(random.Next(withinMilliseconds));
                End(cut, round);
            }

            using var again = Running.Start(data);
            try
            {
                using var window = new Window(await again.ReadyAsync());
                var count = FormLine().Count(await window.GetAsync("/"));
                if (count < formulas || count > formulas + orMore)
                    lost++;
            }
            catch (InvalidOperationException)
            {
                locked++;
            }

            again.Interrupt();
            await using var file = new SqliteConnection($"Data Source={Path.Combine(data, "umber-crock.db")};Pooling=False");
            await file.OpenAsync();
            await using var check = file.CreateCommand();
            check.CommandText = "PRAGMA integrity_check;";
            (await check.ExecuteScalarAsync()).ShouldBe("ok");
            Note(what, round + 1, locked, lost, "");
        }

        locked.ShouldBe(0, "locked out");
        lost.ShouldBe(0, "something is missing");
    }

    private static void End(Running running, int round)
    {
        if (round % 2 == 0)
            running.Kill();
        else
            running.Interrupt();
    }

    /// <summary>A line of the table after each cut: the last of each kind counts.</summary>
    private static void Note(string what, int rounds, int locked, int lost, string more)
    {
        if (Environment.GetEnvironmentVariable("INTERRUPTION_TABLE") is { Length: > 0 } table)
            File.AppendAllText(table, $"| {what} | {Seed} | {rounds} | {locked} | {lost} | {more} |\n");
    }

    [GeneratedRegex("handler=Look&amp;name=(?<name>[^\"]+)\"", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex CopyName();

    [GeneratedRegex("class=\"form\"", RegexOptions.None, matchTimeoutMilliseconds: 1000)]
    private static partial Regex FormLine();

    /// <summary>A window of a browser, as far as it sends and reads.</summary>
    private sealed partial class Window(Uri address) : IDisposable
    {
        private readonly HttpClient client = new(
            new HttpClientHandler { CookieContainer = new CookieContainer(), AllowAutoRedirect = false }
        )
        {
            BaseAddress = address,
            Timeout = TimeSpan.FromSeconds(20),
        };
        private string? token;
        private long version = -1;

        /// <summary>Doses that were sent and not answered.</summary>
        public List<decimal> UnderWay { get; } = [];

        public Task<string> GetAsync(string path) => client.GetStringAsync(new Uri(path, UriKind.Relative));

        public async Task PostAsync(string path, Dictionary<string, string> fields)
        {
            fields["__RequestVerificationToken"] = await TokenAsync();
            using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), new FormUrlEncodedContent(fields));
            answer.StatusCode.ShouldBe(HttpStatusCode.Redirect, await answer.Content.ReadAsStringAsync());
        }

        public async Task<decimal> DoseAsync() =>
            decimal.Parse(Dose().Match(await GetAsync("/bench/1")).Groups["dose"].Value, CultureInfo.InvariantCulture);

        public async Task<bool> SetDoseAsync(decimal dose)
        {
            try
            {
                if (version < 0)
                    version = long.Parse(Version().Match(await GetAsync("/bench/1")).Groups["version"].Value, CultureInfo.InvariantCulture);
                UnderWay.Add(dose);
                using var request = new HttpRequestMessage(HttpMethod.Post, "/bench/1?handler=Dose")
                {
                    Content = new StringContent(
                        JsonSerializer.Serialize(
                            new
                            {
                                version,
                                line = 0,
                                text = dose.ToString("0.00", CultureInfo.InvariantCulture),
                            }
                        ),
                        Encoding.UTF8,
                        "application/json"
                    ),
                    Headers = { { "X-Request-Token", await TokenAsync() } },
                };
                using var answer = await client.SendAsync(request);
                version = long.Parse(
                    Version().Match(await answer.Content.ReadAsStringAsync()).Groups["version"].Value,
                    CultureInfo.InvariantCulture
                );
                UnderWay.Remove(dose);
                return true;
            }
            catch (Exception gone) when (gone is HttpRequestException or TaskCanceledException or IOException)
            {
                return false;
            }
        }

        public void Dispose() => client.Dispose();

        private async Task<string> TokenAsync() => token ??= Token().Match(await GetAsync("/")).Groups["token"].Value;

        [GeneratedRegex(
            "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"(?<token>[^\"]+)\"",
            RegexOptions.ExplicitCapture,
            matchTimeoutMilliseconds: 1000
        )]
        private static partial Regex Token();

        [GeneratedRegex("id=\"dose-0\"[^>]* value=\"(?<dose>[^\"]+)\"", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
        private static partial Regex Dose();

        [GeneratedRegex("data-version=\"(?<version>[0-9]+)\"", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
        private static partial Regex Version();
    }
}
