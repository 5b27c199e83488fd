using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Labels;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;

namespace UmberCrock.Web.Hosting;

/// <summary>Fills an empty data folder with what the invented rowing club's maker has: formulas, what was tried of one, labels, and the larder.</summary>
internal sealed class DemoData(FormulaStore formulas, RevisionStore revisions, LadderStore ladders, LabelStore labels, LarderStore larder, LotStore lots, TimeProvider clock)
{
    /// <summary>Adds all of it.</summary>
    public async Task AddAsync()
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

        foreach (var label in DemoLabel.Read(today))
            await labels.KeepAsync((await formulas.FindByNameAsync(label.Formula))!.Id, label.Plan);
        var demo = DemoLarder.Read(today);
        foreach (var lot in demo.Lots)
            await lots.KeepAsync(lot);
        foreach (var correction in demo.Corrections)
            await larder.CorrectAsync(correction.Ingredient, correction.Property, correction.Value);
        await larder.AddAsync(demo.Own, _ => "");
    }

    private async Task AddTriedAsync(Formula formula, DemoTrials trials)
    {
        var id = await formulas.AddAsync(trials.Revisions[0].Of(formula));
        foreach (var revision in trials.Revisions)
        {
            var changed = await formulas.ChangeAsync(id, (await formulas.FindAsync(id))!.Version, _ => revision.Of(formula));
            var kept = await formulas.KeepRevisionAsync(id, changed!.Version);
            await revisions.NameAsync(id, kept!.Revision, revision.Name);
        }

        var plan = trials.Ladder.Around(formula);
        var ladder = await ladders.AddAsync(id, plan);
        foreach (var found in plan.Observations)
            await ladders.ObserveAsync(ladder, found);
    }
}
