using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Evaluation;

/// <summary>How a batch of a formula is made.</summary>
public static class MakingMethod
{
    /// <summary>The steps that follow from a formula.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="request">Batch, containers, kitchen and the maker's ways.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">Its lines do not make 100, or an ingredient is not known.</exception>
    public static MethodReport Of(Formula formula, MethodRequest request, Catalogue catalogue, EvaluationSettings settings)
    {
        var a = new Assessment(ResolvedFormula.Of(formula, catalogue, settings));
        return MethodBuilder.Of(a, request)
            ?? throw new DocumentException(
                "/formula/lines",
                $"make {Units.Decimals.Trim(a.Resolved.Totals.Total)} and not 100: there is no method yet. Settle the total first."
            );
    }
}
