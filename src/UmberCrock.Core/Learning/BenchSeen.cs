using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Learning;

/// <summary>A texture that was felt on this bench, and where that is kept.</summary>
/// <param name="Look">What was felt.</param>
/// <param name="Name">What the product is called.</param>
/// <param name="Where">Which look it was, in words: "rung 3 of a ladder", "day 14 in the room".</param>
/// <param name="IsRung">True for a rung of a ladder, false for a jar of a study.</param>
/// <param name="On">The day it was felt; of a rung, the day its ladder was made.</param>
public sealed record LookOnBench(FirmnessLook Look, string Name, string Where, bool IsRung, DateOnly On);

/// <summary>What a bench has seen that it can learn from.</summary>
public static class BenchSeen
{
    private const int HoursADay = 24;
    private const string RungNote = "firmness";

    /// <summary>The looks of a study at jars in the room whose firmness was felt. Jars elsewhere are not learnt from: a fridge or a warm
    /// box is not as warm as its name says.</summary>
    /// <param name="log">The study itself.</param>
    public static IEnumerable<LookOnBench> Of(StudyLog log) =>
        from kept in log.Looks.Values
        let look = kept.Look
        let check = log.Checks[look.Check]
        where check.Condition == StudyCondition.Room && look.Seen.Band is not null
        orderby look.Day, check.Jar
        select new LookOnBench(
            new FirmnessLook(log.Setup.Formula, check.Celsius, look.Seen.Band!.Value, look.Day * HoursADay),
            log.Setup.Name,
            $"day {look.Day} in the room",
            IsRung: false,
            log.Setup.MadeOn.AddDays(look.Day)
        );

    /// <summary>The rungs of a ladder whose firmness was felt, in the room.</summary>
    /// <param name="ladder">The ladder as it is kept.</param>
    /// <param name="madeOn">The day it was made.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static IEnumerable<LookOnBench> Of(LadderPlan ladder, DateOnly madeOn, IReadOnlySet<string> herbs) =>
        from found in ladder.Observations
        where found.Band is not null
        select new LookOnBench(
            new FirmnessLook(Ladder.FormulaOf(ladder, found.Rung, herbs), Climate.RoomCelsius, found.Band!.Value, null),
            ladder.Formula.Name,
            $"rung {found.Rung + 1} of a ladder",
            IsRung: true,
            madeOn
        );

    /// <summary>What was foreseen of the firmness of rungs and what was felt: a ladder shows its rungs' textures before they are
    /// made.</summary>
    /// <param name="looks">The looks.</param>
    /// <param name="book">The ingredients and rules with the book's strengths.</param>
    /// <param name="settings">The maker's choices.</param>
    public static IEnumerable<TruthMark> RungsOf(IEnumerable<LookOnBench> looks, Catalogue book, EvaluationSettings settings)
    {
        foreach (var seen in looks.Where(look => look.IsRung))
        {
            var model = new FirmnessModel(ResolvedFormula.Of(seen.Look.Formula, book, settings).Parts, book.Rules.Texture);
            var lean = Math.Sign(seen.Look.Band - model.BandAt((double)seen.Look.Celsius));
            yield return new TruthMark(
                null,
                $"{seen.Name}, {seen.Where}",
                RungNote,
                ForecastSubject.Firmness,
                lean == 0 ? ForecastOutcome.BorneOut : ForecastOutcome.NotSeen,
                lean,
                seen.On
            );
        }
    }
}
