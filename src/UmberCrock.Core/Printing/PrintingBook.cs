using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Printing;

/// <summary>The rules of scales, out of the rule book.</summary>
public static class PrintingBook
{
    extension(RuleBook rules)
    {
        /// <summary>What a scale can weigh.</summary>
        internal ScaleRules Scale => rules.Of<ScaleRules>();
    }
}
