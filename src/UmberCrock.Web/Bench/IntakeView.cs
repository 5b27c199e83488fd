using System.Diagnostics;
using System.Globalization;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>Another reading of a line: its key, what it is, and the text the line then has.</summary>
internal sealed record ReadingChoice(string Key, string Words, string Text);

/// <summary>A line of the recipe as the page shows it.</summary>
internal sealed record IntakeRow
{
    /// <summary>Its number in the text, from 1.</summary>
    public required int Number { get; init; }

    /// <summary>The line as it was pasted.</summary>
    public required string Pasted { get; init; }

    /// <summary>The line as it is read now.</summary>
    public required string Text { get; init; }

    /// <summary>What it was read as: "ingredient", "unknown", "name", "heading", "claim" or "aside".</summary>
    public required string Kind { get; init; }

    /// <summary>What it was read as, in words.</summary>
    public required string Read { get; init; }

    /// <summary>The line of an ingredient; null for the others.</summary>
    public IntakeLine? Line { get; init; }

    /// <summary>Hatch of its ingredient.</summary>
    public Hatch? Hatch { get; init; }

    /// <summary>Other readings.</summary>
    public IReadOnlyList<ReadingChoice> Choices { get; init; } = [];

    /// <summary>What there is to doubt; null for none.</summary>
    public Finding? Doubt { get; init; }

    /// <summary>Letter and subtotal of a phase heading.</summary>
    public string Phase { get; init; } = "";
}

/// <summary>The sum against the claim, on a scale of 456 px.</summary>
/// <param name="Low">Left end, g.</param>
/// <param name="High">Right end, g.</param>
/// <param name="Claim">Ends of the claim's band, px.</param>
/// <param name="Whiskers">From the lightest sum to the heaviest, px.</param>
/// <param name="Sum">The sum, px.</param>
/// <param name="Off">True when they disagree.</param>
internal sealed record SumScale(
    decimal Low,
    decimal High,
    (double From, double To)? Claim,
    (double From, double To) Whiskers,
    double Sum,
    bool Off
)
{
    /// <summary>Length, px.</summary>
    public const double Width = 456;
}

