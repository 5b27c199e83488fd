using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Tests;

/// <summary>Drawings are true to their numbers, and what people type is read as they mean it.</summary>
public class DrawingTests
{
    private static readonly Formula Zinc = DemoFormulas.Read().Single(formula => formula.Name == "Noontide zinc stick");

    [Fact]
    public void Strata_have_true_heights_and_fill_the_crock_to_its_line()
    {
        var evaluation = Evaluate(Zinc);
        var crock = CrockDrawing.Of(evaluation, Catalogue.Shipped, ["A", "B", "C"]);
        crock.Top.ShouldBe(CrockShape.FillY, 1e-9);
        crock.IsOverfull.ShouldBeFalse();
        crock.Strata[6].Height.ShouldBe(0.26 * CrockShape.FullHeight, 1e-9);
        (crock.Strata[^1].Top + crock.Strata[^1].Height).ShouldBe(CrockShape.FloorY, 1e-9);
        crock.Legend.Sum(entry => entry.Percent).ShouldBe(100m);
    }

    [Fact]
    public void Ticks_are_drawn_with_a_point_whoever_reads_them_first()
    {
        var before = System.Globalization.CultureInfo.CurrentCulture;
        try
        {
            System.Globalization.CultureInfo.CurrentCulture = new System.Globalization.CultureInfo("")
            {
                NumberFormat = { NumberDecimalSeparator = "," },
            };
            TotalScale.Ticks.ShouldStartWith("M10 18v10M15.1 18v3.5M20.2 18v6");
            TotalScale.Ticks.ShouldNotContain(",");
        }
        finally
        {
            System.Globalization.CultureInfo.CurrentCulture = before;
        }
    }

    [Theory]
    [InlineData(10, false)] // short: below the line
    [InlineData(90, true)] // over: above it
    public void A_crock_that_is_not_full_shows_it(int percent, bool over)
    {
        var evaluation = Evaluate(Zinc with { Lines = [new("A", "beeswax", percent), new("A", "olive-oil", 20m)] });
        CrockDrawing.Of(evaluation, Catalogue.Shipped, ["A"]).IsOverfull.ShouldBe(over);
    }

    [Fact]
    public void All_limit_posts_stand_at_84_percent_of_the_track_and_a_block_stands_past_them()
    {
        var zinc = DoseGauge.Of(Evaluate(Zinc).Lines[6]);
        zinc.LimitX!.Value.ShouldBe(0.84 * DoseGauge.Width, 1e-9);
        zinc.Marker.ShouldBe(DoseMarker.Block);
        zinc.MarkerX.ShouldBeGreaterThan(zinc.LimitX.Value);
        zinc.Numbers.ShouldContain(number => number.IsLimit && number.Text == "25");
    }

    [Theory]
    [InlineData(Place.Inside, 5, false, nameof(DoseMarker.Bead))]
    [InlineData(Place.Near, 9.9, false, nameof(DoseMarker.Wedge))]
    [InlineData(Place.Near, 0.1, false, nameof(DoseMarker.Bead))]
    [InlineData(Place.Near, 9.9, true, nameof(DoseMarker.Ring))]
    [InlineData(Place.Above, 5, true, nameof(DoseMarker.Wedge))]
    [InlineData(Place.OverLimit, 5, false, nameof(DoseMarker.Block))]
    [InlineData(Place.Unknown, 5, false, nameof(DoseMarker.Bead))]
    public void A_marker_says_where_the_dose_stands(Place place, double percent, bool balance, string marker) =>
        DoseGauge
            .Of(Line((decimal)percent, place) with { Balance = balance, MinPercent = 0m, MaxPercent = 10m })
            .Marker.ToString()
            .ShouldBe(marker);

    [Fact]
    public void A_dose_off_the_track_is_parked_and_its_number_stays_exact()
    {
        var gauge = DoseGauge.Of(Line(80m, Place.Above));
        gauge.IsParked.ShouldBeTrue();
        gauge.MarkerX.ShouldBeLessThanOrEqualTo(DoseGauge.Width);
        gauge.Label.ShouldStartWith("80.00 percent");
    }

    [Theory]
    [InlineData(100, nameof(DoseMarker.Bead), "0.00 off, exactly full", false)]
    [InlineData(99.6, nameof(DoseMarker.Wedge), "0.40 short", false)]
    [InlineData(100.4, nameof(DoseMarker.Block), "0.40 over", false)]
    [InlineData(120, nameof(DoseMarker.Block), "20.00 over", true)]
    public void The_total_is_read_off_its_scale(double percent, string marker, string words, bool parked)
    {
        var scale = TotalScale.Of(new FormulaTotals([], [], (decimal)percent, null));
        (scale.Marker.ToString(), scale.Words, scale.IsParked).ShouldBe((marker, words, parked));
    }

    [Fact]
    public void Band_stretches_cover_the_axis_without_gaps()
    {
        foreach (var formula in DemoFormulas.Read())
        {
            var bands = BandStretches.Along(Evaluate(formula).Melt, Catalogue.Shipped.Rules.Texture, 0, 80, celsius => celsius);
            bands[0].FromCelsius.ShouldBe(0);
            bands[^1].ToCelsius.ShouldBe(80);
            bands
                .Zip(bands.Skip(1))
                .ShouldAllBe(pair => pair.First.ToCelsius == pair.Second.FromCelsius && pair.First.Band != pair.Second.Band);
        }
    }

    [Fact]
    public void The_strip_puts_a_wedge_where_the_texture_leaves_what_the_form_wants()
    {
        var butter = DemoFormulas.Read().Single(formula => formula.Name == "Slipway whipped butter") with { Climate = new(10, 38) };
        var strip = TextureStrip.Of(Evaluate(butter).Melt, butter, Catalogue.Shipped.Rules);
        strip.Leaves.ShouldNotBeNull().Word.ShouldBe("pourable", "an ointment is borne in the heat");
        strip.Wanted[^1].To.ShouldBe(strip.Leaves!.Value.X, 1e-9);
    }

    [Theory]
    [InlineData("18.5", 18.5)]
    [InlineData("18,5", 18.5)]
    [InlineData(" 18 % ", 18)]
    [InlineData("−5", -5)]
    public void Numbers_are_read_as_people_type_them(string typed, double number) =>
        Typed.Number(typed, "a number").ShouldBe((decimal)number);

    [Theory]
    [InlineData("")]
    [InlineData("1e5")]
    [InlineData("1.000.000")]
    [InlineData("99999999999999999999999999999999999")]
    [InlineData("Infinity")]
    public void What_is_no_number_is_refused(string typed) => Should.Throw<DocumentException>(() => Typed.Number(typed, "a number"));

    [Fact]
    public void The_command_line_is_read_in_both_spellings()
    {
        var launch = LaunchOptions.Parse(["--port", "6000", "--data=/srv/crock", "--empty"]);
        (launch.Port, launch.DataFolder, launch.Demo, launch.IsLocal).ShouldBe((6000, "/srv/crock", false, true));
        LaunchOptions.Parse(["--host", "0.0.0.0"]).IsLocal.ShouldBeFalse();
        Should.Throw<FormatException>(() => LaunchOptions.Parse(["--port", "many"]));
        Should.Throw<FormatException>(() => LaunchOptions.Parse(["--data"]));
    }

    private static EvaluationResult Evaluate(Formula formula) => Evaluator.Evaluate(formula, Catalogue.Shipped, EvaluationSettings.Default);

    private static EvaluatedLine Line(decimal percent, Place place) =>
        new("A", "x", "X", "X", IngredientClass.Oil, "carrier", false, percent, 2m, 10m, null, place, [], false);
}
