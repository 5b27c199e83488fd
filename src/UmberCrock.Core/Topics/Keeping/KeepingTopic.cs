using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;

namespace UmberCrock.Core.Topics.Keeping;

/// <summary>Keeping: rancidity and months: its rules, its reports, its findings, its explanations.</summary>
public static class KeepingTopic
{
    internal static Topic Topic { get; } =
        new([new(a => AntioxidantFindings.Find(a.Resolved)), new(RancidityFindings.Find)], [KeepingExplanation.Of]);

    extension(RuleBook rules)
    {
        /// <summary>When an antioxidant is missed, and which one is offered.</summary>
        internal AntioxidantRule Antioxidants => rules.Of<AntioxidantRule>();

        /// <summary>What shortens and lengthens the life of a formula.</summary>
        internal MonthsRules Months => rules.Of<MonthsRules>();

        /// <summary>When oils that turn fast dominate.</summary>
        internal RancidityRules Rancidity => rules.Of<RancidityRules>();
    }

    extension(Assessment a)
    {
        /// <summary>Fatty acids and months.</summary>
        internal KeepingReport Keeping => a.Once(static a => KeepingReport.Of(a.Resolved));
    }
}
