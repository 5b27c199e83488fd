using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Method;

/// <summary>The first half of a method: from a clean table to a clear melt.</summary>
internal static class HotSteps
{
    /// <summary>Writes the steps.</summary>
    public static void Write(MethodDraft draft)
    {
        Begin(draft);
        Steep(draft);
        Wet(draft);
        Water(draft);
        Melt(draft);
        Join(draft);
        Powders(draft);
    }

    private static void Begin(MethodDraft draft)
    {
        var (a, figures) = (draft.Of, draft.Figures);
        draft.Add(
            IsCold(draft) ? "prepare-cold" : "prepare",
            new() { Words = [("low", $"{figures.PrepareWaterCentimetres.Low:0}"), ("high", $"{figures.PrepareWaterCentimetres.High:0}")] }
        );
        var all = Enumerable.Range(0, a.Resolved.Ingredients.Length).ToImmutableArray();
        var late = draft.Request.Schools.WeighLate ? draft.Allotment.Lines(GoesIn.AddCool) : [];
        Weigh(draft, late.IsEmpty ? "weigh" : "weigh-late", [.. all.Except(late)]);
    }

    /// <summary>Weighing, a while for each line.</summary>
    internal static void Weigh(MethodDraft draft, string step, ImmutableArray<int> lines)
    {
        var row = draft.Rules.Of(step);
        var each = lines.Length + 1;
        draft.Add(
            step,
            new()
            {
                Lines = lines,
                Lasts = new Lasts(row.Minutes!.Value * each, row.MinutesLow!.Value * each, row.MinutesHigh!.Value * each),
                Words = [("count", $"{lines.Length}"), ("cool", $"{Celsius(draft.Of.AddWindow?.FromCelsius ?? 0)}")],
                Cautions = [.. Handled(draft, "gloves", lines, IsScent), .. Handled(draft, "mask", lines, IsDusty)],
            }
        );
    }

    private static IEnumerable<Message> Handled(MethodDraft draft, string caution, ImmutableArray<int> lines, Func<Ingredient, bool> asks)
    {
        var asking = lines.Where(line => asks(draft.Of.Resolved.Ingredients[line])).ToList();
        return asking.Count == 0 ? [] : [draft.Caution(caution, ("names", FindingWords.NamesWithin(draft.Of.Resolved, asking)))];
    }

    private static bool IsScent(Ingredient ingredient) => ingredient.Class is IngredientClass.EssentialOil or IngredientClass.Fragrance;

    private static bool IsDusty(Ingredient ingredient) =>
        ingredient.Class is IngredientClass.UvFilter or IngredientClass.Pigment or IngredientClass.Powder or IngredientClass.Starch;

    private static bool IsCold(MethodDraft draft) =>
        draft.Of.Resolved.Formula.Process == Process.ColdWhip && draft.Allotment.Lines(GoesIn.Waxes).IsEmpty;

    private static void Steep(MethodDraft draft)
    {
        var lines = draft.Allotment.Lines(GoesIn.Infuse);
        if (lines.IsEmpty)
            return;

        var resolved = draft.Of.Resolved;
        var held = HeldBack.In(resolved);
        var way = draft.Figures.Infusions.First(row => row.Infusion == draft.Request.Schools.Infusion);
        var celsius = Math.Min(way.Celsius.Middle, Limit(draft, lines));
        draft.Add(
            "infuse",
            new()
            {
                Lines = lines,
                Target = celsius,
                Celsius = new Span(Math.Min(way.Celsius.Low, celsius), Math.Min(way.Celsius.High, Limit(draft, lines))),
                Lasts = Lasts.Of(way.Minutes),
                Words =
                [
                    ("low", $"{Celsius(way.Celsius.Low)}"),
                    ("high", $"{Celsius(way.Celsius.High)}"),
                    ("more", $"{Two(draft.Grams(held?.Percent ?? 0m)).Grams}"),
                    ("oil", held is null ? "oil" : FindingWords.Small(resolved.Ingredients[held.Line].Name)),
                ],
            }
        );
        var each = draft.Figures.OilHeldByHerb;
        draft.Add("strain", new() { Words = [("held", $"{each.Low:0.0} to {each.High:0.0} g")] });
    }

