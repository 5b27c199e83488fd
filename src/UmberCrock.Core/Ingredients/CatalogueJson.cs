using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using UmberCrock.Core.Doses;
using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Json;
using UmberCrock.Core.Keeping;
using UmberCrock.Core.Labels;
using UmberCrock.Core.Making;
using UmberCrock.Core.Stability;
using UmberCrock.Core.Suspension;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Ingredients;

/// <summary>
/// How the data files are read: as the contract is, with code made at build time, for reading them by reflection takes twice as long as
/// the rest of the start.
/// </summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(ImmutableArray<Ingredient>))]
[JsonSerializable(typeof(Ingredient))]
[JsonSerializable(typeof(EvaluationSettings))]
[JsonSerializable(typeof(Workshop))]
[JsonSerializable(typeof(ImmutableArray<string>))]
[JsonSerializable(typeof(ImmutableArray<IngredientClass>))]
[JsonSerializable(typeof(DoseRule))]
[JsonSerializable(typeof(ImmutableArray<GroupLimit>))]
[JsonSerializable(typeof(PhototoxicRules))]
[JsonSerializable(typeof(ImmutableArray<AudienceRule>))]
[JsonSerializable(typeof(ImmutableArray<AllergenSource>))]
[JsonSerializable(typeof(AntioxidantRule))]
[JsonSerializable(typeof(PreservationRules))]
[JsonSerializable(typeof(PolarRules))]
[JsonSerializable(typeof(PowderRules))]
[JsonSerializable(typeof(ImmutableArray<StageHeat>))]
[JsonSerializable(typeof(TextureRules))]
[JsonSerializable(typeof(FeelRules))]
[JsonSerializable(typeof(MonthsRules))]
[JsonSerializable(typeof(RancidityRules))]
[JsonSerializable(typeof(EmulsifierRules))]
[JsonSerializable(typeof(SettlingRules))]
[JsonSerializable(typeof(PouringRules))]
[JsonSerializable(typeof(ClaimRules))]
[JsonSerializable(typeof(LabelRules))]
[JsonSerializable(typeof(StabilityRules))]
[JsonSerializable(typeof(IntakeRules))]
[JsonSerializable(typeof(NamedClimates))]
[JsonSerializable(typeof(ScaleRules))]
[JsonSerializable(typeof(LabelPlan))]
internal sealed partial class CatalogueJson : JsonSerializerContext
{
    /// <summary>The contract's options over the code made at build time.</summary>
    public static JsonSerializerOptions Reading { get; } = new(ContractJson.Options) { TypeInfoResolver = Default };
}
