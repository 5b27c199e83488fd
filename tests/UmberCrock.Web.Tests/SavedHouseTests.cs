using System.IO.Compression;
using System.Text;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Trials;
using UmberCrock.Core.Units;

namespace UmberCrock.Web.Tests;

/// <summary>Everything saved as one file and opened again: into an empty house the same, beside what is there with a preview, and never by
/// halves.</summary>
public sealed class SavedHouseTests : IDisposable
{
    private readonly string place = Directory.CreateTempSubdirectory("umber-crock-saved-").FullName;

    public void Dispose() => Directory.Delete(place, recursive: true);

    [Fact]
    public async Task Saved_opened_in_an_empty_house_and_saved_again_it_is_the_same()
    {
        using var first = await LivedInAsync();
        var saved = await SaveAsync(first, "first.zip");
        using var empty = await new Folder().OpenAsync();
        var preview = await empty.Opening.PreviewAsync(saved);
        preview.LeftOut.ShouldBeEmpty();
        preview
            .Kinds.Select(kind => (kind.What, kind.New.Count, kind.Other.Count))
            .ShouldBe([
                ("Formulas", 10, 0),
                ("Own ingredients", 3, 0),
                ("Own values", 3, 0),
                ("Lots", 15, 0),
                ("Settings", 2, 0),
                ("Batches", 4, 0),
                ("Studies", 2, 0),
            ]);
        await empty.Opening.OpenAsync(saved, takesSaved: false);

        var again = await SaveAsync(empty, "again.zip");
        Parts(again).ShouldBe(Parts(saved));
        (await empty.Opening.PreviewAsync(saved)).IsNothing.ShouldBeTrue();
        (await empty.Formulas.FindByNameAsync("Blade-hand stick"))!.CanRedo.ShouldBeTrue("its history came with it");
        (await empty.Bin.ListAsync()).Select(entry => entry.Name).ShouldContain("To be thrown away");
        empty.Knowledge.Workshop.LossPercent.ShouldBe(7m);
        empty.Knowledge.Failures.Count.ShouldBe(1, "what failed is known there too");
        (await empty.Studies.FindAsync(2))!.Log.Looks.Count.ShouldBe((await first.Studies.FindAsync(2))!.Log.Looks.Count);
        empty.Knowledge.Catalogue.Find("olive-oil")!.Density!.Value.ShouldBe(0.9);
    }

    [Fact]
    public async Task A_revision_can_be_rebuilt_from_the_file_alone_as_its_text_says()
    {
        using var folder = await Folder.DemoAsync();
        var id = (await folder.Formulas.ListAsync("beard")).Single().Id;
        using var zip = ZipFile.OpenRead(await SaveAsync(folder, "alone.zip"));
        var entry = zip.Entries.Single(part => part.FullName.Contains("beard", StringComparison.Ordinal));
        using var document = await JsonDocument.ParseAsync(entry.Open());
        foreach (var revision in (await folder.Revisions.ListAsync(id)).Revisions)
        {
            var saved = document
                .RootElement.GetProperty("revisions")
                .EnumerateArray()
                .Single(one => one.GetProperty("number").GetInt32() == revision.Number);
            FormulaWriter
                .ToText(FormulaReader.Parse(saved.GetProperty("formula").GetRawText()))
                .ShouldBe(FormulaWriter.ToText(revision.Formula));
        }

        using var reader = new StreamReader(zip.GetEntry("README.txt")!.Open());
        (await reader.ReadToEndAsync()).ShouldContain("to rebuild revision 3");
    }

