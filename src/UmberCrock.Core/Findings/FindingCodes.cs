using System.Collections.Immutable;

namespace UmberCrock.Core.Findings;

/// <summary>A code a finding can carry, and when it does.</summary>
/// <param name="Code">The word that stands in documents for this kind of finding.</param>
/// <param name="Severities">The severities that findings of this code can have.</param>
/// <param name="When">The circumstance in which this code is found, in words.</param>
public sealed record FindingCode(string Code, ImmutableArray<Severity> Severities, string When);

/// <summary>The codes that this version can find. The contract lists more; a code joins here with the rule that finds it.</summary>
public static class FindingCodes
{
    /// <summary>The percents of the lines do not make 100.</summary>
    public const string TotalNot100 = "total-not-100";

    /// <summary>A dose is above a legal or an industry's hard limit.</summary>
    public const string OverLimit = "over-limit";

    /// <summary>A dose is above what practice uses.</summary>
    public const string AboveWindow = "above-window";

    /// <summary>A dose is below what it takes to do its work.</summary>
    public const string BelowWindow = "below-window";

    /// <summary>Ingredients of a group are too much together.</summary>
    public const string GroupOver = "group-over";

    /// <summary>An oil left on the skin burns it in sunlight.</summary>
    public const string Phototoxic = "phototoxic";

    /// <summary>Not for this audience or zone.</summary>
    public const string AudienceStop = "audience-stop";

    /// <summary>With care for this audience or zone.</summary>
    public const string AudienceCaution = "audience-caution";

    /// <summary>A source of allergens to be named.</summary>
    public const string AllergenSource = "allergen-source";

    /// <summary>The product is not free of water.</summary>
    public const string WaterPresent = "water-present";

    /// <summary>There is water in it and too little preservative.</summary>
    public const string WaterUnpreserved = "water-unpreserved";

    /// <summary>Used wet without a preservative.</summary>
    public const string WetUseUnpreserved = "wet-use-unpreserved";

    /// <summary>Unsaturated oils stand without an antioxidant.</summary>
    public const string AntioxidantMissing = "antioxidant-missing";

    /// <summary>An antioxidant taken for a preservative.</summary>
    public const string AntioxidantNotPreservative = "antioxidant-not-preservative";

    /// <summary>Water-loving, and nothing holds it.</summary>
    public const string PolarNotSoluble = "polar-not-soluble";

    /// <summary>Two that react with each other.</summary>
    public const string Reacts = "reacts";

    /// <summary>Two oils that do not mix at room temperature.</summary>
    public const string Immiscible = "immiscible";

    /// <summary>In a stage hotter than it bears.</summary>
    public const string StageTooHot = "stage-too-hot";

    /// <summary>Dried plant matter is left in the product.</summary>
    public const string BotanicalRaw = "botanical-raw";

    /// <summary>More powder than the fat can wet.</summary>
    public const string PowderOverload = "powder-overload";

    /// <summary>A product for the sun, or with a UV filter, that nobody has tested.</summary>
    public const string SunscreenUntested = "sunscreen-untested";

    /// <summary>A text of the label speaks as of a medicine.</summary>
    public const string ClaimDrug = "claim-drug";

    /// <summary>A text of the label promises protection from the sun.</summary>
    public const string ClaimSun = "claim-sun";

    /// <summary>A text of the label says what is not so.</summary>
    public const string ClaimUntrue = "claim-untrue";

    /// <summary>Label wording that cannot be shown.</summary>
    public const string ClaimVague = "claim-vague";

    /// <summary>A declared property that is not so.</summary>
    public const string DeclareUntrue = "declare-untrue";

    /// <summary>Not the band its form wants at 20 C.</summary>
    public const string WrongBand = "wrong-band";

    /// <summary>Softer than its form wants at the warm end.</summary>
    public const string TooSoftWarm = "too-soft-warm";

    /// <summary>Harder than its form wants at the cold end.</summary>
    public const string TooHardCold = "too-hard-cold";

    /// <summary>The product snaps or crumbles when it is used.</summary>
    public const string Brittle = "brittle";

    /// <summary>The product scrapes over skin instead of gliding.</summary>
    public const string Drag = "drag";

    /// <summary>The product lies on skin as a film of oil.</summary>
    public const string Greasy = "greasy";

    /// <summary>The product whitens and dries the skin.</summary>
    public const string Chalky = "chalky";

    /// <summary>The product sticks to fingers and lips.</summary>
    public const string Tacky = "tacky";

