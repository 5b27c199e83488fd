using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>Revisions side by side, ladders that are kept, and the whole formula made something else.</summary>
public sealed class TrialPageTests(App app) : IClassFixture<App>
{
    private readonly HttpClient client = app.CreateClient();

    private RevisionStore Revisions => app.Services.GetRequiredService<RevisionStore>();

    [Fact]
    public async Task Revisions_are_listed_with_what_changed_and_any_two_stand_side_by_side()
    {
        var id = await StartAsync("Revised");
        await ChangeAsync(id, new SetPercent(0, 16m));
        await KeepAsync(id);
        await ChangeAsync(id, new SetPercent(0, 20m), new AddLine("A", "carnauba-wax", 2m));

        var page = await ReadAsync($"/bench/{id}/compare");
        page.QuerySelectorAll(".revlist .what")
            .Select(words => words.TextContent)
            .ShouldBe([
                "beeswax 16 to 20, carnauba wax in at 2, jojoba oil follows to 78",
                "beeswax 14 to 16, jojoba oil follows to 84",
                "the first that was kept",
            ]);
        page.QuerySelectorAll(".doses tbody tr").Length.ShouldBe(3);
        page.QuerySelector("#earlier")!.GetAttribute("d")!.ShouldStartWith("M");

        var first = await ReadAsync($"/bench/{id}/compare?a=1&b=2");
        first.QuerySelectorAll(".doses tbody .by").Select(cell => cell.TextContent).ShouldBe(["+2.00", "\u22122.00"]);
        (await ReadAsync($"/bench/{id}/compare?with=Blade-hand stick"))
            .QuerySelector(".sides h2")!
            .TextContent.ShouldStartWith("Blade-hand stick");
        (await ReadAsync($"/bench/{id}/compare?with=<b>Nobody")).QuerySelector(".refusal")!.TextContent.ShouldContain("<b>Nobody");
    }

