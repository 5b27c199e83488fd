using System.Collections.Immutable;
using UmberCrock.Core.Doses;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Core.Melting;

namespace UmberCrock.Core.Evaluation;

/// <summary>A substance's share of the whole formula: percent low to high, and the lines that bring it.</summary>
public sealed record SubstanceSum(InciName Inci, decimal LowPercent, decimal HighPercent, bool Colourant, ImmutableArray<int> Lines);

/// <summary>A formula with its ingredients looked up and its percents added up: what every topic of the evaluation reads.</summary>
public sealed class ResolvedFormula
{
    private ResolvedFormula(Formula formula, Catalogue catalogue, EvaluationSettings settings, ImmutableArray<Ingredient> ingredients)
    {
        Formula = formula;
        Catalogue = catalogue;
        Settings = settings;
        Ingredients = ingredients;
        Totals = FormulaTotals.Of(formula);
        Substances = SumSubstances();
        SubstanceLimits = DosePlacement.LimitsFor(formula, catalogue.Rules, settings);
        Parts = [.. ingredients.Select((ingredient, line) => new MeltPart(ingredient, Totals.Percents[line]))];
    }

    /// <summary>The formula.</summary>
    public Formula Formula { get; }

    /// <summary>What is known.</summary>
    public Catalogue Catalogue { get; }

    /// <summary>The maker's choices.</summary>
    public EvaluationSettings Settings { get; }

    /// <summary>The ingredient of each line.</summary>
    public ImmutableArray<Ingredient> Ingredients { get; }

    /// <summary>The exact percent of each line.</summary>
    public FormulaTotals Totals { get; }

    /// <summary>Every substance, summed over all lines, by EU name.</summary>
    public ImmutableSortedDictionary<string, SubstanceSum> Substances { get; }

    /// <summary>The hard limits on substances that hold for this formula.</summary>
    public ImmutableArray<SubstanceLimit> SubstanceLimits { get; }

    /// <summary>Ingredients with their percents, for the melt model.</summary>
    public ImmutableArray<MeltPart> Parts { get; }

    /// <summary>Looks every ingredient up.</summary>
    /// <exception cref="DocumentException">A line names an ingredient that the catalogue does not have; its pointer names the line.</exception>
    public static ResolvedFormula Of(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var unknown = formula.Lines
            .Select((line, index) => (line, index))
            .Where(entry => catalogue.Find(entry.line.Ingredient) is null)
            .Select(entry => new DocumentProblem($"/lines/{entry.index}/ingredient", $"\"{entry.line.Ingredient}\" is not an ingredient of the catalogue. GET /api/v1/ingredients lists them."))
            .ToList();
        return unknown.Count == 0
            ? new ResolvedFormula(formula, catalogue, settings, [.. formula.Lines.Select(line => catalogue.Find(line.Ingredient)!)])
            : throw new DocumentException(unknown);
    }

    /// <summary>Indices of the lines of an ingredient, ascending.</summary>
    public ImmutableArray<int> LinesOf(string slug) => LinesWhere(ingredient => ingredient.Slug == slug);

    /// <summary>Indices of the lines whose ingredient fits, ascending.</summary>
    public ImmutableArray<int> LinesWhere(Func<Ingredient, bool> fits) => [.. Enumerable.Range(0, Ingredients.Length).Where(line => fits(Ingredients[line]))];

    /// <summary>The rules, for short.</summary>
    public RuleBook Rules => Catalogue.Rules;

    /// <summary>
    /// Substances that count together, over all lines, weight percent of the formula low to high: as components and as what nature
    /// put into an ingredient.
    /// </summary>
    public (decimal Low, decimal High, ImmutableArray<int> Lines) SumOf(ImmutableArray<string> names)
    {
        decimal low = 0m, high = 0m;
        var lines = ImmutableArray.CreateBuilder<int>();
        for (var line = 0; line < Ingredients.Length; line++)
        {
            var (lowShare, highShare) = DosePlacement.ShareOf(Ingredients[line], names);
            if (highShare == 0m)
                continue;
            low += Totals.Percents[line] * lowShare;
            high += Totals.Percents[line] * highShare;
            lines.Add(line);
        }

        return (low, high, lines.ToImmutable());
    }

    /// <summary>Sum of some lines, weight percent.</summary>
    public decimal PercentOf(IEnumerable<int> lines) => lines.Sum(line => Totals.Percents[line]);

    private ImmutableSortedDictionary<string, SubstanceSum> SumSubstances()
    {
        var sums = new SortedDictionary<string, SubstanceSum>(StringComparer.Ordinal);
        for (var line = 0; line < Ingredients.Length; line++)
        {
            foreach (var component in Ingredients[line].Composition)
            {
                var before = sums.GetValueOrDefault(component.Inci.Eu) ?? new SubstanceSum(component.Inci, 0m, 0m, Ingredients[line].Colourant, []);
                sums[component.Inci.Eu] = before with
                {
                    LowPercent = before.LowPercent + (Totals.Percents[line] * component.LowPercent / 100m),
                    HighPercent = before.HighPercent + (Totals.Percents[line] * component.HighPercent / 100m),
                    Lines = before.Lines.Contains(line) ? before.Lines : before.Lines.Add(line),
                };
            }
        }

        return sums.ToImmutableSortedDictionary(StringComparer.Ordinal);
    }
}
