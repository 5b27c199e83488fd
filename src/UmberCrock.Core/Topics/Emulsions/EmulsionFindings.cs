using System.Collections.Immutable;
using System.Diagnostics;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>Findings about emulsifiers in what meets water.</summary>
internal static class EmulsionFindings
{
    private static readonly IngredientClass[] Setting = [IngredientClass.Wax, IngredientClass.FattyAlcohol, IngredientClass.FattyAcid];

    /// <summary>Why the formula needs an emulsifier, the strongest reason.</summary>
    public static Call CallOf(ResolvedFormula resolved) =>
        resolved.Formula.Exposure == Exposure.RinseOff || resolved.Formula.Form == ProductForm.ConditionerBar ? Call.RinseOff
        : resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Water))
        >= resolved.Rules.Emulsifiers.WaterPercentFrom
            ? Call.Water
        : resolved.Formula.WetUse && resolved.Formula.Form is ProductForm.Bar or ProductForm.MassageBar ? Call.Wet
        : Call.None;

    public static IEnumerable<Finding> Find(Assessment a)
    {
        var call = CallOf(a.Resolved);
        if (a.Resolved.Totals.Total <= 0m || a.Emulsion is not { } report)
            return [];
        var dose = call == Call.None ? null : Dose(a.Resolved, report, call);
        return new[] { dose, dose is null ? Mismatch(a.Resolved, report) : null }.OfType<Finding>();
    }

    private static decimal WantedPercent(ResolvedFormula resolved, Call call) =>
        call == Call.Water
            ? Math.Max(
                resolved.Rules.Emulsifiers.MissingBelowPercent,
                Math.Ceiling(
                    10m
                        * resolved.Rules.Emulsifiers.EmulsifierPerWater
                        * resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Water))
                ) / 10m
            )
            : resolved.Rules.Emulsifiers.RinseOffPercentFrom;

    private static Finding? Dose(ResolvedFormula resolved, EmulsionReport report, Call call)
    {
        var rules = resolved.Rules.Emulsifiers;
        var wanted = WantedPercent(resolved, call);
        if (report.EmulsifierPercent >= wanted)
            return null;
        var missing = report.EmulsifierPercent < rules.MissingBelowPercent;
        var absorbing = resolved
            .LinesWhere(ingredient => rules.TakenForOne.Contains(ingredient.Slug))
            .Where(line => resolved.Totals.Percents[line] > 0m)
            .ToImmutableArray();
        var lines = missing ? absorbing : resolved.LinesWhere(EmulsionReport.Emulsifies);
        var notOne =
            missing && !absorbing.IsEmpty
                ? (Message)$" {FindingWords.Names(resolved, absorbing)} takes up a little water but is no emulsifier."
                : "";
        var what = call switch
        {
            Call.Water => "hold its water",
            Call.Wet => "turn milky on wet skin",
            Call.RinseOff or Call.None => "rinse off",
            _ => throw new UnreachableException(),
        };
        return new Finding(
            missing ? FindingCodes.EmulsifierMissing : FindingCodes.EmulsifierLow,
            call == Call.Wet ? Severity.Note : Severity.Caution,
            missing ? (Message)$"Nothing makes it {what}" : $"Too little emulsifier to {what}",
            $"{Two(report.EmulsifierPercent).Percent} emulsifier; to {what} it wants "
                + $"{(call == Call.Water ? (Message)$"about {Two(wanted)}"
                    : $"{Short(rules.RinseOffPercentFrom)} to {Short(rules.RinseOffPercentTo)}")} %.{notOne}",
            "Without enough of it water beads off: the product stays as a greasy film on skin, hair and drain, or parts in the jar.",
            rules.Source,
            lines,
            []
        )
        {
            Ways = () => Raise(resolved, wanted),
        };
    }

    private static IEnumerable<Fix> Raise(ResolvedFormula resolved, decimal wanted)
    {
        var rules = resolved.Rules.Emulsifiers;
        var present = resolved.LinesWhere(EmulsionReport.Emulsifies);
        var line = present
            .Where(line => !resolved.Formula.Lines[line].IsBalance)
            .OrderByDescending(line => resolved.Totals.Percents[line])
            .FirstOrDefault(-1);
        if (line >= 0)
        {
            var dose = wanted - resolved.PercentOf(present) + resolved.Totals.Percents[line];
            yield return FixBuilder.SetTo(resolved, line, dose, $"{resolved.Ingredients[line].ShortName} to {Two(dose)}");
        }

        var slug =
            resolved.Formula.Form == ProductForm.ConditionerBar || resolved.Formula.Zone is Zone.Hair or Zone.Beard
                ? rules.OfferedForHair
                : rules.OfferedForSkin;
        if (resolved.Catalogue.Find(slug) is not { } offered || !resolved.LinesOf(slug).IsEmpty)
            yield break;
        yield return FixBuilder.Add(resolved, offered, wanted, Stage.Melt, $"Add {Two(wanted)} {offered.Name.ToLowerInvariant()}");

        // Hard formulas have no room for it on top: it takes the place of wax, which it can do, as it sets too.
        var wax = resolved
            .LinesWhere(ingredient => Setting.Contains(ingredient.Class))
            .Where(line => !resolved.Formula.Lines[line].IsBalance && resolved.Totals.Percents[line] >= wanted)
            .OrderByDescending(line => resolved.Totals.Percents[line])
            .FirstOrDefault(-1);
        if (wax >= 0)
            yield return FixBuilder.Trade(
                resolved,
                wax,
                resolved.Totals.Percents[wax] - wanted,
                offered,
                wanted,
                $"{Two(wanted)} {offered.Name.ToLowerInvariant()} for wax"
            );
    }

    private static Finding? Mismatch(ResolvedFormula resolved, EmulsionReport report)
    {
        var rules = resolved.Rules.Emulsifiers;
        if (
            report is not { RequiredHlb: { } required, SuppliedHlb: { } supplied }
            || CallOf(resolved) == Call.None
            || report.CationicPercent * 2m > report.EmulsifierPercent
            || report.CoveredPercent < 100 * rules.CoveredShareFrom
            || Math.Abs(required - supplied) <= rules.MismatchBy
        )
        {
            return null;
        }

        return new Finding(
            FindingCodes.EmulsifierMismatch,
            Severity.Caution,
            supplied < required ? "The emulsifier is too oil-loving" : "The emulsifier is too water-loving",
            $"It supplies HLB {supplied:0.0}; the oils want {required:0.0} (known for {report.CoveredPercent:0} % of them). "
                + $"Within {rules.MismatchBy:0.0} it works.",
            "An emulsifier that does not suit its oils lets go of them: the milk breaks, or never forms. Two of different HLB "
                + "are mixed to hit the middle.",
            rules.Source,
            resolved.LinesWhere(EmulsionReport.Emulsifies),
            []
        )
        {
            Ways = () => Match(resolved, required, supplied),
        };
    }

    private static IEnumerable<Fix> Match(ResolvedFormula resolved, double required, double supplied)
    {
        var nonionic = resolved.LinesWhere(ingredient => EmulsionReport.Emulsifies(ingredient) && ingredient.Hlb is not null);
        var mass = (double)resolved.PercentOf(nonionic);
        foreach (
            var partner in (supplied < required ? resolved.Rules.Emulsifiers.PartnersHigh : resolved.Rules.Emulsifiers.PartnersLow)
                .Where(slug => resolved.LinesOf(slug).IsEmpty)
                .Select(resolved.Catalogue.Find)
                .OfType<Ingredient>()
        )
        {
            // mass x supplied + x x partner = (mass + x) x required
            var percent = mass * (required - supplied) / (partner.Hlb!.Value - required);
            if (percent is > 0 and < 50)
                yield return FixBuilder.Add(
                    resolved,
                    partner,
                    Math.Round((decimal)percent, 1),
                    Stage.Melt,
                    $"Add {Math.Round((decimal)percent, 1):0.00} {partner.Name.ToLowerInvariant()}"
                );
            var line = nonionic
                .Where(line => !resolved.Formula.Lines[line].IsBalance)
                .OrderByDescending(line => resolved.Totals.Percents[line])
                .FirstOrDefault(-1);
            if (line < 0)
                continue;
            // Traded, the sum stays: share x partner + (1 - share) x supplied = required.
            var share = (required - supplied) / (partner.Hlb.Value - supplied);
            var traded = Math.Round((decimal)(share * mass), 1);
            if (traded > 0m && traded <= resolved.Totals.Percents[line])
                yield return FixBuilder.Trade(
                    resolved,
                    line,
                    resolved.Totals.Percents[line] - traded,
                    partner,
                    traded,
                    $"Trade {Two(traded)} for {partner.Name.ToLowerInvariant()}"
                );
        }
    }
}
