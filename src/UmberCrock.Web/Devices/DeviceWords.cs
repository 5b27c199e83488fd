using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;
using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Devices;

/// <summary>What a page is told of a device.</summary>
/// <param name="Device">"scale" or "probe".</param>
/// <param name="State">"typed", "calling", "on" or "lost".</param>
/// <param name="Words">How it is, for people.</param>
/// <param name="Value">Its reading, g or degrees of the reader's scale; null for none.</param>
/// <param name="Steady">True for a weight that stands still.</param>
/// <param name="Skipped">Lines that were none of the protocol.</param>
/// <param name="At">When the reading came, milliseconds of the real clock since 1970.</param>
internal sealed record DeviceWords(string Device, string State, string Words, decimal? Value, bool Steady, long Skipped, long At)
{
    /// <summary>Writes what a device said.</summary>
    public static DeviceWords Of(DeviceNews news) =>
        new(
            Vocabulary.Word(news.Kind),
            Vocabulary.Word(news.State),
            Sentence(news),
            news is { Kind: DeviceKind.Probe, Value: { } celsius } ? Degrees.On(Shown.Scale, celsius) : news.Value,
            news.IsSteady,
            news.Skipped,
            news.ReadAt == DateTimeOffset.MinValue ? 0 : news.ReadAt.ToUnixTimeMilliseconds()
        );

    /// <summary>How a device is, in a sentence.</summary>
    public static string Sentence(DeviceNews news)
    {
        var name = news.Kind == DeviceKind.Scale ? "Scale" : "Probe";
        return news.State switch
        {
            DeviceState.Typed => $"{name}: typed",
            DeviceState.Calling => $"{name} is being called",
            DeviceState.On => news.Words.Length > 0 ? news.Words : $"{name} on",
            DeviceState.Lost => $"{name} lost: {news.Words} It is called again by itself; typing goes on meanwhile.",
            _ => throw new ArgumentOutOfRangeException(nameof(news)),
        };
    }
}
