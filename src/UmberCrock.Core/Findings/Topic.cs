using System.Collections.Immutable;

namespace UmberCrock.Core.Findings;

/// <summary>Something that looks for findings of one kind.</summary>
/// <param name="Find">What it finds.</param>
/// <param name="CanStop">True when it can find a stop that a fix of another finding may bring about.</param>
internal sealed record Finder(Func<Assessment, IEnumerable<Finding>> Find, bool CanStop = false);

/// <summary>A topic of the evaluation: what it brings to the list of all topics.</summary>
/// <param name="Finders">What looks for its findings, in the order they are listed within a severity.</param>
/// <param name="Explanations">How its predictions are explained; null where one does not apply to the formula.</param>
internal sealed record Topic(ImmutableArray<Finder> Finders, ImmutableArray<Func<Assessment, Explanation?>> Explanations);
