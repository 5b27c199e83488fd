using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests;

/// <summary>What a look comes to (common practice, data/rules/studies.json): a table of borders, and what each forecast comes to.</summary>
public class StudyJudgeTests
{
    private static readonly double BalmFrom = Some.Catalogue.Rules.Texture.FromOf(Band.Balm);

    /// <summary>A balm in a tin, the same firmness at every heat, of which nothing was foreseen.</summary>
    private static StudyForecast Forecast(double firmness = 0, params string[] notes) =>
        new(
            Pack.Tin,
            IsWhipped: false,
            CanPart: true,
            MeetsWater: true,
            [.. Enumerable.Repeat(firmness > 0 ? firmness : BalmFrom + 1, 61)],
            WarmCelsius: 40,
            HighCelsius: 35,
            Months: 11,
            [.. notes]
        );

    private static Seen Sees(Sign sign, int notch) => new(ImmutableDictionary<Sign, int>.Empty.Add(sign, notch), null, null);

    private static Judgement Judge(StudyForecast forecast, StudyCondition place, decimal celsius, int day, Seen seen, Seen? first = null) =>
        StudyJudge.Of(forecast, new StudyLook(place, celsius, day, seen, first), Some.Catalogue.Rules);

    [Theory]
    [InlineData(Sign.Mould, StudyCondition.Cold, 0, StudyVerdict.Held)]
    [InlineData(Sign.Mould, StudyCondition.Cold, 1, StudyVerdict.Failed)]
    [InlineData(Sign.Layers, StudyCondition.Warm, 1, StudyVerdict.Changed)]
    [InlineData(Sign.Layers, StudyCondition.Warm, 2, StudyVerdict.Failed)]
    [InlineData(Sign.Layers, StudyCondition.Warm, 3, StudyVerdict.Failed)]
    [InlineData(Sign.Grain, StudyCondition.Room, 2, StudyVerdict.Changed)]
    [InlineData(Sign.Grain, StudyCondition.Room, 3, StudyVerdict.Failed)]
    [InlineData(Sign.Grain, StudyCondition.FreezeThaw, 3, StudyVerdict.Failed)]
    [InlineData(Sign.Grain, StudyCondition.Warm, 3, StudyVerdict.Changed)]
    [InlineData(Sign.Bleed, StudyCondition.Cold, 2, StudyVerdict.Changed)]
    [InlineData(Sign.Bleed, StudyCondition.Cold, 3, StudyVerdict.Failed)]
    [InlineData(Sign.Bleed, StudyCondition.Warm, 3, StudyVerdict.Changed)]
    [InlineData(Sign.Cracks, StudyCondition.FreezeThaw, 2, StudyVerdict.Changed)]
    [InlineData(Sign.Cracks, StudyCondition.FreezeThaw, 3, StudyVerdict.Failed)]
    [InlineData(Sign.Cracks, StudyCondition.Other, 3, StudyVerdict.Changed)]
    [InlineData(Sign.Odour, StudyCondition.Room, 2, StudyVerdict.Changed)]
    [InlineData(Sign.Odour, StudyCondition.Room, 3, StudyVerdict.Failed)]
    [InlineData(Sign.Odour, StudyCondition.Light, 3, StudyVerdict.Changed)]
    [InlineData(Sign.Colour, StudyCondition.Room, 3, StudyVerdict.Changed)]
    [InlineData(Sign.Sweat, StudyCondition.Room, 3, StudyVerdict.Changed)]
    public void A_notch_comes_to(Sign sign, StudyCondition place, int notch, StudyVerdict verdict) =>
        Judge(Forecast(), place, 20, 56, Sees(sign, notch)).Verdict.ShouldBe(verdict);

