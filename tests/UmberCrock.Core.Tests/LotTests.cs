using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Tests;

/// <summary>Lots: how they end, and what cannot be.</summary>
public class LotTests
{
    private static readonly DateOnly Today = new(2026, 6, 15);
    private static readonly Ingredient Rosehip = Some.Catalogue.Find("rosehip-oil")!;
    private static readonly Lot Sound = new(
        0,
        "rosehip-oil",
        "R3",
        "Heronry Supplies",
        Today.AddDays(-60),
        100m,
        38m,
        46m,
        null,
        Today.AddDays(200),
        ""
    );

    [Theory]
    [InlineData(200, 38, LotState.Sealed)]
    [InlineData(30, 38, LotState.NearEnd)]
    [InlineData(0, 38, LotState.NearEnd)]
    [InlineData(-1, 38, LotState.Ended)]
    [InlineData(-1, 0, LotState.Empty)]
    public void The_printed_date_decides_while_it_is_sealed(int daysLeft, int grams, LotState state) =>
        (Sound with { UseBy = Today.AddDays(daysLeft), RemainingGrams = grams }).StateOn(Today, Rosehip).ShouldBe(state);

    [Fact]
    public void Once_opened_the_shorter_life_decides()
    {
        var months = (int)Math.Floor(Rosehip.ShelfLifeOpenedMonths!.Value);
        var opened = Sound with { OpenedOn = Today.AddMonths(-months).AddDays(10) };
        opened.EndsOn(Rosehip).ShouldBe(opened.OpenedOn!.Value.AddMonths(months));
        opened.StateOn(Today, Rosehip).ShouldBe(LotState.NearEnd);
        (opened with { UseBy = Today.AddDays(-3) }).StateOn(Today, Rosehip).ShouldBe(LotState.Ended);
        (Sound with { OpenedOn = Today.AddDays(-5) }).StateOn(Today, Rosehip).ShouldBe(LotState.InUse);
        (Sound with { UseBy = null }).EndsOn(Rosehip).ShouldBeNull("nothing printed and not opened");
    }

    [Fact]
    public void What_cannot_be_is_said()
    {
        Sound.Problems().ShouldBeEmpty();
        (Sound with { Code = " " }).Problems().Single().Pointer.ShouldBe("/code");
        (Sound with { BoughtGrams = 0m, RemainingGrams = 0m }).Problems().Single().Pointer.ShouldBe("/boughtGrams");
        (Sound with { RemainingGrams = 101m }).Problems().Single().Pointer.ShouldBe("/remainingGrams");
        (Sound with { PricePerKilogram = -1m }).Problems().Single().Pointer.ShouldBe("/pricePerKilogram");
        (Sound with { OpenedOn = Today.AddDays(-61) }).Problems().Single().Pointer.ShouldBe("/openedOn");
        (Sound with { UseBy = Today.AddDays(-61) }).Problems().Single().Pointer.ShouldBe("/useBy");
        (Sound with { OpenedOn = new(9999, 12, 31) }).Problems().Single().Pointer.ShouldBe("/openedOn");
        (Sound with { BoughtOn = new(1, 1, 1) }).Problems().Single().Pointer.ShouldBe("/boughtOn");
        (Sound with { Notes = new string('x', 1001), Supplier = new string('x', 121) }).Problems().Count().ShouldBe(2);
    }
}
