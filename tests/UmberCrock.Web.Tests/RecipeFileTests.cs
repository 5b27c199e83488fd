using System.IO.Compression;
using System.Net;
using System.Text;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Tests;

/// <summary>Recipes in files: what is read, and what is refused with a clear word and bounded memory.</summary>
public sealed class RecipeFileTests(App app) : IClassFixture<App>
{
    private const string Heading =
        "<row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>Ingrediente</t></is></c><c r=\"B1\" t=\"inlineStr\"><is><t>%</t></is></c></row>";

    private readonly HttpClient client = app.CreateClient();

    [Fact]
    public async Task A_table_is_shown_line_by_line_with_its_text_to_correct()
    {
        var page = await ReadAsync(
            "recipe.csv",
            "Zutat;Anteil %\nBienenwachs;20\nJojobaöl;79,5\nVitamin E;0,5\n"u8.ToArray(),
            HttpStatusCode.OK
        );
        page.QuerySelectorAll(".ir").Length.ShouldBe(3);
        ((IHtmlTextAreaElement)page.QuerySelector("#intake-text")!).Value.ShouldContain("Bienenwachs 20 %");
    }

    [Fact]
    public async Task Old_spreadsheets_write_another_encoding()
    {
        var page = await ReadAsync(
            "recette.csv",
            Encoding.Latin1.GetBytes("Ingrédient;Quantité (g)\nBeurre de karité;30\nCire d'abeille;10\n"),
            HttpStatusCode.OK
        );
        page.QuerySelectorAll(".ir").Length.ShouldBe(2);
        page.QuerySelector(".doubt").ShouldBeNull();
    }

    /// <summary>A formula's last value counts, whatever it would compute; only the first cell of merged ones holds anything (ECMA-376, from
    /// memory).</summary>
    [Fact]
    public async Task A_workbook_is_read_by_its_values()
    {
        var sheet =
            Heading
            + "<row r=\"2\"><c r=\"A2\" t=\"inlineStr\"><is><t>Cera de abejas</t></is></c><c r=\"B2\"><f>10*2</f><v>20</v></c></row>"
            + "<row r=\"3\"><c r=\"A3\" t=\"inlineStr\"><is><t>Aceite de girasol</t></is></c><c r=\"B3\"><v>80</v></c></row>"
            + "<row r=\"4\"><c r=\"A4\" t=\"inlineStr\"><is><t>Vitamina E</t></is></c><c r=\"B4\"><f>HYPERLINK(\"x\")</f></c></row>";
        var page = await ReadAsync(
            "receta.xlsx",
            Workbook(sheet, "<mergeCells count=\"1\"><mergeCell ref=\"A4:A6\"/></mergeCells>"),
            HttpStatusCode.OK
        );
        var text = ((IHtmlTextAreaElement)page.QuerySelector("#intake-text")!).Value;
        text.ShouldBe("Cera de abejas 20 %\nAceite de girasol 80 %\nVitamina E\n");
        page.QuerySelectorAll(".ir").Length.ShouldBe(3);
    }

    [Fact]
    public async Task A_hundred_thousand_rows_are_refused_in_words()
    {
        var rows = new StringBuilder(Heading);
        for (var row = 2; row <= 100_000; row++)
            rows.Append($"<row r=\"{row}\"><c r=\"A{row}\"><v>1</v></c></row>");
        (await RefusalAsync("rows.xlsx", Workbook(rows.ToString()))).ShouldContain("more than 400 rows");
        (
            await RefusalAsync("rows.csv", Encoding.UTF8.GetBytes("Ingredient,%\n" + string.Concat(Enumerable.Repeat("a,1\n", 100_000))))
        ).ShouldContain("more than 400 rows");
    }

