using System.Globalization;
using System.Text.Json;
using UmberCrock.Core.Documents;

namespace UmberCrock.Web.Hosting;

/// <summary>The one reader of members of a request, for pages and the API; a wrong one is named by its pointer.</summary>
internal static class JsonMembers
{
    /// <summary>The members of an object that are not null, of those that a request may have.</summary>
    public static Dictionary<string, JsonElement> Of(JsonElement body, params string[] known) => At(body, "", known);

    /// <summary>The same of an object inside the body, at a pointer.</summary>
    public static Dictionary<string, JsonElement> At(JsonElement body, string pointer, params string[] known)
    {
        if (body.ValueKind != JsonValueKind.Object)
            throw new DocumentException(pointer.Length == 0 ? "/" : pointer, $"must be an object with {string.Join(", ", known)}.");
        foreach (var member in body.EnumerateObject().Where(member => !known.Contains(member.Name)))
            throw new DocumentException(
                $"{pointer}/{member.Name}",
                $"is not a member of this request. These are: {string.Join(", ", known)}."
            );
        return body.EnumerateObject()
            .Where(member => member.Value.ValueKind != JsonValueKind.Null)
            .GroupBy(member => member.Name)
            .ToDictionary(group => group.Key, group => group.Last().Value, StringComparer.Ordinal);
    }

    /// <summary>A member that must be there.</summary>
    public static JsonElement Required(this Dictionary<string, JsonElement> members, string name, string pointer = "") =>
        members.TryGetValue(name, out var value) ? value : throw new DocumentException($"{pointer}/{name}", "is missing.");

    /// <summary>The members of a body that is read now.</summary>
    /// <exception cref="DocumentException">It is no such object.</exception>
    /// <exception cref="RefusedRequestException">It is not JSON, or too large.</exception>
    public static async Task<Dictionary<string, JsonElement>> ReadAsync(HttpRequest request, params string[] known)
    {
        using var body = await RequestBody.ReadJsonAsync(request);
        return Of(body.RootElement.Clone(), known);
    }

    /// <summary>A text that must be there.</summary>
    public static string Text(this Dictionary<string, JsonElement> members, string name) =>
        members.Required(name) is { ValueKind: JsonValueKind.String } text
            ? text.GetString()!
            : throw new DocumentException($"/{name}", "must be text.");

    /// <summary>The index of a line, which must be there.</summary>
    public static int Index(this Dictionary<string, JsonElement> members, string name) =>
        members.Required(name) is { ValueKind: JsonValueKind.Number } number && number.TryGetInt32(out var index)
            ? index
            : throw new DocumentException($"/{name}", "must be the index of a line.");

    /// <summary>The version of what the page shows, which must be there.</summary>
    public static long Version(this Dictionary<string, JsonElement> members) =>
        members.Required("version") is { ValueKind: JsonValueKind.Number } number && number.TryGetInt64(out var version)
            ? version
            : throw new DocumentException("/version", "must be the version the page shows.");

    /// <summary>A number within bounds.</summary>
    public static decimal Number(JsonElement value, string pointer, decimal least, decimal most) =>
        value.ValueKind == JsonValueKind.Number && value.TryGetDecimal(out var number) && number >= least && number <= most
            ? number
            : throw new DocumentException(pointer, $"must be a number from {least:0.####} to {most:0.####}.");

    /// <summary>A whole number within bounds.</summary>
    public static int Whole(JsonElement value, string pointer, int least, int most) =>
        value.ValueKind == JsonValueKind.Number && value.TryGetInt32(out var number) && number >= least && number <= most
            ? number
            : throw new DocumentException(pointer, $"must be a whole number from {least} to {most}.");

    /// <summary>A word of the contract.</summary>
    public static T Word<T>(JsonElement value, string pointer)
        where T : struct, Enum =>
        value.ValueKind == JsonValueKind.String && Vocabulary.TryParse<T>(value.GetString(), out var word)
            ? word
            : throw new DocumentException(pointer, $"must be one of: {string.Join(", ", Vocabulary.All<T>())}.");

    /// <summary>A number within bounds, as a measured value.</summary>
    public static double Real(JsonElement value, string pointer, decimal least, decimal most) =>
        (double)Number(value, pointer, least, most);

    /// <summary>The entries of a list that is not too long.</summary>
    public static JsonElement.ArrayEnumerator List(JsonElement list, string pointer, int most) =>
        list.ValueKind == JsonValueKind.Array && list.GetArrayLength() <= most
            ? list.EnumerateArray()
            : throw new DocumentException(pointer, $"must be a list of at most {most} entries.");

    /// <summary>A day of the calendar.</summary>
    public static DateOnly Day(JsonElement value, string pointer) =>
        value.ValueKind == JsonValueKind.String
        && DateOnly.TryParseExact(value.GetString(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
        && day.Year is > 1900 and < 3000
            ? day
            : throw new DocumentException(pointer, "must be a date such as 2026-03-16.");
}
