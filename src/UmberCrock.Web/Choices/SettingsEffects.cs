using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;

namespace UmberCrock.Web.Choices;

/// <summary>What choices of the settings do, as figures of an example that a maker knows.</summary>
internal sealed class SettingsEffects(Knowledge knowledge)
{
    /// <summary>Width of a drawing, px.</summary>
    public const double Width = 150;

    /// <summary>Grams of beeswax that the example takes the place of.</summary>
    public const double Beeswax = 15;

    private const decimal MostScent = 3.5m;
    private const decimal Rosehip = 20m;
    private const double MostMonths = 24;
    private const double Coldest = -10;
    private const double Hottest = 50;

    /// <summary>Scent allergens that a label of the European Union names.</summary>
    public int Allergens => knowledge.Catalogue.Rules.Label.Allergens.Length;

    /// <summary>From where they are named on what stays on skin, percent.</summary>
    public decimal AllergenFrom => knowledge.Catalogue.Rules.Label.AllergenLeaveOnPercent;

    /// <summary>The ceilings of a school, weight percent.</summary>
    public (decimal Body, decimal ThinSkin) Scent(ScentSchool school) => DosesTopic.ScentCeilings(knowledge.Catalogue.Rules, school);

    /// <summary>Where a dose of scent lies, px.</summary>
    public static double ScentX(decimal percent) => (double)(percent / MostScent) * Width;

    /// <summary>Grams of candelilla that do the work of the example's beeswax.</summary>
    public double? Candelilla(WaxSchool school) =>
        Beeswax
        * knowledge
            .Catalogue.Find("candelilla-wax")
            ?.WaxEquivalents.FirstOrDefault(equivalent => equivalent.Of == "beeswax" && equivalent.School == school)
            ?.GramsPerGram;

    /// <summary>Months that one fifth of rosehip oil in jojoba keeps: by the first to turn, and by all of it.</summary>
    public (double ByWeakest, double ByWeight) Keeping()
    {
        var mix = knowledge.Catalogue.Rules.Forms.Of(ProductForm.BodyOil).Start("Rosehip in jojoba") with
        {
            Phases = [new("A", "Oils", Stage.Melt)],
            Lines = [new("A", "rosehip-oil", Rosehip), new("A", "jojoba-oil", null)],
        };
        var report = Evaluator.Evaluate(mix, knowledge.Catalogue, knowledge.Settings).Keeping;
        return (report.MonthsByWeakest ?? 0, report.MonthsByWeight ?? 0);
    }

    /// <summary>Where a number of months lies, px.</summary>
    public static double MonthsX(double months) => Math.Clamp(months / MostMonths, 0, 1) * Width;

    /// <summary>Where a temperature lies, px.</summary>
    public static double ClimateX(decimal celsius) => Math.Clamp(((double)celsius - Coldest) / (Hottest - Coldest), 0, 1) * Width;
}
