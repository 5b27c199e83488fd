using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Larder;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Units;

namespace UmberCrock.Web.Larder;

/// <summary>A value as its row of fields shows it.</summary>
internal sealed record TypedValue(string Value, string Low, string High, string Source);

/// <summary>The fields of an own ingredient, as typed. What they do not show (fatty acids, melting species) is copied from
/// another.</summary>
internal sealed record OwnIngredientForm
{
    /// <summary>Name.</summary>
    public string Name { get; init; } = "";

    /// <summary>Class, the contract's word.</summary>
    public string Class { get; init; } = "oil";

    /// <summary>Role.</summary>
    public string Role { get; init; } = "";

    /// <summary>What it does.</summary>
    public string Purpose { get; init; } = "";

    /// <summary>Other names, separated by semicolons.</summary>
    public string AlsoKnownAs { get; init; } = "";

    /// <summary>One substance a line: EU name | US name | low to high.</summary>
    public string Composition { get; init; } = "";

    /// <summary>What the supplier of a scent declares in it, one substance a line: name | low to high.</summary>
    public string Declared { get; init; } = "";

    /// <summary>Where that is declared.</summary>
    public string DeclaredSource { get; init; } = "";

    /// <summary>Origins that are ticked.</summary>
    public IReadOnlyList<string> Origins { get; init; } = [];

    /// <summary>Allergen sources that are ticked.</summary>
    public IReadOnlyList<string> Allergens { get; init; } = [];

    /// <summary>Solubility, the contract's word.</summary>
    public string Solubility { get; init; } = "oil";

    /// <summary>Lower end of the working window.</summary>
    public string MinPercent { get; init; } = "";

    /// <summary>Upper end of the working window.</summary>
    public string MaxPercent { get; init; } = "";

    /// <summary>Where the window comes from.</summary>
    public string DoseSource { get; init; } = "";

    /// <summary>Slug of the ingredient whose melting species and fatty acids it takes; empty for none.</summary>
    public string MeltsLike { get; init; } = "";

    /// <summary>Values by property.</summary>
    public IReadOnlyDictionary<string, TypedValue> Values { get; init; } = new Dictionary<string, TypedValue>();

    /// <summary>The fields of an ingredient; blank ones for null. A copy needs a name of its own.</summary>
    public static OwnIngredientForm Of(Ingredient? from, bool isChange)
    {
        if (from is null)
            return new OwnIngredientForm();
        var window = from.Doses.FirstOrDefault(dose => !dose.IsHard && dose.MaxPercent is not null);
        return new OwnIngredientForm
        {
            Name = isChange ? from.Name : $"{from.Name}, mine",
            Class = Vocabulary.Word(from.Class),
            Role = from.Role,
            Purpose = from.Purpose ?? "",
            AlsoKnownAs = string.Join("; ", from.AlsoKnownAs),
            Composition = string.Join("\n", from.Composition.Select(CompositionText.Write)),
            Declared = string.Join(
                "\n",
                from.Constituents.Select(declared =>
                    CompositionText
                        .Write(new Component(new InciName(declared.Name, ""), declared.LowPercent, declared.HighPercent))
                        .Replace(" |  |", " |", StringComparison.Ordinal)
                )
            ),
            DeclaredSource = from.Constituents.IsEmpty ? "" : from.Constituents[0].Source,
            Origins = from.Origins,
            Allergens = from.Allergens,
            Solubility = Vocabulary.Word(from.Solubility),
            MinPercent = Text(window?.MinPercent),
            MaxPercent = Text(window?.MaxPercent),
            DoseSource = window?.Source ?? "",
            MeltsLike = from.Species.IsEmpty && from.FattyAcids.Count == 0 ? "" : from.Slug,
            Values = IngredientProperty
                .All.Where(property => property.Of(from) is not null)
                .ToDictionary(property => property.Name, property => TextOf(property.Of(from)!), StringComparer.Ordinal),
        };
    }

