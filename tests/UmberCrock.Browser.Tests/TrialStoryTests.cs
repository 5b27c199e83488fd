namespace UmberCrock.Browser.Tests;

/// <summary>Adjusting, trying out and comparing; two windows on one formula, and a connection that drops.</summary>
public sealed class TrialStoryTests : IDisposable
{
    private readonly Server server = Server.Start();
    private readonly Page page = new();

    public void Dispose()
    {
        page.Dispose();
        server.Dispose();
    }

    [Fact]
    public void Two_windows_on_one_formula_do_not_overwrite_each_other_silently()
    {
        OpenBench();
        var address = new Uri(server.Address, page.Path);
        page.OpenTab(address);
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the second window");
        page.Press("2", "1", Keys.Enter);
        page.Until(
            () => page.Text("#kept").StartsWith("Kept", StringComparison.Ordinal) && Dose(0) == "21.00",
            "kept from the second window"
        );

        page.GoToTab(0);
        page.Until(() => Dose(0) == "21.00", "the first window catches up when it is looked at again");
        Elsewhere(0, "20");
        page.Press(Keys.ArrowDown, "6", Keys.Enter);
        page.Until(() => page.Text("#state-1").Contains("changed elsewhere", StringComparison.Ordinal), "it is said");
        Dose(0).ShouldBe("20.00", "what the other window did is shown");
        Dose(1).ShouldBe("6", "and what was typed here is still here");
        page.Press(Keys.Enter);
        page.Until(() => Dose(1) == "6.00" && Dose(0) == "20.00", "both stand");

        Elsewhere(0, "19");
        page.Press(Keys.Escape, "b");
        page.Until(
            () => page.Text("#refusal").Contains("another window", StringComparison.Ordinal),
            "an act that is not typed is told as well"
        );
        Dose(1).ShouldBe("6.00");
    }

    /// <summary>A dose that another window sets, without this one being left.</summary>
    private void Elsewhere(int line, string dose) =>
        page.Run<bool>(
                $$"""
                const bench = document.getElementById('bench');
                return await fetch(`/bench/${bench.dataset.id}?handler=Dose`, {
                  method: 'POST',
                  headers: { 'Content-Type': 'application/json', 'X-Request-Token': document.querySelector('input[name=__RequestVerificationToken]').value },
                  body: JSON.stringify({ version: Number(bench.dataset.version), line: {{line}}, text: '{{dose}}' }),
                }).then(answer => answer.ok);
                """
            )
            .ShouldBeTrue();

    [Fact]
    public void What_is_typed_while_the_application_is_away_is_kept_once_it_is_back()
    {
        OpenBench();
        server.Stop();
        page.Press("2", "2", Keys.Enter);
        page.Until(() => page.Text("#kept").StartsWith("Not kept", StringComparison.Ordinal), "it is said that it is not kept");
        Dose(0).ShouldBe("22");
        page.Press(Keys.ArrowDown, "7");
        server.StartAgain();
        page.Until(
            () => page.Text("#kept").StartsWith("Kept", StringComparison.Ordinal) && Dose(0) == "22.00",
            "and kept once the application answers"
        );
        Dose(1).ShouldBe("7", "what is still being typed is not swept away by the answer");
        page.Press(Keys.Enter);
        page.Until(() => Dose(1) == "7.00", "and kept in its turn");
        page.Open(new Uri(server.Address, page.Path));
        Dose(0).ShouldBe("22.00");
        Dose(1).ShouldBe("7.00");
    }

