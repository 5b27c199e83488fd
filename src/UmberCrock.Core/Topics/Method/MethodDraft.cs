using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Method;

/// <summary>How long something takes: usually, at least, at most, min.</summary>
[System.Runtime.InteropServices.StructLayout(System.Runtime.InteropServices.LayoutKind.Auto)]
internal readonly record struct Lasts(double Minutes, double Low, double High)
{
    /// <summary>Something whose time is known only from one figure to another.</summary>
    public static Lasts Of(Span minutes) => new(minutes.Middle, minutes.Low, minutes.High);
}

/// <summary>What is particular to a step, beside the words of its row.</summary>
internal sealed record StepDetails
{
    /// <summary>The lines whose last gram goes in here.</summary>
    public ImmutableArray<int> Lines { get; init; } = [];

    /// <summary>The lines that its words name, in that order; null for those that go in.</summary>
    public IReadOnlyList<int>? Named { get; init; }

    /// <summary>Shares of lines that go in at two steps.</summary>
    public ImmutableArray<LineShare>? Parts { get; init; }

    /// <summary>Temperature of the pot to be reached, C.</summary>
    public double? Target { get; init; }

    /// <summary>The temperatures of the pot that do, C; null for a degree on either side.</summary>
    public Span? Celsius { get; init; }

    /// <summary>Where it cools.</summary>
    public Surroundings? Place { get; init; }

    /// <summary>How long it takes; null for what its row says.</summary>
    public Lasts? Lasts { get; init; }

    /// <summary>True when somebody stands by; null for what its row says.</summary>
    public bool? Attended { get; init; }

    /// <summary>Cautions that hold here, beside that of its row.</summary>
    public ImmutableArray<Message> Cautions { get; init; } = [];

    /// <summary>Figures for the braces of its words.</summary>
    public ImmutableArray<(string Name, Message Value)> Words { get; init; } = [];
}

/// <summary>A method while it is being written: the steps so far, and what is in the pot.</summary>
internal sealed class MethodDraft(Assessment a, MethodRequest request)
{
    private readonly List<MethodStep> steps = [];

    /// <summary>The formula.</summary>
    public Assessment Of => a;

    /// <summary>Batch, kitchen and ways.</summary>
    public MethodRequest Request => request;

    /// <summary>The rules of the method.</summary>
    public MethodRules Rules => a.Resolved.Rules.Method;

    /// <summary>The figures of the method.</summary>
    public MethodFigures Figures => Rules.Figures;

    /// <summary>Which line goes in where.</summary>
    public Allotment Allotment { get; } = Allotment.Make(a, request.Schools);

    /// <summary>How the batch takes up heat and gives it off.</summary>
    public PotHeat Pot { get; } = a.Pot!;

    /// <summary>It sets here, C; null when it never does.</summary>
    public double? Sets { get; } = a.Firmness.SetPointCelsius();

    /// <summary>The form's row.</summary>
    public FormRow Form { get; } = a.Resolved.Rules.Forms.Of(a.Resolved.Formula.Form);

    /// <summary>Temperature of the pot, C.</summary>
    public double Celsius { get; set; } = request.RoomCelsius;

    /// <summary>The lines that are in the pot.</summary>
    public HashSet<int> InPot { get; } = [];

    /// <summary>The steps, in order.</summary>
    public ImmutableArray<MethodStep> Steps => [.. steps];

    /// <summary>Grams of a share of the whole, weight percent.</summary>
    public decimal Grams(decimal percent) => request.BatchGrams * percent / a.Resolved.Totals.Total;

    /// <summary>Adds a step.</summary>
    /// <param name="step">The key of its row.</param>
    /// <param name="details">What is particular to it here.</param>
    public void Add(string step, StepDetails details)
    {
        var row = Rules.Of(step);
        var names = (details.Named ?? details.Lines).Select(line => a.Resolved.Ingredients[line].Name).Distinct().ToList();
        var words = details
            .Words.Add(("Names", FindingWords.Join(names, most: names.Count)))
            .Add(("names", FindingWords.Small(FindingWords.Join(names, most: names.Count))))
            .Add(("target", details.Target is { } wanted ? (Message)$"{Celsius(wanted)}" : ""));
        var lasts = details.Lasts ?? new Lasts(row.Minutes ?? 0, row.MinutesLow ?? 0, row.MinutesHigh ?? 0);
        ImmutableArray<Message> cautions = [.. row.Caution is { } own ? [(Message)own] : Array.Empty<Message>(), .. details.Cautions];
        steps.Add(
            new MethodStep(
                steps.Count + 1,
                row.Stage,
                Fill(row.Title, words),
                Fill(row.Text, words),
                details.Lines,
                details.Parts,
                row.Until,
                details.Target,
                details.Celsius?.Low ?? details.Target - 1,
                details.Celsius?.High ?? details.Target + 1,
                details.Place,
                Math.Round(lasts.Minutes, 1),
                Math.Round(lasts.Low, 1),
                Math.Round(lasts.High, 1),
                details.Attended ?? row.Attended,
                row.Equipment,
                cautions.IsEmpty ? null : Message.Join(" ", cautions),
                row.Why,
                row.Source,
                null
            )
        );
        InPot.UnionWith(row.Stage == MethodStage.Weigh ? [] : details.Lines.Where(line => !a.Resolved.Totals.IsStrained(line)));
        if (details.Target is { } target)
            Celsius = target;
    }

    /// <summary>The words of a caution, its braces filled in.</summary>
    public Message Caution(string caution, params ReadOnlySpan<(string Name, Message Value)> words) =>
        Fill(Rules.CautionOf(caution).Text, [.. words]);

    /// <summary>Minutes that the pot takes from where it is to a temperature, with the doubt of K.</summary>
    /// <param name="to">The temperature, C.</param>
    /// <param name="place">Where it stands.</param>
    /// <param name="stirred">True where it is stirred in a bath.</param>
    public Lasts CoolsTo(double to, Surroundings place, bool stirred = false)
    {
        var row = Pot.Rules.Of(place);
        var rate = Vessel
            .Pot((double)request.BatchGrams, Pot.GramsPerMillilitre)
            .Rate(stirred ? Pot.Rules.StirredBathWattsPerSquareMetreKelvin : row.WattsPerSquareMetreKelvin, row.Bath);
        var curve = place is Surroundings.Fridge or Surroundings.Freezer ? Pot.StillCurve : Pot.Curve;
        return Doubted(curve.Minutes(rate, OutsideOf(place), Celsius, Math.Min(Celsius, Math.Max(to, OutsideOf(place) + 1))));
    }

    /// <summary>A time that is as doubtful as K: its 95 % band.</summary>
    public Lasts Doubted(double minutes)
    {
        var band = Math.Exp(1.96 * Pot.Rules.RateSd);
        return new Lasts(minutes, minutes / band, minutes * band);
    }

    /// <summary>How warm it is where it cools, C.</summary>
    public double OutsideOf(Surroundings place) => place == Surroundings.Room ? request.RoomCelsius : Pot.Rules.Of(place).Celsius;

    /// <summary>Puts figures into the braces of words.</summary>
    private static Message Fill(string words, ImmutableArray<(string Name, Message Value)> values)
    {
        var filled = new Message(0, 0);
        foreach (var (part, at) in words.Split('{', '}').Select((part, at) => (part, at)))
        {
            if (at % 2 == 0)
                filled.AppendLiteral(part);
            else
                filled.AppendFormatted(values.First(value => value.Name == part).Value);
        }

        return filled;
    }
}