    [Fact]
    public async Task A_packed_file_that_unpacks_without_end_is_refused_and_memory_stays_bounded()
    {
        using var bomb = new MemoryStream();
        using (var packed = new ZipArchive(bomb, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var part = packed.CreateEntry("xl/worksheets/sheet1.xml", CompressionLevel.SmallestSize).Open();
            var zeros = new byte[1024 * 1024];
            for (var mebibyte = 0; mebibyte < 600; mebibyte++)
                part.Write(zeros);
        }

        bomb.Length.ShouldBeLessThan(1024 * 1024, "else its size alone would refuse it");
        (await RefusalAsync("bomb.xlsx", bomb.ToArray())).ShouldContain("unpacks to more than");
        // Counted without a wait between, for after one the work may go on in another thread.
        var bytes = bomb.ToArray();
        var before = GC.GetAllocatedBytesForCurrentThread();
        Should.Throw<DocumentException>(() => RecipeFile.Read(bytes, Catalogue.Shipped));
        (GC.GetAllocatedBytesForCurrentThread() - before).ShouldBeLessThan(20L * 1024 * 1024);
    }

    /// <summary>Files of a few kilobytes that cost minutes where a reader believes what they say of their size.</summary>
    [Fact]
    public async Task Wide_deep_and_chatty_workbooks_are_read_in_a_blink()
    {
        var far =
            "<row r=\"2\"><c r=\"A2\" t=\"inlineStr\"><is><t>beeswax</t></is></c><c r=\"B2\"><v>20</v></c><c r=\"XFD2\"><v>1</v></c></row>";
        var many =
            Heading + string.Concat(Enumerable.Range(2, 390).Select(row => $"<row r=\"{row}\"><c r=\"XFD{row}\"><v>1</v></c></row>"));
        foreach (
            var (what, sheet, after) in new[]
            {
                ("column XFD", Heading + far, ""),
                ("a dimension of everything", Heading + far, "<dimension ref=\"A1:XFD1048576\"/>"),
                ("390 rows at XFD", many, ""),
                ("cells without a place", Heading + $"<row>{string.Concat(Enumerable.Repeat("<c><v>1</v></c>", 50_000))}</row>", ""),
            }
        )
        {
            var clock = System.Diagnostics.Stopwatch.StartNew();
            var file = Workbook(sheet, after);
            try
            {
                _ = RecipeFile.Read(file, Catalogue.Shipped);
            }
            catch (DocumentException)
            {
                // Refused is as good as read, if it is soon.
            }

            clock.Elapsed.TotalSeconds.ShouldBeLessThan(2, what);
        }

        var page = await ReadAsync("far.xlsx", Workbook(Heading + far), HttpStatusCode.OK);
        ((IHtmlTextAreaElement)page.QuerySelector("#intake-text")!).Value.ShouldBe("beeswax 20 %\n");
    }

    [Fact]
    public void A_workbook_is_left_when_its_request_is()
    {
        using var gone = new CancellationTokenSource();
        gone.Cancel();
        Should.Throw<OperationCanceledException>(() => RecipeFile.Read(Workbook(Heading), Catalogue.Shipped, gone.Token));
    }

    [Theory]
    [InlineData("<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;\">]>")]
    [InlineData("<!DOCTYPE x SYSTEM \"file:///etc/passwd\">")]
    public async Task A_workbook_that_defines_entities_is_refused(string definition) =>
        (await RefusalAsync("entities.xlsx", Workbook($"{Heading}", "", definition))).ShouldContain("no workbook");

    [Theory]
    [InlineData("PK\u0003\u0004 and nothing else", "no workbook")]
    [InlineData("{\"format\":\"umber-crock/formula\",\"version\":3}", "version")]
    [InlineData("{", "not well-formed JSON")]
    [InlineData("a\0b", "not a text")]
    public async Task What_is_no_recipe_is_refused_in_words(string content, string words) =>
        (await RefusalAsync("odd <b>file</b>", Encoding.UTF8.GetBytes(content))).ShouldContain(words);

    [Fact]
    public async Task A_file_that_is_too_large_is_refused_in_words() =>
        (await RefusalAsync("large.csv", new byte[2 * 1024 * 1024])).ShouldContain("larger than 1 MiB");

    /// <summary>The smallest workbook there is (ECMA-376 part 1, from memory).</summary>
    private static byte[] Workbook(string rows, string after = "", string definition = "")
    {
        using var file = new MemoryStream();
        using (var packed = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            void Part(string name, string xml)
            {
                using var part = new StreamWriter(packed.CreateEntry(name, CompressionLevel.SmallestSize).Open());
                part.Write("<?xml version=\"1.0\" encoding=\"UTF-8\"?>" + xml);
            }

            Part(
                "[Content_Types].xml",
                "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"rels\" "
                    + "ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"xml\" "
                    + "ContentType=\"application/xml\"/><Override PartName=\"/xl/workbook.xml\" "
                    + "ContentType=\"application/vnd.openxmlformats-officedocument."
                    + "spreadsheetml.sheet.main+xml\"/><Override "
                    + "PartName=\"/xl/worksheets/sheet1.xml\" "
                    + "ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml\"/></Types>"
            );
            Part(
                "_rels/.rels",
                "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"rId1\" "
                    + "Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument\" "
                    + "Target=\"xl/workbook.xml\"/></Relationships>"
            );
            Part(
                "xl/workbook.xml",
                "<workbook xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\" "
                    + "xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"><sheets><sheet "
                    + "name=\"Recipe\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>"
            );
            Part(
                "xl/_rels/workbook.xml.rels",
                "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"rId1\" "
                    + "Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet\" "
                    + "Target=\"worksheets/sheet1.xml\"/></Relationships>"
            );
            Part(
                "xl/worksheets/sheet1.xml",
                $"{definition}<worksheet "
                    + $"xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\">"
                    + $"<sheetData>{rows}</sheetData>{after}</worksheet>"
            );
        }

        return file.ToArray();
    }

    private async Task<string> RefusalAsync(string name, byte[] content)
    {
        var count = (await app.Store.ListAsync(null)).Count;
        var page = await ReadAsync(name, content, HttpStatusCode.UnprocessableEntity);
        (await app.Store.ListAsync(null)).Count.ShouldBe(count);
        return page.QuerySelector(".refusal")!.TextContent;
    }

    private async Task<IHtmlDocument> ReadAsync(string name, byte[] content, HttpStatusCode status)
    {
        var parser = new HtmlParser();
        var token = (
            (IHtmlInputElement)
                parser
                    .ParseDocument(await client.GetStringAsync(new Uri("/intake", UriKind.Relative)))
                    .QuerySelector("input[name=__RequestVerificationToken]")!
        ).Value;
        using var form = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new ByteArrayContent(content), "file", name },
        };
        using var answer = await client.PostAsync(new Uri("/intake?handler=File", UriKind.Relative), form);
        answer.StatusCode.ShouldBe(status);
        return parser.ParseDocument(await answer.Content.ReadAsStringAsync());
    }
}
