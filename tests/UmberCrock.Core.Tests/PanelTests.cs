using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Tests;

/// <summary>
/// The program against what a formulator would say, table by table (Panel/). What the program still gets wrong is listed in
/// Panel/failing.txt with the reason; anything else that fails, and anything listed that has come right, fails here.
/// </summary>
public class PanelTests
{
    [Theory]
    [InlineData("good")]
    [InlineData("bad")]
    [InlineData("claims")]
    [InlineData("mixes")]
    [InlineData("swaps")]
    [InlineData("rebalances")]
    [InlineData("recipes")]
    [InlineData("diagnoses")]
    public void It_judges_as_a_formulator_does(string table)
    {
        var listed = PanelCases.Rows("failing").Where(row => row[0] == table).Select(row => row[1]).ToHashSet(StringComparer.Ordinal);
        var cases = CasesOf(table).ToList();
        cases.Select(one => one.Name).ShouldBeUnique();
        var wrong = cases.Where(one => one.Wrong.Length > 0).ToDictionary(one => one.Name, one => one.Wrong, StringComparer.Ordinal);
        var news = wrong.Where(one => !listed.Contains(one.Key)).Select(one => $"{one.Key}: {one.Value}");
        var mended = listed.Where(name => !wrong.ContainsKey(name)).Select(name => $"{name}: is right now");
        var all = news.Concat(mended).ToList();
        all.Count.ShouldBe(0, $"{cases.Count - wrong.Count} of {cases.Count} of {table} right\n{string.Join('\n', all)}\n");
    }

    private static IEnumerable<(string Name, string Wrong)> CasesOf(string table) =>
        table switch
        {
            "good" => PanelCases.Rows(table).Select(row => (row[0], Good(row))),
            "bad" => PanelCases.Rows(table).Select(row => (row[0], Bad(row))),
            "claims" => PanelCases.Rows(table).Select(row => (row[0], Claim(row))),
            "mixes" => PanelCases.Rows(table).Select(row => ($"{row[0]} {row[1]}", Mix(row))),
            "swaps" => PanelCases.Rows(table).Select(row => ($"{row[0]} in {row[1]} of {row[2].Split(',')[0]}", Swapped(row))),
            "rebalances" => PanelCases.Rows(table).Select(row => (row[0], Moved(row))),
            "diagnoses" => PanelCases.Rows(table).Select(row => (row[0], DiagnosisCases.Wrong(row))),
            _ => PanelCases.Blocks(table).Select(block => (block.Title, Recipe(block.Text, block.Expected))),
        };

    private static string Good(string[] row)
    {
        var (formula, settings) = PanelCases.Formula(row[1], row[2]);
        var may = PanelCases.List(row[3]);
        var cautions = Evaluator
            .Evaluate(formula, Some.Catalogue, settings)
            .Findings.Where(finding => finding.Severity != Severity.Note && !may.Contains(finding.Code));
        return string.Join("; ", cautions.Select(finding => $"{finding.Code} ({finding.Detail.Plain})"));
    }

    private static string Bad(string[] row)
    {
        var (formula, settings) = PanelCases.Formula(row[1], row[2]);
        var found = Evaluator.Evaluate(formula, Some.Catalogue, settings).Findings;
        return string.Join(
            "; ",
            PanelCases
                .List(row[3])
                .Select(wanted =>
                {
                    if (wanted.StartsWith("not ", StringComparison.Ordinal))
                        return found.Any(finding => finding.Code == wanted[4..]) ? wanted : "";
                    var parts = wanted.Split(':');
                    var least = parts.Length > 1 ? PanelCases.Word<Severity>(parts[1]) : Severity.Caution;
                    return found.Any(finding => (finding.Code == parts[0] || finding.Also.Contains(parts[0])) && finding.Severity <= least)
                        ? ""
                        : $"no {wanted}";
                })
                .Where(problem => problem.Length > 0)
        );
    }

    private static string Claim(string[] row)
    {
        var (balm, settings) = PanelCases.Formula("balm", "beeswax 14, shea-butter-refined 20, sunflower-oil-high-oleic *, zinc-oxide 4");
        var codes = ClaimCheck.Of(row[0], ResolvedFormula.Of(balm, Some.Catalogue, settings)).Select(problem => problem.Code).ToList();
        return row[1] == "innocent" ? string.Join(", ", codes)
            : codes.Contains(row[1]) ? ""
            : $"no {row[1]}";
    }

