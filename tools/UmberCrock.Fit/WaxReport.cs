using System.Globalization;
using MathNet.Numerics.RootFinding;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;

namespace UmberCrock.Fit;

/// <summary>
/// The one species of a wax: molar mass from what it consists of, enthalpy from its heat of fusion (the middle of the published range,
/// J/g), and the melting point at which the neat wax clears at its published melting point.
/// </summary>
internal static class WaxReport
{
    /// <summary>Slug, heat of fusion in J/g, molar mass in g/mol. Heats without a published row are those of the nearest kin.</summary>
    private static readonly (string Wax, double JoulesPerGram, double GramsPerMole)[] Waxes =
    [
        ("beeswax", 167.5, 650),
        ("candelilla-wax", 142.5, MolarMassByGel("candelilla-wax", 142.5, 3m, 44.5)),
        ("carnauba-wax", 195, 700),
        ("sunflower-wax", 195, 760),
        ("rice-bran-wax", 195, 780),
        ("paraffin-wax", 202.5, 400),
        ("cetyl-alcohol", 237, 242.45),
        ("stearyl-alcohol", 248, 270.5),
        ("behenyl-alcohol", 245, 326),
        ("microcrystalline-wax", 183, 600),
        ("ozokerite", 200, 550),
        ("hydrogenated-castor-oil", 202, 939),
    ];

    public static int Print()
    {
        foreach (var (slug, heat, mass) in Waxes)
        {
            var wax = Catalogue.Shipped.Find(slug)!;
            var melting = MeltingPoint(wax, heat, mass);
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{slug}: {wax.Species[0].MassShare} at {melting:0.0} C, {heat * mass / 1000:0} kJ/mol, {mass:0} g/mol; neat "
                        + $"it clears at {With(wax, melting, heat, mass).ClearPointCelsius():0.0} C"
                )
            );
        }

        return 0;
    }

    private static double MeltingPoint(Ingredient wax, double heat, double mass)
    {
        var published = wax.MeltingPoint!.Value;
        return Brent.FindRoot(
            celsius => With(wax, celsius, heat, mass).ClearPointCelsius()!.Value - published,
            published - 5,
            published + 15
        );
    }

    /// <summary>
    /// Crystals of a mixed wax grow together, as if of larger molecules than the wax is made of: the molar mass at which a dilute gel in
    /// oil clears where it is remembered to.
    /// </summary>
    private static double MolarMassByGel(string slug, double heat, decimal percent, double clearsAt)
    {
        var wax = Catalogue.Shipped.Find(slug)!;
        var oil = Catalogue.Shipped.Find("safflower-oil-high-oleic")!;
        return Math.Round(Brent.FindRoot(mass => Clear(mass) - clearsAt, 300, 2000) / 10) * 10;

        double Clear(double mass) =>
            MeltModel
                .Of([new MeltPart(Of(wax, MeltingPoint(wax, heat, mass), heat, mass), percent), new MeltPart(oil, 100m - percent)])
                .ClearPointCelsius()!
                .Value;
    }

    private static MeltModel With(Ingredient wax, double celsius, double heat, double mass) =>
        MeltModel.Of([new MeltPart(Of(wax, celsius, heat, mass), 100m)]);

    private static Ingredient Of(Ingredient wax, double celsius, double heat, double mass) =>
        wax with
        {
            Species = [wax.Species[0] with { MeltingCelsius = celsius, FusionKilojoulesPerMole = heat * mass / 1000, GramsPerMole = mass }],
        };
}
