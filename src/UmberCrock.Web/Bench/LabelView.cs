using System.Collections.Immutable;
using Microsoft.AspNetCore.Html;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Printing;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Storage;
using UmberCrock.Web.Labels;

namespace UmberCrock.Web.Bench;

/// <summary>A label as its page draws it: to scale, or why it cannot be.</summary>
/// <param name="Drawing">SVG; null when it cannot be laid out.</param>
/// <param name="Size">Its size.</param>
/// <param name="SmallestType">Its smallest type, mm.</param>
/// <param name="Refusal">Why it cannot be laid out.</param>
internal sealed record LabelProof(HtmlString? Drawing, LabelSize Size, double SmallestType, string? Refusal)
{
    /// <summary>Widest and highest it is drawn, px.</summary>
    private const double Widest = 450,
        Highest = 260;

    /// <summary>Most px of a mm.</summary>
    private const double MostScale = 5;

    /// <summary>Px of a mm.</summary>
    public double Scale => ScaleOf(Size);

    /// <summary>Pixels a millimetre at which a size fits its place.</summary>
    public static double ScaleOf(LabelSize size) => Math.Min(MostScale, Math.Min(Widest / size.Width, Highest / size.Height));
}

/// <summary>A declaration that can be made, and what stands against it.</summary>
/// <param name="Property">The contract's word.</param>
/// <param name="Words">As it is printed.</param>
/// <param name="Chosen">True when the formula declares it.</param>
/// <param name="BrokenBy">What is in it that breaks it; empty when it holds.</param>
internal sealed record Declaration(string Property, string Words, bool Chosen, string BrokenBy);

/// <summary>All that the label's page says of a formula.</summary>
internal sealed record LabelView
{
    /// <summary>The choices.</summary>
    public required LabelPlan Plan { get; init; }

    /// <summary>The region whose rules hold.</summary>
    public required Region Region { get; init; }

    /// <summary>The ingredient list of the region.</summary>
    public required IngredientList List { get; init; }

    /// <summary>Threshold of allergens, percent.</summary>
    public required decimal AllergenThreshold { get; init; }

    /// <summary>What stands on it; null when a text may not.</summary>
    public LabelContent? Content { get; init; }

    /// <summary>The label with the list; null when a text may not stand.</summary>
    public LabelProof? Label { get; init; }

    /// <summary>The lid; null for none.</summary>
    public LabelProof? Lid { get; init; }

    /// <summary>Declarations.</summary>
    public required ImmutableArray<Declaration> Declarations { get; init; }

    /// <summary>Why there is no label.</summary>
    public string? Refusal { get; init; }

    /// <summary>What is printed: the lid or the label.</summary>
    public LabelProof? Printed => Plan.PrintsLid ? Lid : Label;

    /// <summary>The sheet.</summary>
    public SheetPlan Sheet => Plan.SheetFor(Region);

    /// <summary>Makes it.</summary>
    internal static LabelView Of(
        Formula formula,
        LabelPlan plan,
        ImmutableArray<Lot> lots,
        WatchedEvidence? watched,
        Knowledge knowledge,
        LabelType type
    )
    {
        var settings = Settings(plan, knowledge);
        var resolved = ResolvedFormula.Of(formula, knowledge.Catalogue, settings);
        var view = new LabelView
        {
            Plan = plan,
            Region = settings.Region,
            List = IngredientList.Of(resolved),
            AllergenThreshold = resolved.Rules.Label.AllergenThreshold(formula.Exposure),
            Declarations = DeclarationsOf(resolved),
        };
        try
        {
            var content = ContentOf(formula, plan, lots, watched, knowledge);
            return view with
            {
                Content = content,
                Label = Proof(content, LabelSize.Parse(plan.Layout), plan, type),
                Lid = plan.Lid.Length == 0 ? null : Proof(content, LabelSize.Parse(plan.Lid), plan, type),
            };
        }
        catch (DocumentException refused)
        {
            return view with { Refusal = Said(refused) };
        }
    }

    /// <summary>What stands on a label.</summary>
    /// <exception cref="DocumentException">A text says what no label may.</exception>
    public static LabelContent ContentOf(
        Formula formula,
        LabelPlan plan,
        ImmutableArray<Lot> lots,
        WatchedEvidence? watched,
        Knowledge knowledge
    ) =>
        LabelContent.Of(
            formula,
            new LabelDetails(plan.NetGrams, plan.Batch, plan.MadeOn, knowledge.Workshop.Responsible, lots, watched),
            knowledge.Catalogue,
            Settings(plan, knowledge)
        );

    /// <summary>The reasons of a refusal in sentences.</summary>
    public static string Said(DocumentException refused) =>
        string.Join(" ", refused.Problems.Select(problem => $"{Subject(problem.Pointer)} {problem.Reason}".TrimStart()));

    private static string Subject(string pointer) =>
        pointer switch
        {
            "/formula/name" => "The name",
            "/formula/label/claims" => "A claim",
            "/formula/lines" => "The list",
            "/layout" => "The label",
            "/responsible" => "Name and address",
            "/batch" => "The batch code",
            _ => "",
        };

    private static EvaluationSettings Settings(LabelPlan plan, Knowledge knowledge) =>
        knowledge.Settings with
        {
            Region = plan.Region ?? knowledge.Settings.Region,
        };

    private static LabelProof Proof(LabelContent content, LabelSize size, LabelPlan plan, LabelType type)
    {
        try
        {
            var art = LabelArt.Of(content, size, plan.WithCode, type);
            return new LabelProof(
                new HtmlString(LabelSheet.Svg(art, withMissing: true, LabelProof.ScaleOf(size))),
                size,
                art.SmallestType,
                null
            );
        }
        catch (DocumentException refused)
        {
            return new LabelProof(null, size, 0, Said(refused));
        }
    }

    private static ImmutableArray<Declaration> DeclarationsOf(ResolvedFormula resolved)
    {
        var holds = Declares.Of(resolved);
        return
        [
            .. resolved.Rules.FreeFrom.Rows.Select(row => new Declaration(
                row.Property,
                row.Written,
                resolved.Formula.Label.Declares.Any(word => resolved.Rules.FreeFrom.Find(word) == row),
                holds.Holds(row.Property)
                    ? ""
                    : string.Join(", ", Declares.Breakers(resolved, row).Select(ingredient => ingredient.Name.ToLowerInvariant()))
            )),
        ];
    }
}
