using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Storage;

namespace UmberCrock.Web.Shelf;

/// <summary>What a maker asks the shelf for, as an address has it. A word that is not known asks for nothing.</summary>
internal sealed record ShelfAsk
{
    private const string Yes = "yes";
    private const string No = "no";
    private const int LongestWords = 200;

    /// <summary>For all there are.</summary>
    public static ShelfAsk All { get; } = new();

    /// <summary>Part of a name, ingredient or note; null for all.</summary>
    public string? Find { get; init; }

    /// <summary>One verdict, or what can be made today.</summary>
    public ShelfFilter Show { get; init; }

    /// <summary>One form; null for any.</summary>
    public ProductForm? Form { get; init; }

    /// <summary>Who wears them; null for anyone.</summary>
    public Audience? Audience { get; init; }

    /// <summary>"yes" or "no"; null for both.</summary>
    public string? Made { get; init; }

    /// <summary>What people keep away from, and none of them holds; null for anything.</summary>
    public FreeFromRow? Free { get; init; }

    /// <summary>Whom they are for, by a list of the settings; null for anyone.</summary>
    public AvoidList? For { get; init; }

    /// <summary>The climate they are made for; null for any.</summary>
    public NamedClimate? Climate { get; init; }

    /// <summary>A word of the maker's own; null for any.</summary>
    public string? Tag { get; init; }

    /// <summary>What each of them holds, as typed; null for anything.</summary>
    public string? Holds { get; init; }

    /// <summary>What none of them holds, as typed; null for anything.</summary>
    public string? Without { get; init; }

    /// <summary>The order they stand in.</summary>
    public ShelfOrder Order { get; init; }

    /// <summary>What can be chosen of whether a batch was made.</summary>
    public static IEnumerable<(string Word, string Words)> OfferedMade => [(Yes, "made before"), (No, "not made yet")];

    /// <summary>The orders there are.</summary>
    public static IEnumerable<(ShelfOrder Order, string Words)> OfferedOrders =>
        [
            (ShelfOrder.Changed, "last changed"),
            (ShelfOrder.Name, "by name"),
            (ShelfOrder.Verdict, "by verdict, stops first"),
            (ShelfOrder.Due, "next due"),
        ];

    /// <summary>Reads the words of an address.</summary>
    public static ShelfAsk Parse(IQueryCollection query, Knowledge knowledge)
    {
        var free = query["free"].ToString();
        var rules = knowledge.Catalogue.Rules;
        return new()
        {
            Find = Words(query["find"]),
            Show = ShelfFilter.Parse(query["show"]),
            Form = Vocabulary.TryParse<ProductForm>(query["form"], out var form) ? form : null,
            Audience = Vocabulary.TryParse<Audience>(query["audience"], out var wearer) ? wearer : null,
            Made = query["made"].ToString() is Yes or No ? query["made"].ToString() : null,
            Free = rules.FreeFrom.Rows.FirstOrDefault(row => row.Avoid is { } avoid && avoid == free),
            For = knowledge.Workshop.Avoids.FirstOrDefault(list => WordOf(list) == free),
            Climate = rules.Climates.Climates.FirstOrDefault(climate => climate.Key == query["climate"].ToString()),
            Tag = Words(query["tag"]),
            Holds = Words(query["holds"]),
            Without = Words(query["without"]),
            Order = Vocabulary.TryParse<ShelfOrder>(query["order"], out var order) ? order : ShelfOrder.Changed,
        };

        static string? Words(string? typed) =>
            string.IsNullOrWhiteSpace(typed) ? null
            : typed.Length <= LongestWords ? typed
            : typed[..LongestWords];
    }

    /// <summary>The word of an address for somebody's list; no group of the rules is called so.</summary>
    public static string WordOf(AvoidList list) => $"for {list.Name}";

    /// <summary>True when some are left out.</summary>
    public bool IsNarrowed => this with { Order = ShelfOrder.Changed } != All;

    /// <summary>True where something is asked for that stands folded away.</summary>
    public bool AsksMore => (Made, Climate, Tag, Holds, Without) != (null, null, null, null, null);

    /// <summary>The same as the store is asked.</summary>
    public ShelfQuestion Question(Catalogue catalogue) =>
        new()
        {
            Find = Find,
            FormWord = Form is { } form ? Vocabulary.Word(form) : null,
            AudienceWord = Audience is { } wearer ? Vocabulary.Word(wearer) : null,
            Climate = Climate?.Climate,
            Tag = Tag,
            IsMade = Made is null ? null : Made == Yes,
            With = AvoidWords.Of(Holds, catalogue).Each,
            Without =
            [
                .. catalogue.Ingredients.Where(ingredient => Free?.IsIn(ingredient) == true).Select(ingredient => ingredient.Slug),
                .. AvoidWords.Of(For?.What, catalogue).All,
                .. AvoidWords.Of(Without, catalogue).All,
            ],
            Order = Order,
        };

    /// <summary>Words of what is asked for that mean no raw material.</summary>
    public IEnumerable<string> UnknownWords(Catalogue catalogue) =>
        new[] { Holds, Without, For?.What }.SelectMany(typed => AvoidWords.Of(typed, catalogue).Unknown).Distinct(StringComparer.Ordinal);

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
                ("free", For is { } list ? WordOf(list) : Free?.Avoid),
                ("climate", Climate?.Key),
                ("tag", Tag),
                ("holds", Holds),
                ("without", Without),
                ("order", Order == ShelfOrder.Changed ? null : Vocabulary.Word(Order)),
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
