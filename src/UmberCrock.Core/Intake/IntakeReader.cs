using System.Collections.Immutable;
using System.Diagnostics;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Intake;

/// <summary>Reads a recipe as people write it. Any text at all is read; what cannot be understood is said.</summary>
public static class IntakeReader
{
    /// <summary>More lines than this are not read.</summary>
    public const int MostLines = 400;

    private const decimal Whole = 100m;

    /// <summary>Reads the text of a recipe as lines of ingredients and a formula.</summary>
    /// <param name="text">The text as it was pasted or kept.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <param name="options">How the text is to be read where it leaves it open.</param>
    public static IntakeReport Read(string text, Catalogue catalogue, EvaluationSettings settings, IntakeOptions options)
    {
        var reading = new LineReading(catalogue);
        var number = 0;
        foreach (var line in text.AsSpan().EnumerateLines())
        {
            if (++number > MostLines)
                break;
            reading.Read(number, line.ToString());
        }

        var claim = reading.Claim ?? options.ClaimedTotalGrams;
        var rules = catalogue.Rules.Intake;
        var measured = Shares(
            [
                .. reading.Lines.Select(line =>
                    line is { Ingredient: { } known, Amount: { } amount } ? Measuring.Grams(amount, known, options, rules) : null
                ),
            ],
            reading.Lines,
            claim
        );
        var (formula, places, strained, guesses) = IntakeFormula.Of(reading, measured, options, catalogue.Rules.Forms, rules);
        var total = measured.Sum(line => line?.Grams ?? 0m);
        var product = IntakeFormula.Product(measured, strained);
        var lines = reading.Lines.Select((line, index) => LineOf(line, measured, index, total, places[index])).ToImmutableArray();
        return new IntakeReport(
            lines,
            [.. reading.Asides],
            total,
            product,
            claim,
            [
                .. IntakeFindings
                    .Of(lines, total, product, claim, ResolvedFormula.Of(formula, catalogue, settings))
                    .OrderBy(finding => finding.Severity),
            ],
            formula
        )
        {
            Guesses = guesses,
        };
    }

    /// <summary>
    /// Percents and parts become grams: percents of a whole in which what was weighed is the rest; parts of the claimed total, or of 100 g.
    /// A line "to 100" takes
    /// what percents leave, or what is missing of the claim.
    /// </summary>
    private static Measured?[] Shares(Measured?[] measured, List<ReadLine> lines, decimal? claim)
    {
        var weighed = measured.Sum(line => line?.Grams ?? 0m);
        // Where others are weighed or measured a bare number is no part: two capsules, three sticks. It is asked for.
        var measuring = lines.Exists(line => line.Amount?.Unit is { Kind: not AmountKind.Parts });
        AmountKind? KindOf(int index) =>
            lines[index].Ingredient is null || measured[index] is not null ? null
            : lines[index].IsBalance ? AmountKind.Balance
            : lines[index].Amount is not { } amount ? null
            : amount.Unit?.Kind ?? (measuring ? null : AmountKind.Parts);
        var kinds = Enumerable.Range(0, lines.Count).Select(KindOf).ToArray();
        decimal SumOf(AmountKind kind) =>
            Enumerable.Range(0, lines.Count).Where(index => kinds[index] == kind).Sum(index => lines[index].Amount!.Middle);

        var (percents, parts) = (SumOf(AmountKind.Percent), SumOf(AmountKind.Parts));
        var balance = Array.IndexOf(kinds, AmountKind.Balance);
        var whole =
            balance < 0 && weighed > 0m && percents is > 0m and < Whole
                ? weighed * Whole / (Whole - percents)
                : claim ?? Math.Max(Whole, weighed);
        for (var index = 0; index < measured.Length; index++)
        {
            var perOne = kinds[index] switch
            {
                AmountKind.Percent => whole / Whole,
                AmountKind.Parts => parts > 0m ? whole / parts : 0m,
                AmountKind.Mass or AmountKind.Volume or AmountKind.Drops or AmountKind.Balance or null => 0m,
                _ => throw new UnreachableException(),
            };
            if (perOne > 0m && lines[index].Amount is { } amount)
            {
                measured[index] = new Measured(
                    decimal.Round(amount.Middle * perOne, 4),
                    decimal.Round(amount.Low * perOne, 4),
                    decimal.Round(amount.High * perOne, 4),
                    kinds[index] == AmountKind.Percent,
                    amount.Unit is null ? "no unit: taken as parts by weight"
                        : kinds[index] == AmountKind.Parts ? "parts taken by weight"
                        : ""
                );
            }
        }

        if (balance >= 0)
        {
            var left = decimal.Round(Math.Max(0m, whole - measured.Sum(line => line?.Grams ?? 0m)), 4);
            measured[balance] = new Measured(left, left, left, true, "what is left");
        }

        return measured;
    }

    private static IntakeLine LineOf(ReadLine line, Measured?[] measured, int index, decimal total, int? place)
    {
        var grams = measured[index];
        var unit = line.IsBalance ? "to-100" : line.Amount?.Unit?.Unit;
        decimal? Share(decimal own, Func<Measured, decimal> others)
        {
            var rest = measured.Where((other, at) => other is not null && at != index).Sum(other => others(other!));
            return own + rest > 0m ? decimal.Round(Whole * own / (own + rest), 4) : null;
        }

        return new IntakeLine(
            line.Number,
            line.Text,
            line.Name,
            line.Ingredient?.Slug,
            line.Amount?.Middle,
            line.Amount?.Low,
            line.Amount?.High,
            unit,
            grams?.Grams,
            grams?.Low,
            grams?.High,
            grams is not null && total > 0m ? decimal.Round(Whole * grams.Grams / total, 4) : null,
            grams is null ? null : Share(grams.Low, other => other.High),
            grams is null ? null : Share(grams.High, other => other.Low),
            grams?.Weighed ?? false,
            [.. line.Matches.Select(match => match.Ingredient.Slug).Where(slug => slug != line.Ingredient?.Slug).Take(3)],
            grams?.Assumed ?? "",
            place
        );
    }
}
