namespace UmberCrock.Web.Larder;

/// <summary>Ratios as people say them.</summary>
internal static class RatioWords
{
    private const int LargestPart = 5;

    /// <summary>"2 for 3": the nearest ratio of small whole numbers.</summary>
    public static string Of(double gramsPerGram)
    {
        var (part, whole) = (
            from denominator in Enumerable.Range(1, LargestPart)
            from numerator in Enumerable.Range(1, LargestPart)
            orderby Math.Abs(gramsPerGram - ((double)numerator / denominator)), denominator
            select (numerator, denominator)
        ).First();
        return $"{part} for {whole}";
    }
}
