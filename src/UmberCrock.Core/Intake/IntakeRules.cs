using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Intake;

/// <summary>What a unit measures.</summary>
public enum AmountKind
{
    /// <summary>Weight; the factor is in grams.</summary>
    Mass,

    /// <summary>Volume; the factor is in millilitres.</summary>
    Volume,

    /// <summary>Drops.</summary>
    Drops,

    /// <summary>Percent of the whole by weight.</summary>
    Percent,

    /// <summary>Parts, taken as parts by weight.</summary>
    Parts,

    /// <summary>What is left to 100 %.</summary>
    Balance,
}

/// <summary>A unit that recipes are written in.</summary>
/// <param name="Unit">Its word in the contract.</param>
/// <param name="Kind">What it measures.</param>
/// <param name="Factor">Grams or millilitres of one.</param>
/// <param name="Names">How it is written, in small letters.</param>
/// <param name="Source">Where its size is defined.</param>
/// <param name="MetricFactor">The same of a metric spoon or cup; null where there is no other.</param>
public sealed record IntakeUnit(
    string Unit,
    AmountKind Kind,
    decimal Factor,
    ImmutableArray<string> Names,
    string Source,
    decimal? MetricFactor = null
);

/// <summary>Words of a phase heading and the stage they mean.</summary>
public sealed record HeadingWords(Stage Stage, ImmutableArray<string> Words);

/// <summary>What a column of a recipe's table holds.</summary>
public enum TableColumn
{
    /// <summary>Weight percent.</summary>
    Percent,

    /// <summary>Name of the ingredient list.</summary>
    Inci,

    /// <summary>Phase.</summary>
    Phase,

    /// <summary>Unit of the amount.</summary>
    Unit,

    /// <summary>Grams.</summary>
    Grams,

    /// <summary>Name.</summary>
    Ingredient,

    /// <summary>Amount in a unit that stands elsewhere.</summary>
    Amount,
}

/// <summary>Words of a heading and the column they mean.</summary>
public sealed record ColumnWords(TableColumn Column, ImmutableArray<string> Words);

/// <summary>Words of tables in English, Spanish, French and German.</summary>
/// <param name="Columns">Headings; the first that fits counts.</param>
/// <param name="Balance">"To 100" in a cell.</param>
/// <param name="Totals">The name of a row that only sums.</param>
/// <param name="Source">Where the words come from.</param>
/// <param name="Confidence">How sure they are.</param>
public sealed record TableWords(
    ImmutableArray<ColumnWords> Columns,
    ImmutableArray<string> Balance,
    ImmutableArray<string> Totals,
    string Source,
    Confidence Confidence
);

/// <summary>How recipes are written (data/rules/intake.json). All words are in small letters without accents.</summary>
public sealed record IntakeRules : IRules<IntakeRules>
{
    static RuleFile IRules<IntakeRules>.File { get; } = new("intake.json", IntakeJson.Default);

    /// <summary>Units and their names.</summary>
    public required ImmutableArray<IntakeUnit> Units { get; init; }

    /// <summary>Numbers that are written out.</summary>
    public required ImmutableDictionary<string, decimal> NumberWords { get; init; }

    /// <summary>"A knob of": words for an amount that is none.</summary>
    public required ImmutableArray<string> Vague { get; init; }

    /// <summary>Words at which a name ends: "almond oil or any liquid oil".</summary>
    public required ImmutableArray<string> Stops { get; init; }

    /// <summary>Words that make a line with a number an instruction.</summary>
    public required ImmutableArray<string> Instructions { get; init; }

    /// <summary>Words of a line that says how much it makes.</summary>
    public required ImmutableArray<string> Claims { get; init; }

    /// <summary>"To 100" and its like.</summary>
    public required ImmutableArray<string> Balance { get; init; }

    /// <summary>Words of headings, the most telling first.</summary>
    public required ImmutableArray<HeadingWords> Headings { get; init; }

    /// <summary>Classes that are poured into a spoon in pieces, so that their bulk density counts.</summary>
    public required ImmutableArray<IngredientClass> Poured { get; init; }

    /// <summary>Words of tables.</summary>
    public required TableWords Table { get; init; }

    /// <summary>A name that matches an ingredient's this well is that ingredient, 0 to 1.</summary>
    public required double SureScore { get; init; }

    /// <summary>A line that is nothing but a name fits it this well.</summary>
    public required double NameScore { get; init; }

    /// <summary>Share of the claimed total within which the sum agrees with it.</summary>
    public required decimal ClaimWithin { get; init; }

    /// <summary>Drops in a millilitre from a thick dropper.</summary>
    public required decimal FewestDrops { get; init; }

    /// <summary>Drops in a millilitre from a fine one.</summary>
    public required decimal MostDrops { get; init; }

    /// <summary>Where the judgements come from.</summary>
    public required string Source { get; init; }

    /// <summary>How sure they are.</summary>
    public required Confidence Confidence { get; init; }
}
