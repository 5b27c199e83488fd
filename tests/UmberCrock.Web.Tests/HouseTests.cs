using UmberCrock.Tests;

namespace UmberCrock.Web.Tests;

/// <summary>Rules of the house that no compiler knows.</summary>
public sealed class HouseTests
{
    [Fact]
    public void A_line_of_code_has_at_most_140_letters() => SourceTree.Files("*.cs").SelectMany(file => Wide(file, 140)).ShouldBeEmpty();

    [Theory]
    [InlineData("*.cshtml")]
    [InlineData("*.css")]
    [InlineData("*.js")]
    public void A_line_of_a_page_a_style_or_a_script_has_at_most_160_letters(string pattern)
    {
        var files = SourceTree.Files(pattern).Where(file => !file.Contains("wwwroot/lib", StringComparison.Ordinal)).ToList();
        files.ShouldNotBeEmpty();
        files.SelectMany(file => Wide(file, 160)).ShouldBeEmpty();
    }

    /// <summary>Lines with more letters. Text between three quotation marks is data and stands as it is.</summary>
    private static IEnumerable<string> Wide(string file, int most)
    {
        var raw = false;
        foreach (var (line, at) in File.ReadLines(file).Select((line, at) => (line, at + 1)))
        {
            var marks = line.Split("\"\"\"").Length - 1;
            if (!raw && marks == 0 && line.Length > most)
                yield return $"{Path.GetRelativePath(SourceTree.Root, file)}({at}): {line.Length}";
            raw ^= marks % 2 == 1;
        }
    }
}
