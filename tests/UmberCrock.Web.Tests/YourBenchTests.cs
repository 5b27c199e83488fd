using System.Net;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>Your bench: what it learnt is offered, taken, said beside every prediction, and undone to the last digit.</summary>
public sealed class YourBenchTests : IAsyncLifetime
{
    private readonly App app = new();

    private Knowledge Knowledge => app.Services.GetRequiredService<Knowledge>();

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public ValueTask DisposeAsync() => app.DisposeAsync();

    private async Task<(string Text, JsonElement Melt)> EvaluatedAsync(long id)
    {
        var formula = (await app.Store.FindAsync(id))!.Formula;
        using var content = new StringContent(FormulaWriter.ToText(formula), System.Text.Encoding.UTF8, "application/json");
        var reply = await app.CreateClient().PostAsync(new Uri("/api/v1/evaluate", UriKind.Relative), content);
        var text = await reply.Content.ReadAsStringAsync();
        return (text, JsonDocument.Parse(text).RootElement.GetProperty("melt"));
    }

    [Fact]
    public async Task What_it_learnt_is_offered_taken_said_and_undone()
    {
        var window = new Browserlike(app);
        var id = await app.IdOfAsync("Slipway whipped butter");
        var (before, _) = await EvaluatedAsync(id);
        var page = await window.OpenAsync("/your-bench");
        page.QuerySelector(".twoway .down")!.TextContent.ShouldContain("By the book");
        page.QuerySelectorAll(".factors tbody tr").Length.ShouldBe(7, "six groups and the set point");
        page.QuerySelectorAll(".moved li").Length.ShouldBeInRange(1, 4);
        (await window.OpenAsync($"/bench/{id}/ladder")).QuerySelector(".bybench").ShouldBeNull();

        await window.OpenAsync("/your-bench");
        await window.SendAsync("/your-bench?handler=Use", new());
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        (await window.OpenAsync("/your-bench")).QuerySelector(".twoway .down")!.TextContent.ShouldContain("Your bench");
        var (_, melt) = await EvaluatedAsync(id);
        melt.GetProperty("byYourBench").GetBoolean().ShouldBeTrue();
        foreach (var path in new[] { "", "/ladder", "/compare", "/method", "/notes", "/how", "/weigh", "/label" })
            (await window.OpenAsync($"/bench/{id}{path}")).QuerySelector(".bybench").ShouldNotBeNull($"{path} says by whom");
        foreach (var path in new[] { "/", "/larder/shea-butter-refined" })
            (await window.OpenAsync(path)).QuerySelector(".bybench").ShouldNotBeNull($"{path} says by whom");
        (await window.OpenAsync($"/bench/{id}/method")).QuerySelector(".mcard header")!.TextContent.ShouldContain("by your bench");
        (await window.OpenAsync($"/bench/{id}/how")).DocumentElement.TextContent.ShouldContain("by your bench");

        await window.OpenAsync("/your-bench");
        await window.SendAsync("/your-bench?handler=Book", new());
        (await EvaluatedAsync(id)).Text.ShouldBe(before, "the book's values to the last digit");
        (await window.OpenAsync($"/bench/{id}")).QuerySelector(".bybench").ShouldBeNull();
    }

    [Fact]
    public async Task It_outlives_a_restart_other_settings_and_the_way_through_a_saved_house()
    {
        var window = new Browserlike(app);
        await window.OpenAsync("/your-bench");
        await window.SendAsync("/your-bench?handler=Use", new());
        var learnt = Knowledge.Settings.Bench.ShouldNotBeNull();
        await window.OpenAsync("/settings");
        await window.SendAsync("/settings", new() { ["drops"] = "25" });
        (Knowledge.Settings.DropsPerMillilitre, Knowledge.Settings.Bench?.Of("shea-type")).ShouldBe((25m, learnt.Of("shea-type")));
        await app.Services.GetRequiredService<SettingStore>().PrepareAsync();
        Knowledge.Settings.Bench!.Of("shea-type").ShouldBe(learnt.Of("shea-type"));
        Knowledge.Settings.Bench.Looks.ShouldBe(learnt.Looks);
    }

    [Fact]
    public async Task Two_windows_do_not_overwrite_each_other()
    {
        var (here, there) = (new Browserlike(app), new Browserlike(app));
        await here.OpenAsync("/your-bench");
        await there.OpenAsync("/your-bench");
        await there.SendAsync("/your-bench?handler=Use", new());
        await here.SendAsync("/your-bench?handler=Use", new());
        here.Status.ShouldBe(HttpStatusCode.Conflict);
        here.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("another window");
        here.Page.QuerySelector(".twoway .down")!.TextContent.ShouldContain("Your bench", customMessage: "what the other did stands");
    }

    /// <summary>Without enough looks it says what it takes; a press that comes all the same changes nothing.</summary>
    [Fact]
    public async Task With_too_few_looks_it_is_not_offered()
    {
        var (ladders, bin) = (app.Services.GetRequiredService<LadderStore>(), app.Services.GetRequiredService<BinStore>());
        foreach (var formula in await app.Services.GetRequiredService<FormulaStore>().ListAsync(null))
        {
            foreach (var ladder in (await ladders.ListAsync(formula.Id)).Ladders)
                await bin.DeleteLadderAsync(formula.Id, ladder.Id, ladder.Version);
        }

        var window = new Browserlike(app);
        var page = await window.OpenAsync("/your-bench");
        page.QuerySelector(".whynot").ShouldNotBeNull();
        page.QuerySelector("[formaction], form[action*='Use']").ShouldBeNull();
        var learnt = await app.Services.GetRequiredService<BenchStore>().LearntAsync();
        (learnt.Ladders, learnt.Learning.Accepted).ShouldBe((0, false), "what lies in the bin is not learnt from");
        learnt.Learning.Refusal!.ToString().ShouldContain("it takes 12 of 3");
    }
}
