using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>Tries fixes out before they are offered: the finding must be gone, no stop or caution added, little moved, and the texture left
/// to findings that are about it.</summary>
internal static class FixTrial
{
    /// <summary>No more ways than this are tried for one finding, and no more than <see cref="MostOffered"/> offered.</summary>
    private const int MostTried = 4;

    private const int MostOffered = 2;

    /// <summary>More than this is another recipe, weight percent (judgement).</summary>
    private const decimal MostMoved = 15m;

    private const double Room = (double)Climate.RoomCelsius;

    private static readonly string[] Textures =
    [
        FindingCodes.WrongBand,
        FindingCodes.TooSoftWarm,
        FindingCodes.TooHardCold,
        FindingCodes.Brittle,
        FindingCodes.OilBleed,
        FindingCodes.WhipCollapse,
        FindingCodes.GrainRisk,
        FindingCodes.PowderOverload,
        // A tenth and more of it is a part of the body, and nothing else cures.
        FindingCodes.EmulsifierMissing,
        FindingCodes.EmulsifierLow,
    ];

    private static readonly string[] Doses =
    [
        FindingCodes.AboveWindow,
        FindingCodes.BelowWindow,
        FindingCodes.OverLimit,
        FindingCodes.GroupOver,
        FindingCodes.Phototoxic,
        FindingCodes.AudienceStop,
        FindingCodes.TotalNot100,
    ];

    /// <summary>A finding with the fixes that cure it, those that leave the fewest cautions first.</summary>
    /// <param name="before">The formula as it is.</param>
    /// <param name="found">What every finder found in it.</param>
    /// <param name="finding">The finding.</param>
    public static Finding Tried(Assessment before, IReadOnlyCollection<(Finder Finder, List<Finding> Findings)> found, Finding finding)
    {
        var resolved = before.Resolved;
        var ways = (finding.Ways?.Invoke() ?? finding.Fixes).Where(fix => !IsFull(resolved.Formula) || CanApply(resolved.Formula, fix));
        if (finding.Ways is null && !ways.Any(fix => Weighs(fix)))
            return finding with { Fixes = [.. ways] };
        var now = found.SelectMany(other => other.Findings).ToList();
        var (stops, cautions) = (StopsOf(resolved, now), CautionsOf(now));
        var trials = ways.Take(finding.Ways is null ? int.MaxValue : MostTried)
            .Select(fix => (Fix: fix, After: Weighs(fix) ? After(resolved, fix, found.Select(other => other.Finder)) : default))
            .Where(trial =>
                trial.After.Assessment is null
                || (
                    IsCured(finding, trial.After.Findings)
                    && StopsOf(trial.After.Assessment.Resolved, trial.After.Findings).IsSubsetOf(stops)
                    && (
                        finding.Severity == Severity.Stop
                        || CautionsOf(trial.After.Findings.Where(other => !IsNext(finding, other))).IsSubsetOf(cautions)
                    )
                    && IsInMeasure(before, finding, trial.Fix, trial.After.Assessment)
                )
            );
        return finding with
        {
            Ways = null,
            Fixes =
            [
                .. finding.Ways is null
                    ? trials.Select(trial => trial.Fix)
                    : trials
                        .OrderBy(trial => Troubles(trial.After.Findings))
                        .Take(MostOffered)
                        .Select(trial => trial.Fix with { Tried = trial.After.Assessment }),
            ],
        };
    }

    /// <summary>What is put in to emulsify is then matched to its oils: the next step of the same cure, and no new caution.</summary>
    private static bool IsNext(Finding finding, Finding after) =>
        after.Code == FindingCodes.EmulsifierMismatch && finding.Code is (FindingCodes.EmulsifierMissing or FindingCodes.EmulsifierLow);

    /// <summary>True of a fix that changes what is weighed, or when: words of a label need no trial.</summary>
    private static bool Weighs(Fix fix) =>
        fix.Edits.Any(edit => edit is not SetField { Field: var field } || !field.StartsWith("label.", StringComparison.Ordinal));

    /// <summary>What is made to be cured is gone; a plain setting of a dose need only not come back as it was.</summary>
    private static bool IsCured(Finding finding, List<Finding> after) =>
        finding.Ways is null
            ? after.TrueForAll(other => other.Code != finding.Code || !other.Title.Equals(finding.Title))
            : after.TrueForAll(other => other.Code != finding.Code);

    /// <summary>A person takes a fix that moves little and leaves the texture to findings that are about it. A dose that is itself out of
    /// its window or over its limit is set, however far that is.</summary>
    private static bool IsInMeasure(Assessment before, Finding finding, Fix fix, Assessment after)
    {
        if (Doses.Contains(finding.Code))
            return true;
        var form = before.Resolved.Rules.Forms.Of(before.Resolved.Formula.Form);
        var (was, now) = (before.Firmness.BandAt(Room), after.Firmness.BandAt(Room));
        return Moved(before.Resolved, fix, after.Resolved) <= MostMoved
            && (was == now || Textures.Contains(finding.Code) || (form.Bands.Contains(now) && !form.Bands.Contains(was)));
    }

    /// <summary>What went from some ingredients to others, weight percent; one in the place of another is none.</summary>
    private static decimal Moved(ResolvedFormula before, Fix fix, ResolvedFormula after)
    {
        var was = before.Ingredients.Select(ingredient => ingredient.Slug).ToArray();
        foreach (var replaced in fix.Edits.OfType<ReplaceIngredient>())
            was[replaced.Line] = replaced.Ingredient;
        var now = after.Ingredients.Select(ingredient => ingredient.Slug).ToArray();
        static decimal Of(string slug, string[] slugs, ResolvedFormula resolved) =>
            slugs.Select((own, line) => own == slug ? resolved.Totals.Percents[line] : 0m).Sum();
        return was.Concat(now).Distinct(StringComparer.Ordinal).Sum(slug => Math.Abs(Of(slug, was, before) - Of(slug, now, after))) / 2m;
    }

    /// <summary>A formula that has no room for another line or phase: a fix that adds one cannot be offered.</summary>
    private static bool IsFull(Formula formula) =>
        formula.Lines.Length >= Formula.MaxLines || formula.Phases.Length >= FormulaReader.MaxPhases;

    private static bool CanApply(Formula formula, Fix fix)
    {
        try
        {
            return FormulaEdit.ApplyAll(formula, fix.Edits) is not null;
        }
        catch (DocumentException)
        {
            return false;
        }
    }

    /// <summary>A cure may not be worse than what it cures.</summary>
    private static int Troubles(List<Finding> findings) => findings.Count(finding => finding.Severity != Severity.Note);

    private static HashSet<string> CautionsOf(IEnumerable<Finding> findings) =>
        [.. findings.Where(finding => finding.Severity != Severity.Note).Select(finding => finding.Code)];

    /// <summary>Stops by what they are about: a line that is left out moves the others up.</summary>
    private static HashSet<string> StopsOf(ResolvedFormula resolved, IEnumerable<Finding> findings) =>
        [
            .. findings
                .Where(finding => finding.Severity == Severity.Stop)
                .Select(finding => $"{finding.Code} {string.Join(' ', finding.Lines.Select(line => resolved.Ingredients[line].Slug))}"),
        ];

    private static (Assessment Assessment, List<Finding> Findings) After(ResolvedFormula resolved, Fix fix, IEnumerable<Finder> asked)
    {
        var after = new Assessment(
            ResolvedFormula.Of(FormulaEdit.ApplyAll(resolved.Formula, fix.Edits), resolved.Catalogue, resolved.Settings)
        );
        return (after, [.. asked.SelectMany(finder => finder.Find(after))]);
    }
}
