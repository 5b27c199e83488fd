using System.Collections.Concurrent;
using System.Globalization;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Web.Hosting;

/// <summary>How one maker writes: the invariant culture with the decimal mark, the temperature scale, the ounces and the currency of
/// the settings.</summary>
internal sealed class MakerCulture : CultureInfo
{
    private static readonly ConcurrentDictionary<Writing, CultureInfo> Known = new();

    private readonly Writing writing;

    private MakerCulture(Writing writing)
        : base("", useUserOverride: false)
    {
        this.writing = writing;
        NumberFormat.CurrencySymbol = writing.Currency;
        if (writing.Mark == DecimalMark.Comma)
            (NumberFormat.NumberDecimalSeparator, NumberFormat.NumberGroupSeparator) = (",", "\u2009");
    }

    private sealed record Writing(DecimalMark Mark, TemperatureScale Scale, decimal? GramsPerOunce, string Currency);

    /// <summary>How the maker of a workshop writes.</summary>
    /// <param name="workshop">The settings.</param>
    /// <param name="gramsPerOunce">Grams of an ounce.</param>
    public static CultureInfo Of(Workshop workshop, decimal gramsPerOunce)
    {
        var way = new Writing(workshop.DecimalMark, workshop.Temperatures, workshop.Ounces ? gramsPerOunce : null, workshop.Currency);
        // Whoever tries many currencies shall not fill the memory with them.
        if (Known.Count > 100)
            Known.Clear();
        return Known.GetOrAdd(way, static one => ReadOnly(new MakerCulture(one)));
    }

    /// <summary>Grams of an ounce, where masses are shown in ounces too; null where they are not.</summary>
    /// <param name="culture">The culture of the running request.</param>
    public static decimal? GramsPerOunce(CultureInfo culture) => (culture as MakerCulture)?.writing.GramsPerOunce;

    /// <inheritdoc />
    public override object? GetFormat(Type? formatType) =>
        formatType == typeof(TemperatureScale) ? writing.Scale : base.GetFormat(formatType);
}
