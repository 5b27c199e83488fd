using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>How batches are kept: lots drawn down and given back, two windows, saved and opened again.</summary>
public sealed class BatchStoreTests
{
    /// <summary>112 g by the book, 120 taken: the larder says nothing is left, and taking back gives 112 again.</summary>
    [Fact]
    public async Task Lots_are_drawn_as_weighed_and_given_back_exactly()
    {
        using var folder = await Folder.DemoAsync();
        var batch = await StartAsync(folder);
        var line = batch.Log.State.Plan.Lines.Select(planned => planned.Ingredient).ToList().IndexOf("beeswax");
        var lot = (await folder.Lots.ListAsync("beeswax"))[0];
        async Task<decimal> LeftAsync() => (await folder.Lots.ListAsync("beeswax")).Single(one => one.Id == lot.Id).RemainingGrams;
        var (left, mark) = (lot.RemainingGrams, lot.Code);
        batch = await AppendAsync(folder, batch, new LineWeighed(line, 40m, mark, null), new LineWeighed(line, 3.2m, mark, null));
        (await LeftAsync()).ShouldBe(left - 43.2m);
        batch = await AppendAsync(folder, batch, new LineUnweighed(line));
        (await LeftAsync()).ShouldBe(left - 40m);
        batch = await AppendAsync(folder, batch, new LineWeighed(line, left, mark, null));
        (await LeftAsync()).ShouldBe(0m, "no more than there was");
        batch = await AppendAsync(folder, batch, new EntryRevoked(batch.Log.Sequence));
        (await LeftAsync()).ShouldBe(left - 40m, "exactly as before");
        batch = await AppendAsync(folder, batch, new EntryCorrected(2, "another bag", new(null, null, "X9", null, null, null)));
        (await LeftAsync()).ShouldBe(left);
        batch.Log.State.Weighed[line].Single().Lot.ShouldBe("X9");
        (await folder.Batches.ListAsync(new BatchQuestion(null, null, "X9"), 0, 10)).Total.ShouldBe(1);
    }

    [Fact]
    public async Task Of_two_windows_the_second_is_told_what_the_first_did()
    {
        using var folder = await Folder.DemoAsync();
        var batch = await StartAsync(folder);
        await AppendAsync(folder, batch, new BatchNoted("first"));
        var behind = await Should.ThrowAsync<BatchBehindException>(() => AppendAsync(folder, batch, new BatchNoted("second")));
        behind.Since.Select(logged => ((BatchNoted)logged.Event).Text).ShouldBe(["first"]);
        await Should.ThrowAsync<DocumentException>(() =>
            folder.Batches.AppendAsync(batch.Id, 9, [(new BatchNoted("ahead"), null)], "a test")
        );
        var writers = Enumerable.Range(0, 20).Select(at => Task.Run(() => TryAsync($"window {at}")));
        (await Task.WhenAll(writers)).Count(won => won).ShouldBe(1, "all wrote after the same entry");

        async Task<bool> TryAsync(string text)
        {
            try
            {
                return await folder.Batches.AppendAsync(batch.Id, 2, [(new BatchNoted(text), null)], "a test") is not null;
            }
            catch (BatchBehindException)
            {
                return false;
            }
        }
    }

    [Fact]
    public async Task Codes_count_the_batches_of_a_day()
    {
        using var folder = await Folder.DemoAsync();
        var day = DateTimeOffset.Now.ToString("yyMMdd", System.Globalization.CultureInfo.InvariantCulture);
        var first = (await StartAsync(folder)).Log.State.Plan.Code;
        var second = (await StartAsync(folder)).Log.State.Plan.Code;
        first.ShouldStartWith($"{day}-");
        int.Parse(second[7..], System.Globalization.CultureInfo.InvariantCulture)
            .ShouldBe(int.Parse(first[7..], System.Globalization.CultureInfo.InvariantCulture) + 1);
    }

    [Fact]
    public async Task Batches_are_saved_and_opened_again_event_by_event()
    {
        using var folder = await Folder.DemoAsync();
        var batch = await StartAsync(folder);
        batch = await AppendAsync(folder, batch, new LineWeighed(0, 43.2m, "B4", null), new PotRead(71.5m, false), new BatchNoted("windy"));
        var saved = Path.Combine(folder.Path, "saved.zip");
        await using (var file = File.Create(saved))
            await folder.Saving.WriteAsync(file);
        using var other = await new Folder().OpenAsync();
        await other.Opening.OpenAsync(saved, takesSaved: true);
        var place = (await other.Batches.ListAsync(new BatchQuestion(null, null, null), 0, 100)).Batches.Single(one =>
            one.Code == batch.Log.State.Plan.Code
        );
        var opened = (await other.Batches.FindAsync(place.Id))!;
        opened.Key.ShouldBe(batch.Key);
        opened
            .Log.Events.Select(logged => (logged.Sequence, logged.At, BatchEventWriter.ToText(logged.Event)))
            .ShouldBe(batch.Log.Events.Select(logged => (logged.Sequence, logged.At, BatchEventWriter.ToText(logged.Event))));
        (await other.Opening.PreviewAsync(saved)).Kinds.Single(kind => kind.What == "Batches").New.ShouldBeEmpty("there already");
        var again = Path.Combine(folder.Path, "again.zip");
        await using (var file = File.Create(again))
            await other.Saving.WriteAsync(file);
        (await folder.Opening.PreviewAsync(again)).IsNothing.ShouldBeTrue("and back it is the same");
    }

    [Fact]
    public async Task A_batch_that_cannot_be_read_is_one_line_and_saved_with_its_events()
    {
        using var folder = await Folder.DemoAsync();
        var batch = await StartAsync(folder);
        await folder.SqlAsync($"UPDATE BatchEvents SET Document = '{{}}' WHERE BatchId = {batch.Id}");
        var odd = (await Should.ThrowAsync<UnreadableRowException>(() => folder.Batches.FindAsync(batch.Id))).Row;
        (odd.Kind, odd.Key).ShouldBe((RowKind.Batch, $"{batch.Id}"));
        System.Text.Encoding.UTF8.GetString((await folder.Unreadable.SaveAsync(odd.Kind, odd.Key))!).ShouldContain("OffsetMinutes");
        (await folder.Unreadable.TakeOutAsync(odd.Kind, odd.Key)).ShouldBeTrue();
        (await folder.Batches.FindAsync(batch.Id)).ShouldBeNull();
    }

    private static async Task<KeptBatch> StartAsync(Folder folder)
    {
        var stick = (await folder.Formulas.ListAsync("blade")).Single();
        return await folder.Batches.StartAsync(stick.Formula, new BatchRequest(null, stick.Key, 240m, [], 0m, 0.1m, 21), "a test");
    }

    private static async Task<KeptBatch> AppendAsync(Folder folder, KeptBatch batch, params BatchEvent[] events) =>
        (
            await folder.Batches.AppendAsync(
                batch.Id,
                batch.Log.Sequence,
                [.. events.Select(one => (one, (DateTimeOffset?)null))],
                "a test"
            )
        )!;
}
