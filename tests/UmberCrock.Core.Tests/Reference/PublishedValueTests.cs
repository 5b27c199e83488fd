using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>
/// The catalogue against published ranges; every row of the tables names its document (from memory of it). A row that is remembered well
/// binds as it stands. One of medium confidence may be missed by a margin, one of low confidence is an order of magnitude: the margins are
/// those stated here, set before the values were compared.
/// </summary>
public class PublishedValueTests
{
    private static readonly Dictionary<string, string> Properties = new(StringComparer.Ordinal)
    {
        ["saponification_value"] = "saponificationValue",
        ["iodine_value"] = "iodineValue",
        ["melting_point"] = "meltingPoint",
        ["drop_point"] = "meltingPoint",
        ["slip_melting_point"] = "meltingPoint",
        ["relative_density_20C"] = "density",
        ["relative_density_25C"] = "density",
    };

    [Theory]
    [InlineData("saponificationValue", 60)]
    [InlineData("iodineValue", 60)]
    [InlineData("meltingPoint", 45)]
    [InlineData("density", 40)]
    public void A_value_lies_in_every_published_range(string name, int atLeast)
    {
        var property = IngredientProperty.Find(name)!;
        var rows = PublishedTables
            .Values.Where(row => Properties.GetValueOrDefault(row.Property) == name)
            .Select(row => (row, value: PublishedTables.Find(row.Slug) is { } ingredient ? property.Of(ingredient)?.Value : null))
            .Where(pair => pair.value is not null)
            .ToList();
        rows.Count.ShouldBeGreaterThan(atLeast);
        var missed = rows.Where(pair => Misses(pair.value!.Value, pair.row, Margin(name, pair.row)))
            .Select(pair => $"{pair.row.Slug}: {pair.value} is not in {pair.row.Low} to {pair.row.High} ({pair.row.Source})");
        missed.ShouldBeEmpty();
    }

    /// <summary>Percent of all acids; the alcohols of jojoba's wax esters are not acids and are left out.</summary>
    [Fact]
    public void Fatty_acids_lie_in_every_published_range()
    {
        var rows = PublishedTables
            .FattyAcids.Where(row => !row.Property.EndsWith("-alcohol", StringComparison.Ordinal))
            .Select(row => (row, ingredient: PublishedTables.Find(row.Slug)))
            .Where(pair => pair.ingredient is { FattyAcids.Count: > 0 })
            .ToList();
        rows.Count.ShouldBeGreaterThan(500);
        var margins = new Dictionary<string, double>(StringComparer.Ordinal)
        {
            ["high"] = 0.5,
            ["medium"] = 2,
            ["low"] = 5,
        };
        var missed = rows.Select(pair => (pair.row, value: pair.ingredient!.FattyAcids.GetValueOrDefault(pair.row.Property)))
            .Where(pair => Misses(pair.value, pair.row, margins[pair.row.Confidence]))
            .Select(pair =>
                $"{pair.row.Slug} {pair.row.Property}: {pair.value} is not in {pair.row.Low} to {pair.row.High} ({pair.row.Source})"
            );
        missed.ShouldBeEmpty();
    }

    /// <summary>
    /// 96 commercial oils analysed by Brodnjak-Voncina and others, Chemometrics and Intelligent Laboratory Systems 75 (2005) 31-43: open
    /// data
    /// (data set "oil" of the R package caret). Each profile lies inside the analysed range widened by 3 percent points and a tenth of the
    /// value, for between seven and thirty-odd samples of one market do not span the trade.
    /// </summary>
    [Theory]
    [InlineData("pumpkin", "pumpkin-seed-oil")]
    [InlineData("sunflower", "sunflower-oil")]
    [InlineData("peanut", "peanut-oil")]
    [InlineData("olive", "olive-oil")]
    [InlineData("soybean", "soybean-oil")]
    [InlineData("rapeseed", "rapeseed-oil")]
    [InlineData("corn", "corn-oil")]
    public void A_profile_lies_among_analysed_oils(string oil, string slug)
    {
        var samples = PublishedTables.Rows("oil-fatty-acids-96-samples").Where(row => row["oil"] == oil).ToList();
        samples.Count.ShouldBeGreaterThan(1);
        var acids = Some.Catalogue.Find(slug)!.FattyAcids;
        foreach (var acid in samples[0].Keys.Where(name => name != "oil"))
        {
            var analysed = samples.Select(row => PublishedTables.Number(row[acid])).OfType<double>().ToList();
            var value = acids.GetValueOrDefault(acid);
            var margin = 3 + (value / 10);
            value.ShouldBeInRange(analysed.Min() - margin, analysed.Max() + margin, $"{slug} {acid}");
        }
    }

