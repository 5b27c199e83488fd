using System.Collections.Immutable;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Materials;

/// <summary>The rules on doses of materials, out of the rule book.</summary>
public static class MaterialRules
{
    extension(RuleBook rules)
    {
        /// <summary>Hard limits on substances.</summary>
        public ImmutableArray<SubstanceLimit> SubstanceLimits => rules.Of<SubstanceLimits>().Limits;

        /// <summary>Working windows for ingredients that state none of their own.</summary>
        public ImmutableArray<ClassWindow> ClassWindows => rules.Of<ClassWindows>().Windows;

        /// <summary>How written names are understood.</summary>
        internal NameRules Names => rules.Of<NameRules>();
    }
}
