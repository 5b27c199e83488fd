using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;

namespace UmberCrock.Storage;

/// <summary>A formula that holds an ingredient.</summary>
public sealed record IngredientUse(long FormulaId, string Name, ProductForm Form, decimal Percent);

/// <summary>Keeps the maker's own ingredients and values, and finds ingredients by name. Every change is one transaction.</summary>
public sealed class LarderStore(IDbContextFactory<CrockContext> contexts, Knowledge knowledge, TimeProvider clock) : IDisposable
{
    private readonly SemaphoreSlim turn = new(1);
    private ImmutableHashSet<string> removed = [];

    /// <summary>The ingredients the larder shows: all but own ones that were taken out.</summary>
    public IEnumerable<Ingredient> Present => knowledge.Catalogue.Ingredients.Where(ingredient => !removed.Contains(ingredient.Slug));

    /// <inheritdoc/>
    public void Dispose() => turn.Dispose();

    /// <summary>Reads what is kept, and fills the index of names. Called once at start.</summary>
    public async Task PrepareAsync()
    {
        await using var context = await contexts.CreateDbContextAsync();
        await using var transaction = await context.Database.BeginTransactionAsync();
        await RefreshAsync(context, transaction);
    }

    /// <summary>Finds present ingredients by any name, best first; all of them, by name, for an empty query.</summary>
    public async Task<IReadOnlyList<Ingredient>> SearchAsync(string? query)
    {
        if (string.IsNullOrWhiteSpace(query))
            return [.. Present];
        await using var context = await contexts.CreateDbContextAsync();
        if (await IngredientIndex.CandidatesAsync(context, query) is { Count: > 0 } candidates)
        {
            var found = IngredientSearch.Rank(candidates.Select(knowledge.Catalogue.Find).OfType<Ingredient>().Where(ingredient => !removed.Contains(ingredient.Slug)), query);
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
    public Task AddAsync(IReadOnlyList<Ingredient> ingredients, Func<int, string> pointerOf)
        => ChangeAsync(context =>
        {
            var slugs = knowledge.Catalogue.Ingredients.Select(ingredient => ingredient.Slug).ToHashSet(StringComparer.Ordinal);
            var names = Present.Select(ingredient => IngredientSearch.Fold(ingredient.Name)).ToHashSet(StringComparer.Ordinal);
            var problems = new List<DocumentProblem>();
            foreach (var (ingredient, at) in ingredients.Select((ingredient, at) => (ingredient, at)))
            {
                if (!names.Add(IngredientSearch.Fold(ingredient.Name)))
                    problems.Add(new DocumentProblem($"{pointerOf(at)}/name", $"\"{ingredient.Name}\" is there already. Give it another name, or correct the one that is there."));
                else if (!slugs.Add(ingredient.Slug))
                    problems.Add(new DocumentProblem($"{pointerOf(at)}/slug", $"\"{ingredient.Slug}\" is taken."));
                else
                    context.OwnIngredients.Add(new OwnIngredientRow { Slug = ingredient.Slug, Document = OwnIngredients.Write(ingredient).ToJsonString(ContractJson.Options), ChangedAt = Now() });
            }

            return problems.Count == 0 ? Task.CompletedTask : throw new DocumentException(problems);
        });

    /// <summary>Changes an own ingredient.</summary>
    /// <exception cref="DocumentException">There is no such own ingredient, or another one has its name.</exception>
    public Task UpdateAsync(Ingredient ingredient)
        => ChangeAsync(async context =>
        {
            if (Present.Any(other => other.Slug != ingredient.Slug && IngredientSearch.Fold(other.Name) == IngredientSearch.Fold(ingredient.Name)))
                throw new DocumentException("/name", $"\"{ingredient.Name}\" is there already. Give it another name.");
            var row = await OwnAsync(context, ingredient.Slug);
            row.Document = OwnIngredients.Write(ingredient).ToJsonString(ContractJson.Options);
            row.ChangedAt = Now();
        });

    /// <summary>
    /// Takes an own ingredient out of the larder. Formulas that hold it get the replacement, each as a step that can be undone; histories
    /// still know it.
    /// </summary>
    /// <returns>How many formulas were changed.</returns>
    /// <exception cref="DocumentException">It is in use and no replacement was named, or the replacement is not in the larder.</exception>
    public async Task<int> RemoveAsync(string slug, string? replacement)
    {
        var uses = await UsesAsync(slug);
        if (uses.Count > 0 && (string.IsNullOrEmpty(replacement) || replacement == slug || Present.All(ingredient => ingredient.Slug != replacement)))
            throw new DocumentException("/replacement", $"{uses.Count} formula{(uses.Count == 1 ? " holds" : "s hold")} it ({string.Join(", ", uses.Take(3).Select(use => use.Name))}). Say what should stand in its place.");
        await ChangeAsync(async context =>
        {
            (await OwnAsync(context, slug)).IsRemoved = true;
            foreach (var use in uses)
            {
                var row = (await context.Formulas.FindAsync(use.FormulaId))!;
                var formula = FormulaReader.Parse(row.Document);
                var edits = Enumerable.Range(0, formula.Lines.Length).Where(line => formula.Lines[line].Ingredient == slug).Select(line => new ReplaceIngredient(line, replacement!));
                await FormulaStore.RecordAsync(context, row, FormulaEdit.ApplyAll(formula, edits));
                row.Version++;
                row.ChangedAt = Now();
            }
        });
        return uses.Count;
    }

    /// <summary>Sets the maker's own value of a property, or gives the catalogue's back for null.</summary>
    /// <exception cref="DocumentException">There is no such ingredient or property, or the value does not hold together.</exception>
    public Task CorrectAsync(string slug, string property, Quantity? value)
        => ChangeAsync(async context =>
        {
            if (knowledge.Catalogue.Find(slug) is null)
                throw new DocumentException("/ingredient", $"\"{slug}\" is not in the larder.");
            var known = IngredientProperty.Find(property) ?? throw new DocumentException("/property", $"\"{property}\" is not a property.");
            if (value is not null && IngredientChecks.OfValue(known, value, $"/{property}").ToList() is { Count: > 0 } problems)
                throw new DocumentException(problems);
            if (await context.Corrections.FindAsync(slug, property) is { } before)
                context.Corrections.Remove(before);
            if (value is not null)
            {
                await context.SaveChangesAsync();
                context.Corrections.Add(new CorrectionRow
                {
                    Ingredient = slug,
                    Property = property,
                    Value = value.Value,
                    Low = value.Low,
                    High = value.High,
                    Unit = value.Unit,
                    Source = value.Source,
                    Confidence = value.Confidence,
                    ChangedAt = Now(),
                });
            }
        });

    /// <summary>The formulas that hold an ingredient, most of it first.</summary>
    public async Task<IReadOnlyList<IngredientUse>> UsesAsync(string slug)
    {
        await using var context = await contexts.CreateDbContextAsync();
        var mention = $"%\"ingredient\":\"{slug}\"%";
        var rows = await context.Formulas.AsNoTracking().Where(row => EF.Functions.Like(row.Document, mention)).Select(row => new { row.Id, row.Document }).ToListAsync();
        return
        [
            .. rows.Select(row => (row.Id, Formula: FormulaReader.Parse(row.Document)))
                .Select(kept => new IngredientUse(kept.Id, kept.Formula.Name, kept.Formula.Form, PercentIn(kept.Formula, slug)))
                .OrderByDescending(use => use.Percent).ThenBy(use => use.Name, StringComparer.Ordinal),
        ];
    }

    private static decimal PercentIn(Formula formula, string slug)
    {
        var percents = FormulaTotals.Of(formula).Percents;
        return Enumerable.Range(0, formula.Lines.Length).Where(line => formula.Lines[line].Ingredient == slug).Sum(line => percents[line]);
    }

    private static async Task<OwnIngredientRow> OwnAsync(CrockContext context, string slug)
        => await context.OwnIngredients.FindAsync(slug) ?? throw new DocumentException("/slug", $"\"{slug}\" is not an ingredient of your own.");

    /// <summary>One change at a time, so that the snapshot that stands is that of the last one.</summary>
    private async Task ChangeAsync(Func<CrockContext, Task> change)
    {
        await turn.WaitAsync();
        try
        {
            await using var context = await contexts.CreateDbContextAsync();
            await using var transaction = await context.Database.BeginTransactionAsync();
            await change(context);
            await context.SaveChangesAsync();
            await RefreshAsync(context, transaction);
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Puts what is now kept in the place of the old snapshot, once it is on the disk.</summary>
    private async Task RefreshAsync(CrockContext context, IDbContextTransaction transaction)
    {
        var own = await context.OwnIngredients.AsNoTracking().ToListAsync();
        var corrections = await context.Corrections.AsNoTracking().ToListAsync();
        var catalogue = knowledge.Shipped.With(
            own.Select(row => OwnIngredients.ParseStored(row.Document)),
            corrections.Select(row => new Correction(row.Ingredient, row.Property, new Quantity(row.Value, row.Low, row.High, row.Unit, row.Source, row.Confidence))));
        await IngredientIndex.FillAsync(context, catalogue.Ingredients);
        await transaction.CommitAsync();
        removed = [.. own.Where(row => row.IsRemoved).Select(row => row.Slug)];
        knowledge.Catalogue = catalogue;
    }

    private long Now() => clock.GetUtcNow().ToUnixTimeMilliseconds();
}
