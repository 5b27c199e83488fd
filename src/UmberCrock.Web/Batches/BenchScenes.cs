using UmberCrock.Core.Batches;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Web.Devices;

namespace UmberCrock.Web.Batches;

/// <summary>What stands on the bench by the record of a batch.</summary>
internal static class BenchScenes
{
    private static readonly MethodStage[] Hot =
    [
        MethodStage.Infuse,
        MethodStage.Strain,
        MethodStage.Slurry,
        MethodStage.Paste,
        MethodStage.Water,
        MethodStage.Melt,
        MethodStage.Join,
        MethodStage.Powder,
    ];

    /// <summary>True for a step at which the pot stands in its bath.</summary>
    public static bool IsHot(MethodStep? step) => step is not null && Hot.Contains(step.Stage);

    /// <summary>How hot the pot is to be, C; null where no step heats it.</summary>
    public static double? HottestOf(BatchState state) =>
        state
            .Plan.Method.Steps.Where(step => IsHot(step) && (state.Rescues.IsEmpty || step.Number >= state.Rescues[^1].FirstStep))
            .Max(step => step.TargetCelsius);

    /// <summary>The scene of a batch.</summary>
    /// <param name="state">The batch.</param>
    /// <param name="line">The line that is being weighed.</param>
    public static BenchScene Of(BatchState state, int line)
    {
        var next = state.Plan.Method.Steps.FirstOrDefault(step => !state.Steps.ContainsKey(step.Number));
        var inPot = state.InPotGrams;
        // Once all is weighed and poured, the pieces go on the scale together.
        var wanted = state.IsAllWeighed
            ? inPot - state.Filled.Sum(filled => filled.Grams)
            : state.Plan.Lines[line].TargetGrams - (state.GramsOf(line) ?? 0m);
        return new BenchScene(
            state.Plan.Formula,
            inPot > 0m ? inPot : state.Plan.BatchGrams,
            Math.Max(0m, wanted),
            state.Plan.Lines[line].StepGrams ?? state.Plan.ScaleStepGrams,
            IsHot(next) ? HottestOf(state) : null,
            state.Plan.RoomCelsius,
            state.Place
        );
    }
}
