namespace UmberCrock.Browser.Tests;

/// <summary>What a maker does in the larder, with the keyboard alone.</summary>
public sealed class LarderStoryTests : IDisposable
{
    private readonly Server server = Server.Start();
    private readonly Page page = new();

    public void Dispose()
    {
        page.Dispose();
        server.Dispose();
    }

    [Fact]
    public void An_ingredient_is_found_corrected_and_a_lot_entered_over_a_restart()
    {
        page.Open(new Uri(server.Address, "/larder"));
        page.Until(() => page.Focused.GetAttribute("class")!.Contains("lrow", StringComparison.Ordinal), "the list has the keyboard");
        page.Press("/", "kokm");
        page.Until(
            () =>
                page.All(".lrow:not(.head)").Count == 1
                && page.Text(".lrow:not(.head) b").StartsWith("Kokum butter", StringComparison.Ordinal),
            "found in spite of the slip"
        );
        page.Press(Keys.Enter);
        page.Until(
            () => page.Focused.GetAttribute("href")?.EndsWith("/larder/kokum-butter", StringComparison.Ordinal) == true,
            "the line has the keyboard"
        );
        page.Press(Keys.Enter);
        page.Until(
            () => page.Path == "/larder/kokum-butter" && page.Focused.GetAttribute("data-property") == "density",
            "its page, the first value focused"
        );

        page.Press("e");
        page.Until(() => page.Focused.GetAttribute("id") == "value-value", "the own value's field");
        page.Press("0.8", Keys.Tab, Keys.Tab, Keys.Tab, "own scale", Keys.Enter);
        page.Until(
            () => page.All("#value-sheet .wrong").Count == 1 && page.Focused.GetAttribute("id") is not null,
            "the old range leaves the value out, and that is said"
        );
        page["#value-sheet [name=value-low]"].Clear();
        page["#value-sheet [name=value-high]"].Clear();
        page["#value-sheet [name=source]"].SendKeys(Keys.Enter);
        page.Until(() => page.All(".pr li.own").Count == 1 && page.Text(".pr li.own .v b") == "0.8", "yours stands");

        page.Press("l");
        page.Until(() => page.Focused.GetAttribute("id") == "lot-code", "the lot's sheet");
        page.Press("K1", Keys.Tab, "Lockgate Oils");
        page["#lot-sheet [name=boughtGrams]"].SendKeys("250" + Keys.Enter);
        page.Until(() => page.All(".lot").Count == 1 && page.Text(".lot b") == "K1", "the lot is kept");
        page.Press("w");
        page.Until(() => page.Focused.GetAttribute("id") == "lot-remaining", "weigh what is left");
        page.Press("180,5", Keys.Enter);
        page.Until(() => page.Text(".lot .n b") == "180.50", "what is left is kept");

        server.Restart();
        page.Open(new Uri(server.Address, "/larder?Show=stock"));
        page.All(".lrow:not(.head)")
            .Select(row => row.Text)
            .ShouldContain(row =>
                row.Contains("Kokum butter", StringComparison.Ordinal) && row.Contains("180.50", StringComparison.Ordinal)
            );
        // The refused form above is answered 422, which Chromium writes into its console.
        page.Complaints.Where(complaint => !complaint.Contains("422", StringComparison.Ordinal)).ShouldBeEmpty();
    }

    [Fact]
    public void An_own_ingredient_is_copied_and_stands_in_the_add_list_of_the_bench()
    {
        page.Open(new Uri(server.Address, "/larder/beeswax"));
        page.Until(() => page.Focused.GetAttribute("data-property") is not null, "its page");
        page.Press("c");
        page.Until(() => page.Path == "/larder/new" && page.Focused.GetAttribute("name") == "name", "a copy to be named");
        page["[name=name]"].Clear();
        page["[name=name]"].SendKeys("Hive wax of the boathouse" + Keys.Enter);
        page.Until(() => Uri.UnescapeDataString(page.Path) == "/larder/own:hive-wax-of-the-boathouse", "its own page");

        page.Open(new Uri(server.Address, "/bench"));
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench");
        page.Press("/");
        page.Until(() => page.Focused.GetAttribute("id") == "add-query", "the search");
        page.Press("hive wax");
        page.Until(
            () => page.All("#add-list [aria-selected=true] b").Select(name => name.Text).FirstOrDefault() == "Hive wax of the boathouse",
            "found"
        );
        page.Press(Keys.Enter);
        page.Until(() => page.All("#rows .nm b").Any(name => name.Text == "Hive wax of the boathouse"), "on the bench");
        page.Complaints.ShouldBeEmpty();
    }
}
