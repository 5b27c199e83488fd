using UmberCrock.Web.Drawing;

namespace UmberCrock.Web.Devices;

/// <summary>Which device.</summary>
internal enum DeviceKind
{
    /// <summary>The scale.</summary>
    Scale,

    /// <summary>The temperature probe.</summary>
    Probe,
}

/// <summary>Whether a device speaks.</summary>
internal enum DeviceState
{
    /// <summary>There is none: readings are typed.</summary>
    Typed,

    /// <summary>It is being called.</summary>
    Calling,

    /// <summary>It speaks.</summary>
    On,

    /// <summary>It does not, and is called again by itself.</summary>
    Lost,
}

/// <summary>A device as it stands after its last line.</summary>
/// <param name="Kind">Which it is.</param>
/// <param name="State">Whether it speaks.</param>
/// <param name="Words">What is wrong, or how it is; for people.</param>
/// <param name="Value">Its last reading, g or C; null where it has none.</param>
/// <param name="IsSteady">True for a weight that stands still.</param>
/// <param name="Skipped">Lines that were none of the protocol.</param>
/// <param name="ReadAt">When the reading came, of the real clock.</param>
internal sealed record DeviceNews(
    DeviceKind Kind,
    DeviceState State,
    string Words,
    decimal? Value,
    bool IsSteady,
    long Skipped,
    DateTimeOffset ReadAt
)
{
    /// <summary>A reading that is older is never taken.</summary>
    public static readonly TimeSpan Oldest = TimeSpan.FromSeconds(1);

    /// <summary>Heaviest weight that a batch takes, g; coldest and hottest pot, C: the bounds of a batch's entries.</summary>
    private const decimal MostGrams = 100_000m;
    private const decimal ColdestCelsius = -40m;
    private const decimal HottestCelsius = 200m;

    /// <summary>Nothing is heard yet, or nothing is to be.</summary>
    public static DeviceNews Silent(DeviceKind kind, DeviceState state, string words) =>
        new(kind, state, words, null, false, 0, DateTimeOffset.MinValue);

    /// <summary>What is taken off when the scale is set to nothing now, g: what it said last; null while it is silent.</summary>
    public decimal? Tared => State == DeviceState.On && Value is { } value ? Math.Clamp(value, 0m, MostGrams) : null;

    /// <summary>Why a reading is not taken at a moment of the real clock; null when it is.</summary>
    /// <param name="now">The moment.</param>
    public string? WhyNot(DateTimeOffset now) =>
        State == DeviceState.Typed ? $"No {Name} is chosen in the settings: type what it says."
        : State != DeviceState.On ? $"The {Name} is not there: {Words} Type what it says, or wait until it is back."
        : Value is null ? Words
        : now - ReadAt > Oldest ? $"The last reading of the {Name} is older than a second: it is not taken. Wait for the next."
        : Kind == DeviceKind.Scale && !IsSteady ? "The weight still moves. Wait until it is steady."
        : Kind == DeviceKind.Scale && Value is <= 0m or > MostGrams
            ? $"The scale says {Value} g: a weight is more than 0 and at most {MostGrams:0} g."
        : Kind == DeviceKind.Probe && Value is < ColdestCelsius or > HottestCelsius
            ? $"The probe says {Shown.Temperature(Value!.Value)}: no pot is that "
                + $"{(Value > HottestCelsius ? "hot" : "cold")}. Look at the probe."
        : null;

    private string Name => Kind == DeviceKind.Scale ? "scale" : "probe";
}
