using System.Collections.Immutable;
using UmberCrock.Core.Topics.Cooling;

namespace UmberCrock.Core.Batches;

/// <summary>What became of finished pieces when they left the shelf.</summary>
public enum PieceOutcome
{
    /// <summary>The pieces were sold to somebody.</summary>
    Sold,

    /// <summary>The pieces were given away for nothing.</summary>
    Given,

    /// <summary>The pieces stand in a study and are looked at.</summary>
    Study,

    /// <summary>The pieces are kept back by the maker.</summary>
    Kept,

    /// <summary>The pieces were thrown away or melted again.</summary>
    Thrown,
}

/// <summary>A part of a batch that goes its own way: another colour, another scent.</summary>
/// <param name="Name">What the part is called.</param>
/// <param name="Share">Its share of the batch, more than 0 and at most 1.</param>
/// <param name="Lines">The lines that go into this part alone.</param>
public sealed record BatchPart(string Name, decimal Share, ImmutableArray<int> Lines)
{
    /// <inheritdoc/>
    public bool Equals(BatchPart? other) =>
        other is not null && (Name, Share) == (other.Name, other.Share) && Lines.SequenceEqual(other.Lines);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Share, Lines.Length);
}

/// <summary>The value that a correction puts in the place of the one that was written; one of them is set.</summary>
/// <param name="Grams">What was weighed or filled, g.</param>
/// <param name="Pieces">What each piece weighs, g.</param>
/// <param name="Lot">The mark of the lot that it was taken from.</param>
/// <param name="LotKey">Key of that lot in the larder; null where the larder does not have it.</param>
/// <param name="Celsius">What the pot's temperature was, C.</param>
/// <param name="Count">How many pieces there were.</param>
public sealed record CorrectedValue(
    decimal? Grams,
    ImmutableArray<decimal>? Pieces,
    string? Lot,
    string? LotKey,
    decimal? Celsius,
    int? Count
);

/// <summary>Something that happened to a batch. Events are appended and never changed; the state of a batch is their fold.</summary>
public abstract record BatchEvent;

/// <summary>The batch began: everything that was planned and foreseen, as it stood.</summary>
public sealed record BatchStarted(BatchPlan Plan) : BatchEvent;

/// <summary>The scale was set to nothing under a cup.</summary>
/// <param name="Grams">What the cup weighs, g; null where nobody read it.</param>
public sealed record ScaleTared(decimal? Grams) : BatchEvent;

/// <summary>A weight that is known was put on the scale, to see whether it can be trusted.</summary>
/// <param name="Grams">What the weight is, g.</param>
/// <param name="Read">What the scale said, g.</param>
public sealed record ScaleChecked(decimal Grams, decimal Read) : BatchEvent;

/// <summary>Some of a line was weighed: it adds to what there is of it.</summary>
/// <param name="Line">Index of the line, from 0.</param>
/// <param name="Grams">How much was weighed, g.</param>
/// <param name="Lot">The mark of the lot it was taken from; null where it is not said.</param>
/// <param name="LotKey">Key of that lot in the larder; null where the larder does not have it.</param>
public sealed record LineWeighed(int Line, decimal Grams, string? Lot, string? LotKey) : BatchEvent;

/// <summary>The last that was weighed of a line is taken back.</summary>
public sealed record LineUnweighed(int Line) : BatchEvent;

/// <summary>A step of the method was finished.</summary>
public sealed record StepFinished(int Number) : BatchEvent;

/// <summary>A step of the method is left out, and why.</summary>
public sealed record StepSkipped(int Number, string Reason) : BatchEvent;

/// <summary>The temperature of the pot was read.</summary>
/// <param name="Celsius">What was read, C.</param>
/// <param name="Typed">True where it was typed and not taken from a probe.</param>
public sealed record PotRead(decimal Celsius, bool Typed) : BatchEvent;

/// <summary>The pot, or its pieces, went to another place.</summary>
public sealed record PotMoved(Surroundings To) : BatchEvent;

/// <summary>Lines of the formula were stirred into the pot.</summary>
public sealed record LinesAdded(ImmutableArray<int> Lines) : BatchEvent;

/// <summary>The batch was parted into bowls of their own.</summary>
public sealed record BatchSplit(ImmutableArray<BatchPart> Parts) : BatchEvent;

/// <summary>A word about the batch was written down.</summary>
public sealed record BatchNoted(string Text) : BatchEvent;

/// <summary>The pot is wrong: it is melted again, and something is stirred in that cures it.</summary>
/// <param name="Additions">What is stirred in, g.</param>
/// <param name="Plan">What that adds to the plan of the batch; null until it is appended.</param>
public sealed record PotRescued(ImmutableArray<RescueAddition> Additions, RescuePlan? Plan) : BatchEvent;

/// <summary>Containers of one kind were filled from the pot.</summary>
/// <param name="Container">What they are, in words.</param>
/// <param name="Count">How many of them there are.</param>
/// <param name="Grams">What is in all of them together, g.</param>
/// <param name="Pieces">What is in each, g; none where they were not weighed one by one.</param>
public sealed record ContainersFilled(string Container, int Count, decimal Grams, ImmutableArray<decimal> Pieces) : BatchEvent;

/// <summary>The batch was given up, and why.</summary>
public sealed record BatchAbandoned(string Reason) : BatchEvent;

/// <summary>The record is closed, and by whom.</summary>
public sealed record BatchClosed(string By) : BatchEvent;

/// <summary>An earlier entry is taken back, as if it had not been.</summary>
/// <param name="Of">Sequence number of that entry.</param>
public sealed record EntryRevoked(long Of) : BatchEvent;

/// <summary>An entry is put right; what was written stays readable.</summary>
/// <param name="Of">Sequence number of that entry.</param>
/// <param name="Text">The reason, in words.</param>
/// <param name="Set">The value that takes its place; null for a word alone.</param>
public sealed record EntryCorrected(long Of, string Text, CorrectedValue? Set) : BatchEvent;

/// <summary>Finished pieces left the shelf.</summary>
/// <param name="Count">How many of the pieces went.</param>
/// <param name="As">What became of the pieces.</param>
/// <param name="To">Who has them; empty where it is not said.</param>
/// <param name="Note">A word about the pieces.</param>
public sealed record PiecesHandedOut(int Count, PieceOutcome As, string To, string Note) : BatchEvent;

/// <summary>Pieces that were handed out came back.</summary>
public sealed record PiecesReturned(int Count, string Why) : BatchEvent;

/// <summary>Somebody complained about a piece of the batch.</summary>
/// <param name="Text">What was said about it.</param>
/// <param name="Symptoms">What was seen, by the words of the symptoms.</param>
/// <param name="To">Who complained; empty where it is not said.</param>
public sealed record ComplaintMade(string Text, ImmutableArray<string> Symptoms, string To) : BatchEvent;

/// <summary>All pieces are called back, and why.</summary>
public sealed record BatchRecalled(string Reason) : BatchEvent;

/// <summary>An event with its place in the log of its batch.</summary>
/// <param name="Sequence">Number of the entry, from 1.</param>
/// <param name="At">When it happened, with the offset that the maker's clock had.</param>
/// <param name="Device">Where it was entered: a word for the window or phone.</param>
/// <param name="Event">What happened to the batch.</param>
public sealed record LoggedEvent(long Sequence, DateTimeOffset At, string Device, BatchEvent Event);
