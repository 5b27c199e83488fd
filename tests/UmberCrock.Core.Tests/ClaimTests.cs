using FsCheck.Xunit;
using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Labels;

namespace UmberCrock.Core.Tests;

/// <summary>Words of a label: half of these phrases may not stand or need care, half are innocent.</summary>
public class ClaimTests
{
    private static readonly Formula Balm = Some.Lines(
        ProductForm.Balm,
        "beeswax 14",
        "shea-butter-refined 20",
        "sunflower-oil-high-oleic",
        "tocopherol-mixed 0.5",
        "zinc-oxide 4"
    );

    /// <summary>Claims that law or its guidance calls out: Directive 2001/83/EC Article 1(2), FD&amp;C Act section 201(g), Regulation (EU)
    /// 655/2013, 21 CFR 201.327, from memory.</summary>
    public static TheoryData<string, string> Refused =>
        new()
        {
            { "SPF 30", "claim-sun" },
            { "spf30 and waterproof", "claim-sun" },
            { "S.P.F. thirty", "claim-sun" },
            { "Factor fifty", "claim-sun" },
            { "Natural sun screen", "claim-sun" },
            { "Sunscreens for rowers", "claim-sun" },
            { "UVA and UVB", "claim-sun" },
            { "Broad-spectrum zinc", "claim-sun" },
            { "Protects from the sun all day", "claim-sun" },
            { "All-day protection", "claim-sun" },
            { "After-sun balm", "claim-sun" },
            { "A sunblock without compare", "claim-sun" },
            { "No sunburn any more", "claim-sun" },
            { "Heals cracked hands", "claim-drug" },
            { "HEALING BALM", "claim-drug" },
            { "A remedy for blisters", "claim-drug" },
            { "Cures dry skin", "claim-drug" },
            { "Treats chapped lips", "claim-drug" },
            { "Treatment for rough heels", "claim-drug" },
            { "For eczema and psoriasis", "claim-drug" },
            { "eczéma", "claim-drug" },
            { "Anti-acne stick", "claim-drug" },
            { "Helps with nappy rashes", "claim-drug" },
            { "Soothes burns", "claim-drug" },
            { "For cuts and grazes", "claim-drug" },
            { "Cold-sore stick", "claim-drug" },
            { "For athlete's foot", "claim-drug" },
            { "Anti-fungal", "claim-drug" },
            { "Antibacterial tea tree", "claim-drug" },
            { "Kills germs", "claim-drug" },
            { "Sanitises hands", "claim-drug" },
            { "Anti-inflammatory", "claim-drug" },
            { "Relieves arthritis pain", "claim-drug" },
            { "No more pain", "claim-drug" },
            { "For sore muscles", "claim-drug" },
            { "Chest rub for colds", "claim-drug" },
            { "Against migraines", "claim-drug" },
            { "Stress relief in a tin", "claim-drug" },
            { "Mosquito repellent", "claim-drug" },
            { "Keeps midges off", "claim-drug" },
            { "Kills fleas", "claim-drug" },
            { "Promotes beard growth", "claim-drug" },
            { "Boosts collagen", "claim-drug" },
            { "Skin lightening", "claim-drug" },
            { "Therapeutic grade oils", "claim-drug" },
            { "Not only softens but heals", "claim-drug" },
            { "Reduces cellulite", "claim-vague" },
            { "Detoxifying", "claim-vague" },
            { "Non-toxic", "claim-vague" },
            { "Anti-aging", "claim-vague" },
            { "Removes wrinkles", "claim-vague" },
            { "Hypoallergenic", "claim-vague" },
            { "Dermatologically tested", "claim-vague" },
            { "Clinically proven", "claim-vague" },
            { "Doctor recommended", "claim-vague" },
            { "Cruelty-free", "claim-vague" },
            { "Paraben free", "claim-vague" },
            { "Free from nasties", "claim-vague" },
            { "Free from chemicals", "claim-vague" },
            { "100% natural", "claim-vague" },
            { "Organic hand balm", "claim-vague" },
            { "Eco-friendly", "claim-vague" },
            { "Safe for babies", "claim-vague" },
            { "Dog safe", "claim-vague" },
            { "For sensitive skin", "claim-vague" },
            { "No irritation", "claim-vague" },
            { "The best balm on the river", "claim-vague" },
            { "Sunproof", "claim-sun" },
            { "Sun safe", "claim-sun" },
            { "Mineral sun care", "claim-sun" },
            { "High protection", "claim-sun" },
            { "Raspberry seed oil protects from UV", "claim-sun" },
            { "50 SPF", "claim-sun" },
            { "LSF 30", "claim-sun" },
            { "Water-resistant", "claim-sun" },
            { "S P F 50", "claim-sun" },
            { "Prevents infection", "claim-drug" },
            { "Stops itching", "claim-drug" },
            { "Reduces swelling", "claim-drug" },
            { "Improves circulation", "claim-drug" },
            { "Regenerates tissue", "claim-drug" },
            { "Stimulates cell growth", "claim-drug" },
            { "Lightens dark spots", "claim-drug" },
            { "Grows hair", "claim-drug" },
            { "Dissolves scars", "claim-drug" },
            { "Draws out splinters", "claim-drug" },
            { "Strengthens the immune system", "claim-drug" },
            { "For allergies", "claim-drug" },
            { "Hay fever balm", "claim-drug" },
            { "For varicose veins", "claim-drug" },
            { "Balances hormones", "claim-drug" },
            { "Stops bleeding", "claim-drug" },
            { "Burn salve", "claim-drug" },
            { "Sleep better tonight", "claim-drug" },
            { "Clears the airways", "claim-drug" },
            { "Kills 99 % of bacteria", "claim-drug" },
            { "Virus protection", "claim-drug" },
            { "Reverses ageing", "claim-vague" },
            { "Makes you look ten years younger", "claim-vague" },
            { "Rejuvenates", "claim-vague" },
            { "Lasts forever", "claim-vague" },
            { "Vegan", "claim-untrue" },
            { "Bee-free balm", "claim-untrue" },
            { "Without beeswax", "claim-untrue" },
            { "Nut free", "claim-untrue" },
            { "With cocoa butter", "claim-untrue" },
            { "Contains lavender oil", "claim-untrue" },
        };

