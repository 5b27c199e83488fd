using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Topics.Cooling;

/// <summary>Cooling: heat in the pot: its rules and how a batch gives heat off.</summary>
public static class CoolingTopic
{
    extension(RuleBook rules)
    {
        /// <summary>How a batch takes up heat and gives it off.</summary>
        internal CoolingRules Cooling => rules.Of<CoolingRules>();
    }

    extension(Assessment a)
    {
        /// <summary>Heat content of the batch; null for a formula of nothing.</summary>
        internal PotHeat? Pot => a.Once(static a => PotHeat.Of(a.Resolved, a.Firmness, a.Resolved.GramsPerMillilitre));
    }
}
