using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Units;

namespace UmberCrock.Web.Larder;

/// <summary>Fields as people type them: what is wrong is collected by field, and what was typed can be shown again.</summary>
internal sealed class TypedFields(IFormCollection form)
{
    private readonly List<DocumentProblem> problems = [];

    /// <summary>What is wrong, by field.</summary>
    public IReadOnlyList<DocumentProblem> Problems => problems;

    /// <summary>A text, trimmed; empty when it is absent.</summary>
    public string Text(string name) => form[name].ToString().Trim();

    /// <summary>The version a form was sent out with; -1, which nothing has, when it names none.</summary>
    public long Version(string name) =>
        long.TryParse(Text(name), NumberStyles.None, CultureInfo.InvariantCulture, out var version) ? version : -1;

    /// <summary>Every value of a field that can be given more than once.</summary>
    public IReadOnlyList<string> All(string name) => [.. form[name].OfType<string>()];

    /// <summary>A number with a point or comma; null when the field is empty or holds no number.</summary>
    public decimal? Number(string name, string wanted) => Read(name, () => Bench.Typed.Number(Text(name), wanted));

    private decimal? Read(string name, Func<decimal> read)
    {
        if (Text(name).Length == 0)
            return null;
        try
        {
            return read();
        }
        catch (DocumentException refused)
        {
            problems.Add(new DocumentProblem($"/{name}", refused.Problems[0].Reason));
            return null;
        }
    }

    /// <summary>A temperature as typed on the reader's scale, in C; null when the field is empty or holds none.</summary>
    public decimal? Temperature(string name) => Read(name, () => Bench.Typed.Temperature(Text(name)));

    /// <summary>A date; null when the field is empty or holds none.</summary>
    public DateOnly? Date(string name)
    {
        if (Text(name).Length == 0)
            return null;
        if (DateOnly.TryParseExact(Text(name), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            return date;
        problems.Add(new DocumentProblem($"/{name}", "is not a date."));
        return null;
    }

    /// <summary>A value of a property with its range and source; an empty range is the value itself.</summary>
    public Quantity? Value(IngredientProperty property, string prefix, string source, Confidence confidence)
    {
        if (Number(prefix, $"{property.Words.ToLowerInvariant()} in {property.Unit}") is not { } value)
            return null;
        return new Quantity(
            (double)value,
            (double)(Number($"{prefix}-low", "a number") ?? value),
            (double)(Number($"{prefix}-high", "a number") ?? value),
            property.Unit,
            source,
            confidence
        );
    }
}
