using System.Text.Json;
using System.Text.Json.Nodes;
using NJsonSchema;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Web.Tests;

/// <summary>What is written and read is what docs/formats/ says, checked with a general JSON Schema library.</summary>
public sealed class SchemaTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task Documents_that_are_written_fit_the_schema()
    {
        var schema = await SchemaAsync("formula");
        foreach (var formula in DemoFormulas.Read())
            schema.Validate(FormulaWriter.ToText(formula)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Evaluations_fit_the_schema()
    {
        var schema = await SchemaAsync("evaluation");
        var formulas = DemoFormulas
            .Read()
            .Append(FormulaReader.Parse(ApiTests.ThirtyLines().ToJsonString()))
            .Append(DemoFormulas.Read()[0] with { Lines = [] });
        foreach (var formula in formulas)
        {
            var evaluation = Evaluator.Evaluate(formula, Catalogue.Shipped, EvaluationSettings.Default);
            schema.Validate(JsonSerializer.Serialize(evaluation, ContractJson.Options)).ShouldBeEmpty();
        }
    }

    [Fact]
    public async Task Own_ingredients_fit_the_schema()
    {
        var schema = await SchemaAsync("ingredients");
        schema
            .Validate(
                OwnIngredients.ToText(Catalogue.Shipped.Ingredients.Select(row => row with { Slug = OwnIngredients.SlugOf(row.Name) }))
            )
            .ShouldBeEmpty();
        schema.Validate("""{"format":"umber-crock/ingredients","version":1,"ingredients":[{"name":"Bare"}]}""").ShouldNotBeEmpty();
    }

    [Fact]
    public async Task Edits_of_fixes_fit_the_schema()
    {
        var schema = await SchemaAsync("edits");
        foreach (
            var fix in DemoFormulas
                .Read()
                .SelectMany(formula => Evaluator.Evaluate(formula, Catalogue.Shipped, EvaluationSettings.Default).Findings)
                .SelectMany(finding => finding.Fixes)
        )
            schema.Validate(JsonSerializer.Serialize(fix.Edits, ContractJson.Options)).ShouldBeEmpty();
    }

    /// <summary>The schema and the reader agree on what is wrong, case by case.</summary>
    [Theory]
    [InlineData("/form", "\"cake\"")]
    [InlineData("/version", "2")]
    [InlineData("/climate", "{\"lowCelsius\":5}")]
    [InlineData("/climate", "{\"lowCelsius\":5,\"highCelsius\":99}")]
    [InlineData("/phases/0/id", "\"too long\"")]
    [InlineData("/lines/0/percent", "101")]
    [InlineData("/lines/0/percent", "\"18\"")]
    [InlineData("/lines/0/balance", "true")]
    [InlineData("/lines/0/colour", "1")]
    [InlineData("/colour", "1")]
    [InlineData("/wetUse", "\"yes\"")]
    [InlineData("/label/claims", "[7]")]
    public async Task What_the_schema_refuses_the_reader_refuses(string pointer, string value)
    {
        var document = FormulaWriter.Write(DemoFormulas.Read()[0]);
        JsonNode owner = document;
        var path = pointer.Split('/')[1..];
        foreach (var step in path[..^1])
            owner = int.TryParse(step, out var index) ? owner[index]! : owner[step]!;
        owner[path[^1]] = JsonNode.Parse(value);

        (await SchemaAsync("formula")).Validate(document.ToJsonString()).ShouldNotBeEmpty();
        Should
            .Throw<DocumentException>(() => FormulaReader.Parse(document.ToJsonString()))
            .Problems.ShouldContain(problem => problem.Pointer.StartsWith(pointer, StringComparison.Ordinal));
    }

    private async Task<JsonSchema> SchemaAsync(string name) =>
        await JsonSchema.FromJsonAsync(await client.GetStringAsync($"/schemas/{name}.schema.json"));
}
