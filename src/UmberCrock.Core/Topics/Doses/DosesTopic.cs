using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Settings;

namespace UmberCrock.Core.Topics.Doses;

/// <summary>Doses: its rules, its reports, its findings, its explanations.</summary>
public static class DosesTopic
{
    internal static Topic Topic { get; } =
        new(
            [
                new(a => DoseFindings.Find(a.Resolved, a.Placements)),
                new(a => PhototoxicFindings.Find(a.Resolved)),
                new(a => AudienceFindings.Find(a.Resolved)),
                new(a => GroupFindings.Find(a.Resolved)),
            ],
            []
        );

    /// <summary>The most scent that a school leaves on skin, weight percent: on the body, and on the thin skin of face and lips.</summary>
    /// <param name="rules">The rules that hold.</param>
    /// <param name="school">The school that says so.</param>
    public static (decimal Body, decimal ThinSkin) ScentCeilings(RuleBook rules, ScentSchool school)
    {
        var held = rules.GroupLimits.Where(limit => limit.Schools?.Scent == school).Select(limit => limit.MaxPercent).ToList();
        return (held.Max(), held.Min());
    }

    extension(RuleBook rules)
    {
        /// <summary>Ceilings on groups.</summary>
        internal ImmutableArray<GroupLimit> GroupLimits => rules.Of<GroupLimits>().Groups;

        /// <summary>Oils that burn skin in sunlight.</summary>
        public PhototoxicRules Phototoxic => rules.Of<PhototoxicRules>();

        /// <summary>What is not for whom, and not for where.</summary>
        internal ImmutableArray<AudienceRule> Audiences => rules.Of<AudienceRules>().Audiences;
    }

    extension(Assessment a)
    {
        /// <summary>The dose of every ingredient, placed; by slug, in the order of first appearance.</summary>
        internal OrderedDictionary<string, DosePlacement> Placements => a.Once(static a => DosePlacement.All(a.Resolved));
    }
}
