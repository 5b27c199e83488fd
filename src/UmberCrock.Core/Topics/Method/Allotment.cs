using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Topics.Method;

/// <summary>The step at which the last gram of a line goes in.</summary>
internal enum GoesIn
{
    Infuse,
    Slurry,
    Paste,
    Water,
    Waxes,
    Butters,
    Join,
    Powder,
    AddWarm,
    AddCool,
    WhipFirst,
    Whip,
}

/// <summary>Which line goes in at which step, each in one; and the oil that is taken beforehand to wet the powders.</summary>
/// <param name="Of">The step of each line.</param>
/// <param name="WettingLine">The oil that a share is taken of; null where the powder's own phase has oil, or none is wetted.</param>
/// <param name="WettingPercent">The share, weight percent of the whole.</param>
internal sealed record Allotment(ImmutableArray<GoesIn> Of, int? WettingLine, decimal WettingPercent)
{
    /// <summary>The lines of a step, in the order of the formula.</summary>
    public ImmutableArray<int> Lines(GoesIn step) => [.. Enumerable.Range(0, Of.Length).Where(line => Of[line] == step)];

    /// <summary>Allots every line of a formula.</summary>
    /// <param name="a">The formula.</param>
    /// <param name="schools">The maker's ways.</param>
    public static Allotment Make(Assessment a, MethodSchools schools)
    {
        var resolved = a.Resolved;
        var steps = new GoesIn[resolved.Ingredients.Length];
        for (var line = 0; line < steps.Length; line++)
            steps[line] = Step(a, line, schools);
        // Oil in a phase to be steeped, and no herb: it is warmed with the others.
        if (
            !resolved
                .Ingredients.Where((_, line) => steps[line] == GoesIn.Infuse)
                .Any(ingredient => ingredient.Class == IngredientClass.Botanical)
        )
        {
            for (var line = 0; line < steps.Length; line++)
                steps[line] = steps[line] == GoesIn.Infuse ? Melts(resolved, resolved.Ingredients[line]) : steps[line];
        }
        else if (HeldBack.In(resolved) is { } steeped)
        {
            steps[steeped.Line] = GoesIn.Infuse;
        }

        Swell(resolved, steps);
        var (oil, percent) = Wet(resolved, steps);
        return new([.. steps], oil, percent);
    }

    /// <summary>The temperature in C from which an ingredient by itself is clear.</summary>
    public static double? ClearsAt(Ingredient ingredient) =>
        ingredient.Species.IsEmpty
            ? ingredient.MeltingPoint?.Value
            : ingredient.MeltingPoint?.Value ?? ingredient.Species.Max(species => species.MeltingCelsius);

    private static GoesIn Step(Assessment a, int line, MethodSchools schools)
    {
        var (resolved, stage, ingredient) = (a.Resolved, a.Resolved.StageOf(line), a.Resolved.Ingredients[line]);
        var isPowder = ingredient.Solubility == Solubility.InsolublePowder;
        if (stage == Stage.Infuse && (ingredient.Class == IngredientClass.Botanical || !AddedCool(a, line)))
            return GoesIn.Infuse;
        if (resolved.Formula.Process == Process.ColdWhip)
            return ColdWhip(resolved, ingredient);
        if (AddedCool(a, line))
            return resolved.Formula.IsWhipped
                && (InTheLastRound(ingredient.Class) || ingredient.AddBelowCelsius?.Value <= a.Firmness.SetPointCelsius())
                    ? GoesIn.Whip
                : isPowder ? GoesIn.Powder
                : GoesIn.AddCool;
        if (resolved.Formula.IsWhipped && ingredient.Class == IngredientClass.Starch && stage == Stage.Powder)
            return GoesIn.Whip;
        return stage switch
        {
            Stage.Whip => isPowder && !resolved.Formula.IsWhipped ? GoesIn.Powder : GoesIn.Whip,
            Stage.Water => isPowder && ingredient.Class != IngredientClass.Thickener ? GoesIn.Powder : GoesIn.Water,
            Stage.Warm => isPowder ? PowderStep(ingredient, schools) : GoesIn.AddWarm,
            Stage.Melt or Stage.Powder or Stage.Cool or Stage.Infuse => isPowder
                ? PowderStep(ingredient, schools)
                : Melts(resolved, ingredient),
            _ => throw new System.Diagnostics.UnreachableException(),
        };
    }

    private static bool AddedCool(Assessment a, int line) => a.AddWindow?.Lines.Contains(line) == true;

