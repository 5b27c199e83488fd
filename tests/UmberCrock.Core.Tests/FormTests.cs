using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Tests;

namespace UmberCrock.Core.Tests;

/// <summary>
/// The forms of product, one row each. What a good one and a bad one of each form looks like is common practice, written down before the
/// program was asked.
/// </summary>
public class FormTests
{
    private static readonly (ProductForm Form, string[] Good, string[] Bad, string Found, string Called)[] Cases =
    [
        // A stick that glides with a fifth of powder; half the bicarbonate of a kitchen recipe is far over what armpits bear.
        (
            ProductForm.DeodorantStick,
            [
                "beeswax 18",
                "candelilla-wax 4",
                "cocoa-butter 10",
                "coco-caprylate 12",
                "P arrowroot-starch 16",
                "zinc-ricinoleate 3",
                "sunflower-oil-high-oleic",
                "B tocopherol-mixed 0.5",
            ],
            ["beeswax 16", "cocoa-butter 12", "P sodium-bicarbonate 25", "coconut-oil", "B tocopherol-mixed 0.5"],
            FindingCodes.AboveWindow,
            "Deodorant stick"
        ),
        // A twentieth of scent is far over a balm's ceiling and little for a solid perfume; two fifths is more than any extrait.
        (
            ProductForm.SolidPerfume,
            ["beeswax 18", "jojoba-oil", "B fragrance-oil 4.5", "B tocopherol-mixed 0.3"],
            ["beeswax 22", "jojoba-oil", "B lavender-oil 25", "B cedarwood-oil 15"],
            FindingCodes.GroupOver,
            "Solid perfume"
        ),
        // Hard in the hand, melts on skin, for cool rooms; with a tenth of cocoa butter and no wax it is a cream.
        (
            ProductForm.MassageBar,
            ["cocoa-butter 42", "beeswax 18", "shea-butter-refined 12", "sweet-almond-oil", "B tocopherol-mixed 0.5"],
            ["cocoa-butter 10", "beeswax 5", "shea-butter-refined 12", "sweet-almond-oil", "B tocopherol-mixed 0.5"],
            FindingCodes.WrongBand,
            "Massage bar"
        ),
        // Scooped with a fingertip; with two fifths of beeswax it is a candle.
        (
            ProductForm.CuticleBalm,
            ["beeswax 14", "shea-butter-refined 10", "lanolin 5", "jojoba-oil 30", "sweet-almond-oil", "B tocopherol-mixed 0.5"],
            ["beeswax 40", "jojoba-oil 20", "sweet-almond-oil", "B tocopherol-mixed 0.5"],
            FindingCodes.WrongBand,
            "Cuticle balm"
        ),
        // Pours; a tenth of wax makes an ointment of it.
        (
            ProductForm.BodyOil,
            ["sunflower-oil-high-oleic", "jojoba-oil 20", "squalane 15", "B tocopherol-mixed 0.5"],
            ["beeswax 10", "sunflower-oil-high-oleic", "B tocopherol-mixed 0.5"],
            FindingCodes.WrongBand,
            "Body oil"
        ),
        // Nearly half powder in a firm balm; three quarters is more than poured fat binds.
        (
            ProductForm.PressedBalm,
            [
                "beeswax 12",
                "cocoa-butter 6",
                "P silica-microspheres 3",
                "P corn-starch 38",
                "coco-caprylate 12",
                "squalane",
                "B tocopherol-mixed 0.5",
            ],
            ["beeswax 6", "P talc 40", "P corn-starch 30", "P mica 5", "squalane", "B tocopherol-mixed 0.5"],
            FindingCodes.GroupOver,
            "Pressed powder balm"
        ),
    ];

    public static TheoryData<int> Rows => [.. Enumerable.Range(0, Cases.Length)];

    public static TheoryData<ProductForm> Forms => [.. Enum.GetValues<ProductForm>()];

    [Theory]
    [MemberData(nameof(Forms))]
    public void Every_form_has_one_row_and_a_place_on_the_bench(ProductForm form)
    {
        Some.Catalogue.Rules.Forms.Forms.Count(row => row.Form == form).ShouldBe(1);
        var row = Some.Catalogue.Rules.Forms.Of(form);
        row.Names.ShouldNotBeEmpty();
        row.Bands.AsEnumerable().ShouldBe(row.Bands.Order(), "softest first");
        var formula = FindingExamples.Of("x", form, "beeswax 15", "sunflower-oil-high-oleic", "B tocopherol-mixed 0.5");
        (formula.Zone, formula.Exposure, formula.Process).ShouldBe((row.Zone, row.Exposure, row.Process));
        var result = Some.Evaluate(formula);
        result
            .Stability.Plan.Where(check => !check.Condition.Plain.Contains("vial", StringComparison.Ordinal))
            .ShouldAllBe(check => check.Look.Length > 1, "something to look at beside the smell");
    }

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_good_one_is_clear(int at)
    {
        var (form, good, _, _, _) = Cases[at];
        var result = Some.Evaluate(
            FindingExamples.Of("good", form, good) with
            {
                Climate = new Climate(10, form is ProductForm.MassageBar or ProductForm.SolidPerfume ? 24 : 28),
            }
        );
        result
            .Findings.Where(finding => finding.Severity != Severity.Note)
            .Select(finding => $"{finding.Code}: {finding.Title} {finding.Detail}")
            .ShouldBeEmpty();
        result.Verdict.ShouldBe(Verdict.Clear);
    }

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_bad_one_is_found(int at)
    {
        var (form, _, bad, found, _) = Cases[at];
        var result = Some.Evaluate(FindingExamples.Of("bad", form, bad));
        result
            .Findings.Where(finding => finding.Severity != Severity.Note)
            .Select(finding => finding.Code)
            .ShouldContain(found, string.Join("; ", result.Findings.Select(finding => finding.Title)));
    }

