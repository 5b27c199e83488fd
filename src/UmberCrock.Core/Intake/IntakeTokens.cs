using System.Text.RegularExpressions;
using Superpower;
using Superpower.Model;
using Superpower.Parsers;
using Superpower.Tokenizers;

namespace UmberCrock.Core.Intake;

/// <summary>Kinds of token in a line of a recipe.</summary>
internal enum IntakeToken
{
    Number,
    Fraction,
    Word,
    Slash,
    Dash,
    Percent,
    Other,
}

/// <summary>Cuts a line of a recipe into tokens; any text at all can be cut.</summary>
internal static class IntakeTokens
{
    private const RegexOptions Plain = RegexOptions.NonBacktracking | RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture;

    private static readonly Tokenizer<IntakeToken> Tokenizer = new TokenizerBuilder<IntakeToken>()
        .Ignore(Span.WhiteSpace)
        .Match(Span.Regex("([0-9]+([.,][0-9]+)*|[.,][0-9]+)", Plain), IntakeToken.Number)
        .Match(Span.Regex("[¼½¾⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]", Plain), IntakeToken.Fraction)
        .Match(Span.Regex(@"\p{L}[\p{L}\p{M}\p{Nd}'’]*", Plain), IntakeToken.Word)
        .Match(Span.Regex("[/⁄]", Plain), IntakeToken.Slash)
        .Match(Span.Regex("[-‐‑–—−~]", Plain), IntakeToken.Dash)
        .Match(Span.Regex("[%％]", Plain), IntakeToken.Percent)
        .Match(Span.Regex(".", Plain | RegexOptions.Singleline), IntakeToken.Other)
        .Build();

    /// <summary>The tokens of a line.</summary>
    public static TokenList<IntakeToken> Of(string line) => Tokenizer.Tokenize(line);
}
