namespace UmberCrock.Core.Topics.Cooling;

/// <summary>
/// What a batch stands in, as a cylinder: as high as it is wide where nothing else is known (V = 2 pi r^3), or of a height that is.
/// </summary>
/// <param name="RadiusMetres">Radius of the cylinder, m.</param>
/// <param name="FilledMetres">How high it is filled, m.</param>
/// <param name="Grams">The mass in it, g.</param>
[System.Runtime.InteropServices.StructLayout(System.Runtime.InteropServices.LayoutKind.Auto)]
internal readonly record struct Vessel(double RadiusMetres, double FilledMetres, double Grams)
{
    private const double CubicMetresPerMillilitre = 1e-6;
    private const double SecondsPerMinute = 60;

    /// <summary>A pot that a batch just fills.</summary>
    /// <param name="grams">The batch, g.</param>
    /// <param name="gramsPerMillilitre">Density of the blend, g/mL.</param>
    public static Vessel Pot(double grams, double gramsPerMillilitre) =>
        Container(grams, gramsPerMillilitre, grams / gramsPerMillilitre, null);

    /// <summary>A container that holds as much of a batch as goes into it.</summary>
    /// <param name="grams">The batch, g.</param>
    /// <param name="gramsPerMillilitre">Density of the blend, g/mL.</param>
    /// <param name="millilitres">Volume of the container, mL.</param>
    /// <param name="heightMillimetres">Its height inside, mm; null where it is as high as it is wide.</param>
    public static Vessel Container(double grams, double gramsPerMillilitre, double millilitres, double? heightMillimetres)
    {
        var volume = millilitres * CubicMetresPerMillilitre;
        var radius = heightMillimetres is { } given ? Math.Sqrt(volume / (Math.PI * given / 1000)) : Math.Cbrt(volume / (2 * Math.PI));
        var held = Math.Min(grams, millilitres * gramsPerMillilitre);
        return new Vessel(radius, held / gramsPerMillilitre * CubicMetresPerMillilitre / (Math.PI * radius * radius), held);
    }

    /// <summary>K = U A / m, J/(g min K); in a bath the top gives nothing off.</summary>
    /// <param name="wattsPerSquareMetreKelvin">Heat transfer U, W/(m2 K).</param>
    /// <param name="bath">True where water stands around the wall.</param>
    public double Rate(double wattsPerSquareMetreKelvin, bool bath)
    {
        var end = Math.PI * RadiusMetres * RadiusMetres;
        var area = ((bath ? 1 : 2) * end) + (2 * Math.PI * RadiusMetres * FilledMetres);
        return SecondsPerMinute * wattsPerSquareMetreKelvin * area / Grams;
    }

    /// <summary>
    /// The least time in minutes that what has gelled takes to cool by conduction: 2 tau, tau = r^2 / (5.78 alpha), the first term of the
    /// series for a long cylinder (Carslaw and Jaeger, Conduction of Heat in Solids, from memory).
    /// </summary>
    /// <param name="squareMetresPerSecond">Thermal diffusivity alpha, m2/s.</param>
    public double ConductionMinutes(double squareMetresPerSecond) =>
        2 * RadiusMetres * RadiusMetres / (5.78 * squareMetresPerSecond) / SecondsPerMinute;
}
