using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Settings;

namespace UmberCrock.Storage;

/// <summary>Keeps the maker's choices: those that change results, what stands on the table, and where copies go.</summary>
public sealed class SettingStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge)
{
    /// <summary>Name of the row of the choices that change results.</summary>
    internal const string Schools = "evaluation";

    /// <summary>Name of the row of what stands on the table.</summary>
    internal const string Table = "workshop";

    /// <summary>Name of the row of where copies go.</summary>
    internal const string CopiesPlace = "copies";

    private const string What = "What stands in Settings";

    /// <summary>Rows that cannot be read; the usual choices stand in their place.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>Where copies go; empty for the usual place.</summary>
    public string CopiesFolder { get; private set; } = "";

    /// <summary>Reads what is kept. Called at start, and when another file took the place of this one.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        var odd = new List<UnreadableRow>();
        knowledge.Settings = Read(
            await context.Settings.FindAsync(Schools),
            "The choices where practitioners disagree",
            EvaluationSettings.Parse,
            SoundSettings,
            EvaluationSettings.Default
        );
        knowledge.Workshop = Read(
            await context.Settings.FindAsync(Table),
            "What stands on the table",
            Workshop.Parse,
            Sound,
            Workshop.Default
        );
        CopiesFolder = Read(
            await context.Settings.FindAsync(CopiesPlace),
            "Where copies go",
            text => System.Text.Json.JsonSerializer.Deserialize<string>(text) ?? "",
            text => text,
            ""
        );
        Odd = odd;

        T Read<T>(SettingRow? row, string name, Func<string, T> parse, Func<T, T> sound, T otherwise)
        {
            try
            {
                return row is null ? otherwise : RowReading.Read(RowKind.Setting, row.Name, name, () => sound(parse(row.Document)));
            }
            catch (UnreadableRowException refused)
            {
                odd.Add(refused.Row);
                return otherwise;
            }
        }
    }

    /// <summary>The version a form must name to change them.</summary>
    public async Task<long> VersionAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await context.Settings.Where(row => row.Name == Schools || row.Name == Table).SumAsync(row => row.Version);
    }

    /// <summary>Keeps both in one transaction.</summary>
    /// <exception cref="StaleException">Another window has kept others since the caller read them.</exception>
    /// <exception cref="DocumentException">They do not hold together; nothing was kept.</exception>
    public async Task KeepAsync(EvaluationSettings settings, Workshop workshop, long version)
    {
        _ = SoundSettings(EvaluationSettings.Parse(settings.ToText()));
        _ = Sound(Workshop.Parse(workshop.ToText()));
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        if (await context.Settings.Where(row => row.Name == Schools || row.Name == Table).SumAsync(row => row.Version) != version)
            throw new StaleException(What);
        await PutAsync(context, Schools, settings.ToText());
        await PutAsync(context, Table, workshop.ToText());
        await Stale.SaveAsync(context, What);
        await transaction.CommitAsync();
        (knowledge.Settings, knowledge.Workshop) = (settings, workshop);
        Odd = [.. Odd.Where(row => row.Key == CopiesPlace)];
    }

    /// <summary>Keeps where copies go; empty for the usual place.</summary>
    public async Task KeepCopiesFolderAsync(string folder)
    {
        await using var context = await contexts.CreateDbContextAsync();
        await PutAsync(context, CopiesPlace, System.Text.Json.JsonSerializer.Serialize(folder));
        await Stale.SaveAsync(context, What);
        CopiesFolder = folder;
    }

    /// <summary>Settings that hold together.</summary>
    /// <exception cref="DocumentException">They do not.</exception>
    internal static EvaluationSettings SoundSettings(EvaluationSettings settings) =>
        settings.Problems().ToList() is { Count: > 0 } problems ? throw new DocumentException(problems) : settings;

    /// <summary>A table that holds together.</summary>
    /// <exception cref="DocumentException">It does not.</exception>
    internal static Workshop Sound(Workshop workshop) =>
        workshop.Problems().ToList() is { Count: > 0 } problems ? throw new DocumentException(problems) : workshop;

    private static async Task PutAsync(CrockContext context, string name, string document)
    {
        if (await context.Settings.FindAsync(name) is not { } kept)
            context.Settings.Add(
                new SettingRow
                {
                    Name = name,
                    Document = document,
                    Version = 1,
                }
            );
        else
            (kept.Document, kept.Version) = (document, kept.Version + 1);
    }
}
