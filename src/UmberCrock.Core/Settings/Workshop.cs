using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Settings;

/// <summary>How numbers are written on the screens.</summary>
public enum DecimalMark
{
    /// <summary>A point parts the decimals: 18.50.</summary>
    Point,

    /// <summary>A comma parts the decimals: 18,50.</summary>
    Comma,
}

/// <summary>A kind of jar, tin or tube that the maker fills.</summary>
/// <param name="Name">What the maker calls the container.</param>
/// <param name="Millilitres">Volume of the container to its brim, mL.</param>
/// <param name="FillPercent">How full the container is made, percent of its volume.</param>
/// <param name="Material">What the container is made of; null where it is not said.</param>
/// <param name="Price">What one of them costs, in the maker's money; null where it is not known.</param>
public sealed record ContainerKind(
    string Name,
    decimal Millilitres,
    decimal FillPercent,
    ContainerMaterial? Material = null,
    decimal? Price = null
);

/// <summary>What one person keeps away from.</summary>
/// <param name="Name">Whom it is about, as the maker calls them.</param>
/// <param name="What">Ingredients, allergens or groups of them, as typed, a comma between.</param>
public sealed record AvoidList(string Name, string What);

/// <summary>A second scale beside the kitchen's, for what is light.</summary>
/// <param name="StepGrams">Smallest step that it shows, g.</param>
/// <param name="MostGrams">The most that it holds, g.</param>
public sealed record FineScale(decimal StepGrams, decimal MostGrams);

/// <summary>What stands on the maker's table: scale, spoons, containers, and how numbers are written.</summary>
public sealed record Workshop
{
    /// <summary>Most kinds of containers that are kept.</summary>
    public const int MostContainers = 24;

    /// <summary>Longest name and address, letters.</summary>
    public const int LongestResponsible = 300;

    /// <summary>Longest sign or word of a currency, letters.</summary>
    public const int LongestCurrency = 6;

    /// <summary>Most people whose lists of things to avoid are kept.</summary>
    public const int MostAvoidLists = 12;

    /// <summary>Longest list of things to avoid, letters.</summary>
    public const int LongestAvoidList = 300;

    /// <summary>Longest address of a scale or a probe, letters.</summary>
    public const int LongestAddress = 160;

    /// <summary>Smallest container that is taken, mL.</summary>
    public const decimal SmallestMillilitres = 0.1m;

    /// <summary>Largest container that is taken, mL.</summary>
    public const decimal LargestMillilitres = 100_000m;

    /// <summary>Highest price of an hour or a container that is taken.</summary>
    public const decimal MostPrice = 10_000m;

    /// <summary>Highest margin that is taken, percent.</summary>
    public const decimal MostMarginPercent = 1000m;

    /// <summary>Most that may stay in the pot, percent.</summary>
    public const decimal MostLossPercent = 50m;

    /// <summary>Most that a second, finer scale is said to hold, g.</summary>
    public const decimal MostFineGrams = 2000m;

    /// <summary>Longest pattern of a batch code, letters.</summary>
    public const int LongestPattern = 30;

    /// <summary>Steps of common kitchen and jeweller's scales, g.</summary>
    public static ImmutableArray<decimal> ScaleSteps { get; } = [0.001m, 0.01m, 0.1m, 0.5m, 1m];

    /// <summary>A kitchen scale that shows tenths, US spoons, the usual containers, a decimal point.</summary>
    public static Workshop Default { get; } = new();

    /// <summary>Smallest step that the maker's scale shows, g.</summary>
    public decimal ScaleStepGrams { get; init; } = 0.1m;

    /// <summary>A second scale for what is light; null for one scale alone.</summary>
    public FineScale? Fine { get; init; }

    /// <summary>Smallest step of any scale on the table, g.</summary>
    [JsonIgnore]
    public decimal FinestStepGrams => Math.Min(ScaleStepGrams, Fine?.StepGrams ?? ScaleStepGrams);

    /// <summary>How a batch's code is written: letters that stand as they are, and in braces yyyy, yy, MM, dd of its day and n, nn or
    /// nnn for
    /// the running number.</summary>
    public string CodePattern { get; init; } = BatchCode.Usual;

