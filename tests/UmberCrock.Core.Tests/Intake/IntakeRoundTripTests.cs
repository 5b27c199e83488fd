using System.Globalization;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Intake;

/// <summary>A recipe that is written down in any style of the grammar reads back to the same ingredients and grams.</summary>
public class IntakeRoundTripTests
{
    /// <summary>Names by which one ingredient is known and no other.</summary>
    private static readonly (string Name, Ingredient Ingredient)[] Names =
    [
        .. Some
            .Catalogue.Ingredients.SelectMany(ingredient =>
                ingredient
                    .AlsoKnownAs.Prepend(ingredient.Name)
                    .Concat(Some.Catalogue.Rules.Names.Foreign.Where(row => row.Ingredient == ingredient.Slug).SelectMany(row => row.Names))
                    .Select(name => (name, ingredient))
            )
            .GroupBy(one => IngredientSearch.Fold(one.name).Trim())
            .Where(group => group.Select(one => one.ingredient.Slug).Distinct().Count() == 1)
            .Select(group => group.First()),
    ];

    /// <summary>Masses in grams: SI, and NIST Handbook 44 for ounce and pound. Volumes in millilitres: NIST Handbook 44.</summary>
    private static readonly (string[] Written, double Factor, bool Volume)[] Units =
    [
        (["g", "gr", "grams", "gram", "G"], 1, false),
        (["kg", "kilo"], 1000, false),
        (["mg"], 0.001, false),
        (["oz", "ounces", "oz."], 28.349523125, false),
        (["lb", "pounds", "lbs"], 453.59237, false),
        (["ml", "mL", "millilitres"], 1, true),
        (["cl"], 10, true),
        (["tsp", "teaspoons", "tsp."], 4.92892159375, true),
        (["tbsp", "tablespoons", "tbs", "T"], 14.78676478125, true),
        (["cups", "cup", "c"], 236.5882365, true),
        (["fl oz", "fl. oz."], 29.5735295625, true),
    ];

    private static readonly (string Written, double Value)[] Quantities =
    [
        ("1", 1),
        ("2", 2),
        ("12", 12),
        ("7.5", 7.5),
        ("7,5", 7.5),
        ("0.25", 0.25),
        ("1/2", 0.5),
        ("1 1/2", 1.5),
        ("2 3/4", 2.75),
        ("½", 0.5),
        ("1½", 1.5),
        ("2 ¼", 2.25),
        ("three", 3),
        ("half a", 0.5),
        ("2-4", 3),
        ("2 to 4", 3),
        ("10 – 14", 12),
        ("120", 120),
    ];

    /// <summary>Styles of a line; 0 the quantity, 1 the unit, 2 the name.</summary>
    private static readonly string[] Styles =
    [
        "{0} {1} {2}",
        "{0}{1} {2}",
        "{0} {1} of {2}",
        "- {0} {1} {2}",
        "• {0} {1} {2}",
        "* {2}: {0} {1}",
        "{2} {0} {1}",
        "{2} - {0} {1}",
        "{2}, {0} {1}",
        "{2}\t{0} {1}",
        "{2} = {0} {1}",
        "{2} .... {0} {1}",
        "{2} ({0} {1})",
        "{0} {1}\t{2}",
        "   {0}   {1}   {2}   ",
        "{0} {1} {2}.",
        "about {0} {1} {2}",
        "{0} {1} {2}, melted",
        "{0} {1} organic {2}",
    ];

    private static readonly string[] Joins = [", ", "; ", " + ", " & ", " and ", " plus "];

