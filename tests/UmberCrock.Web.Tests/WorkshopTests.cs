using System.Net;
using System.Text.RegularExpressions;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>What stands on the maker's table: kept, and used where it matters.</summary>
public sealed partial class WorkshopTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    private Knowledge Knowledge => app.Services.GetRequiredService<Knowledge>();

    [Fact]
    public async Task The_table_is_kept_and_weigh_sheets_and_recipes_go_by_it()
    {
        await KeepAsync(
            new()
            {
                ["scale"] = "0.01",
                ["loss"] = "2,5",
                ["spoons"] = "metric",
                ["climate"] = "tropical",
                ["container-0-name"] = "oar tin",
                ["container-0-ml"] = "30",
                ["container-0-fill"] = "90",
                ["container-0-of"] = "tin",
                ["container-0-price"] = "0,35",
                ["hour"] = "12",
                ["margin"] = "40",
                ["container-1-name"] = "",
                ["container-1-ml"] = "",
            }
        );
        var workshop = Knowledge.Workshop;
        workshop.ScaleStepGrams.ShouldBe(0.01m);
        workshop.LossPercent.ShouldBe(2.5m);
        workshop.Spoons.ShouldBe(Spoons.Metric);
        workshop.Climate.ShouldBe(new Climate(20m, 38m));
        workshop.Containers.ShouldBe([new ContainerKind("oar tin", 30m, 90m, ContainerMaterial.Tin, 0.35m)]);
        (workshop.HourPrice, workshop.MarginPercent).ShouldBe((12m, 40m));

        var id = await app.IdOfAsync("Blade-hand stick");
        var sheet = await ReadAsync($"/bench/{id}/weigh?count=10");
        // 10 x 30 mL x 0.9 of about 0.92 g/mL, and 2.5 % more for the pot.
        decimal.Parse(sheet.QuerySelector("tfoot .big")!.TextContent, System.Globalization.CultureInfo.InvariantCulture)
            .ShouldBeInRange(245m, 265m);
        sheet.QuerySelector(".fill")!.TextContent.ShouldContain("oar tin");
        (await ReadAsync("/intake")).QuerySelector("#intake-spoons option[selected]")!.GetAttribute("value").ShouldBe("metric");

        await app.Services.GetRequiredService<SettingStore>().PrepareAsync();
        Knowledge.Workshop.Containers.ShouldBe(workshop.Containers, "read back from the file");
    }

    /// <summary>On the other scale every page says so, what is typed is read on it or on the one it names; the API keeps
    /// Celsius.</summary>
    [Fact]
    public async Task In_Fahrenheit_and_ounces_with_a_currency_pages_change_and_documents_do_not()
    {
        var id = await app.IdOfAsync("Cox’s lip balm");
        var (api, document) = (await MeltAsync(), (await app.Store.FindAsync(id))!.Document);
        await KeepAsync(new() { ["degrees"] = "fahrenheit" });
        await KeepAsync(
            new()
            {
                ["ounces"] = "yes",
                ["currency"] = "kr",
                ["low"] = "41",
                ["high"] = "31 C",
                ["climate"] = "",
                ["avoid-0-name"] = "Anna",
                ["avoid-0-what"] = "lanolin, tallow",
            }
        );
        try
        {
            Knowledge.Workshop.Climate.LowCelsius.ShouldBe(5m);
            Knowledge.Workshop.Climate.HighCelsius.ShouldBe(31m);
            foreach (
                var path in new[] { "/", $"/bench/{id}", $"/bench/{id}/notes", $"/bench/{id}/method", "/batches/3/record", "/studies/1" }
            )
            {
                var words = (await ReadAsync(path)).QuerySelector("main")!.TextContent;
                words.ShouldContain("°F", Case.Sensitive, path);
                words.ShouldNotContain("°C", Case.Sensitive, path);
            }

            (await ReadAsync($"/bench/{id}/weigh?batch=100")).QuerySelector("tfoot .oz")!.TextContent.ShouldBe("3.53 oz");
            (await ReadAsync("/batches/3/record")).QuerySelector(".costs")!.TextContent.ShouldContain(" kr");
            (await MeltAsync()).ShouldBe(api);
            (await app.Store.FindAsync(id))!.Document.ShouldBe(document);
            var names = (await ReadAsync("/?free=for+Anna")).QuerySelectorAll(".shelf .nm b").Select(name => name.TextContent).ToList();
            names.ShouldContain("Cox’s lip balm");
            names.ShouldNotContain("Ferry pony hoof balm");
            await app.Services.GetRequiredService<SettingStore>().PrepareAsync();
            (Knowledge.Workshop.Temperatures, Knowledge.Workshop.Ounces, Knowledge.Workshop.Currency).ShouldBe(
                (Core.Units.TemperatureScale.Fahrenheit, true, "kr")
            );
            Knowledge.Workshop.Avoids.ShouldBe([new AvoidList("Anna", "lanolin, tallow")]);
        }
        finally
        {
            await KeepAsync(
                new()
                {
                    ["degrees"] = "celsius",
                    ["ounces"] = "no",
                    ["currency"] = "",
                    ["avoid-0-name"] = "",
                }
            );
        }

        Knowledge.Workshop.Avoids.ShouldBeEmpty();

        Task<string> MeltAsync() => client.GetStringAsync(new Uri("/api/v1/ingredients/beeswax", UriKind.Relative));
    }

    [Theory]
    [InlineData("scale", "0.7", "scale shows one of")]
    [InlineData("fine", "0.5", "finer than the first")]
    [InlineData("code", "{yy}", "running number")]
    [InlineData("loss", "90", "from 0 to 50")]
    [InlineData("low", "70", "runs from cold to warm")]
    [InlineData("currency", "thalers", "at most 6 letters")]
    [InlineData("avoid-0-what", "nuts", "List 1 needs a name")]
    [InlineData("container-0-ml", "-3", "from 0.10 to 100000 mL")]
    [InlineData("container-0-name", "", "needs a name")]
    [InlineData("container-0-fill", "140", "filled from 1 to 100")]
    public async Task What_does_not_hold_together_is_said_and_nothing_is_kept(string field, string value, string words)
    {
        var before = Knowledge.Workshop;
        using var answer = await PostAsync(
            new()
            {
                ["container-0-name"] = "tin",
                ["container-0-ml"] = "30",
                ["container-0-fill"] = "90",
                [field] = value,
            }
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        new HtmlParser()
            .ParseDocument(await answer.Content.ReadAsStringAsync())
            .QuerySelector(".refusal")!
            .TextContent.ShouldContain(words);
        Knowledge.Workshop.ShouldBeSameAs(before);
    }

    /// <summary>Points that are meant: a number of a law, and the choice of the mark itself.</summary>
    private static readonly string[] Meant = ["CFR", "with a point: 18.50"];

    /// <summary>Numbers for people take the comma; drawings, fields' values for machines and the API keep the point.</summary>
    [Fact]
    public async Task With_a_decimal_comma_words_change_and_drawings_do_not()
    {
        var id = await app.IdOfAsync("Blade-hand stick");
        var pages = new[]
        {
            "/",
            $"/bench/{id}",
            $"/bench/{id}/how",
            $"/bench/{id}/notes",
            $"/bench/{id}/weigh",
            $"/bench/{id}/method",
            $"/bench/{id}/start",
            "/batches",
            "/batches/3/record",
            "/batches/3/labels",
            "/larder",
            "/larder/shea-butter-refined",
            "/intake?sample=true",
            "/settings",
        };
        var before = new List<string>();
        foreach (var path in pages)
            before.Add(Drawings(await ReadAsync(path)));
        await KeepAsync(new() { ["mark"] = "comma" });
        try
        {
            for (var at = 0; at < pages.Length; at++)
                Drawings(await ReadAsync(pages[at])).ShouldBe(before[at], pages[at]);
            foreach (var path in pages.Concat([$"/bench/{id}/label", $"/bench/{id}/compare", $"/bench/{id}/ladder"]))
                Points()
                    .Matches(WordsOf(await ReadAsync(path)))
                    .Select(point => point.Value)
                    .Where(point => !Meant.Any(point.Contains))
                    .ShouldBeEmpty(path);
            var bench = await ReadAsync($"/bench/{id}");
            bench.QuerySelector("#dose-0")!.GetAttribute("value").ShouldBe("18,00");
            bench.QuerySelector("#total")!.TextContent.ShouldBe("100,00");
            (await client.GetStringAsync(new Uri("/api/v1/ingredients/beeswax", UriKind.Relative))).ShouldContain("\"value\":0.9");
        }
        finally
        {
            await KeepAsync(new() { ["mark"] = "point" });
        }

        // What is read on a page, and in its fields; sources are quoted as they are.
        static string WordsOf(IHtmlDocument page)
        {
            foreach (var quiet in page.QuerySelectorAll("script, style, svg.qr, .src"))
                quiet.Remove();
            return string.Join(
                '\n',
                page.QuerySelectorAll("input[type=text], input:not([type]), textarea")
                    .Select(field => field.GetAttribute("value") + field.TextContent)
                    .Append(page.Body!.TextContent)
            );
        }

        // What a drawing is made of, without its words.
        static string Drawings(IHtmlDocument page) =>
            string.Join(
                '\n',
                page.QuerySelectorAll("svg, svg *")
                    .SelectMany(element => element.Attributes)
                    .Where(attribute => attribute.Name is not ("aria-label" or "data-reads" or "aria-valuetext" or "title"))
                    .Select(attribute => $"{attribute.Name}={attribute.Value}")
            )
            + string.Join(
                '\n',
                page.QuerySelectorAll("[data-fix], [data-ghost], [style]")
                    .Select(element =>
                        element.GetAttribute("data-fix") + element.GetAttribute("data-ghost") + element.GetAttribute("style")
                    )
                    .Select(text => Titles().Replace(text, ""))
            );
    }

    [GeneratedRegex(@".{0,30}\d\.\d.{0,10}", RegexOptions.NonBacktracking)]
    private static partial Regex Points();

    [GeneratedRegex("\"title\":\"[^\"]*\"", RegexOptions.NonBacktracking)]
    private static partial Regex Titles();

    /// <summary>A kitchen scale of 1 g with a fine one of 0.01 g to 40 g: 240 g of the stick have heavy lines on the one, light on the
    /// other, and the code follows the pattern.</summary>
    [Fact]
    public async Task A_second_scale_and_the_makers_own_codes()
    {
        await KeepAsync(
            new()
            {
                ["scale"] = "1",
                ["fine"] = "0.01",
                ["fine-most"] = "40",
                ["code"] = "UC{nnn}",
            }
        );
        try
        {
            Knowledge.Workshop.Fine.ShouldBe(new FineScale(0.01m, 40m));
            var window = new Browserlike(app);
            var id = await app.IdOfAsync("Blade-hand stick");
            await window.OpenAsync($"/bench/{id}/start");
            await window.SendAsync($"/bench/{id}/start", new() { ["batch"] = "240" });
            var page = await window.OpenAsync(window.SentTo!);
            page.QuerySelector(".strip .rev")!.TextContent.ShouldStartWith("batch UC001, ");
            var plan = (await app.Services.GetRequiredService<BatchStore>().ListAsync(new(true, null, null), 0, 1)).Batches[0];
            var lines = (await app.Services.GetRequiredService<BatchStore>().FindAsync(plan.Id))!.Log.State.Plan.Lines;
            lines.ShouldAllBe(line => line.StepGrams == (line.TargetGrams > 40m ? 1m : 0.01m));
            lines.ShouldContain(line => line.StepGrams == 1m);
        }
        finally
        {
            await KeepAsync(
                new()
                {
                    ["scale"] = "0.1",
                    ["fine"] = "",
                    ["code"] = BatchCode.Usual,
                }
            );
        }
    }

    private async Task KeepAsync(Dictionary<string, string> fields)
    {
        using var answer = await PostAsync(fields);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, "it was kept, and shown again");
    }

    private async Task<HttpResponseMessage> PostAsync(Dictionary<string, string> fields)
    {
        fields.TryAdd("drops", "20");
        return await client.PostAsync("/settings", new FormUrlEncodedContent(SentForm.Of(await ReadAsync("/settings"), fields)));
    }

    private async Task<IHtmlDocument> ReadAsync(string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
