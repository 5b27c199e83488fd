using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.FreeFrom;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Findings about how a structure fails: it crumbles, weeps oil, lets go of its air, or grows grains.</summary>
internal static class StructureFindings
{
    public static IEnumerable<Finding> Find(Assessment a) =>
        a.Resolved.Totals.Total <= 0m ? [] : new[] { Brittle(a), Bleed(a), Collapse(a), Grain(a) }.OfType<Finding>();

    /// <summary>The firmness at which a whipped butter still holds its air.</summary>
    public static double HoldsAirFrom(TextureRules rules) => rules.FromOf(Band.SoftButter) - rules.Structure.WhipSlack;

    /// <summary>Share of the firmness at 20 C that crystals bring which snap, 0 to 1.</summary>
    public static double BrittleShare(FirmnessModel model)
    {
        var firmness = model.At(TextureFindings.RoomCelsius).Firmness;
        return firmness < model.Rules.Structure.BrittleFromFirmness
            ? 0
            : model
                .SolidsAt(TextureFindings.RoomCelsius)
                .Where(solid => model.Rules.Structure.BrittleFamilies.Contains(solid.Family))
                .Sum(solid => solid.Firmness) / firmness;
    }

    /// <summary>Liquid over what the structure can hold of it at a temperature in C, both weight percent.</summary>
    public static (double Liquid, double Holds) LiquidAgainstHold(ResolvedFormula resolved, FirmnessModel model, double celsius)
    {
        var powders = resolved
            .PartsInOrder.Where(part => part.Ingredient.Solubility == Solubility.InsolublePowder)
            .Sum(part => (double)part.Mass * (part.Ingredient.OilAbsorption?.Value ?? 0) / 100);
        return (
            model.LiquidPercentAt(celsius),
            powders + model.SolidsAt(celsius).Sum(solid => solid.Percent * model.Rules.Structure.HeldBy(solid.Family))
        );
    }

    private static Finding? Brittle(Assessment a)
    {
        var rules = a.Resolved.Rules.Texture.Structure;
        var share = BrittleShare(a.Firmness);
        if (share < rules.BrittleShare)
            return null;
        var lines = a.Resolved.LinesWhere(ingredient => ingredient.Species.Any(species => rules.BrittleFamilies.Contains(species.Family)));
        return new Finding(
            FindingCodes.Brittle,
            Severity.Caution,
            $"Crumbly: {FindingWords.Names(a.Resolved, lines)} alone",
            $"Wax that snaps brings {100 * share:0} % of the firmness at {Celsius(Climate.RoomCelsius, "0")}; from "
                + $"{100 * rules.BrittleShare:0} % the whole crumbles.",
            "Candelilla, carnauba and rice bran wax set hard and break. Beeswax, lanolin, a fatty alcohol or a butter beside "
                + "them lets the whole yield.",
            rules.Source,
            lines,
            []
        )
        {
            Ways = () => Yielding(a, lines),
        };
    }

    private static IEnumerable<Fix> Yielding(Assessment a, ImmutableArray<int> lines)
    {
        var resolved = a.Resolved;
        var rules = resolved.Rules.Texture.Structure;
        var line = lines
            .Where(line => !resolved.Formula.Lines[line].IsBalance)
            .OrderByDescending(line => resolved.Totals.Percents[line])
            .FirstOrDefault(-1);
        if (line < 0)
            yield break;
        var dose = resolved.Totals.Percents[line];
        if (!Declares.Of(resolved).Holds("beeFree") || resolved.Formula.Label.Declares.IsEmpty)
        {
            // A third of the hard wax for half as much again of beeswax: the same work by the default equivalence.
            if (resolved.Catalogue.Find(rules.FlexibleWax) is { } wax && resolved.LinesOf(wax.Slug).IsEmpty)
                yield return FixBuilder.Trade(
                    resolved,
                    line,
                    Math.Round(dose * 2 / 3, 1),
                    wax,
                    Math.Round(dose / 2, 1),
                    $"Trade {Two(dose - Math.Round(dose * 2 / 3, 1))} for {Two(Math.Round(dose / 2, 1))} {wax.Name.ToLowerInvariant()}"
                );
        }

        if (resolved.Catalogue.Find(rules.FlexiblePartner) is { } partner && resolved.LinesOf(partner.Slug).IsEmpty)
        {
            foreach (var percent in new[] { rules.FlexiblePartnerPercent, 2 * rules.FlexiblePartnerPercent })
                yield return FixBuilder.Add(
                    resolved,
                    partner,
                    percent,
                    Stage.Melt,
                    $"Add {Two(percent)} {partner.Name.ToLowerInvariant()}"
                );
        }
    }

    /// <summary>True when more is liquid at the warm end than the structure holds.</summary>
    public static bool Weeps(Assessment a) => Bleeds(a.Resolved, a.Firmness, (double)a.Resolved.Formula.Climate.HighCelsius);

