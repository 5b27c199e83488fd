using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Method;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The bodies of POST /api/v1/study-plan, /judge, /learn and /diagnose.</summary>
internal static class StudyRequests
{
    private const int LongestDays = 3650;
    private const decimal Coldest = -40m;
    private const decimal Hottest = 60m;
    private const decimal HottestSet = 120m;
    private const decimal HottestPot = 200m;
    private const int MostObservations = 5000;
    private const int MostSymptoms = 40;

    private static readonly Sign[] Signs = Enum.GetValues<Sign>();

    /// <summary>A formula, and what its study is to be.</summary>
    public static (Formula Formula, StudyRequest Request) Plan(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "formula", "madeOn", "conditions", "jars", "shipped");
        return (
            FormulaMember.Read(members.Required("formula"), "/formula", herbs),
            RequestOf(members, Day(members.Required("madeOn"), "/madeOn"))
        );
    }

    private static StudyRequest RequestOf(Dictionary<string, JsonElement> members, DateOnly madeOn) =>
        new(
            madeOn,
            members.TryGetValue("conditions", out var places)
                ? [.. List(places, "/conditions", StudyRequest.MostPlaces).Select((place, at) => Place(place, $"/conditions/{at}"))]
                : [],
            members.TryGetValue("jars", out var jars) ? Whole(jars, "/jars", 1, StudyRequest.MostJars) : null,
            members.TryGetValue("shipped", out var shipped) && Flag(shipped, "/shipped")
        );

    /// <summary>What a study is begun of, a batch or a formula, and what it is to be.</summary>
    public static (long? BatchId, Formula? Formula, StudyRequest Request) Start(JsonElement body, IReadOnlySet<string> herbs)
    {
        var members = Of(body, "batchId", "formula", "madeOn", "conditions", "jars", "shipped");
        var batch = members.TryGetValue("batchId", out var id) ? Whole(id, "/batchId", 1, int.MaxValue) : (long?)null;
        if (batch is not null && members.TryGetValue("formula", out _))
            throw new DocumentException("/formula", "stands beside a batch: give one of the two.");
        return (
            batch,
            batch is null ? FormulaMember.Read(members.Required("formula"), "/formula", herbs) : null,
            RequestOf(members, batch is null ? Day(members.Required("madeOn"), "/madeOn") : default)
        );
    }

    /// <summary>A look that is to be kept.</summary>
    public static AskedLook Look(JsonElement body)
    {
        var members = Of(body, "check", "seen", "text", "verdict", "reason", "after");
        string Said(string name) =>
            !members.TryGetValue(name, out var value) ? ""
            : value.ValueKind == JsonValueKind.String ? PlainText.OneLine(value.GetString()!)
            : throw new DocumentException($"/{name}", "must be text.");
        _ = members.Required("check");
        return new AskedLook(
            Said("check"),
            SeenOf(members.Required("seen"), "/seen"),
            Said("text"),
            members.TryGetValue("verdict", out var verdict) ? Word<StudyVerdict>(verdict, "/verdict") : null,
            Said("reason"),
            members.TryGetValue("after", out var after) ? Whole(after, "/after", 1, int.MaxValue) : null
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

    /// <summary>A formula, what is seen of it, and what is known of how it was made.</summary>
    public static (Formula Formula, List<Symptom> Symptoms, DiagnosisRecord Record) Diagnose(JsonElement body, Catalogue catalogue)
    {
        var members = Of(body, "formula", "symptoms", "record", "looks");
        var formula = FormulaMember.Read(members.Required("formula"), "/formula", catalogue.Herbs);
        List<Symptom> symptoms =
        [
            .. List(members.Required("symptoms"), "/symptoms", MostSymptoms)
                .Select((symptom, at) => Word<Symptom>(symptom, $"/symptoms/{at}")),
        ];
        if (members.TryGetValue("looks", out var looks))
        {
            symptoms.AddRange(WhatWentWrong.SymptomsOf(SeenOf(looks, "/looks"), null, catalogue.Rules).Except(symptoms).ToList());
        }

        if (symptoms.Count == 0)
            throw new DocumentException("/symptoms", "must name one at least.");
        return (formula, symptoms, members.TryGetValue("record", out var record) ? Record(record) : new DiagnosisRecord());
    }

    private static DiagnosisRecord Record(JsonElement record)
    {
        var members = At(
            record,
            "/record",
            "roomCelsius",
            "addCelsius",
            "cooling",
            "peakCelsius",
            "pourCelsius",
            "lidAfterMinutes",
            "whipRounds",
            "daysOld",
            "storedCelsius",
            "remelts",
            "skipped"
        );
        double? Known(string name, decimal least, decimal most) =>
            members.TryGetValue(name, out var value) ? Real(value, $"/record/{name}", least, most) : null;
        return new DiagnosisRecord
        {
            RoomCelsius = Known("roomCelsius", Coldest, Hottest),
            AddCelsius = Known("addCelsius", Coldest, HottestPot),
            Cooling = members.TryGetValue("cooling", out var cooling) ? Word<CooledBy>(cooling, "/record/cooling") : null,
            PeakCelsius = Known("peakCelsius", Coldest, HottestPot),
            PourCelsius = Known("pourCelsius", Coldest, HottestPot),
            LidAfterMinutes = Known("lidAfterMinutes", 0m, LongestDays * 1440m),
            WhipRounds = Known("whipRounds", 0m, 100m),
            DaysOld = Known("daysOld", 0m, LongestDays),
            StoredCelsius = Known("storedCelsius", Coldest, 90m),
            Remelts = Known("remelts", 0m, 100m),
            Skipped = members.TryGetValue("skipped", out var skipped)
                ?
                [
                    .. List(skipped, "/record/skipped", MostSymptoms)
                        .Select((stage, at) => Word<MethodStage>(stage, $"/record/skipped/{at}")),
                ]
                : [],
        };
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

/// <summary>A look that is to be kept, as it was asked.</summary>
/// <param name="Check">Name of the check.</param>
/// <param name="Seen">What was seen.</param>
/// <param name="Text">A word about the jar.</param>
/// <param name="Own">What it is against the rule; null for what the rule says.</param>
/// <param name="Reason">Why.</param>
/// <param name="After">Number of the last entry that is known; null for whatever it is.</param>
internal sealed record AskedLook(string Check, Seen Seen, string Text, StudyVerdict? Own, string Reason, long? After);
