using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Settings;

namespace UmberCrock.Web.Tests;

/// <summary>The label's page: the same list as at the bench, claims judged and mended, a sheet that prints.</summary>
public sealed class LabelPageTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task The_list_is_that_of_the_bench_and_every_name_stands_on_the_label()
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        var page = await PostAsync(id, new() { ["layout"] = "120x60" });
        var names = page.QuerySelectorAll(".inlist tbody tr:not(.bar) th").Select(cell => cell.TextContent).ToList();
        names.Take(3).ShouldBe(["Helianthus Annuus Seed Oil", "Cera Alba", "Butyrospermum Parkii Butter"]);
        names.ShouldContain("Linalool");
        var bench = (await ReadAsync($"/bench/{id}")).QuerySelector(".inci p")!.TextContent;
        var label = LabelText(page);
        foreach (var name in names)
        {
            bench.ShouldContain(name);
            label.ShouldContain(name, customMessage: "on the label");
        }
    }

    [Fact]
    public async Task Claims_are_judged_while_typed_and_kept_when_the_field_is_left()
    {
        var id = await app.Store.AddAsync(
            DemoFormulas.Read().Single(formula => formula.Name == "Noontide zinc stick") with
            {
                Label = new([], ["club colours"]),
            }
        );
        var page = await PostAsync(id, new() { ["claims"] = "SPF 30\r\nFor the noon race\r\n" });
        page.QuerySelector(".claims .refused")!.TextContent.ShouldBe("SPF 30");
        LabelText(page).ShouldNotContain("SPF");
        LabelText(page).ShouldContain("For the noon race");
        page.QuerySelector("[data-better='1']")!.GetAttribute("data-say").ShouldNotBeNullOrEmpty();
        (await app.Store.FindAsync(id))!.Formula.Label.Claims.ShouldBeEmpty("only judged");
        await PostAsync(
            id,
            new()
            {
                ["claims"] = "For the noon race",
                ["declares"] = "waterFree",
                ["keep"] = "yes",
            }
        );
        var kept = (await app.Store.FindAsync(id))!.Formula.Label;
        kept.Claims.ShouldBe(["For the noon race"]);
        kept.Declares.ShouldBe(["waterFree", "club colours"]);
        LabelText(await ReadAsync($"/bench/{id}/label")).ShouldContain("Water-free");
        using var undone = await client.PostAsync(new Uri($"/bench/{id}/label?handler=Undo", UriKind.Relative), await FormAsync(id, []));
        (await app.Store.FindAsync(id))!.Formula.Label.Declares.ShouldNotContain("waterFree");
    }

    [Fact]
    public async Task What_is_chosen_stands_there_again()
    {
        var id = await app.Store.AddAsync(DemoFormulas.Read().Single(formula => formula.Name == "Slipway whipped butter"));
        await PostAsync(
            id,
            new()
            {
                ["region"] = "us",
                ["layout"] = "own",
                ["layout-own"] = "120 × 60",
                ["lid"] = "round-50",
                ["print"] = "lid",
                ["grams"] = "60",
                ["batch"] = "SWB 7",
                ["made"] = "2026-11-20",
                ["count"] = "24",
                ["margin"] = "12",
            }
        );
        var labels = app.Services.GetRequiredService<Storage.LabelStore>();
        (await labels.FindAsync(id)).Plan.Region.ShouldBe(Region.Us);
        var page = await ReadAsync($"/bench/{id}/label");
        page.QuerySelector("[name=layout-own]")!.GetAttribute("value").ShouldBe("120x60");
        page.QuerySelector("[name=batch]")!.GetAttribute("value").ShouldBe("SWB 7");
        page.QuerySelector("[name=code]")!.HasAttribute("checked").ShouldBeFalse();
        LabelText(page).ShouldContain("Net wt. 2.12 oz (60 g)");
        using var sheet = PdfDocument.Open(await client.GetByteArrayAsync(new Uri($"/bench/{id}/label?handler=Pdf", UriKind.Relative)));
        // Letter, 12 mm margins, lids of 50 mm with 3 mm between: three beside, four below each other; 24 take two pages.
        sheet.NumberOfPages.ShouldBe(2);
        (sheet.GetPage(1).Width * 25.4 / 72).ShouldBe(215.9, 0.5);
        (await client.GetStringAsync(new Uri($"/bench/{id}/label?handler=Csv", UriKind.Relative))).ShouldContain("SWB 7");
        await PostAsync(id, new() { ["region"] = "eu" });
        (await labels.FindAsync(id)).Plan.Region.ShouldBeNull("the region of the settings is followed");
    }

    [Theory]
    [InlineData("layout", "30x20", "The label is too")]
    [InlineData("batch", "SPF50", "may not stand")]
    public async Task What_cannot_be_printed_is_said_in_its_place(string field, string value, string words) =>
        (await PostAsync(await app.IdOfAsync("Bosun’s beard balm"), new() { [field] = value }))
            .QuerySelector(".refusal")!
            .TextContent.ShouldContain(words);

    [Theory]
    [InlineData("\U0001F6A3 stick", "a sign or letters that the label")]
    [InlineData("שלום stick", "which the label")]
    [InlineData("Balm with SPF thirty", "may not stand on a label")]
    public async Task A_name_that_cannot_be_printed_is_said_and_all_else_is_shown(string name, string words)
    {
        var id = await app.Store.AddAsync(DemoFormulas.Read().First() with { Name = name });
        var page = await ReadAsync($"/bench/{id}/label");
        page.QuerySelector(".refusal[role=alert]:not([hidden])")!.TextContent.ShouldContain(words);
        page.QuerySelectorAll(".inlist tbody th").ShouldNotBeEmpty();
    }

    [Fact]
    public async Task Markup_in_names_and_claims_is_shown_as_it_is()
    {
        var id = await app.Store.AddAsync(
            DemoFormulas.Read().First() with
            {
                Name = "<b onclick=x>Bold</b> & “so”",
                Label = new(["<img src=x onerror=alert(1)>"], []),
            }
        );
        var page = await PostAsync(id, new() { ["layout"] = "160x80", ["batch"] = "<script>1</script>" });
        page.QuerySelectorAll("script, img, [onclick]").ShouldBeEmpty();
        string.Concat(LabelText(page).Where(letter => letter != ' ')).ShouldContain("<script>1</script>");
    }

    [Theory]
    [InlineData("count", "9999")]
    [InlineData("count", "1.5")]
    [InlineData("grams", "much")]
    [InlineData("grams", "-5")]
    [InlineData("layout", "round-50")]
    [InlineData("lid", "tube-wrap")]
    [InlineData("made", "yesterday")]
    [InlineData("made", "9999-12-31")]
    [InlineData("made", "0001-01-01")]
    [InlineData("gap", "-90")]
    [InlineData("gap", "99999999999999999999999999")]
    [InlineData("margin", "-1")]
    [InlineData("right", "21")]
    [InlineData("margin", "a lot")]
    public async Task What_cannot_be_kept_is_refused_and_nothing_is_lost(string field, string value)
    {
        var id = await app.IdOfAsync("Bosun’s beard balm");
        await PostAsync(id, new() { ["batch"] = "BB 1" });
        using var answer = await client.PostAsync(
            new Uri($"/bench/{id}/label", UriKind.Relative),
            await FormAsync(id, new() { ["batch"] = "BB 2", [field] = value })
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await ReadAsync($"/bench/{id}/label")).QuerySelector("[name=batch]")!.GetAttribute("value").ShouldBe("BB 1");
        using var none = await client.GetAsync(new Uri("/bench/4711/label", UriKind.Relative));
        none.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    private static string LabelText(IHtmlDocument page) =>
        string.Join(' ', page.QuerySelectorAll(".proof text").Select(text => text.TextContent));

    private async Task<FormUrlEncodedContent> FormAsync(long id, Dictionary<string, string> fields)
    {
        fields.TryAdd("layout", "tube-wrap");
        return new FormUrlEncodedContent(SentForm.Of(await ReadAsync($"/bench/{id}/label"), fields));
    }

    private async Task<IHtmlDocument> PostAsync(long id, Dictionary<string, string> fields)
    {
        using var answer = await client.PostAsync(new Uri($"/bench/{id}/label", UriKind.Relative), await FormAsync(id, fields));
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return new HtmlParser().ParseDocument(text);
    }

    private async Task<IHtmlDocument> ReadAsync(string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
