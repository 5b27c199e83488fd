using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using System.Xml.Linq;
using UglyToad.PdfPig;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Web.Tests;

/// <summary>Labels over HTTP: what stands on them, that it is all there, and that it is the size it says.</summary>
public sealed class LabelApiTests(App app) : IClassFixture<App>
{
    private const double MillimetresPerPoint = 25.4 / 72;

    private readonly HttpClient client = app.CreateClient();

    [Theory]
    [InlineData("Blade-hand stick")]
    [InlineData("Noontide zinc stick")]
    [InlineData("Slipway whipped butter")]
    public async Task The_text_of_the_PDF_is_the_ingredient_list_whole(string name)
    {
        var formula = Demo(name);
        var content = await JsonAsync(
            formula,
            "\"batch\":\"NZS 0323 B16\",\"netGrams\":15,\"madeOn\":\"2026-03-23\",\"responsible\":\"The Boathouse\\nOld Slipway "
                + "1\",\"layout\":\"120x60\""
        );
        using var answer = await PostAsync(
            formula,
            "\"batch\":\"NZS 0323 B16\",\"netGrams\":15,\"madeOn\":\"2026-03-23\",\"responsible\":\"The Boathouse\\nOld Slipway "
                + "1\",\"layout\":\"120x60\",\"count\":1",
            "application/pdf"
        );
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        using var pdf = PdfDocument.Open(await answer.Content.ReadAsByteArrayAsync());
        var words = Squeezed(string.Concat(pdf.GetPage(1).Letters.Select(letter => letter.Value)));
        words.ShouldContain(Squeezed(Text(content, "ingredients")));
        foreach (var text in content["texts"]!.AsArray().Where(text => text!["part"]!.GetValue<string>() != "sun-notice"))
            words.ShouldContain(Squeezed(text!["text"]!.GetValue<string>()));
        Text(content, "ingredients")
            .ShouldBe(
                Evaluator.Evaluate(formula, Catalogue.Shipped, EvaluationSettings.Default).Label.Eu.List,
                "the same list as at the bench"
            );
    }

    [Fact]
    public async Task The_sunscreens_label_carries_the_caution_and_no_number()
    {
        var svg = await SvgAsync(Demo("Noontide zinc stick"), "\"layout\":\"120x60\"");
        string.Concat(svg.Descendants().Where(element => element.Name.LocalName == "text").Select(element => element.Value))
            .ShouldContain("Not tested");
        svg.ToString().ShouldNotContain("SPF");
        Squeezed((await SvgAsync(Demo("Noontide zinc stick"), "\"layout\":\"round-50\"")).Value)
            .ShouldContain("Nottestedforsunprotection.", customMessage: "on the lid as well");
        using var named = await PostAsync(
            Demo("Noontide zinc stick") with
            {
                Name = "Noontide S.P.F. thirty",
            },
            "\"layout\":\"120x60\"",
            "image/svg+xml"
        );
        (await ProblemAsync(named)).ShouldContain("/formula/name");
        using var batch = await PostAsync(Demo("Noontide zinc stick"), "\"batch\":\"SPF50\"", "application/pdf");
        (await ProblemAsync(batch)).ShouldContain("/batch");
        var claimed = await SvgAsync(
            Demo("Noontide zinc stick") with
            {
                Label = new(["Factor fifty", "For the noon race"], []),
            },
            "\"layout\":\"120x60\""
        );
        Squeezed(claimed.Value).ShouldContain("Forthenoonrace");
        claimed.ToString().ShouldNotContain("fifty", Case.Insensitive);
    }

