using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Studies;

/// <summary>Where a jar of a study stands.</summary>
public enum StudyCondition
{
    /// <summary>In the room, out of the light.</summary>
    Room,

    /// <summary>Warm, as hot as its form still stands.</summary>
    Warm,

    /// <summary>In the fridge, at about four degrees.</summary>
    Cold,

    /// <summary>Frozen and thawed again, in rounds of a few days.</summary>
    FreezeThaw,

    /// <summary>At a window, where daylight falls on it.</summary>
    Light,

    /// <summary>Somewhere of the maker's own, as a car.</summary>
    Other,
}

/// <summary>What is looked at in notches, from 0 for none to 3 for strong.</summary>
public enum Sign
{
    /// <summary>How much the colour is another than at the first look.</summary>
    Colour,

    /// <summary>How much the smell is another than at the first look.</summary>
    Odour,

    /// <summary>Drops of oil or water on the surface.</summary>
    Sweat,

    /// <summary>A ring or a pool of oil around it or in the lid.</summary>
    Bleed,

    /// <summary>Sand or grains between the fingers.</summary>
    Grain,

    /// <summary>Cracks, crumbs, edges that broke off by themselves.</summary>
    Cracks,

    /// <summary>Parted into layers, or something at the bottom.</summary>
    Layers,

    /// <summary>Spots or fur that grow from look to look.</summary>
    Mould,
}

/// <summary>What becomes of a look by rule.</summary>
public enum StudyVerdict
{
    /// <summary>It is as it was at the first look.</summary>
    Held,

    /// <summary>It changed, and is still of use as what it was made for.</summary>
    Changed,

    /// <summary>It failed: nobody should be given it as it is.</summary>
    Failed,
}

/// <summary>A sign, and which products can show it; without forms, containers or conditions, all.</summary>
internal sealed record SignRow
{
    /// <summary>The sign.</summary>
    public required Sign Sign { get; init; }

    /// <summary>In what is filled into these; empty for all.</summary>
    public ImmutableArray<Pack> Packed
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Under these conditions; empty for all.</summary>
    public ImmutableArray<StudyCondition> Conditions
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>What the product must be for it, beside its container; null for anything.</summary>
    public SignNeed? Needs { get; init; }

    /// <summary>True for what a closed vial shows too.</summary>
    public bool Vial { get; init; }
}

/// <summary>What a product must be to show a sign.</summary>
internal enum SignNeed
{
    /// <summary>It can part: a powder in it sinks, it holds water, or it is whipped or pours.</summary>
    CanPart,

    /// <summary>Water is in it, or comes to it in use.</summary>
    MeetsWater,
}

/// <summary>From which notch of a sign a look failed.</summary>
/// <param name="Sign">The sign.</param>
/// <param name="From">From this notch on.</param>
/// <param name="Why">The reason, in a sentence.</param>
internal sealed record FailRow(Sign Sign, int From, string Why)
{
    /// <summary>Under these conditions; empty for all.</summary>
    public ImmutableArray<StudyCondition> Conditions
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>Up to this day from making; null for any day.</summary>
    public int? UntilDay { get; init; }
}

/// <summary>How a forecast is held against what was seen.</summary>
internal enum NoteKind
{
    /// <summary>It is borne out by a sign.</summary>
    Sign,

    /// <summary>It is borne out where a sign stays away.</summary>
    Stays,

    /// <summary>It softens in the warm.</summary>
    Softens,

    /// <summary>It hardens in the cold.</summary>
    Hardens,

    /// <summary>It stays as firm in the warm.</summary>
    HoldsFirm,

    /// <summary>It is as firm as was foreseen.</summary>
    Firmness,

    /// <summary>A whip falls back.</summary>
    FallsBack,

    /// <summary>A whip keeps its height.</summary>
    KeepsHeight,

    /// <summary>It turns, by its smell, after some months.</summary>
    Turns,

    /// <summary>No look of a study shows it.</summary>
    NotShown,
}

/// <summary>What a forecast is about: the kinds of the bench's own record of truth.</summary>
public enum ForecastSubject
{
    /// <summary>How firm it is at a temperature.</summary>
    Firmness,

    /// <summary>That it softens in the warm or hardens in the cold.</summary>
    Softening,

    /// <summary>That oil comes out of it in store.</summary>
    Oil,

    /// <summary>That it grains or blooms with time.</summary>
    Grain,

