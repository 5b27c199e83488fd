using UmberCrock.Tests;

namespace UmberCrock.Browser.Tests;

/// <summary>Every row of docs/acts.md: what it names can be seen and pressed on a desk, reached by keys, and pressed by a thumb.</summary>
public sealed class ActsTests(SharedServer shared) : IClassFixture<SharedServer>
{
    private readonly Server server = shared.Server;

    /// <summary>Target size (WCAG 2.2, 2.5.8), px; what is smaller has a label that is pressed with it.</summary>
    private const int Thumb = 24;

    /// <summary>Writes down what a key does and holds it back, so that the next row finds the same house.</summary>
    private const string Watched =
        "window.did = []; const told = (what, it) => window.did.push({ what, it });"
        + "addEventListener('click', event => told('click', event.target), true);"
        + "addEventListener('focusin', event => told('focus', event.target), true);"
        + "addEventListener('submit', event => { told(`sent ${event.submitter?.getAttribute('formaction') ?? event.target.action}`, "
        + "event.target); "
        + "event.preventDefault(); event.stopImmediatePropagation(); }, true);"
        + "const open = HTMLDialogElement.prototype.showModal; "
        + "HTMLDialogElement.prototype.showModal = function () { told('opened', this); return open.call(this); };"
        + "const real = fetch; window.fetch = (address, options) => { told(`sent ${address}`, document.body); "
        + "return options?.method === 'POST' ? new Promise(() => { }) : real(address, options); }; return 1;";

    /// <summary>Keys of the table that are more than one letter.</summary>
    private static readonly Dictionary<string, string> Keys = new(StringComparer.Ordinal)
    {
        ["Space"] = " ",
        ["Del"] = OpenQA.Selenium.Keys.Delete,
        ["Enter"] = OpenQA.Selenium.Keys.Enter,
    };

    /// <summary>Keys of the table that hold another one.</summary>
    private static readonly Dictionary<string, (string Held, string Key)> Held = new(StringComparer.Ordinal)
    {
        ["Alt"] = (OpenQA.Selenium.Keys.Alt, OpenQA.Selenium.Keys.ArrowDown),
        ["Ctrl"] = (OpenQA.Selenium.Keys.Control, OpenQA.Selenium.Keys.Enter),
    };

    private sealed record Row(string Act, string Does, string Page, string Mouse, string Key, string Touch)
    {
        /// <summary>"Undo" of "Bench.Undo", "Edit" for a kind of edit; empty for what no handler of a page does.</summary>
        public string Handler =>
            Does.Split(' ')[0].Split('.') is [_, var handler] ? handler
            : Does.Length > 0 ? "Edit"
            : "";
    }

    private static List<Row> Rows { get; } =
    [
        .. File.ReadAllLines(Path.Combine(SourceTree.Root, "docs", "acts.md"))
            .Where(line => line.StartsWith("| ", StringComparison.Ordinal))
            .Select(line => line.Split('|').Select(cell => cell.Trim()).ToArray())
            .Where(cells => cells[3].StartsWith('/'))
            .Select(cells => new Row(cells[1], cells[2], cells[3], cells[4], cells[5], cells[6])),
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

    /// <summary>
    /// Each key that the table tells is pressed where one is when the page opens: it sends the act, or presses, opens or goes to what the
    /// mouse would press for it.
    /// </summary>
    [Fact]
    public void Every_key_does_its_act()
    {
        var keyed = Rows.Where(row => row.Key is not ("Tab" or "")).ToList();
        keyed.Count.ShouldBeGreaterThan(25);
        using var page = new Page();
        keyed.Select(row => Undone(page, row)).Where(why => why.Length > 0).ShouldBe([]);
    }

    /// <summary>What a key did where it did not do its act; empty where it did.</summary>
    private string Undone(Page page, Row row)
    {
        page.Open(new Uri(server.Address, row.Page));
        page.Run<object>(Watched);
        // A letter is a letter where one types: Esc leaves the field.
        if (row.Key is [>= 'A' and <= 'Z'] && page.Run<bool>("return document.activeElement.matches('textarea, input[type=search]')"))
            page.Press(OpenQA.Selenium.Keys.Escape);
        if (Held.TryGetValue(row.Key, out var both))
            page.PressHolding(both.Held, both.Key);
        else
            page.Press(Keys.GetValueOrDefault(row.Key, row.Key.ToLowerInvariant()));
        string[] steps = [.. row.Mouse.Split('»').Select(step => step.Trim())];
        var did =
            $"const steps = {System.Text.Json.JsonSerializer.Serialize(steps)}, handler = '{row.Handler}'; "
            + "if (!window.did) return false; "
            + "const wanted = steps.flatMap(step => [...document.querySelectorAll(step)]); "
            + "return window.did.some(({ what, it }) => (handler && what.startsWith('sent') && (what.includes(`handler=${handler}`) "
            + "|| (handler === 'Page' && !what.includes('handler=')))) "
            + "|| wanted.some(one => one === it || (one.id === 'open-file' && it.type === 'file') "
            + "|| (one.name && what.startsWith('sent') && what.includes(`${one.name}=`)) "
            + "|| one.contains(it) || (what === 'opened' && it.contains(one)) "
            + "|| (what === 'focus' && (it.form ?? it) === (one.form ?? one))))";
        try
        {
            page.Until(() => page.Run<bool>(did), row.Act, 2);
            return "";
        }
        catch (OpenQA.Selenium.WebDriverException)
        {
            return $"{row.Act}, {row.Key}: "
                + page.Run<string>("return window.did.map(({ what, it }) => `${what} ${it.id || it.className || it.tagName}`).join(', ')");
        }
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