    /// <summary>The HLB System (1976) and Griffin 1949/1954; the row's own source is in the table.</summary>
    [Theory]
    [InlineData("polysorbate 20", "polysorbate-20")]
    [InlineData("polysorbate 60", "polysorbate-60")]
    [InlineData("polysorbate 80", "polysorbate-80")]
    [InlineData("sorbitan monostearate", "sorbitan-stearate")]
    [InlineData("sorbitan monooleate", "sorbitan-oleate")]
    [InlineData("glyceryl monostearate (non self-emulsifying)", "glyceryl-stearate")]
    [InlineData("glyceryl stearate SE", "glyceryl-stearate-se")]
    [InlineData("cetearyl olivate and sorbitan olivate blend", "cetearyl-olivate-sorbitan-olivate")]
    [InlineData("polyglyceryl-4 oleate", "polyglyceryl-4-oleate")]
    public void Hlb_is_the_published_one(string substance, string slug) =>
        Some.Catalogue.Find(slug)!.Hlb!.Value.ShouldBe(Hlb(substance, "emulsifier").Single(), 0.05);

    [Theory]
    [InlineData("beeswax", "beeswax")]
    [InlineData("carnauba wax", "carnauba-wax")]
    [InlineData("candelilla wax", "candelilla-wax")]
    [InlineData("castor oil", "castor-oil")]
    [InlineData("cetyl alcohol", "cetyl-alcohol")]
    [InlineData("cocoa butter", "cocoa-butter")]
    [InlineData("jojoba oil", "jojoba-oil")]
    [InlineData("lanolin, anhydrous", "lanolin")]
    [InlineData("petrolatum", "petrolatum")]
    [InlineData("shea butter", "shea-butter-refined")]
    [InlineData("soybean oil", "soybean-oil")]
    [InlineData("corn oil", "corn-oil")]
    [InlineData("stearyl alcohol", "stearyl-alcohol")]
    [InlineData("mineral oil, heavy", "mineral-oil")]
    public void Required_hlb_lies_among_the_published_ones(string substance, string slug)
    {
        var published = Hlb(substance, "required").ToList();
        Some.Catalogue.Find(slug)!.RequiredHlb!.Value.ShouldBeInRange(published.Min(), published.Max());
    }

    /// <summary>CRC Handbook and excipient handbook, true densities at room temperature, g/cm3.</summary>
    [Theory]
    [InlineData("true density of zinc oxide", "zinc-oxide", 0.02)]
    [InlineData("true density of talc", "talc", 0.1)]
    [InlineData("true density of kaolin", "kaolin", 0.1)]
    [InlineData("true density of boron nitride", "boron-nitride", 0.1)]
    [InlineData("true density of sodium bicarbonate", "sodium-bicarbonate", 0.1)]
    [InlineData("true density of magnesium hydroxide", "magnesium-hydroxide", 0.1)]
    [InlineData("true density of ultramarine blue", "ultramarine-blue", 0.1)]
    [InlineData("true density of iron oxide red (hematite)", "iron-oxide-red", 0.2)]
    [InlineData("true density of starch (maize)", "corn-starch", 0.1)]
    public void True_densities_are_those_of_the_handbooks(string quantity, string slug, double margin) =>
        Some
            .Catalogue.Find(slug)!
            .Density!.Value.ShouldBe(
                PublishedTables
                    .Number(
                        PublishedTables.Rows("physics").First(row => row["quantity"].StartsWith(quantity, StringComparison.Ordinal))[
                            "value"
                        ]
                    )!
                    .Value,
                margin
            );

    private static IEnumerable<double> Hlb(string substance, string kind) =>
        PublishedTables
            .Rows("hlb")
            .Where(row => row["substance"] == substance && row["kind"] == kind)
            .Select(row => PublishedTables.Number(row["hlb"]))
            .OfType<double>();

    private static double Margin(string property, Published row) =>
        (property, row.Confidence) switch
        {
            ("meltingPoint", "high") => 0,
            ("meltingPoint", "medium") => 1,
            ("meltingPoint", _) => 4,
            ("density", "high") => 0.003,
            ("density", "medium") => 0.01,
            ("density", _) => 0.03,
            (_, "high") => 0,
            (_, "medium") => 0.05 * Math.Abs(row.Low),
            _ => 0.25 * Math.Abs(row.Low),
        };

    private static bool Misses(double value, Published row, double margin) => value < row.Low - margin || value > row.High + margin;
}