    /// <summary>That it cracks or crumbles in store.</summary>
    Cracks,

    /// <summary>That something sinks or parts.</summary>
    Settling,

    /// <summary>That a whip keeps or loses its height.</summary>
    Height,

    /// <summary>That it turns, or its scent goes.</summary>
    Keeping,

    /// <summary>That its colour changes with time.</summary>
    Colour,

    /// <summary>That something grows where water is.</summary>
    Mould,

    /// <summary>What only its use or its making shows.</summary>
    Use,
}

/// <summary>A forecast, and which looks show whether it comes true.</summary>
/// <param name="Note">Code of the note; of a forecast that nothing will happen, its own.</param>
/// <param name="Words">What is foreseen, in a few words.</param>
/// <param name="About">What it is about.</param>
/// <param name="Kind">How it is held against a look.</param>
/// <param name="FromDay">From this day on it can be said that nothing came.</param>
internal sealed record NoteRow(string Note, string Words, ForecastSubject About, NoteKind Kind, int FromDay)
{
    /// <summary>The sign that shows it; null where none does.</summary>
    public Sign? Sign { get; init; }

    /// <summary>Under these conditions; empty for all.</summary>
    public ImmutableArray<StudyCondition> Conditions
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>A forecast that nothing will happen is made unless one of these is.</summary>
    public ImmutableArray<string> UnlessNotes
    {
        get;
        init => field = value.OrEmpty();
    } = [];
}

/// <summary>What is asked of a jar, what its answers come to, and how forecasts are held against them (data/rules/studies.json).</summary>
/// <param name="Source">Where the rules come from.</param>
/// <param name="Confidence">How sure they are.</param>
/// <param name="Conditions">Temperature at which each condition stands, C; warm by the form, other by the maker.</param>
/// <param name="DefaultConditions">Where jars stand when nothing is said.</param>
/// <param name="DefaultJars">How many jars stand in each when nothing is said.</param>
/// <param name="Signs">What can be asked.</param>
/// <param name="Fails">From which notch a look failed.</param>
/// <param name="ChangedFromNotch">So many notches above the first look are a change.</param>
/// <param name="HeightFailedBelowPercent">A whip that kept less of its height in the room, percent, failed.</param>
/// <param name="HeightChangedBelowPercent">One that kept less, percent, changed.</param>
/// <param name="HeightInPartBelowPercent">One that kept less, percent, fell back in part.</param>
/// <param name="BandsFailed">So many bands from what was foreseen at room, it failed.</param>
/// <param name="BeyondBorder">A band off counts where the foreseen firmness is further than this from the border.</param>
/// <param name="BorneOutFromNotch">From this notch on a foreseen sign is borne out; below it in part.</param>
/// <param name="DoubledPerCelsius">So many degrees warmer, C, a day counts as two.</param>
/// <param name="DaysPerMonth">Days of a month.</param>
/// <param name="TooSoonShare">What turns before this share of its months turned sooner than was foreseen.</param>
/// <param name="GraceDays">A check that nobody made so many days after its own was missed.</param>
/// <param name="AwayDays">Who was away for so many days is told in one line what passed.</param>
/// <param name="StorageLines">What a failure under a condition says on the label.</param>
/// <param name="Notes">How each forecast is held against what was seen.</param>
internal sealed record StudyRules(
    string Source,
    Confidence Confidence,
    ImmutableDictionary<StudyCondition, decimal> Conditions,
    ImmutableArray<StudyCondition> DefaultConditions,
    int DefaultJars,
    ImmutableArray<SignRow> Signs,
    ImmutableArray<FailRow> Fails,
    int ChangedFromNotch,
    decimal HeightFailedBelowPercent,
    decimal HeightChangedBelowPercent,
    decimal HeightInPartBelowPercent,
    int BandsFailed,
    double BeyondBorder,
    int BorneOutFromNotch,
    double DoubledPerCelsius,
    double DaysPerMonth,
    double TooSoonShare,
    int GraceDays,
    int AwayDays,
    ImmutableDictionary<StudyCondition, Message> StorageLines,
    ImmutableArray<NoteRow> Notes
) : IRules<StudyRules>
{
    static RuleFile IRules<StudyRules>.File { get; } = new("studies.json", StudiesJson.Default);
}

/// <summary>Reads the data of this folder by code made at build time.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(StudyRules))]
internal sealed partial class StudiesJson : JsonSerializerContext;