/// <summary>A recipe as it was read, laid out.</summary>
/// <param name="Report">What was read.</param>
/// <param name="Text">The text as it stands.</param>
/// <param name="Pasted">The text as it was pasted.</param>
/// <param name="Rows">Its lines.</param>
/// <param name="Sum">The sum against the claim; null where nothing could be weighed.</param>
/// <param name="Symptoms">What it says went wrong.</param>
/// <param name="Causes">The likeliest causes of that, by what is in it.</param>
internal sealed record IntakeView(
    IntakeReport Report,
    string Text,
    string Pasted,
    IReadOnlyList<IntakeRow> Rows,
    SumScale? Sum,
    IReadOnlyList<Symptom> Symptoms,
    IReadOnlyList<DiagnosedCause> Causes
)
{
    private const int MostCauses = 2;
    private const double BarHalf = 66;
    private const int MostChoices = 2;

    /// <summary>How many lines are in doubt.</summary>
    public int Doubts => Rows.Count(row => row.Doubt is not null);

    /// <summary>"7 lines read, 2 need you".</summary>
    public string Words =>
        $"{Report.Lines.Length} lines read, {(Doubts == 0 ? "none in doubt" : Doubts == 1 ? "one needs you" : $"{Doubts} need you")}";

    /// <summary>The unit of an amount as it is said: 1 drop, 40 drops; symbols of units stay.</summary>
    public static string? UnitWord(IntakeLine line) =>
        line is { Unit: "drop" or "cup" or "part", AmountHigh: > 1m } ? $"{line.Unit}s" : line.Unit;

    /// <summary>Px of an amount on the error bar of a line: from half of the reading to half as much again.</summary>
    public static double BarX(decimal grams, decimal reading) =>
        BarHalf + (Math.Clamp((double)((grams / reading) - 1m), -0.5, 0.5) * 2 * BarHalf);

    /// <summary>Lays a reading out.</summary>
    public static IntakeView Of(IntakeReport report, string text, string pasted, Knowledge knowledge)
    {
        var catalogue = knowledge.Catalogue;
        var now = text.Split('\n');
        var before = pasted.Split('\n');
        string Pasted(int number, string otherwise) =>
            number <= before.Length && before.Length == now.Length ? before[number - 1].TrimEnd('\r') : otherwise;
        var rows = report
            .Lines.Select((line, index) => RowOf(line, index, report, Pasted(line.Number, line.Text), catalogue))
            .Concat(report.Asides.Select(aside => RowOf(aside, report, Pasted(aside.Number, aside.Text))))
            .OrderBy(row => row.Number)
            .ToList();
        var symptoms = report.Formula.Lines.IsEmpty ? [] : WhatWentWrong.SaidIn(text, catalogue.Rules);
        return new IntakeView(
            report,
            text,
            pasted,
            rows,
            SumOf(report, catalogue.Rules.Intake),
            symptoms,
            symptoms.IsEmpty
                ? []
                : [.. WhatWentWrong.Of(report.Formula, symptoms, new DiagnosisRecord(), catalogue, knowledge.Settings).Take(MostCauses)]
        );
    }

    private static IntakeRow RowOf(IntakeLine line, int index, IntakeReport report, string pasted, Catalogue catalogue)
    {
        var ingredient = line.Ingredient is null ? null : catalogue.Find(line.Ingredient);
        var doubt = report.Findings.FirstOrDefault(finding => finding.Severity == Severity.Caution && finding.Lines.Contains(index));
        var choices = line
            .Alternatives.Take(MostChoices)
            .Select(
                (slug, at) =>
                    new ReadingChoice(
                        (at + 2).ToString(CultureInfo.InvariantCulture),
                        catalogue.Find(slug)!.Name,
                        $"{AmountText(line)} {catalogue.Find(slug)!.Name}".Trim()
                    )
            )
            .ToList();
        if (doubt is { Code: FindingCodes.IntakeTenfold, Fixes: [var fix, ..] })
            choices.Insert(
                0,
                new ReadingChoice(
                    "t",
                    fix.Title.ToString(),
                    string.Create(CultureInfo.InvariantCulture, $"{fix.Title.Figures.Single().Value:0.####} g {ingredient!.Name}")
                )
            );
        choices.Add(new ReadingChoice("x", "leave out", $"{LeftOut} {line.Text.Trim()}"));
        return new IntakeRow
        {
            Number = line.Number,
            Pasted = pasted,
            Text = line.Text,
            Kind = ingredient is null || line.Grams is null ? "unknown" : "ingredient",
            Read = ingredient?.Name ?? "Not known",
            Line = line,
            Hatch = ingredient is null ? null : Hatches.Of(ingredient),
            Choices = choices,
            Doubt = doubt,
        };
    }

    /// <summary>How a line is left out of the reading.</summary>
    private const string LeftOut = "//";

    private static IntakeRow RowOf(IntakeAside aside, IntakeReport report, string pasted)
    {
        var isOut = aside.Text.TrimStart().StartsWith(LeftOut, StringComparison.Ordinal);
        var phase =
            aside.Kind == AsideKind.Heading
                ? report.Formula.Phases.FirstOrDefault(phase => aside.Text.Contains(phase.Name, StringComparison.Ordinal))
                : null;
        return new IntakeRow
        {
            Number = aside.Number,
            Pasted = pasted,
            Text = aside.Text,
            Kind = Vocabulary.Word(aside.Kind),
            Read = aside.Kind switch
            {
                AsideKind.Name => "taken as the formula’s name",
                AsideKind.Heading => "read as a phase heading",
                AsideKind.Claim => report.ClaimedTotalGrams is { } claim
                    ? $"claimed total {Shown.Two(claim)} g"
                    : "what it makes; it gives no grams",
                AsideKind.Aside => isOut ? "left out" : "read as an instruction, left out",
                _ => throw new UnreachableException(),
            },
            Choices = isOut ? [new ReadingChoice("x", "take in again", pasted)] : [],
            Phase = phase is null ? "" : phase.Id,
        };
    }

    /// <summary>The amount of a line as it could be written.</summary>
    private static string AmountText(IntakeLine line)
    {
        static string Number(decimal value) => value.ToString("0.####", CultureInfo.InvariantCulture);
        if (line.Unit == "to-100")
            return "to 100";
        if (line.AmountLow is not { } low || line.AmountHigh is not { } high)
            return "";
        return $"{Number(low)}{(high > low ? $" to {Number(high)}" : "")} {line.Unit?.Replace('-', ' ')}";
    }

    private static SumScale? SumOf(IntakeReport report, IntakeRules rules)
    {
        if (report.TotalGrams <= 0m)
            return null;
        var (low, high) = (report.Lines.Sum(line => line.GramsLow ?? 0m), report.Lines.Sum(line => line.GramsHigh ?? 0m));
        var claim = report.ClaimedTotalGrams;
        var (least, most) = (Math.Min(low, claim ?? low), Math.Max(high, claim ?? high));
        var margin = Math.Max((most - least) * 0.15m, most * 0.05m);
        var (from, to) = (Math.Max(0m, least - margin), most + margin);
        double X(decimal grams) => (double)((grams - from) / (to - from)) * SumScale.Width;
        return new SumScale(
            from,
            to,
            claim is { } said ? (X(said * (1m - rules.ClaimWithin)), X(said * (1m + rules.ClaimWithin))) : null,
            (X(low), X(high)),
            X(report.TotalGrams),
            report.Findings.Any(finding => finding.Code == FindingCodes.IntakeTotal)
        );
    }
}
