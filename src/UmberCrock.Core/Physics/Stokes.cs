namespace UmberCrock.Core.Physics;

/// <summary>How fast a sphere falls through a liquid.</summary>
internal static class Stokes
{
    private const double MetresPerSecondSquared = 9.80665;

    /// <summary>Exponent of hindered settling at low Reynolds number (Richardson and Zaki 1954).</summary>
    private const double HinderedExponent = 4.65;

    /// <summary>Terminal velocity v = 2/9 (rho_p - rho_f) g r^2 / mu, m/s; negative when it rises (Stokes 1851).</summary>
    /// <param name="particleGramsPerMillilitre">Density of the sphere.</param>
    /// <param name="fluidGramsPerMillilitre">Density of the liquid.</param>
    /// <param name="radiusMicrometres">Radius of the sphere.</param>
    /// <param name="millipascalSeconds">Dynamic viscosity of the liquid.</param>
    public static double MetresPerSecond(
        double particleGramsPerMillilitre,
        double fluidGramsPerMillilitre,
        double radiusMicrometres,
        double millipascalSeconds
    ) =>
        2.0
        / 9
        * (particleGramsPerMillilitre - fluidGramsPerMillilitre)
        * 1000
        * MetresPerSecondSquared
        * Math.Pow(radiusMicrometres * 1e-6, 2)
        / (millipascalSeconds / 1000);

    /// <summary>Factor by which a crowd of spheres falls slower than one: (1 - phi)^4.65.</summary>
    /// <param name="volumeFraction">phi, the share of the volume that is spheres, 0 to 1.</param>
    public static double Hindrance(double volumeFraction) => Math.Pow(1 - volumeFraction, HinderedExponent);
}
