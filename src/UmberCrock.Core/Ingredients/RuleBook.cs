using System.Collections.Immutable;
using UmberCrock.Core.Doses;
using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Keeping;
using UmberCrock.Core.Labels;
using UmberCrock.Core.Making;
using UmberCrock.Core.Stability;
using UmberCrock.Core.Suspension;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Ingredients;

/// <summary>The rules of the computation, as the files of data/rules state them; each topic keeps the shape of its own.</summary>
public sealed record RuleBook
{
    /// <summary>Hard limits on substances.</summary>
    public required ImmutableArray<SubstanceLimit> SubstanceLimits { get; init; }

    /// <summary>Working windows for ingredients that state none of their own.</summary>
    public required ImmutableArray<ClassWindow> ClassWindows { get; init; }

    /// <summary>Ceilings on groups.</summary>
    public required ImmutableArray<GroupLimit> GroupLimits { get; init; }

    /// <summary>Oils that burn skin in sunlight.</summary>
    public required PhototoxicRules Phototoxic { get; init; }

    /// <summary>What is not for whom, and not for where.</summary>
    public required ImmutableArray<AudienceRule> Audiences { get; init; }

    /// <summary>Allergen sources that are to be named.</summary>
    public required ImmutableArray<AllergenSource> Allergens { get; init; }

    /// <summary>When an antioxidant is missed, and which one is offered.</summary>
    public required AntioxidantRule Antioxidants { get; init; }

    /// <summary>When a preservative is missed, and which one is offered.</summary>
    public required PreservationRules Preservation { get; init; }

    /// <summary>What water-loving ingredients need in oil.</summary>
    public required PolarRules Polar { get; init; }

    /// <summary>How much powder the liquid can wet.</summary>
    public required PowderRules Powders { get; init; }

    /// <summary>How hot each stage is.</summary>
    public required ImmutableArray<StageHeat> Stages { get; init; }

    /// <summary>Strengths, bands and wanted bands.</summary>
    public required TextureRules Texture { get; init; }

    /// <summary>How ratings of feel add up.</summary>
    public required FeelRules Feel { get; init; }

    /// <summary>What shortens and lengthens the life of a formula.</summary>
    public required MonthsRules Months { get; init; }

    /// <summary>When oils that turn fast dominate.</summary>
    public required RancidityRules Rancidity { get; init; }

    /// <summary>What an emulsifier must do.</summary>
    public required EmulsifierRules Emulsifiers { get; init; }

    /// <summary>How powders sink.</summary>
    public required SettlingRules Settling { get; init; }

    /// <summary>What happens when phases meet.</summary>
    public required PouringRules Pouring { get; init; }

    /// <summary>Words that claim protection from the sun.</summary>
    public required ClaimRules Claims { get; init; }

    /// <summary>How ingredient lists are made.</summary>
    public required LabelRules Label { get; init; }

    /// <summary>From which amounts the stability notes speak.</summary>
    public required StabilityRules Stability { get; init; }

    /// <summary>How recipes are written.</summary>
    public required IntakeRules Intake { get; init; }

    /// <summary>Climates to choose from.</summary>
    public required NamedClimates Climates { get; init; }

    /// <summary>What a scale can weigh.</summary>
    public required ScaleRules Scale { get; init; }
}
