using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Finds the smallest change of one dose that makes the texture good; the balance line, or the largest oil, gives or
/// takes.</summary>
internal static class DoseSearch
{
    /// <summary>A step a kitchen scale can weigh, weight percent.</summary>
    private const decimal Step = 0.1m;

    /// <summary>
    /// The dose nearest to what there is now, in steps of 0.1, for which the mix is good; null when even the furthest is not. The mix
    /// is taken to be good from some dose on, as firmness rises and falls with a dose.
    /// </summary>
    /// <param name="resolved">The formula.</param>
    /// <param name="ingredient">The ingredient whose dose is searched.</param>
    /// <param name="line">Its line, or -1 when it is not in yet.</param>
    /// <param name="furthest">The furthest dose that may be gone to, weight percent.</param>
    /// <param name="good">What is wanted.</param>
    public static decimal? Least(
        ResolvedFormula resolved,
        Ingredient ingredient,
        int line,
        decimal furthest,
        Func<FirmnessModel, bool> good
    )
    {
        var now = line < 0 ? 0m : resolved.Totals.Percents[line];
        var (giver, holds) = FixBuilder.GiverOf(resolved, line < 0 ? [] : [line]);
        if (giver < 0)
            return null;
        var steps = (int)Math.Floor(Math.Min(Math.Abs(furthest - now), furthest > now ? holds : 100m) / Step);
        var direction = furthest > now ? Step : -Step;
        bool IsGood(int count) =>
            good(
                new FirmnessModel(
                    With(resolved, ingredient, line, now + (count * direction), giver, holds - (count * direction)),
                    resolved.Rules.Texture
                )
            );

        if (steps < 1 || !IsGood(steps))
            return null;
        var (low, high) = (0, steps);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (IsGood(middle))
                high = middle;
            else
                low = middle;
        }

        return now + (high * direction);
    }

    private static MeltPart[] With(ResolvedFormula resolved, Ingredient ingredient, int line, decimal dose, int giver, decimal left)
    {
        MeltPart[] parts = [.. resolved.Parts, new MeltPart(ingredient, dose)];
        if (line >= 0)
            parts[line] = parts[line] with { Mass = 0m };
        parts[giver] = parts[giver] with { Mass = left };
        return parts;
    }
}
