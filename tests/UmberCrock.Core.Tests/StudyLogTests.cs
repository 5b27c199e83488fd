using System.Collections.Immutable;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Tests;

/// <summary>A study as its events tell it: what stands, what is asked, what was foreseen and seen. Days by hand.</summary>
public class StudyLogTests
{
    internal static readonly DateOnly Made = new(2026, 1, 1);

    /// <summary>A study of a balm in a tin, one jar in each place, of which only what always is foreseen was foreseen.</summary>
    internal static StudyLog Study(params string[] notes)
    {
        var rules = Some.Catalogue.Rules;
        var forecast = new StudyForecast(
            Pack.Tin,
            IsWhipped: false,
            CanPart: true,
            MeetsWater: false,
            [.. Enumerable.Repeat(rules.Texture.FromOf(Band.Balm) + 1, 61)],
            WarmCelsius: 40,
            HighCelsius: 30,
            Months: 11,
            [.. notes]
        );
        var places = new[] { StudyCondition.Room, StudyCondition.Warm, StudyCondition.Cold, StudyCondition.FreezeThaw };
        var checks = StudyPlan.Of(
            forecast,
            new StudyRequest(Made, [.. places.Select(place => new StudyPlace(place, null))], 1, false),
            rules
        );
        return StudyLog.Start(
            new StudySetup(
                "Bosun's beard balm",
                DemoFormulas.Read()[0],
                null,
                null,
                "260101-1",
                Made,
                forecast,
                false,
                StudySetup.ByTheBook,
                checks,
                null,
                null,
                11,
                "Sunflower oil"
            ),
            new DateTimeOffset(2026, 1, 1, 12, 0, 0, TimeSpan.Zero),
            "a test"
        );
    }

    internal static StudyLog Look(StudyLog log, string check, StudyVerdict? own = null, params (Sign Sign, int Notch)[] seen)
    {
        var planned = log.Checks[check];
        var notches = planned
            .Look.Where(word => Vocabulary.TryParse<Sign>(word, out _))
            .ToImmutableDictionary(word => Vocabulary.TryParse<Sign>(word, out var sign) ? sign : default, _ => 0)
            .SetItems(seen.Select(one => KeyValuePair.Create(one.Sign, one.Notch)));
        var look = StudyProgress.Judged(log, check, planned.Date, new Seen(notches, Band.Balm, null), Some.Catalogue.Rules);
        return log.Append(
            new DateTimeOffset(planned.Date.ToDateTime(new TimeOnly(9, 0)), TimeSpan.Zero),
            "a test",
            own is null ? look : look with { Own = own, Reason = "seen again in daylight" }
        );
    }

    private static CheckStatus StatusOf(StudyLog log, string check, DateOnly today) =>
        StudyProgress.Of(log, today, Some.Catalogue.Rules).Single(place => place.Check.Id == check).Status;

    /// <summary>Two days of grace (the design's): due on its day and two days after, missed from the third.</summary>
    [Theory]
    [InlineData(-1, CheckStatus.Ahead)]
    [InlineData(0, CheckStatus.Due)]
    [InlineData(2, CheckStatus.Due)]
    [InlineData(3, CheckStatus.Missed)]
    public void A_check_is_due_for_three_days(int after, CheckStatus status) =>
        StatusOf(Study(), "room-1-d7", Made.AddDays(7 + after)).ShouldBe(status);

    [Fact]
    public void A_look_stands_until_a_later_one_or_a_taking_back()
    {
        var log = Look(Study(), "room-1-d7");
        StatusOf(log, "room-1-d7", Made.AddDays(30)).ShouldBe(CheckStatus.Held);
        log = Look(log, "room-1-d7", null, (Sign.Sweat, 2));
        StatusOf(log, "room-1-d7", Made.AddDays(30)).ShouldBe(CheckStatus.Changed);
        log = log.Append(log.Events[^1].At, "a test", new StudyEntryRevoked(log.LastStanding!.Sequence));
        StatusOf(log, "room-1-d7", Made.AddDays(30)).ShouldBe(CheckStatus.Held, "the first stands again");
        log = log.Append(log.Events[^1].At, "a test", new StudyEntryRevoked(log.LastStanding!.Sequence));
        StatusOf(log, "room-1-d7", Made.AddDays(7)).ShouldBe(CheckStatus.Due);
        log.LastStanding.ShouldBeNull();
    }

