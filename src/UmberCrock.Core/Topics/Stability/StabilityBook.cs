using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Topics.Stability;

/// <summary>The rules of stability, out of the rule book.</summary>
public static class StabilityBook
{
    extension(RuleBook rules)
    {
        /// <summary>From which amounts the stability notes speak.</summary>
        internal StabilityRules Stability => rules.Of<StabilityRules>();
    }
}
