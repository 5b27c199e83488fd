using System.Net;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>Two windows on one thing: the one that is behind is told what the other did, what was typed in it stands there still, and sent
/// once more it is kept.</summary>
public sealed class TwoWindowsTests(App app) : IClassFixture<App>
{
    private readonly Browserlike here = new(app);
    private readonly Browserlike there = new(app);

    [Fact]
    public async Task On_a_label()
    {
        var id = await app.IdOfAsync("Newborn oar-cradle balm");
        await BothAsync($"/bench/{id}/label");
        await there.SendAsync(
            $"/bench/{id}/label",
            new()
            {
                ["layout"] = "tube-wrap",
                ["batch"] = "W1-BATCH",
                ["claims"] = "For rowers",
                ["keep"] = "yes",
            }
        );
        there.Status.ShouldBe(HttpStatusCode.OK);
        await here.SendAsync(
            $"/bench/{id}/label",
            new()
            {
                ["layout"] = "tube-wrap",
                ["batch"] = "MINE",
                ["claims"] = "For cold mornings",
                ["keep"] = "yes",
            }
        );
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        var page = await here.OpenAsync($"/bench/{id}/label");
        page.QuerySelector("[name=batch]")!.GetAttribute("value").ShouldBe("W1-BATCH", "what the other did stands");
        page.QuerySelector("[name=claims]")!.TextContent.ShouldBe("For rowers");
        await here.SendAsync($"/bench/{id}/label", new() { ["layout"] = "tube-wrap", ["batch"] = "MINE" });
        here.Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task On_a_ladder()
    {
        var id = await app.IdOfAsync("Slipway whipped butter");
        var ladder = await app
            .Services.GetRequiredService<LadderStore>()
            .AddAsync(id, new LadderPlan((await app.Store.FindAsync(id))!.Formula, 0, 1, 1m, 3, 20m, []));
        var address = $"/bench/{id}/ladder?ladder={ladder}";
        await BothAsync(address);
        await there.SendAsync($"{address}&handler=Observe", new() { ["band-0"] = "balm", ["note-0"] = "theirs" });
        await here.SendAsync(
            $"{address}&handler=Observe",
            new()
            {
                ["band-1"] = "stick",
                ["note-1"] = "mine",
                ["note-0"] = "",
            }
        );
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        Refusal().ShouldContain("rung 1 balm, “theirs”");
        here.Page.QuerySelector("[name=note-1]")!.GetAttribute("value").ShouldBe("mine");
        await here.SendAsync($"{address}&handler=Observe", new() { ["band-1"] = "stick", ["note-1"] = "mine" });
        var found = (await app.Services.GetRequiredService<LadderStore>().FindAsync(ladder))!.Plan.Observations;
        found.Select(one => one.Note).ShouldBe(["theirs", "mine"], "what a request leaves out stays");

        await BothAsync(address);
        var kept = (await app.Store.FindAsync(id))!;
        await app.Store.ChangeAsync(id, kept.Version, now => new SetPercent(0, 30m).Apply(now, Core.Materials.Catalogue.Shipped.Herbs));
        await here.SendAsync($"{address}&handler=Take&rung=0", []);
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        (await app.Store.FindAsync(id))!.Formula.Lines[0].Percent.ShouldBe(30m);
    }

    [Fact]
    public async Task A_ladder_with_one_note_too_long_is_kept_not_even_by_half()
    {
        var id = await app.IdOfAsync("Boathouse lotion bar");
        var ladders = app.Services.GetRequiredService<LadderStore>();
        var ladder = await ladders.AddAsync(id, new LadderPlan((await app.Store.FindAsync(id))!.Formula, 0, 1, 1m, 3, 20m, []));
        await here.OpenAsync($"/bench/{id}/ladder?ladder={ladder}");
        await here.SendAsync(
            $"/bench/{id}/ladder?ladder={ladder}&handler=Observe",
            new() { ["note-0"] = "fine", ["note-2"] = new string('n', 600) }
        );
        here.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await ladders.FindAsync(ladder))!.Plan.Observations.ShouldBeEmpty();
        here.Page.QuerySelector("[name=note-0]")!.GetAttribute("value").ShouldBe("fine", "what was typed stands there still");
    }