    private static string Mix(string[] row)
    {
        var off = new List<string>();
        foreach (var share in new[] { 0.25m, 0.5m, 0.75m })
        {
            for (var celsius = 15; celsius <= 28; celsius++)
            {
                var (one, other) = (Solid((row[0], 1m)), Solid((row[1], 1m)));
                var mix = Solid((row[0], share), (row[1], 1m - share));
                var line = ((double)share * one) + ((1 - (double)share) * other);
                if (Math.Abs(mix - line) > 8 || mix < Math.Min(one, other) - 0.01)
                    off.Add(string.Create(CultureInfo.InvariantCulture, $"{share} at {celsius}: {mix:0.0} for {line:0.0}"));

                double Solid(params (string, decimal)[] parts) => Some.Mix(parts).SolidPercent(celsius);
            }
        }

        return string.Join("; ", off);
    }

    private static string Swapped(string[] row)
    {
        var (formula, settings) = PanelCases.Formula(row[1], row[2]);
        var line = formula.Lines.TakeWhile(line => line.Ingredient != row[0]).Count();
        var offered = Swap.Candidates(formula, line, null, [], Some.Catalogue.Ingredients, Some.Catalogue, settings)
            .Select(candidate => candidate.Ingredient)
            .ToList();
        var never = PanelCases.List(row[4]).Intersect(offered).ToList();
        return (PanelCases.List(row[3]).Contains(offered.FirstOrDefault() ?? "") ? "" : $"first {offered.FirstOrDefault()}; ")
            + (never.Count == 0 ? "" : $"never {string.Join(", ", never)}");
    }

    private static string Moved(string[] row)
    {
        var (formula, settings) = PanelCases.Formula(row[1], row[2]);
        var target = row[3].Split(' ');
        var wanted =
            row[3] == "none"
                ? RebalanceTarget.None
                : new RebalanceTarget(PanelCases.Word<Band>(target[0]), PanelCases.Number(target[1]), null);
        var answer = Rebalance.Of(formula, [], wanted, Some.Catalogue, settings);
        if (answer.Moved is not { } moved)
            return $"nothing found: {string.Join(", ", answer.Conflicts.Select(conflict => conflict.Reason.Plain))}";
        var grown = PanelCases.List(row[4]).Where(slug => Dose(moved.Formula, slug) > Dose(formula, slug)).ToList();
        return (grown.Count == 0 ? "" : $"grown {string.Join(", ", grown)}; ")
            + string.Join(
                "; ",
                moved.Evaluation.Findings.Where(finding => finding.Severity == Severity.Stop).Select(finding => finding.Code)
            );

        static decimal Dose(Formula formula, string slug)
        {
            var percents = Some.Totals(formula).Percents;
            return formula.Lines.Select((line, at) => line.Ingredient == slug ? percents[at] : 0m).Sum();
        }
    }

    /// <summary>Every ingredient that is expected, with its grams or percent to a percent of it; nothing else; every guess.</summary>
    private static string Recipe(string text, string expected)
    {
        var report = IntakeReader.Read(text, Some.Catalogue, EvaluationSettings.Default, new IntakeOptions());
        var wrong = new List<string>();
        var seen = new List<string?>();
        foreach (var item in PanelCases.List(expected))
        {
            var parts = item.Split(' ');
            if (parts[0] is "form" or "audience" or "zone" or "sun")
            {
                var guessed = parts[0] switch
                {
                    "sun" => report.Formula.SunUse ? "true" : "false",
                    "form" => Vocabulary.Word(report.Formula.Form),
                    "audience" => Vocabulary.Word(report.Formula.Audience),
                    _ => Vocabulary.Word(report.Formula.Zone),
                };
                if (guessed != parts[1])
                    wrong.Add($"{parts[0]} {guessed}");
                continue;
            }

            var slugs = parts[0].Split('|');
            var line = report.Lines.FirstOrDefault(line => slugs.Contains(line.Ingredient));
            seen.Add(line?.Ingredient);
            if (parts.Length > 2 && line?.Line is { } at && Stage(report.Formula, at) is var stage && stage != parts[2])
                wrong.Add($"{line.Ingredient} in {stage}");
            var read =
                line is null ? null
                : parts[1].EndsWith('%') ? line.Percent
                : line.Grams;
            if (line is null)
                wrong.Add($"no {parts[0]}");
            else if (parts[1] == "asked" && line.Grams is not null)
                wrong.Add($"{line.Ingredient} not asked for");
            else if (
                parts[1] is not ("?" or "asked")
                && (
                    read is null
                    || Math.Abs(read.Value - PanelCases.Number(parts[1].TrimEnd('%'))) > 0.012m * PanelCases.Number(parts[1].TrimEnd('%'))
                )
            )
                wrong.Add(string.Create(CultureInfo.InvariantCulture, $"{line.Ingredient} {read}"));
        }

        wrong.AddRange(
            report
                .Lines.Where(line => line.Ingredient is not null && !seen.Contains(line.Ingredient))
                .Select(line => $"too many: {line.Ingredient}")
        );
        return string.Join("; ", wrong);
    }

    private static string Stage(Formula formula, int line) =>
        Vocabulary.Word(formula.Phases.Single(phase => phase.Id == formula.Lines[line].Phase).Stage);
}
