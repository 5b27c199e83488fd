using System.Collections.Immutable;
using System.Text.Json;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Printing;

namespace UmberCrock.Core.Demo;

/// <summary>What the invented rowing club's maker chose for a label (data/demo/labels.json).</summary>
/// <param name="Formula">Name of the demo formula that the label is for.</param>
/// <param name="MadeDaysAgo">How many days ago it was made.</param>
/// <param name="Plan">What was chosen for the demo label: sizes, batch, day, claims.</param>
public sealed record DemoLabel(string Formula, int MadeDaysAgo, LabelPlan Plan)
{
    /// <summary>Reads them; the days are counted back from today.</summary>
    public static ImmutableArray<DemoLabel> Read(DateOnly today) =>
        [
            .. JsonSerializer
                .Deserialize<ImmutableArray<DemoLabel>>(DataFiles.Shipped.Text("data/demo/labels.json"), ContractJson.Options)
                .Select(label => label with { Plan = label.Plan with { MadeOn = today.AddDays(-label.MadeDaysAgo) } }),
        ];
}
