using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Tests;

/// <summary>Whole formulas with the steps that a practitioner would check (Panel/methods.txt).</summary>
internal static class MethodPanel
{
    public static ImmutableArray<(string Name, Formula Formula, string Steps)> Panel { get; } = [.. ReadPanel()];

    public static Formula Of(string name) => Panel.Single(row => row.Name == name).Formula;

    private static IEnumerable<(string, Formula, string)> ReadPanel()
    {
        using var reader = new StreamReader(typeof(MethodPanel).Assembly.GetManifestResourceStream("panel/methods.txt")!);
        var lines = reader.ReadToEnd().Split('\n').Where(line => line.Length > 0 && line[0] != '#').ToList();
        for (var at = 0; at + 1 < lines.Count; at += 2)
        {
            var parts = lines[at].Split('|', StringSplitOptions.TrimEntries);
            yield return (parts[0], Read(parts[0], parts[1], parts[2]), lines[at + 1][2..].Trim());
        }
    }

    public static Formula Read(string name, string form, string phases)
    {
        var words = form.Split(' ');
        Vocabulary.TryParse<ProductForm>(words[0], out var of).ShouldBeTrue(words[0]);
        var start = Some.Catalogue.Rules.Forms.Of(of).Start(name);
        var read = phases
            .Split(';', StringSplitOptions.TrimEntries)
            .Select((phase, at) => (Id: ((char)('A' + at)).ToString(), Parts: phase.Split(':', StringSplitOptions.TrimEntries)))
            .ToList();
        return start with
        {
            Process = words.Length > 1 && Vocabulary.TryParse<Process>(words[1], out var process) ? process : start.Process,
            Phases = [.. read.Select(phase => new Phase(phase.Id, phase.Parts[0], StageOf(phase.Parts[0])))],
            Lines =
            [
                .. read.SelectMany(phase =>
                    phase
                        .Parts[1]
                        .Split(',', StringSplitOptions.TrimEntries)
                        .Select(line => line.Split(' '))
                        .Select(line => new FormulaLine(
                            phase.Id,
                            line[0],
                            line.Length > 1 ? decimal.Parse(line[1], CultureInfo.InvariantCulture) : null
                        ))
                ),
            ],
        };
    }

    private static Stage StageOf(string word) =>
        Vocabulary.TryParse<Stage>(word, out var stage) ? stage : throw new ArgumentException(word, nameof(word));
}
