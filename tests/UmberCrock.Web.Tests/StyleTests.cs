using System.Text.RegularExpressions;

namespace UmberCrock.Web.Tests;

/// <summary>The one style sheet, as it is built and served.</summary>
public sealed partial class StyleTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    /// <summary>Utilities of the style library win over our own rules: a class of ours with the name of one would be placed by it, as
    /// "fixed" once was.</summary>
    [Fact]
    public async Task No_class_of_ours_is_a_utility_of_the_library()
    {
        var sheet = await client.GetStringAsync(new Uri("/built/app.css", UriKind.Relative));
        var ours = ClassesOf(sheet, "components");
        ours.ShouldContain(".refusal");
        ours.Intersect(ClassesOf(sheet, "utilities")).ShouldBeEmpty();
    }

    private static HashSet<string> ClassesOf(string sheet, string layer)
    {
        var start = sheet.IndexOf($"@layer {layer}{{", StringComparison.Ordinal);
        start.ShouldBeGreaterThan(0, layer);
        var (end, depth) = (sheet.IndexOf('{', start), 0);
        do
        {
            depth += sheet[end] switch
            {
                '{' => 1,
                '}' => -1,
                _ => 0,
            };
            end++;
        } while (depth > 0);
        return [.. ClassName().Matches(sheet[start..end]).Select(match => match.Value)];
    }

    [GeneratedRegex(@"\.[a-zA-Z][\w-]*", RegexOptions.NonBacktracking)]
    private static partial Regex ClassName();
}