    /// <summary>What a maker may well say.</summary>
    public static TheoryData<string> Innocent =>
        new(
            "For dry hands after rowing",
            "For the noon race",
            "Softens and comforts dry skin",
            "A balm stick with a dry white finish",
            "With zinc oxide for a dry white finish",
            "Not tested for sun protection",
            "Not a sunscreen",
            "No SPF: never tested",
            "Made without water",
            "Fragrance free",
            "Unscented",
            "Contains no water",
            "Lanolin free",
            "With shea butter",
            "With beeswax and shea butter",
            "Contains vitamin E",
            "Rich and slow to melt",
            "Rub between warm palms",
            "Keep cool, dark and closed",
            "For external use only",
            "Keep out of reach of children",
            "Use on clean, dry skin",
            "With clean hands or a spatula",
            "In a green tin",
            "Smells of lavender fields",
            "A little treat for tired hands",
            "Winter treats for rowers",
            "Stays on in a light drizzle",
            "Leaves no greasy film",
            "For hands that hold an oar",
            "Hair stays in place",
            "Tames the beard",
            "For hooves and saddle leather",
            "Health and happiness from the boathouse",
            "Made by hand in small batches",
            "Batch of forty tins",
            "Best before the regatta",
            "Ask your doctor if you are unsure",
            "Do not use on broken skin",
            "Avoid the eyes",
            "Not medicated",
            "Warm between the fingers",
            "Melts at the touch of skin",
            "Firm in the kit bag",
            "Soft butter in the cold",
            "Pairs well with a woolly hat",
            "A film that lasts through the outing",
            "Lips stay soft",
            "Moisturises dry nipple skin; wipe off before feeding",
            "Helps skin look smoother",
            "A light feel",
            "For oily-looking skin",
            "For dry, rough skin",
            "Foot balm for dry feet",
            "Evening balm with a calm scent",
            "Massage balm with a cooling feel",
            "Skin looks smoother",
            "For rough elbows and heels",
            "Store below 25 degrees",
            "Test a little on the inner forearm first",
            "Power factor 30 of the crew",
            "In a waterproof pouch",
            "Cured for two weeks",
            "The jar is sterilised before filling",
            "Repels water from the oar's leather",
            "Whitening of the tin is only bloom",
            "Painstakingly stirred",
            "Slices like cold butter",
            "Ticks every box for the coach",
            "Cold mornings on the water",
            "For cold mornings",
            "For a cold launch",
            "A little goes a long way",
            "No water, so nothing grows",
            "Itching to row",
            "Sunny days on the water",
            "A balm for sundown",
            "Keep away from sunlight",
            "Not for use in the sun",
            "Sun-dried calendula petals",
            "Cold-pressed sunflower oil",
            "UV-cured ink",
            "The cured wood of the mould",
            "A barrier against cold wind",
            "Free of plastic",
            "Bacteria do not grow without water",
            "Healthy-looking shine",
            "For cracked heels",
            "Wind-chapped cheeks",
            "For split ends",
            "Cells of honeycomb on the lid",
            "Ages well in the tin",
            "Age: made this spring",
            "Works with gloves",
            "Kills time on the train",
            "First aid is another box",
            "Peppermint tingle",
            "Contains shea, a tree nut",
            "May contain traces of nuts",
            "Twist up a little",
            "Antioxidant keeps the oils fresh",
            "Natural colour of beeswax",
            "Melts at 32 degrees",
            "Seals in moisture",
            "Protects from wind and spray",
            "Burns off the morning mist",
            "Not edible",
            "Against the rub of the seat",
            "Does not heal, only softens"
        );

