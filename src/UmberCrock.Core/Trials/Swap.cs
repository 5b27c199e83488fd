using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Trials;

/// <summary>Something that can stand in for a line, with what it does to the whole.</summary>
/// <param name="Ingredient">Slug of the ingredient that is offered.</param>
/// <param name="Percent">Its dose, by the equivalents of the maker's school.</param>
/// <param name="Edits">The edits that put it in, at its dose.</param>
/// <param name="Formula">The formula with the offered ingredient in it.</param>
/// <param name="BandBefore">Band at 20 C without the swap.</param>
/// <param name="BandAfter">Band at 20 C once it is swapped.</param>
/// <param name="FirmnessBefore">Firmness at 20 C without the swap.</param>
/// <param name="FirmnessAfter">Firmness at 20 C once it is swapped.</param>
/// <param name="FindingsAdded">Codes that were not found before.</param>
/// <param name="FindingsRemoved">Codes of findings that the swap does away with.</param>
/// <param name="Why">What changes with the swap, in words that teach.</param>
public sealed record SwapCandidate(
    string Ingredient,
    decimal Percent,
    ImmutableArray<FormulaEdit> Edits,
    Formula Formula,
    Band BandBefore,
    Band BandAfter,
    double FirmnessBefore,
    double FirmnessAfter,
    ImmutableArray<string> FindingsAdded,
    ImmutableArray<string> FindingsRemoved,
    Message Why
);

/// <summary>Finds what can stand in for a line. Each is evaluated, never trusted.</summary>
public static class Swap
{
    /// <summary>A caution counts as much as this difference of firmness, about half a band, by judgement.</summary>
    private const double CautionPoints = 3;

    private const int MostTried = 12;
    private const int MostOffered = 8;

    /// <summary>Candidates, best first: those that add no stop, then what the trade takes in its order, then those that keep firmness, feel
    /// and keeping closest and add the fewest cautions.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="line">Index of the line.</param>
    /// <param name="to">The ingredient that is asked for; null for the closest ones.</param>
    /// <param name="avoid">What none of them may hold.</param>
    /// <param name="present">What there is to choose from.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="DocumentException">The line, or what is asked for, does not exist.</exception>
    public static ImmutableArray<SwapCandidate> Candidates(
        Formula formula,
        int line,
        string? to,
        IReadOnlyCollection<FreeFromRow> avoid,
        IEnumerable<Ingredient> present,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        if (line < 0 || line >= formula.Lines.Length)
            throw new DocumentException(
                "/line",
                formula.Lines.IsEmpty
                    ? "names a line, and the formula has none."
                    : (Message)$"must be a line of the formula, from 0 to {formula.Lines.Length - 1}."
            );
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        var own = resolved.Ingredients[line];
        var others = to is null
            ? present
            : [catalogue.Find(to) ?? throw new DocumentException("/to", $"\"{to}\" is not an ingredient of the catalogue.")];
        others = others.Where(other => other.Slug != own.Slug && !avoid.Any(row => row.IsIn(other)));
        var replacements = to is null
            ? Replacements.For(own, others, catalogue, settings, MostTried)
            : [.. others.Select(other => Replacements.Of(own, other, catalogue, settings))];
        var before = Evaluator.Sweep(formula, catalogue, settings);
        return
        [
            .. replacements
                .Select(replacement => Tried(resolved, line, replacement, before))
                .OrderBy(trial => trial.Distance)
                .Select(trial => trial.Candidate)
                .Take(MostOffered),
        ];
    }

    private static ((int Stops, int Rank, double Difference) Distance, SwapCandidate Candidate) Tried(
        ResolvedFormula resolved,
        int line,
        Replacement replacement,
        EvaluationResult before
    )
    {
        var now = resolved.Totals.Doses[line];
        var isBalance = resolved.Formula.Lines[line].IsBalance;
        var percent = isBalance ? now : Math.Min(100m, decimal.Round(now * (decimal)replacement.GramsPerGram, 2));
        ImmutableArray<FormulaEdit> edits =
        [
            .. isBalance || percent == now ? [] : FixBuilder.SetTo(resolved, line, percent).Edits,
            new ReplaceIngredient(line, replacement.Ingredient.Slug),
        ];
        var changed = resolved.Edited(edits);
        var after = Evaluator.Sweep(changed, resolved.Catalogue, resolved.Settings);
        var (codesBefore, codesAfter) = (before.Codes(), after.Codes());
        var dose = percent == now ? "weight for weight" : (Message)$"{Decimals.Two(now)} becomes {Decimals.Two(percent)}";
        var candidate = new SwapCandidate(
            replacement.Ingredient.Slug,
            percent,
            edits,
            changed,
            before.Melt.At(Climate.RoomCelsius).Band,
            after.Melt.At(Climate.RoomCelsius).Band,
            before.Melt.At(Climate.RoomCelsius).Firmness,
            after.Melt.At(Climate.RoomCelsius).Firmness,
            [.. codesAfter.Except(codesBefore)],
            [.. codesBefore.Except(codesAfter)],
            $"{dose}; firmness {before.Melt.At(Climate.RoomCelsius).Firmness:0.0} to {after.Melt.At(Climate.RoomCelsius).Firmness:0.0} at "
                + $"{Celsius(Climate.RoomCelsius, "0")}; {(replacement.TradeRank is null ? "neat: " : "")}{replacement.Words}."
        );
        return (
            (
                Added(before, after, Severity.Stop),
                Suits(candidate) ? replacement.TradeRank ?? int.MaxValue : int.MaxValue,
                Distance(before, after) + (CautionPoints * Added(before, after, Severity.Caution))
            ),
            candidate
        );
    }

    /// <summary>What the trade takes leads, but not where it is not for whoever wears it, or burns in the sun.</summary>
    private static bool Suits(SwapCandidate candidate) =>
        !candidate.FindingsAdded.Any(code =>
            code is FindingCodes.AudienceCaution or FindingCodes.AudienceStop or FindingCodes.Phototoxic or FindingCodes.OverLimit
        );

    private static int Added(EvaluationResult before, EvaluationResult after, Severity severity) =>
        Math.Max(
            0,
            after.Findings.Count(finding => finding.Severity == severity) - before.Findings.Count(finding => finding.Severity == severity)
        );

    /// <summary>How different it is: firmness, each feel, and a point for every quarter of the months.</summary>
    private static double Distance(EvaluationResult before, EvaluationResult after) =>
        Math.Abs(after.Melt.At(Climate.RoomCelsius).Firmness - before.Melt.At(Climate.RoomCelsius).Firmness)
        + Math.Abs(after.Feel.Greasiness - before.Feel.Greasiness)
        + Math.Abs(after.Feel.Drag - before.Feel.Drag)
        + Math.Abs(after.Feel.Tack - before.Feel.Tack)
        + Math.Abs(after.Feel.Powderiness - before.Feel.Powderiness)
        + (before.Keeping.Months is > 0 and { } months && after.Keeping.Months is { } left ? Math.Abs(left - months) / months * 4 : 0);
}
