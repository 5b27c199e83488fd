using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Trials;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The bodies of what is asked at the stove: POST /api/v1/cooling, /method, /over-pour and /rescue.</summary>
internal static class MakingRequests
{
    private const decimal LargestBatch = 100_000m;
    private const int MostReadings = 2000;
    private const int MostTargets = 50;
    private const decimal LongestMinutes = 100_000m;

    /// <summary>A pot, where it stands, what was read and what is asked.</summary>
    public static (Formula Formula, CoolingRequest Request) Cooling(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "batchGrams", "startCelsius", "surroundings", "readings", "targets", "container");
        var formula = FormulaMember.Read(members.Required("formula"), "/formula", herbs);
        var place = At(members.Required("surroundings"), "/surroundings", "celsius", "kind");
        var container = members.TryGetValue("container", out var held) ? At(held, "/container", "millilitres", "heightMillimetres") : null;
        return (
            formula,
            new CoolingRequest(
                Real(members.Required("batchGrams"), "/batchGrams", 0.1m, LargestBatch),
                Real(members.Required("startCelsius"), "/startCelsius", -20m, 150m),
                place.TryGetValue("celsius", out var celsius) ? Real(celsius, "/surroundings/celsius", -40m, 60m) : null,
                place.TryGetValue("kind", out var kind) ? Word<Surroundings>(kind, "/surroundings/kind") : Surroundings.Room,
                members.TryGetValue("readings", out var readings) ? Readings(readings) : [],
                members.TryGetValue("targets", out var targets)
                    ? [.. List(targets, "/targets", MostTargets).Select((target, at) => Real(target, $"/targets/{at}", -40m, 200m))]
                    : [],
                container is null
                    ? null
                    : Real(container.Required("millilitres", "/container"), "/container/millilitres", 0.1m, LargestBatch),
                container?.TryGetValue("heightMillimetres", out var height) == true
                    ? Real(height, "/container/heightMillimetres", 1m, 2000m)
                    : null
            )
        );
    }

    /// <summary>A batch, what it is poured into, the kitchen and the ways of the maker.</summary>
    /// <param name="body">The request.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <param name="schools">The maker's ways, where the request says nothing.</param>
    public static (Formula Formula, MethodRequest Request) Method(JsonElement body, IReadOnlySet<string> herbs, MethodSchools schools)
    {
        var members = Of(body, "formula", "batchGrams", "containers", "room", "startsAt", "schools");
        return (
            FormulaMember.Read(members.Required("formula"), "/formula", herbs),
            new MethodRequest(
                Number(members.Required("batchGrams"), "/batchGrams", 0.1m, LargestBatch),
                members.TryGetValue("containers", out var containers)
                    ? [.. List(containers, "/containers", MostTargets).Select((item, at) => Container(item, $"/containers/{at}"))]
                    : [],
                members.TryGetValue("room", out var room)
                    ? Real(room, "/room", MethodRequest.ColdestRoom, MethodRequest.HottestRoom)
                    : (double)Climate.RoomCelsius,
                members.TryGetValue("schools", out var ways) ? Schools(ways, schools) : schools,
                members.TryGetValue("startsAt", out var starts) ? Moment(starts, "/startsAt") : null
            )
        );
    }

    /// <summary>A day with several batches: what is made, how many pots stand on the stove, and when it starts or ends.</summary>
    /// <param name="body">The request.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <param name="schools">The maker's ways.</param>
    public static DayRequest Day(JsonElement body, IReadOnlySet<string> herbs, MethodSchools schools)
    {
        var members = Of(body, "batches", "places", "room", "startsAt", "endBy");
        var batches = List(members.Required("batches"), "/batches", DayRequest.MostBatches)
            .Select(
                (item, at) =>
                {
                    var one = At(item, $"/batches/{at}", "formula", "batchGrams");
                    return new DayBatch(
                        FormulaMember.Read(one.Required("formula", $"/batches/{at}"), $"/batches/{at}/formula", herbs),
                        Number(one.Required("batchGrams", $"/batches/{at}"), $"/batches/{at}/batchGrams", 0.1m, LargestBatch)
                    );
                }
            )
            .ToImmutableArray();
        if (batches.IsEmpty)
            throw new DocumentException("/batches", "must hold at least one batch.");
        DateTimeOffset? starts = members.TryGetValue("startsAt", out var start) ? Moment(start, "/startsAt") : null;
        DateTimeOffset? ends = members.TryGetValue("endBy", out var end) ? Moment(end, "/endBy") : null;
        if (starts is null == ends is null)
            throw new DocumentException("/startsAt", "or /endBy: give one of the two.");
        return new DayRequest(
            batches,
            members.TryGetValue("places", out var places) ? Whole(places, "/places", 1, DayRequest.MostPlaces) : 1,
            members.TryGetValue("room", out var room)
                ? Real(room, "/room", MethodRequest.ColdestRoom, MethodRequest.HottestRoom)
                : (double)Climate.RoomCelsius,
            schools,
            starts,
            ends
        );
    }

    /// <summary>A batch in which a line went over.</summary>
    public static (Formula Formula, OverPourRequest Request) OverPour(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "batchGrams", "weighed", "line", "grams", "mixed");
        var formula = FormulaMember.Read(members.Required("formula"), "/formula", herbs);
        return (
            formula,
            new OverPourRequest(
                Number(members.Required("batchGrams"), "/batchGrams", 0.1m, LargestBatch),
                members.TryGetValue("weighed", out var weighed)
                    ? [.. List(weighed, "/weighed", Formula.MaxLines).Select((item, at) => Weighed(item, $"/weighed/{at}"))]
                    : [],
                Whole(members.Required("line"), "/line", 0, Formula.MaxLines),
                Number(members.Required("grams"), "/grams", 0.0001m, LargestBatch),
                members.TryGetValue("mixed", out var mixed)
                    && (
                        mixed.ValueKind is JsonValueKind.True or JsonValueKind.False
                            ? mixed.GetBoolean()
                            : throw new DocumentException("/mixed", "must be true or false.")
                    )
            )
        );
    }

    /// <summary>A pot that is made and wrong, what is wanted, and where additions may come from: null for the larder.</summary>
    public static (Formula Formula, decimal PotGrams, RebalanceTarget Target, IReadOnlyCollection<string>? From) Rescue(
        JsonElement body,
        IReadOnlySet<string> herbs,
        IEnumerable<string> all
    )
    {
        var members = Of(body, "formula", "potGrams", "target", "from");
        var formula = FormulaMember.Read(members.Required("formula"), "/formula", herbs);
        return (
            formula,
            Number(members.Required("potGrams"), "/potGrams", 1m, LargestBatch),
            members.TryGetValue("target", out var target) ? TrialRequests.Target(target, formula, herbs) : RebalanceTarget.None,
            members.TryGetValue("from", out var from) ? From(from, all) : [.. all]
        );
    }

    private static IReadOnlyCollection<string>? From(JsonElement from, IEnumerable<string> all)
    {
        if (from.ValueKind == JsonValueKind.String && from.GetString() is "catalogue" or "larder")
            return from.GetString() == "larder" ? null : [.. all];
        var known = all.ToHashSet(StringComparer.Ordinal);
        return from.ValueKind != JsonValueKind.Array
            ? throw new DocumentException("/from", "must be \"catalogue\", \"larder\" or a list of ingredients.")
            :
            [
                .. List(from, "/from", known.Count)
                    .Select(
                        (item, at) =>
                            item.ValueKind == JsonValueKind.String && known.Contains(item.GetString()!)
                                ? item.GetString()!
                                : throw new DocumentException($"/from/{at}", "is not an ingredient of the catalogue.")
                    ),
            ];
    }

    private static LineGrams Weighed(JsonElement item, string pointer)
    {
        var members = At(item, pointer, "line", "grams");
        return new LineGrams(
            Whole(members.Required("line", pointer), $"{pointer}/line", 0, Formula.MaxLines),
            Number(members.Required("grams", pointer), $"{pointer}/grams", 0.0001m, LargestBatch)
        );
    }

    private static MethodContainer Container(JsonElement item, string pointer)
    {
        var members = At(item, pointer, "name", "millilitres", "count", "material");
        return new MethodContainer(
            members.TryGetValue("name", out var name) && name.ValueKind == JsonValueKind.String ? name.GetString()! : "container",
            Real(members.Required("millilitres", pointer), $"{pointer}/millilitres", 0.1m, LargestBatch),
            members.TryGetValue("count", out var count) ? Whole(count, $"{pointer}/count", 1, 10_000) : 1,
            members.TryGetValue("material", out var material) ? Word<ContainerMaterial>(material, $"{pointer}/material") : null
        );
    }

    private static MethodSchools Schools(JsonElement item, MethodSchools usual)
    {
        var members = At(item, "/schools", "waxes", "setting", "infusion", "preWet", "weighLate");
        bool Flag(string name, bool otherwise) =>
            !members.TryGetValue(name, out var flag) ? otherwise
            : flag.ValueKind is JsonValueKind.True or JsonValueKind.False ? flag.GetBoolean()
            : throw new DocumentException($"/schools/{name}", "must be true or false.");
        return new MethodSchools
        {
            Waxes = members.TryGetValue("waxes", out var waxes) ? Word<MeltSchool>(waxes, "/schools/waxes") : usual.Waxes,
            Setting = members.TryGetValue("setting", out var setting) ? Word<SettingSchool>(setting, "/schools/setting") : usual.Setting,
            Infusion = members.TryGetValue("infusion", out var steep) ? Word<InfusionSchool>(steep, "/schools/infusion") : usual.Infusion,
            PreWet = Flag("preWet", usual.PreWet),
            WeighLate = Flag("weighLate", usual.WeighLate),
        };
    }

    private static DateTimeOffset Moment(JsonElement value, string pointer) =>
        value.ValueKind == JsonValueKind.String && value.TryGetDateTimeOffset(out var moment) && moment.Year is > 1900 and < 3000
            ? moment
            : throw new DocumentException(pointer, "must be a moment such as 2026-03-16T13:10:00+01:00.");

    private static ImmutableArray<TemperatureReading> Readings(JsonElement list)
    {
        var readings = ImmutableArray.CreateBuilder<TemperatureReading>();
        foreach (var (item, at) in List(list, "/readings", MostReadings).Select((item, at) => (item, at)))
        {
            var pointer = $"/readings/{at}";
            var members = At(item, pointer, "minutes", "celsius", "from");
            var minutes = Real(members.Required("minutes", pointer), $"{pointer}/minutes", -LongestMinutes, LongestMinutes);
            if (readings.Count > 0 && minutes < readings[^1].Minutes)
                throw new DocumentException($"{pointer}/minutes", "is before the reading above it: readings come in the order of time.");
            readings.Add(
                new TemperatureReading(
                    minutes,
                    Real(members.Required("celsius", pointer), $"{pointer}/celsius", -1000m, 1000m),
                    !members.TryGetValue("from", out var from) || from.ValueKind != JsonValueKind.String || from.GetString() != "probe"
                )
            );
        }

        return readings.ToImmutable();
    }
}
