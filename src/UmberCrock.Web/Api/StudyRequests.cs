using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Studies;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The bodies of POST /api/v1/study-plan, /judge and /learn.</summary>
internal static class StudyRequests
{
    private const int LongestDays = 3650;
    private const decimal Coldest = -40m;
    private const decimal Hottest = 60m;
    private const decimal HottestSet = 120m;
    private const int MostObservations = 5000;

    private static readonly Sign[] Signs = Enum.GetValues<Sign>();

    /// <summary>A formula, and what its study is to be.</summary>
    public static (Formula Formula, StudyRequest Request) Plan(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "madeOn", "conditions", "jars", "shipped");
        return (
            FormulaMember.Read(members.Required("formula"), "/formula", herbs),
            new StudyRequest(
                Day(members.Required("madeOn"), "/madeOn"),
                members.TryGetValue("conditions", out var places)
                    ? [.. List(places, "/conditions", StudyRequest.MostPlaces).Select((place, at) => Place(place, $"/conditions/{at}"))]
                    : [],
                members.TryGetValue("jars", out var jars) ? Whole(jars, "/jars", 1, StudyRequest.MostJars) : null,
                members.TryGetValue("shipped", out var shipped) && Flag(shipped, "/shipped")
            )
        );
    }

    /// <summary>A formula, and a look at a jar of it.</summary>
    public static (Formula Formula, StudyLook Look) Judge(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "condition", "celsius", "day", "seen", "first");
        return (
            FormulaMember.Read(members.Required("formula"), "/formula", herbs),
            new StudyLook(
                Word<StudyCondition>(members.Required("condition"), "/condition"),
                Number(members.Required("celsius"), "/celsius", Coldest, Hottest),
                Whole(members.Required("day"), "/day", 0, LongestDays),
                SeenOf(members.Required("seen"), "/seen"),
                members.TryGetValue("first", out var first) ? SeenOf(first, "/first") : null
            )
        );
    }

    /// <summary>Looks and set temperatures that a bench learns from.</summary>
    public static (List<FirmnessLook> Looks, List<SetPointSeen> SetPoints) Learn(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "observations", "setPoints");
        return (
            [
                .. List(members.Required("observations"), "/observations", MostObservations)
                    .Select(
                        (item, at) =>
                        {
                            var pointer = $"/observations/{at}";
                            var one = At(item, pointer, "formula", "celsius", "band", "hoursAfterPour");
                            return new FirmnessLook(
                                FormulaMember.Read(one.Required("formula", pointer), $"{pointer}/formula", herbs),
                                Number(one.Required("celsius", pointer), $"{pointer}/celsius", Coldest, Hottest),
                                Word<Band>(one.Required("band", pointer), $"{pointer}/band"),
                                one.TryGetValue("hoursAfterPour", out var hours)
                                    ? Real(hours, $"{pointer}/hoursAfterPour", 0m, LongestDays * 24m)
                                    : null
                            );
                        }
                    ),
            ],
            members.TryGetValue("setPoints", out var sets)
                ?
                [
                    .. List(sets, "/setPoints", MostObservations)
                        .Select(
                            (item, at) =>
                            {
                                var pointer = $"/setPoints/{at}";
                                var one = At(item, pointer, "formula", "celsius");
                                return new SetPointSeen(
                                    FormulaMember.Read(one.Required("formula", pointer), $"{pointer}/formula", herbs),
                                    Number(one.Required("celsius", pointer), $"{pointer}/celsius", Coldest, HottestSet)
                                );
                            }
                        ),
                ]
                : []
        );
    }

    private static StudyPlace Place(JsonElement place, string pointer)
    {
        if (place.ValueKind == JsonValueKind.String)
            return new StudyPlace(Word<StudyCondition>(place, pointer), null);
        var members = At(place, pointer, "condition", "celsius");
        return new StudyPlace(
            Word<StudyCondition>(members.Required("condition", pointer), $"{pointer}/condition"),
            members.TryGetValue("celsius", out var celsius) ? Number(celsius, $"{pointer}/celsius", Coldest, Hottest) : null
        );
    }

    private static Seen SeenOf(JsonElement seen, string pointer)
    {
        var members = At(seen, pointer, [.. Signs.Select(Vocabulary.Word), "band", "heightPercent"]);
        var notches = ImmutableDictionary.CreateBuilder<Sign, int>();
        foreach (var sign in Signs)
        {
            var word = Vocabulary.Word(sign);
            if (members.TryGetValue(word, out var notch))
                notches[sign] = Whole(notch, $"{pointer}/{word}", 0, Seen.Strong);
        }

        return new Seen(
            notches.ToImmutable(),
            members.TryGetValue("band", out var band) ? Word<Band>(band, $"{pointer}/band") : null,
            members.TryGetValue("heightPercent", out var height) ? Number(height, $"{pointer}/heightPercent", 0m, 200m) : null
        );
    }

    private static bool Flag(JsonElement value, string pointer) =>
        value.ValueKind is JsonValueKind.True or JsonValueKind.False
            ? value.GetBoolean()
            : throw new DocumentException(pointer, "must be true or false.");
}
