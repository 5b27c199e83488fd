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
    [InlineData("climate=temperate&form=balm", "Bosun’s beard balm; Newborn oar-cradle balm")]
    [InlineData("climate=tropical", "")]
    [InlineData("holds=tallow", "Ferry pony hoof balm")]
    [InlineData("holds=tallow, lanolin", "Ferry pony hoof balm")]
    [InlineData("holds=tallow, mango", "")]
    [InlineData("without=bee", "Slipway whipped butter")]
    [InlineData("without=beeswax&form=balm", "")]
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

    /// <summary>Of the whipped butter's jars some are due, Cox's lip balm has the next.</summary>
    [Fact]
    public async Task Those_come_first_whose_jars_are_due_next()
    {
        var page = await ReadAsync("/?order=due");
        var lines = page.QuerySelectorAll(".shelf .form");
        lines.Take(2).Select(line => line.QuerySelector(".nm b")!.TextContent).ShouldBe(["Slipway whipped butter", "Cox’s lip balm"]);
        lines.Select(line => line.QuerySelector(".ch .next") is not null).ShouldBe([true, true, false, false, false, false, false, false]);
    }

    /// <summary>What needs a hand comes first; within a verdict the last changed. With another question the order holds as well.</summary>
    [Theory]
    [InlineData("")]
    [InlineData("&form=balm")]
    public async Task Those_with_a_stop_come_first(string more)
    {
        var names = NamesOn(await ReadAsync($"/?order=verdict{more}"));
        var expected = new List<string>();
        foreach (var verdict in new[] { "stop", "caution", "clear" })
            expected.AddRange(NamesOn(await ReadAsync($"/?show={verdict}{more}")));
        names.ShouldBe(expected);
        names.Order(StringComparer.Ordinal).ShouldBe(NamesOn(await ReadAsync($"/?order=name{more}")).Order(StringComparer.Ordinal));
        names.First().ShouldNotBe(NamesOn(await ReadAsync($"/?order=changed{more}")).First(), "it is an order of its own");
    }

    /// <summary>A word that means no ingredient is said; what it stands beside is still asked for.</summary>
    [Fact]
    public async Task A_word_that_means_nothing_is_named()
    {
        var page = await ReadAsync("/?holds=tallow,+moonlight");
        page.QuerySelector("#shelf-words")!.TextContent.ShouldBe("1 found; “moonlight” means no ingredient here");
        NamesOn(page).ShouldBe(["Ferry pony hoof balm"]);
    }

    /// <summary>Tags stand beside a formula: they make no step and no version, and are found, saved and taken off.</summary>
    [Fact]
    public async Task Tags_of_ones_own_are_given_found_and_taken()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/");
        var (bar, lip) = (await app.IdOfAsync("Boathouse lotion bar"), await app.IdOfAsync("Cox’s lip balm"));
        var before = (await app.Store.FindAsync(bar))!;
        await window.SendManyAsync("/?handler=Tag", ("id", $"{bar}"), ("id", $"{lip}"), ("tag", " Regatta  Gift "));
        NamesOn(await ReadAsync("/?tag=regatta+gift")).Order(StringComparer.Ordinal).ShouldBe(["Boathouse lotion bar", "Cox’s lip balm"]);
        NamesOn(await ReadAsync("/?tag=regatta")).ShouldBeEmpty("a tag is a whole tag");
        var after = (await app.Store.FindAsync(bar))!;
        (after.Version, after.Document, after.CanUndo).ShouldBe((before.Version, before.Document, before.CanUndo));
        after.Tags.ShouldBe(["regatta gift"]);
        (await ReadAsync($"/bench/{bar}/notes")).QuerySelector(".tagging [name=tag][value='regatta gift']").ShouldNotBeNull();
        await window.SendManyAsync("/?handler=Tag", ("id", $"{bar}"), ("tag", "regatta gift"), ("take", "true"), ("notes", "true"));
        window.SentTo.ShouldBe($"/bench/{bar}/notes");
        NamesOn(await ReadAsync("/?tag=regatta+gift")).ShouldBe(["Cox’s lip balm"]);
        await window.SendManyAsync("/?handler=Tag", ("id", $"{lip}"), ("tag", "one, two"));
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("no comma");
        for (var number = 0; number < 11; number++)
            await window.SendManyAsync("/?handler=Tag", ("id", $"{lip}"), ("tag", $"tag {number}"));
        (await app.Store.FindAsync(lip))!.Tags.Length.ShouldBe(12);
        await window.SendManyAsync("/?handler=Tag", ("id", $"{lip}"), ("tag", "one more"));
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("at most 12 tags");
        (await app.Store.FindAsync(lip))!.Tags.Length.ShouldBe(12);
    }

    /// <summary>A name given on the shelf is a step as any: it can be undone on the bench.</summary>
    [Fact]
    public async Task A_formula_is_renamed_where_it_stands()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/");
        var bar = await app.IdOfAsync("Boathouse lotion bar");
        await window.SendManyAsync("/?handler=Rename", ("id", $"{bar}"), ("name", "Slipway bar"));
        var kept = (await app.Store.FindAsync(bar))!;
        (kept.Formula.Name, kept.CanUndo).ShouldBe(("Slipway bar", true));
        (await app.Store.UndoAsync(bar, kept.Version))!.Formula.Name.ShouldBe("Boathouse lotion bar");
        await window.SendManyAsync("/?handler=Rename", ("id", $"{bar}"), ("name", " "));
        window.Page.QuerySelector(".refusal").ShouldNotBeNull();
        (await app.Store.FindAsync(bar))!.Formula.Name.ShouldBe("Boathouse lotion bar");
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
