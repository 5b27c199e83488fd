using System.Net;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>Papers of a batch and of the larder: labels from the record, what can be made today, a list to buy, a lot's trace.</summary>
public sealed class BatchPaperTests(App app) : IClassFixture<App>
{
    private BatchStore Batches => app.Services.GetRequiredService<BatchStore>();

    /// <summary>Ten labels of this size stand on a sheet of A4: from the fifth on six are free, two go on the next.</summary>
    [Theory]
    [InlineData("count=8&from=5", 8, 2)]
    [InlineData("count=6&from=5", 6, 1)]
    [InlineData("count=1&from=10", 1, 1)]
    public async Task Labels_begin_anywhere_on_a_used_sheet(string asked, int labels, int pages)
    {
        var answer = await app.CreateClient().GetByteArrayAsync(new Uri($"/batches/3/labels?handler=Pdf&{asked}", UriKind.Relative));
        using var document = PdfDocument.Open(answer);
        document.NumberOfPages.ShouldBe(pages);
        var code = (await Batches.FindAsync(3))!.Log.State.Plan.Code;
        document
            .GetPages()
            .Sum(page => page.GetWords().Count(word => word.Text == code))
            .ShouldBe(labels, "the code of the batch, once a label");
    }

    /// <summary>The demo's eight bars weigh 59.x g each: 59 g are printed, a 60 would be said to be too much.</summary>
    [Fact]
    public async Task Labels_say_what_is_in_every_piece()
    {
        var window = new Browserlike(app);
        var page = await window.OpenAsync("/batches/3/labels");
        page.QuerySelector(".labelsheets svg")!.TextContent.ShouldContain("59 g");
        page.QuerySelector(".caution").ShouldBeNull();
        (await window.OpenAsync("/batches/3/labels?net=60"))
            .QuerySelector(".caution")!
            .TextContent.ShouldContain("less than the label says");
        (await window.OpenAsync("/batches/3/labels?from=11")).QuerySelector(".refusal")!.TextContent.ShouldContain("labels 1 to 10");
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await window.OpenAsync("/batches/3/labels?count=many")).QuerySelector(".refusal")!.TextContent.ShouldContain("many");
    }

    /// <summary>What an assessor asks for first: the list, limits with their source, lots, what was not as planned, how it keeps.</summary>
    [Fact]
    public async Task All_of_a_batch_is_on_one_paper()
    {
        var answer = await app.CreateClient().GetByteArrayAsync(new Uri("/batches/3/record?handler=Report", UriKind.Relative));
        using var document = PdfDocument.Open(answer);
        var state = (await Batches.FindAsync(3))!.Log.State;
        var text = string.Join(' ', document.GetPages().SelectMany(page => page.GetWords()).Select(word => word.Text));
        foreach (
            var words in new[]
            {
                $"Batch {state.Plan.Code}",
                "closed",
                "no safety assessment",
                "Theobroma Cacao Seed Butter",
                "Windows and limits",
                "usual, %",
                "Deviation: Arrowroot starch 0.50 over",
                "left out: the bosun washed up",
                "winter regatta",
                "use by",
                "Label",
                "Safety",
                "It sets at 33",
            }
        )
            text.ShouldContain(words, Case.Sensitive);
        foreach (var part in state.Weighed.SelectMany(parts => parts))
            text.ShouldContain(part.Lot!);
        document
            .GetPages()
            .SelectMany(page => page.Letters.Where(letter => letter.StartBaseLine.Y < 0 || letter.EndBaseLine.X > page.Width))
            .ShouldBeEmpty("nothing runs off the paper");
        document
            .GetPages()
            .ShouldAllBe(page => page.GetWords().Any(word => word.Text == $"{page.Number}" && word.BoundingBox.Bottom < 60), "numbered");
    }

    /// <summary>The demo's larder suffices for the bar alone; the stick lacks candelilla alone: bought, it can be made.</summary>
    [Fact]
    public async Task What_can_be_made_today_and_what_to_buy_for_the_rest()
    {
        var window = new Browserlike(app);
        var page = await window.OpenAsync("/?show=today");
        page.QuerySelectorAll(".form .nm b").Select(name => name.TextContent).ShouldBe(["Boathouse lotion bar"]);
        page.QuerySelector("a.start")!.GetAttribute("href").ShouldBe($"/bench/{await app.IdOfAsync("Boathouse lotion bar")}/start");
        page = await window.OpenAsync("/buy");
        page.QuerySelector(".wants")!.TextContent.ShouldContain("9.60 g of candelilla wax");
        var (stick, zinc) = (await app.IdOfAsync("Blade-hand stick"), await app.IdOfAsync("Noontide zinc stick"));
        page = await window.OpenAsync($"/buy?f={stick}&f={zinc}");
        var candelilla = page.QuerySelectorAll("tbody tr").Single(row => row.QuerySelector("th")!.TextContent == "Candelilla wax");
        candelilla.QuerySelector("b")!.TextContent.ShouldBe("27.60", "9.6 and 18 g");
        await app
            .Services.GetRequiredService<LotStore>()
            .KeepAsync(new Lot(0, "candelilla-wax", "C1", "", null, 20m, 20m, null, null, null, ""));
        page = await window.OpenAsync("/?show=today");
        page.QuerySelectorAll(".form .nm b").Select(name => name.TextContent).ShouldContain("Blade-hand stick");
        (await window.OpenAsync("/buy")).QuerySelector(".buycols form")!.TextContent.ShouldNotContain("Blade-hand stick");
    }

    [Fact]
    public async Task A_lot_is_traced_to_every_piece()
    {
        var page = await new Browserlike(app).OpenAsync("/batches?lot=B4");
        page.QuerySelectorAll("tbody th").Select(row => row.TextContent).ShouldContain("Cox’s lip balm");
        page.QuerySelector("main")!.TextContent.ShouldContain("5 sold, the winter regatta");
        (await new Browserlike(app).OpenAsync("/batches?lot=none")).QuerySelector("main")!.TextContent.ShouldContain("No batch holds it");
    }

    /// <summary>240 g in halves, lavender in one of them: its label names lavender, the other's does not.</summary>
    [Fact]
    public async Task A_batch_in_parts_has_a_label_a_part()
    {
        var bar = (await app.Store.FindAsync(await app.IdOfAsync("Boathouse lotion bar")))!;
        var batch = await Batches.StartAsync(bar.Formula, new BatchRequest(null, bar.Key, 240m, [], 0m, 0.1m, 21), "a test");
        var plan = batch.Log.State.Plan;
        await Batches.AppendAsync(
            batch.Id,
            1,
            [.. plan.Lines.Select((line, at) => ((BatchEvent)new LineWeighed(at, line.TargetGrams, null, null), (DateTimeOffset?)null))],
            "a test"
        );
        var lavender = plan.Lines.ToList().FindIndex(line => line.Ingredient == "lavender-oil");
        var window = new Browserlike(app);
        await window.OpenAsync($"/batches/{batch.Id}/parts");
        var fields = new Dictionary<string, string>
        {
            ["name-0"] = "scented",
            ["share-0"] = "50",
            ["line-0"] = $"{lavender}",
            ["name-1"] = "plain",
            ["share-1"] = "40",
        };
        await window.SendAsync($"/batches/{batch.Id}/parts", fields);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("should hold all of it");
        window.Page.QuerySelector("input[name=name-0]")!.GetAttribute("value").ShouldBe("scented", "what was typed stands there still");
        await window.SendAsync($"/batches/{batch.Id}/parts", new(fields) { ["share-1"] = "50" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        (await window.OpenAsync($"/batches/{batch.Id}/parts")).QuerySelector("thead")!.TextContent.ShouldContain("scented");
        (await LabelAsync(1)).ShouldContain("Lavandula");
        (await LabelAsync(2)).ShouldNotContain("Lavandula");
        async Task<string> LabelAsync(int part) =>
            (await new Browserlike(app).OpenAsync($"/batches/{batch.Id}/labels?part={part}"))
                .QuerySelector(".labelsheets svg")!
                .TextContent;
    }
}
