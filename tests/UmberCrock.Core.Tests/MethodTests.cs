using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Method;
using static UmberCrock.Core.Tests.MethodPanel;

namespace UmberCrock.Core.Tests;

/// <summary>Methods against what a practitioner would do, and what holds of every method.</summary>
public class MethodTests
{
    private static readonly MethodStage[] GoesIn =
    [
        MethodStage.Infuse,
        MethodStage.Slurry,
        MethodStage.Paste,
        MethodStage.Water,
        MethodStage.Melt,
        MethodStage.Join,
        MethodStage.Powder,
        MethodStage.Add,
        MethodStage.Whip,
    ];

    public static TheoryData<string> Names => [.. Panel.Select(row => row.Name)];

    private static MethodReport Method(Formula formula, Func<MethodRequest, MethodRequest>? asked = null)
    {
        var usual = MethodRequest.Usual(MethodSchools.Default) with { BatchGrams = 240m };
        return MakingMethod.Of(formula, asked?.Invoke(usual) ?? usual, Some.Catalogue, EvaluationSettings.Default);
    }

    /// <summary>Common practice, formula by formula (Panel/methods.txt).</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public void The_steps_are_those_of_a_practitioner(string name)
    {
        var (_, formula, expected) = Panel.Single(row => row.Name == name);
        Written(Method(formula).Steps, formula, expected).ShouldBe(expected);
    }

    /// <summary>Stirring in takes two minutes and pouring four with quick hands (data/rules/method.json). Expected, written first: a small
    /// pot of a balm whose lavender goes in below 45 °C falls through its window before that and wants a warm bath; a large pot waits for
    /// its maker; the border is where the window lasts as long as the hands need.</summary>
    [Fact]
    public void A_window_that_shuts_before_the_hands_are_through_wants_a_warm_bath()
    {
        var balm = Demo.DemoFormulas.Read().Single(formula => formula.Name == "Ferry pony hoof balm");
        var said = new List<bool>();
        for (var grams = 20m; grams <= 20_000m; grams *= 1.25m)
        {
            var batch = grams;
            var method = Method(balm, usual => usual with { BatchGrams = batch });
            var wants = method.Steps.Any(step => step.Caution?.Plain.Contains("stand the jug in water", StringComparison.Ordinal) == true);
            wants.ShouldBe(method.PourWindow!.Minutes < 6, $"{grams:0} g, {method.PourWindow.Minutes} min");
            said.Add(wants);
        }

        (said[0], said[^1]).ShouldBe((true, false));
        said.Zip(said.Skip(1)).Count(pair => pair.First != pair.Second).ShouldBe(1, "one border");
    }

    /// <summary>Starch that goes in at the whip is not in the pot while it cools: nobody has to stir it; in a poured bar it is.</summary>
    [Theory]
    [InlineData("Slipway whipped butter", false)]
    [InlineData("Boathouse lotion bar", true)]
    public void Only_what_is_in_the_pot_sinks(string name, bool stirred)
    {
        var steps = Method(Demo.DemoFormulas.Read().Single(formula => formula.Name == name)).Steps;
        var said = steps.Where(step => step.Caution?.Plain.Contains("sinks", StringComparison.Ordinal) == true).ToList();
        var cool = steps.First(step => step.Stage == MethodStage.Cool);
        if (!stirred)
            said.ShouldBeEmpty();
        (cool.Attended, cool.Place).ShouldBe((said.Contains(cool), Surroundings.Room));
    }

    /// <summary>Weighing is cautioned by name: gloves for what is neat, a mask where dust flies (common practice).</summary>
    [Theory]
    [InlineData("Blade-hand stick", "Gloves for neat lavender oil.")]
    [InlineData("Noontide zinc stick", "Mask on for loose powders: zinc oxide (non-nano).")]
    [InlineData("Boathouse lotion bar", "Gloves for neat lavender oil. Mask on for loose powders: arrowroot starch.")]
    [InlineData("Newborn oar-cradle balm", "")]
    public void Weighing_is_cautioned_for_what_is_weighed(string name, string said) =>
        (
            Method(Demo.DemoFormulas.Read().Single(formula => formula.Name == name))
                .Steps.First(step => step.Stage == MethodStage.Weigh)
                .Caution?.Plain
            ?? ""
        ).ShouldBe(said);

    /// <summary>Every step as "stage[slugs]"; a slug is cut to the word that the expected steps name it by.</summary>
    private static string Written(ImmutableArray<MethodStep> steps, Formula formula, string expected) =>
        string.Join(
            ' ',
            steps.Select(step =>
            {
                var stage = Vocabulary.Word(step.Stage);
                var words = step
                    .Lines.Select(line => formula.Lines[line].Ingredient)
                    .Select(slug => slug.Split('-').FirstOrDefault(word => expected.Contains(word, StringComparison.Ordinal)) ?? slug);
                return step.Stage == MethodStage.Weigh || step.Lines.IsEmpty ? stage : $"{stage}[{string.Join(' ', words)}]";
            })
        );

