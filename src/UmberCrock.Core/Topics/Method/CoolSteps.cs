using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Method;

/// <summary>The second half of a method: from a clear melt to what stands in its jar.</summary>
internal static class CoolSteps
{
    /// <summary>Writes the steps.</summary>
    public static void Write(MethodDraft draft)
    {
        if (draft.Of.Resolved.Formula.Process == Process.ColdWhip)
        {
            ColdWhip(draft);
        }
        else
        {
            AddWarm(draft);
            AddCool(draft);
            if (draft.Of.Resolved.Formula.IsWhipped)
                Whip(draft);
            else
                PourSteps.Write(draft);
        }

        End(draft);
    }

    /// <summary>Off the bath to a temperature, where the pot is hotter.</summary>
    internal static void Cool(MethodDraft draft, string step, double to)
    {
        to = Math.Max(to, draft.Request.RoomCelsius);
        if (draft.Celsius <= to + 1)
            return;
        var lasts = draft.CoolsTo(to, Surroundings.Room);
        // What goes in at the whip cannot sink before.
        var isIn = draft.InPot.Any(line => draft.Of.Resolved.Ingredients[line].Solubility == Solubility.InsolublePowder);
        var sinks = isIn ? HotSteps.Sinks(draft) : [];
        var (every, alone) = (draft.Figures.LookEveryMinutes, draft.Figures.AloneFromMinutes);
        draft.Add(
            lasts.Minutes < alone ? "cool-short" : step,
            new()
            {
                Target = to,
                Place = Surroundings.Room,
                Lasts = lasts,
                Attended = !sinks.IsEmpty || lasts.Minutes < alone || !draft.Allotment.Lines(GoesIn.Water).IsEmpty,
                Cautions = sinks,
                Words = [("every", lasts.Minutes < 2 * alone ? $"{every.Low:0}" : $"{every.High:0}")],
            }
        );
    }

    private static void AddWarm(MethodDraft draft)
    {
        var lines = draft.Allotment.Lines(GoesIn.AddWarm);
        if (lines.IsEmpty)
            return;
        var heats = draft.Of.Resolved.Rules.Stages;
        var target = Math.Min(
            draft.Celsius,
            draft.Sets is { } set ? set + heats.WarmAboveSetCelsius : Math.Min(heats.HottestCoolCelsius, Bears(draft, lines))
        );
        Cool(draft, "cool", Math.Round(target));
        draft.Add(
            "add-warm",
            new()
            {
                Lines = lines,
                Target = Math.Round(target),
                Cautions = [.. Lost(draft, lines, target), .. Flame(draft, lines)],
            }
        );
    }

    /// <summary>A scent in a stick goes in last of all, above its set point, and is poured at once; else below what it bears.</summary>
    private static void AddCool(MethodDraft draft)
    {
        var lines = draft.Allotment.Lines(GoesIn.AddCool);
        if (lines.IsEmpty || draft.Of.AddWindow is not { } window)
            return;
        var whipped = draft.Of.Resolved.Formula.IsWhipped;
        var from = whipped ? Bears(draft, lines) : window.FromCelsius;
        if (PourSteps.IsTube(draft) && draft.Sets is { } set && !window.Closed)
            from = Math.Min(from, set + draft.Figures.TubeAddAboveSetCelsius.High);
        if (draft.Request.Schools.WeighLate)
            HotSteps.Weigh(draft, "weigh-cool", lines);
        from = Math.Min(draft.Celsius, Math.Max(draft.Request.RoomCelsius, Math.Floor(from)));
        Cool(draft, "cool", from);
        draft.Add(
            window.Closed && !whipped ? "add-closed" : "add",
            new()
            {
                Lines = lines,
                Target = from,
                Celsius = new Span(Math.Min(from, Math.Round((draft.Sets ?? from - 5) + 1)), from),
                Cautions = [.. Lost(draft, lines, from), .. Narrow(draft, from), .. TakenOut(draft, lines), .. Flame(draft, lines)],
            }
        );
    }

    private static double Bears(MethodDraft draft, ImmutableArray<int> lines) =>
        lines.Min(line => draft.Of.Resolved.Ingredients[line].AddBelowCelsius?.Value ?? draft.Of.Resolved.Rules.Stages.HottestCoolCelsius);

    /// <summary>What is said of lines that go in hotter than they would want.</summary>
    private static ImmutableArray<Message> Lost(MethodDraft draft, ImmutableArray<int> lines, double celsius)
    {
        ImmutableArray<int> hot = [.. lines.Where(line => draft.Of.Resolved.Ingredients[line].AddBelowCelsius?.Value < celsius)];
        return hot.IsEmpty || draft.Sets is not { } set
            ? []
            :
            [
                draft.Caution(
                    "window-closed",
                    ("Names", FindingWords.Names(draft.Of.Resolved, hot)),
                    ("bears", $"{Celsius(Bears(draft, hot))}"),
                    ("set", $"{Celsius(set)}"),
                    ("target", $"{Celsius(celsius)}")
                ),
            ];
    }

