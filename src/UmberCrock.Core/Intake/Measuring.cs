using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Intake;

/// <summary>Grams of a line: the reading, at least and at most, and what was assumed.</summary>
internal sealed record Measured(decimal Grams, decimal Low, decimal High, bool Weighed, Message Assumed);

/// <summary>Turns amounts into grams.</summary>
internal static class Measuring
{
    /// <summary>Grams of an amount by weight, volume or drops; null for shares, and where a density is not known.</summary>
    public static Measured? Grams(WrittenAmount amount, Ingredient ingredient, IntakeOptions options, IntakeRules rules)
    {
        if (amount.Unit is not { } unit)
            return null;
        switch (unit.Kind)
        {
            case AmountKind.Mass:
                return new Measured(
                    Kept(amount.Middle * unit.Factor),
                    Kept(amount.Low * unit.Factor),
                    Kept(amount.High * unit.Factor),
                    true,
                    unit.Unit == "g" ? "" : (Message)$"{Decimals.Two(amount.Middle * unit.Factor).Grams}"
                );
            case AmountKind.Volume:
                var factor = options.Spoons == Spoons.Metric ? unit.MetricFactor ?? unit.Factor : unit.Factor;
                return Poured(
                    amount.Low * factor,
                    amount.Middle * factor,
                    amount.High * factor,
                    ingredient,
                    rules,
                    $"{amount.Middle * factor:0.0} mL"
                );
            case AmountKind.Drops:
                // A fine dropper makes more drops of a millilitre, so that its drops are lighter.
                var (most, fewest) = (
                    Math.Max(options.DropsPerMillilitre, rules.MostDrops),
                    Math.Min(options.DropsPerMillilitre, rules.FewestDrops)
                );
                return Poured(
                    amount.Low / most,
                    amount.Middle / options.DropsPerMillilitre,
                    amount.High / fewest,
                    ingredient,
                    rules,
                    $"{options.DropsPerMillilitre:0.#} a mL; from {fewest:0.#} to {most:0.#}"
                );
            default:
                return null;
        }
    }

    private static Measured? Poured(decimal low, decimal middle, decimal high, Ingredient ingredient, IntakeRules rules, Message volume)
    {
        var pieces = rules.Poured.Contains(ingredient.Class) && ingredient.BulkDensity is not null;
        if ((pieces ? ingredient.BulkDensity : ingredient.Density) is not { } density)
            return null;
        return new Measured(
            Kept(middle * (decimal)density.Value),
            Kept(low * (decimal)density.Low),
            Kept(high * (decimal)density.High),
            false,
            (Message)$"{volume} at {density.Value:0.00} g/mL{(pieces ? " poured" : "")}, {density.Low:0.00} to {density.High:0.00}"
        );
    }

    /// <summary>To a ten thousandth of a gram: more digits than any scale.</summary>
    private static decimal Kept(decimal grams) => decimal.Round(grams, 4);
}
