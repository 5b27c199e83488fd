using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Findings;

/// <summary>A substance's share of the whole formula: percent low to high, and the lines that bring it.</summary>
public sealed record SubstanceSum(InciName Inci, decimal LowPercent, decimal HighPercent, bool Colourant, ImmutableArray<int> Lines);

/// <summary>A hard limit on substances that count together, and what the formula holds of them: weight percent, and the lines that bring
/// them.</summary>
public sealed record BoundSubstance(
    ImmutableArray<string> Subject,
    DoseRule Rule,
    decimal LowPercent,
    decimal HighPercent,
    ImmutableArray<int> Lines
);

/// <summary>A formula with its ingredients looked up and its percents added up: what every topic of the evaluation reads.</summary>
public sealed class ResolvedFormula
{
    /// <summary>The lines that bring a substance and its share of each, 0 to 1, by name: asking every line for every rule takes most of an
    /// evaluation.</summary>
    private readonly Dictionary<string, List<(int Line, decimal Low, decimal High)>> bearers;

    private ResolvedFormula(Formula formula, Catalogue catalogue, EvaluationSettings settings, ImmutableArray<Ingredient> ingredients)
    {
        Formula = formula;
        Catalogue = catalogue;
        Settings = settings;
        Ingredients = ingredients;
        Totals = FormulaTotals.Of(formula, catalogue.Herbs);
        Substances = SumSubstances();
        bearers = Bearers(ingredients);
        SubstanceLimits =
        [
            .. SubstanceLimit
                .Governing(catalogue.Rules.SubstanceLimits, formula, settings)
                .Select(limit => BoundBy(limit))
                .Where(bound => !bound.Lines.IsEmpty),
        ];
        Parts = [.. ingredients.Select((ingredient, line) => new MeltPart(ingredient, Totals.Percents[line]))];
    }

    /// <summary>The formula whose ingredients were looked up.</summary>
    public Formula Formula { get; }

    /// <summary>The catalogue that the ingredients were looked up in.</summary>
    public Catalogue Catalogue { get; }

    /// <summary>The maker's choices that the formula is judged by.</summary>
    public EvaluationSettings Settings { get; }

    /// <summary>The ingredient of each line, in the order of the lines.</summary>
    public ImmutableArray<Ingredient> Ingredients { get; }

    /// <summary>The exact percent of each line.</summary>
    public FormulaTotals Totals { get; }

    /// <summary>Every substance, summed over all lines, by EU name.</summary>
    public ImmutableSortedDictionary<string, SubstanceSum> Substances { get; }

    /// <summary>The hard limits on substances that hold for this formula and that one of its lines brings.</summary>
    public ImmutableArray<BoundSubstance> SubstanceLimits { get; }

    /// <summary>Ingredients with their percents, for the melt model.</summary>
    public ImmutableArray<MeltPart> Parts { get; }

    /// <summary>Every ingredient once, by slug, with what all its lines hold: sums over them do not depend on the order of lines.</summary>
    public ImmutableArray<MeltPart> PartsInOrder => field.IsDefault ? field = MergeParts() : field;

    /// <summary>Density of the blend, g/mL = total / sum(w_i / rho_i): volumes add. Null when a density is not known or there is
    /// nothing.</summary>
    public double? GramsPerMillilitre =>
        Totals.Total == 0m || Ingredients.Any(ingredient => ingredient.Density is null)
            ? null
            : (double)Totals.Total
                / PartsInOrder.Where(part => part.Mass > 0m).Sum(part => (double)part.Mass / part.Ingredient.Density!.Value);

    /// <summary>Looks up the ingredient of every line of a formula.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">A line names an ingredient that the catalogue does not have; its pointer names the
    /// line.</exception>
    public static ResolvedFormula Of(Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var unknown = formula
            .Lines.Select((line, index) => (line, index))
            .Where(entry => catalogue.Find(entry.line.Ingredient) is null)
            .Select(entry => new DocumentProblem(
                $"/lines/{entry.index}/ingredient",
                $"\"{entry.line.Ingredient}\" is not an ingredient of the catalogue. GET /api/v1/ingredients lists them."
            ))
            .ToList();
        return unknown.Count == 0
            ? new ResolvedFormula(formula, catalogue, settings, [.. formula.Lines.Select(line => catalogue.Find(line.Ingredient)!)])
            : throw new DocumentException(unknown);
    }

