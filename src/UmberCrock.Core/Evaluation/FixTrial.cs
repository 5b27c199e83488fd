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
        var ways = (finding.Ways?.Invoke() ?? finding.Fixes).Where(fix => !IsFull(resolved.Formula) || CanApply(resolved, fix));
        if (finding.Ways is null && !ways.Any(Weighs))
            return finding with { Fixes = [.. ways] };
        var now = found.SelectMany(other => other.Findings).ToList();
        var (stops, cautions) = (StopsOf(resolved, now), CautionsOf(now));
        var troublesNow = now.Count(other => other.Severity != Severity.Note);

        // The finding is gone, and no stop or caution is new. A stop is cured at any price but another stop.
        bool Passes(Finding after, ResolvedFormula mended) =>
            !IsThere(finding, after)
            && (after.Severity != Severity.Stop || stops.Contains(Key(mended, after)))
            && (
                after.Severity == Severity.Note
                || finding.Severity == Severity.Stop
                || cautions.Contains(after.Code)
                || IsNext(finding, after)
            );

        (Fix Fix, int Troubles)? Trial(Fix fix)
        {
            if (!Weighs(fix))
                return (fix, 0);
            var after = new Assessment(ResolvedFormula.Of(resolved.Edited(fix.Edits), resolved.Catalogue, resolved.Settings));
            if (!IsInMeasure(before, finding, fix, after))
                return null;
            var (moves, troubles) = (fix.Edits.All(edit => edit is MoveLine or AddPhase), 0);
            foreach (var finder in found.Select(other => other.Finder).Where(finder => !moves || finder.ByPhase))
            {
                foreach (var other in finder.Find(after))
                {
                    if (!Passes(other, after.Resolved))
                        return null;
                    troubles += other.Severity == Severity.Note ? 0 : 1;
                }
            }

            return (fix with { Tried = after, Settles = moves ? null : troublesNow - troubles }, troubles);
        }

        return finding.Ways is null
            ? finding with
            {
                Fixes = [.. ways.Where(fix => Trial(fix) is not null)],
            }
            : finding with
            {
                Ways = null,
                Fixes =
                [
                    .. ways.Take(MostTried)
                        .Select(Trial)
                        .OfType<(Fix Fix, int Troubles)>()
                        .Take(MostOffered)
                        .OrderBy(trial => trial.Troubles)
                        .Select(trial => trial.Fix),
                ],
            };
    }

    /// <summary>What is put in to emulsify is then matched to its oils: the next step of the same cure, and no new caution.</summary>
    private static bool IsNext(Finding finding, Finding after) =>
        after.Code == FindingCodes.EmulsifierMismatch && finding.Code is (FindingCodes.EmulsifierMissing or FindingCodes.EmulsifierLow);

    /// <summary>True of a fix that changes what is weighed, or when: words of a label need no trial.</summary>
    private static bool Weighs(Fix fix) =>
        fix.Edits.Any(edit => edit is not SetField { Field: var field } || !field.StartsWith("label.", StringComparison.Ordinal));

    /// <summary>True when what was to be cured is still found; a plain setting of a dose need only not bring it back as it was.</summary>
    private static bool IsThere(Finding finding, Finding after) =>
        after.Code == finding.Code && (finding.Ways is not null || after.Title.Equals(finding.Title));

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

    private static bool CanApply(ResolvedFormula resolved, Fix fix)
    {
        try
        {
            return resolved.Edited(fix.Edits) is not null;
        }
        catch (DocumentException)
        {
            return false;
        }
    }

    private static HashSet<string> CautionsOf(IEnumerable<Finding> findings) =>
        [.. findings.Where(finding => finding.Severity != Severity.Note).Select(finding => finding.Code)];

    private static HashSet<string> StopsOf(ResolvedFormula resolved, IEnumerable<Finding> findings) =>
        [.. findings.Where(finding => finding.Severity == Severity.Stop).Select(finding => Key(resolved, finding))];

    /// <summary>A finding by what it is about: a line that is left out moves the others up.</summary>
    private static string Key(ResolvedFormula resolved, Finding finding) =>
        $"{finding.Code} {string.Join(' ', finding.Lines.Select(line => resolved.Ingredients[line].Slug))}";
}
