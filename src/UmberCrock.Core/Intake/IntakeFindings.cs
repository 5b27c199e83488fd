using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Intake;

/// <summary>What there is to doubt in a recipe that was read.</summary>
public static class IntakeFindings
{
    private const decimal Tenfold = 10m;

    private const int MostSlips = 2;

    /// <summary>What is left out is mostly a round number of grams.</summary>
    private const decimal RoundGrams = 5m;

    internal static IEnumerable<Finding> Of(
        ImmutableArray<IntakeLine> lines,
        decimal total,
        decimal product,
        decimal? claim,
        ResolvedFormula resolved
    ) =>
        new[] { Unmatched(lines, resolved), Total(total, claim, resolved), Volumes(lines, resolved), Ranges(lines, resolved) }
            .OfType<Finding>()
            .Concat(Believable([.. lines.Select((_, index) => SlippedPoint(lines, index, product, resolved)).OfType<Finding>()]));

    /// <summary>Points slip one at a time: where many doses are out, the recipe is of another kind, or one large line is wrong.</summary>
    private static List<Finding> Believable(List<Finding> slipped) => slipped.Count <= MostSlips ? slipped : [];

    private static Finding? Unmatched(ImmutableArray<IntakeLine> lines, ResolvedFormula resolved)
    {
        var unknown = Where(lines, line => line.Ingredient is null || line.Grams is null);
        var isKnown = unknown.All(index => lines[index].Ingredient is not null);
        return unknown.IsEmpty
            ? null
            : Make(
                FindingCodes.IntakeUnmatched,
                Severity.Caution,
                (isKnown, unknown.Length) switch
                {
                    (true, 1) => "A line has no amount",
                    (true, _) => (Message)$"{unknown.Length} lines have no amount",
                    (false, 1) => "A line is not understood",
                    (false, _) => (Message)$"{unknown.Length} lines are not understood",
                },
                $"{string.Join("; ", unknown.Take(3)
                    .Select(index => $"line {lines[index].Number}: {Shortened(lines[index].Text)}"))}{(unknown.Length > 3 ? "; and more"
                    : "")}.",
                isKnown
                    ? "What it is is known, but not how much of it. It counts as 0.00 g until you say."
                    : "No ingredient goes by that name, or there is no amount to weigh. It counts as 0.00 g until you say what it is.",
                unknown,
                resolved
            );
    }

    private static Finding? Total(decimal total, decimal? claim, ResolvedFormula resolved)
    {
        if (
            claim is not { } claimed
            || claimed <= 0m
            || total <= 0m
            || Math.Abs(total - claimed) <= claimed * resolved.Rules.Intake.ClaimWithin
        )
            return null;
        var off = total - claimed;
        var round =
            off < 0m && decimal.Round(-off / RoundGrams) is var steps and > 0m && Math.Abs((steps * RoundGrams) + off) <= -off / 100m;
        return Make(
            FindingCodes.IntakeTotal,
            Severity.Caution,
            off > 0m ? (Message)$"{Two(off).Grams} more than it claims to make" : $"{Two(-off).Grams} less than it claims to make",
            $"The lines come to {Two(total).Grams}, the recipe says {Two(claimed).Grams}: "
                + $"{Two(100m * Math.Abs(off) / claimed).Percent} {(off > 0m ? "over" : "short")}.",
            round
                ? "It is short by a round number: an ingredient may have been left out."
                : "A point may have slipped, a spoon may be heaped, or a line left out.",
            [],
            resolved
        );
    }

    private static Finding? Volumes(ImmutableArray<IntakeLine> lines, ResolvedFormula resolved)
    {
        var guessed = Where(lines, line => line.Weighed is false && line.GramsLow < line.GramsHigh);
        if (guessed.IsEmpty)
            return null;
        var widest = guessed.MaxBy(index => lines[index].GramsHigh!.Value - lines[index].GramsLow!.Value);
        return Make(
            FindingCodes.IntakeVolume,
            Severity.Note,
            guessed.Length == 1 ? "One amount is not weighed" : (Message)$"{guessed.Length} amounts are not weighed",
            $"Widest is line {lines[widest].Number}: {Two(lines[widest].GramsLow!.Value)} to "
                + $"{Two(lines[widest].GramsHigh!.Value).Grams}. Weigh that one next time.",
            "Spoons, cups and drops hold more or less of a powder, a pellet or an oil; a balance knows.",
            guessed,
            resolved
        );
    }

    private static Finding? Ranges(ImmutableArray<IntakeLine> lines, ResolvedFormula resolved)
    {
        var ranges = Where(lines, line => line.AmountLow < line.AmountHigh && line.Grams is not null);
        return ranges.IsEmpty
            ? null
            : Make(
                FindingCodes.IntakeRange,
                Severity.Note,
                "A range is read as its middle",
                $"Line {lines[ranges[0]].Number}: {Short(lines[ranges[0]].AmountLow!.Value)} to "
                    + $"{Short(lines[ranges[0]].AmountHigh!.Value)} {lines[ranges[0]].Unit}, "
                    + $"{Two(lines[ranges[0]].GramsLow!.Value)} to {Two(lines[ranges[0]].GramsHigh!.Value).Grams}.",
                "The recipe leaves it open; set the dose you mean on the bench.",
                ranges,
                resolved
            );
    }

    /// <summary>Said of a formula from outside whose percents made 100 only with the herbs that are strained out.</summary>
    /// <param name="resolved">The formula as it was written anew.</param>
    public static Finding HerbsTakenOut(ResolvedFormula resolved)
    {
        ImmutableArray<int> herbs = [.. Enumerable.Range(0, resolved.Ingredients.Length).Where(resolved.Totals.IsStrained)];
        return new(
            FindingCodes.IntakeHerbs,
            Severity.Note,
            $"{FindingWords.Names(resolved, herbs)} taken out of the hundred",
            "The percents made 100 only with what is strained out. All were raised alike, so that the grams of each stay in proportion.",
            "What is steeped and strained out is no part of the product; its dose is grams on 100 g of it.",
            "arithmetic",
            herbs,
            []
        );
    }

    /// <summary>A dose that fits its window only when divided or multiplied by ten, its share of the total counted anew.</summary>
    private static Finding? SlippedPoint(ImmutableArray<IntakeLine> lines, int index, decimal product, ResolvedFormula resolved)
    {
        if (
            lines[index] is not { Line: { } at, Grams: { } grams, Percent: not null } line
            || DosePlacement.WindowFor(resolved.Formula, resolved.Ingredients[at], resolved.Rules, resolved.Settings)
                is not { MaxPercent: { } most } window
        )
        {
            return null;
        }

        // Of herbs that are strained out, grams on 100 g of the rest.
        var percent = 100m * grams / product;
        var least = window.MinPercent ?? 0m;
        var times = resolved.Rules.Intake.SlippedTimes;
        var other =
            percent > times * most ? grams / Tenfold
            : percent < least / times ? grams * Tenfold
            : grams;
        var share = 100m * other / (resolved.Totals.IsStrained(at) ? product : product - grams + other);
        if (other == grams || share < least || share > most)
            return null;
        var fix = resolved.Formula.Lines[at].IsBalance
            ? []
            : ImmutableArray.Create(new Fix($"Read {Two(other).Grams}", null, [new SetPercent(at, decimal.Round(share, 2))]));
        return Make(
            FindingCodes.IntakeTenfold,
            Severity.Caution,
            $"{resolved.Ingredients[at].Name} fits only {(other < grams ? "divided" : "multiplied")} by ten",
            $"Line {line.Number} comes to {Two(percent).Percent}; {Short(least)} to {Short(most).Percent} is usual. With "
                + $"{Two(other).Grams} it is {Two(share).Percent}.",
            "A point slips easily in copying.",
            [index],
            resolved
        ) with
        {
            Fixes = fix,
        };
    }

    private static ImmutableArray<int> Where(ImmutableArray<IntakeLine> lines, Func<IntakeLine, bool> fits) =>
        [.. Enumerable.Range(0, lines.Length).Where(index => fits(lines[index]))];

    private static string Shortened(string text) => text.Trim() is var trimmed && trimmed.Length > 40 ? trimmed[..40] + "…" : trimmed;

    private static Finding Make(
        string code,
        Severity severity,
        Message title,
        Message detail,
        Message why,
        ImmutableArray<int> lines,
        ResolvedFormula resolved
    ) => new(code, severity, title, detail, why, resolved.Rules.Intake.Source, lines, []);
}
