using System.Text.Json;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Json;

namespace UmberCrock.Web.Api;

/// <summary>The body of an intake: a recipe as text, and how to read it.</summary>
internal static class IntakeRequest
{
    /// <summary>A heavier batch is not made in a kitchen, g.</summary>
    private const decimal LargestClaim = 1_000_000m;

    /// <summary>Reads the body; what it leaves out is the maker's setting.</summary>
    /// <exception cref="DocumentException">A member is missing, unknown or out of bounds.</exception>
    public static (string Text, IntakeOptions Options) Read(JsonElement body, EvaluationSettings settings)
    {
        if (body.ValueKind != JsonValueKind.Object)
            throw new DocumentException("/", "must be an object with \"text\".");
        var (text, options) = ((string?)null, new IntakeOptions(settings.DropsPerMillilitre));
        foreach (var member in body.EnumerateObject().Where(member => member.Name == "text" || member.Value.ValueKind != JsonValueKind.Null))
        {
            var (pointer, value) = ($"/{member.Name}", member.Value);
            switch (member.Name)
            {
                case "text":
                    text = value.ValueKind == JsonValueKind.String ? value.GetString() : throw new DocumentException(pointer, "must be the recipe as text.");
                    break;
                case "dropsPerMillilitre":
                    options = options with { DropsPerMillilitre = Number(value, pointer, EvaluationSettings.FewestDrops, EvaluationSettings.MostDrops) };
                    break;
                case "claimedTotalGrams":
                    options = options with { ClaimedTotalGrams = Number(value, pointer, 0.01m, LargestClaim) };
                    break;
                case "spoons":
                    options = options with { Spoons = Word<Spoons>(value, pointer) };
                    break;
                case "form":
                    options = options with { Form = Word<ProductForm>(value, pointer) };
                    break;
                default:
                    throw new DocumentException(pointer, "is not a member of an intake. These are: text, dropsPerMillilitre, claimedTotalGrams, spoons, form.");
            }
        }

        return (text ?? throw new DocumentException("/text", "is missing."), options);
    }

    private static decimal Number(JsonElement value, string pointer, decimal least, decimal most)
        => value.ValueKind == JsonValueKind.Number && value.TryGetDecimal(out var number) && number >= least && number <= most ? number
            : throw new DocumentException(pointer, $"must be a number from {least:0.##} to {most:0}.");

    private static T Word<T>(JsonElement value, string pointer)
        where T : struct, Enum
        => value.ValueKind == JsonValueKind.String && Vocabulary.TryParse<T>(value.GetString(), out var word) ? word
            : throw new DocumentException(pointer, $"must be one of: {string.Join(", ", Vocabulary.All<T>())}.");
}
