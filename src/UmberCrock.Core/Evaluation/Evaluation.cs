using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Topics.Stability;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>A line of an evaluated formula, its dose set against window and limit.</summary>
/// <param name="Phase">Id of the phase that the line stands in.</param>
/// <param name="Ingredient">Slug of the line's ingredient in the catalogue.</param>
/// <param name="Name">What the line's ingredient is called on screen.</param>
/// <param name="Inci">Name of the line's ingredient on an EU ingredient list.</param>
/// <param name="Class">Class of the line's raw material: wax, oil, butter and so on.</param>
/// <param name="Role">What the line's ingredient does in the formula, in a few words.</param>
/// <param name="Balance">True for the line that fills the formula up to 100 %.</param>
/// <param name="Percent">Weight percent of the line in the whole formula; of what is strained out, grams on 100 g of it.</param>
/// <param name="MinPercent">Lower end of the working window, or null.</param>
/// <param name="MaxPercent">Upper end of the working window, or null.</param>
/// <param name="HardLimitPercent">Hard limit on the ingredient, or null.</param>
/// <param name="Place">Where the line's dose stands against window and limit.</param>
/// <param name="Sources">The documents behind window and limit.</param>
/// <param name="Strained">True for herbs that are steeped and strained out: no part of the hundred.</param>
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
    ImmutableArray<string> Sources,
    bool Strained
);

/// <summary>Density of the blend, g/mL; null when an ingredient's is not known.</summary>
public sealed record DensityReport(double? GramsPerMillilitre);

/// <summary>The ingredient list of a formula in the EU and in the US dialect.</summary>
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
    /// <summary>Sum of all lines of the evaluated formula, weight percent.</summary>
    public required decimal Total { get; init; }

    /// <summary>What the worst of the findings makes of the formula.</summary>
    public required Verdict Verdict { get; init; }

    /// <summary>Every line with its dose placed.</summary>
    public required ImmutableArray<EvaluatedLine> Lines { get; init; }

    /// <summary>What there is to say, worst first.</summary>
    public required ImmutableArray<Finding> Findings { get; init; }

    /// <summary>What may be declared: vegan, nut-free and so on.</summary>
    public required Declares Declares { get; init; }

    /// <summary>Melt curve, bands and firmness of the evaluated formula.</summary>
    public required MeltReport Melt { get; init; }

    /// <summary>How the evaluated formula feels on skin, by the ratings of its ingredients.</summary>
    public required FeelReport Feel { get; init; }

    /// <summary>Fatty acids, and how long it keeps.</summary>
    public required KeepingReport Keeping { get; init; }

    /// <summary>Density of the evaluated formula at 20 C.</summary>
    public required DensityReport Density { get; init; }

    /// <summary>Emulsifier and HLB; null when there is neither emulsifier nor call for one.</summary>
    public EmulsionReport? Emulsion { get; init; }

    /// <summary>How powders sink; null when none would.</summary>
    public SettlingReport? Settling { get; init; }

    /// <summary>Ingredient lists that the evaluated formula asks for.</summary>
    public required LabelReport Label { get; init; }

    /// <summary>The method of making that follows from the formula, for a batch of 100 g; empty where its lines do not make 100.</summary>
    public ImmutableArray<MethodStep> Method => Steps.Value;

    /// <summary>The method, derived when it is asked for: a fix that is tried out needs none.</summary>
    internal Lazy<ImmutableArray<MethodStep>> Steps { private get; init; } = new([]);

    /// <summary>What to expect of the formula in store, and when to look at it.</summary>
    public required StabilityReport Stability { get; init; }

    /// <summary>The same with a finding more, that comes from outside the formula: before those that are no graver.</summary>
    /// <param name="finding">What is to be said beside what was found.</param>
    public EvaluationResult With(Finding finding)
    {
        var at = Findings.TakeWhile(other => other.Severity < finding.Severity).Count();
        return this with { Findings = Findings.Insert(at, finding), Verdict = (Verdict)Math.Min((int)Verdict, (int)finding.Severity) };
    }

    /// <summary>The codes of what was found, each once, in order.</summary>
    internal SortedSet<string> Codes() => new(Findings.Select(finding => finding.Code), StringComparer.Ordinal);
}
