using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>Weigh sheets, ladders, swaps and rebalancing over HTTP.</summary>
public sealed class TrialApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    private static string Stick => FormulaWriter.ToText(DemoFormulas.Read().Single(formula => formula.Name == "Blade-hand stick"));

    [Fact]
    public async Task A_weigh_sheet_is_answered_for_grams_and_for_containers()
    {
        var sheet = await PostAsync("weigh-sheet", $$"""{"formula":{{Stick}},"batchGrams":240,"scaleResolutionGrams":0.1}""");
        sheet["sumGrams"]!.GetValue<decimal>().ShouldBe(240m);
        sheet["lines"]!.AsArray().Sum(line => line!["shownGrams"]!.GetValue<decimal>()).ShouldBe(240m);
        sheet["lines"]![0]!
            .AsObject()
            .Select(member => member.Key)
            .ShouldBe(["ingredient", "phase", "targetGrams", "shownGrams", "relativeErrorPercent", "strained", "heldBackGrams"]);
        var filled = await PostAsync(
            "weigh-sheet",
            $$"""{"formula":{{Stick}},"containers":[{"name":"tube","millilitres":15,"count":16,"fillPercent":95}],"lossPercent":3,"scaleResolutionGrams":0.1,"overrunPercent":0}"""
        );
        filled["batchGrams"]!.GetValue<decimal>().ShouldBeInRange(200m, 240m);
    }

    [Fact]
    public async Task A_ladder_is_answered_rung_by_rung()
    {
        var ladder = await PostAsync("ladder", $$"""{"formula":{{Stick}},"raise":0,"lower":4,"step":1,"rungs":9}""");
        var rungs = ladder["rungs"]!.AsArray();
        rungs.Select(rung => rung!["percentRaised"]!.GetValue<decimal>()).ShouldBe([14m, 15m, 16m, 17m, 18m, 19m, 20m, 21m, 22m]);
        rungs.ShouldAllBe(rung => rung!["formula"] != null && rung["evaluation"]!["melt"] != null);
    }

    [Fact]
    public async Task A_swap_is_answered_with_candidates_that_can_be_applied()
    {
        var swap = await PostAsync("swap", $$"""{"formula":{{Stick}},"line":0,"to":null,"avoid":["bee"]}""");
        var candidates = swap["candidates"]!.AsArray();
        candidates.Count.ShouldBeGreaterThan(1);
        candidates[0]!
            .AsObject()
            .Select(member => member.Key)
            .ShouldBeSubsetOf([
                "ingredient",
                "percent",
                "edits",
                "formula",
                "bandBefore",
                "bandAfter",
                "firmnessBefore",
                "firmnessAfter",
                "findingsAdded",
                "findingsRemoved",
                "why",
            ]);
        var edited = await PostAsync("edit", $$"""{"formula":{{Stick}},"edits":{{candidates[0]!["edits"]!.ToJsonString()}}}""");
        JsonNode.DeepEquals(edited["formula"], candidates[0]!["formula"]).ShouldBeTrue();
    }

    [Fact]
    public async Task A_rebalance_is_answered_with_edits_that_lead_to_its_formula()
    {
        var moved = await PostAsync(
            "rebalance",
            $$"""{"formula":{{Stick}},"lock":[0,2],"target":{"climate":{"lowCelsius":8,"highCelsius":46} } }"""
        );
        moved.Select(member => member.Key).ShouldBe(["formula", "edits", "movedPercent", "evaluation"]);
        moved["movedPercent"]!.GetValue<decimal>().ShouldBeGreaterThan(0m);
        var edited = await PostAsync("edit", $$"""{"formula":{{Stick}},"edits":{{moved["edits"]!.ToJsonString()}}}""");
        JsonNode.DeepEquals(edited["formula"], moved["formula"]).ShouldBeTrue();
        edited["evaluation"]!["findings"]!.AsArray().ShouldNotContain(finding => finding!["code"]!.GetValue<string>() == "too-soft-warm");
    }

    [Fact]
    public async Task What_cannot_be_had_is_answered_with_the_nearest_and_other_ways()
    {
        var bar = FormulaWriter.ToText(DemoFormulas.Read().Single(formula => formula.Name == "Blade-hand stick"));
        using var answer = await client.PostAsync(
            "/api/v1/rebalance",
            new StringContent(
                $$"""{"formula":{{bar}},"lock":[],"target":{"band":"pourable","atCelsius":20} }""",
                Encoding.UTF8,
                "application/json"
            )
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        problem["conflicts"]!.AsArray().ShouldNotBeEmpty();
        JsonNode.DeepEquals(problem["conflicts"], problem["errors"]).ShouldBeTrue();
        problem["nearest"]!["formula"]!["form"]!.GetValue<string>().ShouldBe("stick");
        problem["nearest"]!["evaluation"]!["melt"].ShouldNotBeNull();
        problem["ways"]!.AsArray().ShouldAllBe(way => way!["formula"]!["form"]!.GetValue<string>() == way["form"]!.GetValue<string>());
    }

    [Theory]
    [InlineData("rebalance", "\"lock\":0", "/lock")]
    [InlineData("rebalance", "\"lock\":[99]", "/lock")]
    [InlineData("rebalance", "\"target\":{\"band\":\"stick\"}", "/target")]
    [InlineData("rebalance", "\"target\":{\"band\":\"rock\",\"atCelsius\":20}", "/target/band")]
    [InlineData("rebalance", "\"target\":{\"climate\":{\"lowCelsius\":30,\"highCelsius\":10}}", "/target/climate")]
    [InlineData("rebalance", "\"target\":{\"climate\":7}", "/target/climate")]
    [InlineData("rebalance", "\"target\":{\"band\":\"pourable\",\"atCelsius\":5}", "/target")]
    [InlineData("swap", "\"line\":0,\"avoid\":[\"water\"]", "/avoid/0")]
    [InlineData("swap", "\"line\":0,\"to\":7", "/to")]
    [InlineData("swap", "\"line\":0,\"to\":\"moon-dust\"", "/to")]
    [InlineData("swap", "\"line\":99", "/line")]
    [InlineData("weigh-sheet", "\"scaleResolutionGrams\":0.1", "/batchGrams")]
    [InlineData("weigh-sheet", "\"batchGrams\":100,\"containers\":[{\"millilitres\":50,\"count\":1}]", "/batchGrams")]
    [InlineData("weigh-sheet", "\"batchGrams\":100,\"scaleResolutionGrams\":0", "/scaleResolutionGrams")]
    [InlineData("weigh-sheet", "\"containers\":[{\"millilitres\":50}]", "/containers/0/count")]
    [InlineData("weigh-sheet", "\"containers\":[7]", "/containers/0")]
    [InlineData("ladder", "\"raise\":0,\"lower\":4,\"step\":1,\"rungs\":4", "/rungs")]
    [InlineData("ladder", "\"raise\":0,\"lower\":4,\"step\":1", "/rungs")]
    [InlineData("ladder", "\"raise\":0,\"lower\":4,\"step\":1,\"rungs\":5,\"kind\":1", "/kind")]
    public async Task A_bad_request_names_its_member(string path, string rest, string pointer)
    {
        using var answer = await client.PostAsync(
            $"/api/v1/{path}",
            new StringContent($"{{\"formula\":{Stick},{rest}}}", Encoding.UTF8, "application/json")
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!
            .AsArray()
            .ShouldContain(error => error!["pointer"]!.GetValue<string>() == pointer);
    }

    private async Task<JsonObject> PostAsync(string path, string body)
    {
        using var answer = await client.PostAsync($"/api/v1/{path}", new StringContent(body, Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, await answer.Content.ReadAsStringAsync());
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.AsObject();
    }
}
