using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Formulas;

/// <summary>What two formulas hold of an ingredient, over all its lines; null where it is not in.</summary>
/// <param name="Ingredient">Slug of the ingredient whose doses are compared.</param>
/// <param name="Before">Weight percent in the first formula; null where it is not in.</param>
/// <param name="After">Weight percent in the second formula; null where it is not in.</param>
/// <param name="Follows">True when a balance line brings it in both, so that it changes by itself.</param>
public sealed record DoseChange(string Ingredient, decimal? Before, decimal? After, bool Follows)
{
    /// <summary>True when both formulas hold as much of the ingredient.</summary>
    public bool IsSame => Before == After;

    /// <summary>What it gained, percent; negative for lost.</summary>
    public decimal By => (After ?? 0m) - (Before ?? 0m);
}

/// <summary>A field that differs: its name in words, and both values in words.</summary>
public sealed record FieldChange(string Field, Message Before, Message After);

/// <summary>Everything that differs between two formulas: doses and fields.</summary>
/// <param name="Doses">Every ingredient of either, those of the second in its order, then those that are gone.</param>
/// <param name="Fields">Fields of the document that differ between the two formulas.</param>
public sealed record FormulaComparison(ImmutableArray<DoseChange> Doses, ImmutableArray<FieldChange> Fields)
{
    /// <summary>True when no dose and no field differs.</summary>
    public bool IsSame => Fields.IsEmpty && Doses.All(dose => dose.IsSame);

    /// <summary>Compares two formulas, dose by dose and field by field.</summary>
    /// <param name="before">The formula that comes first.</param>
    /// <param name="after">The formula that comes second.</param>
    /// <param name="herbs">Slugs of the botanicals.</param>
    public static FormulaComparison Of(Formula before, Formula after, IReadOnlySet<string> herbs)
    {
        var (was, now) = (DosesOf(before, herbs), DosesOf(after, herbs));
        var balances = (Balance(before), Balance(after));
        var slugs = now.Keys.Concat(was.Keys.Where(slug => !now.ContainsKey(slug)));
        return new FormulaComparison(
            [
                .. slugs.Select(slug => new DoseChange(
                    slug,
                    was.TryGetValue(slug, out var old) ? old : null,
                    now.TryGetValue(slug, out var fresh) ? fresh : null,
                    balances.Item1 == slug && balances.Item2 == slug
                )),
            ],
            [.. FieldsOf(before, after).Where(field => !field.Before.Equals(field.After))]
        );
    }

    /// <summary>The changes in words, doses first, the one that only follows last: "beeswax 18 to 20", "carnauba wax in at 2", "sunflower
    /// oil follows to 62.50".</summary>
    /// <param name="nameOf">Name of an ingredient by its slug.</param>
    public IEnumerable<Message> Words(Func<string, string> nameOf)
    {
        string Name(DoseChange dose) => nameOf(dose.Ingredient).Split('(')[0].Trim().ToLowerInvariant();
        return
        [
            .. Doses
                .Where(dose => !dose.IsSame && !dose.Follows)
                .Select(dose =>
                    dose switch
                    {
                        { Before: { } was, After: { } now } => (Message)$"{Name(dose)} {Decimals.Short(was)} to {Decimals.Short(now)}",
                        { After: { } now } => $"{Name(dose)} in at {Decimals.Short(now)}",
                        _ => $"{Name(dose)} out, was {Decimals.Short(dose.Before!.Value)}",
                    }
                ),
            .. Fields.Select(field => (Message)$"{field.Field}: {field.Before} to {field.After}"),
            .. Doses
                .Where(dose => !dose.IsSame && dose.Follows)
                .Select(dose => (Message)$"{Name(dose)} follows to {Decimals.Short(dose.After ?? 0m)}"),
        ];
    }

    private static OrderedDictionary<string, decimal> DosesOf(Formula formula, IReadOnlySet<string> herbs)
    {
        var totals = FormulaTotals.Of(formula, herbs);
        var doses = new OrderedDictionary<string, decimal>(StringComparer.Ordinal);
        for (var line = 0; line < formula.Lines.Length; line++)
            doses[formula.Lines[line].Ingredient] = doses.GetValueOrDefault(formula.Lines[line].Ingredient) + totals.Doses[line];
        return doses;
    }

    private static string? Balance(Formula formula) => formula.Lines.FirstOrDefault(line => line.IsBalance)?.Ingredient;

    private static IEnumerable<FieldChange> FieldsOf(Formula before, Formula after)
    {
        FieldChange Of(string field, Func<Formula, Message> words) => new(field, words(before), words(after));
        return
        [
            Of("name", formula => formula.Name),
            Of("form", formula => Plain(formula.Form)),
            Of("worn on", formula => Plain(formula.Zone)),
            Of("for", formula => Plain(formula.Audience)),
            Of("use", formula => Plain(formula.Exposure)),
            Of("meets water", formula => YesNo(formula.WetUse)),
            Of("meets sun", formula => YesNo(formula.SunUse)),
            Of("climate", formula =>
                $"{Decimals.Short(formula.Climate.LowCelsius).CelsiusUnsigned} to {Decimals.Short(formula.Climate.HighCelsius).Celsius}"
            ),
            Of("process", formula => Plain(formula.Process)),
            Of("phases", formula => string.Join(", ", formula.Phases.Select(phase => $"{phase.Id} {phase.Name} ({Plain(phase.Stage)})"))),
            .. PhaseMoves(before, after),
            Of("claims", formula => Listed(formula.Label.Claims)),
            Of("declares", formula => Listed(formula.Label.Declares)),
            Of("notes", formula => formula.Notes.Length == 0 ? "none" : formula.Notes),
        ];
    }

    /// <summary>Ingredients of one line each that stand in another phase.</summary>
    private static IEnumerable<FieldChange> PhaseMoves(Formula before, Formula after) =>
        from line in after.Lines
        let was = before.Lines.Where(other => other.Ingredient == line.Ingredient).ToList()
        where was.Count == 1 && after.Lines.Count(other => other.Ingredient == line.Ingredient) == 1
        select new FieldChange($"phase of {line.Ingredient.Replace('-', ' ')}", was[0].Phase, line.Phase);

    private static string Listed(IReadOnlyCollection<string> words) => words.Count == 0 ? "none" : string.Join("; ", words);

    private static string YesNo(bool value) => value ? "yes" : "no";

    private static string Plain<T>(T value)
        where T : struct, Enum => Vocabulary.Word(value).Replace('-', ' ');
}
