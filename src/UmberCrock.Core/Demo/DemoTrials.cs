using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Demo;

/// <summary>What the invented rowing club's maker tried of one formula (data/demo/trials.json).</summary>
/// <param name="Formula">Name of the demo formula.</param>
/// <param name="Revisions">Its revisions, oldest first: what each was called, and how it differed from the formula as it stands.</param>
/// <param name="Ladder">A ladder around it.</param>
public sealed record DemoTrials(string Formula, ImmutableArray<DemoRevision> Revisions, DemoLadder Ladder)
{
    /// <summary>Reads them.</summary>
    public static DemoTrials Read() =>
        JsonSerializer.Deserialize<DemoTrials>(DataFiles.Shipped.Text("data/demo/trials.json"), ContractJson.Options)!;
}

/// <summary>A revision of the demo.</summary>
public sealed record DemoRevision(string Name, JsonElement Edits)
{
    /// <summary>The formula it was.</summary>
    public Formula Of(Formula now) => FormulaEdit.ApplyAll(now, FormulaEditReader.Read(Edits, "/edits"));
}

/// <summary>A ladder of the demo.</summary>
public sealed record DemoLadder(int Raise, int Lower, decimal Step, int Rungs, decimal TestGrams, ImmutableArray<RungObservation> Found)
{
    /// <summary>The ladder around a formula.</summary>
    public LadderPlan Around(Formula formula) => new(formula, Raise, Lower, Step, Rungs, TestGrams, Found);
}
