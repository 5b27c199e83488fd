using UmberCrock.Core.Batches;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests;

/// <summary>What a batch is offered to be filled into: as many of the usual size (bar 60, tin 30, stick 15 mL; common practice) as it
/// fills.</summary>
public class UsualFillingTests
{
    [Theory]
    [InlineData(ProductForm.Bar, Pack.Wrapper, 60)]
    [InlineData(ProductForm.Balm, Pack.Tin, 30)]
    [InlineData(ProductForm.LipBalm, Pack.Tube, 15)]
    public void It_is_the_usual_size_of_the_form(ProductForm form, Pack pack, double millilitres)
    {
        var formula = Some.Lines(form, "beeswax 30", "olive-oil");
        var each = (decimal)(
            millilitres * ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default).GramsPerMillilitre!.Value
        );
        UsualFilling Of(decimal grams) => UsualFilling.Of(formula, grams, Some.Catalogue, EvaluationSettings.Default);
        Of(4m * each - 0.01m).ShouldBe(new UsualFilling(pack, 3));
        Of(4m * each + 0.01m).ShouldBe(new UsualFilling(pack, 4));
        Of(1m).Count.ShouldBe(1, "what fills less than one is filled into one");
    }
}
