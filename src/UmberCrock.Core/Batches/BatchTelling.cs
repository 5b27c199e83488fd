using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Method;

namespace UmberCrock.Core.Batches;

/// <summary>What the record of a batch tells of what went wrong with it.</summary>
public static class BatchTelling
{
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
