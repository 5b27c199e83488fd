using System.Net;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>The pages of studies, without a script: begun, looked at, judged, told to the shelf, the bench and the label.</summary>
public sealed class StudyPageTests : IAsyncLifetime
{
    private readonly App app = new();

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public ValueTask DisposeAsync() => app.DisposeAsync();

    private StudyStore Studies => app.Services.GetRequiredService<StudyStore>();

    private static Dictionary<string, string> AllNone(string check, Dictionary<string, string>? otherwise = null)
    {
        var fields = new Dictionary<string, string> { ["check"] = check };
        foreach (var sign in new[] { "colour", "odour", "sweat", "bleed", "layers" })
            fields[sign] = "0";
        foreach (var (name, value) in otherwise ?? [])
            fields[name] = value;
        return fields;
    }

    [Fact]
    public async Task A_study_begins_from_a_closed_batch_and_its_record_leads_there()
    {
        var window = new Browserlike(app);
        var page = await window.OpenAsync("/studies/new?batch=3");
        page.QuerySelectorAll("[name=place][checked]").Length.ShouldBe(4);
        await window.SendAsync("/studies/new?batch=3", new() { ["place"] = "room", ["jars"] = "0" });
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("1 to 9");
        await window.SendAsync("/studies/new?batch=3", new() { ["place"] = "other", ["jars"] = "1" });
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("how warm your own place is");
        await window.SendAsync("/studies/new?batch=3", new() { ["place"] = "room", ["jars"] = "2" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var begun = (await Studies.FindAsync(3))!;
        begun.Log.Setup.Checks.Length.ShouldBe(20);
        begun.Log.Setup.IsForeseenLater.ShouldBeFalse("the batch kept its forecast");
        (await window.OpenAsync("/batches/3/record")).QuerySelector("a[href='/studies/3']").ShouldNotBeNull();
        (await window.OpenAsync("/studies/new?batch=4")).ShouldNotBeNull();
        window.Status.ShouldBe(HttpStatusCode.NotFound, "nothing of an open batch can be watched");
    }

    [Fact]
    public async Task A_rung_can_be_watched()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/studies/new?ladder=1&rung=1");
        await window.SendAsync("/studies/new?ladder=1&rung=1", new() { ["place"] = "room", ["jars"] = "1" });
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var begun = (await Studies.FindAsync(3))!.Log.Setup;
        (begun.BatchKey, begun.BatchCode).ShouldBe((null, "rung 2"));
        begun.FormulaKey.ShouldNotBeNull();
        await window.OpenAsync("/studies/new?ladder=1&rung=99");
        window.Status.ShouldBe(HttpStatusCode.NotFound);
    }

    /// <summary>What is due is on the shelf; the look is judged as it is marked, kept, shown, and taken back.</summary>
    [Fact]
    public async Task A_look_from_due_to_kept_and_back()
    {
        var window = new Browserlike(app);
        var due = (await window.OpenAsync("/")).QuerySelector("[data-due=d]")!;
        due.GetAttribute("href").ShouldBe("/studies/2");
        var page = await window.OpenAsync("/studies/2");
        var check = page.QuerySelector(".obs")!.GetAttribute("data-check")!;
        check.ShouldBe("warm-1-d21");
        var before = (await Studies.SequenceAsync(2)).ShouldNotBeNull();
        var judged = await window.SendAsync("/studies/2?handler=Judge", AllNone(check, new() { ["bleed"] = "2" }));
        judged.QuerySelector(".byrule")!.TextContent.ShouldContain("By rule: changed.");
        judged.QuerySelector(".moves")!.TextContent.ShouldContain("Watched to");
        (await Studies.SequenceAsync(2)).ShouldBe(before, "judging keeps nothing");
        await window.OpenAsync("/studies/2");
        await window.SendAsync("/studies/2?handler=Look", AllNone(check, new() { ["bleed"] = "2", ["text"] = "a ring" }));
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        window.SentTo!.ShouldContain("check=warm-2-d21", customMessage: "the next that is due");
        page = await window.OpenAsync($"/studies/2?check={check}");
        page.QuerySelector($"[data-check='{check}']")!.TextContent.ShouldContain("oil");
        page.QuerySelector("#note")!.GetAttribute("value").ShouldBe("a ring");
        var last = page.QuerySelector("#undo [name=of]")!.GetAttribute("value")!;
        await window.SendAsync("/studies/2?handler=Undo", new() { ["check"] = check, ["of"] = last });
        (await Studies.FindAsync(2))!.Log.Looks.ContainsKey(check).ShouldBeFalse();
        (await Studies.FindAsync(2))!.Log.Sequence.ShouldBe(before + 2);
    }

    [Fact]
    public async Task Against_the_rule_a_reason_is_wanted_and_what_was_marked_stands()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/studies/2");
        await window.SendAsync("/studies/2?handler=Look", AllNone("warm-1-d21", new() { ["own"] = "failed", ["sweat"] = "1" }));
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("Reason");
        window.Page.QuerySelector("[name=sweat][value='1']")!.HasAttribute("checked").ShouldBeTrue("what was marked stands");
        await window.SendAsync(
            "/studies/2?handler=Look",
            AllNone("warm-1-d21", new() { ["own"] = "failed", ["reason"] = "it smells of putty" })
        );
        (await Studies.FindAsync(2))!.Log.Looks["warm-1-d21"].Look.Verdict.ShouldBe(StudyVerdict.Failed);
    }

