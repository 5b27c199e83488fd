using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>A source of allergens that is to be named (data/rules/allergens.json).</summary>
/// <param name="Key">The word by which ingredients name the source.</param>
/// <param name="Words">What the source is called before people.</param>
/// <param name="Why">Who reacts to the source, and to what in it.</param>
/// <param name="Source">The document that the source of allergens is known from.</param>
/// <param name="Confidence">How far the row of the source can be trusted.</param>
public sealed record AllergenSource(string Key, string Words, string Why, string Source, Confidence Confidence);

/// <summary>Allergen sources that are to be named (data/rules/allergens.json).</summary>
/// <param name="Sources">The sources.</param>
internal sealed record AllergenSources(ImmutableArray<AllergenSource> Sources) : IRules<AllergenSources>
{
    static RuleFile IRules<AllergenSources>.File { get; } = new("allergens.json", LabelsJson.Default);
}

/// <summary>One note that names every allergen source of the formula.</summary>
internal static class AllergenFindings
{
    public static IEnumerable<Finding> Find(ResolvedFormula resolved)
    {
        var found = resolved
            .Rules.Allergens.Select(source =>
                (
                    Source: source,
                    Lines: resolved
                        .LinesWhere(ingredient => ingredient.Allergens.Contains(source.Key))
                        .Where(line => resolved.Holds(line))
                        .ToImmutableArray()
                )
            )
            .Where(entry => !entry.Lines.IsEmpty)
            .ToList();
        if (found.Count == 0)
            yield break;
        yield return new Finding(
            FindingCodes.AllergenSource,
            Severity.Note,
            $"Name the {FindingWords.Join([.. found.Select(entry => entry.Source.Words)])}",
            $"{string.Join("; ", found.Select(entry => $"{FindingWords.Names(resolved, entry.Lines)} ({entry.Source.Words})"))}.",
            string.Join(" ", found.Select(entry => entry.Source.Why)),
            string.Join("; ", found.Select(entry => entry.Source.Source).Distinct()),
            [.. found.SelectMany(entry => entry.Lines).Distinct().Order()],
            []
        );
    }
}
