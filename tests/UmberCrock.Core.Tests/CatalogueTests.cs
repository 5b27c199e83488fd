using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Tests;

/// <summary>The data files hold together.</summary>
public class CatalogueTests
{
    public static TheoryData<string> Slugs => [.. Some.Catalogue.Ingredients.Select(ingredient => ingredient.Slug)];

    [Fact]
    public void Every_class_has_an_ingredient()
        => Some.Catalogue.Ingredients.Select(ingredient => ingredient.Class).Distinct().Order().ShouldBe(Enum.GetValues<IngredientClass>());

    [Fact]
    public void Slugs_are_unique() => Some.Catalogue.Ingredients.Select(ingredient => ingredient.Slug).ShouldBeUnique();

    [Theory]
    [MemberData(nameof(Slugs))]
    public void A_row_is_sound(string slug)
    {
        var row = Some.Catalogue.Find(slug)!;
        row.Composition.Sum(component => component.LowPercent).ShouldBeLessThanOrEqualTo(100m);
        row.Composition.Sum(component => component.HighPercent).ShouldBeGreaterThanOrEqualTo(100m);
        foreach (var quantity in new[] { row.Density, row.BulkDensity, row.MeltingPoint, row.IodineValue, row.SaponificationValue, row.LiquidGramsPerMole, row.ShelfLifeMonths, row.AddBelowCelsius }.OfType<Quantity>())
        {
            quantity.Low.ShouldBeLessThanOrEqualTo(quantity.Value);
            quantity.Value.ShouldBeLessThanOrEqualTo(quantity.High);
            quantity.Source.ShouldNotBeNullOrWhiteSpace();
        }

        if (row.FattyAcids.Count > 0)
            row.FattyAcids.Values.Sum().ShouldBeInRange(95, 101);
        row.Species.Sum(species => species.MassShare).ShouldBeLessThanOrEqualTo(1 + 1e-9);
        row.Species.ShouldAllBe(species => Some.Catalogue.Texture.Strengths.ContainsKey(species.Family));
        row.Doses.ShouldAllBe(rule => rule.MinPercent == null || rule.MaxPercent == null || rule.MinPercent <= rule.MaxPercent);
        if (row.Solubility == Solubility.Oil)
            row.LiquidGramsPerMole.ShouldNotBeNull();
    }

    [Theory]
    [InlineData("bees", "beeswax")]
    [InlineData("Cera Alba", "beeswax")]
    [InlineData("manteca de karite", "shea-butter-refined")]
    [InlineData("vitamin e", "tocopherol-mixed")]
    [InlineData("huile de coco", "coconut-oil")]
    public void Search_finds_by_any_name(string query, string slug)
        => Some.Catalogue.Search(query).Select(ingredient => ingredient.Slug).ShouldContain(slug);

    [Fact]
    public void Search_puts_names_that_start_with_the_query_first()
        => Some.Catalogue.Search("coco")[0].Slug.ShouldBe("cocoa-butter");
}