    [Fact]
    public void A_formula_is_made_fit_for_hot_weather_and_undone_after_a_reload()
    {
        OpenBench();
        page.Press("m");
        page.Until(() => page.All("#make-sheet[open] .cannot").Count == 1, "it is within its limits already");
        page.Press(Keys.ArrowDown, Keys.ArrowDown, Keys.ArrowDown);
        page.Until(
            () => page.All("#make-take").Count == 1 && page.Text("#make-answer .changes").Contains("35 °C", StringComparison.Ordinal),
            "what it would become is shown"
        );
        Dose(1).ShouldBe("4.00", "nothing is taken yet");
        page.Press(Keys.Enter);
        page.Until(() => page["#f-high"].GetAttribute("value") == "35", "taken with one key");
        page.Open(new Uri(server.Address, page.Path));
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench again");
        page.Press("z");
        page.Until(() => page["#f-high"].GetAttribute("value") == "30" && Dose(1) == "4.00", "undone after a reload");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_texture_that_cannot_be_had_is_offered_as_another_form_and_undone()
    {
        page.Open(new Uri(server.Address, "/?find=hoof"));
        page.Until(() => page.Focused.Text.Contains("hoof", StringComparison.OrdinalIgnoreCase), "the shelf");
        page.Press(Keys.Enter);
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench");
        page.Press("m");
        page.Until(() => page.All("#make-sheet[open]").Count == 1, "the sheet");
        page.Run<object>(
            """
            const form = document.getElementById('make-form').elements;
            form.what.value = 'band';
            form.band.value = 'hard-bar';
            form.what.dispatchEvent(new Event('change', { bubbles: true }));
            return 1;
            """
        );
        page.Until(() => page.All("#make-answer .offer").Count == 3, "the nearest there is, and two other forms");
        page.Text("#make-answer").ShouldContain("This cannot be had together");
        page.All("#make-answer .offer")[1].Text.ShouldContain("As a massage bar it can be had");
        page.Run<object>("document.querySelectorAll('#make-answer .offer button')[1].focus(); return 1;");
        page.Press(Keys.Enter);
        page.Until(() => page["#f-form"].GetAttribute("value") == "massage-bar", "taken");
        page.Press("z");
        page.Until(() => page["#f-form"].GetAttribute("value") == "balm", "undone");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_ladder_is_shown_kept_and_a_rung_becomes_the_next_revision_that_stands_beside_the_last()
    {
        OpenBench();
        page.Press("s");
        page.Until(() => page.Text(".strip .rev") == "rev 1", "a revision to compare with");
        page.Press("l");
        page.Until(() => page.All(".rungs tbody tr").Count == 5, "five rungs");
        page.All(".rungs .big").Select(cell => cell.Text).ShouldBe(["16.00", "17.00", "18.00", "19.00", "20.00"]);
        page.All(".tests tfoot td").ShouldAllBe(sum => sum.Text == "20.0");
        Follow("form[action*='handler=Keep'] button");
        page.Until(() => page.All("[name=band-4]").Count == 1, "there is room for what is found");
        page.Run<object>("document.querySelector('[name=band-4]').focus(); return 1;");
        page.Press("stick", Keys.Tab, "smooth", Keys.Tab, "snaps clean");
        Follow(".acts .btn.first");
        page.Until(() => page.Text(".fared").Length > 0, "how the prediction fared is said");
        Follow("button[formaction$='rung=4']");
        page.Until(
            () => page.Path.StartsWith("/bench/", StringComparison.Ordinal) && page.Text(".strip .rev") == "rev 2",
            "the rung is the next revision"
        );
        Dose(0).ShouldBe("20.00");

        page.Press("c");
        page.Until(() => page.All(".revlist li").Count == 3, "the revisions");
        page.Text(".revlist li:nth-child(2)").ShouldContain("ladder, beeswax 20");
        page.Run<object>("document.querySelector('[name=a][value=\"1\"]').focus(); return 1;");
        page.Press(Keys.Space);
        page.Until(
            () =>
                page.Text(".sides h2").StartsWith("rev 1", StringComparison.Ordinal)
                && page.Text(".changes").Contains("beeswax 18 to 20", StringComparison.Ordinal),
            "side by side"
        );
        page.Focused.GetAttribute("value").ShouldBe("1", "the chosen revision still has the keyboard");
        page.Press(Keys.Escape);
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "back at the bench");
        page.Complaints.ShouldBeEmpty();

        void Follow(string button)
        {
            page.Run<object>($"document.querySelector(`{button}`).focus(); return 1;");
            page.Press(Keys.Enter);
        }
    }

    private string? Dose(int line) => page[$"#dose-{line}"].GetAttribute("value");

    private void OpenBench()
    {
        page.Open(server.Address);
        page.Until(() => page.Focused.Text.Contains("Blade-hand stick", StringComparison.Ordinal), "the shelf");
        page.Press(Keys.Enter);
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench");
    }
}
