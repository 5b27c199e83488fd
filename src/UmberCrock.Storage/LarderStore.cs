using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Storage;

/// <summary>A formula that holds an ingredient.</summary>
public sealed record IngredientUse(long FormulaId, string Name, ProductForm Form, decimal Percent);

/// <summary>Keeps the maker's own ingredients and values, and finds ingredients by name. Every change is one transaction.</summary>
public sealed class LarderStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock) : IDisposable
{
    private const string What = "This ingredient";
    private static readonly Formula Probe = new()
    {
        Name = "probe",
        Form = ProductForm.Balm,
        Phases = [new("A", "", Stage.Melt)],
    };
    private readonly SemaphoreSlim turn = new(1);
    private ImmutableHashSet<string> removed = [];
    private ImmutableDictionary<string, long> versions = ImmutableDictionary<string, long>.Empty;

    /// <summary>Own ingredients and values that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>The version a form must name to change an own ingredient; 0 for one that is not there.</summary>
    public long VersionOf(string slug) => versions.GetValueOrDefault(slug);

    /// <summary>Grows with every change of an own value of an ingredient.</summary>
    public long VersionsOfValues(string ingredient) => IngredientProperty.All.Sum(property => VersionOf(ingredient, property.Name));

    /// <summary>The version a form must name to change an own value; 0 where none is set.</summary>
    public long VersionOf(string ingredient, string property) => versions.GetValueOrDefault($"{ingredient}/{property}");

    /// <summary>The ingredients the larder shows: all but own ones that were taken out.</summary>
    public IEnumerable<Ingredient> Present => knowledge.Catalogue.Ingredients.Where(ingredient => !removed.Contains(ingredient.Slug));

    /// <inheritdoc/>
    public void Dispose() => turn.Dispose();