    /// <summary>In the warm a smell that has turned fails up to four weeks.</summary>
    [Theory]
    [InlineData(27, StudyVerdict.Failed)]
    [InlineData(28, StudyVerdict.Failed)]
    [InlineData(29, StudyVerdict.Changed)]
    public void A_smell_in_the_warm_fails_early(int day, StudyVerdict verdict) =>
        Judge(Forecast(), StudyCondition.Warm, 40, day, Sees(Sign.Odour, 3)).Verdict.ShouldBe(verdict);

    /// <summary>The first look is the measure of the later ones: what was there then has not changed.</summary>
    [Theory]
    [InlineData(1, 1, StudyVerdict.Held)]
    [InlineData(1, 2, StudyVerdict.Changed)]
    [InlineData(2, 1, StudyVerdict.Held)]
    [InlineData(3, 3, StudyVerdict.Failed)]
    public void A_change_is_against_the_first_look(int first, int now, StudyVerdict verdict) =>
        Judge(Forecast(), StudyCondition.Room, 20, 14, Sees(Sign.Grain, now), Sees(Sign.Grain, first)).Verdict.ShouldBe(verdict);

    [Theory]
    [InlineData(StudyCondition.Room, 69.9, StudyVerdict.Failed)]
    [InlineData(StudyCondition.Room, 70, StudyVerdict.Changed)]
    [InlineData(StudyCondition.Warm, 30, StudyVerdict.Changed)]
    [InlineData(StudyCondition.Room, 89.9, StudyVerdict.Changed)]
    [InlineData(StudyCondition.Room, 90, StudyVerdict.Held)]
    [InlineData(StudyCondition.Room, 90.1, StudyVerdict.Held)]
    public void A_whip_that_fell_in(StudyCondition place, double height, StudyVerdict verdict) =>
        Judge(Forecast() with { IsWhipped = true }, place, 20, 14, Seen.Nothing with { HeightPercent = (decimal)height })
            .Verdict.ShouldBe(verdict);

    /// <summary>A balm was seen. Foreseen half a unit of firmness below its border it may be one; a hair further it is a band off; two
    /// bands off fail in the room and nowhere else.</summary>
    [Theory]
    [InlineData(0.0, StudyCondition.Room, StudyVerdict.Held)]
    [InlineData(0.49, StudyCondition.Room, StudyVerdict.Held)]
    [InlineData(0.5, StudyCondition.Room, StudyVerdict.Held)]
    [InlineData(0.51, StudyCondition.Room, StudyVerdict.Changed)]
    [InlineData(0.51, StudyCondition.Cold, StudyVerdict.Changed)]
    public void A_band_off(double below, StudyCondition place, StudyVerdict verdict) =>
        Judge(Forecast(BalmFrom - below), place, 20, 14, Seen.Nothing with { Band = Band.Balm }).Verdict.ShouldBe(verdict);

    [Theory]
    [InlineData(Band.Ointment, StudyCondition.Room, StudyVerdict.Failed)]
    [InlineData(Band.SoftButter, StudyCondition.Room, StudyVerdict.Changed)]
    [InlineData(Band.Balm, StudyCondition.Room, StudyVerdict.Held)]
    [InlineData(Band.Stick, StudyCondition.Room, StudyVerdict.Changed)]
    [InlineData(Band.HardBar, StudyCondition.Room, StudyVerdict.Failed)]
    [InlineData(Band.HardBar, StudyCondition.Cold, StudyVerdict.Changed)]
    public void Two_bands_off_fail_in_the_room(Band seen, StudyCondition place, StudyVerdict verdict) =>
        Judge(Forecast((BalmFrom + Some.Catalogue.Rules.Texture.FromOf(Band.Stick)) / 2), place, 20, 14, Seen.Nothing with { Band = seen })
            .Verdict.ShouldBe(verdict);

