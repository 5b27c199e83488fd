using System.Collections.Immutable;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Trials;

/// <summary>How grainy a rung turned out when it was made.</summary>
public enum Grain
{
    /// <summary>Smooth when rubbed between the fingers.</summary>
    None,

    /// <summary>A few grains, felt when looked for.</summary>
    Trace,

    /// <summary>Grains that a finger can feel.</summary>
    Some,

    /// <summary>As grainy to a finger as wet sand.</summary>
    Strong,
}

/// <summary>What the maker found of a rung that was made.</summary>
/// <param name="Rung">Its place in the ladder, from 0.</param>
/// <param name="Band">The band it was, or null when nobody looked.</param>
/// <param name="Grain">How grainy it was, or null when nobody looked.</param>
/// <param name="Note">The maker's own words about the rung.</param>
public sealed record RungObservation(int Rung, Band? Band, Grain? Grain, string Note)
{
    /// <summary>Longest note about a rung that is taken, letters.</summary>
    public const int LongestNote = 500;
}

/// <summary>A ladder that is kept: what stands in its middle, and how it climbs.</summary>
/// <param name="Formula">The formula in the middle of the ladder.</param>
/// <param name="Raise">Index of the line that is raised.</param>
/// <param name="Lower">Index of the line that gives what the other takes.</param>
/// <param name="Step">Weight percent from rung to rung.</param>
/// <param name="Rungs">How many rungs the ladder has, an odd number.</param>
/// <param name="TestGrams">Mass of one test that is made of a rung, g.</param>
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
