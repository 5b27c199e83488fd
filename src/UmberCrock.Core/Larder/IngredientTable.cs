using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Larder;

/// <summary>
/// Own ingredients as a table: one row each, a heading, comma-separated, UTF-8. A value is written "0.92" or "0.92 (0.91 to 0.93)", with
/// one source for the whole row; what a table cannot hold (fatty acids, melting species, several windows) is in the JSON document.
/// </summary>
public static partial class IngredientTable
{
    private static readonly string[] Words =
    [
        "name",
        "class",
        "role",
        "purpose",
        "alsoKnownAs",
        "composition",
        "origins",
        "allergens",
        "solubility",
        "minPercent",
        "maxPercent",
        "source",
        "confidence",
    ];

    private static readonly string[] Needed = ["name", "class", "source"];

    /// <summary>Its columns; "name", "class" and "source" are needed, the others may be left out, in any order.</summary>
    public static ImmutableArray<string> Columns { get; } =
    [.. Words[..9], .. IngredientProperty.All.Select(property => property.Name), .. Words[9..]];

    /// <summary>Writes ingredients as a table file (CSV).</summary>
    public static string Write(IEnumerable<Ingredient> ingredients)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            foreach (var column in Columns)
                csv.WriteField(column);
            csv.NextRecord();
            foreach (var ingredient in ingredients)
            {
                foreach (var column in Columns)
                    csv.WriteField(CsvCells.Written(Cell(ingredient, column)));
                csv.NextRecord();
            }
        }

        return text.ToString();
    }

    /// <summary>Reads a table and checks each row.</summary>
    /// <param name="utf8">The bytes of the file, in UTF-8.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <exception cref="DocumentException">Columns, cells or ingredients that do not fit; pointers are "/row/column", rows as a spreadsheet
    /// counts them.</exception>
    public static ImmutableArray<Ingredient> Read(ReadOnlyMemory<byte> utf8, Catalogue catalogue)
    {
        var problems = new List<DocumentProblem>();
        using var csv = new CsvReader(
            new StreamReader(new MemoryStream(utf8.ToArray()), new UTF8Encoding(encoderShouldEmitUTF8Identifier: false)),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                TrimOptions = TrimOptions.Trim,
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t"],
                BadDataFound = bad => problems.Add(new("/1", $"holds a stray quotation mark near \"{Shorten(bad.Field)}\".")),
                MissingFieldFound = null,
            }
        );
        if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } heading)
            throw new DocumentException("/1", "The table is empty. Its first row names the columns.");
        CheckHeading(heading, problems);
        var read = ImmutableArray.CreateBuilder<Ingredient>();
        while (problems.Count < 20 && csv.Read())
        {
            var row = csv.Parser.Row;
            if (read.Count == OwnIngredients.Most)
            {
                problems.Add(
                    new($"/{row}", $"A table of at most {OwnIngredients.Most} ingredients is read at once; this row is beyond them.")
                );
                break;
            }

            if (csv.Parser.Count != heading.Length)
                problems.Add(new($"/{row}", $"has {csv.Parser.Count} cells; the heading has {heading.Length}."));
            else if (new Row(row, heading, csv).ToIngredient(problems) is { } ingredient)
            {
                problems.AddRange(
                    IngredientChecks
                        .Problems(ingredient, catalogue)
                        .Select(problem => new DocumentProblem($"/{row}{problem.Pointer}", problem.Reason))
                );
                read.Add(ingredient);
            }
        }

        if (problems.Count == 0 && read.Count == 0)
            problems.Add(new("/2", "There is no ingredient below the heading."));
        return problems.Count == 0 ? read.ToImmutable() : throw new DocumentException(problems);
    }

    private static void CheckHeading(string[] heading, List<DocumentProblem> problems)
    {
        foreach (var unknown in heading.Where(column => !Columns.Contains(column)))
            problems.Add(new($"/1/{Shorten(unknown)}", $"is not a column. These are: {string.Join(", ", Columns)}."));
        foreach (var twice in heading.GroupBy(column => column, StringComparer.Ordinal).Where(group => group.Count() > 1))
            problems.Add(new($"/1/{Shorten(twice.Key)}", "stands twice."));
        foreach (var missing in Needed.Where(needed => !heading.Contains(needed)))
            problems.Add(new($"/1/{missing}", "This column is missing."));
        if (problems.Count > 0)
            throw new DocumentException(problems);
    }

    private static string Shorten(string text) => text.Length > 40 ? text[..40] : text;

    private static string Cell(Ingredient ingredient, string column) =>
        column switch
        {
            "name" => ingredient.Name,
            "class" => Vocabulary.Word(ingredient.Class),
            "role" => ingredient.Role,
            "purpose" => ingredient.Purpose ?? "",
            "alsoKnownAs" => string.Join("; ", ingredient.AlsoKnownAs),
            "composition" => string.Join("; ", ingredient.Composition.Select(CompositionText.Write)),
            "origins" => string.Join("; ", ingredient.Origins),
            "allergens" => string.Join("; ", ingredient.Allergens),
            "solubility" => Vocabulary.Word(ingredient.Solubility),
            "minPercent" => ingredient.Doses.FirstOrDefault()?.MinPercent?.ToString(CultureInfo.InvariantCulture) ?? "",
            "maxPercent" => ingredient.Doses.FirstOrDefault()?.MaxPercent?.ToString(CultureInfo.InvariantCulture) ?? "",
            "source" => SourceOf(ingredient),
            "confidence" => Vocabulary.Word(
                IngredientProperty
                    .All.Select(property => property.Of(ingredient)?.Confidence)
                    .OfType<Confidence>()
                    .DefaultIfEmpty(Confidence.Low)
                    .Min()
            ),
            _ => IngredientProperty.Find(column)!.Of(ingredient) is { } value ? Say(value) : "",
        };

    private static string SourceOf(Ingredient ingredient) =>
        string.Join(
            "; ",
            IngredientProperty
                .All.Select(property => property.Of(ingredient)?.Source)
                .Concat(ingredient.Doses.Select(dose => dose.Source))
                .OfType<string>()
                .Distinct()
                .DefaultIfEmpty("own")
        );

    private static string Say(Quantity value)
    {
        var middle = value.Value.ToString(CultureInfo.InvariantCulture);
        return value.Low == value.Value && value.High == value.Value
            ? middle
            : $"{middle} ({value.Low.ToString(CultureInfo.InvariantCulture)} to {value.High.ToString(CultureInfo.InvariantCulture)})";
    }

    /// <summary>One row of the table, its cells by column.</summary>
    private sealed class Row(int number, string[] heading, CsvReader csv)
    {
        public Ingredient? ToIngredient(List<DocumentProblem> problems)
        {
            var before = problems.Count;
            foreach (var column in heading.Where(column => IsSpreadsheetFormula(Raw(column))))
                problems.Add(At(column, "holds a spreadsheet formula. Only values are read."));
            if (!Vocabulary.TryParse<IngredientClass>(Cell("class"), out var ofClass))
                problems.Add(At("class", $"must be one of {string.Join(", ", Vocabulary.All<IngredientClass>())}."));
            if (Cell("source").Length == 0)
                problems.Add(
                    At("source", "is empty. Say where the values come from: a document, a supplier's sheet, your own measurement.")
                );
            var confidence = Word(problems, "confidence", Confidence.Low);
            var ingredient = new Ingredient
            {
                Slug = OwnIngredients.SlugOf(Cell("name")),
                Name = Cell("name"),
                Class = ofClass,
                Role = Cell("role").Length > 0 ? Cell("role") : Vocabulary.Word(ofClass).Replace('-', ' '),
                Purpose = Cell("purpose").Length > 0 ? Cell("purpose") : null,
                AlsoKnownAs = Several("alsoKnownAs"),
                Origins = Several("origins"),
                Allergens = Several("allergens"),
                Solubility = Word(problems, "solubility", Solubility.Oil),
                Composition = Composition(problems),
                Doses = Doses(problems, confidence),
            };
            foreach (var property in IngredientProperty.All)
                ingredient =
                    Cell(property.Name).Length == 0 ? ingredient : property.With(ingredient, Value(problems, property, confidence));
            return problems.Count == before ? ingredient : null;
        }

        private static bool IsSpreadsheetFormula(string cell) =>
            cell.Length > 0 && (cell[0] is '=' or '@' || (cell[0] is '+' or '-' && !char.IsAsciiDigit(cell.ElementAtOrDefault(1))));

        private string Cell(string column) => CsvCells.Read(Raw(column));

        private string Raw(string column) => Array.IndexOf(heading, column) is var at and >= 0 ? csv.GetField(at) ?? "" : "";

        private DocumentProblem At(string column, string reason) => new($"/{number}/{column}", reason);

        private ImmutableArray<string> Several(string column) =>
            [.. Cell(column).Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];

        private T Word<T>(List<DocumentProblem> problems, string column, T fallback)
            where T : struct, Enum
        {
            if (Cell(column).Length == 0)
                return fallback;
            if (!Vocabulary.TryParse<T>(Cell(column), out var word))
                problems.Add(At(column, $"must be one of {string.Join(", ", Vocabulary.All<T>())}."));
            return word;
        }

        private decimal? Number(List<DocumentProblem> problems, string column)
        {
            if (Cell(column).Length == 0)
                return null;
            if (!decimal.TryParse(Cell(column), NumberStyles.Float, CultureInfo.InvariantCulture, out var number))
                problems.Add(At(column, $"\"{Shorten(Cell(column))}\" is not a number with a decimal point."));
            return number;
        }

        private Quantity? Value(List<DocumentProblem> problems, IngredientProperty property, Confidence confidence)
        {
            var match = ValuePattern().Match(Cell(property.Name));
            if (!match.Success)
            {
                problems.Add(At(property.Name, $"\"{Shorten(Cell(property.Name))}\" is not a value like 0.92 or 0.92 (0.91 to 0.93)."));
                return null;
            }

            double Figure(string group, double otherwise) =>
                match.Groups[group].Success ? double.Parse(match.Groups[group].ValueSpan, CultureInfo.InvariantCulture) : otherwise;
            var value = Figure("value", 0);
            return new Quantity(value, Figure("low", value), Figure("high", value), property.Unit, Cell("source"), confidence);
        }

        private ImmutableArray<Component> Composition(List<DocumentProblem> problems)
        {
            var parts = Several("composition");
            if (parts.IsEmpty)
                return [new Component(new InciName(Cell("name"), Cell("name")), 100m, 100m)];
            var components = ImmutableArray.CreateBuilder<Component>();
            foreach (var part in parts)
            {
                if (CompositionText.Read(part) is { } component)
                    components.Add(component);
                else
                    problems.Add(
                        At("composition", $"\"{Shorten(part)}\" is not a substance like Cetyl Alcohol, or Cera Alba | Beeswax | 70 to 85.")
                    );
            }

            return components.ToImmutable();
        }

        private ImmutableArray<DoseRule> Doses(List<DocumentProblem> problems, Confidence confidence) =>
            (Number(problems, "minPercent"), Number(problems, "maxPercent")) is (var least, { } most)
                ?
                [
                    new DoseRule
                    {
                        Kind = DoseKind.Supplier,
                        MinPercent = least,
                        MaxPercent = most,
                        Source = Cell("source"),
                        Confidence = confidence,
                    },
                ]
                : [];
    }

    [GeneratedRegex(
        @"^(?<value>-?[0-9]{1,9}(\.[0-9]{1,9})?)( ?\((?<low>-?[0-9]{1,9}(\.[0-9]{1,9})?) to (?<high>-?[0-9]{1,9}(\.[0-9]{1,9})?)\))?$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex ValuePattern();
}
