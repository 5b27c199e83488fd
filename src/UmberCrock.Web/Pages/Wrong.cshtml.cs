using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Pages;

/// <summary>What went wrong: from what is seen of a formula, a batch or a jar to the causes that fit, with what speaks for and against
/// each.</summary>
internal sealed class WrongModel(FormulaStore formulas, BatchStore batches, StudyStore studies, Knowledge knowledge) : PageModel
{
    private const int MostSymptoms = 10;

    /// <summary>A number that can be told of how it was made.</summary>
    /// <param name="Field">Its field.</param>
    /// <param name="Words">What it is.</param>
    /// <param name="Least">The least that is believed.</param>
    /// <param name="Most">The most that is believed.</param>
    /// <param name="IsTemperature">True for a temperature, C.</param>
    internal sealed record ToldFact(string Field, string Words, double Least, double Most, bool IsTemperature = false)
    {
        /// <summary>What it is, and on which scale.</summary>
        public string Asked => IsTemperature ? $"{Words}, {Shown.DegreeSign}" : Words;
    }

    /// <summary>What can be told in numbers.</summary>
    public static IReadOnlyList<ToldFact> Facts { get; } =
    [
        new("room", "Kitchen", -10, 60, true),
        new("peak", "Pot at its hottest", 0, 200, true),
        new("add", "When something was added", -10, 200, true),
        new("pour", "When it was poured", 0, 200, true),
        new("lid", "Lid on after, min", 0, 100_000),
        new("rounds", "Rounds of whipping", 0, 100),
        new("stored", "Kept at", -40, 90, true),
        new("days", "Days old", 0, 3650),
        new("remelts", "Melted again, times", 0, 100),
    ];

    /// <summary>What was made.</summary>
    public Formula Formula { get; private set; } = null!;

    /// <summary>Where it comes from, in words: a batch, a jar, the formula as it stands.</summary>
    public string Of { get; private set; } = "as it stands";

    /// <summary>Number of the formula; null where there is none.</summary>
    public long? FormulaId { get; private set; }

    /// <summary>The batch; null where there is none.</summary>
    public long? BatchId { get; private set; }

    /// <summary>The study; null where there is none.</summary>
    public long? StudyId { get; private set; }

    /// <summary>The check of the study; null where there is none.</summary>
    public string? Check { get; private set; }

    /// <summary>What is seen.</summary>
    public IReadOnlyList<Symptom> Symptoms { get; private set; } = [];

    /// <summary>What is known of how it was made, as typed or as the record has it.</summary>
    public IReadOnlyDictionary<string, string> Known { get; private set; } = new Dictionary<string, string>();

    /// <summary>How it was cooled, by its word; empty where nobody knows.</summary>
    public string Cooling { get; private set; } = "";

    /// <summary>The causes, likeliest first.</summary>
    public IReadOnlyList<DiagnosedCause> Causes { get; private set; } = [];

    /// <summary>Why nothing is told.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync(long? formula, long? batch, long? study, string? check)
    {
        var (record, shown) = (new DiagnosisRecord(), new List<Symptom>());
        if (study is { } ofStudy)
        {
            if (await studies.FindAsync(ofStudy) is not { Log: var log } kept)
                return NotFound();
            (Formula, StudyId, Of) = (log.Setup.Formula, kept.Id, $"jars of {log.Setup.BatchCode}");
            FormulaId = log.Setup.FormulaKey is { } key ? await formulas.IdOfAsync(key) : null;
            record =
                log.Setup.BatchKey is { } made && await batches.FindAsync(await batches.IdOfAsync(made)) is { Log.State: var of }
                    ? BatchTelling.Of(of, studies.Today)
                    : new DiagnosisRecord { DaysOld = Math.Max(0, studies.Today.DayNumber - log.Setup.MadeOn.DayNumber) };
            if (check is not null && log.Checks.TryGetValue(check, out var planned))
            {
                (Check, Of) = (check, Web.Studies.StudyView.Title(planned));
                record = record with { StoredCelsius = (double)planned.Celsius, DaysOld = planned.Day };
                if (log.Looks.TryGetValue(check, out var look))
                {
                    var foreseen = knowledge.Catalogue.Rules.Texture.BandOf(log.Setup.Forecast.FirmnessAt(planned.Celsius));
                    shown.AddRange(WhatWentWrong.SymptomsOf(look.Look.Seen, foreseen, knowledge.Catalogue.Rules));
                }
            }
        }
        else if (batch is { } ofBatch)
        {
            if (await batches.FindAsync(ofBatch) is not { Log.State: var state })
                return NotFound();
            (Formula, BatchId, Of) = (
                MadeFormula.FormulaOf(state) ?? state.Plan.Formula,
                ofBatch,
                $"batch {state.Plan.Code}, as it was made"
            );
            FormulaId = state.Plan.FormulaKey is { } key ? await formulas.IdOfAsync(key) : null;
            record = BatchTelling.Of(state, studies.Today);
        }
        else if (formula is { } id && await formulas.FindAsync(id) is { } stands)
            (Formula, FormulaId) = (stands.Formula, stands.Id);
        else
            return NotFound();
        try
        {
            Tell(record, shown);
        }
        catch (DocumentException refused)
        {
            (Refusal, Response.StatusCode) = (BatchWords.Sentences(refused), StatusCodes.Status422UnprocessableEntity);
        }

        return Page();
    }

