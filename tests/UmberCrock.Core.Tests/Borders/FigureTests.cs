namespace UmberCrock.Core.Tests.Borders;

/// <summary>The numbers that have no border name what holds them.</summary>
public class FigureTests
{
    [Fact]
    public void What_is_said_to_hold_a_figure_is_there()
    {
        var there = typeof(FigureTests).Assembly.GetTypes().Select(type => type.Name).ToHashSet(StringComparer.Ordinal);
        Figures
            .All.SelectMany(figure => figure.HeldBy.Split([' ', ':', ',', '.'], StringSplitOptions.RemoveEmptyEntries))
            .Where(word => word.EndsWith("Tests", StringComparison.Ordinal) && !there.Contains(word))
            .ShouldBeEmpty();
    }
}
