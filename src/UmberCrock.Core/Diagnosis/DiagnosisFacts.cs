using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Topics.Preservation;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Diagnosis;

/// <summary>Numbers that evidence looks at, by name: of the formula, of its melt, of its record. What is not known is not there.</summary>
internal static class DiagnosisFacts
{
    private const double RoomCelsius = (double)Climate.RoomCelsius;

    /// <summary>Works them out.</summary>
    public static IReadOnlyDictionary<string, double> Of(
        Formula formula,
        IReadOnlyCollection<Symptom> symptoms,
        DiagnosisRecord record,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        var facts = new Dictionary<string, double>(StringComparer.Ordinal);
        var evaluation = Evaluator.Sweep(formula, catalogue, settings);
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        Mixed(facts, resolved, catalogue.Rules.Of<CauseRules>());
        Judged(facts, resolved, evaluation, symptoms, catalogue.Rules.Of<CauseRules>());
        Melted(facts, resolved, record, catalogue.Rules.Of<CauseRules>());
        Told(facts, record);
        return facts;
    }

    private static void Mixed(Dictionary<string, double> facts, ResolvedFormula resolved, CauseRules rules)
    {
        double Percent(Func<Ingredient, bool> of) => (double)resolved.PercentOf(resolved.LinesWhere(of));
        double Listed(IReadOnlyCollection<string> slugs) => Percent(ingredient => slugs.Contains(ingredient.Slug));
        double OfClass(params IngredientClass[] classes) => Percent(ingredient => classes.Contains(ingredient.Class));
        facts["grainProne"] = Percent(ingredient => ingredient.Grain is not null);
        facts["hardButter"] = OfClass(IngredientClass.HardButter);
        facts["blooms"] = OfClass(IngredientClass.HardButter) + Listed(["beeswax"]);
        facts["acids"] = OfClass(IngredientClass.FattyAcid);
        facts["wax"] = OfClass(IngredientClass.Wax);
        facts["waxes"] = OfClass(IngredientClass.Wax, IngredientClass.FattyAlcohol, IngredientClass.ConditioningEmulsifier);
        facts["meltable"] = facts["waxes"] + facts["acids"] + OfClass(IngredientClass.Gelator, IngredientClass.Emulsifier);
        facts["hardWax"] = Listed(rules.HardWaxes);
        facts["partner"] = Listed(rules.Partners);
        facts["tacky"] = Listed(rules.Tacky) + Listed(rules.TackyTwice);
        facts["castor"] = Listed(["castor-oil"]);
        facts["polar"] =
            OfClass(IngredientClass.Humectant)
            + Percent(ingredient => rules.Polar.Contains(ingredient.Slug) && ingredient.Class != IngredientClass.Humectant);
        facts["powder"] = facts["manyPowders"] = Percent(ingredient => ingredient.Solubility == Solubility.InsolublePowder);
        facts["starch"] = OfClass(IngredientClass.Starch);
        facts["gelator"] = OfClass(IngredientClass.Gelator);
        facts["water"] = (double)resolved.PercentOf(WaterFindings.WaterLines(resolved));
        facts["emulsifier"] = OfClass(IngredientClass.Emulsifier, IngredientClass.ConditioningEmulsifier);
        facts["preservative"] = OfClass(IngredientClass.Preservative);
        facts["antioxidant"] = OfClass(IngredientClass.Antioxidant);
        facts["scent"] = OfClass(IngredientClass.EssentialOil, IngredientClass.Fragrance);
        facts["sensitiser"] = Listed(rules.Sensitisers);
        facts["oldSting"] = Listed(rules.OldStings) > 0 ? 1 : 0;
        facts["coloured"] = Listed(rules.Coloured);
        facts["paleColour"] = Listed(rules.Fades);
        facts["vanilla"] = Listed(["vanilla-co2"]);
        facts["herbs"] = resolved.LinesWhere(ingredient => ingredient.Class == IngredientClass.Botanical).Any() ? 1 : 0;
    }

