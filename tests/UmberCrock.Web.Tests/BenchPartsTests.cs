using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Tests;

/// <summary>The bench answers a change with the parts that changed: what a page has then is what a page that is opened anew has.</summary>
public sealed class BenchPartsTests(App app) : IClassFixture<App>
{
    private const string Drawn =
        "<main id=\"b\" data-version=\"7\">x<!--part--><p id=\"a\">1</p><!--/part-->y<!--part--><p id=\"c\">2</p><!--/part--></main>";

    private readonly HttpClient client = app.CreateClient();

    /// <summary>Nothing changed, one part, all parts; another frame, another row of parts.</summary>
    [Theory]
    [InlineData("", "", "")]
    [InlineData(">1<", ">3<", "<p id=\"a\">3</p>")]
    [InlineData("</p>", "!</p>", "<p id=\"a\">1!</p><p id=\"c\">2!</p>")]
    [InlineData("x<", "z<", null)]
    [InlineData("id=\"c\"", "id=\"d\"", null)]
    [InlineData("<!--part--><p id=\"a\">1</p><!--/part-->", "", null)]
    public void Only_what_differs_is_sent(string was, string now, string? sent)
    {
        var shown = BenchParts.Of(Drawn).Print();
        var changed = was.Length == 0 ? Drawn : Drawn.Replace(was, now, StringComparison.Ordinal);
        var answer = BenchParts.Of(changed.Replace("\"7\"", "\"8\"", StringComparison.Ordinal)).Since(shown);
        answer.ShouldBe(sent is null ? null : $"<main id=\"b\" data-version=\"8\"></main>{sent}");
    }

    [Fact]
    public void What_was_shown_long_ago_is_forgotten()
    {
        var benches = new ShownBenches();
        var first = benches.Keep(BenchParts.Of(Drawn).Print());
        benches.Find(first).ShouldNotBeNull();
        for (var at = 0; at < 64; at++)
            benches.Keep(BenchParts.Of(Drawn).Print());
        benches.Find(first).ShouldBeNull();
        benches.Find(null).ShouldBeNull();
    }

    /// <summary>Forty changes by a seed: doses, steps back and forth, moves, fields, new lines and phases, the batch.</summary>
    [Theory]
    [InlineData(3)]
    [InlineData(11)]
    public async Task Parts_put_in_make_the_same_page_as_the_whole(int seed)
    {
        var random = new Random(seed);
        var id = await app.IdOfAsync("Noontide zinc stick");
        var page = new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri($"/bench/{id}", UriKind.Relative)));
        var token = page.QuerySelector("[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        var (shown, inParts) = ((string?)null, 0);
        for (var at = 0; at < 40; at++)
        {
            var (handler, body) = Change(random, page.QuerySelectorAll(".row").Length);
            body["version"] = long.Parse(page.QuerySelector("#bench")!.GetAttribute("data-version")!, CultureInfo.InvariantCulture);
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/bench/{id}?handler={handler}")
            {
                Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json"),
                Headers = { { "X-Request-Token", token } },
            };
            if (shown is not null)
                request.Headers.Add(BenchAnswer.Shown, shown);
            using var answer = await client.SendAsync(request);
            if (!answer.IsSuccessStatusCode)
                continue;
            var html = await answer.Content.ReadAsStringAsync();
            shown = answer.Headers.GetValues(BenchAnswer.Shown).Single();
            inParts += answer.Headers.Contains(BenchAnswer.OnlyParts) ? 1 : 0;
            PutIn(page, html, answer.Headers.Contains(BenchAnswer.OnlyParts));
            var whole = new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri($"/bench/{id}?handler=Now", UriKind.Relative)));
            page.QuerySelector("#bench")!.InnerHtml.ShouldBe(whole.QuerySelector("#bench")!.InnerHtml, $"{handler} {body.ToJsonString()}");
            page.QuerySelector("#bench")!
                .GetAttribute("data-version")
                .ShouldBe(whole.QuerySelector("#bench")!.GetAttribute("data-version"));
        }

        inParts.ShouldBeGreaterThan(15);
    }

    private static (string Handler, JsonObject Body) Change(Random random, int lines) =>
        random.Next(9) switch
        {
            0 or 1 or 2 => ("Nudge", new() { ["line"] = random.Next(lines), ["by"] = random.Next(2) == 0 ? 0.1 : -1 }),
            3 => ("Dose", new() { ["line"] = random.Next(lines), ["text"] = $"{random.Next(1, 30)}" }),
            4 => ("Undo", []),
            5 => ("Move", new() { ["line"] = random.Next(lines), ["by"] = random.Next(2) == 0 ? 1 : -1 }),
            6 => ("Field", new() { ["field"] = "audience", ["value"] = random.Next(2) == 0 ? "child" : "adult" }),
            7 => ("Add", new() { ["ingredient"] = "lanolin", ["phase"] = "A" }),
            _ => ("Batch", new() { ["text"] = $"{random.Next(50, 500)}" }),
        };

    private static void PutIn(IDocument page, string html, bool isInParts)
    {
        var sent = new HtmlParser().ParseDocument(html).Body!;
        var (bench, opening) = (page.QuerySelector("#bench")!, sent.QuerySelector("#bench")!);
        foreach (var name in opening.Attributes)
            bench.SetAttribute(name.Name, name.Value);
        if (!isInParts)
            bench.InnerHtml = opening.InnerHtml;
        else
        {
            foreach (var part in sent.Children.Where(part => part.Id != "bench"))
                page.GetElementById(part.Id!)!.OuterHtml = part.OuterHtml;
        }
    }
}
