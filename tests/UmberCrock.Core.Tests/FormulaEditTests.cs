using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>Every edit of the contract, as worked examples.</summary>
public class FormulaEditTests
{
    private static readonly Formula Stick = Some.Formula(
        ProductForm.Stick,
        ("beeswax", 20m),
        ("sunflower-oil", null),
        ("cocoa-butter", 15m)
    );

    [Fact]
    public void The_balance_line_takes_what_is_left() => Some.Totals(Stick).Percents.ShouldBe([20m, 65m, 15m]);

    [Fact]
    public void Setting_a_dose_moves_the_balance() =>
        Some.Totals(new SetPercent(0, 26.5m).Apply(Stick, Some.Catalogue.Herbs)).Percents.ShouldBe([26.5m, 58.5m, 15m]);

    [Fact]
    public void A_new_balance_line_leaves_the_old_one_its_percent()
    {
        var edited = new SetBalance(2).Apply(Stick, Some.Catalogue.Herbs);
        edited.BalanceIndex.ShouldBe(2);
        Some.Totals(edited).Percents.ShouldBe([20m, 65m, 15m]);
    }

    [Fact]
    public void An_ingredient_is_replaced_at_the_same_dose() =>
        new ReplaceIngredient(0, "candelilla-wax")
            .Apply(Stick, Some.Catalogue.Herbs)
            .Lines[0]
            .ShouldBe(new FormulaLine("A", "candelilla-wax", 20m));

    [Fact]
    public void A_line_joins_the_end_of_its_phase()
    {
        var edited = new AddLine("B", "tocopherol-mixed", 0.5m).Apply(Stick, Some.Catalogue.Herbs);
        edited = new AddLine("A", "shea-butter-refined", 5m).Apply(edited, Some.Catalogue.Herbs);
        edited
            .Lines.Select(line => line.Ingredient)
            .ShouldBe(["beeswax", "sunflower-oil", "cocoa-butter", "shea-butter-refined", "tocopherol-mixed"]);
    }

    [Fact]
    public void A_line_moves_within_its_phase_and_into_another()
    {
        new MoveLine(2, "A", 0).Apply(Stick, Some.Catalogue.Herbs).Lines[0].Ingredient.ShouldBe("cocoa-butter");
        new MoveLine(0, "B", 0).Apply(Stick, Some.Catalogue.Herbs).Lines[2].ShouldBe(new FormulaLine("B", "beeswax", 20m));
    }

    [Fact]
    public void A_line_is_removed() => new RemoveLine(1).Apply(Stick, Some.Catalogue.Herbs).Lines.Length.ShouldBe(2);

    [Fact]
    public void Phases_come_and_go()
    {
        var edited = new AddPhase("C", "Scent", Stage.Cool, null).Apply(Stick, Some.Catalogue.Herbs);
        edited.Phases.Length.ShouldBe(3);
        new RemovePhase("C").Apply(edited, Some.Catalogue.Herbs).Phases.Length.ShouldBe(2);
    }

    [Theory]
    [InlineData("climate.highCelsius", "35")]
    [InlineData("form", "\"balm\"")]
    [InlineData("sunUse", "true")]
    [InlineData("name", "\"Other\"")]
    [InlineData("label.claims", "[\"For dry hands\"]")]
    [InlineData("phases", """[{"id":"B","name":"First","stage":"melt"},{"id":"A","name":"Then","stage":"cool"}]""")]
    public void A_field_is_set_as_it_stands_in_the_document(string field, string value)
    {
        var edited = new SetField(field, JsonDocument.Parse(value).RootElement).Apply(Stick, Some.Catalogue.Herbs);
        var written = FormulaWriter.Write(edited);
        var path = field.Split('.');
        var member = path.Length == 1 ? written[path[0]]! : written[path[0]]![path[1]]!;
        member.ToJsonString(ContractJson.Options).ShouldBe(value.Replace(" ", "").Replace("Fordryhands", "For dry hands"));
    }

    public static TheoryData<FormulaEdit, string> Refused =>
        new()
        {
            { new SetPercent(3, 1m), "/line" },
            { new SetPercent(-1, 1m), "/line" },
            { new SetPercent(0, 100.1m), "/percent" },
            { new SetPercent(0, -1m), "/percent" },
            { new SetPercent(0, 1.00001m), "/percent" },
            { new SetBalance(9), "/line" },
            { new AddLine("Z", "beeswax", 1m), "/phase" },
            { new MoveLine(0, "A", 3), "/position" },
            { new MoveLine(0, "Z", 0), "/phase" },
            { new RemoveLine(5), "/line" },
            { new RemovePhase("A"), "/phase" },
            { new AddPhase("A", "", Stage.Melt, null), "/phase" },
            { new AddPhase("too long", "", Stage.Melt, null), "/phase" },
            { new SetField("lines", default), "/field" },
            { new SetField("form", JsonDocument.Parse("\"cake\"").RootElement), "/value" },
            { new SetField("climate.lowCelsius", JsonDocument.Parse("45").RootElement), "/value" },
        };

    [Theory]
    [MemberData(nameof(Refused))]
    public void What_does_not_fit_is_refused_by_member(FormulaEdit edit, string pointer) =>
        Should
            .Throw<DocumentException>(() => edit.Apply(Stick, Some.Catalogue.Herbs))
            .Problems.ShouldContain(problem => problem.Pointer == pointer);

    [Fact]
    public void Undo_and_redo_walk_the_history()
    {
        var history = FormulaHistory.Start.Do().Do();
        (history.CanUndo, history.CanRedo).ShouldBe((true, false));
        history.Undo().Undo().ShouldBe(new FormulaHistory(0, 0, 2));
        history.Undo().Redo().ShouldBe(history);
        history.Undo().Do().CanRedo.ShouldBeFalse("what was undone is forgotten");
        FormulaHistory.Start.Undo().ShouldBe(FormulaHistory.Start);
        FormulaHistory.Start.Redo().ShouldBe(FormulaHistory.Start);
    }

    [Fact]
    public void Only_so_many_steps_are_remembered() =>
        Enumerable
            .Range(0, 1000)
            .Aggregate(FormulaHistory.Start, (history, _) => history.Do())
            .ShouldBe(new FormulaHistory(700, 1000, 1000));

    [Fact]
    public void Edits_survive_their_own_writing()
    {
        FormulaEdit[] edits =
        [
            new SetPercent(0, 12.5m),
            new SetBalance(1),
            new ReplaceIngredient(0, "candelilla-wax"),
            new AddLine("B", "tocopherol-mixed", 0.5m),
            new RemoveLine(2),
            new MoveLine(2, "B", 0),
            new AddPhase("C", "Scent", Stage.Cool, 1),
            new RemovePhase("C"),
        ];
        var written = JsonSerializer.SerializeToElement(edits, ContractJson.Options);
        FormulaEditReader.Read(written, "").ShouldBe(edits);
    }
}
