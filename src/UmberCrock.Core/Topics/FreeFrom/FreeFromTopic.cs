using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>What a formula is free of: its rules. It finds nothing itself.</summary>
public static class FreeFromTopic
{
    extension(RuleBook rules)
    {
        /// <summary>What people keep away from.</summary>
        public FreeFromRules FreeFrom => rules.Of<FreeFromRules>();
    }
}
