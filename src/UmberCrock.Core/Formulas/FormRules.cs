using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Formulas;

/// <summary>What a product is filled into.</summary>
public enum Pack
{
    /// <summary>A tube out of which a stick is turned up.</summary>
    Tube,

    /// <summary>A flat tin that a finger takes from.</summary>
    Tin,

    /// <summary>A jar with a wide mouth, for what is scooped.</summary>
    Jar,

    /// <summary>A wrapper: the product stands by itself.</summary>
    Wrapper,

    /// <summary>A bottle for what pours at room temperature.</summary>
    Bottle,

    /// <summary>A shallow pan, as of a compact, for what is picked up with a brush.</summary>
    Pan,
}

/// <summary>The most of each feel that suits a form, each from 0 to 10.</summary>
/// <param name="Greasiness">The most grease that suits the form, from 0 to 10.</param>
/// <param name="Drag">The most drag that suits the form, from 0 to 10.</param>
/// <param name="Tack">The most tack that suits the form, from 0 to 10.</param>
/// <param name="Powderiness">The most powder that suits the form, from 0 to 10.</param>
public sealed record MostFeel(double Greasiness, double Drag, double Tack, double Powderiness);

/// <summary>All that is particular to one form of product.</summary>
public sealed record FormRow
{
    /// <summary>The form of product that the row is about.</summary>
    public required ProductForm Form { get; init; }

    /// <summary>Words in a recipe's name that tell the form, in small letters.</summary>
    public required ImmutableArray<string> Names { get; init; }

    /// <summary>What a product of the form is called on a label.</summary>
    public required string Label { get; init; }

    /// <summary>Where a product of the form is usually worn.</summary>
    public required Zone Zone { get; init; }

    /// <summary>Whether a product of the form usually stays on the skin.</summary>
    public required Exposure Exposure { get; init; }

    /// <summary>How a product of the form is usually made.</summary>
    public required Process Process { get; init; }

    /// <summary>True when it usually meets water in use.</summary>
    public bool WetUse { get; init; }

    /// <summary>True when it is worn in daylight.</summary>
    public bool SunUse { get; init; }

    /// <summary>The bands of firmness that suit it at 20 C, softest first.</summary>
    public required ImmutableArray<Band> Bands { get; init; }

    /// <summary>How many bands softer than those it may be at the warm end of its climate; null for one.</summary>
    public int? SofterWarm { get; init; }

    /// <summary>The most of each feel that suits it.</summary>
    public required MostFeel Most { get; init; }

    /// <summary>What it is filled into, as drawn on its label.</summary>
    public required Pack Packed { get; init; }

    /// <summary>The form whose dose windows hold for an ingredient that states none for this one; null for none.</summary>
    public ProductForm? WindowsOf { get; init; }

    /// <summary>The softest band that is borne at the warm end of the climate.</summary>
    public Band LeastWarm => (Band)Math.Max(0, (int)Bands.Min() - (SofterWarm ?? 1));

    /// <summary>The hardest band that is borne at the cold end of the climate: two harder is what cold does to fats.</summary>
    public Band HardestCold => (Band)Math.Min((int)Band.Brittle, (int)Bands.Max() + 2);

    /// <summary>True of a band that the form wants, or bears where it is warmer or colder than a room.</summary>
    /// <param name="band">The band of the texture.</param>
    /// <param name="besideRoom">Above 0 where it is warmer than a room, below 0 where it is colder.</param>
    public bool Bears(Band band, int besideRoom) =>
        Bands.Contains(band)
        || (besideRoom > 0 && band >= LeastWarm && band < Bands.Min())
        || (besideRoom < 0 && band <= HardestCold && band > Bands.Max());

    /// <summary>A formula of this form that holds nothing yet: worn, left on and made as usual.</summary>
    /// <param name="name">Its name.</param>
    public Formula Start(string name) =>
        new()
        {
            Name = name,
            Form = Form,
            Zone = Zone,
            Exposure = Exposure,
            WetUse = WetUse,
            SunUse = SunUse,
            Process = Process,
            Phases = [],
        };
}

/// <summary>The forms of product, one row each (data/forms.json), the one whose name tells most first.</summary>
/// <param name="Forms">The rows, the one whose name tells most first.</param>
/// <param name="Source">The document that the forms' figures come from.</param>
/// <param name="Confidence">How far the forms' figures can be trusted.</param>
public sealed record FormRules(ImmutableArray<FormRow> Forms, string Source, Confidence Confidence) : IRules<FormRules>
{
    /// <summary>Its file among the data files.</summary>
    internal const string FileName = "data/forms.json";

    static RuleFile IRules<FormRules>.File { get; } = new(Path.GetFileName(FileName), FormulasJson.Default, "data/");

    /// <summary>The row of a given form of product.</summary>
    /// <exception cref="InvalidOperationException">There is none.</exception>
    public FormRow Of(ProductForm form)
    {
        foreach (var row in Forms)
        {
            if (row.Form == form)
                return row;
        }

        throw new InvalidOperationException($"{FileName} has no row \"{Vocabulary.Word(form)}\".");
    }
}

/// <summary>The forms, out of the rule book.</summary>
public static class FormBook
{
    extension(RuleBook rules)
    {
        /// <summary>The forms of product.</summary>
        public FormRules Forms => rules.Of<FormRules>();
    }
}
