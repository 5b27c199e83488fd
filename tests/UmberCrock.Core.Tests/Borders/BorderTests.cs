using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>Every threshold of data/rules, just below, at and just above it.</summary>
public class BorderTests
{
    /// <summary>Figures that are no thresholds: they go into an equation, a dose that is offered, or a plan, whose tests are
    /// named.</summary>
    private static readonly (string Paths, string HeldBy)[] Figures =
    [
        ("antioxidants/suggestedPercent", "FindingExampleTests: its fix cures"),
        ("climates/", "temperatures that a maker chooses by name"),
        ("emulsifiers/rinseOffPercentTo", "words of a finding"),
        ("feel/greasePerPowder", "OutlookTests: feel adds up"),
        ("feel/dragPerSolid", "OutlookTests: feel adds up"),
        ("feel/tackScale", "OutlookTests: feel adds up"),
        ("feel/powderScale", "OutlookTests: feel adds up"),
        ("feel/powderOfferedPercent", "FindingExampleTests: its fix cures"),
        ("feel/dryOilPercent", "FindingExampleTests: its fix cures"),
        ("intake/units/", "IntakeLineTests: NIST Handbook 44"),
        ("intake/numberWords/", "IntakeLineTests"),
        ("intake/fewestDrops", "IntakeLineTests: the range of drops"),
        ("intake/mostDrops", "IntakeLineTests: the range of drops"),
        ("label/usualOpenMonths", "a stand-in where no life once opened is known; every shipped ingredient has one"),
        ("label/gramsPerOunce", "the application's label tests: 15 g are 0.53 oz (International Yard and Pound Agreement, 1959)"),
        ("months/antioxidantFactor", "KeepingSayingTests: months by hand"),
        ("months/warmFactor", "KeepingSayingTests: months by hand"),
        ("months/ironFactor", "KeepingSayingTests: months by hand"),
        ("months/botanicalFactor", "KeepingSayingTests: months by hand"),
        ("pouring/meltAboveClearCelsius", "with meltCelsius: the hotter of the two"),
        ("preservation/offeredPercent", "FindingExampleTests: its fix cures"),
        ("scale/dilutions/", "WeighSheetTests: a dilution that can be weighed"),
        ("settling/agglomerateMicrometres", "CoolingAndSettlingTests: Stokes"),
        ("settling/dispersedMicrometres", "CoolingAndSettlingTests: Stokes"),
        ("settling/roomCelsius", "CoolingAndSettlingTests: Newton"),
        ("settling/pourAboveSetCelsius", "CoolingAndSettlingTests: Newton"),
        ("settling/coolingPerMinute", "CoolingAndSettlingTests: Newton"),
        ("stability/plan/", "OutlookTests: the plan of looks"),
        ("texture/skinCelsius", "the temperature at which solids on skin are read"),
        ("texture/undercoolingCelsius", "in the sum of pouring/additionCelsius, whose border stands here"),
        ("texture/strengths/", "TradeFactTests: fitted to the facts"),
        ("texture/powders/", "TradeFactTests: fitted to the facts"),
        ("texture/powderExceptions/", "TradeFactTests: fitted to the facts"),
        ("texture/otherPowder", "FormTests"),
        ("texture/bands/0/", "the softest band begins at nothing"),
        ("texture/structure/flexiblePartnerPercent", "FindingExampleTests: its fix cures"),
        ("texture/structure/oilHeld", "one sum with beeswax's, whose border stands here"),
    ];

    private static readonly Dictionary<string, Border> All = RuleBorders
        .Doses.Concat(RuleBorders.Keeping)
        .Concat(RuleBorders.Mixing)
        .Concat(RuleBorders.Labels)
        .Concat(RuleBorders.Texture)
        .Concat(RuleBorders.Reading)
        .Concat(RowBorders.Windows)
        .Concat(RowBorders.Limits)
        .Concat(RowBorders.Groups)
        .ToDictionary(border => border.Path, StringComparer.Ordinal);

    public static TheoryData<string> Paths => [.. All.Keys];

    /// <summary>By the names of the rules: "from" counts the border in, "most" and "below" leave it out.</summary>
    [Theory]
    [MemberData(nameof(Paths))]
    public void Seen_on_one_side_of_its_border(string path)
    {
        var border = All[path];
        var quantity = border.Measured();
        var (below, at, above) = (border.SeenAt(quantity + border.Step), border.SeenAt(quantity), border.SeenAt(quantity - border.Step));
        (below, at, above).ShouldBe(
            border.Side switch
            {
                Side.Below => (true, false, false),
                Side.From => (false, true, true),
                Side.Above => (false, false, true),
                _ => throw new InvalidOperationException(),
            },
            $"{quantity} just below, at and just above"
        );
    }

    [Fact]
    public void Every_threshold_of_the_rules_has_its_border() =>
        DataFiles
            .Shipped.Names.Where(name => name.StartsWith("data/rules/", StringComparison.Ordinal))
            .SelectMany(name => Numbers(JsonNode.Parse(DataFiles.Shipped.Text(name))!, Path.GetFileNameWithoutExtension(name)))
            .Where(path => !All.ContainsKey(path) && !Figures.Any(figure => path.StartsWith(figure.Paths, StringComparison.Ordinal)))
            .ShouldBeEmpty();

    [Fact]
    public void No_border_speaks_of_a_threshold_that_is_gone()
    {
        var known = DataFiles
            .Shipped.Names.Where(name => name.StartsWith("data/rules/", StringComparison.Ordinal))
            .SelectMany(name => Numbers(JsonNode.Parse(DataFiles.Shipped.Text(name))!, Path.GetFileNameWithoutExtension(name)))
            .ToHashSet(StringComparer.Ordinal);
        All.Keys.Where(path => !known.Contains(path)).ShouldBeEmpty();
        Figures.Where(figure => !known.Any(path => path.StartsWith(figure.Paths, StringComparison.Ordinal))).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_said_to_hold_a_figure_is_there()
    {
        var there = typeof(BorderTests).Assembly.GetTypes().Select(type => type.Name).ToHashSet(StringComparer.Ordinal);
        Figures
            .SelectMany(figure => figure.HeldBy.Split([' ', ':', ',', '.'], StringSplitOptions.RemoveEmptyEntries))
            .Where(word => word.EndsWith("Tests", StringComparison.Ordinal) && !there.Contains(word))
            .ShouldBeEmpty();
    }

    private static IEnumerable<string> Numbers(JsonNode? node, string path) =>
        node switch
        {
            JsonObject members => members.SelectMany(member => Numbers(member.Value, $"{path}/{member.Key}")),
            JsonArray items => items.SelectMany((item, at) => Numbers(item, $"{path}/{at}")),
            JsonValue value when value.GetValueKind() == System.Text.Json.JsonValueKind.Number => [path],
            _ => [],
        };
}
