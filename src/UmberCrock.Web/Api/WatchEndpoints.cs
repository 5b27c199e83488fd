using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Studies;
using static UmberCrock.Web.Api.ApiEndpoints;

namespace UmberCrock.Web.Api;

/// <summary>Studies over HTTP: begun, read, looked at.</summary>
internal static class WatchEndpoints
{
    private const string Device = "API";
    private const int MostListed = 500;
    private const int FeedDays = 90;

    /// <summary>Maps the calls.</summary>
    public static void MapWatched(this RouteGroupBuilder api)
    {
        Asked(
                api.MapPost("/studies", StartAsync),
                "Begins a study of a closed batch, or of a formula that was made.",
                "Body: {\"batchId\" or \"formula\" and \"madeOn\": date, \"conditions\", \"jars\", \"shipped\" as of study-plan}. "
                    + "Answer: /schemas/study.schema.json; 422 for a batch that is still open."
            )
            .Produces<JsonElement>(StatusCodes.Status201Created)
            .ProducesProblem(404);
        Asked(
                api.MapPost("/studies/{id:long}/looks", LookAsync),
                "Keeps a look at a jar, judged by rule.",
                "Body: {\"check\": name, \"seen\" as of judge, \"text\", \"verdict\": against the rule, \"reason\": why, \"after\": number "
                    + "of the last entry that is known}. Answer: the study as it then stands; 409 when it is behind."
            )
            .Produces<JsonElement>()
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/studies/{id:long}", FindAsync)
            .WithSummary("A study with its checks, looks, forecasts and best-before date.")
            .Produces<JsonElement>()
            .ProducesProblem(404);
        api.MapGet("/studies", ListAsync)
            .WithSummary("Studies: those with something due first.")
            .Produces<JsonElement>()
            .ProducesProblem(422);
    }

    /// <summary>The checks of the next months, for a calendar that asks again and again.</summary>
    public static async Task<IResult> CalendarAsync(StudyStore studies) =>
        Results.Text(StudyCalendar.Of(await studies.OpenAsync(studies.Today, studies.Today.AddDays(FeedDays))), "text/calendar");

    private static async Task<IResult> StartAsync(
        HttpRequest request,
        Knowledge knowledge,
        BatchStore batches,
        LotStore lots,
        StudyStore studies
    )
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (batchId, formula, asked) = StudyRequests.Start(body.RootElement, knowledge.Catalogue.Herbs);
        StudySetup setup;
        if (batchId is { } id)
        {
            if (await batches.FindAsync(id) is not { } batch)
                return Missing("batch");
            if (batch.Log.State.Phase != BatchPhase.Closed)
                throw new DocumentException("/batchId", "names a batch that is not closed: nothing of it can be watched yet.");
            var used = await lots.ByKeysAsync([.. batch.Log.State.LotKeys]);
            var ofBatch = asked with { MadeOn = batch.Log.State.MadeOn };
            setup = BatchStudy.Of(batch.Log.State, batch.Key, ofBatch, used.Values, knowledge.Catalogue, knowledge.Settings);
        }
        else
            setup = StudySetup.Of(formula!, null, "", asked, knowledge.Catalogue, knowledge.Settings);
        var begun = await studies.StartAsync(setup, Device);
        return Results.Json(StudyAnswer.Of(begun, studies.Today, knowledge), ContractJson.Options, Json, StatusCodes.Status201Created);
    }

    private static async Task<IResult> LookAsync(long id, HttpRequest request, Knowledge knowledge, StudyStore studies)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var look = StudyRequests.Look(body.RootElement);
        if (await studies.SequenceAsync(id) is not { } last)
            return Missing("study");
        try
        {
            var kept = await studies.AppendAsync(
                id,
                look.After ?? last,
                log =>
                    StudyProgress.Judged(log, look.Check, studies.Today, look.Seen, knowledge.Catalogue.Rules) with
                    {
                        Text = look.Text,
                        Own = look.Own,
                        Reason = look.Reason,
                    },
                Device
            );
            return kept is null ? Missing("study") : Answer(StudyAnswer.Of(kept, studies.Today, knowledge));
        }
        catch (StudyBehindException behind)
        {
            return ProblemWriter.Write(StatusCodes.Status409Conflict, $"{behind.Message} Nothing of this was kept.", []);
        }
    }

    private static async Task<IResult> FindAsync(long id, Knowledge knowledge, StudyStore studies) =>
        await studies.FindAsync(id) is { } kept ? Answer(StudyAnswer.Of(kept, studies.Today, knowledge)) : Missing("study");

    private static async Task<IResult> ListAsync(StudyStore studies, int? offset, int? limit)
    {
        if (offset is < 0)
            throw new DocumentException("/offset", "must not be below 0.");
        if (limit is < 1 or > MostListed)
            throw new DocumentException("/limit", $"must be from 1 to {MostListed}.");
        var (places, total) = await studies.ListAsync(offset ?? 0, limit ?? 100);
        return Answer(new JsonObject { ["studies"] = JsonSerializer.SerializeToNode(places, ContractJson.Options), ["total"] = total });
    }

    private static IResult Missing(string what) => ProblemWriter.Write(StatusCodes.Status404NotFound, $"There is no such {what} here.", []);
}