    /// <summary>What holds of every method, over the panel, the demo and a thousand random formulas.</summary>
    [Fact]
    public void Every_method_keeps_its_promises()
    {
        foreach (var formula in Panel.Select(row => row.Formula).Concat(Demo.DemoFormulas.Read()).Concat(Random(1000)))
            Holds(formula);
    }

    private static void Holds(Formula formula)
    {
        var a = new Assessment(ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default));
        var method = Method(formula);
        var all = Enumerable.Range(0, formula.Lines.Length).ToList();
        method
            .Steps.Where(step => step.Stage == MethodStage.Weigh)
            .SelectMany(step => step.Lines)
            .Order()
            .ToList()
            .ShouldBe(all, customMessage: formula.Name);
        var going = method.Steps.Where(step => GoesIn.Contains(step.Stage)).ToList();
        going.SelectMany(step => step.Lines).Order().ToList().ShouldBe(all, customMessage: formula.Name);
        method.Steps.Except(going).Where(step => step.Stage != MethodStage.Weigh).ShouldAllBe(step => step.Lines.IsEmpty);
        foreach (var line in going.SelectMany(step => step.Parts ?? []).GroupBy(part => part.Line))
            line.Sum(part => part.Grams).ShouldBe(a.Resolved.Totals.GramsOf(line.Key, 240m), 0.001m);
        foreach (var step in going)
        {
            foreach (var line in step.Lines.Where(line => a.Resolved.Ingredients[line].AddBelowCelsius?.Value < step.TargetCelsius))
            {
                // Hotter than it bears only where the window is closed or its phase is warm, and then it says so.
                (a.AddWindow?.Closed == true || a.Resolved.StageOf(line) == Stage.Warm).ShouldBeTrue($"{formula.Name}: {step.Title}");
                step.Caution!.Plain.ShouldContain("lost");
            }
        }

