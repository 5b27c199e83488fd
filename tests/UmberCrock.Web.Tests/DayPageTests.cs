using System.Net;

namespace UmberCrock.Web.Tests;

/// <summary>The page of a day with several batches, and its calendar file.</summary>
public sealed class DayPageTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task Two_batches_are_laid_out_with_what_is_fetched_and_bought()
    {
        var window = new Browserlike(app);
        var (bar, stick) = (await app.IdOfAsync("Boathouse lotion bar"), await app.IdOfAsync("Noontide zinc stick"));
        var page = await window.OpenAsync($"/day?f={bar}&g=300&f={stick}&g=300&places=1&start=09:00");
        page.QuerySelector(".bigtime")!.TextContent.ShouldBe("09:00 to 11:46");
        // Both want beeswax or its like; the bar's 6 % of 300 g is 18.
        page.QuerySelectorAll(".fetch tbody tr")
            .Single(row => row.QuerySelector("th")!.TextContent == "Beeswax")
            .QuerySelectorAll("td")[1]
            .TextContent.ShouldBe("18.00");
        page.QuerySelectorAll(".fetch .short th").Select(row => row.TextContent).ShouldContain("Candelilla wax");
        page.QuerySelectorAll(".daysteps tbody")[0].QuerySelectorAll("tr").Length.ShouldBeGreaterThan(20);
        page.QuerySelectorAll(".daysteps h2").Select(head => head.TextContent).ShouldContain("Later");
        page.QuerySelectorAll("select[name=f]").Length.ShouldBe(3, "and room for one more");
    }

    [Theory]
    [InlineData("g=9x", "9x")]
    [InlineData("g=300&places=0", "1 to 8 places")]
    [InlineData("g=300&start=25:00", "no time of day")]
    [InlineData("g=-4", "to 1000000 g")]
    public async Task What_is_typed_wrong_is_said(string typed, string words)
    {
        var window = new Browserlike(app);
        var page = await window.OpenAsync($"/day?f={await app.IdOfAsync("Boathouse lotion bar")}&{typed}");
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.QuerySelector(".refusal")!.TextContent.ShouldContain(words);
    }

    /// <summary>Read back with the general-purpose calendar library.</summary>
    [Fact]
    public async Task The_calendar_file_says_the_day()
    {
        var (bar, stick) = (await app.IdOfAsync("Boathouse lotion bar"), await app.IdOfAsync("Noontide zinc stick"));
        var text = await app.CreateClient()
            .GetStringAsync(new Uri($"/day?handler=Calendar&f={bar}&g=300&f={stick}&g=300&start=09:00", UriKind.Relative));
        var calendar = Ical.Net.Calendar.Load(text)!;
        var day = calendar.Events.Single(entry => entry.Summary!.StartsWith("Batch day", StringComparison.Ordinal));
        (day.End!.AsUtc - day.Start!.AsUtc).ShouldBe(TimeSpan.FromMinutes(166));
        day.Description!.ShouldContain("09:00 Noontide zinc stick: Make ready");
        calendar.Events.Select(entry => entry.Summary).ShouldContain("Unmould: Boathouse lotion bar");
    }
}
