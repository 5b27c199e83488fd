using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Studies;

/// <summary>A forecast of a study, and what all looks together say of it.</summary>
/// <param name="Code">Code of the note.</param>
/// <param name="Words">What was foreseen, in a few words.</param>
/// <param name="About">What the forecast is about.</param>
/// <param name="Outcome">What the looks say of it together.</param>
/// <param name="Day">Days from making of the look that said so first; null while it is open.</param>
/// <param name="Lean">Of firmness: -1 where it was seen softer than foreseen, +1 where harder, 0 else.</param>
/// <param name="Looks">Names of the checks whose looks say so.</param>
/// <param name="Stays">True for a forecast that nothing would happen, or not so soon: not borne out means that something did.</param>
public sealed record ForecastSeen(
    string Code,
    string Words,
    ForecastSubject About,
    ForecastOutcome Outcome,
    int? Day,
    int Lean,
    ImmutableArray<string> Looks,
    [property: JsonIgnore] bool Stays
);

/// <summary>Foreseen against seen, over all looks of a study.</summary>
public static class ForecastTally
{
    /// <summary>What a note foresees, in a few words; its code where the rules no longer have it.</summary>
    /// <param name="note">Code of the note.</param>
    /// <param name="rules">The rules of studies.</param>
    public static string WordsOf(string note, RuleBook rules) =>
        rules.Of<StudyRules>().Notes.FirstOrDefault(row => row.Note == note)?.Words ?? note;

    /// <summary>Every forecast that was made of a study and what its looks say of it. What was to come is borne out by the look that
    /// shows it best; what was to stay as it is, is missed by one look that shows otherwise.</summary>
    /// <param name="log">The study.</param>
    /// <param name="rules">The rules of studies and of texture.</param>
    public static ImmutableArray<ForecastSeen> Of(StudyLog log, RuleBook rules)
    {
        var (study, texture) = (rules.Of<StudyRules>(), rules.Texture);
        var looks = log.Looks.Values.OrderBy(kept => kept.Look.Day).ThenBy(kept => kept.Sequence).ToList();
        var told = looks
            .SelectMany(kept => kept.Look.Notes.Select(note => (note.Code, note.Outcome, kept.Look)))
            .ToLookup(one => one.Code, StringComparer.Ordinal);
        var seen = ImmutableArray.CreateBuilder<ForecastSeen>();
        foreach (var row in study.Notes.Where(row => ForecastJudge.IsMade(row, log.Setup.Forecast)))
        {
            var said = told[row.Note].Where(one => one.Outcome != ForecastOutcome.Open).ToList();
            // The names of the outcomes stand from the best to the worst.
            var outcome =
                said.Count == 0 ? ForecastOutcome.Open
                : Stands(row.Kind) ? said.Max(one => one.Outcome)
                : said.Min(one => one.Outcome);
            var saying = said.Where(one => one.Outcome == outcome).Select(one => one.Look).ToList();
            seen.Add(
                new ForecastSeen(
                    row.Note,
                    row.Words,
                    row.About,
                    outcome,
                    saying.Count > 0 ? saying[0].Day : null,
                    row.Kind == NoteKind.Firmness && outcome == ForecastOutcome.NotSeen ? LeanOf(log, saying, texture) : 0,
                    [.. saying.Select(look => look.Check)],
                    Stands(row.Kind)
                )
            );
        }

        return seen.ToImmutable();
    }

    /// <summary>True for a forecast that something stays as it is.</summary>
    private static bool Stands(NoteKind kind) =>
        kind is NoteKind.Stays or NoteKind.HoldsFirm or NoteKind.Firmness or NoteKind.KeepsHeight or NoteKind.Turns;

    private static int LeanOf(StudyLog log, List<LookKept> looks, TextureRules texture) =>
        Math.Sign(
            looks.Sum(look =>
                look.Seen.Band is { } band
                    ? Math.Sign(band - texture.BandOf(log.Setup.Forecast.FirmnessAt(log.Checks[look.Check].Celsius)))
                    : 0
            )
        );
}