    private static void Wet(MethodDraft draft)
    {
        var slurry = draft.Allotment.Lines(GoesIn.Slurry);
        if (!slurry.IsEmpty)
        {
            draft.Add(
                "slurry",
                new()
                {
                    Lines = slurry,
                    Named = [.. slurry.Where(line => draft.Of.Resolved.Ingredients[line].Solubility == Solubility.InsolublePowder)],
                    Parts = draft.Allotment.WettingLine is { } oil
                        ? [new LineShare(oil, draft.Grams(draft.Allotment.WettingPercent))]
                        : null,
                }
            );
        }

        var paste = draft.Allotment.Lines(GoesIn.Paste);
        if (!paste.IsEmpty)
            draft.Add("paste", new() { Lines = paste });
    }

    private static void Water(MethodDraft draft)
    {
        var water = draft.Allotment.Lines(GoesIn.Water);
        if (water.IsEmpty)
            return;
        var held = draft.Figures.WaterHeldMinutes;
        var before = draft.Celsius;
        var celsius = Math.Min(draft.Figures.WaterCelsius, Limit(draft, water));
        draft.Add(
            "water",
            new()
            {
                Lines = water,
                Target = celsius,
                Celsius = new Span(celsius - 2, celsius),
                Words = [("low", $"{held.Low:0}"), ("high", $"{held.High:0}")],
            }
        );
        draft.Celsius = before;
    }

    private static void Melt(MethodDraft draft)
    {
        var waxes = Ordered(draft, draft.Allotment.Lines(GoesIn.Waxes));
        var butters = Ordered(draft, draft.Allotment.Lines(GoesIn.Butters));
        if (waxes.IsEmpty && butters.IsEmpty)
            return;
        if (!waxes.IsEmpty && WaxesAlone(draft, waxes, butters))
        {
            var figures = draft.Figures;
            var highest = waxes.Max(line => ClearsAt(draft, line));
            var hot = waxes.Any(line =>
                draft.Of.Resolved.Ingredients[line].Species.Any(species => figures.HotGelators.Contains(species.Family))
            );
            var wanted = hot
                ? figures.HotGelatorsCelsius
                : new Span(highest + figures.WaxesAboveCelsius.Low, highest + figures.WaxesAboveCelsius.High);
            draft.Add("melt-waxes", Melted(draft, waxes, wanted) with { Named = waxes });
            if (!butters.IsEmpty)
                draft.Add("melt-butters", Melted(draft, butters, null) with { Named = butters });
        }
        else
        {
            ImmutableArray<int> all = [.. waxes, .. butters];
            draft.Add(all.Length == 1 ? "melt-one" : "melt-all", Melted(draft, all, null) with { Named = all });
        }
    }

    private static void Join(MethodDraft draft)
    {
        var oils = draft.Allotment.Lines(GoesIn.Join);
        if (!oils.IsEmpty)
        {
            var melts = draft.InPot.Any(line => draft.Allotment.Of[line] is GoesIn.Waxes or GoesIn.Butters);
            draft.Add(
                melts ? "join" : "mix",
                (melts ? Melted(draft, oils, null) : new StepDetails { Lines = oils }) with
                {
                    Parts = draft.Allotment.WettingLine is { } oil
                        ? [new LineShare(oil, draft.Grams(draft.Of.Resolved.Totals.Percents[oil] - draft.Allotment.WettingPercent))]
                        : null,
                    Words = [("set", draft.Sets is { } set ? (Message)$"{Celsius(set)}" : "its set point")],
                }
            );
        }

        var water = draft.Allotment.Lines(GoesIn.Water);
        if (water.IsEmpty)
            return;
        var celsius = Math.Min(draft.Figures.WaterCelsius, Limit(draft, draft.InPot));
        draft.Add(
            "join-water",
            new()
            {
                Target = celsius,
                Celsius = new Span(celsius - 2, celsius),
                Lasts = Lasts.Of(draft.Figures.BeatMinutes),
                Words = [("minutes", $"{draft.Figures.BeatMinutes.Low:0} to {draft.Figures.BeatMinutes.High:0}")],
            }
        );
    }

