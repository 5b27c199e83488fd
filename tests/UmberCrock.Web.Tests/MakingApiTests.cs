using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using NJsonSchema;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>What is asked at the stove, over HTTP.</summary>
public sealed class MakingApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    private static string Stick => FormulaWriter.ToText(DemoFormulas.Read().Single(formula => formula.Name == "Blade-hand stick"));

    [Fact]
    public async Task Cooling_is_forecast_as_the_schema_says()
    {
        var answer = await PostAsync(
            "cooling",
            $$"""{"formula":{{Stick}},"batchGrams":240,"startCelsius":80,"surroundings":{"celsius":21,"kind":"room"},"readings":[],"targets":[60,45,21,90]}"""
        );
        (await JsonSchema.FromJsonAsync(await client.GetStringAsync("/schemas/cooling.schema.json")))
            .Validate(answer.ToJsonString())
            .ShouldBeEmpty();
        var targets = answer["targets"]!.AsArray();
        targets[1]!["minutes"]!.GetValue<double>().ShouldBeGreaterThan(targets[0]!["minutes"]!.GetValue<double>());
        targets[2]!["minutes"].ShouldBeNull();
        targets[3]!["minutes"].ShouldBeNull();
        answer["pourWindow"]!["fromCelsius"]!
            .GetValue<double>()
            .ShouldBeGreaterThan(answer["pourWindow"]!["toCelsius"]!.GetValue<double>());
    }

    [Fact]
    public async Task A_day_is_laid_out_as_the_schema_says()
    {
        var answer = await PostAsync(
            "day",
            $$"""{"batches":[{"formula":{{Stick}},"batchGrams":240},{"formula":{{Stick}},"batchGrams":9000}],"places":1,"endBy":"2026-12-05T18:00:00+01:00"}"""
        );
        (await JsonSchema.FromJsonAsync(await client.GetStringAsync("/schemas/day.schema.json")))
            .Validate(answer.ToJsonString())
            .ShouldBeEmpty();
        answer["endsAt"]!.GetValue<string>().ShouldBe("2026-12-05T18:00:00+01:00");
        answer["toBuy"]!.AsArray().ShouldNotBeEmpty("nobody has nine kilograms");
    }

    [Theory]
    [InlineData("\"places\":1", "\"places\":0", "/places")]
    [InlineData("\"places\":1", "\"places\":9", "/places")]
    [InlineData("\"startsAt\":", "\"endBy\":\"2026-12-05T10:00:00Z\",\"startsAt\":", "/startsAt")]
    [InlineData("\"batchGrams\":240", "\"batchGrams\":0", "/batches/0/batchGrams")]
    [InlineData("\"batches\":[", "\"batches\":[{},", "/batches/0/formula")]
    public async Task A_day_that_cannot_be_is_named(string good, string bad, string pointer)
    {
        var body = $$"""{"batches":[{"formula":{{Stick}},"batchGrams":240}],"places":1,"startsAt":"2026-12-05T09:00:00Z"}""";
        using var refused = await SendAsync("day", body.Replace(good, bad, StringComparison.Ordinal));
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await refused.Content.ReadAsStringAsync()).ShouldContain($"\"{pointer}\"");
    }

    [Fact]
    public async Task A_reading_stands_before_the_start()
    {
        var answer = await PostAsync(
            "cooling",
            $$"""{"formula":{{Stick}},"batchGrams":240,"startCelsius":80,"surroundings":{"kind":"room"},"readings":[{"minutes":5,"celsius":75},{"minutes":9,"celsius":71,"from":"probe"},{"minutes":10,"celsius":500}],"targets":[74]}"""
        );
        answer["targets"]![0]!["minutes"]!.GetValue<double>().ShouldBe(1, 0.01);
        answer["setAside"]!.AsArray().Count.ShouldBe(1);
    }

    [Theory]
    [InlineData("\"batchGrams\":240", "\"batchGrams\":0", "/batchGrams")]
    [InlineData("\"kind\":\"room\"", "\"kind\":\"cellar\"", "/surroundings/kind")]
    [InlineData("\"minutes\":4", "\"minutes\":-4", "/readings/1/minutes")]
    [InlineData("\"targets\":[40]", "\"targets\":40", "/targets")]
    [InlineData("\"startCelsius\":80", "\"startCelsius\":\"hot\"", "/startCelsius")]
    [InlineData("\"container\":null", "\"container\":{}", "/container/millilitres")]
    public async Task What_cannot_be_is_named(string good, string bad, string pointer)
    {
        var body =
            $$"""{"formula":{{Stick}},"batchGrams":240,"startCelsius":80,"surroundings":{"kind":"room"},"readings":[{"minutes":0,"celsius":75},{"minutes":4,"celsius":73}],"targets":[40],"container":null}""";
        using var refused = await SendAsync("cooling", body.Replace(good, bad, StringComparison.Ordinal));
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await refused.Content.ReadAsStringAsync()).ShouldContain($"\"{pointer}\"");
    }

    [Fact]
    public async Task A_method_is_answered_as_the_schema_says()
    {
        var answer = await PostAsync(
            "method",
            $$"""{"formula":{{Stick}},"batchGrams":240,"containers":[{"name":"tube","millilitres":15,"count":16,"material":"paper"}],"room":21,"startsAt":"2026-03-16T13:10:00+01:00","schools":{"waxes":"together","weighLate":true} }"""
        );
        (await JsonSchema.FromJsonAsync(await client.GetStringAsync("/schemas/method.schema.json")))
            .Validate(answer.ToJsonString())
            .ShouldBeEmpty();
        var steps = answer["steps"]!.AsArray();
        steps[0]!["at"]!.GetValue<string>().ShouldBe("2026-03-16T13:10:00+01:00");
        steps.Count(step => step!["stage"]!.GetValue<string>() == "melt").ShouldBe(1);
        var evaluation = await PostAsync("evaluate", Stick);
        evaluation["method"]!.AsArray().Count.ShouldBeGreaterThan(8);
    }

    [Theory]
    [InlineData("\"batchGrams\":240", "\"batchGrams\":-1", "/batchGrams")]
    [InlineData("\"room\":21", "\"room\":80", "/room")]
    [InlineData("\"waxes\":\"together\"", "\"waxes\":\"never\"", "/schools/waxes")]
    [InlineData("\"preWet\":true", "\"preWet\":1", "/schools/preWet")]
    [InlineData("\"material\":\"paper\"", "\"material\":\"wood\"", "/containers/0/material")]
    [InlineData("T13:10:00", "T25:10:00", "/startsAt")]
    [InlineData("\"percent\":18", "\"percent\":99", "/formula/lines")]
    public async Task What_no_method_can_be_made_for_is_named(string good, string bad, string pointer)
    {
        var body =
            $$"""{"formula":{{Stick}},"batchGrams":240,"containers":[{"name":"tube","millilitres":15,"count":16,"material":"paper"}],"room":21,"startsAt":"2026-03-16T13:10:00+01:00","schools":{"waxes":"together","preWet":true} }""";
        using var refused = await SendAsync("method", Compact(body).Replace(good, bad, StringComparison.Ordinal));
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await refused.Content.ReadAsStringAsync()).ShouldContain($"\"{pointer}\"");
    }

    [Fact]
    public async Task Three_ways_out_of_an_over_pour_are_answered()
    {
        var answer = await PostAsync(
            "over-pour",
            $$"""{"formula":{{Stick}},"batchGrams":200,"weighed":[{"line":1,"grams":8}],"line":0,"grams":40,"mixed":false}"""
        );
        (await JsonSchema.FromJsonAsync(await client.GetStringAsync("/schemas/over-pour.schema.json")))
            .Validate(answer.ToJsonString())
            .ShouldBeEmpty();
        answer["ways"]!.AsArray().Select(way => way!["way"]!.GetValue<string>()).ShouldBe(["keep", "spoon-out", "rescale"]);
        using var refused = await SendAsync(
            "over-pour",
            $$"""{"formula":{{Stick}},"batchGrams":200,"weighed":[],"line":0,"grams":36,"mixed":false}"""
        );
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_pot_is_rescued_or_what_conflicts_is_said()
    {
        var answer = await PostAsync(
            "rescue",
            $$"""{"formula":{{Stick}},"potGrams":240,"target":{"band":"hard-bar","atCelsius":20},"from":["beeswax","candelilla-wax"]}"""
        );
        (await JsonSchema.FromJsonAsync(await client.GetStringAsync("/schemas/rescue.schema.json")))
            .Validate(answer.ToJsonString())
            .ShouldBeEmpty();
        answer["additions"]!.AsArray().Count.ShouldBeGreaterThan(0);
        (await PostAsync("rescue", $$"""{"formula":{{Stick}},"potGrams":240,"from":"larder"}"""))["addedGrams"]!
            .GetValue<decimal>()
            .ShouldBe(0m);
        using var refused = await SendAsync(
            "rescue",
            $$"""{"formula":{{Stick}},"potGrams":240,"target":{"band":"pourable","atCelsius":20},"from":["beeswax"]}"""
        );
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await refused.Content.ReadAsStringAsync()).ShouldContain("conflicts");
        using var unknown = await SendAsync("rescue", $$"""{"formula":{{Stick}},"potGrams":240,"from":["unobtainium"]}""");
        (await unknown.Content.ReadAsStringAsync()).ShouldContain("\"/from/0\"");
    }

    private static string Compact(string body) => JsonNode.Parse(body)!.ToJsonString();

    private Task<HttpResponseMessage> SendAsync(string call, string body) =>
        client.PostAsync($"/api/v1/{call}", new StringContent(body, Encoding.UTF8, "application/json"));

    private async Task<JsonNode> PostAsync(string call, string body)
    {
        using var answer = await SendAsync(call, body);
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return JsonNode.Parse(text)!;
    }
}
