using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Batches;

/// <summary>A line of a batch as it is shown.</summary>
internal sealed record StoveLine(
    int Line,
    PlannedLine Planned,
    Hatch Hatch,
    decimal? Actual,
    DoseState State,
    ToleranceGauge Gauge,
    string Lots
)
{
    /// <summary>How far it is off, g; null while nothing is weighed.</summary>
    public decimal? Off => Actual - Planned.TargetGrams;
}

/// <summary>A state of the day: its word, whether it is done, being done or to come, and its time.</summary>
internal sealed record DayState(string Name, string Mark, string When, int? Step);

/// <summary>What the forecast says, in moments of the clock.</summary>
/// <param name="Report">The forecast.</param>
/// <param name="From">The moment that its minutes count from.</param>
/// <param name="Chart">The drawing of it.</param>
/// <param name="Now">The last reading.</param>
/// <param name="Goal">The temperature that is waited for, C; null when none is.</param>
/// <param name="GoalAt">When it is reached.</param>
/// <param name="GiveOrTake">Half of the band's width, minutes.</param>
/// <param name="OpensAt">When the additions may go in.</param>
/// <param name="ShutsAt">When it sets.</param>
internal sealed record StoveForecast(
    CoolingReport Report,
    DateTimeOffset From,
    CoolChart Chart,
    PotTemperature Now,
    double? Goal,
    DateTimeOffset? GoalAt,
    double? GiveOrTake,
    DateTimeOffset? OpensAt,
    DateTimeOffset? ShutsAt
);

