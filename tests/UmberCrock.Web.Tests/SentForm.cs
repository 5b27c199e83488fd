using AngleSharp.Html.Dom;

namespace UmberCrock.Web.Tests;

/// <summary>What a browser sends of a page's form: the typed fields with the hidden ones that say which page and version they come
/// from.</summary>
internal static class SentForm
{
    /// <summary>The fields with token and versions of the page, where they do not name their own.</summary>
    public static Dictionary<string, string> Of(IHtmlDocument page, IReadOnlyDictionary<string, string> typed)
    {
        var fields = new Dictionary<string, string>(typed);
        void Add(string name, string? value)
        {
            if (value is not null)
                fields.TryAdd(name, value);
        }

        Add("__RequestVerificationToken", page.QuerySelector("input[name=__RequestVerificationToken]")?.GetAttribute("value"));
        if (typed.TryGetValue("property", out var property))
            Add("version", page.QuerySelector($"#value-property option[value={property}]")?.GetAttribute("data-version"));
        if (typed.TryGetValue("id", out var lot))
            Add(
                "version",
                page.QuerySelectorAll("[data-lot]")
                    .FirstOrDefault(row => row.GetAttribute("data-lot")!.Contains($"\"id\":{lot},", StringComparison.Ordinal))
                    ?.GetAttribute("data-version")
            );
        foreach (var name in new[] { "version", "formulaVersion", "after" })
            Add(name, page.QuerySelector($"main input[name={name}]")?.GetAttribute("value"));
        return fields;
    }
}
