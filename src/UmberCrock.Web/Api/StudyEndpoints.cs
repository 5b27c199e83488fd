using System.Text.Json;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Studies;
using static UmberCrock.Web.Api.ApiEndpoints;

namespace UmberCrock.Web.Api;

/// <summary>What is asked of a jar that is watched.</summary>
internal static class StudyEndpoints
{
    private const string Calendar = "text/calendar";

    /// <summary>Maps the calls.</summary>
    public static void MapStudies(this RouteGroupBuilder api)
    {
        Asked(
                api.MapPost("/study-plan", PlanAsync),
                "When jars of a formula are looked at and for what, as JSON or, by the Accept header, as a calendar.",
                "Body: {\"formula\", \"madeOn\": date, \"conditions\": [\"room\" | \"warm\" | \"cold\" | \"freeze-thaw\" | "
                    + "\"light\" | \"other\" or {\"condition\", \"celsius\"}] (room, warm, cold, freeze-thaw), \"jars\" in each "
                    + "place (2), \"shipped\": true for six rounds of frost}. Answer: /schemas/study-plan.schema.json, or text/calendar."
            )
            .Produces<JsonElement>();
        Asked(
                api.MapPost("/judge", JudgeAsync),
                "What a look at a jar comes to, by rule, and which forecasts it bears out.",
                "Body: {\"formula\", \"condition\", \"celsius\", \"day\" from making, \"seen\": {\"colour\", \"odour\", \"sweat\", "
                    + "\"bleed\", \"grain\", \"cracks\", \"layers\", \"mould\": 0 none to 3 strong, \"band\", \"heightPercent\"; what "
                    + "is absent was not looked at}, \"first\": the same of the first look}. Answer: /schemas/judge.schema.json."
            )
            .Produces<Judgement>();
        Asked(
                api.MapPost("/learn", LearnAsync),
                "How much stronger or weaker each kind of crystal is on this bench than by the book.",
                "Body: {\"observations\": [{\"formula\", \"celsius\", \"band\", \"hoursAfterPour\"}], \"setPoints\": [{\"formula\", "
                    + "\"celsius\"}]}. Answer: /schemas/learn.schema.json; errors are leave-one-out, in units of firmness."
            )
            .Produces<BenchLearning>();
        Asked(
                api.MapPost("/diagnose", DiagnoseAsync),
                "What went wrong: the causes that fit a formula and what is known of how it was made, likeliest first.",
                "Body: {\"formula\", \"symptoms\": [words], \"record\": {\"roomCelsius\", \"addCelsius\", \"cooling\": \"room\" | "
                    + "\"fridge\" | \"freezer\" | \"stirred\" | \"cold-bath\", \"peakCelsius\", \"pourCelsius\", "
                    + "\"lidAfterMinutes\", \"whipRounds\", \"daysOld\", \"storedCelsius\", \"remelts\", \"skipped\": [stages]}, "
                    + "\"looks\": as \"seen\" of judge: what is strong in it counts as a symptom}. Answer: "
                    + "/schemas/diagnose.schema.json; likelihoods sum to at most 1."
            )
            .Produces<JsonElement>();
    }

    private static async Task<IResult> DiagnoseAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, symptoms, record) = StudyRequests.Diagnose(body.RootElement, knowledge.Catalogue);
        return Answer(new { causes = WhatWentWrong.Of(formula, symptoms, record, knowledge.Catalogue, knowledge.Settings) });
    }

    private static async Task<IResult> LearnAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (looks, sets) = StudyRequests.Learn(body.RootElement, knowledge.Catalogue.Herbs);
        return Answer(BenchFit.Of(looks, sets, knowledge.Catalogue, knowledge.Settings));
    }

    private static async Task<IResult> PlanAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, plan) = StudyRequests.Plan(body.RootElement, knowledge.Catalogue.Herbs);
        var checks = StudyPlan.Of(ForecastOf(formula, knowledge), plan, knowledge.Catalogue.Rules);
        return request.GetTypedHeaders().Accept.Any(kind => kind.MediaType == Calendar)
            ? Results.Text(StudyCalendar.Of(formula.Name, plan.MadeOn, checks), Calendar)
            : Answer(new { checks });
    }

    private static async Task<IResult> JudgeAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, look) = StudyRequests.Judge(body.RootElement, knowledge.Catalogue.Herbs);
        return Answer(StudyJudge.Of(ForecastOf(formula, knowledge), look, knowledge.Catalogue.Rules));
    }

    private static StudyForecast ForecastOf(Formula formula, Knowledge knowledge) =>
        StudyForecast.Of(formula, Evaluator.Evaluate(formula, knowledge.Catalogue, knowledge.Settings), knowledge.Catalogue);
}
