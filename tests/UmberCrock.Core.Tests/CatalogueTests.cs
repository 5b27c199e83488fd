using System.Collections.Immutable;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Tests.Reference;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Preservation;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Tests;

/// <summary>The data files hold together.</summary>
public class CatalogueTests
{
    private static readonly string[] KnownOrigins = ["plant", "bee", "wool", "animal", "mineral", "synthetic"];

    public static TheoryData<string> Slugs => [.. Some.Catalogue.Ingredients.Select(ingredient => ingredient.Slug)];

    [Fact]
    public void Every_ingredient_that_practice_needs_is_there() =>
        PublishedTables.MustHave.Where(slug => Some.Catalogue.Find(slug) is null).ShouldBeEmpty();

    [Fact]
    public void Every_class_has_an_ingredient() =>
        Some.Catalogue.Ingredients.Select(ingredient => ingredient.Class).Distinct().Order().ShouldBe(Enum.GetValues<IngredientClass>());

    [Fact]
    public void Slugs_and_names_are_unique()
    {
        Some.Catalogue.Ingredients.Select(ingredient => ingredient.Slug).ShouldBeUnique();
        Some.Catalogue.Ingredients.Select(ingredient => ingredient.Name).ShouldBeUnique();
    }

    [Theory]
    [MemberData(nameof(Slugs))]
    public void A_row_is_sound(string slug)
    {
        var row = Some.Catalogue.Find(slug)!;
        row.Composition.Sum(component => component.LowPercent).ShouldBeLessThanOrEqualTo(100m);
        row.Composition.Sum(component => component.HighPercent).ShouldBeGreaterThanOrEqualTo(100m);
        row.Composition.ShouldAllBe(component => component.LowPercent <= component.HighPercent);
        row.Constituents.ShouldAllBe(constituent => constituent.LowPercent <= constituent.HighPercent && constituent.HighPercent <= 100m);
        foreach (var property in IngredientProperty.All)
        {
            if (property.Of(row) is not { } quantity)
                continue;
            quantity.Low.ShouldBeLessThanOrEqualTo(quantity.Value, property.Name);
            quantity.Value.ShouldBeLessThanOrEqualTo(quantity.High, property.Name);
            quantity.Value.ShouldBeInRange(property.Least, property.Most, property.Name);
            quantity.Unit.ShouldBe(property.Unit, property.Name);
        }

        row.Viscosity.ShouldAllBe(viscosity =>
            viscosity.Low <= viscosity.Value && viscosity.Value <= viscosity.High && viscosity.Unit == "mPa s"
        );
        row.Species.Sum(species => species.MassShare).ShouldBeLessThanOrEqualTo(1 + 1e-9);
        row.Species.Select(species => species.Family).ShouldBeSubsetOf(Some.Catalogue.Rules.Texture.Strengths.Keys);
        row.Doses.ShouldAllBe(rule => rule.MinPercent == null || rule.MaxPercent == null || rule.MinPercent <= rule.MaxPercent);
        row.Purpose.ShouldNotBeNullOrWhiteSpace();
        row.AlsoKnownAs.ShouldNotBeEmpty();
        row.Origins.ShouldNotBeEmpty();
        row.Origins.ShouldAllBe(origin => KnownOrigins.Contains(origin));
        row.Allergens.ShouldBeSubsetOf(Some.Catalogue.Rules.Allergens.Select(source => source.Key));
        row.WaxEquivalents.ShouldAllBe(equivalent => Some.Catalogue.Find(equivalent.Of) != null);
        row.Density.ShouldNotBeNull();
        row.ShelfLifeOpenedMonths!.Value.ShouldBeLessThanOrEqualTo(row.ShelfLifeMonths!.Value);
        if (row.Solubility == Solubility.Oil)
            row.LiquidGramsPerMole.ShouldNotBeNull();
    }

