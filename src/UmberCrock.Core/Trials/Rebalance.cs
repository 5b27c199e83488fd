using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Trials;

/// <summary>A formula that was moved as little as its target takes.</summary>
/// <param name="Formula">The formula after it was moved.</param>
/// <param name="Edits">The edits that lead to the moved formula.</param>
/// <param name="MovedPercent">What went from some lines to others, weight percent: the sum of what was put in or of what was taken out,
/// whichever is more.</param>
/// <param name="Evaluation">What the program says of the moved formula.</param>
public sealed record Rebalanced(Formula Formula, ImmutableArray<FormulaEdit> Edits, decimal MovedPercent, EvaluationResult Evaluation);

/// <summary>A form that a formula would have to become for a target, with the least change that meets it there.</summary>
/// <param name="Form">The form of product that bears the target.</param>
/// <param name="Moved">The formula once it has that form and meets the target.</param>
public sealed record OtherForm(ProductForm Form, Rebalanced Moved);

/// <summary>What a rebalance comes to: a formula, or what cannot be had together and what can.</summary>
/// <param name="Moved">The formula; null when there is none.</param>
/// <param name="Conflicts">What conflicts, each with the place it stands at; empty when there is a formula.</param>
/// <param name="Nearest">What misses the target least; null when there is a formula.</param>
/// <param name="Ways">Other forms of product that would have the target; empty when there is a formula.</param>
public sealed record RebalanceAnswer(
    Rebalanced? Moved,
    ImmutableArray<DocumentProblem> Conflicts,
    Rebalanced? Nearest,
    ImmutableArray<OtherForm> Ways
);

/// <summary>
/// The least change of doses that meets every limit, every window and a target of firmness. Limits and windows are linear in the doses;
/// firmness is not, so it is stepped: linear around where the doses stand, solved within a trust region, and taken only where the real
/// firmness agrees (sequential linear programming with an exact penalty; Nocedal and Wright, Numerical Optimization, chapter 18, from
/// memory).
/// </summary>
public static class Rebalance
{
    private const int MostStarts = 10;
    private const int MostForms = 3;

    /// <summary>Moves a formula as little as it takes.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="locked">Indices of lines that keep their dose.</param>
    /// <param name="target">What is to be reached; a climate becomes the formula's own.</param>
    /// <param name="catalogue">What is known.</param>
    /// <param name="settings">The maker's choices.</param>
    /// <exception cref="DocumentException">A line that is to keep its dose is not there, or there is no line at all.</exception>
    public static RebalanceAnswer Of(
        Formula formula,
        IReadOnlyCollection<int> locked,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        foreach (var line in locked.Where(line => line < 0 || line >= formula.Lines.Length))
            throw new DocumentException("/lock", $"{line} is not a line of the formula: they run from 0 to {formula.Lines.Length - 1}.");
        if (formula.Lines.IsEmpty)
            throw new DocumentException("/formula/lines", "hold nothing yet: there is nothing to move.");
        ImmutableArray<FormulaEdit> climate = target.Climate is { } wanted && wanted != formula.Climate ? [ClimateEdit.To(wanted)] : [];
        var (found, resolved) = Find(formula, climate, locked, target, catalogue, settings, MostStarts);
        if (found.Doses is { } doses)
            return new RebalanceAnswer(Moved(formula, climate, doses, catalogue, settings), [], null, []);
        return new RebalanceAnswer(
            null,
            found.Conflicts,
            Moved(formula, climate, found.Nearest ?? [.. resolved.Totals.Percents], catalogue, settings),
            [.. Ways(formula, climate, locked, target, catalogue, settings)]
        );
    }

    private static (FoundDoses Found, ResolvedFormula Resolved) Find(
        Formula formula,
        ImmutableArray<FormulaEdit> first,
        IReadOnlyCollection<int> locked,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings,
        int starts
    )
    {
        var resolved = ResolvedFormula.Of(FormulaEdit.ApplyAll(formula, first, catalogue.Herbs), catalogue, settings);
        var search = new RebalanceSearch(resolved, DoseConstraint.Of(resolved, locked), FirmnessDemand.Of(resolved, target));
        return (search.Run(starts), resolved);
    }

    /// <summary>The same body, worn and made alike, sold as another form that bears what is wanted: a stick that is to be hard becomes a
    /// bar, with a bar's windows.</summary>
    private static IEnumerable<OtherForm> Ways(
        Formula formula,
        ImmutableArray<FormulaEdit> climate,
        IReadOnlyCollection<int> locked,
        RebalanceTarget target,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        if (target.Band is not { } band)
            return [];
        var own = catalogue.Rules.Forms.Of(formula.Form);
        var besideRoom = Math.Sign((double)target.AtCelsius!.Value - TextureFindings.RoomCelsius);
        return catalogue
            .Rules.Forms.Forms.Where(row =>
                row.Form != own.Form
                && row.Bears(band, besideRoom)
                && row.Zone == own.Zone
                && row.Exposure == own.Exposure
                && row.Process == own.Process
                && row.SunUse == own.SunUse
            )
            .OrderByDescending(row => row.Bands.Contains(band))
            .Take(MostForms)
            .Select(row =>
            {
                ImmutableArray<FormulaEdit> first = [new SetField("form", Word(row.Form)), .. climate];
                return (row.Form, First: first, Find(formula, first, locked, target, catalogue, settings, 0).Found.Doses);
            })
            .Where(way => way.Doses is not null)
            .Select(way => new OtherForm(way.Form, Moved(formula, way.First, way.Doses!, catalogue, settings)));
    }

    private static JsonElement Word(ProductForm form) => JsonSerializer.SerializeToElement(Vocabulary.Word(form));

    private static Rebalanced Moved(
        Formula formula,
        ImmutableArray<FormulaEdit> first,
        decimal[] doses,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var now = FormulaTotals.Of(formula, catalogue.Herbs).Percents;
        ImmutableArray<FormulaEdit> edits =
        [
            .. first,
            .. Enumerable
                .Range(0, doses.Length)
                .Where(line => doses[line] != now[line] && !formula.Lines[line].IsBalance)
                .Select(line => new SetPercent(line, doses[line])),
        ];
        var moved = FormulaEdit.ApplyAll(formula, edits, catalogue.Herbs);
        var differences = doses.Select((dose, line) => dose - now[line]).ToList();
        var movedPercent = Math.Max(differences.Sum(by => Math.Max(0m, by)), differences.Sum(by => Math.Max(0m, -by)));
        return new Rebalanced(moved, edits, movedPercent, Evaluator.Evaluate(moved, catalogue, settings));
    }
}
