using System.Collections.Immutable;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Diagnosis;

/// <summary>What can go wrong, as a maker sees it.</summary>
public enum Symptom
{
    /// <summary>It feels of sand that melts between warm fingers.</summary>
    Grainy,

    /// <summary>There are pebbles in it, as of a whip chilled too hard.</summary>
    Pebbles,

    /// <summary>It leaves an oily film that does not go.</summary>
    Greasy,

    /// <summary>It is softer than it should be.</summary>
    TooSoft,

    /// <summary>It is harder than it should be.</summary>
    TooHard,

    /// <summary>It falls to crumbs under the fingers.</summary>
    Crumbly,

    /// <summary>It snapped, or broke at the neck.</summary>
    BrittleBroke,

    /// <summary>It brakes on the skin and will not glide.</summary>
    Drags,

    /// <summary>It pulls threads and holds to the fingers.</summary>
    Sticky,

    /// <summary>A white film lies on its surface.</summary>
    WhiteBloom,

    /// <summary>Drops of oil or water stand on its surface.</summary>
    Sweating,

    /// <summary>A layer of oil stands on it, or a ring at its wall.</summary>
    OilOnTop,

    /// <summary>It parted into layers of unlike looks.</summary>
    Layers,

    /// <summary>Its powder lies at the bottom.</summary>
    SunkPowder,

    /// <summary>It feels of grit that does not melt.</summary>
    Gritty,

    /// <summary>There are lumps in it that can be seen.</summary>
    Lumps,

    /// <summary>It has cracks in its face or through it.</summary>
    Cracked,

    /// <summary>It has a hole in its middle, where it sank in.</summary>
    SinkHole,

    /// <summary>It does not come out of its mould.</summary>
    StuckInMould,

    /// <summary>It takes up no air, however long it is whipped.</summary>
    WillNotWhip,

    /// <summary>It was whipped and fell in again.</summary>
    Collapsed,

    /// <summary>It turned grey or brown, or was so from the first.</summary>
    GreyOrBrown,

    /// <summary>It smells of old fat, paint or crayons.</summary>
    SmellsRancid,

    /// <summary>Its scent is gone, or nearly so.</summary>
    ScentGone,

    /// <summary>Spots grow on it, or fur, or it smells musty.</summary>
    MouldSpots,

    /// <summary>It stings or reddens the skin.</summary>
    Stings,

    /// <summary>It stays on the skin when it is rinsed.</summary>
    WillNotRinse,

    /// <summary>It does not turn milky with water.</summary>
    NotMilky,
}

/// <summary>How something cooled, as far as it matters for what went wrong.</summary>
public enum CooledBy
{
    /// <summary>It stood in the room by itself, unstirred.</summary>
    Room,

    /// <summary>It stood in the fridge, at some four degrees.</summary>
    Fridge,

    /// <summary>It stood in the freezer, well below frost.</summary>
    Freezer,

    /// <summary>It was stirred until it thickened.</summary>
    Stirred,

    /// <summary>It stood or was stirred in a cold bath.</summary>
    ColdBath,
}

/// <summary>What is known of how it was made and kept; what is null is not known.</summary>
public sealed record DiagnosisRecord
{
    /// <summary>How warm the kitchen was, C.</summary>
    public double? RoomCelsius { get; init; }

    /// <summary>How warm it was, or what went in was, when something was added, C.</summary>
    public double? AddCelsius { get; init; }

    /// <summary>How it was cooled; null where nobody knows.</summary>
    public CooledBy? Cooling { get; init; }

    /// <summary>The hottest that the pot was, C.</summary>
    public double? PeakCelsius { get; init; }

    /// <summary>How hot it was poured, C.</summary>
    public double? PourCelsius { get; init; }

    /// <summary>How long after pouring it was closed, min.</summary>
    public double? LidAfterMinutes { get; init; }

    /// <summary>How many rounds it was whipped.</summary>
    public double? WhipRounds { get; init; }

    /// <summary>How old it is, in days from making.</summary>
    public double? DaysOld { get; init; }

    /// <summary>How warm it was kept, C.</summary>
    public double? StoredCelsius { get; init; }

    /// <summary>How often it was melted again.</summary>
    public double? Remelts { get; init; }

    /// <summary>Stages of the method that were left out.</summary>
    public ImmutableArray<MethodStage> Skipped { get; init; } = [];
}

/// <summary>A way out of what went wrong, with where it is done.</summary>
/// <param name="Title">What is done, in a sentence.</param>
/// <param name="Step">The stage of the method that it is done at; null where it is none.</param>
/// <param name="Rescue">True where a rescue of the pot cures it.</param>
public sealed record DiagnosisCure(Message Title, MethodStage? Step, bool Rescue);

/// <summary>A cause of what went wrong, with what speaks for it and against it.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Title">What it is, in a sentence.</param>
/// <param name="Likelihood">How likely it is, from 0 to 1: by Bayes' rule, one cause at work.</param>
/// <param name="Word">"likely", "possible" or "unlikely".</param>
/// <param name="For">What speaks for it.</param>
/// <param name="Against">What speaks against it.</param>
/// <param name="Ask">What would tell it from its rivals.</param>
/// <param name="Cures">The ways out.</param>
public sealed record DiagnosedCause(
    string Code,
    Message Title,
    double Likelihood,
    string Word,
    ImmutableArray<Message> For,
    ImmutableArray<Message> Against,
    Message Ask,
    ImmutableArray<DiagnosisCure> Cures
);
