using AngleSharp.Html.Dom;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Units;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>A script in every text there is, and a formula of a spreadsheet: on no page is it an element, in no table a formula.</summary>
public sealed class InjectionTests(App app) : IClassFixture<App>
{
    private const string Script = "<img src=x onerror=alert(1)>\"'><script>alert(1)</script>";
    private const string Cell = "=HYPERLINK(\"http://127.0.0.1/\",\"x\")";

    [Fact]
    public async Task A_script_in_any_text_is_only_ever_text()
    {
        var services = app.Services;
        var stick = DemoFormulas.Read()[0];
        var id = await app.Store.AddAsync(
            stick with
            {
                Name = Script,
                Notes = Script,
                Phases = [.. stick.Phases.Select(phase => phase with { Name = Script })],
                Label = new([Script], [Script[..50]]),
            }
        );
        await app.Store.KeepRevisionAsync(id, 0);
        await services.GetRequiredService<RevisionStore>().NameAsync(id, 1, Script[..50]);
        await services.GetRequiredService<LabelStore>().KeepAsync(id, new LabelPlan { Batch = Script[..30] }, 0);
        var own = Catalogue.Shipped.Find("beeswax")! with
        {
            Slug = "own:script",
            Name = Script,
            Purpose = Script,
            Role = Script[..30],
            AlsoKnownAs = [Script],
        };
        await services.GetRequiredService<LarderStore>().AddAsync([own], _ => "");
        await services
            .GetRequiredService<LotStore>()
            .KeepAsync(new Lot(0, "own:script", Script[..30], Script, null, 10m, 5m, null, null, null, Script));
        await services
            .GetRequiredService<LarderStore>()
            .CorrectAsync("beeswax", "density", new Quantity(0.96, 0.95, 0.97, "g/mL", Script, Confidence.Low));
        var gone = await app.Store.AddAsync(stick with { Name = Script });
        await services.GetRequiredService<BinStore>().DeleteFormulaAsync(gone, 0);

        var studies = services.GetRequiredService<StudyStore>();
        var knowledge = services.GetRequiredService<Knowledge>();
        var formula = stick with { Name = Script[..50] };
        var setup = StudySetup.Of(
            formula,
            null,
            Script[..30],
            new StudyRequest(studies.Today, [], 1, false),
            knowledge.Catalogue,
            knowledge.Settings
        );
        var study = await studies.StartAsync(setup, Script[..20]);
        await studies.AppendAsync(
            study.Id,
            1,
            log =>
                StudyProgress.Judged(log, "room-1-d1", studies.Today, new Seen([], Band.Stick, null), knowledge.Catalogue.Rules) with
                {
                    Text = Script,
                    Own = StudyVerdict.Failed,
                    Reason = Script,
                },
            "a test"
        );
        await studies.AppendAsync(study.Id, 2, _ => new StudyEnded(Script), "a test");

        var window = new Browserlike(app);
        foreach (
            var path in new[]
            {
                "/",
                $"/?find={Uri.EscapeDataString(Script)}",
                $"/bench/{id}",
                $"/bench/{id}/compare?b=1",
                $"/bench/{id}/compare?with={Uri.EscapeDataString(Script)}",
                $"/bench/{id}/ladder",
                $"/bench/{id}/label",
                $"/bench/{id}/weigh?batch={Uri.EscapeDataString(Script)}",
                $"/bench/{id}/method?batch={Uri.EscapeDataString(Script)}",
                $"/bench/{id}/method?start={Uri.EscapeDataString(Script)}",
                $"/bench/{id}/start?batch={Uri.EscapeDataString(Script)}",
                "/batches",
                "/studies",
                "/studies/3",
                "/studies/3/pictures",
                $"/studies/3?check={Uri.EscapeDataString(Script)}",
                "/studies/new?batch=3",
                "/your-bench",
                $"/wrong?formula={id}&asked=yes&s=grainy&room={Uri.EscapeDataString(Script)}",
                "/wrong?study=3&check=room-1-d1",
                $"/bench/{id}/notes",
                $"/bench/{id}/how",
                "/larder",
                "/larder?Show=own",
                "/larder/own:script",
                "/larder/new?from=own:script",
                "/larder/beeswax",
                "/settings",
                $"/bench/{id}/rescue?grams={Uri.EscapeDataString(Script)}",
                "/batches/4/rescue",
                "/batches/3/labels",
                $"/batches/3/labels?net={Uri.EscapeDataString(Script)}",
                "/batches/4/parts",
                $"/batches?lot={Uri.EscapeDataString(Script)}",
                "/buy",
                "/larder/count",
                "/?show=today",
                "/devices",
                $"/day?f={id}&g={Uri.EscapeDataString(Script)}&start={Uri.EscapeDataString(Script)}",
                $"/day?f={id}&g=100",
                "/bin",
                "/copies",
                "/phones",
                "/help",
                $"/unlock?back={Uri.EscapeDataString(Script)}",
                $"/pair?key={Uri.EscapeDataString(Script)}",
                $"/odd?kind={Uri.EscapeDataString(Script)}",
            }
        )
            Clean(await window.OpenAsync(path), path);

        await window.OpenAsync("/intake");
        Clean(await window.SendAsync("/intake?handler=Read", new() { ["text"] = $"{Script}\n10 g {Script}\nbeeswax 10 g" }), "a recipe");
        await window.OpenAsync("/");
        Clean(await window.SendAsync("/?handler=New", new() { ["name"] = Script, ["form"] = Script }), "a refused form");
        await window.OpenAsync("/settings");
        Clean(
            await window.SendAsync(
                "/settings",
                new()
                {
                    ["drops"] = Script,
                    ["container-0-name"] = Script,
                    ["__RequestVerificationToken"] = Script,
                }
            ),
            "a lost token"
        );
    }

