using System.Collections.Immutable;
using System.Globalization;
using System.Reflection;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Tests;

/// <summary>The tables of Panel/: what a formulator would say, written down before the program was asked.</summary>
internal static class PanelCases
{
    /// <summary>The rows of a table, cell by cell; comments and empty lines left out.</summary>
    public static IEnumerable<string[]> Rows(string table) =>
        Text(table)
            .Split('\n')
            .Where(line => line.Length > 0 && line[0] != '#')
            .Select(line => line.Split('|', StringSplitOptions.TrimEntries));

    /// <summary>The blocks of a table of texts: title, text, and what is expected of it.</summary>
    public static IEnumerable<(string Title, string Text, string Expected)> Blocks(string table) =>
        Text(table)
            .Split("\n## ")
            .Skip(1)
            .Select(block => block.Split('\n', 2))
            .Select(parts => (parts[0], parts[1].Split("\n=> ")))
            .Select(parts => (parts.Item1, parts.Item2[0], parts.Item2[1].Trim()));

    /// <summary>Cells that list something, parted by commas.</summary>
    public static ImmutableArray<string> List(string cell) =>
        [.. cell.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];

    /// <summary>
    /// A formula from two cells: "lip-balm; infant; cold 5 25" and "beeswax 20, olive-oil *, cool: lavender-oil 0.5". What the first leaves
    /// out is as usual for the form.
    /// </summary>
    public static (Formula Formula, EvaluationSettings Settings) Formula(string kind, string lines)
    {
        var words = kind.Split(';', StringSplitOptions.TrimEntries);
        var row = Some.Catalogue.Rules.Forms.Of(Word<ProductForm>(words[0]));
        var settings = EvaluationSettings.Default;
        var phases = new List<Phase> { new("A", "Melt", Stage.Melt) };
        var formula = new Formula
        {
            Name = "Example",
            Form = row.Form,
            Zone = row.Zone,
            Exposure = row.Exposure,
            Process = row.Process,
            WetUse = row.WetUse,
            SunUse = row.SunUse,
        };
        foreach (var word in words[1..])
        {
            if (word.StartsWith("cold ", StringComparison.Ordinal))
                formula = formula with { Climate = new(Number(word.Split(' ')[1]), Number(word.Split(' ')[2])) };
            else if (word == "sun")
                formula = formula with { SunUse = true };
            else if (word == "wet-use")
                formula = formula with { WetUse = true };
            else if (word == "us")
                settings = settings with { Region = Region.Us };
            else if (Vocabulary.TryParse<Zone>(word, out var zone))
                formula = formula with { Zone = zone };
            else if (Vocabulary.TryParse<Audience>(word, out var audience))
                formula = formula with { Audience = audience };
            else if (Vocabulary.TryParse<Exposure>(word, out var exposure))
                formula = formula with { Exposure = exposure };
            else
                formula = formula with { Process = Word<Process>(word) };
        }

        var made = ImmutableArray.CreateBuilder<FormulaLine>();
        foreach (var cell in List(lines))
        {
            var text = cell;
            if (text.Contains(':', StringComparison.Ordinal))
            {
                var stage = Word<Stage>(text[..text.IndexOf(':', StringComparison.Ordinal)]);
                phases.Add(new(((char)('A' + phases.Count)).ToString(), stage.ToString(), stage));
                text = text[(text.IndexOf(':', StringComparison.Ordinal) + 1)..].Trim();
            }

            var parts = text.Split(' ');
            made.Add(new(phases[^1].Id, parts[0], parts[1] == "*" ? null : Number(parts[1])));
        }

        return (formula with { Phases = [.. phases], Lines = made.ToImmutable() }, settings);
    }

    /// <summary>What a word of the contract means.</summary>
    public static T Word<T>(string word)
        where T : struct, Enum => Vocabulary.TryParse<T>(word, out var value) ? value : throw new ArgumentException(word, nameof(word));

    public static decimal Number(string text) => decimal.Parse(text, CultureInfo.InvariantCulture);

    private static string Text(string table)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream($"panel/{table}.txt")!;
        using var reader = new StreamReader(stream);
        return "\n" + reader.ReadToEnd().ReplaceLineEndings("\n");
    }
}