    private void Tell(DiagnosisRecord record, List<Symptom> shown)
    {
        var query = Request.Query;
        // What is sent stands, also where it is empty; what was never asked is as the record has it.
        var isAsked = query.ContainsKey("asked");
        Symptoms = isAsked
            ?
            [
                .. query["s"]
                    .Take(MostSymptoms)
                    .Select(word =>
                        Vocabulary.TryParse<Symptom>(word, out var symptom)
                            ? symptom
                            : throw new DocumentException("/s", "There is no such sign.")
                    )
                    .Distinct(),
            ]
            : shown;
        Known = isAsked ? Facts.ToDictionary(fact => fact.Field, fact => query[fact.Field].ToString()) : KnownOf(record);
        Cooling =
            isAsked ? query["cooling"].ToString()
            : record.Cooling is { } cooled ? Vocabulary.Word(cooled)
            : "";
        if (isAsked)
            record = new DiagnosisRecord
            {
                RoomCelsius = Number("room"),
                PeakCelsius = Number("peak"),
                AddCelsius = Number("add"),
                PourCelsius = Number("pour"),
                LidAfterMinutes = Number("lid"),
                WhipRounds = Number("rounds"),
                StoredCelsius = Number("stored"),
                DaysOld = Number("days"),
                Remelts = Number("remelts"),
                Cooling =
                    Cooling.Length == 0 ? null
                    : Vocabulary.TryParse<CooledBy>(Cooling, out var by) ? by
                    : throw new DocumentException("/cooling", "is none of the ways to cool."),
                Skipped = record.Skipped,
            };
        if (Symptoms.Count > 0)
            Causes = [.. WhatWentWrong.Of(Formula, Symptoms, record, knowledge.Catalogue, knowledge.Settings).Take(6)];
    }

    private static Dictionary<string, string> KnownOf(DiagnosisRecord record)
    {
        static string Warm(double? value) => value is { } celsius ? Shown.Degree(celsius, "0.#") : "";
        static string Written(double? value) => value is { } known ? known.ToString("0.#", CultureInfo.CurrentCulture) : "";
        return new()
        {
            ["room"] = Warm(record.RoomCelsius),
            ["peak"] = Warm(record.PeakCelsius),
            ["add"] = Warm(record.AddCelsius),
            ["pour"] = Warm(record.PourCelsius),
            ["lid"] = Written(record.LidAfterMinutes),
            ["rounds"] = Written(record.WhipRounds),
            ["stored"] = Warm(record.StoredCelsius),
            ["days"] = Written(record.DaysOld),
            ["remelts"] = Written(record.Remelts),
        };
    }

    private double? Number(string field)
    {
        if (string.IsNullOrWhiteSpace(Known[field]))
            return null;
        var fact = Facts.Single(one => one.Field == field);
        var number = (double)(fact.IsTemperature ? Typed.Temperature(Known[field]) : Typed.Number(Known[field], "a number"));
        return number >= fact.Least && number <= fact.Most
            ? number
            : throw new DocumentException(
                $"/{field}",
                fact.IsTemperature
                    ? $"“{fact.Words}” is from {Shown.Temperatures((decimal)fact.Least, (decimal)fact.Most)}."
                    : $"“{fact.Words}” is from {fact.Least:0} to {fact.Most:0}."
            );
    }
}