    /// <summary>The formula that edits make of it.</summary>
    /// <exception cref="DocumentException">An edit does not fit.</exception>
    public Formula Edited(IEnumerable<FormulaEdit> edits) => FormulaEdit.ApplyAll(Formula, edits, Catalogue.Herbs);

    /// <summary>When a line goes in: the stage of its phase.</summary>
    public Stage StageOf(int line) => Formula.Phases.First(phase => phase.Id == Formula.Lines[line].Phase).Stage;

    /// <summary>Indices of the lines of an ingredient, ascending.</summary>
    public ImmutableArray<int> LinesOf(string slug) => LinesWhere(ingredient => ingredient.Slug == slug);

    /// <summary>Indices of the lines whose ingredient fits, ascending.</summary>
    public ImmutableArray<int> LinesWhere(Func<Ingredient, bool> fits) =>
        [.. Enumerable.Range(0, Ingredients.Length).Where(line => fits(Ingredients[line]))];

    /// <summary>The rules of the catalogue that the formula is judged by.</summary>
    public RuleBook Rules => Catalogue.Rules;

    /// <summary>
    /// Substances that count together, over all lines, weight percent of the formula low to high: as components and as what nature
    /// put into an ingredient.
    /// </summary>
    public (decimal Low, decimal High, ImmutableArray<int> Lines) SumOf(ImmutableArray<string> names)
    {
        decimal low = 0m,
            high = 0m;
        var lines = new SortedSet<int>();
        foreach (var (line, lowShare, highShare) in names.SelectMany(name => bearers.GetValueOrDefault(name) ?? []))
        {
            low += Totals.Percents[line] * lowShare;
            high += Totals.Percents[line] * highShare;
            lines.Add(line);
        }

        return (low, high, [.. lines]);
    }

    /// <summary>True when a line is of use in the product, be it steeped and strained out.</summary>
    public bool Holds(int line) => Totals.Doses[line] > 0m;

    /// <summary>Doses of some lines together: grams on 100 g of the formula, strained ones too.</summary>
    public decimal DoseOf(IEnumerable<int> lines) => lines.Sum(line => Totals.Doses[line]);

    /// <summary>Sum of some lines, weight percent.</summary>
    public decimal PercentOf(IEnumerable<int> lines) => lines.Sum(line => Totals.Percents[line]);

    private ImmutableArray<MeltPart> MergeParts() =>
        [
            .. Parts
                .GroupBy(part => part.Ingredient.Slug, StringComparer.Ordinal)
                .OrderBy(group => group.Key, StringComparer.Ordinal)
                .Select(group => new MeltPart(group.First().Ingredient, group.Sum(part => part.Mass))),
        ];

    private BoundSubstance BoundBy(SubstanceLimit limit)
    {
        var (low, high, lines) = SumOf(limit.Subject);
        return new BoundSubstance(limit.Subject, limit, low, high, lines);
    }

    private static Dictionary<string, List<(int Line, decimal Low, decimal High)>> Bearers(ImmutableArray<Ingredient> ingredients)
    {
        var byName = new Dictionary<string, List<(int, decimal, decimal)>>(StringComparer.Ordinal);
        void Add(string name, int line, decimal low, decimal high)
        {
            if (high <= 0m)
                return;
            if (!byName.TryGetValue(name, out var entries))
                byName[name] = entries = [];
            entries.Add((line, low / 100m, high / 100m));
        }

        for (var line = 0; line < ingredients.Length; line++)
        {
            foreach (var component in ingredients[line].Composition)
                Add(component.Inci.Eu, line, component.LowPercent, component.HighPercent);
            foreach (var constituent in ingredients[line].Constituents)
                Add(constituent.Name, line, constituent.LowPercent, constituent.HighPercent);
        }

        return byName;
    }

    private ImmutableSortedDictionary<string, SubstanceSum> SumSubstances()
    {
        var sums = new SortedDictionary<string, SubstanceSum>(StringComparer.Ordinal);
        for (var line = 0; line < Ingredients.Length; line++)
        {
            foreach (var component in Ingredients[line].Composition)
            {
                var before = sums.GetValueOrDefault(component.Inci.Eu)
                    ?? new SubstanceSum(component.Inci, 0m, 0m, Ingredients[line].Colourant, []);
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