    /// <summary>What stays in the pot, percent.</summary>
    public decimal LossPercent { get; init; }

    /// <summary>Whose spoons and cups recipes are measured with.</summary>
    public Spoons Spoons { get; init; } = Spoons.Us;

    /// <summary>The climate a new formula starts with.</summary>
    public Climate Climate { get; init; } = new(5, 30);

    /// <summary>Name and address of who answers for what is given away or sold; empty for none yet.</summary>
    public string Responsible { get; init; } = "";

    /// <summary>What an hour of the maker's work costs, in the maker's money; 0 where it is not counted.</summary>
    public decimal HourPrice { get; init; }

    /// <summary>What is put on top of the cost, percent.</summary>
    public decimal MarginPercent { get; init; }

    /// <summary>Where the scale speaks, as the settings have it: an address or a word; empty where weights are typed.</summary>
    public string ScaleAddress { get; init; } = "";

    /// <summary>Where the temperature probe speaks, as the settings have it; empty where temperatures are typed.</summary>
    public string ProbeAddress { get; init; } = "";

    /// <summary>True where no best-before date is written beyond what a study has watched.</summary>
    public bool NoLongerThanWatched { get; init; }

    /// <summary>On which scale temperatures are shown and typed; what is kept is in degrees Celsius.</summary>
    public TemperatureScale Temperatures { get; init; } = TemperatureScale.Celsius;

    /// <summary>True where masses that are weighed are shown in ounces too.</summary>
    public bool Ounces { get; init; }

    /// <summary>What stands behind prices: a sign or a short word; empty for bare numbers.</summary>
    public string Currency { get; init; } = "";

    /// <summary>What people whom the maker makes for keep away from.</summary>
    public ImmutableArray<AvoidList> Avoids
    {
        get;
        init => field = value.OrEmpty();
    } = [];

    /// <summary>The mark that parts decimals in the maker's numbers.</summary>
    public DecimalMark DecimalMark { get; init; } = DecimalMark.Point;

    /// <summary>The containers (common practice: nominal volumes of what is sold for balms, filled short of the brim).</summary>
    public ImmutableArray<ContainerKind> Containers { get; init; } =
    [
        new("lip tube 5 mL", 5m, 95m, ContainerMaterial.Pp),
        new("stick tube 15 mL", 15m, 95m, ContainerMaterial.Pp),
        new("twist-up stick 50 mL", 50m, 95m, ContainerMaterial.Pp),
        new("tin 15 mL", 15m, 90m, ContainerMaterial.Tin),
        new("tin 60 mL", 60m, 90m, ContainerMaterial.Tin),
        new("jar 50 mL", 50m, 90m, ContainerMaterial.Glass),
        new("jar 120 mL", 120m, 90m, ContainerMaterial.Glass),
        new("bar mould 75 mL", 75m, 98m, ContainerMaterial.Silicone),
    ];

    /// <summary>What the maker works with as text, to be kept.</summary>
    public string ToText() => JsonSerializer.Serialize(this, ContractJson.Options);

    /// <summary>Reads what the maker works with from the text it was kept as.</summary>
    public static Workshop Parse(string text) =>
        JsonSerializer.Deserialize<Workshop>(text, ContractJson.Options) ?? throw new DocumentException("/", "is empty.");

