using System.Collections.Immutable;
using System.Text.Json.Serialization;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Topics.Labels;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Printing;

/// <summary>What a label says that only the maker knows: mass, batch, day.</summary>
/// <param name="NetGrams">Net weight when it is packed, g; null while it is not known.</param>
/// <param name="BatchCode">The code of the batch it comes from; empty for none yet.</param>
/// <param name="MadeOn">The day it was made on; null while it is not known.</param>
/// <param name="Responsible">Name and address of who answers for it; empty for none yet.</param>
/// <param name="Lots">Lots there are, for their dates; those of what is not in it do not matter.</param>
/// <param name="Watched">What studies of it showed; null where there is none.</param>
public sealed record LabelDetails(
    decimal? NetGrams,
    string BatchCode,
    DateOnly? MadeOn,
    string Responsible,
    ImmutableArray<Lot> Lots,
    WatchedEvidence? Watched = null
)
{
    /// <summary>Nothing that only the maker knows is known yet.</summary>
    public static LabelDetails None { get; } = new(null, "", null, "", []);
}

/// <summary>How a text that the maker wants on the label fares.</summary>
public sealed record JudgedClaim(string Text, ImmutableArray<ClaimProblem> Problems)
{
    /// <summary>True when the text may be printed as it is.</summary>
    public bool Stands => Problems.All(problem => problem.Severity != Severity.Stop);
}

/// <summary>One thing that a rule book asks for on a label.</summary>
/// <param name="Key">What it is about, as the rules name it.</param>
/// <param name="Words">What is asked for, in a few words.</param>
/// <param name="Has">True when this label has it; null for what only an assessor or an authority can give, which is never ticked.</param>
/// <param name="Detail">What there is of it, or what is to be done.</param>
/// <param name="Source">The document that asks for it.</param>
public sealed record LabelCheckItem(string Key, string Words, bool? Has, Message Detail, string Source);

