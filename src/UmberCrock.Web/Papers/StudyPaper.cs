using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Studies;

namespace UmberCrock.Web.Papers;

/// <summary>A study on paper, for whoever judges it: what was made and watched, every look with its verdict, the pictures, what was
/// foreseen, the date, and lines to sign on.</summary>
internal static class StudyPaper
{
    /// <summary>What stands on it.</summary>
    /// <param name="view">The study.</param>
    /// <param name="lots">What is in its batch: ingredient, lot, grams; empty for a rung of a ladder.</param>
    /// <param name="pictures">Where pictures lie.</param>
    /// <param name="knowledge">The ingredients and rules.</param>
    public static IEnumerable<PaperBlock> Of(
        StudyView view,
        IReadOnlyList<(string Ingredient, string Lot, decimal Grams)> lots,
        PictureFolder pictures,
        Knowledge knowledge
    ) =>
        [
            .. Head(view),
            .. Formula(view.Log.Setup, knowledge),
            .. Lots(lots),
            .. Plan(view),
            .. Looks(view),
            .. Pictures(view.Log, pictures),
            .. Forecasts(view),
            .. Date(view.Life),
            new PaperHeading("Signed"),
            new PaperSignatures(["who made and watched it", "who judged it"]),
        ];

    private static IEnumerable<PaperBlock> Head(StudyView view)
    {
        var setup = view.Log.Setup;
        yield return new PaperText(
            $"{(setup.BatchCode.Length > 0 ? $"{setup.BatchCode}, made" : "Made")} {StudyWords.Day(setup.MadeOn)}, on day {view.Age}: "
                + string.Join(
                    ", ",
                    new[] { CheckStatus.Held, CheckStatus.Changed, CheckStatus.Failed, CheckStatus.Due, CheckStatus.Missed }.Select(
                        status => $"{view.Count(status)} {StudyWords.Of(status)}"
                    )
                )
                + $"{(view.Log.Ended is { Event: StudyEnded ended } ? $". Ended: {ended.Reason}" : "")}."
        );
        yield return new PaperText(
            "These are a maker's own looks at jars, with what a program makes of them by rule. They are no stability, challenge or safety "
                + "test: those are for qualified laboratories and assessors, and local rules hold."
        );
    }

    private static IEnumerable<PaperBlock> Formula(StudySetup setup, Knowledge knowledge)
    {
        yield return new PaperHeading("Formula");
        var percents = FormulaTotals.Of(setup.Formula, knowledge.Catalogue.Herbs).Percents;
        yield return new PaperTable(
            [new("ingredient", 0.42), new("on the list as", 0.43), new("%", 0.15, true)],
            [
                .. setup.Formula.Lines.Select(
                    (line, at) =>
                        (IReadOnlyList<string>)
                            [
                                knowledge.Catalogue.Find(line.Ingredient)?.Name ?? line.Ingredient,
                                NameOnList(knowledge.Catalogue.Find(line.Ingredient), knowledge.Settings.Region),
                                Shown.Two(percents[at]),
                            ]
                ),
            ]
        );
    }

    private static string NameOnList(Ingredient? ingredient, Region region) =>
        ingredient is null ? ""
        : region == Region.Us ? ingredient.Inci.Us
        : ingredient.Inci.Eu;

    private static IEnumerable<PaperBlock> Lots(IReadOnlyList<(string Ingredient, string Lot, decimal Grams)> lots)
    {
        if (lots.Count == 0)
            yield break;
        yield return new PaperHeading("Lots");
        yield return new PaperTable(
            [new("ingredient", 0.5), new("lot", 0.3), new("g", 0.2, true)],
            [.. lots.Select(lot => (IReadOnlyList<string>)[lot.Ingredient, lot.Lot, Shown.Two(lot.Grams)])]
        );
    }