    [Fact]
    public async Task On_settings()
    {
        await BothAsync("/settings");
        await there.SendAsync("/settings", new() { ["drops"] = "33" });
        await here.SendAsync("/settings", new() { ["drops"] = "25", ["scent"] = "looser" });
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        Refusal().ShouldContain("drops 33");
        here.Page.QuerySelector("[name=drops]")!.GetAttribute("value").ShouldBe("25");
        here.Page.QuerySelector("[name=scent][value=looser]")!.HasAttribute("checked").ShouldBeTrue();
        await here.SendAsync("/settings", new() { ["drops"] = "25" });
        app.Services.GetRequiredService<Knowledge>().Settings.DropsPerMillilitre.ShouldBe(25m);
    }

    [Fact]
    public async Task On_a_lot()
    {
        var lots = app.Services.GetRequiredService<LotStore>();
        var lot = (await lots.ListAsync("beeswax"))[0];
        Dictionary<string, string> Fields(string left) =>
            new()
            {
                ["id"] = $"{lot.Id}",
                ["code"] = lot.Code,
                ["boughtGrams"] = "500",
                ["remainingGrams"] = left,
            };
        await BothAsync("/larder/beeswax");
        await there.SendAsync("/larder/beeswax?handler=Lot", Fields("111"));
        await here.SendAsync("/larder/beeswax?handler=Lot", Fields("99"));
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        here.Page.QuerySelector("#lot-sheet .wrong")!.TextContent.ShouldContain("111 of 500 g left");
        here.Page.QuerySelector("#lot-sheet [name=remainingGrams]")!.GetAttribute("value").ShouldBe("99");
        await there.SendAsync("/larder/beeswax?handler=RemoveLot", new() { ["id"] = $"{lot.Id}", ["version"] = "0" });
        there.Status.ShouldBe(HttpStatusCode.Conflict, "an old page takes nothing out either");
        await here.SendAsync("/larder/beeswax?handler=Lot", Fields("99"));
        (await lots.ListAsync("beeswax")).Single(kept => kept.Id == lot.Id).RemainingGrams.ShouldBe(99m);
    }

    [Fact]
    public async Task On_an_own_value()
    {
        Dictionary<string, string> Fields(string value) =>
            new()
            {
                ["property"] = "density",
                ["value"] = value,
                ["source"] = "own scale",
            };
        await BothAsync("/larder/castor-oil");
        await there.SendAsync("/larder/castor-oil?handler=Value", Fields("0.958"));
        there.Status.ShouldBe(HttpStatusCode.Redirect);
        await here.SendAsync("/larder/castor-oil?handler=Value", Fields("0.961"));
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        here.Page.QuerySelector("#value-sheet .wrong")!.TextContent.ShouldContain("It says 0.958");
        here.Page.QuerySelector("#value-sheet [name=value]")!.GetAttribute("value").ShouldBe("0.961");
    }

    [Fact]
    public async Task On_an_own_ingredient()
    {
        var slug = (await app.Services.GetRequiredService<LarderStore>().SearchAsync(""))
            .First(ingredient => OwnIngredients.IsOwn(ingredient.Slug))
            .Slug;
        var address = $"/larder/new?from={slug}";
        await BothAsync(address);
        var fields = there
            .Page.QuerySelectorAll("main input[name], main select[name], main textarea[name]")
            .Where(field => field.GetAttribute("type") is not ("checkbox" or "radio" or "hidden"))
            .ToDictionary<AngleSharp.Dom.IElement, string, string>(
                field => field.GetAttribute("name")!,
                field =>
                    field is AngleSharp.Html.Dom.IHtmlSelectElement list ? list.Value ?? ""
                    : field is AngleSharp.Html.Dom.IHtmlTextAreaElement area ? area.Value
                    : ((AngleSharp.Html.Dom.IHtmlInputElement)field).Value
            );
        await there.SendAsync(address, new(fields) { ["purpose"] = "theirs" });
        there.Status.ShouldBe(HttpStatusCode.Redirect);
        await here.SendAsync(address, new(fields) { ["purpose"] = "mine" });
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        Refusal().ShouldContain("what it does: theirs");
        here.Page.QuerySelector("[name=purpose]")!.TextContent.ShouldBe("mine");
    }

