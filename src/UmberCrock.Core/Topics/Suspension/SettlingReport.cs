using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Suspension;

/// <summary>How powders sink while a mix cools (data/rules/settling.json).</summary>
public sealed record SettlingRules : IRules<SettlingRules>
{
    static RuleFile IRules<SettlingRules>.File { get; } = new("settling.json", SuspensionJson.Default);

    /// <summary>Powder matters from this weight percent.</summary>
    public required decimal Matters { get; init; }

    /// <summary>Denser than the oil by this, g/mL.</summary>
    public required double DenserBy { get; init; }

    /// <summary>Radius of the clumps that a powder forms in oil alone.</summary>
    public required double AgglomerateMicrometres { get; init; }

    /// <summary>Radius of what a dispersant leaves of them.</summary>
    public required double DispersedMicrometres { get; init; }

    /// <summary>Slugs of ingredients that keep powders apart.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> Dispersants { get; init; }

    /// <summary>Parts of dispersant that a part of powder wants.</summary>
    public required decimal DispersantPerPowder { get; init; }

    /// <summary>Slug of the dispersant that is offered.</summary>
    [Names(Named.Ingredient)]
    public required string DispersantOffered { get; init; }

    /// <summary>Slugs of powders that are coated so that they disperse by themselves.</summary>
    [Names(Named.Ingredient)]
    public required ImmutableArray<string> DispersedAsBought { get; init; }

    /// <summary>Slugs of powders and of the coated ones that stand in for them.</summary>
    [Names(Named.Ingredient, KeysToo = true)]
    public required ImmutableDictionary<string, string> DispersedInsteadOf { get; init; }

    /// <summary>Slug of the oil that stands in where a viscosity is not known.</summary>
    [Names(Named.Ingredient)]
    public required string StandInViscosity { get; init; }

    /// <summary>The furthest that powder may fall unseen.</summary>
    public required double FallMillimetresMost { get; init; }

    /// <summary>Temperature of the kitchen, C.</summary>
    public required double RoomCelsius { get; init; }

    /// <summary>Sticks and balms are poured this much above their set point (common practice: 8 to 10 C), C.</summary>
    public required double PourAboveSetCelsius { get; init; }

    /// <summary>What it is poured into and sets in, mL: a jar, or a row of moulds that keep each other warm.</summary>
    public required double ContainerMillilitres { get; init; }

    /// <summary>The document that the figures of settling come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far the figures of settling can be trusted.</summary>
    public required Confidence Confidence { get; init; }
}

