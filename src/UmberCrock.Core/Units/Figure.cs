namespace UmberCrock.Core.Units;

/// <summary>What a figure in a sentence measures.</summary>
public enum Measure
{
    /// <summary>A bare number that has no unit.</summary>
    Number,

    /// <summary>A share of the whole, weight percent.</summary>
    Percent,

    /// <summary>A temperature in degrees Celsius.</summary>
    Celsius,

    /// <summary>A mass in grams, as it is weighed.</summary>
    Grams,
}

/// <summary>A figure in a sentence: its value and how many decimals are shown of it.</summary>
/// <param name="Value">The value of the figure, in its unit.</param>
/// <param name="Format">A .NET number format; empty for as many decimals as it has.</param>
/// <param name="Measure">What it measures; the unit is written after it.</param>
public readonly record struct Figure(decimal Value, string Format, Measure Measure = Measure.Number) : IFormattable
{
    /// <summary>The same as weight percent: "12.50 %".</summary>
    public Figure Percent => this with { Measure = Measure.Percent };

    /// <summary>The same as a temperature: "28 °C".</summary>
    public Figure Celsius => this with { Measure = Measure.Celsius };

    /// <summary>The same as a mass: "12.50 g".</summary>
    public Figure Grams => this with { Measure = Measure.Grams };

    /// <summary>Written with its unit, a real minus sign and the decimal mark of the provider; the format asked for is not heeded, for it
    /// has its own.</summary>
    public string ToString(string? format, IFormatProvider? formatProvider) =>
        Value.ToString(Format, formatProvider).Replace('-', '\u2212')
        + Measure switch
        {
            Measure.Number => "",
            Measure.Percent => " %",
            Measure.Celsius => " °C",
            Measure.Grams => " g",
            _ => throw new InvalidOperationException($"{Measure} has no unit."),
        };

    /// <summary>The figure in the number format of the running thread, as numbers of .NET are.</summary>
    public override string ToString() => ToString(null, System.Globalization.CultureInfo.CurrentCulture);
}
