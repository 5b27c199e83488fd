using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.FreeFrom;

namespace UmberCrock.Core.Checking;

/// <summary>One thing that is wrong with a data file.</summary>
/// <param name="File">Its name, "data/rules/label.json".</param>
/// <param name="Line">The line of the file that the problem stands on, counted from 1.</param>
/// <param name="Pointer">The place of the problem in the document, as a JSON pointer (RFC 6901).</param>
/// <param name="Reason">What is wrong, and what is known.</param>
public sealed record DataProblem(string File, int Line, string Pointer, string Reason)
{
    /// <summary>As compilers write it: file(line): place: reason.</summary>
    public override string ToString() => $"{File}({Line}): {Pointer}: {Reason}";
}

/// <summary>Whether data files can be read, know what they name, and hold together. What is wrong in one would otherwise change results
/// without a word.</summary>
public static class DataCheck
{
    private const string FormulasFolder = "data/formulas/";

    /// <summary>Everything that is wrong; empty when all is well.</summary>
    public static IReadOnlyList<DataProblem> Problems(DataFiles files)
    {
        var problems = new List<DataProblem>();
        var nodes = new Dictionary<string, JsonNode>(StringComparer.Ordinal);
        foreach (var name in files.Names.Where(name => name.EndsWith(".json", StringComparison.Ordinal)))
        {
            try
            {
                nodes[name] = JsonNode.Parse(files.Text(name), documentOptions: ContractJson.Strict)!;
            }
            catch (JsonException broken)
            {
                problems.Add(new DataProblem(name, (int)(broken.LineNumber ?? 0) + 1, "/", "is not JSON from here on."));
            }
        }

        var known = new KnownNames(nodes);
        foreach (var (name, node) in nodes)
            problems.AddRange(OfFile(name, node, known).Select(problem => Placed(files, name, problem)));
        problems.AddRange(Twice(nodes).Select(twice => Placed(files, twice.File, twice.Problem)));
        foreach (var missing in DataSchemas.RuleFiles.Where(file => !files.Names.Contains(file)))
            problems.Add(new DataProblem(missing, 1, "/", "is not there."));
        return problems.Count > 0 ? problems : [.. Together(files)];
    }

    /// <summary>The schemas of the data files, by name, with what those files define.</summary>
    /// <param name="files">The files.</param>
    /// <param name="describe">Words for a member or a parameter; null for none.</param>
    public static IReadOnlyDictionary<string, JsonObject> Schemas(DataFiles files, Func<ICustomAttributeProvider, string?>? describe = null)
    {
        var named = files
            .Names.Select(name => (File: name, Schema: DataSchemas.NameOf(name)))
            .Where(file => file.Schema is not null)
            .ToList();
        var known = new KnownNames(
            named.ToDictionary(file => file.File, file => JsonNode.Parse(files.Text(file.File))!, StringComparer.Ordinal)
        );
        return named
            .Select(file => file.Schema!)
            .Distinct()
            .ToDictionary(name => name, name => DataSchemas.Of(name, describe), StringComparer.Ordinal)
            .Append(KeyValuePair.Create(DataSchemas.KnownName, DataSchemas.OfKnown(known)))
            .ToDictionary(StringComparer.Ordinal);
    }

    private static IEnumerable<DocumentProblem> OfFile(string name, JsonNode node, KnownNames known)
    {
        if (DataSchemas.NameOf(name) is { } schema)
            return SchemaCheck.Problems(node, DataSchemas.Of(schema), known);
        return name.StartsWith(RuleBook.Folder, StringComparison.Ordinal)
            ?
            [
                new DocumentProblem(
                    "/",
                    $"is no file of rules. Those are "
                        + $"{string.Join(", ", DataSchemas.RuleFiles
                            .Where(file => file.StartsWith(RuleBook.Folder, StringComparison.Ordinal)).Select(Path.GetFileName)
                            .Order(StringComparer.Ordinal))}."
                ),
            ]
            : [];
    }

    /// <summary>Slugs that stand twice, wherever.</summary>
    private static IEnumerable<(string File, DocumentProblem Problem)> Twice(Dictionary<string, JsonNode> nodes) =>
        nodes
            .Where(file => file.Key.StartsWith(IngredientFile.Folder, StringComparison.Ordinal) && file.Value["ingredients"] is JsonArray)
            .SelectMany(file =>
                file.Value["ingredients"]!.AsArray().Select((row, at) => (file.Key, Slug: (row as JsonObject)?["slug"]?.ToString(), At: at))
            )
            .Where(row => row.Slug is not null)
            .GroupBy(row => row.Slug, StringComparer.Ordinal)
            .SelectMany(rows =>
                rows.Skip(1).Select(row => (row.Key, new DocumentProblem($"/ingredients/{row.At}/slug", $"\"{row.Slug}\" is there twice.")))
            );

    /// <summary>What shows only when all is read: ingredients that do not hold together, formulas of the demo.</summary>
    private static IEnumerable<DataProblem> Together(DataFiles files)
    {
        var catalogue = Catalogue.Read(files);
        foreach (var name in files.Names.Where(name => name.StartsWith(IngredientFile.Folder, StringComparison.Ordinal)))
        {
            var rows = files.Read<IngredientFile>(name, MaterialsJson.Default).Ingredients;
            for (var at = 0; at < rows.Length; at++)
            {
                var pointer = $"/ingredients/{at}";
                foreach (var problem in IngredientChecks.OfValues(rows[at], catalogue))
                    yield return Placed(files, name, problem with { Pointer = pointer + problem.Pointer });
            }
        }

        if (catalogue.Rules.FreeFrom.Rows.Length > FreeFromRules.MostRows)
            yield return Placed(
                files,
                $"{RuleBook.Folder}free-from.json",
                new DocumentProblem("/rows", $"are more than {FreeFromRules.MostRows}.")
            );
        var forms = catalogue.Rules.Forms.Forms;
        foreach (var form in Enum.GetValues<ProductForm>().Where(form => forms.Count(row => row.Form == form) != 1))
            yield return Placed(
                files,
                FormRules.FileName,
                new DocumentProblem("/forms", $"\"{Vocabulary.Word(form)}\" has no row, or more than one.")
            );

        foreach (var name in files.Names.Where(name => name.StartsWith(FormulasFolder, StringComparison.Ordinal)))
        {
            foreach (var problem in OfFormula(files.Text(name), catalogue))
                yield return Placed(files, name, problem);
        }
    }

    private static IReadOnlyList<DocumentProblem> OfFormula(string text, Catalogue catalogue)
    {
        try
        {
            return
            [
                .. FormulaReader
                    .Parse(text)
                    .Lines.Select((line, at) => (line.Ingredient, at))
                    .Where(line => catalogue.Find(line.Ingredient) is null)
                    .Select(line => new DocumentProblem($"/lines/{line.at}/ingredient", $"\"{line.Ingredient}\" is not an ingredient.")),
            ];
        }
        catch (DocumentException refused)
        {
            return refused.Problems;
        }
    }

    private static DataProblem Placed(DataFiles files, string name, DocumentProblem problem) =>
        new(
            name,
            new JsonPlaces(files.Text(name)).LineOf(problem.Pointer),
            problem.Pointer.Length == 0 ? "/" : problem.Pointer,
            problem.Reason.Plain
        );
}
