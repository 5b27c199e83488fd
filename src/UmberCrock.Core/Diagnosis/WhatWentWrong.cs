using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Diagnosis;

/// <summary>
/// From what is seen to why: the causes that fit a formula and its record, likeliest first. Bayes' rule with one cause at work: its weight
/// is the likelihood of each symptom with it, times a likelihood ratio for each thing that is known (data/rules/causes.json).
/// </summary>
public static class WhatWentWrong
{
    private const string Likely = "likely";
    private const string Possible = "possible";
    private const string Unlikely = "unlikely";

    /// <summary>Finds the causes, likeliest first; those that can hardly be are left out.</summary>
    /// <param name="formula">What was made.</param>
    /// <param name="symptoms">What is seen; one at least.</param>
    /// <param name="record">What is known of how it was made and kept.</param>
    /// <param name="catalogue">The ingredients and rules.</param>
    /// <param name="settings">The maker's choices.</param>
    public static ImmutableArray<DiagnosedCause> Of(
        Formula formula,
        IReadOnlyCollection<Symptom> symptoms,
        DiagnosisRecord record,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var rules = catalogue.Rules.Of<CauseRules>();
        var facts = DiagnosisFacts.Of(formula, symptoms, record, catalogue, settings);
        List<string> seen = [.. symptoms.Distinct().Select(Vocabulary.Word)];
        var weighed = rules
            .Causes.Where(cause => seen.Any(cause.Symptoms.ContainsKey))
            .Select(cause => (Cause: cause, Weight: Weigh(cause, seen, facts, rules)))
            .ToList();
        var all = weighed.Sum(one => one.Weight) + (rules.Unknown * Math.Pow(rules.NotShown, seen.Count - 1));
        return
        [
            .. weighed
                .Select(one => Told(one.Cause, one.Weight / all, facts, rules))
                .Where(cause => cause.Likelihood >= rules.LeastTold)
                .OrderByDescending(cause => cause.Likelihood),
        ];
    }

    /// <summary>What a look at a jar shows as symptoms: notches by data/rules/causes.json, and a texture that was not foreseen.</summary>
    /// <param name="seen">What was seen.</param>
    /// <param name="foreseen">The texture that was foreseen there; null where none was.</param>
    /// <param name="rules">The rules of causes.</param>
    public static ImmutableArray<Symptom> SymptomsOf(Seen seen, Band? foreseen, RuleBook rules) =>
        [
            .. rules.Of<CauseRules>().Shown.Where(shown => seen[shown.Sign] >= shown.From).Select(shown => shown.Symptom),
            .. foreseen is { } expected && seen.Band is { } band && band != expected
                ? new[] { band < expected ? Symptom.TooSoft : Symptom.TooHard }
                : [],
        ];

    /// <summary>What a recipe says of itself as symptoms: "it went grainy". What only warns or denies is left in peace.</summary>
    /// <param name="text">What was pasted.</param>
    /// <param name="rules">The rules of causes.</param>
    public static ImmutableArray<Symptom> SaidIn(string text, RuleBook rules) => SaidSymptoms.In(text, rules.Of<CauseRules>().Said);

    private static double Weigh(CauseRow cause, List<string> seen, IReadOnlyDictionary<string, double> facts, CauseRules rules)
    {
        var weight = 1.0;
        foreach (var symptom in seen)
            weight *= cause.Symptoms.GetValueOrDefault(symptom, rules.NotShown);
        foreach (var evidence in cause.Evidence)
        {
            if (facts.TryGetValue(evidence.Fact, out var value))
                weight *= evidence.Of(value).Ratio;
        }

        return weight;
    }

    private static DiagnosedCause Told(CauseRow cause, double share, IReadOnlyDictionary<string, double> facts, CauseRules rules)
    {
        var (speaksFor, speaksAgainst) = (new List<Message>(), new List<Message>());
        foreach (var evidence in cause.Evidence)
        {
            if (!facts.TryGetValue(evidence.Fact, out var value))
                continue;
            var (ratio, words) = evidence.Of(value);
            if (words is not null && ratio != 1)
                (ratio > 1 ? speaksFor : speaksAgainst).Add(words);
        }

        return new DiagnosedCause(
            cause.Cause,
            cause.Title,
            Math.Round(share, 3),
            share >= rules.LikelyFrom ? Likely
                : share >= rules.PossibleFrom ? Possible
                : Unlikely,
            [.. speaksFor],
            [.. speaksAgainst],
            cause.Ask,
            [.. cause.Cures.Select(cure => new DiagnosisCure(cure.Title, cure.Step, cure.Rescue))]
        );
    }
}
