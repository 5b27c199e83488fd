using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Labels;

namespace UmberCrock.Core.Tests.Said;

/// <summary>What stands on a label, why, and what may not, worked by hand.</summary>
public class LabelSayingTests
{
    private const string General =
        "For external use only. Keep out of the eyes. (it stands on every label of the region)\n"
        + "Keep cool, dark and closed, out of reach of children. (it stands on every label of the region)\n"
        + "Stop on redness or itching. (it stands on every label of the region)";

    private static readonly Formula Plain = Lines("beeswax 20, jojoba-oil");

    private static readonly Formula Filtered = Lines("zinc-oxide 10, beeswax 10, jojoba-oil");

    [Fact]
    public void Warnings_stand_where_what_they_warn_of_is()
    {
        Warnings(Plain).ShouldBe(General);
        Warnings(Lines("lavender-oil 0.3, beeswax 20, cedarwood-oil 0.2, jojoba-oil"))
            .ShouldBe(
                $"{General}\nTry a little on the inner forearm first. (it holds cedarwood oil, lavender oil)\n"
                    + "Not for children under 3 years. (it holds cedarwood oil, lavender oil)"
            );
        Warnings(Lines("lavender-oil 0, beeswax 20, jojoba-oil")).ShouldBe(General);
        Warnings(Plain with { WetUse = true }).ShouldBe($"{General}\nUse with dry hands; water in it spoils it. (it meets water)");
        Warnings(Plain with { Zone = Zone.Nipple }).ShouldBe($"{General}\nWipe off before feeding. (it is worn on nipple)");
        Warnings(Plain with { Audience = Audience.Dog })
            .ShouldBe($"{General}\nFor animals only. Do not let it be licked off; ask a vet. (it is for dog)");
        var powdered = Lines("kaolin 5, beeswax 20, jojoba-oil");
        Warnings(powdered).ShouldBe(General);
        Warnings(powdered with { Audience = Audience.Child })
            .ShouldBe($"{General}\nKeep powder away from children's nose and mouth. (it holds kaolin; it is for child)");
    }

    [Fact]
    public void Warnings_of_one_region_stand_there_only()
    {
        var salicylic = Lines("salicylic-acid 0.4, beeswax 20, jojoba-oil");
        Warnings(salicylic).ShouldBe($"{General}\nNot for children under 3 years of age. (it holds Salicylic Acid)");
        Warnings(Filtered)
            .ShouldBe(
                "Not tested for sun protection. Use a tested sunscreen, clothes and shade. (it is worn in the sun or holds a UV filter)\n"
                    + General
            );
        Warnings(Filtered, Region.Us)
            .ShouldBe(
                "Not tested for sun protection. Use a tested sunscreen, clothes and shade. (it is worn in the sun or holds a UV filter)\n"
                    + $"{General}\nZinc oxide and titanium dioxide: for a white finish, not for sun protection. "
                    + "(it holds zinc oxide (non-nano))\n"
                    + "Warning: The safety of this product has not been determined. (it stands on every label of the region)"
            );
        Warnings(Plain with { SunUse = true }).ShouldStartWith("Not tested for sun protection.");
    }

    /// <summary>Descending; below 1 % in any order, by weight all the same; colours last.</summary>
    [Fact]
    public void The_list_in_both_dialects()
    {
        var resolved = Resolved(Lines("lanolin 0.6, cedarwood-oil 0.9, beeswax 20, iron-oxide-red 5, jojoba-oil"));
        var list = IngredientList.Eu(resolved);
        list.List.ShouldBe("Simmondsia Chinensis Seed Oil, Cera Alba, Cedrus Atlantica Bark Oil, Lanolin, CI 77491");
        list.Items.Select(item => item.AnyOrder).ShouldBe([false, false, true, true, true]);
        list.Items.Select(item => (item.FirstPlace, item.LastPlace)).ShouldBe([(1, 1), (2, 2), (null, null), (null, null), (null, null)]);
        list.Items.ShouldAllBe(item => item.OrderCertain && !item.Tie && item.Settles == null);
        IngredientList
            .Us(resolved)
            .List.ShouldBe("Simmondsia Chinensis (Jojoba) Seed Oil, Beeswax, Cedrus Atlantica Bark Oil, Lanolin, Iron Oxides");
    }

    [Fact]
    public void Two_of_one_weight_may_stand_either_way()
    {
        var items = IngredientList.Eu(Resolved(Lines("beeswax 10, cocoa-butter 10, lanolin 5, olive-oil"))).Items;
        items.Select(item => item.Inci).ShouldBe(["Olea Europaea Fruit Oil", "Cera Alba", "Theobroma Cacao Seed Butter", "Lanolin"]);
        items
            .Select(item => (item.FirstPlace, item.LastPlace, item.Tie))
            .ShouldBe([(1, 1, false), (2, 3, true), (2, 3, true), (4, 4, false)]);
    }

