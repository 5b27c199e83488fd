using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Json;
using UmberCrock.Core.Making;

namespace UmberCrock.Storage;

/// <summary>Keeps the maker's choices: those that change results, and what stands on the table.</summary>
public sealed class SettingStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge)
{
    private const string Schools = "evaluation";
    private const string Table = "workshop";

    /// <summary>Reads what is kept. Called once at start.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        if (await context.Settings.FindAsync(Schools) is { } schools)
            knowledge.Settings = EvaluationSettings.Parse(schools.Document);
        if (await context.Settings.FindAsync(Table) is { } table)
            knowledge.Workshop = Workshop.Parse(table.Document);
    }

    /// <summary>Keeps both in one transaction.</summary>
    /// <exception cref="DocumentException">The workshop does not hold together; nothing was kept.</exception>
    public async Task KeepAsync(EvaluationSettings settings, Workshop workshop)
    {
        if (workshop.Problems().ToList() is { Count: > 0 } problems)
            throw new DocumentException(problems);
        await using var context = await contexts.CreateDbContextAsync();
        foreach (var (name, document) in new[] { (Schools, settings.ToText()), (Table, workshop.ToText()) })
        {
            if (await context.Settings.FindAsync(name) is { } kept)
                kept.Document = document;
            else
                context.Settings.Add(new SettingRow { Name = name, Document = document });
        }

        await context.SaveChangesAsync();
        (knowledge.Settings, knowledge.Workshop) = (settings, workshop);
    }
}
