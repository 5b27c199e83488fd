using System.Collections.Immutable;

namespace UmberCrock.Core.Findings;

/// <summary>Something that looks for findings of one kind.</summary>
/// <param name="Find">What it finds.</param>
/// <param name="ByPhase">True when it goes by the phase a line stands in: what only moves between phases is asked of no others.</param>
internal sealed record Finder(Func<Assessment, IEnumerable<Finding>> Find, bool ByPhase = false);

/// <summary>A topic of the evaluation: what it brings to the list of all topics.</summary>
/// <param name="Finders">What looks for its findings, in the order they are listed within a severity.</param>
/// <param name="Explanations">How its predictions are explained; null where one does not apply to the formula.</param>
internal sealed record Topic(ImmutableArray<Finder> Finders, ImmutableArray<Func<Assessment, Explanation?>> Explanations);
