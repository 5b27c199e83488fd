using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>The application in process, with an own data folder and the demo formulas in it.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    private readonly string dataFolder = Directory.CreateTempSubdirectory("umber-crock-web-").FullName;

    public FormulaStore Store => Services.GetRequiredService<FormulaStore>();

    public async Task<long> IdOfAsync(string name) => (await Store.ListAsync(null)).First(kept => kept.Formula.Name == name).Id;

    protected override void ConfigureWebHost(IWebHostBuilder builder) => builder.UseSetting("data", dataFolder).UseSetting("port", "0");

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(dataFolder, recursive: true);
    }
}
