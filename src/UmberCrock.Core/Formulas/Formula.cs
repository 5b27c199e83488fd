using System.Collections.Immutable;

namespace UmberCrock.Core.Formulas;

/// <summary>The temperatures the product will live at, Celsius; low is at most high.</summary>
public sealed record Climate(decimal LowCelsius, decimal HighCelsius)
{
    /// <summary>Where a product is judged: a room, C.</summary>
    public const decimal RoomCelsius = 20m;
}

/// <summary>A phase: its id (one to four letters or digits), the name the maker gave it, and when it goes in.</summary>
public sealed record Phase(string Id, string Name, Stage Stage);

/// <summary>One line of a formula: an ingredient, its phase and its dose.</summary>
/// <param name="Phase">Id of the phase that the line belongs to.</param>
/// <param name="Ingredient">Slug of the ingredient that the line doses.</param>
/// <param name="Percent">Weight percent, 0 to 100 with at most four decimals; null for the balance line, which takes what is left to
/// 100.</param>
public sealed record FormulaLine(string Phase, string Ingredient, decimal? Percent)
{
    /// <summary>True for the line that takes what is left to 100.</summary>
    public bool IsBalance => Percent is null;
}

/// <summary>What the maker wants the label to claim and to declare.</summary>
/// <param name="Claims">What the label claims, in the maker's own words.</param>
/// <param name="Declares">Declared properties, such as vegan.</param>
public sealed record FormulaLabel(ImmutableArray<string> Claims, ImmutableArray<string> Declares)
{
    /// <summary>A label that claims and declares nothing.</summary>
    public static FormulaLabel Empty { get; } = new([], []);
}

/// <summary>
/// A formula: an immutable value. An edit makes a new one (<see cref="FormulaEdit"/>). Lines are kept in ledger order, phase by phase.
/// </summary>
public sealed record Formula
{
    /// <summary>The most lines a formula may have.</summary>
    public const int MaxLines = 200;

    /// <summary>What the maker calls the formula.</summary>
    public required string Name { get; init; }

    /// <summary>What kind of product the formula makes.</summary>
    public required ProductForm Form { get; init; }

    /// <summary>Where on the body the product is worn.</summary>
    public Zone Zone { get; init; }

    /// <summary>Who will wear the product: adults, children and so on.</summary>
    public Audience Audience { get; init; }

    /// <summary>Whether the product is left on or rinsed off.</summary>
    public Exposure Exposure { get; init; }

    /// <summary>Meets water in use: wet skin, shower, wet fingers.</summary>
    public bool WetUse { get; init; }

    /// <summary>True when the product is worn in daylight for its sake.</summary>
    public bool SunUse { get; init; }

    /// <summary>The temperatures it will live at.</summary>
    public Climate Climate { get; init; } = new(5, 30);

    /// <summary>How the product is made: melted and poured, whipped, mixed cold.</summary>
    public Process Process { get; init; }

    /// <summary>Its phases, in the order of making.</summary>
    public ImmutableArray<Phase> Phases { get; init; } = [];

    /// <summary>The lines of the formula, in the order they are listed.</summary>
    public ImmutableArray<FormulaLine> Lines { get; init; } = [];

    /// <summary>What the maker wants said on the label.</summary>
    public FormulaLabel Label { get; init; } = FormulaLabel.Empty;

    /// <summary>The maker's own words about the formula.</summary>
    public string Notes { get; init; } = "";

    /// <summary>Index of the balance line, or -1.</summary>
    public int BalanceIndex => Lines.ToList().FindIndex(line => line.IsBalance);

    /// <summary>Worn in daylight, said or implied by the form.</summary>
    public bool MeetsSun => SunUse || Form is ProductForm.Sunscreen or ProductForm.SunscreenStick;

    /// <summary>True when it is meant to hold air.</summary>
    public bool IsWhipped => Form == ProductForm.WhippedButter || Process is Process.MeltWhip or Process.ColdWhip;
}