    [Fact]
    public async Task A_revision_is_named_gone_back_to_and_branched()
    {
        var id = await StartAsync("Gone back");
        await ChangeAsync(id, new SetPercent(0, 22m));
        (await PostAsync($"/bench/{id}/compare", "Name", new() { ["number"] = "1", ["name"] = " the soft one " })).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await Revisions.ListAsync(id)).Revisions[0].Name.ShouldBe("the soft one");
        (await PostAsync($"/bench/{id}/compare", "Name", new() { ["number"] = "1", ["name"] = new string('n', 200) })).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );

        await PostAsync($"/bench/{id}/compare", "Back", new() { ["number"] = "1" });
        var back = (await app.Store.FindAsync(id))!;
        back.Formula.Lines[0].Percent.ShouldBe(14m);
        back.IsDraft.ShouldBeFalse("it is what that revision is");
        (await app.Store.UndoAsync(id, back.Version))!.Formula.Lines[0].Percent.ShouldBe(22m, "going back is a step like any other");

        var branched = await PostAsync($"/bench/{id}/compare", "Branch", new() { ["number"] = "1" });
        var branch = (
            await app.Store.FindAsync(
                long.Parse(branched.Headers.Location!.OriginalString.Split('/')[^1], System.Globalization.CultureInfo.InvariantCulture)
            )
        )!;
        branch.Formula.Name.ShouldBe("Gone back, branch of rev 1");
        branch.Formula.Lines.ShouldBe(back.Formula.Lines);
        (await PostAsync($"/bench/{id}/compare", "Back", new() { ["number"] = "9" })).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_ladder_is_kept_with_what_was_found_and_a_rung_becomes_the_next_revision()
    {
        var id = await StartAsync("Climbed");
        var page = await ReadAsync($"/bench/{id}/ladder?raise=0&lower=1&step=1,5&rungs=5&grams=30");
        page.QuerySelectorAll(".rungs .big").Select(cell => cell.TextContent).ShouldBe(["11.00", "12.50", "14.00", "15.50", "17.00"]);
        foreach (var sum in page.QuerySelectorAll(".tests tfoot td"))
            sum.TextContent.ShouldBe("30.0");

        var kept = await PostAsync(
            $"/bench/{id}/ladder",
            "Keep",
            new()
            {
                ["raise"] = "0",
                ["lower"] = "1",
                ["step"] = "1.5",
                ["rungs"] = "5",
                ["grams"] = "30",
            }
        );
        var ladder = long.Parse(
            kept.Headers.Location!.OriginalString.Split("ladder=")[1],
            System.Globalization.CultureInfo.InvariantCulture
        );
        await PostAsync(
            $"/bench/{id}/ladder?ladder={ladder}",
            "Observe",
            new()
            {
                ["band-3"] = "stick",
                ["grain-3"] = "trace",
                ["note-3"] = "snaps <b>clean</b>",
            }
        );
        var plan = (await app.Services.GetRequiredService<LadderStore>().FindAsync(ladder))!.Plan;
        plan.Observations.Single(found => found.Band is not null)
            .ShouldBe(new RungObservation(3, Band.Stick, Grain.Trace, "snaps <b>clean</b>"));
        var shown = await ReadAsync($"/bench/{id}/ladder?ladder={ladder}");
        ((IHtmlInputElement)shown.QuerySelector("[name=note-3]")!).Value.ShouldBe("snaps <b>clean</b>");
        shown.QuerySelectorAll(".fared").Length.ShouldBe(1);

        // The formula moves on; the ladder keeps what it was made of.
        await ChangeAsync(id, new SetPercent(0, 9m));
        await PostAsync($"/bench/{id}/ladder?ladder={ladder}", "Take", new(), "&rung=3");
        var taken = (await app.Store.FindAsync(id))!;
        taken.Formula.Lines[0].Percent.ShouldBe(15.5m);
        taken.Revision.ShouldBe(2);
        (await Revisions.LastAsync(id))!.Name.ShouldBe("ladder, beeswax 15.50");
    }

    [Theory]
    [InlineData("step=90")]
    [InlineData("raise=7")]
    [InlineData("raise=1&lower=1")]
    [InlineData("rungs=4")]
    [InlineData("grams=none")]
    [InlineData("grams=0")]
    public async Task What_is_no_ladder_is_said(string query)
    {
        var id = await StartAsync("No ladder");
        using var answer = await client.GetAsync(new Uri($"/bench/{id}/ladder?{query}", UriKind.Relative));
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        new HtmlParser().ParseDocument(await answer.Content.ReadAsStringAsync()).QuerySelector(".refusal")!.TextContent.ShouldNotBeEmpty();
    }

    [Fact]
    public async Task The_whole_formula_is_shown_changed_before_it_is_taken()
    {
        var id = await app.IdOfAsync("Boathouse lotion bar");
        var vegan = await ReadAsync($"/bench/{id}?handler=Make&what=vegan");
        vegan.QuerySelector(".changes")!.TextContent.ShouldContain("beeswax out");
        vegan.QuerySelector("#make-take")!.GetAttribute("data-edits")!.ShouldContain("replaceIngredient");
        (await ReadAsync($"/bench/{id}?handler=Make&what=limits")).QuerySelector(".changes")!.TextContent.ShouldContain("beeswax 6 to 15");
        (await ReadAsync($"/bench/{id}?handler=Make&what=limits&lock=0")).QuerySelector(".cannot")!.TextContent.ShouldContain("locked");
        (await ReadAsync($"/bench/{id}?handler=Make&what=band&band=pourable&celsius=10"))
            .QuerySelector(".cannot")!
            .TextContent.ShouldContain("pourable at 10");
        var zinc = await app.IdOfAsync("Noontide zinc stick");
        var settled = await ReadAsync($"/bench/{zinc}?handler=Make&what=settled");
        settled.QuerySelector(".settling")!.TextContent.ShouldContain("Set to 25.00");
        settled.QuerySelector("#make-take")!.GetAttribute("data-edits")!.ShouldContain("setPercent");
        using var odd = await client.GetAsync(new Uri($"/bench/{id}?handler=Make&what=gold", UriKind.Relative));
        odd.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Swaps_can_be_kept_to_what_is_in_the_larder()
    {
        var id = await StartAsync("From the larder");
        var held = (await app.Services.GetRequiredService<LotStore>().ListAsync())
            .Where(lot => lot.RemainingGrams > 0m)
            .Select(lot => Catalogue.Shipped.Find(lot.Ingredient)?.Name)
            .ToList();
        var all = (await ReadAsync($"/bench/{id}?handler=Swap&line=1"))
            .QuerySelectorAll(".swap > b:not(.n)")
            .Select(name => name.TextContent)
            .ToList();
        var some = (await ReadAsync($"/bench/{id}?handler=Swap&line=1&inLarder=true"))
            .QuerySelectorAll(".swap > b:not(.n)")
            .Select(name => name.TextContent)
            .ToList();
        some.ShouldNotBeEmpty();
        some.ShouldBeSubsetOf(held!);
        all.ShouldNotBe(some);
    }

    private async Task<long> StartAsync(string name)
    {
        var id = await app.Store.AddAsync(
            new Formula
            {
                Name = name,
                Form = ProductForm.Balm,
                Phases = [new("A", "Melt", Stage.Melt)],
                Lines = [new("A", "beeswax", 14m), new("A", "jojoba-oil", null)],
            }
        );
        await KeepAsync(id);
        return id;
    }

    private async Task ChangeAsync(long id, params FormulaEdit[] edits) =>
        await app.Store.ChangeAsync(id, (await app.Store.FindAsync(id))!.Version, formula =>
            FormulaEdit.ApplyAll(formula, edits, Catalogue.Shipped.Herbs)
        );

    private async Task KeepAsync(long id) => await app.Store.KeepRevisionAsync(id, (await app.Store.FindAsync(id))!.Version);

    private async Task<HttpResponseMessage> PostAsync(string path, string handler, Dictionary<string, string> fields, string more = "")
    {
        using var sender = app.CreateClient(new() { AllowAutoRedirect = false });
        var page = new HtmlParser().ParseDocument(await sender.GetStringAsync(new Uri(path, UriKind.Relative)));
        return await sender.PostAsync(
            $"{path}{(path.Contains('?', StringComparison.Ordinal) ? '&' : '?')}handler={handler}{more}",
            new FormUrlEncodedContent(SentForm.Of(page, fields))
        );
    }

    private async Task<IHtmlDocument> ReadAsync(string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));
}
