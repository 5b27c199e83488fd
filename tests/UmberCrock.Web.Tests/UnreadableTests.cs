using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Larder;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Tests;

/// <summary>A row that cannot be read, whatever made it so, is one line on its page: why, save it as it is, take it out. Everything else
/// goes on working.</summary>
public sealed class UnreadableTests : IAsyncLifetime
{
    private readonly App app = new();

    /// <summary>Each kind: the statement that spoils a row, the page with its line, the key by which it is saved and taken out.</summary>
    public static TheoryData<string, string, string, string> Odd =>
        new()
        {
            { "formula", "UPDATE Formulas SET Document = replace(Document, '\"version\":1', '\"version\":2') WHERE Id = 8", "/", "8" },
            { "formula", "UPDATE Formulas SET Document = 'no document' WHERE Id = 8", "/", "8" },
            { "formula", "UPDATE Formulas SET Document = replace(Document, '\"phase\":\"A\"', '\"phase\":\"\"') WHERE Id = 8", "/", "8" },
            { "formula", "UPDATE Formulas SET Document = replace(Document, 'beeswax', 'moon-dust') WHERE Id = 8", "/", "8" },
            { "revision", "UPDATE Revisions SET Document = '{\"moon\":1}' WHERE FormulaId = 1 AND Number = 2", "/bench/1/compare", "1/2" },
            { "ladder", "UPDATE Ladders SET Raise = 99 WHERE Id = 1", "/bench/1/ladder", "1" },
            { "ladder", "UPDATE Ladders SET Document = '' WHERE Id = 1", "/bench/1/ladder", "1" },
            {
                "label",
                "INSERT OR REPLACE INTO Labels (FormulaId, Document, Version) VALUES (8, '{\"moon\":1}', 3)",
                "/bench/8/label",
                "8"
            },
            { "own-ingredient", "UPDATE OwnIngredients SET Document = '{\"moon\":1}'", "/larder", "SLUG" },
            { "value", "UPDATE Corrections SET Property = 'moon' WHERE rowid = (SELECT min(rowid) FROM Corrections)", "/larder", "VALUE" },
            { "value", "UPDATE Corrections SET Value = 'much' WHERE rowid = (SELECT min(rowid) FROM Corrections)", "/larder", "VALUE" },
            { "lot", "UPDATE Lots SET OpenedOn = '9999-12-01', BoughtOn = NULL WHERE Id = 1", "/larder", "1" },
            { "lot", "UPDATE Lots SET UseBy = 'soon' WHERE Id = 1", "/larder", "1" },
            { "lot", "UPDATE Lots SET BoughtGrams = 'a lot' WHERE Id = 1", "/larder", "1" },
            {
                "setting",
                "INSERT OR REPLACE INTO Settings (Name, Document, Version) VALUES ('evaluation', '{\"moon\":1}', 1)",
                "/settings",
                "evaluation"
            },
            {
                "setting",
                "INSERT OR REPLACE INTO Settings (Name, Document, Version) VALUES ('workshop', '{\"spoons\":\"silver\"}', 1)",
                "/settings",
                "workshop"
            },
        };

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public ValueTask DisposeAsync() => app.DisposeAsync();

    [Theory]
    [MemberData(nameof(Odd))]
    public async Task It_is_one_line_is_saved_as_it_is_and_taken_out(string kind, string spoil, string path, string key)
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/");
        var file = app.Services.GetRequiredService<DataFolder>().DataFile;
        await SqlAsync(file, spoil);
        key = key switch
        {
            "SLUG" => (await SqlAsync(file, "SELECT Slug FROM OwnIngredients"))!,
            "VALUE" => (
                await SqlAsync(
                    file,
                    "SELECT Ingredient || '/' || Property FROM Corrections WHERE rowid = (SELECT min(rowid) FROM Corrections)"
                )
            )!,
            _ => key,
        };
        await app.Services.GetRequiredService<DataHouse>().ReadAnewAsync();

