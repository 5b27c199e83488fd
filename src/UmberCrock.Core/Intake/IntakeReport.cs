using System.Collections.Immutable;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Units;

namespace UmberCrock.Core.Intake;

/// <summary>A line of a recipe that names an ingredient, as it was read.</summary>
/// <param name="Number">The line's number in the pasted text, from 1.</param>
/// <param name="Text">The line of the recipe as it was pasted.</param>
/// <param name="Name">The words of it that were read as the name.</param>
/// <param name="Ingredient">Slug; null when nothing is known by that name.</param>
/// <param name="Amount">The amount as written, the middle of a range; null when there is none.</param>
/// <param name="AmountLow">The lower end of a range; the amount itself where it is none.</param>
/// <param name="AmountHigh">Upper end of the amount as written, in its unit.</param>
/// <param name="Unit">Its unit: g, kg, mg, oz, lb, ml, cl, dl, l, tsp, tbsp, cup, fl-oz, pint, drop, percent, part, or "to-100".</param>
/// <param name="Grams">What it weighs; null when that cannot be said.</param>
/// <param name="GramsLow">Least mass that the amount can mean, g.</param>
/// <param name="GramsHigh">Greatest mass that the amount can mean, g.</param>
/// <param name="Percent">Weight percent of what was matched and measured, herbs that are strained out among it.</param>
/// <param name="PercentLow">At least: when it is lightest and all others heaviest.</param>
/// <param name="PercentHigh">Greatest weight percent that the line can come to.</param>
/// <param name="Weighed">True when it was given by weight.</param>
/// <param name="Alternatives">Slugs of what else the name may mean, best first.</param>
/// <param name="Assumed">What was assumed to make grams of it: "44.4 mL at 0.55 g/mL poured, 0.45 to 0.65".</param>
/// <param name="Line">Index of its line in the formula; null when it is not in it.</param>
public sealed record IntakeLine(
    int Number,
    string Text,
    string Name,
    string? Ingredient,
    decimal? Amount,
    decimal? AmountLow,
    decimal? AmountHigh,
    string? Unit,
    decimal? Grams,
    decimal? GramsLow,
    decimal? GramsHigh,
    decimal? Percent,
    decimal? PercentLow,
    decimal? PercentHigh,
    bool Weighed,
    ImmutableArray<string> Alternatives,
    Message Assumed,
    int? Line
);

/// <summary>What a line that names no ingredient was read as.</summary>
public enum AsideKind
{
    /// <summary>A line that gives the recipe its name.</summary>
    Name,

    /// <summary>A line that opens a phase of the recipe.</summary>
    Heading,

    /// <summary>What the recipe says it makes.</summary>
    Claim,

    /// <summary>A line that instructs, or that says nothing to weigh.</summary>
    Aside,
}

/// <summary>A line of a recipe that names no ingredient.</summary>
public sealed record IntakeAside(int Number, string Text, AsideKind Kind);

/// <summary>A recipe as it was read: lines, batch, findings and the formula they make.</summary>
/// <param name="Lines">Lines that name an ingredient.</param>
/// <param name="Asides">The others, blank ones left out.</param>
/// <param name="TotalGrams">Sum of what was matched and measured.</param>
/// <param name="ProductGrams">The same without herbs that are steeped and strained out.</param>
/// <param name="ClaimedTotalGrams">What the recipe, or its bearer, says it makes; null when neither does.</param>
/// <param name="Findings">What there is to doubt; their lines are indices of <paramref name="Lines"/>, the edits of their fixes are for
/// <paramref name="Formula"/>.</param>
/// <param name="Formula">The formula that the recipe's lines make.</param>
public sealed record IntakeReport(
    ImmutableArray<IntakeLine> Lines,
    ImmutableArray<IntakeAside> Asides,
    decimal TotalGrams,
    decimal ProductGrams,
    decimal? ClaimedTotalGrams,
    ImmutableArray<Finding> Findings,
    Formula Formula
)
{
    /// <summary>What the words of the recipe's name tell of its form and wearer; used at once, and to be changed where it is
    /// wrong.</summary>
    public ImmutableArray<IntakeGuess> Guesses { get; init; } = [];
}

/// <summary>A field of the formula that was guessed.</summary>
/// <param name="Field">Its name in the document: form, audience, zone or sunUse.</param>
/// <param name="Value">The word of the contract that it was given.</param>
/// <param name="Because">What told it.</param>
public sealed record IntakeGuess(string Field, string Value, string Because);

/// <summary>How a recipe is to be read where its text leaves it open.</summary>
/// <param name="DropsPerMillilitre">How many drops make a millilitre.</param>
/// <param name="ClaimedTotalGrams">What it is said to make, when the text does not say.</param>
/// <param name="Spoons">Whose spoons and cups the recipe measures with.</param>
/// <param name="Form">What it makes; null to go by the words of its name.</param>
/// <param name="Audience">Who wears it; null to go by the words of its name.</param>
/// <param name="Zone">Where it is worn; null to go by the words of its name.</param>
/// <param name="SunUse">Whether it is worn in the sun; null to go by the words of its name.</param>
public sealed record IntakeOptions(
    decimal DropsPerMillilitre = 20m,
    decimal? ClaimedTotalGrams = null,
    Spoons Spoons = Spoons.Us,
    ProductForm? Form = null,
    Audience? Audience = null,
    Zone? Zone = null,
    bool? SunUse = null
);
