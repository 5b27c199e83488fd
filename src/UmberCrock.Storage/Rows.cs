namespace UmberCrock.Storage;

/// <summary>A formula as it stands on the bench. The document is the truth; the other columns are what lists and searches need.</summary>
public sealed class FormulaRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>Its name, for search.</summary>
    public required string Name { get; set; }

    /// <summary>The formula document (docs/formats/formula.schema.json).</summary>
    public required string Document { get; set; }

    /// <summary>Batch the bench shows grams for.</summary>
    public decimal BatchGrams { get; set; }

    /// <summary>Oldest step that is remembered.</summary>
    public int FirstStep { get; set; }

    /// <summary>Which step of its history it stands at.</summary>
    public int Step { get; set; }

    /// <summary>Newest step.</summary>
    public int LastStep { get; set; }

    /// <summary>Grows with every change; an edit made for another version is refused.</summary>
    public long Version { get; set; }

    /// <summary>When it last changed, milliseconds since 1970 UTC.</summary>
    public long ChangedAt { get; set; }

    /// <summary>Every document it has been, for undo and redo.</summary>
    public ICollection<StepRow> Steps { get; } = new List<StepRow>();

    /// <summary>The revisions the maker kept.</summary>
    public ICollection<RevisionRow> Revisions { get; } = new List<RevisionRow>();
}

/// <summary>One step of a formula's history.</summary>
public sealed class StepRow
{
    /// <summary>The formula.</summary>
    public long FormulaId { get; set; }

    /// <summary>Its place in the history, from 0.</summary>
    public int Number { get; set; }

    /// <summary>The document at that step.</summary>
    public required string Document { get; set; }
}

/// <summary>A revision that the maker kept on purpose.</summary>
public sealed class RevisionRow
{
    /// <summary>The formula.</summary>
    public long FormulaId { get; set; }

    /// <summary>Its number, from 1.</summary>
    public int Number { get; set; }

    /// <summary>The document.</summary>
    public required string Document { get; set; }

    /// <summary>When it was kept, milliseconds since 1970 UTC.</summary>
    public long KeptAt { get; set; }
}
