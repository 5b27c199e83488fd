namespace UmberCrock.Browser.Tests;

/// <summary>A look that is due, from the shelf to kept, by keys and by thumb; and a failure that reaches date and formula.</summary>
public sealed class StudyStoryTests : IDisposable
{
    private const int MostKeys = 15;
    private readonly Server server = Server.Start();

    public void Dispose() => server.Dispose();

    /// <summary>D on the shelf, a digit for each sign and the texture, the height, Enter: fewer than fifteen keys.</summary>
    [Fact]
    public void A_look_that_is_due_is_kept_by_keys()
    {
        using var page = new Page();
        var keys = 0;
        void Press(string key)
        {
            page.Press(key);
            keys++;
        }

        page.Open(server.Address);
        page.Until(() => page.All("[data-due=d]").Count == 1, "something is due");
        Press("d");
        page.Until(() => page.Path == "/studies/2", "its study");
        page.Until(() => page.All("#look .cur").Count == 1, "the first sign is asked");
        var check = page["#look [name=check]"].GetAttribute("value");
        var signs = page.All("#look .sign").Count;
        for (var sign = 0; sign < signs; sign++)
            Press("0");
        page.Until(() => page.Text("#judged").StartsWith("By rule: held.", StringComparison.Ordinal), "it is judged as it is marked");
        Press("2");
        foreach (var digit in "100")
            Press($"{digit}");
        Press("\uE007");
        page.Until(() => page["#look [name=check]"].GetAttribute("value") != check, "kept, and the next is asked");
        keys.ShouldBeLessThan(MostKeys);
        page.All($"[data-check='{check}'][data-status=held]").Count.ShouldBe(1);
        page.Press("z");
        page.Until(() => page.All($"[data-check='{check}'][data-status=due]").Count == 1, "taken back");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>A look that fails in the fridge moves the date before it is kept, says so, and stands in the formula as a stop.</summary>
    [Fact]
    public void A_failed_look_moves_the_date_and_reaches_the_formula()
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, "/studies/2?check=cold-1-d21"));
        var date = page.Text("#bestbefore");
        page.Until(() => page.All("#look .cur").Count == 1, "the first sign is asked");
        foreach (var _ in page.All("#look .sign"))
            page.Press("0");
        page.Click("#look input[name=grain][value='3'] + span");
        page.Until(() => page.Text("#judged").Contains("Best before moves from", StringComparison.Ordinal), "what it does to the date");
        page.Text("#judged").ShouldStartWith("By rule: failed.");
        page.Click("#keep");
        page.Until(() => page.All("[data-check='cold-1-d21'][data-status=failed]").Count == 1, "kept");
        page.Text("#bestbefore").ShouldNotBe(date);
        page.Open(server.Address);
        page.Until(() => page.All(".fd.stop b").Any(title => title.Text == "Failed in the fridge"), "the shelf says so");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>By thumb on a phone: every mark is at least 44 px high, what is asked comes first, and nothing is covered.</summary>
    [Fact]
    public void A_look_is_kept_by_thumb()
    {
        using var page = new Page(390, 844);
        page.AsPhone(390, 844);
        page.Open(new Uri(server.Address, "/studies/2?check=warm-1-d21"));
        page.Until(() => page.All("#look .cur").Count == 1, "the first sign is asked");
        page.Run<bool>("return [...document.querySelectorAll('#look label:has(input[type=radio])')].every(one => one.offsetHeight >= 44)")
            .ShouldBeTrue();
        foreach (var sign in new[] { "colour", "odour", "sweat", "bleed", "layers" })
            page.Click($"#look input[name={sign}][value='0'] + span");
        page.Click("#look input[name=band][value=ointment] + span");
        page.Until(() => page.Text("#judged").StartsWith("By rule:", StringComparison.Ordinal), "judged");
        page.Click("#keep");
        page.Until(() => page.All("[data-check='warm-1-d21'][data-status=due]").Count == 0, "kept");
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>What the bench learnt is taken by one key, said on the bench, and given back by the same key.</summary>
    [Fact]
    public void The_bench_that_learns_is_switched_by_key()
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, "/your-bench"));
        page.Press("u");
        page.Until(() => page.Text(".twoway .down").StartsWith("Your bench", StringComparison.Ordinal), "by the bench");
        page.Open(new Uri(server.Address, "/bench/2"));
        page.All("#line-0, .bybench").Count.ShouldBe(2, "said beside the prediction");
        page.Open(new Uri(server.Address, "/your-bench"));
        page.Press("u");
        page.Until(() => page.Text(".twoway .down").StartsWith("By the book", StringComparison.Ordinal), "by the book");
        page.Complaints.ShouldBeEmpty();
    }
}
