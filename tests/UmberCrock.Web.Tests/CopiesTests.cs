using FsCheck.Xunit;
using Microsoft.Data.Sqlite;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Tests;

/// <summary>Copies of the data file: made while it is used, checked, thinned by a rule that can be counted out, and put back as they
/// were.</summary>
public sealed class CopiesTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 27, 9, 0, 0, TimeSpan.Zero);

    [Fact]
    public async Task A_copy_is_put_back_row_by_row_and_that_can_be_undone()
    {
        using var folder = await Folder.DemoAsync();
        var stick = (await folder.Formulas.ListAsync("blade")).Single();
        var rows = await RowsAsync(folder);
        var copy = await folder.House.CopyAsync(CopyReason.Asked);
        await folder.Formulas.ChangeAsync(stick.Id, stick.Version, now =>
            new SetPercent(0, 21m).Apply(now, folder.Knowledge.Catalogue.Herbs)
        );
        await folder.Formulas.AddAsync(stick.Formula with { Name = "Made since" });
        await folder.Bin.DeleteFormulaAsync((await folder.Formulas.ListAsync("lip balm")).Single().Id, 0);
        var after = await RowsAsync(folder);

        var preview = await folder.House.PreviewAsync(copy);
        preview.Back.ShouldBe(["Cox’s lip balm"]);
        preview.Gone.ShouldBe(["Made since"]);
        preview.Other.ShouldBe(["Blade-hand stick"]);
        (await RowsAsync(folder)).ShouldBe(after, "looking changes nothing");

        var before = await folder.House.RestoreAsync(copy);
        (await RowsAsync(folder)).ShouldBe(rows);
        before.Reason.ShouldBe(CopyReason.Restore);
        await folder.House.RestoreAsync(before);
        (await RowsAsync(folder)).ShouldBe(after, "the way back");
    }

    [Fact]
    public async Task A_copy_of_an_earlier_schema_is_put_back_upgraded()
    {
        var path = Directory.CreateTempSubdirectory("umber-crock-old-").FullName;
        OldFiles.Lay("2-larder", path);
        using (var folder = await new Folder(path).OpenAsync())
        {
            var upgrade = folder.Copies.List().Single();
            await folder.Formulas.AddAsync(DemoFormulas.Read()[0] with { Name = "After the upgrade" });
            var stick = (await folder.Formulas.ListAsync("blade")).Single();
            await folder.Formulas.ChangeAsync(stick.Id, stick.Version, now =>
                new SetPercent(0, 21m).Apply(now, folder.Knowledge.Catalogue.Herbs)
            );
            var preview = await folder.House.PreviewAsync(upgrade);
            (preview.Back, preview.Gone, preview.Other).ShouldSatisfyAllConditions(
                found => found.Back.ShouldBeEmpty("the copy has no keys of its own, and no formula comes back twice"),
                found => found.Gone.ShouldBe(["After the upgrade"]),
                found => found.Other.ShouldBe([stick.Formula.Name])
            );
            await folder.House.RestoreAsync(upgrade);
            (await folder.Formulas.CountAsync()).ShouldBe(8);
            (await folder.Formulas.ListAsync("after the upgrade")).ShouldBeEmpty();
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(path, recursive: true);
    }

    [Fact]
    public async Task A_damaged_copy_is_refused_and_nothing_is_changed()
    {
        using var folder = await Folder.DemoAsync();
        var copy = await folder.House.CopyAsync(CopyReason.Asked);
        var bytes = await File.ReadAllBytesAsync(copy.Path);
        var rows = await RowsAsync(folder);
        foreach (
            var damaged in new[]
            {
                bytes[..(bytes.Length / 2)],
                [.. bytes.Select((part, at) => at == bytes.Length / 2 ? (byte)(part ^ 0xFF) : part)],
                "no copy at all"u8.ToArray(),
                [],
            }
        )
        {
            await File.WriteAllBytesAsync(copy.Path, damaged);
            (await Should.ThrowAsync<DataFileException>(() => folder.House.RestoreAsync(copy))).Message.ShouldContain("damaged");
        }

        (await RowsAsync(folder)).ShouldBe(rows);
    }

    /// <summary>A file that someone copies by hand, without the log beside it, holds everything once nobody has worked for a
    /// while.</summary>
    [Fact]
    public async Task After_a_checkpoint_the_file_alone_is_whole()
    {
        using var folder = await Folder.DemoAsync();
        var stick = (await folder.Formulas.ListAsync("blade")).Single();
        await folder.Formulas.ChangeAsync(stick.Id, stick.Version, now =>
            new SetPercent(0, 21m).Apply(now, folder.Knowledge.Catalogue.Herbs)
        );
        await folder.House.CheckpointAsync();
        var alone = Directory.CreateTempSubdirectory("umber-crock-alone-").FullName;
        File.Copy(folder.Held.DataFile, Path.Combine(alone, "umber-crock.db"));
        using (var other = await new Folder(alone).OpenAsync())
            (await other.Formulas.FindAsync(stick.Id))!.Formula.Lines[0].Percent.ShouldBe(21m);
        SqliteConnection.ClearAllPools();
        Directory.Delete(alone, recursive: true);
    }

    [Fact]
    public async Task The_place_of_choice_is_used_and_one_that_is_gone_is_said()
    {
        using var folder = await Folder.DemoAsync();
        var place = Path.Combine(folder.Path, "elsewhere");
        folder.Copies.Use(place);
        Path.GetDirectoryName((await folder.House.CopyAsync(CopyReason.Asked)).Path).ShouldBe(place);
        folder.Copies.Use("/proc/nowhere");
        folder.Copies.Trouble!.ShouldContain("/proc/nowhere is not used");
        folder.Copies.Folder.ShouldBe(folder.Held.CopiesFolder);
        Copies.Problem("relative").ShouldNotBeNull();
    }

    /// <summary>Counted out by hand: daily copies over 400 days leave 7 days, the Mondays' weeks they do not cover, and the months of a
    /// year.</summary>
    [Fact]
    public void A_year_of_daily_copies_leaves_a_week_of_days_a_month_of_weeks_and_a_year_of_months()
    {
        DataCopy[] daily = [.. Enumerable.Range(0, 400).Select(day => CopyAt(Now.AddDays(-day)))];
        var kept = daily.Except(Copies.TooMany(daily, Now, long.MaxValue)).ToList();
        kept.Take(7).ShouldBe(daily.Take(7));
        // Friday 27 November: the newest of the weeks before are the Sundays 22 (inside the seven days), 15, 8 and 1; of the months the
        // last days of October back to December.
        kept.Skip(7).Take(2).Select(copy => copy.MadeAt.Day).ShouldBe([15, 8]);
        kept.Count.ShouldBeInRange(7 + 3 + 11, 7 + 4 + 12);
        kept[^1].MadeAt.ShouldBeGreaterThan(Now.AddMonths(-12).AddDays(-1));
    }

    [Fact]
    public void The_newest_three_stay_whatever_they_weigh()
    {
        DataCopy[] heavy = [.. Enumerable.Range(0, 6).Select(day => CopyAt(Now.AddDays(-day), 100))];
        heavy.Except(Copies.TooMany(heavy, Now, 10)).ShouldBe(heavy.Take(3));
        heavy.Except(Copies.TooMany(heavy, Now, 400)).ShouldBe(heavy.Take(4));
        heavy.Except(Copies.TooMany(heavy, Now, 399)).ShouldBe(heavy.Take(3));
    }

    [Fact]
    public void What_was_made_before_something_was_done_stays_for_a_month()
    {
        DataCopy[] copies =
        [
            .. Enumerable.Range(0, 8).Select(day => CopyAt(Now.AddDays(-day))),
            CopyAt(Now.AddDays(-24), reason: CopyReason.Upgrade),
            CopyAt(Now.AddDays(-25)),
            CopyAt(Now.AddDays(-40), reason: CopyReason.Restore),
            CopyAt(Now.AddDays(-41)),
        ];
        var gone = Copies.TooMany(copies, Now, long.MaxValue);
        gone.ShouldNotContain(copies[8]);
        gone.ShouldContain(copies[11], "another stands for its month");
    }

    [Property(MaxTest = 200)]
    public void Whatever_there_is_the_newest_three_stay_and_the_rest_fits(int[] hoursAgo, int budget)
    {
        DataCopy[] copies =
        [
            .. hoursAgo
                .Select(hours => Math.Abs((long)hours % 20_000))
                .Distinct()
                .Select(hours => CopyAt(Now.AddHours(-hours), 50))
                .OrderByDescending(copy => copy.MadeAt),
        ];
        var most = Math.Abs((long)budget % 2000);
        var gone = Copies.TooMany(copies, Now, most);
        var kept = copies.Except(gone).ToList();
        kept.Take(3).ShouldBe(copies.Take(3));
        (kept.Count <= 3 || kept.Sum(copy => copy.Bytes) <= most).ShouldBeTrue();
    }

    private static DataCopy CopyAt(DateTimeOffset time, long bytes = 1, CopyReason reason = CopyReason.Day) =>
        new($"/copies/{time:yyyyMMddHHmm}-{reason}", time, reason, bytes);

    private static async Task<string> RowsAsync(Folder folder)
    {
        var rows = new List<string?>();
        foreach (
            var table in new[]
            {
                "Formulas",
                "Steps",
                "Revisions",
                "Labels",
                "Ladders",
                "Observations",
                "OwnIngredients",
                "Corrections",
                "Lots",
                "Settings",
            }
        )
        {
            var columns = await folder.SqlAsync(
                $"SELECT group_concat('quote(\"' || name || '\")', '|| ''|'' ||') FROM pragma_table_info('{table}')"
            );
            rows.Add(
                $"{table}: "
                    + await folder.SqlAsync($"SELECT group_concat(r, char(10)) FROM (SELECT {columns} AS r FROM {table} ORDER BY 1)")
            );
        }

        return string.Join('\n', rows);
    }
}