/// <summary>A batch at the stove: what is weighed, which step is next, how the pot cools.</summary>
internal sealed record StoveView(
    KeptBatch Kept,
    IReadOnlyList<StoveLine> Lines,
    IReadOnlyList<DayState> States,
    MethodStep? Next,
    StoveForecast? Forecast,
    MadeFormula? Made,
    int Places
)
{
    private const double ChartWidth = 590;
    private const double ChartHeight = 236;

    /// <summary>A pot that is stirred on its bath goes up and down by so much, C.</summary>
    private const decimal StillHot = 2m;

    private static readonly (string Name, MethodStage[] Stages)[] Days =
    [
        ("Weigh", [MethodStage.Prepare, MethodStage.Weigh]),
        (
            "Melt",
            [
                MethodStage.Infuse,
                MethodStage.Strain,
                MethodStage.Slurry,
                MethodStage.Paste,
                MethodStage.Water,
                MethodStage.Melt,
                MethodStage.Join,
                MethodStage.Powder,
            ]
        ),
        ("Cool", [MethodStage.Cool, MethodStage.Chill, MethodStage.Trace]),
        ("Add", [MethodStage.Add, MethodStage.Whip]),
        ("Pour", [MethodStage.Pour, MethodStage.Set, MethodStage.Unmould, MethodStage.Finish]),
    ];

    /// <summary>What the batch is.</summary>
    public BatchState State => Kept.Log.State;

    /// <summary>How hot the pot is to be while it heats, C; null once it is off the heat, or cools although no step says so.</summary>
    public double? HeatTo =>
        BenchScenes.IsHot(Next)
        && (
            !State.TemperaturesNow.Any()
            || State.TemperaturesNow.Last().Celsius >= State.TemperaturesNow.Max(read => read.Celsius) - StillHot
        )
            ? BenchScenes.HottestOf(State)
            : null;

    /// <summary>True while it matters when the pour window opens and shuts.</summary>
    public bool IsAwaitingPour =>
        HeatTo is null && State.Plan.Method.Steps.Any(step => step.Stage == MethodStage.Pour && !State.Steps.ContainsKey(step.Number));

    /// <summary>The line furthest out of its tolerance, in words: "arrowroot starch 0.26 over"; null where all are within.</summary>
    public string? WorstOff =>
        Lines.Where(line => line.State is DoseState.Over or DoseState.Under).MaxBy(line => Math.Abs(line.Off ?? 0m))
            is { Off: { } off } worst
            ? $"{worst.Planned.Name.ToLowerInvariant()} {Grams(Math.Abs(off))} {(off > 0m ? "over" : "under")}"
            : null;

    /// <summary>Number of the batch in words: "batch 261127-1, 480 g, 8 bars".</summary>
    public string Words =>
        $"batch {State.Plan.Code}, {Grams(State.Plan.BatchGrams)} g"
        + string.Concat(State.Plan.Containers.Select(one => $", {one.Count.ToString(CultureInfo.CurrentCulture)} × {one.Name}"))
        + (State.Plan.Speed > 1 ? $"; {State.Plan.Speed.ToString("0", CultureInfo.InvariantCulture)} times the clock" : "");

    /// <summary>What is still to be weighed into the pot, g.</summary>
    public decimal ToAddGrams => Lines.Where(line => line.Actual is null && !line.Planned.Strained).Sum(line => line.Planned.TargetGrams);

    /// <summary>What can be done about an over-pour, in a few words.</summary>
    public static string Title(OverPourOutcome way) =>
        way.Way switch
        {
            OverPourWay.Keep => "Leave it in",
            OverPourWay.SpoonOut => "Spoon it out",
            OverPourWay.Rescale => "Raise the rest",
            _ => throw new ArgumentOutOfRangeException(nameof(way)),
        };

    /// <summary>How it is done, and what the batch then comes to.</summary>
    public string How(OverPourOutcome way)
    {
        var words = way.Way switch
        {
            OverPourWay.Keep => $"the batch comes to {Grams(way.BatchGrams)} g",
            OverPourWay.SpoonOut => way.Possible ? $"{Grams(-way.Changes[0].Grams)} g out, then weigh it anew" : "it is mixed in already",
            OverPourWay.Rescale => way.Changes.IsEmpty
                ? $"weigh the rest for {Grams(way.BatchGrams)} g"
                : $"{string.Join(", ", way.Changes.Select(change => $"{Grams(change.Grams)} g of {Lines[change.Line].Planned.Name}"))}; "
                    + $"{Grams(way.BatchGrams)} g in all",
            _ => throw new ArgumentOutOfRangeException(nameof(way)),
        };
        return way.LargerThanPot ? $"{words}; more than the pot may hold" : words;
    }

    /// <summary>What it does to the findings.</summary>
    public static string Findings(OverPourOutcome way) => Changed(way.FindingsAdded, way.FindingsRemoved);

    /// <summary>Codes that are new and gone, in words.</summary>
    public static string Changed(IReadOnlyCollection<string> added, IReadOnlyCollection<string> removed) =>
        added.Count + removed.Count == 0
            ? "findings as planned"
            : string.Join(", ", added.Select(code => $"new: {code}").Concat(removed.Select(code => $"gone: {code}")));

    /// <summary>A weight with the decimals of the scale.</summary>
    public string Grams(decimal grams) => grams.ToString($"F{Places}", CultureInfo.CurrentCulture);

    /// <summary>A difference with its sign: "+0.04".</summary>
    public string Signed(decimal grams) =>
        grams.ToString(
            $"+0.{new string('0', Places)};\u22120.{new string('0', Places)};0.{new string('0', Places)}",
            CultureInfo.CurrentCulture
        );

    /// <summary>How many decimals a scale of a step shows.</summary>
    public static int PlacesOf(decimal step) => Math.Max(0, (int)-Math.Floor(Math.Log10((double)step) + 1e-9));

    /// <summary>Lays a batch out.</summary>
    public static StoveView Of(KeptBatch kept, Knowledge knowledge)
    {
        var (state, catalogue) = (kept.Log.State, knowledge.Catalogue);
        return new StoveView(
            kept,
            [.. Enumerable.Range(0, state.Weighed.Length).Select(line => LineOf(state, line, catalogue))],
            [.. StatesOf(state)],
            state.Plan.Method.Steps.FirstOrDefault(step => !state.Steps.ContainsKey(step.Number)),
            ForecastOf(state, knowledge),
            MadeFormula.Of(state, catalogue, knowledge.Settings),
            PlacesOf(state.Plan.Lines.Min(line => line.StepGrams ?? state.Plan.ScaleStepGrams))
        );
    }

    private static StoveLine LineOf(BatchState state, int line, Catalogue catalogue)
    {
        var (planned, actual) = (state.Plan.Lines[line], state.GramsOf(line));
        return new StoveLine(
            line,
            planned,
            catalogue.Find(planned.Ingredient) is { } ingredient ? Hatches.Of(ingredient) : Hatch.Powder,
            actual,
            ToleranceGauge.StateOf(actual, planned.LowGrams, planned.HighGrams),
            ToleranceGauge.Small(planned.TargetGrams, planned.LowGrams, planned.HighGrams),
            string.Join(", ", state.Weighed[line].Select(part => part.Lot).OfType<string>().Distinct())
        );
    }

    private static IEnumerable<DayState> StatesOf(BatchState state)
    {
        var current = false;
        foreach (var (name, stages) in Days)
        {
            var steps = state.Plan.Method.Steps.Where(step => stages.Contains(step.Stage)).ToList();
            if (steps.Count == 0)
                continue;
            var open = steps.Find(step => !state.Steps.ContainsKey(step.Number));
            var done = open is null && (name != "Weigh" || state.IsAllWeighed);
            var mark =
                done ? "done"
                : current ? "tocome"
                : "now";
            current |= !done;
            var last = done ? steps.Max(step => state.Steps[step.Number].At).ToString("HH:mm", CultureInfo.InvariantCulture) : "";
            yield return new DayState(name, mark, last, (open ?? steps[0]).Number);
        }
    }

    private static StoveForecast? ForecastOf(BatchState state, Knowledge knowledge)
    {
        var goal = state
            .Plan.Method.Steps.Where(step => !state.Steps.ContainsKey(step.Number) && step.Stage is MethodStage.Cool or MethodStage.Pour)
            .Select(step => step.TargetCelsius)
            .FirstOrDefault(celsius => celsius is not null);
        var set = state.Plan.Foreseen.SetPointCelsius;
        if (
            BatchCooling.Forecast(state, [.. new[] { goal, set }.OfType<double>()], knowledge.Catalogue, knowledge.Settings)
            is not var (report, from)
        )
            return null;
        var reached = goal is null ? null : report.Targets[0];
        var now = state.Temperatures[^1];
        DateTimeOffset? At(double? minutes) => minutes is { } after ? from.AddMinutes(after) : null;
        return new StoveForecast(
            report,
            from,
            CoolChart.Of(report, from, state, ChartWidth, ChartHeight),
            now,
            goal,
            At(reached?.Minutes),
            reached is { Low: { } low, High: { } high } ? (high - low) / 2 : null,
            At(report.PourWindow?.OpensMinutes),
            At(report.PourWindow?.ShutsMinutes ?? (set is null ? null : report.Targets[^1].Minutes))
        );
    }
}
