using System.Globalization;
using Superpower;
using Superpower.Parsers;
using UmberCrock.Core.Materials;

namespace UmberCrock.Core.Intake;

/// <summary>An amount as it is written: "10 to 20 drops". High is low where it is no range; the unit is null where none is
/// written.</summary>
internal sealed record WrittenAmount(decimal Low, decimal High, IntakeUnit? Unit)
{
    public decimal Middle => (Low + High) / 2m;
}

/// <summary>
/// The grammar of amounts. amount = quantity [("-" | "to" | "or") quantity] {modifier} [unit]; quantity = number [fraction | number "/"
/// number]
/// | fraction | number "/" number | number word ["a" | "an"].
/// </summary>
internal sealed class AmountGrammar
{
    /// <summary>Larger numbers are no amount of anything.</summary>
    private const decimal Largest = 10_000_000m;

    private static readonly string[] Between = ["to", "or"];
    private static readonly string[] Articles = ["a", "an"];
    private static readonly string[] Modifiers =
    [
        "heaped",
        "heaping",
        "level",
        "scant",
        "generous",
        "rounded",
        "packed",
        "full",
        "big",
        "small",
        "large",
        "good",
    ];
    private static readonly Dictionary<string, (int, int)> Fractions = new(StringComparer.Ordinal)
    {
        ["¼"] = (1, 4),
        ["½"] = (1, 2),
        ["¾"] = (3, 4),
        ["⅓"] = (1, 3),
        ["⅔"] = (2, 3),
        ["⅕"] = (1, 5),
        ["⅖"] = (2, 5),
        ["⅗"] = (3, 5),
        ["⅘"] = (4, 5),
        ["⅙"] = (1, 6),
        ["⅚"] = (5, 6),
        ["⅛"] = (1, 8),
        ["⅜"] = (3, 8),
        ["⅝"] = (5, 8),
        ["⅞"] = (7, 8),
    };

    private readonly Dictionary<string, IntakeUnit> units;
    private readonly IntakeUnit percent;

    public AmountGrammar(IntakeRules rules)
    {
        units = rules
            .Units.SelectMany(unit => unit.Names.Select(name => (name, unit)))
            .ToDictionary(pair => pair.name, pair => pair.unit, StringComparer.Ordinal);
        percent = rules.Units.First(unit => unit.Kind == AmountKind.Percent);

        var number = Token.EqualTo(IntakeToken.Number).Select(token => Decimal(token.ToStringValue()));
        var slashed =
            from over in number
            from slash in Token.EqualTo(IntakeToken.Slash)
            from under in number.Where(value => value is > 0 and < 1000)
            select over / under;
        var vulgar = Token
            .EqualTo(IntakeToken.Fraction)
            .Select(token => Fractions[token.ToStringValue()])
            .Select(pair => (decimal)pair.Item1 / pair.Item2);
        // "1 1/2", and "1-1/2" as typewriters had it.
        var mixed =
            from whole in number
            from dash in Token.EqualTo(IntakeToken.Dash).Optional()
            from part in slashed.Where(value => value < 1).Try().Or(vulgar)
            select whole + part;
        var word =
            from written in Word(rules.NumberWords.ContainsKey)
            from article in Word(Articles.Contains).OptionalOrDefault("")
            select rules.NumberWords[written];
        var quantity = mixed.Try().Or(slashed.Try()).Or(vulgar).Or(number).Or(word);
        var upTo =
            from between in Token.EqualTo(IntakeToken.Dash).Value(0).Or(Word(Between.Contains).Value(0))
            from high in quantity
            select high;
        var counted =
            from low in quantity.Where(value => value < Largest)
            from high in upTo.Where(value => value < Largest).Try().Select(value => (decimal?)value).OptionalOrDefault()
            from modifiers in Word(Modifiers.Contains).Many()
            from unit in Unit().Try().Select(found => (IntakeUnit?)found).OptionalOrDefault()
            select new WrittenAmount(Math.Min(low, high ?? low), Math.Max(low, high ?? low), unit);
        // "a tablespoon of": an article is a number only before a unit.
        var single =
            from article in Word(Articles.Contains)
            from modifiers in Word(Modifiers.Contains).Many()
            from unit in Unit()
            select new WrittenAmount(1m, 1m, unit);
        Amount = counted.Try().Or(single.Try());
    }

    /// <summary>An amount at the start of some tokens.</summary>
    public TokenListParser<IntakeToken, WrittenAmount> Amount { get; }

    private static TokenListParser<IntakeToken, string> Word(Func<string, bool> fits) =>
        Token.EqualTo(IntakeToken.Word).Select(token => IngredientSearch.Fold(token.ToStringValue()).Trim()).Where(fits);

    /// <summary>One word or two, points between and after them allowed; "T" is a tablespoon and "t" a teaspoon, as cooks write.</summary>
    private TokenListParser<IntakeToken, IntakeUnit> Unit()
    {
        var point = Token.EqualTo(IntakeToken.Other).Where(token => token.ToStringValue() == ".").Optional();
        var any = Token.EqualTo(IntakeToken.Word).Select(token => token.ToStringValue());
        var two =
            from first in any
            from stop in point
            from second in any
            from end in point
            where units.ContainsKey(Folded($"{first} {second}"))
            select units[Folded($"{first} {second}")];
        var one = from name in any from end in point where Find(name) is not null select Find(name)!;
        return two.Try().Or(one).Or(Token.EqualTo(IntakeToken.Percent).Value(percent));
    }

    private IntakeUnit? Find(string name) =>
        name switch
        {
            "T" => units["tbsp"],
            "t" => units["tsp"],
            "c" => units["cup"],
            _ => units.GetValueOrDefault(Folded(name)),
        };

    private static string Folded(string text) => IngredientSearch.Fold(text).Trim();

    /// <summary>A comma before three digits groups thousands, otherwise it is a decimal comma; of several separators the last is the
    /// decimal one. What is too long to be an amount is too large to be one.</summary>
    private static decimal Decimal(string text)
    {
        var last = text.LastIndexOfAny(['.', ',']);
        var grouped = last > 0 && text[last] == ',' && text.Length - last == 4 && text[0] != '0' && text.IndexOf('.') < 0;
        var plain =
            last < 0 || grouped
                ? text.Replace(",", "", StringComparison.Ordinal)
                : $"{text[..last].Replace(",", "", StringComparison.Ordinal)
                    .Replace(".", "", StringComparison.Ordinal)}.{text[(last + 1)..]}";
        return text.Length < 20 && decimal.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value)
            ? value
            : Largest;
    }
}