    /// <summary>The structure does not hold the oil, which weeps out.</summary>
    public const string OilBleed = "oil-bleed";

    /// <summary>A whipped butter lets go of its air when it is warm.</summary>
    public const string WhipCollapse = "whip-collapse";

    /// <summary>Butters in it may turn grainy when they cool slowly.</summary>
    public const string GrainRisk = "grain-risk";

    /// <summary>Set before an addition may go in.</summary>
    public const string WindowClosed = "window-closed";

    /// <summary>Something cold goes in and sets the wax at once.</summary>
    public const string SeizeRisk = "seize-risk";

    /// <summary>Water and oil stand together without an emulsifier.</summary>
    public const string EmulsifierMissing = "emulsifier-missing";

    /// <summary>There is too little emulsifier for the oil.</summary>
    public const string EmulsifierLow = "emulsifier-low";

    /// <summary>Emulsifier and oils do not suit.</summary>
    public const string EmulsifierMismatch = "emulsifier-mismatch";

    /// <summary>A powder sinks before the product sets.</summary>
    public const string Settling = "settling";

    /// <summary>The oils turn sooner than the form is wanted to keep.</summary>
    public const string Rancidity = "rancidity";

    /// <summary>A line of a recipe that is not understood.</summary>
    public const string IntakeUnmatched = "intake-unmatched";

    /// <summary>Amounts that were not weighed.</summary>
    public const string IntakeVolume = "intake-volume";

    /// <summary>The lines do not come to what the recipe claims.</summary>
    public const string IntakeTotal = "intake-total";

    /// <summary>Percents that made 100 only with herbs that are strained out.</summary>
    public const string IntakeHerbs = "intake-herbs";

    /// <summary>In a pasted recipe a decimal point may have slipped.</summary>
    public const string IntakeTenfold = "intake-tenfold";

    /// <summary>In a pasted recipe a range was read as its middle.</summary>
    public const string IntakeRange = "intake-range";

    /// <summary>A look of a study of it failed.</summary>
    public const string StudyFailed = "study-failed";

    /// <summary>A dose that the scale cannot weigh.</summary>
    public const string Unweighable = "unweighable";

    /// <summary>A dose that rounding to the scale moves.</summary>
    public const string Rounding = "rounding";