    /// <summary>The profile against the stated iodine value by the factors of AOCS Cd 1c-85 (from memory), within a tenth or one
    /// unit.</summary>
    [Theory]
    [MemberData(nameof(Slugs))]
    public void Fatty_acids_are_complete_and_agree_with_the_iodine_value(string slug)
    {
        var row = Some.Catalogue.Find(slug)!;
        if (row.FattyAcids.Count == 0)
            return;
        row.FattyAcids.Values.Sum().ShouldBeInRange(95, 101);
        row.FattyAcidsSource.ShouldNotBeNullOrWhiteSpace();
        row.FattyAcidsConfidence.ShouldNotBeNull();
        var computed = FattyAcidName.IodineValue(row.FattyAcids);
        if (row.IodineValueNote is null)
            computed.ShouldBe(row.IodineValue!.Value, Math.Max(1, row.IodineValue.Value / 10));
    }

    /// <summary>Iodine values of pure triglycerides: triolein 86.0, trilinolein 173.2, trilinolenin 261.6 (AOCS Cd 1c-85, from
    /// memory).</summary>
    [Theory]
    [InlineData("C18:1", 86.0)]
    [InlineData("C18:2", 173.2)]
    [InlineData("C18:3", 261.6)]
    [InlineData("C18:0", 0)]
    public void Iodine_values_of_pure_triglycerides(string acid, double iodineValue) =>
        FattyAcidName.IodineValue(new Dictionary<string, double> { [acid] = 100 }).ShouldBe(iodineValue, 0.05);

    [Fact]
    public void Rules_name_ingredients_and_substances_that_exist()
    {
        var rules = Some.Catalogue.Rules;
        IEnumerable<string> slugs =
        [
            .. rules.Phototoxic.Oils.Select(oil => oil.Ingredient),
            .. rules.Audiences.SelectMany(rule => rule.Ingredients),
            .. rules.GroupLimits.SelectMany(limit => limit.Ingredients),
            rules.Antioxidants.Suggested,
            rules.Preservation.ForWater,
            rules.Preservation.ForWetUse,
            .. rules.Preservation.WateryHumectants,
            .. rules.Texture.PowderExceptions.Keys,
        ];
        slugs.Where(slug => Some.Catalogue.Find(slug) is null).ShouldBeEmpty();
        var names = Some
            .Catalogue.Ingredients.SelectMany(row =>
                row.Composition.Select(component => component.Inci.Eu).Concat(row.Constituents.Select(constituent => constituent.Name))
            )
            .ToHashSet(StringComparer.Ordinal);
        // Two limits are kept for makers' own ingredients.
        rules
            .SubstanceLimits.SelectMany(limit => limit.Subject)
            .Where(name => !names.Contains(name))
            .Distinct()
            .Order()
            .ShouldBe(["Behentrimonium Chloride", "Benzoic Acid"]);
        rules.Audiences.SelectMany(rule => rule.Substances).ShouldAllBe(name => names.Contains(name));
    }

    [Fact]
    public void A_value_without_a_source_cannot_be_read()
    {
        const string Complete = """{"value":1,"low":1,"high":1,"unit":"g/mL","source":"x","confidence":"low"}""";
        JsonSerializer.Deserialize<Quantity>(Complete, ContractJson.Options)!.Source.ShouldBe("x");
        foreach (
            var broken in new[]
            {
                Complete.Replace(",\"source\":\"x\"", ""),
                Complete.Replace("\"x\"", "null"),
                Complete.Replace(",\"confidence\":\"low\"", ""),
            }
        )
            Should.Throw<JsonException>(() => JsonSerializer.Deserialize<Quantity>(broken, ContractJson.Options));
    }

