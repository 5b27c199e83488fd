using UmberCrock.Core.Batches;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Shelf;

/// <summary>Something that is due: what, why, and the one act.</summary>
/// <param name="Mark">The mark before it: due, caution.</param>
/// <param name="Title">What it is about.</param>
/// <param name="Words">What is to be done, or what ends.</param>
/// <param name="Address">Where it is done.</param>
/// <param name="Verb">The act on its button.</param>
/// <param name="Key">The key that does it; null where another of its kind has it.</param>
internal sealed record DueItem(string Mark, string Title, string Words, string Address, string Verb, string? Key);

/// <summary>What is due today, and what comes in the next two weeks.</summary>
/// <param name="Items">What is due, looks before batches before lots.</param>
/// <param name="More">How many more there are than are shown.</param>
/// <param name="Ahead">Days of the next two weeks on which jars are to be looked at.</param>
/// <param name="Missed">Checks whose days of grace have passed and that nobody has marked as missed.</param>
/// <param name="Today">The day.</param>
internal sealed record DueView(IReadOnlyList<DueItem> Items, int More, IReadOnlyList<DueChecks> Ahead, int Missed, DateOnly Today)
{
    /// <summary>So many days are looked ahead.</summary>
    public const int DaysAhead = 14;

    private const double AxisWidth = 340;
    private const int DaysOfWord = 2;
    private const int DaysOfName = 4;

    /// <summary>How many checks lie ahead.</summary>
    public int ChecksAhead => Ahead.Sum(due => due.Checks);

    /// <summary>True where the word of a day has room: not beside that of today, nor beside the one before.</summary>
    public bool HasDayWord(DateOnly day) => HasRoom(day, DaysOfWord, fromToday: true);

    /// <summary>True where a name above the axis has room beside the one before.</summary>
    public bool HasName(DateOnly day) => HasRoom(day, DaysOfName, fromToday: false);

    private bool HasRoom(DateOnly day, int days, bool fromToday)
    {
        var shown = fromToday ? Today : DateOnly.MinValue;
        foreach (var at in Ahead.Select(due => due.Date).Distinct().Where(at => at >= shown.AddDays(days)))
        {
            // In order: the first that has room is shown, the next must keep its distance from that.
            if (at < shown.AddDays(days))
                continue;
            if (at == day)
                return true;
            shown = at;
        }

        return false;
    }

    /// <summary>Where a day lies on the axis of the next two weeks, px.</summary>
    public double X(DateOnly day) => 8 + ((day.DayNumber - Today.DayNumber) * AxisWidth / DaysAhead);
}

/// <summary>Gathers what is due: looks, batches that have rested, batches that were begun, lots near their end.</summary>
internal sealed class DueKeeper(StudyStore studies, BatchStore batches, LotStore lots, Knowledge knowledge, TimeProvider clock)
{
    private const int MostOfAKind = 3;

    /// <summary>So many of the newest batches that are over are asked whether they have rested.</summary>
    private const int MostRested = 8;

    private static readonly TimeSpan LongestRest = TimeSpan.FromDays(3);

    /// <summary>What is due today.</summary>
    public async Task<DueView> ShowAsync()
    {
        var today = studies.Today;
        var last = today.AddDays(-StudyProgress.GraceDays(knowledge.Catalogue.Rules));
        var looks = Looks(await studies.DueAsync(last, today), today);
        var begun = (await batches.ListAsync(new BatchQuestion(true, null, null), 0, MostOfAKind + 1))
            .Batches.Select(place => new DueItem(
                "due",
                place.Name,
                $"Batch {place.Code} is on the stove since {place.StartedAt:d MMM, HH:mm}.",
                $"/batches/{Key(place.Id)}",
                "Go on",
                "G"
            ))
            .ToList();
        var rested = await RestedAsync();
        var ending = Lots(await lots.ListAsync(), today);
        var kinds = new[] { looks, rested, begun, ending };
        return new DueView(
            [.. kinds.SelectMany(kind => kind.Take(MostOfAKind).Select((item, at) => at == 0 ? item : item with { Key = null }))],
            kinds.Sum(kind => Math.Max(0, kind.Count - MostOfAKind)),
            await studies.DueAsync(today.AddDays(1), today.AddDays(DueView.DaysAhead)),
            await studies.MissedAsync(last),
            today
        );
    }

    /// <summary>Batches that have rested and that nobody watches yet: judged after 24 h, with a gelator or fats that grain after 48 h,
    /// and for as long as a look may be late.</summary>
    private async Task<List<DueItem>> RestedAsync()
    {
        var (now, asked) = (clock.GetLocalNow(), TimeSpan.FromDays(StudyProgress.GraceDays(knowledge.Catalogue.Rules)));
        var items = new List<DueItem>();
        foreach (var place in (await batches.ListAsync(new BatchQuestion(false, null, null), 0, MostRested)).Batches)
        {
            if (place is not { Phase: BatchPhase.Closed, Pieces: > 0, EndedAt: { } ended } || now - ended > asked + LongestRest)
                continue;
            var batch = await batches.FindAsync(place.Id);
            var rest = TimeSpan.FromMinutes(
                batch!.Log.State.Plan.Method.Steps.Where(step => step.Stage == MethodStage.Rest).Sum(step => step.Minutes)
            );
            var ready = batch.Log.State.Filled[^1].At + rest;
            if (now >= ready && now <= ready + asked && (await studies.OfAsync(null, batch.Key)).Count == 0)
                items.Add(
                    new DueItem(
                        "due",
                        place.Name,
                        $"Batch {place.Code} has rested {rest.TotalHours:0} h: judge it, and watch its jars.",
                        $"/studies/new?batch={Key(place.Id)}",
                        "Judge",
                        "J"
                    )
                );
        }

        return items;
    }

    private static List<DueItem> Looks(IReadOnlyList<DueChecks> due, DateOnly today) =>
        [
            .. due.GroupBy(one => one.StudyId)
                .Select(group =>
                {
                    var (first, jars) = (group.MinBy(one => one.Date)!, group.Sum(one => one.Checks));
                    return new DueItem(
                        "due",
                        first.Name,
                        $"{jars} {(jars == 1 ? "jar" : "jars")} to look at, day {first.Date.DayNumber - first.MadeOn.DayNumber}"
                            + (first.Date < today ? $"; due since {first.Date:d MMM}." : "."),
                        $"/studies/{Key(first.StudyId)}",
                        "Look",
                        "D"
                    );
                }),
        ];

    private List<DueItem> Lots(IReadOnlyList<Lot> all, DateOnly today) =>
        [
            .. all.Select(lot => (Lot: lot, Of: knowledge.Catalogue.Find(lot.Ingredient)))
                .Where(one => one.Of is not null && one.Lot.RemainingGrams > 0m && one.Lot.StateOn(today, one.Of) == LotState.NearEnd)
                .OrderBy(one => one.Lot.EndsOn(one.Of!))
                .Select(one =>
                {
                    var end = one.Lot.EndsOn(one.Of!)!.Value;
                    return new DueItem(
                        "caution",
                        $"{one.Of!.Name}, lot {one.Lot.Code}",
                        $"{Shown.Short(one.Lot.RemainingGrams)} g left, ends {end:d MMM}, {Words.In(end.DayNumber - today.DayNumber)}.",
                        $"/larder/{Uri.EscapeDataString(one.Lot.Ingredient)}",
                        "Lot",
                        "L"
                    );
                }),
        ];

    private static string Key(long id) => id.ToString(System.Globalization.CultureInfo.InvariantCulture);
}
