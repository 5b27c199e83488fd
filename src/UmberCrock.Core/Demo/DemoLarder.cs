using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Demo;

/// <summary>What stands in the larder of the invented rowing club's maker (data/demo/larder.json).</summary>
/// <param name="Lots">Lots, their days counted from today.</param>
/// <param name="Corrections">Values that the demo's maker measured and set in place of the catalogue's.</param>
/// <param name="Own">Ingredients that the demo's maker entered by hand.</param>
public sealed record DemoLarder(ImmutableArray<Lot> Lots, ImmutableArray<Correction> Corrections, ImmutableArray<Ingredient> Own)
{
    /// <summary>Reads the demo's larder, its days counted back from a day.</summary>
    public static DemoLarder Read(DateOnly today)
    {
        var file = JsonSerializer.Deserialize<LarderFile>(DataFiles.Shipped.Text("data/demo/larder.json"), ContractJson.Options)!;
        DateOnly? Day(int? days) => days is { } known ? today.AddDays(known) : null;
        return new DemoLarder(
            [
                .. file.Lots.Select(lot => new Lot(
                    0,
                    lot.Ingredient,
                    lot.Code,
                    lot.Supplier,
                    Day(-lot.BoughtDaysAgo),
                    lot.BoughtGrams,
                    lot.RemainingGrams,
                    lot.PricePerKilogram,
                    Day(-lot.OpenedDaysAgo),
                    Day(lot.UseByInDays),
                    lot.Notes
                )),
            ],
            file.Corrections,
            [
                .. file.Own.Select(own =>
                    Catalogue.Shipped.Find(own.CopyOf)! with
                    {
                        Slug = OwnIngredients.SlugOf(own.Name),
                        Name = own.Name,
                        Purpose = own.Purpose,
                        AlsoKnownAs = own.AlsoKnownAs,
                    }
                ),
            ]
        );
    }

    private sealed record LarderFile(ImmutableArray<LotEntry> Lots, ImmutableArray<Correction> Corrections, ImmutableArray<OwnEntry> Own);

    private sealed record LotEntry(
        string Ingredient,
        string Code,
        string Supplier,
        int BoughtDaysAgo,
        decimal BoughtGrams,
        decimal RemainingGrams,
        decimal? PricePerKilogram,
        int? OpenedDaysAgo,
        int? UseByInDays,
        string Notes
    );

    private sealed record OwnEntry(string CopyOf, string Name, string Purpose, ImmutableArray<string> AlsoKnownAs);
}
