using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Core.Topics.Preservation;

/// <summary>Preservation: microbes and water: its rules and its findings.</summary>
public static class PreservationTopic
{
    internal static Topic Topic { get; } =
        new([new(a => PreservationFindings.Find(a.Resolved, a.Placements)), new(a => WaterFindings.Find(a.Resolved))], []);

    extension(RuleBook rules)
    {
        /// <summary>When a preservative is missed, and which one is offered.</summary>
        internal PreservationRules Preservation => rules.Of<PreservationRules>();
    }
}
