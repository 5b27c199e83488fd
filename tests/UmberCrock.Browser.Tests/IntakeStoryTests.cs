using UmberCrock.Core.Demo;

namespace UmberCrock.Browser.Tests;

/// <summary>A recipe from the noticeboard to the bench, with the keyboard alone.</summary>
public sealed class IntakeStoryTests(SharedServer shared) : IClassFixture<SharedServer>, IDisposable
{
    private readonly Server server = shared.Server;
    private readonly Page page = new();

    public void Dispose() => page.Dispose();

    [Fact]
    public void The_noticeboard_recipe_is_pasted_corrected_and_put_on_the_bench()
    {
        page.Open(server.Address);
        page.Until(() => page.All(".shelf .form").Count > 0, "the shelf");
        page.Press("p");
        page.Until(() => page.Focused.GetAttribute("id") == "intake-text", "there is a place to paste into");
        Paste(DemoRecipe.Text);
        page.Until(() => page.All(".ir").Count == 12 && Here() == "8", "it is read, and the first doubt has the keyboard");
        page.Text("#intake-count").ShouldBe("8 lines read, 2 need you");
        page.Text("#row-3 .rd b").ShouldBe("Beeswax");
        page.Text("#row-11 .ms").ShouldBe("by drops");
        page.Text(".sum .caution b").ShouldEndWith("g more than it claims to make.");

        page.Press("x");
        page.Until(() => page.Text("#row-8 .rd span") == "left out", "goose grease is left out");
        page.Text("#row-8 .as").ShouldBe("a knob of goose grease", "what was pasted stays");
        page.Press(".");
        page.Until(() => Here() == "10", "the next doubt");
        page.Press("t");
        page.Until(() => page.Text("#row-10 .am b") == "1 g", "a tenth is read");
        page.Open(new Uri(server.Address, "/intake"));
        page.Until(() => page.All(".ir").Count == 12 && page.Text("#row-10 .am b") == "1 g", "a reload loses nothing");
        page.Run<object>("document.getElementById('row-10').focus(); return 1;");
        page.Press("e");
        page.Until(() => page.Focused.GetAttribute("id") == "intake-text", "the line can be edited where it stands");
        page.Press("vitamin E 10 g");
        page.Until(() => page.Text("#row-10 .am b") == "10 g", "as it was pasted, read as one types");
        page.Press(Keys.Escape);
        page.Until(() => Here() == "10", "back to its reading");
        page.Press("t");
        page.Until(() => page.Text("#row-10 .am b") == "1 g", "a tenth again");
        page.Press("z");
        page.Until(() => page.Text("#row-10 .am b") == "10 g", "undone");
        page.Press("t");
        page.Until(() => page.Text("#row-10 .am b") == "1 g", "and done again");

        page.Press("e");
        page.Until(() => page.Focused.GetAttribute("id") == "intake-text", "the line can be edited where it stands");
        page.Press("1.2 g vitamin E");
        page.Until(() => page.Text("#row-10 .am b") == "1.2 g", "as it was typed");
        page.Press(Keys.Escape);
        page.Until(() => Here() == "10", "back to its reading");

        page.PressHolding(Keys.Control, Keys.Enter);
        page.Until(
            () => page.Path.StartsWith("/bench/", StringComparison.Ordinal) && page.Focused.GetAttribute("id") == "line-0",
            "it is on the bench"
        );
        page["#f-name"].GetAttribute("value").ShouldBe("Cold-oar hand balm");
        page.All("#rows .row").Count.ShouldBe(7);
        page.All("#rows .phase[id]").Count.ShouldBe(2);
        page.Text("#total").ShouldBe("100.00");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>A guess stands first with its reason, and one choice changes it.</summary>
    [Fact]
    public void A_guess_is_shown_with_its_reason_and_changed_by_one_choice()
    {
        page.Open(new Uri(server.Address, "/intake"));
        Paste("Paw balm\n20 g beeswax\n80 g olive oil");
        page.Until(() => page.All(".guesses select").Count == 4, "what it is and who wears it");
        page.Text(".guesses label:has([name=audience])").ShouldContain("the name says \"paw\"");
        page.Text(".guesses [name=audience] option:checked").ShouldBe("dogs");
        page.Run<object>("document.querySelector('.guesses [name=audience]').focus(); return 1;");
        page.Press("hors");
        page.Until(
            () => page.All(".guesses label:has([name=audience]) small").Count == 0 && page.Focused.GetAttribute("name") == "audience",
            "chosen, no guess any more, and the keyboard is where it was"
        );
        page.Text(".guesses [name=audience] option:checked").ShouldBe("horses");
        page.PressHolding(Keys.Control, Keys.Enter);
        page.Until(() => page.Path.StartsWith("/bench/", StringComparison.Ordinal), "it is on the bench");
        page.All("#bench").ShouldNotBeEmpty();
        page["#f-audience"].GetAttribute("value").ShouldBe("horse");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>From pasting to a clear formula: leave the grease out, the next doubt, a tenth, to the bench, the next finding, and two
    /// fixes.</summary>
    [Fact]
    public void From_pasting_to_a_clear_formula_takes_fewer_than_ten_keys()
    {
        page.Open(new Uri(server.Address, "/intake"));
        Paste(DemoRecipe.Text);
        page.Until(() => Here() == "8", "the first doubt has the keyboard");
        var keys = 0;
        void Press(string key, Func<bool> until, string what)
        {
            page.Press(key);
            keys++;
            page.Until(until, what);
        }

        Press("x", () => page.Text("#row-8 .rd span") == "left out", "goose grease is left out");
        Press(".", () => Here() == "10", "the next doubt");
        Press("t", () => page.Text("#row-10 .am b") == "1 g", "a tenth");
        page.PressHolding(Keys.Control, Keys.Enter);
        keys++;
        page.Until(
            () => page.Path.StartsWith("/bench/", StringComparison.Ordinal) && page.Focused.GetAttribute("id") == "line-0",
            "the bench"
        );
        Press(".", () => page.Focused.GetAttribute("data-fix") is not null, "the worst finding's fix");
        while (page.All(".finding.stop, .finding.caution").Count is var left and > 0)
            Press(Keys.Enter, () => page.All(".finding.stop, .finding.caution").Count < left, "one fewer");
        keys.ShouldBeLessThan(10);
    }

    [Fact]
    public void Text_that_is_no_recipe_is_said_and_stays()
    {
        page.Open(new Uri(server.Address, "/intake"));
        Paste("<script>alert(1)</script>\n\u202Ethe quick brown fox\n\u0001\u0002");
        page.Until(() => page.All(".ir").Count >= 1, "it is read");
        page.PressHolding(Keys.Control, Keys.Enter);
        page.Until(() => page.All(".intakepage .refusal.here").Count == 1, "and refused with a word");
        page["#intake-text"].GetAttribute("value").ShouldNotBeNull().ShouldContain("quick brown fox");
        page.Complaints.ShouldAllBe(complaint => complaint.Contains("422", StringComparison.Ordinal));
    }

    private string? Here() => page.Focused.GetAttribute("data-number");

    private void Paste(string text) =>
        page.Run<object>(
            $$"""
            const field = document.getElementById('intake-text');
            field.value = {{System.Text.Json.JsonSerializer.Serialize(text)}};
            field.dispatchEvent(new Event('paste', { bubbles: true }));
            return 1;
            """
        );
}
