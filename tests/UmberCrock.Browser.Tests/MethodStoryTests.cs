namespace UmberCrock.Browser.Tests;

/// <summary>The method of a formula, by key, mouse and thumb.</summary>
public sealed class MethodStoryTests : IDisposable
{
    private readonly Server server = Server.Start();

    public void Dispose() => server.Dispose();

    [Fact]
    public void The_day_is_planned_by_key()
    {
        using var page = new Page();
        page.Open(new Uri(server.Address, "/bench/6/method?start=13:10"));
        page.Press("+");
        page.Until(() => page.Text(".bigtime") == "13:20", "ten minutes later");
        page.Press("-");
        page.Until(() => page.Text(".bigtime") == "13:10", "ten minutes earlier");
        page.Press(Keys.ArrowDown, Keys.ArrowDown);
        page.Run<string>("return document.activeElement.querySelector('.no').textContent").ShouldBe("2");
        page.Press("y");
        page.All(".mrow details[open]").Count.ShouldBe(1);
        page.Run<object>("window.print = () => { window.printed = true; }; return 1;");
        page.Press("p");
        page.Run<bool>("return window.printed === true").ShouldBeTrue();
        page.Press(Keys.Escape);
        page.Until(() => page.Path == "/bench/6", "back on the bench");
        page.Complaints.ShouldBeEmpty();
    }

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(390, 844)]
    public void The_day_is_planned_by_mouse_and_thumb(int width, int height)
    {
        using var page = new Page(width, height);
        if (width < 600)
            page.AsPhone(width, height);
        page.Open(new Uri(server.Address, "/bench/6/method?start=13:10"));
        page.Click(".nudges a:last-child");
        page.Until(() => page.Text(".bigtime") == "13:20", "ten minutes later");
        page.Click(".mrow:nth-child(3) summary");
        page.All(".mrow details[open]").Count.ShouldBe(1);
        page.Click(".athand li:first-child label");
        page.Run<bool>("return document.querySelector('.athand input').checked").ShouldBeTrue();
        page.Run<object>("window.print = () => { window.printed = true; }; return 1;");
        page.Click(".mside button[data-key=p]");
        page.Run<bool>("return window.printed === true").ShouldBeTrue();
        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>The card of every demo formula is one sheet, so that none is left lying by the printer.</summary>
    [Fact]
    public void A_card_is_one_sheet()
    {
        using var page = new Page();
        for (var formula = 1; formula <= 8; formula++)
        {
            page.Open(new Uri(server.Address, $"/bench/{formula}/method?batch=240"));
            page.Sheets().ShouldBe(1, page.Text("h1"));
        }
    }
}
