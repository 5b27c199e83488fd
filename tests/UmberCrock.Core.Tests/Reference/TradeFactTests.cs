using System.Text.Json;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests.Reference;

/// <summary>
/// What formulators know about firmness (Tables/trade-facts.json), each common practice; strengths and band borders were fitted to them.
/// </summary>
public class TradeFactTests
{
    /// <summary>Two mixes that do the same work differ by less than this in firmness: a fifth of a band.</summary>
    private const double Alike = 0.6;

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { new System.Text.Json.Serialization.JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
    };

    private static readonly IReadOnlyList<TradeFact> Facts = JsonSerializer.Deserialize<List<TradeFact>>(
        PublishedTables.Text("trade-facts.json"),
        Options
    )!;

    public static TheoryData<string> Names => [.. Facts.Select(fact => fact.Fact)];

    /// <summary>Common practice, every one of them.</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public void Holds(string name)
    {
        var fact = Facts.Single(candidate => candidate.Fact == name);
        var firmness = FirmnessOf(fact.Mix, fact.Celsius);
        if (fact.SameAs is { } other)
            firmness.ShouldBe(FirmnessOf(other, fact.Celsius), Alike);
        else if (fact.FirmnessFrom is { } from)
            firmness.ShouldBeInRange(from, fact.FirmnessTo!.Value);
        else
            ((int)Some.Catalogue.Rules.Texture.BandOf(firmness)).ShouldBeInRange((int)fact.From!.Value, (int)fact.To!.Value);
    }

    private static double FirmnessOf(Dictionary<string, decimal> mix, double celsius) =>
        MeltReport.FirmnessOf(
            [.. mix.Select(part => new MeltPart(Some.Catalogue.Find(part.Key)!, part.Value))],
            celsius,
            Some.Catalogue.Rules.Texture
        );

    private sealed record TradeFact(
        string Fact,
        double Celsius,
        Dictionary<string, decimal> Mix,
        Band? From = null,
        Band? To = null,
        double? FirmnessFrom = null,
        double? FirmnessTo = null,
        Dictionary<string, decimal>? SameAs = null
    );
}
