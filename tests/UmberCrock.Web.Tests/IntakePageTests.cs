using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using UmberCrock.Core.Demo;

namespace UmberCrock.Web.Tests;

/// <summary>The page that takes recipes in, and the pages that tell of a formula.</summary>
public sealed class IntakePageTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task What_is_pasted_is_shown_and_never_run()
    {
        using var answer = await PostAsync("Read", "20 g beeswax\n<img src=x onerror=alert(1)> 5 g moon dust");
        var page = new HtmlParser().ParseDocument(await answer.Content.ReadAsStringAsync());
        page.QuerySelectorAll("img").ShouldBeEmpty();
        page.QuerySelectorAll(".ir").Length.ShouldBe(2);
        page.QuerySelector("#row-2 .as")!.TextContent.ShouldContain("<img");
        page.QuerySelector("#row-2")!.ClassList.ShouldContain("doubt");
    }

    [Fact]
    public async Task Every_other_reading_that_is_offered_is_read_as_it_says()
    {
        using var answer = await PostAsync("Read", DemoRecipe.Text);
        var page = new HtmlParser().ParseDocument(await answer.Content.ReadAsStringAsync());
        var choices = page.QuerySelectorAll(".ch[data-text]").Where(choice => choice.GetAttribute("data-choice") is "2" or "3").ToList();
        choices.Count.ShouldBeGreaterThan(3);
        foreach (var choice in choices)
        {
            using var again = await PostAsync("Read", choice.GetAttribute("data-text")!);
            new HtmlParser()
                .ParseDocument(await again.Content.ReadAsStringAsync())
                .QuerySelector(".ir .rd b")!
                .TextContent.ShouldBe(choice.TextContent[1..], choice.GetAttribute("data-text"));
        }
    }

    [Theory]
    [InlineData("", "Garden hand balm")]
    [InlineData("  Far bank balm ", "Far bank balm")]
    public async Task A_recipe_comes_to_the_bench_by_its_name_or_the_one_that_was_typed(string typed, string name)
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/intake");
        await window.SendAsync(
            "/intake?handler=Bench",
            new() { ["text"] = "Garden hand balm (makes 100 g)\n20 g beeswax\n80 g olive oil", ["name"] = typed }
        );
        (await window.OpenAsync(window.SentTo!)).QuerySelector("title")!.TextContent.ShouldStartWith($"{name}, bench");
    }

    [Fact]
    public async Task A_book_is_refused_and_nothing_is_kept()
    {
        var before = await app.Store.CountAsync();
        using var read = await PostAsync("Read", new string('x', 250_000));
        read.StatusCode.ShouldBe(HttpStatusCode.RequestEntityTooLarge);
        (await read.Content.ReadAsStringAsync()).ShouldContain("more than a recipe");
        using var put = await PostAsync("Bench", "nothing to weigh");
        put.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await app.Store.CountAsync()).ShouldBe(before);
    }

    [Theory]
    [InlineData("how")]
    [InlineData("notes")]
    [InlineData("weigh")]
    public async Task A_formula_that_is_not_there_has_no_pages(string page)
    {
        using var answer = await client.GetAsync(new Uri($"/bench/4711/{page}", UriKind.Relative));
        answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_weigh_sheet_is_shown_for_the_scale_that_is_there()
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        var page = new HtmlParser().ParseDocument(
            await client.GetStringAsync(new Uri($"/bench/{id}/weigh?batch=50&step=0.1", UriKind.Relative))
        );
        page.QuerySelector("tfoot .big")!.TextContent.ShouldBe("50.0");
        page.QuerySelectorAll("tbody .big")
            .Sum(cell => decimal.Parse(cell.TextContent, System.Globalization.CultureInfo.InvariantCulture))
            .ShouldBe(50m);
        page.QuerySelector(".doubts")!.TextContent.ShouldContain("too little for this scale");
        var jars = new HtmlParser().ParseDocument(
            await client.GetStringAsync(new Uri($"/bench/{id}/weigh?count=0&count=16&loss=3&step=1", UriKind.Relative))
        );
        decimal.Parse(jars.QuerySelector("tfoot .big")!.TextContent, System.Globalization.CultureInfo.InvariantCulture)
            .ShouldBeInRange(210m, 225m, "16 x 15 mL filled to 95 %, about 0.93 g/mL, 3 % more for the pot");
        using var odd = await client.GetAsync(new Uri($"/bench/{id}/weigh?batch=minus&step=0", UriKind.Relative));
        odd.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await odd.Content.ReadAsStringAsync()).ShouldContain("role=\"alert\"");
    }

    private async Task<HttpResponseMessage> PostAsync(string handler, string text)
    {
        var page = new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri("/intake", UriKind.Relative)));
        var token = ((IHtmlInputElement)page.QuerySelector("input[name=__RequestVerificationToken]")!).Value;
        return await client.PostAsync(
            $"/intake?handler={handler}",
            new FormUrlEncodedContent([new("text", text), new("__RequestVerificationToken", token)])
        );
    }
}
