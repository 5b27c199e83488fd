using System.Collections.Immutable;
using UmberCrock.Core.Doses;
using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Keeping;
using UmberCrock.Core.Labels;
using UmberCrock.Core.Making;
using UmberCrock.Core.Suspension;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>A topic that finds things to say.</summary>
/// <param name="Find">What it finds.</param>
/// <param name="CanStop">True when it can find a stop.</param>
internal sealed record Topic(Func<Assessment, IEnumerable<Finding>> Find, bool CanStop = false);

/// <summary>The topics of the evaluation, in the order their findings are listed within a severity.</summary>
internal static class Topics
{
    public static ImmutableArray<Topic> All { get; } =
    [
        new(a => DoseFindings.Find(a.Resolved, a.Placements), CanStop: true),
        new(a => PhototoxicFindings.Find(a.Resolved), CanStop: true),
        new(a => AudienceFindings.Find(a.Resolved), CanStop: true),
        new(a => GroupFindings.Find(a.Resolved), CanStop: true),
        new(a => PreservationFindings.Find(a.Resolved, a.Placements), CanStop: true),
        new(a => WaterFindings.Find(a.Resolved)),
        new(TextureFindings.Find),
        new(StructureFindings.Find),
        new(FeelFindings.Find),
        new(a => PolarFindings.Find(a.Resolved)),
        new(EmulsionFindings.Find),
        new(a => StageFindings.Find(a.Resolved, a.Firmness.Melt.ClearPointCelsius())),
        new(PourFindings.Find),
        new(SettlingFindings.Find),
        new(a => PowderFindings.Find(a.Resolved)),
        new(a => AntioxidantFindings.Find(a.Resolved)),
        new(RancidityFindings.Find),
        new(a => AllergenFindings.Find(a.Resolved)),
        // Both stop on words of the label, which no fix of another finding changes: they are not asked again when one is tried.
        new(a => ClaimFindings.Find(a.Resolved)),
        new(a => SunFindings.Find(a.Resolved)),
    ];
}
