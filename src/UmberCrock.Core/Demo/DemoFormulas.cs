using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Core.Demo;

/// <summary>The formulas of an invented rowing club's maker, for a first look around (data/formulas/).</summary>
public static class DemoFormulas
{
    /// <summary>Reads them, in the order of their file names.</summary>
    public static ImmutableArray<Formula> Read() =>
        [
            .. DataFiles
                .Shipped.Names.Where(name => name.StartsWith("data/formulas/", StringComparison.Ordinal))
                .Select(name => FormulaReader.Parse(DataFiles.Shipped.Text(name))),
        ];
}
