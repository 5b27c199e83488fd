using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Topics.Method;
using UmberCrock.Core.Units;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Bench;

/// <summary>What goes in at a step: its hatch, name and grams.</summary>
/// <param name="Hatch">Its hatch.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Grams">How much goes in here, g.</param>
/// <param name="IsShare">True where more of it goes in at another step.</param>
internal sealed record GoingIn(Hatch Hatch, string Name, decimal Grams, bool IsShare);

/// <summary>A row of the page Method.</summary>
/// <param name="Step">The step.</param>
/// <param name="Pot">The pot's temperature during it.</param>
/// <param name="GoesIn">What goes in; empty of weigh steps.</param>
internal sealed record MethodRow(MethodStep Step, PotPiece Pot, IReadOnlyList<GoingIn> GoesIn);

/// <summary>A method as its page shows it.</summary>
/// <param name="Rows">The steps.</param>
/// <param name="Clock">The day.</param>
/// <param name="Method">What the core says.</param>
/// <param name="BatchGrams">What the batch comes to on this scale, g.</param>
/// <param name="Lines">How many lines there are.</param>
internal sealed record MethodView(IReadOnlyList<MethodRow> Rows, DayClock Clock, MethodReport Method, decimal BatchGrams, int Lines)
{
    /// <summary>Least and most are said where the most is so many times the least.</summary>
    private const double Apart = 1.3;

    /// <summary>Lays a method out.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="method">Its method, with times.</param>
    /// <param name="sheet">What is weighed of each line on the maker's scale.</param>
    /// <param name="catalogue">The ingredients.</param>
    /// <param name="room">Temperature of the kitchen, C.</param>
    public static MethodView Of(Formula formula, MethodReport method, WeighSheet sheet, Catalogue catalogue, double room)
    {
        var pots = PotPiece.Of(method, room);
        var shares = method.Steps.SelectMany(step => step.Parts ?? []).Select(part => part.Line).ToHashSet();
        GoingIn In(int line, decimal grams)
        {
            var ingredient = catalogue.Find(formula.Lines[line].Ingredient)!;
            return new(Hatches.Of(ingredient), ingredient.Name, grams, shares.Contains(line));
        }

        IEnumerable<GoingIn> Goes(MethodStep step)
        {
            if (step.Stage == MethodStage.Weigh)
                return [];
            var parts = (step.Parts ?? []).ToDictionary(part => part.Line, part => part.Grams);
            return step
                .Lines.Union(parts.Keys)
                .Select(line => In(line, parts.TryGetValue(line, out var share) ? share : sheet.Lines[line].ShownGrams));
        }

        return new(
            [.. method.Steps.Select((step, at) => new MethodRow(step, pots[at], [.. Goes(step)]))],
            DayClock.Of(method),
            method,
            sheet.BatchGrams,
            formula.Lines.Length
        );
    }

    /// <summary>Minutes as people say them: "22", "15 h", "2 days".</summary>
    public static string Minutes(double minutes) =>
        minutes < 90 ? $"{Math.Round(minutes):0}"
        : minutes < 36 * 60 ? $"{minutes / 60:0.#} h"
        : $"{minutes / 60 / 24:0.#} days";

    /// <summary>What stands under the minutes: "alone", or the least and the most where they lie apart.</summary>
    public static string? Between(MethodStep step) =>
        !step.Attended ? "alone"
        : step.MinutesHigh > Apart * step.MinutesLow ? $"{Minutes(step.MinutesLow)} to {Minutes(step.MinutesHigh)}"
        : null;

    /// <summary>A sentence whose temperatures do not break over the end of a line.</summary>
    public static string Whole(Message words) => $"{words}".Replace(" °", "\u00a0°", StringComparison.Ordinal);

    /// <summary>Grams with the decimals of a scale.</summary>
    public static string Grams(decimal value, int places) =>
        value.ToString(places == 0 ? "0" : "0." + new string('0', places), System.Globalization.CultureInfo.CurrentCulture);

    /// <summary>Hours and minutes: "1 h 25".</summary>
    public static string Hours(double minutes) =>
        minutes < 60 ? $"{Math.Round(minutes):0} min" : $"{(int)(Math.Round(minutes) / 60)} h {Math.Round(minutes) % 60:00}";

    /// <summary>The word of what ends a step.</summary>
    public static string Until(MethodStep step) =>
        step.Until == StepUntil.Temperature ? "reached" : Vocabulary.Word(step.Until).Replace('-', ' ');
}
