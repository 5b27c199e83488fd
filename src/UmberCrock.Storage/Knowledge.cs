using System.Collections.Immutable;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Storage;

/// <summary>
/// What the application computes with at this moment: the shipped catalogue with the maker's own ingredients and values, and the maker's
/// choices. Each is an immutable snapshot; a change puts a new one in its place.
/// </summary>
public sealed class Knowledge(Catalogue shipped)
{
    private volatile Catalogue book = shipped;
    private volatile Catalogue catalogue = shipped;
    private volatile Workshop workshop = Workshop.Default;
    private volatile EvaluationSettings settings = EvaluationSettings.Default;

    private volatile ImmutableDictionary<string, StudyFailure> failures = ImmutableDictionary<string, StudyFailure>.Empty;
    private volatile Evaluated last = new("", shipped, EvaluationSettings.Default, null!);

    /// <summary>The catalogue that ships with the application.</summary>
    public Catalogue Shipped { get; } = shipped;

    /// <summary>The catalogue with the maker's own ingredients and values; its strengths are the book's, or those that the bench learnt
    /// where the maker chose so.</summary>
    public Catalogue Catalogue
    {
        get => catalogue;
        internal set
        {
            book = value;
            catalogue = value.By(settings.Bench);
        }
    }

    /// <summary>The same with the book's strengths.</summary>
    public Catalogue Book => book;

    /// <summary>The maker's choices.</summary>
    public EvaluationSettings Settings
    {
        get => settings;
        internal set
        {
            settings = value;
            catalogue = book.By(value.Bench);
        }
    }

    /// <summary>What stands on the maker's table.</summary>
    public Workshop Workshop
    {
        get => workshop;
        internal set => workshop = value;
    }

    /// <summary>Looks of studies that failed, by the keys of the formulas they came from.</summary>
    public ImmutableDictionary<string, StudyFailure> Failures
    {
        get => failures;
        internal set => failures = value;
    }

    /// <summary>What a failed look writes into a formula; null where none did.</summary>
    /// <param name="key">Key of the formula.</param>
    /// <param name="now">The formula as it stands.</param>
    public Finding? FailureOf(string key, Formula now) => Failures.GetValueOrDefault(key)?.ToFinding(now, Catalogue.Herbs);

    /// <summary>Evaluates a formula. What was evaluated last is remembered: a formula that was checked before its commit is not evaluated
    /// again to be shown.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="document">The document it was read from.</param>
    public EvaluationResult Evaluate(Formula formula, string document)
    {
        var (known, chosen, before) = (Catalogue, Settings, last);
        if (before.Document == document && ReferenceEquals(before.Catalogue, known) && ReferenceEquals(before.Settings, chosen))
            return before.Result;
        var result = Evaluator.Evaluate(formula, known, chosen);
        last = new(document, known, chosen, result);
        return result;
    }

    private sealed record Evaluated(string Document, Catalogue Catalogue, EvaluationSettings Settings, EvaluationResult Result);
}
