using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;

namespace UmberCrock.Core.Topics.Texture;

/// <summary>Texture: melt, firmness, structure, feel: its rules, its reports, its findings, its explanations.</summary>
public static class TextureTopic
{
    internal static Topic Topic { get; } =
        new(
            [new(TextureFindings.Find), new(StructureFindings.Find), new(FeelFindings.Find)],
            [TextureExplanations.Melt, TextureExplanations.Texture, TextureExplanations.Feel]
        );

    extension(RuleBook rules)
    {
        /// <summary>Strengths, bands and wanted bands.</summary>
        public TextureRules Texture => rules.Of<TextureRules>();

        /// <summary>How ratings of feel add up.</summary>
        internal FeelRules Feel => rules.Of<FeelRules>();
    }

    extension(Assessment a)
    {
        /// <summary>Solids and firmness at any temperature.</summary>
        internal FirmnessModel Firmness => a.Once(static a => new FirmnessModel(a.Resolved.Parts, a.Resolved.Rules.Texture));

        /// <summary>Melt and texture from cold to hot.</summary>
        internal MeltReport Melt => a.Once(static a => MeltReport.Of(a.Firmness, a.Resolved.Formula.Climate, a.Resolved.Rules.Texture));

        /// <summary>Feel on skin.</summary>
        internal FeelReport Feel => a.Once(static a => FeelReport.Of(a.Resolved, a.Firmness));
    }
}