    /// <summary>What does not hold together in the maker's workshop; empty when all does.</summary>
    public IEnumerable<DocumentProblem> Problems()
    {
        if (!ScaleSteps.Contains(ScaleStepGrams))
            yield return new DocumentProblem(
                "/scale",
                $"The scale shows one of {string.Join(", ", ScaleSteps.Select(step => Decimals.Short(step)))} g."
            );
        if (Fine is { } fine && (!ScaleSteps.Contains(fine.StepGrams) || fine.StepGrams >= ScaleStepGrams))
            yield return new DocumentProblem("/fine", "A second scale is finer than the first, or there is none.");
        if (Fine is { MostGrams: <= 0m or > MostFineGrams })
            yield return new DocumentProblem("/fineMost", $"The finer scale holds more than 0 and at most {MostFineGrams:0} g.");
        if (BatchCode.Problem(CodePattern) is { } pattern)
            yield return new DocumentProblem("/codePattern", pattern);
        if (LossPercent is < 0m or > MostLossPercent)
            yield return new DocumentProblem("/loss", $"What stays in the pot: from 0 to {MostLossPercent:0} %.");
        if (Climate.LowCelsius < Climates.Coldest || Climate.HighCelsius > Climates.Hottest || Climate.LowCelsius > Climate.HighCelsius)
            yield return new DocumentProblem(
                "/climate",
                $"A climate runs from cold to warm, between {Decimals.Celsius(Climates.Coldest, "0").CelsiusUnsigned} and "
                    + $"{Decimals.Celsius(Climates.Hottest, "0")}."
            );
        if (Currency is null || Currency.Length > LongestCurrency || Currency.Any(char.IsControl) || Currency.Any(char.IsDigit))
            yield return new DocumentProblem("/currency", $"A currency is a sign or a word of at most {LongestCurrency} letters.");
        if (HourPrice is < 0m or > MostPrice)
            yield return new DocumentProblem("/hourPrice", $"An hour costs from 0 to {MostPrice:0}.");
        if (MarginPercent is < 0m or > MostMarginPercent)
            yield return new DocumentProblem("/margin", $"A margin is from 0 to {MostMarginPercent:0} %.");
        foreach (var (pointer, address) in new[] { ("/scaleAddress", ScaleAddress), ("/probeAddress", ProbeAddress) })
        {
            if (address is null || address.Length > LongestAddress || address.Any(letter => letter is <= ' ' or > '~'))
                yield return new DocumentProblem(pointer, $"An address has at most {LongestAddress} plain letters and no gaps.");
        }

        if (Responsible.Length > LongestResponsible)
            yield return new DocumentProblem("/responsible", $"Name and address have at most {LongestResponsible} letters.");
        foreach (var problem in ListProblems())
            yield return problem;
    }

    private IEnumerable<DocumentProblem> ListProblems()
    {
        if (Avoids.Length > MostAvoidLists)
            yield return new DocumentProblem("/avoids", $"At most {MostAvoidLists} people's lists are kept.");
        foreach (var (list, at) in Avoids.Select((list, at) => (list, at)))
        {
            if (string.IsNullOrWhiteSpace(list.Name) || list.Name.Length > 60 || list.Name.Any(char.IsControl))
                yield return new DocumentProblem($"/avoids/{at}/name", $"List {at + 1} needs a name of at most 60 letters.");
            if (string.IsNullOrWhiteSpace(list.What) || list.What.Length > LongestAvoidList || list.What.Any(char.IsControl))
                yield return new DocumentProblem(
                    $"/avoids/{at}/what",
                    $"“{list.Name}”: what to keep away from, a comma between, at most {LongestAvoidList} letters."
                );
        }

        if (Containers.Length > MostContainers)
            yield return new DocumentProblem("/containers", $"At most {MostContainers} kinds of containers are kept.");
        foreach (var (container, at) in Containers.Select((container, at) => (container, at)))
        {
            if (container.Name.Length is 0 or > 60)
                yield return new DocumentProblem($"/containers/{at}/name", $"Container {at + 1} needs a name of at most 60 letters.");
            if (container.Millilitres is < SmallestMillilitres or > LargestMillilitres)
                yield return new DocumentProblem(
                    $"/containers/{at}/millilitres",
                    $"“{container.Name}”: from {Decimals.Short(SmallestMillilitres)} to {LargestMillilitres:0} mL."
                );
            if (container.Price is < 0m or > MostPrice)
                yield return new DocumentProblem($"/containers/{at}/price", $"“{container.Name}”: a price from 0 to {MostPrice:0}.");
            if (container.FillPercent is < 1m or > 100m)
                yield return new DocumentProblem($"/containers/{at}/fillPercent", $"“{container.Name}”: filled from 1 to 100 %.");
        }
    }
}
