using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;

namespace UmberCrock.Web.Batches;

/// <summary>What a batch wants of an ingredient, and what the larder holds of it by the book.</summary>
/// <param name="Ingredient">The ingredient.</param>
/// <param name="Wanted">What the batch wants, g.</param>
/// <param name="There">What the larder holds of lots that have not ended, g.</param>
internal sealed record Shortage(Ingredient Ingredient, decimal Wanted, decimal There)
{
    /// <summary>What is missing, g.</summary>
    public decimal Missing => Math.Max(0m, Wanted - There);

    /// <summary>Every ingredient of some sheets together of which the larder holds too little.</summary>
    /// <param name="sheets">What is to be weighed.</param>
    /// <param name="lots">The lots of the larder.</param>
    /// <param name="catalogue">The ingredients.</param>
    /// <param name="today">The day.</param>
    public static IReadOnlyList<Shortage> Of(
        IEnumerable<WeighSheet> sheets,
        IReadOnlyList<Lot> lots,
        Catalogue catalogue,
        DateOnly today
    ) =>
        [
            .. sheets
                .SelectMany(sheet => sheet.Lines)
                .GroupBy(line => line.Ingredient, StringComparer.Ordinal)
                .Select(group =>
                {
                    var ingredient = catalogue.Find(group.Key)!;
                    return new Shortage(
                        ingredient,
                        group.Sum(line => line.ShownGrams + line.HeldBackGrams),
                        lots.Where(lot =>
                                lot.Ingredient == group.Key && lot.StateOn(today, ingredient) is not (LotState.Ended or LotState.Empty)
                            )
                            .Sum(lot => lot.RemainingGrams)
                    );
                })
                .Where(one => one.Missing > 0m),
        ];
}
