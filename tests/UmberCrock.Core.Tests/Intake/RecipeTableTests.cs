using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Intake;

/// <summary>Recipes in tables: columns in any order under headings in four languages.</summary>
public class RecipeTableTests
{
    public static TheoryData<string, string> Tables =>
        new()
        {
            {
                "English, by weight",
                "Phase,Ingredient,INCI,% w/w\nA,Beeswax,Cera Alba,20\nA,Shea butter,Butyrospermum Parkii Butter,30\nA,Sunflower "
                    + "oil,Helianthus Annuus Seed Oil,49.5\nB,Vitamin E,Tocopherol,0.5\n"
            },
            {
                "Spanish, semicolons and commas, other order",
                "Porcentaje;Ingrediente;Fase\n20;Cera de abejas;A\n30;Manteca de karité;A\n49,5;Aceite de girasol;A\n0,5;Vitamina E;B\n"
            },
            {
                "French, with the unit in its heading and a total",
                "Ingrédient;Nom INCI;Poids (g);Phase\nCire d'abeille;Cera Alba;40;A\nBeurre de karité;Butyrospermum Parkii "
                    + "Butter;60;A\nHuile de tournesol;Helianthus Annuus Seed Oil;99;A\nVitamine E;Tocopherol;1;B\nTotal;;200;\n"
            },
            {
                "German, tabs, a unit of its own, phase as in merged cells",
                "Phase\tRohstoff\tINCI\tMenge\tEinheit\nA\tBienenwachs\tCera Alba\t40\tg\n\tSheabutter\tButyrospermum Parkii "
                    + "Butter\t60\tGramm\n\tSonnenblumenöl\tHelianthus Annuus Seed Oil\t99\tg\nB\tVitamin "
                    + "E\tTocopherol\t1\tg\nSumme\t\t\t200\tg\n"
            },
            {
                "a spreadsheet's fractions, a name above",
                "Oar balm,,\n,,\nName,INCI,Anteil %\nBeeswax,Cera Alba,0.2\nShea butter,Butyrospermum Parkii "
                    + "Butter,0.3\nSunflower oil,Helianthus Annuus Seed Oil,0.495\nVitamin E,Tocopherol,0.005\n"
            },
            {
                "to 100 in words of the trade",
                "INCI;Dosis;Unidad\nCera Alba;20;%\nButyrospermum Parkii Butter;30;%\nHelianthus Annuus Seed Oil;c.s.p. "
                    + "100;\nTocopherol;0,5;%\n"
            },
        };

    [Theory]
    [MemberData(nameof(Tables))]
    public void A_table_is_the_same_recipe_in_any_language(string what, string csv)
    {
        var report = Read(csv);
        // Which sunflower oil, and whether the tocopherol is neat, the tables leave open.
        report.Lines.Select(line => line.Ingredient![..7]).ShouldBe(["beeswax", "shea-bu", "sunflow", "tocophe"], what);
        report.Lines.Select(line => line.Percent).ShouldBe([20m, 30m, 49.5m, 0.5m], what);
        report.Findings.ShouldNotContain(finding => finding.Severity == Severity.Stop, what);
    }

    [Fact]
    public void Phases_are_headings_and_a_name_above_is_the_recipes_name()
    {
        var text = RecipeTable.ToText(
            RecipeTable.ReadCsv("Oar balm;;\nFase;Ingrediente;%\nA;Cera de abejas;20\n;Aceite de girasol;79\nB;Vitamina E;1\n"),
            Some.Catalogue
        );
        text.ShouldBe("Oar balm\nPhase A:\nCera de abejas 20 %\nAceite de girasol 79 %\nPhase B:\nVitamina E 1 %\n");
        var report = IntakeReader.Read(text, Some.Catalogue, EvaluationSettings.Default, new IntakeOptions());
        report.Formula.Name.ShouldBe("Oar balm");
        report.Formula.Phases.Length.ShouldBe(2);
    }

    [Fact]
    public void Without_a_heading_the_cells_stand_side_by_side() =>
        RecipeTable
            .ToText(RecipeTable.ReadCsv("Beeswax,20 g\nJojoba oil,80 g\n"), Some.Catalogue)
            .ShouldBe("Beeswax 20 g\nJojoba oil 80 g\n");

    [Fact]
    public void More_rows_than_a_recipe_are_refused_before_they_are_all_read()
    {
        var endless = string.Concat(Enumerable.Repeat("Beeswax;1\n", 100_000));
        Should
            .Throw<DocumentException>(() => RecipeTable.ReadCsv("Ingredient;g\n" + endless))
            .Problems[0]
            .Reason.ToString()
            .ShouldContain("more than 400 rows");
    }

    [Theory]
    [InlineData("\"")]
    [InlineData("\"never closed;5\nx;y")]
    [InlineData(";;;;\n;;\n")]
    [InlineData("Ingredient;%\n\u0007\u202eBeeswax\u0000;NaN\n")]
    [InlineData("Ingredient;%;g;%;g\nBeeswax\n;5\nBeeswax;-5;1e9;=A1;#REF!\n")]
    public void Odd_tables_are_read_without_an_error(string csv) => Should.NotThrow(() => Read(csv));

    private static IntakeReport Read(string csv) =>
        IntakeReader.Read(
            RecipeTable.ToText(RecipeTable.ReadCsv(csv), Some.Catalogue),
            Some.Catalogue,
            EvaluationSettings.Default,
            new IntakeOptions()
        );
}
