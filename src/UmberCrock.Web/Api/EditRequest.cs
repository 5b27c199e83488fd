using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Api;

/// <summary>The body of POST /api/v1/edit.</summary>
internal static class EditRequest
{
    private static readonly string[] Members = ["formula", "edits"];

    /// <summary>Reads both members; problems of both are reported together.</summary>
    public static (Formula Formula, IReadOnlyList<FormulaEdit> Edits) Read(JsonElement body, IReadOnlySet<string> herbs)
    {
        if (body.ValueKind != JsonValueKind.Object)
            throw new DocumentException("/", "must be an object with the members formula and edits.");
        var problems = new List<DocumentProblem>();
        problems.AddRange(
            body.EnumerateObject()
                .Where(member => !Members.Contains(member.Name))
                .Select(member => new DocumentProblem($"/{member.Name}", "is not a member of this request; it has formula and edits."))
        );
        var formula = ReadMember(body, "formula", (element, pointer) => FormulaMember.Read(element, pointer, herbs), problems);
        var edits = ReadMember(body, "edits", FormulaEditReader.Read, problems);
        return problems.Count == 0 ? (formula!, edits!) : throw new DocumentException(problems);
    }

    /// <summary>Applies the edits; a refused one is named by its place in the body.</summary>
    public static Formula Apply(Formula formula, IEnumerable<FormulaEdit> edits, IReadOnlySet<string> herbs)
    {
        try
        {
            return FormulaEdit.ApplyAll(formula, edits, herbs);
        }
        catch (DocumentException refused)
        {
            throw new DocumentException([.. refused.Problems.Select(problem => problem with { Pointer = $"/edits{problem.Pointer}" })]);
        }
    }

    private static T? ReadMember<T>(JsonElement body, string name, Func<JsonElement, string, T> read, List<DocumentProblem> problems)
        where T : class
    {
        try
        {
            if (body.TryGetProperty(name, out var member))
                return read(member, $"/{name}");
            problems.Add(new DocumentProblem($"/{name}", "is missing."));
        }
        catch (DocumentException refused)
        {
            problems.AddRange(refused.Problems);
        }

        return null;
    }
}