    private static Finding? Bleed(Assessment a)
    {
        var celsius = (double)a.Resolved.Formula.Climate.HighCelsius;
        if (
            !Weeps(a)
            || TextureFindings.Suits(a.Resolved, a.Firmness, TextureFindings.RoomCelsius) < 0
            || TextureFindings.IsTooSoftWarm(a.Resolved, a.Firmness)
        )
            return null;
        var (liquid, holds) = LiquidAgainstHold(a.Resolved, a.Firmness, celsius);
        var oils = a
            .Resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Oil && ingredient.Species.IsEmpty)
            .OrderByDescending(line => a.Resolved.Totals.Percents[line])
            .Take(3)
            .Order()
            .ToImmutableArray();
        return new Finding(
            FindingCodes.OilBleed,
            Severity.Caution,
            $"Weeps oil at {Celsius(celsius, "0.#")}",
            $"{liquid:0.0} % is liquid there; its crystals and powders hold about {holds:0.0} %.",
            "Crystals hold oil as a sponge holds water. When too few are left the oil comes to the top, or out of the pack.",
            a.Resolved.Rules.Texture.Structure.Source,
            oils,
            []
        )
        {
            Ways = () => TextureFixes.Ways(a, celsius, firmer: true, model => HoldsAll(a.Resolved, model, celsius)),
        };
    }

    /// <summary>What has melted all through does not weep: that is said of its texture. And a whip that bleeds has fallen in on
    /// itself.</summary>
    private static bool Bleeds(ResolvedFormula resolved, FirmnessModel model, double celsius) =>
        model.At(celsius).SolidPercent >= model.Rules.Structure.MeltedBelowSolid
        && !resolved.Formula.IsWhipped
        && !HoldsAll(resolved, model, celsius);

    private static bool HoldsAll(ResolvedFormula resolved, FirmnessModel model, double celsius)
    {
        var (liquid, holds) = LiquidAgainstHold(resolved, model, celsius);
        return liquid <= holds;
    }

    private static Finding? Collapse(Assessment a)
    {
        if (!a.Resolved.Formula.IsWhipped)
            return null;
        var rules = a.Resolved.Rules.Texture;
        var celsius = (double)a.Resolved.Formula.Climate.HighCelsius;
        var firmness = a.Firmness.At(celsius).Firmness;
        var border = HoldsAirFrom(rules);
        return firmness >= border
            ? null
            : new Finding(
                FindingCodes.WhipCollapse,
                Severity.Caution,
                $"Falls in on itself at {Celsius(celsius, "0.#")}",
                $"Firmness {firmness:0.0} there; a whipped butter holds its air from {border:0.0}.",
                "The walls between the bubbles are fat crystals. When too many melt the air leaves, and it does not come back on cooling.",
                rules.Source,
                [.. TextureFixes.Structuring(a, TextureFindings.RoomCelsius).Take(3).Order()],
                []
            )
            {
                Ways = () => TextureFixes.Ways(a, celsius, firmer: true, model => model.At(celsius).Firmness >= border),
            };
    }

    /// <summary>The lines that grow grains where they cool slowly, and whether they commonly do; none where too little is melted.</summary>
    internal static (ImmutableArray<int> Lines, bool Often) GrainProne(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.Texture.Structure;
        if (resolved.Formula.Process == Process.ColdWhip)
            return ([], false);
        var high = resolved.LinesWhere(ingredient => ingredient.Grain?.Level == GrainLevel.High);
        var any = resolved.LinesWhere(ingredient => ingredient.Grain?.Level is GrainLevel.High or GrainLevel.Some);
        var often = resolved.PercentOf(high) >= rules.GrainHighPercent;
        return often || resolved.PercentOf(any) >= rules.GrainSomePercent
            ? ([.. (often ? high : any).Where(line => resolved.Totals.Percents[line] > 0m)], often)
            : ([], false);
    }

    private static Finding? Grain(Assessment a)
    {
        var resolved = a.Resolved;
        var rules = resolved.Rules.Texture.Structure;
        var (lines, often) = GrainProne(resolved);
        if (lines.IsEmpty)
            return null;
        return new Finding(
            FindingCodes.GrainRisk,
            often && resolved.PercentOf(lines) >= rules.GrainCautionPercent ? Severity.Caution : Severity.Note,
            $"{FindingWords.Names(resolved, lines)} may turn grainy",
            $"{Two(resolved.PercentOf(lines)).Percent} is melted and cooled; from "
                + $"{Short(often ? rules.GrainHighPercent : rules.GrainSomePercent).Percent} it shows.",
            "Cooled slowly, its higher-melting part crystallises first and alone, into grains that skin feels as sand. Cooling "
                + "fast, or stirring until it thickens, keeps them small; what is never melted never turns.",
            rules.Source,
            lines,
            []
        )
        {
            Ways = () => Smooth(a, lines),
        };
    }

    private static IEnumerable<Fix> Smooth(Assessment a, ImmutableArray<int> lines)
    {
        var resolved = a.Resolved;
        if (resolved.Formula.IsWhipped)
            yield return FixBuilder.SetField("Whip it cold, unmelted", "process", "cold-whip");
        var line = lines
            .Where(line => !resolved.Formula.Lines[line].IsBalance)
            .OrderByDescending(line => resolved.Totals.Percents[line])
            .FirstOrDefault(-1);
        if (line < 0)
            yield break;
        var rules = resolved.Rules.Texture.Structure;
        foreach (
            var other in rules
                .SmoothButters.Where(slug => resolved.LinesOf(slug).IsEmpty)
                .Select(resolved.Catalogue.Find)
                .OfType<Ingredient>()
        )
            yield return FixBuilder.Replace(line, other, $"{other.ShortName} instead");
        var eased = resolved.Totals.Percents[line] - (resolved.PercentOf(lines) - rules.GrainHighPercent) - 0.1m;
        if (eased > 0m)
            yield return FixBuilder.SetTo(resolved, line, eased, $"Ease to {Two(eased)}");
    }
}
