namespace UmberCrock.Core.Formulas;

/// <summary>What a formula's raw materials cost, as far as prices are known.</summary>
/// <param name="PerKilogram">Cost of a kilogram of what is priced, in the maker's money; null when nothing is.</param>
/// <param name="PricedPercent">Weight percent of the formula whose price is known.</param>
public sealed record FormulaCost(decimal? PerKilogram, decimal PricedPercent)
{
    /// <summary>Adds up: sum of dose x price over the priced lines, divided by their percent; herbs that are strained out cost, and weigh
    /// nothing.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <param name="pricePerKilogram">Price of a kilogram by slug; null where it is not known.</param>
    public static FormulaCost Of(Formula formula, IReadOnlySet<string> herbs, Func<string, decimal?> pricePerKilogram)
    {
        var totals = FormulaTotals.Of(formula, herbs);
        var priced = formula
            .Lines.Select((line, at) => (Percent: totals.Percents[at], Dose: totals.Doses[at], Price: pricePerKilogram(line.Ingredient)))
            .Where(line => line.Price is not null && line.Dose > 0m)
            .ToList();
        var percent = priced.Sum(line => line.Percent);
        return new FormulaCost(
            percent > 0m ? decimal.Round(priced.Sum(line => line.Dose * line.Price!.Value) / percent, 2) : null,
            percent
        );
    }
}