    [Theory]
    [InlineData("tube-wrap", 90, 50)]
    [InlineData("90x50", 90, 50)]
    [InlineData("round-50", 50, 50)]
    [InlineData("tin-60", 60, 60)]
    [InlineData("jar-side", 120, 30)]
    [InlineData("base-60", 60, 60)]
    [InlineData("round-45", 45, 45)]
    public async Task A_label_is_the_size_it_says_and_its_type_can_be_read(string layout, double width, double height)
    {
        var svg = await SvgAsync(Demo("Bosun’s beard balm"), $"\"layout\":\"{layout}\",\"netGrams\":15,\"code\":false");
        svg.Attribute("width")!.Value.ShouldBe($"{width}mm");
        svg.Attribute("height")!.Value.ShouldBe($"{height}mm");
        svg.Descendants()
            .Where(element => element.Name.LocalName == "text")
            .Select(element => (double)element.Attribute("font-size")!)
            .ShouldAllBe(size => size >= 1.8 - 1e-9);
    }

    [Fact]
    public async Task A_sheet_of_24_is_A4_with_real_type_and_comes_at_once()
    {
        // The fastest of several: beside the other tests a single one measures their load.
        var (bytes, fastest) = (Array.Empty<byte>(), TimeSpan.MaxValue);
        for (var round = 0; round < 6; round++)
        {
            var start = System.Diagnostics.Stopwatch.GetTimestamp();
            using var answer = await PostAsync(Demo("Bosun’s beard balm"), "\"count\":24,\"netGrams\":15", "application/pdf");
            bytes = await answer.Content.ReadAsByteArrayAsync();
            fastest = TimeSpan.FromTicks(Math.Min(fastest.Ticks, System.Diagnostics.Stopwatch.GetElapsedTime(start).Ticks));
        }

        fastest.ShouldBeLessThan(TimeSpan.FromMilliseconds(400));
        using var pdf = PdfDocument.Open(bytes);
        var page = pdf.GetPage(1);
        (page.Width * MillimetresPerPoint).ShouldBe(210, 0.5);
        (page.Height * MillimetresPerPoint).ShouldBe(297, 0.5);
        var names = Enumerable
            .Range(1, pdf.NumberOfPages)
            .Sum(at => Squeezed(string.Concat(pdf.GetPage(at).Letters.Select(letter => letter.Value))).Split("INGREDIENTS").Length - 1);
        names.ShouldBe(24);
        page.Letters.Select(letter => letter.FontName)
            .Distinct()
            .ShouldAllBe(font => font!.Contains("Sofia", StringComparison.OrdinalIgnoreCase));
    }

    /// <summary>Places by hand: 8 mm margin, 3 mm gap, labels of 90 by 50: two beside each other, 98 + 3 below; shifted by 2 and 1.5
    /// mm.</summary>
    [Fact]
    public async Task A_sheet_keeps_margins_gaps_and_shifts()
    {
        using var answer = await PostAsync(
            Demo("Bosun’s beard balm"),
            "\"count\":3,\"code\":false,\"sheet\":{\"paper\":\"letter\",\"margin\":10,\"gap\":5,\"right\":2,\"down\":1.5}",
            "application/pdf"
        );
        using var pdf = PdfDocument.Open(await answer.Content.ReadAsByteArrayAsync());
        var page = pdf.GetPage(1);
        (page.Width * MillimetresPerPoint).ShouldBe(215.9, 0.5);
        (page.Height * MillimetresPerPoint).ShouldBe(279.4, 0.5);
        // The cut lines are rectangles; PDF counts from the foot.
        var cuts = page
            .Paths.Select(path => path.GetBoundingRectangle())
            .OfType<UglyToad.PdfPig.Core.PdfRectangle>()
            .Where(box => Math.Abs((box.Width * MillimetresPerPoint) - 90) < 0.1 && Math.Abs((box.Height * MillimetresPerPoint) - 50) < 0.1)
            .Select(box =>
                (Left: Math.Round(box.Left * MillimetresPerPoint, 1), Top: Math.Round((page.Height - box.Top) * MillimetresPerPoint, 1))
            )
            .Distinct()
            .Order()
            .ToList();
        cuts.ShouldBe([(12, 11.5), (12, 66.5), (107, 11.5)]);
    }

