using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Tests;

/// <summary>What a pasted recipe says went wrong: written down before it was run. What warns, denies or only describes is left in
/// peace.</summary>
public sealed class SaidSymptomTests
{
    private static string In(string text) =>
        string.Join(' ', WhatWentWrong.SaidIn(text, Some.Catalogue.Rules).Select(symptom => Vocabulary.Word(symptom)));

    [Theory]
    [InlineData("Whipped shea. It went grainy after a week", "grainy")]
    [InlineData("IT WENT A BIT GRAINY!", "grainy")]
    [InlineData("my balm came out really gritty", "gritty")]
    [InlineData("It’s too soft in summer and it went rancid.", "too-soft smells-rancid")]
    [InlineData("the bar is too hard", "too-hard")]
    [InlineData("mine never set", "too-soft")]
    [InlineData("after two days it separated", "layers")]
    [InlineData("the zinc sank", "sunk-powder")]
    [InlineData("lip balm, drags on my lips", "drags")]
    [InlineData("they are sticky", "sticky")]
    [InlineData("(won't come out of the mould)", "stuck-in-mould")]
    [InlineData("It smells of crayons", "smells-rancid")]
    [InlineData("there is oil on top", "oil-on-top")]
    [InlineData("It stings my lips", "stings")]
    [InlineData("whipped it for an hour: it won't whip", "will-not-whip")]
    public void What_went_wrong_is_found(string text, string symptoms) => In(text).ShouldBe(symptoms);

    [Theory]
    [InlineData("Stir until thick, or it goes grainy")]
    [InlineData("if it is grainy, melt it again")]
    [InlineData("Cool fast to avoid graininess")]
    [InlineData("so that it never went grainy")]
    [InlineData("it was not sticky at all")]
    [InlineData("20 g beeswax, 80 g olive oil. Melt until clear, pour when it is cloudy.")]
    [InlineData("Brown sugar, sea salt, sandy clay")]
    [InlineData("Whip until it is fluffy and white")]
    [InlineData("A hard bar: 40 % cocoa butter")]
    [InlineData("remove from heat before it is too hard to stir")]
    [InlineData("the oil is separated from the herbs by straining")]
    [InlineData("")]
    public void What_warns_or_describes_is_left_in_peace(string text) => In(text).ShouldBeEmpty();

    /// <summary>No symptom is forgotten, and each way of saying it is found.</summary>
    [Fact]
    public void Every_symptom_can_be_said_in_every_way_of_its_row()
    {
        var rows = Some.Catalogue.Rules.Of<CauseRules>().Said.Rows;
        rows.Select(row => row.Symptom).ShouldBe(Enum.GetValues<Symptom>());
        foreach (var row in rows)
        {
            foreach (var said in row.Words.Select(word => $"it is {word}").Concat(row.Whole))
                In($"Then {said} again").Split(' ').ShouldContain(Vocabulary.Word(row.Symptom), said);
        }
    }
}
