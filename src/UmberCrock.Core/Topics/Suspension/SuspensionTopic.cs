using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Topics.Suspension;

/// <summary>Suspension: powders in oil: its rules, its reports, its findings, its explanations.</summary>
public static class SuspensionTopic
{
    internal static Topic Topic { get; } =
        new([new(SettlingFindings.Find), new(a => PowderFindings.Find(a.Resolved))], [SettlingExplanation.Of]);

    extension(RuleBook rules)
    {
        /// <summary>How much powder the liquid can wet.</summary>
        public PowderRules Powders => rules.Of<PowderRules>();

        /// <summary>How powders sink.</summary>
        public SettlingRules Settling => rules.Of<SettlingRules>();
    }

    extension(Assessment a)
    {
        /// <summary>How the powders sink; null where there are none that do.</summary>
        internal SettlingReport? Settling => a.Once(static a => SettlingReport.Of(a.Resolved, a.Firmness, a.Pot));
    }
}
