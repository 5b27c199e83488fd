using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Learning;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>What the record of a batch tells of what went wrong with it.</summary>
public static class BatchTelling
{
    /// <summary>A pot cools by a degree or two in this time (judgement).</summary>
    private static readonly TimeSpan FreshReading = TimeSpan.FromMinutes(3);

    /// <summary>What is known of how it was made and kept; what its record does not hold is not known.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="today">The day.</param>
    public static DiagnosisRecord Of(BatchState state, DateOnly today)
    {
        var added = AtStep(state, MethodStage.Add);
        var poured = AtStep(state, MethodStage.Pour);
        return new DiagnosisRecord
        {
            RoomCelsius = state.Plan.RoomCelsius,
            AddCelsius = added,
            PourCelsius = poured,
            PeakCelsius = state.Temperatures.IsEmpty ? null : (double)state.Temperatures.Max(reading => reading.Celsius),
            Cooling = state.Filled.IsEmpty ? null : CooledBy(state.Place),
            DaysOld = Math.Max(0, today.DayNumber - state.MadeOn.DayNumber),
            Remelts = state.Rescues.Length,
            Skipped =
            [
                .. state
                    .Plan.Method.Steps.Where(step => state.Steps.TryGetValue(step.Number, out var outcome) && outcome.Skipped is not null)
                    .Select(step => step.Stage)
                    .Distinct(),
            ],
        };
    }

    /// <summary>The temperature at which the pot was seen to set: the reading of the pot when the step that stirs it to trace was done;
    /// null where nobody stirred to it or no reading is as fresh.</summary>
    /// <param name="state">The batch.</param>
    public static SetPointSeen? SetOf(BatchState state)
    {
        var done = state
            .Plan.Method.Steps.Where(step => step.Stage == MethodStage.Trace)
            .Select(step => state.Steps.GetValueOrDefault(step.Number))
            .LastOrDefault(outcome => outcome is { Skipped: null });
        return
            done is not null
            && state.Temperatures.LastOrDefault(reading => reading.At <= done.At) is { } reading
            && done.At - reading.At <= FreshReading
            ? new SetPointSeen(state.Plan.Formula, reading.Celsius)
            : null;
    }

    /// <summary>The last reading before a step of a stage was done, C; null where there is none.</summary>
    private static double? AtStep(BatchState state, MethodStage stage)
    {
        var done = state
            .Plan.Method.Steps.Where(step => step.Stage == stage && state.Steps.ContainsKey(step.Number))
            .Select(step => (DateTimeOffset?)state.Steps[step.Number].At)
            .FirstOrDefault();
        return done is null ? null : (double?)state.Temperatures.LastOrDefault(reading => reading.At <= done)?.Celsius;
    }

    private static CooledBy CooledBy(Surroundings place) =>
        place switch
        {
            Surroundings.Fridge => Diagnosis.CooledBy.Fridge,
            Surroundings.Freezer => Diagnosis.CooledBy.Freezer,
            Surroundings.ColdBath or Surroundings.IceBath => Diagnosis.CooledBy.ColdBath,
            Surroundings.Room or _ => Diagnosis.CooledBy.Room,
        };
}