    [Fact]
    public async Task The_window_that_is_behind_is_told_and_keeps_what_it_marked()
    {
        var (here, there) = (new Browserlike(app), new Browserlike(app));
        await here.OpenAsync("/studies/2?check=warm-1-d21");
        await there.OpenAsync("/studies/2?check=warm-2-d21");
        await there.SendAsync("/studies/2?handler=Look", AllNone("warm-2-d21"));
        await here.SendAsync("/studies/2?handler=Look", AllNone("warm-1-d21", new() { ["colour"] = "1" }));
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        here.Page.QuerySelector("[name=colour][value='1']")!.HasAttribute("checked").ShouldBeTrue();
        await here.SendAsync("/studies/2?handler=Look", AllNone("warm-1-d21", new() { ["colour"] = "1" }));
        here.Status.ShouldBe(HttpStatusCode.Redirect);
    }

    /// <summary>The demo's failure is seen on the shelf, in the formula and on the label.</summary>
    [Fact]
    public async Task A_failure_is_seen_on_the_shelf_in_the_formula_and_on_the_label()
    {
        var window = new Browserlike(app);
        var id = await app.IdOfAsync("Slipway whipped butter");
        (await window.OpenAsync("/")).QuerySelector($"a[href='/bench/{id}']")!.TextContent.ShouldContain("Failed in frost");
        (await window.OpenAsync($"/bench/{id}")).QuerySelector("[data-code=study-failed] a")!.GetAttribute("href").ShouldBe("/studies/2");
        (await window.OpenAsync($"/bench/{id}/label")).Body!.TextContent.ShouldContain("Keep from frost.");
    }

    /// <summary>Grains that came in frost: a whip of shea that cooled slowly. What the look and the record know is filled in.</summary>
    [Fact]
    public async Task What_went_wrong_is_asked_from_a_look_a_record_and_the_bench()
    {
        var window = new Browserlike(app);
        (await window.OpenAsync("/studies/2?check=freeze-thaw-1-d12"))
            .QuerySelector("#why")!
            .GetAttribute("href")
            .ShouldBe("/wrong?study=2&check=freeze-thaw-1-d12");
        var page = await window.OpenAsync("/wrong?study=2&check=freeze-thaw-1-d12");
        page.QuerySelectorAll("[name=s][checked]").Select(sign => sign.GetAttribute("value")).ShouldBe(["grainy"]);
        page.QuerySelector("[name=days]")!.GetAttribute("value").ShouldBe("12");
        page.QuerySelector("[name=room]")!.GetAttribute("value").ShouldBe("20", "as the record of its batch has it");
        page.QuerySelector(".causes li h2")!.TextContent.ShouldContain("It cooled slowly, and grains grew");
        page = await window.OpenAsync("/wrong?batch=3&asked=yes&s=too-soft&stored=35");
        page.QuerySelector(".causes li h2")!.TextContent.ShouldContain("likely");
        page.QuerySelector("[name=room]")!.GetAttribute("value").ShouldBe("", "what was sent empty stays empty");
        (await window.OpenAsync("/wrong?formula=1")).QuerySelector(".causes li").ShouldBeNull("nothing is marked");
        foreach (var refused in new[] { "s=moon", "s=grainy&room=400", "s=grainy&cooling=wind", "s=grainy&days=soon" })
        {
            await window.OpenAsync($"/wrong?formula=1&asked=yes&{refused}");
            window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity, refused);
        }

