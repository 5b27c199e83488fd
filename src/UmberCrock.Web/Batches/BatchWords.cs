using System.Globalization;
using UmberCrock.Core.Batches;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Batches;

/// <summary>Events and places of a batch in words.</summary>
internal static class BatchWords
{
    /// <summary>An event in a few words: "12.40 g of line 3 weighed".</summary>
    public static string Of(LoggedEvent logged) =>
        logged.Event switch
        {
            BatchStarted one => $"begun, {Shown.Short(one.Plan.BatchGrams)} g",
            ScaleTared => "tared",
            LineWeighed one => $"{Shown.Two(one.Grams)} g of line {N(one.Line + 1)} weighed{(one.Lot is { } lot ? $", lot {lot}" : "")}",
            ScaleChecked one => Checked(new ScaleCheck(logged.At, one.Grams, one.Read)),
            LineUnweighed one => $"line {N(one.Line + 1)}: last weight taken back",
            StepFinished one => $"step {N(one.Number)} done",
            StepSkipped one => $"step {N(one.Number)} left out: {one.Reason}",
            PotRead one => $"{Shown.Temperature(one.Celsius)} {(one.Typed ? "typed" : "read")}",
            PotMoved one => $"moved: {Of(one.To)}",
            LinesAdded one => $"stirred in: {string.Join(", ", one.Lines.Select(line => $"line {N(line + 1)}"))}",
            BatchSplit one => $"parted: {string.Join(", ", one.Parts.Select(part => part.Name))}",
            PotRescued one =>
                $"rescued with {string.Join(", ", one.Additions.Select(each => $"{Shown.Two(each.Grams)} g of {each.Ingredient}"))}",
            BatchNoted one => one.Text,
            ContainersFilled one => $"{N(one.Count)} {one.Container} filled, {Shown.Two(one.Grams)} g",
            BatchAbandoned one => $"given up: {one.Reason}",
            BatchClosed one => $"closed by {one.By}",
            EntryRevoked one => $"entry {one.Of.ToString(CultureInfo.CurrentCulture)} taken back",
            EntryCorrected one => $"entry {one.Of.ToString(CultureInfo.CurrentCulture)} put right: {one.Text}",
            PiecesHandedOut one => $"{N(one.Count)} {Of(one.As)}{(one.To.Length > 0 ? $", {one.To}" : "")}",
            PiecesReturned one => $"{N(one.Count)} came back: {one.Why}",
            ComplaintMade one => $"complaint: {one.Text}",
            BatchRecalled one => $"called back: {one.Reason}",
            _ => throw new ArgumentOutOfRangeException(nameof(logged), logged.Event, "An event without words."),
        };

    /// <summary>What the scale said of a weight that is known.</summary>
    public static string Checked(ScaleCheck check) =>
        $"check weight {Shown.Short(check.Grams)} g: the scale says {Shown.Short(check.Read)} g";

    /// <summary>What others did meanwhile, and what to do.</summary>
    public static string Meanwhile(BatchBehindException behind) =>
        $"Another window went on meanwhile: {string.Join(", ", behind.Since.Select(Of))}. It is shown as it stands now; do it again if you "
        + "still want it.";

    /// <summary>Why something was not taken, in sentences: "Grams must be above 0".</summary>
    public static string Sentences(DocumentException refused) =>
        string.Join(
            " ",
            refused.Problems.Select(problem =>
            {
                var (member, reason) = (problem.Pointer.Split('/')[^1], problem.Reason.ToString());
                return member.Length == 0 || char.IsUpper(reason[0]) || char.IsDigit(member[0]) || reason[0] == '“'
                    ? reason
                    : $"{char.ToUpperInvariant(member[0])}{member[1..]} {reason}";
            })
        );

    /// <summary>A place in words.</summary>
    public static string Of(Surroundings place) =>
        place switch
        {
            Surroundings.Room => "in the room",
            Surroundings.Fridge => "into the fridge",
            Surroundings.Freezer => "into the freezer",
            Surroundings.ColdBath => "into cold water",
            Surroundings.IceBath => "into ice water",
            _ => throw new ArgumentOutOfRangeException(nameof(place)),
        };

    /// <summary>What became of pieces, in words.</summary>
    public static string Of(PieceOutcome outcome) =>
        outcome switch
        {
            PieceOutcome.Sold => "sold",
            PieceOutcome.Given => "given",
            PieceOutcome.Study => "in study",
            PieceOutcome.Kept => "kept",
            PieceOutcome.Thrown => "thrown away",
            _ => throw new ArgumentOutOfRangeException(nameof(outcome)),
        };

    private static string N(int number) => number.ToString(CultureInfo.CurrentCulture);
}
