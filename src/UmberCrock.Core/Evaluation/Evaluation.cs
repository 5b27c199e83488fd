using System.Collections.Immutable;
using System.Text.Json.Nodes;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Stability;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>A line with its dose placed.</summary>
/// <param name="Phase">Id of its phase.</param>
/// <param name="Ingredient">Slug.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="Inci">EU name.</param>
/// <param name="Class">Kind of raw material.</param>
/// <param name="Role">What it does.</param>
/// <param name="Balance">True for the balance line.</param>
/// <param name="Percent">Weight percent.</param>
/// <param name="MinPercent">Lower end of the working window, or null.</param>
/// <param name="MaxPercent">Upper end of the working window, or null.</param>
/// <param name="HardLimitPercent">Hard limit on the ingredient, or null.</param>
/// <param name="Place">Where the dose stands.</param>
/// <param name="Sources">The documents behind window and limit.</param>
public sealed record EvaluatedLine(
    string Phase,
    string Ingredient,
    string Name,
    string Inci,
    IngredientClass Class,
    string Role,
    bool Balance,
    decimal Percent,
    decimal? MinPercent,
    decimal? MaxPercent,
    decimal? HardLimitPercent,
    Place Place,
    ImmutableArray<string> Sources
);

/// <summary>Density of the blend, g/mL; null when an ingredient's is not known.</summary>
public sealed record DensityReport(double? GramsPerMillilitre);

/// <summary>The ingredient list in both dialects.</summary>
public sealed record LabelReport(IngredientList Eu, IngredientList Us)
{
    /// <summary>The list in the dialect of a region.</summary>
    public IngredientList Of(Region region) => region == Region.Us ? Us : Eu;
}

/// <summary>
/// Everything the core says of a formula. Members of the contract that this version does not compute yet are null or empty lists.
/// </summary>
public sealed record EvaluationResult
{
    /// <summary>Sum of all lines, weight percent.</summary>
    public required decimal Total { get; init; }

    /// <summary>The worst of the findings.</summary>
    public required Verdict Verdict { get; init; }

    /// <summary>Every line with its dose placed.</summary>
    public required ImmutableArray<EvaluatedLine> Lines { get; init; }

    /// <summary>What there is to say, worst first.</summary>
    public required ImmutableArray<Finding> Findings { get; init; }

    /// <summary>What may be declared: vegan, nut-free and so on.</summary>
    public required Declares Declares { get; init; }

    /// <summary>Melt and texture.</summary>
    public required MeltReport Melt { get; init; }

    /// <summary>How it feels on skin.</summary>
    public required FeelReport Feel { get; init; }

    /// <summary>Fatty acids, and how long it keeps.</summary>
    public required KeepingReport Keeping { get; init; }

    /// <summary>Density.</summary>
    public required DensityReport Density { get; init; }

    /// <summary>Emulsifier and HLB; null when there is neither emulsifier nor call for one.</summary>
    public EmulsionReport? Emulsion { get; init; }

    /// <summary>How powders sink; null when none would.</summary>
    public SettlingReport? Settling { get; init; }

    /// <summary>Ingredient list.</summary>
    public required LabelReport Label { get; init; }

    /// <summary>Method: not derived yet.</summary>
    public ImmutableArray<JsonObject> Method { get; init; } = [];

    /// <summary>Stability notes.</summary>
    public required StabilityReport Stability { get; init; }
}
