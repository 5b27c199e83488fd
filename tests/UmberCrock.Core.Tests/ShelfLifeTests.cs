using UmberCrock.Core.Studies;

namespace UmberCrock.Core.Tests;

/// <summary>Best before by evidence, worked by hand: made on 1 January 2026, eleven months by its oils.</summary>
public class ShelfLifeTests
{
    private static readonly DateOnly Made = StudyLogTests.Made;

    private static ShelfLifeFacts Facts(DateOnly? lotEnd = null, double? months = 11, bool noLonger = false) =>
        new(Made, months, "Sunflower oil", lotEnd, lotEnd is null ? null : "Sunflower oil, lot S3", noLonger);

    private static ShelfLife Of(StudyLog? log, ShelfLifeFacts? facts = null) => ShelfLife.Of(facts ?? Facts(), log, Some.Catalogue.Rules);

    [Fact]
    public void Without_a_look_it_is_foreseen()
    {
        var life = Of(null);
        (life.Date, life.Evidence, life.WatchedTo).ShouldBe((new DateOnly(2026, 12, 1), Evidence.Foreseen, null));
        life.Bars.Single().Reason.ShouldBe(ShelfLifeReason.Oils);
        Of(null, Facts(months: null)).Date.ShouldBeNull();
    }

    /// <summary>The lot of oil ends before, on, or after what the oils allow: the shorter of the two holds.</summary>
    [Theory]
    [InlineData("2026-11-30", "2026-11-30")]
    [InlineData("2026-12-01", "2026-12-01")]
    [InlineData("2026-12-02", "2026-12-01")]
    public void The_first_lot_may_end_it(string lot, string date) =>
        Of(null, Facts(DateOnly.Parse(lot, null))).Date.ShouldBe(DateOnly.Parse(date, null));

    /// <summary>Thirty months and no date beyond (Regulation (EC) 1223/2009, Article 19(1)(c), from memory).</summary>
    [Theory]
    [InlineData(29, "2028-06-01")]
    [InlineData(30, "2028-07-01")]
    [InlineData(31, "2028-07-01")]
    public void No_date_is_written_beyond_the_regions_rule(double months, string date) =>
        Of(null, Facts(months: months)).Date.ShouldBe(DateOnly.Parse(date, null));

    /// <summary>Six weeks at 40 C count four to one (a factor of two for ten degrees, common practice): 42 x 4 = 168 days, to 18 June; in
    /// the room 84 days are 84, to 26 March.</summary>
    [Fact]
    public void Warm_days_count_more_and_lengthen_nothing()
    {
        var log = StudyLogTests.Look(StudyLogTests.Look(StudyLogTests.Study(), "warm-1-d42"), "room-1-d84");
        var life = Of(log);
        (life.Date, life.Evidence, life.WatchedTo).ShouldBe((new DateOnly(2026, 12, 1), Evidence.WatchedSoFar, new DateOnly(2026, 6, 18)));
        Of(log, Facts(months: null)).Evidence.ShouldBe(Evidence.WatchedSoFar, "where nothing ends it, no watching is the whole of it");
        // 84 warm days stand for 336: to 3 December, two days beyond the date.
        log = StudyLogTests.Look(log, "warm-1-d84");
        (Of(log).Date, Of(log).Evidence, Of(log).WatchedTo).ShouldBe(
            (new DateOnly(2026, 12, 1), Evidence.WatchedInFull, new DateOnly(2026, 12, 3))
        );
    }

    [Fact]
    public void No_longer_than_watched_where_the_maker_wants_it()
    {
        var log = StudyLogTests.Look(StudyLogTests.Study(), "warm-1-d42");
        Of(log, Facts(noLonger: true)).Date.ShouldBe(new DateOnly(2026, 6, 18));
        Of(null, Facts(noLonger: true)).Date.ShouldBe(new DateOnly(2026, 12, 1), "nothing was watched");
    }

    /// <summary>Good on day 28, failed on day 42: good for 28 days, to 29 January. A failure at the first look leaves no day.</summary>
    [Theory]
    [InlineData("room", 28, 42, "2026-01-29")]
    [InlineData("cold", 28, 42, "2026-01-29")]
    [InlineData("room", null, 42, "2026-01-01")]
    public void A_failure_in_the_room_or_the_cold_ends_it_at_the_look_before(string place, int? good, int failed, string date)
    {
        var log = StudyLogTests.Study();
        if (good is { } day)
            log = StudyLogTests.Look(log, $"{place}-1-d{day}");
        log = StudyLogTests.Look(log, $"{place}-1-d{failed}", null, (Sign.Grain, 3));
        var life = Of(log);
        life.Date.ShouldBe(DateOnly.Parse(date, null));
        life.Bars[0].Reason.ShouldBe(ShelfLifeReason.Failed);
        life.StorageLines.ShouldBeEmpty();
    }

    /// <summary>Frost and warmth say how it is to be stored; the date stands.</summary>
    [Fact]
    public void A_failure_in_frost_or_warmth_is_a_storage_line()
    {
        var log = StudyLogTests.Look(StudyLogTests.Study(), "freeze-thaw-1-d5", null, (Sign.Grain, 3));
        log = StudyLogTests.Look(log, "warm-1-d14", null, (Sign.Odour, 3));
        var life = Of(log);
        life.Date.ShouldBe(new DateOnly(2026, 12, 1));
        life.StorageLines.ShouldBe(["Keep below 30 °C.", "Keep from frost."]);
        life.Evidence.ShouldBe(Evidence.Foreseen, "what failed was not watched");
    }

    /// <summary>What the maker makes of a look stands, both ways.</summary>
    [Fact]
    public void The_makers_own_word_stands()
    {
        var failed = StudyLogTests.Look(StudyLogTests.Study(), "room-1-d42", StudyVerdict.Failed);
        Of(failed).Date.ShouldBe(Made);
        var held = StudyLogTests.Look(StudyLogTests.Study(), "room-1-d42", StudyVerdict.Changed, (Sign.Grain, 3));
        Of(held).Date.ShouldBe(new DateOnly(2026, 12, 1));
    }
}
