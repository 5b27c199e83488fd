namespace UmberCrock.Core.Tests.Borders;

/// <summary>Numbers of data/rules that are no thresholds: they go into an equation, a dose that is offered, or a plan, whose tests are
/// named.</summary>
internal static class Figures
{
    public static readonly (string Paths, string HeldBy)[] All =
    [
        ("antioxidants/suggestedPercent", "FindingExampleTests: its fix cures"),
        ("climates/", "temperatures that a maker chooses by name"),
        ("cooling/", "HeatInThePotTests: equations, priors and errors of readings"),
        ("emulsifiers/rinseOffPercentTo", "words of a finding"),
        ("feel/greasePerPowder", "OutlookTests: feel adds up"),
        ("feel/dragPerSolid", "OutlookTests: feel adds up"),
        ("feel/tackScale", "OutlookTests: feel adds up"),
        ("feel/powderScale", "OutlookTests: feel adds up"),
        ("feel/powderOfferedPercent", "FindingExampleTests: its fix cures"),
        ("feel/dryOilPercent", "FindingExampleTests: its fix cures"),
        ("intake/units/", "IntakeLineTests: NIST Handbook 44"),
        ("intake/numberWords/", "IntakeLineTests"),
        ("intake/fewestDrops", "IntakeLineTests: the range of drops"),
        ("intake/mostDrops", "IntakeLineTests: the range of drops"),
        ("label/usualOpenMonths", "a stand-in where no life once opened is known; every shipped ingredient has one"),
        ("label/gramsPerOunce", "the application's label tests: 15 g are 0.53 oz (International Yard and Pound Agreement, 1959)"),
        ("months/antioxidantFactor", "KeepingSayingTests: months by hand"),
        ("months/warmFactor", "KeepingSayingTests: months by hand"),
        ("months/ironFactor", "KeepingSayingTests: months by hand"),
        ("months/botanicalFactor", "KeepingSayingTests: months by hand"),
        ("pouring/meltAboveClearCelsius", "with meltCelsius: the hotter of the two"),
        ("preservation/offeredPercent", "FindingExampleTests: its fix cures"),
        ("scale/dilutions/", "WeighSheetTests: a dilution that can be weighed"),
        ("settling/agglomerateMicrometres", "CoolingAndSettlingTests: Stokes"),
        ("settling/dispersedMicrometres", "CoolingAndSettlingTests: Stokes"),
        ("settling/roomCelsius", "HeatInThePotTests: cooling"),
        ("settling/pourAboveSetCelsius", "HeatInThePotTests: cooling"),
        ("settling/containerMillilitres", "HeatInThePotTests: the rate goes by surface and mass"),
        ("stages/flashPoints/", "FindingTests: said beside the scent"),
        ("stages/hottestCoolCelsius", "words beside a cool phase of the bench, no rule"),
        ("stages/warmAboveSetCelsius", "FindingTests: a warm stage is this mix's"),
        ("swaps/swaps/", "PanelTests: doses by what they do"),
        ("stability/plan/", "OutlookTests: the plan of looks"),
        ("texture/skinCelsius", "the temperature at which solids on skin are read"),
        ("texture/otherUndercoolingCelsius", "SolidFatTests: undercooling by crystal"),
        ("texture/crystals/", "SolidFatTests: undercooling by crystal"),
        ("texture/fatNetwork/", "TradeFactTests: fitted to the facts"),
        ("texture/strengths/", "TradeFactTests: fitted to the facts"),
        ("texture/powders/", "TradeFactTests: fitted to the facts"),
        ("texture/powderExceptions/", "TradeFactTests: fitted to the facts"),
        ("texture/otherPowder", "FormTests"),
        ("texture/bands/0/", "the softest band begins at nothing"),
        ("texture/structure/flexiblePartnerPercent", "FindingExampleTests: its fix cures"),
        ("texture/structure/oilHeld", "one sum with beeswax's, whose border stands here"),
    ];
}
