using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
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
    }

    private static async Task<IResult> MethodAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, method) = MakingRequests.Method(body.RootElement, knowledge.Settings.Method);
        return Answer(MakingMethod.Of(formula, method, knowledge.Catalogue, knowledge.Settings));
    }

    private static async Task<IResult> CoolingAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, cooling) = MakingRequests.Cooling(body.RootElement);
        return Answer(PotForecast.Of(formula, cooling, knowledge.Catalogue, knowledge.Settings));
    }
}
