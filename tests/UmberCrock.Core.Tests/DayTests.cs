using System.Collections.Immutable;
using System.Globalization;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Tests;

/// <summary>
/// A day with several batches. What a maker expects was written down first: hands do one thing at a time, no pour comes late, one batch is
/// weighed while another cools, and a stove with one place has one pot.
/// </summary>
public class DayTests
{
    private static readonly DateTimeOffset Nine = new(2026, 12, 5, 9, 0, 0, TimeSpan.FromHours(1));
    private static readonly ImmutableArray<Formula> Demo = [.. DemoFormulas.Read()];

    /// <summary>Every pair of demo formulas, with one and two places.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Two_batches_share_one_pair_of_hands(int places)
    {
        for (var one = 0; one < Demo.Length; one++)
        {
            var other = (one + 1) % Demo.Length;
            Holds(Plan(places, Demo[one], Demo[other]), places, Demo[one], Demo[other]);
        }
    }

    [Fact]
    public void Eight_batches_find_a_day()
    {
        Formula[] all = [.. Demo.Take(6), Demo[0], Demo[1]];
        var plan = Plan(3, all);
        Holds(plan, 3, all);
        // Longer than the hands are busy, shorter than one after another.
        (plan.EndsAt - plan.StartsAt).TotalMinutes.ShouldBeInRange(plan.AttendedMinutes, all.Sum(Alone) - 30);
    }

    /// <summary>One batch alone takes what its method says: nothing has to wait (each step in whole minutes).</summary>
    [Fact]
    public void One_batch_waits_for_nothing()
    {
        foreach (var formula in Demo)
            (Plan(1, formula).EndsAt - Nine).TotalMinutes.ShouldBe(Alone(formula), formula.Name);
    }

    /// <summary>The lotion bar cools twenty minutes alone: the stick is begun meanwhile, so the two take less than one after the
    /// other.</summary>
    [Fact]
    public void One_is_weighed_while_another_stands_alone()
    {
        var (bar, stick) = (Named("Boathouse lotion bar"), Named("Noontide zinc stick"));
        var plan = Plan(1, bar, stick);
        (plan.EndsAt - plan.StartsAt).TotalMinutes.ShouldBeLessThan(Alone(bar) + Alone(stick) - 30);
        plan.IsShortest.ShouldBeTrue();
    }

    [Fact]
    public void A_day_ends_by_an_hour()
    {
        var request = Request(1, Named("Boathouse lotion bar")) with { StartsAt = null, EndBy = Nine };
        var plan = DayPlanner.Of(request, Catalogue.Shipped, EvaluationSettings.Default);
        plan.EndsAt.ShouldBe(Nine);
        plan.Steps.Where(step => step.StartsAt < plan.EndsAt).Max(step => step.EndsAt).ShouldBeGreaterThanOrEqualTo(Nine);
        plan.Steps[0].StartsAt.ShouldBe(plan.StartsAt);
    }

    /// <summary>
    /// The bar goes into the fridge 79 min after the start, for 900: what would be unmoulded at night waits for the morning. Just before,
    /// at and after both hours.
    /// </summary>
    [Theory]
    [InlineData("15:40", "6 08:00")]
    [InlineData("15:41", "6 08:00")]
    [InlineData("15:42", "6 08:01")]
    [InlineData("04:40", "5 20:59")]
    [InlineData("04:41", "6 08:00")]
    [InlineData("04:42", "6 08:00")]
    public void Nobody_unmoulds_at_night(string start, string unmoulded)
    {
        var starts = new DateTimeOffset(new DateTime(2026, 12, 5) + TimeSpan.Parse(start, CultureInfo.InvariantCulture), TimeSpan.Zero);
        var unmould = DayPlanner
            .Of(Request(1, Named("Boathouse lotion bar")) with { StartsAt = starts }, Catalogue.Shipped, EvaluationSettings.Default)
            .Steps.Single(step => step.Stage == MethodStage.Unmould);
        unmould.StartsAt.ToString("d HH:mm", CultureInfo.InvariantCulture).ShouldBe(unmoulded);
    }

    [Fact]
    public void A_formula_that_does_not_make_100_is_named()
    {
        var off = Demo[0] with { Lines = [.. Demo[0].Lines.Select(line => line with { Percent = 5 })] };
        Should
            .Throw<DocumentException>(() => DayPlanner.Of(Request(1, Demo[1], off), Catalogue.Shipped, EvaluationSettings.Default))
            .Problems[0]
            .Pointer.ShouldBe("/batches/1/formula/lines");
    }

    [Fact]
    public void The_same_question_has_the_same_answer() =>
        Plan(2, Demo[0], Demo[2], Demo[3]).Steps.ShouldBe(Plan(2, Demo[0], Demo[2], Demo[3]).Steps);

