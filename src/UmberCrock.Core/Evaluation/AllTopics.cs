using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.Emulsions;
using UmberCrock.Core.Topics.Keeping;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Preservation;
using UmberCrock.Core.Topics.Suspension;
using UmberCrock.Core.Topics.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>The topics of the evaluation: a new one is a folder and a line here.</summary>
internal static class AllTopics
{
    /// <summary>All, in the order their findings are listed within a severity.</summary>
    public static ImmutableArray<Topic> Topics { get; } =
    [
        DosesTopic.Topic,
        PreservationTopic.Topic,
        TextureTopic.Topic,
        EmulsionsTopic.Topic,
        MakingTopic.Topic,
        SuspensionTopic.Topic,
        KeepingTopic.Topic,
        LabelsTopic.Topic,
    ];

    /// <summary>Everything that looks for findings.</summary>
    public static ImmutableArray<Finder> Finders { get; } = [.. Topics.SelectMany(topic => topic.Finders)];
}
