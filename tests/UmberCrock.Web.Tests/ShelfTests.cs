using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;

namespace UmberCrock.Web.Tests;

/// <summary>The shelf asked for one form, for what is free of something, for what was made, in the order of the alphabet.</summary>
public sealed class ShelfTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    /// <summary>By their documents three are balms, one holds nothing of bees, and of the bar and of no balm a batch was made.</summary>
    [Theory]
    [InlineData("form=balm", "Bosun’s beard balm; Ferry pony hoof balm; Newborn oar-cradle balm")]
    [InlineData("free=bee", "Slipway whipped butter")]
    [InlineData("free=animal&form=balm", "")]
    [InlineData("form=balm&find=lanolin", "Ferry pony hoof balm")]
    [InlineData("form=stick&show=caution&find=blade", "Blade-hand stick")]
    [InlineData("audience=infant", "Newborn oar-cradle balm")]
    [InlineData("audience=infant&form=stick", "")]
    [InlineData("made=yes&form=balm", "")]
    [InlineData("made=yes&form=bar", "Boathouse lotion bar")]
    [InlineData("made=no&form=bar", "")]
    [InlineData("form=cake&free=moonlight&made=perhaps&order=size&find=cradle", "Newborn oar-cradle balm")]
    public async Task Only_what_is_asked_for_is_shown(string query, string names)
    {
        var page = await ReadAsync($"/?{query}");
        string.Join("; ", NamesOn(page).Order(StringComparer.Ordinal)).ShouldBe(names);
        if (names.Length == 0)
            page.QuerySelector(".shelf .plain a")!.GetAttribute("href").ShouldBe("/");
    }

    [Fact]
    public async Task In_the_order_of_the_alphabet_capitals_count_as_small_letters()
    {
        var names = NamesOn(await ReadAsync("/?order=name"));
        names.Count.ShouldBeGreaterThan(7);
        names.ShouldBe(names.Order(StringComparer.OrdinalIgnoreCase));
    }

    /// <summary>Of many formulas each stretch says which of how many it is, and keeps what was asked for.</summary>
    [Fact]
    public async Task A_stretch_says_which_of_how_many_it_is()
    {
        var some = (await app.Store.FindAsync(await app.IdOfAsync("Blade-hand stick")))!.Formula;
        for (var number = 0; number < 45; number++)
            await app.Store.AddAsync(some with { Name = $"Regatta stick {number:00}" });
        var first = await ReadAsync("/?find=regatta&order=name");
        first.QuerySelector("#shelf-words")!.TextContent.ShouldBe("45 found");
        first.QuerySelector(".pager span")!.TextContent.ShouldBe("page 1 of 3");
        var last = await ReadAsync(
            ((IHtmlAnchorElement)first.QuerySelector(".pager [rel=next]")!).PathName + "?find=regatta&order=name&page=2"
        );
        last.QuerySelector(".pager span")!.TextContent.ShouldBe("page 3 of 3");
        NamesOn(last).ShouldBe(["Regatta stick 40", "Regatta stick 41", "Regatta stick 42", "Regatta stick 43", "Regatta stick 44"]);
        last.QuerySelector(".pager [rel=prev]")!.GetAttribute("href").ShouldBe("/?find=regatta&order=name&page=1");
    }

    /// <summary>Several are copied, saved and binned together, and brought back together.</summary>
    [Fact]
    public async Task Many_are_chosen_at_once()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/");
        var bar = await app.IdOfAsync("Boathouse lotion bar");
        var (one, other) = (await CopyAsync(), await CopyAsync());
        await window.SendManyAsync("/?handler=Files", ("id", $"{one}"), ("id", $"{other}"), ("id", "987654"));
        using (var archive = new System.IO.Compression.ZipArchive(new MemoryStream(window.Bytes)))
        {
            archive.Entries.Count.ShouldBe(2);
            await using var first = archive.Entries[0].Open();
            using var text = new StreamReader(first);
            UmberCrock.Core.Formulas.FormulaReader.Parse(await text.ReadToEndAsync()).Name.ShouldStartWith("Boathouse lotion bar");
        }

        await window.SendManyAsync("/?handler=Delete", ("id", $"{one}"), ("id", $"{other}"), ("id", "987654"));
        (await app.Store.FindAsync(one)).ShouldBeNull();
        (await app.Store.FindAsync(other)).ShouldBeNull();
        await window.OpenAsync("/");
        window.Page.QuerySelector(".undo")!.TextContent.ShouldContain("2 formulas");
        await window.SendManyAsync("/bin?handler=Back", ("kind", "formula"), ("key", $"{one}"), ("key", $"{other}"), ("then", "/"));
        (await app.Store.FindAsync(one)).ShouldNotBeNull();
        (await app.Store.FindAsync(other)).ShouldNotBeNull();

        async Task<long> CopyAsync()
        {
            await window.SendManyAsync("/?handler=Copy", ("id", $"{bar}"));
            return long.Parse(window.SentTo!.Split('/')[^1], System.Globalization.CultureInfo.InvariantCulture);
        }
    }

    private static List<string> NamesOn(IHtmlDocument page) =>
        [.. page.QuerySelectorAll(".shelf .form .nm b").Select(name => name.TextContent)];

    private async Task<IHtmlDocument> ReadAsync(string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
