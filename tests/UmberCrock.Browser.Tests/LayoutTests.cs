namespace UmberCrock.Browser.Tests;

/// <summary>Screens fit, and can be used without sight or colour.</summary>
public sealed class LayoutTests(SharedServer shared) : IClassFixture<SharedServer>
{
    private readonly Server server = shared.Server;

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(820, 1180)] // a tablet in portrait
    [InlineData(1180, 820)] // and in landscape
    public void Nothing_hangs_out_sideways_and_every_dose_keeps_its_gauge(int width, int height)
    {
        using var page = new Page(width, height);
        foreach (
            var path in new[]
            {
                "/",
                "/larder",
                "/larder/shea-butter-refined",
                "/larder/new?from=beeswax",
                "/settings",
                "/intake",
                "/intake?sample=true",
                "/bench/6/how",
                "/bench/6/notes",
                "/bench/6/weigh",
                "/bench/6/method",
                "/bench/6/start",
                "/studies",
                "/studies/2",
                "/studies/2/pictures",
                "/studies/new?batch=3",
                "/wrong?study=2&check=freeze-thaw-1-d12",
                "/your-bench",
                "/batches",
                "/batches/4",
                "/batches/3/record",
                "/batches/3/labels?from=3",
                "/batches/4/parts",
                "/batches?lot=B4",
                "/buy",
                "/larder/count",
                "/?show=today",
                "/bench/6/compare",
                "/bench/6/ladder",
                "/bench/6/label",
                "/batches/2/rescue?want=band&band=balm&celsius=26",
                "/devices",
                "/day?f=4&g=480&f=6&g=240",
                "/copies",
                "/phones",
                "/bin",
                "/unlock",
                "/bench",
            }
        )
        {
            page.Open(new Uri(server.Address, path));
            page.Run<bool>("return document.documentElement.scrollWidth <= window.innerWidth").ShouldBeTrue($"{path} at {width}");
        }

        page.All("#rows .dose").Count.ShouldBe(page.All("#rows .gauge").Count(gauge => gauge.Displayed));
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>On a phone, the pages that are used there or lead there; one browser looks at them all.</summary>
    [Fact]
    public void Nothing_hangs_out_sideways_on_a_phone()
    {
        string[] paths =
        [
            "/batches/2/rescue?want=band&band=balm&celsius=26",
            "/devices",
            "/day?f=4&g=480&f=6&g=240",
            "/copies",
            "/phones",
            "/bin",
            "/unlock",
            "/pair?key=none",
            "/intake?sample=true",
            "/bench/6/method",
            "/bench/6/start",
            "/studies",
            "/studies/2",
            "/studies/2/pictures",
            "/studies/new?batch=3",
            "/wrong?study=2&check=freeze-thaw-1-d12",
            "/your-bench",
            "/batches",
            "/batches/4",
            "/batches/3/record",
            "/batches/3/labels?from=3",
            "/batches/4/parts",
            "/batches?lot=B4",
            "/buy",
            "/larder/count",
            "/?show=today",
        ];
        using var page = new Page(390, 844);
        page.AsPhone(390, 844);
        foreach (var path in paths)
        {
            page.Open(new Uri(server.Address, path));
            page.Run<long>("return document.documentElement.scrollWidth").ShouldBeLessThanOrEqualTo(390, path);
        }
    }

    /// <summary>The rules of axe-core (WCAG 2 A and AA), a general accessibility checker; one browser looks at them all.</summary>
    [Fact]
    public void The_accessibility_checker_finds_nothing()
    {
        string[] paths =
        [
            "/",
            "/bench",
            "/larder",
            "/larder/shea-butter-refined",
            "/larder/new?from=beeswax",
            "/settings",
            "/intake?sample=true",
            "/bench/6",
            "/bench/6/how",
            "/bench/6/notes",
            "/bench/6/weigh",
            "/bench/6/method",
            "/bench/6/start",
            "/studies",
            "/studies/2",
            "/studies/2/pictures",
            "/studies/new?batch=3",
            "/wrong?study=2&check=freeze-thaw-1-d12",
            "/your-bench",
            "/batches",
            "/batches/4",
            "/batches/3/record",
            "/batches/3/labels?from=3",
            "/batches/4/parts",
            "/batches?lot=B4",
            "/buy",
            "/larder/count",
            "/?show=today",
            "/bench/6/compare",
            "/bench/6/ladder",
            "/bench/6/label",
            "/batches/2/rescue?want=band&band=balm&celsius=26",
            "/devices",
            "/day?f=4&g=480&f=6&g=240",
            "/copies",
            "/phones",
            "/bin",
            "/unlock",
            "/pair?key=none",
        ];
        var checker = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "axe.min.js"));
        using var page = new Page();
        foreach (var path in paths)
        {
            page.Open(new Uri(server.Address, path));
            page.Run<object>($"{checker}; return 1;");
            page.Run<object>(
                "window.found = null; axe.run({ runOnly: ['wcag2a', 'wcag2aa'] }).then(result => { window.found = "
                    + "result.violations.map(rule => rule.id + ': ' + rule.nodes.map(node => node.html.slice(0, 120)).join(' | "
                    + "')).join('\\n'); }); return 1;"
            );
            page.Until(() => page.Run<object?>("return window.found") is not null, "the checker is done");
            page.Run<string>("return window.found").ShouldBe("", path);
        }
    }
}
