using System.Diagnostics;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;

namespace UmberCrock.Bench;

/// <summary>A shelf of many formulas with many revisions each, in a data folder of their own; then its list, search and opening
/// one.</summary>
internal static class ShelfLoad
{
    private const int Revisions = 20;
    private const int Warm = 30;
    private const int Rounds = 200;
    private const int Chunk = 250;
    private static readonly string[] Sought =
    [
        "otter",
        "balm 41",
        "shea",
        "beeswax",
        "cocoa butter",
        "rowlock 999",
        "karité",
        "nothing of the kind",
        "zinc",
        "stick",
    ];

    private static readonly string[] Held = ["linalool", "shea", "nuts", "beeswax", "zinc", "lanolin, cocoa butter", "bee"];
    private static readonly string[] Worn = ["adult", "infant", "child", "horse"];

    /// <summary>Makes a data folder with so many formulas; an application started on it finds them.</summary>
    public static async Task FillAsync(string folder, int formulas)
    {
        Directory.CreateDirectory(folder);
        var options = new DbContextOptionsBuilder<CrockContext>();
        CrockContext.Configure(options, Path.Combine(folder, "umber-crock.db"));
        var demo = DemoFormulas.Read();
        var clock = Stopwatch.StartNew();
        await using (var context = new CrockContext(options.Options))
            await context.Database.MigrateAsync();
        for (var at = 0; at < formulas; at += Chunk)
        {
            await using var context = new CrockContext(options.Options);
            context.Formulas.AddRange(
                Enumerable.Range(at, Math.Min(Chunk, formulas - at)).Select(number => RowOf(demo[number % demo.Length], number))
            );
            await context.SaveChangesAsync();
        }

        Console.WriteLine($"{formulas} formulas with {Revisions} revisions each, made in {clock.Elapsed.TotalSeconds:0} s");
    }

    /// <summary>Measures a running application whose shelf is full.</summary>
    public static async Task RunAsync(Uri address, int formulas)
    {
        using var client = new HttpClient { BaseAddress = address };
        foreach (
            var (what, path) in new (string, Func<int, string>)[]
            {
                // Every stretch is a new one: none of its formulas has been evaluated before.
                ("list", at => $"/?page={at}"),
                ("search", at => $"/?find={Uri.EscapeDataString(Sought[at % Sought.Length])}"),
                ("holds an ingredient", at => $"/?holds={Uri.EscapeDataString(Held[at % Held.Length])}"),
                ("free of it, one form", at => $"/?without={Uri.EscapeDataString(Held[at % Held.Length])}&form=balm"),
                ("worn by, climate, not made", at => $"/?audience={Worn[at % Worn.Length]}&climate=temperate&made=no"),
                ("by next due", at => $"/?order=due&page={at}"),
                ("by verdict", at => $"/?order=verdict&page={at}"),
                ("with a caution", at => $"/?show=caution&page={at % 20}"),
                ("open", at => $"/bench/{1 + (at * 37 % formulas)}"),
                ("revisions of one", at => $"/bench/{1 + (at * 37 % formulas)}/compare"),
            }
        )
        {
            await MeasureAsync(client, at => path(Rounds + at), Warm);
            Console.WriteLine($"{what}: {Percentiles.Describe(await MeasureAsync(client, path, Rounds))}");
        }
    }

    private static FormulaRow RowOf(Formula demo, int number)
    {
        var formula = demo with { Name = $"{demo.Name}, rowlock {number}" };
        var row = new FormulaRow
        {
            Name = formula.Name,
            Document = FormulaWriter.ToText(formula),
            BatchGrams = 240m,
            ChangedAt = number,
        };
        row.Steps.Add(new StepRow { Number = 0, Document = row.Document });
        for (var revision = 1; revision <= Revisions; revision++)
            row.Revisions.Add(
                new RevisionRow
                {
                    Number = revision,
                    Document = FormulaWriter.ToText(formula with { Notes = $"rowed {revision} times" }),
                    KeptAt = number + revision,
                }
            );
        return row;
    }

    private static async Task<List<double>> MeasureAsync(HttpClient client, Func<int, string> path, int rounds)
    {
        var times = new List<double>();
        for (var at = 0; at < rounds; at++)
        {
            var start = Stopwatch.GetTimestamp();
            await client.GetByteArrayAsync(new Uri(path(at), UriKind.Relative));
            times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }

        return times;
    }
}