        method.AttendedMinutes.ShouldBeLessThanOrEqualTo(method.Minutes + 1e-6);
        method.MinutesToPour.ShouldBeLessThanOrEqualTo(method.Minutes);
        method.Steps.ShouldAllBe(step => step.MinutesLow <= step.Minutes && step.Minutes <= step.MinutesHigh && step.MinutesLow >= 0);
        method.Steps.ShouldAllBe(step =>
            step.LowCelsius == null || (step.LowCelsius <= step.TargetCelsius && step.TargetCelsius <= step.HighCelsius)
        );
        method.Steps.ShouldAllBe(step => step.Title.Plain.Length > 0 && step.Text.Plain.Length > 0 && !step.Text.Plain.Contains('{'));
        method.Steps.SelectMany(step => step.Equipment).Distinct().ShouldBe(method.Equipment);
        method.Steps.Select(step => step.Number).ShouldBe(Enumerable.Range(1, method.Steps.Length));
    }

    private static IEnumerable<Formula> Random(int count)
    {
        var random = new Random(1116);
        var forms = Enum.GetValues<ProductForm>();
        var stages = Enum.GetValues<Stage>();
        for (var at = 0; at < count; at++)
        {
            var start = Some.Catalogue.Rules.Forms.Of(forms[random.Next(forms.Length)]).Start($"random {at}");
            var lines = Enumerable
                .Range(0, 2 + random.Next(10))
                .Select(_ => Some.Catalogue.Ingredients[random.Next(Some.Catalogue.Ingredients.Length)])
                .ToList();
            var left = 100m;
            yield return start with
            {
                Process = random.Next(6) == 0 ? Process.ColdWhip : start.Process,
                Phases = [.. stages.Select(stage => new Phase(stage.ToString(), stage.ToString(), stage))],
                Lines =
                [
                    .. lines.Select(
                        (ingredient, line) =>
                        {
                            decimal? percent = line == 0 ? null : decimal.Round((decimal)random.NextDouble() * left * 0.5m, 2);
                            left -= percent ?? 0m;
                            return new FormulaLine(stages[random.Next(stages.Length)].ToString(), ingredient.Slug, percent);
                        }
                    ),
                ],
            };
        }
    }

    /// <summary>Structurants go in by melting point, the highest first (common practice).</summary>
    [Fact]
    public void What_melts_last_goes_in_first()
    {
        foreach (
            var formula in Panel
                .Select(row => row.Formula)
                .Concat(Demo.DemoFormulas.Read())
                .Where(formula => formula.Process != Process.ColdWhip)
        )
        {
            foreach (var step in Method(formula).Steps.Where(step => step.Stage == MethodStage.Melt))
            {
                var ingredients = step.Lines.Select(line => Some.Catalogue.Find(formula.Lines[line].Ingredient)!).ToList();
                foreach (
                    var group in ingredients.GroupBy(ingredient =>
                        ingredient.Class is IngredientClass.HardButter or IngredientClass.SoftButter
                    )
                )
                    group
                        .Select(Allotment.ClearsAt)
                        .ShouldBe(group.Select(Allotment.ClearsAt).OrderDescending(), customMessage: formula.Name);
            }
        }
    }

    /// <summary>Waxes first and alone when they melt 15 C above the rest, when there are only oils, or when the batch is over
    /// 300 g.</summary>
    [Fact]
    public void Waxes_are_melted_alone_where_that_pays()
    {
        var close = Read("close", "balm", "melt: lanolin 10, cocoa-butter 20, jojoba-oil");
        int Melts(Formula formula, decimal grams, MeltSchool school = MeltSchool.ByRule) =>
            Method(formula, usual => usual with { BatchGrams = grams, Schools = usual.Schools with { Waxes = school } })
                .Steps.Count(step => step.Stage == MethodStage.Melt);
        Allotment
            .ClearsAt(Some.Catalogue.Find("lanolin")!)!
            .Value.ShouldBeLessThan(Allotment.ClearsAt(Some.Catalogue.Find("cocoa-butter")!)!.Value + 15);
        Melts(close, 299.99m).ShouldBe(1);
        Melts(close, 300m).ShouldBe(1);
        Melts(close, 300.01m).ShouldBe(2);
        Melts(close, 100m, MeltSchool.WaxesFirst).ShouldBe(2);
        Melts(Of("Bar of thirds"), 100m).ShouldBe(2);
        Melts(Of("Bar of thirds"), 100m, MeltSchool.Together).ShouldBe(1);
    }

    /// <summary>Beeswax (62 to 64 C) by itself at 66 to 69; a mix five to ten above its clear point and never below 65.</summary>
    [Fact]
    public void The_melt_is_as_hot_as_it_needs()
    {
        var steps = Method(Of("Bar of thirds")).Steps;
        steps.First(step => step.Stage == MethodStage.Melt).TargetCelsius!.Value.ShouldBeInRange(65, 70);
        steps.Single(step => step.Stage == MethodStage.Join).LowCelsius!.Value.ShouldBeGreaterThanOrEqualTo(65);
        var gel = Read("gel", "oil-gel", "melt: dextrin-palmitate 8, jojoba-oil");
        Method(gel).Steps.First(step => step.Stage == MethodStage.Melt).TargetCelsius!.Value.ShouldBe(85);
    }

    /// <summary>Tubes set point + 8 to 10, their scent at 10 to 12; jars and moulds set point + 5 to 8.</summary>
    [Theory]
    [InlineData("Hard stick of carnauba", 8, 12)]
    [InlineData("Ointment of petrolatum", 5, 8)]
    public void It_is_poured_above_its_set_point(string name, double low, double high)
    {
        var formula = Of(name);
        var set = Some.Evaluate(formula).Melt.SetPointCelsius!.Value;
        (Method(formula).Steps.Last(step => step.Stage == MethodStage.Pour).TargetCelsius!.Value - set).ShouldBeInRange(
            low - 0.5,
            high + 0.5
        );
    }

    /// <summary>PET and paper tubes bear 60 C, polystyrene 65, polypropylene any melt: hotter is poured cooler or said.</summary>
    [Fact]
    public void Nothing_is_poured_hotter_than_its_container_bears()
    {
        MethodStep Pour(ContainerMaterial material) =>
            Method(Of("Hard stick of carnauba"), usual => usual with { Containers = [new("tube", 15, 16, material)] })
                .Steps.Last(step => step.Stage == MethodStage.Pour);
        var hot = Pour(ContainerMaterial.Pp).TargetCelsius!.Value;
        hot.ShouldBeGreaterThan(60);
        Pour(ContainerMaterial.Paper).TargetCelsius!.Value.ShouldBe(60);
        var harder = Read("hard", "stick", "melt: carnauba-wax 20, beeswax 20, jojoba-oil");
        var poured = Method(harder, usual => usual with { Containers = [new("tube", 15, 16, ContainerMaterial.Pet)] })
            .Steps.Last(step => step.Stage == MethodStage.Pour);
        poured.TargetCelsius!.Value.ShouldBeGreaterThan(60);
        poured.Caution!.Plain.ShouldContain("PET bears 60");
    }

    /// <summary>About 32 minutes in a fridge for 250 g of shea butter from 40 to 25 C, 50 for a kilogram (common practice).</summary>
    [Theory]
    [InlineData(250, Surroundings.Fridge, 32)]
    [InlineData(250, Surroundings.Freezer, 9)]
    [InlineData(1000, Surroundings.Fridge, 50)]
    [InlineData(1000, Surroundings.Freezer, 14)]
    public void A_pot_of_shea_chills_as_timed(int grams, Surroundings place, double minutes)
    {
        var shea = Some.Lines(ProductForm.WhippedButter, "shea-butter-refined");
        var report = PotForecast.Of(
            shea,
            new CoolingRequest(grams, 40, null, place, [], [25], null, null),
            Some.Catalogue,
            EvaluationSettings.Default
        );
        report.Targets[0].Minutes!.Value.ShouldBe(minutes, 0.25 * minutes);
    }

    /// <summary>The clock follows from the start: each step begins where the one before ended.</summary>
    [Fact]
    public void The_clock_follows_from_the_start()
    {
        var start = new DateTimeOffset(2026, 3, 16, 13, 10, 0, TimeSpan.FromHours(1));
        var steps = Method(Of("Bar of thirds"), usual => usual with { StartsAt = start }).Steps;
        steps[0].At.ShouldBe(start);
        for (var at = 1; at < steps.Length; at++)
            (steps[at].At!.Value - steps[at - 1].At!.Value).TotalMinutes.ShouldBe(steps[at - 1].Minutes, 1e-6);
        Method(Of("Bar of thirds")).Steps.ShouldAllBe(step => step.At == null);
    }

    /// <summary>What is not complete has no method, and the way out is said.</summary>
    [Theory]
    [InlineData("beeswax 20", "olive-oil 79.99")]
    [InlineData("beeswax 20", "olive-oil 80.01")]
    public void What_does_not_make_a_hundred_has_no_method(params string[] lines)
    {
        var formula = Some.Lines(ProductForm.Balm, lines);
        Should.Throw<DocumentException>(() => Method(formula)).Message.ShouldContain("Settle the total");
        Some.Evaluate(formula).Method.ShouldBeEmpty();
        Some.Evaluate(Some.Lines(ProductForm.Balm, "beeswax 20", "olive-oil 80")).Method.ShouldNotBeEmpty();
    }

    /// <summary>Weighing late, no wetting, everything in the room: the maker's ways change the method and nothing is lost.</summary>
    [Fact]
    public void The_makers_ways_change_it()
    {
        var late = Method(Of("Salve of a fifth beeswax"), usual => usual with { Schools = usual.Schools with { WeighLate = true } });
        late.Steps.Count(step => step.Stage == MethodStage.Weigh).ShouldBe(2);
        var dry = Method(Of("Zinc balm"), usual => usual with { Schools = usual.Schools with { PreWet = false } });
        dry.Steps.ShouldNotContain(step => step.Stage == MethodStage.Slurry);
        var room = Method(Of("Bar of thirds"), usual => usual with { Schools = usual.Schools with { Setting = SettingSchool.Room } });
        room.Steps.Single(step => step.Stage == MethodStage.Set).Place.ShouldBe(Surroundings.Room);
        var quick = Method(Of("Calendula salve"), usual => usual with { Schools = usual.Schools with { Infusion = InfusionSchool.Short } });
        quick.Steps.Single(step => step.Stage == MethodStage.Infuse).Minutes.ShouldBeInRange(30, 60);
    }

    /// <summary>Zinc sinks: the step says how far down to stir, and somebody stands by.</summary>
    [Fact]
    public void What_sinks_is_stirred()
    {
        var formula = Read("thin", "sunscreen", "melt: beeswax 8, jojoba-oil; powder: zinc-oxide 20; cool: lavender-oil 0.5");
        Some.Found(formula, FindingCodes.Settling).ShouldNotBeNull();
        var cooling = Method(formula).Steps.Where(step => step.Stage == MethodStage.Cool).ToList();
        cooling.ShouldNotBeEmpty();
        cooling.ShouldAllBe(step => step.Attended && step.Caution!.Plain.Contains("stir until"));
    }

    /// <summary>What its phase would spoil waits and says so; frankincense, whose vapour takes fire at 38 C, is kept from flames.</summary>
    [Fact]
    public void What_is_taken_out_and_what_catches_fire_is_said()
    {
        MethodStep Add(string name) => Method(Of(name)).Steps.Single(step => step.Stage == MethodStage.Add);
        Add("Menthol chest rub").Caution!.Plain.ShouldContain("cannot bear the melt");
        Add("Salve of a fifth beeswax").Caution!.Plain.ShouldNotContain("cannot bear the melt");
        var scented = Read("scented", "balm", "melt: beeswax 8, olive-oil; cool: frankincense-oil 0.5");
        Method(scented).Steps.Single(step => step.Stage == MethodStage.Add).Caution!.Plain.ShouldContain("no flame near");
    }
}
