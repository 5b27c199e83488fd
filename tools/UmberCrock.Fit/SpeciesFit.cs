using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.Optimization;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Physics;

namespace UmberCrock.Fit;

/// <summary>
/// Fits three melting species of a fat (mass share and melting point each; enthalpy 120 kJ/mol and 880 g/mol, a common triglyceride)
/// to its neat solid-fat table: Levenberg and Marquardt, in bounds, with a weak pull to where it started.
/// </summary>
/// <param name="Species">The fitted species.</param>
/// <param name="RmsPoints">Root mean square of computed less published, points of solid percent.</param>
internal sealed record SpeciesFit(IReadOnlyList<MeltingSpecies> Species, double RmsPoints)
{
    /// <summary>Weight of the pull, in points per unit of share and per 10 C: fats with fewer rows than parameters stay where they
    /// were.</summary>
    private const double Pull = 2;

    private static readonly double[] Least = [0.02, 0.02, 0.02, 5, 5, 5];
    private static readonly double[] Most = [0.8, 0.8, 0.8, 70, 70, 70];

    public static SpeciesFit Of(Ingredient fat, IReadOnlyList<SolidFat> table)
    {
        var start = Vector<double>.Build.DenseOfEnumerable([
            .. fat.Species.Select(species => species.MassShare),
            .. fat.Species.Select(species => species.MeltingCelsius),
        ]);
        var rows = table.Count;
        var indices = Vector<double>.Build.Dense(rows + start.Count, at => at);
        var published = Vector<double>.Build.Dense(rows + start.Count, at => at < rows ? table[at].Middle : 0);
        // A row counts by how narrow its range is: half a range of 3 points or less counts in full.
        var weights = Vector<double>.Build.Dense(rows + start.Count, at =>
            at < rows ? 1 / Math.Max(1, (table[at].High - table[at].Low) / 6) : 1
        );

        Vector<double> Computed(Vector<double> parameters, Vector<double> _)
        {
            var model = Model(fat, parameters);
            return Vector<double>.Build.Dense(rows + start.Count, at =>
                at < rows
                    ? model.SolidPercent(table[at].Celsius)
                    : Pull * (parameters[at - rows] - start[at - rows]) / (at - rows < 3 ? 1 : 10)
            );
        }

        var result = new LevenbergMarquardtMinimizer(maximumIterations: 400).FindMinimum(
            ObjectiveFunction.NonlinearModel(Computed, indices, published, weights),
            start,
            Vector<double>.Build.DenseOfArray(Least),
            Vector<double>.Build.DenseOfArray(Most)
        );
        var best = result.MinimizingPoint.Map(value => Math.Round(value, value < 1 ? 3 : 1));
        var fitted = Model(fat, best);
        return new SpeciesFit(
            SpeciesOf(fat, best),
            Math.Sqrt(table.Average(row => Math.Pow(fitted.SolidPercent(row.Celsius) - row.Middle, 2)))
        );
    }

    private static MeltModel Model(Ingredient fat, Vector<double> parameters) =>
        MeltModel.Of([new MeltPart(fat with { Species = [.. SpeciesOf(fat, parameters)] }, 100m)]);

    private static IReadOnlyList<MeltingSpecies> SpeciesOf(Ingredient fat, Vector<double> parameters)
    {
        // Shares that would add to more than the fat are brought back to it, so that every step of the search is a fat.
        var sum = parameters.Take(3).Sum();
        var scale = sum > 0.99 ? 0.99 / sum : 1;
        return
        [
            .. fat.Species.Select(
                (species, at) => species with { MassShare = parameters[at] * scale, MeltingCelsius = parameters[at + 3] }
            ),
        ];
    }
}
