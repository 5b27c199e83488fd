using System.Net;

namespace UmberCrock.Web.Tests;

/// <summary>A recipe that says it went wrong is told why as it is read, and takes the question with it to the bench.</summary>
public sealed class SaidWrongTests(App app) : IClassFixture<App>
{
    private const string Recipe = "Whipped shea butter\n75 g shea butter\n20 g sweet almond oil\n5 g arrowroot\n";

    [Fact]
    public async Task It_is_told_why_and_asked_on()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/intake");
        var page = await window.SendAsync("/intake?handler=Read", new() { ["text"] = $"{Recipe}It went grainy after a week" });
        page.QuerySelector(".saidwrong h2")!.TextContent.ShouldBe("It says it went wrong: grainy");
        // A butter that is three quarters shea and went grainy cooled slowly: what any practitioner asks about first (common practice).
        page.QuerySelector(".saidwrong p")!.TextContent.ShouldContain("cooled slowly");
        await window.SendAsync("/intake?handler=Why", new() { ["text"] = $"{Recipe}It went grainy after a week" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        window.SentTo!.ShouldContain("s=grainy");
        page = await window.OpenAsync(window.SentTo!);
        page.QuerySelector("[name=s][value=grainy]")!.HasAttribute("checked").ShouldBeTrue();
        page.QuerySelectorAll(".causes > li").Length.ShouldBeGreaterThan(1);
    }

    [Theory]
    [InlineData("Stir until it is thick, or it goes grainy")]
    [InlineData("")]
    public async Task A_recipe_that_only_warns_is_left_in_peace(string said)
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/intake");
        var page = await window.SendAsync("/intake?handler=Read", new() { ["text"] = Recipe + said });
        page.QuerySelectorAll(".ir").Length.ShouldBeGreaterThanOrEqualTo(4);
        page.QuerySelector(".saidwrong").ShouldBeNull();
    }
}