    [Fact]
    public void A_jar_that_failed_is_asked_no_more_and_the_others_are()
    {
        var log = Look(Study(), "freeze-thaw-1-d5", null, (Sign.Grain, 3));
        var frost = StudyProgress.Of(log, Made, Some.Catalogue.Rules).Where(place => place.Check.Shelf == "freeze-thaw").ToList();
        frost.Where(place => place.Check.Day > 5).Select(place => place.Status).Distinct().ShouldBe([CheckStatus.Over]);
        StatusOf(log, "room-1-d14", Made).ShouldBe(CheckStatus.Ahead);
        // What the maker says against the rule stands: the jar is asked again.
        log = Look(log, "freeze-thaw-1-d5", StudyVerdict.Changed, (Sign.Grain, 3));
        StudyProgress.Of(log, Made, Some.Catalogue.Rules).ShouldNotContain(place => place.Status == CheckStatus.Over);
    }

    [Fact]
    public void The_first_look_is_the_measure()
    {
        var log = Look(Study(), "warm-1-d1", null, (Sign.Colour, 1));
        log.Looks["warm-1-d1"].Look.ByRule.ShouldBe(StudyVerdict.Changed, "nothing was before it");
        log = Look(log, "warm-1-d7", null, (Sign.Colour, 1));
        log.Looks["warm-1-d7"].Look.ByRule.ShouldBe(StudyVerdict.Held, "as at the first look");
        Look(log, "room-1-d7", null, (Sign.Colour, 1)).Looks["room-1-d7"].Look.ByRule.ShouldBe(StudyVerdict.Changed, "another jar");
    }

    [Fact]
    public void Marked_as_missed_and_ended()
    {
        var log = Study();
        log = log.Append(log.Events[0].At, "a test", new ChecksMissed(["room-1-d1", "cold-1-d1"]));
        StatusOf(log, "room-1-d1", Made.AddDays(1)).ShouldBe(CheckStatus.Missed);
        StatusOf(Look(log, "room-1-d1"), "room-1-d1", Made.AddDays(9)).ShouldBe(CheckStatus.Held, "a late look is a look");
        log = log.Append(log.Events[0].At, "a test", new StudyEnded("all given away"));
        StatusOf(log, "room-1-d7", Made.AddDays(7)).ShouldBe(CheckStatus.Over);
        StatusOf(log, "room-1-d1", Made.AddDays(7)).ShouldBe(CheckStatus.Missed);
        Should.Throw<DocumentException>(() => Look(log, "room-1-d7")).Problems[0].Pointer.ShouldBe("/type");
    }

    [Theory]
    [InlineData("/check", "room-9-d7", null, 1)]
    [InlineData("/seen/mould", "room-1-d7", Sign.Mould, 1)]
    [InlineData("/seen/grain", "room-1-d7", Sign.Grain, 4)]
    [InlineData("/seen/grain", "room-1-d7", Sign.Grain, -1)]
    [InlineData("/seen", "room-1-d7", null, 0)]
    public void What_cannot_be_is_refused_by_its_member(string pointer, string check, Sign? sign, int notch)
    {
        var log = Study();
        var seen = new Seen(
            sign is { } of ? ImmutableDictionary<Sign, int>.Empty.Add(of, notch) : ImmutableDictionary<Sign, int>.Empty,
            notch == 1 && sign is null ? Band.Balm : null,
            null
        );
        var refused = Should.Throw<DocumentException>(() =>
            log.Append(log.Events[0].At, "a test", new LookKept(check, 7, seen, "", [], StudyVerdict.Held, [], [], null, ""))
        );
        refused.Problems[0].Pointer.ShouldBe(pointer);
    }

