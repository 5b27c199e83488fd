namespace UmberCrock.Browser.Tests;

/// <summary>What holds of every page in every state.</summary>
internal static class Checks
{
    /// <summary>What axe-core, a general accessibility checker, has against the page: WCAG 2 A and AA, and good practice.</summary>
    public static string Violations(Page page)
    {
        page.Run<object>($"{Checker}; return 1;");
        page.Run<object>(
            "window.found = null; axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'best-practice'] }).then(result => { window.found = "
                + "result.violations.map(rule => rule.id + ': ' + rule.nodes.map(node => node.html.slice(0, 120)).join(' | "
                + "')).join('\\n'); }); return 1;"
        );
        page.Until(() => page.Run<object?>("return window.found") is not null, "the checker is done");
        return page.Run<string>("return window.found");
    }

    /// <summary>Nothing hangs out sideways at a width, no text is cut off by what holds it, and none lies on another.</summary>
    public static void Fits(Page page, int width, string path)
    {
        page.Run<long>("return document.documentElement.scrollWidth").ShouldBeLessThanOrEqualTo(width, $"{path} at {width}");
        page.Run<string>($"{Reader}; return misfits();").ShouldBe("", $"{path} at {width}");
    }

    private static string Checker { get; } = Shipped("axe.min.js");

    private static string Reader { get; } = Shipped("misfits.js");

    private static string Shipped(string file) => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, file));
}
