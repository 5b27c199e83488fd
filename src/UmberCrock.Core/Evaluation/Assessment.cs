using UmberCrock.Core.Doses;
using UmberCrock.Core.Emulsions;
using UmberCrock.Core.Keeping;
using UmberCrock.Core.Suspension;
using UmberCrock.Core.Texture;

namespace UmberCrock.Core.Evaluation;

/// <summary>
/// A formula under evaluation and the results of its topics, each computed when it is first asked for: a fix that is tried out needs
/// only some of them.
/// </summary>
internal sealed class Assessment
{
    private readonly Lazy<EmulsionReport?> emulsion;
    private readonly Lazy<SettlingReport?> settling;

    public Assessment(ResolvedFormula resolved)
    {
        Resolved = resolved;
        emulsion = new(() => EmulsionReport.Of(resolved));
        settling = new(() => SettlingReport.Of(resolved, Firmness));
    }

    public ResolvedFormula Resolved { get; }

    /// <summary>The dose of every ingredient, placed; by slug, in the order of first appearance.</summary>
    public OrderedDictionary<string, DosePlacement> Placements => field ??= PlaceDoses();

    /// <summary>Solids and firmness at any temperature.</summary>
    public FirmnessModel Firmness => field ??= new FirmnessModel(Resolved.Parts, Resolved.Rules.Texture);

    /// <summary>Melt and texture from cold to hot.</summary>
    public MeltReport Melt => field ??= MeltReport.Of(Firmness, Resolved.Formula.Climate, Resolved.Rules.Texture);

    /// <summary>Feel on skin.</summary>
    public FeelReport Feel => field ??= FeelReport.Of(Resolved, Firmness);

    /// <summary>Fatty acids and months.</summary>
    public KeepingReport Keeping => field ??= KeepingReport.Of(Resolved);

    /// <summary>Required and supplied HLB; null where there is neither emulsifier nor call for one.</summary>
    public EmulsionReport? Emulsion => emulsion.Value;

    /// <summary>How the powders sink; null where there are none that do.</summary>
    public SettlingReport? Settling => settling.Value;

    private OrderedDictionary<string, DosePlacement> PlaceDoses()
    {
        var placements = new OrderedDictionary<string, DosePlacement>(StringComparer.Ordinal);
        foreach (var ingredient in Resolved.Ingredients)
        {
            if (!placements.ContainsKey(ingredient.Slug))
                placements.Add(ingredient.Slug, DosePlacement.Of(Resolved, ingredient));
        }

        return placements;
    }
}
