using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Physics;
using UmberCrock.Core.Topics.Texture;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Trials;

/// <summary>Firmness that is wanted at a temperature: from the least, to below the most.</summary>
/// <param name="Words">What it asks, in words.</param>
/// <param name="Celsius">Where, C.</param>
/// <param name="Least">Lower bound; null for none.</param>
/// <param name="Below">Upper bound, itself excluded; null for none.</param>
internal sealed record FirmnessDemand(Message Words, double Celsius, double? Least, double? Below)
{
    /// <summary>How far a firmness is outside; 0 inside.</summary>
    public double Miss(double firmness) => Math.Max(0, Math.Max((Least ?? firmness) - firmness, firmness - (Below ?? firmness)));

    /// <summary>True when it is inside.</summary>
    public bool Holds(double firmness) => !(firmness < Least) && !(firmness >= Below);

    /// <summary>What a target asks: a band at a temperature, or what the form wants in the room and at both ends of a climate.</summary>
    public static ImmutableArray<FirmnessDemand> Of(ResolvedFormula resolved, RebalanceTarget target)
    {
        var rules = resolved.Rules.Texture;
        FirmnessDemand From(Band least, Band most, double celsius, bool floor, bool ceiling) =>
            new(
                $"{(least == most ? TextureFindings.Word(least) : TextureFindings.WantedWords(resolved))} at "
                    + $"{Decimals.Celsius(celsius, "0.#")}",
                celsius,
                floor && rules.FromOf(least) > 0 ? rules.FromOf(least) : null,
                ceiling && double.IsFinite(rules.ToOf(most)) ? rules.ToOf(most) : null
            );
        if (target.Band is { } band)
            return [From(band, band, (double)target.AtCelsius!.Value, true, true)];
        if (target.Climate is not { } climate)
            return [];
        var wanted = resolved.Rules.Forms.Of(resolved.Formula.Form).Bands;
        return
        [
            From(wanted.Min(), wanted.Max(), TextureFindings.RoomCelsius, true, true),
            From(TextureFindings.LeastWarm(resolved), wanted.Max(), (double)climate.HighCelsius, true, false),
            From(wanted.Min(), wanted.Max(), (double)climate.LowCelsius, false, true),
        ];
    }

    /// <summary>Firmness at each demand's temperature, for doses in percent.</summary>
    public static double[] At(ResolvedFormula resolved, ImmutableArray<FirmnessDemand> demands, IReadOnlyList<decimal> doses)
    {
        if (demands.IsEmpty)
            return [];
        var model = new FirmnessModel(
            [.. resolved.Ingredients.Select((ingredient, line) => new MeltPart(ingredient, doses[line]))],
            resolved.Rules.Texture
        );
        return [.. demands.Select(demand => model.At(demand.Celsius).Firmness)];
    }
}

/// <summary>What a rebalance is to reach, besides every limit and window: a band at a temperature in C, a climate, or neither.</summary>
/// <param name="Band">The band that is wanted; null for none.</param>
/// <param name="AtCelsius">Where the band is wanted; set with it.</param>
/// <param name="Climate">The climate in which the form's own bands are wanted; null for none.</param>
public sealed record RebalanceTarget(Band? Band, decimal? AtCelsius, Climate? Climate)
{
    /// <summary>Nothing is wanted but what limits and windows ask for.</summary>
    public static RebalanceTarget None { get; } = new(null, null, null);
}
