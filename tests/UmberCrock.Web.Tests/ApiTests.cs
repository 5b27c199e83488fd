using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Tests;

/// <summary>The contract over HTTP.</summary>
public sealed class ApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task Evaluate_answers_every_member_of_the_contract()
    {
        var answer = await PostAsync("/api/v1/evaluate", ThirtyLines());
        answer
            .Select(member => member.Key)
            .ShouldBe(
                [
                    "total",
                    "verdict",
                    "lines",
                    "findings",
                    "declares",
                    "melt",
                    "feel",
                    "keeping",
                    "density",
                    "emulsion",
                    "settling",
                    "label",
                    "method",
                    "stability",
                ],
                ignoreOrder: true
            );
        answer["total"]!.GetValue<decimal>().ShouldBe(100m);
        answer["lines"]!.AsArray().Count.ShouldBe(30);
        Members(answer["lines"]![0]!)
            .ShouldHold(
                "phase",
                "ingredient",
                "name",
                "inci",
                "percent",
                "minPercent",
                "maxPercent",
                "hardLimitPercent",
                "place",
                "sources"
            );
        answer["melt"]!["curve"]!.AsArray().Count.ShouldBe(91);
        Members(answer["melt"]!).ShouldHold("curve", "clearPointCelsius", "setPointCelsius", "solidAtSkinPercent", "bands");
        answer["melt"]!["bands"]!
            .AsArray()
            .Select(band => band!["celsius"]!.GetValue<decimal>())
            .ShouldBe([5m, 15m, 20m, 25m, 30m, 35m, 40m]);
        Members(answer["findings"]![0]!).ShouldHold("code", "severity", "title", "detail", "why", "source", "lines", "fixes");
        Members(answer["label"]!["eu"]!).ShouldHold("list", "items", "allergens");
        answer["stability"]!["notes"]!.AsArray().Count.ShouldBeGreaterThanOrEqualTo(2);
        Members(answer["stability"]!["notes"]![0]!).ShouldHold("code", "text", "because");
        Members(answer["stability"]!["plan"]![0]!).ShouldHold("day", "condition", "look");
        Members(answer["feel"]!).ShouldHold("greasiness", "drag", "tack", "powderiness");
        Members(answer["keeping"]!)
            .ShouldHold("iodineValue", "saponificationValue", "polyunsaturatedPercent", "oxidisability", "months", "weakest", "fattyAcids");
        Members(answer["method"]![0]!)
            .ShouldHold(
                "number",
                "stage",
                "title",
                "text",
                "lines",
                "until",
                "targetCelsius",
                "minutes",
                "attended",
                "equipment",
                "why",
                "source"
            );
    }

    [Fact]
    public async Task Emulsifier_and_settling_are_answered_where_they_apply()
    {
        var sunscreen = await PostAsync("/api/v1/evaluate", Demo("Noontide zinc stick"));
        Members(sunscreen["settling"]!).ShouldHold("velocityMillimetresPerHour", "stirUntilCelsius");
        sunscreen["emulsion"].ShouldBeNull();
        var washed = await PostAsync(
            "/api/v1/evaluate",
            FormulaWriter.Write(
                DemoFormulas.Read().Single(formula => formula.Name == "Newborn oar-cradle balm") with
                {
                    Exposure = Exposure.RinseOff,
                }
            )
        );
        Members(washed["emulsion"]!).ShouldHold("requiredHlb", "suppliedHlb", "emulsifierPercent", "emulsifierToOil");
        washed["settling"].ShouldBeNull();
    }

    [Fact]
    public async Task A_fix_of_an_answer_can_be_sent_back_as_edits()
    {
        var zinc = Demo("Noontide zinc stick");
        var evaluation = await PostAsync("/api/v1/evaluate", zinc);
        evaluation["verdict"]!.GetValue<string>().ShouldBe("stop");
        var edits = evaluation["findings"]![0]!["fixes"]![0]!["edits"]!.DeepClone();
        var edited = await PostAsync("/api/v1/edit", new JsonObject { ["formula"] = zinc, ["edits"] = edits });
        edited["evaluation"]!["verdict"]!.GetValue<string>().ShouldBe("caution");
        edited["formula"]!["lines"]![6]!["percent"]!.GetValue<decimal>().ShouldBe(25m);
    }

    public static TheoryData<string, string, HttpStatusCode, string> BadBodies =>
        new()
        {
            { "cut short", "{\"format\":", HttpStatusCode.BadRequest, "/" },
            { "not a number", "{\"lines\":[{\"percent\":NaN}]}", HttpStatusCode.BadRequest, "/" },
            { "deep nesting", new string('[', 100_000), HttpStatusCode.BadRequest, "/" },
            { "a list", "[]", HttpStatusCode.UnprocessableEntity, "/" },
            { "wrong type", Sample("\"name\":7"), HttpStatusCode.UnprocessableEntity, "/name" },
            { "unknown member", Sample("\"name\":\"X\",\"colour\":1"), HttpStatusCode.UnprocessableEntity, "/colour" },
            {
                "newer version",
                Sample("\"name\":\"X\"").Replace("\"version\":1", "\"version\":9"),
                HttpStatusCode.UnprocessableEntity,
                "/version"
            },
            {
                "unknown ingredient",
                Sample("\"name\":\"X\"").Replace("beeswax", "moon-dust"),
                HttpStatusCode.UnprocessableEntity,
                "/lines/0/ingredient"
            },
            {
                "unknown phase",
                Sample("\"name\":\"X\"").Replace("\"phase\":\"A\"", "\"phase\":\"Q\""),
                HttpStatusCode.UnprocessableEntity,
                "/lines/0/phase"
            },
            {
                "two balance lines",
                Sample("\"name\":\"X\"").Replace("\"percent\":20", "\"balance\":true"),
                HttpStatusCode.UnprocessableEntity,
                "/lines/1/balance"
            },
            {
                "percent over 100",
                Sample("\"name\":\"X\"").Replace("\"percent\":20", "\"percent\":100.5"),
                HttpStatusCode.UnprocessableEntity,
                "/lines/0/percent"
            },
            {
                "percent below 0",
                Sample("\"name\":\"X\"").Replace("\"percent\":20", "\"percent\":-1"),
                HttpStatusCode.UnprocessableEntity,
                "/lines/0/percent"
            },
            {
                "huge number",
                Sample("\"name\":\"X\"").Replace("\"percent\":20", "\"percent\":1e999"),
                HttpStatusCode.UnprocessableEntity,
                "/lines/0/percent"
            },
        };

    [Theory]
    [MemberData(nameof(BadBodies))]
    public async Task A_bad_formula_is_a_problem_that_names_the_member(string _, string body, HttpStatusCode status, string pointer)
    {
        var before = (await app.Store.ListAsync(null)).Count;
        using var answer = await client.PostAsync("/api/v1/evaluate", new StringContent(body, Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(status);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
        var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        problem["status"]!.GetValue<int>().ShouldBe((int)status);
        problem["errors"]!.AsArray().ShouldContain(error => error!["pointer"]!.GetValue<string>() == pointer);
        problem["errors"]!.AsArray().ShouldAllBe(error => error!["reason"]!.GetValue<string>().Length > 5);
        (await app.Store.ListAsync(null)).Count.ShouldBe(before);
    }

    public static TheoryData<string, string> BadEdits =>
        new()
        {
            { "{\"op\":\"setPercent\",\"line\":77,\"percent\":1}", "/edits/0/line" },
            { "{\"op\":\"setPercent\",\"line\":0,\"percent\":\"1\"}", "/edits/0/percent" },
            { "{\"op\":\"setPercent\",\"line\":-1,\"percent\":1}", "/edits/0/line" },
            { "{\"op\":\"setPercent\",\"line\":0,\"percent\":1,\"more\":1}", "/edits/0/more" },
            { "{\"op\":\"melt\"}", "/edits/0/op" },
            { "{\"op\":\"addLine\",\"phase\":\"Q\",\"ingredient\":\"beeswax\",\"percent\":1}", "/edits/0/phase" },
            { "{\"op\":\"setField\",\"field\":\"form\",\"value\":\"cake\"}", "/edits/0/value" },
            { "7", "/edits/0" },
        };

    [Theory]
    [MemberData(nameof(BadEdits))]
    public async Task A_bad_edit_is_a_problem_that_names_it(string edit, string pointer)
    {
        using var answer = await client.PostAsync(
            "/api/v1/edit",
            new StringContent($"{{\"formula\":{Sample("\"name\":\"X\"")},\"edits\":[{edit}]}}", Encoding.UTF8, "application/json")
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!
            .AsArray()
            .ShouldContain(error => error!["pointer"]!.GetValue<string>() == pointer);
    }

    [Fact]
    public async Task Two_mebibytes_are_refused_with_413()
    {
        using var answer = await client.PostAsync(
            "/api/v1/evaluate",
            new StringContent(new string(' ', 2 * 1024 * 1024), Encoding.UTF8, "application/json")
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.RequestEntityTooLarge);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
    }

    [Theory]
    [InlineData("POST", "/api/v1/evaluate", HttpStatusCode.UnsupportedMediaType)]
    [InlineData("GET", "/api/v1/evaluate", HttpStatusCode.MethodNotAllowed)]
    [InlineData("GET", "/api/v1/nothing", HttpStatusCode.NotFound)]
    [InlineData("GET", "/api/v1/ingredients/moon-dust", HttpStatusCode.NotFound)]
    [InlineData("GET", "/api/v1/ingredients?class=rock", HttpStatusCode.UnprocessableEntity)]
    [InlineData("GET", "/api/v1/ingredients?limit=100000", HttpStatusCode.UnprocessableEntity)]
    [InlineData("GET", "/api/v1/ingredients?limit=ten", HttpStatusCode.BadRequest)]
    [InlineData("GET", "/schemas/none.json", HttpStatusCode.NotFound)]
    public async Task Other_mistakes_are_problems_as_well(string method, string path, HttpStatusCode status)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path);
        if (method == "POST")
            request.Content = new StringContent("name=x", Encoding.UTF8, "application/x-www-form-urlencoded");
        using var answer = await client.SendAsync(request);
        answer.StatusCode.ShouldBe(status);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
    }

    [Fact]
    public async Task Ingredients_are_listed_and_told()
    {
        var page = await GetAsync("/api/v1/ingredients?query=cocoa&class=hard-butter");
        page["items"]!.AsArray().Single()!["slug"]!.GetValue<string>().ShouldBe("cocoa-butter");
        var zinc = await GetAsync("/api/v1/ingredients/zinc-oxide-coated");
        Members(zinc)
            .ShouldHold(
                "slug",
                "name",
                "class",
                "alsoKnownAs",
                "inci",
                "composition",
                "origins",
                "allergens",
                "density",
                "bulkDensity",
                "meltingPoint",
                "iodineValue",
                "saponificationValue",
                "requiredHlb",
                "hlb",
                "viscosity",
                "shelfLifeMonths",
                "addBelowCelsius",
                "fattyAcids",
                "species",
                "doses",
                "cautions"
            );
        zinc["doses"]!
            .AsArray()
            .ShouldContain(dose => dose!["kind"]!.GetValue<string>() == "legal" && dose["maxPercent"]!.GetValue<decimal>() == 25m);
        Members(zinc["density"]!).ShouldHold("value", "low", "high", "unit", "source", "confidence");
    }

    [Fact]
    public async Task Codes_health_and_description_are_served()
    {
        JsonNode.Parse(await client.GetStringAsync("/api/v1/findings"))!.AsArray().Count.ShouldBe(FindingCodes.All.Length);
        (await client.GetStringAsync("/health")).ShouldBe("ready");
        (await GetAsync("/openapi/v1.json"))["paths"]!.AsObject().Select(path => path.Key).ShouldContain("/api/v1/evaluate");
        (await GetAsync("/schemas/formula.schema.json"))["title"].ShouldNotBeNull();
    }

    [Fact]
    public async Task A_foreign_host_name_is_not_answered()
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/health") { Headers = { Host = "elsewhere.example" } };
        using var answer = await client.SendAsync(request);
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    private static string Sample(string name) =>
        $$"""
            {"format":"umber-crock/formula","version":1,{{name}},"form":"stick","phases":[{"id":"A","name":"Melt","stage":"melt"}],
            "lines":[{"phase":"A","ingredient":"beeswax","percent":20},{"phase":"A","ingredient":"olive-oil","balance":true}]}
            """;

    /// <summary>Thirty different ingredients, the last but one the balance.</summary>
    internal static JsonObject ThirtyLines()
    {
        var lines = Catalogue
            .Shipped.Ingredients.Where(ingredient => ingredient.Slug is not ("water" or "olive-oil"))
            .Take(29)
            .Select(ingredient => new FormulaLine("A", ingredient.Slug, 1.5m))
            .ToList();
        lines.Insert(28, new FormulaLine("A", "olive-oil", null));
        return FormulaWriter.Write(
            new Formula
            {
                Name = "Thirty",
                Form = ProductForm.Balm,
                Phases = [new("A", "Melt", Stage.Melt)],
                Lines = [.. lines],
            }
        );
    }

    private static JsonObject Demo(string name) => FormulaWriter.Write(DemoFormulas.Read().Single(formula => formula.Name == name));

    private static IEnumerable<string> Members(JsonNode node) => node.AsObject().Select(member => member.Key);

    private async Task<JsonObject> GetAsync(string path) => JsonNode.Parse(await client.GetStringAsync(path))!.AsObject();

    private async Task<JsonObject> PostAsync(string path, JsonObject body)
    {
        using var answer = await client.PostAsync(path, new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json"));
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return JsonNode.Parse(text)!.AsObject();
    }
}

internal static class MemberAssertions
{
    /// <summary>Every named member is there; more may be.</summary>
    public static void ShouldHold(this IEnumerable<string> members, params string[] wanted) => wanted.ShouldBeSubsetOf(members);
}
