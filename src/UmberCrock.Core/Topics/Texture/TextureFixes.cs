using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.FreeFrom;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Ways to make a formula firmer or softer: the doses that matter most first, inside their windows.</summary>
internal static class TextureFixes
{
    private const int MostLines = 2;

    /// <summary>
    /// Ways to bring the texture where it is wanted. First a dose is looked for that suits the whole climate, and where there is
    /// none, one that mends what was found. What goes too far the other way is for the trial to throw out.
    /// </summary>
    /// <param name="a">The formula.</param>
    /// <param name="celsius">Where it is wrong, C.</param>
    /// <param name="firmer">True for firmer, false for softer.</param>
    /// <param name="mended">True when what was found is gone.</param>
    public static IEnumerable<Fix> Ways(Assessment a, double celsius, bool firmer, Func<FirmnessModel, bool> mended)
    {
        var resolved = a.Resolved;
        var everywhere = TextureFindings.SuitsEverywhere(resolved, firmer);
        bool suits(FirmnessModel model) => everywhere(model) && mended(model);
        foreach (var line in Structuring(a, celsius).Take(MostLines))
        {
            var ingredient = resolved.Ingredients[line];
            var furthest = firmer ? MostOf(a, ingredient) : 0m;
            if (
                (
                    DoseSearch.Least(resolved, ingredient, line, furthest, suits)
                    ?? DoseSearch.Least(resolved, ingredient, line, furthest, mended)
                ) is
                { } dose
            )
                yield return FixBuilder.SetTo(resolved, line, dose, $"{ingredient.ShortName} to {Two(dose)}");
        }

        if (!firmer)
            yield break;
        foreach (var wax in Hardeners(a).Take(MostLines))
        {
            var window = DosePlacement.WindowFor(resolved.Formula, wax, resolved.Rules, resolved.Settings);
            if (
                window?.MaxPercent is { } most
                && (DoseSearch.Least(resolved, wax, -1, most, suits) ?? DoseSearch.Least(resolved, wax, -1, most, mended)) is { } dose
            )
            {
                dose = Math.Max(dose, window.MinPercent ?? 0m);
                yield return FixBuilder.Add(resolved, wax, dose, Stage.Melt, $"Add {Two(dose)} {wax.Name.ToLowerInvariant()}");
            }
        }
    }

    /// <summary>Lines that give the mix its firmness, the one that gives most first; the balance line cannot be set.</summary>
    public static IEnumerable<int> Structuring(Assessment a, double celsius)
    {
        var rules = a.Resolved.Rules.Texture;
        return Enumerable
            .Range(0, a.Resolved.Ingredients.Length)
            .Where(line => !a.Resolved.Formula.Lines[line].IsBalance && a.Resolved.Totals.Percents[line] > 0m)
            .Select(line =>
                (
                    Line: line,
                    Firmness: (double)a.Resolved.Totals.Percents[line]
                        * a.Resolved.Ingredients[line]
                            .Species.Where(species => species.MeltingCelsius > celsius)
                            .Sum(species => species.MassShare * rules.StrengthOf(species.Family))
                )
            )
            .Where(entry => entry.Firmness > 0)
            .OrderByDescending(entry => entry.Firmness)
            .ThenBy(entry => a.Resolved.Ingredients[entry.Line].Slug, StringComparer.Ordinal)
            .Select(entry => entry.Line);
    }

    /// <summary>Hardeners that could join; nothing of bees where nothing of bees is in.</summary>
    private static IEnumerable<Ingredient> Hardeners(Assessment a)
    {
        var free = Declares.Of(a.Resolved);
        var rules = a.Resolved.Rules.Texture.Structure;
        var slugs = free.Holds("beeFree") ? rules.HardenersBeeFree : rules.Hardeners;
        return slugs.Where(slug => a.Resolved.LinesOf(slug).IsEmpty).Select(a.Resolved.Catalogue.Find).OfType<Ingredient>();
    }

    private static decimal MostOf(Assessment a, Ingredient ingredient)
    {
        var placement = a.Placements[ingredient.Slug];
        return Math.Min(placement.Window?.MaxPercent ?? 100m, placement.Limit?.Percent ?? 100m);
    }
}