    /// <summary>Reads what is kept, and fills the index of names. Called at start, and when another file took the place of this
    /// one.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        await RefreshAsync(context, transaction, []);
    }

    /// <summary>Finds present ingredients by any name, best first; all of them, by name, for an empty query.</summary>
    public async Task<IReadOnlyList<Ingredient>> SearchAsync(string? query)
    {
        if (string.IsNullOrWhiteSpace(query))
            return [.. Present];
        await using var context = await contexts.CreateDbContextAsync();
        if (await IngredientIndex.CandidatesAsync(context, query) is { Count: > 0 } candidates)
        {
            var found = IngredientSearch.Rank(
                candidates.Select(knowledge.Catalogue.Find).OfType<Ingredient>().Where(ingredient => !removed.Contains(ingredient.Slug)),
                query
            );
            if (found.Count > 0)
                return found;
        }

        // Too short for the index, or a slip in a short word that left no trigram whole.
        return IngredientSearch.Rank(Present, query);
    }

    /// <summary>Adds own ingredients, all or none.</summary>
    /// <param name="ingredients">What is added.</param>
    /// <param name="pointerOf">Where an entry stands in what the maker gave, for messages.</param>
    /// <exception cref="DocumentException">A name or slug is there already; the pointer names the entry.</exception>
    public Task AddAsync(IReadOnlyList<Ingredient> ingredients, Func<int, string> pointerOf) =>
        ChangeAsync(context =>
        {
            var slugs = knowledge
                .Catalogue.Ingredients.Select(ingredient => ingredient.Slug)
                .Concat(Odd.Where(row => row.Kind == RowKind.OwnIngredient).Select(row => row.Key))
                .ToHashSet(StringComparer.Ordinal);
            var names = Present.Select(ingredient => IngredientSearch.Fold(ingredient.Name)).ToHashSet(StringComparer.Ordinal);
            var problems = new List<DocumentProblem>();
            foreach (var (ingredient, at) in ingredients.Select((ingredient, at) => (ingredient, at)))
            {
                if (!names.Add(IngredientSearch.Fold(ingredient.Name)))
                    problems.Add(
                        new DocumentProblem(
                            $"{pointerOf(at)}/name",
                            $"\"{ingredient.Name}\" is there already. Give it another name, or correct the one that is there."
                        )
                    );
                else if (!slugs.Add(ingredient.Slug))
                    problems.Add(
                        new DocumentProblem($"{pointerOf(at)}/slug", $"\"{ingredient.Slug}\" is taken, perhaps by one in the bin.")
                    );
                else
                    context.OwnIngredients.Add(
                        new OwnIngredientRow
                        {
                            Slug = ingredient.Slug,
                            Document = TextOf(ingredient),
                            ChangedAt = Stale.After(0, clock),
                        }
                    );
            }

            return problems.Count == 0
                ? Task.FromResult(ingredients.Select(ingredient => ingredient.Slug))
                : throw new DocumentException(problems);
        });

    /// <summary>Changes an own ingredient.</summary>
    /// <exception cref="StaleException">Another window has changed it since the caller read it.</exception>
    /// <exception cref="DocumentException">There is no such own ingredient, or another one has its name.</exception>
    public Task UpdateAsync(Ingredient ingredient, long version) =>
        ChangeAsync(async context =>
        {
            if (
                Present.Any(other =>
                    other.Slug != ingredient.Slug && IngredientSearch.Fold(other.Name) == IngredientSearch.Fold(ingredient.Name)
                )
            )
                throw new DocumentException("/name", $"\"{ingredient.Name}\" is there already. Give it another name.");
            var row = await OwnAsync(context, ingredient.Slug, version);
            row.Document = TextOf(ingredient);
            row.ChangedAt = Stale.After(row.ChangedAt, clock);
            return [ingredient.Slug];
        });

    /// <summary>
    /// Puts an own ingredient into the bin. Formulas that hold it get the replacement, each as a step that can be undone; histories
    /// still know it.
    /// </summary>
    /// <returns>How many formulas were changed.</returns>
    /// <exception cref="StaleException">Another window has changed it since the caller read it.</exception>
    /// <exception cref="DocumentException">It is in use and no replacement was named, or the replacement is not in the larder.</exception>
    public async Task<int> RemoveAsync(string slug, string? replacement, long version)
    {
        var changed = 0;
        await ChangeAsync(async context =>
        {
            var row = await OwnAsync(context, slug, version);
            var uses = await UsesAsync(context, slug);
            if (
                uses.Count > 0
                && (string.IsNullOrEmpty(replacement) || replacement == slug || Present.All(ingredient => ingredient.Slug != replacement))
            )
                throw new DocumentException(
                    "/replacement",
                    $"{uses.Count} formula{(uses.Count == 1 ? " holds" : "s hold")} it "
                        + $"({string.Join(", ", uses.Take(3).Select(use => use.Name))}). Say what should stand in its place."
                );
            row.IsRemoved = true;
            row.ChangedAt = Stale.After(row.ChangedAt, clock);
            var ids = uses.Select(use => use.FormulaId).ToList();
            foreach (var holder in await context.Formulas.Where(formula => ids.Contains(formula.Id)).ToListAsync())
            {
                var formula = FormulaReader.Parse(holder.Document);
                var edits = Enumerable
                    .Range(0, formula.Lines.Length)
                    .Where(line => formula.Lines[line].Ingredient == slug)
                    .Select(line => new ReplaceIngredient(line, replacement!));
                await FormulaRows.RecordAsync(context, holder, FormulaEdit.ApplyAll(formula, edits, knowledge.Catalogue.Herbs), knowledge);
                holder.Version++;
                holder.ChangedAt = Stale.After(0, clock);
            }

            changed = uses.Count;
            return [];
        });
        return changed;
    }

    /// <summary>Takes an own ingredient out of the bin; false when it is not there.</summary>
    /// <exception cref="DocumentException">Another one has its name by now.</exception>
    public async Task<bool> BringBackAsync(string slug)
    {
        var found = false;
        await ChangeAsync(async context =>
        {
            if (await context.OwnIngredients.FindAsync(slug) is not { IsRemoved: true } row)
                return [];
            var name = knowledge.Catalogue.Find(slug)?.Name ?? slug;
            if (Present.Any(other => IngredientSearch.Fold(other.Name) == IngredientSearch.Fold(name)))
                throw new DocumentException("/name", $"\"{name}\" is in the larder by now. Give that one another name first.");
            (row.IsRemoved, row.ChangedAt, found) = (false, Stale.After(row.ChangedAt, clock), true);
            return [slug];
        });
        return found;
    }

    /// <summary>Sets the maker's own value of a property, or gives the catalogue's back for null.</summary>
    /// <param name="slug">The ingredient.</param>
    /// <param name="property">Name of the property.</param>
    /// <param name="value">The value; null to take the own one away.</param>
    /// <param name="version">The version the caller read, as <see cref="VersionOf(string, string)"/> says; null not to ask.</param>
    /// <exception cref="StaleException">Another window has set it since the caller read it.</exception>
    /// <exception cref="DocumentException">There is no such ingredient or property, or the value does not hold together.</exception>
    public Task CorrectAsync(string slug, string property, Quantity? value, long? version = null) =>
        ChangeAsync(async context =>
        {
            if (knowledge.Catalogue.Find(slug) is null)
                throw new DocumentException("/ingredient", $"\"{slug}\" is not in the larder.");
            var known = IngredientProperty.Find(property) ?? throw new DocumentException("/property", $"\"{property}\" is not a property.");
            if (value is not null && IngredientChecks.OfValue(known, value, $"/{property}").ToList() is { Count: > 0 } problems)
                throw new DocumentException(problems);
            var row = await context.Corrections.FindAsync(slug, property);
            if (version is not null && (row?.ChangedAt ?? 0) != version)
                throw new StaleException("This value");
            if (value is null)
            {
                if (row is not null)
                    context.Corrections.Remove(row);
                return [];
            }

            if (row is null)
                context.Corrections.Add(
                    row = new CorrectionRow
                    {
                        Ingredient = slug,
                        Property = property,
                        Unit = "",
                        Source = "",
                    }
                );
            (row.Value, row.Low, row.High, row.Unit, row.Source, row.Confidence) = (
                value.Value,
                value.Low,
                value.High,
                value.Unit,
                PlainText.OneLine(value.Source),
                value.Confidence
            );
            row.ChangedAt = Stale.After(row.ChangedAt, clock);
            return [slug];
        });

    /// <summary>The formulas that hold an ingredient, most of it first; what cannot be read counts for nothing.</summary>
    public async Task<IReadOnlyList<IngredientUse>> UsesAsync(string slug)
    {
        await using var context = await contexts.CreateDbContextAsync();
        return await UsesAsync(context, slug);
    }

    private static async Task<IReadOnlyList<IngredientUse>> UsesAsync(CrockContext context, string slug)
    {
        var rows = await context
            .FormulaIngredients.Where(held => held.Ingredient == slug)
            .Join(
                context.Formulas,
                held => held.FormulaId,
                formula => formula.Id,
                (held, formula) =>
                    new
                    {
                        formula.Id,
                        formula.Name,
                        formula.Form,
                        held.Percent,
                    }
            )
            .ToListAsync();
        return
        [
            .. rows.SelectMany(row =>
                    Vocabulary.TryParse<ProductForm>(row.Form, out var form)
                        ? new[] { new IngredientUse(row.Id, row.Name, form, row.Percent) }
                        : []
                )
                .OrderByDescending(use => use.Percent)
                .ThenBy(use => use.Name, StringComparer.Ordinal),
        ];
    }

    private static string TextOf(Ingredient ingredient) => OwnIngredients.Write(ingredient).ToJsonString(ContractJson.Options);

    private static async Task<OwnIngredientRow> OwnAsync(CrockContext context, string slug, long version)
    {
        var row = await context.OwnIngredients.FindAsync(slug)
            ?? throw new DocumentException("/slug", $"\"{slug}\" is not an ingredient of your own.");
        return row.ChangedAt == version ? row : throw new StaleException(What);
    }

    /// <summary>One change at a time, so that the snapshot that stands is that of the last one. The change names the ingredients whose
    /// evaluation is tried before it is committed.</summary>
    private async Task ChangeAsync(Func<CrockContext, Task<IEnumerable<string>>> change)
    {
        await turn.WaitAsync();
        try
        {
            await using var context = await contexts.CreateDbContextAsync();
            await using var transaction = await context.Database.BeginTransactionAsync();
            var changed = await change(context);
            await Stale.SaveAsync(context, What);
            await RefreshAsync(context, transaction, [.. changed]);
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Puts what is now kept in the place of the old snapshot, once it is on the disk.</summary>
    private async Task RefreshAsync(CrockContext context, IDbContextTransaction transaction, IReadOnlyList<string> changed)
    {
        var own = await context.OwnIngredients.AsNoTracking().OrderBy(row => row.Slug).ToListAsync();
        var values = context.Corrections.AsNoTracking().OrderBy(row => row.Ingredient).ThenBy(row => row.Property);
        var (rows, torn) = await RowReading.ColumnsAsync(values, values.Select(row => row.Ingredient + "/" + row.Property), RowKind.Value);
        var (ingredients, oddOnes) = RowReading.Each(own, row =>
            RowReading.Read(RowKind.OwnIngredient, row.Slug, row.Slug, () => Named(OwnIngredients.ParseStored(row.Document), row.Slug))
        );
        var withOwn = knowledge.Shipped.With(ingredients, []);
        var (corrections, oddValues) = RowReading.Each(rows, row => CorrectionOf(row, withOwn));
        var catalogue = knowledge.Shipped.With(ingredients, corrections);
        foreach (var slug in changed)
            _ = Evaluator.Evaluate(
                Probe with
                {
                    Lines = [new FormulaLine("A", slug, 50m), new FormulaLine("A", "castor-oil", null)],
                },
                catalogue,
                knowledge.Settings
            );
        await IngredientIndex.FillAsync(context, catalogue.Ingredients);
        await transaction.CommitAsync();
        removed = [.. own.Where(row => row.IsRemoved).Select(row => row.Slug)];
        versions = own.Select(row => (Key: row.Slug, row.ChangedAt))
            .Concat(rows.Select(row => (Key: $"{row.Ingredient}/{row.Property}", row.ChangedAt)))
            .ToImmutableDictionary(row => row.Key, row => row.ChangedAt, StringComparer.Ordinal);
        Odd = [.. oddOnes, .. torn, .. oddValues];
        knowledge.Catalogue = catalogue;
    }

    private static Ingredient Named(Ingredient ingredient, string slug) =>
        ingredient.Slug == slug && OwnIngredients.IsOwn(slug)
            ? ingredient
            : throw new DocumentException("/slug", $"says \"{ingredient.Slug}\", but it is kept as \"{slug}\".");

    private static Correction CorrectionOf(CorrectionRow row, Catalogue catalogue) =>
        RowReading.Read(
            RowKind.Value,
            $"{row.Ingredient}/{row.Property}",
            $"{catalogue.Find(row.Ingredient)?.Name ?? row.Ingredient}, your own {row.Property}",
            () =>
            {
                if (catalogue.Find(row.Ingredient) is null)
                    throw new DocumentException("/ingredient", $"\"{row.Ingredient}\" is not in the larder.");
                var property = IngredientProperty.Find(row.Property)
                    ?? throw new DocumentException("/property", $"\"{row.Property}\" is not a property.");
                if (!Enum.IsDefined(row.Confidence))
                    throw new DocumentException("/confidence", "is a word that is not known here.");
                var value = new Quantity(row.Value, row.Low, row.High, row.Unit, row.Source, row.Confidence);
                return IngredientChecks.OfValue(property, value, $"/{row.Property}").ToList() is { Count: > 0 } problems
                    ? throw new DocumentException(problems)
                    : new Correction(row.Ingredient, row.Property, value);
            }
        );
}