    [Fact]
    public async Task Its_texts_come_as_a_table_each_with_its_reason_and_source()
    {
        using var answer = await PostAsync(Demo("Noontide zinc stick"), "\"batch\":\"=1+1\",\"netGrams\":15", "text/csv");
        using var table = new CsvHelper.CsvReader(
            new StringReader(await answer.Content.ReadAsStringAsync()),
            System.Globalization.CultureInfo.InvariantCulture
        );
        var rows = table.GetRecords<Row>().ToList();
        rows.ShouldAllBe(row => row.because.Length > 0 && row.source.Length > 0);
        rows.Single(row => row.part == "ingredients").text.ShouldStartWith("Zinc Oxide, ");
        rows.Single(row => row.part == "sun-notice").because.ShouldContain("UV filter");
        rows.Single(row => row.part == "batch").text.ShouldBe("'=1+1", "no spreadsheet takes it for a formula");
    }

    [Fact]
    public async Task Its_JSON_is_what_the_schema_says()
    {
        var schema = await NJsonSchema.JsonSchema.FromJsonAsync(await client.GetStringAsync("/schemas/label.schema.json"));
        foreach (var formula in DemoFormulas.Read())
            schema
                .Validate(
                    (
                        await JsonAsync(
                            formula with
                            {
                                Label = new(["SPF 30", "For the noon race"], ["water-free"]),
                            },
                            "\"madeOn\":\"2026-03-23\",\"netGrams\":15"
                        )
                    ).ToJsonString()
                )
                .ShouldBeEmpty(formula.Name);
    }

    /// <summary>Common practice: a product is best before the date of what it is made from, where that is sooner.</summary>
    [Fact]
    public async Task A_lot_that_ends_first_decides_the_date()
    {
        var content = await JsonAsync(
            Demo("Bosun’s beard balm"),
            "\"madeOn\":\"2026-03-23\",\"lots\":[{\"ingredient\":\"beeswax\",\"code\":\"W1\",\"useBy\":\"2026-03-01\"},"
                + "{\"ingredient\":\"jojoba-oil\",\"code\":\"J2\",\"useBy\":\"2026-09-30\"}]"
        );
        content["durability"]!["text"]!.GetValue<string>().ShouldBe("Best before 30 Sep 2026");
        content["durability"]!["because"]!.GetValue<string>().ShouldContain("lot J2 of jojoba oil");
    }

    [Fact]
    public async Task The_United_States_have_ounces_their_names_and_their_warning()
    {
        var content = await JsonAsync(Demo("Blade-hand stick"), "\"region\":\"us\",\"netGrams\":15");
        Text(content, "content").ShouldBe("Net wt. 0.53 oz (15 g)");
        Text(content, "ingredients").ShouldContain("Butyrospermum Parkii (Shea) Butter");
        Texts(content, "warning").ShouldContain("Warning: The safety of this product has not been determined.");
    }

    /// <summary>Regulation (EC) 1223/2009 Article 19(1)(c), from memory: a date up to 30 months, else the period after opening; what an
    /// assessor gives is never ticked.</summary>
    [Fact]
    public async Task Durability_and_what_is_asked_are_reasoned()
    {
        var content = await JsonAsync(Demo("Bosun’s beard balm"), "\"madeOn\":\"2026-03-23\"");
        content["durability"]!["text"]!.GetValue<string>().ShouldStartWith("Best before ");
        content["durability"]!["because"]!.GetValue<string>().ShouldContain("turns first");
        var checks = content["checks"]!.AsArray();
        checks.Single(check => check!["words"]!.GetValue<string>().Contains("assessor"))!["has"].ShouldBeNull();
        checks.Single(check => check!["words"]!.GetValue<string>().StartsWith("Name and address", StringComparison.Ordinal))!["has"]!
            .GetValue<bool>()
            .ShouldBeFalse();
        var lasting = await JsonAsync(
            new Formula
            {
                Name = "Lasting",
                Form = ProductForm.Balm,
                Phases = [new("A", "A", Stage.Melt)],
                Lines = [new("A", "jojoba-oil", 80m), new("A", "beeswax", 20m)],
            },
            "\"madeOn\":\"2026-03-23\""
        );
        lasting["durability"]!["text"]!.GetValue<string>().ShouldEndWith(" M");
    }

