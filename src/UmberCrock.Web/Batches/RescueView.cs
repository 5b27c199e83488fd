using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Batches;

/// <summary>A line of the pot: what is in it, its share now, and its share once the additions are in.</summary>
internal sealed record RescueLine(string Name, Hatch Hatch, decimal Grams, decimal Now, decimal Then);

/// <summary>A way out: what is added, or why it cannot be.</summary>
/// <param name="Key">The key that chooses it, from 1.</param>
/// <param name="Title">Where the additions come from.</param>
/// <param name="Cure">The additions and what the pot becomes; null where adding cannot cure it.</param>
/// <param name="Words">The additions in words, or why there are none.</param>
/// <param name="Price">What it costs: not in the larder, cautions that come.</param>
/// <param name="Strip">Its texture; null without a cure.</param>
internal sealed record RescueWay(int Key, string Title, Rescued? Cure, string Words, string Price, TextureStrip? Strip);

/// <summary>A pot that is wrong: what to add, what it becomes, and the other ways.</summary>
/// <param name="PotGrams">What is in the pot, g.</param>
/// <param name="Ways">The ways, three at most.</param>
/// <param name="Chosen">Which of them is shown.</param>
/// <param name="Lines">What is in the pot.</param>
/// <param name="Additions">What goes in, with its hatch.</param>
/// <param name="Findings">Findings that come, go or stay.</param>
/// <param name="AtCelsius">The temperature that matters, C.</param>
/// <param name="Bands">Texture there, now and then; then null without a cure.</param>
/// <param name="Now">The texture as it is.</param>
/// <param name="Then">The texture once all is in; null without a cure.</param>
/// <param name="Steps">The steps it takes, in words.</param>
/// <param name="Crock">The pot, with what goes in on top.</param>
/// <param name="Further">What more of the same would buy: grams, and up to which temperature they hold, C.</param>
internal sealed record RescueView(
    decimal PotGrams,
    IReadOnlyList<RescueWay> Ways,
    RescueWay Chosen,
    IReadOnlyList<RescueLine> Lines,
    IReadOnlyList<(string Name, Hatch Hatch, decimal Grams)> Additions,
    IReadOnlyList<ComparedFinding> Findings,
    double AtCelsius,
    (string Now, string? Then) Bands,
    TextureStrip Now,
    TextureStrip? Then,
    IReadOnlyList<string> Steps,
    PotCrock Crock,
    IReadOnlyList<(decimal Grams, decimal Celsius)> Further
)
{
    private const decimal Whole = 100m;

    /// <summary>What a kitchen scale shows, and a nudge is, g.</summary>
    public const decimal NudgeGrams = 0.1m;

    /// <summary>Length of the two strips over each other, px.</summary>
    private const double StripWidth = 520;

    /// <summary>So many degrees further it is asked what they would cost.</summary>
    private const int FurtherDegrees = 2;

    /// <summary>Where it is asked for nothing but limits, this is what a hand feels.</summary>
    private const double HandCelsius = 25;

    /// <summary>Works the ways out.</summary>
    /// <param name="formula">What is in the pot.</param>
    /// <param name="potGrams">How much of it, g.</param>
    /// <param name="target">What is wanted.</param>
    /// <param name="without">Left out everywhere, by the word of a product to keep away from; null for nothing.</param>
    /// <param name="way">The way that is to be shown, from 1; null for the larder's where it cures.</param>
    /// <param name="more">So much goes in all together, g; null for the least that cures.</param>
    /// <param name="lots">The larder.</param>
    /// <param name="knowledge">What is known.</param>
    /// <exception cref="DocumentException">The lines do not make 100, or a word is not known.</exception>
    public static RescueView Of(
        Formula formula,
        decimal potGrams,
        RebalanceTarget target,
        string? without,
        int? way,
        decimal? more,
        IReadOnlyList<Lot> lots,
        Knowledge knowledge
    )
    {
        var (catalogue, settings) = (knowledge.Catalogue, knowledge.Settings);
        var row = without is null ? null : catalogue.Rules.FreeFrom.Avoiding(without, "/without");
        var all = catalogue.Ingredients.Where(one => row?.IsIn(one) != true).Select(one => one.Slug).ToHashSet(StringComparer.Ordinal);
        var larder = lots.Where(lot => lot.RemainingGrams > 0m && all.Contains(lot.Ingredient))
            .Select(lot => lot.Ingredient)
            .ToHashSet(StringComparer.Ordinal);
        RescueWay Way(int key, string title, IReadOnlyCollection<string> from) =>
            WayOf(key, title, Rescue.Of(formula, potGrams, target, from, catalogue, settings), larder, formula, knowledge);
        var own = Way(2, "From the larder", larder);
        var any = Way(1, "Least added, of anything", all);
        // What the larder cures with less, anything does too.
        if (own.Cure is { } less && (any.Cure is null || any.Cure.AddedGrams > less.AddedGrams))
            any = own with { Key = 1, Title = any.Title };
        var main = (own.Cure ?? any.Cure)?.Additions.Select(addition => addition.Ingredient).FirstOrDefault();
        RescueWay[] ways = main is null
            ? [any, own]
            :
            [
                any,
                own,
                Way(
                    3,
                    $"Without {catalogue.Find(main)!.Name.ToLowerInvariant()}",
                    [.. (own.Cure is null ? all : larder).Where(slug => slug != main)]
                ),
            ];
        var least = ways.FirstOrDefault(one => one.Key == way) ?? ways.FirstOrDefault(one => one.Key == 2 && one.Cure is not null) ?? any;
        var chosen = Nudged(least, more, formula, potGrams, target, knowledge);
        var before = Evaluator.Evaluate(formula, catalogue, settings);
        var celsius = (double?)target.AtCelsius ?? (target.Climate is { } climate ? (double)climate.HighCelsius : HandCelsius);
        string Band(EvaluationResult evaluation) =>
            BandStretches.Word(catalogue.Rules.Texture.BandOf(BandStretches.FirmnessAt(evaluation.Melt, celsius)));
        List<RescueLine> lines = [.. LinesOf(formula, potGrams, chosen.Cure, catalogue)];
        List<(string Name, Hatch Hatch, decimal Grams)> additions =
        [
            .. (chosen.Cure?.Additions ?? []).Select(addition =>
                (catalogue.Find(addition.Ingredient)!.Name, Hatches.Of(catalogue.Find(addition.Ingredient)!), addition.Grams)
            ),
        ];
        return new RescueView(
            potGrams,
            ways,
            chosen,
            lines,
            additions,
            chosen.Cure is { } cure ? ComparedFinding.Between(before, cure.Evaluation) : [],
            celsius,
            (Band(before), chosen.Cure is { } cured ? Band(cured.Evaluation) : null),
            TextureStrip.Of(before.Melt, formula, catalogue.Rules, StripWidth),
            chosen.Cure is { } then ? TextureStrip.Of(then.Evaluation.Melt, formula, catalogue.Rules, StripWidth) : null,
            chosen.Cure is { } done ? [.. StepsOf(done, potGrams, knowledge)] : [],
            PotCrock.Of(
                [.. additions.Select(addition => (addition.Hatch, addition.Grams))],
                [.. lines.Where(line => line.Now > 0m).Select(line => (line.Hatch, line.Grams))]
            ),
            least.Cure is { Additions.IsEmpty: false } start ? [.. FurtherOf(formula, potGrams, target, start, knowledge)] : []
        );
    }

    /// <summary>The same additions in the same shares, so much of them all together.</summary>
    private static RescueWay Nudged(
        RescueWay way,
        decimal? more,
        Formula formula,
        decimal potGrams,
        RebalanceTarget target,
        Knowledge knowledge
    )
    {
        if (more is not { } grams || way.Cure is not { Additions.IsEmpty: false } cure || grams == cure.AddedGrams)
            return way;
        if (grams < NudgeGrams || grams > potGrams)
            throw new DocumentException("/", $"What goes in is {NudgeGrams} g at least, and no more than the pot itself.");
        var shares = cure.Additions.Select(addition => decimal.Round(addition.Grams * grams / cure.AddedGrams, 2)).ToArray();
        shares[0] += grams - shares.Sum();
        var nudged = Rescue.Adding(
            formula with
            {
                Climate = target.Climate ?? formula.Climate,
            },
            potGrams,
            [.. cure.Additions.Zip(shares, (addition, share) => addition with { Grams = share }).Where(addition => addition.Grams > 0m)],
            knowledge.Catalogue,
            knowledge.Settings
        );
        return way with { Cure = nudged, Strip = TextureStrip.Of(nudged.Evaluation.Melt, formula, knowledge.Catalogue.Rules) };
    }

    /// <summary>What the next degrees would cost, of what goes in already.</summary>
    private static IEnumerable<(decimal Grams, decimal Celsius)> FurtherOf(
        Formula formula,
        decimal potGrams,
        RebalanceTarget target,
        Rescued cure,
        Knowledge knowledge
    )
    {
        if ((target.AtCelsius ?? target.Climate?.HighCelsius) is not { } celsius)
            yield break;
        for (var at = celsius + 1; at <= Math.Min(celsius + FurtherDegrees, Climates.Hottest); at++)
        {
            var further = Rescue.Of(
                formula,
                potGrams,
                target.Climate is { } climate
                    ? target with
                    {
                        Climate = climate with { HighCelsius = at },
                    }
                    : target with
                    {
                        AtCelsius = at,
                    },
                [.. cure.Additions.Select(addition => addition.Ingredient)],
                knowledge.Catalogue,
                knowledge.Settings
            );
            if (further.Cure is { } grams && grams.AddedGrams > cure.AddedGrams)
                yield return (grams.AddedGrams, at);
        }
    }

    private static RescueWay WayOf(int key, string title, RescueAnswer answer, HashSet<string> larder, Formula formula, Knowledge knowledge)
    {
        if (answer.Cure is not { } cure)
            return new RescueWay(key, title, null, string.Join(" ", answer.Conflicts.Select(conflict => conflict.Reason)), "", null);
        var names = cure.Additions.Select(addition => knowledge.Catalogue.Find(addition.Ingredient)!.Name);
        var missing = cure.Additions.Where(addition => !larder.Contains(addition.Ingredient)).ToList();
        return new RescueWay(
            key,
            title,
            cure,
            cure.Additions.IsEmpty ? "Nothing has to go in" : string.Join(", ", names),
            missing.Count > 0 ? "Not in your larder" : "",
            TextureStrip.Of(cure.Evaluation.Melt, formula, knowledge.Catalogue.Rules)
        );
    }

    private static IEnumerable<RescueLine> LinesOf(Formula formula, decimal potGrams, Rescued? cure, Catalogue catalogue)
    {
        var (totals, whole) = (FormulaTotals.Of(formula, catalogue.Herbs), potGrams + (cure?.AddedGrams ?? 0m));
        return formula.Lines.Select(
            (line, at) =>
            {
                var ingredient = catalogue.Find(line.Ingredient)!;
                var grams = totals.Percents[at] * potGrams / Whole;
                return new RescueLine(ingredient.Name, Hatches.Of(ingredient), grams, totals.Percents[at], Whole * grams / whole);
            }
        );
    }

    /// <summary>The titles of the steps, from weighing what is added to pouring.</summary>
    private static IEnumerable<string> StepsOf(Rescued cure, decimal potGrams, Knowledge knowledge)
    {
        if (cure.Additions.IsEmpty)
            return [];
        var method = MakingMethod.Of(
            cure.Formula,
            new MethodRequest(potGrams + cure.AddedGrams, [], (double)Climate.RoomCelsius, knowledge.Settings.Method, null),
            knowledge.Catalogue,
            knowledge.Settings
        );
        bool IsNew(int line) => cure.Additions.Any(addition => addition.Ingredient == cure.Formula.Lines[line].Ingredient);
        return RescueSteps
            .Of(method, isIn: _ => true, IsNew, after: 0, knowledge.Catalogue.Rules)
            .Where(step => step.Stage <= MethodStage.Set)
            .Select(step =>
                step is { Stage: MethodStage.Melt, TargetCelsius: { } hot }
                    ? $"{MethodView.Whole(step.Title)}, {Shown.Temperature(hot)}"
                    : MethodView.Whole(step.Title)
            );
    }
}
