using System.Text;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Trials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Tests;

/// <summary>Own ingredients as documents and tables: what is sound comes back as it was, what is not is named by place.</summary>
public class OwnIngredientTests
{
    private const string Sound = """
        {"name":"River mint oil","class":"oil","role":"carrier","composition":[{"inci":{"eu":"Helianthus Annuus Seed Oil","us":"Helianthus Annuus (Sunflower) Seed Oil"},"lowPercent":95,"highPercent":99},
        {"inci":{"eu":"Mentha Aquatica Extract","us":"Mentha Aquatica Extract"},"lowPercent":1,"highPercent":5}],"origins":["plant"],"density":{"value":0.92,"low":0.91,"high":0.93,"unit":"g/mL","source":"own scale","confidence":"medium"}}
        """;

    private static Catalogue Catalogue => Some.Catalogue;

    [Fact]
    public void A_document_comes_back_as_it_was()
    {
        var own = Catalogue.Ingredients.Select(row => row with { Slug = OwnIngredients.SlugOf(row.Name) }).ToList();
        var read = OwnIngredients.Parse(Encoding.UTF8.GetBytes(OwnIngredients.ToText(own)), Catalogue);
        read.Select(row => OwnIngredients.Write(row).ToJsonString()).ShouldBe(own.Select(row => OwnIngredients.Write(row).ToJsonString()));
    }

    [Fact]
    public void A_table_comes_back_as_it_was_in_what_a_table_holds()
    {
        var own = Catalogue
            .Ingredients.Where(row => row.Purpose is not null)
            .Select(row =>
                row with
                {
                    Slug = OwnIngredients.SlugOf(row.Name),
                    Purpose = row.Purpose + " \"Quoted\", and\nbroken over lines; with semicolons.",
                }
            )
            .ToList();
        var read = IngredientTable.Read(Encoding.UTF8.GetBytes(IngredientTable.Write(own)), Catalogue);
        read.Length.ShouldBe(own.Count);
        foreach (var (was, now) in own.Zip(read))
        {
            (now.Name, now.Class, now.Role, now.Purpose, now.Solubility).ShouldBe(
                (was.Name, was.Class, was.Role, was.Purpose, was.Solubility)
            );
            now.AlsoKnownAs.ShouldBe(was.AlsoKnownAs);
            now.Composition.ShouldBe(was.Composition);
            foreach (var property in IngredientProperty.All)
                (property.Of(now)?.Value, property.Of(now)?.Low, property.Of(now)?.High).ShouldBe(
                    (property.Of(was)?.Value, property.Of(was)?.Low, property.Of(was)?.High),
                    $"{was.Name} {property.Name}"
                );
        }
    }

    [Theory]
    [InlineData("/name", "\"\"", "/name", "name of at most")]
    [InlineData("/slug", "\"beeswax\"", "/slug", "own:")]
    [InlineData("/class", "\"cheese\"", "/class", "not what belongs here")]
    [InlineData("/composition/0/lowPercent", "40", "", "")]
    [InlineData("/composition/0/highPercent", "60", "/composition/0", "upside down")]
    [InlineData("/composition/1/highPercent", "0.5", "/composition/1", "upside down")]
    [InlineData(
        "/composition/0",
        "{\"inci\":{\"eu\":\"A\",\"us\":\"A\"},\"lowPercent\":10,\"highPercent\":20}",
        "/composition",
        "cannot make 100"
    )]
    [InlineData("/composition", "[]", "/composition", "1 to 50")]
    [InlineData("/density/low", "0.95", "/density", "upside down")]
    [InlineData("/density/value", "1e300", "/density", "from 0.1 to 25")]
    [InlineData("/density/unit", "\"kg/L\"", "/density/unit", "g/mL")]
    [InlineData("/density/source", "\" \"", "/density/source", "needs a source")]
    [InlineData("/density/source", "null", "/density", "")]
    [InlineData("/density/value", "\"heavy\"", "/density/value", "not what belongs here")]
    [InlineData("/origins", "[\"moon\"]", "/origins", "not an origin")]
    [InlineData("/allergens", "[\"pollen\"]", "/allergens", "not an allergen source")]
    [InlineData("/colour", "1", "", "\"colour\"")]
    [InlineData("/fattyAcids", "{\"C18:1\":50}", "/fattyAcids", "make 50")]
    [InlineData("/fattyAcids", "{\"oleic\":99}", "/fattyAcids", "named like")]
    [InlineData(
        "/species",
        "[{\"massShare\":2,\"meltingCelsius\":30,\"fusionKilojoulesPerMole\":100,\"gramsPerMole\":800,\"family\":\"lauric\"}]",
        "/species",
        "shares"
    )]
    [InlineData(
        "/species",
        "[{\"massShare\":0.5,\"meltingCelsius\":30,\"fusionKilojoulesPerMole\":100,\"gramsPerMole\":800,\"family\":\"granite\"}]",
        "/species",
        "not a family"
    )]
    [InlineData(
        "/doses",
        "[{\"kind\":\"supplier\",\"minPercent\":9,\"maxPercent\":3,\"source\":\"x\",\"confidence\":\"low\"}]",
        "/doses/0",
        "low to high"
    )]
    [InlineData("/doses", "[{\"kind\":\"supplier\",\"maxPercent\":3,\"confidence\":\"low\"}]", "/doses/0", "lacks")]
    public void What_is_wrong_is_named_by_its_place(string pointer, string value, string at, string reason)
    {
        var document = With(pointer, value);
        if (reason.Length == 0 && at.Length == 0)
        {
            OwnIngredients.Parse(document, Catalogue).Length.ShouldBe(1);
            return;
        }

        var problems = Should.Throw<DocumentException>(() => OwnIngredients.Parse(document, Catalogue)).Problems;
        problems.ShouldContain(
            problem =>
                problem.Pointer.StartsWith($"/ingredients/0{at}", StringComparison.Ordinal)
                && problem.Reason.ToString().Contains(reason, StringComparison.Ordinal),
            string.Join("; ", problems)
        );
    }

