using System.Collections.Immutable;

namespace UmberCrock.Core.Documents;

/// <summary>Lists that a document may leave out.</summary>
internal static class Lists
{
    /// <summary>The list, or an empty one: code made at build time sets what a document leaves out to nothing at all.</summary>
    public static ImmutableArray<T> OrEmpty<T>(this ImmutableArray<T> list) => list.IsDefault ? [] : list;
}
