using Microsoft.Data.Sqlite;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Tests;

/// <summary>Starting on any data file there is: earlier ones are upgraded, newer, emptied and damaged ones get a sentence and are not
/// written to.</summary>
public sealed class DataFileTests : IDisposable
{
    private readonly string path = Directory.CreateTempSubdirectory("umber-crock-file-").FullName;

    public static TheoryData<string> Schemas => [.. OldFiles.Names];

    private string Data => Path.Combine(path, "umber-crock.db");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(path, recursive: true);
    }

    [Theory]
    [MemberData(nameof(Schemas))]
    public async Task A_file_of_every_earlier_landing_opens_and_is_copied_first(string schema)
    {
        OldFiles.Lay(schema, path);
        using var folder = await new Folder(path).OpenAsync();
        var formulas = await folder.Formulas.ListAsync(null);
        formulas.Count.ShouldBe(8);
        (await folder.Formulas.ListAsync("beeswax")).ShouldNotBeEmpty("they are found");
        var stick = formulas.Single(kept => kept.Formula.Name == "Blade-hand stick");
        (
            await folder.Formulas.ChangeAsync(stick.Id, stick.Version, now =>
                new SetPercent(0, 17m).Apply(now, folder.Knowledge.Catalogue.Herbs)
            )
        )!.CanUndo.ShouldBeTrue();
        folder.Copies.List().Single().Reason.ShouldBe(CopyReason.Upgrade);
        folder.Said.ShouldContain(said => said.Contains("up to date", StringComparison.Ordinal));
        (await folder.SqlAsync("SELECT COUNT(DISTINCT Key) FROM Formulas")).ShouldBe("8");
        foreach (var kept in formulas.Where(kept => kept != stick))
        {
            var held = kept
                .Formula.Lines.Zip(FormulaTotals.Of(kept.Formula, folder.Knowledge.Catalogue.Herbs).Percents)
                .GroupBy(line => line.First.Ingredient)
                .Select(line => $"{line.Key} {line.Sum(part => part.Second):0.0000}")
                .Order(StringComparer.Ordinal);
            (
                await folder.SqlAsync(
                    $"SELECT group_concat(Ingredient || ' ' || printf('%.4f', Percent), char(10)) FROM (SELECT * FROM "
                        + $"FormulaIngredients WHERE FormulaId = {kept.Id} ORDER BY Ingredient)"
                )
            ).ShouldBe(string.Join('\n', held), "what it holds can be asked for");
        }

        if (schema != "1-formulas")
            (await folder.Lots.ListAsync()).ShouldNotBeEmpty();
        File.Exists(Data + ".new").ShouldBeFalse();
    }

    /// <summary>What a migration that was killed leaves behind: its lock, for ever.</summary>
    [Fact]
    public async Task A_migration_lock_that_was_left_behind_locks_nobody_out()
    {
        OldFiles.Lay("2-larder", path);
        using (var folder = new Folder(path))
            await folder.SqlAsync(
                "CREATE TABLE IF NOT EXISTS \"__EFMigrationsLock\" (\"Id\" INTEGER NOT NULL PRIMARY KEY, \"Timestamp\" TEXT NOT "
                    + "NULL); INSERT INTO \"__EFMigrationsLock\" VALUES (1, '2026-11-01');"
            );
        using var opened = await new Folder(path).OpenAsync().WaitAsync(TimeSpan.FromSeconds(30));
        (await opened.Formulas.CountAsync()).ShouldBe(8);
    }

    [Fact]
    public async Task A_first_start_that_was_cut_short_is_begun_anew()
    {
        await File.WriteAllTextAsync(Data + ".new", "half a file");
        using var folder = await new Folder(path).OpenAsync(file => Hosting.DemoData.LayAsync(file, TimeProvider.System));
        (await folder.Formulas.CountAsync()).ShouldBe(8);
        File.Exists(Data + ".new").ShouldBeFalse();
    }

    [Fact]
    public async Task A_file_of_a_newer_version_is_not_written_to()
    {
        using (var folder = await new Folder(path).OpenAsync())
            await folder.SqlAsync(
                "INSERT INTO __EFMigrationsHistory VALUES ('20991231000000_Future', '99.0'); PRAGMA wal_checkpoint(TRUNCATE); "
                    + "PRAGMA journal_mode=DELETE;"
            );
        SqliteConnection.ClearAllPools();
        var before = await File.ReadAllBytesAsync(Data);
        using var again = new Folder(path);
        var refused = await Should.ThrowAsync<DataFileException>(() => again.OpenAsync());
        refused.Message.ShouldContain("newer version");
        refused.Message.ShouldContain("Update this application");
        (await File.ReadAllBytesAsync(Data)).ShouldBe(before);
        again.Copies.List().ShouldBeEmpty();
    }

    [Theory]
    [InlineData("", "is there but empty")]
    [InlineData("not a database at all", "does not begin as one")]
    public async Task A_file_that_is_none_gets_a_sentence_with_what_to_do(string content, string words)
    {
        await File.WriteAllTextAsync(Data, content);
        using var folder = new Folder(path);
        (await Should.ThrowAsync<DataFileException>(() => folder.OpenAsync())).Message.ShouldContain(words);
        (await File.ReadAllTextAsync(Data)).ShouldBe(content);
    }

    [Fact]
    public async Task An_emptied_file_names_the_newest_copy_and_it_is_put_back()
    {
        string copy;
        using (var folder = await new Folder(path).OpenAsync(file => Hosting.DemoData.LayAsync(file, TimeProvider.System)))
            copy = (await folder.House.CopyAsync(CopyReason.Asked)).Path;
        SqliteConnection.ClearAllPools();
        await File.WriteAllTextAsync(Data, "");
        using (var folder = new Folder(path))
            (await Should.ThrowAsync<DataFileException>(() => folder.OpenAsync())).Message.ShouldContain($"--restore {copy}");
        using var running = Running.Start(path, "--restore", copy);
        using var client = new HttpClient { BaseAddress = await running.ReadyAsync() };
        (await client.GetStringAsync(new Uri("/", UriKind.Relative))).ShouldContain("Noontide zinc stick");
        Directory.EnumerateFiles(path, "umber-crock.db.before-*").ShouldNotBeEmpty("what stood there is put aside, not away");
    }

    [Fact]
    public async Task A_second_instance_says_who_holds_the_folder()
    {
        using var first = Running.Start(path);
        var address = await first.ReadyAsync();
        using var second = Running.Start(path);
        (await second.EndAsync()).ShouldBe(2);
        second.Said.ShouldContain("Another Umber Crock already uses the folder");
        second.Said.ShouldContain("http://127.0.0.1:0, process");
        address.Port.ShouldBeGreaterThan(0);
    }

    [Fact]
    public async Task Rules_of_ones_own_are_checked_first_and_then_count()
    {
        var (rules, data) = (Path.Combine(path, "mine"), Path.Combine(path, "other"));
        Directory.CreateDirectory(Path.Combine(rules, "rules"));
        var file = Path.Combine(rules, "rules", "climates.json");
        var text = Core.Documents.DataFiles.Shipped.Text("data/rules/climates.json");
        await File.WriteAllTextAsync(file, text.Replace("\"confidence\"", "\"confidense\"", StringComparison.Ordinal));
        using (var refused = Running.Start(data, "--rules", rules))
        {
            (await refused.EndAsync()).ShouldBe(2);
            refused.Said.ShouldContain("data/rules/climates.json(");
            refused.Said.ShouldContain("\"confidense\" is not a member. Known are confidence");
            Directory.Exists(data).ShouldBeFalse("nothing was made");
        }

        var name = System
            .Text.RegularExpressions.Regex.Match(
                text,
                "\"name\": \"(?<name>[^\"]+)\"",
                System.Text.RegularExpressions.RegexOptions.None,
                TimeSpan.FromSeconds(1)
            )
            .Groups["name"]
            .Value;
        await File.WriteAllTextAsync(
            file,
            text.Replace($"\"name\": \"{name}\"", "\"name\": \"under the boathouse roof\"", StringComparison.Ordinal)
        );
        using var running = Running.Start(data, "--rules", rules);
        using var client = new HttpClient { BaseAddress = await running.ReadyAsync() };
        (await client.GetStringAsync(new Uri("/settings", UriKind.Relative))).ShouldContain("under the boathouse roof");
    }

    [Theory]
    [InlineData("--rules=/nowhere/at-all", "There is no folder")]
    [InlineData("--dta", "is no option")]
    [InlineData("--port=seven", "takes a number")]
    [InlineData("--host=elsewhere", "takes an address")]
    [InlineData("--restore=/nowhere/at-all.gz", "There is no file")]
    public async Task A_mistyped_option_is_refused_before_anything_is_made(string option, string words)
    {
        var other = Path.Combine(path, "other");
        using var running = Running.Start(other, option);
        (await running.EndAsync()).ShouldBe(2);
        running.Said.ShouldContain(words);
        Directory.Exists(other).ShouldBeFalse();
    }

    [Fact]
    public async Task The_folder_and_its_files_are_for_their_owner_alone()
    {
        File.SetUnixFileMode(
            path,
            UnixFileMode.UserRead
                | UnixFileMode.UserWrite
                | UnixFileMode.UserExecute
                | UnixFileMode.GroupRead
                | UnixFileMode.OtherRead
                | UnixFileMode.OtherExecute
        );
        OldFiles.Lay("4-labels", path);
        using var folder = await new Folder(path).OpenAsync();
        File.GetUnixFileMode(path).ShouldBe(DataFolder.FolderMode);
        foreach (var file in Directory.EnumerateFiles(path))
            File.GetUnixFileMode(file).ShouldBe(DataFolder.OwnerOnly, file);
        File.GetUnixFileMode((await folder.House.CopyAsync(CopyReason.Asked)).Path).ShouldBe(DataFolder.OwnerOnly);
    }

    /// <summary>A disk that is too small, as a file system of its own where one can be mounted.</summary>
    [Fact]
    public async Task A_full_disk_is_said_and_the_next_start_with_room_is_whole()
    {
        using var mount = System.Diagnostics.Process.Start("mount", ["-t", "tmpfs", "-o", "size=300k", "tmpfs", path]);
        await mount.WaitForExitAsync();
        Assert.SkipUnless(mount.ExitCode == 0, "no file system can be mounted here");
        try
        {
            using (var running = Running.Start(path))
            {
                (await running.EndAsync()).ShouldBe(2);
                running.Said.ShouldContain("disk is full");
                running.Said.ShouldNotContain("   at ", customMessage: "no stack trace");
            }

            using var larger = System.Diagnostics.Process.Start("mount", ["-o", "remount,size=40m", path]);
            await larger.WaitForExitAsync();
            using var again = Running.Start(path);
            using var client = new HttpClient { BaseAddress = await again.ReadyAsync() };
            (await client.GetStringAsync(new Uri("/", UriKind.Relative))).ShouldContain("Noontide zinc stick");
        }
        finally
        {
            using var unmount = System.Diagnostics.Process.Start("umount", ["-l", path]);
            await unmount.WaitForExitAsync();
        }
    }
}
