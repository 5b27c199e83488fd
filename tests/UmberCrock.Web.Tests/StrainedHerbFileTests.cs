using System.Text.Json;
using Microsoft.Data.Sqlite;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Tests;

/// <summary>Formulas that count strained herbs in the hundred: kept ones, saved ones, and those that come from outside.</summary>
public sealed class StrainedHerbFileTests : IDisposable
{
    /// <summary>10 g of flowers in a recipe of 100 g.</summary>
    private static readonly Formula Old = new()
    {
        Name = "Boathouse calendula salve",
        Form = ProductForm.Balm,
        Phases = [new("A", "Infusion", Stage.Infuse), new("B", "Melt", Stage.Melt)],
        Lines = [new("A", "olive-oil", null), new("A", "calendula-flowers", 10m), new("B", "beeswax", 18m)],
    };

    private readonly string path = Directory.CreateTempSubdirectory("umber-crock-herbs-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(path, recursive: true);
    }

    [Fact]
    public async Task A_kept_formula_is_written_anew_once_with_its_grams()
    {
        OldFiles.Lay("6-uses", path);
        using var folder = new Folder(path);
        var key = await LayAsync(folder, Old);
        await folder.OpenAsync();
        var kept = (await folder.Formulas.FindAsync(key))!;
        kept.BatchGrams.ShouldBe(216m, "240 g of which 10 % were herbs");
        kept.Formula.Lines.Select(line => line.Percent).ShouldBe([null, 11.1111m, 20m]);
        var totals = FormulaTotals.Of(kept.Formula, Catalogue.Shipped.Herbs);
        totals.Total.ShouldBe(100m);
        totals.GramsOf(0, kept.BatchGrams).ShouldBe(172.8m);
        totals.GramsOf(2, kept.BatchGrams).ShouldBe(43.2m);
        var revisions = (await folder.Revisions.ListAsync(key)).Revisions;
        revisions[0].Name.ShouldBe("Strained herbs are no part of the hundred: same grams");
        revisions[1].Formula.Lines[1].Percent.ShouldBe(10m, "what was kept stays as it was");
        revisions[1].Again(Catalogue.Shipped.Herbs).Lines.ShouldBe(kept.Formula.Lines, "taken up again it means what it meant");
        (await folder.Formulas.UndoAsync(key, kept.Version))!.Formula.Lines[1].Percent.ShouldBe(5.2632m, "a step back was 5 then");

        await folder.House.ReadAnewAsync();
        (await folder.Revisions.ListAsync(key)).Revisions.Count.ShouldBe(revisions.Count, "once");
    }

    [Fact]
    public async Task A_file_that_was_saved_before_is_written_anew_as_it_is_opened()
    {
        using var from = await new Folder().OpenAsync();
        var key = await from.Formulas.AddAsync(Old);
        await from.Formulas.KeepRevisionAsync(key, 0);
        var saved = Path.Combine(path, "saved.zip");
        await using (var file = File.Create(saved))
            await from.Saving.WriteAsync(file);
        using var same = await new Folder().OpenAsync();
        await same.Opening.OpenAsync(saved, takesSaved: true);
        (await same.Formulas.ListAsync(null)).Single().Formula.Lines.ShouldBe(Old.Lines, "said to be written the new way, it stays");

        await from.SqlAsync("UPDATE Formulas SET HerbsCounted = 1; UPDATE Revisions SET HerbsCounted = 1;");
        await using (var file = File.Create(saved))
            await from.Saving.WriteAsync(file);
        using var to = await new Folder().OpenAsync();
        await to.Opening.OpenAsync(saved, takesSaved: true);
        var opened = (await to.Formulas.ListAsync(null)).Single();
        opened.Formula.Lines.Select(line => line.Percent).ShouldBe([null, 11.1111m, 20m]);
        (await to.Revisions.ListAsync(opened.Id)).Revisions.Select(revision => revision.HerbsCounted).ShouldBe([false, true]);
    }

    [Fact]
    public async Task At_the_door_it_is_written_anew_and_said()
    {
        await using var app = new App();
        using var client = app.CreateClient();
        var counted = Old with { Lines = Old.Lines.SetItem(0, Old.Lines[0] with { Percent = 72m }) };
        using var body = new StringContent(FormulaWriter.ToText(counted), System.Text.Encoding.UTF8, "application/json");
        using var answer = await client.PostAsync(new Uri("/api/v1/evaluate", UriKind.Relative), body);
        using var read = JsonDocument.Parse(await answer.Content.ReadAsStringAsync());
        read.RootElement.GetProperty("total").GetDecimal().ShouldBe(100m);
        read.RootElement.GetProperty("findings")
            .EnumerateArray()
            .Select(found => found.GetProperty("code").GetString())
            .ShouldContain("intake-herbs");
        read.RootElement.GetProperty("lines")[0].GetProperty("percent").GetDecimal().ShouldBe(80m);
    }

    /// <summary>Puts a formula with a step and a revision into a file that no application has opened since.</summary>
    private static async Task<long> LayAsync(Folder folder, Formula formula)
    {
        var before = FormulaWriter.ToText(formula with { Lines = formula.Lines.SetItem(1, formula.Lines[1] with { Percent = 5m }) });
        var now = FormulaWriter.ToText(formula);
        string Quoted(string text) => $"'{text.Replace("'", "''", StringComparison.Ordinal)}'";
        var id = await folder.SqlAsync("SELECT Id FROM Formulas WHERE Name = 'Blade-hand stick'");
        await folder.SqlAsync(
            $"DELETE FROM Steps WHERE FormulaId = {id}; "
                + $"DELETE FROM Revisions WHERE FormulaId = {id}; DELETE FROM Ladders WHERE FormulaId = {id}; "
                + $"UPDATE Formulas SET Name = {Quoted(formula.Name)}, Document = {Quoted(now)}, BatchGrams = '240.0', "
                + $"FirstStep = 0, Step = 1, LastStep = 1 WHERE Id = {id}; "
                + $"INSERT INTO Steps (FormulaId, Number, Document) VALUES ({id}, 0, {Quoted(before)}), ({id}, 1, {Quoted(now)}); "
                + $"INSERT INTO Revisions (FormulaId, Number, Document, Name, KeptAt) VALUES ({id}, 1, {Quoted(now)}, '', 1700000000000);"
        );
        return long.Parse(id!, System.Globalization.CultureInfo.InvariantCulture);
    }
}
