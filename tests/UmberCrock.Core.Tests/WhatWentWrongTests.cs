using System.Collections.Immutable;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Studies;

namespace UmberCrock.Core.Tests;

/// <summary>What holds of every diagnosis; single cases stand in Panel/diagnoses.txt.</summary>
public class WhatWentWrongTests
{
    private static readonly CauseRules Rules = Some.Catalogue.Rules.Of<CauseRules>();
    private static readonly Formula Balm = Some.Lines(ProductForm.Balm, "beeswax 12", "shea-butter-refined 30", "jojoba-oil");

    public static TheoryData<Symptom> Symptoms => [.. Enum.GetValues<Symptom>()];

    private static System.Collections.Immutable.ImmutableArray<DiagnosedCause> Of(DiagnosisRecord record, params Symptom[] symptoms) =>
        WhatWentWrong.Of(Balm, symptoms, record, Some.Catalogue, EvaluationSettings.Default);

    [Theory]
    [MemberData(nameof(Symptoms))]
    public void Every_symptom_has_causes_with_a_way_out(Symptom symptom)
    {
        var causes = Of(new DiagnosisRecord(), symptom);
        causes.ShouldNotBeEmpty();
        causes.Sum(cause => cause.Likelihood).ShouldBeInRange(0.01, 1.01);
        causes.Select(cause => cause.Likelihood).ShouldBe(causes.Select(cause => cause.Likelihood).OrderDescending());
        causes.ShouldAllBe(cause => cause.Cures.Length > 0 && !cause.Ask.IsEmpty);
    }

    /// <summary>Several symptoms multiply, in whatever order and however often they are named.</summary>
    [Fact]
    public void The_order_of_symptoms_does_not_matter()
    {
        var record = new DiagnosisRecord { StoredCelsius = 34, DaysOld = 6 };
        var one = Of(record, Symptom.Grainy, Symptom.OilOnTop);
        Of(record, Symptom.OilOnTop, Symptom.Grainy, Symptom.OilOnTop)
            .Select(cause => (cause.Code, cause.Likelihood))
            .ShouldBe(one.Select(cause => (cause.Code, cause.Likelihood)));
    }

    /// <summary>What speaks for a cause makes it likelier, whatever else is known: the slower it cooled the likelier grains grew.</summary>
    [Fact]
    public void Evidence_moves_a_cause_its_way()
    {
        double Share(CooledBy? cooling) =>
            Of(new DiagnosisRecord { Cooling = cooling }, Symptom.Grainy).First(cause => cause.Code == "cooled-slowly").Likelihood;
        Share(CooledBy.Room).ShouldBeGreaterThan(Share(null));
        Share(CooledBy.Fridge).ShouldBeLessThan(Share(null));
    }

    /// <summary>Words follow the shares: likely from 0.4, possible from 0.1, held on every cause of every symptom.</summary>
    [Fact]
    public void Words_follow_the_shares()
    {
        (Rules.LikelyFrom, Rules.PossibleFrom).ShouldBe((0.4, 0.1));
        foreach (var cause in Enum.GetValues<Symptom>().SelectMany(symptom => Of(new DiagnosisRecord(), symptom)))
        {
            // What is told is rounded to three decimals; the word was chosen before.
            if (Math.Abs(cause.Likelihood - 0.4) > 0.0005 && Math.Abs(cause.Likelihood - 0.1) > 0.0005)
                cause.Word.ShouldBe(
                    cause.Likelihood >= 0.4 ? "likely"
                    : cause.Likelihood >= 0.1 ? "possible"
                    : "unlikely"
                );
        }
    }

    [Fact]
    public void Every_cause_names_symptoms_that_there_are()
    {
        Rules.Causes.Select(cause => cause.Cause).ShouldBeUnique();
        Rules.Causes.SelectMany(cause => cause.Symptoms.Keys).Except(Enum.GetValues<Symptom>().Select(Vocabulary.Word)).ShouldBeEmpty();
        Rules.Causes.SelectMany(cause => cause.Symptoms.Values).ShouldAllBe(share => share > 0 && share < 1);
    }

    /// <summary>Which notch of a look is a symptom, just below and at its border; a texture off is one too.</summary>
    [Theory]
    [InlineData(Sign.Grain, 1, null)]
    [InlineData(Sign.Grain, 2, Symptom.Grainy)]
    [InlineData(Sign.Bleed, 1, null)]
    [InlineData(Sign.Bleed, 2, Symptom.OilOnTop)]
    [InlineData(Sign.Mould, 0, null)]
    [InlineData(Sign.Mould, 1, Symptom.MouldSpots)]
    [InlineData(Sign.Odour, 2, null)]
    [InlineData(Sign.Odour, 3, Symptom.SmellsRancid)]
    public void A_notch_is_a_symptom_from_its_border(Sign sign, int notch, Symptom? symptom) =>
        WhatWentWrong
            .SymptomsOf(new Seen(ImmutableDictionary<Sign, int>.Empty.Add(sign, notch), null, null), null, Some.Catalogue.Rules)
            .ShouldBe(symptom is { } one ? [one] : []);

    [Theory]
    [InlineData(Band.Ointment, Symptom.TooSoft)]
    [InlineData(Band.Stick, Symptom.TooHard)]
    [InlineData(Band.Balm, null)]
    public void A_texture_off_is_a_symptom(Band band, Symptom? symptom) =>
        WhatWentWrong.SymptomsOf(new Seen([], band, null), Band.Balm, Some.Catalogue.Rules).ShouldBe(symptom is { } one ? [one] : []);
}