/// <summary>What stands on a label, every text of it derived. No figure of sun protection gets here by any path.</summary>
/// <param name="Form">The form of product that the label is for.</param>
/// <param name="Packed">What it is filled into, for the drawing.</param>
/// <param name="Texts">The texts in the order they are printed.</param>
/// <param name="Claims">Claims, judged; only those that stand are among the texts.</param>
/// <param name="Durability">How long it keeps; null when that is not known.</param>
/// <param name="Checks">What the region asks for, and whether this label has it.</param>
public sealed record LabelContent(
    ProductForm Form,
    [property: JsonIgnore] Pack Packed,
    ImmutableArray<LabelText> Texts,
    ImmutableArray<JudgedClaim> Claims,
    Durability? Durability,
    ImmutableArray<LabelCheckItem> Checks
)
{
    /// <summary>The ingredient list as it is printed, without its heading.</summary>
    public string Ingredients => First(LabelPart.Ingredients).Plain;

    /// <summary>Derives what stands on the label of a formula.</summary>
    /// <param name="formula">The formula, as its document states it.</param>
    /// <param name="details">What only the maker knows of the label.</param>
    /// <param name="catalogue">The ingredients and rules it is held against.</param>
    /// <param name="settings">The maker's choices of region and schools.</param>
    /// <exception cref="DocumentException">The day is not to be believed; or the name, the batch code, the address or a name in the list
    /// says what no label may.</exception>
    public static LabelContent Of(Formula formula, LabelDetails details, Catalogue catalogue, EvaluationSettings settings)
    {
        var resolved = ResolvedFormula.Of(formula, catalogue, settings);
        var (rules, judged) = (catalogue.Rules.Label, new JudgedTexts(resolved));
        if (Days.Problem(details.MadeOn, "/madeOn") is { } problem)
            throw new DocumentException([problem]);
        foreach (
            var (pointer, text) in new[]
            {
                ("/formula/name", formula.Name),
                ("/batch", details.BatchCode),
                ("/responsible", details.Responsible),
            }
        )
        {
            if (judged.Of(text).FirstOrDefault(found => found.Severity == Severity.Stop) is { } stop)
                throw new DocumentException(pointer, $"says “{stop.Words}”, which may not stand on a label. {stop.Why}");
        }

        var list = IngredientList.Of(resolved);
        if (judged.Of(list.List).FirstOrDefault(found => found.Code == FindingCodes.ClaimSun) is { } sun)
            throw new DocumentException(
                "/formula/lines",
                $"says “{sun.Words}”, which may not stand on a label; it is in the names of an own ingredient. {sun.Why}"
            );
        var claims = formula.Label.Claims.Select(claim => new JudgedClaim(claim, judged.Of(claim))).ToImmutableArray();
        var durability = Durability.Of(resolved, details.MadeOn, details.Lots, details.Watched);
        var duties = rules.Duties.Where(duty => duty.Region is null || duty.Region == settings.Region).ToList();
        var texts = TextsOf(resolved, list, details, claims, durability).Where(text => !text.Text.IsEmpty).ToImmutableArray();
        var content = new LabelContent(formula.Form, resolved.Rules.Forms.Of(formula.Form).Packed, texts, claims, durability, []);
        return content with { Checks = [.. duties.Select(duty => Checked(duty, content))] };
    }

    /// <summary>The texts of some parts, in the order they are printed.</summary>
    public IEnumerable<LabelText> Of(params LabelPart[] parts) => Texts.Where(text => parts.Contains(text.Part));

    private static IEnumerable<LabelText> TextsOf(
        ResolvedFormula resolved,
        IngredientList list,
        LabelDetails details,
        ImmutableArray<JudgedClaim> claims,
        Durability? durability
    )
    {
        var (formula, settings, rules) = (resolved.Formula, resolved.Settings, resolved.Rules.Label);
        string Asks(string duty) => rules.Duties.First(asked => asked.Key == duty).Source;
        yield return new LabelText(LabelPart.Name, formula.Name, "the formula’s name, checked as a claim is", Asks("name"));
        yield return new LabelText(
            LabelPart.Function,
            resolved.Rules.Forms.Of(formula.Form).Label,
            "what this form is called",
            Asks("name")
        );
        foreach (var claim in claims.Where(claim => claim.Stands))
            yield return new LabelText(
                LabelPart.Claim,
                claim.Text,
                claim.Problems.IsEmpty ? "typed; it stands" : (Message)$"typed; it may stand, but: {claim.Problems[0].Why}",
                Asks("claims")
            );
        var holds = Declares.Of(resolved);
        foreach (
            var row in formula
                .Label.Declares.Select(resolved.Rules.FreeFrom.Find)
                .OfType<FreeFromRow>()
                .Where(row => holds.Holds(row.Property))
        )
            yield return new LabelText(LabelPart.Declaration, row.Written, "computed: nothing in it breaks it", Asks("claims"));
        foreach (var line in details.Responsible.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
            yield return new LabelText(LabelPart.Address, line, "who answers for it", Asks("address"));
        yield return new LabelText(
            LabelPart.Content,
            NetOf(details.NetGrams, settings.Region, rules),
            settings.Region == Region.Us
                ? (Message)$"net weight as given; an ounce is {rules.GramsPerOunce} g (International Yard and Pound Agreement, 1959)"
                : "net weight as given",
            Asks("content")
        );
        yield return new LabelText(
            LabelPart.Ingredients,
            list.List,
            $"substances summed over all lines, by "
                + $"weight{(list.Items.Any(item => !item.OrderCertain) ? "; the order is not certain everywhere" : "")}",
            Asks("list")
        );
        foreach (var text in Warnings(resolved))
            yield return text;
        foreach (var line in details.Watched?.StorageLines ?? [])
            yield return new LabelText(LabelPart.Warning, line, "a look of its study failed there", Asks("precautions"));
        yield return Contains(resolved, Asks("precautions"));
        yield return new LabelText(LabelPart.Durability, durability?.Text ?? "", durability?.Because ?? "", Asks("durability"));
        yield return new LabelText(LabelPart.Batch, details.BatchCode.Trim(), "the code as given", Asks("batch"));
    }

    private static IEnumerable<LabelText> Warnings(ResolvedFormula resolved)
    {
        foreach (var warning in resolved.Rules.Label.Warnings.Where(warning => warning.Stands(resolved)))
        {
            if (warning.Sun)
                yield return new LabelText(
                    LabelPart.SunNotice,
                    $"{warning.Text.Split('.')[0]}.",
                    warning.Because(resolved),
                    warning.Source
                );
            yield return new LabelText(LabelPart.Warning, warning.Text, warning.Because(resolved), warning.Source, warning.Sign);
        }
    }

    private static LabelText Contains(ResolvedFormula resolved, string source)
    {
        var present = resolved.Ingredients.Where((_, line) => resolved.Holds(line)).ToList();
        var sources = resolved
            .Rules.Allergens.Where(known => present.Exists(ingredient => ingredient.Allergens.Contains(known.Key)))
            .ToList();
        var bring = present
            .Where(ingredient => ingredient.Allergens.Any())
            .Select(ingredient => ingredient.Name.ToLowerInvariant())
            .Distinct(StringComparer.Ordinal)
            .Order(StringComparer.Ordinal);
        return new LabelText(
            LabelPart.Contains,
            sources.Count == 0 ? "" : (Message)$"Contains {string.Join(", ", sources.Select(known => known.Words))}.",
            $"it holds {string.Join(", ", bring)}",
            source
        );
    }

    private static Message NetOf(decimal? grams, Region region, LabelRules rules) =>
        grams is not { } net ? (Message)""
        : region == Region.Us ? (Message)$"Net wt. {Decimals.Two(net / rules.GramsPerOunce)} oz ({Decimals.Short(net).Grams})"
        : $"{Decimals.Short(net).Grams}";

    private static LabelCheckItem Checked(LabelDuty duty, LabelContent content)
    {
        (bool?, Message) Given(LabelPart part, string otherwise) =>
            content.First(part) is { IsEmpty: false } text ? (true, text) : (false, otherwise);
        var warnings = content.Of(LabelPart.Warning).Count();
        (bool? has, Message detail) = duty.Key switch
        {
            "name" => Given(LabelPart.Function, ""),
            "content" => Given(LabelPart.Content, "to weigh"),
            "list" => (content.Ingredients.Length > 0, $"{content.Ingredients.Split(", ").Length} names"),
            "durability" => (
                content.Durability is { BestBefore: not null } or { OpenMonths: not null },
                content.Durability?.Text ?? "not known"
            ),
            "batch" => Given(LabelPart.Batch, "to give"),
            "precautions" => (warnings > 0, $"{warnings} lines"),
            "claims" => (content.Claims.All(claim => claim.Stands), content.Claims.All(claim => claim.Stands) ? "all stand" : "see claims"),
            "address" => Given(LabelPart.Address, "to type in settings"),
            "language" => (null, "these texts are English"),
            "assessor" => (null, "a qualified assessor gives it"),
            _ => (null, "before it is given away or sold"),
        };
        return new LabelCheckItem(duty.Key, duty.Words, has, detail, duty.Source);
    }

    private Message First(LabelPart part) => Texts.FirstOrDefault(text => text.Part == part)?.Text ?? "";
}
