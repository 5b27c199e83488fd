using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Findings about the band at 20 C and at the climate's ends.</summary>
internal static class TextureFindings
{
    /// <summary>Where a product is judged: a room, C.</summary>
    public const double RoomCelsius = (double)Climate.RoomCelsius;

    public static IEnumerable<Finding> Find(Assessment a)
    {
        var resolved = a.Resolved;
        if (resolved.Formula.Lines.IsEmpty || resolved.Totals.Total <= 0m)
            return [];
        var climate = resolved.Formula.Climate;
        // One cause is one finding: what is too soft in the room is too soft in the heat as well, and what is too hard is so in the cold.
        return (Wrong(a), TooSoft(a, (double)climate.HighCelsius), TooHard(a, (double)climate.LowCelsius)) switch
        {
            ({ } wrong, var soft, var hard) when Suits(resolved, a.Firmness, RoomCelsius) < 0 => hard is null
                ? [wrong with { Also = Codes(soft, a) }]
                : [wrong with { Also = Codes(soft, a) }, hard],
            ({ } wrong, var soft, var hard) => soft is null
                ? [wrong with { Also = hard is null ? [] : [hard.Code] }]
                : [wrong with { Also = hard is null ? [] : [hard.Code] }, soft with { Also = Codes(null, a) }],
            (null, var soft, var hard) => new[] { soft is null ? null : soft with { Also = Codes(null, a) }, hard }.OfType<Finding>(),
        };
    }

    /// <summary>
    /// True of a mix that is nowhere softer than its form wants, in the room and at the warm end of the climate; or, when it is to be
    /// made softer, nowhere harder, in the room and at the cold end.
    /// </summary>
    public static Func<FirmnessModel, bool> SuitsEverywhere(ResolvedFormula resolved, bool firmer)
    {
        var low = (double)resolved.Formula.Climate.LowCelsius;
        return firmer
            ? model => Suits(resolved, model, RoomCelsius) >= 0 && !IsTooSoftWarm(resolved, model)
            : model => Suits(resolved, model, RoomCelsius) <= 0 && Suits(resolved, model, low) <= 0;
    }

    /// <summary>-1 when a mix is softer than its form wants at a temperature, 1 when it is harder, 0 when it suits.</summary>
    public static int Suits(ResolvedFormula resolved, FirmnessModel model, double celsius)
    {
        var (least, most) = Wanted(resolved);
        var firmness = model.At(celsius).Firmness;
        return firmness < model.Rules.FromOf(least) ? -1
            : firmness >= model.Rules.ToOf(most) ? 1
            : 0;
    }

    /// <summary>True of a mix that is softer at the warm end of its climate than its form bears there.</summary>
    public static bool IsTooSoftWarm(ResolvedFormula resolved, FirmnessModel model) =>
        model.At((double)resolved.Formula.Climate.HighCelsius).Firmness < model.Rules.FromOf(LeastWarm(resolved));

    /// <summary>The softest band that a form bears at the warm end of its climate.</summary>
    public static Band LeastWarm(ResolvedFormula resolved) => resolved.Rules.Forms.Of(resolved.Formula.Form).LeastWarm;

    /// <summary>A band's word in a sentence.</summary>
    public static string Word(Band band) => Vocabulary.Word(band).Replace('-', ' ');

    /// <summary>"stick or hard bar", "ointment to balm".</summary>
    public static string WantedWords(ResolvedFormula resolved)
    {
        var (least, most) = Wanted(resolved);
        return least == most ? Word(least)
            : most == least + 1 ? $"{Word(least)} or {Word(most)}"
            : $"{Word(least)} to {Word(most)}";
    }

    internal static (Band Least, Band Most) Wanted(ResolvedFormula resolved)
    {
        var wanted = resolved.Rules.Forms.Of(resolved.Formula.Form).Bands;
        return (wanted.Min(), wanted.Max());
    }

    private static ImmutableArray<string> Codes(Finding? soft, Assessment a) =>
        [.. new[] { soft?.Code, StructureFindings.Weeps(a) ? FindingCodes.OilBleed : null }.OfType<string>()];

    private static Finding? Wrong(Assessment a)
    {
        var how = Suits(a.Resolved, a.Firmness, RoomCelsius);
        return how == 0
            ? null
            : Of(
                a,
                FindingCodes.WrongBand,
                RoomCelsius,
                how,
                $"{Capital(Word(a.Firmness.BandAt(RoomCelsius)))}, not {WantedWords(a.Resolved)}",
                how < 0
                    ? "Softer in the room than this kind of product is meant to be."
                    : "Harder in the room than this kind of product is meant to be.",
                model => Suits(a.Resolved, model, RoomCelsius) * how <= 0
            );
    }

    /// <summary>A whipped butter may go down to where it falls in on itself, which is a finding of its own.</summary>
    private static Finding? TooSoft(Assessment a, double celsius) =>
        !IsTooSoftWarm(a.Resolved, a.Firmness) || a.Resolved.Formula.IsWhipped
            ? null
            : Of(
                a,
                FindingCodes.TooSoftWarm,
                celsius,
                -1,
                $"{Capital(Word(a.Firmness.BandAt(celsius)))} at {Celsius(celsius, "0.#")}",
                "At the warm end of its climate it gives way: it sags, smears or runs out of its pack.",
                model => !IsTooSoftWarm(a.Resolved, model)
            );

    private static Finding? TooHard(Assessment a, double celsius) =>
        Suits(a.Resolved, a.Firmness, celsius) <= 0
            ? null
            : Of(
                a,
                FindingCodes.TooHardCold,
                celsius,
                1,
                $"{Capital(Word(a.Firmness.BandAt(celsius)))} at {Celsius(celsius, "0.#")}",
                "At the cold end of its climate it drags on skin, crumbles or cannot be scooped until it is warmed.",
                model => Suits(a.Resolved, model, celsius) <= 0
            );

    private static Finding Of(
        Assessment a,
        string code,
        double celsius,
        int how,
        Message title,
        Message why,
        Func<FirmnessModel, bool> mended
    )
    {
        var rules = a.Resolved.Rules.Texture;
        var (least, most) = Wanted(a.Resolved);
        if (code == FindingCodes.TooSoftWarm)
            least = LeastWarm(a.Resolved);
        var (solid, firmness) = a.Firmness.At(celsius);
        // Two bands harder in the cold is what cold does to fats; three is a product that does not work there. And no border is sharper
        // than the firmness is known.
        var past = how < 0 ? rules.FromOf(least) - firmness : firmness - rules.ToOf(most);
        var severity =
            past < rules.KnownWithin
            || (
                code == FindingCodes.TooHardCold
                && a.Firmness.BandAt(celsius) <= a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form).HardestCold
            )
                ? Severity.Note
                : Severity.Caution;
        var border = how < 0 ? (Message)$"wants {rules.FromOf(least):0.0} or more" : $"wants less than {rules.ToOf(most):0.0}";
        return new Finding(
            code,
            severity,
            title,
            $"Firmness {firmness:0.0}, {solid:0.0} % solid at {Celsius(celsius, "0.#")}; a "
                + $"{Vocabulary.Word(a.Resolved.Formula.Form).Replace('-', ' ')} {border}.",
            why,
            rules.Source,
            [.. TextureFixes.Structuring(a, celsius).Take(3).Order()],
            []
        )
        {
            Ways = () => TextureFixes.Ways(a, celsius, how < 0, mended),
        };
    }

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];
}
