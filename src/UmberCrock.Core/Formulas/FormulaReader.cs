using System.Text;
using System.Text.Json;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Formulas;

/// <summary>
/// Reads formula documents (docs/formats/formula.schema.json). Every problem is collected with its JSON pointer;
/// a document with any problem is refused whole.
/// </summary>
public static class FormulaReader
{
    /// <summary>The name and version of the format this reader takes.</summary>
    public const string Format = "umber-crock/formula";

    /// <summary>The newest version this reader takes.</summary>
    public const int Version = 1;

    /// <summary>The most phases a formula may have.</summary>
    public const int MaxPhases = 20;

    /// <summary>The longest name of a formula or of a phase, letters.</summary>
    public const int LongestName = 200;

    /// <summary>The longest notes of a formula, letters.</summary>
    public const int LongestNotes = 20_000;

    /// <summary>Reads a formula document from JSON text.</summary>
    /// <exception cref="DocumentException">The text is not JSON or not a formula of this version.</exception>
    public static Formula Parse(string json) => Parse(Encoding.UTF8.GetBytes(json));

    /// <summary>Reads a document from UTF-8 bytes.</summary>
    /// <exception cref="DocumentException">The bytes are not JSON or not a formula of this version.</exception>
    public static Formula Parse(ReadOnlyMemory<byte> utf8)
    {
        using var document = ParseJson(utf8);
        return Read(document.RootElement, "");
    }

    /// <summary>Parses strict JSON; what is wrong is said with its line and column.</summary>
    /// <exception cref="DocumentException">Not JSON, nested too deeply, or a member named twice.</exception>
    public static JsonDocument ParseJson(ReadOnlyMemory<byte> utf8)
    {
        try
        {
            var withoutMark = utf8.Span.StartsWith("\uFEFF"u8) ? utf8[3..] : utf8;
            var document = JsonDocument.Parse(withoutMark, ContractJson.Strict);
            return JsonTexts.Checked(document, withoutMark.Span);
        }
        catch (InvalidOperationException)
        {
            throw new DocumentException("/", "has a member whose name is not valid Unicode.") { IsMalformed = true };
        }
        catch (JsonException problem)
        {
            var place = problem.LineNumber is { } line ? $" at line {line + 1}, column {problem.BytePositionInLine + 1}" : "";
            throw new DocumentException(
                "/",
                $"is not well-formed JSON{place}: it is cut short, names a member twice, nests deeper than "
                    + $"{ContractJson.MaxDepth} levels, or holds something JSON has no word for."
            )
            {
                IsMalformed = true,
            };
        }
    }

    /// <summary>Reads a document from parsed JSON; <paramref name="pointer"/> is where it stands in the whole body.</summary>
    /// <exception cref="DocumentException">Not a formula of this version.</exception>
    public static Formula Read(JsonElement element, string pointer)
    {
        var problems = new List<DocumentProblem>();
        var formula = Read(new JsonWalker(element, pointer, problems));
        return problems.Count == 0 ? formula : throw new DocumentException(problems);
    }

    private static Formula Read(JsonWalker walker)
    {
        ReadVersion(walker);
        var phases = walker.Children("phases", required: true, MaxPhases).Select(ReadPhase).ToList();
        var lines = walker.Children("lines", required: true, Formula.MaxLines);
        var formula = new Formula
        {
            Name = ReadName(walker),
            Form = walker.Word<ProductForm>("form", null),
            Zone = walker.Word<Zone>("zone", Zone.Body),
            Audience = walker.Word<Audience>("audience", Audience.Adult),
            Exposure = walker.Word<Exposure>("exposure", Exposure.LeaveOn),
            WetUse = walker.Flag("wetUse", false),
            SunUse = walker.Flag("sunUse", false),
            Climate = ReadClimate(walker),
            Process = walker.Word<Process>("process", Process.Melt),
            Phases = [.. phases],
            Lines = [.. lines.Select(ReadLine)],
            Label = ReadLabel(walker),
            Notes = walker.Text("notes", "", LongestNotes),
        };
        walker.RefuseUnknown();
        CheckPhases(walker, phases, lines, formula);
        return formula;
    }

    private static void ReadVersion(JsonWalker walker)
    {
        var format = walker.Text("format", null);
        if (walker.IsObject && format.Length > 0 && format != Format)
            walker.Refuse(walker.At("format"), $"says \"{format}\"; a formula says \"{Format}\".");
        var version = walker.Number("version", required: true, 0, 1_000_000);
        if (version > Version)
            walker.Refuse(
                walker.At("version"),
                $"says {version}: a newer version of Umber Crock wrote this file. This one reads version {Version}; update it to "
                    + $"open the file."
            );
        else if (version is not null && version != Version)
            walker.Refuse(walker.At("version"), $"says {version}; this application reads version {Version}.");
    }

