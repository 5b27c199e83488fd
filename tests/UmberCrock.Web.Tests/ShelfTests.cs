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

    private static List<string> NamesOn(IHtmlDocument page) =>
        [.. page.QuerySelectorAll(".shelf .form .nm b").Select(name => name.TextContent)];

    private async Task<IHtmlDocument> ReadAsync(string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
