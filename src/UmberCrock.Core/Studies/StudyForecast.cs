using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Studies;

/// <summary>What a study is held against: everything that was foreseen of the product when it was made.</summary>
/// <param name="Packed">What it is filled into.</param>
/// <param name="IsWhipped">True for what is whipped.</param>
/// <param name="CanPart">True where a powder in it sinks, it holds water, is whipped or pours.</param>
/// <param name="MeetsWater">True where water is in it or comes to it in use.</param>
/// <param name="Firmness">Firmness at 0, 1, 2 ... C.</param>
/// <param name="WarmCelsius">Where its warm jars stand, C; null for a closed vial.</param>
/// <param name="HighCelsius">The warm end of its climate, C.</param>
/// <param name="Months">How long it keeps before it turns, months; null where that is not known.</param>
/// <param name="Notes">Codes of the notes that were made of it.</param>
public sealed record StudyForecast(
    Pack Packed,
    bool IsWhipped,
    bool CanPart,
    bool MeetsWater,
    ImmutableArray<double> Firmness,
    decimal? WarmCelsius,
    decimal HighCelsius,
    double? Months,
    ImmutableArray<string> Notes
)
{
    /// <summary>A study asks no hotter than this, C.</summary>
    private const int Hottest = 60;

    /// <summary>What is foreseen of a formula.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="evaluation">What the program says of it.</param>
    /// <param name="catalogue">The ingredients and rules.</param>
    public static StudyForecast Of(Formula formula, EvaluationResult evaluation, Catalogue catalogue)
    {
        var packed = catalogue.Rules.Forms.Of(formula.Form).Packed;
        var wet = evaluation.Findings.Any(finding => finding.Code == FindingCodes.WaterPresent);
        return new StudyForecast(
            packed,
            formula.IsWhipped,
            evaluation.Settling is not null || wet || formula.IsWhipped || packed == Pack.Bottle,
            wet || formula.WetUse,
            [.. evaluation.Melt.Curve.Take(Hottest + 1).Select(point => point.Firmness)],
            evaluation.Stability.WarmCelsius,
            formula.Climate.HighCelsius,
            evaluation.Keeping.MonthsByWeakest,
            [.. evaluation.Stability.Notes.Select(note => note.Code)]
        );
    }

    /// <summary>Firmness at a temperature, between the points of the curve; that of its ends beyond them.</summary>
    /// <param name="celsius">The temperature, C.</param>
    public double FirmnessAt(decimal celsius)
    {
        var clamped = Math.Clamp((double)celsius, 0, Firmness.Length - 1);
        var below = (int)Math.Floor(clamped);
        var above = Math.Min(below + 1, Firmness.Length - 1);
        return Firmness[below] + ((clamped - below) * (Firmness[above] - Firmness[below]));
    }
}