    [Theory]
    [InlineData("\"layout\":\"0x0\"", "/layout")]
    [InlineData("\"layout\":\"9999x40\"", "/layout")]
    [InlineData("\"layout\":\"heart\"", "/layout")]
    [InlineData("\"layout\":\"20x20\"", "/layout")]
    [InlineData("\"layout\":\"round-15\"", "/layout")]
    [InlineData("\"layout\":\"base-999\"", "/layout")]
    [InlineData("\"sheet\":{\"margin\":41}", "/sheet/margin")]
    [InlineData("\"sheet\":{\"margin\":40},\"layout\":\"150x50\"", "/sheet/margin")]
    [InlineData("\"sheet\":{\"right\":-21}", "/sheet/right")]
    [InlineData("\"sheet\":{\"paper\":\"napkin\"}", "/sheet/paper")]
    [InlineData("\"lots\":[{\"ingredient\":\"beeswax\",\"useBy\":\"soon\"}]", "/lots/0/useBy")]
    [InlineData("\"lots\":[{\"colour\":1}]", "/lots/0/colour")]
    [InlineData("\"lots\":[7]", "/lots/0")]
    [InlineData("\"sheet\":{\"ream\":1}", "/sheet/ream")]
    [InlineData("\"code\":\"yes\"", "/code")]
    [InlineData("\"count\":0", "/count")]
    [InlineData("\"netGrams\":-1", "/netGrams")]
    [InlineData("\"madeOn\":\"soon\"", "/madeOn")]
    [InlineData("\"madeOn\":\"9999-12-31\"", "/madeOn")]
    [InlineData("\"region\":\"moon\"", "/region")]
    [InlineData("\"batch\":\"\u202eevil\"", "/batch")]
    [InlineData("\"responsible\":\"\ud83d\ude00 Boathouse\"", "/responsible")]
    public async Task What_cannot_be_printed_is_refused_in_words(string rest, string pointer)
    {
        using var answer = await PostAsync(Demo("Blade-hand stick"), rest, "image/svg+xml");
        (await ProblemAsync(answer)).ShouldContain(pointer);
    }

    [Fact]
    public async Task Markup_in_a_name_is_printed_as_it_is_and_a_list_too_long_is_never_cut()
    {
        var svg = await SvgAsync(Demo("Bosun’s beard balm") with { Name = "<script>alert(1)</script> & łódź" }, "\"layout\":\"180x70\"");
        svg.Descendants().ShouldNotContain(element => element.Name.LocalName == "script");
        svg.Descendants().Select(element => element.Value).ShouldContain(text => text.Contains("<script>"));
        using var small = await PostAsync(Demo("Blade-hand stick"), "\"layout\":\"90x20\"", "image/svg+xml");
        (await ProblemAsync(small)).ShouldContain("mm more height");
        using var lengthy = await PostAsync(
            Demo("Blade-hand stick") with
            {
                Name = new string('n', 200),
            },
            "\"layout\":\"tube-wrap\"",
            "image/svg+xml"
        );
        (await ProblemAsync(lengthy)).ShouldContain("is wider than its column");
    }

