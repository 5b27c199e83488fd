using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>Labels: allergens, claims, lists: its rules, its reports, its findings, its explanations.</summary>
public static class LabelsTopic
{
    internal static Topic Topic { get; } =
        new(
            [
                new(a => AllergenFindings.Find(a.Resolved)),
                // Both stop on words of the label, which no fix of another finding changes: they are not asked again when one is tried.
                new(ClaimFindings.Find),
                new(SunFindings.Find),
            ],
            []
        );

    extension(Assessment a)
    {
        /// <summary>Judgements of its texts.</summary>
        internal JudgedTexts Judged => a.Once(static a => new JudgedTexts(a.Resolved));
    }

    extension(RuleBook rules)
    {
        /// <summary>Allergen sources that are to be named.</summary>
        public ImmutableArray<AllergenSource> Allergens => rules.Of<AllergenSources>().Sources;

        /// <summary>How the words of a label are judged.</summary>
        internal ClaimRules Claims => rules.Of<ClaimRules>();

        /// <summary>How ingredient lists are made.</summary>
        public LabelRules Label => rules.Of<LabelRules>();
    }
}
