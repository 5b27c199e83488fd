using System.Collections.Immutable;
using System.Globalization;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>A line before its amount is turned into grams.</summary>
internal sealed record ReadLine(
    int Number,
    string Text,
    string Name,
    WrittenAmount? Amount,
    bool IsBalance,
    ImmutableArray<IngredientMatch> Matches,
    int Heading
)
{
    /// <summary>The ingredient it means, or null.</summary>
    public Ingredient? Ingredient { get; init; }
}

/// <summary>A heading and the stage it means.</summary>
internal sealed record ReadHeading(string Name, Stage Stage);

/// <summary>Tells ingredient lines, headings, claims and asides apart, line by line.</summary>
internal sealed class LineReading
{
    /// <summary>Longer lines are no line of a recipe; what is past this is not read.</summary>
    private const int LongestLine = 300;

    /// <summary>A line that starts so is left out.</summary>
    public const string LeftOut = "//";

    private readonly IntakeRules rules;
    private readonly AmountGrammar grammar;
    private readonly IngredientMatcher matcher;
    private readonly HiddenNames hidden;

    public LineReading(Catalogue catalogue)
    {
        rules = catalogue.Rules.Intake;
        grammar = new AmountGrammar(rules);
        hidden = HiddenNames.For(catalogue);
        matcher = IngredientMatcher.For(catalogue);
    }

    public List<ReadLine> Lines { get; } = [];

    public List<IntakeAside> Asides { get; } = [];

    public List<ReadHeading> Headings { get; } = [];

    /// <summary>Lines of the method, that tell when something goes in, in their order.</summary>
    public List<string> Told { get; } = [];

    /// <summary>What the recipe says it makes, in grams; null when it does not say.</summary>
    public decimal? Claim { get; private set; }

    /// <summary>The recipe's name; null when it has none.</summary>
    public string? Name { get; private set; }

    /// <summary>Reads one line, which may name several ingredients.</summary>
    public void Read(int number, string text)
    {
        var line = text.Length > LongestLine ? text[..LongestLine] : text;
        if (line.TrimStart().StartsWith(LeftOut, StringComparison.Ordinal))
        {
            Asides.Add(new IntakeAside(number, text, AsideKind.Aside));
            return;
        }

        var before = Lines.Count;
        var covered = hidden.Hide(line);
        var pieces = LinePieces.Of(covered, rules, grammar, name => Sure(Split(name).Name) is not null);
        foreach (var piece in pieces.Length > 1 ? pieces : [covered])
            ReadOne(number, piece, pieces.Length > 1 ? hidden.Show(piece) : text);
        // "Shea butter, melted" is an ingredient; "Melt the shea butter" tells when it goes in.
        if (Lines.Count - before != 1 || Words(line).Take(1).Any(rules.Method.Starts.Contains))
            Told.Add(line);
    }

    private void ReadOne(int number, string line, string text)
    {
        var folded = Words(line);
        if (folded.Length == 0)
            return;
        var (amounts, rest, bracketed) = Split(line);
        if (amounts.Count == 0 && RecipeHeads.GroupOf(line, rules) is { } group)
        {
            Headings.Add(new ReadHeading(line.Trim().TrimStart('#', '*', '-').TrimEnd(':', '*').Trim(), group));
            Asides.Add(new IntakeAside(number, text, AsideKind.Heading));
            return;
        }

        if (IsClaim(folded, amounts) && Sure(rest) is null)
        {
            ReadClaim(number, line, text, amounts);
            return;
        }

        var sentence = $" {string.Join(' ', folded)} ";
        var balance = rules.Balance.Any(words => sentence.Contains($" {words} ", StringComparison.Ordinal));
        var name = balance
            ? rules
                .Balance.Aggregate($" {rest} ", (left, words) => left.Replace($" {words} ", " ", StringComparison.OrdinalIgnoreCase))
                .Trim()
            : rest;
        var amount = balance ? null : Chosen(amounts);
        // "A bit of honey": the ingredient is known, only how much is not.
        if (!balance && amount is null && Array.Exists(folded, rules.Vague.Contains))
            name = RecipeHeads.WithoutVague(name, rules);
        var matches = Matches(name, bracketed);
        // "Beeswax 20 10" of a table: numbers that belong to no name are cells.
        if (matches.Count == 0 || matches[0].Score < rules.SureScore)
            matches = Matches(string.Join(' ', name.Split(' ').Where(word => !word.All(char.IsAsciiDigit))), bracketed);
        var sure = matches.Count > 0 && matches[0].Score >= rules.SureScore;
        var instruction = Array.Exists(folded, rules.Instructions.Contains);
        var measured =
            balance
            || (amount?.Unit is not null)
            || (amount is not null && sure)
            || (folded.Length <= 6 && Array.Exists(folded, rules.Vague.Contains));
        if (measured ? !instruction || amount?.Unit is not null : sure && !instruction && matches[0].Score >= rules.NameScore)
        {
            Lines.Add(
                new ReadLine(number, text, name, amount, balance, [.. matches], Headings.Count - 1)
                {
                    Ingredient = sure ? matches[0].Ingredient : null,
                }
            );
            return;
        }

        Asides.Add(
            new IntakeAside(
                number,
                text,
                OtherOf(text.Length > LongestLine ? text[..LongestLine] : text, folded, amounts.Count > 0 || instruction)
            )
        );
    }

