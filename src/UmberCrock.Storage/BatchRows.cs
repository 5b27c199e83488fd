using UmberCrock.Core.Batches;

namespace UmberCrock.Storage;

/// <summary>A batch: what lists need of it. Everything else follows from its events.</summary>
public sealed class BatchRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>What it is called in saved files.</summary>
    public string Key { get; set; } = RowKeys.New();

    /// <summary>The code on its jars.</summary>
    public required string Code { get; set; }

    /// <summary>What it is called.</summary>
    public required string Name { get; set; }

    /// <summary>Key of the formula it was made from; null where it was given as a document.</summary>
    public string? FormulaKey { get; set; }

    /// <summary>Open, closed or given up.</summary>
    public BatchPhase Phase { get; set; }

    /// <summary>Sequence number of its last event.</summary>
    public long Sequence { get; set; }

    /// <summary>When it began, milliseconds since 1970 UTC.</summary>
    public long StartedAt { get; set; }

    /// <summary>When it was closed or given up.</summary>
    public long? EndedAt { get; set; }

    /// <summary>What it was planned to come to, g.</summary>
    public decimal BatchGrams { get; set; }

    /// <summary>What was filled, g.</summary>
    public decimal FilledGrams { get; set; }

    /// <summary>How many pieces were filled.</summary>
    public int Pieces { get; set; }

    /// <summary>Its events.</summary>
    public ICollection<BatchEventRow> Events { get; } = new List<BatchEventRow>();

    /// <summary>What it took of which lot.</summary>
    public ICollection<BatchLotRow> Lots { get; } = new List<BatchLotRow>();
}

/// <summary>An event of a batch. Rows are added, never changed.</summary>
public sealed class BatchEventRow
{
    /// <summary>The batch.</summary>
    public long BatchId { get; set; }

    /// <summary>Number of the entry, from 1.</summary>
    public long Sequence { get; set; }

    /// <summary>When it happened, milliseconds since 1970 UTC.</summary>
    public long At { get; set; }

    /// <summary>Offset of the maker's clock from UTC then, minutes.</summary>
    public int OffsetMinutes { get; set; }

    /// <summary>Where it was entered.</summary>
    public required string Device { get; set; }

    /// <summary>The event as JSON.</summary>
    public required string Document { get; set; }
}

/// <summary>What a batch took of a lot.</summary>
public sealed class BatchLotRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>The batch.</summary>
    public long BatchId { get; set; }

    /// <summary>Slug of the ingredient.</summary>
    public required string Ingredient { get; set; }

    /// <summary>The mark of the lot.</summary>
    public required string Lot { get; set; }

    /// <summary>Key of the lot in the larder; null where the larder does not have it.</summary>
    public string? LotKey { get; set; }

    /// <summary>What was weighed of it, g.</summary>
    public decimal Grams { get; set; }

    /// <summary>What that took off what the larder says is left, g: less where the lot held less by the book.</summary>
    public decimal Taken { get; set; }
}
