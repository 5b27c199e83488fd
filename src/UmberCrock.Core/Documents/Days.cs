namespace UmberCrock.Core.Documents;

/// <summary>Days that are believed when someone types one; months can be added to them.</summary>
public static class Days
{
    /// <summary>First day that is believed of something made or bought.</summary>
    public static readonly DateOnly Earliest = new(2000, 1, 1);

    /// <summary>Last day that is believed of something made or bought.</summary>
    public static readonly DateOnly Latest = new(2100, 12, 31);

    /// <summary>What is wrong with a day; null for none.</summary>
    /// <param name="day">The day that is checked.</param>
    /// <param name="pointer">Place in the document, as a JSON pointer, that problems are told at.</param>
    public static DocumentProblem? Problem(DateOnly? day, string pointer) =>
        day < Earliest || day > Latest ? new DocumentProblem(pointer, $"A day is from {Earliest.Year} to {Latest.Year}.") : null;
}
