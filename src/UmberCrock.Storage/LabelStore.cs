using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Json;
using UmberCrock.Core.Labels;

namespace UmberCrock.Storage;

/// <summary>Keeps what the maker chose for the label of each formula.</summary>
public sealed class LabelStore(IDbContextFactory<CrockContext> contexts)
{
    /// <summary>The choices for a formula; the usual ones where none were made.</summary>
    public async Task<LabelPlan> FindAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Labels.FindAsync(formulaId) is { } row ? LabelPlan.Parse(row.Document) : new LabelPlan();
    }

    /// <summary>Keeps the choices for a formula.</summary>
    /// <exception cref="DocumentException">They do not hold together, or there is no such formula; nothing was kept.</exception>
    public async Task KeepAsync(long formulaId, LabelPlan plan)
    {
        if (plan.Problems().ToList() is { Count: > 0 } problems)
            throw new DocumentException(problems);
        await using var context = await contexts.CreateDbContextAsync();
        if (!await context.Formulas.AnyAsync(formula => formula.Id == formulaId))
            throw new DocumentException("/id", "This formula is no longer there.");
        if (await context.Labels.FindAsync(formulaId) is { } row)
            row.Document = plan.ToText();
        else
            context.Labels.Add(new LabelRow { FormulaId = formulaId, Document = plan.ToText() });
        await context.SaveChangesAsync();
    }
}
