namespace UmberCrock.Core.Documents;

/// <summary>Days that are believed when someone types one; months can be added to them.</summary>
public static class Days
{
    /// <summary>First and last day that is believed.</summary>
    public static readonly DateOnly Earliest = new(2000, 1, 1),
        Latest = new(2100, 12, 31);

    /// <summary>What is wrong with a day; null for none.</summary>
    public static DocumentProblem? Problem(DateOnly? day, string pointer) =>
        day < Earliest || day > Latest ? new DocumentProblem(pointer, $"A day is from {Earliest.Year} to {Latest.Year}.") : null;
}
