using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Physics;

/// <summary>
/// Viscosity of a mix of oils by temperature. Of one oil: ln mu is a straight line in 1/T between its reference values (Arrhenius;
/// Andrade 1930), the outer ones prolonged. Of a mix: ln mu is the mass-weighted mean (Arrhenius 1887). An oil with a single value has the
/// slope of
/// the stand-in; one without any counts as the stand-in.
/// </summary>
internal sealed class LiquidViscosity
{
    private const double KelvinAtZeroCelsius = 273.15;

    private readonly Point[] standIn;
    private readonly List<(double Share, Point[] Points)> oils = [];

    /// <summary>Takes the oils up.</summary>
    /// <param name="parts">The oils and their masses; without any, the stand-in alone.</param>
    /// <param name="standIn">A common oil with at least two reference values.</param>
    public LiquidViscosity(IReadOnlyCollection<MeltPart> parts, Ingredient standIn)
    {
        this.standIn = PointsOf(standIn);
        var mass = (double)parts.Sum(part => part.Mass);
        foreach (var (ingredient, amount) in parts.Where(part => part.Mass > 0m))
            oils.Add(((double)amount / mass, PointsOf(ingredient)));
        if (oils.Count == 0)
            oils.Add((1, this.standIn));
    }

    /// <summary>Dynamic viscosity at a temperature in C, mPa s.</summary>
    public double At(double celsius) => Math.Exp(oils.Sum(oil => oil.Share * LogOf(oil.Points, celsius)));

    private static Point[] PointsOf(Ingredient ingredient) =>
        [.. ingredient.Viscosity.OrderBy(point => point.Celsius).Select(point => new Point(point.Celsius, Math.Log(point.Value)))];

    private double LogOf(Point[] points, double celsius) =>
        points.Length switch
        {
            0 => Line(standIn, celsius),
            1 => points[0].Log + Line(standIn, celsius) - Line(standIn, points[0].Celsius),
            _ => Line(points, celsius),
        };

    private static double Line(Point[] points, double celsius)
    {
        var at = 0;
        while (at < points.Length - 2 && celsius > points[at + 1].Celsius)
            at++;
        var (cold, warm) = (points[at], points[at + 1]);
        return cold.Log
            + ((cold.Log - warm.Log) / (Inverse(cold.Celsius) - Inverse(warm.Celsius)) * (Inverse(celsius) - Inverse(cold.Celsius)));
    }

    private static double Inverse(double celsius) => 1 / (celsius + KelvinAtZeroCelsius);

    [System.Runtime.InteropServices.StructLayout(System.Runtime.InteropServices.LayoutKind.Auto)]
    private readonly record struct Point(double Celsius, double Log);
}
