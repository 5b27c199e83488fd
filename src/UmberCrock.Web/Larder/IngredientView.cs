using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Trials;
using UmberCrock.Core.Units;
using UmberCrock.Storage;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Larder;

/// <summary>A known value with its gauge.</summary>
/// <param name="Property">What it is.</param>
/// <param name="Used">The value that stands; null when none is known.</param>
/// <param name="Catalogue">The catalogue's, when an own value stands in its place.</param>
/// <param name="Gauge">Its gauge; null when no value is known.</param>
internal sealed record KnownValue(IngredientProperty Property, Quantity? Used, Quantity? Catalogue, RangeGauge? Gauge);

/// <summary>Everything the page of an ingredient shows.</summary>
internal sealed record IngredientView
{
    private static readonly Climate Neat = new(5m, 30m);

    /// <summary>The ingredient, own values in place.</summary>
    public required Ingredient Ingredient { get; init; }

    /// <summary>Its hatch.</summary>
    public required Hatch Hatch { get; init; }

    /// <summary>"soft butter, from a plant; tree nut".</summary>
    public required string Kind { get; init; }

    /// <summary>Usage windows.</summary>
    public required WindowAxis Windows { get; init; }

    /// <summary>Melt chart of the neat material; null for what does not melt.</summary>
    public required MeltDrawing? Melt { get; init; }

    /// <summary>Fatty acids; null when not known.</summary>
    public required FattyAcidBar? Acids { get; init; }

    /// <summary>What could stand in its place.</summary>
    public required IReadOnlyList<Replacement> Replacements { get; init; }

    /// <summary>Known values.</summary>
    public required IReadOnlyList<KnownValue> Values { get; init; }

    /// <summary>Its lots.</summary>
    public required IReadOnlyList<LotLine> Lots { get; init; }

    /// <summary>Formulas that hold it.</summary>
    public required IReadOnlyList<IngredientUse> Uses { get; init; }

    /// <summary>How many formulas there are.</summary>
    public required int Formulas { get; init; }

    /// <summary>Slug before and after it, by name.</summary>
    public required (string? Before, string? After) Neighbours { get; init; }

    /// <summary>Limits and windows with their sources, in words.</summary>
    public required IReadOnlyList<(string What, string Source)> Sources { get; init; }

    /// <summary>Grams left of all lots.</summary>
    public decimal GramsLeft => Lots.Sum(line => line.Lot.RemainingGrams);

    /// <summary>Lays an ingredient out.</summary>
    public static IngredientView Of(
        Ingredient ingredient,
        Knowledge knowledge,
        IReadOnlyList<Ingredient> present,
        IReadOnlyList<Lot> lots,
        IReadOnlyList<IngredientUse> uses,
        int formulas,
        DateOnly today
    )
    {
        var catalogue = knowledge.Catalogue;
        // Own values stand in place of the catalogue's, or of those an own ingredient was made with.
        var before = knowledge.Shipped.Find(ingredient.Slug);
        var at = present.ToList().FindIndex(other => other.Slug == ingredient.Slug);
        return new IngredientView
        {
            Ingredient = ingredient,
            Hatch = Hatches.Of(ingredient),
            Kind =
                $"{Vocabulary.Word(ingredient.Class).Replace('-', ' ')}, "
                + $"{string.Join(" and ", ingredient.Origins)}{(ingredient.Allergens.IsEmpty ? ""
                    : $"; {string.Join(", ", ingredient.Allergens)}")}",
            Windows = WindowAxis.Of(ingredient, catalogue, knowledge.Settings, uses),
            Melt = MeltOf(ingredient, catalogue),
            Acids = FattyAcidBar.Of(ingredient.FattyAcids),
            Replacements = Core.Trials.Replacements.For(ingredient, present, catalogue, knowledge.Settings),
            Values =
            [
                .. IngredientProperty.All.Select(property => ValueOf(property, ingredient, before)).Where(value => value.Used is not null),
            ],
            Lots = [.. lots.Select(lot => LotWords.LineOf(lot, ingredient, today))],
            Uses = uses,
            Formulas = formulas,
            Neighbours = (at > 0 ? present[at - 1].Slug : null, at >= 0 && at + 1 < present.Count ? present[at + 1].Slug : null),
            Sources = SourcesOf(ingredient, catalogue, knowledge.Settings),
        };
    }

    private static MeltDrawing? MeltOf(Ingredient ingredient, Catalogue catalogue)
    {
        if (ingredient.Species.IsEmpty)
            return null;
        var report = MeltReport.Of([new MeltPart(ingredient, 100m)], Neat, catalogue.Rules.Texture);
        return MeltDrawing.Of(report, Neat, catalogue.Rules.Texture, MeltScale.Neat(report.ClearPointCelsius));
    }

    private static KnownValue ValueOf(IngredientProperty property, Ingredient ingredient, Ingredient? shipped)
    {
        var used = property.Of(ingredient);
        var catalogue = shipped is null ? null : property.Of(shipped);
        var before = catalogue is not null && catalogue != used ? catalogue : null;
        return new KnownValue(property, used, before, used is null ? null : RangeGauge.Of(property.Words, used, before));
    }

    private static IReadOnlyList<(string, string)> SourcesOf(Ingredient ingredient, Catalogue catalogue, EvaluationSettings settings)
    {
        static string Dose(DoseRule rule) =>
            rule.MinPercent is { } least
                ? $"{Shown.Short(least)} to {Shown.Short(rule.MaxPercent ?? 100m)} %"
                : $"at most {Shown.Short(rule.MaxPercent ?? 100m)} %";
        static string Of(DoseRule rule) => rule.Applies.Describe() is { Length: > 0 } scope ? $"{Dose(rule)} ({scope})" : Dose(rule);
        return
        [
            .. ingredient.Doses.Select(rule => (Of(rule) + (rule.Condition is { } condition ? $": {condition}" : ""), rule.Source)),
            .. catalogue
                .Rules.SubstanceLimits.Where(limit =>
                    (limit.Region is null || limit.Region == settings.Region) && ingredient.ShareOf(limit.Subject).High > 0m
                )
                .Select(limit => ($"{limit.Subject[0]} {Of(limit)}: {limit.Condition}", limit.Source)),
            .. catalogue
                .Rules.Phototoxic.Oils.Where(oil => oil.Ingredient == ingredient.Slug)
                .Select(oil => ($"at most {Shown.Short(oil.MaxPercent)} % left on skin that sees daylight", oil.Source)),
            .. catalogue
                .Rules.ClassWindows.Where(window => window.Classes.Contains(ingredient.Class) && window.Schools?.Holds(settings) != false)
                .Select(window => ($"its class: {Of(window)}", window.Source)),
            .. ingredient.FattyAcidsSource is { } acids ? [("fatty acids", acids)] : Array.Empty<(string, string)>(),
            .. ingredient.SpeciesSource is { } species ? [("melting species", species)] : Array.Empty<(string, string)>(),
            .. ingredient.Feel is { } feel ? [("feel", feel.Source)] : Array.Empty<(string, string)>(),
            .. ingredient.Constituents.Select(constituent =>
                (
                    $"{constituent.Name} {Shown.Short(constituent.LowPercent)} to {Shown.Short(constituent.HighPercent)} %",
                    constituent.Source
                )
            ),
            .. ingredient.Viscosity.Select(viscosity =>
                ($"viscosity {RangeGauge.Text(viscosity.Value)} mPa s at {Shown.Temperature(viscosity.Celsius, "0.#")}", viscosity.Source)
            ),
        ];
    }
}