        foreach (var path in new[] { "/wrong", "/wrong?formula=99", "/wrong?batch=99", "/wrong?study=99" })
        {
            await window.OpenAsync(path);
            window.Status.ShouldBe(HttpStatusCode.NotFound, path);
        }
    }

    /// <summary>The tally over all studies counts what the studies themselves say; open forecasts are not counted.</summary>
    [Fact]
    public async Task Your_bench_counts_what_the_studies_say()
    {
        var rules = app.Services.GetRequiredService<Knowledge>().Catalogue.Rules;
        var window = new Browserlike(app);
        var page = await window.OpenAsync("/your-bench");
        var seen = new List<ForecastSeen>();
        foreach (var id in new[] { 1, 2 })
            seen.AddRange(ForecastTally.Of((await Studies.FindAsync(id))!.Log, rules));
        var counted = seen.Where(one => one.Outcome != ForecastOutcome.Open).ToList();
        // Of twenty rungs of the demo's ladders nine were as firm as the book says: two of four, one of five, two of four, two of four, two
        // of three.
        page.QuerySelector(".bigtruth b")!.TextContent.ShouldBe($"{counted.Count(one => one.Outcome == ForecastOutcome.BorneOut) + 9}");
        page.QuerySelector(".bigtruth i")!.TextContent.ShouldBe($"of {counted.Count + 20}");
        page.QuerySelectorAll(".truth tbody tr").Length.ShouldBe(seen.Select(one => one.About).Distinct().Count());
        await window.OpenAsync("/studies/2");
        await window.SendAsync("/studies/2?handler=Delete", []);
        (await window.OpenAsync("/your-bench"))
            .QuerySelector(".bigtruth i")!
            .TextContent.ShouldNotBe($"of {counted.Count}", "the bin tells nothing");
    }

    [Fact]
    public async Task Ended_deleted_and_brought_back()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/studies/1");
        await window.SendAsync("/studies/1?handler=End", new() { ["reason"] = "all given away" });
        (await window.OpenAsync("/studies/1")).Body!.TextContent.ShouldContain("Ended: all given away");
        await window.SendAsync("/studies/1?handler=Delete", []);
        window.SentTo.ShouldBe("/studies");
        (await window.OpenAsync("/studies")).QuerySelector("a[href='/studies/1']").ShouldBeNull();
        (await window.OpenAsync("/bin")).Body!.TextContent.ShouldContain("Study of Cox’s lip balm");
        await window.SendAsync("/bin?handler=Back", new() { ["kind"] = "study", ["key"] = "1" });
        (await window.OpenAsync("/studies")).QuerySelector("a[href='/studies/1']").ShouldNotBeNull();
    }

    /// <summary>RFC 5545, read back by a general calendar library: open checks, the same names each time.</summary>
    [Fact]
    public async Task What_is_to_come_is_a_calendar()
    {
        using var client = app.CreateClient();
        var text = await client.GetStringAsync(new Uri("/studies/calendar.ics", UriKind.Relative));
        var events = Ical.Net.Calendar.Load(text)!.Events;
        events.Count.ShouldBeGreaterThan(20);
        events.ShouldAllBe(entry => entry.IsAllDay && entry.Start!.Value >= Studies.Today.ToDateTime(TimeOnly.MinValue));
        events.Select(entry => entry.Uid).ShouldBeUnique();
        (await client.GetStringAsync(new Uri("/studies/calendar.ics", UriKind.Relative))).ShouldBe(text);
    }

    [Fact]
    public async Task One_that_cannot_be_read_is_one_line_and_the_list_stands()
    {
        var file = app.Services.GetRequiredService<Storage.Files.DataFolder>().DataFile;
        var window = new Browserlike(app);
        await window.OpenAsync("/");
        await using (var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={file};Pooling=False"))
        {
            await connection.OpenAsync();
            await using var spoil = connection.CreateCommand();
            spoil.CommandText = "UPDATE StudyEvents SET Document = '{\"type\":\"moon\"}' WHERE StudyId = 2 AND Sequence = 3";
            await spoil.ExecuteNonQueryAsync();
        }

        var line = (await window.OpenAsync("/studies/2")).QuerySelectorAll(".oddrows li").ShouldHaveSingleItem();
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        line.TextContent.ShouldContain("cannot be read");
        var formula = await app.IdOfAsync("Slipway whipped butter");
        foreach (var path in new[] { "/", "/studies", $"/bench/{formula}/label", "/batches/2/record" })
        {
            await window.OpenAsync(path);
            window.Status.ShouldBe(HttpStatusCode.OK, path);
        }

        await window.OpenAsync("/studies/2");
        await window.SendAsync("/odd", new() { ["kind"] = "study", ["key"] = "2" });
        window.SentTo.ShouldBe("/studies");
        (await window.OpenAsync("/studies")).QuerySelector("a[href='/studies/2']").ShouldBeNull();
    }
}