    [Fact]
    public void Against_the_rule_only_with_a_reason()
    {
        var log = Study();
        var look = StudyProgress.Judged(log, "room-1-d7", Made.AddDays(7), new Seen([], Band.Balm, null), Some.Catalogue.Rules);
        Should
            .Throw<DocumentException>(() => log.Append(log.Events[0].At, "a test", look with { Own = StudyVerdict.Failed }))
            .Problems[0]
            .Pointer.ShouldBe("/reason");
    }

    [Fact]
    public void It_is_read_back_as_it_was_kept()
    {
        var log = Look(Look(Study("may-grain"), "room-1-d7", StudyVerdict.Failed, (Sign.Grain, 1)), "warm-1-d14");
        log = log.Append(log.Events[^1].At, "a test", new ChecksMissed(["cold-1-d1"]));
        log = log.Append(log.Events[^1].At, "a test", new StudyEntryRevoked(4));
        log = log.Append(log.Events[^1].At, "a test", new StudyEnded("over"));
        var texts = log.Events.Select(logged => StudyLog.ToText(logged.Event)).ToList();
        var again = StudyLog.Of(log.Events.Select((logged, at) => logged with { Event = StudyLog.Stored(texts[at]) }));
        again.Events.Select(logged => StudyLog.ToText(logged.Event)).ShouldBe(texts);
        again.Looks.Keys.Order(StringComparer.Ordinal).ShouldBe(["room-1-d7", "warm-1-d14"]);
        again.Looks["room-1-d7"].Look.Verdict.ShouldBe(StudyVerdict.Failed);
        again.Missed.ShouldBeEmpty("that was taken back");
        again.Ended.ShouldNotBeNull();
        Should.Throw<DocumentException>(() => StudyLog.Of(log.Events.RemoveAt(1)));
    }

    /// <summary>What was to come: the look that shows it best. What was to stay: one look that shows otherwise is enough.</summary>
    [Fact]
    public void Foreseen_against_seen_over_all_looks()
    {
        static ForecastOutcome Of(StudyLog log, string note) =>
            ForecastTally.Of(log, Some.Catalogue.Rules).Single(seen => seen.Code == note).Outcome;
        var log = Study("may-grain");
        Of(log, "may-grain").ShouldBe(ForecastOutcome.Open);
        log = Look(log, "room-1-d14");
        Of(log, "may-grain").ShouldBe(ForecastOutcome.NotSeen, "two weeks have passed");
        Of(log, "stays-dry").ShouldBe(ForecastOutcome.BorneOut);
        log = Look(log, "room-1-d28", null, (Sign.Grain, 1));
        Of(log, "may-grain").ShouldBe(ForecastOutcome.InPart);
        log = Look(log, "freeze-thaw-1-d8", null, (Sign.Grain, 2));
        Of(log, "may-grain").ShouldBe(ForecastOutcome.BorneOut);
        log = Look(log, "cold-1-d28", null, (Sign.Bleed, 2));
        var bled = ForecastTally.Of(log, Some.Catalogue.Rules).Single(seen => seen.Code == "stays-dry");
        (bled.Outcome, bled.Day).ShouldBe((ForecastOutcome.NotSeen, 28));
        bled.Looks.ShouldBe(["cold-1-d28"]);
    }

    [Fact]
    public void Firmness_that_was_missed_says_which_way()
    {
        var log = Study();
        var seen = new Seen([], Band.Ointment, null);
        log = log.Append(log.Events[0].At, "a test", StudyProgress.Judged(log, "room-1-d7", Made.AddDays(7), seen, Some.Catalogue.Rules));
        var firmness = ForecastTally.Of(log, Some.Catalogue.Rules).Single(one => one.Code == "firmness");
        (firmness.Outcome, firmness.Lean).ShouldBe((ForecastOutcome.NotSeen, -1));
    }
}
