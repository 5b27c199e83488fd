using System.Text.Json;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Api;

/// <summary>A formula document that comes from outside.</summary>
internal static class FormulaMember
{
    /// <summary>The formula as it is meant: percents that make 100 only with strained herbs are written anew.</summary>
    /// <param name="element">The document.</param>
    /// <param name="pointer">Where it stands in the whole body.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    /// <exception cref="Core.Documents.DocumentException">Not a formula of this version.</exception>
    public static Formula Read(JsonElement element, string pointer, IReadOnlySet<string> herbs) =>
        StrainedHerbs.AsMeant(FormulaReader.Read(element, pointer), herbs);
}
