using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Drawing;

/// <summary>The usual window of one kind of product, px on the shared axis; beads are the maker's own doses.</summary>
internal sealed record WindowLine(
    string Kind,
    double From,
    double To,
    double? Limit,
    IReadOnlyList<double> Doses,
    string Text,
    string Label
);

/// <summary>Usage windows of an ingredient on one axis of 214 px, one line per kind of product; kinds with the same window share a
/// line.</summary>
internal sealed record WindowAxis(IReadOnlyList<WindowLine> Lines, decimal Top)
{
    /// <summary>Length of the axis, px.</summary>
    public const double Width = 214;

    private static readonly decimal[] Tops = [1m, 2m, 5m, 10m, 20m, 50m, 100m];

    /// <summary>Lays the windows out under the maker's choices.</summary>
    public static WindowAxis Of(Ingredient ingredient, Catalogue catalogue, EvaluationSettings settings, IReadOnlyList<IngredientUse> uses)
    {
        var forms = catalogue.Rules.Forms.Forms.OrderBy(row => row.Form).ToList();
        // A form with the windows of another is named only where it differs from that.
        DoseRule? Window(FormRow row) => WindowOf(row, ingredient, catalogue, settings, out _);
        var named = forms
            .Where(row => row.WindowsOf is not { } like || !Equals(Window(row), Window(catalogue.Rules.Forms.Of(like))))
            .ToList();
        ProductForm NamedAs(ProductForm form) =>
            named.Exists(row => row.Form == form) ? form : catalogue.Rules.Forms.Of(form).WindowsOf ?? form;
        var known = named
            .Select(row => (Kind: row.Form, Window: WindowOf(row, ingredient, catalogue, settings, out var limit), Limit: limit))
            .Where(entry => entry.Window is not null)
            .ToList();
        var doses = uses.Select(use => use.Percent).DefaultIfEmpty(0m).Max();
        var highest = known
            .Select(entry => Math.Max(entry.Window!.MaxPercent!.Value, entry.Limit is <= 100m ? entry.Limit.Value : 0m))
            .Append(doses)
            .Max();
        var top = Tops.FirstOrDefault(candidate => candidate >= highest, 100m);
        double X(decimal percent) => (double)(percent / top) * Width;
        var lines = known
            .GroupBy(entry => (entry.Window!.MinPercent, entry.Window.MaxPercent, entry.Limit))
            .Select(group =>
            {
                var (least, most, limit) = (group.Key.MinPercent ?? 0m, group.Key.MaxPercent!.Value, group.Key.Limit);
                var kinds = group.Count() == named.Count ? "any product" : string.Join(", ", group.Select(entry => Words.Of(entry.Kind)));
                var text = $"{Shown.Short(least)} to {Shown.Short(most)}";
                return new WindowLine(
                    char.ToUpperInvariant(kinds[0]) + kinds[1..],
                    X(least),
                    X(most),
                    limit <= top ? X(limit.Value) : null,
                    [.. uses.Where(use => group.Any(entry => entry.Kind == NamedAs(use.Form))).Select(use => X(use.Percent))],
                    text,
                    $"{kinds}: usual {text} percent{(limit is { } hard ? $", at most {Shown.Short(hard)}" : "")}"
                );
            });
        return new WindowAxis([.. lines], top);
    }

    private static DoseRule? WindowOf(
        FormRow form,
        Ingredient ingredient,
        Catalogue catalogue,
        EvaluationSettings settings,
        out decimal? limit
    )
    {
        var formula = form.Start("window") with { Phases = [new("A", "A", Stage.Melt)], Lines = [new("A", ingredient.Slug, null)] };
        limit = DosePlacement.LimitFor(ResolvedFormula.Of(formula, catalogue, settings), ingredient)?.Percent;
        return DosePlacement.WindowFor(formula, ingredient, catalogue.Rules, settings);
    }
}
