using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Studies;

/// <summary>What a study is of and what it is held against. It is stored whole when the study begins.</summary>
/// <param name="Name">What the product is called.</param>
/// <param name="Formula">The formula as it was made.</param>
/// <param name="FormulaKey">Key of the formula it came from; null where there is none.</param>
/// <param name="BatchKey">Key of the batch whose jars stand; null for a rung of a ladder.</param>
/// <param name="BatchCode">The code on its jars, or which rung they are; empty for none.</param>
/// <param name="MadeOn">The day it was made.</param>
/// <param name="Forecast">What was foreseen of it.</param>
/// <param name="IsForeseenLater">True where the forecast was made when the study began and not when the batch did.</param>
/// <param name="By">By whose figures it was foreseen: "the book", or the maker's own bench.</param>
/// <param name="Checks">Which jar is looked at on which day, and for what.</param>
/// <param name="LotEnd">The day on which the first of its lots ends; null where that is not known.</param>
/// <param name="LotName">Which lot that is, in words; null where there is none.</param>
/// <param name="Months">How long its oils were foreseen to keep, months; null where that is not known.</param>
/// <param name="Weakest">What turns first, by name; null where that is not known.</param>
public sealed record StudySetup(
    string Name,
    [property: JsonConverter(typeof(FormulaDocument))] Formula Formula,
    string? FormulaKey,
    string? BatchKey,
    string BatchCode,
    DateOnly MadeOn,
    StudyForecast Forecast,
    bool IsForeseenLater,
    string By,
    ImmutableArray<StudyCheck> Checks,
    DateOnly? LotEnd,
    string? LotName,
    double? Months,
    string? Weakest
)
{
    /// <summary>What is known of how long it keeps beside what is watched.</summary>
    /// <param name="noLongerThanWatched">True where the maker writes no date beyond what was watched.</param>
    public ShelfLifeFacts LifeFacts(bool noLongerThanWatched) => new(MadeOn, Months, Weakest, LotEnd, LotName, noLongerThanWatched);

    /// <summary>The setup of a study of a formula that was made, not from a batch.</summary>
    /// <param name="formula">The formula as it was made.</param>
    /// <param name="formulaKey">Key of the formula that it came from; null where there is none.</param>
    /// <param name="code">Which rung it is, in words; empty for none.</param>
    /// <param name="request">Since when, where its jars stand and how many.</param>
    /// <param name="catalogue">The ingredients and rules.</param>
    /// <param name="settings">The maker's choices.</param>
    public static StudySetup Of(
        Formula formula,
        string? formulaKey,
        string code,
        StudyRequest request,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var evaluation = Evaluator.Evaluate(formula, catalogue, settings);
        var forecast = StudyForecast.Of(formula, evaluation, catalogue);
        return new StudySetup(
            formula.Name,
            formula,
            formulaKey,
            null,
            code,
            request.MadeOn,
            forecast,
            false,
            ByWhom(catalogue),
            StudyPlan.Of(forecast, request, catalogue.Rules),
            null,
            null,
            evaluation.Keeping.Months,
            evaluation.Keeping.Weakest is { } weakest ? catalogue.Find(weakest)?.Name : null
        );
    }

    /// <summary>What a prediction says that no maker's own record has changed.</summary>
    public const string ByTheBook = "the book";

    /// <summary>What a prediction says that goes by what the maker's bench learnt.</summary>
    public const string ByYourBench = "your bench";

    /// <summary>By whose figures predictions of a catalogue are made.</summary>
    /// <param name="catalogue">The ingredients and rules.</param>
    public static string ByWhom(Catalogue catalogue) => catalogue.Rules.Texture.Bench is null ? ByTheBook : ByYourBench;
}
