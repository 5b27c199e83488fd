using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Intake;

/// <summary>Headings, names and vague amounts as recipes have them (common practice); what they mean was written down first.</summary>
public class RecipeHeadsTests
{
    private static IntakeReport Read(string text) =>
        IntakeReader.Read(text, Some.Catalogue, EvaluationSettings.Default, new IntakeOptions());

    [Fact]
    public void Groups_without_a_word_of_heat_are_phases_and_scent_goes_in_cool()
    {
        var formula = Read(
            "Garden hand balm (makes 12 tins, 180 g)\n\nWaxes\n30 g beeswax\nOils\n60 g sunflower oil\n60 g olive oil\n"
                + "Butters:\n30 g shea butter\nScent (optional)\n12 drops lavender oil"
        ).Formula;
        formula.Name.ShouldBe("Garden hand balm");
        formula
            .Phases.Select(phase => $"{phase.Name} {phase.Stage}")
            .ShouldBe(["Waxes Melt", "Oils Melt", "Butters Melt", "Scent (optional) Cool"]);
        formula.Lines.Select(line => line.Phase).ShouldBe(["A", "B", "B", "C", "D"]);
    }

    [Theory]
    [InlineData("Oils and waxes\n20 g beeswax\n80 g olive oil", "Oils and waxes", Stage.Melt)]
    [InlineData("Hand balm\nEssential oils:\n20 g beeswax", "Essential oils", Stage.Cool)]
    [InlineData("Hand balm\n**Powders**\n20 g zinc oxide", "Powders", Stage.Powder)]
    public void A_line_of_nothing_but_a_group_heads_what_follows(string text, string name, Stage stage)
    {
        var phase = Read(text).Formula.Phases.ShouldHaveSingleItem();
        (phase.Name, phase.Stage).ShouldBe((name, stage));
    }

    /// <summary>An ingredient stays one, with or without an amount; so does an instruction.</summary>
    [Theory]
    [InlineData("20 g beeswax\n80 g coconut oil", 2)]
    [InlineData("beeswax 20\ncocoa butter 30\nolive oil 50", 3)]
    [InlineData("20 g beeswax\n80 g olive oil\nMelt the oils with the waxes.", 2)]
    public void What_names_an_ingredient_or_says_what_to_do_is_no_group(string text, int lines)
    {
        var report = Read(text);
        report.Formula.Lines.Length.ShouldBe(lines);
        report.Asides.ShouldNotContain(aside => aside.Kind == AsideKind.Heading);
    }

    [Theory]
    [InlineData("Oar hand balm, makes 160 g", "Oar hand balm")]
    [InlineData("# Cold-oar balm - yields 200 g", "Cold-oar balm")]
    [InlineData("This recipe makes 200 g", "Recipe taken in")]
    [InlineData("Makes 200 g", "Recipe taken in")]
    [InlineData("Total batch: 100 g", "Recipe taken in")]
    public void A_name_beside_what_it_makes_is_its_name(string line, string name) =>
        Read($"{line}\n\n20 g beeswax\n80 g olive oil").Formula.Name.ShouldBe(name);

    [Theory]
    [InlineData("a bit of honey", "honey")]
    [InlineData("a knob of cocoa butter", "cocoa-butter")]
    public void A_vague_amount_leaves_the_ingredient_known(string line, string slug)
    {
        var report = Read($"20 g beeswax\n80 g olive oil\n{line}");
        report.Lines[2].Ingredient.ShouldBe(slug);
        report.Lines[2].Grams.ShouldBeNull("how much is for the maker to say");
        var found = report.Findings.ShouldHaveSingleItem();
        (found.Code, found.Title.ToString()).ShouldBe((FindingCodes.IntakeUnmatched, "A line has no amount"));
    }
}
