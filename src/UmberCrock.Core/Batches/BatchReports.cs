using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;

namespace UmberCrock.Core.Batches;

/// <summary>How much came out of a batch, and what stayed.</summary>
/// <param name="InPotGrams">What was weighed into the pot, g.</param>
/// <param name="FilledGrams">What was filled, g.</param>
/// <param name="Pieces">How many pieces were filled.</param>
/// <param name="Percent">What was filled of what was in the pot, percent; null while nothing is in it.</param>
/// <param name="LeftGrams">What stayed in the pot, g.</param>
/// <param name="OnShelf">How many pieces are on the shelf.</param>
public sealed record BatchYield(decimal InPotGrams, decimal FilledGrams, int Pieces, decimal? Percent, decimal LeftGrams, int OnShelf)
{
    /// <summary>Counts what was filled against what is in the pot.</summary>
    public static BatchYield Of(BatchState state)
    {
        var (pot, filled) = (state.InPotGrams, state.Filled.Sum(one => one.Grams));
        return new(
            pot,
            filled,
            state.Pieces,
            pot > 0m ? decimal.Round(100m * filled / pot, 2) : null,
            Math.Max(0m, pot - filled),
            state.OnShelf
        );
    }
}

/// <summary>What a batch cost, as far as prices are known; what has none is named, never taken as nothing.</summary>
/// <param name="Materials">What was taken of lots with a price, in the maker's money.</param>
/// <param name="Containers">What the filled containers cost; null where none of them has a price.</param>
/// <param name="Batch">Both together.</param>
/// <param name="Piece">Cost of a piece; null while none is filled.</param>
/// <param name="HundredGrams">Cost of 100 g of what was filled; null while nothing is.</param>
/// <param name="PiecePrice">Price of a piece with hours and margin; null where neither is set or no piece is filled.</param>
/// <param name="Unpriced">Names of what has no price.</param>
public sealed record BatchCost(
    decimal Materials,
    decimal? Containers,
    decimal Batch,
    decimal? Piece,
    decimal? HundredGrams,
    decimal? PiecePrice,
    ImmutableArray<string> Unpriced
)
{
    private const decimal GramsPerKilogram = 1000m;
    private const decimal Whole = 100m;
    private const double MinutesPerHour = 60;

    /// <summary>The cost of a batch: actual grams by the price of their lots, filled containers, hours and margin of the maker.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="pricePerKilogram">Price of a kilogram by the key of a lot; null where it is not known.</param>
    /// <param name="workshop">What an hour costs, and the margin.</param>
    public static BatchCost Of(BatchState state, Func<string, decimal?> pricePerKilogram, Workshop workshop)
    {
        var (materials, unpriced) = (0m, new List<string>());
        for (var line = 0; line < state.Weighed.Length; line++)
        {
            foreach (var part in state.Weighed[line])
            {
                if (part.LotKey is { } key && pricePerKilogram(key) is { } price)
                    materials += part.Grams * price / GramsPerKilogram;
                else
                    unpriced.Add(state.Plan.Lines[line].Name);
            }
        }

        decimal? containers = null;
        foreach (var filled in state.Filled)
        {
            if (state.Plan.Containers.FirstOrDefault(one => one.Name == filled.Container)?.Price is { } each)
                containers = (containers ?? 0m) + (each * filled.Count);
            else
                unpriced.Add(filled.Container);
        }

        var batch = materials + (containers ?? 0m);
        var (grams, pieces) = (state.Filled.Sum(one => one.Grams), state.Pieces);
        var hours = (decimal)(state.Plan.Method.AttendedMinutes / MinutesPerHour);
        var asked = (batch + (hours * workshop.HourPrice)) * (1m + (workshop.MarginPercent / Whole));
        return new(
            Money(materials),
            containers is { } known ? Money(known) : null,
            Money(batch),
            pieces > 0 ? Money(batch / pieces) : null,
            grams > 0m ? Money(Whole * batch / grams) : null,
            pieces > 0 && (workshop.HourPrice > 0m || workshop.MarginPercent > 0m) ? Money(asked / pieces) : null,
            [.. unpriced.Distinct(StringComparer.Ordinal)]
        );
    }

    private static decimal Money(decimal amount) => decimal.Round(amount, 2, MidpointRounding.AwayFromZero);
}

