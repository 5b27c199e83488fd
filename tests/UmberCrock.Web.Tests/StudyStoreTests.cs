using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>How studies are kept: two windows, what is due, the bin, and what a failed look tells formula and label.</summary>
public sealed class StudyStoreTests
{
    /// <summary>A study of the lotion bar, made so many days ago.</summary>
    private static async Task<(KeptStudy Study, KeptFormula Formula)> StartAsync(Folder folder, int daysAgo)
    {
        var formula = (await folder.Formulas.FindByNameAsync("Boathouse lotion bar"))!;
        var setup = StudySetup.Of(
            formula.Formula,
            formula.Key,
            "rung 2",
            new StudyRequest(folder.Studies.Today.AddDays(-daysAgo), [], 1, false),
            folder.Knowledge.Catalogue,
            folder.Knowledge.Settings
        );
        return (await folder.Studies.StartAsync(setup, "a test"), formula);
    }

    private static async Task<KeptStudy> LookAsync(Folder folder, KeptStudy study, string check, params (Sign Sign, int Notch)[] seen) =>
        (
            await folder.Studies.AppendAsync(
                study.Id,
                study.Log.Sequence,
                log =>
                    StudyProgress.Judged(
                        log,
                        check,
                        log.Checks[check].Date,
                        new Seen(seen.ToImmutableDictionary(one => one.Sign, one => one.Notch), null, null),
                        folder.Knowledge.Catalogue.Rules
                    ),
                "a test"
            )
        )!;

    [Fact]
    public async Task Of_two_windows_the_second_is_told_and_nothing_is_lost()
    {
        using var folder = await Folder.DemoAsync();
        var (study, _) = await StartAsync(folder, 7);
        await LookAsync(folder, study, "room-1-d7", (Sign.Colour, 0));
        await Should.ThrowAsync<StudyBehindException>(() => LookAsync(folder, study, "cold-1-d7", (Sign.Colour, 0)));
        var kept = (await folder.Studies.FindAsync(study.Id))!;
        kept.Log.Looks.Keys.ShouldBe(["room-1-d7"]);
        var writers = Enumerable.Range(0, 8).Select(_ => Task.Run(() => TryAsync(kept)));
        (await Task.WhenAll(writers)).Count(won => won).ShouldBe(1, "all wrote after the same entry");

        async Task<bool> TryAsync(KeptStudy before)
        {
            try
            {
                return await LookAsync(folder, before, "warm-1-d7", (Sign.Colour, 0)) is not null;
            }
            catch (StudyBehindException)
            {
                return false;
            }
        }
    }

    /// <summary>Seven days old: day 7 is due today in three places; of the rounds of frost, day 3 lies past its grace, day 5
    /// within.</summary>
    [Fact]
    public async Task What_is_due_is_known_without_reading_the_studies()
    {
        using var folder = await Folder.DemoAsync();
        var (study, _) = await StartAsync(folder, 7);
        var today = folder.Studies.Today;
        var due = (await folder.Studies.DueAsync(today.AddDays(-2), today)).Where(one => one.StudyId == study.Id).ToList();
        due.Select(one => (one.Date.DayNumber - today.DayNumber, one.Checks)).ShouldBe([(-2, 1), (0, 3)]);
        var place = (await folder.Studies.ListAsync(0, 10)).Studies.Single(one => one.Id == study.Id);
        // Days 1 and 2 in three places, frost on day 3: seven have passed.
        (place.Due, place.Missed, place.Next).ShouldBe((4, 7, today.AddDays(1)));
        study = await LookAsync(folder, study, "room-1-d7", (Sign.Grain, 1));
        study = (
            await folder.Studies.AppendAsync(study.Id, study.Log.Sequence, _ => new ChecksMissed(["room-1-d1", "warm-1-d1"]), "a test")
        )!;
        place = (await folder.Studies.ListAsync(0, 10)).Studies.Single(one => one.Id == study.Id);
        (place.Changed, place.Due, place.Missed).ShouldBe((1, 3, 5), "marked as missed they are no longer asked for");
        await folder.Studies.AppendAsync(study.Id, study.Log.Sequence, _ => new StudyEnded("given away"), "a test");
        (await folder.Studies.DueAsync(today.AddDays(-2), today)).ShouldNotContain(one => one.StudyId == study.Id);
    }

    [Fact]
    public async Task In_the_bin_it_is_not_due_and_comes_back_as_it_was()
    {
        using var folder = await Folder.DemoAsync();
        var (study, _) = await StartAsync(folder, 7);
        study = await LookAsync(folder, study, "room-1-d7", (Sign.Colour, 0));
        await Should.ThrowAsync<StudyBehindException>(() => folder.Studies.DeleteAsync(study.Id, 1));
        (await folder.Studies.DeleteAsync(study.Id, study.Log.Sequence)).ShouldBe("Boathouse lotion bar");
        (await folder.Studies.FindAsync(study.Id)).ShouldBeNull();
        var today = folder.Studies.Today;
        (await folder.Studies.DueAsync(today.AddDays(-9), today.AddDays(99))).ShouldNotContain(one => one.StudyId == study.Id);
        var entry = (await folder.Bin.ListAsync()).Single(one => one.Kind == BinKind.Study);
        (await folder.Bin.BringBackAsync(entry.Kind, entry.Key)).ShouldBeTrue();
        (await folder.Studies.FindAsync(study.Id))!.Log.Looks.Keys.ShouldBe(["room-1-d7"]);
    }

