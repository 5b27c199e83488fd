namespace UmberCrock.Browser.Tests;

/// <summary>Screens fit, and can be used without sight or colour.</summary>
public sealed class LayoutTests(SharedServer shared) : IClassFixture<SharedServer>
{
    private readonly Server server = shared.Server;

    /// <summary>Every page of the application, with the demo in it; a new one joins here.</summary>
    private static readonly string[] Paths =
    [
        "/",
        "/?show=today",
        "/bench",
        "/bench/6",
        "/bench/6/how",
        "/bench/6/notes",
        "/bench/6/weigh",
        "/bench/6/method",
        "/bench/6/start",
        "/bench/6/compare",
        "/bench/6/ladder",
        "/bench/6/label",
        "/larder",
        "/larder/shea-butter-refined",
        "/larder/new?from=beeswax",
        "/larder/count",
        "/settings",
        "/intake",
        "/intake?sample=true",
        "/studies",
        "/studies/2",
        "/studies/2/pictures",
        "/studies/new?batch=3",
        "/wrong?study=2&check=freeze-thaw-1-d12",
        "/your-bench",
        "/batches",
        "/batches?lot=B4",
        "/batches/4",
        "/batches/4/parts",
        "/batches/3/record",
        "/batches/3/labels?from=3",
        "/batches/2/rescue?want=band&band=balm&celsius=26",
        "/buy",
        "/devices",
        "/day?f=4&g=480&f=6&g=240",
        "/copies",
        "/phones",
        "/help",
        "/bin",
        "/unlock",
        "/pair?key=none",
        "/nowhere",
    ];

    /// <summary>A desk, tablets in portrait and landscape, and twofold size on a desk (WCAG 1.4.4).</summary>
    [Fact]
    public void Nothing_hangs_out_sideways_and_the_checker_finds_nothing_on_a_desk()
    {
        using var page = new Page();
        foreach (var path in Paths)
        {
            page.AsDesk(1280, 800);
            page.Open(new Uri(server.Address, path));
            Checks.Violations(page).ShouldBe("", path);
            Checks.Fits(page, 1280, path);
            foreach (var (width, height) in new[] { (1920, 1080), (1024, 768), (820, 1180), (640, 400) })
            {
                page.AsDesk(width, height);
                Checks.Fits(page, width, path);
            }
        }
    }

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(820, 1180)]
    [InlineData(1024, 768)]
    public void Every_dose_keeps_its_gauge(int width, int height)
    {
        using var page = new Page(width, height);
        page.Open(new Uri(server.Address, "/bench"));
        page.All("#rows .dose").Count.ShouldBe(page.All("#rows .gauge").Count(gauge => gauge.Displayed));
    }

    /// <summary>A phone, and the width that fourfold size leaves of a screen (WCAG 1.4.10); the checker looks at the phone too.</summary>
    [Fact]
    public void Nothing_hangs_out_sideways_on_a_phone_and_the_checker_finds_nothing_there()
    {
        using var page = new Page(390, 844);
        foreach (var path in Paths)
        {
            page.AsPhone(390, 844);
            page.Open(new Uri(server.Address, path));
            Checks.Violations(page).ShouldBe("", path);
            Checks.Fits(page, 390, path);
            page.AsPhone(320, 640);
            Checks.Fits(page, 320, path);
        }
    }

    /// <summary>What is refused says so where it is, and the checker finds nothing there.</summary>
    [Theory]
    [InlineData("/", "document.querySelector('.new [name=name]').required = false; document.querySelector('.new .btn').click()")]
    [InlineData(
        "/settings",
        "const drops = document.querySelector('[name=drops]'); drops.value = 'many'; "
            + "drops.dispatchEvent(new Event('change', { bubbles: true }))"
    )]
    [InlineData(
        "/larder/new?from=beeswax",
        "document.querySelector('[name=density]').value = 'x'; document.querySelector('.acts .btn').click()"
    )]
    public void A_form_that_was_refused_is_read_by_everyone(string path, string send)
    {
        using var page = new Page();
        foreach (var isPhone in new[] { false, true })
        {
            if (isPhone)
                page.AsPhone(390, 844);
            page.Open(new Uri(server.Address, path));
            page.Run<object>($"{send}; return 1;");
            page.Until(() => page.All(".refusal").Any(refusal => refusal.Displayed), "it says why");
            Checks.Violations(page).ShouldBe("", path);
            Checks.Fits(page, isPhone ? 390 : 1280, path);
        }
    }

    /// <summary>Its sheets as well: each is opened on the bench and looked at.</summary>
    [Theory]
    [InlineData(1280, 800)]
    [InlineData(390, 844)]
    public void The_accessibility_checker_finds_nothing_in_the_sheets_of_the_bench(int width, int height)
    {
        using var page = new Page(width, height);
        if (width < 600)
            page.AsPhone(width, height);
        page.Open(new Uri(server.Address, "/bench/6"));
        page.Until(() => page.All("#rows .row.sel").Count == 1, "the bench");
        foreach (var sheet in new[] { "keys", "phase", "formula", "line", "more", "add", "swap", "make" })
        {
            page.Run<object>($"document.getElementById('{sheet}-sheet').showModal(); return 1;");
            Checks.Violations(page).ShouldBe("", sheet);
            page.Run<bool>("return document.documentElement.scrollWidth <= innerWidth").ShouldBeTrue(sheet);
            page.Run<object>($"document.getElementById('{sheet}-sheet').close(); return 1;");
        }
    }
}
