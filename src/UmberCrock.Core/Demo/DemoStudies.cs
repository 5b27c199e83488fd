using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Studies;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Demo;

/// <summary>A look of the demo at which not all was as it was made.</summary>
/// <param name="Check">Name of the check.</param>
/// <param name="Notches">What was seen of the jar, by sign; all else was none.</param>
/// <param name="Text">A word about the jar.</param>
/// <param name="HeightPercent">Height of a whip, percent of the first; 100 where nothing is said.</param>
public sealed record DemoLook(
    string Check,
    ImmutableDictionary<Sign, int> Notches,
    string Text = "",
    decimal HeightPercent = DemoStudy.WholeHeightPercent
);

/// <summary>A study of the invented rowing club's maker (data/demo/studies.json): every check up to today was looked at and found as it was
/// made, but for what is said otherwise.</summary>
/// <param name="Formula">Name of the demo formula whose first batch is watched.</param>
/// <param name="Jars">How many jars stand in each place.</param>
/// <param name="Shipped">True for six rounds of frost.</param>
/// <param name="Places">Where the jars stand.</param>
/// <param name="Otherwise">Looks at which something was seen.</param>
/// <param name="Missed">Checks that nobody made.</param>
/// <param name="Open">Checks of the last days that are still to be made.</param>
/// <param name="Pictured">Places and jars of which a picture was taken at every look.</param>
public sealed record DemoStudy(
    string Formula,
    int Jars,
    bool Shipped,
    ImmutableArray<StudyCondition> Places,
    ImmutableArray<DemoLook> Otherwise,
    ImmutableArray<string> Missed,
    ImmutableArray<string> Open,
    ImmutableArray<string> Pictured
)
{
    /// <summary>Height of a whip that has not moved, percent.</summary>
    public const decimal WholeHeightPercent = 100m;

    private const string Device = "this computer";
    private static readonly TimeOnly Evening = new(19, 0);

    /// <summary>The studies of the demo, in the order in which they began.</summary>
    public static ImmutableArray<DemoStudy> Read() =>
        JsonSerializer.Deserialize<File>(DataFiles.Shipped.Text("data/demo/studies.json"), ContractJson.Options)!.Studies;

    /// <summary>Since when, where its jars stand and how many.</summary>
    /// <param name="madeOn">The day of making.</param>
    public StudyRequest Request(DateOnly madeOn) => new(madeOn, [.. Places.Select(place => new StudyPlace(place, null))], Jars, Shipped);

    /// <summary>The study of the demo as it stands today.</summary>
    /// <param name="setup">What it is of.</param>
    /// <param name="now">The present moment.</param>
    /// <param name="rules">The rules of studies and of texture.</param>
    /// <param name="picture">Keeps a picture of a jar as it was seen and answers its name.</param>
    public StudyLog Log(StudySetup setup, DateTimeOffset now, RuleBook rules, Func<Seen, string> picture)
    {
        var today = DateOnly.FromDateTime(now.DateTime);
        var log = StudyLog.Start(setup, At(setup.MadeOn, now), Device);
        var otherwise = Otherwise.ToDictionary(look => look.Check, StringComparer.Ordinal);
        foreach (var check in setup.Checks.Where(check => check.Date < today && !Open.Contains(check.Id) && !Missed.Contains(check.Id)))
        {
            if (StudyProgress.Of(log, check.Date, rules).Single(place => place.Check.Id == check.Id).Status == CheckStatus.Over)
                continue;
            var look = otherwise.GetValueOrDefault(check.Id);
            var seen = SeenAt(setup, check, look, rules);
            log = log.Append(
                At(check.Date, now),
                Device,
                StudyProgress.Judged(log, check.Id, check.Date, seen, rules) with
                {
                    Text = look?.Text ?? "",
                    Pictures = Pictured.Contains($"{check.Shelf}-{check.Jar}") ? [picture(seen)] : [],
                }
            );
        }

        return Missed.IsEmpty ? log : log.Append(now, Device, new ChecksMissed(Missed));
    }

    private static Seen SeenAt(StudySetup setup, StudyCheck check, DemoLook? look, RuleBook rules)
    {
        var notches = ImmutableDictionary.CreateBuilder<Sign, int>();
        foreach (var sign in Enum.GetValues<Sign>().Where(sign => check.Look.Contains(Vocabulary.Word(sign), StringComparer.Ordinal)))
            notches[sign] = look?.Notches.GetValueOrDefault(sign) ?? 0;
        return new Seen(
            notches.ToImmutable(),
            check.Look.Contains(StudyPlan.LookBand, StringComparer.Ordinal)
                ? rules.Texture.BandOf(setup.Forecast.FirmnessAt(check.Celsius))
                : (Band?)null,
            check.Look.Contains(StudyPlan.LookHeight, StringComparer.Ordinal) ? look?.HeightPercent ?? WholeHeightPercent : null
        );
    }

    private static DateTimeOffset At(DateOnly day, DateTimeOffset now) => new(day.ToDateTime(Evening), now.Offset);

    private sealed record File(ImmutableArray<DemoStudy> Studies);
}
