using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Tests;

/// <summary>What is done without being asked, on days that are set by hand; and what a disk that refuses is answered with.</summary>
public sealed class UpkeepTests : IAsyncLifetime
{
    private readonly App app = new() { IsFresh = true };
    private readonly Days days = new();
    private WebApplicationFactory<Program> house = null!;

    private string DataFile => house.Services.GetRequiredService<DataFolder>().DataFile;

    private FormulaStore Formulas => house.Services.GetRequiredService<FormulaStore>();

    public ValueTask InitializeAsync()
    {
        house = app.WithWebHostBuilder(builder => builder.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(days)));
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await house.DisposeAsync();
        await app.DisposeAsync();
    }

    [Fact]
    public async Task After_a_day_of_use_a_copy_is_made_and_after_a_day_without_none()
    {
        var upkeep = house.Services.GetRequiredService<Upkeep>();
        var copies = house.Services.GetRequiredService<Copies>();
        await upkeep.DoAsync();
        copies.List().ShouldBeEmpty("the first day is not over");
        await NextDayAsync(upkeep);
        copies.List().Single().Reason.ShouldBe(CopyReason.Day);
        await upkeep.DoAsync();
        copies.List().Count.ShouldBe(1, "once a day");
        days.Pass(TimeSpan.FromDays(1));
        await upkeep.DoAsync();
        copies.List().Count.ShouldBe(1, "nothing was changed");
        await NextDayAsync(upkeep);
        copies.List().Count.ShouldBe(2);
        upkeep.Trouble.ShouldBeNull();
    }

    [Fact]
    public async Task When_nobody_has_worked_for_a_while_the_file_alone_is_whole()
    {
        var stick = (await Formulas.ListAsync("blade")).Single();
        await Formulas.ChangeAsync(stick.Id, stick.Version, now =>
            new SetPercent(0, 21m).Apply(now, Core.Materials.Catalogue.Shipped.Herbs)
        );
        var log = new FileInfo($"{DataFile}-wal");
        log.Length.ShouldBeGreaterThan(0);
        days.Pass(TimeSpan.FromSeconds(9));
        await house.Services.GetRequiredService<Upkeep>().DoAsync();
        new FileInfo(log.FullName).Length.ShouldBeGreaterThan(0, "not yet");
        days.Pass(TimeSpan.FromSeconds(3));
        await house.Services.GetRequiredService<Upkeep>().DoAsync();
        new FileInfo(log.FullName).Length.ShouldBe(0);
    }

    [Theory]
    [InlineData(29, 1)]
    [InlineData(30, 0)]
    [InlineData(31, 0)]
    public async Task The_bin_lets_go_after_thirty_days(int after, int left)
    {
        var bin = house.Services.GetRequiredService<BinStore>();
        var stick = (await Formulas.ListAsync("blade")).Single();
        await bin.DeleteFormulaAsync(stick.Id, stick.Version);
        days.Pass(TimeSpan.FromDays(after));
        await bin.EmptyAsync();
        (await bin.ListAsync()).Count.ShouldBe(left);
        (await bin.BringBackAsync(BinKind.Formula, $"{stick.Id}")).ShouldBe(left == 1);
    }

    /// <summary>What was made of a lot is told of it for good: out of sight, never out of the trace; one that no batch used goes.</summary>
    [Fact]
    public async Task A_lot_that_a_batch_used_stays_in_its_trace()
    {
        var (bin, lots) = (house.Services.GetRequiredService<BinStore>(), house.Services.GetRequiredService<LotStore>());
        var used = (await lots.KeptAsync("beeswax")).Lots.First(kept => kept.Lot.Code == "B4");
        var unused = await lots.KeepAsync(new Lot(0, "kokum-butter", "K9", "", null, 10m, 10m, null, null, null, ""));
        var keys = (await house.Services.GetRequiredService<BatchStore>().FindAsync(3))!.Log.State.LotKeys;
        await lots.RemoveAsync("beeswax", used.Lot.Id, used.Version);
        await lots.RemoveAsync("kokum-butter", unused, 0);
        (await bin.ListAsync()).Count.ShouldBe(2);
        days.Pass(TimeSpan.FromDays(31));
        await bin.EmptyAsync();
        (await bin.ListAsync()).ShouldBeEmpty();
        (await lots.ByKeysAsync(keys)).Values.ShouldContain(lot => lot.Id == used.Lot.Id);
        (await bin.BringBackAsync(BinKind.Lot, $"{unused}")).ShouldBeFalse("it is gone");
    }

    [Theory]
    [InlineData(99, 0, 99, false, false)]
    [InlineData(100, 0, 100, false, false)]
    [InlineData(101, 0, 100, false, true)]
    [InlineData(101, 1, 1, true, false)]
    [InlineData(101, 7, 1, true, false)]
    [InlineData(0, 3, 0, false, false)]
    public async Task A_full_bin_is_shown_a_hundred_at_a_time(int deleted, int page, int shown, bool before, bool after)
    {
        var bin = house.Services.GetRequiredService<BinStore>();
        var formula = DemoFormulas.Read()[0];
        for (var at = 0; at < deleted; at++)
        {
            var id = await Formulas.AddAsync(formula);
            await bin.DeleteFormulaAsync(id, (await Formulas.VersionAsync(id))!.Value);
        }

        var text = await house.CreateClient().GetStringAsync(new Uri($"/bin?page={page}", UriKind.Relative));
        Regex.Count(text, "Bring back").ShouldBe(shown);
        text.Contains("rel=\"prev\"", StringComparison.Ordinal).ShouldBe(before);
        text.Contains("rel=\"next\"", StringComparison.Ordinal).ShouldBe(after);
    }

    /// <summary>SQLite's result codes (from memory of its documentation): 13 the disk is full, 8 read-only, 10 an error of the disk; 19 is
    /// a constraint and a fault of ours here.</summary>
    [Theory]
    [InlineData(13, StatusCodes.Status507InsufficientStorage, "disk is full")]
    [InlineData(8, StatusCodes.Status507InsufficientStorage, "cannot be written to")]
    [InlineData(10, StatusCodes.Status507InsufficientStorage, "cannot be written to")]
    [InlineData(5, StatusCodes.Status409Conflict, "do it again")]
    [InlineData(19, 0, "")]
    public void A_disk_that_refuses_is_told_with_what_to_do(int code, int status, string words)
    {
        var refusal = Refusal.Of(new DbUpdateException("", new SqliteException("", code)));
        (refusal?.Status ?? 0).ShouldBe(status);
        (refusal?.Detail ?? "").ShouldContain(words);
    }

    [Fact]
    public async Task Cookies_are_named_by_instance_so_that_two_do_not_end_each_others_pages()
    {
        var other = new App();
        await using var disposed = other;
        using var here = house.CreateClient();
        using var there = other.CreateClient();
        var names = new List<string>();
        foreach (var client in new[] { here, there })
        {
            using var answer = await client.GetAsync(new Uri("/settings", UriKind.Relative));
            answer.StatusCode.ShouldBe(HttpStatusCode.OK);
            names.Add(
                answer
                    .Headers.GetValues("Set-Cookie")
                    .Single(cookie => cookie.StartsWith("umber-form-", StringComparison.Ordinal))
                    .Split('=')[0]
            );
        }

        names.Distinct().Count().ShouldBe(2);
    }

    private async Task NextDayAsync(Upkeep upkeep)
    {
        var stick = (await Formulas.ListAsync("blade")).Single();
        await Formulas.ChangeAsync(stick.Id, stick.Version, formula => formula with { Notes = $"{formula.Notes}." });
        File.SetLastWriteTimeUtc($"{DataFile}-wal", days.GetUtcNow().UtcDateTime.AddSeconds(1));
        days.Pass(TimeSpan.FromDays(1));
        await upkeep.DoAsync();
    }

    /// <summary>A clock that is put forward by hand.</summary>
    private sealed class Days : TimeProvider
    {
        private TimeSpan passed;

        public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.Utc;

        public override DateTimeOffset GetUtcNow() => System.GetUtcNow() + passed;

        public void Pass(TimeSpan time) => passed += time;
    }
}