    /// <summary>Lavender oil holds 20 to 43 % linalool: of 0.3 % 0.06 to 0.129, above 0.001 for certain. Of coumarin 0 to 0.1 %: at most
    /// 0.0003.</summary>
    [Fact]
    public void Allergens_that_scent_brings()
    {
        var allergens = IngredientList.Eu(Resolved(Lines("lavender-oil 0.3, beeswax 20, jojoba-oil"))).Allergens;
        var linalool = allergens.Single(allergen => allergen.Inci == "Linalool");
        (linalool.PercentLow, linalool.PercentHigh, linalool.Certain).ShouldBe((0.06m, 0.129m, true));
        linalool.From.ShouldBe(["Lavender oil"]);
        allergens.Single(allergen => allergen.Inci == "Limonene").Certain.ShouldBeFalse("0.0003 to 0.003");
        allergens.ShouldNotContain(allergen => allergen.Inci == "Coumarin");
        allergens.Select(allergen => allergen.PercentHigh).ShouldBeInOrder(SortDirection.Descending);
        IngredientList.Us(Resolved(Lines("lavender-oil 0.3, beeswax 20, jojoba-oil"))).Allergens.ShouldBeEmpty();
    }

    /// <summary>Regulation (EC) 1223/2009 Article 19(1)(c), from memory: a date up to 30 months, else how long it keeps once
    /// opened.</summary>
    [Theory]
    [InlineData(
        "beeswax 20, sunflower-oil 30, jojoba-oil",
        null,
        "Best before 10 months from making",
        "Sunflower oil turns first; it keeps 10 months, which is not more than 30: a date is asked for."
    )]
    [InlineData(
        "beeswax 20, sunflower-oil 30, jojoba-oil",
        "2026-01-31",
        "Best before 30 Nov 2026",
        "Sunflower oil turns first; it keeps 10 months, which is not more than 30: a date is asked for."
    )]
    [InlineData(
        "lanolin 100",
        null,
        "Best before 30 months from making",
        "Lanolin turns first; it keeps 30 months, which is not more than 30: a date is asked for."
    )]
    [InlineData(
        "jojoba-oil 100",
        null,
        "27 M",
        "Jojoba oil turns first; it keeps 48 months, more than 30: no date is asked for, but how long it keeps once opened; its "
            + "shortest-lived ingredient, opened, keeps 27."
    )]
    public void How_long(string lines, string? made, string text, string because)
    {
        var durability = Durability.Of(
            Resolved(Lines(lines)),
            made is null ? null : DateOnly.Parse(made, System.Globalization.CultureInfo.InvariantCulture),
            []
        )!;
        durability.Text.ToString().ShouldBe(text);
        durability.Because.ToString().ShouldBe(because);
    }

    [Fact]
    public void Nothing_that_keeps_has_no_date() => Durability.Of(Resolved(Lines("zinc-oxide 50, talc 50")), null, []).ShouldBeNull();

    [Fact]
    public void Sun_is_never_claimed()
    {
        Saying
            .Of(Filtered, FindingCodes.SunscreenUntested)
            .ShouldBe(
                "note: Sun protection is unknown\n"
                    + "What the zinc or titanium does on skin cannot be worked out from its percentage.\nlines 0"
            );
        Saying
            .Of(Plain with { SunUse = true }, FindingCodes.SunscreenUntested)
            .ShouldBe("caution: Sun protection is unknown\nWorn in daylight: use a tested sunscreen, clothes and shade.");
        Saying
            .Of(Claiming(Plain, "SPF 30"), FindingCodes.SunscreenUntested)
            .ShouldBe("stop: The label claims sun protection\n\"SPF 30\" may not stand: nothing here was tested.");
        Saying.Of(Plain, FindingCodes.SunscreenUntested).ShouldBe("nothing");
    }

    [Fact]
    public void What_is_declared_must_be_so()
    {
        var honeyed = Lines("beeswax 20, honey 1, jojoba-oil");
        Saying
            .Of(Plain with { Label = new FormulaLabel([], ["bee-free"]) }, FindingCodes.DeclareUntrue)
            .ShouldBe("stop: It is not bee free\nBeeswax is in it.\nlines 0\n- Do not declare bee free: SetField");
        Saying
            .Of(honeyed with { Label = new FormulaLabel([], ["bee-free"]) }, FindingCodes.DeclareUntrue)
            .ShouldBe("stop: It is not bee free\nBeeswax and honey are in it.\nlines 0, 1\n- Do not declare bee free: SetField");
        Saying
            .Of(Lines("candelilla-wax 10, jojoba-oil") with { Label = new FormulaLabel([], ["bee-free"]) }, FindingCodes.DeclareUntrue)
            .ShouldBe("nothing");
    }

    private static string Warnings(Formula formula, Region region = Region.Eu)
    {
        var resolved = ResolvedFormula.Of(formula, Some.Catalogue, new EvaluationSettings { Region = region });
        return string.Join(
            '\n',
            resolved
                .Rules.Label.Warnings.Where(warning => warning.Stands(resolved))
                .Select(warning => $"{warning.Text} ({warning.Because(resolved)})")
        );
    }

    private static Formula Claiming(Formula formula, string claim) => formula with { Label = new FormulaLabel([claim], []) };

    private static ResolvedFormula Resolved(Formula formula) => ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default);

    private static Formula Lines(string lines) => Some.Lines(ProductForm.Balm, lines.Split(", "));
}
