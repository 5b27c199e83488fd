using System.Text.RegularExpressions;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Larder;

/// <summary>Whether an ingredient holds together: what a maker types or imports is checked here before it is kept.</summary>
public static partial class IngredientChecks
{
    private const int LongestName = 120;
    private const int LongestText = 400;
    private const int LongestSource = 1000;
    private const int MostConstituents = 100;
    private const double LeastFattyAcids = 95;
    private const double MostFattyAcids = 101;

    /// <summary>Where an ingredient may come from.</summary>
    public static IReadOnlyList<string> Origins { get; } = ["plant", "bee", "wool", "animal", "mineral", "synthetic"];

    /// <summary>Everything that is wrong, with pointers into the ingredient's document; empty when it is sound.</summary>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    public static IEnumerable<DocumentProblem> Problems(Ingredient ingredient, Catalogue catalogue) =>
        [.. Names(ingredient, catalogue), .. OfValues(ingredient, catalogue)];

    /// <summary>What is wrong with its composition, values, fats and doses, whoever wrote it.</summary>
    internal static IEnumerable<DocumentProblem> OfValues(Ingredient ingredient, Catalogue catalogue) =>
        [.. Composition(ingredient), .. Values(ingredient), .. Fats(ingredient, catalogue), .. Doses(ingredient)];

    /// <summary>What is wrong with one measured value; null when nothing is.</summary>
    /// <param name="property">The measured property that the value is of.</param>
    /// <param name="value">The value with its range and source.</param>
    /// <param name="pointer">Place in the document, as a JSON pointer, that problems are told at.</param>
    public static IEnumerable<DocumentProblem> OfValue(IngredientProperty property, Quantity value, string pointer)
    {
        if (!double.IsFinite(value.Value) || value.Value < property.Least || value.Value > property.Most)
            yield return new(pointer, $"{property.Words} must be from {property.Least:0.##} to {property.Most:0.##} {property.Unit}.");
        else if (!(value.Low <= value.Value && value.Value <= value.High))
            yield return new(
                pointer,
                $"{property.Words}: its range is upside down or leaves the value out ({value.Low:0.###} to {value.High:0.###}, "
                    + $"value {value.Value:0.###})."
            );
        if (value.Unit != property.Unit)
            yield return new($"{pointer}/unit", $"{property.Words} is given in {property.Unit}.");
        if (string.IsNullOrWhiteSpace(value.Source) || value.Source.Length > LongestSource)
            yield return new(
                $"{pointer}/source",
                $"{property.Words} needs a source of at most {LongestSource} letters: a document, a supplier's sheet, or your "
                    + $"own measurement."
            );
    }

    private static IEnumerable<DocumentProblem> Names(Ingredient ingredient, Catalogue catalogue)
    {
        if (!SlugPattern().IsMatch(ingredient.Slug))
            yield return new("/slug", $"must be \"{OwnIngredients.Prefix}\" and at most 60 small letters, digits and hyphens.");
        if (string.IsNullOrWhiteSpace(ingredient.Name) || ingredient.Name.Length > LongestName)
            yield return new("/name", $"A name of at most {LongestName} letters is wanted.");
        if (ingredient.Role.Length > 40)
            yield return new("/role", "A role is one or two words, at most 40 letters.");
        if (ingredient.Purpose?.Length > LongestText)
            yield return new("/purpose", $"At most {LongestText} letters.");
        if (
            ingredient.AlsoKnownAs.Length > 20
            || ingredient.AlsoKnownAs.Any(name => string.IsNullOrWhiteSpace(name) || name.Length > LongestName)
        )
            yield return new("/alsoKnownAs", $"At most 20 other names of at most {LongestName} letters.");
        foreach (var origin in ingredient.Origins.Where(origin => !Origins.Contains(origin)))
            yield return new("/origins", $"\"{origin}\" is not an origin. These are: {string.Join(", ", Origins)}.");
        foreach (var key in ingredient.Allergens.Where(key => catalogue.Rules.Allergens.All(source => source.Key != key)))
            yield return new(
                "/allergens",
                $"\"{key}\" is not an allergen source. These are: "
                    + $"{string.Join(", ", catalogue.Rules.Allergens.Select(source => source.Key))}."
            );
    }

    private static IEnumerable<DocumentProblem> Composition(Ingredient ingredient)
    {
        if (ingredient.Composition.IsDefaultOrEmpty || ingredient.Composition.Length > 50)
        {
            yield return new("/composition", "From 1 to 50 substances are wanted.");
            yield break;
        }

        for (var at = 0; at < ingredient.Composition.Length; at++)
        {
            var component = ingredient.Composition[at];
            if (
                string.IsNullOrWhiteSpace(component.Inci.Eu)
                || string.IsNullOrWhiteSpace(component.Inci.Us)
                || component.Inci.Eu.Length > 200
                || component.Inci.Us.Length > 200
            )
                yield return new($"/composition/{at}/inci", "A substance needs its names, at most 200 letters each.");
            if (component.LowPercent < 0m || component.HighPercent > 100m || component.LowPercent > component.HighPercent)
                yield return new(
                    $"/composition/{at}",
                    $"{component.Inci.Eu}: its range is upside down or leaves 0 to 100 ({component.LowPercent} to {component.HighPercent})."
                );
        }

        var (low, high) = (
            ingredient.Composition.Sum(component => component.LowPercent),
            ingredient.Composition.Sum(component => component.HighPercent)
        );
        if (low > 100m || high < 100m)
            yield return new("/composition", $"The substances cannot make 100 %: together they are {low:0.##} to {high:0.##}.");
        if (ingredient.Constituents.Length > MostConstituents)
            yield return new("/constituents", $"At most {MostConstituents} declared substances are kept.");
        foreach (var declared in ingredient.Constituents)
        {
            if (
                string.IsNullOrWhiteSpace(declared.Name)
                || declared.Name.Length > 200
                || declared.LowPercent < 0m
                || declared.HighPercent > 100m
                || declared.LowPercent > declared.HighPercent
            )
                yield return new(
                    "/constituents",
                    $"{declared.Name}: its range is upside down or leaves 0 to 100 ({declared.LowPercent} to {declared.HighPercent})."
                );
            if (string.IsNullOrWhiteSpace(declared.Source) || declared.Source.Length > LongestSource)
                yield return new(
                    "/constituents",
                    $"What the supplier declares needs a source of at most {LongestSource} letters, such as the sheet and its date."
                );
        }
    }

