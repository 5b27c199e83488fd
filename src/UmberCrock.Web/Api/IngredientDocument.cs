using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;

namespace UmberCrock.Web.Api;

/// <summary>An ingredient in a list.</summary>
public sealed record IngredientSummary(string Slug, string Name, IngredientClass Class, string Role, InciName Inci);

/// <summary>A page of a list of ingredients.</summary>
public sealed record IngredientPage(ImmutableArray<IngredientSummary> Items, int Total, int Offset, int Limit)
{
    /// <summary>Cuts a page out of all that were found.</summary>
    public static IngredientPage Of(IReadOnlyList<Ingredient> found, int offset, int limit)
        => new(
            [.. found.Skip(offset).Take(limit).Select(ingredient => new IngredientSummary(ingredient.Slug, ingredient.Name, ingredient.Class, ingredient.Role, ingredient.Inci))],
            found.Count, offset, limit);
}

/// <summary>An ingredient with everything known, limits on its substances among its doses.</summary>
internal static class IngredientDocument
{
    public static JsonObject Write(Ingredient ingredient, Catalogue catalogue)
    {
        var written = JsonSerializer.SerializeToNode(ingredient, ContractJson.Options)!.AsObject();
        var doses = written["doses"]!.AsArray();
        foreach (var limit in catalogue.Rules.SubstanceLimits.Where(limit => ingredient.Composition.Any(component => limit.Subject.Contains(component.Inci.Eu))))
        {
            var dose = JsonSerializer.SerializeToNode(limit.Rule, ContractJson.Options)!.AsObject();
            dose["substance"] = limit.Subject[0];
            doses.Add((JsonNode)dose);
        }

        return written;
    }
}
