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

    /// <summary>A temperature in degrees Celsius whose sign stands behind another: the first of "5 to 30 °C".</summary>
    CelsiusUnsigned,

    /// <summary>How far two temperatures lie apart, in degrees Celsius.</summary>
    CelsiusApart,

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

    /// <summary>The same as the first of two temperatures with one sign: the 5 of "5 to 30 °C".</summary>
    public Figure CelsiusUnsigned => this with { Measure = Measure.CelsiusUnsigned };

    /// <summary>The same as a distance of temperatures: "3 °C", on the other scale "5.4 °F".</summary>
    public Figure CelsiusApart => this with { Measure = Measure.CelsiusApart };

    /// <summary>The same as a mass: "12.50 g".</summary>
    public Figure Grams => this with { Measure = Measure.Grams };

    /// <summary>Written with its unit, a real minus sign, the decimal mark and the temperature scale of the provider; the format asked
    /// for is not heeded, for it has its own.</summary>
    public string ToString(string? format, IFormatProvider? formatProvider)
    {
        var scale = Degrees.ScaleOf(formatProvider);
        var (value, unit) = Measure switch
        {
            Measure.Number => (Value, ""),
            Measure.Percent => (Value, " %"),
            Measure.Celsius => (Degrees.On(scale, Value), " " + Degrees.Sign(scale)),
            Measure.CelsiusUnsigned => (Degrees.On(scale, Value), ""),
            Measure.CelsiusApart => (Degrees.Apart(scale, Value), " " + Degrees.Sign(scale)),
            Measure.Grams => (Value, " g"),
            _ => throw new InvalidOperationException($"{Measure} has no unit."),
        };
        return value.ToString(Format, formatProvider).Replace('-', '\u2212') + unit;
    }

    /// <summary>The figure in the number format of the running thread, as numbers of .NET are.</summary>
    public override string ToString() => ToString(null, System.Globalization.CultureInfo.CurrentCulture);
}