    /// <summary>Whatever has a figure in a data file has a source beside it or around it, and the source is one of
    /// data/sources.json.</summary>
    [Fact]
    public void Every_figure_in_the_data_files_names_a_source()
    {
        var home = typeof(Catalogue).Assembly;
        var sources = JsonNode.Parse(Read(home, "data/sources.json"))!.AsObject();
        sources.Select(source => source.Value!.GetValue<string>()).ShouldAllBe(text => text.Length > 8);
        var used = new HashSet<string>(StringComparer.Ordinal);
        var files = home.GetManifestResourceNames()
            .Where(name =>
                name.StartsWith("data/ingredients/", StringComparison.Ordinal)
                || name.StartsWith("data/rules/", StringComparison.Ordinal)
                || name == "data/forms.json"
            )
            .ToList();
        files.Count.ShouldBeGreaterThan(30);
        foreach (var file in files)
            Walk(JsonNode.Parse(Read(home, file))!, file, used, covered: false);
        used.Where(key => !sources.ContainsKey(key)).ShouldBeEmpty();
        sources
            .Select(source => source.Key)
            .Where(key => key != "$schema" && !used.Contains(key))
            .ShouldBeEmpty("sources that nothing uses");
    }

    [Theory]
    [InlineData("bees", "beeswax")]
    [InlineData("Cera Alba", "beeswax")]
    [InlineData("manteca de karite", "shea-butter-refined")]
    [InlineData("vitamin e", "tocopherol-mixed")]
    [InlineData("huile de coco", "coconut-oil")]
    [InlineData("aceite de cáñamo", "hemp-seed-oil")]
    [InlineData("candelila", "candelilla-wax")]
    [InlineData("sunflwoer", "sunflower-oil")]
    [InlineData("bees wax", "beeswax")]
    [InlineData("jojba oil", "jojoba-oil")]
    [InlineData("d'abricot", "apricot-kernel-oil")]
    public void Search_finds_by_any_name_and_forgives(string query, string slug) =>
        IngredientSearch.Rank(Some.Catalogue.Ingredients, query).Select(ingredient => ingredient.Slug).Take(8).ShouldContain(slug);

    [Theory]
    [InlineData("cocoa", "cocoa-butter")]
    [InlineData("shea", "shea-butter-refined")]
    public void Search_puts_names_that_start_with_the_query_first(string query, string slug) =>
        IngredientSearch.Rank(Some.Catalogue.Ingredients, query)[0].Slug.ShouldBe(slug);

    [Theory]
    [InlineData("plutonium")]
    [InlineData("xqzv")]
    public void Search_finds_nothing_in_nonsense(string query) => IngredientSearch.Rank(Some.Catalogue.Ingredients, query).ShouldBeEmpty();

    private static void Walk(JsonNode node, string at, HashSet<string> used, bool covered)
    {
        if (node is JsonArray items)
        {
            foreach (var (item, index) in items.Select((item, index) => (item, index)).Where(pair => pair.item is not null))
                Walk(item!, $"{at}/{index}", used, covered);
        }
        else if (node is JsonObject members)
        {
            covered |= members.ContainsKey("source");
            string[] figures = ["value", "level", "greasiness", "gramsPerGram", "kind", "lowPercent", "maxPercent", "celsius", "severity"];
            if (figures.Any(members.ContainsKey) && !members.ContainsKey("inci"))
                covered.ShouldBeTrue($"{at} has a figure and no source");
            if (members.ContainsKey("fattyAcids"))
                members.ContainsKey("fattyAcidsSource").ShouldBeTrue(at);
            if (members.ContainsKey("species"))
                members.ContainsKey("speciesSource").ShouldBeTrue(at);
            foreach (var (name, value) in members)
            {
                if (name is "source" or "fattyAcidsSource" or "speciesSource")
                    used.Add(value!.GetValue<string>());
                else if (value is not null)
                    Walk(value, $"{at}/{name}", used, covered);
            }
        }
    }

    private static string Read(Assembly home, string name)
    {
        using var reader = new StreamReader(home.GetManifestResourceStream(name)!);
        return reader.ReadToEnd();
    }
}
