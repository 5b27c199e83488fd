using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>Batches over HTTP: begun, appended to, refused, listed.</summary>
public sealed class BatchApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    private static string Stick => FormulaWriter.ToText(DemoFormulas.Read().Single(formula => formula.Name == "Blade-hand stick"));

    [Fact]
    public async Task A_batch_is_made_from_start_to_closed_record()
    {
        var batch = await BeginAsync();
        var (id, lines) = (batch["id"]!.GetValue<long>(), batch["lines"]!.AsArray());
        batch["sequence"]!.GetValue<long>().ShouldBe(1);
        batch["state"]!.GetValue<string>().ShouldBe("open");
        batch["asMade"].ShouldBeNull();
        lines.Sum(line => line!["targetGrams"]!.GetValue<decimal>()).ShouldBe(240m);
        var weighed = string.Join(
            ',',
            lines.Select(
                (line, at) => $$"""{"type":"weighed","line":{{at}},"grams":{{line!["targetGrams"]!.ToJsonString()}},"lot":"L{{at}}"}"""
            )
        );
        batch = await AppendAsync(id, 1, weighed);
        batch["asMade"]!["formula"]!["lines"]!.AsArray().Count.ShouldBe(lines.Count);
        batch["deviations"]!.AsArray().ShouldBeEmpty();
        batch["lines"]![0]!["lots"]![0]!["lot"]!.GetValue<string>().ShouldBe("L0");
        var after = batch["sequence"]!.GetValue<long>();
        batch = await AppendAsync(
            id,
            after,
            """{"type":"stepDone","number":1},{"type":"temperature","celsius":82,"from":"probe"},{"type":"moved","to":"fridge"},{"type":"filled","container":"tube","count":16,"grams":234.5}"""
        );
        batch["yield"]!["percent"]!.GetValue<decimal>().ShouldBe(97.71m);
        batch["yield"]!["leftGrams"]!.GetValue<decimal>().ShouldBe(5.5m);
        batch = await AppendAsync(id, batch["sequence"]!.GetValue<long>(), """{"type":"closed","by":"the bosun"}""");
        batch["state"]!.GetValue<string>().ShouldBe("closed");
        var read = await client.GetStringAsync(new Uri($"/api/v1/batches/{id}", UriKind.Relative));
        (await NJsonSchema.JsonSchema.FromJsonAsync(await client.GetStringAsync(new Uri("/schemas/batch.schema.json", UriKind.Relative))))
            .Validate(read)
            .ShouldBeEmpty();
        JsonNode.DeepEquals(JsonNode.Parse(read), batch).ShouldBeTrue("what is read is what was answered");
        (
            await SendAsync(
                $"/api/v1/batches/{id}/events",
                Events(batch["sequence"]!.GetValue<long>(), """{"type":"note","text":"late"}""")
            )
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    /// <summary>All is weighed, the pot is too soft: 12 g of beeswax go in, and what there is to do is told.</summary>
    [Fact]
    public async Task A_batch_is_rescued()
    {
        var batch = await BeginAsync();
        var (id, lines, steps) = (batch["id"]!.GetValue<long>(), batch["lines"]!.AsArray().Count, batch["steps"]!.AsArray().Count);
        const string rescued = """{"type":"rescued","additions":[{"ingredient":"beeswax","grams":12}]}""";
        (await SendAsync($"/api/v1/batches/{id}/events", Events(1, rescued))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var weighed = batch["lines"]!
            .AsArray()
            .Select((line, at) => $$"""{"type":"weighed","line":{{at}},"grams":{{line!["targetGrams"]!.ToJsonString()}}}""");
        batch = await AppendAsync(id, 1, $$"""{"type":"checked","grams":100,"read":99.9},{{string.Join(',', weighed)}},{{rescued}}""");
        batch["lines"]!.AsArray().Count.ShouldBe(lines + 1);
        batch["lines"]![lines]!["targetGrams"]!.GetValue<decimal>().ShouldBe(12m);
        batch["batchGrams"]!.GetValue<decimal>().ShouldBe(252m);
        batch["steps"]![steps]!["title"]!.GetValue<string>().ShouldBe("Weigh what is added");
        batch["steps"]!.AsArray().Take(steps).ShouldAllBe(step => step!["state"]!.GetValue<string>() == "skipped");
        batch["events"]!.AsArray()[^1]!["additions"]![0]!["ingredient"]!.GetValue<string>().ShouldBe("beeswax");
        batch["asMade"].ShouldBeNull();
        batch = await AppendAsync(id, batch["sequence"]!.GetValue<long>(), $$"""{"type":"weighed","line":{{lines}},"grams":12}""");
        batch["asMade"]!["formula"]!["lines"]!.AsArray().Count.ShouldBe(lines + 1);
        JsonNode.DeepEquals(await FindAsync(id), batch).ShouldBeTrue("read from what is kept");
    }

    [Fact]
    public async Task Who_is_behind_is_told_what_happened()
    {
        var id = (await BeginAsync())["id"]!.GetValue<long>();
        await AppendAsync(id, 1, """{"type":"weighed","line":0,"grams":43.2}""");
        var (status, answer) = await SendAsync($"/api/v1/batches/{id}/events", Events(1, """{"type":"weighed","line":1,"grams":1}"""));
        status.ShouldBe(HttpStatusCode.Conflict);
        answer["events"]![0]!["type"]!.GetValue<string>().ShouldBe("weighed");
        answer["events"]![0]!["sequence"]!.GetValue<long>().ShouldBe(2);
        (await FindAsync(id))["sequence"]!.GetValue<long>().ShouldBe(2);
    }

    [Theory]
    [InlineData("""{"type":"weighed","line":99,"grams":1}""", "/events/0/line")]
    [InlineData("""{"type":"weighed","line":0,"grams":0}""", "/events/0/grams")]
    [InlineData("""{"type":"weighed","line":0,"grams":-4}""", "/events/0/grams")]
    [InlineData("""{"type":"weighed","line":0,"grams":100000.1}""", "/events/0/grams")]
    [InlineData("""{"type":"weighed","line":0}""", "/events/0/grams")]
    [InlineData("""{"type":"temperature","celsius":500}""", "/events/0/celsius")]
    [InlineData("""{"type":"temperature","celsius":-41}""", "/events/0/celsius")]
    [InlineData("""{"type":"temperature","celsius":60,"from":"hand"}""", "/events/0/from")]
    [InlineData("""{"type":"moved","to":"attic"}""", "/events/0/to")]
    [InlineData("""{"type":"checked","grams":100}""", "/events/0/read")]
    [InlineData("""{"type":"rescued","additions":[]}""", "/events/0/additions")]
    [InlineData("""{"type":"rescued","additions":[{"ingredient":"beeswax"}]}""", "/events/0/additions/0/grams")]
    [InlineData("""{"type":"started"}""", "/events/0/type")]
    [InlineData("""{"type":"sung"}""", "/events/0/type")]
    [InlineData("""{"line":0}""", "/events/0/type")]
    [InlineData("""{"type":"note","text":"so","at":"2999-01-01T00:00:00Z"}""", "/events/0/at")]
    [InlineData("""{"type":"note","text":"so","at":"2001-01-01T00:00:00Z"}""", "/events/0/at")]
    [InlineData("""{"type":"note","text":"so","at":"noon"}""", "/events/0/at")]
    [InlineData("""{"type":"note","text":"so","by":"me"}""", "/events/0/by")]
    [InlineData("""{"type":"note","text":"one"},{"type":"unweighed","line":0}""", "/events/1/line")]
    [InlineData("""{"type":"revoked","of":1}""", "/events/0/of")]
    [InlineData("""{"type":"correction","of":1,"text":"no","set":{"grams":1}}""", "/events/0/set")]
    [InlineData("""{"type":"correction","of":1,"text":"no","set":{}}""", "/events/0/set")]
    [InlineData("""{"type":"handedOut","count":1,"as":"sold"}""", "/events/0/type")]
    [InlineData("""{"type":"filled","container":"tin","count":0,"grams":5}""", "/events/0/count")]
    [InlineData("""{"type":"split","parts":[{"name":"a","share":1}]}""", "/events/0/parts")]
    public async Task What_cannot_be_is_refused_whole(string events, string pointer)
    {
        var id = (await BeginAsync())["id"]!.GetValue<long>();
        var (status, answer) = await SendAsync($"/api/v1/batches/{id}/events", Events(1, events));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        answer["errors"]![0]!["pointer"]!.GetValue<string>().ShouldBe(pointer);
        (await FindAsync(id))["sequence"]!.GetValue<long>().ShouldBe(1, "all or nothing");
    }

    [Theory]
    [InlineData("""{"batchGrams":240}""", "/formula")]
    [InlineData("""{"formulaId":1,"formula":FORMULA,"batchGrams":240}""", "/formula")]
    [InlineData("""{"formula":FORMULA}""", "/batchGrams")]
    [InlineData("""{"formula":FORMULA,"batchGrams":200000}""", "/batchGrams")]
    [InlineData("""{"formula":FORMULA,"containers":[]}""", "/containers")]
    [InlineData("""{"formula":FORMULA,"containers":[{"name":"tin","millilitres":30,"count":0}]}""", "/containers/0/count")]
    public async Task A_start_that_cannot_be_is_refused(string body, string pointer)
    {
        var (status, answer) = await SendAsync("/api/v1/batches", body.Replace("FORMULA", Stick, StringComparison.Ordinal));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        answer["errors"]![0]!["pointer"]!.GetValue<string>().ShouldBe(pointer);
    }

    [Fact]
    public async Task A_formula_that_does_not_make_a_hundred_is_refused_with_the_way_out()
    {
        var formula = JsonNode.Parse(Stick)!;
        foreach (var line in formula["lines"]!.AsArray())
        {
            if (line!["balance"] is not null)
            {
                line.AsObject().Remove("balance");
                line["percent"] = 1m;
            }
        }

        var (status, answer) = await SendAsync("/api/v1/batches", $$"""{"formula":{{formula.ToJsonString()}},"batchGrams":240}""");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        answer["errors"]![0]!["reason"]!.GetValue<string>().ShouldContain("Settle the total on the bench");
        (await SendAsync("/api/v1/batches", """{"formulaId":99999,"batchGrams":240}""")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Batches_are_listed_by_formula_lot_and_state()
    {
        var formula = await app.IdOfAsync("Blade-hand stick");
        var (_, begun) = await SendAsync("/api/v1/batches", $$"""{"formulaId":{{formula}},"batchGrams":240}""");
        var id = begun["id"]!.GetValue<long>();
        await AppendAsync(id, 1, """{"type":"weighed","line":0,"grams":43.2,"lot":"Q7"},{"type":"abandoned","reason":"burnt"}""");
        async Task<long[]> ListAsync(string query) =>
            [
                .. JsonNode.Parse(await client.GetStringAsync(new Uri($"/api/v1/batches?{query}", UriKind.Relative)))!["batches"]!
                    .AsArray()
                    .Select(one => one!["id"]!.GetValue<long>()),
            ];
        (await ListAsync($"formula={formula}")).ShouldContain(id);
        (await ListAsync("lot=Q7")).ShouldBe([id]);
        (await ListAsync("open=false")).ShouldContain(id);
        (await ListAsync("open=true")).ShouldNotContain(id);
        (await client.GetAsync(new Uri("/api/v1/batches?open=perhaps", UriKind.Relative))).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await client.GetAsync(new Uri("/api/v1/batches/99999", UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    private async Task<JsonNode> BeginAsync()
    {
        var (status, answer) = await SendAsync("/api/v1/batches", $$"""{"formula":{{Stick}},"batchGrams":240}""");
        status.ShouldBe(HttpStatusCode.Created);
        return answer;
    }

    private async Task<JsonNode> FindAsync(long id) =>
        JsonNode.Parse(await client.GetStringAsync(new Uri($"/api/v1/batches/{id}", UriKind.Relative)))!;

    private static string Events(long after, string events) => $$"""{"after":{{after}},"events":[{{events}}]}""";

    private async Task<JsonNode> AppendAsync(long id, long after, string events)
    {
        var (status, answer) = await SendAsync($"/api/v1/batches/{id}/events", Events(after, events));
        status.ShouldBe(HttpStatusCode.OK, answer.ToJsonString());
        return answer;
    }

    private async Task<(HttpStatusCode Status, JsonNode Answer)> SendAsync(string path, string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }
}