    private static string ReadName(JsonWalker walker)
    {
        var name = PlainText.OneLine(walker.Text("name", null));
        if (name.Length == 0 && walker.Has("name"))
            walker.Refuse(walker.At("name"), "is empty: a formula needs a name.");
        return name;
    }

    private static Phase ReadPhase(JsonWalker walker)
    {
        var phase = new Phase(
            walker.Text("id", null, 4),
            PlainText.OneLine(walker.Text("name", "", LongestName)),
            walker.Word<Stage>("stage", null)
        );
        if (walker.HasText("id") && !PhaseIds.IsValid(phase.Id))
            walker.Refuse(walker.At("id"), PhaseIds.Rule);
        walker.RefuseUnknown();
        return phase;
    }

    private static FormulaLine ReadLine(JsonWalker walker)
    {
        var balance = walker.Flag("balance", false);
        var percent = walker.Number("percent", required: !balance, 0m, 100m);
        if (balance && percent is not null)
            walker.Refuse(walker.At("balance"), "stands beside a percent: a line has one or the other.");
        var line = new FormulaLine(walker.Text("phase", null, 4), walker.Text("ingredient", null, 120), balance ? null : percent ?? 0m);
        walker.RefuseUnknown();
        return line;
    }

    private static Climate ReadClimate(JsonWalker parent)
    {
        if (parent.Child("climate") is not { } walker)
            return new Climate(5, 30);
        var low = walker.Number("lowCelsius", required: true, Climates.Coldest, Climates.Hottest) ?? 5m;
        var high = walker.Number("highCelsius", required: true, Climates.Coldest, Climates.Hottest) ?? Climates.Hottest;
        walker.RefuseUnknown();
        if (low > high)
            walker.Refuse(walker.At("lowCelsius"), $"is {low}, above highCelsius {high}.");
        return new Climate(low, high);
    }

    private static FormulaLabel ReadLabel(JsonWalker parent)
    {
        if (parent.Child("label") is not { } walker)
            return FormulaLabel.Empty;
        var label = new FormulaLabel([.. walker.Texts("claims", 50, 500)], [.. walker.Texts("declares", 50, 60)]);
        walker.RefuseUnknown();
        return label;
    }

    private static void CheckPhases(JsonWalker walker, List<Phase> phases, List<JsonWalker> lines, Formula formula)
    {
        foreach (var (phase, index) in phases.Select((phase, index) => (phase, index)))
        {
            if (phases.FindIndex(other => other.Id == phase.Id) < index)
                walker.Refuse($"{walker.Pointer}/phases/{index}/id", $"\"{phase.Id}\" is already the id of another phase.");
        }

        foreach (var (line, index) in formula.Lines.Select((line, index) => (line, index)))
        {
            if (lines[index].HasText("phase") && phases.TrueForAll(phase => phase.Id != line.Phase))
                walker.Refuse(lines[index].At("phase"), $"\"{line.Phase}\" is not the id of a phase of this formula.");
            if (line.IsBalance && formula.BalanceIndex < index)
                walker.Refuse(lines[index].At("balance"), $"is a second balance line: line {formula.BalanceIndex} is one already.");
        }
    }
}

/// <summary>The temperatures a climate may name, Celsius.</summary>
public static class Climates
{
    /// <summary>The coldest low of a climate that is taken, Celsius.</summary>
    public const decimal Coldest = -40m;

    /// <summary>The hottest high of a climate that is taken, Celsius.</summary>
    public const decimal Hottest = 60m;
}

/// <summary>What a phase may be called in the document.</summary>
public static class PhaseIds
{
    /// <summary>What an id of a phase must look like, in words.</summary>
    public const string Rule = "must be one to four letters or digits.";

    /// <summary>The first letter that no phase of a formula has as its id; a formula has fewer phases than there are letters.</summary>
    public static string NextFree(Formula formula) =>
        Enumerable.Range('A', 26).Select(letter => ((char)letter).ToString()).First(id => formula.Phases.All(phase => phase.Id != id));

    /// <summary>True for one to four ASCII letters or digits.</summary>
    public static bool IsValid(string id) => id.Length is >= 1 and <= 4 && id.All(char.IsAsciiLetterOrDigit);
}