    private static void Judged(
        Dictionary<string, double> facts,
        ResolvedFormula resolved,
        EvaluationResult evaluation,
        IReadOnlyCollection<Symptom> symptoms,
        CauseRules rules
    )
    {
        var formula = resolved.Formula;
        var form = resolved.Rules.Forms.Of(formula.Form);
        facts["whipped"] = formula.IsWhipped ? 1 : 0;
        facts["coldWhip"] = formula.Process == Process.ColdWhip ? 1 : 0;
        facts["tube"] = form.Packed == Pack.Tube ? 1 : 0;
        facts["mould"] = form.Packed == Pack.Wrapper ? 1 : 0;
        facts["wetUse"] = formula.WetUse ? 1 : 0;
        facts["face"] = formula.Zone is Zone.Lips or Zone.Face ? facts["scent"] : 0;
        facts["sinks"] = evaluation.Settling is null ? 0 : 1;
        facts["oilyEmulsifier"] = evaluation.Emulsion?.SuppliedHlb < rules.OilyBelowHlb ? 1 : 0;
        facts["wantsWater"] = facts["water"] >= 1 || symptoms.Contains(Symptom.NotMilky) || symptoms.Contains(Symptom.WillNotRinse) ? 1 : 0;
        facts["shortLived"] = evaluation.Keeping.MonthsByWeakest < rules.ShortLivedBelowMonths ? 1 : 0;
    }

    private static void Melted(Dictionary<string, double> facts, ResolvedFormula resolved, DiagnosisRecord record, CauseRules rules)
    {
        var model = new FirmnessModel(resolved.Parts, resolved.Rules.Texture);
        var bands = resolved.Rules.Forms.Of(resolved.Formula.Form).Bands;
        var room = model.BandAt(RoomCelsius);
        facts["liquid"] = model.LiquidPercentAt(RoomCelsius);
        facts["softBy"] = bands.Min() - room;
        facts["hardBy"] = room - bands.Max();
        if (record.StoredCelsius is { } stored)
        {
            var solids = model.At(RoomCelsius).SolidPercent;
            var melts =
                stored >= rules.KeptWarmFromCelsius
                && (model.BandAt(stored) < room && (model.BandAt(stored) < bands.Min() || model.At(stored).SolidPercent < solids / 2));
            facts["storedMelts"] = melts ? 1 : 0;
        }

        if (record.PourCelsius is { } pour && model.SetPointCelsius() is { } set)
            facts["pourAboveSet"] = pour - set;
        if (record.AddCelsius is { } add && model.SetPointCelsius() is { } sets)
            facts["addBelowSet"] = sets - add;
        if (record.PeakCelsius is { } peak && model.Melt.ClearPointCelsius() is { } clear)
            facts["peakBelowClear"] = clear - peak;
    }

    private static void Told(Dictionary<string, double> facts, DiagnosisRecord record)
    {
        void Known(string fact, double? value)
        {
            if (value is { } known)
                facts[fact] = known;
        }

        Known("room", record.RoomCelsius);
        Known("add", record.AddCelsius);
        Known("peak", record.PeakCelsius);
        Known("pour", record.PourCelsius);
        Known("lid", record.LidAfterMinutes);
        Known("rounds", record.WhipRounds);
        Known("days", record.DaysOld);
        Known("stored", record.StoredCelsius);
        Known("remelts", record.Remelts);
        facts["storedKnown"] = record.StoredCelsius is null ? 0 : 1;
        facts["remeltsKnown"] = record.Remelts is null ? 0 : 1;
        if (record.Cooling is { } cooling)
        {
            facts["cooledFast"] = cooling == CooledBy.Room ? 0 : 1;
            facts["cooledInRoom"] = cooling == CooledBy.Room ? 1 : 0;
            facts["cooledInFridge"] = cooling == CooledBy.Fridge ? 1 : 0;
            facts["cooledInFreezer"] = cooling == CooledBy.Freezer ? 1 : 0;
            facts["cooledInBath"] = cooling == CooledBy.ColdBath ? 1 : 0;
            facts["cooledStirred"] = cooling == CooledBy.Stirred ? 1 : 0;
        }

        foreach (
            var (stage, fact) in new[]
            {
                (MethodStage.Prepare, "skippedPrepare"),
                (MethodStage.Slurry, "skippedSlurry"),
                (MethodStage.Strain, "skippedStrain"),
            }
        )
        {
            if (record.Skipped.Contains(stage))
                facts[fact] = 1;
        }
    }
}
