using UmberCrock.Tests;

namespace UmberCrock.Browser.Tests;

/// <summary>Every row of docs/acts.md: what it names can be seen and pressed on a desk, reached by keys, and pressed by a thumb.</summary>
public sealed class ActsTests(SharedServer shared) : IClassFixture<SharedServer>
{
    private readonly Server server = shared.Server;

    /// <summary>Target size (WCAG 2.2, 2.5.8), px; what is smaller has a label that is pressed with it.</summary>
    private const int Thumb = 24;

    private sealed record Row(string Act, string Page, string Mouse, string Key, string Touch);

    private static List<Row> Rows { get; } =
    [
        .. File.ReadAllLines(Path.Combine(SourceTree.Root, "docs", "acts.md"))
            .Where(line => line.StartsWith("| ", StringComparison.Ordinal))
            .Select(line => line.Split('|').Select(cell => cell.Trim()).ToArray())
            .Where(cells => cells[3].StartsWith('/'))
            .Select(cells => new Row(cells[1], cells[3], cells[4], cells[5], cells[6])),
    ];

    [Fact]
    public void Every_act_is_done_by_mouse_and_by_key()
    {
        Rows.Count.ShouldBeGreaterThan(50);
        using var page = new Page();
        Missed(page, row => row.Mouse, KeyOf).ShouldBeEmpty();

        // Only to be asked right after the button was found: then what opens the way to it is open.
        string KeyOf(Row row) =>
            page.Run<bool>(
                row.Key == "Tab"
                    ? $"const it = {Last(row.Mouse)}; it.focus(); return document.activeElement === it;"
                    : $"return [...document.querySelectorAll('kbd')].some(key => key.textContent.trim() === '{row.Key}');"
            )
                ? ""
                : $"{row.Key} does not reach it, or is not told on the page";
    }

    [Fact]
    public void Every_act_is_done_by_thumb()
    {
        using var page = new Page(390, 844);
        page.AsPhone(390, 844);
        Missed(page, row => row.Touch, _ => "").ShouldBeEmpty();
    }

    /// <summary>What of the table cannot be pressed: it is not there, not seen, too small, or something lies over it.</summary>
    private List<string> Missed(Page page, Func<Row, string> way, Func<Row, string> also)
    {
        var missed = new List<string>();
        var open = "";
        foreach (var row in Rows)
        {
            // A page on which nothing was opened serves the next row too.
            if (row.Page != open)
                page.Open(new Uri(server.Address, row.Page));
            open = way(row).Contains('»', StringComparison.Ordinal) ? "" : row.Page;
            Open(page, way(row));
            var why = page.Run<string>(
                $"const it = {Last(way(row))}; if (!it) return 'is not there or not seen'; "
                    + "const target = (it.matches('input') && it.closest('label')) || it; target.scrollIntoView({ block: 'center' }); "
                    + "const box = target.getBoundingClientRect(); "
                    + $"if (box.height < {Thumb} || box.width < {Thumb}) return `is ${{box.width}} by ${{box.height}}`; "
                    + "const on = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2); "
                    + "return !on || target.contains(on) || on.contains(target) ? '' : `lies under ${on.className || on.tagName}`;"
            );
            why = why.Length > 0 ? why : also(row);
            if (why.Length > 0)
                missed.Add($"{row.Act}: {Last(way(row))} {why}");
        }

        return missed;
    }

    /// <summary>Presses what opens the way, one after the other.</summary>
    private static void Open(Page page, string way)
    {
        foreach (var step in way.Split('»')[..^1])
        {
            var seen = Seen(step.Trim());
            page.Until(() => page.Run<bool>($"return Boolean({seen})"), step);
            page.Run<object>($"const it = {seen}; (it.querySelector('input[type=checkbox]') ?? it).click(); return 1;");
        }

        var last = Last(way);
        try
        {
            page.Until(() => page.Run<bool>($"return Boolean({last})"), way, 3);
        }
        catch (OpenQA.Selenium.WebDriverException)
        {
            // It is told as missing.
        }
    }

    private static string Last(string way) => Seen(way.Split('»')[^1].Trim());

    private static string Seen(string selector) =>
        $"[...document.querySelectorAll({System.Text.Json.JsonSerializer.Serialize(selector)})].find(one => one.checkVisibility())";
}
