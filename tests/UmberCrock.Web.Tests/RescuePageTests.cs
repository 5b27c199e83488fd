using System.Net;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Batches;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>A pot that is made and wrong: the ways out on its page, into the record, or kept as a formula.</summary>
public sealed class RescuePageTests(App app) : IClassFixture<App>
{
    private const string Balm = "want=band&band=balm&celsius=26";

    /// <summary>A whipped butter that is to be a balm at 26 °C wants wax: the larder has beeswax, a harder wax takes less.</summary>
    [Fact]
    public async Task A_pot_that_is_too_soft_has_three_ways()
    {
        var page = await new Browserlike(app).OpenAsync($"/batches/2/rescue?{Balm}");
        var ways = page.QuerySelectorAll(".rescueways li");
        ways.Length.ShouldBe(3);
        ways[1].ClassList.ShouldContain("sel", "the larder's is shown first");
        ways[1].TextContent.ShouldContain("Beeswax");
        ways[0].QuerySelector("em")!.TextContent.ShouldContain("Not in your larder");
        Number(ways[0]).ShouldBeLessThan(Number(ways[1]));
        ways[2].TextContent.ShouldContain("Without beeswax");
        page.QuerySelector(".beforeafter")!.TextContent.ShouldContain("balm");
        page.QuerySelector(".potlist .newpot")!.TextContent.ShouldContain("100.00");
        page.QuerySelectorAll(".rescuesteps li")
            .Select(step => step.TextContent.Split(',')[0])
            .Take(2)
            .ShouldBe(["Weigh what is added", "Melt the pot again"]);
        var without = await new Browserlike(app).OpenAsync($"/batches/2/rescue?{Balm}&without=bee");
        without.QuerySelectorAll(".rescueways li").ShouldAllBe(way => !way.TextContent.Contains("Beeswax", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_formula_that_was_made_already_is_kept_as_it_becomes()
    {
        var (id, window) = (await app.IdOfAsync("Slipway whipped butter"), new Browserlike(app));
        var page = await window.OpenAsync($"/bench/{id}/rescue?grams=240&{Balm}");
        var added = page.QuerySelector(".potlist .add")!.TextContent;
        await window.SendAsync(
            $"/bench/{id}/rescue?handler=Keep",
            new()
            {
                ["grams"] = "240",
                ["want"] = "band",
                ["band"] = "balm",
                ["celsius"] = "26",
            }
        );
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var kept = (await app.Store.FindByNameAsync("Slipway whipped butter, rescued"))!;
        kept.BatchGrams.ShouldBe(240m + decimal.Parse(added, System.Globalization.CultureInfo.InvariantCulture));
        kept.Formula.Lines.Select(line => line.Ingredient).ShouldContain("beeswax");
    }

    [Fact]
    public async Task What_is_to_be_added_goes_on_in_an_open_batch()
    {
        var batches = app.Services.GetRequiredService<BatchStore>();
        var butter = (await app.Store.FindAsync(await app.IdOfAsync("Slipway whipped butter")))!;
        var batch = await batches.StartAsync(butter.Formula, new BatchRequest(null, butter.Key, 240m, [], 0m, 0.1m, 21), "a test");
        var window = new Browserlike(app);
        var wanted = new Dictionary<string, string>
        {
            ["want"] = "band",
            ["band"] = "balm",
            ["celsius"] = "26",
        };
        var page = await window.OpenAsync($"/batches/{batch.Id}/rescue?{Balm}");
        page.QuerySelector("main")!.TextContent.ShouldContain("Weigh what is planned first");
        await window.SendAsync($"/batches/{batch.Id}/rescue?handler=Write", new(wanted) { ["after"] = "1" });
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("waits until all that was planned is weighed");
        var plan = batch.Log.State.Plan;
        await batches.AppendAsync(
            batch.Id,
            1,
            [.. plan.Lines.Select((line, at) => ((BatchEvent)new LineWeighed(at, line.TargetGrams, null, null), (DateTimeOffset?)null))],
            "a test"
        );
        await window.OpenAsync($"/batches/{batch.Id}/rescue?{Balm}");
        await window.SendAsync($"/batches/{batch.Id}/rescue?handler=Write", wanted);
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var state = (await batches.FindAsync(batch.Id))!.Log.State;
        state.Plan.Lines[^1].Ingredient.ShouldBe("beeswax");
        page = await window.OpenAsync($"/batches/{batch.Id}");
        page.QuerySelector(".what .of")!.TextContent.ShouldBe($"line {plan.Lines.Length + 1} of {plan.Lines.Length + 1}");
        page.QuerySelector(".steps h2")!.TextContent.ShouldStartWith($"Step {plan.Method.Steps.Length + 1} of ");
    }

    /// <summary>A tenth more is nudged in, all that follows from it with it; what more would buy is more grams for more degrees.</summary>
    [Fact]
    public async Task What_goes_in_is_nudged()
    {
        var id = await app.IdOfAsync("Slipway whipped butter");
        var page = await new Browserlike(app).OpenAsync($"/bench/{id}/rescue?grams=240&{Balm}");
        decimal Added(AngleSharp.Dom.IElement of) => Grams(of.QuerySelector(".potlist .add")!);
        var least = Added(page.DocumentElement);
        var further = page.QuerySelectorAll(".addnudge a:not(.btn)");
        further.Select(link => link.TextContent.Split(' ')[^2]).ShouldBe(["27", "28"]);
        var grams = further.Select(link => Grams(link.QuerySelector("b")!)).Prepend(least).ToList();
        grams.ShouldBe(grams.Order());
        grams.ShouldBeUnique();
        var more = await new Browserlike(app).OpenAsync(
            $"/bench/{id}/rescue{page.QuerySelector("[data-nudge='+']")!.GetAttribute("href")}"
        );
        Added(more.DocumentElement).ShouldBe(least + 0.1m);
        Grams(more.QuerySelector(".newpot td:nth-of-type(2)")!).ShouldBe(240m + least + 0.1m);
        more.QuerySelectorAll("input[name=more]").ShouldAllBe(field => field.GetAttribute("value") == $"{least + 0.1m:0.00}");
        Added((await new Browserlike(app).OpenAsync($"/bench/{id}/rescue{further[0].GetAttribute("href")}")).DocumentElement)
            .ShouldBe(grams[1]);
    }

    [Theory]
    [InlineData($"{Balm}&more=0.09", "0.1 g at least")]
    [InlineData($"{Balm}&grams=240&more=240.01", "no more than the pot")]
    [InlineData("grams=0", "1 to 100000 g")]
    [InlineData("want=band&band=balm&celsius=hot", "hot")]
    [InlineData("without=stones", "must be one of")]
    public async Task What_is_typed_wrong_is_said(string typed, string words)
    {
        var window = new Browserlike(app);
        var page = await window.OpenAsync($"/batches/2/rescue?{typed}");
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        page.QuerySelector(".refusal")!.TextContent.ShouldContain(words);
    }

    [Fact]
    public async Task A_pot_that_is_not_there_is_not_found()
    {
        var window = new Browserlike(app);
        foreach (var path in new[] { "/batches/9999/rescue", "/bench/9999/rescue" })
        {
            await window.OpenAsync(path);
            window.Status.ShouldBe(HttpStatusCode.NotFound);
        }
    }

    private static decimal Number(AngleSharp.Dom.IElement way) => Grams(way.QuerySelector("strong")!);

    private static decimal Grams(AngleSharp.Dom.IElement element) =>
        decimal.Parse(element.TextContent, System.Globalization.CultureInfo.InvariantCulture);
}
