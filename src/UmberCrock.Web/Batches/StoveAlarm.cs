namespace UmberCrock.Web.Batches;

/// <summary>What is called out over the stove. The page calls it by its own clock as well, from the same words.</summary>
internal static class StoveAlarm
{
    public const string Late = "It sets now: what is not in stays out.";
    public const string Soon = "About to set: add and pour now.";
    public const string Open = "The window is open: stir in what bears no heat, then pour.";

    /// <summary>What is called out at a moment; null for nothing.</summary>
    /// <param name="now">The moment.</param>
    /// <param name="opens">When the window to pour opens; null where none is foreseen.</param>
    /// <param name="shuts">When it shuts; null where none is foreseen.</param>
    /// <param name="soonMinutes">How long before it shuts that is about to be, minutes.</param>
    public static string? At(DateTimeOffset now, DateTimeOffset? opens, DateTimeOffset? shuts, int soonMinutes)
    {
        if (opens is null || shuts is not { } end)
            return null;
        if (end <= now)
            return Late;
        if (end.AddMinutes(-soonMinutes) <= now)
            return Soon;
        return opens <= now ? Open : null;
    }
}