    /// <summary>The fields as they were sent.</summary>
    public static OwnIngredientForm Typed(IFormCollection form)
    {
        var typed = new TypedFields(form);
        return new OwnIngredientForm
        {
            Name = typed.Text("name"),
            Class = typed.Text("class"),
            Role = typed.Text("role"),
            Purpose = typed.Text("purpose"),
            AlsoKnownAs = typed.Text("alsoKnownAs"),
            Composition = typed.Text("composition"),
            Declared = typed.Text("declared"),
            DeclaredSource = typed.Text("declaredSource"),
            Origins = typed.All("origins"),
            Allergens = typed.All("allergens"),
            Solubility = typed.Text("solubility"),
            MinPercent = typed.Text("minPercent"),
            MaxPercent = typed.Text("maxPercent"),
            DoseSource = typed.Text("doseSource"),
            MeltsLike = typed.Text("meltsLike"),
            Values = IngredientProperty.All.ToDictionary(
                property => property.Name,
                property => new TypedValue(
                    typed.Text(property.Name),
                    typed.Text($"{property.Name}-low"),
                    typed.Text($"{property.Name}-high"),
                    typed.Text($"{property.Name}-source")
                ),
                StringComparer.Ordinal
            ),
        };
    }

    /// <summary>Where what is kept now is not what was typed, as "field: what is kept".</summary>
    public static IReadOnlyList<string> Differences(OwnIngredientForm now, OwnIngredientForm typed)
    {
        var texts = new (string Field, string Now, string Typed)[]
        {
            ("name", now.Name, typed.Name),
            ("kind", now.Class, typed.Class),
            ("role", now.Role, typed.Role),
            ("what it does", now.Purpose, typed.Purpose),
            ("other names", now.AlsoKnownAs, typed.AlsoKnownAs),
            ("substances", now.Composition, typed.Composition),
            ("declared", now.Declared, typed.Declared),
            ("dose from", now.MinPercent, typed.MinPercent),
            ("dose to", now.MaxPercent, typed.MaxPercent),
            ("origins", string.Join(", ", now.Origins), string.Join(", ", typed.Origins)),
            ("to be named", string.Join(", ", now.Allergens), string.Join(", ", typed.Allergens)),
        };
        var values = IngredientProperty.All.Select(property =>
            (
                Field: property.Words.ToLowerInvariant(),
                Now: now.Values.GetValueOrDefault(property.Name)?.Value ?? "",
                Typed: typed.Values.GetValueOrDefault(property.Name)?.Value ?? ""
            )
        );
        return
        [
            .. texts
                .Concat(values)
                .Where(text => text.Now.ReplaceLineEndings(" ") != text.Typed.ReplaceLineEndings(" "))
                .Select(text => $"{text.Field}: {(text.Now.Length == 0 ? "empty" : text.Now.ReplaceLineEndings(" "))}"),
        ];
    }

    /// <summary>The ingredient the fields say.</summary>
    /// <param name="from">What it is made from or the one that is changed.</param>
    /// <param name="isChange">True when an own one is changed and keeps its slug.</param>
    /// <param name="catalogue">Where others are looked up.</param>
    /// <exception cref="DocumentException">A field does not fit; pointers name fields.</exception>
    public Ingredient ToIngredient(Ingredient? from, bool isChange, Catalogue catalogue)
    {
        var problems = new List<DocumentProblem>();
        var like = MeltsLike.Length == 0 ? null : catalogue.Find(MeltsLike);
        var ofClass = Vocabulary.TryParse<IngredientClass>(Class, out var kind)
            ? kind
            : Refuse<IngredientClass>("/class", "Choose its kind.");
        var ingredient = (
            from
            ?? new Ingredient
            {
                Slug = "",
                Name = "",
                Class = ofClass,
                Role = "",
                Composition = [],
            }
        ) with
        {
            Slug = isChange ? from!.Slug : OwnIngredients.SlugOf(Name),
            Name = Name,
            Class = ofClass,
            Role = Role.Length > 0 ? Role : Vocabulary.Word(ofClass).Replace('-', ' '),
            Purpose = Purpose.Length > 0 ? Purpose : null,
            AlsoKnownAs = [.. AlsoKnownAs.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)],
            Composition = Substances(Composition, "/composition", problems),
            Constituents =
            [
                .. Substances(Declared, "/constituents", problems)
                    .Select(declared => new Constituent(
                        NameOf(declared.Inci.Eu, catalogue),
                        declared.LowPercent,
                        declared.HighPercent,
                        DeclaredSource,
                        Confidence.Medium
                    )),
            ],
            Origins = [.. Origins],
            Allergens = [.. Allergens],
            Solubility = Vocabulary.TryParse<Solubility>(Solubility, out var solubility)
                ? solubility
                : Refuse<Solubility>("/solubility", "Choose where it goes."),
            Doses = Window(problems),
            Species = like?.Species ?? [],
            SpeciesSource = like is { Species.IsEmpty: false } ? Source(like.SpeciesSource, like, from) : null,
            SpeciesConfidence = like?.SpeciesConfidence,
            FattyAcids = like?.FattyAcids ?? ImmutableSortedDictionary<string, double>.Empty,
            FattyAcidsSource = like is { FattyAcids.Count: > 0 } ? Source(like.FattyAcidsSource, like, from) : null,
            FattyAcidsConfidence = like?.FattyAcidsConfidence,
        };
        foreach (var property in IngredientProperty.All)
            ingredient = property.With(ingredient, ValueOf(property, from, problems));
        problems.AddRange(IngredientChecks.Problems(ingredient, catalogue));
        return problems.Count == 0 ? ingredient : throw new DocumentException(problems);

