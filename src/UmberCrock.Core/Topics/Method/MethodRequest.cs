using System.Collections.Immutable;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Topics.Method;

/// <summary>A kind of container that a batch is poured into.</summary>
/// <param name="Name">What the maker calls it.</param>
/// <param name="Millilitres">Volume of one of them, mL.</param>
/// <param name="Count">How many of them there are.</param>
/// <param name="Material">What it is made of; null where it is not said.</param>
public sealed record MethodContainer(string Name, double Millilitres, int Count, ContainerMaterial? Material);

/// <summary>The batch, the kitchen and the ways that a method is made for.</summary>
/// <param name="BatchGrams">Mass of the batch, g.</param>
/// <param name="Containers">What it is poured into; none where it is not said.</param>
/// <param name="RoomCelsius">Temperature of the kitchen, C.</param>
/// <param name="Schools">The maker's ways at the stove.</param>
/// <param name="StartsAt">When the first step begins; null for no clock.</param>
public sealed record MethodRequest(
    decimal BatchGrams,
    ImmutableArray<MethodContainer> Containers,
    double RoomCelsius,
    MethodSchools Schools,
    DateTimeOffset? StartsAt
)
{
    /// <summary>The coldest kitchen that a method is made for, C.</summary>
    public const decimal ColdestRoom = 5m;

    /// <summary>The warmest kitchen that a method is made for, C.</summary>
    public const decimal HottestRoom = 40m;

    /// <summary>A hundred grams into what the form is packed in, in a room of 20 C.</summary>
    /// <param name="schools">The maker's ways at the stove.</param>
    public static MethodRequest Usual(MethodSchools schools) => new(100m, [], (double)Formulas.Climate.RoomCelsius, schools, null);
}
