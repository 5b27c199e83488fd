namespace UmberCrock.Browser.Tests;

/// <summary>Answers that come in another order than they were asked for, and answers that are refusals: the page shows what was asked last,
/// and keeps what it had.</summary>
public sealed class AnswersTests(SharedServer shared) : IClassFixture<SharedServer>, IDisposable
{
    // The first answer is held back until well after the second one is there.
    private const string FirstComesLast =
        "const real = window.fetch; let asked = 0; window.answered = 0; window.fetch = (...what) => { const turn = ++asked;"
        + " return real(...what).then(reply => new Promise(go => setTimeout(() => { window.answered += 1; go(reply); }, turn === 1 "
        + "? 1500 : 0))); }; return 1;";

    private const string Refuses =
        "window.fetch = async () => new Response(JSON.stringify({ title: 'An error', detail: 'Out of reach just now.' }), { "
        + "status: 500 }); return 1;";
    private readonly Server server = shared.Server;
    private readonly Page page = new();

    public void Dispose() => page.Dispose();

    [Fact]
    public void A_reading_that_comes_late_does_not_replace_the_newer_one()
    {
        page.Open(new Uri(server.Address, "/intake"));
        page.Run<object>(FirstComesLast);
        Type("#intake-text", "20 g beeswax\n80 g olive oil\n5 g castor oil");
        page.Click("#intake-read");
        Type("#intake-text", "20 g beeswax\n80 g olive oil");
        page.Until(() => page.All(".ir").Count == 2, "the newer reading");
        page.Until(() => page.Run<long>("return window.answered;") >= 2, "the older answer has come too");
        Thread.Sleep(100);
        page.All(".ir").Count.ShouldBe(2);
        page.Run<object>(Refuses);
        Type("#intake-text", "20 g beeswax");
        page.Until(() => page.Text("#intake-count").Contains("Out of reach just now.", StringComparison.Ordinal), "the reason in words");
        page.All(".ir").Count.ShouldBe(2, "what was read stands");
    }

    [Fact]
    public void A_search_that_comes_late_does_not_replace_the_newer_one()
    {
        page.Open(new Uri(server.Address, "/larder"));
        page.Run<object>(FirstComesLast);
        Type("#find", "oil");
        Type("#find", "carnauba");
        page.Until(() => page.Run<long>("return window.answered;") == 2, "both answers have come");
        page.Until(() => page.All(".lrow:not(.head)").Count == 1, "one wax");
        page.Run<object>(Refuses);
        Type("#find", "beeswax");
        page.Until(
            () => page.Text("#larder-refusal").StartsWith("Out of reach just now.", StringComparison.Ordinal),
            "the reason in words"
        );
        page.All(".lrow:not(.head)").Count.ShouldBe(1, "what was found stands");
    }

    [Fact]
    public void Swaps_that_come_late_do_not_replace_the_newer_ones()
    {
        page.Open(new Uri(server.Address, "/bench/1"));
        page.Press("r");
        page.Until(() => page.All("#swap-sheet[open] .swap").Count > 0, "swaps");
        var all = page.Text("#swap-list");
        page.Run<object>(FirstComesLast);
        page.Run<object>(
            "document.querySelector('#swap-sheet [name=inLarder]').click(); document.querySelector('#swap-sheet "
                + "[name=inLarder]').click(); return 1;"
        );
        page.Until(() => page.Run<long>("return window.answered;") == 2, "both answers have come");
        Thread.Sleep(100);
        page.Text("#swap-list").ShouldBe(all, "those of all, as was asked last");
        page.Run<object>(Refuses);
        page.Run<object>("document.querySelector('#swap-sheet [name=inLarder]').click(); return 1;");
        page.Until(() => page.Text("#swap-list").Contains("Out of reach just now.", StringComparison.Ordinal), "the reason in words");
        page["#swap-sheet [name=inLarder]"].Selected.ShouldBeTrue();
        page.Press(OpenQA.Selenium.Keys.Escape);
        page.Press("r");
        page.Until(() => page.All("#swap-sheet[open]").Count == 1, "open for another line");
        page["#swap-sheet [name=inLarder]"].Selected.ShouldBeFalse("what was asked for one line is not asked for the next");
    }

    /// <summary>Whoever presses a button while the answer to the last one comes does not press it in vain.</summary>
    [Fact]
    public void An_answer_waits_for_a_button_that_is_down()
    {
        page.Open(new Uri(server.Address, "/settings"));
        page.Slow(300);
        page.Click("[name=spoons][value=metric]");
        page.Hold("[name=degrees][value=fahrenheit]", 900);
        page.Until(() => page["[name=low]"].GetAttribute("value") == "41", "both are kept, and the page is written anew");
        page.Slow(0);
        page.Open(new Uri(server.Address, "/settings"));
        page["[name=spoons][value=metric]"].Selected.ShouldBeTrue();
        page["[name=degrees][value=fahrenheit]"].Selected.ShouldBeTrue();
    }

    private void Type(string selector, string text) =>
        page.Run<object>(
            $"const field = document.querySelector('{selector}'); field.value = "
                + $"{System.Text.Json.JsonSerializer.Serialize(text)}; field.dispatchEvent(new Event('input', {{ bubbles: true "
                + $"}})); return 1;"
        );
}