    [Fact]
    public async Task Beside_what_is_there_what_is_new_is_added_and_what_differs_is_chosen()
    {
        using var folder = await Folder.DemoAsync();
        var saved = await SaveAsync(folder, "before.zip");
        var stick = (await folder.Formulas.ListAsync("blade")).Single();
        await folder.Formulas.ChangeAsync(stick.Id, stick.Version, now =>
            new SetPercent(0, 21m).Apply(now, folder.Knowledge.Catalogue.Herbs)
        );
        await folder.Formulas.AddAsync(stick.Formula with { Name = "Only here" });
        var lot = (await folder.Lots.KeptAsync()).Lots[0];
        await folder.Lots.KeepAsync(lot.Lot with { Notes = "changed since" }, lot.Version);

        var preview = await folder.Opening.PreviewAsync(saved);
        preview.Kinds[0].Other.ShouldBe(["Blade-hand stick"]);
        preview.Kinds[3].Other.Count.ShouldBe(1);
        await folder.Opening.OpenAsync(saved, takesSaved: false);
        (await folder.Formulas.FindAsync(stick.Id))!.Formula.Lines[0].Percent.ShouldBe(21m, "kept");
        var (_, before) = await folder.Opening.OpenAsync(saved, takesSaved: true);
        (await folder.Formulas.FindAsync(stick.Id))!.Formula.Lines[0].Percent.ShouldBe(18m, "taken");
        (await folder.Lots.ListAsync()).ShouldNotContain(kept => kept.Notes == "changed since");
        (await folder.Formulas.ListAsync("only here")).Count.ShouldBe(1);
        await folder.House.RestoreAsync(before);
        (await folder.Formulas.FindAsync(stick.Id))!.Formula.Lines[0].Percent.ShouldBe(21m, "the way back");
    }

    [Fact]
    public async Task A_file_that_was_changed_or_cut_is_refused_whole()
    {
        using var folder = await Folder.DemoAsync();
        var saved = await SaveAsync(folder, "whole.zip");
        var bytes = await File.ReadAllBytesAsync(saved);
        var odd = Path.Combine(place, "odd.zip");
        foreach (var content in new[] { bytes[..(bytes.Length / 2)], [], "PK\u0003\u0004"u8.ToArray(), "no zip"u8.ToArray() })
        {
            await File.WriteAllBytesAsync(odd, content);
            (await Should.ThrowAsync<DocumentException>(() => folder.Opening.PreviewAsync(odd))).Message.ShouldContain("Nothing was taken");
        }

        foreach (
            var (part, change) in new (string, Func<string, string>)[]
            {
                ("lots.csv", text => text.Replace("beeswax", "olive-oil")),
                ("own-ingredients.json", _ => "{"),
                ("settings.json", text => text + " "),
                ("formulas/00001-bosuns-beard-balm.json", text => text[..^9]),
            }
        )
        {
            File.Copy(saved, odd, overwrite: true);
            Rewrite(odd, part, change, sums: false);
            (await Should.ThrowAsync<DocumentException>(() => folder.Opening.PreviewAsync(odd))).Message.ShouldContain("checksum differs");
        }
    }

    /// <summary>With checksums that fit: what cannot be read is left out by name, the rest is taken.</summary>
    [Theory]
    [InlineData("formulas/00001-bosuns-beard-balm.json", "\"version\":1,\"key\"", "\"version\":9,\"key\"")]
    [InlineData("formulas/00001-bosuns-beard-balm.json", "\"phases\":[", "\"phases\":[{\"id\":\"\",\"name\":\"\",\"stage\":\"melt\"},")]
    [InlineData("formulas/00001-bosuns-beard-balm.json", "\"at\":", "\"at\":77")]
    [InlineData("lots.csv", "beeswax", "beeswax\",\"one cell more")]
    [InlineData("settings.json", "{", "{\"evaluation\":{\"moon\":1}}")]
    [InlineData("own-values.csv", "medium", "certain")]
    public async Task What_cannot_be_read_in_it_is_left_out_by_name_or_refused_in_words(string part, string old, string odd)
    {
        using var folder = await Folder.DemoAsync();
        var saved = await SaveAsync(folder, "odd.zip");
        Rewrite(saved, part, text => text.Replace(old, odd, StringComparison.Ordinal), sums: true);
        using var empty = await new Folder().OpenAsync();
        try
        {
            var (done, _) = await empty.Opening.OpenAsync(saved, takesSaved: true);
            done.Kinds[0].New.Count.ShouldBeGreaterThanOrEqualTo(7);
            if (part != "settings.json")
                (done.LeftOut.Count + done.Kinds[0].New.Count).ShouldBeGreaterThanOrEqualTo(8);
        }
        catch (DocumentException refused)
        {
            refused.Message.Length.ShouldBeGreaterThan(10);
        }

        (await empty.SqlAsync("PRAGMA integrity_check")).ShouldBe("ok");
    }

