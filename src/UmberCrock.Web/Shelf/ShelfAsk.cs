using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Storage;

namespace UmberCrock.Web.Shelf;

/// <summary>What a maker asks the shelf for, as an address has it. A word that is not known asks for nothing.</summary>
/// <param name="Find">Part of a name, ingredient or note; null for all.</param>
/// <param name="Show">One verdict, or what can be made today.</param>
/// <param name="Form">One form; null for any.</param>
/// <param name="Audience">Who wears them; null for anyone.</param>
/// <param name="Made">"yes" or "no"; null for both.</param>
/// <param name="Free">What none of them holds; null for anything.</param>
/// <param name="IsByName">True for the order of the alphabet.</param>
internal sealed record ShelfAsk(
    string? Find,
    ShelfFilter Show,
    ProductForm? Form,
    Audience? Audience,
    string? Made,
    FreeFromRow? Free,
    bool IsByName
)
{
    private const string Yes = "yes";
    private const string No = "no";
    private const string ByName = "name";

    /// <summary>For all there are.</summary>
    public static ShelfAsk All { get; } = new(null, ShelfFilter.All, null, null, null, null, false);

    /// <summary>What can be chosen of whether a batch was made.</summary>
    public static IEnumerable<(string Word, string Words)> OfferedMade => [(Yes, "made before"), (No, "not made yet")];

    /// <summary>The word of the order of the alphabet.</summary>
    public static string NameWord => ByName;

    /// <summary>Reads the words of an address.</summary>
    public static ShelfAsk Parse(
        string? find,
        string? show,
        string? form,
        string? audience,
        string? made,
        string? free,
        string? order,
        FreeFromRules rules
    ) =>
        new(
            string.IsNullOrWhiteSpace(find) ? null : find,
            ShelfFilter.Parse(show),
            Vocabulary.TryParse<ProductForm>(form, out var one) ? one : null,
            Vocabulary.TryParse<Audience>(audience, out var wearer) ? wearer : null,
            made is Yes or No ? made : null,
            rules.Rows.FirstOrDefault(row => row.Avoid is { } avoid && avoid == free),
            order == ByName
        );

    /// <summary>True when some are left out.</summary>
    public bool IsNarrowed =>
        Find is not null || Form is not null || Audience is not null || Made is not null || Free is not null || Show != ShelfFilter.All;

    /// <summary>The same as the store is asked.</summary>
    public ShelfQuestion Question(Catalogue catalogue) =>
        new()
        {
            Find = Find,
            FormWord = Form is { } form ? Vocabulary.Word(form) : null,
            AudienceWord = Audience is { } wearer ? Vocabulary.Word(wearer) : null,
            IsMade = Made is null ? null : Made == Yes,
            Without = Free is { } row ? [.. catalogue.Ingredients.Where(row.IsIn).Select(ingredient => ingredient.Slug)] : [],
            IsByName = IsByName,
        };

    /// <summary>The address of a stretch of it.</summary>
    public string AddressOf(int page)
    {
        var query = new QueryString();
        foreach (
            var (name, value) in new[]
            {
                ("find", Find),
                ("show", Show.Word),
                ("form", Form is { } form ? Vocabulary.Word(form) : null),
                ("audience", Audience is { } wearer ? Vocabulary.Word(wearer) : null),
                ("made", Made),
                ("free", Free?.Avoid),
                ("order", IsByName ? ByName : null),
                ("page", page > 0 ? page.ToString(CultureInfo.InvariantCulture) : null),
            }
        )
        {
            if (value is not null)
                query = query.Add(name, value);
        }

        return $"/{query}";
    }
}
