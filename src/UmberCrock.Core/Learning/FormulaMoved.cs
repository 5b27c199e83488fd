using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Learning;

/// <summary>What a bench's own strengths change in the prediction of one formula.</summary>
/// <param name="Band">The band it has in the room by the book.</param>
/// <param name="YoursBand">The band it has in the room by the bench.</param>
/// <param name="BookHolds">By the book it holds that band up to here, C; null where it does not reach it.</param>
/// <param name="YoursHolds">The same by the bench, C.</param>
/// <param name="BookSets">By the book it sets here, C; null where it pours all the way down.</param>
/// <param name="YoursSets">The same by the bench, C.</param>
public sealed record FormulaMoved(Band Band, Band YoursBand, double? BookHolds, double? YoursHolds, double? BookSets, double? YoursSets)
{
    /// <summary>Smaller moves are within the doubt of every prediction, C.</summary>
    private const double Matters = 0.5;

    /// <summary>How far the end of its band moves, C; 0 where that cannot be said.</summary>
    public double Softens => BookHolds is { } book && YoursHolds is { } yours ? yours - book : 0;

    /// <summary>How far its set point moves, C; 0 where that cannot be said.</summary>
    public double Sets => BookSets is { } book && YoursSets is { } yours ? yours - book : 0;

    /// <summary>True where it has another band in the room, or one of the two moves by half a degree or more.</summary>
    public bool IsMoved => YoursBand != Band || Math.Abs(Softens) >= Matters || Math.Abs(Sets) >= Matters;

    /// <summary>A formula by the book and by a bench.</summary>
    /// <param name="formula">The formula.</param>
    /// <param name="book">The ingredients and rules with the book's strengths.</param>
    /// <param name="bench">What the bench says of strengths.</param>
    /// <param name="settings">The maker's choices.</param>
    public static FormulaMoved Of(Formula formula, Catalogue book, BenchStrengths bench, EvaluationSettings settings)
    {
        var parts = ResolvedFormula.Of(formula, book, settings).Parts;
        var rules = book.Rules.Texture with { Bench = null };
        var (before, after) = (new FirmnessModel(parts, rules), new FirmnessModel(parts, rules with { Bench = bench }));
        var band = before.BandAt((double)Climate.RoomCelsius);
        // The softest band has no border that it could fall below.
        var border = band == Band.Pourable ? double.PositiveInfinity : rules.FromOf(band);
        return new FormulaMoved(
            band,
            after.BandAt((double)Climate.RoomCelsius),
            before.HeldUpToCelsius(border),
            after.HeldUpToCelsius(border),
            before.SetPointCelsius(),
            after.SetPointCelsius()
        );
    }
}
