namespace UmberCrock.Core.Physics;

/// <summary>
/// Newton's law of cooling: T(t) = Ta + (T0 - Ta) exp(-k t). The rate k falls with the mass of the batch and differs from vessel to vessel.
/// </summary>
/// <param name="AmbientCelsius">Temperature of the surroundings, Ta.</param>
/// <param name="PerMinute">The rate k, 1/min; more than 0.</param>
internal sealed record NewtonCooling(double AmbientCelsius, double PerMinute)
{
    /// <summary>The law through two readings.</summary>
    /// <param name="ambientCelsius">Temperature of the surroundings; below both readings, or above both.</param>
    /// <param name="firstCelsius">First reading.</param>
    /// <param name="laterCelsius">Later reading, nearer to the surroundings.</param>
    /// <param name="minutes">Time between them, more than 0.</param>
    public static NewtonCooling Through(double ambientCelsius, double firstCelsius, double laterCelsius, double minutes) =>
        new(ambientCelsius, Math.Log((firstCelsius - ambientCelsius) / (laterCelsius - ambientCelsius)) / minutes);

    /// <summary>Temperature in C after some minutes.</summary>
    public double After(double startCelsius, double minutes) =>
        AmbientCelsius + ((startCelsius - AmbientCelsius) * Math.Exp(-PerMinute * minutes));

    /// <summary>Minutes from one temperature to another; infinite for one that is never reached.</summary>
    public double MinutesBetween(double fromCelsius, double toCelsius)
    {
        var ratio = (fromCelsius - AmbientCelsius) / (toCelsius - AmbientCelsius);
        return ratio > 0 && double.IsFinite(ratio) ? Math.Log(ratio) / PerMinute : double.PositiveInfinity;
    }
}
