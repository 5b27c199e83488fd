using System.Diagnostics;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;

namespace UmberCrock.Bench;

/// <summary>Ten years of studies in a data folder of their own; then the pages that go over all of them.</summary>
internal static class StudyLoad
{
    private const int Warm = 10;
    private const int Rounds = 100;
    private const int DaysBetween = 2;

    /// <summary>Makes a data folder with so many studies, each looked at until today.</summary>
    public static async Task FillAsync(string folder, int studies)
    {
        Directory.CreateDirectory(folder);
        var options = new DbContextOptionsBuilder<CrockContext>();
        CrockContext.Configure(options, Path.Combine(folder, "umber-crock.db"));
        await using (var context = new CrockContext(options.Options))
            await context.Database.MigrateAsync();
        var (clock, knowledge) = (Stopwatch.StartNew(), new Knowledge(Catalogue.Shipped));
        var store = new StudyStore(new Factory(options.Options), knowledge, TimeProvider.System);
        var demo = DemoFormulas.Read();
        var looks = 0;
        for (var number = 0; number < studies; number++)
        {
            var watched = new DemoStudy("", 1, false, [StudyCondition.Room, StudyCondition.Warm, StudyCondition.Cold], [], [], [], []);
            var setup = StudySetup.Of(
                demo[number % demo.Length],
                null,
                $"{number}",
                watched.Request(store.Today.AddDays(-(number % 1000) * DaysBetween)),
                knowledge.Catalogue,
                EvaluationSettings.Default
            );
            var log = watched.Log(setup, TimeProvider.System.GetLocalNow(), knowledge.Catalogue.Rules, _ => "");
            looks += log.Looks.Count;
            await store.AddAsync(log);
        }

        Console.WriteLine($"{studies} studies with {looks} looks, made in {clock.Elapsed.TotalSeconds:0} s");
    }

    /// <summary>Measures a running application that holds them.</summary>
    public static async Task RunAsync(Uri address, int studies)
    {
        using var client = new HttpClient { BaseAddress = address };
        foreach (
            var (what, path) in new (string, Func<int, string>)[]
            {
                ("grid", at => $"/studies/{1 + (at * 37 % studies)}"),
                ("list", at => $"/studies?page={at % 20}"),
                ("shelf with what is due", _ => "/"),
                ("Your bench", _ => "/your-bench"),
                ("calendar", _ => "/studies/calendar.ics"),
            }
        )
        {
            var times = new List<double>();
            for (var at = 0; at < Warm + Rounds; at++)
            {
                var clock = Stopwatch.StartNew();
                (await client.GetAsync(new Uri(path(at), UriKind.Relative))).EnsureSuccessStatusCode();
                if (at >= Warm)
                    times.Add(clock.Elapsed.TotalMilliseconds);
            }

            Console.WriteLine($"{what}: {Percentiles.Describe(times)}");
        }
    }

    private sealed class Factory(DbContextOptions<CrockContext> options) : IDbContextFactory<CrockContext>
    {
        public CrockContext CreateDbContext() => new(options);
    }
}
