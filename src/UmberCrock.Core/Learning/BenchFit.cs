using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Learning;

/// <summary>A texture that was felt: of what, how warm, how long after pouring.</summary>
/// <param name="Formula">What was made.</param>
/// <param name="Celsius">How warm it was, C.</param>
/// <param name="Band">What was felt.</param>
/// <param name="HoursAfterPour">How long after pouring, h; null where that is not known.</param>
public sealed record FirmnessLook(Formula Formula, decimal Celsius, Band Band, double? HoursAfterPour);

/// <summary>A temperature at which a pot stopped pouring, as it was measured, C.</summary>
public sealed record SetPointSeen(Formula Formula, decimal Celsius);

/// <summary>By how much the crystals of a family are stronger on this bench than by the book, with its 95 % interval.</summary>
public sealed record FamilyFactor(string Family, double Factor, double Low, double High);

/// <summary>By how much the crystals of a group of families are stronger on this bench than by the book.</summary>
/// <param name="Group">Name of the group.</param>
/// <param name="Words">What the screens call the group.</param>
/// <param name="Factor">The factor.</param>
/// <param name="Low">Lower end of its 95 % interval.</param>
/// <param name="High">Upper end of its 95 % interval.</param>
/// <param name="IsSeen">True where a look was at something that its crystals bear.</param>
public sealed record GroupFactor(string Group, string Words, double Factor, double Low, double High, bool IsSeen);

/// <summary>An observation that was not used, by its place in the list, and why.</summary>
public sealed record LeftOut(int Index, string Why);

/// <summary>An observation that the fit does not meet, by its place in the list, and by how much: above 0 it was felt softer.</summary>
public sealed record Pull(int Index, double By);

/// <summary>What a bench learns from its looks.</summary>
/// <param name="Factors">Of every family, those that were never seen at 1 with the interval of the doubt before.</param>
/// <param name="SetPointShiftCelsius">So much hotter pots set than by the book, C.</param>
/// <param name="SetPointShiftLow">Lower end of its 95 % interval, C.</param>
/// <param name="SetPointShiftHigh">Upper end of its 95 % interval, C.</param>
/// <param name="ErrorBefore">By the book: root mean square of the misses, in units of firmness; a set point counts with 1 C.</param>
/// <param name="ErrorAfter">The same with each observation left out of the fit that foresees it.</param>
/// <param name="Used">How many observations were used.</param>
/// <param name="LeftOut">Which were not, and why.</param>
/// <param name="Pulls">Those that the fit misses by most, three at most.</param>
/// <param name="Accepted">True where it helps: enough looks of enough formulas, and the error falls by more than its standard
/// error.</param>
public sealed record BenchLearning(
    ImmutableArray<FamilyFactor> Factors,
    double SetPointShiftCelsius,
    double SetPointShiftLow,
    double SetPointShiftHigh,
    double ErrorBefore,
    double ErrorAfter,
    int Used,
    ImmutableArray<LeftOut> LeftOut,
    ImmutableArray<Pull> Pulls,
    bool Accepted
)
{
    /// <summary>The factors by group: its families have the same.</summary>
    [JsonIgnore]
    public ImmutableArray<GroupFactor> Groups { get; init; } = [];

    /// <summary>Why it is refused, in words; null where it is accepted.</summary>
    [JsonIgnore]
    public Message? Refusal { get; init; }

    /// <summary>What predictions go by where the maker wants it.</summary>
    [JsonIgnore]
    public BenchStrengths Strengths =>
        new(Groups.ToImmutableDictionary(group => group.Group, group => group.Factor, StringComparer.Ordinal), SetPointShiftCelsius);
}

/// <summary>Fits the strengths of crystals to what a bench felt and measured (data/rules/learning.json).</summary>
public static class BenchFit
{
    private const int MostPulls = 3;

