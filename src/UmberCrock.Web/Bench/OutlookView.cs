using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>One feel on a scale from 0 to 10: its word, how much, and how much is too much for this kind of product.</summary>
internal sealed record FeelScale(string Word, double Value, double Most)
{
    /// <summary>Length of the scale, px.</summary>
    public const double Width = 62;

    /// <summary>True when it is too much.</summary>
    public bool Over => Value > Most;

    /// <summary>Px of a value.</summary>
    public static double X(double value) => value / 10 * Width;
}

/// <summary>How long it keeps: the words, and the bar of its fatty acids.</summary>
internal sealed record KeepingView(KeepingReport Report, string Months, string Weakest, string Schools, string Factors, FattyAcidBar? Acids)
{
    /// <summary>"Castor oil turns first".</summary>
    public string First => $"{Weakest} turns first";

    /// <summary>"castor oil first", without what stands in brackets.</summary>
    public string ShortFirst => $"{Weakest.Split('(')[0].Trim().ToLowerInvariant()} first";
}

/// <summary>HLB supplied against wanted, on a scale of 200 px from 0 to 20; px are null where a value is not known.</summary>
internal sealed record EmulsifierView(EmulsionReport Report, (double From, double To)? Wanted, double? Supplied, bool Off, string Words)
{
    /// <summary>Length of the scale, px.</summary>
    public const double Width = 200;
}

/// <summary>How far a powder falls, on a scale of 200 px that ends at twice what can be seen.</summary>
internal sealed record SettlingView(
    SettlingReport Report,
    string Name,
    double MostMillimetres,
    double Seen,
    double? Falls,
    bool Over,
    string Words
)
{
    /// <summary>Length of the scale, px.</summary>
    public const double Width = 200;
}

/// <summary>What a formula will be like beside its melt: feel, keeping, emulsifier and powders.</summary>
internal sealed record OutlookView(IReadOnlyList<FeelScale> Feel, KeepingView? Keeping, EmulsifierView? Emulsifier, SettlingView? Settling)
{
    private const double MostHlb = 20;

    /// <summary>Lays the results out.</summary>
    public static OutlookView Of(EvaluationResult evaluation, Formula formula, Catalogue catalogue, EvaluationSettings settings)
    {
        var most = catalogue.Rules.Forms.Of(formula.Form).Most;
        var feel = evaluation.Feel;
        return new OutlookView(
            [
                new("grease", feel.Greasiness, most.Greasiness),
                new("drag", feel.Drag, most.Drag),
                new("tack", feel.Tack, most.Tack),
                new("powder", feel.Powderiness, most.Powderiness),
            ],
            KeepingOf(evaluation, catalogue, settings),
            evaluation.Emulsion is { } emulsion ? EmulsifierOf(emulsion, evaluation, catalogue.Rules.Emulsifiers) : null,
            evaluation.Settling is { } settling ? SettlingOf(settling, catalogue) : null
        );
    }

    private static KeepingView? KeepingOf(EvaluationResult evaluation, Catalogue catalogue, EvaluationSettings settings)
    {
        var report = evaluation.Keeping;
        if (report.Months is not { } months)
            return null;
        var (first, weight) = ($"{report.MonthsByWeakest:0} months by the first to turn", $"{report.MonthsByWeight:0} by weight");
        return new KeepingView(
            report,
            $"{months:0} months",
            catalogue.Find(report.Weakest!)!.Name,
            settings.BestBefore == BestBeforeSchool.ShortestLived
                ? $"{first}, which counts here; {weight}."
                : $"{first}; {weight}, which counts here.",
            string.Join(", ", report.Factors.Select(factor => $"{factor.Words} × {factor.Factor:0.##}")),
            FattyAcidBar.Of(report.FattyAcids)
        );
    }

    private static EmulsifierView EmulsifierOf(EmulsionReport report, EvaluationResult evaluation, EmulsifierRules rules)
    {
        static double X(double hlb) => Math.Clamp(hlb, 0, MostHlb) / MostHlb * EmulsifierView.Width;
        var words =
            $"{Shown.Two(report.EmulsifierPercent)} % emulsifier"
            + (report.EmulsifierToOil is { } ratio ? $", {ratio:0.00} to one part of oil" : "")
            + (
                report.CationicPercent > 0m
                    ? $"; {Shown.Two(report.CationicPercent)} % of it conditions and is judged by its dose, not by HLB"
                    : ""
            )
            + (report.RequiredHlb is null ? "." : $". The wish is known for {report.CoveredPercent:0} % of the oils.");
        return new EmulsifierView(
            report,
            report.RequiredHlb is { } wanted ? (X(wanted - rules.MismatchBy), X(wanted + rules.MismatchBy)) : null,
            report.SuppliedHlb is { } supplied ? X(supplied) : null,
            evaluation.Findings.Any(finding =>
                finding.Code is FindingCodes.EmulsifierMismatch or FindingCodes.EmulsifierLow or FindingCodes.EmulsifierMissing
            ),
            words
        );
    }

    private static SettlingView SettlingOf(SettlingReport report, Catalogue catalogue)
    {
        var most = catalogue.Rules.Settling.FallMillimetresMost;
        double X(double fall) => Math.Min(fall / (2 * most), 1) * SettlingView.Width;
        var words = report.FallMillimetres is { } falls
            ? $"It falls {falls:0.0} mm from pouring at {Shown.Temperature(report.PourCelsius)} until it sets. "
                + $"Stir until {Shown.Temperature(report.StirUntilCelsius!.Value)}."
            : $"It falls {report.VelocityMillimetresPerHour:0.0} mm an hour and the mix never sets: shake before use.";
        return new SettlingView(
            report,
            catalogue.Find(report.Powder)!.Name,
            most,
            X(most),
            report.FallMillimetres is { } fall ? X(fall) : null,
            !(report.FallMillimetres <= most),
            $"{words} {(report.Dispersed ? "Dispersed" : "In clumps")}, {report.VelocityMillimetresPerHour:0.0} mm an hour at first."
        );
    }
}
