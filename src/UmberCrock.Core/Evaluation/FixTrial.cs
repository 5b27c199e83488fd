using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Evaluation;

/// <summary>Tries fixes out before they are offered: the finding must be gone, no stop added, and no more trouble left than there
/// was.</summary>
internal static class FixTrial
{
    /// <summary>No more ways than this are tried for one finding, and no more than <see cref="MostOffered"/> offered.</summary>
    private const int MostTried = 4;

    private const int MostOffered = 2;

    /// <summary>A finding with the fixes that cure it, those that leave the fewest cautions first.</summary>
    /// <param name="before">The formula as it is.</param>
    /// <param name="found">What every finder found in it.</param>
    /// <param name="finder">The one that found this.</param>
    /// <param name="finding">The finding.</param>
    public static Finding Tried(
        Assessment before,
        IReadOnlyCollection<(Finder Finder, List<Finding> Findings)> found,
        Finder finder,
        Finding finding
    )
    {
        var resolved = before.Resolved;
        if (IsFull(resolved.Formula))
            finding = finding with { Fixes = [.. finding.Fixes.Where(fix => CanApply(resolved.Formula, fix))] };
        if (finding.Ways is null)
        {
            // A balance line that holds nothing takes up what a fix frees and can so bring back what the fix took out. Everywhere else
            // these fixes cure by what they are.
            var balance = resolved.Formula.BalanceIndex;
            return balance < 0 || resolved.Totals.Percents[balance] > 0m
                ? finding
                : finding with
                {
                    Fixes =
                    [
                        .. finding.Fixes.Where(fix =>
                            After(resolved, fix, [finder])
                                .Findings.All(other => other.Code != finding.Code || !other.Title.Equals(finding.Title))
                        ),
                    ],
                };
        }

        var asked = found.Where(other => other.Finder.CanStop || other.Finder == finder).ToList();
        var now = asked.SelectMany(other => other.Findings).ToList();
        var stops = StopsOf(now);
        return finding with
        {
            Ways = null,
            Fixes =
            [
                .. finding
                    .Ways()
                    .Where(fix => !IsFull(resolved.Formula) || CanApply(resolved.Formula, fix))
                    .Take(MostTried)
                    .Select(fix => (Fix: fix, After: After(resolved, fix, asked.Select(other => other.Finder))))
                    .Where(trial =>
                        trial.After.Findings.TrueForAll(other => other.Code != finding.Code)
                        && StopsOf(trial.After.Findings).IsSubsetOf(stops)
                        && Troubles(trial.After.Findings) <= Troubles(now)
                    )
                    .OrderBy(trial => Troubles(trial.After.Findings))
                    .Take(MostOffered)
                    .Select(trial => trial.Fix with { Tried = trial.After.Assessment }),
            ],
        };
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

    private static HashSet<string> StopsOf(IEnumerable<Finding> findings) =>
        [
            .. findings
                .Where(finding => finding.Severity == Severity.Stop)
                .Select(finding => $"{finding.Code} {string.Join(' ', finding.Lines)}"),
        ];

    private static (Assessment Assessment, List<Finding> Findings) After(ResolvedFormula resolved, Fix fix, IEnumerable<Finder> asked)
    {
        var after = new Assessment(
            ResolvedFormula.Of(FormulaEdit.ApplyAll(resolved.Formula, fix.Edits), resolved.Catalogue, resolved.Settings)
        );
        return (after, [.. asked.SelectMany(finder => finder.Find(after))]);
    }
}
