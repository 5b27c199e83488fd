using UmberCrock.Core.Formulas;

namespace UmberCrock.Bench;

/// <summary>The formula that is measured: 30 lines, 14 of which crystallise, in all classes but water.</summary>
internal static class ThirtyLines
{
    private static readonly (string Slug, decimal? Percent)[] Lines =
    [
        ("beeswax", 6m),
        ("candelilla-wax", 3m),
        ("carnauba-wax", 1m),
        ("lanolin", 3m),
        ("cetyl-alcohol", 2m),
        ("cetearyl-alcohol", 2m),
        ("stearic-acid", 2m),
        ("glyceryl-behenate", 2m),
        ("emulsifying-wax-nf", 2m),
        ("shea-butter-refined", 8m),
        ("cocoa-butter", 8m),
        ("mango-butter", 4m),
        ("kokum-butter", 3m),
        ("coconut-oil", 4m),
        ("sunflower-oil-high-oleic", null),
        ("olive-oil", 5m),
        ("sweet-almond-oil", 4m),
        ("jojoba-oil", 4m),
        ("castor-oil", 4m),
        ("fractionated-coconut-oil", 3m),
        ("rosehip-oil", 1m),
        ("squalane", 2m),
        ("arrowroot-starch", 3m),
        ("zinc-oxide", 4m),
        ("polyhydroxystearic-acid", 0.4m),
        ("tocopherol-mixed", 0.5m),
        ("rosemary-antioxidant", 0.1m),
        ("bisabolol", 0.2m),
        ("lavender-oil", 0.3m),
        ("cedarwood-oil", 0.2m),
    ];

    public static Formula Formula { get; } =
        new()
        {
            Name = "Thirty lines",
            Form = ProductForm.Balm,
            Phases = [new("A", "Melt", Stage.Melt)],
            Lines = [.. Lines.Select(line => new FormulaLine("A", line.Slug, line.Percent))],
        };
}