    [Theory]
    [MemberData(nameof(Refused))]
    public void What_may_not_stand_or_needs_care_is_found(string text, string code) =>
        ClaimCheck.Of(text, Resolved(Balm)).Select(problem => problem.Code).ShouldContain(code);

    [Theory]
    [MemberData(nameof(Innocent))]
    public void It_does_not_cry_wolf(string text) => ClaimCheck.Of(text, Resolved(Balm)).ShouldBeEmpty();

    [Fact]
    public void There_are_enough_phrases_of_both_kinds()
    {
        Innocent.Count.ShouldBeGreaterThanOrEqualTo(60);
        (Innocent.Count + Refused.Count).ShouldBeGreaterThanOrEqualTo(120);
    }

    [Fact]
    public void Every_better_wording_stands_itself() =>
        Some
            .Catalogue.Rules.Claims.Rules.Where(rule => rule.Better is not null)
            .Select(rule =>
                (
                    rule.Better,
                    Problems: ClaimCheck
                        .Of(rule.Better!, Resolved(Balm))
                        .Where(problem => problem.Severity == Severity.Stop && problem.Code != FindingCodes.ClaimUntrue)
                )
            )
            .Where(entry => entry.Problems.Any())
            .ShouldBeEmpty();

    [Fact]
    public void Regions_differ()
    {
        var us = EvaluationSettings.Default with { Region = Region.Us };
        ClaimCheck.Of("Antiperspirant", Resolved(Balm)).ShouldBeEmpty();
        ClaimCheck.Of("Antiperspirant", ResolvedFormula.Of(Balm, Some.Catalogue, us)).ShouldNotBeEmpty();
        ClaimCheck.Of("Paraben free", ResolvedFormula.Of(Balm, Some.Catalogue, us)).ShouldBeEmpty();
    }

    [Fact]
    public void A_claim_is_cured_by_a_better_wording_or_by_leaving_it_out()
    {
        var claimed = Balm with { Label = new(["Heals cracked hands", "For dry hands"], ["vegan", "nut-free"]) };
        var evaluation = Some.Evaluate(claimed);
        var drug = evaluation.Findings.Single(finding => finding.Code == FindingCodes.ClaimDrug);
        drug.Severity.ShouldBe(Severity.Stop);
        Some.Edited(claimed, drug.Fixes[0].Edits).Label.Claims.ShouldBe(["Softens and comforts dry skin", "For dry hands"]);
        var untrue = evaluation.Findings.Where(finding => finding.Code == FindingCodes.DeclareUntrue).ToList();
        untrue.Count.ShouldBe(2, "beeswax is of bees, shea counts as a nut");
        Some.Edited(claimed, untrue[0].Fixes[0].Edits).Label.Declares.ShouldBe(["nut-free"]);
        Some.Found(Balm with { Name = "SPF 50 stick" }, FindingCodes.ClaimSun)!.Severity.ShouldBe(Severity.Stop);
    }

    [Property]
    public void Any_text_at_all_is_judged_without_an_error(string? text) => ClaimCheck.Of(text ?? "", Resolved(Balm));

    private static ResolvedFormula Resolved(Formula formula) => ResolvedFormula.Of(formula, Some.Catalogue, EvaluationSettings.Default);
}
