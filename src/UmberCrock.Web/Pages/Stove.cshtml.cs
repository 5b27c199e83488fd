using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Storage;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Devices;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>A batch at the stove: every act appends to its record.</summary>
internal sealed class StoveModel(
    BatchStore batches,
    BatchActs acts,
    ProbeKeeper probe,
    DeviceHub devices,
    LotStore lots,
    Knowledge knowledge,
    TimeProvider clock
) : PageModel
{
    /// <summary>The batch as it is shown.</summary>
    public StoveView View { get; private set; } = null!;

    /// <summary>The line that is being weighed.</summary>
    public StoveLine Line { get; private set; } = null!;

    /// <summary>Lots of it in the larder, the one that ends first first.</summary>
    public IReadOnlyList<Lot> Lots { get; private set; } = [];

    /// <summary>What can be done about a line that went over; none where none did.</summary>
    public IReadOnlyList<OverPourOutcome> Ways { get; private set; } = [];

    /// <summary>So many minutes before it sets, the page says so.</summary>
    public int SoonShutMinutes => BatchCooling.SoonShutMinutes(knowledge.Catalogue.Rules);

    /// <summary>What is offered to be filled: as planned, or the usual of its form.</summary>
    public (string Name, int Count) Filling =>
        View.State.Plan.Containers.FirstOrDefault() is { } planned
            ? (planned.Name, planned.Count)
            : (Bench.Words.Of(Usual.Pack), Usual.Count);

    private UsualFilling Usual =>
        UsualFilling.Of(
            View.State.Plan.Formula,
            View.State.InPotGrams > 0m ? View.State.InPotGrams : View.State.Plan.BatchGrams,
            knowledge.Catalogue,
            knowledge.Settings
        );

    /// <summary>Why something was not taken.</summary>
    public string? Refusal { get; private set; }

    /// <summary>What was typed and not taken.</summary>
    public string? Typed { get; private set; }

    /// <summary>The moment at which the page was made.</summary>
    public DateTimeOffset Now { get; } = clock.GetLocalNow();

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id, int? line) => await ShowAsync(id, line) ? Page() : NotFound();

    /// <summary>How fast the bench's clock runs, times real time.</summary>
    public int Speed => BenchClock.SpeedOf(clock);

    /// <summary>True while the scale speaks.</summary>
    public bool HasScale => devices.Of(DeviceKind.Scale).State != DeviceState.Typed;

    /// <summary>True while the probe speaks.</summary>
    public bool HasProbe => devices.Of(DeviceKind.Probe).State != DeviceState.Typed;

    /// <summary>True when the probe stands in this pot.</summary>
    public bool IsFollowed => probe.Following == View.Kept.Id;

    /// <summary>What else can be asked of the scale, beside to tare it: of one that is played.</summary>
    public IEnumerable<DeviceAct> ScaleActs =>
        devices.ActsOf(DeviceKind.Scale).Where(act => !act.IsFault && act.Word is not ("tare" or "zero"));

    /// <summary>Takes a weight: what was typed, or what the scale says. After a taken reading the scale begins at nothing again.</summary>
    public async Task<IActionResult> OnPostTakeAsync(
        [FromRoute] long id,
        [FromForm] int line,
        [FromForm] string? grams,
        [FromForm] string? lot
    )
    {
        var isRead = string.IsNullOrWhiteSpace(grams) && HasScale;
        var answer = await AppendAsync(
            id,
            line,
            grams,
            () => new LineWeighed(line, Reading(grams, DeviceKind.Scale, "a weight in grams"), Named(lot), null),
            then: state => state.Weighed[line].Length == 1 ? NextOf(state) : line
        );
        if (isRead && Refusal is null)
            await devices.AskAsync(DeviceKind.Scale, "tare");
        return answer;
    }

    /// <summary>Sets the scale to nothing, and writes down what stood on it.</summary>
    public async Task<IActionResult> OnPostTareAsync([FromRoute] long id, [FromForm] int line)
    {
        // A scale is set to nothing whatever lies on it, and however long ago it spoke: what it said last is what was taken off.
        var cup = devices.Of(DeviceKind.Scale).Tared;
        var why = await devices.AskAsync(DeviceKind.Scale, "tare");
        return await AppendAsync(id, line, null, () => why is null ? new ScaleTared(cup) : throw new DocumentException("/", why));
    }

    /// <summary>A weight that is known was put on the scale.</summary>
    public Task<IActionResult> OnPostCheckAsync(
        [FromRoute] long id,
        [FromForm] int line,
        [FromForm] string? grams,
        [FromForm] string? read
    ) =>
        AppendAsync(id, line, grams, () =>
            new ScaleChecked(
                Number(grams, "what the weight weighs in grams"),
                Reading(read, DeviceKind.Scale, "what the scale says in grams")
            )
        );

    /// <summary>Takes the last weight of a line back.</summary>
    public Task<IActionResult> OnPostBackAsync([FromRoute] long id, [FromForm] int line) =>
        AppendAsync(id, line, null, () => new LineUnweighed(line));

    /// <summary>Takes back the last entry that stands.</summary>
    public Task<IActionResult> OnPostUndoAsync([FromRoute] long id, [FromForm] int line, [FromForm] long of) =>
        AppendAsync(id, line, null, () => new EntryRevoked(of));

    /// <summary>A step is done, or left out where a reason stands beside it.</summary>
    public Task<IActionResult> OnPostStepAsync(
        [FromRoute] long id,
        [FromForm] int line,
        [FromForm] int number,
        [FromForm] string? reason
    ) =>
        AppendAsync(id, line, reason, () =>
            string.IsNullOrWhiteSpace(reason) ? new StepFinished(number) : new StepSkipped(number, PlainText.OneLine(reason))
        );

    /// <summary>A temperature was read.</summary>
    public Task<IActionResult> OnPostReadAsync([FromRoute] long id, [FromForm] int line, [FromForm] string? celsius) =>
        AppendAsync(id, line, celsius, () =>
            new PotRead(
                Bench.Typed.Temperature(
                    string.IsNullOrWhiteSpace(celsius) ? throw new DocumentException("/", "Type a temperature first.") : celsius
                ),
                Typed: true
            )
        );

    /// <summary>The probe stands in this pot: what it says is kept now and from now on.</summary>
    public Task<IActionResult> OnPostProbeAsync([FromRoute] long id, [FromForm] int line) => AppendAsync(id, line, null, () =>
        {
            var celsius = Reading(null, DeviceKind.Probe, "a temperature");
            probe.Follow(id);
            return new PotRead(celsius, Typed: false);
        });

    /// <summary>The pot was moved.</summary>
    public Task<IActionResult> OnPostMoveAsync([FromRoute] long id, [FromForm] int line, [FromForm] string? to) =>
        AppendAsync(id, line, to, () =>
            Vocabulary.TryParse<Surroundings>(to, out var place)
                ? new PotMoved(place)
                : throw new DocumentException("/to", "Choose where it stands.")
        );

    /// <summary>Containers were filled.</summary>
    public Task<IActionResult> OnPostFillAsync(
        [FromRoute] long id,
        [FromForm] int line,
        [FromForm] string? container,
        [FromForm] string? count,
        [FromForm] string? grams
    ) =>
        AppendAsync(id, line, grams, () =>
            new ContainersFilled(
                Named(container) ?? throw new DocumentException("/container", "Say what was filled."),
                Bench.Typed.Whole(count, "a number of containers"),
                Reading(grams, DeviceKind.Scale, "what is in them together, in grams"),
                []
            )
        );

    /// <summary>A word for the record.</summary>
    public Task<IActionResult> OnPostNoteAsync([FromRoute] long id, [FromForm] int line, [FromForm] string? text) =>
        AppendAsync(id, line, text, () => new BatchNoted(Named(text) ?? throw new DocumentException("/text", "Write a word first.")));

    /// <summary>The record is closed, or the batch given up where a reason stands beside it.</summary>
    public Task<IActionResult> OnPostCloseAsync(
        [FromRoute] long id,
        [FromForm] int line,
        [FromForm] string? by,
        [FromForm] string? reason
    ) =>
        AppendAsync(id, line, by, () =>
            Named(reason) is { } why
                ? new BatchAbandoned(why)
                : new BatchClosed(Named(by) ?? throw new DocumentException("/by", "Say who closes the record."))
        );

    /// <summary>Number of the last entry that can be taken back; null when there is none.</summary>
    public long? LastEntry =>
        View.State.Phase == BatchPhase.Open
            ? View
                .Kept.Log.Events.Where(logged =>
                    logged.Event is not (BatchStarted or EntryRevoked)
                    && !BatchActs.IsOfProbe(logged)
                    && !View.Kept.Log.Revoked.Contains(logged.Sequence)
                )
                .Select(logged => (long?)logged.Sequence)
                .LastOrDefault()
            : null;

    private async Task<IActionResult> AppendAsync(
        long id,
        int line,
        string? typed,
        Func<BatchEvent> happened,
        Func<BatchState, int>? then = null
    )
    {
        var outcome = await acts.AppendAsync(Request, id, happened);
        if (outcome.Kept is { Log.State: var state })
            return state.Phase != BatchPhase.Open
                ? Redirect($"/batches/{Key(id)}/record")
                : RedirectToPage(new { id, line = then is null ? line : then(state) });
        (Refusal, Typed, Response.StatusCode) = (outcome.Refusal, typed, outcome.Status);
        return outcome.Refusal is not null && await ShowAsync(id, line) ? Page() : NotFound();
    }

    private async Task<bool> ShowAsync(long id, int? line)
    {
        if (await batches.FindAsync(id) is not { } kept)
            return false;
        View = StoveView.Of(kept, knowledge);
        var at = line is { } chosen && chosen >= 0 && chosen < View.Lines.Count ? chosen : NextOf(View.State);
        Line = View.Lines[at];
        var (known, today) = (knowledge.Catalogue.Find(Line.Planned.Ingredient), DateOnly.FromDateTime(Now.DateTime));
        Lots =
        [
            .. (await lots.ListAsync(Line.Planned.Ingredient)).Where(lot =>
                known is not null && lot.StateOn(today, known) is not (LotState.Ended or LotState.Empty)
            ),
        ];
        Ways = WaysOf();
        if (View.State.Phase == BatchPhase.Open)
            devices.Show(BenchScenes.Of(View.State, at));
        return true;
    }

    private System.Collections.Immutable.ImmutableArray<OverPourOutcome> WaysOf()
    {
        var state = View.State;
        if (Line.State != Drawing.DoseState.Over || state.Phase != BatchPhase.Open || Line.Planned.HeldBackGrams > 0m)
            return [];
        try
        {
            return OverPour.Ways(
                state.Plan.Formula,
                new OverPourRequest(
                    state.Plan.BatchGrams,
                    [
                        .. View
                            .Lines.Where(other => other.Line != Line.Line && other.Actual is not null)
                            .Select(other => new LineGrams(other.Line, other.Actual!.Value)),
                    ],
                    Line.Line,
                    Line.Actual!.Value,
                    state.IsMixed(Line.Line)
                ),
                knowledge.Catalogue,
                knowledge.Settings
            );
        }
        catch (DocumentException)
        {
            return [];
        }
    }

    private static int NextOf(BatchState state)
    {
        var open = Enumerable.Range(0, state.Weighed.Length).Where(line => state.Weighed[line].IsEmpty).ToList();
        return open.Count > 0 ? open[0] : state.Weighed.Length - 1;
    }

    private static decimal Number(string? typed, string wanted) =>
        Bench.Typed.Number(string.IsNullOrWhiteSpace(typed) ? throw new DocumentException("/", $"Type {wanted} first.") : typed, wanted);

    /// <summary>What was typed, or where nothing was, what the device says just now.</summary>
    private decimal Reading(string? typed, DeviceKind kind, string wanted)
    {
        if (!string.IsNullOrWhiteSpace(typed) || devices.Of(kind).State == DeviceState.Typed)
            return Number(typed, wanted);
        var (value, why) = devices.Take(kind);
        return value ?? throw new DocumentException("/", why!);
    }

    private static string? Named(string? typed) => PlainText.OneLine(typed ?? "") is { Length: > 0 } text ? text : null;

    private static string Key(long id) => id.ToString(CultureInfo.InvariantCulture);
}