    private static bool InTheLastRound(IngredientClass kind) =>
        kind is IngredientClass.EssentialOil or IngredientClass.Fragrance or IngredientClass.Antioxidant or IngredientClass.Starch;

    private static GoesIn PowderStep(Ingredient ingredient, MethodSchools schools) =>
        schools.PreWet && ingredient.Class is IngredientClass.UvFilter or IngredientClass.Pigment ? GoesIn.Slurry : GoesIn.Powder;

    private static bool IsSolid(ResolvedFormula resolved, Ingredient ingredient) =>
        ClearsAt(ingredient) > resolved.Rules.Method.Figures.SolidFromCelsius
        && ingredient.Class
            is IngredientClass.Wax
                or IngredientClass.FattyAlcohol
                or IngredientClass.FattyAcid
                or IngredientClass.Gelator
                or IngredientClass.Emulsifier
                or IngredientClass.ConditioningEmulsifier
                or IngredientClass.HardButter
                or IngredientClass.SoftButter;

    private static GoesIn Melts(ResolvedFormula resolved, Ingredient ingredient) =>
        !IsSolid(resolved, ingredient) ? GoesIn.Join
        : ingredient.Class is IngredientClass.HardButter or IngredientClass.SoftButter ? GoesIn.Butters
        : GoesIn.Waxes;

    private static GoesIn ColdWhip(ResolvedFormula resolved, Ingredient ingredient) =>
        ingredient.Class is IngredientClass.SoftButter or IngredientClass.HardButter ? GoesIn.WhipFirst
        : IsSolid(resolved, ingredient) ? GoesIn.Waxes
        : GoesIn.Whip;

    /// <summary>Powders that swell are stirred into the humectant of their phase before either meets fat or water.</summary>
    private static void Swell(ResolvedFormula resolved, GoesIn[] steps)
    {
        for (var line = 0; line < steps.Length; line++)
        {
            if (resolved.Ingredients[line].Class != IngredientClass.Thickener || steps[line] is GoesIn.AddCool or GoesIn.Whip)
                continue;
            var phase = resolved.Formula.Lines[line].Phase;
            var humectants = Enumerable
                .Range(0, steps.Length)
                .Where(other =>
                    resolved.Ingredients[other].Class == IngredientClass.Humectant
                    && resolved.Formula.Lines[other].Phase == phase
                    && steps[other] is GoesIn.Water or GoesIn.Join or GoesIn.Paste
                )
                .ToList();
            if (humectants.Count == 0)
                continue;
            steps[line] = GoesIn.Paste;
            foreach (var humectant in humectants)
                steps[humectant] = GoesIn.Paste;
        }
    }

    /// <summary>Heavy powders are wetted with the oils of their own phase, else with a share of the largest oil; what disperses goes
    /// along.</summary>
    private static (int? Oil, decimal Percent) Wet(ResolvedFormula resolved, GoesIn[] steps)
    {
        var powders = Enumerable.Range(0, steps.Length).Where(line => steps[line] == GoesIn.Slurry).ToList();
        var wanted = resolved.PercentOf(powders) * resolved.Rules.Method.Figures.WettingOilPerPowder;
        if (wanted <= 0m)
        {
            foreach (var line in powders)
                steps[line] = GoesIn.Powder;
            return (null, 0m);
        }

        var oils = Enumerable.Range(0, steps.Length).Where(line => steps[line] == GoesIn.Join).ToList();
        var own = oils.Where(line =>
                resolved.StageOf(line) == Stage.Powder || resolved.Rules.Settling.Dispersants.Contains(resolved.Ingredients[line].Slug)
            )
            .ToList();
        var largest = oils.Except(own).OrderByDescending(line => resolved.Totals.Percents[line]).FirstOrDefault(-1);
        if (largest < 0 && own.Count == 0)
        {
            // Nothing liquid to wet them with: they are stirred into the melt.
            foreach (var line in powders)
                steps[line] = GoesIn.Powder;
            return (null, 0m);
        }

        foreach (var line in own)
            steps[line] = GoesIn.Slurry;
        var missing = wanted - resolved.PercentOf(own);
        var share =
            largest < 0
                ? 0m
                : Math.Min(Math.Max(0m, missing), resolved.Totals.Percents[largest] * resolved.Rules.Method.Figures.MostOfTheOil);
        return share > 0m ? (largest, decimal.Round(share, 2)) : (null, 0m);
    }
}
