using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Topics.FreeFrom;

/// <summary>What may be declared of a formula: computed from what is in it, never typed.</summary>
/// <param name="Properties">Every property there is, by the contract's name, and whether it holds.</param>
[JsonConverter(typeof(DeclaresConverter))]
public sealed record Declares(ImmutableArray<(string Property, bool Holds)> Properties)
{
    /// <summary>True when a property may be declared of the formula.</summary>
    /// <param name="property">Its name: "beeFree".</param>
    /// <exception cref="InvalidOperationException">There is no such property.</exception>
    public bool Holds(string property)
    {
        foreach (var (name, holds) in Properties)
        {
            if (name == property)
                return holds;
        }

        throw new InvalidOperationException($"\"{property}\" is no property of data/rules/free-from.json.");
    }

    /// <summary>Derives them from the lines that hold something.</summary>
    /// <param name="resolved">The formula.</param>
    public static Declares Of(ResolvedFormula resolved)
    {
        var rules = resolved.Rules.FreeFrom;
        var held = 0UL;
        for (var line = 0; line < resolved.Ingredients.Length; line++)
        {
            if (resolved.Holds(line))
                held |= rules.HeldBy(resolved.Ingredients[line]);
        }

        return new([.. rules.Rows.Select((row, at) => (row.Property, (held & (1UL << at)) == 0))]);
    }

    /// <summary>The ingredients of a formula that hold something people keep away from, in the order of its lines.</summary>
    /// <param name="resolved">The formula.</param>
    /// <param name="row">What it is.</param>
    public static IEnumerable<Ingredient> Breakers(ResolvedFormula resolved, FreeFromRow row) =>
        resolved.Ingredients.Where((ingredient, line) => resolved.Holds(line) && row.IsIn(ingredient)).Distinct();
}

/// <summary>Writes the properties as members: { "vegan": true, ... }.</summary>
internal sealed class DeclaresConverter : JsonConverter<Declares>
{
    /// <inheritdoc/>
    public override Declares Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        throw new NotSupportedException("What is computed is not read.");

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, Declares value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        foreach (var (property, holds) in value.Properties)
            writer.WriteBoolean(property, holds);
        writer.WriteEndObject();
    }
}