    [Theory]
    [InlineData("nonsense", "/")]
    [InlineData("[]", "/")]
    [InlineData("{\"format\":\"umber-crock/formula\",\"version\":1,\"ingredients\":[]}", "/format")]
    [InlineData("{\"format\":\"umber-crock/ingredients\",\"version\":2,\"ingredients\":[]}", "/version")]
    [InlineData("{\"format\":\"umber-crock/ingredients\",\"version\":1,\"ingredients\":7}", "/ingredients")]
    [InlineData("{\"format\":\"umber-crock/ingredients\",\"version\":1,\"ingredients\":[],\"more\":1}", "/more")]
    public void Another_document_is_refused(string text, string pointer) =>
        Should
            .Throw<DocumentException>(() => OwnIngredients.Parse(Encoding.UTF8.GetBytes(text), Catalogue))
            .Problems.ShouldContain(problem => problem.Pointer == pointer);

    [Theory]
    [InlineData("", "/1", "empty")]
    [InlineData("name,class\nA,oil", "/1/source", "missing")]
    [InlineData("name,class,source,price\nA,oil,x,3", "/1/price", "not a column")]
    [InlineData("name,class,source,name\nA,oil,x,B", "/1/name", "twice")]
    [InlineData("name,class,source\nA,oil,x\nB,oil", "/3", "cells")]
    [InlineData("name,class,source\nA,cheese,x", "/2/class", "must be one of")]
    [InlineData("name,class,source\nA,oil,", "/2/source", "is empty")]
    [InlineData("name,class,source\n=1+1,oil,x", "/2/name", "spreadsheet formula")]
    [InlineData("name,class,source\nA,oil,@sum(b2)", "/2/source", "spreadsheet formula")]
    [InlineData("name,class,source,density\nA,oil,x,heavy", "/2/density", "is not a value like")]
    [InlineData("name,class,source,density\nA,oil,x,0.92 (0.95 to 0.90)", "/2/density", "upside down")]
    [InlineData("name,class,source,maxPercent\nA,oil,x,lots", "/2/maxPercent", "not a number")]
    [InlineData("name,class,source,composition\nA,oil,x,A | A | 10 to 20", "/2/composition", "cannot make 100")]
    [InlineData("name,class,source\n", "/2", "no ingredient")]
    public void A_table_names_row_and_column(string table, string pointer, string reason) =>
        Should
            .Throw<DocumentException>(() => IngredientTable.Read(Encoding.UTF8.GetBytes(table), Catalogue))
            .Problems.ShouldContain(problem =>
                problem.Pointer == pointer && problem.Reason.ToString().Contains(reason, StringComparison.Ordinal)
            );

    [Fact]
    public void Ten_thousand_rows_are_too_many_and_a_negative_number_is_no_formula()
    {
        var rows = string.Concat(Enumerable.Range(0, 10_000).Select(at => $"Oil {at},oil,x,-5\n"));
        Should
            .Throw<DocumentException>(() =>
                IngredientTable.Read(Encoding.UTF8.GetBytes("name,class,source,meltingPoint\n" + rows), Catalogue)
            )
            .Problems.ShouldContain(problem =>
                problem.Pointer == "/2002" && problem.Reason.ToString().Contains("at most 2000", StringComparison.Ordinal)
            );
        IngredientTable.Read("name,class,source,meltingPoint\nOil,oil,x,-5\n"u8.ToArray(), Catalogue)[0].MeltingPoint!.Value.ShouldBe(-5);
    }

    [Theory]
    [InlineData("Crème de la crème, 2.", "own:creme-de-la-creme-2")]
    [InlineData("Œuf d’or 7", "own:oeuf-dor-7")]
    public void A_slug_is_made_of_the_name(string name, string slug) => OwnIngredients.SlugOf(name).ShouldBe(slug);

