using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Formulas;

/// <summary>Writes formula documents: the form that is stored, exported and exchanged. Reading one back gives the same formula.</summary>
public static class FormulaWriter
{
    /// <summary>The formula document as indented JSON.</summary>
    public static JsonObject Write(Formula formula) =>
        new()
        {
            ["format"] = FormulaReader.Format,
            ["version"] = FormulaReader.Version,
            ["name"] = formula.Name,
            ["form"] = Vocabulary.Word(formula.Form),
            ["zone"] = Vocabulary.Word(formula.Zone),
            ["audience"] = Vocabulary.Word(formula.Audience),
            ["exposure"] = Vocabulary.Word(formula.Exposure),
            ["wetUse"] = formula.WetUse,
            ["sunUse"] = formula.SunUse,
            ["climate"] = new JsonObject { ["lowCelsius"] = formula.Climate.LowCelsius, ["highCelsius"] = formula.Climate.HighCelsius },
            ["process"] = Vocabulary.Word(formula.Process),
            ["phases"] = new JsonArray([
                .. formula.Phases.Select(phase => new JsonObject
                {
                    ["id"] = phase.Id,
                    ["name"] = phase.Name,
                    ["stage"] = Vocabulary.Word(phase.Stage),
                }),
            ]),
            ["lines"] = new JsonArray([.. formula.Lines.Select(WriteLine)]),
            ["label"] = new JsonObject { ["claims"] = Texts(formula.Label.Claims), ["declares"] = Texts(formula.Label.Declares) },
            ["notes"] = formula.Notes,
        };

    /// <summary>The document as text; indented for files that people open.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="indented">True for one member a line.</param>
    public static string ToText(Formula formula, bool indented = false) =>
        Write(formula).ToJsonString(indented ? ContractJson.Indented : ContractJson.Options);

    private static JsonObject WriteLine(FormulaLine line)
    {
        var written = new JsonObject { ["phase"] = line.Phase, ["ingredient"] = line.Ingredient };
        if (line.Percent is { } percent)
            written["percent"] = percent;
        else
            written["balance"] = true;
        return written;
    }

    private static JsonArray Texts(IEnumerable<string> texts) => new([.. texts.Select(text => JsonValue.Create(text))]);
}
