using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Melting;

namespace UmberCrock.Core.Suspension;

/// <summary>
/// Viscosity of a mix of oils by temperature. Of one oil: ln mu is a straight line in 1/T between its reference values (Arrhenius;
/// Andrade 1930), the outer ones prolonged. Of a mix: ln mu is the mass-weighted mean (Arrhenius 1887). An oil with a single value has the slope of
/// the stand-in; one without any counts as the stand-in.
/// </summary>
public static class LiquidViscosity
{
    private const double KelvinAtZeroCelsius = 273.15;

    /// <summary>Viscosity of a mix, mPa s.</summary>
    /// <param name="parts">Its oils and their masses.</param>
    /// <param name="celsius">Temperature.</param>
    /// <param name="standIn">A common oil with at least two reference values.</param>
    public static double Of(IEnumerable<MeltPart> parts, double celsius, Ingredient standIn)
    {
        double sum = 0, mass = 0;
        foreach (var (ingredient, amount) in parts)
        {
            sum += (double)amount * LogOf(ingredient, celsius, standIn);
            mass += (double)amount;
        }

        return mass > 0 ? Math.Exp(sum / mass) : Math.Exp(LogOf(standIn, celsius, standIn));
    }

    private static double LogOf(Ingredient ingredient, double celsius, Ingredient standIn)
    {
        var points = ingredient.Viscosity;
        if (points.IsEmpty)
            return Line(standIn, celsius);
        return points.Length == 1
            ? Math.Log(points[0].Value) + Line(standIn, celsius) - Line(standIn, points[0].Celsius)
            : Line(ingredient, celsius);
    }

    private static double Line(Ingredient ingredient, double celsius)
    {
        var points = ingredient.Viscosity.OrderBy(point => point.Celsius).ToArray();
        var at = 0;
        while (at < points.Length - 2 && celsius > points[at + 1].Celsius)
            at++;
        double Inverse(double temperature) => 1 / (temperature + KelvinAtZeroCelsius);
        var (cold, warm) = (points[at], points[at + 1]);
        var slope = (Math.Log(cold.Value) - Math.Log(warm.Value)) / (Inverse(cold.Celsius) - Inverse(warm.Celsius));
        return Math.Log(cold.Value) + (slope * (Inverse(celsius) - Inverse(cold.Celsius)));
    }
}
