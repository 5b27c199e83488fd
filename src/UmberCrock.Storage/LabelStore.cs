using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;

namespace UmberCrock.Storage;

/// <summary>The choices for a label as they are kept.</summary>
/// <param name="Plan">The choices; the usual ones where none were made or they cannot be read.</param>
/// <param name="Version">Grows with every change; 0 where none were made.</param>
/// <param name="Odd">Why those that are kept cannot be read; null when they can.</param>
public sealed record KeptLabel(LabelPlan Plan, long Version, UnreadableRow? Odd);

/// <summary>Keeps what the maker chose for the label of each formula.</summary>
public sealed class LabelStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock)
{
    private const string What = "This label";

    /// <summary>The choices for a formula; the usual ones where none were made.</summary>
    public async Task<KeptLabel> FindAsync(long formulaId)
    {
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Labels.FindAsync(formulaId) is not { } row)
            return new KeptLabel(new LabelPlan(), 0, null);
        try
        {
            return new KeptLabel(Read(row), row.Version, null);
        }
        catch (UnreadableRowException refused)
        {
            return new KeptLabel(new LabelPlan(), row.Version, refused.Row);
        }
    }

    /// <summary>The choices for the formula of a key; the usual ones where it is gone or none were made.</summary>
    /// <param name="formulaKey">Key of the formula; null where there is none.</param>
    public async Task<LabelPlan> OfFormulaAsync(string? formulaKey)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var id = await context.Formulas.Where(row => row.Key == formulaKey).Select(row => (long?)row.Id).FirstOrDefaultAsync();
        return id is { } formula ? (await FindAsync(formula)).Plan : new LabelPlan();
    }

    /// <summary>The choices a row keeps.</summary>
    /// <exception cref="UnreadableRowException">They cannot be read, or do not hold together.</exception>
    internal static LabelPlan Read(LabelRow row) =>
        RowReading.Read(
            RowKind.Label,
            row.FormulaId.ToString(System.Globalization.CultureInfo.InvariantCulture),
            "The choices for this label",
            () => Sound(LabelPlan.Parse(row.Document))
        );

    /// <summary>Keeps the choices for a formula and, where it is given, a change of the formula itself, in one transaction.</summary>
    /// <param name="formulaId">The formula.</param>
    /// <param name="plan">The choices.</param>
    /// <param name="version">The version of the choices the caller read.</param>
    /// <param name="change">What is said of the formula on the label; null to leave it.</param>
    /// <param name="formulaVersion">The version of the formula the caller read; matters only with a change.</param>
    /// <returns>The versions as they then stand.</returns>
    /// <exception cref="StaleException">Either is no longer the version the caller read; nothing was kept.</exception>
    /// <exception cref="DocumentException">They do not hold together, or there is no such formula; nothing was kept.</exception>
    public async Task<(long Label, long Formula)> KeepAsync(
        long formulaId,
        LabelPlan plan,
        long version,
        Func<Formula, Formula>? change = null,
        long formulaVersion = 0
    )
    {
        _ = Sound(LabelPlan.Parse(plan.ToText()));
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        var formula = await context.Formulas.FirstOrDefaultAsync(row => row.Id == formulaId)
            ?? throw new DocumentException("/id", "This formula is no longer there.");
        var row = await context.Labels.FindAsync(formulaId);
        if ((row?.Version ?? 0) != version || (change is not null && formula.Version != formulaVersion))
            throw new StaleException(What);
        var text = plan.ToText();
        if (row is null)
            context.Labels.Add(
                row = new LabelRow
                {
                    FormulaId = formulaId,
                    Document = text,
                    Version = 1,
                }
            );
        else if (row.Document != text)
            (row.Document, row.Version) = (text, row.Version + 1);
        if (change is not null && await FormulaRows.RecordAsync(context, formula, change(FormulaReader.Parse(formula.Document)), knowledge))
        {
            formula.Version++;
            formula.ChangedAt = clock.GetUtcNow().ToUnixTimeMilliseconds();
        }

        await Stale.SaveAsync(context, What);
        await transaction.CommitAsync();
        return (row.Version, formula.Version);
    }

    private static LabelPlan Sound(LabelPlan plan) =>
        plan.Problems().ToList() is { Count: > 0 } problems ? throw new DocumentException(problems) : plan;
}
