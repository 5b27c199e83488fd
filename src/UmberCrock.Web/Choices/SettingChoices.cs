using UmberCrock.Core.Documents;
using UmberCrock.Core.Settings;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Choices;

/// <summary>A choice of the settings: its field, what it is about, and what can be chosen.</summary>
/// <param name="Name">Name of the field.</param>
/// <param name="Title">What it is about.</param>
/// <param name="Why">Why there is a choice.</param>
/// <param name="Now">The word that is kept.</param>
/// <param name="Words">The words there are, with how each is shown.</param>
internal sealed record SettingChoice(string Name, string Title, string Why, string Now, params (string Word, string Label)[] Words);

/// <summary>The choices of the settings, in the order they are asked.</summary>
/// <param name="settings">The choices that change results, as kept.</param>
/// <param name="table">What stands on the table, as kept.</param>
internal sealed class SettingChoices(EvaluationSettings settings, Workshop table)
{
    private const string Yes = "yes";
    private const string No = "no";

    /// <summary>What formulas are judged by.</summary>
    public IReadOnlyList<SettingChoice> Judged { get; } =
    [
        new(
            "region",
            "Rule book",
            "Whose law limits and names.",
            Vocabulary.Word(settings.Region),
            ("eu", "European Union, United Kingdom"),
            ("us", "United States")
        ),
        new(
            "scent",
            "Scent left on skin",
            "Sensitising goes by the total; practitioners disagree.",
            Vocabulary.Word(settings.Scent),
            ("stricter", "stricter school"),
            ("looser", "looser school")
        ),
        new(
            "pregnancy",
            "Scent in pregnancy",
            "Little is tested. Ask a midwife or doctor.",
            Vocabulary.Word(settings.Pregnancy),
            ("strict", "none"),
            ("relaxed", "up to 1 %")
        ),
        new(
            "keeping",
            "How long oils keep",
            "Both are shown; the one that counts warns and dates.",
            Vocabulary.Word(settings.BestBefore),
            ("shortest-lived", "as long as the first to turn"),
            ("weighted", "all of them, by weight")
        ),
        new(
            "watched",
            "A date on a label",
            "Once a study stands.",
            Word(table.NoLongerThanWatched),
            (No, "as far as foreseen"),
            (Yes, "no longer than watched")
        ),
        new(
            "wax",
            "Candelilla for beeswax",
            "How much does the same work; the larder goes by it.",
            Vocabulary.Word(settings.WaxEquivalence),
            ("two-thirds", "two thirds of the weight"),
            ("half", "half the weight")
        ),
    ];

    /// <summary>The maker's ways at the stove, by which the method goes.</summary>
    public IReadOnlyList<SettingChoice> Stove { get; } =
    [
        new(
            "waxes",
            "Waxes and butters",
            "What goes into the pot at first.",
            Vocabulary.Word(settings.Method.Waxes),
            ("by-rule", "waxes alone where they melt much later, or over 300 g"),
            ("waxes-first", "waxes always first"),
            ("together", "all that melts together")
        ),
        new(
            "setting",
            "Setting",
            "Where it stands once it is poured.",
            Vocabulary.Word(settings.Method.Setting),
            ("by-risk", "by what threatens it: grains in the fridge, sticks in the room"),
            ("room", "always in the room"),
            ("fridge", "in the fridge, sticks excepted")
        ),
        new(
            "infusion",
            "Herbs in oil",
            "Longer and warmer draws more, and ages the oil.",
            Vocabulary.Word(settings.Method.Infusion),
            ("hours", $"two to six hours at {Shown.Temperatures(40, 60, "0")}"),
            ("short", $"half an hour to an hour at {Shown.Temperatures(32, 43, "0")}"),
            ("weeks", "two weeks in the warm")
        ),
        new(
            "prewet",
            "Heavy powders",
            "Zinc oxide and pigments.",
            Word(settings.Method.PreWet),
            (Yes, "wetted with oil before the melt"),
            (No, "stirred into the melt")
        ),
        new(
            "weighlate",
            "What goes in cool",
            "Scent in an open cup loses its top.",
            Word(settings.Method.WeighLate),
            (No, "weighed with all else, before the heat"),
            (Yes, "weighed while the pot cools")
        ),
    ];

    /// <summary>How figures are written and read.</summary>
    public IReadOnlyList<SettingChoice> Written { get; } =
    [
        new(
            "mark",
            "Numbers",
            "Either may be typed. Files keep the point.",
            Vocabulary.Word(table.DecimalMark),
            ("point", "with a point: 18.50"),
            ("comma", "with a comma: 18,50")
        ),
        new(
            "degrees",
            "Temperatures",
            "With C or F behind it either may be typed.",
            Vocabulary.Word(table.Temperatures),
            ("celsius", "degrees Celsius"),
            ("fahrenheit", "degrees Fahrenheit")
        ),
        new(
            "ounces",
            "What is weighed",
            "Scales and doses go by grams.",
            Word(table.Ounces),
            (No, "grams"),
            (Yes, "grams, and ounces beside")
        ),
        new("spoons", "Spoons and cups in recipes", "", Vocabulary.Word(table.Spoons), ("us", "United States"), ("metric", "metric")),
    ];

    private static string Word(bool chosen) => chosen ? Yes : No;
}
