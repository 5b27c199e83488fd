using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;

namespace UmberCrock.Core.Topics.Emulsions;

/// <summary>Emulsions: emulsifiers, and what oil does not hold: its rules, its reports, its findings, its explanations.</summary>
public static class EmulsionsTopic
{
    internal static Topic Topic { get; } =
        new(
            [
                new(a => PolarFindings.Find(a.Resolved)),
                new(a => ImmiscibleFindings.Find(a.Resolved)),
                new(a => ReactionFindings.Find(a.Resolved)),
                new(EmulsionFindings.Find),
            ],
            [EmulsionExplanation.Of]
        );

    extension(RuleBook rules)
    {
        /// <summary>What water-loving ingredients need in oil.</summary>
        internal PolarRules Polar => rules.Of<PolarRules>();

        /// <summary>What reacts with each other.</summary>
        internal ReactionRules Reactions => rules.Of<ReactionRules>();

        /// <summary>Oils that do not mix.</summary>
        internal ImmiscibleRules Immiscible => rules.Of<ImmiscibleRules>();

        /// <summary>What an emulsifier must do.</summary>
        public EmulsifierRules Emulsifiers => rules.Of<EmulsifierRules>();
    }

    extension(Assessment a)
    {
        /// <summary>Required and supplied HLB; null where there is neither emulsifier nor call for one.</summary>
        internal EmulsionReport? Emulsion => a.Once(static a => EmulsionReport.Of(a.Resolved));
    }
}