/// <summary>How far and how fast the powders of a formula sink before it sets.</summary>
/// <param name="VelocityMillimetresPerHour">The fastest powder, at the temperature of pouring.</param>
/// <param name="StirUntilCelsius">Stirred down to this it falls no further than can be seen before it sets; null when it never
/// sets.</param>
/// <param name="PourCelsius">Temperature at which the mix is poured, Celsius.</param>
/// <param name="FallMillimetres">How far it falls from pouring to setting, unstirred; infinite when it never sets is said as null.</param>
/// <param name="Powder">Slug of the powder that sinks fastest.</param>
/// <param name="Dispersed">True when there is enough dispersant, or it is coated.</param>
/// <param name="MillipascalSeconds">Viscosity of the oil at the temperature of pouring.</param>
/// <param name="Confidence">How far the report on settling can be trusted.</param>
public sealed record SettlingReport(
    double VelocityMillimetresPerHour,
    double? StirUntilCelsius,
    double PourCelsius,
    double? FallMillimetres,
    string Powder,
    bool Dispersed,
    double MillipascalSeconds,
    Confidence Confidence
)
{
    private const double MillimetresPerHour = 1000.0 * 3600;

    /// <summary>Null when nothing in it would sink.</summary>
    internal static SettlingReport? Of(ResolvedFormula resolved, FirmnessModel firmness, PotHeat? pot)
    {
        var rules = resolved.Rules.Settling;
        var liquids = resolved.PartsInOrder.Where(part => part.Mass > 0m && part.Ingredient.Solubility == Solubility.Oil).ToList();
        var powders = resolved
            .PartsInOrder.Where(part =>
                part.Mass > 0m && part.Ingredient.Solubility == Solubility.InsolublePowder && part.Ingredient.Density is not null
            )
            .ToList();
        if (pot is null || liquids.Count == 0 || powders.Sum(part => part.Mass) < rules.Matters)
            return null;
        var fluid = DensityOf(liquids);
        var (powder, dispersed, radius) = powders
            .Where(part => part.Mass >= rules.Matters && part.Ingredient.Density!.Value >= fluid + rules.DenserBy)
            .Select(part => (part.Ingredient, Dispersed: IsDispersed(resolved, part)))
            .Select(part =>
                (part.Ingredient, part.Dispersed, Radius: part.Dispersed ? rules.DispersedMicrometres : rules.AgglomerateMicrometres)
            )
            .OrderByDescending(part => (part.Ingredient.Density!.Value - fluid) * part.Radius * part.Radius)
            .FirstOrDefault();
        if (powder is null)
            return null;

        var volume = powders.Sum(part => (double)part.Mass / part.Ingredient.Density!.Value);
        var crowd = Stokes.Hindrance(volume / (volume + ((double)liquids.Sum(part => part.Mass) / fluid)));
        var viscosity = new LiquidViscosity(liquids, resolved.Catalogue.Find(rules.StandInViscosity)!);
        double Velocity(double celsius) =>
            Stokes.MetresPerSecond(powder.Density!.Value, fluid, radius, viscosity.At(celsius)) * crowd * MillimetresPerHour;

        var set = firmness.SetPointCelsius();
        var pourCelsius = Math.Max(
            firmness.Melt.ClearPointCelsius() ?? rules.RoomCelsius,
            (set ?? rules.RoomCelsius) + rules.PourAboveSetCelsius
        );
        var (stir, fall) = set is { } sets && sets > rules.RoomCelsius ? Fall(Velocity, pourCelsius, sets, rules, pot) : (null, null);
        return new SettlingReport(
            Velocity(pourCelsius),
            stir,
            pourCelsius,
            fall,
            powder.Slug,
            dispersed,
            viscosity.At(pourCelsius),
            rules.Confidence
        );
    }

    /// <summary>
    /// Distance fallen from pouring to setting, degree by degree: velocity there x the time that the cooling takes over it. From
    /// the set point up, the temperature at which the distance reaches what can be seen is where stirring may stop.
    /// </summary>
    private static (double? StirUntilCelsius, double? FallMillimetres) Fall(
        Func<double, double> velocity,
        double pour,
        double set,
        SettlingRules rules,
        PotHeat pot
    )
    {
        var rate = pot.RateIn(rules.ContainerMillilitres, Surroundings.Room);
        double fallen = 0;
        double? stirUntil = null;
        for (var celsius = set; celsius < pour; celsius++)
        {
            var upTo = Math.Min(celsius + 1, pour);
            fallen += velocity((celsius + upTo) / 2) * pot.Curve.Minutes(rate, rules.RoomCelsius, upTo, celsius) / 60;
            if (fallen > rules.FallMillimetresMost)
                stirUntil ??= celsius;
        }

        return (stirUntil ?? pour, fallen);
    }

    private static bool IsDispersed(ResolvedFormula resolved, MeltPart powder)
    {
        var rules = resolved.Rules.Settling;
        if (rules.DispersedAsBought.Contains(powder.Ingredient.Slug))
            return true;
        var dispersant = resolved.PercentOf(resolved.LinesWhere(ingredient => rules.Dispersants.Contains(ingredient.Slug)));
        var wanting = resolved.PercentOf(
            resolved.LinesWhere(ingredient =>
                ingredient.Solubility == Solubility.InsolublePowder && !rules.DispersedAsBought.Contains(ingredient.Slug)
            )
        );
        return dispersant >= rules.DispersantPerPowder * wanting;
    }

    private static double DensityOf(List<MeltPart> parts)
    {
        var known = parts.Where(part => part.Ingredient.Density is not null).ToList();
        return (double)known.Sum(part => part.Mass) / known.Sum(part => (double)part.Mass / part.Ingredient.Density!.Value);
    }
}
