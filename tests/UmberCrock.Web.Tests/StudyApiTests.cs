using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using NJsonSchema;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>Plans of looks and judgements over HTTP.</summary>
public sealed class StudyApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    private static string Whip => FormulaWriter.ToText(DemoFormulas.Read().Single(formula => formula.Name == "Slipway whipped butter"));

    [Fact]
    public async Task A_plan_is_as_the_schema_says()
    {
        var answer = await AnswerAsync("study-plan", $$"""{"formula":{{Whip}},"madeOn":"2026-03-02"}""");
        (await SchemaAsync("study-plan")).Validate(answer).ShouldBeEmpty();
        var checks = JsonNode.Parse(answer)!["checks"]!.AsArray();
        checks[0]!["date"]!.GetValue<string>().ShouldBe("2026-03-03");
        checks[0]!["look"]!.AsArray().Select(look => look!.GetValue<string>()).ShouldContain("height");
    }

    /// <summary>RFC 5545, read back by a general calendar library: a whole day for each check, the same names each time, and no line longer
    /// than 75 octets.</summary>
    [Fact]
    public async Task A_plan_is_a_calendar()
    {
        var body = $$"""{"formula":{{Whip}},"madeOn":"2026-03-02","conditions":["room",{"condition":"other","celsius":45}],"jars":1}""";
        var text = await AnswerAsync("study-plan", body, "text/calendar");
        text.Split("\r\n").ShouldAllBe(line => Encoding.UTF8.GetByteCount(line) <= 75);
        var events = Ical.Net.Calendar.Load(text)!.Events;
        events.Count.ShouldBe(20);
        events.ShouldAllBe(entry => entry.IsAllDay);
        events.Select(entry => entry.Uid).ShouldBeUnique();
        events.Min(entry => entry.Start!.Value).ShouldBe(new DateTime(2026, 3, 3));
        events.Max(entry => entry.Start!.Value).ShouldBe(new DateTime(2026, 5, 25));
        (await AnswerAsync("study-plan", body, "text/calendar")).ShouldBe(text, "stamped by the day of making, not by the clock");
    }

    /// <summary>Begun of a closed batch, looked at, behind, refused; every answer as the schema says.</summary>
    [Fact]
    public async Task A_study_is_begun_looked_at_and_read()
    {
        var schema = await SchemaAsync("study");
        var begun = await SentAsync("studies", """{"batchId":1,"conditions":["room","cold"],"jars":1}""", HttpStatusCode.Created);
        schema.Validate(begun).ShouldBeEmpty();
        var study = JsonNode.Parse(begun)!;
        var (id, check) = (study["id"]!.GetValue<long>(), "room-1-d1");
        study["checks"]!.AsArray().Count.ShouldBe(20);
        var looks = $"studies/{id}/looks";
        var kept = await SentAsync(
            looks,
            $$"""{"check":"{{check}}","seen":{"colour":0,"grain":3},"text":"sandy","after":1}""",
            HttpStatusCode.OK
        );
        schema.Validate(kept).ShouldBeEmpty();
        var look = JsonNode.Parse(kept)!["checks"]!.AsArray().Single(one => one!["id"]!.GetValue<string>() == check)!;
        look["status"]!.GetValue<string>().ShouldBe("failed");
        look["seen"]!["because"]!.AsArray()[0]!.GetValue<string>().ShouldStartWith("Grain strong");
        await SentAsync(looks, """{"check":"cold-1-d1","seen":{"colour":0},"after":1}""", HttpStatusCode.Conflict);
        await SentAsync(looks, """{"check":"cold-1-d1","seen":{}}""", HttpStatusCode.UnprocessableEntity);
        await SentAsync(looks, """{"check":"moon-1-d1","seen":{"colour":0}}""", HttpStatusCode.UnprocessableEntity);
        await SentAsync("studies/99/looks", """{"check":"room-1-d1","seen":{"colour":0}}""", HttpStatusCode.NotFound);
        await SentAsync("studies", """{"batchId":4}""", HttpStatusCode.UnprocessableEntity);
        await SentAsync("studies", """{"batchId":99}""", HttpStatusCode.NotFound);
        schema.Validate(await client.GetStringAsync(new Uri($"/api/v1/studies/{id}", UriKind.Relative))).ShouldBeEmpty();
        var own = await SentAsync("studies", $$"""{"formula":{{Whip}},"madeOn":"2026-03-02"}""", HttpStatusCode.Created);
        schema.Validate(own).ShouldBeEmpty();
        var list = JsonNode.Parse(await client.GetStringAsync(new Uri("/api/v1/studies?limit=2", UriKind.Relative)))!;
        list["studies"]!.AsArray().Count.ShouldBe(2);
        list["total"]!.GetValue<int>().ShouldBe(4);
    }

    private async Task<string> SentAsync(string path, string body, HttpStatusCode status)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await client.PostAsync(new Uri($"/api/v1/{path}", UriKind.Relative), content);
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(status, text);
        return text;
    }

    [Fact]
    public async Task A_look_is_judged_as_the_schema_says()
    {
        var answer = await AnswerAsync(
            "judge",
            $$"""{"formula":{{Whip}},"condition":"freeze-thaw","celsius":22,"day":8,"seen":{"grain":3,"colour":0},"first":{"grain":0} }"""
        );
        (await SchemaAsync("judge")).Validate(answer).ShouldBeEmpty();
        var judged = JsonNode.Parse(answer)!;
        judged["verdict"]!.GetValue<string>().ShouldBe("failed");
        judged["because"]!.AsArray()[0]!.GetValue<string>().ShouldStartWith("Grain strong");
        judged["notes"]!.AsArray().Single(note => note!["code"]!.GetValue<string>() == "may-grain")!["outcome"]!
            .GetValue<string>()
            .ShouldBe("borne-out");
    }

    [Fact]
    public async Task What_a_bench_learns_is_as_the_schema_says()
    {
        var look = $$"""{"formula":{{Whip}},"celsius":22,"band":"ointment","hoursAfterPour":48}""";
        var answer = await AnswerAsync(
            "learn",
            $$"""{"observations":[{{look}},{{look.Replace("48", "2", StringComparison.Ordinal)}}],"setPoints":[{"formula":{{Whip}},"celsius":25}]}"""
        );
        (await SchemaAsync("learn")).Validate(answer).ShouldBeEmpty();
        var learnt = JsonNode.Parse(answer)!;
        learnt["accepted"]!.GetValue<bool>().ShouldBeFalse("two looks are too few");
        learnt["leftOut"]!.AsArray().Single()!["index"]!.GetValue<int>().ShouldBe(1);
        learnt["used"]!.GetValue<int>().ShouldBe(2);
    }

    [Fact]
    public async Task What_went_wrong_is_told_as_the_schema_says()
    {
        var answer = await AnswerAsync(
            "diagnose",
            $$"""{"formula":{{Whip}},"symptoms":[],"record":{"cooling":"freezer","daysOld":3,"skipped":["slurry"]},"looks":{"grain":2} }"""
        );
        (await SchemaAsync("diagnose")).Validate(answer).ShouldBeEmpty();
        var causes = JsonNode.Parse(answer)!["causes"]!.AsArray();
        causes.Sum(cause => cause!["likelihood"]!.GetValue<double>()).ShouldBeLessThanOrEqualTo(1.001);
        causes[0]!["cures"]!.AsArray().ShouldNotBeEmpty();
    }

    [Theory]
    [InlineData("study-plan", "\"madeOn\":\"2026-03-02\"", "\"madeOn\":\"2 March\"", "/madeOn")]
    [InlineData("study-plan", "\"madeOn\":\"2026-03-02\"", "\"madeOn\":\"9999-12-31\"", "/madeOn")]
    [InlineData("study-plan", "\"jars\":1", "\"jars\":10", "/jars")]
    [InlineData("study-plan", "\"jars\":1", "\"jars\":1,\"shipped\":\"yes\"", "/shipped")]
    [InlineData("study-plan", "\"jars\":1", "\"conditions\":[\"room\",\"attic\"]", "/conditions/1")]
    [InlineData("study-plan", "\"jars\":1", "\"conditions\":[{\"condition\":\"other\",\"celsius\":61}]", "/conditions/0/celsius")]
    [InlineData("judge", "\"day\":8", "\"day\":-1", "/day")]
    [InlineData("judge", "\"seen\":{\"grain\":1}", "\"seen\":{\"grain\":4}", "/seen/grain")]
    [InlineData("judge", "\"seen\":{\"grain\":1}", "\"seen\":{\"sand\":1}", "/seen/sand")]
    [InlineData("judge", "\"seen\":{\"grain\":1}", "\"seen\":{},\"first\":{\"band\":\"mush\"}", "/first/band")]
    [InlineData("diagnose", "\"symptoms\":[\"grainy\"]", "\"symptoms\":[]", "/symptoms")]
    [InlineData("diagnose", "\"symptoms\":[\"grainy\"]", "\"symptoms\":[\"sad\"]", "/symptoms/0")]
    [InlineData("diagnose", "\"room\"", "\"oven\"", "/record/cooling")]
    [InlineData("diagnose", "\"cooling\":\"room\"", "\"skipped\":[\"dance\"]", "/record/skipped/0")]
    [InlineData("learn", "\"celsius\":22", "\"celsius\":61", "/observations/0/celsius")]
    [InlineData("learn", "\"band\":\"balm\"", "\"band\":\"mush\"", "/observations/0/band")]
    [InlineData("learn", "\"celsius\":30", "\"celsius\":121", "/setPoints/0/celsius")]
    [InlineData("learn", "\"band\":\"balm\"", "\"band\":\"balm\",\"hoursAfterPour\":-1", "/observations/0/hoursAfterPour")]
    public async Task What_cannot_be_is_named(string call, string good, string bad, string pointer)
    {
        var body = call switch
        {
            "learn" =>
                $$"""{"observations":[{"formula":{{Whip}},"celsius":22,"band":"balm"}],"setPoints":[{"formula":{{Whip}},"celsius":30}]}""",
            "judge" => $$"""{"formula":{{Whip}},"condition":"room","celsius":20,"day":8,"seen":{"grain":1} }""",
            "diagnose" => $$"""{"formula":{{Whip}},"symptoms":["grainy"],"record":{"cooling":"room"} }""",
            _ => $$"""{"formula":{{Whip}},"madeOn":"2026-03-02","jars":1}""",
        };
        body.ShouldContain(good);
        using var refused = await SendAsync(call, body.Replace(good, bad, StringComparison.Ordinal), "application/json");
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await refused.Content.ReadAsStringAsync()).ShouldContain($"\"{pointer}\"");
    }

    private async Task<JsonSchema> SchemaAsync(string name) =>
        await JsonSchema.FromJsonAsync(await client.GetStringAsync($"/schemas/{name}.schema.json"));

    private async Task<string> AnswerAsync(string call, string body, string accept = "application/json")
    {
        using var answer = await SendAsync(call, body, accept);
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe(accept);
        return text;
    }

    private async Task<HttpResponseMessage> SendAsync(string call, string body, string accept)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/v1/{call}")
        {
            Content = new StringContent(body, Encoding.UTF8, "application/json"),
        };
        request.Headers.Accept.Add(new MediaTypeWithQualityHeaderValue(accept));
        return await client.SendAsync(request);
    }
}
