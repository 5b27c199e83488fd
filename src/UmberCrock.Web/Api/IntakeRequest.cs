using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;
using static UmberCrock.Web.Hosting.JsonMembers;

namespace UmberCrock.Web.Api;

/// <summary>The body of POST /api/v1/intake: a recipe as text, and how to read it.</summary>
internal static class IntakeRequest
{
    /// <summary>A heavier batch is not made in a kitchen, g.</summary>
    private const decimal LargestClaim = 1_000_000m;

    /// <summary>Reads the body; what it leaves out is the maker's setting.</summary>
    /// <exception cref="DocumentException">A member is missing, unknown or out of bounds.</exception>
    public static (string Text, IntakeOptions Options) Read(JsonElement body, EvaluationSettings settings, Spoons usual)
    {
        var members = Of(body, "text", "dropsPerMillilitre", "claimedTotalGrams", "spoons", "form", "audience", "zone", "sunUse");
        var text = members.Required("text");
        if (text.ValueKind != JsonValueKind.String)
            throw new DocumentException("/text", "must be the recipe as text.");
        return (
            text.GetString()!,
            new IntakeOptions(
                members.TryGetValue("dropsPerMillilitre", out var drops)
                    ? Number(drops, "/dropsPerMillilitre", EvaluationSettings.FewestDrops, EvaluationSettings.MostDrops)
                    : settings.DropsPerMillilitre,
                members.TryGetValue("claimedTotalGrams", out var claim) ? Number(claim, "/claimedTotalGrams", 0.01m, LargestClaim) : null,
                members.TryGetValue("spoons", out var spoons) ? Word<Spoons>(spoons, "/spoons") : usual,
                members.TryGetValue("form", out var form) ? Word<ProductForm>(form, "/form") : null,
                members.TryGetValue("audience", out var audience) ? Word<Audience>(audience, "/audience") : null,
                members.TryGetValue("zone", out var zone) ? Word<Zone>(zone, "/zone") : null,
                members.TryGetValue("sunUse", out var sun) ? Yes(sun, "/sunUse") : null
            )
        );
    }

    private static bool Yes(JsonElement value, string pointer) =>
        value.ValueKind is JsonValueKind.True or JsonValueKind.False
            ? value.GetBoolean()
            : throw new DocumentException(pointer, "must be true or false.");
}