    /// <summary>Of any formula on any size: either all of it is there, inside the label and in type that can be read, or it is
    /// refused.</summary>
    [Fact]
    public async Task Nothing_is_ever_cut()
    {
        var random = new Random(20261125);
        var demos = DemoFormulas.Read().ToArray();
        var (laid, refused) = (0, 0);
        for (var round = 0; round < 80; round++)
        {
            var formula = demos[random.Next(demos.Length)] with { Label = new(["For the noon race", "In a tin"], []) };
            var (width, height) = (random.Next(15, 191), random.Next(15, 191));
            var layout = random.Next(3) switch
            {
                0 => $"base-{width}",
                1 => $"round-{width}",
                _ => $"{width}x{height}",
            };
            var rest =
                $"\"layout\":\"{layout}\",\"code\":{(random.Next(2) == 0 ? "true"
                    : "false")},\"netGrams\":{random.Next(1, 500)},\"region\":\"{(random.Next(2) == 0 ? "eu"
                    : "us")}\",\"responsible\":\"The Boathouse\\nOld Slipway 1\",\"batch\":\"B {round}\"";
            using var answer = await PostAsync(formula, rest, "image/svg+xml");
            if (answer.StatusCode == HttpStatusCode.UnprocessableEntity)
            {
                refused++;
                continue;
            }

            laid++;
            var svg = XElement.Parse(await answer.Content.ReadAsStringAsync());
            var lines = svg.Descendants().Where(element => element.Name.LocalName == "text").ToList();
            lines.ShouldAllBe(
                line =>
                    (double)line.Attribute("y")! > 0
                    && (double)line.Attribute("y")! < (layout.Contains('x') ? height : width)
                    && (double)line.Attribute("x")! >= 2
                    && (double)line.Attribute("x")! < width
                    && (double)line.Attribute("font-size")! > 1.79,
                layout
            );
            var words = Squeezed(svg.Value);
            var content = await JsonAsync(formula, rest);
            foreach (
                var text in layout.StartsWith("round", StringComparison.Ordinal)
                    ? Texts(content, "claim").Concat(Texts(content, "sun-notice")).Append(formula.Name)
                    : Texts(content, "warning").Concat(Texts(content, "address")).Append(Text(content, "ingredients")).Append($"B {round}")
            )
                words.ShouldContain(Squeezed(text), customMessage: layout);
        }

        (laid > 20 && refused > 5).ShouldBeTrue($"{laid} laid out, {refused} refused");
    }

    [Fact]
    public async Task Another_kind_of_answer_is_refused()
    {
        using var answer = await PostAsync(Demo("Blade-hand stick"), "\"count\":1", "image/tiff");
        answer.StatusCode.ShouldBe(HttpStatusCode.NotAcceptable);
    }

    private static Formula Demo(string name) => DemoFormulas.Read().Single(formula => formula.Name == name);

    private static IEnumerable<string> Texts(JsonObject content, string part) =>
        content["texts"]!
            .AsArray()
            .Where(text => text!["part"]!.GetValue<string>() == part)
            .Select(text => text!["text"]!.GetValue<string>());

    private static string Text(JsonObject content, string part) => Texts(content, part).Single();

    private static string Squeezed(string text) => string.Concat(text.Where(letter => !char.IsWhiteSpace(letter)));

    private static async Task<string> ProblemAsync(HttpResponseMessage answer)
    {
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        return await answer.Content.ReadAsStringAsync();
    }

    private async Task<XElement> SvgAsync(Formula formula, string rest)
    {
        using var answer = await PostAsync(formula, rest, "image/svg+xml");
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return XElement.Parse(text);
    }

    private async Task<JsonObject> JsonAsync(Formula formula, string rest)
    {
        using var answer = await PostAsync(formula, rest, "application/json");
        var text = await answer.Content.ReadAsStringAsync();
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return JsonNode.Parse(text)!.AsObject();
    }

    private async Task<HttpResponseMessage> PostAsync(Formula formula, string rest, string accept)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri("/api/v1/label", UriKind.Relative))
        {
            Content = new StringContent($"{{\"formula\":{FormulaWriter.ToText(formula)},{rest}}}", Encoding.UTF8, "application/json"),
        };
        request.Headers.Accept.Add(new MediaTypeWithQualityHeaderValue(accept));
        return await client.SendAsync(request);
    }

    private sealed record Row(string part, string text, string because, string source);
}
