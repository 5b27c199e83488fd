using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Stability;

/// <summary>Restates results in words: what they imply for this formula, and what to look for. They add no number of their own.</summary>
internal static class StabilityNotes
{
    public static IEnumerable<StabilityNote> Of(Assessment a, IReadOnlyCollection<Finding> findings) =>
        new[]
        {
            Warm(a),
            Cold(a),
            Found(
                findings,
                FindingCodes.OilBleed,
                "bleeds-warm",
                "Expect a ring of oil on warm days. Leave one at the warm end for a week, then tilt it: look for oil at the wall "
                    + "and in the lid, and whether it goes back on cooling."
            ),
            Whipped(a, findings),
            Grain(a),
            Bloom(a),
            Brittle(findings),
            Settles(a),
            Turning(a),
            Scent(a),
            Colour(a),
            Wet(a),
            Milky(a),
            Packed(a),
        }.OfType<StabilityNote>();

    private static StabilityNote? Found(IEnumerable<Finding> findings, string code, string note, Message text) =>
        findings.FirstOrDefault(finding => finding.Code == code) is { } finding
            ? new StabilityNote(note, text, $"{finding.Title}: {finding.Detail}")
            : null;

    private static StabilityNote Warm(Assessment a)
    {
        var high = a.Resolved.Formula.Climate.HighCelsius;
        var (warm, room) = (a.Melt.At(high), a.Melt.At(20m));
        Message because =
            $"{warm.SolidPercent:0.0} % solid and firmness {warm.Firmness:0.0} at {Short(high).Celsius}; {room.SolidPercent:0.0} "
            + $"% and {room.Firmness:0.0} at {Celsius(Climate.RoomCelsius, "0")}.";
        return warm.Band < room.Band
            ? new StabilityNote(
                "softens-warm",
                $"At {Short(high).Celsius} it softens from {TextureFindings.Word(room.Band)} to "
                    + $"{TextureFindings.Word(warm.Band)}. Leave one in the warmest place it will live and look for sagging and "
                    + $"oil on top.",
                because
            )
            : new StabilityNote(
                "holds-warm",
                $"Stays {TextureFindings.Word(warm.Band)} up to {Short(high).Celsius}. Look all the same for oil drops on the "
                    + $"surface after a warm day.",
                because
            );
    }

    private static StabilityNote? Cold(Assessment a)
    {
        var low = a.Resolved.Formula.Climate.LowCelsius;
        var (cold, room) = (a.Melt.At(low), a.Melt.At(20m));
        return cold.Band <= room.Band
            ? null
            : new StabilityNote(
                "hardens-cold",
                $"At {Short(low).Celsius} it hardens to {TextureFindings.Word(cold.Band)}. Rub one straight from the cold: look "
                    + $"for drag, crumbs and cracks.",
                $"Firmness {cold.Firmness:0.0} against {room.Firmness:0.0} at {Celsius(Climate.RoomCelsius, "0")}."
            );
    }

    private static StabilityNote? Whipped(Assessment a, IEnumerable<Finding> findings)
    {
        if (!a.Resolved.Formula.IsWhipped)
            return null;
        var high = a.Resolved.Formula.Climate.HighCelsius;
        var border = StructureFindings.HoldsAirFrom(a.Resolved.Rules.Texture);
        return Found(
            findings,
            FindingCodes.WhipCollapse,
            "falls-back",
            $"The whip falls back before {Short(high).Celsius}. Mark the height on the jar and read it after each warm day; it "
                + $"does not come back."
        )
            ?? new StabilityNote(
                "keeps-height",
                "The whip holds its height in its climate. Mark the height on the jar all the same and read it after warm days.",
                $"Firmness {a.Melt.At(high).Firmness:0.0} at {Short(high).Celsius}; it holds air from {border:0.0}."
            );
    }

    private static StabilityNote? Grain(Assessment a)
    {
        var resolved = a.Resolved;
        var rules = resolved.Rules.Stability;
        var lines = resolved.LinesWhere(ingredient => ingredient.Grain?.Level == GrainLevel.High);
        var percent = resolved.PercentOf(lines);
        return resolved.Formula.Process == Process.ColdWhip || percent < rules.GrainyButterPercentFrom
            ? null
            : new StabilityNote(
                "may-grain",
                $"{FindingWords.Names(resolved, lines)} can crystallise into grains over days. Cool fast, then feel a smear for "
                    + $"sand after 2, 7 and 14 days.",
                $"{Two(percent).Percent} of it is melted and cooled."
            );
    }

    private static StabilityNote? Bloom(Assessment a)
    {
        var resolved = a.Resolved;
        var rules = resolved.Rules.Stability;
        var lines = resolved.LinesWhere(ingredient => rules.BloomingButters.Contains(ingredient.Slug));
        var percent = resolved.PercentOf(lines);
        return percent < rules.BloomPercentFrom
            ? null
            : new StabilityNote(
                "may-bloom",
                $"{FindingWords.Names(resolved, lines)} can bloom: a grey-white film after warm days or slow cooling. It is fat, "
                    + $"not mould: it wipes off and melts away. Look at one that was warm by day and cool by night.",
                $"{Two(percent).Percent} of it; its crystals change to a firmer kind in store."
            );
    }

