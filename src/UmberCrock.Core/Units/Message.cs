using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;

namespace UmberCrock.Core.Units;

/// <summary>
/// A sentence that keeps the figures in it as values: written as one writes an interpolated string, read as text where people read it, in
/// their number format. Two that say the
/// same are equal.
/// </summary>
[InterpolatedStringHandler]
public sealed partial class Message : IFormattable, IEquatable<Message>
{
    private readonly List<object> parts;

    /// <summary>Begins a sentence; called by the compiler for an interpolated string.</summary>
    /// <param name="literalLength">Letters between the figures.</param>
    /// <param name="formattedCount">How many places are filled in.</param>
    public Message(int literalLength, int formattedCount) => parts = new List<object>((2 * formattedCount) + Math.Min(literalLength, 1));

    private Message(List<object> parts) => this.parts = parts;

    /// <summary>True when the message says nothing.</summary>
    public bool IsEmpty => parts.TrueForAll(part => part is "");

    /// <summary>The figures that the message carries, in order.</summary>
    public IEnumerable<Figure> Figures => parts.OfType<Figure>();

    /// <summary>Makes a message of a sentence without figures.</summary>
    public static implicit operator Message(string text) => new([text]);

    /// <summary>Reads a sentence as data files write it: a temperature in it stands in braces, "Keep below {30 °C}.", and is written on
    /// the reader's scale; all else is text as it stands.</summary>
    /// <param name="text">The sentence.</param>
    public static Message Parse(string text)
    {
        var read = new List<object>();
        var at = 0;
        foreach (Match found in Temperature().Matches(text))
        {
            var degrees = found.Groups["degrees"].Value;
            if (found.Index > at)
                read.Add(text[at..found.Index]);
            read.Add(Decimals.Celsius(decimal.Parse(degrees, NumberStyles.Number, CultureInfo.InvariantCulture)));
            at = found.Index + found.Length;
        }

        if (at < text.Length || read.Count == 0)
            read.Add(text[at..]);
        return new(read);
    }

    /// <summary>One sentence after the other. Without it a sentence and a text would be joined as text, and its figures written under the
    /// culture of the thread.</summary>
    public static Message operator +(Message first, Message second) => new([.. first.parts, .. second.parts]);

    /// <summary>Puts a separator between sentences.</summary>
    /// <param name="separator">What stands between two messages.</param>
    /// <param name="messages">The messages, in order.</param>
    public static Message Join(string separator, IEnumerable<Message> messages)
    {
        var joined = new List<object>();
        foreach (var message in messages)
        {
            if (joined.Count > 0)
                joined.Add(separator);
            joined.AddRange(message.parts);
        }

        return new(joined);
    }

    /// <summary>Adds text; called by the compiler.</summary>
    public void AppendLiteral(string text) => parts.Add(text);

    /// <summary>Adds a text that is filled in.</summary>
    public void AppendFormatted(string? text) => parts.Add(text ?? "");

    /// <summary>Adds another sentence with its figures.</summary>
    public void AppendFormatted(Message? message) => parts.AddRange(message?.parts ?? []);

    /// <summary>Adds a figure with its unit to the message.</summary>
    public void AppendFormatted(Figure figure) => parts.Add(figure);

    /// <summary>Adds a number, written by a .NET number format.</summary>
    public void AppendFormatted(double value, string? format = null) =>
        parts.Add(new Figure((decimal)Math.Clamp(value, -1e20, 1e20), format ?? ""));

    /// <summary>Adds an exact number, written by a .NET number format.</summary>
    public void AppendFormatted(decimal value, string? format = null) => parts.Add(new Figure(value, format ?? ""));

    /// <summary>Adds an exact number, or nothing where there is none.</summary>
    public void AppendFormatted(decimal? value, string? format = null)
    {
        if (value is { } known)
            AppendFormatted(known, format);
    }

    /// <summary>Adds a whole number to the message.</summary>
    public void AppendFormatted(int value, string? format = null) => parts.Add(new Figure(value, format ?? "0"));

    /// <summary>Written for a reader; the number format is that of the provider.</summary>
    public string ToString(string? format, IFormatProvider? formatProvider) =>
        string.Concat(parts.Select(part => part is Figure figure ? figure.ToString(null, formatProvider) : (string)part));

    /// <summary>The message with its figures in the number format of the running thread, as numbers of .NET are.</summary>
    public override string ToString() => ToString(null, CultureInfo.CurrentCulture);

    /// <summary>Written as documents are, with a decimal point.</summary>
    public string Plain => ToString(null, CultureInfo.InvariantCulture);

    /// <inheritdoc />
    public bool Equals(Message? other) =>
        other is not null && (ReferenceEquals(this, other) || string.Equals(Plain, other.Plain, StringComparison.Ordinal));

    /// <inheritdoc />
    public override bool Equals(object? obj) => Equals(obj as Message);

    [GeneratedRegex(@"\{(?<degrees>-?[0-9]{1,4}(\.[0-9]{1,2})?) °C\}", RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture)]
    private static partial Regex Temperature();

    /// <inheritdoc />
    public override int GetHashCode() => StringComparer.Ordinal.GetHashCode(Plain);
}