    /// <summary>Learns from looks and set temperatures.</summary>
    /// <param name="looks">Textures that were felt.</param>
    /// <param name="setPoints">Temperatures at which pots set.</param>
    /// <param name="catalogue">The ingredients and rules: the book.</param>
    /// <param name="settings">The maker's choices.</param>
    public static BenchLearning Of(
        IReadOnlyList<FirmnessLook> looks,
        IReadOnlyList<SetPointSeen> setPoints,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var (rules, texture) = (catalogue.Rules.Of<LearningRules>(), catalogue.Rules.Texture);
        var pages = new Book(catalogue, settings);
        var (all, left) = Observed(looks, pages, rules);
        List<Observation> sets = [.. setPoints.Select(pages.SetOf).OfType<Observation>()];
        var size = texture.Groups.Length + 1;
        var book = new Point(new double[size]);
        double[] sds = [.. Enumerable.Repeat(rules.FactorSd, size - 1), rules.ShiftSdCelsius];
        double[] low = [.. Enumerable.Repeat(Math.Log(rules.LeastFactor), size - 1), -BenchStrengths.FurthestShiftCelsius];
        double[] high = [.. Enumerable.Repeat(Math.Log(rules.MostFactor), size - 1), BenchStrengths.FurthestShiftCelsius];
        LeastSquares Squares() => new([.. all.Select(one => one.Seen), .. sets], sds, low, high);
        var first = LeaveOut(all, left, looks, Squares, book, rules, texture);
        var squares = Squares();
        var best = squares.Fit(first);
        List<Observation> used = [.. all.Select(one => one.Seen), .. sets];
        var before = used.Select(seen => Square(seen.Miss(book))).ToList();
        // What the fit meets exactly pulls at nothing: without it the fit would be the same.
        List<Point> without = [.. used.Select((seen, at) => seen.Miss(best) == 0 ? best : squares.Fit(best, without: at))];
        var after = used.Zip(without, (seen, fit) => Square(seen.Miss(fit))).ToList();
        var intervals = Enumerable.Range(0, size).Select(k => Interval(squares, best, without, k, rules.IntervalDrop)).ToList();
        var formulas = all.Select(one => Book.KeyOf(looks[one.Index].Formula)).Distinct(StringComparer.Ordinal).Count();
        var refusal = RefusalOf(all.Count, formulas, rules, Helps(before, after));
        var groups = texture.Groups.Select((group, at) => FactorOf(group, at, best, intervals, used)).ToImmutableArray();
        return new BenchLearning(
            [
                .. Families(texture)
                    .Select(family => new FamilyFactor(
                        family.Name,
                        groups[family.Group].Factor,
                        groups[family.Group].Low,
                        groups[family.Group].High
                    )),
            ],
            Math.Round(best[size - 1], 2),
            Math.Round(intervals[^1].Low, 2),
            Math.Round(intervals[^1].High, 2),
            RootMean(before),
            RootMean(after),
            used.Count,
            [.. left.OrderBy(one => one.Index)],
            [
                .. all.Select(one => new Pull(one.Index, Math.Round(one.Seen.Miss(best), 2)))
                    .Where(pull => pull.By != 0)
                    .OrderByDescending(pull => Math.Abs(pull.By))
                    .Take(MostPulls),
            ],
            refusal is null
        )
        {
            Groups = groups,
            Refusal = refusal,
        };
    }

    /// <summary>The looks as observations, and those that are left out because nothing can be learnt from them.</summary>
    private static (List<(int Index, Observation Seen)> Seen, List<LeftOut> Left) Observed(
        IReadOnlyList<FirmnessLook> looks,
        Book pages,
        LearningRules rules
    )
    {
        var left = new List<LeftOut>();
        var all = new List<(int Index, Observation Seen)>();
        for (var at = 0; at < looks.Count; at++)
        {
            if (looks[at].HoursAfterPour < rules.SettledAfterHours)
                left.Add(new LeftOut(at, $"Felt {looks[at].HoursAfterPour:0.#} h after pouring: it had not set through."));
            else if (looks[at].Formula.Lines.IsEmpty)
                left.Add(new LeftOut(at, "Nothing is in it."));
            else
                all.Add((at, pages.LookOf(looks[at])));
        }

        return (all, left);
    }

