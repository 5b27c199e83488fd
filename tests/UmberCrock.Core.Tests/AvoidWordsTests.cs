using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Doses;
using UmberCrock.Core.Topics.FreeFrom;

namespace UmberCrock.Core.Tests;

/// <summary>Lists of things to avoid as people type them: what each word must and must not mean is written down first (common
/// practice).</summary>
public class AvoidWordsTests
{
    [Theory]
    [InlineData("lanolin", "lanolin", "beeswax tallow")]
    [InlineData("nuts", "sweet-almond-oil hazelnut-oil shea-butter-refined", "sunflower-oil")]
    [InlineData("Bee products", "beeswax honey", "lanolin")]
    [InlineData("linalool", "lavender-oil", "jojoba-oil cocoa-butter")]
    [InlineData("lavender", "lavender-oil", "tea-tree-oil")]
    [InlineData("castor", "castor-oil", "jojoba-oil")]
    // First I wrote that rosehip is not meant; the trade calls it rose hip too, and whoever keeps away from rose wants to be asked.
    [InlineData("rose", "rosehip-oil", "rosemary-extract")]
    [InlineData("shea; beeswax", "shea-butter-refined beeswax", "mango-butter")]
    [InlineData("Cera Alba", "beeswax", "candelilla-wax")]
    public void A_word_means_all_that_it_may_mean_and_no_more(string typed, string means, string not)
    {
        var read = AvoidWords.Of(typed, Some.Catalogue);
        read.Unknown.ShouldBeEmpty();
        foreach (var slug in means.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            read.All.ShouldContain(slug);
        foreach (var slug in not.Split(' '))
            read.All.ShouldNotContain(slug);
    }

    [Fact]
    public void A_word_that_means_nothing_here_is_named()
    {
        var read = AvoidWords.Of("lanolin, moonlight, , ;", Some.Catalogue);
        read.Unknown.ShouldBe(["moonlight"]);
        read.Each.Length.ShouldBe(1);
        AvoidWords.Of(null, Some.Catalogue).All.ShouldBeEmpty();
    }

    /// <summary>Longest tag: 30 letters; a comma parts tags and is no part of one.</summary>
    [Theory]
    [InlineData(29, true)]
    [InlineData(30, true)]
    [InlineData(31, false)]
    public void A_tag_has_an_end(int letters, bool isTaken)
    {
        var typed = new string('a', letters);
        if (isTaken)
            Tags.One(typed).ShouldBe(typed);
        else
            Should.Throw<DocumentException>(() => Tags.One(typed));
    }

    [Fact]
    public void Tags_are_kept_as_one_text_in_which_one_can_be_looked_for()
    {
        Tags.One("  Club   Gift ").ShouldBe("club gift");
        var text = Tags.ToText(["gift", "club", "gift"]);
        Tags.Read(text).ShouldBe(["club", "gift"]);
        text.ShouldContain(Tags.Within("gift"));
        text.ShouldNotContain(Tags.Within("gif"));
        Tags.ToText([]).ShouldBe("");
        foreach (var typed in new[] { "", " ", "a,b", "a|b", "a\u0007b", null })
            Should.Throw<DocumentException>(() => Tags.One(typed));
    }

    /// <summary>Just below, at and just above what the settings take.</summary>
    [Theory]
    [InlineData(5, 60, 300, 12, 0)]
    [InlineData(6, 60, 300, 12, 0)]
    [InlineData(7, 60, 300, 12, 1)]
    [InlineData(6, 61, 300, 1, 1)]
    [InlineData(6, 60, 301, 1, 1)]
    [InlineData(6, 60, 299, 13, 1)]
    public void Currency_and_lists_have_their_ends(int currency, int name, int what, int lists, int problems) =>
        (
            Workshop.Default with
            {
                Currency = new string('k', currency),
                Avoids = [.. Enumerable.Repeat(new AvoidList(new string('n', name), new string('w', what)), lists)],
            }
        )
            .Problems()
            .Count()
            .ShouldBe(problems);

    [Fact]
    public void A_list_lacks_neither_name_nor_what()
    {
        (Workshop.Default with { Avoids = [new("", "nuts"), new("Anna", " ")] })
            .Problems()
            .Select(problem => problem.Pointer)
            .ShouldBe(["/avoids/0/name", "/avoids/1/what"]);
        (Workshop.Default with { Currency = "7 kr" }).Problems().Single().Pointer.ShouldBe("/currency");
        Workshop.Parse("{}").Avoids.ShouldBeEmpty("a file of an earlier version has none");
    }

    /// <summary>The ceilings that the schools are described by (common practice): 1 and 0.5 %, 3 and 1 %.</summary>
    [Fact]
    public void A_school_is_shown_by_its_ceilings()
    {
        DosesTopic.ScentCeilings(Some.Catalogue.Rules, ScentSchool.Stricter).ShouldBe((1m, 0.5m));
        DosesTopic.ScentCeilings(Some.Catalogue.Rules, ScentSchool.Looser).ShouldBe((3m, 1m));
    }
}
