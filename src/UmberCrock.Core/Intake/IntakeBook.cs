using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Intake;

/// <summary>The rules of intake, out of the rule book.</summary>
public static class IntakeBook
{
    extension(RuleBook rules)
    {
        /// <summary>How recipes are written.</summary>
        public IntakeRules Intake => rules.Of<IntakeRules>();
    }
}
