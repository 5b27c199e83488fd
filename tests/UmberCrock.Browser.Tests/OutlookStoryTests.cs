using UmberCrock.Core.Formulas;
using UmberCrock.Tests;

namespace UmberCrock.Browser.Tests;

/// <summary>What a formula will be like, seen and mended on the bench.</summary>
public sealed class OutlookStoryTests : IDisposable
{
    private readonly Server server = Server.Start();
    private readonly Page page = new();

    public void Dispose()
    {
        page.Dispose();
        server.Dispose();
    }

    /// <summary>For each finding a formula that has it: opened from a file, its fix pressed with the keyboard, and it is gone.</summary>
    [Fact]
    public void Every_finding_is_seen_and_its_fix_cures_it()
    {
        page.Open(new Uri(server.Address, "/bench"));
        foreach (var (code, formula) in FindingExamples.ByCode)
        {
            OpenFile(formula);
            page.Run<object>($"document.querySelector('.finding[data-code={code}] [data-fix]').focus(); return 1;");
            page.Press(Keys.Enter);
            page.Until(() => page.All($".finding[data-code={code}]").Count == 0, $"{code} is cured");
        }

        page.Complaints.ShouldBeEmpty();
    }

    /// <summary>A stick that suits 20 C, is borne at 25 C and is too soft at 30 C: celadon ends and a wedge stands on the line under the
    /// chart and on its read-out, and
    /// on the shelf.</summary>
    [Fact]
    public void A_stick_that_softens_in_its_climate_shows_it_before_a_number_is_read()
    {
        OpenFile(FindingExamples.ByCode["too-soft-warm"]);
        page.All(".read li")
            .Select(cell => (cell.FindElement(By.TagName("b")).Text, cell.FindElements(By.CssSelector("b svg")).Count))
            .ShouldBe([("stick", 0), ("balm", 0), ("soft butter", 1), ("soft butter", 0)]);
        page.All(".chart path[fill='#C98B1B'] title")
            .Single()
            .GetAttribute("textContent")
            .ShouldNotBeNull()
            .ShouldContain("soft butter, which this kind of product does not want");
        page.Run<bool>(
                """
                const ends = fill => [...document.querySelectorAll(`.chart path[fill='${fill}']`)].map(path => path.getBBox());
                const wedge = ends('#C98B1B')[0];
                return Math.abs(Math.max(...ends('#A6C3B4').map(box => box.x + box.width)) - (wedge.x + wedge.width / 2)) < 1;
                """
            )
            .ShouldBeTrue("celadon ends where the wedge stands");
        page.Open(server.Address);
        page.All(".shelf .form")
            .Single(form => form.Text.Contains("too-soft-warm", StringComparison.Ordinal))
            .FindElements(By.CssSelector("path[fill='#C98B1B']"))
            .ShouldNotBeEmpty();
    }

    [Fact]
    public void The_chart_is_read_out_by_keyboard_and_pointer_and_beside_the_last_revision()
    {
        OpenFile(FindingExamples.ByCode["too-soft-warm"]);
        page.Run<object>("document.getElementById('melt-chart').focus(); return 1;");
        page.Text("#melt-reading").ShouldStartWith("20 °C: stick, ");
        page.Press(Keys.ArrowRight, Keys.PageUp);
        page.Text("#melt-reading").ShouldStartWith("31 °C: soft butter, ");
        page["#melt-chart"].GetAttribute("aria-valuetext").ShouldNotBeNull().ShouldStartWith("31 °C: soft butter, ");
        page.Run<object>("document.getElementById('line-0').focus(); return 1;");
        page.Text("#melt-reading").ShouldBe("solid part of the fats, %");
        page.Hover("#melt-chart");
        page.Text("#melt-reading").ShouldContain("°C: ");

        page.Press("s");
        page.Until(() => page.All("#earlier-key").Count == 1, "there is a revision to compare with");
        page.Press("g");
        page.Until(() => page.Run<bool>("return document.getElementById('earlier').hasAttribute('d')"), "its curve is drawn");
        page.Press("2", "4", Keys.Enter);
        page.Until(
            () =>
                page["#dose-0"].GetAttribute("value") == "24.00"
                && page.Run<bool>("return document.getElementById('earlier').getAttribute('d') !== null"),
            "and stays while doses change"
        );
        page.Run<bool>(
                "return document.getElementById('earlier').getAttribute('d') !== document.querySelector('.chart "
                    + "path[stroke-width=\"2.8\"]').getAttribute('d')"
            )
            .ShouldBeTrue();
        page.Press(Keys.Escape, "g");
        page.Until(() => !page.Run<bool>("return document.getElementById('earlier').hasAttribute('d')"), "and goes again");
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void How_it_is_computed_and_the_notes_are_a_key_away_and_back()
    {
        page.Open(new Uri(server.Address, "/bench"));
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench");
        var bench = page.Path;
        page.Press("h");
        page.Until(() => page.Path == $"{bench}/how", "how it is computed");
        page.All(".topic h2").Count.ShouldBeGreaterThanOrEqualTo(4);
        page.All(".topic td.src").ShouldAllBe(source => source.Text.Length > 5);
        page.Press(Keys.Escape);
        page.Until(() => page.Path == bench && page.Focused.GetAttribute("id") == "line-0", "back on the bench");
        page.Press("n");
        page.Until(() => page.Path == $"{bench}/notes", "the notes");
        page.All(".notes li").Count.ShouldBeGreaterThanOrEqualTo(2);
        page.All(".plan tbody tr").Count.ShouldBe(9, "three places and six rounds of frost");
        page.Complaints.ShouldBeEmpty();
    }

    private void OpenFile(Formula formula)
    {
        if (page.All("#import-file").Count == 0)
            page.Open(new Uri(server.Address, "/bench"));
        var file = Path.Combine(Directory.CreateTempSubdirectory("umber-crock-file-").FullName, "example.formula.json");
        File.WriteAllText(file, FormulaWriter.ToText(formula));
        page["#import-file"].SendKeys(file);
        page.Until(
            () => page["#f-name"].GetAttribute("value") == formula.Name && page.Focused.GetAttribute("id") == "line-0",
            $"{formula.Name} is open"
        );
        Directory.Delete(Path.GetDirectoryName(file)!, recursive: true);
    }
}