        await EveryPageAsync(kind);
        var page = await window.OpenAsync(path);
        var line = page.QuerySelectorAll(".oddrows li").ShouldHaveSingleItem();
        line.TextContent.ShouldContain("cannot be read");
        line.QuerySelector("span")!.TextContent.Length.ShouldBeGreaterThan(10, "it says why");
        line.QuerySelector("[name=key]")!.GetAttribute("value").ShouldBe(key);

        if (kind == "formula")
        {
            (await window.OpenAsync($"/bench/{key}"))
                .QuerySelector(".oddrows li")!
                .TextContent.ShouldContain("cannot be read", customMessage: "its own page offers the same");
            window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            await window.OpenAsync(path);
        }

        using var client = app.CreateClient();
        var saved = JsonNode.Parse(await client.GetStringAsync(new Uri(line.QuerySelector("a")!.GetAttribute("href")!, UriKind.Relative)))!;
        saved["table"]!.GetValue<string>().ShouldNotBeEmpty();
        await window.SendAsync("/odd", new() { ["kind"] = kind, ["key"] = key });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        (await window.OpenAsync(path)).QuerySelector(".oddrows").ShouldBeNull("it is taken out");
        if (kind == "formula")
            (await window.OpenAsync("/bin")).QuerySelectorAll(".binlist li").Length.ShouldBe(1);
        else
            Directory.EnumerateFiles(app.Services.GetRequiredService<DataFolder>().TakenOutFolder).ShouldHaveSingleItem();
        await EveryPageAsync(kind);
    }

    [Fact]
    public async Task The_page_of_a_formula_that_cannot_be_read_says_so_and_undo_brings_it_back()
    {
        var window = new Browserlike(app);
        var id = await app.IdOfAsync("Blade-hand stick");
        var kept = (await app.Store.FindAsync(id))!;
        kept = await app.Store.ChangeAsync(id, kept.Version, now =>
            new Core.Formulas.SetPercent(0, 20m).Apply(now, Core.Materials.Catalogue.Shipped.Herbs)
        );
        await SqlAsync(app.Services.GetRequiredService<DataFolder>().DataFile, $"UPDATE Formulas SET Document = 'torn' WHERE Id = {id}");
        foreach (var page in new[] { "", "/compare", "/ladder", "/label", "/weigh", "/method", "/start", "/notes", "/how" })
        {
            (await window.OpenAsync($"/bench/{id}{page}"))
                .QuerySelector(".oddrows li")!
                .TextContent.ShouldContain("cannot be read", customMessage: page);
            window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        }

        (await app.Store.UndoAsync(id, kept!.Version))!.Formula.Lines[0].Percent.ShouldBe(18m);
        await window.OpenAsync($"/bench/{id}");
        window.Status.ShouldBe(HttpStatusCode.OK);
    }

    private async Task EveryPageAsync(string kind)
    {
        var window = new Browserlike(app);
        var own = app
            .Services.GetRequiredService<Knowledge>()
            .Catalogue.Ingredients.FirstOrDefault(ingredient => OwnIngredients.IsOwn(ingredient.Slug))
            ?.Slug;
        string[] paths =
        [
            "/",
            "/?show=stop",
            "/?show=clear",
            "/?show=today",
            "/?order=verdict",
            "/buy",
            "/larder/count",
            "/larder",
            "/larder?Show=own",
            "/larder/beeswax",
            "/larder/olive-oil",
            "/settings",
            "/devices",
            "/day",
            "/day?f=1&f=2",
            "/bin",
            "/copies",
            "/phones",
            "/help",
            "/intake?sample=true",
            "/bench/1",
            "/bench/1/compare",
            "/bench/1/ladder",
            "/bench/1/label",
            "/bench/1/rescue",
            "/bench/2",
            .. own is null ? [] : new[] { $"/larder/{own}" },
        ];
        foreach (var path in paths)
        {
            await window.OpenAsync(path);
            window.Status.ShouldBe(HttpStatusCode.OK, $"{path}, with an odd {kind}");
        }
    }

    private static async Task<string?> SqlAsync(string file, string statement)
    {
        await using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements of this test.
        command.CommandText = statement;
#pragma warning restore CA2100
        return (await command.ExecuteScalarAsync())?.ToString();
    }
}
