using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Tests;

/// <summary>The application in process, with an own data folder and the demo formulas in it.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    /// <summary>The demo's data file with its log and its pictures, made once for all: it takes longer than the rest of a start.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, byte[]>> Demo = new(MakeDemo);

    private readonly string dataFolder = Directory.CreateTempSubdirectory("umber-crock-web-").FullName;

    /// <summary>True to let the application make its demo by its own clock.</summary>
    public bool IsFresh { get; init; }

    public FormulaStore Store => Services.GetRequiredService<FormulaStore>();

    public async Task<long> IdOfAsync(string name) => (await Store.ListAsync(null)).First(kept => kept.Formula.Name == name).Id;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        if (!IsFresh && !Directory.EnumerateFiles(dataFolder).Any())
        {
            Directory.CreateDirectory(Path.Combine(dataFolder, PictureFolder.Name));
            foreach (var (name, content) in Demo.Value)
                File.WriteAllBytes(Path.Combine(dataFolder, name), content);
        }

        builder.UseSetting("data", dataFolder).UseSetting("port", "0");
    }

    private static Dictionary<string, byte[]> MakeDemo()
    {
        var first = new App { IsFresh = true };
        first.CreateClient().Dispose();
        var made = new[] { "umber-crock.db", "umber-crock.db-wal" }
            .Select(name => Path.Combine(first.dataFolder, name))
            .Where(File.Exists)
            .Concat(Directory.EnumerateFiles(Path.Combine(first.dataFolder, PictureFolder.Name)))
            .ToDictionary(path => Path.GetRelativePath(first.dataFolder, path), File.ReadAllBytes, StringComparer.Ordinal);
        first.DisposeAsync().AsTask().GetAwaiter().GetResult();
        return made;
    }

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(dataFolder, recursive: true);
    }
}