/// <summary>The formula that a batch became, judged again.</summary>
/// <param name="Formula">The formula by what was weighed.</param>
/// <param name="Evaluation">What the core says of it.</param>
/// <param name="Added">Codes of findings that the plan did not have.</param>
/// <param name="Removed">Codes of findings of the plan that are gone.</param>
public sealed record MadeFormula(Formula Formula, EvaluationResult Evaluation, ImmutableArray<string> Added, ImmutableArray<string> Removed)
{
    /// <summary>Null until every line is weighed or the batch is over, and where an ingredient is no longer known.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public static MadeFormula? Of(BatchState state, Catalogue catalogue, EvaluationSettings settings)
    {
        if (FormulaOf(state) is not { } formula)
            return null;
        try
        {
            var evaluation = Evaluator.Sweep(formula, catalogue, settings);
            var planned = state.Plan.Foreseen.Findings.Select(finding => finding.Code).ToHashSet(StringComparer.Ordinal);
            var codes = evaluation.Codes();
            return new(
                formula,
                evaluation,
                [.. codes.Except(planned, StringComparer.Ordinal)],
                [.. planned.Except(codes, StringComparer.Ordinal).Order(StringComparer.Ordinal)]
            );
        }
        catch (DocumentException)
        {
            return null;
        }
    }

    /// <summary>The formula by what was weighed; null as long as it is not all there.</summary>
    public static Formula? FormulaOf(BatchState state)
    {
        if (state.InPotGrams <= 0m || (!state.IsAllWeighed && state.Phase == BatchPhase.Open))
            return null;
        var lines = Enumerable.Range(0, state.Weighed.Length);
        return AsMade.Of(
            state.Plan.Formula,
            [.. lines.Select(line => state.Plan.Lines[line].Strained ? state.GramsOf(line) ?? 0m : state.InPot(line))],
            state.Plan.Herbs
        );
    }
}

/// <summary>How the pot of a batch cools, by what was read of it since it was hottest.</summary>
public static class BatchCooling
{
    /// <summary>So many minutes before it sets, it is said that the window is about to shut.</summary>
    /// <param name="rules">The rules that batches go by.</param>
    public static int SoonShutMinutes(RuleBook rules) => rules.Of<BatchRules>().SoonShutMinutes;

    /// <summary>What cools, by the readings since the pot was hottest or last moved; null while nothing was read.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="targets">The temperatures asked for, C.</param>
    /// <returns>The request, and the moment that its minutes count from.</returns>
    public static (CoolingRequest Request, DateTimeOffset From)? Of(BatchState state, ImmutableArray<double> targets)
    {
        ImmutableArray<PotTemperature> readings = [.. state.TemperaturesNow];
        if (readings.IsEmpty)
            return null;
        var peak = readings.Max(reading => reading.Celsius);
        var since = readings.Last(reading => reading.Celsius == peak).At;
        var moved = state.Places.LastOrDefault(place => place.At > since);
        var from = moved is null ? since : readings.Last(reading => reading.At <= moved.At || reading.At == since).At;
        ImmutableArray<TemperatureReading> counted =
        [
            .. readings
                .Where(reading => reading.At >= from)
                .Select(reading => new TemperatureReading((reading.At - from).TotalMinutes, (double)reading.Celsius, reading.Typed)),
        ];
        var place = state.Place;
        return (
            new CoolingRequest(
                (double)(state.InPotGrams > 0m ? state.InPotGrams : state.Plan.BatchGrams),
                counted[0].Celsius,
                place == Surroundings.Room ? state.Plan.RoomCelsius : null,
                place,
                counted,
                targets,
                null,
                null
            ),
            from
        );
    }

    /// <summary>The forecast; null while nothing was read, or where an ingredient is no longer known.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="targets">The temperatures asked for, C.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    public static (CoolingReport Report, DateTimeOffset From)? Forecast(
        BatchState state,
        ImmutableArray<double> targets,
        Catalogue catalogue,
        EvaluationSettings settings
    )
    {
        if (Of(state, targets) is not { } asked)
            return null;
        try
        {
            return (PotForecast.Of(state.Plan.Formula, asked.Request, catalogue, settings), asked.From);
        }
        catch (DocumentException)
        {
            return null;
        }
    }
}
