using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Hosting;

/// <summary>Fills a data file with what the invented rowing club's maker has: formulas, what was tried of one, labels, the larder,
/// and what was made.</summary>
internal sealed class DemoData(
    FormulaStore formulas,
    Func<TimeProvider, LadderStore> laddersAt,
    LabelStore labels,
    LarderStore larder,
    LotStore lots,
    Func<TimeProvider, BatchStore> batchesAt,
    StudyStore studies,
    PictureFolder pictures,
    TimeProvider clock
)
{
    /// <summary>Lays it into a file that nobody uses yet and that is put in its place when this is done.</summary>
    public static async Task LayAsync(string file, TimeProvider clock)
    {
        var options = new DbContextOptionsBuilder<CrockContext>();
        CrockContext.Configure(options, file, pooling: false);
        var (contexts, knowledge) = (new Factory(options.Options), new Knowledge(Catalogue.Shipped));
        using var larder = new LarderStore(contexts, knowledge, clock);
        await larder.PrepareAsync();
        await new DemoData(
            new FormulaStore(contexts, knowledge, clock),
            then => new LadderStore(contexts, then),
            new LabelStore(contexts, knowledge, clock),
            larder,
            new LotStore(contexts, knowledge, clock),
            then => new BatchStore(contexts, knowledge, then),
            new StudyStore(contexts, knowledge, clock),
            PictureFolder.Beside(file),
            clock
        ).AddAsync();
    }

    private async Task AddAsync()
    {
        var (trials, today) = (DemoTrials.Read(), DateOnly.FromDateTime(clock.GetLocalNow().DateTime));
        // Last to first, so that the shelf, newest on top, shows them in their own order.
        foreach (var formula in DemoFormulas.Read().Reverse())
        {
            if (formula.Name == trials.Formula)
                await AddTriedAsync(formula, trials);
            else
                await formulas.AddAsync(formula);
        }

        foreach (var ladder in trials.Others)
        {
            var middle = (await formulas.FindByNameAsync(ladder.Formula))!;
            await AddLadderAsync(middle.Id, ladder, middle.Formula);
        }

        foreach (var label in DemoLabel.Read(today))
            await labels.KeepAsync((await formulas.FindByNameAsync(label.Formula))!.Id, label.Plan, 0);
        var demo = DemoLarder.Read(today);
        foreach (var lot in demo.Lots)
            await lots.KeepAsync(lot);
        foreach (var correction in demo.Corrections)
            await larder.CorrectAsync(correction.Ingredient, correction.Property, correction.Value);
        await larder.AddAsync(demo.Own, _ => "");
        foreach (var batch in DemoBatch.Read())
            await AddMadeAsync(batch);
        foreach (var study in DemoStudy.Read())
            await AddWatchedAsync(study);
    }

    private async Task AddWatchedAsync(DemoStudy watched)
    {
        var formula = (await formulas.FindByNameAsync(watched.Formula))!;
        var batches = batchesAt(clock);
        var place = (await batches.ListAsync(new BatchQuestion(false, formula.Key, null), 0, 1)).Batches[0];
        var batch = (await batches.FindAsync(place.Id))!;
        var used = await lots.ByKeysAsync([.. batch.Log.State.LotKeys]);
        var request = watched.Request(batch.Log.State.MadeOn);
        var setup = BatchStudy.Of(batch.Log.State, batch.Key, request, used.Values, Catalogue.Shipped, EvaluationSettings.Default);
        await studies.AddAsync(watched.Log(setup, clock.GetLocalNow(), Catalogue.Shipped.Rules, seen => pictures.Keep(DemoJar.Draw(seen))));
    }

    private async Task AddMadeAsync(DemoBatch made)
    {
        var kept = (await formulas.FindByNameAsync(made.Formula))!;
        var kind = Workshop.Default.Containers.First(one => one.Name == made.Container);
        var request = new BatchRequest(
            null,
            kept.Key,
            made.BatchGrams,
            [new(kind.Name, kind.Millilitres, made.Count, kind.FillPercent, kind.Material, kind.Price)],
            0m,
            Workshop.Default.ScaleStepGrams,
            (double)made.Room
        );
        var now = clock.GetLocalNow();
        var plan = BatchPlanner.Of(kept.Formula, request, "", Catalogue.Shipped, EvaluationSettings.Default);
        var start = made.StartedAt(now, plan);
        var begun = await batchesAt(new Then(start)).StartAsync(kept.Formula, request, "this computer");
        await batchesAt(clock).AppendAsync(begun.Id, begun.Log.Sequence, made.Events(begun.Log.State.Plan, start), "this computer");
    }

    /// <summary>A clock that stands at a moment.</summary>
    private sealed class Then(DateTimeOffset moment) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => moment.ToUniversalTime();
    }

    private async Task AddTriedAsync(Formula formula, DemoTrials trials)
    {
        var id = await formulas.AddAsync(trials.Revisions[0].Of(formula));
        foreach (var revision in trials.Revisions)
            await formulas.ChangeAndKeepAsync(id, (await formulas.VersionAsync(id))!.Value, _ => revision.Of(formula), revision.Name);
        await AddLadderAsync(id, trials.Ladder, formula);
    }

    private async Task AddLadderAsync(long id, DemoLadder made, Formula middle)
    {
        var (plan, ladders) = (made.Around(middle), laddersAt(new Then(clock.GetLocalNow().AddDays(-made.DaysAgo))));
        await ladders.ObserveAsync(await ladders.AddAsync(id, plan), 0, plan.Observations);
    }

    private sealed class Factory(DbContextOptions<CrockContext> options) : IDbContextFactory<CrockContext>
    {
        public CrockContext CreateDbContext() => new(options);
    }
}
