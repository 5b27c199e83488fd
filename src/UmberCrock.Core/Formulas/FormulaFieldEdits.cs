using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Formulas;

/// <summary>Adds an empty phase at a position among the phases (at the end when null).</summary>
public sealed record AddPhase(string Phase, string Name, Stage Stage, int? Position) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "addPhase";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        if (!PhaseIds.IsValid(Phase))
            throw new DocumentException("/phase", PhaseIds.Rule);
        if (formula.Phases.Any(phase => phase.Id == Phase))
            throw new DocumentException("/phase", $"\"{Phase}\" is already the id of a phase.");
        if (formula.Phases.Length >= FormulaReader.MaxPhases)
            throw new DocumentException("/phase", $"does not fit: a formula has at most {FormulaReader.MaxPhases} phases.");
        if (Name.Length > FormulaReader.LongestName)
            throw new DocumentException("/name", $"has more than {FormulaReader.LongestName} letters.");
        var position = Position ?? formula.Phases.Length;
        if (position > formula.Phases.Length)
            throw new DocumentException("/position", $"is {position}, but there are {formula.Phases.Length} phases.");
        return formula with { Phases = formula.Phases.Insert(position, new Phase(Phase, PlainText.OneLine(Name), Stage)) };
    }
}

/// <summary>Takes an empty phase out. A phase that holds lines is refused, so that nothing is lost unseen.</summary>
public sealed record RemovePhase(string Phase) : FormulaEdit
{
    /// <inheritdoc/>
    public override string Op => "removePhase";

    /// <inheritdoc/>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        RequirePhase(formula, Phase);
        if (formula.Lines.Any(line => line.Phase == Phase))
            throw new DocumentException("/phase", $"\"{Phase}\" still holds lines: move or remove them first.");
        return formula with { Phases = formula.Phases.RemoveAll(phase => phase.Id == Phase) };
    }
}

/// <summary>
/// Sets a field of the document that is not a line: name, form, zone, audience, exposure, wetUse, sunUse, climate,
/// climate.lowCelsius, climate.highCelsius, process, notes, label.claims, label.declares, or phases (names, stages and order
/// of the phases there are).
/// </summary>
/// <param name="Field">Name of the document's field that is set.</param>
/// <param name="Value">Its new value, as it stands in the document.</param>
public sealed record SetField(string Field, JsonElement Value) : FormulaEdit
{
    private static readonly ImmutableHashSet<string> Settable =
    [
        "name",
        "form",
        "zone",
        "audience",
        "exposure",
        "wetUse",
        "sunUse",
        "climate",
        "climate.lowCelsius",
        "climate.highCelsius",
        "process",
        "notes",
        "label.claims",
        "label.declares",
        "phases",
    ];

    /// <inheritdoc/>
    public override string Op => "setField";

    /// <summary>
    /// Writes the document, sets the member and reads it back: the reader is the one place that knows what a member may hold.
    /// </summary>
    public override Formula Apply(Formula formula, IReadOnlySet<string> herbs)
    {
        if (!Settable.Contains(Field))
            throw new DocumentException("/field", $"\"{Field}\" cannot be set. These can: {string.Join(", ", Settable.Order())}.");
        var document = FormulaWriter.Write(formula);
        var path = Field.Split('.');
        var owner = path.Length == 1 ? document : document[path[0]]!.AsObject();
        owner[path[^1]] = JsonNode.Parse(Value.GetRawText());
        try
        {
            var read = FormulaReader.Parse(document.ToJsonString());
            return Field == "phases" ? LedgerOrder.Sort(read) : read;
        }
        catch (DocumentException refused)
        {
            throw new DocumentException([
                .. refused.Problems.Select(problem =>
                    problem with
                    {
                        Pointer = "/value",
                        Reason = $"{problem.Pointer.TrimStart('/')} {problem.Reason}",
                    }
                ),
            ]);
        }
    }
}
