using System.Collections.Immutable;
using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Studies;

/// <summary>Judges a look at a jar by rule (data/rules/studies.json): what it comes to, and which forecasts it bears out.</summary>
public static class StudyJudge
{
    /// <summary>Judges a look at a jar against what was foreseen of it.</summary>
    /// <param name="forecast">What was foreseen when it was made.</param>
    /// <param name="look">Where, when, and what was seen.</param>
    /// <param name="rules">The rules of studies and of texture.</param>
    public static Judgement Of(StudyForecast forecast, StudyLook look, RuleBook rules)
    {
        var study = rules.Of<StudyRules>();
        var texture = new FirmnessSeen(forecast, look, rules.Texture, study);
        ImmutableArray<Message> failed = [.. Failures(forecast, look, study, texture)];
        ImmutableArray<Message> changed = [.. Changes(look, study, texture)];
        var verdict =
            !failed.IsEmpty ? StudyVerdict.Failed
            : !changed.IsEmpty ? StudyVerdict.Changed
            : StudyVerdict.Held;
        return new Judgement(
            verdict,
            !failed.IsEmpty ? failed
                : !changed.IsEmpty ? changed
                : [look.First is null ? "Nothing is wrong with it." : "As it was at the first look."],
            [.. ForecastJudge.Of(forecast, look, study, texture)]
        );
    }

    private static IEnumerable<Message> Failures(StudyForecast forecast, StudyLook look, StudyRules rules, FirmnessSeen texture)
    {
        foreach (var row in rules.Fails)
        {
            // What was foreseen to melt there has melted: its note is borne out, and what parts in the melt says nothing of the shelf.
            var hasRun = look.Condition == StudyCondition.Warm && texture.Foreseen == Band.Pourable && forecast.Packed != Pack.Bottle;
            if (
                look.Seen[row.Sign] >= row.From
                && (row.Conditions.IsEmpty || row.Conditions.Contains(look.Condition))
                && (row.UntilDay is not { } until || look.Day <= until)
                && !(hasRun && row.Sign == Sign.Layers)
            )
                yield return $"{Word(row.Sign)} {NotchWord(look.Seen[row.Sign]!.Value)}: {row.Why}.";
        }

        if (look.Condition != StudyCondition.Room)
            yield break;
        if (forecast.IsWhipped && look.Seen.HeightPercent < rules.HeightFailedBelowPercent)
            yield return $"It stands at {look.Seen.HeightPercent.Value:0} % of its height; under "
                + $"{rules.HeightFailedBelowPercent:0} % it has fallen in.";
        if (texture.BandsOff is { } off && Math.Abs(off) >= rules.BandsFailed)
            yield return $"{texture.SeenWords} where {texture.ForeseenWords} was foreseen.";
    }

    private static IEnumerable<Message> Changes(StudyLook look, StudyRules rules, FirmnessSeen texture)
    {
        foreach (var sign in Enum.GetValues<Sign>())
        {
            var before = look.First?[sign] ?? 0;
            if (look.Seen[sign] is { } notch && notch - before >= rules.ChangedFromNotch)
                yield return $"{Word(sign)} {NotchWord(notch)}{(before > 0 ? $", {NotchWord(before)} at the first look" : "")}.";
        }

        if (look.Seen.HeightPercent is { } height && height < rules.HeightChangedBelowPercent)
            yield return $"It stands at {height:0} % of its height.";
        if (texture.IsOff)
            yield return $"{texture.SeenWords} where {texture.ForeseenWords} was foreseen.";
    }

    private static string Word(Sign sign) =>
        sign switch
        {
            Sign.Colour => "Colour",
            Sign.Odour => "Smell",
            Sign.Sweat => "Drops on it",
            Sign.Bleed => "Oil around it",
            Sign.Grain => "Grain",
            Sign.Cracks => "Cracks",
            Sign.Layers => "Layers",
            Sign.Mould => "Mould",
            _ => throw new UnreachableException(),
        };

    private static string NotchWord(int notch) =>
        notch switch
        {
            0 => "none",
            1 => "a trace",
            2 => "some",
            _ => "strong",
        };
}

/// <summary>How firm it was beside how firm it was foreseen to be.</summary>
internal sealed class FirmnessSeen(StudyForecast forecast, StudyLook look, TextureRules texture, StudyRules rules)
{
    private readonly double firmness = forecast.FirmnessAt(look.Celsius);

    /// <summary>The texture that was foreseen there.</summary>
    public Band Foreseen => texture.BandOf(firmness);

    /// <summary>The texture that was foreseen in the room.</summary>
    public Band InRoom => texture.BandOf(forecast.FirmnessAt(Climate.RoomCelsius));

    /// <summary>Bands firmer than was foreseen; below 0 softer; null where nobody pressed it.</summary>
    public int? BandsOff => look.Seen.Band is { } seen ? seen - Foreseen : null;

    /// <summary>True where it is off by more than the doubt of the border.</summary>
    public bool IsOff =>
        look.Seen.Band is { } seen
        && seen != Foreseen
        && (
            Math.Abs(seen - Foreseen) > 1
            || (seen > Foreseen ? texture.FromOf(seen) - firmness : firmness - texture.ToOf(seen)) > rules.BeyondBorder
        );

    /// <summary>What was seen, in words.</summary>
    public string SeenWords => Capital(Vocabulary.Word(look.Seen.Band!.Value));

    /// <summary>What was foreseen, in words.</summary>
    public string ForeseenWords => Vocabulary.Word(Foreseen).Replace('-', ' ');

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..].Replace('-', ' ');
}
