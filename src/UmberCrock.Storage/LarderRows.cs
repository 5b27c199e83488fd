using UmberCrock.Core.Units;

namespace UmberCrock.Storage;

/// <summary>An ingredient of the maker's own.</summary>
public sealed class OwnIngredientRow
{
    /// <summary>Key: "own:" and a slug.</summary>
    public required string Slug { get; set; }

    /// <summary>The ingredient as a document.</summary>
    public required string Document { get; set; }

    /// <summary>True once it was taken out of the larder; old formulas still know it.</summary>
    public bool IsRemoved { get; set; }

    /// <summary>When it last changed, milliseconds since 1970 UTC; grows with every change.</summary>
    public long ChangedAt { get; set; }
}

/// <summary>A maker's own value for a property of an ingredient.</summary>
public sealed class CorrectionRow
{
    /// <summary>Slug.</summary>
    public required string Ingredient { get; set; }

    /// <summary>Name of the property.</summary>
    public required string Property { get; set; }

    /// <summary>The value that stands.</summary>
    public double Value { get; set; }

    /// <summary>Lower end of its range.</summary>
    public double Low { get; set; }

    /// <summary>Upper end of its range.</summary>
    public double High { get; set; }

    /// <summary>Unit.</summary>
    public required string Unit { get; set; }

    /// <summary>The maker's source.</summary>
    public required string Source { get; set; }

    /// <summary>How sure it is.</summary>
    public Confidence Confidence { get; set; }

    /// <summary>When it was set, milliseconds since 1970 UTC; grows with every change.</summary>
    public long ChangedAt { get; set; }
}

/// <summary>A lot as it is kept.</summary>
public sealed class LotRow
{
    /// <summary>Key.</summary>
    public long Id { get; set; }

    /// <summary>What it is called in saved files.</summary>
    public string Key { get; set; } = RowKeys.New();

    /// <summary>Slug of its ingredient.</summary>
    public required string Ingredient { get; set; }

    /// <summary>What is written on it.</summary>
    public required string Code { get; set; }

    /// <summary>Whom it was bought from.</summary>
    public required string Supplier { get; set; }

    /// <summary>When it was bought.</summary>
    public DateOnly? BoughtOn { get; set; }

    /// <summary>How much was bought, g.</summary>
    public decimal BoughtGrams { get; set; }

    /// <summary>What is left, g.</summary>
    public decimal RemainingGrams { get; set; }

    /// <summary>Price of a kilogram.</summary>
    public decimal? PricePerKilogram { get; set; }

    /// <summary>When it was opened.</summary>
    public DateOnly? OpenedOn { get; set; }

    /// <summary>Its printed end.</summary>
    public DateOnly? UseBy { get; set; }

    /// <summary>Free text.</summary>
    public required string Notes { get; set; }

    /// <summary>Grows with every change.</summary>
    public long Version { get; set; }

    /// <summary>When it was put into the bin, milliseconds since 1970 UTC; null while it is in the larder.</summary>
    public long? DeletedAt { get; set; }
}

/// <summary>A choice of the maker's that is kept by name.</summary>
public sealed class SettingRow
{
    /// <summary>Which choice.</summary>
    public required string Name { get; set; }

    /// <summary>What was chosen, as a JSON document.</summary>
    public required string Document { get; set; }

    /// <summary>Grows with every change.</summary>
    public long Version { get; set; }
}