    /// <summary>All of them, in the order of the contract.</summary>
    public static ImmutableArray<FindingCode> All { get; } =
    [
        new(TotalNot100, [Severity.Stop], "The percents do not make 100.00, or the balance line would be negative."),
        new(
            OverLimit,
            [Severity.Stop],
            "Above a legal limit or industry standard for this use. Substances are summed over all lines that bring them."
        ),
        new(AboveWindow, [Severity.Caution], "Above the usual working window for this kind of product."),
        new(BelowWindow, [Severity.Note], "Below the usual working window for this kind of product."),
        new(
            GroupOver,
            [Severity.Stop, Severity.Caution],
            "A group's total is too high: essential oils, all scents, hard waxes, powders, preservatives."
        ),
        new(
            Phototoxic,
            [Severity.Stop, Severity.Caution],
            "A phototoxic oil left on skin that sees daylight: above its limit or the sum of shares above 1; a caution for any "
                + "at all in a product worn in the sun."
        ),
        new(AudienceStop, [Severity.Stop], "Not for this audience or zone, with the reason."),
        new(AudienceCaution, [Severity.Caution, Severity.Note], "Asks for care with this audience or zone, with the reason."),
        new(AllergenSource, [Severity.Note], "Nut, cereal, soy, sesame, lanolin, bee products, coconut: say it."),
        new(WaterPresent, [Severity.Caution], "The formula holds water and is not water-free."),
        new(WaterUnpreserved, [Severity.Stop], "Water, and no preservative at its working dose."),
        new(WetUseUnpreserved, [Severity.Caution], "Used wet, or holding what draws water, with no preservative."),
        new(
            AntioxidantMissing,
            [Severity.Caution, Severity.Note],
            "Polyunsaturated oils with no antioxidant; a note where there is little of them."
        ),
        new(AntioxidantNotPreservative, [Severity.Caution, Severity.Note], "A preservative is wanted and there is only an antioxidant."),
        new(Reacts, [Severity.Caution], "Two that change each other: an acid and a base, or two crystals that melt each other."),
        new(Immiscible, [Severity.Caution], "Two oils that do not dissolve in each other, with too little of a third to join them."),
        new(PolarNotSoluble, [Severity.Caution], "A polar liquid or powder that the oil phase cannot dissolve or hold."),
        new(
            EmulsifierMissing,
            [Severity.Caution, Severity.Note],
            "What rinses off, meets water or holds it has no emulsifier; beeswax and lanolin are none."
        ),
        new(EmulsifierLow, [Severity.Caution, Severity.Note], "It has one, and too little of it."),
        new(EmulsifierMismatch, [Severity.Caution], "The HLB that the emulsifiers supply is not what the oils want."),
        new(
            StageTooHot,
            [Severity.Caution, Severity.Note],
            "A heat-sensitive ingredient sits in a stage hotter than it bears; a note for scent that is stirred into a warm mix and poured."
        ),
        new(
            WindowClosed,
            [Severity.Caution, Severity.Note],
            "It must go in below a temperature at which the mix has already set; a note when by less than the set point is known."
        ),
        new(SeizeRisk, [Severity.Caution], "A later phase large and cold enough to set the molten waxes on contact."),
        new(
            GrainRisk,
            [Severity.Caution, Severity.Note],
            "A grain-prone butter, melted, in an amount that matters; a note for those that grain now and then."
        ),
        new(
            TooSoftWarm,
            [Severity.Caution, Severity.Note],
            "Softer than its form wants at the warm end of its climate; a note when by less than firmness is known."
        ),
        new(TooHardCold, [Severity.Caution, Severity.Note], "Harder than its form wants at the cold end; a note when by one band."),
        new(
            WrongBand,
            [Severity.Caution, Severity.Note],
            "At 20 C it is not in a band its form wants; a note when by less than firmness is known."
        ),
        new(Brittle, [Severity.Caution], "Wax that snaps brings nearly all of the firmness."),
        new(Drag, [Severity.Caution], "Scrapes on skin."),
        new(Greasy, [Severity.Caution], "Lies on skin for long."),
        new(Chalky, [Severity.Caution], "More dry powder than the fat hides."),
        new(Tacky, [Severity.Caution], "Sticks to the finger."),
        new(OilBleed, [Severity.Caution], "More liquid at the warm end than crystals and powders hold."),
        new(WhipCollapse, [Severity.Caution], "A whipped butter too soft to hold air at the warm end of its climate."),
        new(
            Settling,
            [Severity.Caution, Severity.Note],
            "A dense powder sinks further than shows: a note where stirring until the mix thickens holds it, a caution where it never sets."
        ),
        new(BotanicalRaw, [Severity.Caution], "Plant powder or herb left in: grit, mould; strain it."),
        new(PowderOverload, [Severity.Caution], "More powder than the fatty phase can wet."),
        new(Rancidity, [Severity.Caution], "Polyunsaturated oils with a short life dominate."),
        new(
            SunscreenUntested,
            [Severity.Note, Severity.Caution, Severity.Stop],
            "Sun use or a UV filter: what cannot be known or claimed. A note for a filter that is not worn for the sun; a stop when the "
                + "label claims protection."
        ),
        new(ClaimDrug, [Severity.Caution, Severity.Stop], "Wording of the label that treats, cures or names an illness."),
        new(ClaimSun, [Severity.Caution, Severity.Stop], "Wording of the label about the sun."),
        new(ClaimUntrue, [Severity.Stop], "Wording of the label that this formula contradicts."),
        new(ClaimVague, [Severity.Caution, Severity.Stop], "Wording of the label that cannot be shown."),
        new(DeclareUntrue, [Severity.Stop], "A declared property that the ingredients contradict."),
        new(IntakeUnmatched, [Severity.Caution], "A line of a recipe names nothing that is known, or gives no amount."),
        new(IntakeVolume, [Severity.Note], "Amounts by spoon, cup or drop: grams with a low and a high."),
        new(IntakeTotal, [Severity.Caution], "The lines do not come to what the recipe says it makes."),
        new(
            IntakeHerbs,
            [Severity.Note],
            "The percents made 100 only with herbs that are strained out: they were taken out of the hundred."
        ),
        new(IntakeTenfold, [Severity.Caution], "An amount that fits its window only when divided or multiplied by ten."),
        new(IntakeRange, [Severity.Note], "An amount given as a range, read as its middle."),
        new(
            StudyFailed,
            [Severity.Note, Severity.Caution, Severity.Stop],
            "A look of a study failed: a stop in the room or the cold, a caution elsewhere, a note once the formula has changed."
        ),
        new(Unweighable, [Severity.Caution], "A dose that is too small for the scale: weigh a larger batch or a premix."),
        new(Rounding, [Severity.Note], "Rounding to the scale moves a dose noticeably."),
    ];
}
