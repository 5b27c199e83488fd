using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>What a batch is offered to be filled into where no container was planned: the usual one of its form (data/forms.json,
/// data/rules/method.json).</summary>
/// <param name="Pack">The kind of container.</param>
/// <param name="Count">How many of the usual size the batch fills, rounded down, one at least.</param>
public sealed record UsualFilling(Pack Pack, int Count)
{
    /// <summary>The usual filling of so much of a formula.</summary>
    /// <param name="formula">What is filled.</param>
    /// <param name="grams">How much of it there is, g.</param>
    /// <param name="catalogue">The ingredients and rules.</param>
    /// <param name="settings">The maker's choices.</param>
    public static UsualFilling Of(Formula formula, decimal grams, Catalogue catalogue, EvaluationSettings settings)
    {
        var pack = catalogue.Rules.Forms.Of(formula.Form).Packed;
        var each = catalogue.Rules.Method.Figures.UsualMillilitres[pack];
        var fills = ResolvedFormula.Of(formula, catalogue, settings).GramsPerMillilitre is { } density
            ? (double)grams / (each * density)
            : 1;
        return new UsualFilling(pack, Math.Max(1, (int)Math.Floor(fills)));
    }
}
