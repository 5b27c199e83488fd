using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Stability;

namespace UmberCrock.Core.Studies;

/// <summary>A place of a study: where its jars stand.</summary>
/// <param name="Condition">What kind of place it is.</param>
/// <param name="Celsius">How warm it is there, C; null for the usual.</param>
public sealed record StudyPlace(StudyCondition Condition, decimal? Celsius);

/// <summary>What a study is to be: since when, where its jars stand, and how many.</summary>
/// <param name="MadeOn">The day it was made.</param>
/// <param name="Places">Where jars stand; empty for the usual places.</param>
/// <param name="Jars">How many jars stand in each; null for the usual.</param>
/// <param name="IsShipped">True where it travels: more rounds of frost.</param>
public sealed record StudyRequest(DateOnly MadeOn, ImmutableArray<StudyPlace> Places, int? Jars, bool IsShipped)
{
    /// <summary>The most places that a study may have: no shelf has more.</summary>
    public const int MostPlaces = 8;

    /// <summary>The most jars in one place: nobody looks at more.</summary>
    public const int MostJars = 9;
}

/// <summary>A check of a study: which jar is looked at on which day, and for what.</summary>
/// <param name="Id">Its name within the study, the same for the same plan: "warm-2-d28".</param>
/// <param name="Day">Days from making.</param>
/// <param name="Date">The day of the calendar.</param>
/// <param name="Condition">Where the jar stands.</param>
/// <param name="Celsius">How warm it is there, C; of frost and thaw where it is looked at.</param>
/// <param name="Jar">Which jar of that place, from 1.</param>
/// <param name="Round">Which round of frost, from 1; null elsewhere.</param>
/// <param name="IsVial">True for a closed vial, which shows colour and smell only.</param>
/// <param name="Look">What is looked at: signs, "band", "height".</param>
public sealed record StudyCheck(
    string Id,
    int Day,
    DateOnly Date,
    StudyCondition Condition,
    decimal Celsius,
    int Jar,
    int? Round,
    bool IsVial,
    ImmutableArray<string> Look
)
{
    /// <summary>Where the jar stands, by name: the same for all checks of it; "warm", "other2".</summary>
    [JsonIgnore]
    public string Shelf => Id[..Id.IndexOf($"-{Jar}-d", StringComparison.Ordinal)];
}

/// <summary>The checks of a study, by day: the same for the same question (days after ISO/TR 18811, data/rules/stability.json).</summary>
public static class StudyPlan
{
    /// <summary>Word of a look at how firm it is, pressed by a thumb.</summary>
    public const string LookBand = "band";

    /// <summary>Word of a look at how high a whip stands.</summary>
    public const string LookHeight = "height";

    /// <summary>How many jars stand in each place when nothing is said.</summary>
    /// <param name="rules">The rules of studies.</param>
    public static int UsualJars(RuleBook rules) => rules.Of<StudyRules>().DefaultJars;

    /// <summary>The places that a study can have, with how warm each is for this product, C, and whether it is usual.</summary>
    /// <param name="forecast">What was foreseen of the product.</param>
    /// <param name="rules">The rules of studies and of the plan.</param>
    public static ImmutableArray<(StudyCondition Condition, decimal Celsius, bool IsVial, bool IsUsual)> Places(
        StudyForecast forecast,
        RuleBook rules
    )
    {
        var study = rules.Of<StudyRules>();
        return
        [
            .. Enum.GetValues<StudyCondition>()
                .Select(condition =>
                    (
                        condition,
                        CelsiusOf(condition, forecast, rules),
                        condition == StudyCondition.Warm && forecast.WarmCelsius is null,
                        study.DefaultConditions.Contains(condition)
                    )
                ),
        ];
    }

    private static decimal CelsiusOf(StudyCondition condition, StudyForecast forecast, RuleBook rules) =>
        condition != StudyCondition.Warm
            ? rules.Of<StudyRules>().Conditions[condition]
            : forecast.WarmCelsius ?? rules.Stability.Plan.VialCelsius;

    /// <summary>Plans the checks of a product that was made on a day.</summary>
    /// <param name="forecast">What was foreseen of the product.</param>
    /// <param name="request">What is wanted.</param>
    /// <param name="rules">The rules of studies and of the plan.</param>
    public static ImmutableArray<StudyCheck> Of(StudyForecast forecast, StudyRequest request, RuleBook rules)
    {
        var (study, plan) = (rules.Of<StudyRules>(), rules.Stability.Plan);
        var places = request.Places.IsEmpty
            ? [.. study.DefaultConditions.Select(condition => new StudyPlace(condition, null))]
            : request.Places;
        var ids = new Dictionary<string, int>(StringComparer.Ordinal);
        var checks = ImmutableArray.CreateBuilder<StudyCheck>();
        foreach (var place in places)
        {
            // The same place chosen twice, as two cars, has its own names.
            var word = Vocabulary.Word(place.Condition);
            var again = ids[word] = ids.GetValueOrDefault(word) + 1;
            var name = again == 1 ? word : $"{word}{again}";
            var isVial = place is { Condition: StudyCondition.Warm, Celsius: null } && forecast.WarmCelsius is null;
            var celsius = place.Celsius ?? CelsiusOf(place.Condition, forecast, rules);
            var look = LookOf(forecast, place.Condition, isVial, study);
            var isFrost = place.Condition == StudyCondition.FreezeThaw;
            var days = isFrost ? plan.FreezeThawDays.Take(request.IsShipped ? plan.FreezeThawDays.Length : plan.Rounds) : plan.Days;
            foreach (var (day, at) in days.Select((day, at) => (day, at)))
            {
                for (var jar = 1; jar <= (request.Jars ?? study.DefaultJars); jar++)
                {
                    checks.Add(
                        new StudyCheck(
                            $"{name}-{jar}-d{day}",
                            day,
                            request.MadeOn.AddDays(day),
                            place.Condition,
                            celsius,
                            jar,
                            isFrost ? at + 1 : null,
                            isVial,
                            look
                        )
                    );
                }
            }
        }

        return [.. checks.OrderBy(check => check.Day)];
    }

    /// <summary>Only what this form can show is asked.</summary>
    private static ImmutableArray<string> LookOf(StudyForecast forecast, StudyCondition condition, bool isVial, StudyRules rules)
    {
        bool Shows(SignRow row) =>
            isVial
                ? row.Vial
                : (row.Packed.IsEmpty || row.Packed.Contains(forecast.Packed))
                    && (row.Conditions.IsEmpty || row.Conditions.Contains(condition))
                    && row.Needs switch
                    {
                        SignNeed.CanPart => forecast.CanPart,
                        SignNeed.MeetsWater => forecast.MeetsWater,
                        _ => true,
                    };
        return
        [
            .. rules.Signs.Where(Shows).Select(row => Vocabulary.Word(row.Sign)),
            .. isVial || forecast.Packed == Formulas.Pack.Bottle ? Array.Empty<string>() : [LookBand],
            .. !isVial && forecast.IsWhipped ? [LookHeight] : Array.Empty<string>(),
        ];
    }
}
