using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Topics.Method;

/// <summary>The method of making, out of the rule book.</summary>
public static class MethodTopic
{
    extension(RuleBook rules)
    {
        /// <summary>The steps and figures of the method.</summary>
        internal MethodRules Method => rules.Of<MethodRules>();
    }
}
