using System.Collections.Immutable;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Web.Bench;

/// <summary>Containers of the maker's library, as many of each as were typed.</summary>
/// <param name="Kind">What they are.</param>
/// <param name="Count">How many.</param>
internal sealed record Filled(ContainerKind Kind, int Count)
{
    private const int MostContainers = 10_000;

    /// <summary>Those of which there are any, in the order of the library.</summary>
    /// <param name="kinds">The library.</param>
    /// <param name="counts">What was typed for each, in its order.</param>
    /// <exception cref="UmberCrock.Core.Documents.DocumentException">A count is no number, or out of bounds.</exception>
    public static ImmutableArray<Filled> Of(ImmutableArray<ContainerKind> kinds, IReadOnlyList<string?> counts) =>
        [
            .. kinds
                .Select(
                    (kind, at) =>
                        new Filled(
                            kind,
                            (int)Typed.Between(at < counts.Count ? counts[at] : null, 0m, 0m, MostContainers, $"a number of {kind.Name}")
                        )
                )
                .Where(filled => filled.Count > 0),
        ];

    /// <summary>True when a batch was typed over the one that containers gave: it was touched last, and wins.</summary>
    /// <param name="batch">The batch, as typed.</param>
    /// <param name="shown">The batch that stood in its field before.</param>
    public static bool IsOverruled(string? batch, string? shown) =>
        !string.IsNullOrWhiteSpace(batch) && shown is not null && batch.Trim() != shown.Trim();

    /// <summary>As the weigh sheet counts them.</summary>
    public Container Weighed => new(Kind.Name, Kind.Millilitres, Count, Kind.FillPercent);

    /// <summary>As the method pours into them.</summary>
    public MethodContainer Poured => new(Kind.Name, (double)Kind.Millilitres, Count, Kind.Material);
}
