using System.Text.Json.Nodes;
using UmberCrock.Core.Checking;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Tests;

namespace UmberCrock.Core.Tests;

/// <summary>A slip of the pen in a data file is found before it changes a result: file, line, place, and what is known.</summary>
public sealed class DataCheckTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("umber-crock-data-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public void The_shipped_data_files_are_sound() => DataCheck.Problems(DataFiles.Shipped).ShouldBeEmpty();

    [Theory]
    [InlineData(
        "data/ingredients/wax.json",
        "\"family\": \"beeswax\"",
        "\"family\": \"beesvax\"",
        "/ingredients/0/species/0/family",
        "\"beesvax\" is not known. Known are beeswax"
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"confidence\": \"high\"",
        "\"confidence\": \"hihg\"",
        "/ingredients/0/density/confidence",
        "\"hihg\" is not known. Known are high"
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"source\": \"usp-wax\"",
        "\"source\": \"ups-wax\"",
        "/ingredients/0/density/source",
        "\"ups-wax\" is not known. Known are "
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"unit\": \"g/mL\"",
        "\"unit\": \"kg/mL\"",
        "/ingredients/0/density/unit",
        "is given in g/mL"
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"class\": \"wax\"",
        "\"class\": \"waxx\"",
        "/ingredients/0/class",
        "\"waxx\" is not known. Known are wax"
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"origins\": [\"bee\"]",
        "\"origins\": [\"bees\"]",
        "/ingredients/0/origins/0",
        "\"bees\" is not known. Known are bee"
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"allergens\": [\"bee\"]",
        "\"allergens\": [\"wasp\"]",
        "/ingredients/0/allergens/0",
        "\"wasp\" is not known."
    )]
    [InlineData(
        "data/ingredients/wax.json",
        "\"forms\": [\"stick\"",
        "\"forms\": [\"stik\"",
        "/ingredients/0/doses/1/applies/forms/0",
        "\"stik\" is not known. Known are stick"
    )]
    [InlineData("data/ingredients/wax.json", "\"value\": 0.96", "\"value\": 9.6", "/ingredients/0/density", "leaves the value out")]
    [InlineData("data/ingredients/wax.json", "\"slug\": \"berry-wax\"", "\"slug\": \"beeswax\"", "/slug", "\"beeswax\" is there twice.")]
    [InlineData("data/ingredients/wax.json", "\"role\":", "\"rol\":", "/ingredients/0", "lacks \"role\".")]
    [InlineData(
        "data/rules/antioxidants.json",
        "tocopherol-mixed",
        "tocopherol-mixt",
        "/suggested",
        "\"tocopherol-mixt\" is not known. Known are tocopherol-mixed"
    )]
    [InlineData(
        "data/rules/texture.json",
        "\"flexibleWax\": \"beeswax\"",
        "\"flexibleWax\": \"beewax\"",
        "/structure/flexibleWax",
        "\"beewax\" is not known."
    )]
    [InlineData("data/rules/groups.json", "\"confidence\": \"", "\"confidence\": \"x", "/confidence", "is not known. Known are")]
    [InlineData("data/rules/stages.json", "\"celsius\": ", "\"celcius\": ", "/stages/0", "lacks \"celsius\".")]
    [InlineData(
        "data/rules/months.json",
        "\"warmFactor\": 0.75",
        "\"warmFactor\": \"0.75\"",
        "/warmFactor",
        "is not of the kind that is wanted: number."
    )]
    [InlineData(
        "data/rules/rancidity.json",
        "\"sunflower-oil\": ",
        "\"sunflower-oli\": ",
        "/insteadOf/sunflower-oli",
        "\"sunflower-oli\" is not known. Known are sunflower-oil"
    )]
    [InlineData("data/forms.json", "\"bands\": [\"stick\"", "\"bands\": [\"stik\"", "/bands/0", "\"stik\" is not known. Known are stick")]
    [InlineData(
        "data/forms.json",
        "\"form\": \"massage-bar\"",
        "\"form\": \"bar\"",
        "/forms",
        "\"massage-bar\" has no row, or more than one."
    )]
    [InlineData("data/rules/label.json", "{", "{,", "/", "is not JSON from here on.")]
    [InlineData("data/formulas/01-blade-hand-stick.json", "\"beeswax\"", "\"beesvax\"", "/ingredient", "\"beesvax\" is not an ingredient.")]
    public void A_slip_is_found_where_it_is(string file, string right, string wrong, string pointer, string words)
    {
        var problems = Slipped(file, right, wrong);
        var found = problems.FirstOrDefault(problem =>
            problem.Pointer.EndsWith(pointer, StringComparison.Ordinal) && problem.Reason.Contains(words, StringComparison.Ordinal)
        );
        found.ShouldNotBeNull(string.Join("\n", problems.Take(5)));
        found.File.ShouldBe(file);
        var line = File.ReadAllLines(Path.Combine(folder, file["data/".Length..]))[found.Line - 1];
        (
            line.Contains(wrong[..Math.Min(3, wrong.Length)], StringComparison.Ordinal) || line.Contains('{', StringComparison.Ordinal)
        ).ShouldBeTrue($"the line it names: {line}");
    }

    [Fact]
    public void A_file_that_belongs_to_no_rules_is_told()
    {
        Directory.CreateDirectory(Path.Combine(folder, "rules"));
        File.WriteAllText(Path.Combine(folder, "rules", "windws.json"), "{}");
        DataCheck
            .Problems(DataFiles.In(folder))
            .ShouldHaveSingleItem()
            .ToString()
            .ShouldStartWith("data/rules/windws.json(1): /: is no file of rules. Those are ");
    }

    /// <summary>A folder of one's own stands in the place of what ships: its values count.</summary>
    [Fact]
    public void A_folder_of_ones_own_counts()
    {
        Slipped("data/rules/windows.json", "x", "x").ShouldBeEmpty();
        Slipped(
                "data/ingredients/wax.json",
                "\"massShare\": 0.95, \"meltingCelsius\": 63.9",
                "\"massShare\": 0.5, \"meltingCelsius\": 63.9"
            )
            .ShouldBeEmpty();
        var formula = Some.Lines(Formulas.ProductForm.Stick, "beeswax 24", "olive-oil");
        var own = Evaluator.Evaluate(formula, Catalogue.Read(DataFiles.In(folder)), EvaluationSettings.Default);
        own.Melt.At(20m).Firmness.ShouldBeLessThan(Some.Evaluate(formula).Melt.At(20m).Firmness - 3);
    }

    [Fact]
    public void Every_data_file_names_its_schema_and_the_schemas_are_kept_as_they_are()
    {
        var docs = Path.Combine(SourceTree.Root, "docs/formats/data");
        foreach (var (name, schema) in DataCheck.Schemas(DataFiles.Shipped))
        {
            var kept = JsonNode.Parse(File.ReadAllText(Path.Combine(docs, $"{name}.schema.json")))!;
            Undescribed(kept)
                .ShouldBe(Undescribed(schema), $"{name}: dotnet run --project tools/UmberCrock.Data -- schemas data docs/formats/data");
        }

        foreach (var file in DataFiles.Shipped.Names.Where(file => DataSchemas.NameOf(file) is not null))
            ((string?)JsonNode.Parse(DataFiles.Shipped.Text(file))!["$schema"]).ShouldEndWith(
                $"docs/formats/data/{DataSchemas.NameOf(file)}.schema.json",
                Case.Sensitive,
                file
            );
    }

    private IReadOnlyList<DataProblem> Slipped(string file, string right, string wrong)
    {
        var text = DataFiles.Shipped.Text(file);
        var at = text.IndexOf(right, StringComparison.Ordinal);
        at.ShouldBeGreaterThanOrEqualTo(0, right);
        var path = Path.Combine(folder, file["data/".Length..]);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        File.WriteAllText(path, text[..at] + wrong + text[(at + right.Length)..]);
        return DataCheck.Problems(DataFiles.In(folder));
    }

    /// <summary>A schema without its words, which follow the comments of the code.</summary>
    private static string Undescribed(JsonNode node)
    {
        var copy = node.DeepClone();
        Strip(copy);
        return copy.ToJsonString();

        static void Strip(JsonNode? part)
        {
            if (part is JsonObject members)
            {
                if (members["description"] is JsonValue)
                    members.Remove("description");
                foreach (var member in members)
                    Strip(member.Value);
            }
            else if (part is JsonArray list)
            {
                foreach (var item in list)
                    Strip(item);
            }
        }
    }
}
