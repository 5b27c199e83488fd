using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Printing;

/// <summary>Paper that sheets are printed on.</summary>
public enum SheetPaper
{
    /// <summary>Paper of 210 by 297 mm (ISO 216).</summary>
    A4,

    /// <summary>Paper of 8.5 by 11 inches (ANSI A).</summary>
    Letter,
}

/// <summary>How labels stand on a sheet of paper: margins, gaps, counts.</summary>
/// <param name="Paper">The paper that the labels are printed on.</param>
/// <param name="Margin">Width kept free at the paper's edges, mm.</param>
/// <param name="Gap">Width kept free between labels, mm.</param>
/// <param name="Right">All of them shifted to the right by so much, mm; for a printer that is off.</param>
/// <param name="Down">How far the print is shifted down, mm.</param>
public sealed record SheetPlan(SheetPaper Paper, decimal Margin, decimal Gap, decimal Right, decimal Down)
{
    /// <summary>Widest margin at the paper's edges that is taken, mm.</summary>
    public const decimal WidestMargin = 40m;

    /// <summary>Widest gap between labels that is taken, mm.</summary>
    public const decimal WidestGap = 40m;

    /// <summary>Farthest shift of the print that is taken, mm.</summary>
    public const decimal WidestShift = 20m;

    /// <summary>A sheet of a paper as most printers take it (common practice: they leave about 5 mm free).</summary>
    public static SheetPlan Of(SheetPaper paper) => new(paper, 8m, 3m, 0m, 0m);

    /// <summary>Width and height of the paper, mm.</summary>
    public (double Width, double Height) Size => Paper == SheetPaper.Letter ? (215.9, 279.4) : (210, 297);

    /// <summary>How many labels stand beside and below each other; at least one of each.</summary>
    public (int Columns, int Rows) Places(LabelSize label)
    {
        int Fit(double paper, double side) =>
            Math.Max(1, (int)((paper - (2 * (double)Margin) + (double)Gap + 1e-9) / (side + (double)Gap)));
        return (Fit(Size.Width, label.Width), Fit(Size.Height, label.Height));
    }

    /// <summary>Left and top of a place, counted along the rows from 0, mm.</summary>
    /// <param name="at">Number of the label on the sheet, from 0.</param>
    /// <param name="label">Size of one label, mm.</param>
    public (double Left, double Top) Place(int at, LabelSize label)
    {
        var columns = Places(label).Columns;
        return (
            (double)(Margin + Right) + (at % columns * (label.Width + (double)Gap)),
            (double)(Margin + Down) + (at / columns * (label.Height + (double)Gap))
        );
    }

    /// <summary>What does not hold together in the plan of a sheet; empty when all does.</summary>
    public IEnumerable<DocumentProblem> Problems(LabelSize label)
    {
        if (Margin is < 0m or > WidestMargin)
            yield return new DocumentProblem("/sheet/margin", $"The margin of a sheet is from 0 to {WidestMargin:0} mm.");
        if (Gap is < 0m or > WidestGap)
            yield return new DocumentProblem("/sheet/gap", $"The gap between labels is from 0 to {WidestGap:0} mm.");
        if (Math.Abs(Right) > WidestShift || Math.Abs(Down) > WidestShift)
            yield return new DocumentProblem("/sheet/shift", $"Labels are shifted by at most {WidestShift:0} mm.");
        if (label.Width + (2 * (double)Margin) > Size.Width || label.Height + (2 * (double)Margin) > Size.Height)
            yield return new DocumentProblem("/sheet/margin", "With this margin not one label fits on the sheet; take a smaller one.");
    }
}

/// <summary>What the maker chose for the label of a formula. Kept with it, so that it stands there again.</summary>
public sealed record LabelPlan
{
    /// <summary>Most labels that are printed at once.</summary>
    public const int MostLabels = 500;

    /// <summary>Longest batch code that is taken, letters.</summary>
    public const int LongestBatch = 40;

    /// <summary>Largest net content that is taken, g.</summary>
    public const decimal MostGrams = 100_000m;

    /// <summary>Whose rules; null for those of the settings.</summary>
    public Region? Region { get; init; }

    /// <summary>The label with the ingredient list, as <see cref="LabelSize.Parse"/> takes it.</summary>
    public string Layout { get; init; } = LabelSize.All[0].Key;

    /// <summary>Kind of label for the lid; empty for none.</summary>
    public string Lid { get; init; } = "";

    /// <summary>True when the lid is what is printed.</summary>
    public bool PrintsLid { get; init; }

    /// <summary>Net weight that the labels say, g; null when it is not known yet.</summary>
    public decimal? NetGrams { get; init; }

    /// <summary>Batch code that the labels say; empty for none yet.</summary>
    public string Batch { get; init; } = "";

    /// <summary>Day of making that the labels count from; null when it is not known yet.</summary>
    public DateOnly? MadeOn { get; init; }

    /// <summary>How many labels are to be printed.</summary>
    public int Count { get; init; } = 1;

    /// <summary>True for a code with batch and ingredient list.</summary>
    public bool WithCode { get; init; } = true;

    /// <summary>The sheet; null for the usual paper of the region.</summary>
    public SheetPlan? Sheet { get; init; }

    /// <summary>The plan of a label as text, to be kept.</summary>
    public string ToText() => JsonSerializer.Serialize(this, ContractJson.Options);

    /// <summary>Reads the plan of a label from the text it was kept as.</summary>
    public static LabelPlan Parse(string text) =>
        JsonSerializer.Deserialize<LabelPlan>(text, ContractJson.Options) ?? throw new DocumentException("/", "is empty.");

    /// <summary>The sheet, or the usual one of a region.</summary>
    public SheetPlan SheetFor(Region region) => Sheet ?? SheetPlan.Of(region == Settings.Region.Us ? SheetPaper.Letter : SheetPaper.A4);

    /// <summary>What does not hold together in the plan of a label; empty when all does.</summary>
    public IEnumerable<DocumentProblem> Problems()
    {
        if (LabelSize.Read(Layout) is var label && label.Size is not { Face: not LabelFace.Lid })
            yield return new DocumentProblem(
                "/layout",
                label.Refusal is { } refused
                    ? (Message)$"The label {refused}"
                    : "The label holds the list: a wrap or a base. A lid is chosen beside it."
            );
        if (Lid.Length > 0 && LabelSize.Read(Lid).Size is not { Face: LabelFace.Lid })
            yield return new DocumentProblem("/lid", "The lid is a round one, such as round-50.");
        if (NetGrams is <= 0m or > MostGrams)
            yield return new DocumentProblem("/grams", $"Net content is more than 0 and at most {MostGrams:0} g.");
        if (Batch.Length > LongestBatch)
            yield return new DocumentProblem("/batch", $"A batch code has at most {LongestBatch} letters.");
        if (Days.Problem(MadeOn, "/madeOn") is { } made)
            yield return made;
        if (Count is < 1 or > MostLabels)
            yield return new DocumentProblem("/count", $"From 1 to {MostLabels} labels are printed at once.");
        foreach (
            var problem in LabelSize.Read(PrintsLid ? Lid : Layout).Size is { } printed && Sheet is not null ? Sheet.Problems(printed) : []
        )
            yield return problem;
    }
}
