using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>Whatever is sent through whichever door, afterwards every page opens: what could not be shown again is never kept.</summary>
public sealed class DoorTests(App app) : IClassFixture<App>
{
    private static readonly string Plain = FormulaWriter.ToText(DemoFormulas.Read()[0]);

    /// <summary>Recipes as people paste them, and as they do not.</summary>
    public static TheoryData<string, string> Recipes =>
        new()
        {
            { "20 headings", Headed(20, "Rower balm {0}:") },
            { "21 headings", Headed(21, "Rower balm {0}:") },
            { "a notebook of 24", Headed(24, "Rower balm {0}:") },
            { "24 for somebody", Headed(24, "For the rower {0}:") },
            { "250 lines", string.Concat(Enumerable.Repeat("beeswax 1 g\n", 250)) },
            { "200 lines", string.Concat(Enumerable.Repeat("beeswax 1 g\n", 199)) + "olive oil 2 g\n" },
            { "a very long name", $"{new string('n', 300)}\nbeeswax 10 g\nolive oil 20 g\n" },
            { "signs nobody sees", "\u202Emlab\u200B\nbeeswax\u0007 10 g\nolive oil 20 g\n" },
            { "half a pair", "balm \uD83D\nbeeswax 10 g\nolive oil 20 g\n" },
            { "nothing but zero", "beeswax 0 g\nolive oil 0 g\n" },
            { "a mountain", "beeswax 999999999 kg\nolive oil 1 g\n" },
        };

    /// <summary>Documents that are nearly formulas.</summary>
    public static TheoryData<string, string> Documents =>
        new()
        {
            { "an empty phase", Plain.Replace("\"phase\":\"A\"", "\"phase\":\"\"", StringComparison.Ordinal) },
            { "an empty phase id", Plain.Replace("\"id\":\"A\"", "\"id\":\"\"", StringComparison.Ordinal) },
            { "a phase of 201 letters", Plain.Replace("\"name\":\"", $"\"name\":\"{new string('p', 201)}", StringComparison.Ordinal) },
            { "200 lines", WithLines(200) },
            { "199 lines and 20 phases", WithLines(199, 20) },
            { "a name nobody sees", With("name", "\u200B\u202E") },
            { "a NUL in its name", With("name", "a\0b") },
            { "a newer version", Plain.Replace("\"version\":1", "\"version\":2", StringComparison.Ordinal) },
            { "a member too many", Plain.Replace("{\"format\"", "{\"moon\":1,\"format\"", StringComparison.Ordinal) },
            { "no ingredient that is known", Plain.Replace("beeswax", "moon-dust", StringComparison.Ordinal) },
            { "somebody's own ingredient", Plain.Replace("\"beeswax\"", "\"own:nowhere\"", StringComparison.Ordinal) },
            {
                "50 long claims",
                With(
                    "label",
                    new JsonObject
                    {
                        ["claims"] = new JsonArray([
                            .. Enumerable.Range(0, 50).Select(at => (JsonNode)$"{at} heals eczema {new string('x', 480)}"),
                        ]),
                        ["declares"] = new JsonArray(),
                    }
                )
            },
            { "an empty declaration", With("label", new JsonObject { ["claims"] = new JsonArray(), ["declares"] = new JsonArray("") }) },
            { "a script", With("name", "<script>alert(1)</script>") },
            { "a formula of a spreadsheet", With("name", "=1+1") },
            { "half a pair", Plain.Replace("Blade", "\\ud800", StringComparison.Ordinal) },
        };