    private static IEnumerable<PaperBlock> Plan(StudyView view)
    {
        yield return new PaperHeading("Where jars stand");
        yield return new PaperText(
            string.Join(
                ". ",
                view.Log.Setup.Checks.GroupBy(check => (check.Condition, Heat: StudyWords.Heat(check)))
                    .Select(group =>
                        $"{StudyWords.Of(group.Key.Condition)}, {group.Key.Heat}: jars "
                        + $"{string.Join(" and ", group.Select(check => check.Jar).Distinct().Order())} "
                        + "on day "
                        + string.Join(", ", group.Select(check => check.Day).Distinct().Order())
                    )
            ) + "."
        );
    }

    private static IEnumerable<PaperBlock> Looks(StudyView view)
    {
        yield return new PaperHeading("Looks");
        yield return new PaperTable(
            [new("day", 0.07, true), new("jar", 0.2), new("seen", 0.33), new("verdict", 0.4)],
            [
                .. view
                    .Log.Looks.Values.OrderBy(kept => kept.Look.Day)
                    .ThenBy(kept => kept.Look.Check, StringComparer.Ordinal)
                    .Select(kept => Row(kept.Look, view.Log.Checks[kept.Look.Check])),
            ]
        );
    }

    private static IReadOnlyList<string> Row(LookKept look, StudyCheck check) =>
        [
            look.Day.ToString(CultureInfo.CurrentCulture),
            $"{StudyWords.Of(check.Condition)}, jar {check.Jar}",
            SeenIn(look) + (look.Text.Length > 0 ? $". {look.Text}" : ""),
            look.Own is { } own && own != look.ByRule
                ? $"{Vocabulary.Word(own)} by the maker: {look.Reason} (by rule {Vocabulary.Word(look.ByRule)})"
                : $"{Vocabulary.Word(look.ByRule)}{(look.Because.IsEmpty ? "" : $": {string.Join("; ", look.Because)}")}",
        ];

    /// <summary>What was seen in a few words: signs that are there, firmness, height.</summary>
    private static string SeenIn(LookKept look) =>
        string.Join(
            ", ",
            look.Seen.Notches.Where(one => one.Value > 0)
                .OrderByDescending(one => one.Value)
                .Select(one => $"{StudyWords.Short(one.Key)} {StudyWords.Notch(one.Value)}")
                .DefaultIfEmpty("no sign")
                .Concat(look.Seen.Band is { } band ? [StudyWords.Of(band)] : Enumerable.Empty<string>())
                .Concat(look.Seen.HeightPercent is { } height ? [$"height {Shown.Short(height)} %"] : Enumerable.Empty<string>())
        );

    private static IEnumerable<PaperBlock> Pictures(StudyLog log, PictureFolder folder)
    {
        List<PaperPicture> taken =
        [
            .. from kept in log.Looks.Values
            orderby kept.Look.Check[..kept.Look.Check.LastIndexOf('-')], kept.Look.Day
            from name in kept.Look.Pictures
            let path = folder.PathOf(name)
            where path is not null
            let check = log.Checks[kept.Look.Check]
            select new PaperPicture(path, $"{StudyWords.Of(check.Condition)}, jar {check.Jar}, day {kept.Look.Day}"),
        ];
        return taken.Count == 0 ? [] : [new PaperHeading("Pictures"), new PaperPictures(taken)];
    }

    private static IEnumerable<PaperBlock> Forecasts(StudyView view)
    {
        yield return new PaperHeading($"Foreseen by {view.Log.Setup.By}, and seen");
        yield return new PaperTable(
            [new("foreseen", 0.34), new("seen", 0.18), new("from", 0.48)],
            [.. view.Forecasts.Select(seen => (IReadOnlyList<string>)[seen.Words, StudyWords.Of(seen), $"{view.Saying(seen)}"])]
        );
    }

    private static IEnumerable<PaperBlock> Date(ShelfLife life)
    {
        yield return new PaperHeading("Best before");
        yield return new PaperText(
            $"{(life.Date is { } date ? StudyWords.Day(date) : "No date")}, {StudyWords.Of(life)}. {string.Join(' ', life.StorageLines)}"
        );
        foreach (var bar in life.Bars)
            yield return new PaperText($"{bar.Words}: {StudyWords.Day(bar.Until)}{(bar.Binds ? "" : ", shortens nothing")}");
    }
}