    private static StabilityNote? Brittle(IEnumerable<Finding> findings) =>
        Found(
            findings,
            FindingCodes.Brittle,
            "crumbles",
            "It may crumble or crack. Press a corner of one that is cold, and drop one from the height of a table."
        );

    private static StabilityNote? Settles(Assessment a) =>
        a.Settling is not { } report
            ? null
            : new StabilityNote(
                "sinks",
                $"{a.Resolved.Catalogue.Find(report.Powder)!.Name} sinks while it is liquid. "
                    + $"{(report.StirUntilCelsius is { } stir ? (Message)$"Stir down to {Celsius(stir, "0")}"
                        : "Shake before use")}, then cut one through: look for a pale foot and a clear top.",
                $"It falls {report.VelocityMillimetresPerHour:0.0} mm an hour at "
                    + $"{Celsius(report.PourCelsius, "0")}{(report.FallMillimetres is { } fall
                        ? (Message)$", {fall:0.0} mm before it sets" : "")}{(report.Dispersed ? ", dispersed" : ", in clumps")}."
            );

    private static StabilityNote? Turning(Assessment a)
    {
        if (a.Keeping is not { Weakest: { } slug, MonthsByWeakest: { } months })
            return null;
        var first = a.Resolved.Catalogue.Find(slug)!;
        var factors = a.Keeping.Factors.IsEmpty
            ? ""
            : (Message)$"; {Message.Join(", ", a.Keeping.Factors.Select(factor => (Message)$"{factor.Words} (× {factor.Factor:0.##})"))}";
        return new StabilityNote(
            "turns-first",
            $"{first.Name} turns first. Smell for {SmellOf(a)} from month {Math.Max(1, months * 2 / 3):0} on, and " + $"write down when.",
            $"Unopened it lives {first.ShelfLifeMonths!.Low:0} to {first.ShelfLifeMonths.High:0} months{factors}: {months:0.#} months."
        );
    }

    /// <summary>Linseed turns like paint, almond like old nuts and crayons, a butter or coconut fat goes stale or soapy (common
    /// practice).</summary>
    private static string SmellOf(Assessment a) =>
        a.Keeping.LinolenicPercent >= a.Resolved.Rules.Stability.PaintFromLinolenicPercent ? "paint, putty or fish"
        : a.Keeping.PolyunsaturatedPercent >= a.Resolved.Rules.Stability.NutsFromPolyunsaturatedPercent ? "crayons or old nuts"
        : "stale fat or soap";

    private static StabilityNote? Scent(Assessment a)
    {
        var lines = a.Resolved.LinesWhere(ingredient => ingredient.Class is IngredientClass.EssentialOil or IngredientClass.Fragrance);
        var percent = a.Resolved.PercentOf(lines);
        return percent <= 0m
            ? null
            : new StabilityNote(
                "scent-fades",
                $"{FindingWords.Names(a.Resolved, lines)} fades first from the surface. Smell a fresh cut beside the top, and "
                    + $"note when they differ.",
                $"{Two(percent).Percent} scent."
            );
    }

    private static StabilityNote? Colour(Assessment a)
    {
        var lines = a.Resolved.LinesWhere(ingredient => ingredient.Class is IngredientClass.Pigment);
        return a.Resolved.PercentOf(lines) <= 0m
            ? null
            : new StabilityNote(
                "colour-streaks",
                $"{FindingWords.Names(a.Resolved, lines)} can streak or sink. Cut one through and draw it over paper: look for "
                    + $"specks and bands.",
                $"{Two(a.Resolved.PercentOf(lines)).Percent} pigment."
            );
    }

    private static StabilityNote? Wet(Assessment a) =>
        !a.Resolved.Formula.WetUse
            ? null
            : new StabilityNote(
                "used-wet",
                "Water gets into it in use. Look for spots, fur, a sour or musty smell; throw it away at the first of these.",
                "It meets wet skin or wet fingers."
            );

    private static StabilityNote? Milky(Assessment a) =>
        a.Emulsion is not { EmulsifierPercent: > 0m } report
            ? null
            : new StabilityNote(
                "turns-milky",
                "Wet a piece each time you look: does it still turn milky and rinse off?",
                $"{Two(report.EmulsifierPercent).Percent} "
                    + $"emulsifier{(report.SuppliedHlb is { } supplied ? (Message)$", HLB {supplied:0.0}"
                        : "")}{(report.RequiredHlb is { } required ? (Message)$" for oils that want {required:0.0}" : "")}."
            );

    private static StabilityNote? Packed(Assessment a) =>
        a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form).Packed == Pack.Tube && a.Melt.SetPointCelsius is { } set
            ? new StabilityNote(
                "shrinks",
                "It shrinks as it sets: look for a hole at the top and for play in the tube, and turn it up and down.",
                $"It sets at {Celsius(set, "0.0")} and goes on contracting to room temperature."
            )
            : null;
}
