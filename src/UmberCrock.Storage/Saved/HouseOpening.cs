using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Storage.Files;

namespace UmberCrock.Storage.Saved;

/// <summary>What of one kind a saved file would bring.</summary>
/// <param name="What">The kind, in words.</param>
/// <param name="New">Names of what is not here.</param>
/// <param name="Other">Names of what is here and differs.</param>
/// <param name="Same">How many are here just so.</param>
public sealed record OpeningKind(string What, IReadOnlyList<string> New, IReadOnlyList<string> Other, int Same);

/// <summary>What opening a saved file would add and change.</summary>
/// <param name="Kinds">Kind by kind.</param>
/// <param name="LeftOut">What cannot be read and would be left out.</param>
public sealed record OpeningPreview(IReadOnlyList<OpeningKind> Kinds, IReadOnlyList<LeftOut> LeftOut)
{
    /// <summary>True when it would change nothing.</summary>
    public bool IsNothing => Kinds.All(kind => kind.New.Count == 0 && kind.Other.Count == 0);

    /// <summary>True when something is here and differs, so that one of the two must be chosen.</summary>
    public bool Meets => Kinds.Any(kind => kind.Other.Count > 0);
}

/// <summary>Opens a saved file into an empty house or beside what is there. Things are told apart by their keys; the data file is copied
/// before it is changed.</summary>
public sealed partial class HouseOpening(
    IDbContextFactory<CrockContext> contexts,
    Knowledge knowledge,
    DataHouse house,
    PictureFolder pictures
)
{
    private const int Chunk = 100;

    /// <summary>What it would do; nothing is changed.</summary>
    /// <exception cref="DocumentException">It is no saved file, or damaged.</exception>
    public Task<OpeningPreview> PreviewAsync(string zip) => WalkAsync(zip, takesSaved: false, keeps: false);

    /// <summary>Adds what is not here and, where both have it and they differ, keeps what is here or takes the saved one: one
    /// transaction.</summary>
    /// <param name="zip">The saved file.</param>
    /// <param name="takesSaved">True to take the saved one where they differ.</param>
    /// <returns>What was done, and the copy of what stood before.</returns>
    /// <exception cref="DocumentException">It is no saved file, or damaged; nothing was changed.</exception>
    public async Task<(OpeningPreview Done, DataCopy Before)> OpenAsync(string zip, bool takesSaved)
    {
        var before = await house.CopyAsync(CopyReason.Open);
        var done = await WalkAsync(zip, takesSaved, keeps: true);
        await house.ReadAnewAsync();
        return (done, before);
    }

    private async Task<OpeningPreview> WalkAsync(string zip, bool takesSaved, bool keeps)
    {
        using var saved = SavedHouse.Open(zip);
        await using var context = await contexts.CreateDbContextAsync();
        try
        {
            var formulas = await FingerprintsAsync(context);
            var batches = await BatchSumsAsync(context);
            var studies = await StudySumsAsync(context);
            await using var transaction = keeps ? await context.Database.BeginTransactionAsync() : null;
            var kinds = new List<OpeningKind>();
            var ownRows = saved.Own(knowledge.Shipped);
            var catalogue = knowledge.Shipped.With(await OwnAsync(context, ownRows, takesSaved), []);
            kinds.Add(await FormulasAsync(context, saved, formulas, catalogue, takesSaved, keeps));
            var walk = new Walk(context, takesSaved, keeps);
            kinds.AddRange(await RowsAsync(walk, saved, ownRows));
            kinds.Add(await BatchesAsync(walk, saved, batches));
            kinds.Add(await StudiesAsync(walk, saved, studies));
            // Before the rows that name them are kept: a picture too many is tidied away, one too few is lost.
            foreach (var picture in saved.Pictures())
            {
                if (keeps)
                    pictures.Keep(picture);
            }

            if (transaction is not null)
            {
                await context.SaveChangesAsync();
                await transaction.CommitAsync();
            }

            return new OpeningPreview(kinds, saved.LeftOut);
        }
        catch (Exception odd) when (odd is JsonException or InvalidOperationException or KeyNotFoundException or FormatException)
        {
            throw new DocumentException("/", "A part of this file is not what belongs there. Nothing was taken.");
        }
    }

    /// <summary>The kinds of rows that stand in tables of their own.</summary>
    private static async Task<IEnumerable<OpeningKind>> RowsAsync(Walk walk, SavedHouse saved, IReadOnlyList<OwnIngredientRow> ownRows) =>
        [
            Merge(
                walk,
                "Own ingredients",
                await walk.Context.OwnIngredients.ToDictionaryAsync(row => row.Slug),
                ownRows,
                row => row.Slug,
                (one, other) => one.Document == other.Document && one.IsRemoved == other.IsRemoved,
                row => row.Slug[OwnIngredients.Prefix.Length..]
            ),
            Merge(
                walk,
                "Own values",
                await walk.Context.Corrections.ToDictionaryAsync(row => $"{row.Ingredient}/{row.Property}"),
                saved.Values(),
                row => $"{row.Ingredient}/{row.Property}",
                (one, other) => SavedTables.Of(one).SequenceEqual(SavedTables.Of(other)),
                row => $"{row.Ingredient}, {row.Property}"
            ),
            Merge(
                walk,
                "Lots",
                await walk.Context.Lots.IgnoreQueryFilters().ToDictionaryAsync(row => row.Key),
                saved.Lots(),
                row => row.Key,
                (one, other) => SavedTables.Of(one).SequenceEqual(SavedTables.Of(other)),
                row => $"{row.Ingredient}, {row.Code}"
            ),
            Merge(
                walk,
                "Settings",
                await walk.Context.Settings.Where(row => HouseFile.SavedSettings.Contains(row.Name)).ToDictionaryAsync(row => row.Name),
                [
                    .. saved
                        .Settings()
                        .Select(setting => new SettingRow
                        {
                            Name = setting.Key,
                            Document = setting.Value,
                            Version = 1,
                        }),
                ],
                row => row.Name,
                (one, other) => one.Document == other.Document,
                row => row.Name
            ),
        ];

    /// <summary>Adds rows that are not here, counts those that are the same, and keeps or takes where both differ.</summary>
    private static OpeningKind Merge<TRow>(
        Walk walk,
        string what,
        Dictionary<string, TRow> here,
        IReadOnlyList<TRow> there,
        Func<TRow, string> key,
        Func<TRow, TRow, bool> same,
        Func<TRow, string> name
    )
        where TRow : class
    {
        var (added, other, equal) = (new List<string>(), new List<string>(), 0);
        foreach (var row in there.DistinctBy(key))
        {
            if (!here.TryGetValue(key(row), out var present))
            {
                added.Add(name(row));
                if (walk.Keeps)
                    walk.Context.Add(row);
            }
            else if (same(present, row))
            {
                equal++;
            }
            else
            {
                other.Add(name(row));
                if (walk is { Keeps: true, TakesSaved: true })
                    Put(walk.Context, present, row);
            }
        }

        return new OpeningKind(what, added, other, equal);
    }

    /// <summary>One walk through a saved file: where its rows go, whether the saved ones win, and whether anything is kept.</summary>
    private sealed record Walk(CrockContext Context, bool TakesSaved, bool Keeps);

    /// <summary>Puts the saved values into the row that is here; its key and version are its own.</summary>
    private static void Put<TRow>(CrockContext context, TRow present, TRow saved)
        where TRow : class
    {
        var entry = context.Entry(present);
        foreach (var property in entry.Properties.Where(property => !property.Metadata.IsPrimaryKey()))
        {
            property.CurrentValue =
                property.Metadata.Name == nameof(LotRow.Version)
                    ? (long)property.CurrentValue! + 1
                    : property.Metadata.PropertyInfo!.GetValue(saved);
        }
    }

    private static async Task<OpeningKind> FormulasAsync(
        CrockContext context,
        SavedHouse saved,
        Dictionary<string, (long Id, long Version, string Sum)> here,
        Catalogue catalogue,
        bool takesSaved,
        bool keeps
    )
    {
        var (added, other, equal, waiting) = (new List<string>(), new List<string>(), 0, 0);
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (formula, json) in saved.Formulas(catalogue.Herbs))
        {
            var row = formula.Row;
            var present = here.TryGetValue(row.Key, out var known);
            if (present && known.Sum == SumOf(json))
            {
                equal++;
                continue;
            }

            if (!seen.Add(row.Key) || !CanBeShown(formula, catalogue, saved))
                continue;
            (present ? other : added).Add(row.Name);
            if (!keeps || (present && !takesSaved))
                continue;
            if (present)
            {
                await context.Formulas.IgnoreQueryFilters().Where(kept => kept.Id == known.Id).ExecuteDeleteAsync();
                (row.Id, row.Version) = (known.Id, known.Version + 1);
            }

            HerbsOut.Settle(row, formula.Ladders, catalogue.Herbs);
            await AddAsync(context, formula);
            if (++waiting % Chunk == 0)
                context.ChangeTracker.Clear();
        }

        return new OpeningKind("Formulas", added, other, equal);
    }

    private static async Task AddAsync(CrockContext context, SavedFormula formula)
    {
        context.Formulas.Add(formula.Row);
        await context.SaveChangesAsync();
        if (formula.Label is { } label)
        {
            label.FormulaId = formula.Row.Id;
            context.Labels.Add(label);
        }

        foreach (var ladder in formula.Ladders)
        {
            ladder.FormulaId = formula.Row.Id;
            context.Ladders.Add(ladder);
        }

        await context.SaveChangesAsync();
    }

    private static bool CanBeShown(SavedFormula formula, Catalogue catalogue, SavedHouse saved)
    {
        try
        {
            _ = Evaluator.Sweep(FormulaReader.Parse(formula.Row.Document), catalogue, EvaluationSettings.Default);
            return true;
        }
        catch (DocumentException refused)
        {
            saved.Leave(formula.Row.Name, refused.Message);
            return false;
        }
    }

    /// <summary>The own ingredients there would be.</summary>
    private static async Task<IEnumerable<Ingredient>> OwnAsync(
        CrockContext context,
        IReadOnlyList<OwnIngredientRow> saved,
        bool takesSaved
    )
    {
        var rows = (await context.OwnIngredients.AsNoTracking().ToListAsync()).ToDictionary(row => row.Slug, StringComparer.Ordinal);
        foreach (var row in saved.Where(row => takesSaved || !rows.ContainsKey(row.Slug)))
            rows[row.Slug] = row;
        return RowReading
            .Each(rows.Values, row =>
                RowReading.Read(RowKind.OwnIngredient, row.Slug, row.Slug, () => OwnIngredients.ParseStored(row.Document))
            )
            .Read;
    }

    private static async Task<Dictionary<string, (long Id, long Version, string Sum)>> FingerprintsAsync(CrockContext context)
    {
        var sums = new Dictionary<string, (long Id, long Version, string Sum)>(StringComparer.Ordinal);
        await foreach (var (saved, json) in HouseFile.SavedAsync(context, CancellationToken.None))
            sums[saved.Row.Key] = (saved.Row.Id, saved.Row.Version, SumOf(json));
        return sums;
    }

    private static string SumOf(byte[] json) => Convert.ToHexStringLower(SHA256.HashData(json));
}
