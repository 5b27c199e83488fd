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

    /// <summary>Good to know; nothing has to be done.</summary>
    Note,
}

/// <summary>What the findings of a formula come to, taken together.</summary>
public enum Verdict
{
    /// <summary>At least one finding says stop.</summary>
    Stop,

    /// <summary>At least one caution, no stop.</summary>
    Caution,

    /// <summary>No finding cautions and none stops.</summary>
    Clear,
}

/// <summary>A way to cure a finding: edits that can be applied as they are.</summary>
/// <param name="Title">What it does, short: "Set to 25.00".</param>
/// <param name="Effect">What it does to the line that gives or takes: "oil to 62.50"; null when nothing else moves.</param>
/// <param name="Edits">The edits that apply the fix, in their order.</param>
public sealed record Fix(Message Title, Message? Effect, ImmutableArray<FormulaEdit> Edits)
{
    /// <summary>What it leads to, where it was tried out before it was offered.</summary>
    internal Assessment? Tried { get; init; }

    /// <summary>How many stops and cautions it leaves fewer than there are; null where that was not counted.</summary>
    internal int? Settles { get; init; }
}

/// <summary>Something that the program has to say about a formula, with reason and ways out.</summary>
/// <param name="Code">The finding's code, one of <see cref="FindingCodes"/>.</param>
/// <param name="Severity">How much the finding matters: stop, caution or note.</param>
/// <param name="Title">The finding in a few words, as a heading.</param>
/// <param name="Detail">The quantity that was found and the bound it is held against.</param>
/// <param name="Why">Why the finding matters, in words that teach.</param>
/// <param name="Source">The document that the finding's rule comes from.</param>
/// <param name="Lines">Indices of the lines that cause it, ascending; empty when it is about the whole formula.</param>
/// <param name="Fixes">Ways to cure the finding, the best first.</param>
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
    /// <summary>Codes of what has the same cause and is said by this finding.</summary>
    public ImmutableArray<string> Also { get; init; } = [];

    /// <summary>
    /// Ways to cure it that must be tried before they are offered, the most promising first; made only when they are. Null when
    /// <see cref="Fixes"/> holds what there is.
    /// </summary>
    internal Func<IEnumerable<Fix>>? Ways { get; init; }
}
