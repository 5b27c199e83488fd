using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Intake;

/// <summary>What the unit of a recipe's amount measures.</summary>
public enum AmountKind
{
    /// <summary>Weight; the factor is in grams.</summary>
    Mass,

    /// <summary>Volume; the factor is in millilitres.</summary>
    Volume,

    /// <summary>Drops, of which some number make a millilitre.</summary>
    Drops,

    /// <summary>Percent of the whole by weight.</summary>
    Percent,

    /// <summary>Parts, taken as parts by weight.</summary>
    Parts,

    /// <summary>What is left to fill up to 100 %.</summary>
    Balance,
}

/// <summary>A unit that recipes are written in.</summary>
/// <param name="Unit">The word that stands for the unit in documents.</param>
/// <param name="Kind">What the unit measures: mass, volume, drops and so on.</param>
/// <param name="Factor">How many grams or millilitres one of the unit holds.</param>
/// <param name="Names">How it is written, in small letters.</param>
/// <param name="Source">The document that defines the size of the unit.</param>
/// <param name="MetricFactor">The same of a metric spoon or cup; null where there is no other.</param>
public sealed record IntakeUnit(
    string Unit,
    AmountKind Kind,
    decimal Factor,
    ImmutableArray<string> Names,
    string Source,
    decimal? MetricFactor = null
);

/// <summary>What a word of a recipe's name tells of who wears it and where; null tells nothing.</summary>
/// <param name="Words">The words, small and without accents.</param>
/// <param name="Audience">Who wears it.</param>
/// <param name="Zone">Where it is worn.</param>
/// <param name="SunUse">True for what is worn in the sun.</param>
/// <param name="Unless">A word of the name that takes it back: "after" of "after sun".</param>
public sealed record WearerWords(
    ImmutableArray<string> Words,
    Audience? Audience = null,
    Zone? Zone = null,
    bool SunUse = false,
    string? Unless = null
);

/// <summary>How a method in words tells when something goes in.</summary>
/// <param name="Cues">Words of a sentence that tell a stage for what it names, and for what follows.</param>
/// <param name="Starts">Words that a line of a method starts with, even where it names one ingredient and an amount.</param>
/// <param name="Acts">Words of a sentence that puts something in.</param>
/// <param name="Without">Words behind which a sentence names what is left out.</param>
/// <param name="Before">Words before a bare number that make it a temperature: "below 40".</param>
/// <param name="CoolToCelsius">Up to this temperature it is a cool addition, C.</param>
/// <param name="WarmToCelsius">Up to this one it goes in off the heat, C; above, into the melt.</param>
/// <param name="Every">Words that name all of some classes: "essential oils".</param>
/// <param name="Common">Words of a name that tell nothing by themselves: "oil", "butter".</param>
/// <param name="Source">Where it comes from, in full.</param>
/// <param name="Confidence">How sure it is.</param>
public sealed record MethodWords(
    ImmutableArray<HeadingWords> Cues,
    ImmutableArray<string> Starts,
    ImmutableArray<string> Acts,
    ImmutableArray<string> Without,
    ImmutableArray<string> Before,
    double CoolToCelsius,
    double WarmToCelsius,
    ImmutableArray<ClassWords> Every,
    ImmutableArray<string> Common,
    string Source,
    Confidence Confidence
);

/// <summary>Words that name every ingredient of some classes.</summary>
/// <param name="Words">The words, small and without accents.</param>
/// <param name="Classes">Classes of ingredient that they name.</param>
public sealed record ClassWords(ImmutableArray<string> Words, ImmutableArray<IngredientClass> Classes);

/// <summary>Words of a phase heading and the stage they mean.</summary>
public sealed record HeadingWords(Stage Stage, ImmutableArray<string> Words);

/// <summary>What a column of a recipe's table holds.</summary>
public enum TableColumn
{
    /// <summary>A column of the lines' weight percents.</summary>
    Percent,

    /// <summary>A column of names as ingredient lists have them.</summary>
    Inci,

    /// <summary>A column that says which phase a row belongs to.</summary>
    Phase,

