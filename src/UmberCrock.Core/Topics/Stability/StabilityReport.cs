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
public sealed record StabilityCheck(int Day, string Condition, ImmutableArray<string> Look);

/// <summary>What to look for in store, and the plan of looks.</summary>
public sealed record StabilityReport(ImmutableArray<StabilityNote> Notes, ImmutableArray<StabilityCheck> Plan)
{
    private const string FreezeThaw = "freeze-thaw";

    /// <summary>Notes that restate the results in words, and the checks that suit the form. Both are empty for an empty formula.</summary>
    internal static StabilityReport Of(Assessment a, ImmutableArray<Finding> findings) =>
        a.Resolved.Formula.Lines.IsEmpty ? new([], []) : new([.. StabilityNotes.Of(a, findings)], PlanOf(a));

    /// <summary>What has run there shows nothing: a bar that melts at 30 C is kept at the warm end of its climate, not at 40 C.</summary>
    private static decimal Kept(Assessment a, FormRow form, StabilityCondition condition) =>
        condition.Celsius > a.Resolved.Formula.Climate.HighCelsius
        && !form.Bands.Contains(Band.Pourable)
        && a.Firmness.BandAt((double)condition.Celsius) == Band.Pourable
            ? a.Resolved.Formula.Climate.HighCelsius
            : condition.Celsius;

    private static ImmutableArray<StabilityCheck> PlanOf(Assessment a)
    {
        var (form, rules) = (a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form), a.Resolved.Rules.Stability);
        StabilityCheck Check(int day, string condition, string name) =>
            new(day, condition, [.. rules.Look.Where(look => look.Applies(form, name)).Select(look => look.What)]);

        return
        [
            .. rules
                .Plan.Days.SelectMany(day =>
                    rules.Plan.Conditions.Select(condition =>
                        Check(day, $"{condition.Name}, {Celsius(Kept(a, form, condition), "0")}", condition.Name)
                    )
                )
                .Concat(
                    rules.Plan.FreezeThawDays.Select((day, round) => Check(day, $"{FreezeThaw} {round + 1}, if it is shipped", FreezeThaw))
                )
                .OrderBy(check => check.Day),
        ];
    }
}
