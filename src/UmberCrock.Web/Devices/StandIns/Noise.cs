namespace UmberCrock.Web.Devices.StandIns;

/// <summary>Noise of sensors and hands.</summary>
internal static class Noise
{
    /// <summary>A number of the standard normal distribution (Box and Muller 1958, from memory).</summary>
    public static double Gauss(this Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
