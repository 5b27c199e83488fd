using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Families of crystals whose strength a bench learns together.</summary>
/// <param name="Group">Its name.</param>
/// <param name="Words">Its name on the screens.</param>
/// <param name="Families">The families.</param>
public sealed record CrystalGroup(string Group, string Words, [property: Names(Named.Family)] ImmutableArray<string> Families)
{
    /// <summary>Families that are of this group where a soft butter brings them: shea shares its crystals with cocoa butter.</summary>
    [Names(Named.Family)]
    public ImmutableArray<string> OfSoftButters
    {
        get;
        init => field = value.OrEmpty();
    } = [];
}

/// <summary>A catalogue whose predictions go by a bench.</summary>
public static class BenchCatalogue
{
    /// <summary>The same ingredients and rules, crystals as strong as on a bench; null gives the book's values.</summary>
    /// <param name="catalogue">The ingredients and rules.</param>
    /// <param name="bench">What a bench learnt; null for the book.</param>
    public static Catalogue By(this Catalogue catalogue, BenchStrengths? bench) =>
        catalogue.Rules.Texture.Bench == bench
            ? catalogue
            : catalogue.With(catalogue.Rules.With(catalogue.Rules.Texture with { Bench = bench }));
}
