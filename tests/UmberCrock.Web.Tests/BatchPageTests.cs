using System.Globalization;
using System.Net;
using CsvHelper;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Batches;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>The pages of a batch: begun, weighed, put right, told apart when two windows write.</summary>
public sealed class BatchPageTests(App app) : IClassFixture<App>
{
    private BatchStore Batches => app.Services.GetRequiredService<BatchStore>();

    [Fact]
    public async Task A_batch_begins_with_what_the_larder_lacks()
    {
        var (id, window) = (await app.IdOfAsync("Noontide zinc stick"), new Browserlike(app));
        var page = await window.OpenAsync($"/bench/{id}/start?batch=1000");
        page.QuerySelector(".bigtime")!.TextContent.ShouldBe("1000.00 g");
        page.QuerySelectorAll(".batchlist tbody th").Select(row => row.TextContent).ShouldContain("Candelilla wax");
        await window.SendAsync($"/bench/{id}/start", new() { ["batch"] = "240" });
        await window.OpenAsync(window.SentTo!);
        window.Page.QuerySelector("h1")!.TextContent.ShouldBe("Noontide zinc stick");
        window.Page.QuerySelector(".what .of")!.TextContent.ShouldBe("line 1 of 10");
    }

    [Fact]
    public async Task What_is_typed_wrong_stands_there_still()
    {
        var (batch, window) = (await BegunAsync(), new Browserlike(app));
        await window.OpenAsync($"/batches/{batch.Id}");
        await window.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "0", ["grams"] = "4o.1" });
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector("#grams")!.GetAttribute("value").ShouldBe("4o.1");
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("4o.1");
        await window.SendAsync($"/batches/{batch.Id}?handler=Read", new() { ["line"] = "0", ["celsius"] = "500" });
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("Celsius must be from");
        (await Batches.FindAsync(batch.Id))!.Log.Sequence.ShouldBe(1);
    }

    [Fact]
    public async Task Too_much_is_kept_marked_and_has_three_ways()
    {
        var (batch, window) = (await BegunAsync(), new Browserlike(app));
        await window.OpenAsync($"/batches/{batch.Id}");
        await window.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "0", ["grams"] = "50,1" });
        window.Status.ShouldBe(HttpStatusCode.Redirect, "kept, never refused");
        var page = await window.OpenAsync($"/batches/{batch.Id}?line=0");
        page.QuerySelector("tr.sel")!.ClassList.ShouldContain("over");
        page.QuerySelector("main")!.GetAttribute("data-soon").ShouldBe("2", "minutes before it sets, said by the rules");
        page.QuerySelectorAll(".ways li b").Select(way => way.TextContent).ShouldBe(["Leave it in", "Spoon it out", "Raise the rest"]);
    }

    [Fact]
    public async Task The_second_of_two_windows_is_told()
    {
        var batch = await BegunAsync();
        var (one, other) = (new Browserlike(app), new Browserlike(app));
        await one.OpenAsync($"/batches/{batch.Id}");
        await other.OpenAsync($"/batches/{batch.Id}");
        await one.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "0", ["grams"] = "43.2" });
        await other.SendAsync($"/batches/{batch.Id}?handler=Take", new() { ["line"] = "0", ["grams"] = "43.2" });
        other.Status.ShouldBe(HttpStatusCode.Conflict);
        other.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("43.20 g of line 1 weighed");
        (await Batches.FindAsync(batch.Id))!.Log.State.GramsOf(0).ShouldBe(43.2m, "once");
    }

    [Fact]
    public async Task A_closed_record_is_only_added_to()
    {
        var (batch, window) = (await BegunAsync(), new Browserlike(app));
        await window.OpenAsync($"/batches/{batch.Id}");
        foreach (
            var (handler, fields) in new (string, Dictionary<string, string>)[]
            {
                (
                    "Take",
                    new()
                    {
                        ["line"] = "0",
                        ["grams"] = "43.2",
                        ["lot"] = "B4",
                    }
                ),
                (
                    "Step",
                    new()
                    {
                        ["line"] = "0",
                        ["number"] = "1",
                        ["reason"] = "",
                    }
                ),
                (
                    "Step",
                    new()
                    {
                        ["line"] = "0",
                        ["number"] = "2",
                        ["reason"] = "weighed before",
                    }
                ),
                ("Move", new() { ["line"] = "0", ["to"] = "fridge" }),
                (
                    "Fill",
                    new()
                    {
                        ["line"] = "0",
                        ["container"] = "tin",
                        ["count"] = "2",
                        ["grams"] = "42",
                    }
                ),
                ("Note", new() { ["line"] = "0", ["text"] = "windy" }),
                ("Close", new() { ["line"] = "0", ["by"] = "the bosun" }),
            }
        )
        {
            await window.SendAsync($"/batches/{batch.Id}?handler={handler}", fields);
            window.Status.ShouldBe(HttpStatusCode.Redirect, handler);
            if (handler != "Close")
                await window.OpenAsync($"/batches/{batch.Id}");
        }

        var record = await window.OpenAsync($"/batches/{batch.Id}/record");
        record.QuerySelector(".made")!.TextContent.ShouldContain("the bosun");
        record.QuerySelectorAll(".deviations b").Select(one => one.TextContent).ShouldContain("Step 2 left out: Weigh all 7");
        await window.SendAsync(
            $"/batches/{batch.Id}/record?handler=Correct",
            new()
            {
                ["of"] = "2",
                ["what"] = "grams",
                ["value"] = "43.1",
                ["text"] = "a slip of the key",
            }
        );
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        await window.OpenAsync($"/batches/{batch.Id}/record");
        window.Page.QuerySelector(".corrections s")!.TextContent.ShouldBe("43.2 g");
        await window.SendAsync(
            $"/batches/{batch.Id}/record?handler=HandOut",
            new()
            {
                ["count"] = "3",
                ["as"] = "sold",
                ["to"] = "",
            }
        );
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("2 pieces are on the shelf");
    }

    /// <summary>From a jar to its lots, and from a lot to the other jars.</summary>
    [Fact]
    public async Task Lots_are_traced_both_ways()
    {
        var page = await new Browserlike(app).OpenAsync("/batches/3/record");
        var shea = page.QuerySelectorAll(".weighed tbody tr").First(row => row.TextContent.Contains("Shea", StringComparison.Ordinal));
        shea.TextContent.ShouldContain("S2");
        page = await new Browserlike(app).OpenAsync($"/batches/3/record{shea.QuerySelector("th a")!.GetAttribute("href")}");
        page.QuerySelector(".lotbar svg")!.GetAttribute("aria-label")!.ShouldStartWith("Lot S2: ");
        page.QuerySelector(".lotbar .here")!.TextContent.ShouldContain("this batch");
        page.QuerySelector(".lotbar ol")!.TextContent.ShouldContain("Slipway whipped butter");
    }

    /// <summary>The year's table against the store: what was used of a lot, what was made, what left the shelf.</summary>
    [Fact]
    public async Task A_year_is_one_table()
    {
        var year = DateTimeOffset.Now.Year;
        var client = app.CreateClient();
        var text = await client.GetStringAsync(new Uri($"/batches?handler=Year&year={year}", UriKind.Relative));
        using var csv = new CsvParser(new StringReader(text), CultureInfo.InvariantCulture);
        var rows = new List<string[]>();
        while (await csv.ReadAsync())
            rows.Add(csv.Record!);
        rows[0].ShouldBe(["date", "what", "item", "batch", "lot", "grams", "pieces", "price", "to or from"]);
        rows.RemoveAt(0);
        rows.ShouldAllBe(row => row[0].StartsWith(year.ToString(CultureInfo.InvariantCulture), StringComparison.Ordinal));
        rows.Select(row => row[0]).ShouldBe(rows.Select(row => row[0]).Order(StringComparer.Ordinal), "in order of the day");
        rows.Select(row => row[1]).ShouldContain("bought");
        var made = await Batches.BetweenAsync(DateTimeOffset.UnixEpoch, DateTimeOffset.Now.AddDays(1));
        var of = made.Where(state => state.Filled.All(filled => filled.At.Year == year) && state.StartedAt.Year == year).ToList();
        decimal Sum(string what) =>
            rows.Where(row => row[1] == what && of.Exists(state => state.Plan.Code == row[3]))
                .Sum(row => decimal.Parse(row[5], CultureInfo.InvariantCulture));
        Sum("used").ShouldBe(of.SelectMany(state => state.Weighed).SelectMany(parts => parts).Sum(part => part.Grams));
        Sum("made").ShouldBe(of.SelectMany(state => state.Filled).Sum(filled => filled.Grams));
    }

    [Fact]
    public async Task The_demo_adds_up()
    {
        var (list, total) = await Batches.ListAsync(new BatchQuestion(null, null, "S2"), 0, 10);
        total.ShouldBe(4);
        var drawn = 0m;
        foreach (var place in list)
            drawn += (await Batches.FindAsync(place.Id))!
                .Log.State.Weighed.SelectMany(parts => parts)
                .Where(part => part.Lot == "S2")
                .Sum(part => part.Grams);
        var left = (await app.Services.GetRequiredService<LotStore>().ListAsync("shea-butter-refined")).Single(lot => lot.Code == "S2");
        (left.RemainingGrams, left.RemainingGrams + drawn).ShouldBe((112m, 491.2m));
        list.Count(place => place.Phase == BatchPhase.Open).ShouldBe(1);
    }

    private async Task<KeptBatch> BegunAsync()
    {
        var stick = (await app.Store.FindAsync(await app.IdOfAsync("Blade-hand stick")))!;
        return await Batches.StartAsync(stick.Formula, new BatchRequest(null, stick.Key, 240m, [], 0m, 0.1m, 21), "a test");
    }
}
