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

    /// <summary>The temperature in C to stir down to, so that a powder that sinks sinks no further than is seen; null where none
    /// does.</summary>
    internal static double? StirUntil(Assessment a) =>
        a.Settling is { } report && report.FallMillimetres > a.Resolved.Rules.Settling.FallMillimetresMost ? report.StirUntilCelsius : null;

    extension(Assessment a)
    {
        /// <summary>How the powders sink; null where there are none that do.</summary>
        internal SettlingReport? Settling => a.Once(static a => SettlingReport.Of(a.Resolved, a.Firmness, a.Pot));
    }
}
