using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Tests;

/// <summary>Storage on a real SQLite file.</summary>
public sealed class StoreTests : IAsyncLifetime
{
    private readonly string folder = Directory.CreateTempSubdirectory("umber-crock-store-").FullName;
    private readonly Formula stick = DemoFormulas.Read()[0];
    private FormulaStore store = null!;

    private string Data => Path.Combine(folder, "umber-crock.db");

    public async ValueTask InitializeAsync()
    {
        store = Reopen();
        await DataFile.MigrateAsync(Data);
        await using var connection = new SqliteConnection($"Data Source={Data}");
        await connection.OpenAsync();
        await ScalarAsync(connection, "PRAGMA journal_mode=WAL");
    }

    public ValueTask DisposeAsync()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
        return ValueTask.CompletedTask;
    }

    [Fact]
    public async Task A_change_and_its_undo_survive_a_reopening()
    {
        var id = await store.AddAsync(stick);
        var changed = await store.ChangeAsync(id, 0, now => new SetPercent(0, 26m).Apply(now, Catalogue.Shipped.Herbs));
        changed!.Version.ShouldBe(1);

        var reopened = Reopen();
        (await reopened.FindAsync(id))!.Formula.Lines[0].Percent.ShouldBe(26m);
        (await reopened.UndoAsync(id, 1))!.Formula.Lines[0].Percent.ShouldBe(18m);
        var redone = await reopened.RedoAsync(id, 2);
        redone!.Formula.Lines[0].Percent.ShouldBe(26m);
        redone.CanRedo.ShouldBeFalse();
    }

    [Fact]
    public async Task What_is_stored_is_the_document_of_the_contract()
    {
        var id = await store.AddAsync(stick);
        await using var connection = new SqliteConnection($"Data Source={Data}");
        await connection.OpenAsync();
        (await ScalarAsync(connection, $"SELECT Document FROM Formulas WHERE Id = {id}")).ShouldBe(FormulaWriter.ToText(stick));
        (await ScalarAsync(connection, "PRAGMA journal_mode")).ShouldBe("wal");
    }

    [Fact]
    public async Task A_refused_change_writes_nothing()
    {
        var id = await store.AddAsync(stick);
        await Should.ThrowAsync<DocumentException>(() =>
            store.ChangeAsync(id, 0, now => new SetPercent(99, 1m).Apply(now, Catalogue.Shipped.Herbs))
        );
        var kept = (await store.FindAsync(id))!;
        kept.Version.ShouldBe(0);
        FormulaWriter.ToText(kept.Formula).ShouldBe(FormulaWriter.ToText(stick));
    }

    [Fact]
    public async Task An_edit_made_for_an_older_version_is_refused()
    {
        var id = await store.AddAsync(stick);
        await store.ChangeAsync(id, 0, now => new SetPercent(0, 20m).Apply(now, Catalogue.Shipped.Herbs));
        await Should.ThrowAsync<StaleException>(() =>
            store.ChangeAsync(id, 0, now => new SetPercent(0, 30m).Apply(now, Catalogue.Shipped.Herbs))
        );
        (await store.FindAsync(id))!.Formula.Lines[0].Percent.ShouldBe(20m);
    }

    [Fact]
    public async Task A_change_after_an_undo_forgets_what_was_undone()
    {
        var id = await store.AddAsync(stick);
        await store.ChangeAsync(id, 0, now => new SetPercent(0, 20m).Apply(now, Catalogue.Shipped.Herbs));
        await store.UndoAsync(id, 1);
        var changed = await store.ChangeAsync(id, 2, now => new SetPercent(0, 30m).Apply(now, Catalogue.Shipped.Herbs));
        changed!.CanRedo.ShouldBeFalse();
        (await store.UndoAsync(id, 3))!.Formula.Lines[0].Percent.ShouldBe(18m);
    }

    [Fact]
    public async Task A_change_that_changes_nothing_is_no_step()
    {
        var id = await store.AddAsync(stick);
        (await store.ChangeAsync(id, 0, now => new SetPercent(0, 18.00m).Apply(now, Catalogue.Shipped.Herbs)))!.CanUndo.ShouldBeFalse();
    }

    [Fact]
    public async Task Only_so_many_steps_are_remembered()
    {
        var id = await store.AddAsync(stick);
        for (var step = 0; step < FormulaHistory.MostSteps + 20; step++)
            await store.ChangeAsync(id, step, now => new SetPercent(0, 10m + (step % 2)).Apply(now, Catalogue.Shipped.Herbs));
        await using var context = NewContext();
        (await context.Steps.CountAsync()).ShouldBe(FormulaHistory.MostSteps + 1);
    }

    [Fact]
    public async Task Revisions_are_numbered_and_told_from_the_draft()
    {
        var id = await store.AddAsync(stick);
        var kept = await store.KeepRevisionAsync(id, 0);
        (kept!.Revision, kept.IsDraft).ShouldBe((1, false));
        (await store.KeepRevisionAsync(id, 1))!.Revision.ShouldBe(1, "nothing changed");
        var changed = await store.ChangeAsync(id, 1, now => new SetPercent(0, 20m).Apply(now, Catalogue.Shipped.Herbs));
        (changed!.Revision, changed.IsDraft).ShouldBe((1, true));
        (await store.KeepRevisionAsync(id, 2))!.Revision.ShouldBe(2);
    }

    [Theory]
    [InlineData("blade", 1)]
    [InlineData("cocoa butter", 1)]
    [InlineData("100%", 0)]
    [InlineData("moon", 0)]
    [InlineData("BLÁDE-hand", 1)]
    [InlineData("percent", 0)]
    [InlineData("' OR 1=1 --", 0)]
    public async Task The_shelf_is_searched_by_name_and_ingredient(string find, int count)
    {
        await store.AddAsync(stick);
        (await store.ListAsync(find)).Count.ShouldBe(count);
    }

    /// <summary>What holds an ingredient follows every change: edits, undo, redo, the bin and back.</summary>
    [Fact]
    public async Task What_holds_an_ingredient_is_known_after_every_change()
    {
        async Task<string> UsesAsync(string slug)
        {
            await using var connection = new SqliteConnection($"Data Source={Data}");
            await connection.OpenAsync();
            return (
                await ScalarAsync(
                    connection,
                    $"SELECT group_concat(printf('%g', Percent), ' ') FROM FormulaIngredients WHERE Ingredient = '{slug}'"
                )
            )!;
        }

        var id = await store.AddAsync(stick);
        (await UsesAsync("beeswax")).ShouldBe("18");
        await store.ChangeAsync(id, 0, now => new SetPercent(0, 17.5m).Apply(now, Catalogue.Shipped.Herbs));
        (await UsesAsync("beeswax")).ShouldBe("17.5");
        await store.ChangeAsync(id, 1, now => new AddLine("A", "beeswax", 2m).Apply(now, Catalogue.Shipped.Herbs));
        (await UsesAsync("beeswax")).ShouldBe("19.5", "over all its lines");
        await store.ChangeAsync(id, 2, now => new ReplaceIngredient(0, "carnauba-wax").Apply(now, Catalogue.Shipped.Herbs));
        (await UsesAsync("beeswax")).ShouldBe("2");
        await store.UndoAsync(id, 3);
        (await UsesAsync("beeswax")).ShouldBe("19.5");
        await store.UndoAsync(id, 4);
        (await UsesAsync("beeswax")).ShouldBe("17.5");
        await store.RedoAsync(id, 5);
        (await UsesAsync("beeswax")).ShouldBe("19.5");
        (await store.CountUsesAsync())["beeswax"].ShouldBe(1);
    }

    [Fact]
    public async Task A_shelf_of_many_is_read_stretch_by_stretch()
    {
        for (var at = 0; at < 7; at++)
            await store.AddAsync(stick with { Name = $"Stick {at}" });
        var (places, total) = await store.PageAsync(new() { Find = "stick" }, 5, 5);
        var formulas = places.Select(place => place.Kept!).ToList();
        total.ShouldBe(7);
        formulas.Count.ShouldBe(2);
        (await store.CountUsesAsync())["beeswax"].ShouldBe(7);
        await store.ChangeAsync(formulas[0].Id, formulas[0].Version, formula =>
            formula with
            {
                Name = "Renamed",
                Notes = "for the regatta",
            }
        );
        (await store.ListAsync("regatta")).Single().Formula.Name.ShouldBe("Renamed");
        await store.UndoAsync(formulas[0].Id, formulas[0].Version + 1);
        (await store.ListAsync("regatta")).ShouldBeEmpty("what was undone is not found");
    }

    private static async Task<string?> ScalarAsync(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Fixed statements of this test.
        command.CommandText = sql;
#pragma warning restore CA2100
        return (await command.ExecuteScalarAsync())?.ToString();
    }

    private FormulaStore Reopen() => new(new Factory(NewContext), new Knowledge(Catalogue.Shipped), TimeProvider.System);

    private CrockContext NewContext()
    {
        var options = new DbContextOptionsBuilder<CrockContext>();
        CrockContext.Configure(options, Data);
        return new CrockContext(options.Options);
    }

    private sealed class Factory(Func<CrockContext> create) : IDbContextFactory<CrockContext>
    {
        public CrockContext CreateDbContext() => create();
    }
}
