using System.Globalization;
using System.Text.Json.Nodes;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests.Borders;

/// <summary>On which side of a threshold a quantity must lie for something to be seen.</summary>
internal enum Side
{
    /// <summary>Below it; at it no longer.</summary>
    Below,

    /// <summary>At it or above.</summary>
    From,

    /// <summary>Above it; at it not yet.</summary>
    Above,
}

/// <summary>
/// A threshold of data/rules and something that is seen on one side of it. The quantity of an example is measured, and the threshold is
/// put just below it, at it and just above it.
/// </summary>
/// <param name="Path">File and place: "months/warmFromCelsius".</param>
/// <param name="Side">Where the quantity must lie, as a formulator would say it.</param>
/// <param name="Formula">The example.</param>
/// <param name="Quantity">What is compared with the threshold.</param>
/// <param name="Seen">What is seen then.</param>
internal sealed record Border(string Path, Side Side, Formula Formula, Func<Assessment, double> Quantity, Func<Assessment, bool> Seen)
{
    /// <summary>How far beside it is just beside it.</summary>
    public double Step { get; init; } = 1e-4;

    /// <summary>The maker's choices.</summary>
    public EvaluationSettings Settings { get; init; } = EvaluationSettings.Default;

    /// <summary>The only row of the file's list that stands; null for the whole file. Rows that narrow each other would hide one.</summary>
    public (string List, int Row)? Alone { get; init; }

    /// <summary>A maker's own ingredient that the example holds, or the catalogue's as it stands here; null for none.</summary>
    public Ingredient? Own { get; init; }

    /// <summary>A border whose sign is a finding.</summary>
    public Border(string path, Side side, Formula formula, Func<Assessment, double> quantity, string code, Severity? severity = null)
        : this(path, side, formula, quantity, a => Finds(a, code, severity)) { }

    /// <summary>True when it is seen with the threshold moved to a number.</summary>
    public bool SeenAt(double threshold)
    {
        var (file, at) = (Path[..Path.IndexOf('/', StringComparison.Ordinal)], Path[(Path.IndexOf('/', StringComparison.Ordinal) + 1)..]);
        var rules = JsonNode.Parse(DataFiles.Shipped.Text($"data/rules/{file}.json"))!;
        if (Alone is var (list, row))
        {
            rules[list] = new JsonArray(rules[list]![row]!.DeepClone());
            at = at.Replace($"{list}/{row}/", $"{list}/0/", StringComparison.Ordinal);
        }

        Put(rules, at.Split('/'), threshold);
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            Directory.CreateDirectory(System.IO.Path.Combine(folder.FullName, "rules"));
            File.WriteAllText(System.IO.Path.Combine(folder.FullName, "rules", $"{file}.json"), rules.ToJsonString());
            return Seen(Of(new RuleBook(DataFiles.In(folder.FullName), Catalogue.Shipped.Rules)));
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    /// <summary>The quantity, by the rules as they ship.</summary>
    public double Measured() => Quantity(Of(Catalogue.Shipped.Rules));

    private IEnumerable<Ingredient> Ingredients =>
        Own is null
            ? Catalogue.Shipped.Ingredients
            : Catalogue.Shipped.Ingredients.Where(ingredient => ingredient.Slug != Own.Slug).Append(Own);

    public override string ToString() => Path;

    private static bool Finds(Assessment a, string code, Severity? severity) =>
        Some.Evaluate(a).Any(finding => finding.Code == code && (severity is null || finding.Severity == severity));

    private static void Put(JsonNode node, string[] path, double number)
    {
        foreach (var step in path[..^1])
            node = int.TryParse(step, CultureInfo.InvariantCulture, out var at) ? node[at]! : node[step]!;
        var text = JsonNode.Parse(number.ToString("R", CultureInfo.InvariantCulture))!;
        if (int.TryParse(path[^1], CultureInfo.InvariantCulture, out var index))
            node[index] = text;
        else
            node[path[^1]] = text;
    }

    // Without a name: what a name claims is read with every name of a catalogue, which takes longer than all the rest.
    private Assessment Of(RuleBook rules) =>
        new(ResolvedFormula.Of(Formula with { Name = "" }, new Catalogue(Ingredients, rules), Settings));
}
