using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Labels;

namespace UmberCrock.Web.Api;

/// <summary>The JSON API, version 1. Everything it answers is described in docs/formats/.</summary>
internal static class ApiEndpoints
{
    internal const string Json = "application/json";
    private const string Svg = "image/svg+xml";
    private const string Pdf = "application/pdf";
    private const string Csv = "text/csv";
    private const int LongestQuery = 100;

    public static void MapApi(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/v1").WithTags("Umber Crock");
        Asked(
                api.MapPost("/evaluate", EvaluateAsync),
                "Evaluates a formula document.",
                "Body: a formula document (/schemas/formula.schema.json), at most 1 MiB."
            )
            .Produces<EvaluationResult>();
        Asked(
                api.MapPost("/edit", EditAsync),
                "Applies edits to a formula, in order, and evaluates what they make of it.",
                "Body: {\"formula\", \"edits\"} (/schemas/formula.schema.json, /schemas/edits.schema.json)."
            )
            .Produces<JsonElement>();
        Asked(
                api.MapPost("/intake", IntakeAsync),
                "Reads a recipe as people write it.",
                "Body: {\"text\", \"dropsPerMillilitre\", \"claimedTotalGrams\", \"spoons\": \"us\" | \"metric\", \"form\", \"audience\", "
                    + "\"zone\", \"sunUse\"}, all but the text optional; at most 1 MiB. Answer: /schemas/intake.schema.json."
            )
            .Produces<JsonElement>();
        MapTrials(api);
        api.MapMaking();
        api.MapBatches();
        api.MapStudies();
        api.MapWatched();
        Asked(
                api.MapPost("/label", LabelAsync),
                "A label as SVG, a sheet of them as PDF, or its texts as CSV or JSON, by the Accept header.",
                "Body: {\"formula\", \"layout\": \"tube-wrap\" | \"jar-side\" | \"round-38\" | \"round-50\" | \"tin-60\" | "
                    + "\"base-38\" | \"base-50\" | \"base-60\" | \"WxH\" | \"round-N\" | \"base-N\" in mm, \"region\": \"eu\" | "
                    + "\"us\", \"batch\", \"netGrams\", \"madeOn\", \"responsible\", \"lots\": [{\"ingredient\", \"code\", "
                    + "\"useBy\"}], \"count\", \"code\": true | false, \"sheet\": {\"paper\": \"a4\" | \"letter\", \"margin\","
                    + " \"gap\", \"right\", \"down\"} in mm},"
                    + " all but the formula optional. The JSON answer is described by /schemas/label.schema.json. A text that "
                    + "claims sun protection or names a medicine is refused, or left off when it is a claim."
            )
            .Produces<string>(200, Svg, Pdf, Csv, Json)
            .ProducesProblem(406);
        MapKnown(api);
        app.MapGet("/studies/calendar.ics", WatchEndpoints.CalendarAsync)
            .WithSummary("The looks of the next ninety days as a calendar (RFC 5545), to be asked for again and again.");
        app.MapGet("/behind", BehindAsync)
            .WithSummary("The versions of some things, such as \"formula:3 label:3\": a page that shows older ones has fallen behind.");
        app.MapGet("/health", () => Results.Text("ready")).WithSummary("200 when the application is ready.");
        app.MapGet("/schemas/{name}", Schema).WithSummary("A JSON Schema of the contract.").Produces<JsonElement>().ProducesProblem(404);
    }

    /// <summary>What a formula would become.</summary>
    private static void MapTrials(RouteGroupBuilder api)
    {
        Asked(
                api.MapPost("/weigh-sheet", WeighSheetAsync),
                "Scales a formula to a batch or to containers, in steps of a scale.",
                "Body: {\"formula\", \"batchGrams\" or \"containers\": [{\"name\",\"millilitres\",\"count\",\"fillPercent\"}], "
                    + "\"lossPercent\", \"scaleResolutionGrams\", \"overrunPercent\"}."
            )
            .Produces<WeighSheet>();
        Asked(
                api.MapPost("/ladder", LadderAsync),
                "A row of small trials: one line raised and another lowered, step by step, each evaluated.",
                "Body: {\"formula\", \"raise\": line, \"lower\": line, \"step\": percent, \"rungs\": odd count}."
            )
            .Produces<JsonElement>();
        Asked(
                api.MapPost("/swap", SwapAsync),
                "What can stand in for a line, best first, each evaluated.",
                "Body: {\"formula\", \"line\", \"to\": slug or null, \"avoid\": "
                    + "[\"bee\",\"nut\",\"coconut\",\"lanolin\",\"animal\",\"soy\",\"gluten\"]}."
            )
            .Produces<JsonElement>();
        Asked(
                api.MapPost("/rebalance", RebalanceAsync),
                "The least change of doses that meets every limit, every window and a target of firmness; 422 names what conflicts.",
                "Body: {\"formula\", \"lock\": [lines], \"target\": {\"band\", \"atCelsius\"} or {\"climate\": {\"lowCelsius\", "
                    + "\"highCelsius\"}} or {}}. A climate becomes the formula's own."
            )
            .Produces<JsonElement>();
    }

