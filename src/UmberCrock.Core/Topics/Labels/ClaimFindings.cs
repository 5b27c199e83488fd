using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>Findings about what the label says: its claims, its name, and declared properties that are not so.</summary>
internal static class ClaimFindings
{
    /// <summary>A fix carries the whole list of claims: those of the first few are offered, the next ones once these are settled.</summary>
    private const int MostWithFixes = 8;

    public static IEnumerable<Finding> Find(Assessment a)
    {
        var resolved = a.Resolved;
        var claims = resolved.Formula.Label.Claims;
        for (var at = 0; at < claims.Length; at++)
        {
            foreach (var problem in a.Judged.Of(claims[at]))
                yield return Of(problem, claims[at], at < MostWithFixes ? [.. Ways(a, at, problem)] : []);
        }

        foreach (var problem in a.Judged.Of(resolved.Formula.Name).Where(problem => problem.Severity == Severity.Stop))
            yield return Of(problem, resolved.Formula.Name, []);
        foreach (var word in resolved.Formula.Label.Declares)
        {
            if (resolved.Rules.FreeFrom.Find(word) is not { } row || Declares.Of(resolved).Holds(row.Property))
                continue;
            var lines = resolved.LinesWhere(row.IsIn);
            yield return new Finding(
                FindingCodes.DeclareUntrue,
                Severity.Stop,
                $"It is not {word.Replace('-', ' ')}",
                lines.IsEmpty
                    ? "What is in it says otherwise."
                    : (Message)$"{FindingWords.Names(resolved, lines)} {(lines.Length == 1 ? "is" : "are")} in it.",
                "A declared property is read by people who must rely on it.",
                "arithmetic",
                lines,
                [
                    FixBuilder.SetList(
                        $"Do not declare {word.Replace('-', ' ')}",
                        "label.declares",
                        [.. resolved.Formula.Label.Declares.Where(other => other != word)]
                    ),
                ]
            );
        }
    }

    private static Finding Of(ClaimProblem problem, string text, System.Collections.Immutable.ImmutableArray<Fix> fixes) =>
        new(
            problem.Code,
            problem.Severity,
            problem.Severity == Severity.Stop ? (Message)$"“{Shortened(text)}” may not stand" : $"“{Shortened(text)}” needs care",
            $"It says “{problem.Words}”.",
            problem.Why,
            problem.Source,
            [],
            fixes
        );

    private static IEnumerable<Fix> Ways(Assessment a, int at, ClaimProblem problem)
    {
        var resolved = a.Resolved;
        var claims = resolved.Formula.Label.Claims;
        if (problem.Better is { } better && !claims.Contains(better) && a.Judged.Of(better).IsEmpty)
            yield return FixBuilder.SetList(
                $"Say “{Capital(better)}”",
                "label.claims",
                [.. claims.Select((claim, index) => index == at ? Capital(better) : claim)]
            );
        yield return FixBuilder.SetList("Leave it out", "label.claims", [.. claims.Where((_, index) => index != at)]);
    }

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    private static string Shortened(string text) => text.Length <= 60 ? text : $"{text[..60]}…";
}
