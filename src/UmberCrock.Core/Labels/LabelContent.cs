using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;

namespace UmberCrock.Core.Labels;

/// <summary>What only the maker knows of a label.</summary>
/// <param name="NetGrams">Net weight at packing, g; null when it is not known yet.</param>
/// <param name="BatchCode">Batch code; empty for none yet.</param>
/// <param name="MadeOn">The day it was made; null when it is not known yet.</param>
/// <param name="Responsible">Name and address of who answers for it; empty for none yet.</param>
public sealed record LabelDetails(decimal? NetGrams, string BatchCode, DateOnly? MadeOn, string Responsible)
{
    /// <summary>Nothing yet.</summary>
    public static LabelDetails None { get; } = new(null, "", null, "");
}

/// <summary>How a text of the label fares.</summary>
public sealed record JudgedClaim(string Text, ImmutableArray<ClaimProblem> Problems)
{
    /// <summary>True when it may be printed.</summary>
    public bool Stands => Problems.All(problem => problem.Severity != Severity.Stop);
}

/// <summary>How long it keeps, as a label says it.</summary>
/// <param name="Text">"Best before 30 Nov 2026", "Best before 18 months from making", or "12 M" for the period after opening.</param>
/// <param name="BestBefore">The date; null without a day of making, and where a period after opening is stated.</param>
/// <param name="OpenMonths">The period after opening; null where there is a date.</param>
/// <param name="Because">The reasoning.</param>
public sealed record Durability(string Text, DateOnly? BestBefore, int? OpenMonths, string Because);

/// <summary>One thing that is asked for.</summary>
/// <param name="Words">What.</param>
/// <param name="Has">True when this label has it; null for what only an assessor or an authority can give, which is never ticked.</param>
/// <param name="Detail">What there is, or what to do.</param>
/// <param name="Source">Who asks for it.</param>
public sealed record LabelCheckItem(string Words, bool? Has, string Detail, string Source);

