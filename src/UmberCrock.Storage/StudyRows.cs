using UmberCrock.Core.Studies;

namespace UmberCrock.Storage;

/// <summary>A study: what lists need of it. Everything else follows from its events.</summary>
public sealed class StudyRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>What it is called in saved files.</summary>
    public string Key { get; set; } = RowKeys.New();

    /// <summary>What the product is called.</summary>
    public required string Name { get; set; }

    /// <summary>Key of the formula it came from; null where there is none.</summary>
    public string? FormulaKey { get; set; }

    /// <summary>Key of the batch whose jars stand; null for none.</summary>
    public string? BatchKey { get; set; }

    /// <summary>The code on its jars; empty for none.</summary>
    public required string Code { get; set; }

    /// <summary>The day it was made.</summary>
    public DateOnly MadeOn { get; set; }

    /// <summary>When it began, milliseconds since 1970 UTC.</summary>
    public long StartedAt { get; set; }

    /// <summary>Sequence number of its last event.</summary>
    public long Sequence { get; set; }

    /// <summary>True once it was ended before its last day.</summary>
    public bool IsEnded { get; set; }

    /// <summary>When it was put into the bin, milliseconds since 1970 UTC; null while it stands.</summary>
    public long? DeletedAt { get; set; }

    /// <summary>Its events.</summary>
    public ICollection<StudyEventRow> Events { get; } = new List<StudyEventRow>();

    /// <summary>Its checks, as far as lists need them.</summary>
    public ICollection<StudyCheckRow> Checks { get; } = new List<StudyCheckRow>();

    /// <summary>Its forecasts, and what was seen of them.</summary>
    public ICollection<StudyOutcomeRow> Outcomes { get; } = new List<StudyOutcomeRow>();
}

/// <summary>An event of a study. Rows are added, never changed.</summary>
public sealed class StudyEventRow
{
    /// <summary>The study.</summary>
    public long StudyId { get; set; }

    /// <summary>Number of the entry, from 1.</summary>
    public long Sequence { get; set; }

    /// <summary>When it was entered, milliseconds since 1970 UTC.</summary>
    public long At { get; set; }

    /// <summary>Offset of the maker's clock from UTC then, minutes.</summary>
    public int OffsetMinutes { get; set; }

    /// <summary>Where it was entered.</summary>
    public required string Device { get; set; }

    /// <summary>The event as JSON.</summary>
    public required string Document { get; set; }
}

/// <summary>A check of a study: what its events say of it, where it can be asked for by day.</summary>
public sealed class StudyCheckRow
{
    /// <summary>The study.</summary>
    public long StudyId { get; set; }

    /// <summary>Name of the check.</summary>
    public required string Check { get; set; }

    /// <summary>The day of the calendar.</summary>
    public DateOnly Date { get; set; }

    /// <summary>True while somebody is to look: no look stands, it was not marked as missed, and the jar goes on.</summary>
    public bool IsOpen { get; set; }

    /// <summary>What the look came to; null where there is none.</summary>
    public StudyVerdict? Verdict { get; set; }
}

/// <summary>A forecast of a study and what its looks say of it, where it can be asked for over all studies.</summary>
public sealed class StudyOutcomeRow
{
    /// <summary>The study.</summary>
    public long StudyId { get; set; }

    /// <summary>Code of the note.</summary>
    public required string Note { get; set; }

    /// <summary>What it is about.</summary>
    public ForecastSubject About { get; set; }

    /// <summary>What was seen.</summary>
    public ForecastOutcome Outcome { get; set; }

    /// <summary>Of firmness: -1 where it was seen softer, +1 where harder than foreseen, 0 else.</summary>
    public int Lean { get; set; }

    /// <summary>The day of the calendar on which it was seen; null while it is open.</summary>
    public DateOnly? SeenOn { get; set; }
}
