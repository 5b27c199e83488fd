namespace UmberCrock.Core.Findings;

/// <summary>
/// A formula under evaluation and the reports of its topics, each made when it is first asked for: a fix that is tried out needs only some
/// of them. It knows no topic: each
/// topic says how its reports are made.
/// </summary>
internal sealed class Assessment(ResolvedFormula resolved)
{
    private readonly Dictionary<Type, object?> made = [];

    /// <summary>The formula with its ingredients looked up.</summary>
    public ResolvedFormula Resolved => resolved;

    /// <summary>A report, made once.</summary>
    /// <param name="make">How it is made; null where it does not apply to this formula.</param>
    public T Once<T>(Func<Assessment, T> make)
        where T : class?
    {
        if (!made.TryGetValue(typeof(T), out var report))
            made[typeof(T)] = report = make(this);
        return (T)report!;
    }
}