    private bool IsClaim(string[] folded, List<WrittenAmount> amounts) =>
        Array.Exists(folded, rules.Claims.Contains)
        && amounts.Exists(amount => amount.Unit is not null)
        && amounts.TrueForAll(amount => amount.Unit?.Kind != AmountKind.Percent);

    /// <summary>"Makes 180 g": what it says it makes, and the name that may stand before it.</summary>
    private void ReadClaim(int number, string line, string text, List<WrittenAmount> amounts)
    {
        Claim ??= amounts
            .Where(amount => amount.Unit?.Kind == AmountKind.Mass)
            .Select(amount => (decimal?)(amount.Middle * amount.Unit!.Factor))
            .FirstOrDefault();
        if (IsFirst)
            Name = RecipeHeads.NameOf(line, rules);
        Asides.Add(new IntakeAside(number, text, AsideKind.Claim));
    }

    /// <summary>"Shea butter (unrefined)": what stands in brackets may tell which of several it is.</summary>
    private IReadOnlyList<IngredientMatch> Matches(string name, string bracketed)
    {
        var matches = matcher.Find(name);
        return
            matcher.Tells(bracketed)
            && matcher.Find($"{name} {bracketed}") is [{ } closer, ..] exact
            && closer.Score >= matches.Select(match => match.Score).FirstOrDefault()
            ? exact
            : matches;
    }

    private AsideKind OtherOf(string line, string[] folded, bool says)
    {
        var sentence = $" {string.Join(' ', folded)} ";
        var stage = rules
            .Headings.FirstOrDefault(heading => heading.Words.Any(word => sentence.Contains($" {word} ", StringComparison.Ordinal)))
            ?.Stage;
        if (
            IsFirst
            && !line.TrimEnd().EndsWith(':')
            && !says
            && (stage is null || folded.Length > 2)
            && !sentence.StartsWith(" phase ", StringComparison.Ordinal)
            && !sentence.StartsWith(" melt ", StringComparison.Ordinal)
        )
        {
            Name = line.Trim().TrimStart('#', '*', '-').Trim();
            return AsideKind.Name;
        }

        // Headings are short: what is long, or a sentence, tells what to do.
        says |= folded.Length > 3 && line.TrimEnd().EndsWith('.');
        if (!says && folded.Length <= 6 && (stage is not null || line.TrimEnd().EndsWith(':')))
        {
            Headings.Add(new ReadHeading(line.Trim().TrimEnd(':'), stage ?? Stage.Melt));
            return AsideKind.Heading;
        }

        return AsideKind.Aside;
    }

    /// <summary>True before anything but claims and asides was read: where a name stands.</summary>
    private bool IsFirst => Lines.Count == 0 && Name is null && Headings.Count == 0;

    private Ingredient? Sure(string name) => matcher.Find(name) is [{ } best, ..] && best.Score >= rules.SureScore ? best.Ingredient : null;

    /// <summary>By weight where there is a weight, else the first that has a unit, else the first.</summary>
    private static WrittenAmount? Chosen(List<WrittenAmount> amounts) =>
        amounts.Find(amount => amount.Unit?.Kind == AmountKind.Mass)
        ?? amounts.Find(amount => amount.Unit is not null)
        ?? amounts.FirstOrDefault();

    /// <summary>The amounts of a line, what is left of it as the name, up to a word at which names end, and what stands in
    /// brackets.</summary>
    private (List<WrittenAmount> Amounts, string Name, string Bracketed) Split(string line)
    {
        var amounts = new List<WrittenAmount>();
        var (rest, bracketed) = (new List<string>(), new List<string>());
        var (open, ended, aside) = (0, false, false);
        for (var tokens = IntakeTokens.Of(line); !tokens.IsAtEnd; )
        {
            var found = grammar.Amount(tokens);
            if (found.HasValue)
            {
                amounts.Add(found.Value);
                // "Polysorbate 60": a bare number behind a name may belong to it.
                if (found.Value is { Unit: null, Low: var bare } && found.Value.High == bare && rest.Count > 0 && open == 0 && !ended)
                    rest.Add(bare.ToString("0.####", CultureInfo.InvariantCulture));
                tokens = found.Remainder;
                continue;
            }

            var token = tokens.ConsumeToken();
            var text = token.Value.ToStringValue();
            (open, ended) = text switch
            {
                "(" or "[" => (open + 1, ended),
                ")" or "]" => (Math.Max(0, open - 1), ended),
                _ when open > 0 => (open, ended),
                ";" or "," => (open, ended || rest.Count > 0),
                _ => (open, ended || (rest.Count > 0 && rules.Stops.Contains(IngredientSearch.Fold(text)))),
            };
            aside |= text is "," && rest.Count > 0;
            // "Lime oil, distilled": what follows a comma may tell which of several it is, as what stands in brackets does.
            if (token.Value.Kind == IntakeToken.Word && (!ended || (aside && open == 0)))
                (open == 0 && !ended ? rest : bracketed).Add(text);
            tokens = token.Remainder;
        }

        return (amounts, hidden.Show(string.Join(' ', rest)), hidden.Show(string.Join(' ', bracketed)));
    }

    private static string[] Words(string line) => IngredientSearch.Fold(line).Split(' ', StringSplitOptions.RemoveEmptyEntries);
}