    private async Task<string> SaveAsync(Folder folder, string name)
    {
        var file = Path.Combine(place, name);
        await using var stream = File.Create(file);
        await folder.Saving.WriteAsync(stream);
        return file;
    }

    private static string Parts(string file)
    {
        using var zip = ZipFile.OpenRead(file);
        return string.Join(
            '\n',
            zip.Entries.Select(part =>
            {
                using var reader = new StreamReader(part.Open());
                return $"{part.FullName}: {reader.ReadToEnd()}";
            })
        );
    }

    private static void Rewrite(string file, string part, Func<string, string> change, bool sums)
    {
        using var zip = ZipFile.Open(file, ZipArchiveMode.Update);
        var text = Text(zip.GetEntry(part)!);
        var changed = change(text);
        Put(part, changed);
        if (sums)
            Put("SHA256SUMS", Text(zip.GetEntry("SHA256SUMS")!).Replace(Sum(text), Sum(changed), StringComparison.Ordinal));

        void Put(string name, string content)
        {
            zip.GetEntry(name)!.Delete();
            using var writer = new StreamWriter(zip.CreateEntry(name).Open(), new UTF8Encoding(false));
            writer.Write(content);
        }

        static string Text(ZipArchiveEntry entry)
        {
            using var reader = new StreamReader(entry.Open());
            return reader.ReadToEnd();
        }

        static string Sum(string content) =>
            Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(content)));
    }

    /// <summary>The demo after some weeks: edits and undone ones, labels, observations, settings, odd names, things in the bin.</summary>
    private static async Task<Folder> LivedInAsync()
    {
        var folder = await Folder.DemoAsync();
        var stick = (await folder.Formulas.ListAsync("blade")).Single();
        var changed = await folder.Formulas.ChangeAsync(stick.Id, stick.Version, now =>
            new SetPercent(0, 21m).Apply(now, folder.Knowledge.Catalogue.Herbs)
        );
        var undone = await folder.Formulas.UndoAsync(stick.Id, changed!.Version);
        await folder.Formulas.KeepRevisionAsync(stick.Id, undone!.Version);
        await folder.Labels.KeepAsync(
            stick.Id,
            new LabelPlan { Batch = "=1+1", NetGrams = 15.5m },
            (await folder.Labels.FindAsync(stick.Id)).Version
        );
        await folder.Formulas.AddAsync(stick.Formula with { Name = "=HYPERLINK(\"x\"), \"quoted\" 'n' ő", Notes = "two\nlines" });
        var gone = await folder.Formulas.AddAsync(stick.Formula with { Name = "To be thrown away" });
        await folder.Bin.DeleteFormulaAsync(gone, 0);
        var ladder = await folder.Ladders.AddAsync(stick.Id, new LadderPlan(stick.Formula, 0, 1, 1m, 3, 20m, []));
        await folder.Ladders.ObserveAsync(ladder, 0, [new RungObservation(1, Band.Stick, Grain.Trace, "'@odd, note")]);
        await folder.Lots.KeepAsync(
            new Lot(0, "beeswax", "-B9", "+44", new DateOnly(2026, 1, 2), 100m, 60.25m, 12.5m, null, null, "a \"note\"\nof two lines")
        );
        await folder.Settings.KeepAsync(
            folder.Knowledge.Settings with
            {
                DropsPerMillilitre = 25m,
            },
            folder.Knowledge.Workshop with
            {
                LossPercent = 7m,
            },
            0
        );
        await folder.Larder.CorrectAsync("olive-oil", "density", new Quantity(0.9, 0.89, 0.91, "g/mL", "own scale", Confidence.Medium));
        var own = folder.Knowledge.Catalogue.Find("beeswax")! with { Slug = "own:jetty-wax", Name = "Jetty wax" };
        await folder.Larder.AddAsync([own, own with { Slug = "own:old-wax", Name = "Old wax" }], _ => "");
        await folder.Larder.RemoveAsync("own:old-wax", null, folder.Larder.VersionOf("own:old-wax"));
        return folder;
    }
}
