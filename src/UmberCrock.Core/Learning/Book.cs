using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Learning;

/// <summary>What the book says of each formula, worked out once.</summary>
internal sealed class Book(Catalogue catalogue, EvaluationSettings settings)
{
    private const double SlopeStep = 0.1;
    private readonly Dictionary<string, (FirmnessModel Whole, FirmnessModel?[] Groups)> models = new(StringComparer.Ordinal);
    private readonly Dictionary<(string Key, decimal Celsius), (double Fixed, double[] Parts)> at = [];
    private readonly TextureRules texture = catalogue.Rules.Texture with { Bench = null };

    /// <summary>The same for formulas of the same lines.</summary>
    public static string KeyOf(Formula formula) =>
        string.Join(
            ';',
            formula.Lines.Select(line => $"{line.Ingredient}={line.Percent?.ToString("0.####", CultureInfo.InvariantCulture) ?? "rest"}")
        );

    /// <summary>Firmness is the sum of what its groups bring, each with its own strength: so are its parts.</summary>
    public Observation LookOf(FirmnessLook look)
    {
        var key = KeyOf(look.Formula);
        if (!at.TryGetValue((key, look.Celsius), out var firmness))
        {
            var (whole, groups) = ModelsOf(key, look.Formula);
            firmness = at[(key, look.Celsius)] = (
                whole.PowderFirmness,
                [.. groups.Select(group => group is null ? 0 : group.At((double)look.Celsius).Firmness - group.PowderFirmness)]
            );
        }

        return new Observation(
            firmness.Fixed,
            firmness.Parts,
            look.Band == Band.Pourable ? double.NegativeInfinity : texture.FromOf(look.Band),
            texture.ToOf(look.Band),
            IsSetPoint: false
        );
    }

    /// <summary>A set point by the book, and how it moves with each strength; null where it never sets.</summary>
    public Observation? SetOf(SetPointSeen seen)
    {
        var (whole, groups) = ModelsOf(KeyOf(seen.Formula), seen.Formula);
        if (whole.SetPointCelsius() is not { } set)
            return null;
        double[] slopes =
        [
            .. groups.Select(
                (group, at) => group is null ? 0 : ((SetWith(whole, at, +1) ?? set) - (SetWith(whole, at, -1) ?? set)) / 2 / SlopeStep
            ),
        ];
        return new Observation(set, slopes, (double)seen.Celsius, (double)seen.Celsius, IsSetPoint: true);
    }

    private double? SetWith(FirmnessModel whole, int group, int way) =>
        new FirmnessModel(whole.Parts, With(group, Math.Exp(way * SlopeStep), 1)).SetPointCelsius();

    /// <summary>Strengths with a factor for one group and another one for all others.</summary>
    private TextureRules With(int group, double factor, double others) =>
        texture with
        {
            Bench = new BenchStrengths(
                texture
                    .Groups.Select((one, at) => (one.Group, Factor: at == group ? factor : others))
                    .ToImmutableDictionary(one => one.Group, one => one.Factor, StringComparer.Ordinal),
                SetPointShiftCelsius: 0
            ),
        };

    private (FirmnessModel Whole, FirmnessModel?[] Groups) ModelsOf(string key, Formula formula)
    {
        if (models.TryGetValue(key, out var known))
            return known;
        var parts = ResolvedFormula.Of(formula, catalogue, settings).Parts;
        var present = parts
            .Where(part => part.Mass > 0m)
            .SelectMany(part => part.Ingredient.Species.Select(species => texture.GroupOf(part.Ingredient, species.Family)))
            .ToHashSet();
        return models[key] = (
            new FirmnessModel(parts, texture),
            [
                .. Enumerable
                    .Range(0, texture.Groups.Length)
                    .Select(group =>
                        present.Contains(texture.Groups[group]) ? new FirmnessModel(parts, With(group, factor: 1, others: 0)) : null
                    ),
            ]
        );
    }
}
