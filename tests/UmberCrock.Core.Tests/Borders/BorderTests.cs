using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>Every threshold of data/rules, just below, at and just above it.</summary>
public class BorderTests
{
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
            .Where(path => !All.ContainsKey(path) && !Figures.All.Any(figure => path.StartsWith(figure.Paths, StringComparison.Ordinal)))
            .ShouldBeEmpty();

    [Fact]
    public void No_border_speaks_of_a_threshold_that_is_gone()
    {
        var known = DataFiles
            .Shipped.Names.Where(name => name.StartsWith("data/rules/", StringComparison.Ordinal))
            .SelectMany(name => Numbers(JsonNode.Parse(DataFiles.Shipped.Text(name))!, Path.GetFileNameWithoutExtension(name)))
            .ToHashSet(StringComparer.Ordinal);
        All.Keys.Where(path => !known.Contains(path)).ShouldBeEmpty();
        Figures.All.Where(figure => !known.Any(path => path.StartsWith(figure.Paths, StringComparison.Ordinal))).ShouldBeEmpty();
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
