using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>Tables of doses: every row, alone, with an ingredient that it speaks of, in a product that it speaks of.</summary>
internal static class RowBorders
{
    public static IEnumerable<Border> Windows =>
        Some
            .Catalogue.Rules.ClassWindows.SelectMany(
                (row, at) =>
                    Of(row, at, "windows/windows", Some.Catalogue.Ingredients.First(ingredient => row.Classes.Contains(ingredient.Class)))
            )
            .ToList();

    public static IEnumerable<Border> Limits =>
        Some.Catalogue.Rules.SubstanceLimits.Select(
            (row, at) =>
            {
                // Some speak of what only a maker's own ingredient would hold.
                var sample = Some.Catalogue.Find("lavender-oil")! with
                {
                    Slug = "own:sample",
                    Composition = [new(new InciName(row.Subject[0], row.Subject[0]), 40m, 60m)],
                    Doses = [],
                };
                return new Border(
                    $"limits/limits/{at}/maxPercent",
                    Side.Above,
                    In(row.Applies, sample.Slug, 10m),
                    a => (double)a.Resolved.SumOf(row.Subject).High,
                    FindingCodes.OverLimit,
                    Severity.Stop
                )
                {
                    Settings = Chosen(row.Schools, row.Region),
                    Alone = ("limits", at),
                    Own = sample,
                };
            }
        );

    public static IEnumerable<Border> Groups =>
        Some.Catalogue.Rules.GroupLimits.Select(
            (row, at) =>
                new Border(
                    $"groups/groups/{at}/maxPercent",
                    Side.Above,
                    In(row.Applies, Some.Catalogue.Ingredients.First(row.Counts).Slug, 10m),
                    _ => 10,
                    FindingCodes.GroupOver,
                    row.Severity
                )
                {
                    Settings = Chosen(row.Schools, null),
                    Alone = ("groups", at),
                }
        );

    private static IEnumerable<Border> Of(ClassWindow row, int at, string list, Ingredient sample)
    {
        Border At(string member, Side side, decimal border, string code) =>
            new(
                $"{list}/{at}/{member}",
                side,
                In(row.Applies, sample.Slug, border),
                _ => (double)border,
                a => Some.Evaluate(a).Any(finding => finding.Code == code && finding.Lines.Contains(0))
            )
            {
                Settings = Chosen(row.Schools, row.Region),
                Alone = ("windows", at),
                // Nothing of its own, neither doses nor a substance with a limit.
                Own = sample with { Doses = [], Composition = [new(new InciName("Sample", "Sample"), 100m, 100m)] },
            };
        if (row.MinPercent is { } least)
            yield return At("minPercent", Side.Below, least, FindingCodes.BelowWindow);
        if (row.MaxPercent is { } most)
            yield return At("maxPercent", Side.Above, most, FindingCodes.AboveWindow);
    }

    /// <summary>The first kind of product that a row speaks of, with 10 % of the ingredient in jojoba oil.</summary>
    private static Formula In(DoseScope scope, string slug, decimal percent) =>
        Some.Formula(
            scope.Forms.Append(ProductForm.Balm).First(),
            (slug, percent),
            (slug == "jojoba-oil" ? "castor-oil" : "jojoba-oil", null)
        ) with
        {
            Zone = scope.Zones.Append(Zone.Body).First(),
            Audience = scope.Audiences.Append(Audience.Adult).First(),
            Exposure = scope.Exposures.Append(Exposure.LeaveOn).First(),
        };

    private static EvaluationSettings Chosen(SchoolCondition? schools, Region? region) =>
        new()
        {
            Region = region ?? Region.Eu,
            Scent = schools?.Scent ?? EvaluationSettings.Default.Scent,
            Pregnancy = schools?.Pregnancy ?? EvaluationSettings.Default.Pregnancy,
        };
}