    /// <summary>What is known: ingredients and findings.</summary>
    private static void MapKnown(RouteGroupBuilder api)
    {
        api.MapGet("/ingredients", IngredientsAsync)
            .WithSummary("A page of ingredients that fit a query and a class.")
            .Produces<IngredientPage>()
            .ProducesProblem(422);
        api.MapGet("/ingredients/{slug}", IngredientBySlug)
            .WithSummary("All that is known of an ingredient.")
            .Produces<JsonElement>()
            .ProducesProblem(404);
        api.MapGet("/findings", () => Answer(FindingCodes.All))
            .WithSummary("Every finding code and when it is found.")
            .Produces<IReadOnlyList<FindingCode>>();
    }

    /// <summary>What everything has in common that is asked with a JSON body.</summary>
    internal static RouteHandlerBuilder Asked(RouteHandlerBuilder route, string summary, string body) =>
        route
            .WithSummary(summary)
            .WithDescription(body)
            .Accepts<JsonElement>(Json)
            .ProducesProblem(400)
            .ProducesProblem(413)
            .ProducesProblem(415)
            .ProducesProblem(422);

    private static async Task<IResult> EvaluateAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var came = FormulaReader.Read(body.RootElement, "");
        var formula = StrainedHerbs.AsMeant(came, knowledge.Catalogue.Herbs);
        var evaluation = Evaluator.Evaluate(formula, knowledge.Catalogue, knowledge.Settings);
        return Answer(
            ReferenceEquals(came, formula)
                ? evaluation
                : evaluation with
                {
                    Findings =
                    [
                        .. evaluation.Findings,
                        IntakeFindings.HerbsTakenOut(ResolvedFormula.Of(formula, knowledge.Catalogue, knowledge.Settings)),
                    ],
                }
        );
    }

    private static async Task<IResult> EditAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, edits) = EditRequest.Read(body.RootElement, knowledge.Catalogue.Herbs);
        var edited = EditRequest.Apply(formula, edits, knowledge.Catalogue.Herbs);
        var evaluation = Evaluator.Evaluate(edited, knowledge.Catalogue, knowledge.Settings);
        return Answer(
            new JsonObject
            {
                ["formula"] = FormulaWriter.Write(edited),
                ["evaluation"] = JsonSerializer.SerializeToNode(evaluation, ContractJson.Options),
            }
        );
    }

    private static async Task<IResult> IntakeAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (text, options) = IntakeRequest.Read(body.RootElement, knowledge.Settings, knowledge.Workshop.Spoons);
        var report = IntakeReader.Read(text, knowledge.Catalogue, knowledge.Settings, options);
        return Answer(Written(report, report.Formula));
    }

    private static async Task<IResult> WeighSheetAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, weigh) = TrialRequests.Weigh(body.RootElement, knowledge.Catalogue.Herbs);
        return Answer(WeighSheet.Of(formula, knowledge.Catalogue, knowledge.Settings, weigh));
    }

    private static async Task<IResult> LadderAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, raise, lower, step, rungs) = TrialRequests.Ladder(body.RootElement, knowledge.Catalogue.Herbs);
        return Answer(
            new JsonObject
            {
                ["rungs"] = new JsonArray([
                    .. Ladder
                        .Of(formula, raise, lower, step, rungs, knowledge.Catalogue, knowledge.Settings)
                        .Select(rung => new JsonObject
                        {
                            ["percentRaised"] = rung.PercentRaised,
                            ["percentLowered"] = rung.PercentLowered,
                            ["formula"] = FormulaWriter.Write(rung.Formula),
                            ["evaluation"] = JsonSerializer.SerializeToNode(rung.Evaluation, ContractJson.Options),
                        }),
                ]),
            }
        );
    }

    private static async Task<IResult> SwapAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, line, to, avoid) = TrialRequests.Swap(
            body.RootElement,
            knowledge.Catalogue.Herbs,
            knowledge.Catalogue.Rules.FreeFrom
        );
        return Answer(
            new JsonObject
            {
                ["candidates"] = new JsonArray([
                    .. Swap.Candidates(formula, line, to, avoid, knowledge.Catalogue.Ingredients, knowledge.Catalogue, knowledge.Settings)
                        .Select(candidate => Written(candidate, candidate.Formula)),
                ]),
            }
        );
    }

    private static async Task<IResult> RebalanceAsync(HttpRequest request, Knowledge knowledge)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        var (formula, locked, target) = TrialRequests.Rebalance(body.RootElement, knowledge.Catalogue.Herbs);
        var answer = Rebalance.Of(formula, locked, target, knowledge.Catalogue, knowledge.Settings);
        return answer.Moved is { } moved
            ? Answer(Written(moved, moved.Formula))
            : ProblemWriter.Write(
                StatusCodes.Status422UnprocessableEntity,
                "This cannot be had together. Nothing was changed.",
                answer.Conflicts,
                ("conflicts", ProblemWriter.ListOf(answer.Conflicts)),
                ("nearest", Written(answer.Nearest!, answer.Nearest!.Formula)),
                (
                    "ways",
                    answer
                        .Ways.Select(way => new { form = Vocabulary.Word(way.Form), formula = FormulaWriter.Write(way.Moved.Formula) })
                        .ToArray()
                )
            );
    }

    /// <summary>An answer with the formula in it written as its document.</summary>
    internal static JsonObject Written<T>(T answer, Formula formula)
    {
        var written = JsonSerializer.SerializeToNode(answer, ContractJson.Options)!.AsObject();
        written["formula"] = FormulaWriter.Write(formula);
        return written;
    }

    private static async Task<IResult> LabelAsync(HttpRequest request, Knowledge knowledge, IWebHostEnvironment host)
    {
        var accepts = request
            .GetTypedHeaders()
            .Accept.OrderByDescending(kind => kind.Quality ?? 1)
            .Select(kind => kind.MediaType.Value)
            .FirstOrDefault(kind => kind is Svg or Pdf or Csv or Json or "*/*" or "image/*")
            ?? (request.Headers.Accept.Count == 0 ? Svg : null);
        if (accepts is null)
            return ProblemWriter.Write(StatusCodes.Status406NotAcceptable, $"A label comes as {Svg}, {Pdf}, {Csv} or {Json}.", []);
        using var body = await RequestBody.ReadJsonAsync(request);
        var asked = LabelRequest.Read(body.RootElement, knowledge.Catalogue.Herbs, knowledge.Settings);
        var content = LabelContent.Of(asked.Formula, asked.Details, knowledge.Catalogue, asked.Settings);
        if (accepts == Json)
            return Answer(content);
        if (accepts == Csv)
            return Results.Text(LabelTable.Csv(content), Csv);
        var type = LabelType.From(Path.Combine(host.WebRootPath, "built"));
        var art = LabelArt.Of(content, asked.Size, asked.WithCode, type);
        return accepts == Pdf
            ? Results.File(LabelSheet.Pdf(art, asked.Count, asked.Sheet, type), Pdf, "labels.pdf")
            : Results.Text(LabelSheet.Svg(art, withMissing: false), Svg);
    }

    private static async Task<IResult> BehindAsync(Versions versions, string? of) => Results.Text(await versions.OfAsync(of ?? ""));

    private static async Task<IResult> IngredientsAsync(LarderStore larder, string? query, string? @class, int offset = 0, int limit = 50)
    {
        IngredientClass? ofClass = null;
        if (!string.IsNullOrEmpty(@class))
        {
            ofClass = Vocabulary.TryParse<IngredientClass>(@class, out var parsed)
                ? parsed
                : throw new DocumentException(
                    "/class",
                    $"\"{@class}\" is not a class. These are: {string.Join(", ", Vocabulary.All<IngredientClass>())}."
                );
        }

        if (query?.Length > LongestQuery)
            throw new DocumentException("/query", $"has more than {LongestQuery} letters, which no name has.");
        if (offset < 0 || limit is < 1 or > 200)
            throw new DocumentException("/limit", "must be from 1 to 200, with an offset from 0.");
        var found = await larder.SearchAsync(query);
        return Answer(IngredientPage.Of([.. found.Where(ingredient => ofClass is null || ingredient.Class == ofClass)], offset, limit));
    }

    private static IResult IngredientBySlug(Knowledge knowledge, string slug) =>
        knowledge.Catalogue.Find(slug) is { } ingredient
            ? Answer(IngredientDocument.Write(ingredient, knowledge.Catalogue))
            : ProblemWriter.Write(404, $"\"{slug}\" is not an ingredient of the catalogue. GET /api/v1/ingredients lists them.", []);

    private static IResult Schema(string name) =>
        Assembly.GetExecutingAssembly().GetManifestResourceStream($"schemas/{name}") is { } schema
            ? Results.Stream(schema, "application/schema+json")
            : ProblemWriter.Write(404, $"There is no schema \"{name}\".", []);

    internal static IResult Answer<T>(T value) => Results.Json(value, ContractJson.Options);
}
