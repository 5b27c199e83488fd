namespace UmberCrock.Browser.Tests;

/// <summary>A batch from its start to the closed record, by key and by thumb, and in two windows.</summary>
public sealed class BatchStoryTests : IDisposable
{
    /// <summary>What the probe says, as it cools.</summary>
    private static readonly string[] Readings = ["72.5", "66", "60.5", "55.5"];

    private readonly Server server = Server.Start();

    public void Dispose() => server.Dispose();

    [Fact]
    public void A_batch_is_made_by_key()
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, "/bench/4/method"));
        page.Press("b");
        page.Until(() => page.Path == "/bench/4/start", "asked how much");
        page.Run<object>("document.querySelector('form[method=post] button').focus(); return 1;");
        page.Press(Keys.Enter);
        page.Until(() => page.Path.StartsWith("/batches/", StringComparison.Ordinal), "begun");
        var batch = page.Path;
        for (var line = 1; line <= 9; line++)
        {
            page.Text(".what .of").ShouldBe($"line {line} of 9");
            var target = page["#grams"].GetAttribute("data-target")!;
            // A digit goes to the weight, wherever the focus is.
            page.Press(target, Keys.Enter);
            var next = line;
            page.Until(() => page.All("tr.within").Count == next, $"line {line} taken");
        }

        page.Text("#verdict").ShouldBe("In the window");
        foreach (var celsius in Readings)
        {
            page.Press(Keys.Escape);
            page.Run<object>("document.activeElement.blur(); return 1;");
            page.Press("p");
            page.Press(celsius, Keys.Enter);
            page.Until(() => page["#celsius"].GetAttribute("placeholder") == Shown(celsius), $"{celsius} kept");
        }

        page.Text("#eta").ShouldContain("°C");
        page.All(".coolchart").Count.ShouldBe(1);
        page.Run<object>("document.activeElement.blur(); return 1;");
        page.Press("d");
        page.Until(() => page.All(".allsteps .done").Count == 1, "the first step is done");
        page.Run<object>("document.activeElement.blur(); return 1;");
        page.Press("z");
        page.Until(() => page.All(".allsteps .done").Count == 0, "and taken back");
        Fill(page);
        page.Until(() => page.Path == $"{batch}/record", "closed");
        page.Text(".cameout p").ShouldContain("4 pieces");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>On an address that a browser holds for secure, as https is, the screen stays awake and the page says if it rings.</summary>
    [Fact]
    public void The_screen_stays_awake_and_rings()
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, "/batches/4"));
        page.Run<bool>("return window.isSecureContext").ShouldBeTrue();
        page.Until(() => page["main"].GetAttribute("data-awake") == "yes", "it is kept awake");
        page["#awake"].GetAttribute("data-more").ShouldBe("It does not ring.");
        page.Press("s");
        page.Until(() => page["#ring"].GetAttribute("aria-pressed") == "true", "it rings");
        page["#awake"].GetAttribute("data-more").ShouldBe("It rings.");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_can_be_made_today_is_begun_from_the_shelf()
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, "/"));
        page.Press("t");
        page.Until(() => page.All("a.start").Count == 1, "what the larder suffices for");
        page.Press("b");
        page.Until(() => page.Path.EndsWith("/start", StringComparison.Ordinal), "asked how much");
        page.Text(".goodnews").ShouldContain("enough of everything");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_record_is_read_by_key()
    {
        using var page = new Page();
        var record = new Uri(server.Address, "/batches/3/record");
        page.Open(record);
        var first = page.Text("tr.sel th a");
        page.Press(Keys.ArrowDown);
        page.Until(() => page.Text("tr.sel th a") != first, "the next line");
        page.Press("t");
        page.Until(() => page.Path == "/batches", "its lot is traced");
        page.Open(record);
        page.Press("c");
        page.Until(() => page["#correct select"].Displayed, "a correction is open");
        page.Press(Keys.Escape);
        page.Open(record);
        page.Press("l");
        page.Until(() => page.Path == "/batches/3/labels", "its labels");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_batch_is_made_by_thumb()
    {
        using var page = new Page(390, 844);
        page.AsPhone(390, 844);
        page.Open(new Uri(server.Address, "/bench/4/start"));
        page.Click("form[method=post] button");
        page.Until(() => page.Path.StartsWith("/batches/", StringComparison.Ordinal), "begun");
        page["#grams"].SendKeys(page["#grams"].GetAttribute("data-target")!);
        page.Click(".acts .first");
        page.Until(() => page.All("tr.within").Count == 1, "taken");
        page.Click("[data-tab=cool]");
        page["#celsius"].SendKeys("71.4");
        page.Click(".pot .btn");
        page.Until(() => page.Text("[data-tab=cool]").Contains("71.4", StringComparison.Ordinal), "kept, and said in the rim");
        page.Click("[data-tab=steps]");
        page.Click("[data-panel=steps] .first");
        page.Until(() => page.All(".allsteps .done").Count == 1, "the step is done");
        page.Run<bool>("return document.documentElement.scrollWidth <= 390").ShouldBeTrue();
        foreach (var button in page.All("[data-panel=steps] .btn, .tabs button"))
            (button.Displayed ? button.Size.Height : 52).ShouldBeGreaterThanOrEqualTo(48, button.Text);
        page.Click("[data-tab=steps]");
        Fill(page);
        page.Until(() => page.Path.EndsWith("/record", StringComparison.Ordinal), "closed");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>The second window is told what the first did; nothing is taken twice.</summary>
    [Fact]
    public void Two_windows_on_one_batch()
    {
        using var page = new Page();
        var stove = new Uri(server.Address, "/batches/4?line=0");
        page.Open(stove);
        page.OpenTab(stove);
        Note(page, "from the second window");
        page.Until(() => page.All(".refusal").Count == 0, "kept");
        page.GoToTab(0);
        Note(page, "from the first window");
        page.Until(() => page.All(".refusal").Count == 1, "told");
        page.Text(".refusal").ShouldContain("from the second window");
    }

    private static void Note(Page page, string text)
    {
        page["[data-panel=steps] input[name=text]"].SendKeys(text);
        page["[data-panel=steps] input[name=text]"].SendKeys(Keys.Enter);
    }

    private static void Fill(Page page)
    {
        page.Run<object>(
            "document.querySelector('.fillform [name=container]').value = 'tin 60 mL'; document.querySelector('.fillform "
                + "[name=count]').value = '4'; return 1;"
        );
        page[".fillform [name=grams]"].SendKeys("230");
        page[".fillform [name=grams]"].SendKeys(Keys.Enter);
        page.Until(() => page.All("[data-panel=steps] p").Any(word => word.Text.Contains("4 × tin", StringComparison.Ordinal)), "filled");
        page["[data-panel=steps] input[name=by]"].SendKeys("the bosun");
        page["[data-panel=steps] input[name=by]"].SendKeys(Keys.Enter);
    }

    private static string Shown(string celsius) =>
        decimal.Parse(celsius, System.Globalization.CultureInfo.InvariantCulture)
            .ToString("0.0", System.Globalization.CultureInfo.InvariantCulture);
}