    private static IEnumerable<DocumentProblem> Values(Ingredient ingredient)
    {
        foreach (var property in IngredientProperty.All)
        {
            if (property.Of(ingredient) is { } value)
            {
                foreach (var problem in OfValue(property, value, $"/{property.Name}"))
                    yield return problem;
            }
        }

        if (
            ingredient.Viscosity.Any(viscosity =>
                !(viscosity.Value > 0 && viscosity.Low <= viscosity.Value && viscosity.Value <= viscosity.High) || viscosity.Unit != "mPa s"
            )
        )
            yield return new("/viscosity", "A viscosity is above 0, inside its range, in mPa s.");
        if (
            ingredient.Feel is { } feel
            && new[] { feel.Greasiness, feel.Drag, feel.Tack, feel.Absorbency }.Any(rating => rating is not (>= 0 and <= 10))
        )
            yield return new("/feel", "Ratings run from 0 to 10.");
    }

    private static IEnumerable<DocumentProblem> Fats(Ingredient ingredient, Catalogue catalogue)
    {
        if (ingredient.FattyAcids.Count > 0)
        {
            if (ingredient.FattyAcids.Any(acid => !AcidPattern().IsMatch(acid.Key) || acid.Value is not (>= 0 and <= 100)))
                yield return new("/fattyAcids", "Fatty acids are named like C18:1, each from 0 to 100 percent.");
            else if (ingredient.FattyAcids.Values.Sum() is var sum && sum is < LeastFattyAcids or > MostFattyAcids)
                yield return new(
                    "/fattyAcids",
                    $"Together the fatty acids make {sum:0.#} %; {LeastFattyAcids} to {MostFattyAcids} is believed."
                );
            if (string.IsNullOrWhiteSpace(ingredient.FattyAcidsSource))
                yield return new("/fattyAcidsSource", "Fatty acids need a source.");
        }

        if (
            ingredient.Species.Length > 10
            || ingredient.Species.Any(species =>
                species.MassShare is not (> 0 and <= 1)
                || species.MeltingCelsius is not (> -100 and < 400)
                || species.FusionKilojoulesPerMole is not (> 0 and < 1000)
                || species.GramsPerMole is not (> 10 and < 100_000)
            )
            || ingredient.Species.Sum(species => species.MassShare) > 1 + 1e-9
        )
            yield return new(
                "/species",
                "At most 10 melting species; shares above 0 that together are at most 1, and believable temperatures, heats and masses."
            );
        foreach (var species in ingredient.Species.Where(species => !catalogue.Rules.Texture.Strengths.ContainsKey(species.Family)))
            yield return new(
                "/species",
                $"\"{species.Family}\" is not a family. These are: "
                    + $"{string.Join(", ", catalogue.Rules.Texture.Strengths.Keys.Order(StringComparer.Ordinal))}."
            );
        foreach (var crystal in ingredient.Species.Select(species => species.Crystal).OfType<string>().Distinct(StringComparer.Ordinal))
        {
            if (!catalogue.Rules.Texture.Crystals.ContainsKey(crystal))
                yield return new(
                    "/species",
                    $"\"{crystal}\" is not a crystal. These are: "
                        + $"{string.Join(", ", catalogue.Rules.Texture.Crystals.Keys.Order(StringComparer.Ordinal))}."
                );
        }

        if (ingredient.Species.Length > 0 && string.IsNullOrWhiteSpace(ingredient.SpeciesSource))
            yield return new("/speciesSource", "Melting species need a source.");
    }

    private static IEnumerable<DocumentProblem> Doses(Ingredient ingredient)
    {
        for (var at = 0; at < ingredient.Doses.Length; at++)
        {
            var dose = ingredient.Doses[at];
            if (dose.MinPercent is < 0m or > 100m || dose.MaxPercent is < 0m or > 100m || dose.MinPercent > dose.MaxPercent)
                yield return new(
                    $"/doses/{at}",
                    $"A dose runs from low to high between 0 and 100 %, not {dose.MinPercent} to {dose.MaxPercent}."
                );
            if (string.IsNullOrWhiteSpace(dose.Source))
                yield return new($"/doses/{at}/source", "A dose needs a source.");
        }
    }

    [GeneratedRegex("^own:[a-z0-9](?:[a-z0-9-]{0,58}[a-z0-9])?$", RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture)]
    private static partial Regex SlugPattern();

    [GeneratedRegex("^C[0-9]{1,2}:[0-9][A-Za-z0-9-]{0,10}$", RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture)]
    private static partial Regex AcidPattern();
}
