using System.Text.Json;

namespace UmberCrock.Core.Documents;

/// <summary>The words of the contract: each enum member is written in kebab case ("whipped-butter", "leave-on").</summary>
public static class Vocabulary
{
    /// <summary>The contract's word for an enum member.</summary>
    public static string Word<T>(T value)
        where T : struct, Enum => Words<T>.ByValue[value];

    /// <summary>Finds the enum member for a word of the contract; false when the word is not one of them.</summary>
    /// <param name="word">The word as documents write it.</param>
    /// <param name="value">What the word means, when it is known.</param>
    public static bool TryParse<T>(string? word, out T value)
        where T : struct, Enum
    {
        value = default;
        return word is not null && Words<T>.ByWord.TryGetValue(word, out value);
    }

    /// <summary>Every word an enum allows, in its order, for messages and lists of choices.</summary>
    public static IReadOnlyList<string> All<T>()
        where T : struct, Enum => Words<T>.InOrder;

    private static class Words<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<T, string> ByValue = Enum.GetValues<T>()
            .ToDictionary(value => value, value => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString()));

        public static readonly Dictionary<string, T> ByWord = ByValue.ToDictionary(
            pair => pair.Value,
            pair => pair.Key,
            StringComparer.Ordinal
        );

        public static readonly IReadOnlyList<string> InOrder = [.. Enum.GetValues<T>().Select(value => ByValue[value])];
    }
}
