using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>How a batch of a formula cools.</summary>
public static class PotForecast
{
    /// <summary>When the pot reaches each target, by what it is and by what was read.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="request">What cools, and where.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">There is nothing in the pot, or an ingredient is not known.</exception>
    public static CoolingReport Of(Formula formula, CoolingRequest request, Catalogue catalogue, EvaluationSettings settings)
    {
        var a = new Assessment(ResolvedFormula.Of(formula, catalogue, settings));
        var pot = a.Pot ?? throw new DocumentException("/formula/lines", "hold nothing that could cool.");
        return CoolingForecast.Of(pot, request, a.AddWindow?.FromCelsius, a.Firmness.SetPointCelsius());
    }
}
