using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>The pages, and what the bench's keys post.</summary>
public sealed class PageTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task The_shelf_shows_every_formula_with_its_state()
    {
        var page = await GetAsync("/");
        page.QuerySelectorAll(".shelf .form").Length.ShouldBeGreaterThanOrEqualTo(8);
        var zinc = page.QuerySelectorAll(".shelf .form")
            .First(form => form.TextContent.Contains("Noontide zinc stick", StringComparison.Ordinal));
        zinc.GetAttribute("data-verdict").ShouldBe("stop");
        zinc.TextContent.ShouldContain("Zinc Oxide is 1.00 over its limit");
        (await GetAsync("/?show=stop"))
            .QuerySelectorAll(".shelf .form")
            .Select(form => form.GetAttribute("data-verdict"))
            .ShouldBe(["stop"]);
        (await GetAsync("/?find=lanolin")).QuerySelectorAll(".shelf .form").Length.ShouldBe(1);
    }

    [Fact]
    public async Task Nothing_is_loaded_from_elsewhere()
    {
        foreach (var path in new[] { "/", "/bench" })
        {
            var page = await GetAsync(path);
            page.QuerySelectorAll("script[src], link[href], img[src]")
                .Select(element => element.GetAttribute("src") ?? element.GetAttribute("href"))
                .ShouldAllBe(address => address!.StartsWith('/'));
            page.QuerySelectorAll("script:not([src])").ShouldBeEmpty();
        }
    }

    [Fact]
    public async Task A_typed_dose_comes_back_evaluated()
    {
        var bench = await OpenAsync("Blade-hand stick");
        var after = await bench.PostAsync("Dose", new { line = 0, text = "26" });
        after.QuerySelector("#dose-0")!.GetAttribute("value").ShouldBe("26.00");
        after.QuerySelector("[data-code=above-window]")!.TextContent.ShouldContain("Set to 25.00");
        after.QuerySelector(".pages [aria-current=page]")!.TextContent.ShouldBe("Lines");
        var undone = await bench.PostAsync("Undo", new { });
        undone.QuerySelector("#dose-0")!.GetAttribute("value").ShouldBe("18.00");
    }

    [Theory]
    [InlineData("Dose", "{\"line\":0,\"text\":\"lots\"}", "is not a dose")]
    [InlineData("Dose", "{\"line\":0,\"text\":\"101\"}", "from 0 to 100")]
    [InlineData("Dose", "{\"line\":0,\"text\":\"NaN\"}", "is not a dose")]
    [InlineData("Dose", "{\"line\":77,\"text\":\"1\"}", "lines run from 0")]
    [InlineData("Nudge", "{\"line\":77,\"by\":0.1}", "no such line")]
    [InlineData("Nudge", "{\"line\":0,\"by\":\"x\"}", "step in percent")]
    [InlineData("Nudge", "{\"line\":0,\"by\":0.1,\"ingredient\":\"shea-butter-refined\"}", "Another ingredient")]
    [InlineData("Phase", "{\"phase\":\"Q\",\"name\":\"x\",\"stage\":\"melt\"}", "no phase of this formula")]
    [InlineData("Phase", "{\"phase\":\"A\",\"name\":\"x\",\"stage\":\"boil\"}", "when it goes in")]
    [InlineData("MovePhase", "{\"phase\":\"Q\",\"by\":1}", "no phase of this formula")]
    [InlineData("Batch", "{\"text\":\"-3\"}", "from 0.01")]
    [InlineData("Field", "{\"field\":\"climate.highCelsius\",\"value\":\"hot\"}", "is not a temperature")]
    [InlineData("Field", "{\"field\":\"climate.lowCelsius\",\"value\":\"50\"}", "above highCelsius")]
    [InlineData("Field", "{\"field\":\"form\",\"value\":\"cake\"}", "must be one of")]
    [InlineData("Edit", "{\"edits\":[{\"op\":\"replaceIngredient\",\"line\":0,\"ingredient\":\"moon-dust\"}]}", "not an ingredient")]
    [InlineData("Add", "{\"phase\":\"A\",\"ingredient\":\"moon-dust\"}", "not an ingredient")]
    public async Task What_the_bench_cannot_take_is_said_and_nothing_changes(string handler, string body, string reason)
    {
        var bench = await OpenAsync("Cox’s lip balm");
        var (status, text) = await bench.SendAsync(handler, JsonNode.Parse(body)!.AsObject());
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        JsonNode.Parse(text)!["errors"]![0]!["reason"]!.GetValue<string>().ShouldContain(reason);
        (await app.Store.FindAsync(bench.Id))!.Version.ShouldBe(bench.Version);
    }

    /// <summary>A phase gets another name, another stage, another place with its lines.</summary>
    [Fact]
    public async Task A_phase_is_named_staged_and_moved_with_its_lines()
    {
        var bench = await OpenAsync("Noontide zinc stick");
        var before = (await app.Store.FindAsync(bench.Id))!.Formula;
        var named = await bench.PostAsync(
            "Phase",
            new
            {
                phase = "B",
                name = "Milled first",
                stage = "powder",
            }
        );
        named.QuerySelector("#phase-B .phname")!.TextContent.Trim().ShouldBe("Milled first");
        await bench.PostAsync(
            "Phase",
            new
            {
                phase = "C",
                name = "Last",
                stage = "whip",
            }
        );
        var moved = await bench.PostAsync("MovePhase", new { phase = "B", by = -1 });
        moved.QuerySelectorAll(".phase[id]").Select(phase => phase.Id).ShouldBe(["phase-B", "phase-A", "phase-C"]);
        var formula = (await app.Store.FindAsync(bench.Id))!.Formula;
        (formula.Phases[0].Name, formula.Phases[2].Stage).ShouldBe(("Milled first", Stage.Whip));
        formula.Lines.Select(line => line.Phase).ShouldBe([.. Enumerable.Repeat("B", 3), .. Enumerable.Repeat("A", 6), "C"]);
        formula.Lines.Order(ByIngredient).ShouldBe(before.Lines.Order(ByIngredient));
        // At the top already: nothing moves, nothing is refused.
        await bench.PostAsync("MovePhase", new { phase = "B", by = -1 });
        (await app.Store.FindAsync(bench.Id))!.Formula.Phases[0].Id.ShouldBe("B");
    }

    private static readonly Comparer<FormulaLine> ByIngredient = Comparer<FormulaLine>.Create(
        (a, b) => string.CompareOrdinal(a.Ingredient, b.Ingredient)
    );

    /// <summary>A page that is being left cannot wait for a version: its step is taken from where the dose stands by then.</summary>
    [Fact]
    public async Task A_step_from_a_page_that_is_left_names_its_ingredient_instead_of_a_version()
    {
        var bench = await OpenAsync("Ferry pony hoof balm");
        var line = (await app.Store.FindAsync(bench.Id))!.Formula.Lines[0];
        await bench.PostAsync("Nudge", new { line = 0, by = 0.1 });
        var left = new JsonObject
        {
            ["line"] = 0,
            ["by"] = 0.4,
            ["ingredient"] = line.Ingredient,
        };
        (await bench.SendWithoutVersionAsync("Nudge", left)).ShouldBe(HttpStatusCode.OK);
        (await app.Store.FindAsync(bench.Id))!.Formula.Lines[0].Percent.ShouldBe(line.Percent + 0.5m);
    }

    /// <summary>A page and a script go out compressed; what is asked for by its version is kept for good.</summary>
    [Theory]
    [InlineData("/")]
    [InlineData("/js/page.js?v=1")]
    public async Task Pages_and_scripts_are_compressed(string path)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path) { Headers = { { "Accept-Encoding", "gzip, br" } } };
        using var answer = await client.SendAsync(request);
        answer.Content.Headers.ContentEncoding.ShouldBe(["br"]);
        answer.Headers.CacheControl!.Extensions.Any(word => word.Name == "immutable").ShouldBe(path != "/");
    }

    [Fact]
    public async Task A_second_formula_has_a_name_of_its_own()
    {
        var bench = await OpenAsync("Blade-hand stick");
        var window = new Browserlike(app);
        await window.OpenAsync($"/bench/{bench.Id}");
        await window.SendAsync($"/bench/{bench.Id}?handler=Copy", []);
        await window.OpenAsync($"/bench/{bench.Id}");
        await window.SendAsync($"/bench/{bench.Id}?handler=Copy", []);
        var names = (await app.Store.NamesAsync(null))
            .Select(formula => formula.Name)
            .Where(name => name.StartsWith("Blade", StringComparison.Ordinal));
        names.Order().ShouldBe(["Blade-hand stick", "Blade-hand stick 2", "Blade-hand stick 3"]);
        window.SentTo.ShouldNotBeNull().ShouldStartWith("/bench/");
    }

    /// <summary>Saved as text, as a table or as Markdown a formula has all its lines, and the first two are taken in again.</summary>
    [Theory]
    [InlineData("text", "text/plain", "boathouse-lotion-bar.txt")]
    [InlineData("markdown", "text/markdown", "boathouse-lotion-bar.md")]
    [InlineData("table", "text/csv", "boathouse-lotion-bar.csv")]
    public async Task A_formula_is_saved_in_open_formats(string kind, string type, string name)
    {
        var id = await app.IdOfAsync("Boathouse lotion bar");
        using var answer = await client.GetAsync(new Uri($"/bench/{id}?handler=Export&as={kind}", UriKind.Relative));
        answer.Content.Headers.ContentType!.MediaType.ShouldBe(type);
        answer.Content.Headers.ContentDisposition!.FileName.ShouldBe(name);
        var text = await answer.Content.ReadAsStringAsync();
        text.ShouldContain("Arrowroot starch");
        if (kind == "markdown")
            text.ShouldContain("| **100.00** | **240.00** |");
    }

    [Fact]
    public async Task An_edit_from_a_page_that_is_out_of_date_is_a_conflict()
    {
        var bench = await OpenAsync("Bosun’s beard balm");
        await bench.PostAsync("Nudge", new { line = 0, by = 0.1 });
        bench.Version--;
        var (status, _) = await bench.SendAsync("Nudge", new JsonObject { ["line"] = 0, ["by"] = 0.1 });
        status.ShouldBe(HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_post_without_the_page_token_is_refused()
    {
        using var answer = await client.PostAsync(
            $"/bench/{await app.IdOfAsync("Boathouse lotion bar")}?handler=Undo",
            new StringContent("{\"version\":0}", Encoding.UTF8, "application/json")
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_formula_saved_as_a_file_opens_as_the_same_formula()
    {
        var id = await app.IdOfAsync("Newborn oar-cradle balm");
        var file = await client.GetByteArrayAsync($"/bench/{id}?handler=Export");
        var (status, path) = await ImportAsync(file);
        status.ShouldBe(HttpStatusCode.OK);
        path.ShouldStartWith("/bench/");
        var opened = await app.Store.FindAsync(long.Parse(path.Split('/')[^1]));
        FormulaWriter.ToText(opened!.Formula).ShouldBe(FormulaWriter.ToText((await app.Store.FindAsync(id))!.Formula));
    }

    [Fact]
    public async Task A_file_that_is_no_formula_is_refused_in_words()
    {
        var before = (await app.Store.ListAsync(null)).Count;
        (await ImportAsync("{\"format\":\"umber-crock/formula\",\"version\":3}"u8.ToArray())).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await ImportAsync([0, 159, 146, 150])).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await ImportAsync(new byte[2 * 1024 * 1024])).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await app.Store.ListAsync(null)).Count.ShouldBe(before);
    }

    [Fact]
    public async Task A_new_formula_starts_with_its_phases()
    {
        var page = await GetAsync("/");
        using var answer = await client.PostAsync(
            "/?handler=New",
            new FormUrlEncodedContent(
                new Dictionary<string, string>
                {
                    ["name"] = "Towpath balm",
                    ["form"] = "balm",
                    ["audience"] = "adult",
                    ["__RequestVerificationToken"] = TokenOf(page),
                }
            )
        );
        var bench = new HtmlParser().ParseDocument(await answer.Content.ReadAsStringAsync());
        bench.QuerySelectorAll("#rows .phase[id]").Length.ShouldBe(2);
        bench.QuerySelector("#dose-0")!.GetAttribute("value").ShouldBe("100.00");
    }

    [Fact]
    public async Task A_page_that_is_not_there_says_so()
    {
        using var answer = await client.GetAsync("/bench/999999");
        answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await answer.Content.ReadAsStringAsync()).ShouldContain("There is nothing here");
    }

    private static string TokenOf(IHtmlDocument page) =>
        page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;

    private async Task<IHtmlDocument> GetAsync(string path) => new HtmlParser().ParseDocument(await client.GetStringAsync(path));

    private async Task<(HttpStatusCode Status, string Path)> ImportAsync(byte[] file)
    {
        using var content = new MultipartFormDataContent
        {
            { new StringContent(TokenOf(await GetAsync("/"))), "__RequestVerificationToken" },
            { new ByteArrayContent(file), "file", "formula.json" },
        };
        using var answer = await client.PostAsync("/intake?handler=File", content);
        return (answer.StatusCode, answer.RequestMessage!.RequestUri!.AbsolutePath);
    }

    private async Task<OpenBench> OpenAsync(string name)
    {
        var id = await app.IdOfAsync(name);
        var page = await GetAsync($"/bench/{id}");
        return new OpenBench(client, id, TokenOf(page))
        {
            Version = long.Parse(page.QuerySelector("#bench")!.GetAttribute("data-version")!),
        };
    }

    /// <summary>A bench as a browser has it open: it posts with the version it shows.</summary>
    private sealed class OpenBench(HttpClient client, long id, string token)
    {
        public long Id => id;

        public long Version { get; set; }

        public async Task<IHtmlDocument> PostAsync(string handler, object body)
        {
            var (status, text) = await SendAsync(handler, JsonSerializer.SerializeToNode(body)!.AsObject());
            status.ShouldBe(HttpStatusCode.OK, text);
            var bench = new HtmlParser().ParseDocument(text);
            Version = long.Parse(bench.QuerySelector("#bench")!.GetAttribute("data-version")!);
            return bench;
        }

        public async Task<HttpStatusCode> SendWithoutVersionAsync(string handler, JsonObject body) =>
            (await PutAsync(handler, body)).Status;

        public Task<(HttpStatusCode Status, string Text)> SendAsync(string handler, JsonObject body)
        {
            body["version"] = Version;
            return PutAsync(handler, body);
        }

        private async Task<(HttpStatusCode Status, string Text)> PutAsync(string handler, JsonObject body)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/bench/{id}?handler={handler}")
            {
                Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json"),
                Headers = { { "X-Request-Token", token } },
            };
            using var answer = await client.SendAsync(request);
            return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
        }
    }
}
