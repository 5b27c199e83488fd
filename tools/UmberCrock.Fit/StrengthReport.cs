using System.Globalization;
using System.Text.Json;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.Optimization;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Fit;

/// <summary>A trade fact: a mix and what it is like at a temperature.</summary>
internal sealed record TradeFact(
    string Fact,
    double Celsius,
    Dictionary<string, decimal> Mix,
    string? From = null,
    string? To = null,
    double? FirmnessFrom = null,
    double? FirmnessTo = null,
    Dictionary<string, decimal>? SameAs = null
);

/// <summary>
/// Fits the strengths of families and powders to the trade facts: the square of how far each firmness lies outside what the fact allows
/// (with a margin), and a weak pull of each strength to where it started. Borders stay as they are.
/// </summary>
internal static class StrengthReport
{
    private const double Margin = 0.3;
    private const double Pull = 0.5;
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web);

    public static int Print()
    {
        var facts = JsonSerializer.Deserialize<List<TradeFact>>(Tables.Text("trade-facts.json"), Options)!;
        var rules = Catalogue.Shipped.Rules.Texture;
        string[] families = [.. rules.Strengths.Keys.Order(StringComparer.Ordinal)];
        string[] powders = ["Starch", "UvFilter"];
        var start = Vector<double>.Build.DenseOfEnumerable([
            .. families.Select(family => rules.Strengths[family]),
            .. powders.Select(powder => rules.Powders[Enum.Parse<IngredientClass>(powder)]),
        ]);

        Vector<double> Residuals(Vector<double> strengths, Vector<double> _)
        {
            var changed = With(rules, families, powders, strengths);
            return Vector<double>.Build.DenseOfEnumerable([
                .. facts.Select(fact => Outside(fact, changed, Margin)),
                .. strengths.Select((value, at) => Pull * Math.Log(value / start[at])),
            ]);
        }

        var count = facts.Count + start.Count;
        var result = new LevenbergMarquardtMinimizer(maximumIterations: 2000).FindMinimum(
            ObjectiveFunction.NonlinearModel(Residuals, Vector<double>.Build.Dense(count, at => at), Vector<double>.Build.Dense(count)),
            start,
            start.Map(value => value / 5),
            start.Map(value => value * 5)
        );
        var fitted = result.MinimizingPoint.Map(value => Math.Round(value, 3));
        foreach (var (name, at) in families.Concat(powders).Select((name, at) => (name, at)))
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{name}: {start[at]:0.000} -> {fitted[at]:0.000}"));
        var rulesFitted = With(rules, families, powders, fitted);
        foreach (var fact in facts)
        {
            var firmness = Firmness(fact.Mix, fact.Celsius, rulesFitted);
            var outside = Outside(fact, rulesFitted, 0);
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{(Math.Abs(outside) < 1e-9 ? "holds" : $"OUT by {outside:0.0}")} | {fact.Fact} | {firmness:0.00}, "
                        + $"{rulesFitted.BandOf(firmness)}"
                )
            );
        }

        return 0;
    }

    private static double Outside(TradeFact fact, TextureRules rules, double margin)
    {
        var firmness = Firmness(fact.Mix, fact.Celsius, rules);
        if (fact.SameAs is { } other)
            return Math.Max(0, Math.Abs(firmness - Firmness(other, fact.Celsius, rules)) - (0.6 - margin));
        var (from, to) = Range(fact, rules);
        return firmness < from + margin ? from + margin - firmness
            : firmness > to - margin ? firmness - (to - margin)
            : 0;
    }

    private static (double From, double To) Range(TradeFact fact, TextureRules rules)
    {
        if (fact.FirmnessFrom is { } low && fact.FirmnessTo is { } high)
            return (low, high);
        var from = Parse(fact.From!);
        var to = Parse(fact.To!);
        return (
            from == Band.Pourable ? -1000 : rules.Bands.First(border => border.Band == from).FromFirmness,
            to == Band.Brittle ? 1000 : rules.Bands.First(border => border.Band == to + 1).FromFirmness
        );
    }

    private static Band Parse(string word) => Enum.Parse<Band>(word.Replace("-", "", StringComparison.Ordinal), ignoreCase: true);

    private static double Firmness(Dictionary<string, decimal> mix, double celsius, TextureRules rules) =>
        MeltReport.FirmnessOf([.. mix.Select(part => new MeltPart(Catalogue.Shipped.Find(part.Key)!, part.Value))], celsius, rules);

    private static TextureRules With(TextureRules rules, string[] families, string[] powders, Vector<double> strengths) =>
        rules with
        {
            Strengths = rules.Strengths.SetItems(families.Select((family, at) => KeyValuePair.Create(family, strengths[at]))),
            Powders = rules.Powders.SetItems(
                powders.Select((powder, at) => KeyValuePair.Create(Enum.Parse<IngredientClass>(powder), strengths[families.Length + at]))
            ),
        };
}