        T Refuse<T>(string pointer, string reason)
        {
            problems.Add(new DocumentProblem(pointer, reason));
            return default!;
        }
    }

    private static string Source(string? source, Ingredient like, Ingredient? from) =>
        like.Slug == from?.Slug ? source! : $"as {like.Name}: {source}";

    private static string Text(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";

    private static TypedValue TextOf(Quantity value)
    {
        string Say(double figure) => figure == value.Value ? "" : figure.ToString(CultureInfo.InvariantCulture);
        return new TypedValue(value.Value.ToString(CultureInfo.InvariantCulture), Say(value.Low), Say(value.High), value.Source);
    }

    private Quantity? ValueOf(IngredientProperty property, Ingredient? from, List<DocumentProblem> problems)
    {
        var typed = Values.GetValueOrDefault(property.Name);
        if (typed is null || typed.Value.Length == 0)
            return null;
        double Figure(string text, double otherwise) =>
            (double?)NumberOf(text, property.Words.ToLowerInvariant(), $"/{property.Name}", problems) ?? otherwise;
        var value = Figure(typed.Value, 0);
        var before = from is null ? null : property.Of(from);
        return new Quantity(
            value,
            Figure(typed.Low, value),
            Figure(typed.High, value),
            property.Unit,
            typed.Source,
            before is not null && before.Value == value ? before.Confidence : Confidence.Medium
        );
    }

    /// <summary>The number that was typed; null for nothing, and for what is no number, which is said.</summary>
    private static decimal? NumberOf(string text, string wanted, string pointer, List<DocumentProblem> problems)
    {
        if (text.Length == 0)
            return null;
        try
        {
            return Bench.Typed.Number(text, wanted);
        }
        catch (DocumentException refused)
        {
            problems.Add(new DocumentProblem(pointer, refused.Problems[0].Reason));
            return null;
        }
    }

    /// <summary>A listed allergen by the name it is printed with, however its capitals were typed.</summary>
    private static string NameOf(string typed, Catalogue catalogue) =>
        catalogue.Rules.Label.Allergens.FirstOrDefault(name => string.Equals(name, typed, StringComparison.OrdinalIgnoreCase)) ?? typed;

    private static ImmutableArray<Component> Substances(string text, string pointer, List<DocumentProblem> problems)
    {
        var lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var components = ImmutableArray.CreateBuilder<Component>();
        foreach (var (line, at) in lines.Select((line, at) => (line, at)))
        {
            if (CompositionText.Read(line) is { } component)
                components.Add(component);
            else
                problems.Add(
                    new DocumentProblem(pointer, $"Line {at + 1} is not a substance like Cetyl Alcohol, or Cera Alba | Beeswax | 70 to 85.")
                );
        }

        return components.ToImmutable();
    }

    private ImmutableArray<DoseRule> Window(List<DocumentProblem> problems)
    {
        decimal? Percent(string text, string pointer) => NumberOf(text, "a percentage", pointer, problems);
        return Percent(MaxPercent, "/maxPercent") is { } most
            ?
            [
                new DoseRule
                {
                    Kind = DoseKind.Supplier,
                    MinPercent = Percent(MinPercent, "/minPercent"),
                    MaxPercent = most,
                    Source = DoseSource,
                    Confidence = Confidence.Medium,
                },
            ]
            : [];
    }
}