    /// <summary>Takes out what cannot be, the worst first: each is held against what all the others say, for a gross error draws the fit
    /// after itself. Answers the fit of what is left.</summary>
    private static Point LeaveOut(
        List<(int Index, Observation Seen)> all,
        List<LeftOut> left,
        IReadOnlyList<FirmnessLook> looks,
        Func<LeastSquares> squares,
        Point start,
        LearningRules rules,
        TextureRules texture
    )
    {
        var fit = squares().Fit(start);
        foreach (var (index, seen) in all.OrderByDescending(one => Math.Abs(one.Seen.Miss(fit))).ToList())
        {
            if (seen.Miss(fit) == 0)
                break;
            var others = squares().Fit(fit, without: all.FindIndex(one => one.Index == index));
            var off = Math.Abs(texture.BandOf(seen.Foreseen(others)) - looks[index].Band);
            if (off < rules.ImpossibleBands)
                continue;
            left.Add(new LeftOut(index, $"{off} bands off what all the others say: written down wrong, or not this."));
            all.RemoveAll(one => one.Index == index);
            fit = others;
        }

        return fit;
    }

    /// <summary>The interval of a parameter: what agrees with all looks (profile likelihood), widened by how far it moves when each is left
    /// out (the jackknife: Tukey 1958), for a look that was written down wrong says more than it should.</summary>
    private static (double Low, double High) Interval(LeastSquares squares, Point best, List<Point> without, int parameter, double drop)
    {
        var (low, high) = squares.Interval(best, parameter, drop);
        var (count, mean) = (without.Count, without.Select(fit => fit[parameter]).DefaultIfEmpty().Average());
        var spread = count > 1 ? drop * (count - 1) / count * without.Sum(fit => Square(fit[parameter] - mean)) : 0;
        return squares.Held(
            parameter,
            best[parameter] - Math.Sqrt(Square(best[parameter] - low) + spread),
            best[parameter] + Math.Sqrt(Square(high - best[parameter]) + spread)
        );
    }

    private static Message? RefusalOf(int looks, int formulas, LearningRules rules, bool helps) =>
        looks < rules.LeastLooks || formulas < rules.LeastFormulas
            ? $"Too little was felt: {looks} looks of {formulas} formulas count, and it takes {rules.LeastLooks} of {rules.LeastFormulas}."
        : helps ? null
        : (Message?)$"It would foresee no better than the book: the error does not fall by more than its own doubt.";

    /// <summary>The mean of the squares falls by more than the standard error of that fall.</summary>
    private static bool Helps(List<double> before, List<double> after)
    {
        var falls = before.Zip(after, (was, comes) => was - comes).ToList();
        if (falls.Count < 2)
            return false;
        var mean = falls.Average();
        return mean > Math.Sqrt(falls.Sum(fall => Square(fall - mean)) / (falls.Count - 1) / falls.Count);
    }

    private static IEnumerable<(string Name, int Group)> Families(TextureRules rules) =>
        rules.Groups.SelectMany(
            (group, at) => group.Families.Select(family => (family, at)).Concat(group.OfSoftButters.IsEmpty ? [] : [(group.Group, at)])
        );

    private static GroupFactor FactorOf(
        CrystalGroup group,
        int at,
        Point best,
        List<(double Low, double High)> intervals,
        List<Observation> used
    ) =>
        new(
            group.Group,
            group.Words,
            Math.Round(Math.Exp(best[at]), 3),
            Math.Round(Math.Exp(intervals[at].Low), 3),
            Math.Round(Math.Exp(intervals[at].High), 3),
            used.Exists(seen => seen.Parts[at] != 0)
        );

    private static double RootMean(List<double> squares) => squares.Count == 0 ? 0 : Math.Round(Math.Sqrt(squares.Average()), 3);

    private static double Square(double value) => value * value;
}