    [Fact]
    public void A_recipe_written_in_any_style_reads_back_to_the_same_grams()
    {
        var wrong = new List<string>();
        for (var seed = 0; seed < 10_000; seed++)
        {
            var (text, expected) = Written(new Random(seed));
            var read = IntakeReader
                .Read(text, Some.Catalogue, EvaluationSettings.Default, new IntakeOptions())
                .Lines.Select(line => (Slug: line.Ingredient ?? "?", Grams: line.Grams is { } grams ? (double)grams : double.NaN))
                .ToList();
            var right =
                read.Count == expected.Count
                && read.Zip(expected).All(pair => pair.First.Slug == pair.Second.Slug && Near(pair.First.Grams, pair.Second.Grams));
            if (!right)
                wrong.Add(
                    $"{seed}: {text.Replace("\n", " | ")} => {string.Join(", ", read.Select(line => $"{line.Slug} {line.Grams:0.####}"))} "
                        + $"wanted {string.Join(", ", expected.Select(line => $"{line.Slug} {line.Grams:0.####}"))}"
                );
        }

        wrong.Count.ShouldBe(0, string.Join('\n', wrong.Take(20)));
    }

    /// <summary>What stands for a name while a line is taken apart is never shown: a title keeps its words.</summary>
    [Fact]
    public void A_title_that_holds_a_name_with_a_number_keeps_it()
    {
        var read = IntakeReader.Read(
            "Scrub with polysorbate 80 for the boathouse\n20 g polysorbate 80\n80 g olive oil",
            Some.Catalogue,
            EvaluationSettings.Default,
            new IntakeOptions()
        );
        read.Formula.Name.ShouldBe("Scrub with polysorbate 80 for the boathouse");
        read.Lines.Select(line => line.Ingredient).ShouldBe(["polysorbate-80", "olive-oil"]);
        read.Lines[0].Text.ShouldBe("20 g polysorbate 80");
    }

    private static bool Near(double read, double written) => Math.Abs(read - written) <= Math.Max(1e-4, 1e-4 * written);

    private static (string Text, List<(string Slug, double Grams)> Lines) Written(Random random)
    {
        T Any<T>(T[] of) => of[random.Next(of.Length)];
        var names = Enumerable.Range(0, random.Next(1, 9)).Select(_ => Any(Names)).DistinctBy(one => one.Ingredient.Slug).ToList();
        return random.Next(5) switch
        {
            0 => Shares(names, random, Any(["%", " %", " percent", " pct"]), false),
            1 => Shares(names, random, Any([" parts", " part"]), true),
            _ => Measures(names, random, Any),
        };
    }

    private static (string, List<(string, double)>) Measures(
        List<(string Name, Ingredient Ingredient)> names,
        Random random,
        Func<string[], string> any
    )
    {
        var (lines, written) = (new List<(string, double)>(), new List<string>());
        var inOneLine = random.Next(4) == 0;
        var plain = inOneLine ? "{0} {1} {2}" : any(Styles);
        foreach (var (name, ingredient) in names)
        {
            var unit = Units[random.Next(Units.Length)];
            var quantity = Quantities[random.Next(Quantities.Length)];
            // Wax and powder are poured into a spoon in pieces; what they weigh then is another check.
            if (unit.Volume && (ingredient.Class != IngredientClass.Oil || ingredient.Density is null))
                unit = Units[0];
            // "threeg" is written by nobody.
            var style = char.IsAsciiLetter(quantity.Written[^1]) ? plain.Replace("{0}{1}", "{0} {1}") : plain;
            written.Add(string.Format(CultureInfo.InvariantCulture, style, quantity.Written, any(unit.Written), name));
            lines.Add((ingredient.Slug, quantity.Value * unit.Factor * (unit.Volume ? ingredient.Density!.Value : 1)));
        }

        return (string.Join(inOneLine ? any(Joins) : "\n", written), lines);
    }

    /// <summary>Percents that make 100, or parts of 100 g.</summary>
    private static (string, List<(string, double)>) Shares(
        List<(string Name, Ingredient Ingredient)> names,
        Random random,
        string sign,
        bool parts
    )
    {
        var weights = names.Select(_ => random.Next(1, 60)).ToList();
        if (!parts)
            weights[^1] = Math.Max(1, 100 - weights.Take(weights.Count - 1).Sum());
        var sum = parts ? weights.Sum() : 100;
        return (
            string.Join('\n', names.Select((one, at) => $"{weights[at]}{sign} {one.Name}")),
            [.. names.Select((one, at) => (one.Ingredient.Slug, 100.0 * weights[at] / sum))]
        );
    }
}
