using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Topics.Labels;

/// <summary>What studies of a product showed that its label goes by.</summary>
/// <param name="EndsAfterDays">So many days from making it is good; null where nothing shortens it.</param>
/// <param name="Because">Why, in words; empty where nothing shortens it.</param>
/// <param name="StorageLines">How it is to be kept, a sentence each.</param>
public sealed record WatchedEvidence(int? EndsAfterDays, Message Because, ImmutableArray<Message> StorageLines);

/// <summary>How long a product keeps, as its label says it.</summary>
/// <param name="Text">"Best before 30 Nov 2026", "Best before 18 months from making", or "12 M" for the period after opening.</param>
/// <param name="BestBefore">The date; null without a day of making, and where a period after opening is stated.</param>
/// <param name="OpenMonths">The period after opening; null where there is a date.</param>
/// <param name="Because">How the stated time follows from oils and dates.</param>
public sealed record Durability(Message Text, DateOnly? BestBefore, int? OpenMonths, Message Because)
{
    /// <summary>Days are written as on the screens.</summary>
    private const string DayFormat = "d MMM yyyy";

    /// <summary>
    /// The 30-month rule, Regulation (EC) 1223/2009 Article 19(1)(c), from memory: a date where it keeps 30 months or less, else the months
    /// it keeps once opened. A lot that ends
    /// earlier than the blend decides (common practice).
    /// </summary>
    /// <param name="resolved">The formula; its settings say which ingredient decides.</param>
    /// <param name="made">The day it was made; null when that is not known.</param>
    /// <param name="lots">Lots there are; one ends by its printed date or, once opened, by the shelf life opened. Those that end before
    /// that day are not used, nor those of what is not in it.</param>
    /// <param name="watched">What studies of it showed; null where there is none.</param>
    /// <returns>Null when nothing in it has a life of its own, and nothing was watched.</returns>
    public static Durability? Of(ResolvedFormula resolved, DateOnly? made, ImmutableArray<Lot> lots, WatchedEvidence? watched = null)
    {
        var usual = Foreseen(resolved, made, lots);
        if (watched is not { EndsAfterDays: { } days })
            return usual;
        Message because = $"its study: {watched.Because}";
        if (made is not { } start)
            return new Durability($"Best before {days} days from making", null, null, because);
        var end = start.AddDays(days);
        return usual?.BestBefore is { } foreseen && foreseen <= end ? usual : new Durability(Dated(end), end, null, because);
    }

    private static Durability? Foreseen(ResolvedFormula resolved, DateOnly? made, ImmutableArray<Lot> lots)
    {
        var keeping = KeepingReport.Of(resolved);
        if (keeping.Months is not { } known)
            return null;
        var months = (int)Math.Floor(known);
        var rules = resolved.Rules.Label;
        var decides =
            resolved.Settings.BestBefore == BestBeforeSchool.ShortestLived
                ? (Message)$"{resolved.Catalogue.Find(keeping.Weakest!)!.Name} turns first; it keeps {months} months"
                : $"By the lives of all in it, by weight, it keeps {months} months";
        if (
            made is { } day
            && FirstToEnd(resolved, lots, day) is var (lot, name, end)
            && end < day.AddMonths(Math.Min(months, rules.LongestBestBeforeMonths))
        )
        {
            var code = lot.Code.Length > 0 ? (Message)$" {lot.Code}" : "";
            return new Durability(
                Dated(end),
                end,
                null,
                $"{decides}, but the lot{code} of {name} ends on {Written(end)}: that date decides."
            );
        }

        if (months > rules.LongestBestBeforeMonths)
        {
            var open = (int)
                resolved
                    .Ingredients.Select(ingredient => ingredient.ShelfLifeOpenedMonths?.Value)
                    .OfType<double>()
                    .DefaultIfEmpty(rules.UsualOpenMonths)
                    .Min();
            return new Durability(
                $"{open} M",
                null,
                open,
                $"{decides}, more than {rules.LongestBestBeforeMonths}: no date is asked for, but how long it keeps once opened; "
                    + $"its shortest-lived ingredient, opened, keeps {open}."
            );
        }

        var because = $"{decides}, which is not more than {rules.LongestBestBeforeMonths}: a date is asked for.";
        return made is { } start
            ? new Durability(Dated(start.AddMonths(months)), start.AddMonths(months), null, because)
            : new Durability($"Best before {months} months from making", null, null, because);
    }

    private static (Lot Lot, string Name, DateOnly End)? FirstToEnd(ResolvedFormula resolved, ImmutableArray<Lot> lots, DateOnly made)
    {
        var present = resolved.Ingredients.Where((_, line) => resolved.Holds(line)).DistinctBy(ingredient => ingredient.Slug);
        var ends =
            from ingredient in present
            join lot in lots on ingredient.Slug equals lot.Ingredient
            let end = lot.EndsOn(ingredient)
            where end > made
            orderby end, ingredient.Slug
            select (lot, ingredient.Name.ToLowerInvariant(), end.Value);
        return ends.Cast<(Lot, string, DateOnly)?>().FirstOrDefault();
    }

    private static string Dated(DateOnly day) => $"Best before {Written(day)}";

    private static string Written(DateOnly day) => day.ToString(DayFormat, CultureInfo.InvariantCulture);
}
