using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Stability;

/// <summary>What a result implies for this formula and what to look for.</summary>
/// <param name="Code">Short word for what the note is about.</param>
/// <param name="Text">What is to be expected and looked for in store.</param>
/// <param name="Because">The result of the evaluation that the note restates.</param>
public sealed record StabilityNote(string Code, Message Text, Message Because);

/// <summary>A check: on a day from making, under a condition, what to look at.</summary>
public sealed record StabilityCheck(int Day, Message Condition, ImmutableArray<string> Look);

/// <summary>What to look for in store, and the plan of looks.</summary>
/// <param name="Notes">What the results imply for this formula.</param>
/// <param name="Plan">The checks that suit the form, by day.</param>
/// <param name="WarmCelsius">The hottest at which warm jars of it still stand, C; null where it stands at none, or is empty.</param>
public sealed record StabilityReport(ImmutableArray<StabilityNote> Notes, ImmutableArray<StabilityCheck> Plan, decimal? WarmCelsius)
{
    private const string FreezeThaw = "freeze-thaw";
    private const string Warm = "warm";

    /// <summary>Notes that restate the results in words, and the checks that suit the form. Both are empty for an empty formula.</summary>
    internal static StabilityReport Of(Assessment a, ImmutableArray<Finding> findings)
    {
        if (a.Resolved.Formula.Lines.IsEmpty)
            return new([], [], null);
        var warm = WarmOf(a);
        return new([.. StabilityNotes.Of(a, findings)], PlanOf(a, warm), warm);
    }

    /// <summary>What has run shows nothing: warm jars stand where the form still does.</summary>
    private static decimal? WarmOf(Assessment a)
    {
        var rules = a.Resolved.Rules.Stability.Plan;
        var stands = rules.StandsFrom[a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form).Packed];
        return rules.WarmCelsius.Where(celsius => a.Firmness.BandAt((double)celsius) >= stands).Select(celsius => (decimal?)celsius).Max();
    }

    private static ImmutableArray<StabilityCheck> PlanOf(Assessment a, decimal? warm)
    {
        var (form, rules) = (a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form), a.Resolved.Rules.Stability);
        StabilityCheck Check(int day, Message condition, string name, bool vial = false) =>
            new(day, condition, [.. rules.Look.Where(look => vial ? look.Vial : look.Applies(form, name)).Select(look => look.What)]);
        IEnumerable<StabilityCheck> On(int day) =>
            rules
                .Plan.Conditions.Select(condition => Check(day, $"{condition.Name}, {Celsius(condition.Celsius, "0")}", condition.Name))
                .Append(
                    warm is { } celsius
                        ? Check(day, $"{Warm}, {Celsius(celsius, "0")}", Warm)
                        : Check(day, $"{Warm}, a closed vial, {Celsius(rules.Plan.VialCelsius, "0")}", Warm, vial: true)
                );
        string Shipped(int round) => round >= rules.Plan.Rounds ? ", if it is shipped" : "";

        return
        [
            .. rules
                .Plan.Days.SelectMany(On)
                .Concat(
                    rules.Plan.FreezeThawDays.Select((day, round) => Check(day, $"{FreezeThaw} {round + 1}{Shipped(round)}", FreezeThaw))
                )
                .OrderBy(check => check.Day),
        ];
    }
}
