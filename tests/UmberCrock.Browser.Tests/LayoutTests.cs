namespace UmberCrock.Browser.Tests;

/// <summary>Screens fit, and can be used without sight or colour.</summary>
public sealed class LayoutTests(LayoutTests.Running running) : IClassFixture<LayoutTests.Running>
{
    private readonly Server server = running.Server;

    /// <summary>One server and its demo data for all of them: they only look.</summary>
    public sealed class Running : IDisposable
    {
        internal Server Server { get; } = Server.Start();

        public void Dispose() => Server.Dispose();
    }

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

    /// <summary>On a phone, the pages that are used there or lead there.</summary>
    [Theory]
    [InlineData("/batches/2/rescue?want=band&band=balm&celsius=26")]
    [InlineData("/devices")]
    [InlineData("/day?f=4&g=480&f=6&g=240")]
    [InlineData("/copies")]
    [InlineData("/phones")]
    [InlineData("/bin")]
    [InlineData("/unlock")]
    [InlineData("/pair?key=none")]
    [InlineData("/intake?sample=true")]
    [InlineData("/bench/6/method")]
    [InlineData("/bench/6/start")]
    [InlineData("/batches")]
    [InlineData("/batches/4")]
    [InlineData("/batches/3/record")]
    [InlineData("/batches/3/labels?from=3")]
    [InlineData("/batches/4/parts")]
    [InlineData("/batches?lot=B4")]
    [InlineData("/buy")]
    [InlineData("/larder/count")]
    [InlineData("/?show=today")]
    public void Nothing_hangs_out_sideways_on_a_phone(string path)
    {
        using var page = new Page(390, 844);
        page.AsPhone(390, 844);
        page.Open(new Uri(server.Address, path));
        page.Run<long>("return document.documentElement.scrollWidth").ShouldBeLessThanOrEqualTo(390, path);
    }

    /// <summary>The rules of axe-core (WCAG 2 A and AA), a general accessibility checker.</summary>
    [Theory]
    [InlineData("/")]
    [InlineData("/bench")]
    [InlineData("/larder")]
    [InlineData("/larder/shea-butter-refined")]
    [InlineData("/larder/new?from=beeswax")]
    [InlineData("/settings")]
    [InlineData("/intake?sample=true")]
    [InlineData("/bench/6")]
    [InlineData("/bench/6/how")]
    [InlineData("/bench/6/notes")]
    [InlineData("/bench/6/weigh")]
    [InlineData("/bench/6/method")]
    [InlineData("/bench/6/start")]
    [InlineData("/batches")]
    [InlineData("/batches/4")]
    [InlineData("/batches/3/record")]
    [InlineData("/batches/3/labels?from=3")]
    [InlineData("/batches/4/parts")]
    [InlineData("/batches?lot=B4")]
    [InlineData("/buy")]
    [InlineData("/larder/count")]
    [InlineData("/?show=today")]
    [InlineData("/bench/6/compare")]
    [InlineData("/bench/6/ladder")]
    [InlineData("/bench/6/label")]
    [InlineData("/batches/2/rescue?want=band&band=balm&celsius=26")]
    [InlineData("/devices")]
    [InlineData("/day?f=4&g=480&f=6&g=240")]
    [InlineData("/copies")]
    [InlineData("/phones")]
    [InlineData("/bin")]
    [InlineData("/unlock")]
    [InlineData("/pair?key=none")]
    public void The_accessibility_checker_finds_nothing(string path)
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, path));
        var checker = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "axe.min.js"));
        page.Run<object>($"{checker}; return 1;");
        page.Run<object>(
            "window.found = null; axe.run({ runOnly: ['wcag2a', 'wcag2aa'] }).then(result => { window.found = "
                + "result.violations.map(rule => rule.id + ': ' + rule.nodes.map(node => node.html.slice(0, 120)).join(' | "
                + "')).join('\\n'); }); return 1;"
        );
        page.Until(() => page.Run<object?>("return window.found") is not null, "the checker is done");
        page.Run<string>("return window.found").ShouldBe("");
    }
}
