using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Diagnosis;

/// <summary>Something that speaks for a cause or against it.</summary>
/// <param name="Fact">Name of the number that is looked at.</param>
internal sealed record EvidenceRow(string Fact)
{
    /// <summary>It holds from this on; null for no lower border.</summary>
    public double? From { get; init; }

    /// <summary>It holds below this; null for no upper border.</summary>
    public double? Below { get; init; }

    /// <summary>How much likelier what is seen is with the cause than without, where it holds; null says nothing.</summary>
    public double? Yes { get; init; }

    /// <summary>The same where it does not hold.</summary>
    public double? No { get; init; }

    /// <summary>What is said where it holds; null for nothing.</summary>
    public Message? Because { get; init; }

    /// <summary>What is said where it does not; null for nothing.</summary>
    public Message? Otherwise { get; init; }

    /// <summary>The likelihood ratio of a number and what is said of it.</summary>
    public (double Ratio, Message? Words) Of(double value) => Holds(value) ? (Yes ?? 1, Because) : (No ?? 1, Otherwise);

    /// <summary>True where a number holds.</summary>
    private bool Holds(double value) => (From is not { } from || value >= from) && (Below is not { } below || value < below);
}

/// <summary>A notch of a sign that is a symptom.</summary>
/// <param name="Sign">The sign.</param>
/// <param name="From">From this notch on.</param>
/// <param name="Symptom">What it is a symptom of.</param>
internal sealed record ShownRow(Sign Sign, int From, Symptom Symptom);

/// <summary>A way out of a cause.</summary>
/// <param name="Title">What is done, in a sentence.</param>
internal sealed record CureRow(Message Title)
{
    /// <summary>The step of the method that it is done at; null where it is none.</summary>
    public MethodStage? Step { get; init; }

    /// <summary>True where a rescue of the pot cures it.</summary>
    public bool Rescue { get; init; }
}

/// <summary>A cause of what can go wrong.</summary>
/// <param name="Cause">Its code.</param>
/// <param name="Title">What it is, in a sentence.</param>
/// <param name="Symptoms">How likely each symptom is where it is the cause.</param>
/// <param name="Evidence">What speaks for it or against it.</param>
/// <param name="Ask">The question or look that would tell it from its rivals.</param>
/// <param name="Cures">The ways out.</param>
/// <param name="Source">Where it comes from.</param>
internal sealed record CauseRow(
    string Cause,
    Message Title,
    ImmutableDictionary<string, double> Symptoms,
    ImmutableArray<EvidenceRow> Evidence,
    Message Ask,
    ImmutableArray<CureRow> Cures,
    string Source
);

/// <summary>What went wrong, and why (data/rules/causes.json): priors are judgement, of low confidence.</summary>
/// <param name="Source">Where the rules come from.</param>
/// <param name="Confidence">How sure they are.</param>
/// <param name="NotShown">How likely a symptom is with a cause that does not name it.</param>
/// <param name="Unknown">Weight of what is no cause here, beside them.</param>
/// <param name="LikelyFrom">A cause is called likely from this share on.</param>
/// <param name="PossibleFrom">And possible from this one.</param>
/// <param name="LeastTold">A cause with a smaller share is not told.</param>
/// <param name="KeptWarmFromCelsius">Kept so warm, C, it may have melted in part.</param>
/// <param name="OilyBelowHlb">An emulsifier below this HLB holds water in oil and not oil in water.</param>
/// <param name="ShortLivedBelowMonths">Oils that keep less, months, turn soon.</param>
/// <param name="Shown">Which notch of a sign is a symptom.</param>
/// <param name="Said">How a recipe says that it went wrong.</param>
/// <param name="HardWaxes">Waxes that snap without a partner.</param>
/// <param name="Partners">What stands by them.</param>
/// <param name="Tacky">What holds to the skin.</param>
/// <param name="TackyTwice">Of these, what does so twice as much.</param>
/// <param name="Polar">What does not stay in fat, beside humectants.</param>
/// <param name="Coloured">Oils that colour deeply.</param>
/// <param name="Fades">Of these, what fades in light.</param>
/// <param name="Sensitisers">What is known to irritate or sensitise.</param>
/// <param name="OldStings">What does so once it is old.</param>
/// <param name="Causes">The causes.</param>
internal sealed record CauseRules(
    string Source,
    Confidence Confidence,
    double NotShown,
    double Unknown,
    double LikelyFrom,
    double PossibleFrom,
    double LeastTold,
    double KeptWarmFromCelsius,
    double OilyBelowHlb,
    double ShortLivedBelowMonths,
    ImmutableArray<ShownRow> Shown,
    SaidRules Said,
    [property: Names(Named.Ingredient)] ImmutableArray<string> HardWaxes,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Partners,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Tacky,
    [property: Names(Named.Ingredient)] ImmutableArray<string> TackyTwice,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Polar,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Coloured,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Fades,
    [property: Names(Named.Ingredient)] ImmutableArray<string> Sensitisers,
    [property: Names(Named.Ingredient)] ImmutableArray<string> OldStings,
    ImmutableArray<CauseRow> Causes
) : IRules<CauseRules>
{
    static RuleFile IRules<CauseRules>.File { get; } = new("causes.json", DiagnosisJson.Default);
}

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(CauseRules))]
internal sealed partial class DiagnosisJson : JsonSerializerContext;
