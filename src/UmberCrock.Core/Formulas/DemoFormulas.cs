using System.Collections.Immutable;
using UmberCrock.Core.Ingredients;

namespace UmberCrock.Core.Formulas;

/// <summary>The formulas of an invented rowing club's maker, for a first look around (data/formulas/).</summary>
public static class DemoFormulas
{
    /// <summary>Reads them, in the order of their file names.</summary>
    public static ImmutableArray<Formula> Read()
        => [.. CatalogueLoader.Files("data/formulas/").Select(name => FormulaReader.Parse(CatalogueLoader.Text(name)))];
}
