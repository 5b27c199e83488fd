namespace UmberCrock.Browser.Tests;

/// <summary>What a newcomer does, with the keyboard alone.</summary>
public sealed class StoryTests : IDisposable
{
    private readonly Server server = Server.Start();
    private readonly Page page = new();

    public void Dispose()
    {
        page.Dispose();
        server.Dispose();
    }

    [Fact]
    public void Beeswax_from_18_to_26_is_seen_cured_undone_and_kept_over_a_restart()
    {
        page.Open(server.Address);
        page.All(".shelf .form").Count.ShouldBeGreaterThanOrEqualTo(5);
        page.All(".shelf .form")
            .Select(form => form.GetAttribute("data-verdict"))
            .Distinct()
            .Order()
            .ShouldBe(["caution", "clear", "stop"]);

        // The shelf has the keyboard; its first formula is the hand stick.
        page.Until(() => page.Focused.Text.Contains("Blade-hand stick", StringComparison.Ordinal), "the first formula has the focus");
        page.Press(Keys.Enter);
        page.Until(
            () => page.Path.StartsWith("/bench/", StringComparison.Ordinal) && page.Focused.GetAttribute("id") == "line-0",
            "the bench, its first line focused"
        );
        Dose(0).ShouldBe("18.00");

        page.Press("2", "6", Keys.Enter);
        page.Until(() => page.Text("#state-0") == "1.00 above", "the dose stands against its window");
        page.Text("#total").ShouldBe("100.00");
        Dose(0).ShouldBe("26.00");
        page["#line-0 .gr"].Text.ShouldStartWith("62.40");
        page["#line-0"].GetAttribute("class").ShouldNotBeNull().ShouldContain("wedge");
        page.Text(".finding[data-code=above-window] b").ShouldBe("Beeswax is 1.00 above its window");
        page.Text(".finding[data-code=above-window] [data-fix]").ShouldStartWith("Set to 25.00");
        page.Text(".inci p").ShouldContain("Cera Alba");
        page.All(".watch li").Count.ShouldBeGreaterThanOrEqualTo(2);
        page.All(".read b").Select(word => word.Text).ShouldBe(["hard bar", "hard bar", "hard bar", "stick"]);
        page.Run<string>("return document.querySelector('.chart').getAttribute('aria-label')").ShouldContain("hard bar");

        // Next finding, its fix; the curve it would give is shown while it has the focus.
        page.Press(Keys.Escape, ".");
        page.Until(() => page.Focused.GetAttribute("data-fix") is not null, "the fix has the focus");
        page.Run<bool>("return document.querySelector('#ghost').hasAttribute('d')").ShouldBeTrue();
        page.Press(Keys.Enter);
        page.Until(() => Dose(0) == "25.00", "the fix is applied");
        page.All(".finding[data-code=above-window]").ShouldBeEmpty();

        page.Press("z");
        page.Until(() => Dose(0) == "26.00", "undone");

        server.Restart();
        page.Open(new Uri(server.Address, page.Path));
        Dose(0).ShouldBe("26.00");
        page.Press("z");
        page.Until(() => Dose(0) == "18.00", "undo reaches back over the restart");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void A_dose_that_is_no_number_stays_as_typed_and_says_so()
    {
        OpenBench("Blade-hand stick");
        page.Press("1", "a", "b", Keys.Enter);
        page.Until(() => page.Text("#state-0").Contains("is not a dose", StringComparison.Ordinal), "what is wrong is said");
        Dose(0).ShouldBe("1ab");
        page.Text("#total").ShouldBe("100.00");
        page.Press(Keys.Escape);
        page.Until(() => Dose(0) == "18.00", "Esc gives the old dose back");

        page.Press("1", "8", ",", "5", Keys.Enter);
        page.Until(() => Dose(0) == "18.50", "a decimal comma is read");
    }

    [Fact]
    public void Lines_are_nudged_added_moved_balanced_and_taken_out_by_key()
    {
        OpenBench("Newborn oar-cradle balm");
        page.Press("=");
        page.Until(() => Dose(0) == "14.10", "nudged by 0.10");
        page.PressHolding(Keys.Shift, "-");
        page.Until(() => Dose(0) == "13.10", "nudged by 1.00 with Shift");

        page.Press("/");
        page.Until(() => page.Focused.GetAttribute("id") == "add-query", "the search has the focus");
        page.Press("huile de coco");
        page.Until(
            () => page.All("#add-list [role=option]").Count > 0 && page.Text("#add-list [aria-selected=true] b") == "Coconut oil",
            "found by its French name"
        );
        page.Press(Keys.Enter);
        page.Until(() => page.Focused.GetAttribute("data-dose") == "4", "the new line's dose has the focus");
        page.Text("#line-4 .nm b").ShouldBe("Coconut oil");
        page.Press("5", Keys.Enter);
        page.Until(() => Dose(4) == "5.00", "its dose is typed");

        page.Press(Keys.Escape);
        page.PressHolding(Keys.Alt, Keys.ArrowUp);
        page.Until(() => page.Text("#line-3 .nm b") == "Coconut oil", "moved up");
        page.Press("b");
        page.Until(() => page.Text("#state-3") == "to 100", "it is the balance line now");
        page.Text("#total").ShouldBe("100.00");
        page.Press("z");
        page.Until(() => Dose(3) == "5.00", "undone");
        page.Press(Keys.Delete);
        page.Until(() => page.All("#rows .row").Count == 5, "taken out");
        page.Press(Keys.ArrowDown);
        page.Focused.GetAttribute("id").ShouldBe("line-4");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void An_ingredient_is_replaced_by_key_without_what_is_avoided()
    {
        OpenBench("Newborn oar-cradle balm");
        page.Press("r");
        page.Until(() => page.Focused.GetAttribute("class") == "swap", "the closest candidate has the keyboard");
        page.Text("#swap-title").ShouldStartWith("In the place of beeswax");
        page.Run<object>("document.querySelector('#swap-sheet [value=bee]').click(); return 1;");
        page.Until(
            () => page.All(".swap").Count > 0 && page.All(".swap b").All(name => !name.Text.Contains("Beeswax", StringComparison.Ordinal)),
            "without bees"
        );
        page.Run<object>(
            "[...document.querySelectorAll('.swap')].find(choice => choice.textContent.includes('Candelilla')).focus(); return 1;"
        );
        page.Press(Keys.Enter);
        page.Until(() => page.Text("#line-0 .nm b") == "Candelilla wax", "taken");
        Dose(0).ShouldBe("9.33", "two thirds of 14 by the school that is set");
        page.Text("#total").ShouldBe("100.00");
        page.Press("z");
        page.Until(() => page.Text("#line-0 .nm b") == "Beeswax" && Dose(0) == "14.00", "undone in one");
        page.Complaints.ShouldBeEmpty();
    }

    private void OpenBench(string name)
    {
        page.Open(server.Address);
        page.All(".shelf .form").Single(form => form.Text.Contains(name, StringComparison.Ordinal)).Click();
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the first line has the focus");
    }

    private string? Dose(int line) => page[$"#dose-{line}"].GetAttribute("value");
}
