using System.Collections.Immutable;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Trials;

/// <summary>How grainy a test turned out.</summary>
public enum Grain
{
    /// <summary>Smooth.</summary>
    None,

    /// <summary>A few grains, felt when looked for.</summary>
    Trace,

    /// <summary>Grains that are felt.</summary>
    Some,

    /// <summary>Like sand.</summary>
    Strong,
}

/// <summary>What was found of a rung that was made.</summary>
/// <param name="Rung">Its place in the ladder, from 0.</param>
/// <param name="Band">The band it was, or null when nobody looked.</param>
/// <param name="Grain">How grainy it was, or null when nobody looked.</param>
/// <param name="Note">Free text.</param>
public sealed record RungObservation(int Rung, Band? Band, Grain? Grain, string Note)
{
    /// <summary>Longest note, letters.</summary>
    public const int LongestNote = 500;
}

/// <summary>A ladder that is kept: what stands in its middle, and how it climbs.</summary>
/// <param name="Formula">The formula in the middle.</param>
/// <param name="Raise">Index of the line that is raised.</param>
/// <param name="Lower">Index of the line that gives.</param>
/// <param name="Step">Weight percent from rung to rung.</param>
/// <param name="Rungs">How many, an odd number.</param>
/// <param name="TestGrams">Grams of one test.</param>
/// <param name="Observations">What was found, at most one of each rung.</param>
public sealed record LadderPlan(
    Formula Formula,
    int Raise,
    int Lower,
    decimal Step,
    int Rungs,
    decimal TestGrams,
    ImmutableArray<RungObservation> Observations
);
