using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Stability;

/// <summary>What a result implies for this formula and what to look for.</summary>
/// <param name="Code">Short key.</param>
/// <param name="Text">What to expect and look for.</param>
/// <param name="Because">The result it restates.</param>
public sealed record StabilityNote(string Code, string Text, string Because);

/// <summary>A check on a day; the plan is derived in a later version and is empty until then.</summary>
public sealed record StabilityCheck(int Day, string Condition, ImmutableArray<string> Look);

/// <summary>From which amounts a note speaks (data/rules/stability.json).</summary>
/// <param name="GrainyFamily">Family of the species whose soft butters grow grains when they cool slowly.</param>
/// <param name="GrainyButterPercentFrom">Weight percent of such butters from which they matter.</param>
/// <param name="KeepingCountsPercentFrom">Weight percent from which an ingredient's shelf life counts.</param>
/// <param name="Source">Where the figures come from.</param>
/// <param name="Confidence">How sure they are.</param>
public sealed record StabilityRules(
    string GrainyFamily, decimal GrainyButterPercentFrom, decimal KeepingCountsPercentFrom, string Source, Confidence Confidence);

/// <summary>Notes and plan.</summary>
public sealed record StabilityReport(ImmutableArray<StabilityNote> Notes, ImmutableArray<StabilityCheck> Plan)
{
    /// <summary>Restates the melt result and the composition in words.</summary>
    public static StabilityReport Of(ResolvedFormula resolved, MeltReport melt)
        => resolved.Formula.Lines.IsEmpty
            ? new([], [])
            : new([.. new[] { Warm(resolved, melt), Cold(resolved, melt), Grain(resolved), Turning(resolved) }.OfType<StabilityNote>()], []);

    private static BandAt At(MeltReport melt, decimal celsius) => melt.Bands.First(band => band.Celsius == celsius);

    private static string Said(Band band) => Vocabulary.Word(band).Replace('-', ' ');

    private static StabilityNote Warm(ResolvedFormula resolved, MeltReport melt)
    {
        var climate = resolved.Formula.Climate;
        var warm = At(melt, climate.HighCelsius);
        var room = At(melt, 20m);
        var because = $"{warm.SolidPercent:0.0} % solid and firmness {warm.Firmness:0.0} at {Decimals.Short(climate.HighCelsius)} °C; {room.SolidPercent:0.0} % and {room.Firmness:0.0} at 20 °C.";
        return warm.Band < room.Band
            ? new StabilityNote("softens-warm", $"At {Decimals.Short(climate.HighCelsius)} °C it softens from {Said(room.Band)} to {Said(warm.Band)}. Leave one in the warmest place it will live and look for sagging and oil on top.", because)
            : new StabilityNote("holds-warm", $"Stays {Said(warm.Band)} up to {Decimals.Short(climate.HighCelsius)} °C. Look all the same for oil drops on the surface after a warm day.", because);
    }

    private static StabilityNote? Cold(ResolvedFormula resolved, MeltReport melt)
    {
        var climate = resolved.Formula.Climate;
        var cold = At(melt, climate.LowCelsius);
        var room = At(melt, 20m);
        return cold.Band <= room.Band
            ? null
            : new StabilityNote("hardens-cold", $"At {Decimals.Short(climate.LowCelsius)} °C it hardens to {Said(cold.Band)}. Rub one straight from the cold: look for drag, crumbs and cracks.", $"Firmness {cold.Firmness:0.0} against {room.Firmness:0.0} at 20 °C.");
    }

    private static StabilityNote? Grain(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Stability;
        var lines = resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.SoftButter && ingredient.Species.Any(species => species.Family == rules.GrainyFamily));
        var percent = resolved.PercentOf(lines);
        if (resolved.Formula.Process == Process.ColdWhip || percent < rules.GrainyButterPercentFrom)
            return null;
        var names = string.Join(" and ", lines.Select(line => resolved.Ingredients[line].Name.ToLowerInvariant()).Distinct());
        return new StabilityNote("may-grain", $"The {names} can crystallise into grains over days. Cool fast, then feel a smear for sand after 2, 7 and 14 days.", $"{Decimals.Two(percent)} % of it is melted and cooled.");
    }

    private static StabilityNote? Turning(ResolvedFormula resolved)
    {
        var first = resolved.LinesWhere(ingredient => ingredient.ShelfLifeMonths is not null)
            .Where(line => resolved.Totals.Percents[line] >= resolved.Rules.Stability.KeepingCountsPercentFrom)
            .OrderBy(line => resolved.Ingredients[line].ShelfLifeMonths!.Value)
            .ThenBy(line => resolved.Ingredients[line].Slug, StringComparer.Ordinal)
            .Select(line => resolved.Ingredients[line])
            .FirstOrDefault();
        return first is null ? null : new StabilityNote("turns-first", $"{first.Name} turns first. Smell for paint, crayons or old nuts from month {first.ShelfLifeMonths!.Low:0} on, and write down when.", $"Its shelf life unopened is {first.ShelfLifeMonths.Low:0} to {first.ShelfLifeMonths.High:0} months.");
    }
}
