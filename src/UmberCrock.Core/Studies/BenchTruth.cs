using System.Collections.Immutable;

namespace UmberCrock.Core.Studies;

/// <summary>How often forecasts of one kind came true on this bench.</summary>
/// <param name="About">What the forecasts are about.</param>
/// <param name="Hits">How many were borne out.</param>
/// <param name="InPart">How many came weaker than foreseen: counted as misses.</param>
/// <param name="Missed">How many did not come, or came without being foreseen.</param>
/// <param name="Open">How many are still open: not counted.</param>
/// <param name="Softer">Of the missed, how many were seen softer than foreseen.</param>
/// <param name="Firmer">Of the missed, how many were seen firmer than foreseen.</param>
public sealed record TruthOfKind(ForecastSubject About, int Hits, int InPart, int Missed, int Open, int Softer, int Firmer)
{
    /// <summary>Normal quantile of a two-sided interval of 95 %.</summary>
    private const double Z = 1.959964;

    /// <summary>The same with more marks of its kind.</summary>
    /// <param name="marks">The marks.</param>
    internal TruthOfKind And(IEnumerable<TruthMark> marks) => marks.Aggregate(this, (kind, mark) => mark.Outcome switch
            {
                ForecastOutcome.BorneOut => kind with { Hits = kind.Hits + 1 },
                ForecastOutcome.InPart => kind with { InPart = kind.InPart + 1 },
                ForecastOutcome.NotSeen => kind with
                {
                    Missed = kind.Missed + 1,
                    Softer = kind.Softer + (mark.Lean < 0 ? 1 : 0),
                    Firmer = kind.Firmer + (mark.Lean > 0 ? 1 : 0),
                },
                ForecastOutcome.Open or _ => kind with { Open = kind.Open + 1 },
            });

    /// <summary>How many were counted.</summary>
    public int Counted => Hits + InPart + Missed;

    /// <summary>Share of hits, with the interval of 95 % by Wilson (1927); null where nothing was counted.</summary>
    public (double Share, double Low, double High)? Interval => Counted == 0 ? null : IntervalOf(Hits, Counted);

    /// <summary>
    /// The score interval of a share: (p + z^2/2n -+ z sqrt(p(1-p)/n + z^2/4n^2)) / (1 + z^2/n) (Wilson, Journal of the American
    /// Statistical Association 22, 1927).
    /// </summary>
    /// <param name="hits">How many hit.</param>
    /// <param name="of">Of how many, 1 at least.</param>
    public static (double Share, double Low, double High) IntervalOf(int hits, int of)
    {
        var (share, ratio) = ((double)hits / of, Z * Z / of);
        var half = Z * Math.Sqrt((share * (1 - share) / of) + (ratio / (4 * of)));
        return (share, Math.Max(0, (share + (ratio / 2) - half) / (1 + ratio)), Math.Min(1, (share + (ratio / 2) + half) / (1 + ratio)));
    }
}

/// <summary>A forecast that was judged, as a mark on the bench's own record.</summary>
/// <param name="Study">Key of the study; null for a rung of a ladder.</param>
/// <param name="Name">What the product is called.</param>
/// <param name="Note">Code of the note.</param>
/// <param name="About">What the forecast is about.</param>
/// <param name="Outcome">What was seen of the forecast.</param>
/// <param name="Lean">Of firmness: -1 softer, +1 firmer, 0 else.</param>
/// <param name="On">The day on which it was seen; of an open one, the day of making.</param>
public sealed record TruthMark(
    long? Study,
    string Name,
    string Note,
    ForecastSubject About,
    ForecastOutcome Outcome,
    int Lean,
    DateOnly On
);

/// <summary>The bench's own record of truth: kinds of forecasts with their hits, and the marks of the last months.</summary>
/// <param name="Kinds">Each kind of which something was foreseen, in the order of the kinds.</param>
/// <param name="Marks">Marks of the months that are shown, by day.</param>
/// <param name="Since">The first day that is shown.</param>
/// <param name="Studies">How many studies there are.</param>
public sealed record BenchTruth(ImmutableArray<TruthOfKind> Kinds, ImmutableArray<TruthMark> Marks, DateOnly Since, int Studies)
{
    /// <summary>The same with forecasts that were judged elsewhere than in studies: counted, and marked from the first day that is
    /// shown.</summary>
    /// <param name="others">The other marks.</param>
    public BenchTruth With(IReadOnlyCollection<TruthMark> others) =>
        this with
        {
            Kinds =
            [
                .. Kinds
                    .Select(kind => kind.About)
                    .Concat(others.Select(mark => mark.About))
                    .Distinct()
                    .Order()
                    .Select(about =>
                        (Kinds.FirstOrDefault(kind => kind.About == about) ?? new TruthOfKind(about, 0, 0, 0, 0, 0, 0)).And(
                            others.Where(mark => mark.About == about)
                        )
                    ),
            ],
            Marks = [.. Marks.Concat(others.Where(mark => mark.On >= Since)).OrderBy(mark => mark.On)],
        };

    /// <summary>Forecasts of all kinds that were borne out.</summary>
    public int Hits => Kinds.Sum(kind => kind.Hits);

    /// <summary>Forecasts of all kinds that were counted.</summary>
    public int Counted => Kinds.Sum(kind => kind.Counted);
}
