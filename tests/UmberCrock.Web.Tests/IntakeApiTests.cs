using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using NJsonSchema;

namespace UmberCrock.Web.Tests;

/// <summary>Recipes over HTTP.</summary>
public sealed class IntakeApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task A_recipe_is_answered_by_the_contract_and_its_formula_can_be_evaluated()
    {
        var answer = await PostAsync(
            """{"text":"Cold-oar balm\n3 tbsp beeswax\n90 ml olive oil\n10 drops lavender\na bit of moon dust","dropsPerMillilitre":20,"claimedTotalGrams":null}"""
        );
        var schema = await JsonSchema.FromJsonAsync(await client.GetStringAsync(new Uri("/schemas/intake.schema.json", UriKind.Relative)));
        schema.Validate(answer.ToJsonString()).ShouldBeEmpty();
        answer["lines"]!.AsArray().Count.ShouldBe(4);
        answer["lines"]![3]!["ingredient"].ShouldBeNull();
        answer["lines"]![1]!["unit"]!.GetValue<string>().ShouldBe("ml");
        answer["findings"]!.AsArray().Select(finding => finding!["code"]!.GetValue<string>()).ShouldContain("intake-unmatched");
        using var evaluated = await client.PostAsync(
            "/api/v1/evaluate",
            new StringContent(answer["formula"]!.ToJsonString(), Encoding.UTF8, "application/json")
        );
        evaluated.StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Drops_spoons_and_form_are_the_callers()
    {
        var fine = await PostAsync("""{"text":"40 drops lavender","dropsPerMillilitre":40}""");
        var coarse = await PostAsync("""{"text":"40 drops lavender","dropsPerMillilitre":20}""");
        coarse["totalGrams"]!.GetValue<decimal>().ShouldBe(2 * fine["totalGrams"]!.GetValue<decimal>(), 0.001m);
        (await PostAsync("""{"text":"1 cup olive oil","spoons":"metric","form":"stick"}"""))["formula"]!["form"]!
            .GetValue<string>()
            .ShouldBe("stick");
    }

    [Fact]
    public async Task What_the_name_tells_is_guessed_and_gives_way_to_what_is_said()
    {
        const string Text = "Paw balm for a beach walk\\n20 g beeswax\\n80 g olive oil";
        var guessed = await PostAsync($$"""{"text":"{{Text}}"}""");
        guessed["guesses"]!
            .AsArray()
            .Select(guess => $"{guess!["field"]} {guess["value"]}: {guess["because"]}")
            .ShouldBe([
                "form balm: the name says \"balm\"",
                "audience dog: the name says \"paw\"",
                "zone paws: the name says \"paw\"",
                "sunUse true: the name says \"beach\"",
            ]);
        var said = await PostAsync($$"""{"text":"{{Text}}","form":"stick","audience":"horse","zone":"hooves","sunUse":false}""");
        said["guesses"]!.AsArray().ShouldBeEmpty();
        var formula = said["formula"]!;
        (formula["form"]!.ToString(), formula["audience"]!.ToString(), formula["zone"]!.ToString()).ShouldBe(("stick", "horse", "hooves"));
        formula["sunUse"]!.GetValue<bool>().ShouldBeFalse();
    }

    [Theory]
    [InlineData("""{"text":"x","audience":"martians"}""", "/audience")]
    [InlineData("""{"text":"x","zone":7}""", "/zone")]
    [InlineData("""{"text":"x","sunUse":"yes"}""", "/sunUse")]
    [InlineData("""{}""", "/text")]
    [InlineData("""{"text":7}""", "/text")]
    [InlineData("""{"text":"x","dropsPerMillilitre":0}""", "/dropsPerMillilitre")]
    [InlineData("""{"text":"x","claimedTotalGrams":-5}""", "/claimedTotalGrams")]
    [InlineData("""{"text":"x","spoons":"wooden"}""", "/spoons")]
    [InlineData("""{"text":"x","language":"en"}""", "/language")]
    [InlineData("""["x"]""", "/")]
    public async Task A_bad_request_names_its_member(string body, string pointer)
    {
        using var answer = await client.PostAsync("/api/v1/intake", new StringContent(body, Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!
            .AsArray()
            .ShouldContain(error => error!["pointer"]!.GetValue<string>() == pointer);
    }

    private async Task<JsonObject> PostAsync(string body)
    {
        using var answer = await client.PostAsync("/api/v1/intake", new StringContent(body, Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.AsObject();
    }
}
