using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>The label's page: the same list as at the bench, claims judged and mended, a sheet that prints.</summary>
public sealed class LabelPageTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task The_list_is_that_of_the_bench_and_every_name_stands_on_the_label()
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        var page = await ReadAsync($"/bench/{id}/label?layout=120x60");
        var names = page.QuerySelectorAll(".inlist tbody tr:not(.bar) th").Select(cell => cell.TextContent).ToList();
        names.Take(3).ShouldBe(["Helianthus Annuus Seed Oil", "Cera Alba", "Butyrospermum Parkii Butter"]);
        names.ShouldContain("Linalool");
        var bench = (await ReadAsync($"/bench/{id}")).QuerySelector(".inci p")!.TextContent;
        var label = string.Join(' ', page.QuerySelectorAll(".proof text").Select(text => text.TextContent));
        foreach (var name in names)
        {
            bench.ShouldContain(name);
            label.ShouldContain(name, customMessage: "on the label");
        }
    }

    [Fact]
    public async Task A_claim_is_refused_and_a_better_wording_taken()
    {
        var id = await app.Store.AddAsync(DemoFormulas.Read().Single(formula => formula.Name == "Noontide zinc stick"));
        await PostAsync(id, "Claims", new() { ["claims"] = "SPF 30\r\nFor the noon race\r\n" });
        var page = await ReadAsync($"/bench/{id}/label?layout=120x60");
        page.QuerySelector(".claims .refused")!.TextContent.ShouldBe("SPF 30");
        string.Join(' ', page.QuerySelectorAll(".proof text").Select(text => text.TextContent)).ShouldNotContain("SPF");
        var better = page.QuerySelector(".claims button[name=text]")!.GetAttribute("value")!;
        await PostAsync(id, "Better", new() { ["claim"] = "0", ["text"] = better });
        var mended = (await app.Store.FindAsync(id))!.Formula.Label.Claims;
        mended.ShouldBe([better, "For the noon race"]);
        (await ReadAsync($"/bench/{id}/label")).QuerySelectorAll(".claims .refused").ShouldBeEmpty();
        await PostAsync(id, "Better", new() { ["claim"] = "0", ["text"] = "" });
        (await app.Store.FindAsync(id))!.Formula.Label.Claims.ShouldBe(["For the noon race"]);
    }

    [Fact]
    public async Task A_sheet_is_printed_and_what_cannot_be_is_said()
    {
        var id = await app.IdOfAsync("Bosun’s beard balm");
        using var sheet = await client.GetAsync(new Uri($"/bench/{id}/label?handler=Pdf&count=24&grams=15&batch=BB 1", UriKind.Relative));
        sheet.Content.Headers.ContentType!.MediaType.ShouldBe("application/pdf");
        (await ReadAsync($"/bench/{id}/label?layout=30x20")).QuerySelector(".refusal")!.TextContent.ShouldContain("The label is too");
        (await ReadAsync($"/bench/{id}/label?batch=SPF50")).QuerySelector(".refusal")!.TextContent.ShouldContain("may not stand");
        using var many = await client.GetAsync(new Uri($"/bench/{id}/label?handler=Pdf&count=9999", UriKind.Relative));
        many.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        using var none = await client.GetAsync(new Uri("/bench/4711/label", UriKind.Relative));
        none.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    private async Task PostAsync(long id, string handler, Dictionary<string, string> fields)
    {
        var token = ((IHtmlInputElement)(await ReadAsync($"/bench/{id}/label")).QuerySelector("input[name=__RequestVerificationToken]")!).Value;
        using var answer = await client.PostAsync(new Uri($"/bench/{id}/label?handler={handler}", UriKind.Relative), new FormUrlEncodedContent(new Dictionary<string, string>(fields) { ["__RequestVerificationToken"] = token }));
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    private async Task<IHtmlDocument> ReadAsync(string path) => new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