/// <summary>What stands on a label, every part of it derived. No figure of sun protection gets here by any path.</summary>
/// <param name="Name">The formula's name.</param>
/// <param name="Function">What it is.</param>
/// <param name="Claims">Claims, judged; only those that stand are printed.</param>
/// <param name="Ingredients">The list of the region, without its heading.</param>
/// <param name="Warnings">Warnings in the order they are printed.</param>
/// <param name="SunWarning">The first sentence of what is said about the sun, for a front that has no room for more; empty where there is nothing to say.</param>
/// <param name="Contains">"Contains beeswax and shea (tree nut)": sources of allergens; empty for none.</param>
/// <param name="NetContent">"15 g", in the United States "0.53 oz (15 g)"; empty when it is not known.</param>
/// <param name="Durability">How long it keeps; null when that is not known.</param>
/// <param name="BatchCode">Batch code.</param>
/// <param name="Responsible">Who answers for it.</param>
/// <param name="Checks">What the region asks for, and whether this label has it.</param>
public sealed record LabelContent(
    string Name, string Function, ImmutableArray<JudgedClaim> Claims, string Ingredients, ImmutableArray<string> Warnings, string SunWarning, string Contains, string NetContent, Durability? Durability, string BatchCode,
    string Responsible, ImmutableArray<LabelCheckItem> Checks)
{
    /// <summary>Days are written as on the screens.</summary>
    private const string DayFormat = "d MMM yyyy";

    /// <summary>Derives it.</summary>
    /// <exception cref="DocumentException">The name, the batch code or the address says what no label may.</exception>
    public static LabelContent Of(Formula formula, LabelDetails details, Catalogue catalogue, EvaluationSettings settings)
    {
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        var rules = catalogue.Rules.Label;
        foreach (var (pointer, text) in new[] { ("/formula/name", formula.Name), ("/batch", details.BatchCode), ("/responsible", details.Responsible) })
        {
            if (ClaimCheck.Of(text, resolved).FirstOrDefault(problem => problem.Severity == Severity.Stop) is { } stop)
                throw new DocumentException(pointer, $"says “{stop.Words}”, which may not stand on a label. {stop.Why}");
        }

        var list = settings.Region == Region.Us ? IngredientList.Us(resolved) : IngredientList.Eu(resolved);
        var contains = ContainsOf(resolved);
        var content = new LabelContent(
            formula.Name, rules.Functions.First(function => function.Form == formula.Form).Words,
            [.. formula.Label.Claims.Select(claim => new JudgedClaim(claim, ClaimCheck.Of(claim, resolved)))],
            list.List, [.. rules.Warnings.Where(warning => warning.Stands(resolved)).Select(warning => warning.Text)],
            rules.Warnings.FirstOrDefault(warning => warning.Sun && warning.Stands(resolved)) is { } sun ? $"{sun.Text.Split('.')[0]}." : "", contains,
            NetOf(details.NetGrams, settings.Region, rules), DurabilityOf(resolved, details.MadeOn), details.BatchCode.Trim(), details.Responsible.Trim(), []);
        return content with { Checks = [.. rules.Duties.Where(duty => duty.Region is null || duty.Region == settings.Region).Select(duty => Checked(duty, content))] };

        static string ContainsOf(ResolvedFormula resolved)
        {
            var sources = resolved.Rules.Allergens.Where(source => resolved.Ingredients.Where((_, line) => resolved.Totals.Percents[line] > 0m).Any(ingredient => ingredient.Allergens.Contains(source.Key))).Select(source => source.Words).ToList();
            return sources.Count == 0 ? "" : $"Contains {string.Join(", ", sources)}.";
        }
    }

    private static string NetOf(decimal? grams, Region region, LabelRules rules)
        => grams is not { } net ? "" : region == Region.Us ? $"{Decimals.Two(net / rules.GramsPerOunce)} oz ({Decimals.Short(net)} g)" : $"{Decimals.Short(net)} g";

    /// <summary>The 30-month rule: a date where it keeps 30 months or less, else the months it keeps once opened (Article 19(1)(c)).</summary>
    private static Durability? DurabilityOf(ResolvedFormula resolved, DateOnly? made)
    {
        var keeping = Keeping.KeepingReport.Of(resolved);
        if (keeping.Months is not { } known)
            return null;
        var months = (int)Math.Floor(known);
        var rules = resolved.Rules.Label;
        var weakest = resolved.Catalogue.Find(keeping.Weakest!)!;
        if (months > rules.LongestBestBeforeMonths)
        {
            var open = (int)resolved.Ingredients.Select(ingredient => ingredient.ShelfLifeOpenedMonths?.Value).OfType<double>().DefaultIfEmpty(rules.UsualOpenMonths).Min();
            return new Durability($"{open} M", null, open, $"It keeps {months} months, more than {rules.LongestBestBeforeMonths}: no date is asked for, but how long it keeps once opened; its shortest-lived ingredient, opened, keeps {open}.");
        }

        var because = $"{weakest.Name} turns first; it keeps {months} months, which is not more than {rules.LongestBestBeforeMonths}: a date is asked for.";
        return made is { } day
            ? new Durability($"Best before {day.AddMonths(months).ToString(DayFormat, CultureInfo.InvariantCulture)}", day.AddMonths(months), null, because)
            : new Durability($"Best before {months} months from making", null, null, because);
    }

    private static LabelCheckItem Checked(LabelDuty duty, LabelContent content)
    {
        var (has, detail) = duty.Key switch
        {
            "name" => (true, content.Function),
            "content" => (content.NetContent.Length > 0, content.NetContent.Length > 0 ? content.NetContent : "to weigh"),
            "list" => (content.Ingredients.Length > 0, $"{content.Ingredients.Split(", ").Length} names"),
            "durability" => (content.Durability is { BestBefore: not null } or { OpenMonths: not null }, content.Durability?.Text ?? "not known"),
            "batch" => (content.BatchCode.Length > 0, content.BatchCode.Length > 0 ? content.BatchCode : "to give"),
            "precautions" => (content.Warnings.Length > 0, $"{content.Warnings.Length} lines"),
            "claims" => (content.Claims.All(claim => claim.Stands), content.Claims.All(claim => claim.Stands) ? "all stand" : "see claims"),
            "address" => (content.Responsible.Length > 0, content.Responsible.Length > 0 ? content.Responsible.Split('\n')[0] : "to type in settings"),
            "assessor" => ((bool?)null, "a qualified assessor gives it"),
            _ => (null, "before it is given away or sold"),
        };
        return new LabelCheckItem(duty.Words, has, detail, duty.Source);
    }
}
