using UmberCrock.Core.Formulas;
using UmberCrock.Core.Trials;

namespace UmberCrock.Storage;

/// <summary>Keys by which rows are told apart in saved files, wherever they are opened.</summary>
internal static class RowKeys
{
    /// <summary>A new key: 32 hexadecimal digits.</summary>
    public static string New() => Guid.NewGuid().ToString("N");
}

/// <summary>A formula as it stands on the bench. The document is the truth; the other columns are what lists and searches need.</summary>
public sealed class FormulaRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>What it is called in saved files: the same wherever they are opened.</summary>
    public string Key { get; set; } = RowKeys.New();

    /// <summary>Its name, for search.</summary>
    public required string Name { get; set; }

    /// <summary>The formula document (docs/formats/formula.schema.json).</summary>
    public required string Document { get; set; }

    /// <summary>Name, ingredients and notes, folded as searches are; empty until it is made.</summary>
    public string SearchText { get; set; } = "";

    /// <summary>The word of its form; empty until it is made.</summary>
    public string Form { get; set; } = "";

    /// <summary>The word of who wears it; empty until it is made.</summary>
    public string Audience { get; set; } = "";

    /// <summary>Its climate, as <see cref="FormulaRows.ClimateOf"/> has it; empty until it is made.</summary>
    public string Climate { get; set; } = "";

    /// <summary>The maker's own words for it, as <see cref="Tags.ToText"/> has them; no part of the document.</summary>
    public string Tags { get; set; } = "";

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

    /// <summary>When it was put into the bin, milliseconds since 1970 UTC; null while it stands on the shelf.</summary>
    public long? DeletedAt { get; set; }

    /// <summary>True while its documents count strained herbs in the hundred, as those of earlier versions did.</summary>
    public bool HerbsCounted { get; set; }

    /// <summary>Every document it has been, for undo and redo.</summary>
    public ICollection<StepRow> Steps { get; } = new List<StepRow>();

    /// <summary>The revisions the maker kept.</summary>
    public ICollection<RevisionRow> Revisions { get; } = new List<RevisionRow>();

    /// <summary>What it holds, for questions that start from an ingredient.</summary>
    public ICollection<FormulaIngredientRow> Ingredients { get; } = new List<FormulaIngredientRow>();
}

/// <summary>How much of an ingredient a formula holds, over all its lines: what its document says, where it can be asked for without
/// reading that.</summary>
public sealed class FormulaIngredientRow
{
    /// <summary>The formula.</summary>
    public long FormulaId { get; set; }

    /// <summary>Slug of the ingredient.</summary>
    public required string Ingredient { get; set; }

    /// <summary>Weight percent.</summary>
    public decimal Percent { get; set; }
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

    /// <summary>What the maker calls it; empty for none.</summary>
    public string Name { get; set; } = "";

    /// <summary>When it was kept, milliseconds since 1970 UTC.</summary>
    public long KeptAt { get; set; }

    /// <summary>True when its document counts strained herbs in the hundred, as those of earlier versions did.</summary>
    public bool HerbsCounted { get; set; }
}

/// <summary>What the maker chose for the label of a formula.</summary>
public sealed class LabelRow
{
    /// <summary>The formula.</summary>
    public long FormulaId { get; set; }

    /// <summary>The choices.</summary>
    public required string Document { get; set; }

    /// <summary>Grows with every change.</summary>
    public long Version { get; set; }
}

/// <summary>A ladder of small trials around a formula.</summary>
public sealed class LadderRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>What it is called in saved files.</summary>
    public string Key { get; set; } = RowKeys.New();

    /// <summary>The formula it was made of.</summary>
    public long FormulaId { get; set; }

    /// <summary>The document of the formula in its middle.</summary>
    public required string Document { get; set; }

    /// <summary>Index of the line that is raised.</summary>
    public int Raise { get; set; }

    /// <summary>Index of the line that gives.</summary>
    public int Lower { get; set; }

    /// <summary>Weight percent from rung to rung.</summary>
    public decimal Step { get; set; }

    /// <summary>How many rungs.</summary>
    public int Rungs { get; set; }

    /// <summary>Grams of one test.</summary>
    public decimal TestGrams { get; set; }

    /// <summary>When it was made, milliseconds since 1970 UTC.</summary>
    public long MadeAt { get; set; }

    /// <summary>Grows with every change of what was found.</summary>
    public long Version { get; set; }

    /// <summary>When it was put into the bin, milliseconds since 1970 UTC; null while it stands.</summary>
    public long? DeletedAt { get; set; }

    /// <summary>What was found.</summary>
    public ICollection<ObservationRow> Observations { get; } = new List<ObservationRow>();
}

/// <summary>What was found of one rung.</summary>
public sealed class ObservationRow
{
    /// <summary>Its ladder.</summary>
    public long LadderId { get; set; }

    /// <summary>Its place in the ladder, from 0.</summary>
    public int Rung { get; set; }

    /// <summary>The band it was; null when nobody looked.</summary>
    public Band? Band { get; set; }

    /// <summary>How grainy it was; null when nobody looked.</summary>
    public Grain? Grain { get; set; }

    /// <summary>Free text.</summary>
    public required string Note { get; set; }
}
