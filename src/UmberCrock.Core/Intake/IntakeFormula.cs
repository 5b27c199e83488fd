using System.Collections.Immutable;
using System.Diagnostics;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>Makes a formula of what was read.</summary>
internal static class IntakeFormula
{
    private const decimal Whole = 100m;

    /// <summary>What bears no melt goes in later, C.</summary>
    private const double MeltCelsius = 70;

    /// <summary>The formula; for each line that was read the index of its line there, or null; which lines are strained out; and what was
    /// guessed.</summary>
    public static (Formula Formula, ImmutableArray<int?> Places, ImmutableHashSet<int> Strained, ImmutableArray<IntakeGuess> Guesses) Of(
        LineReading reading,
        IReadOnlyList<Measured?> measured,
        IntakeOptions options,
        FormRules forms,
        IntakeRules rules
    )
    {
        var taken = Enumerable
            .Range(0, reading.Lines.Count)
            .Where(index => reading.Lines[index].Ingredient is not null && measured[index] is { Grams: > 0m })
            .OrderByDescending(index => measured[index]!.Grams)
            .Take(Formula.MaxLines)
            .Order()
            .ToList();
        var (phases, phaseOf) = Phases(reading, taken, rules.Method);
        var ledger = taken.OrderBy(index => phases.FindIndex(phase => phase.Id == phaseOf[index])).ThenBy(index => index).ToList();
        var places = new int?[reading.Lines.Count];
        for (var at = 0; at < ledger.Count; at++)
            places[ledger[at]] = at;

        var strained = taken
            .Where(index =>
                reading.Lines[index].Ingredient!.Class == IngredientClass.Botanical
                && phases.Find(phase => phase.Id == phaseOf[index])!.Stage == Stage.Infuse
            )
            .ToImmutableHashSet();
        var total = Product(measured, strained);
        var balance = BalanceOf(reading, measured, taken, strained);
        var (worn, guesses) = IntakeGuesses.Of(reading.Name, options, forms, rules);
        return (
            worn with
            {
                Phases = [.. phases],
                Lines =
                [
                    .. ledger.Select(index => new FormulaLine(
                        phaseOf[index],
                        reading.Lines[index].Ingredient!.Slug,
                        index == balance ? null : Math.Min(Whole, decimal.Round(Whole * measured[index]!.Grams / total, 2))
                    )),
                ],
            },
            [.. places],
            strained,
            guesses
        );
    }

    /// <summary>What becomes of it in g: all that is measured but the herbs that are strained out; all where it is herbs alone.</summary>
    public static decimal Product(IReadOnlyList<Measured?> measured, ImmutableHashSet<int> strained)
    {
        var product = measured.Where((_, index) => !strained.Contains(index)).Sum(line => line?.Grams ?? 0m);
        return product > 0m ? product : measured.Sum(line => line?.Grams ?? 0m);
    }

    /// <summary>The line that takes what rounding leaves: the one said to, else the largest liquid oil, else the largest.</summary>
    private static int BalanceOf(LineReading reading, IReadOnlyList<Measured?> measured, List<int> taken, ImmutableHashSet<int> strained) =>
        taken
            .OrderBy(strained.Contains)
            .ThenByDescending(index => reading.Lines[index].IsBalance)
            .ThenByDescending(index => reading.Lines[index].Ingredient!.Class == IngredientClass.Oil)
            .ThenByDescending(index => measured[index]!.Grams)
            .FirstOrDefault(-1);

    /// <summary>The phases the recipe names, or, where it names none, those that class and heat ask for.</summary>
    private static (List<Phase> Phases, Dictionary<int, string> PhaseOf) Phases(LineReading reading, List<int> taken, MethodWords words)
    {
        var told = ToldStages.Of(reading, words);
        var named = reading.Headings.Count > 0;
        // A line above the first heading belongs to a melt of its own.
        (string Name, Stage Stage) Of(int index) =>
            !named
                ? told.TryGetValue(index, out var stage)
                    ? (NameOf(stage), stage)
                    : Usual(reading.Lines[index].Ingredient!)
                : reading.Lines[index].Heading is var heading and >= 0
                    ? (reading.Headings[heading].Name, reading.Headings[heading].Stage)
                    : ("Melt", Stage.Melt);
        var phases = new List<Phase>();
        var phaseOf = new Dictionary<int, string>();
        foreach (
            var group in taken.GroupBy(Of).OrderBy(group => named ? 0 : Array.IndexOf(Order, group.Key.Stage)).Take(FormulaReader.MaxPhases)
        )
        {
            // "Phase B" tells no stage: where all of it goes in at one, it is that.
            var usual = group.Select(index => Usual(reading.Lines[index].Ingredient!).Stage).Distinct().ToList();
            var stage = group.Key.Stage == Stage.Melt && usual.Count == 1 ? usual[0] : group.Key.Stage;
            var id = ((char)('A' + phases.Count)).ToString();
            phases.Add(new Phase(id, group.Key.Name.Length > 60 ? group.Key.Name[..60] : group.Key.Name, stage));
            foreach (var index in group)
                phaseOf[index] = id;
        }

        foreach (var index in taken.Where(index => !phaseOf.ContainsKey(index)))
            phaseOf[index] = phases[^1].Id;
        if (phases.Count == 0)
            phases.Add(new Phase("A", "Melt", Stage.Melt));
        return (phases, phaseOf);
    }

    private static readonly Stage[] Order = [Stage.Infuse, Stage.Melt, Stage.Powder, Stage.Water, Stage.Warm, Stage.Cool, Stage.Whip];

    private static (string Name, Stage Stage) Usual(Ingredient ingredient) =>
        StageOf(ingredient) is var stage ? (NameOf(stage), stage) : default;

    private static Stage StageOf(Ingredient ingredient) =>
        ingredient.Class == IngredientClass.Water ? Stage.Water
        : ingredient.Class == IngredientClass.Botanical ? Stage.Infuse
        : ingredient.Class == IngredientClass.Antioxidant || ingredient.AddBelowCelsius?.Value < MeltCelsius ? Stage.Cool
        : ingredient.Solubility == Solubility.InsolublePowder ? Stage.Powder
        : Stage.Melt;

    private static string NameOf(Stage stage) =>
        stage switch
        {
            Stage.Infuse => "Infusion",
            Stage.Melt => "Melt",
            Stage.Powder => "Powders",
            Stage.Water => "Water",
            Stage.Warm => "Off the heat",
            Stage.Cool => "Cool additions",
            Stage.Whip => "Whip",
            _ => throw new UnreachableException(),
        };
}
