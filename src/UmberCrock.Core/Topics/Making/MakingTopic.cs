using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Topics.Making;

/// <summary>Making: heat and the meeting of phases: its rules, its reports, its findings, its explanations.</summary>
public static class MakingTopic
{
    internal static Topic Topic { get; } =
        new(
            [
                new(a => StageFindings.Find(a.Resolved, a.Firmness.Melt.ClearPointCelsius(), a.Firmness.SetPointCelsius()), ByPhase: true),
                new(PourFindings.Find, ByPhase: true),
            ],
            []
        );

    extension(RuleBook rules)
    {
        /// <summary>What bears more than this tells nothing of how cool a cool phase is, C.</summary>
        public double HottestCoolCelsius => rules.Stages.HottestCoolCelsius;

        /// <summary>How hot each stage is.</summary>
        internal StageHeats Stages => rules.Of<StageHeats>();

        /// <summary>What happens when phases meet.</summary>
        internal PouringRules Pouring => rules.Of<PouringRules>();
    }

    extension(Assessment a)
    {
        /// <summary>Where what bears no heat goes in; null when nothing does.</summary>
        internal AddWindow? AddWindow => a.Once(static a => AddWindow.Of(a));
    }
}
