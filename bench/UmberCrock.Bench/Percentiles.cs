namespace UmberCrock.Bench;

/// <summary>Order statistics of measured times.</summary>
internal static class Percentiles
{
    /// <summary>One line: how many, and the 50th, 95th and 99th percentile in milliseconds (nearest rank).</summary>
    public static string Describe(IEnumerable<double> milliseconds)
    {
        var sorted = milliseconds.Order().ToList();
        double At(double share) => sorted[Math.Clamp((int)Math.Ceiling(share * sorted.Count) - 1, 0, sorted.Count - 1)];
        return $"n {sorted.Count}, p50 {At(0.50):0.0} ms, p95 {At(0.95):0.0} ms, p99 {At(0.99):0.0} ms";
    }
}
