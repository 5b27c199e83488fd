using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Larder;

/// <summary>What the larder is narrowed to.</summary>
/// <param name="Find">Any name.</param>
/// <param name="OfClass">One class.</param>
/// <param name="Origin">One origin.</param>
/// <param name="Without">An allergen source it must not bring.</param>
/// <param name="Show">"stock" for what is in the larder, "own" for the maker's own, else all.</param>
/// <param name="Order">What it is ordered by, a word of <see cref="LarderView.Orders"/>; else as it is found.</param>
internal sealed record LarderFilter(string? Find, string? OfClass, string? Origin, string? Without, string? Show, string? Order)
{
    /// <summary>True when nothing narrows it.</summary>
    public bool IsEmpty =>
        string.IsNullOrWhiteSpace(Find)
        && string.IsNullOrEmpty(OfClass)
        && string.IsNullOrEmpty(Origin)
        && string.IsNullOrEmpty(Without)
        && string.IsNullOrEmpty(Show);

    /// <summary>True when an ingredient passes all but the name.</summary>
    public bool Passes(Ingredient ingredient, bool inStock) =>
        (!Vocabulary.TryParse<IngredientClass>(OfClass, out var ofClass) || ingredient.Class == ofClass)
        && (string.IsNullOrEmpty(Origin) || ingredient.Origins.Contains(Origin))
        && (string.IsNullOrEmpty(Without) || !ingredient.Allergens.Contains(Without))
        && (Show != "stock" || inStock)
        && (Show != "own" || OwnIngredients.IsOwn(ingredient.Slug));
}

/// <summary>A line of the larder.</summary>
internal sealed record LarderLine(Ingredient Ingredient, Hatch Hatch, string Melts, string Keeps, string Stock, int Uses, string Marks);

/// <summary>A lot that needs a look.</summary>
internal sealed record LotLine(Lot Lot, Ingredient Ingredient, LotState State, string Text);

/// <summary>The larder as a list.</summary>
internal sealed record LarderView(
    IReadOnlyList<LarderLine> Lines,
    int Total,
    int Own,
    int Stocked,
    LarderFilter Filter,
    IReadOnlyList<LotLine> NearEnd
)
{
    /// <summary>What the list can be ordered by: the word of it, and how it is said.</summary>
    public static (string Word, string Text)[] Orders { get; } =
    [
        ("", "best match"),
        ("stock", "in stock first"),
        ("name", "name"),
        ("kind", "kind"),
        ("melts", "melts first"),
        ("keeps", "keeps shortest"),
        ("grams", "most in stock"),
        ("uses", "most used"),
    ];

    /// <summary>Lays the list out.</summary>
    /// <param name="found">What the search found, best first.</param>
    /// <param name="present">All that is in the larder.</param>
    /// <param name="lots">All lots.</param>
    /// <param name="uses">How many formulas hold a slug.</param>
    /// <param name="filter">What it is narrowed to.</param>
    /// <param name="today">The day.</param>
    public static LarderView Of(
        IReadOnlyList<Ingredient> found,
        IReadOnlyCollection<Ingredient> present,
        IReadOnlyList<Lot> lots,
        IReadOnlyDictionary<string, int> uses,
        LarderFilter filter,
        DateOnly today
    )
    {
        var grams = lots.GroupBy(lot => lot.Ingredient, StringComparer.Ordinal)
            .ToDictionary(group => group.Key, group => group.Sum(lot => lot.RemainingGrams), StringComparer.Ordinal);
        var bySlug = present.ToDictionary(ingredient => ingredient.Slug, StringComparer.Ordinal);
        return new LarderView(
            [
                .. Ordered(
                        found.Where(ingredient => filter.Passes(ingredient, grams.GetValueOrDefault(ingredient.Slug) > 0m)),
                        filter.Order,
                        grams,
                        uses
                    )
                    .Select(ingredient => LineOf(ingredient, grams, uses)),
            ],
            present.Count,
            present.Count(ingredient => OwnIngredients.IsOwn(ingredient.Slug)),
            grams.Count(entry => entry.Value > 0m),
            filter,
            [
                .. lots.Where(lot => bySlug.ContainsKey(lot.Ingredient))
                    .Select(lot => LotWords.LineOf(lot, bySlug[lot.Ingredient], today))
                    .Where(line => line.State is LotState.Ended or LotState.NearEnd)
                    .OrderBy(line => line.Lot.EndsOn(line.Ingredient)),
            ]
        );
    }

    /// <summary>What has no value stands last; what is equal stays as it was found.</summary>
    private static IEnumerable<Ingredient> Ordered(
        IEnumerable<Ingredient> found,
        string? order,
        Dictionary<string, decimal> grams,
        IReadOnlyDictionary<string, int> uses
    ) =>
        order switch
        {
            "stock" => found.OrderByDescending(ingredient => grams.GetValueOrDefault(ingredient.Slug) > 0m),
            "name" => found.OrderBy(ingredient => IngredientSearch.Fold(ingredient.Name), StringComparer.Ordinal),
            "kind" => found.OrderBy(ingredient => ingredient.Class),
            "melts" => found.OrderBy(ingredient =>
                ingredient.Species.IsEmpty ? double.MaxValue : ingredient.MeltingPoint?.Value ?? double.MaxValue
            ),
            "keeps" => found.OrderBy(ingredient => ingredient.ShelfLifeMonths?.Value ?? double.MaxValue),
            "grams" => found.OrderByDescending(ingredient => grams.GetValueOrDefault(ingredient.Slug)),
            "uses" => found.OrderByDescending(ingredient => uses.GetValueOrDefault(ingredient.Slug)),
            _ => found,
        };

    private static LarderLine LineOf(Ingredient ingredient, Dictionary<string, decimal> grams, IReadOnlyDictionary<string, int> uses) =>
        new(
            ingredient,
            Hatches.Of(ingredient),
            ingredient.Species.IsEmpty || ingredient.MeltingPoint is not { } melts ? "" : Shown.Degree(melts.Value, "0.#"),
            ingredient.ShelfLifeMonths is { } keeps ? RangeGauge.Text(keeps.Value) : "",
            grams.TryGetValue(ingredient.Slug, out var left) && left > 0m ? Shown.Short(decimal.Round(left, 1)) : "",
            uses.GetValueOrDefault(ingredient.Slug),
            string.Join(", ", ingredient.Origins.Where(origin => origin is not "plant").Concat(ingredient.Allergens).Distinct())
        );
}

/// <summary>How lots are said.</summary>
internal static class LotWords
{
    /// <summary>A lot with its state in words.</summary>
    public static LotLine LineOf(Lot lot, Ingredient ingredient, DateOnly today)
    {
        var state = lot.StateOn(today, ingredient);
        var days = lot.EndsOn(ingredient) is { } end ? end.DayNumber - today.DayNumber : 0;
        return new LotLine(
            lot,
            ingredient,
            state,
            state switch
            {
                LotState.Ended => days == -1 ? "ended yesterday" : $"ended {-days} days ago",
                LotState.NearEnd => days == 0 ? "ends today"
                : days == 1 ? "1 day left"
                : $"{days} days left",
                LotState.InUse => "in use",
                LotState.Sealed => "sealed",
                LotState.Empty => "used up",
                _ => throw new UnreachableException(),
            }
        );
    }
}