    /// <summary>Warm is harsher than life: what was foreseen to melt there and melted is no failure, and its powder at the bottom
    /// neither.</summary>
    [Fact]
    public void A_melt_that_was_foreseen_is_a_note_borne_out()
    {
        var melts = Forecast(notes: "softens-warm") with
        {
            Firmness = [.. Enumerable.Range(0, 61).Select(celsius => celsius < 33 ? BalmFrom + 1 : 0.0)],
        };
        var seen = Sees(Sign.Layers, 3) with { Band = Band.Pourable };
        var judged = Judge(melts, StudyCondition.Warm, 40, 14, seen);
        judged.Verdict.ShouldBe(StudyVerdict.Changed);
        judged.Notes.ShouldContain(new NoteOutcome("softens-warm", ForecastOutcome.BorneOut));
        Judge(melts, StudyCondition.Room, 20, 14, seen).Verdict.ShouldBe(StudyVerdict.Failed);
    }

    [Theory]
    [InlineData("may-grain", StudyCondition.Room, Sign.Grain, 0, 13, ForecastOutcome.Open)]
    [InlineData("may-grain", StudyCondition.Room, Sign.Grain, 0, 14, ForecastOutcome.NotSeen)]
    [InlineData("may-grain", StudyCondition.Room, Sign.Grain, 1, 2, ForecastOutcome.InPart)]
    [InlineData("may-grain", StudyCondition.Room, Sign.Grain, 2, 2, ForecastOutcome.BorneOut)]
    [InlineData("may-grain", StudyCondition.Warm, Sign.Grain, 2, 28, ForecastOutcome.Open)]
    [InlineData("bleeds-warm", StudyCondition.Warm, Sign.Bleed, 0, 6, ForecastOutcome.Open)]
    [InlineData("bleeds-warm", StudyCondition.Warm, Sign.Bleed, 0, 7, ForecastOutcome.NotSeen)]
    [InlineData("bleeds-warm", StudyCondition.Room, Sign.Bleed, 2, 7, ForecastOutcome.Open)]
    [InlineData("scent-fades", StudyCondition.Room, Sign.Odour, 0, 83, ForecastOutcome.Open)]
    [InlineData("scent-fades", StudyCondition.Room, Sign.Odour, 0, 84, ForecastOutcome.NotSeen)]
    [InlineData("used-wet", StudyCondition.Room, Sign.Mould, 2, 14, ForecastOutcome.BorneOut)]
    [InlineData("sinks", StudyCondition.Room, Sign.Layers, 0, 1, ForecastOutcome.NotSeen)]
    [InlineData("turns-milky", StudyCondition.Room, Sign.Colour, 3, 84, ForecastOutcome.Open)]
    public void A_note_comes_to(string note, StudyCondition place, Sign sign, int notch, int day, ForecastOutcome outcome) =>
        OutcomeOf(Judge(Forecast(notes: note), place, 20, day, Sees(sign, notch)), note).ShouldBe(outcome);

    /// <summary>That nothing will happen is a forecast too; it is not made where a note says that it will.</summary>
    [Theory]
    [InlineData("stays-smooth", Sign.Grain, 0, 13, ForecastOutcome.Open)]
    [InlineData("stays-smooth", Sign.Grain, 0, 14, ForecastOutcome.BorneOut)]
    [InlineData("stays-smooth", Sign.Grain, 1, 2, ForecastOutcome.InPart)]
    [InlineData("stays-smooth", Sign.Grain, 2, 2, ForecastOutcome.NotSeen)]
    [InlineData("stays-dry", Sign.Bleed, 0, 7, ForecastOutcome.BorneOut)]
    [InlineData("stays-whole", Sign.Cracks, 3, 7, ForecastOutcome.NotSeen)]
    [InlineData("stays-even", Sign.Layers, 0, 1, ForecastOutcome.BorneOut)]
    public void Nothing_is_foreseen_too(string note, Sign sign, int notch, int day, ForecastOutcome outcome)
    {
        OutcomeOf(Judge(Forecast(), StudyCondition.Room, 20, day, Sees(sign, notch)), note).ShouldBe(outcome);
        Judge(Forecast(notes: ["may-grain", "bleeds-warm", "crumbles", "sinks"]), StudyCondition.Room, 20, day, Sees(sign, notch))
            .Notes.ShouldAllBe(other => other.Code != note);
    }

