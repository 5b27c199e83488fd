using UmberCrock.Core.Units;

namespace UmberCrock.Core.Documents;

/// <summary>One thing that is wrong with a document: where (a JSON pointer, RFC 6901) and why, in words for a person.</summary>
public sealed record DocumentProblem(string Pointer, Message Reason);

/// <summary>A document or an edit was refused. Nothing was changed; <see cref="Problems"/> says where and why.</summary>
public sealed class DocumentException : Exception
{
    /// <summary>More problems than this are not told one by one: a body of a megabyte would be answered with eight.</summary>
    public const int MostProblems = 50;

    private const int MostInMessage = 5;
    private const int LongestPointer = 200;

    /// <summary>Refuses for several reasons at once; of more than <see cref="MostProblems"/> the rest is counted.</summary>
    public DocumentException(IReadOnlyList<DocumentProblem> problems)
        : base(string.Join(" ", problems.Take(MostInMessage).Select(problem => $"{Shortened(problem).Pointer}: {problem.Reason}"))) =>
        Problems =
            problems.Count <= MostProblems
                ? [.. problems.Select(Shortened)]
                :
                [
                    .. problems.Take(MostProblems).Select(Shortened),
                    new DocumentProblem("/", $"And {problems.Count - MostProblems} more."),
                ];

    /// <summary>Refuses a document for one reason at one place.</summary>
    public DocumentException(string pointer, Message reason)
        : this([new DocumentProblem(pointer, reason)]) { }

    /// <summary>True when the text was not JSON at all, so that nothing in it could be looked at.</summary>
    public bool IsMalformed { get; init; }

    /// <summary>What is wrong, in the order it was found; never empty.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; }

    private static DocumentProblem Shortened(DocumentProblem problem) =>
        problem.Pointer.Length <= LongestPointer ? problem : problem with { Pointer = $"{problem.Pointer[..LongestPointer]}…" };
}
