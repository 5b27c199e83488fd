using UmberCrock.Core.Studies;
using UmberCrock.Storage;
using UmberCrock.Web.Studies;

namespace UmberCrock.Web.Pictures;

/// <summary>A picture of a jar with the look it was taken at.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Check">The check.</param>
/// <param name="Look">What was seen then.</param>
internal sealed record JarPicture(string Name, StudyCheck Check, LookKept Look)
{
    /// <summary>The day from making, and what was seen.</summary>
    public string Words =>
        Look.Seen.Notches.Where(one => one.Value > 0).OrderByDescending(one => one.Value).ToList() is { Count: > 0 } seen
            ? string.Join(", ", seen.Select(one => $"{StudyWords.Short(one.Key)} {StudyWords.Notch(one.Value)}"))
            : "nothing seen";
}

/// <summary>The pictures of one jar of a study, two of them side by side.</summary>
internal sealed class JarPictures
{
    /// <summary>Chooses what is shown: of the jar that was asked for, else of the one with the newest picture; on the left the picture that
    /// was asked for, else the first; on the right likewise, else the last.</summary>
    /// <param name="kept">The study.</param>
    /// <param name="jar">The jar, by its first check; null for none.</param>
    /// <param name="left">Place of the picture on the left; null for none.</param>
    /// <param name="right">Place of the picture on the right; null for none.</param>
    public JarPictures(KeptStudy kept, string? jar, int? left, int? right)
    {
        var log = kept.Log;
        var all = log
            .Looks.Values.Select(one => (one.Look, Check: log.Checks[one.Look.Check]))
            .OrderBy(one => one.Look.Day)
            .SelectMany(one => one.Look.Pictures.Select(name => new JarPicture(name, one.Check, one.Look)))
            .GroupBy(picture => JarOf(picture.Check), StringComparer.Ordinal)
            .ToList();
        Kept = kept;
        Jars = [.. all.Select(group => (group.Key, TitleOf(group.First().Check))).OrderBy(one => one.Key, StringComparer.Ordinal)];
        var chosen = all.FirstOrDefault(group => group.Key == jar) ?? all.MaxBy(group => group.Last().Look.Day);
        (Jar, Pictures) = (chosen?.Key ?? "", [.. chosen ?? Enumerable.Empty<JarPicture>()]);
        Left = Math.Clamp(left ?? 0, 0, Math.Max(0, Pictures.Count - 1));
        Right = Math.Clamp(right ?? (Pictures.Count - 1), 0, Math.Max(0, Pictures.Count - 1));
    }

    /// <summary>The study.</summary>
    public KeptStudy Kept { get; }

    /// <summary>The jars of which there are pictures, with what they are called.</summary>
    public IReadOnlyList<(string Jar, string Title)> Jars { get; }

    /// <summary>The jar that is shown; empty where there is no picture.</summary>
    public string Jar { get; }

    /// <summary>Its pictures, the oldest first.</summary>
    public IReadOnlyList<JarPicture> Pictures { get; }

    /// <summary>Place of the picture on the left.</summary>
    public int Left { get; }

    /// <summary>Place of the picture on the right.</summary>
    public int Right { get; }

    private static string JarOf(StudyCheck check) => $"{check.Shelf}-{check.Jar}";

    private static string TitleOf(StudyCheck check) => $"{StudyWords.Of(check.Condition)}, jar {check.Jar}";
}
