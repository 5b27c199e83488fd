using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>
/// All fixes of all formulas of the panel, tried. Written first: a person takes a fix that cures, brings no new caution, moves at most 15
/// points and leaves the texture to findings that are about it. A dose that is itself out of its window or limit is set, however far.
/// </summary>
public class FixTests
{
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

    [Fact]
    public void Every_fix_of_the_panel_is_one_that_a_person_would_take()
    {
        var (tried, wrong) = (0, new List<string>());
        foreach (var row in PanelCases.Rows("bad").Concat(PanelCases.Rows("good")))
        {
            var (formula, settings) = PanelCases.Formula(row[1], row[2]);
            var now = Evaluator.Evaluate(formula, Some.Catalogue, settings);
            foreach (var finding in now.Findings)
            {
                foreach (var fix in finding.Fixes)
                {
                    tried++;
                    var mended = Some.Edited(formula, fix.Edits);
                    var after = Evaluator.Evaluate(mended, Some.Catalogue, settings);
                    var added = Cautions(after).Except(Cautions(now)).Except(Next(finding)).ToList();
                    if (added.Count > 0 && finding.Severity != Severity.Stop)
                        wrong.Add($"{row[0]}, {finding.Code}, {fix.Title}: adds {string.Join(", ", added)}");
                    if (Doses.Contains(finding.Code))
                        continue;
                    if (!fix.Edits.OfType<ReplaceIngredient>().Any() && Moved(formula, mended) > 15m)
                        wrong.Add($"{row[0]}, {finding.Code}, {fix.Title}: moves {Moved(formula, mended)}");
                    var (was, became) = (now.Melt.At(20m).Band, after.Melt.At(20m).Band);
                    var wanted = Some.Catalogue.Rules.Forms.Of(formula.Form).Bands;
                    if (was != became && !Textures.Contains(finding.Code) && (wanted.Contains(was) || !wanted.Contains(became)))
                        wrong.Add($"{row[0]}, {finding.Code}, {fix.Title}: {was} becomes {became}");
                }
            }
        }

        wrong.ShouldBeEmpty();
        tried.ShouldBeGreaterThan(300);
    }

    private static IEnumerable<string> Cautions(EvaluationResult evaluation) =>
        evaluation.Findings.Where(finding => finding.Severity != Severity.Note).Select(finding => finding.Code);

    /// <summary>An emulsifier that is put in is then matched to its oils.</summary>
    private static IEnumerable<string> Next(Finding finding) =>
        finding.Code is FindingCodes.EmulsifierMissing or FindingCodes.EmulsifierLow ? [FindingCodes.EmulsifierMismatch] : [];

    private static decimal Moved(Formula formula, Formula mended)
    {
        Dictionary<string, decimal> Of(Formula one) =>
            one
                .Lines.Zip(Some.Totals(one).Percents)
                .GroupBy(line => line.First.Ingredient)
                .ToDictionary(group => group.Key, group => group.Sum(line => line.Second));
        var (was, now) = (Of(formula), Of(mended));
        return was.Keys.Union(now.Keys).Sum(slug => Math.Abs(was.GetValueOrDefault(slug) - now.GetValueOrDefault(slug))) / 2m;
    }
}