    [Theory]
    [MemberData(nameof(Recipes))]
    public async Task A_recipe_is_put_on_the_bench_or_refused_and_every_page_opens(string what, string text)
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/intake");
        await window.SendAsync("/intake?handler=Bench", new() { ["text"] = text });
        ((int)window.Status).ShouldBeOneOf([302, 400, 422], what);
        await EveryPageAsync(window.SentTo);
    }

    [Theory]
    [MemberData(nameof(Documents))]
    public async Task A_file_is_opened_or_refused_and_every_page_opens(string what, string document)
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/");
        await window.SendFileAsync("/intake?handler=File", "odd.json", Encoding.UTF8.GetBytes(document));
        ((int)window.Status).ShouldBeOneOf([302, 422], what);
        if (window.Status != HttpStatusCode.Redirect)
            window.Page.QuerySelector(".refusal")!.TextContent.Length.ShouldBeGreaterThan(20);
        await EveryPageAsync(window.SentTo);
    }

    [Theory]
    [MemberData(nameof(Documents))]
    public async Task The_interface_answers_every_document_in_words_and_in_bounds(string what, string document)
    {
        using var client = app.CreateClient();
        using var answer = await client.PostAsync(
            new Uri("/api/v1/evaluate", UriKind.Relative),
            new StringContent(document, Encoding.UTF8, "application/json")
        );
        ((int)answer.StatusCode).ShouldBeOneOf([200, 400, 422], what);
        (await answer.Content.ReadAsByteArrayAsync()).Length.ShouldBeLessThan(1024 * 1024, what);
    }

    /// <summary>What only a script would send to the bench.</summary>
    [Theory]
    [InlineData("Phase", "{\"name\":\"LONG\",\"stage\":\"melt\"}")]
    [InlineData("Edit", "{\"edits\":[{\"op\":\"addPhase\",\"phase\":\"Z\",\"name\":\"LONG\",\"stage\":\"melt\"}]}")]
    [InlineData("Edit", "{\"edits\":[{\"op\":\"setField\",\"field\":\"name\",\"value\":\"\u200B\"}]}")]
    [InlineData("Edit", "{\"edits\":[{\"op\":\"setField\",\"field\":\"phases\",\"value\":[]}]}")]
    [InlineData("Batch", "{\"text\":\"0.004\"}")]
    [InlineData("Batch", "{\"text\":\"1e9\"}")]
    [InlineData("Nudge", "{\"line\":0,\"by\":-79228162514264337593543950335}")]
    public async Task What_the_bench_cannot_keep_is_refused_and_it_opens_again(string handler, string body)
    {
        var id = await app.IdOfAsync("Cox’s lip balm");
        var window = new Browserlike(app);
        await window.OpenAsync($"/bench/{id}");
        var sent = JsonNode.Parse(body.Replace("LONG", new string('n', 201), StringComparison.Ordinal))!.AsObject();
        sent["version"] = (await app.Store.FindAsync(id))!.Version;
        (await window.EditAsync(id, handler, sent)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        await EveryPageAsync($"/bench/{id}");
    }

    [Fact]
    public async Task A_lot_belongs_to_an_ingredient_that_is_there_and_to_no_other()
    {
        var lots = app.Services.GetRequiredService<LotStore>();
        var window = new Browserlike(app);
        await window.OpenAsync("/larder/beeswax");
        var lot = new Dictionary<string, string>
        {
            ["id"] = "0",
            ["code"] = "X1",
            ["boughtGrams"] = "5",
        };
        await window.SendAsync("/larder/not-there?handler=Lot", new(lot));
        window.Status.ShouldBe(HttpStatusCode.NotFound);
        (await lots.ListAsync("not-there")).ShouldBeEmpty();
        await window.OpenAsync("/larder/beeswax");
        var wax = (await lots.ListAsync("beeswax"))[0];
        await window.SendAsync(
            "/larder/castor-oil?handler=Lot",
            new(lot)
            {
                ["id"] = $"{wax.Id}",
                ["code"] = "CASTOR",
                ["version"] = "0",
            }
        );
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await lots.ListAsync("beeswax"))[0].ShouldBe(wax);
        await window.SendAsync(
            "/larder/beeswax?handler=RemoveLot",
            new()
            {
                ["slug"] = "",
                ["id"] = "99999",
                ["version"] = "0",
            }
        );
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_file_that_is_here_already_is_not_taken_in_twice()
    {
        var window = new Browserlike(app);
        var id = await app.IdOfAsync("Ferry pony hoof balm");
        await window.OpenAsync("/");
        await window.SendFileAsync(
            "/intake?handler=File",
            "again.json",
            Encoding.UTF8.GetBytes(FormulaWriter.ToText((await app.Store.FindAsync(id))!.Formula))
        );
        window.SentTo.ShouldBe($"/bench/{id}");
        (await window.OpenAsync($"/bench/{id}")).QuerySelector(".goodnews")!.TextContent.ShouldContain("already, just so");
    }

    private async Task EveryPageAsync(string? bench)
    {
        var window = new Browserlike(app);
        string[] paths = ["/", "/?show=stop", "/?find=beeswax", "/bench", "/larder", "/larder/beeswax", "/settings", "/bin", "/copies"];
        if (bench is not null && bench.StartsWith("/bench/", StringComparison.Ordinal))
            paths =
            [
                .. paths,
                bench,
                .. new[] { "compare", "ladder", "label", "weigh", "method", "notes", "how" }.Select(page => $"{bench}/{page}"),
            ];
        foreach (var path in paths)
        {
            await window.OpenAsync(path);
            ((int)window.Status).ShouldBeOneOf([200, 302], path);
        }
    }

    private static string Headed(int headings, string pattern) =>
        string.Concat(
            Enumerable
                .Range(1, headings)
                .Select(at =>
                    string.Format(CultureInfo.InvariantCulture, pattern, new string((char)('a' + at), 2))
                    + "\nbeeswax 10 g\nshea butter 20 g\n\n"
                )
        );

    private static string With(string member, JsonNode value)
    {
        var document = JsonNode.Parse(Plain)!.AsObject();
        document[member] = value;
        return document.ToJsonString(ContractJson.Options);
    }

    private static string WithLines(int lines, int phases = 1)
    {
        var document = JsonNode.Parse(Plain)!.AsObject();
        document["phases"] = new JsonArray([
            .. Enumerable
                .Range(0, phases)
                .Select(at =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["id"] = $"P{at}",
                            ["name"] = "",
                            ["stage"] = "melt",
                        }
                ),
        ]);
        document["lines"] = new JsonArray([
            .. Enumerable
                .Range(0, lines)
                .Select(at =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["phase"] = "P0",
                            ["ingredient"] = at == 0 ? "hemp-seed-oil" : "beeswax",
                            ["percent"] = at == 0 ? 50m : 0.2m,
                        }
                ),
        ]);
        return document.ToJsonString(ContractJson.Options);
    }
}
