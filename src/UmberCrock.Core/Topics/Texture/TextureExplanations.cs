using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Units;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>How melt, texture and feel are computed.</summary>
internal static class TextureExplanations
{
    public static Explanation Melt(Assessment a) =>
        new(
            "melt",
            "Melt",
            [
                "a = exp(−(ΔH / R) (1/T − 1/Tm))",
                "solid = N S / (S + a L), where Σ N / (S + a L) = 1 over the species of a crystal;   L = all moles − all that is solid",
                "solid % = 100 × solid mass / mass of the fats",
            ],
            "Each fat and wax is a few kinds of crystal, each with its melting point Tm and heat of fusion ΔH. At a temperature "
                + "T as much of it is dissolved as the ideal law of solubility allows (van ’t Hoff; Hildebrand and Scott); the "
                + "rest is crystal. Fats that share a crystal, as cocoa butter and shea do, crystallise together and hold each other up. "
                + "Liquid oils dissolve, so they soften; N, S and L are moles of a species, of its crystal and of the liquid.",
            [
                .. a
                    .Resolved.PartsInOrder.Where(part => part.Mass > 0m && !part.Ingredient.Species.IsEmpty)
                    .OrderByDescending(part => part.Mass)
                    .Select(part => new ExplainedValue(
                        part.Ingredient.Name,
                        Message.Join(
                            "; ",
                            part.Ingredient.Species.Select(species =>
                                (Message)$"{100 * species.MassShare:0.0} % melting at {Celsius(species.MeltingCelsius, "0.0")}, ΔH "
                                + $"{species.FusionKilojoulesPerMole:0} kJ/mol, {species.GramsPerMole:0} g/mol"
                            )
                        ),
                        part.Ingredient.SpeciesSource!,
                        part.Ingredient.SpeciesConfidence ?? Confidence.Low
                    )),
            ],
            a.Melt.Confidence,
            $"Batches of one fat differ, and which fats share a crystal is known of some only. The neat fats meet their published "
                + $"tables within {2.1m} points; a mix is less sure than that."
        );

    public static Explanation Texture(Assessment a)
    {
        var rules = a.Resolved.Rules.Texture;
        var solids = a.Firmness.SolidsAt(TextureFindings.RoomCelsius).Where(solid => solid.Percent >= 0.05);
        var powders = a.Resolved.PartsInOrder.Where(part => part.Mass > 0m && rules.PowderStrength(part.Ingredient) > 0);
        var undercooling = a.Firmness.ThickensAtCelsius() is { } at ? a.Firmness.UndercoolingAt(at) : rules.OtherUndercoolingCelsius;
        var book = rules.Bench is null
            ? []
            : new FirmnessModel(a.Resolved.Parts, rules with { Bench = null })
                .SolidsAt(TextureFindings.RoomCelsius)
                .ToDictionary(solid => solid.Family, solid => solid.Firmness, StringComparer.Ordinal);
        return new(
            "texture",
            "Texture",
            [
                (Message)$"firmness = Σ strength × crystal % + Σ strength × powder %; of fats × "
                    + $"(their crystal % / {rules.FatNetwork.AtPercent:0})^{rules.FatNetwork.Exponent - 1:0.00}",
                (Message)$"sets where firmness passes {rules.FromOf(Band.Ointment):0.0}, less "
                    + $"{Celsius(undercooling, "0.0").CelsiusApart} of undercooling, half of it in doubt"
                    + (
                        rules.Bench is { } bench
                            ? $"; by your bench {Celsius(bench.SetPointShiftCelsius, "+0.0;-0.0;0.0").CelsiusApart} on that"
                            : (Message)$""
                    ),
            ],
            "What holds a balm up is its crystals, and waxes hold more than fats. The strengths are fitted to what the trade "
                + "knows of common recipes. Bands begin at: "
                + Message.Join(
                    ", ",
                    rules
                        .Bands.Where(border => border.FromFirmness > 0)
                        .Select(border => (Message)$"{TextureFindings.Word(border.Band)} {border.FromFirmness:0.0}")
                )
                + ".",
            [
                .. solids.Select(solid => new ExplainedValue(
                    solid.Family.Replace('-', ' '),
                    (Message)$"strength {rules.StrengthOf(solid.Family):0.00}"
                        + (
                            book.TryGetValue(solid.Family, out var byTheBook) && byTheBook > 0
                                ? $" × {solid.Firmness / byTheBook:0.00} by your bench"
                                : (Message)$""
                        )
                        + $" × {solid.Percent:0.0} % at {Celsius(Climate.RoomCelsius, "0")} = {solid.Firmness:0.0}",
                    rules.Source,
                    rules.Unfitted.Contains(solid.Family) ? Confidence.Low : rules.Confidence
                )),
                .. powders.Select(part => new ExplainedValue(
                    part.Ingredient.Name,
                    (Message)$"strength {rules.PowderStrength(part.Ingredient):0.00} × {part.Mass:0.0} % = "
                        + $"{rules.PowderStrength(part.Ingredient) * (double)part.Mass:0.0}",
                    rules.Source,
                    rules.Confidence
                )),
            ],
            a.Melt.FirmnessConfidence,
            (Message)$"No border is sharper than {rules.KnownWithin:0.0}: the facts are held within that. Cooling fast or slowly, "
                + $"stirring and age move a texture by about as much."
        );
    }

    public static Explanation Feel(Assessment a)
    {
        var rules = a.Resolved.Rules.Feel;
        return new(
            "feel",
            "Feel",
            [
                (Message)$"grease = Σ share × rating − {rules.GreasePerPowder:0.00} × powder",
                (Message)$"drag = Σ share × rating + {rules.DragPerSolid:0.00} × crystal % at "
                    + $"{Celsius(a.Resolved.Rules.Texture.SkinCelsius, "0")}",
                (Message)$"tack = 10 (1 − exp(−Σ share × (rating − {rules.TackFrom:0}) / {rules.TackScale:0}))",
                (Message)$"powder = 10 (1 − exp(−powder / {rules.PowderScale:0}));   powder = Σ % × absorbency / 10",
            ],
            $"Ratings of the neat materials, from 0 to 10, added up by weight. Source: {rules.Source}.",
            [
                .. a
                    .Resolved.PartsInOrder.Where(part => part.Mass >= 1m && part.Ingredient.Feel is not null)
                    .OrderByDescending(part => part.Mass)
                    .Select(part => new ExplainedValue(
                        part.Ingredient.Name,
                        (Message)$"grease {part.Ingredient.Feel!.Greasiness:0.#}, drag {part.Ingredient.Feel.Drag:0.#}, tack "
                            + $"{part.Ingredient.Feel.Tack:0.#}, absorbency {part.Ingredient.Feel.Absorbency:0.#} × {part.Mass:0.0} %",
                        part.Ingredient.Feel.Source,
                        part.Ingredient.Feel.Confidence
                    )),
            ],
            a.Feel.Confidence,
            "Nobody measured these ratings: they rank materials as practitioners do. Trust the direction of a change more than the number."
        );
    }
}