    [Fact]
    public void Names_without_latin_letters_have_slugs_of_their_own()
    {
        var slugs = new[] { "МЁД", "МАСЛО", "蜜蝋" }.Select(OwnIngredients.SlugOf).ToList();
        slugs.ShouldBeUnique();
        foreach (var (name, slug) in new[] { "МЁД", "МАСЛО", "蜜蝋" }.Zip(slugs))
            IngredientChecks.Problems(Catalogue.Find("beeswax")! with { Slug = slug, Name = name }, Catalogue).ShouldBeEmpty();
    }

    [Property(MaxTest = 300)]
    public Property Any_text_is_read_or_refused() => Prop.ForAll(ArbMap.Default.ArbFor<string>(), text =>
        {
            foreach (
                var read in new Action[]
                {
                    () => OwnIngredients.Parse(Encoding.UTF8.GetBytes(text ?? ""), Catalogue),
                    () => IngredientTable.Read(Encoding.UTF8.GetBytes(text ?? ""), Catalogue),
                    () => IngredientTable.Read(Encoding.UTF8.GetBytes("name,class,source\n" + text), Catalogue),
                }
            )
            {
                try
                {
                    read();
                }
                catch (DocumentException refused)
                {
                    refused.Problems.ShouldNotBeEmpty();
                }
            }
        });

    [Fact]
    public void Own_values_stand_in_place_of_the_catalogues()
    {
        var value = new Quantity(0.9, 0.89, 0.91, "g/mL", "own scale", Confidence.Medium);
        var mine = Catalogue.With([], [new Correction("olive-oil", "density", value)]);
        mine.Find("olive-oil")!.Density.ShouldBe(value);
        Catalogue.Find("olive-oil")!.Density!.Value.ShouldNotBe(0.9);
        var oil = Some.Formula(Formulas.ProductForm.OilGel, ("olive-oil", null));
        Evaluator.Evaluate(oil, mine, EvaluationSettings.Default).Density.GramsPerMillilitre.ShouldBe(0.9);
    }

    /// <summary>Common practice: candelilla at two thirds of beeswax by the one school, at half by the other; carnauba for candelilla one
    /// for one.</summary>
    [Theory]
    [InlineData("beeswax", "candelilla-wax", WaxSchool.TwoThirds, 0.6667)]
    [InlineData("beeswax", "candelilla-wax", WaxSchool.Half, 0.5)]
    [InlineData("candelilla-wax", "beeswax", WaxSchool.Half, 2)]
    [InlineData("candelilla-wax", "carnauba-wax", WaxSchool.TwoThirds, 1)]
    public void Waxes_stand_in_by_the_school(string slug, string other, WaxSchool school, double ratio) =>
        Replacements
            .For(Catalogue.Find(slug)!, [Catalogue.Find(other)!], Catalogue, EvaluationSettings.Default with { WaxEquivalence = school })
            .Single()
            .GramsPerGram.ShouldBe(ratio, 0.001);

    [Fact]
    public void What_is_closest_stands_in_first()
    {
        Replacements
            .For(Catalogue.Find("shea-butter-refined")!, Catalogue.Ingredients, Catalogue, EvaluationSettings.Default)[0]
            .Ingredient.Slug.ShouldBe("mango-butter");
        var oils = Replacements.For(Catalogue.Find("sweet-almond-oil")!, Catalogue.Ingredients, Catalogue, EvaluationSettings.Default);
        oils.ShouldAllBe(other => other.Ingredient.Class == IngredientClass.Oil);
        oils.Select(other => other.Ingredient.Slug).ShouldContain("apricot-kernel-oil");
        oils.First(other => other.Ingredient.Slug == "apricot-kernel-oil").Words.ShouldContain("no nut");
        var scents = Replacements.For(Catalogue.Find("bergamot-oil")!, Catalogue.Ingredients, Catalogue, EvaluationSettings.Default);
        scents[0].Ingredient.Slug.ShouldBe("bergamot-oil-bergapten-free");
        scents.ShouldAllBe(other => other.Words.Contains("shares", StringComparison.Ordinal), "a scent that shares nothing is not offered");
    }

    private static byte[] With(string pointer, string value)
    {
        var row = System.Text.Json.Nodes.JsonNode.Parse(Sound)!.AsObject();
        System.Text.Json.Nodes.JsonNode parent = row;
        var steps = pointer.TrimStart('/').Split('/');
        foreach (var step in steps[..^1])
            parent = int.TryParse(step, out var index) ? parent[index]! : parent[step]!;
        var node = System.Text.Json.Nodes.JsonNode.Parse(value);
        if (parent is System.Text.Json.Nodes.JsonArray array)
            array[int.Parse(steps[^1], System.Globalization.CultureInfo.InvariantCulture)] = node;
        else
            parent[steps[^1]] = node;
        return Encoding.UTF8.GetBytes($$"""{"format":"umber-crock/ingredients","version":1,"ingredients":[{{row.ToJsonString()}}]}""");
    }
}