    /// <summary>The demo's failure goes from the formula with its study, and comes back with it.</summary>
    [Fact]
    public async Task A_failure_goes_into_the_bin_with_its_study_and_comes_back()
    {
        using var folder = await Folder.DemoAsync();
        var failed = folder.Knowledge.Failures.Single();
        var study = (await folder.Studies.FindAsync(failed.Value.Study))!;
        await folder.Studies.DeleteAsync(study.Id, study.Log.Sequence);
        folder.Knowledge.Failures.ShouldBeEmpty();
        (await folder.Bin.BringBackAsync(BinKind.Study, $"{study.Id}")).ShouldBeTrue();
        folder.Knowledge.Failures.Keys.ShouldBe([failed.Key]);
    }

    /// <summary>In frost a caution with a line on the label; in the room a stop and a date that is shorter; taken back, nothing; of a
    /// changed formula a note.</summary>
    [Fact]
    public async Task A_failed_look_reaches_formula_and_label_and_goes_when_it_is_taken_back()
    {
        using var folder = await Folder.DemoAsync();
        var (study, formula) = await StartAsync(folder, 28);
        Finding? Told(Formula now) => folder.Knowledge.FailureOf(formula.Key, now);
        Task<WatchedEvidence?> EvidenceAsync() => folder.Studies.EvidenceAsync(formula.Key, formula.Formula);
        Told(formula.Formula).ShouldBeNull();
        study = await LookAsync(folder, study, "freeze-thaw-1-d5", (Sign.Grain, 3));
        var frost = Told(formula.Formula)!;
        (frost.Code, frost.Severity).ShouldBe((FindingCodes.StudyFailed, Severity.Caution));
        frost.Title.Plain.ShouldBe("Failed in frost");
        (await EvidenceAsync())!.StorageLines.ShouldBe(["Keep from frost."]);
        (await EvidenceAsync())!.EndsAfterDays.ShouldBeNull();

        study = await LookAsync(folder, study, "room-1-d14", (Sign.Grain, 0));
        study = await LookAsync(folder, study, "room-1-d21", (Sign.Grain, 3));
        Told(formula.Formula)!.Severity.ShouldBe(Severity.Stop);
        (await EvidenceAsync())!.EndsAfterDays.ShouldBe(14, "good at the look before");
        var changed = FormulaEdit.ApplyAll(formula.Formula, [new SetPercent(0, 5m)], folder.Knowledge.Catalogue.Herbs);
        Told(changed)!.Severity.ShouldBe(Severity.Note);
        (await folder.Studies.EvidenceAsync(formula.Key, changed)).ShouldBeNull("it is another product");
        Told(formula.Formula with { Name = "Another name" })!.Severity.ShouldBe(Severity.Stop, "a name changes nothing");

        var last = study.Log.Sequence;
        study = (await folder.Studies.AppendAsync(study.Id, last, _ => new StudyEntryRevoked(last), "a test"))!;
        Told(formula.Formula)!.Severity.ShouldBe(Severity.Caution, "what is left is the frost");
        study = (await folder.Studies.AppendAsync(study.Id, study.Log.Sequence, _ => new StudyEntryRevoked(2), "a test"))!;
        Told(formula.Formula).ShouldBeNull();
    }

    /// <summary>A later study that was watched as long and held clears the failure; one that was watched for less does not.</summary>
    [Fact]
    public async Task A_later_study_clears_it()
    {
        using var folder = await Folder.DemoAsync();
        var (first, formula) = await StartAsync(folder, 28);
        await LookAsync(folder, first, "room-1-d14", (Sign.Grain, 3));
        var (second, _) = await StartAsync(folder, 28);
        second = await LookAsync(folder, second, "room-1-d7", (Sign.Grain, 0));
        folder.Knowledge.FailureOf(formula.Key, formula.Formula).ShouldNotBeNull();
        await LookAsync(folder, second, "room-1-d14", (Sign.Grain, 0));
        folder.Knowledge.FailureOf(formula.Key, formula.Formula).ShouldBeNull();
    }

    [Fact]
    public async Task What_failed_is_known_after_a_new_start()
    {
        var path = Directory.CreateTempSubdirectory("umber-crock-studies-").FullName;
        string key;
        using (var folder = await new Folder(path).OpenAsync(file => Hosting.DemoData.LayAsync(file, TimeProvider.System)))
            key = (await folder.Formulas.FindByNameAsync("Slipway whipped butter"))!.Key;
        using (var again = await new Folder(path).OpenAsync())
            again.Knowledge.Failures.ContainsKey(key).ShouldBeTrue();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(path, recursive: true);
    }

    [Fact]
    public async Task A_look_that_cannot_be_leaves_nothing_behind()
    {
        using var folder = await Folder.DemoAsync();
        var (study, _) = await StartAsync(folder, 7);
        await Should.ThrowAsync<DocumentException>(() => LookAsync(folder, study, "room-1-d7", (Sign.Mould, 1)));
        await Should.ThrowAsync<DocumentException>(() => LookAsync(folder, study, "room-1-d7", (Sign.Grain, 4)));
        (await folder.Studies.SequenceAsync(study.Id)).ShouldBe(1);
    }
}