    [Theory]
    [MemberData(nameof(Rows))]
    public void It_has_its_name_on_a_label(int at)
    {
        var (form, good, _, _, called) = Cases[at];
        var label = LabelContent.Of(FindingExamples.Of("good", form, good), LabelDetails.None, Some.Catalogue, EvaluationSettings.Default);
        label.Of(LabelPart.Function).Single().Text.ToString().ShouldBe(called);
    }

    /// <summary>From memory of IFRA's category 4 and perfumers' handbooks: up to a fifth in solid perfumes, 30 % in extraits.</summary>
    [Theory]
    [InlineData(20, null)]
    [InlineData(20.01, Severity.Caution)]
    [InlineData(30, Severity.Caution)]
    [InlineData(30.01, Severity.Stop)]
    public void A_solid_perfume_has_its_own_ceiling_of_scent(double percent, Severity? severity)
    {
        var perfume = FindingExamples.Of(
            "x",
            ProductForm.SolidPerfume,
            "beeswax 22",
            "jojoba-oil",
            $"B lavender-oil {percent / 2}",
            $"B cedarwood-oil {percent / 2}"
        );
        (Some.Found(perfume, FindingCodes.GroupOver)?.Severity).ShouldBe(severity);
    }

    [Fact]
    public void The_scent_of_a_perfume_in_a_balm_is_stopped() =>
        Some.Found(
                FindingExamples.Of("x", ProductForm.Balm, "beeswax 15", "jojoba-oil", "B lavender-oil 6", "B cedarwood-oil 6"),
                FindingCodes.GroupOver
            )!
            .Severity.ShouldBe(Severity.Stop);

    [Fact]
    public void A_child_gets_no_more_scent_for_its_being_a_perfume() =>
        Some.Found(
                FindingExamples.Of("x", ProductForm.SolidPerfume, "beeswax 22", "jojoba-oil", "B lavender-oil 6") with
                {
                    Audience = Audience.Child,
                },
                FindingCodes.GroupOver
            )!
            .Severity.ShouldBe(Severity.Stop);

    [Theory]
    [InlineData(ProductForm.DeodorantStick, 12, 25, "that of a stick")]
    [InlineData(ProductForm.MassageBar, 15, 35, "that of a bar")]
    [InlineData(ProductForm.CuticleBalm, 5, 20, "that of a balm")]
    [InlineData(ProductForm.SolidPerfume, 10, 40, "its own")]
    public void A_form_takes_the_windows_of_the_one_it_is_like(ProductForm form, int least, int most, string why)
    {
        var window = DosePlacement.WindowFor(
            FindingExamples.Of("x", form, "beeswax"),
            Some.Catalogue.Find("beeswax")!,
            Some.Catalogue.Rules,
            EvaluationSettings.Default
        );
        (window!.MinPercent, window.MaxPercent).ShouldBe((least, most), why);
    }

    /// <summary>Half of powder in a deodorant, two thirds in a pressed balm, a third elsewhere (common practice).</summary>
    [Theory]
    [InlineData(ProductForm.Balm, 35, false)]
    [InlineData(ProductForm.Balm, 35.01, true)]
    [InlineData(ProductForm.DeodorantStick, 50, false)]
    [InlineData(ProductForm.DeodorantStick, 50.01, true)]
    [InlineData(ProductForm.PressedBalm, 65, false)]
    [InlineData(ProductForm.PressedBalm, 65.01, true)]
    public void Powders_have_the_ceiling_of_the_form(ProductForm form, double percent, bool over) =>
        (
            Some.Found(
                FindingExamples.Of("x", form, "beeswax 10", "squalane", $"P talc {percent / 2}", $"P corn-starch {percent / 2}"),
                FindingCodes.GroupOver
            )
            is not null
        ).ShouldBe(over);

    /// <summary>From memory of Regulation (EC) 1223/2009 Annex III entry 98: 0.5 % in deodorants, 2 % elsewhere.</summary>
    [Theory]
    [InlineData(0.5, false)]
    [InlineData(0.51, true)]
    public void The_law_on_the_armpit_is_known(double percent, bool over) =>
        (
            Some.Found(
                FindingExamples.Of("x", ProductForm.DeodorantStick, "beeswax 16", "castor-oil", $"salicylic-acid {percent}"),
                FindingCodes.OverLimit
            )
            is not null
        ).ShouldBe(over);

    [Theory]
    [InlineData("Boathouse deodorant stick", ProductForm.DeodorantStick)]
    [InlineData("Shea butter stick", ProductForm.Stick)]
    [InlineData("Cedar solid perfume", ProductForm.SolidPerfume)]
    [InlineData("Massage bars", ProductForm.MassageBar)]
    [InlineData("Cuticle salve", ProductForm.CuticleBalm)]
    [InlineData("After-row body oil", ProductForm.BodyOil)]
    [InlineData("Perfume-free hand balm", ProductForm.Balm)]
    [InlineData("Blade grease", ProductForm.Balm)]
    public void A_recipe_tells_its_form_by_its_name(string name, ProductForm form) =>
        Core
            .Intake.IntakeReader.Read($"{name}\n\nbeeswax 20 g\njojoba oil 80 g", Some.Catalogue, EvaluationSettings.Default, new())
            .Formula.Form.ShouldBe(form);
}
