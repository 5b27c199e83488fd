using System.Collections.Immutable;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Findings;

/// <summary>How much a finding matters, worst first.</summary>
public enum Severity
{
    /// <summary>Someone can be hurt, a legal limit is passed, or the thing cannot work.</summary>
    Stop,

    /// <summary>It will probably disappoint, or needs care.</summary>
    Caution,

    /// <summary>Good to know.</summary>
    Note,
}

/// <summary>What a formula comes to.</summary>
public enum Verdict
{
    /// <summary>At least one stop.</summary>
    Stop,

    /// <summary>At least one caution, no stop.</summary>
    Caution,

    /// <summary>Neither.</summary>
    Clear,
}

/// <summary>A way to cure a finding: edits that can be applied as they are.</summary>
/// <param name="Title">What it does, short: "Set to 25.00".</param>
/// <param name="Effect">What it does to the line that gives or takes: "oil to 62.50"; null when nothing else moves.</param>
/// <param name="Edits">The edits.</param>
public sealed record Fix(Message Title, Message? Effect, ImmutableArray<FormulaEdit> Edits)
{
    /// <summary>What it leads to, where it was tried out before it was offered.</summary>
    internal Assessment? Tried { get; init; }
}

/// <summary>Something to say about a formula.</summary>
/// <param name="Code">One of <see cref="FindingCodes"/>.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Title">What, in a few words.</param>
/// <param name="Detail">The quantity and its bound.</param>
/// <param name="Why">The reason.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="Lines">Indices of the lines that cause it, ascending; empty when it is about the whole formula.</param>
/// <param name="Fixes">Ways to cure it, best first.</param>
public sealed record Finding(
    string Code,
    Severity Severity,
    Message Title,
    Message Detail,
    Message Why,
    string Source,
    ImmutableArray<int> Lines,
    ImmutableArray<Fix> Fixes
)
{
    /// <summary>
    /// Ways to cure it that must be tried before they are offered, the most promising first; made only when they are. Null when
    /// <see cref="Fixes"/> holds what there is.
    /// </summary>
    internal Func<IEnumerable<Fix>>? Ways { get; init; }
}