    /// <summary>Against brute force: all orders of the attended steps of two small batches, each begun as soon as it can be.</summary>
    [Property(MaxTest = 60)]
    public Property No_day_is_shorter() => Prop.ForAll(Gen.Choose(1, 9).ArrayOf(8).ToArbitrary(), minutes =>
        {
            ImmutableArray<DayChain> chains =
            [
                Chain(minutes[0], minutes[1], minutes[2], minutes[3]),
                Chain(minutes[4], minutes[5], minutes[6], minutes[7]),
            ];
            var (starts, isShortest) = DaySearch.Run(chains, places: 2);
            isShortest.ShouldBeTrue();
            var length = Enumerable.Range(0, 2).Max(batch => starts[batch][^1] + chains[batch].Jobs[^1].Minutes);
            length.ShouldBe(Orders(6, 3).Min(order => LengthOf(chains, order)));
        });

    /// <summary>Work, a stretch alone, work, work.</summary>
    private static DayChain Chain(int first, int alone, int then, int last) =>
        new([Job(first, true), Job(alone, false), Job(then, true), Job(last, true)], null, 0, 0);

    private static DayJob Job(int minutes, bool attended) => new(minutes, attended, false, false, null, true);

    /// <summary>Every way to pick which of so many turns are the first batch's.</summary>
    private static IEnumerable<bool[]> Orders(int turns, int first) =>
        Enumerable
            .Range(0, 1 << turns)
            .Where(bits => int.PopCount(bits) == first)
            .Select(bits => Enumerable.Range(0, turns).Select(turn => (bits >> turn & 1) == 1).ToArray());

    private static int LengthOf(ImmutableArray<DayChain> chains, bool[] order)
    {
        var (next, ends, hands) = (new[] { 0, 0 }, new[] { 0, 0 }, 0);
        foreach (var turn in order)
        {
            var batch = turn ? 0 : 1;
            var jobs = chains[batch].Jobs;
            if (!jobs[next[batch]].Attended)
                ends[batch] += jobs[next[batch]++].Minutes;
            var start = Math.Max(hands, ends[batch]);
            hands = ends[batch] = start + jobs[next[batch]++].Minutes;
        }

        return ends.Max();
    }

    private static void Holds(DayPlan plan, int places, params Formula[] formulas)
    {
        var attended = plan.Steps.Where(step => step.Attended).OrderBy(step => step.StartsAt).ToList();
        for (var at = 1; at < attended.Count; at++)
            attended[at].StartsAt.ShouldBeGreaterThanOrEqualTo(attended[at - 1].EndsAt, $"{attended[at]} after {attended[at - 1]}");
        for (var batch = 0; batch < formulas.Length; batch++)
        {
            var own = plan.Steps.Where(step => step.Batch == batch).OrderBy(step => step.Number).ToList();
            own.Count.ShouldBe(MethodOf(formulas[batch]).Steps.Length, "every step, once");
            for (var at = 1; at < own.Count; at++)
                own[at].StartsAt.ShouldBeGreaterThanOrEqualTo(own[at - 1].EndsAt, "in order");
        }

        foreach (var window in plan.Windows)
        {
            var pour = plan.Steps.Last(step => step.Batch == window.Batch && step.Stage == MethodStage.Pour);
            if (!window.IsTooShort)
                pour.EndsAt.ShouldBeLessThanOrEqualTo(window.ShutsAt, $"{formulas[window.Batch].Name} pours in its window");
            pour.StartsAt.ShouldBeGreaterThanOrEqualTo(window.OpensAt);
        }

        foreach (var step in plan.Steps)
            plan.Steps.Where(other => IsHot(other) && other.StartsAt <= step.StartsAt && step.StartsAt < other.EndsAt)
                .Select(other => other.Batch)
                .Distinct()
                .Count()
                .ShouldBeLessThanOrEqualTo(places);
    }

    private static bool IsHot(DayStep step) =>
        step.Stage is MethodStage.Melt or MethodStage.Join or MethodStage.Powder or MethodStage.Water or MethodStage.Paste;

    /// <summary>Minutes of a batch's day by its method alone, up to the first night.</summary>
    private static double Alone(Formula formula)
    {
        var steps = MethodOf(formula).Steps;
        var pour = steps.Last(step => step.Stage == MethodStage.Pour).Number;
        return steps.TakeWhile(step => step.Number <= pour || step.Attended || step.Minutes < 480).Sum(step => Math.Ceiling(step.Minutes));
    }

    private static MethodReport MethodOf(Formula formula) =>
        MakingMethod.Of(
            formula,
            new MethodRequest(300m, [], 20, MethodSchools.Default, null),
            Catalogue.Shipped,
            EvaluationSettings.Default
        );

    private static Formula Named(string name) => Demo.Single(formula => formula.Name == name);

    private static DayPlan Plan(int places, params Formula[] formulas) =>
        DayPlanner.Of(Request(places, formulas), Catalogue.Shipped, EvaluationSettings.Default);

    private static DayRequest Request(int places, params Formula[] formulas) =>
        new([.. formulas.Select(formula => new DayBatch(formula, 300m))], places, 20, MethodSchools.Default, Nine, null);
}
