using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Tests;

/// <summary>A batch that has rested is to be judged: from the end of its rest, for two days, unless its jars are watched.</summary>
public sealed class RestedTests : IAsyncLifetime
{
    private readonly App app = new();

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public ValueTask DisposeAsync() => app.DisposeAsync();

    private async Task<IReadOnlyList<DueItem>> JudgedAsync(DateTimeOffset moment)
    {
        T Of<T>()
            where T : notnull => app.Services.GetRequiredService<T>();
        var due = new DueKeeper(Of<StudyStore>(), Of<BatchStore>(), Of<LotStore>(), Of<Knowledge>(), new At(moment));
        return [.. (await due.ShowAsync()).Items.Where(item => item.Verb == "Judge")];
    }

    [Theory]
    [InlineData(-1, 0)]
    [InlineData(0, 1)]
    [InlineData(1, 1)]
    [InlineData((48 * 60) - 1, 1)]
    [InlineData(48 * 60, 1)]
    [InlineData((48 * 60) + 1, 0)]
    public async Task It_is_asked_for_two_days(int minutes, int many)
    {
        var batch = (await app.Services.GetRequiredService<BatchStore>().FindAsync(3))!.Log.State;
        // A lotion bar that is half grain-prone fats rests for two days (making.md, section 14).
        var rest = batch.Plan.Method.Steps.Where(step => step.Stage == MethodStage.Rest).Sum(step => step.Minutes);
        rest.ShouldBe(48 * 60);
        var items = await JudgedAsync(batch.Filled[^1].At.AddMinutes(rest + minutes));
        items.Count.ShouldBe(many);
        items.ShouldAllBe(item => item.Address == "/studies/new?batch=3" && item.Words.Contains("rested 48 h", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_is_watched_is_not_asked_for()
    {
        var batch = (await app.Services.GetRequiredService<BatchStore>().FindAsync(3))!.Log.State;
        var window = new Browserlike(app);
        await window.OpenAsync("/studies/new?batch=3");
        await window.SendAsync("/studies/new?batch=3", new() { ["place"] = "room", ["jars"] = "1" });
        (await JudgedAsync(batch.Filled[^1].At.AddDays(3))).ShouldBeEmpty();
    }

    private sealed class At(DateTimeOffset moment) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => moment.ToUniversalTime();
    }
}