    /// <summary>A factor of two for ten degrees, by hand: 84 days at 40 C are 336 at 20; eleven months of 30.44 days are 334.84, two thirds
    /// of them 223.3. At 30 C 84 days are 168.</summary>
    [Theory]
    [InlineData(40, 84, 0, ForecastOutcome.NotSeen)]
    [InlineData(40, 83, 0, ForecastOutcome.Open)]
    [InlineData(40, 84, 1, ForecastOutcome.InPart)]
    [InlineData(40, 56, 2, ForecastOutcome.BorneOut)]
    [InlineData(40, 55, 2, ForecastOutcome.NotSeen)]
    [InlineData(30, 84, 2, ForecastOutcome.NotSeen)]
    [InlineData(30, 112, 2, ForecastOutcome.BorneOut)]
    public void A_warm_day_counts_as_more(int celsius, int day, int odour, ForecastOutcome outcome) =>
        OutcomeOf(Judge(Forecast(notes: "turns-first"), StudyCondition.Warm, celsius, day, Sees(Sign.Odour, odour)), "turns-first")
            .ShouldBe(outcome);

    [Theory]
    [InlineData(89.9, ForecastOutcome.BorneOut, ForecastOutcome.NotSeen)]
    [InlineData(90, ForecastOutcome.InPart, ForecastOutcome.BorneOut)]
    [InlineData(94.9, ForecastOutcome.InPart, ForecastOutcome.BorneOut)]
    [InlineData(95, ForecastOutcome.NotSeen, ForecastOutcome.BorneOut)]
    public void A_height_says_whether_the_whip_fell_back(double height, ForecastOutcome falls, ForecastOutcome keeps)
    {
        var (whip, seen) = (
            Forecast(notes: ["falls-back", "keeps-height"]) with
            {
                IsWhipped = true,
            },
            Seen.Nothing with
            {
                HeightPercent = (decimal)height,
            }
        );
        OutcomeOf(Judge(whip, StudyCondition.Warm, 30, 7, seen), "falls-back").ShouldBe(falls);
        OutcomeOf(Judge(whip, StudyCondition.Room, 20, 7, seen), "keeps-height").ShouldBe(keeps);
    }

    /// <summary>More of a sign never makes a verdict better, whatever the place and the day.</summary>
    [Fact]
    public void More_of_a_sign_is_never_better()
    {
        var random = new Random(7);
        for (var tried = 0; tried < 2000; tried++)
        {
            var seen = new Seen(Enum.GetValues<Sign>().ToImmutableDictionary(sign => sign, _ => random.Next(4)), (Band)random.Next(7), 100);
            var sign = (Sign)random.Next(8);
            var (place, day) = ((StudyCondition)random.Next(6), random.Next(100));
            StudyVerdict With(int notch) =>
                Judge(Forecast(), place, 20, day, seen with { Notches = seen.Notches.SetItem(sign, notch) }).Verdict;
            var verdicts = Enumerable.Range(0, 4).Select(With).ToList();
            verdicts.SequenceEqual(verdicts.Order()).ShouldBeTrue($"{sign} at {place} on day {day}");
        }
    }

    /// <summary>Every note that the program makes has its row, so that none is left out of the bench's record.</summary>
    [Fact]
    public void Every_note_of_the_demo_is_held_against_looks()
    {
        foreach (var formula in Demo.DemoFormulas.Read())
        {
            var forecast = StudyForecast.Of(formula, Some.Evaluate(formula), Some.Catalogue);
            Judge(forecast, StudyCondition.Room, 20, 1, Seen.Nothing)
                .Notes.Select(note => note.Code)
                .Intersect(forecast.Notes)
                .ShouldBe(forecast.Notes, ignoreOrder: true, formula.Name);
        }
    }

    private static ForecastOutcome OutcomeOf(Judgement judged, string note) => judged.Notes.Single(other => other.Code == note).Outcome;
}
