using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Web.Api;

/// <summary>An ingredient in a list.</summary>
internal sealed record IngredientSummary(string Slug, string Name, IngredientClass Class, string Role, InciName Inci);

/// <summary>A page of a list of ingredients.</summary>
internal sealed record IngredientPage(ImmutableArray<IngredientSummary> Items, int Total, int Offset, int Limit)
{
    /// <summary>Cuts a page out of all that were found.</summary>
    public static IngredientPage Of(IReadOnlyList<Ingredient> found, int offset, int limit) =>
        new(
            [
                .. found
                    .Skip(offset)
                    .Take(limit)
                    .Select(ingredient => new IngredientSummary(
                        ingredient.Slug,
                        ingredient.Name,
                        ingredient.Class,
                        ingredient.Role,
                        ingredient.Inci
                    )),
            ],
            found.Count,
            offset,
            limit
        );
}

/// <summary>An ingredient with everything known, with the limits on its substances and the windows of its class among its doses.</summary>
internal static class IngredientDocument
{
    public static JsonObject Write(Ingredient ingredient, Catalogue catalogue)
    {
        var written = JsonSerializer.SerializeToNode(ingredient, ContractJson.Options)!.AsObject();
        var doses = written["doses"]!.AsArray();
        foreach (var limit in catalogue.Rules.SubstanceLimits.Where(limit => ingredient.ShareOf(limit.Subject).High > 0m))
            Add(limit, limit.Subject[0]);
        foreach (var window in catalogue.Rules.ClassWindows.Where(window => window.Classes.Contains(ingredient.Class)))
            Add(window, null);
        foreach (var oil in catalogue.Rules.Phototoxic.Oils.Where(oil => oil.Ingredient == ingredient.Slug))
            Add(
                new DoseRule
                {
                    Kind = DoseKind.IndustryStandard,
                    MaxPercent = oil.MaxPercent,
                    Condition = "Left on skin that sees daylight; shares of several such oils add up to at most 1",
                    Source = oil.Source,
                    Confidence = oil.Confidence,
                },
                null
            );
        return written;

        void Add(DoseRule rule, string? substance)
        {
            var dose = JsonSerializer.SerializeToNode(rule, ContractJson.Options)!.AsObject();
            if (substance is not null)
                dose["substance"] = substance;
            doses.Add((JsonNode)dose);
        }
    }
}
