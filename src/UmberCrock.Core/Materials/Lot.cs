using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Materials;

/// <summary>What state a lot is in on a day.</summary>
public enum LotState
{
    /// <summary>The lot's date of durability has passed.</summary>
    Ended,

    /// <summary>The lot's date of durability is near.</summary>
    NearEnd,

    /// <summary>The lot is opened and being used.</summary>
    InUse,

    /// <summary>The lot has not been opened yet.</summary>
    Sealed,

    /// <summary>Nothing is left of the lot to use.</summary>
    Empty,
}

/// <summary>A jar or bag of an ingredient as it was bought.</summary>
/// <param name="Id">Key; 0 for one that is not kept yet.</param>
/// <param name="Ingredient">Slug of the ingredient that the lot is of.</param>
/// <param name="Code">The code that the supplier wrote on the lot.</param>
/// <param name="Supplier">From whom the lot was bought, in words.</param>
/// <param name="BoughtOn">The day on which the lot was bought.</param>
/// <param name="BoughtGrams">How much of the lot was bought, g.</param>
/// <param name="RemainingGrams">How much is left of the lot, g.</param>
/// <param name="PricePerKilogram">Price of a kilogram, in the maker's currency.</param>
/// <param name="OpenedOn">When it was opened; null for sealed.</param>
/// <param name="UseBy">When it ends, as printed; null when nothing is printed.</param>
/// <param name="Notes">The maker's own words about the lot.</param>
public sealed record Lot(
    long Id,
    string Ingredient,
    string Code,
    string Supplier,
    DateOnly? BoughtOn,
    decimal BoughtGrams,
    decimal RemainingGrams,
    decimal? PricePerKilogram,
    DateOnly? OpenedOn,
    DateOnly? UseBy,
    string Notes
)
{
    /// <summary>From so many days before its end a lot is near it.</summary>
    public const int NearDays = 30;

    private const decimal MostGrams = 1_000_000m;

    /// <summary>The day it ends: as printed or, once opened, when its shelf life opened is over, whichever is first; null when neither is
    /// known.</summary>
    public DateOnly? EndsOn(Ingredient ingredient)
    {
        var afterOpening =
            OpenedOn is { } opened && ingredient.ShelfLifeOpenedMonths is { } months && opened <= Days.Latest
                ? opened.AddMonths((int)Math.Floor(months.Value))
                : (DateOnly?)null;
        return UseBy is null ? afterOpening
            : afterOpening is null || UseBy < afterOpening ? UseBy
            : afterOpening;
    }

    /// <summary>What the lot is to be thought of on a day: sealed, in use, ended.</summary>
    /// <param name="today">The day that counts as today.</param>
    /// <param name="ingredient">The ingredient that is asked about.</param>
    public LotState StateOn(DateOnly today, Ingredient ingredient)
    {
        if (RemainingGrams == 0m)
            return LotState.Empty;
        if (EndsOn(ingredient) is { } end && today >= end.AddDays(-NearDays))
            return end < today ? LotState.Ended : LotState.NearEnd;
        return OpenedOn is null ? LotState.Sealed : LotState.InUse;
    }

    /// <summary>What is wrong with it, with pointers by field; empty when it is sound.</summary>
    public IEnumerable<DocumentProblem> Problems()
    {
        if (string.IsNullOrWhiteSpace(Code) || Code.Length > 40)
            yield return new("/code", "A lot needs a mark of at most 40 letters, such as S3: write it on the jar.");
        if (Supplier.Length > 120)
            yield return new("/supplier", "At most 120 letters.");
        if (Notes.Length > 1000)
            yield return new("/notes", "At most 1000 letters.");
        if (BoughtGrams is <= 0m or > MostGrams)
            yield return new("/boughtGrams", $"More than 0 and at most {MostGrams:0} g.");
        if (RemainingGrams < 0m || RemainingGrams > BoughtGrams)
            yield return new("/remainingGrams", "From 0 to what was bought.");
        if (PricePerKilogram is < 0m or > MostGrams)
            yield return new("/pricePerKilogram", "A price from 0.");
        foreach (var (day, pointer) in new[] { (BoughtOn, "/boughtOn"), (OpenedOn, "/openedOn"), (UseBy, "/useBy") })
        {
            if (Days.Problem(day, pointer) is { } problem)
                yield return problem;
        }

        if (OpenedOn < BoughtOn)
            yield return new("/openedOn", "It was opened before it was bought.");
        if (UseBy < BoughtOn)
            yield return new("/useBy", "It ended before it was bought.");
    }
}
