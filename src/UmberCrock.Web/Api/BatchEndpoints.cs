using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using static UmberCrock.Web.Api.ApiEndpoints;

namespace UmberCrock.Web.Api;

/// <summary>Batches over HTTP: begun, read, appended to.</summary>
internal static class BatchEndpoints
{
    private const string Device = "API";
    private const int MostListed = 500;

    /// <summary>Maps the calls.</summary>
    public static void MapBatches(this RouteGroupBuilder api)
    {
        Asked(
                api.MapPost("/batches", StartAsync),
                "Begins a batch: what is planned and foreseen is stored as it stands.",
                "Body: {\"formula\" or \"formulaId\", \"batchGrams\" or \"containers\": [{\"name\", \"millilitres\", \"count\", "
                    + "\"fillPercent\", \"material\", \"price\"}], \"name\", \"room\": celsius}. Answer: /schemas/batch.schema.json; 422 "
                    + "when the lines do not make 100."
            )
            .Produces<JsonElement>(StatusCodes.Status201Created)
            .ProducesProblem(404);
        Asked(
                api.MapPost("/batches/{id:long}/events", AppendAsync),
                "Appends events to a batch, all or none.",
                "Body: {\"after\": sequence, \"events\": [{\"type\", ...}]} (/schemas/batch-events.schema.json). Answer: the batch as it "
                    + "then stands; 409 with the events since when it is behind; 422 names the member when an event cannot be."
            )
            .Produces<JsonElement>()
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/batches/{id:long}", FindAsync)
            .WithSummary("A batch with everything of it.")
            .Produces<JsonElement>()
            .ProducesProblem(404);
        api.MapGet("/batches", ListAsync)
            .WithSummary("Batches, newest first: open or over, of a formula, with a lot in them.")
            .Produces<JsonElement>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> StartAsync(
        HttpRequest request,
        Knowledge knowledge,
        FormulaStore formulas,
        BatchStore batches,
        LotStore lots,
        TimeProvider clock
    )
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, id, asked) = BatchRequests.Start(body.RootElement, knowledge.Catalogue.Herbs, knowledge.Workshop);
        if (id is { } number)
        {
            if (await formulas.FindAsync(number) is not { } kept)
                return Missing("formula");
            (formula, asked) = (kept.Formula, asked with { FormulaKey = kept.Key });
        }

        var begun = await batches.StartAsync(formula!, asked with { Speed = BenchClock.SpeedOf(clock) }, Device);
        return Results.Json(
            BatchAnswer.Of(begun, knowledge, await lots.PricesAsync()),
            ContractJson.Options,
            Json,
            StatusCodes.Status201Created
        );
    }

    private static async Task<IResult> AppendAsync(long id, HttpRequest request, Knowledge knowledge, BatchStore batches, LotStore lots)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (after, events) = BatchRequests.Append(body.RootElement);
        try
        {
            return await batches.AppendAsync(id, after, events, Device) is { } kept
                ? Answer(BatchAnswer.Of(kept, knowledge, await lots.PricesAsync()))
                : Missing("batch");
        }
        catch (BatchBehindException behind)
        {
            return ProblemWriter.Write(
                StatusCodes.Status409Conflict,
                $"{behind.Message} Nothing of this was kept. Look at what they did, then send it again.",
                [],
                ("events", BatchAnswer.Events(behind.Since, []))
            );
        }
    }

    private static async Task<IResult> FindAsync(long id, Knowledge knowledge, BatchStore batches, LotStore lots) =>
        await batches.FindAsync(id) is { } kept ? Answer(BatchAnswer.Of(kept, knowledge, await lots.PricesAsync())) : Missing("batch");

    private static async Task<IResult> ListAsync(
        BatchStore batches,
        FormulaStore formulas,
        string? open,
        string? formula,
        string? lot,
        int? offset,
        int? limit
    )
    {
        bool? wanted = open switch
        {
            null or "" => null,
            "true" => true,
            "false" => false,
            _ => throw new DocumentException("/open", "must be true or false."),
        };
        if (offset is < 0)
            throw new DocumentException("/offset", "must not be below 0.");
        if (limit is < 1 or > MostListed)
            throw new DocumentException("/limit", $"must be from 1 to {MostListed}.");
        var key =
            string.IsNullOrEmpty(formula) ? null
            : long.TryParse(formula, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var id)
                ? await formulas.KeyOfAsync(id) ?? formula
            : formula;
        var (places, total) = await batches.ListAsync(
            new BatchQuestion(wanted, key, string.IsNullOrEmpty(lot) ? null : lot),
            offset ?? 0,
            limit ?? 100
        );
        return Answer(new JsonObject { ["batches"] = new JsonArray([.. places.Select(BatchAnswer.Of)]), ["total"] = total });
    }

    private static IResult Missing(string what) => ProblemWriter.Write(StatusCodes.Status404NotFound, $"There is no such {what} here.", []);
}
