using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Hosting;
using static UmberCrock.Web.Api.ApiEndpoints;

namespace UmberCrock.Web.Api;

/// <summary>What is asked at the stove.</summary>
internal static class MakingEndpoints
{
    /// <summary>Maps the calls.</summary>
    public static void MapMaking(this RouteGroupBuilder api)
    {
        Asked(
                api.MapPost("/method", MethodAsync),
                "How a batch is made, step by step, as it follows from the formula.",
                "Body: {\"formula\", \"batchGrams\", \"containers\": [{\"name\", \"millilitres\", \"count\", \"material\": \"glass\" | "
                    + "\"tin\" | \"pet\" | \"pp\" | \"hdpe\" | \"ldpe\" | \"polystyrene\" | \"acrylic\" | \"silicone\" | \"paper\"}], "
                    + "\"room\": celsius, \"startsAt\", \"schools\": {\"waxes\", \"setting\", \"infusion\", \"preWet\", "
                    + "\"weighLate\"}}, all but "
                    + "formula and batch optional. Answer: /schemas/method.schema.json; 422 when the lines do not make 100."
            )
            .Produces<MethodReport>();
        Asked(
                api.MapPost("/cooling", CoolingAsync),
                "When a pot reaches each target, by what it is, where it stands and what was read.",
                "Body: {\"formula\", \"batchGrams\", \"startCelsius\", \"surroundings\": {\"celsius\", \"kind\": \"room\" | \"fridge\" | "
                    + "\"freezer\" | \"cold-bath\" | \"ice-bath\"}, \"readings\": [{\"minutes\", \"celsius\", \"from\": \"probe\" | "
                    + "\"typed\"}], \"targets\": [celsius], \"container\": {\"millilitres\", \"heightMillimetres\"}}. Answer: "
                    + "/schemas/cooling.schema.json; minutes count from the first reading."
            )
            .Produces<CoolingReport>();
        Asked(
                api.MapPost("/day", DayAsync),
                "One clock for a day with several batches and one pair of hands, and what is to be bought for it.",
                "Body: {\"batches\": [{\"formula\", \"batchGrams\"}] (1 to 8), \"places\" on the stove (1), \"room\": celsius, "
                    + "\"startsAt\" or \"endBy\"}. Answer: /schemas/day.schema.json; 422 names the batch whose lines do not make 100."
            )
            .Produces<JsonElement>();
        Asked(
                api.MapPost("/rescue", RescueAsync),
                "The least that can be added to a pot that is made already and wrong.",
                "Body: {\"formula\", \"potGrams\", \"target\": {\"band\", \"atCelsius\"} or {\"climate\"} or {}, \"from\": \"catalogue\" | "
                    + "\"larder\" | [slugs]}. Answer: /schemas/rescue.schema.json; 422 names what adding cannot cure."
            )
            .Produces<JsonElement>();
        Asked(
                api.MapPost("/over-pour", OverPourAsync),
                "The three ways out when more of a line went in than was wanted, each evaluated.",
                "Body: {\"formula\", \"batchGrams\", \"weighed\": [{\"line\", \"grams\"}] of the other lines, \"line\", "
                    + "\"grams\": all that is in of it, \"mixed\"}. Answer: /schemas/over-pour.schema.json; 422 when it is not over."
            )
            .Produces<JsonElement>();
    }

    private static async Task<IResult> DayAsync(HttpRequest request, Knowledge knowledge, LotStore lots, TimeProvider clock)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var catalogue = knowledge.Catalogue;
        var day = MakingRequests.Day(body.RootElement, catalogue.Herbs, knowledge.Settings.Method);
        var plan = DayPlanner.Of(day, catalogue, knowledge.Settings);
        var answer = JsonSerializer.SerializeToNode(plan, ContractJson.Options)!.AsObject();
        var missing = Shortage.Of(
            DayView.SheetsOf(day, knowledge),
            await lots.ListAsync(),
            catalogue,
            DateOnly.FromDateTime(clock.GetLocalNow().DateTime)
        );
        answer["toBuy"] = new JsonArray([
            .. missing.Select(one => new JsonObject { ["ingredient"] = one.Ingredient.Slug, ["grams"] = one.Missing }),
        ]);
        return Answer(answer);
    }

    private static async Task<IResult> RescueAsync(HttpRequest request, Knowledge knowledge, LotStore lots)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var catalogue = knowledge.Catalogue;
        var (formula, grams, target, from) = MakingRequests.Rescue(
            body.RootElement,
            catalogue.Herbs,
            catalogue.Ingredients.Select(ingredient => ingredient.Slug)
        );
        from ??=
        [
            .. (await lots.ListAsync())
                .Where(lot => lot.RemainingGrams > 0m)
                .Select(lot => lot.Ingredient)
                .Distinct(StringComparer.Ordinal),
        ];
        var answer = Rescue.Of(formula, grams, target, from, catalogue, knowledge.Settings);
        if (answer.Cure is not { } cure)
        {
            return ProblemWriter.Write(
                StatusCodes.Status422UnprocessableEntity,
                "Adding cannot cure this pot.",
                answer.Conflicts,
                ("conflicts", ProblemWriter.ListOf(answer.Conflicts))
            );
        }

        return Answer(Written(cure, cure.Formula));
    }

    private static async Task<IResult> OverPourAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, poured) = MakingRequests.OverPour(body.RootElement, knowledge.Catalogue.Herbs);
        return Answer(
            new JsonObject
            {
                ["ways"] = new JsonArray([
                    .. OverPour.Ways(formula, poured, knowledge.Catalogue, knowledge.Settings).Select(way => Written(way, way.Formula)),
                ]),
            }
        );
    }

    private static async Task<IResult> MethodAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, method) = MakingRequests.Method(body.RootElement, knowledge.Catalogue.Herbs, knowledge.Settings.Method);
        return Answer(MakingMethod.Of(formula, method, knowledge.Catalogue, knowledge.Settings));
    }

    private static async Task<IResult> CoolingAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, cooling) = MakingRequests.Cooling(body.RootElement, knowledge.Catalogue.Herbs);
        return Answer(PotForecast.Of(formula, cooling, knowledge.Catalogue, knowledge.Settings));
    }
}