    [Fact]
    public async Task On_the_name_of_a_revision_and_on_going_back()
    {
        var id = await app.IdOfAsync("Bosun’s beard balm");
        await BothAsync($"/bench/{id}/compare?a=1&b=1");
        Dictionary<string, string> Named(string name) =>
            new()
            {
                ["number"] = "1",
                ["name"] = name,
                ["was"] = here.Page.QuerySelector("[name=was]")!.GetAttribute("value")!,
            };
        await there.SendAsync($"/bench/{id}/compare?handler=Name", Named("theirs"));
        await here.SendAsync($"/bench/{id}/compare?handler=Name", new(Named("mine")) { ["a"] = "1", ["b"] = "1" });
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        Refusal().ShouldContain("“theirs”");

        await BothAsync($"/bench/{id}/compare?b=1");
        await app.Store.ChangeAsync(id, (await app.Store.FindAsync(id))!.Version, now =>
            new SetPercent(0, 11m).Apply(now, Core.Materials.Catalogue.Shipped.Herbs)
        );
        await here.SendAsync($"/bench/{id}/compare?handler=Back", new() { ["number"] = "1" });
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        (await app.Store.FindAsync(id))!.Formula.Lines[0].Percent.ShouldBe(11m);
        await here.SendAsync($"/bench/{id}?handler=Delete", new() { ["version"] = "0" });
        here.Status.ShouldBe(HttpStatusCode.Conflict, "nor is it deleted by an old page");
        (await here.OpenAsync($"/bench/{id}/compare")).QuerySelector("h1")!.TextContent.ShouldBe("Bosun’s beard balm");
    }

    [Fact]
    public async Task A_page_that_is_looked_at_again_can_tell_that_it_is_behind()
    {
        var id = await app.IdOfAsync("Ferry pony hoof balm");
        using var client = app.CreateClient();
        foreach (
            var path in new[]
            {
                $"/bench/{id}/compare",
                $"/bench/{id}/ladder",
                $"/bench/{id}/label",
                $"/bench/{id}/weigh",
                $"/bench/{id}/method",
                $"/bench/{id}/start",
                "/batches/4",
                "/batches/3/record",
                "/batches/3/labels",
                "/batches/4/parts",
                $"/bench/{id}/notes",
                $"/bench/{id}/how",
                "/settings",
                "/larder/beeswax",
            }
        )
        {
            var body = (await here.OpenAsync(path)).Body!;
            var of = body.GetAttribute("data-behind")!;
            of.ShouldNotBeEmpty(path);
            (await client.GetStringAsync(new Uri($"/behind?of={Uri.EscapeDataString(of)}", UriKind.Relative))).ShouldBe(
                body.GetAttribute("data-behind-at"),
                path
            );
        }

        var kept = (await app.Store.FindAsync(id))!;
        var before = await client.GetStringAsync(new Uri($"/behind?of=formula:{id}", UriKind.Relative));
        await app.Store.ChangeAsync(id, kept.Version, now => new SetPercent(0, 21m).Apply(now, Core.Materials.Catalogue.Shipped.Herbs));
        (await client.GetStringAsync(new Uri($"/behind?of=formula:{id}", UriKind.Relative))).ShouldNotBe(before);
    }

    [Fact]
    public async Task What_is_deleted_lies_in_the_bin_and_is_brought_back_as_it_was()
    {
        var id = await app.Store.AddAsync(
            (await app.Store.FindAsync(await app.IdOfAsync("Blade-hand stick")))!.Formula with
            {
                Name = "To the bin",
            }
        );
        await here.OpenAsync($"/bench/{id}/compare");
        await here.SendAsync($"/bench/{id}?handler=Delete", []);
        var shelf = await here.OpenAsync("/");
        shelf.QuerySelector(".undo")!.TextContent.ShouldContain("To the bin");
        shelf.QuerySelectorAll(".shelf .form b").ShouldNotContain(name => name.TextContent == "To the bin");
        await here.OpenAsync($"/bench/{id}");
        here.Status.ShouldBe(HttpStatusCode.NotFound);
        await here.OpenAsync("/bin");
        here.Page.QuerySelector(".binlist")!.TextContent.ShouldContain("30 days left");
        await here.SendAsync(
            "/bin?handler=Back",
            new()
            {
                ["kind"] = "formula",
                ["key"] = $"{id}",
                ["then"] = $"/bench/{id}",
            }
        );
        here.SentTo.ShouldBe($"/bench/{id}");
        (await app.Store.FindAsync(id))!.Formula.Name.ShouldBe("To the bin");
        await here.SendAsync(
            "/bin?handler=Back",
            new()
            {
                ["kind"] = "formula",
                ["key"] = $"{id}",
                ["then"] = "//elsewhere.example",
            }
        );
        here.Status.ShouldBe(HttpStatusCode.NotFound);
    }

    private async Task BothAsync(string path)
    {
        await here.OpenAsync(path);
        await there.OpenAsync(path);
    }

    private string Refusal() => here.Page.QuerySelector(".refusal[role=alert]")!.TextContent;
}
