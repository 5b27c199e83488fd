using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Trials;

namespace UmberCrock.Core.Demo;

/// <summary>What the invented rowing club's maker tried of one formula (data/demo/trials.json).</summary>
/// <param name="Formula">Name of the demo formula that was tried out.</param>
/// <param name="Revisions">Its revisions, oldest first: what each was called, and how it differed from the formula as it stands.</param>
/// <param name="Ladder">The ladder that was cast around the demo formula.</param>
/// <param name="Others">Ladders around other demo formulas: a bench whose waxes and shea are weaker than the book's.</param>
public sealed record DemoTrials(
    string Formula,
    ImmutableArray<DemoRevision> Revisions,
    DemoLadder Ladder,
    ImmutableArray<DemoLadder> Others
)
{
    /// <summary>Reads the trials of the demo from data/demo/trials.json.</summary>
    public static DemoTrials Read() =>
        JsonSerializer.Deserialize<DemoTrials>(DataFiles.Shipped.Text("data/demo/trials.json"), ContractJson.Options)!;
}

/// <summary>An earlier state of a demo formula, told as edits of the one that ships.</summary>
public sealed record DemoRevision(string Name, JsonElement Edits)
{
    /// <summary>The formula as it was at this revision.</summary>
    public Formula Of(Formula now) => FormulaEdit.ApplyAll(now, FormulaEditReader.Read(Edits, "/edits"), Materials.Catalogue.Shipped.Herbs);
}

/// <summary>A ladder of the demo with what was found of its rungs.</summary>
/// <param name="Raise">Index of the line that is raised.</param>
/// <param name="Lower">Index of the line that gives.</param>
/// <param name="Step">Weight percent from rung to rung.</param>
/// <param name="Rungs">How many rungs it has.</param>
/// <param name="TestGrams">Mass of one test, g.</param>
/// <param name="Found">What was found of its rungs.</param>
/// <param name="DaysAgo">How many days ago it was made.</param>
/// <param name="Formula">Name of the demo formula it is cast around; empty for the one whose trials these are.</param>
public sealed record DemoLadder(
    int Raise,
    int Lower,
    decimal Step,
    int Rungs,
    decimal TestGrams,
    ImmutableArray<RungObservation> Found,
    int DaysAgo,
    string Formula = ""
)
{
    /// <summary>The demo's ladder, its middle a given formula.</summary>
    public LadderPlan Around(Formula formula) => new(formula, Raise, Lower, Step, Rungs, TestGrams, Found);
}