    /// <summary>A window of few degrees wants quick hands; one that shuts before quick hands are through wants a warm bath. What is
    /// poured at once anyway, into tubes or because it sets first, is not told so.</summary>
    private static ImmutableArray<Message> Narrow(MethodDraft draft, double celsius)
    {
        if (draft.Sets is not { } set)
            return [];
        var hands = (draft.Rules.Of("add").MinutesLow ?? 0) + (draft.Rules.Of(PourSteps.StepOf(draft)).MinutesLow ?? 0);
        var waits = !draft.Of.Resolved.Formula.IsWhipped && !PourSteps.IsTube(draft) && draft.Of.AddWindow?.Closed == false;
        if (waits && celsius > set && draft.CoolsTo(set, Surroundings.Room).Minutes is var lasts && lasts < hands)
        {
            return
            [
                draft.Caution(
                    "shuts-early",
                    ("set", $"{Celsius(set)}"),
                    ("minutes", $"{Math.Max(1, Math.Floor(lasts)):0}"),
                    ("hands", $"{hands:0}"),
                    // Water as warm as the set point would hold nothing: the set point is known no better than this.
                    ("bath", $"{Celsius(Math.Round(Math.Max(celsius, set + draft.Of.Resolved.Rules.Pouring.SetKnownWithinCelsius)))}")
                ),
            ];
        }

        return celsius - set < draft.Of.Resolved.Rules.Pouring.SetKnownWithinCelsius
            ? [draft.Caution("narrow", ("set", $"{Celsius(set)}"))]
            : [];
    }

    private static ImmutableArray<Message> TakenOut(MethodDraft draft, ImmutableArray<int> lines)
    {
        ImmutableArray<int> moved = [.. lines.Where(line => draft.Of.Resolved.StageOf(line) is not (Stage.Cool or Stage.Whip))];
        return moved.IsEmpty ? [] : [draft.Caution("taken-out", ("Names", FindingWords.Names(draft.Of.Resolved, moved)))];
    }

    private static ImmutableArray<Message> Flame(MethodDraft draft, ImmutableArray<int> lines) =>
        lines.Any(line =>
            draft.Of.Resolved.Rules.Stages.FlashPoints.Celsius.TryGetValue(draft.Of.Resolved.Ingredients[line].Slug, out var flash)
            && flash < draft.Celsius + draft.Figures.NearFlashCelsius
        )
            ? [draft.Caution("flame")]
            : [];

    private static void Whip(MethodDraft draft)
    {
        Cool(draft, "cool-to-chill", draft.Figures.ChillFromCelsius);
        var soft = Math.Max(draft.Sets ?? 0, draft.OutsideOf(Surroundings.Fridge) + draft.Figures.AboveFridgeCelsius);
        var target = Math.Min(draft.Celsius, Math.Round(soft));
        draft.Add(
            "chill",
            new()
            {
                Target = target,
                Celsius = new Span(target - 3, target + 1),
                Place = Surroundings.Fridge,
                Lasts = draft.CoolsTo(target, Surroundings.Fridge),
            }
        );
        var lines = draft.Allotment.Lines(GoesIn.Whip);
        var round = draft.Figures.WhipMinutes;
        draft.Add(
            lines.IsEmpty ? "whip-plain" : "whip",
            new() { Lines = lines, Words = [("minutes", $"{round.Low:0} to {round.High:0}")] }
        );
        draft.Add("fill", new());
    }

    private static void ColdWhip(MethodDraft draft)
    {
        Cool(draft, "cool-to-fold", draft.Figures.WhippedIntoCelsius);
        var butters = draft.Allotment.Lines(GoesIn.WhipFirst);
        if (!butters.IsEmpty)
            draft.Add("whip-butters", new() { Lines = butters });
        var rest = draft.Allotment.Lines(GoesIn.Whip);
        if (!rest.IsEmpty)
            draft.Add("whip-rest", new() { Lines = rest });
        draft.Add("look-again", new());
        draft.Add("fill", new());
    }

    private static void End(MethodDraft draft)
    {
        var resolved = draft.Of.Resolved;
        draft.Add("finish", new());
        draft.Add("clean", new());
        var grainy = resolved.PercentOf(resolved.LinesWhere(ingredient => ingredient.Grain?.Level == GrainLevel.High));
        var slow =
            grainy >= draft.Figures.GrainLongPercent
            || resolved
                .LinesWhere(ingredient => ingredient.Class == IngredientClass.Gelator)
                .Any(line => resolved.Totals.Percents[line] > 0m);
        draft.Add(
            slow ? "rest-long" : "rest",
            new() { Words = [("hours", $"{(slow ? draft.Figures.RestHoursLong : draft.Figures.RestHours):0}")] }
        );
        draft.Add("look", new());
    }
}