    [Fact]
    public async Task No_table_that_is_written_holds_a_formula_of_a_spreadsheet_and_what_is_read_back_is_what_was_typed()
    {
        var larder = app.Services.GetRequiredService<LarderStore>();
        var own = Catalogue.Shipped.Find("beeswax")! with { Slug = "own:cell", Name = Cell, Role = "=1+1", Purpose = "@SUM(1)" };
        await larder.AddAsync([own], _ => "");
        await app
            .Services.GetRequiredService<LotStore>()
            .KeepAsync(new Lot(0, "beeswax", "=1", "+44", null, 10m, 5m, null, null, null, "-cmd|calc"));
        using var client = app.CreateClient();
        var table = await client.GetStringAsync(new Uri("/larder?handler=Export&kind=csv", UriKind.Relative));
        Cells(table).ShouldAllBe(cell => cell.Length == 0 || !"=@+-\t".Contains(cell[0]) || char.IsAsciiDigit(cell.ElementAtOrDefault(1)));
        var read = IngredientTable
            .Read(System.Text.Encoding.UTF8.GetBytes(table), Catalogue.Shipped)
            .Single(ingredient => ingredient.Name.Contains("HYPERLINK", StringComparison.Ordinal));
        (read.Name, read.Role, read.Purpose).ShouldBe((Cell, "=1+1", "@SUM(1)"));

        using var zip = new System.IO.Compression.ZipArchive(
            await client.GetStreamAsync(new Uri("/copies?handler=Save", UriKind.Relative))
        );
        foreach (var part in zip.Entries.Where(part => part.Name.EndsWith(".csv", StringComparison.Ordinal)))
        {
            using var reader = new StreamReader(part.Open());
            Cells(await reader.ReadToEndAsync())
                .ShouldAllBe(
                    cell => cell.Length == 0 || !"=@+-\t".Contains(cell[0]) || char.IsAsciiDigit(cell.ElementAtOrDefault(1)),
                    part.FullName
                );
        }
    }

    private static void Clean(IHtmlDocument page, string what)
    {
        page.QuerySelectorAll("img, script:not([src]), [onerror], iframe, object").ShouldBeEmpty(what);
        page.QuerySelectorAll("[style]").ShouldBeEmpty($"{what}: no style of its own, for the policy forbids it");
        page.QuerySelectorAll("style").ShouldBeEmpty(what);
    }

    private static List<string> Cells(string csv)
    {
        using var parser = new CsvHelper.CsvParser(new StringReader(csv), System.Globalization.CultureInfo.InvariantCulture);
        var cells = new List<string>();
        while (parser.Read())
            cells.AddRange(parser.Record!);
        return cells;
    }
}
