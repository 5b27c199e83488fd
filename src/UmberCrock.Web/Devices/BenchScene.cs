using UmberCrock.Core.Formulas;
using UmberCrock.Core.Topics.Cooling;

namespace UmberCrock.Web.Devices;

/// <summary>What stands on the bench, as the record of the batch has it. A real device needs none of it; one that is played does.</summary>
/// <param name="Formula">What is in the pot.</param>
/// <param name="PotGrams">How much of it, g.</param>
/// <param name="WantedGrams">What the line that is being weighed still wants, g.</param>
/// <param name="StepGrams">The step of the scale, g.</param>
/// <param name="HeatToCelsius">The pot stands in its bath and is to be that hot, C; null when it is off the heat.</param>
/// <param name="RoomCelsius">Temperature of the kitchen as it was said, C.</param>
/// <param name="Place">Where the pot stands when it is off the heat.</param>
internal sealed record BenchScene(
    Formula Formula,
    decimal PotGrams,
    decimal WantedGrams,
    decimal StepGrams,
    double? HeatToCelsius,
    double RoomCelsius,
    Surroundings Place
);

/// <summary>Something that can be asked of a device: a word on its key.</summary>
/// <param name="Word">The word that is sent.</param>
/// <param name="Title">What the key says.</param>
/// <param name="IsFault">True for what goes wrong with a device, to be practised.</param>
internal sealed record DeviceAct(string Word, string Title, bool IsFault = false);

/// <summary>What plays the devices that are not there: opens their streams and does what is asked.</summary>
internal interface IPracticeBench
{
    /// <summary>What can be asked of one of them.</summary>
    IReadOnlyList<DeviceAct> ActsOf(DeviceKind kind);

    /// <summary>Asks it.</summary>
    /// <returns>False for a word it does not know.</returns>
    bool Do(DeviceKind kind, string word);

    /// <summary>Tells it what stands on the bench.</summary>
    void Show(BenchScene scene);

    /// <summary>Opens the stream of one of them.</summary>
    Task<Stream> OpenAsync(DeviceKind kind, CancellationToken stop);
}
