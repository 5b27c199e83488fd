using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Settings;
using UmberCrock.Tests;

namespace UmberCrock.Core.Tests;

/// <summary>Every finding about what a formula will be like: it appears, names quantity, threshold and lines, and its fixes cure it without
/// adding a stop.</summary>
public class FindingExampleTests
{
    public static TheoryData<string> Codes => [.. FindingExamples.ByCode.Keys];

    [Theory]
    [MemberData(nameof(Codes))]
    public void Appears_and_every_fix_cures(string code)
    {
        var formula = FindingExamples.ByCode[code];
        var before = Some.Evaluate(formula);
        var finding = before
            .Findings.FirstOrDefault(other => other.Code == code)
            .ShouldNotBeNull(string.Join("; ", before.Findings.Select(other => other.Code)));
        finding.Detail.ToString().ShouldMatch(@"\d", "a quantity");
        (code == FindingCodes.EmulsifierMissing || !finding.Lines.IsEmpty).ShouldBeTrue("the lines that cause it");
        finding.Fixes.ShouldNotBeEmpty();
        foreach (var fix in finding.Fixes)
        {
            var after = Some.Evaluate(Some.Edited(formula, fix.Edits));
            after.Findings.ShouldNotContain(other => other.Code == code, fix.Title.ToString());
            after
                .Findings.Count(other => other.Severity == Severity.Stop)
                .ShouldBeLessThanOrEqualTo(before.Findings.Count(other => other.Severity == Severity.Stop), fix.Title.ToString());
            after.Total.ShouldBe(before.Total);
        }
    }

    [Theory]
    [MemberData(nameof(Codes))]
    public void A_sweep_finds_the_same_without_fixes(string code)
    {
        var formula = FindingExamples.ByCode[code];
        var swept = Evaluator.Sweep(formula, Some.Catalogue, EvaluationSettings.Default).Findings;
        // What a fix settles besides decides the order among equals, and a sweep tries no fix.
        swept
            .Select(finding => (finding.Severity, finding.Code, finding.Detail))
            .ShouldBe(
                Some.Evaluate(formula).Findings.Select(finding => (finding.Severity, finding.Code, finding.Detail)),
                ignoreOrder: true
            );
        swept.ShouldAllBe(finding => finding.Fixes.IsEmpty);
    }
}
