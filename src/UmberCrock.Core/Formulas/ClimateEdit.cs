using System.Text.Json;

namespace UmberCrock.Core.Formulas;

/// <summary>Sets both ends of a climate at once, so that they are never the wrong way round in between.</summary>
internal static class ClimateEdit
{
    /// <summary>The edit.</summary>
    public static SetField To(Climate climate) =>
        new("climate", JsonSerializer.SerializeToElement(new { lowCelsius = climate.LowCelsius, highCelsius = climate.HighCelsius }));
}
