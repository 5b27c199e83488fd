using System.Globalization;
using System.Net;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>The page Method of a formula, and the card that is printed from it.</summary>
public sealed class MethodPageTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    /// <summary>Each of the seven lines goes in once, and what goes in is the batch; so on the card.</summary>
    [Fact]
    public async Task All_that_is_weighed_goes_in_once()
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        var page = await ReadAsync($"/bench/{id}/method?batch=240&start=13:10&room=21");
        foreach (var place in new[] { ".mrow .in", ".mcard .in" })
        {
            var grams = page.QuerySelectorAll($"{place} b")
                .Select(cell => decimal.Parse(cell.TextContent, CultureInfo.InvariantCulture))
                .ToList();
            // The card has the sum below its lines.
            grams.Count.ShouldBe(place == ".mcard .in" ? 8 : 7);
            grams.Take(7).Sum().ShouldBe(240m);
        }

        page.QuerySelector(".msum .n")!.TextContent.ShouldBe("240.0");
        page.QuerySelector(".bigtime")!.TextContent.ShouldBe("13:10");
        page.QuerySelector(".mclock text")!.TextContent.ShouldStartWith("13:10");
        page.QuerySelectorAll(".nudges a")
            .Select(link => link.GetAttribute("href"))
            .ShouldBe(["?batch=240&room=21&start=13:00", "?batch=240&room=21&start=13:20"]);
        page.QuerySelectorAll(".mcard .in i").Length.ShouldBe(8);
        page.QuerySelectorAll(".athand input").Length.ShouldBeGreaterThan(8);
    }

    /// <summary>Counted containers give the batch and stand on the card; a batch typed over it afterwards wins.</summary>
    [Fact]
    public async Task What_it_is_poured_into_makes_the_batch()
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        var kinds = app.Services.GetRequiredService<Knowledge>().Workshop.Containers;
        var counts = string.Concat(kinds.Select((_, at) => $"&count={(at == 0 ? 12 : 0)}"));
        var sheet = await ReadAsync($"/bench/{id}/weigh?batch={counts}");
        var page = await ReadAsync($"/bench/{id}/method?batch=240&shown=240{counts}");
        var batch = page.QuerySelector(".msum .n")!.TextContent;
        batch.ShouldBe(sheet.QuerySelector("tfoot .big")!.TextContent);
        page.QuerySelector(".mcard .all small")!.TextContent.ShouldBe($"into 12 × {kinds[0].Name}");
        var typed = await ReadAsync($"/bench/{id}/method?batch=100&shown={batch}{counts}");
        (typed.QuerySelector(".msum .n")!.TextContent, typed.QuerySelector(".mcard .all small")).ShouldBe(("100.0", null));
    }

    /// <summary>The card has every step, so that its numbers run through.</summary>
    [Fact]
    public async Task The_card_leaves_no_step_out()
    {
        var id = await app.IdOfAsync("Boathouse lotion bar");
        var page = await ReadAsync($"/bench/{id}/method");
        var numbers = page.QuerySelectorAll(".mcard .no").Select(cell => cell.TextContent).ToList();
        numbers.ShouldBe(Enumerable.Range(1, 16).Select(number => $"{number}"));
    }

    /// <summary>A zinc stick: the oil that wets the powder and the rest of it stand at their steps; together they are it.</summary>
    [Fact]
    public async Task Shares_of_a_line_stand_at_their_steps()
    {
        var id = await app.IdOfAsync("Noontide zinc stick");
        var page = await ReadAsync($"/bench/{id}/method?batch=200");
        var shares = page.QuerySelectorAll(".mrow .in li").Where(item => item.TextContent.Contains("a share")).ToList();
        shares.Count.ShouldBe(2);
        shares.Sum(item => Grams(item.QuerySelector("b")!)).ShouldBe(44m);
    }

    [Theory]
    [InlineData("batch=0", "A batch has")]
    [InlineData("batch=much", "much")]
    [InlineData("start=noon", "no time of day")]
    [InlineData("start=25:00", "no time of day")]
    [InlineData("room=80", "5 to 40")]
    public async Task What_cannot_be_is_said(string query, string words)
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        using var answer = await client.GetAsync(new Uri($"/bench/{id}/method?{query}", UriKind.Relative));
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var page = new HtmlParser().ParseDocument(await answer.Content.ReadAsStringAsync());
        page.QuerySelector(".refusal")!.TextContent.ShouldContain(words);
        page.QuerySelectorAll(".mform input").Length.ShouldBe(3);
    }

    /// <summary>A formula that is not complete has no method yet: its page opens and says what to do first.</summary>
    [Fact]
    public async Task What_is_not_complete_says_so()
    {
        var demo = (await app.Store.FindAsync(await app.IdOfAsync("Ferry pony hoof balm")))!.Formula;
        var open = demo with { Name = "Open", Lines = [.. demo.Lines.Where(line => !line.IsBalance)] };
        var id = await app.Store.AddAsync(open);
        (await ReadAsync($"/bench/{id}/method")).QuerySelector(".refusal")!.TextContent.ShouldContain("Settle the total");
    }

    /// <summary>Settings of an earlier version say nothing of the stove: they read as before, by the rules.</summary>
    [Fact]
    public void Settings_without_ways_at_the_stove_read()
    {
        EvaluationSettings.Parse("""{"region":"us"}""").Method.ShouldBe(MethodSchools.Default);
        var own = EvaluationSettings.Default with
        {
            Method = new MethodSchools { Waxes = MeltSchool.Together, PreWet = false },
        };
        EvaluationSettings.Parse(own.ToText()).ShouldBe(own);
    }

    /// <summary>The maker's ways are kept by the settings and change the method.</summary>
    [Fact]
    public async Task The_ways_of_the_settings_change_it()
    {
        var id = await app.IdOfAsync("Boathouse lotion bar");
        async Task<int> MeltsAsync() =>
            (await ReadAsync($"/bench/{id}/method"))
                .QuerySelectorAll(".mrow .what > b")
                .Count(title => title.TextContent.StartsWith("Melt", StringComparison.Ordinal));
        (await MeltsAsync()).ShouldBe(2);
        var settings = await ReadAsync("/settings");
        var version = ((IHtmlInputElement)settings.QuerySelector("input[name=version]")!).Value;
        using var kept = await client.PostAsync(
            new Uri("/settings", UriKind.Relative),
            new FormUrlEncodedContent(
                new Dictionary<string, string>
                {
                    ["version"] = version,
                    ["waxes"] = "together",
                    ["weighlate"] = "yes",
                    ["__RequestVerificationToken"] = (
                        (IHtmlInputElement?)settings.QuerySelector("input[name=__RequestVerificationToken]")
                    )?.Value
                        ?? "",
                }
            )
        );
        var ways = app.Services.GetRequiredService<Knowledge>().Settings.Method;
        ways.ShouldBe(new MethodSchools { Waxes = MeltSchool.Together, WeighLate = true });
        (await MeltsAsync()).ShouldBe(1);
    }

    private static decimal Grams(IElement cell) => decimal.Parse(cell.TextContent, CultureInfo.InvariantCulture);

    private async Task<IHtmlDocument> ReadAsync(string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