    /// <summary>A column with the units of the amounts.</summary>
    Unit,

    /// <summary>A column with masses in grams.</summary>
    Grams,

    /// <summary>A column with what makers call the ingredients.</summary>
    Ingredient,

    /// <summary>Amount in a unit that stands elsewhere.</summary>
    Amount,
}

/// <summary>Words of a heading and the column they mean.</summary>
public sealed record ColumnWords(TableColumn Column, ImmutableArray<string> Words);

/// <summary>Words of tables in English, Spanish, French and German.</summary>
/// <param name="Columns">Headings; the first that fits counts.</param>
/// <param name="Balance">Words in a cell that mean "to 100".</param>
/// <param name="Totals">The name of a row that only sums.</param>
/// <param name="Source">The document that the words of tables come from.</param>
/// <param name="Confidence">How far the words of tables can be trusted.</param>
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

    /// <summary>Units that recipes are written in, with their names.</summary>
    public required ImmutableArray<IntakeUnit> Units { get; init; }

    /// <summary>Numbers that recipes write as words.</summary>
    public required ImmutableDictionary<string, decimal> NumberWords { get; init; }

    /// <summary>"A knob of": words for an amount that is none.</summary>
    public required ImmutableArray<string> Vague { get; init; }

    /// <summary>Words that part two ingredients of one line: "melt A with B, then add C".</summary>
    public required ImmutableArray<string> Joins { get; init; }

    /// <summary>Words that give every ingredient of a line the same share.</summary>
    public required ImmutableArray<string> EqualParts { get; init; }

    /// <summary>What the words of a recipe's name tell of who wears it and where.</summary>
    public required ImmutableArray<WearerWords> Wearers { get; init; }

    /// <summary>Words at which a name ends: "almond oil or any liquid oil".</summary>
    public required ImmutableArray<string> Stops { get; init; }

    /// <summary>Words that make a line with a number an instruction.</summary>
    public required ImmutableArray<string> Instructions { get; init; }

    /// <summary>Words of a line that says how much it makes.</summary>
    public required ImmutableArray<string> Claims { get; init; }

    /// <summary>Phrases that mean "what is left to 100 %".</summary>
    public required ImmutableArray<string> Balance { get; init; }

    /// <summary>Words of a line that says how much it makes which are no name: "this recipe makes 200 g".</summary>
    public required ImmutableArray<string> NamesNot { get; init; }

    /// <summary>Words that make a heading where a line holds nothing else: "Oils", "Scent (optional)".</summary>
    public required ImmutableArray<HeadingWords> Groups { get; init; }

    /// <summary>Words of headings, the most telling first.</summary>
    public required ImmutableArray<HeadingWords> Headings { get; init; }

    /// <summary>How a method in words tells when something goes in.</summary>
    public required MethodWords Method { get; init; }

    /// <summary>Classes that are poured into a spoon in pieces, so that their bulk density counts.</summary>
    public required ImmutableArray<IngredientClass> Poured { get; init; }

    /// <summary>Words by which tables and their columns are known.</summary>
    public required TableWords Table { get; init; }

    /// <summary>A name that matches an ingredient's this well is that ingredient, 0 to 1.</summary>
    public required double SureScore { get; init; }

    /// <summary>A line that is nothing but a name fits it this well.</summary>
    public required double NameScore { get; init; }

    /// <summary>Share of the claimed total within which the sum agrees with it.</summary>
    public required decimal ClaimWithin { get; init; }

    /// <summary>A dose this many times over its window's top, or under its bottom, is looked at for a slipped point; less is a bold
    /// dose.</summary>
    public required decimal SlippedTimes { get; init; }

    /// <summary>Drops in a millilitre from a thick dropper.</summary>
    public required decimal FewestDrops { get; init; }

    /// <summary>Drops in a millilitre from a fine one.</summary>
    public required decimal MostDrops { get; init; }

    /// <summary>Where the judgements come from.</summary>
    public required string Source { get; init; }

    /// <summary>How far the rules of reading can be trusted.</summary>
    public required Confidence Confidence { get; init; }
}