    private static void Powders(MethodDraft draft)
    {
        if (!draft.Allotment.Lines(GoesIn.Slurry).IsEmpty)
            draft.Add("powder-slurry", new() { Cautions = Sinks(draft) });
        var powders = draft.Allotment.Lines(GoesIn.Powder);
        if (!powders.IsEmpty)
            draft.Add("powder", new() { Lines = powders, Cautions = Sinks(draft) });
    }

    /// <summary>What a powder that sinks asks for.</summary>
    internal static ImmutableArray<Message> Sinks(MethodDraft draft) =>
        Suspension.SuspensionTopic.StirUntil(draft.Of) is { } celsius ? [draft.Caution("sinks", ("target", $"{Celsius(celsius)}"))] : [];

    /// <summary>Into the pot and clear: the temperature, and the minutes at the bath.</summary>
    private static StepDetails Melted(MethodDraft draft, ImmutableArray<int> lines, Span? wanted)
    {
        var figures = draft.Figures;
        var together = draft.InPot.Union(lines).ToList();
        var clear = MeltModel.Of(draft.Of.Resolved.Parts.Where((_, line) => together.Contains(line))).ClearPointCelsius() ?? 0;
        var most = Limit(draft, together);
        wanted ??= new Span(clear + figures.ClearAboveCelsius.Low, clear + figures.ClearAboveCelsius.High);
        var low = Math.Round(Math.Min(most, Math.Max(figures.LeastMeltCelsius, wanted.Low)));
        var high = Math.Round(Math.Min(most, Math.Max(low, wanted.High)));
        var target = Math.Round((low + high) / 2);
        var grams = (double)draft.Grams(draft.Of.Resolved.PercentOf(lines));
        var minutes =
            grams > 0
                ? Math.Max(figures.LeastMeltMinutes, draft.Pot.HeatingMinutes(grams, draft.Request.RoomCelsius, target))
                : figures.LeastMeltMinutes;
        return new()
        {
            Lines = lines,
            Target = target,
            Celsius = new Span(low, high),
            Lasts = new Lasts(minutes, minutes * figures.MeltDoubt.Low, minutes * figures.MeltDoubt.High),
        };
    }

    private static bool WaxesAlone(MethodDraft draft, ImmutableArray<int> waxes, ImmutableArray<int> butters)
    {
        if (draft.Request.Schools.Waxes != MeltSchool.ByRule)
            return draft.Request.Schools.Waxes == MeltSchool.WaxesFirst;
        var highest = waxes.Max(line => ClearsAt(draft, line));
        var lowest = waxes.Concat(butters).Min(line => ClearsAt(draft, line));
        return butters.IsEmpty
            || highest - lowest >= draft.Figures.WaxesAloneAboveCelsius
            || (double)draft.Request.BatchGrams > draft.Figures.WaxesAloneFromGrams;
    }

    private static ImmutableArray<int> Ordered(MethodDraft draft, ImmutableArray<int> lines) =>
        [.. lines.OrderByDescending(line => ClearsAt(draft, line)).ThenBy(line => line)];

    private static double ClearsAt(MethodDraft draft, int line) => Allotment.ClearsAt(draft.Of.Resolved.Ingredients[line]) ?? 0;

    /// <summary>What is in the pot bears this at most, C.</summary>
    private static double Limit(MethodDraft draft, IEnumerable<int> lines) =>
        lines
            .Select(line => draft.Of.Resolved.Ingredients[line].AddBelowCelsius?.Value ?? double.PositiveInfinity)
            .DefaultIfEmpty(double.PositiveInfinity)
            .Min();
}
