using UmberCrock.Core.Findings;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Tests;

/// <summary>For each finding about what a formula will be like, one in which it appears and can be cured.</summary>
internal static class FindingExamples
{
    /// <summary>The formulas, by finding code; each is named after its finding.</summary>
    public static IReadOnlyDictionary<string, Formula> ByCode { get; } =
        new Dictionary<string, Formula>(StringComparer.Ordinal)
        {
            [FindingCodes.WrongBand] = Of(
                FindingCodes.WrongBand,
                ProductForm.LipBalm,
                "beeswax 12",
                "castor-oil 10",
                "olive-oil",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.TooSoftWarm] = Of(
                FindingCodes.TooSoftWarm,
                ProductForm.Stick,
                "beeswax 13",
                "cocoa-butter 35",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ) with
            {
                Climate = new Climate(10, 34),
            },
            [FindingCodes.TooHardCold] = Of(
                FindingCodes.TooHardCold,
                ProductForm.Butter,
                "shea-butter-refined 40",
                "coconut-oil 35",
                "beeswax 3",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ) with
            {
                Climate = new Climate(0, 24),
            },
            [FindingCodes.Brittle] = Of(
                FindingCodes.Brittle,
                ProductForm.LipBalm,
                "candelilla-wax 18",
                "carnauba-wax 5",
                "castor-oil 30",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.Drag] = Of(
                FindingCodes.Drag,
                ProductForm.Stick,
                "beeswax 25",
                "candelilla-wax 8",
                "cetyl-alcohol 5",
                "carnauba-wax 2",
                "castor-oil 10",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.Greasy] = Of(FindingCodes.Greasy, ProductForm.Stick, "petrolatum 40", "beeswax 20", "lanolin 10", "olive-oil"),
            [FindingCodes.Chalky] = Of(
                FindingCodes.Chalky,
                ProductForm.Butter,
                "shea-butter-refined 26",
                "cocoa-butter 16",
                "arrowroot-starch 16",
                "kaolin 12",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.Tacky] = Of(
                FindingCodes.Tacky,
                ProductForm.Balm,
                "castor-oil 30",
                "lanolin 10",
                "beeswax 14",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.OilBleed] = Of(
                FindingCodes.OilBleed,
                ProductForm.Ointment,
                "shea-butter-refined 45",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.WhipCollapse] = Of(
                FindingCodes.WhipCollapse,
                ProductForm.WhippedButter,
                "shea-butter-refined 55",
                "arrowroot-starch 5",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ) with
            {
                Process = Process.ColdWhip,
            },
            [FindingCodes.GrainRisk] = Of(
                FindingCodes.GrainRisk,
                ProductForm.Balm,
                "shea-butter-refined 30",
                "beeswax 12",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.WindowClosed] = Of(
                FindingCodes.WindowClosed,
                ProductForm.Stick,
                "candelilla-wax 10",
                "beeswax 14",
                "sunflower-oil-high-oleic",
                "B tocopherol-mixed 0.5",
                "B peppermint-oil 0.3"
            ),
            [FindingCodes.SeizeRisk] = Of(
                FindingCodes.SeizeRisk,
                ProductForm.Stick,
                "beeswax 24",
                "cocoa-butter 10",
                "castor-oil 6",
                "B sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.Rancidity] = Of(FindingCodes.Rancidity, ProductForm.Balm, "beeswax 16", "rosehip-oil 24", "olive-oil"),
            [FindingCodes.EmulsifierMissing] = Of(
                FindingCodes.EmulsifierMissing,
                ProductForm.Bar,
                "beeswax 20",
                "cocoa-butter 18",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ) with
            {
                Exposure = Exposure.RinseOff,
            },
            [FindingCodes.EmulsifierLow] = Of(
                FindingCodes.EmulsifierLow,
                ProductForm.Bar,
                "beeswax 20",
                "cocoa-butter 18",
                "emulsifying-wax-nf 4",
                "sunflower-oil-high-oleic",
                "tocopherol-mixed 0.5"
            ) with
            {
                Exposure = Exposure.RinseOff,
            },
            [FindingCodes.EmulsifierMismatch] = Of(
                FindingCodes.EmulsifierMismatch,
                ProductForm.Bar,
                "beeswax 22",
                "sorbitan-oleate 12",
                "mineral-oil"
            ) with
            {
                Exposure = Exposure.RinseOff,
            },
            [FindingCodes.Settling] = Of(
                FindingCodes.Settling,
                ProductForm.SunscreenStick,
                "candelilla-wax 7",
                "beeswax 10",
                "sunflower-oil-high-oleic",
                "P zinc-oxide 18",
                "tocopherol-mixed 0.5"
            ),
            [FindingCodes.PowderOverload] = Of(
                FindingCodes.PowderOverload,
                ProductForm.Butter,
                "shea-butter-refined 15",
                "sunflower-oil-high-oleic 20",
                "P arrowroot-starch 35",
                "P silica-microspheres 15",
                "P kaolin 15"
            ),
        };

    /// <summary>A formula worn as its form usually is, of lines as "phase slug percent"; the phase is A unless said (A melt, W warm, P
    /// powder, B cool), and a line without a percent is the balance.</summary>
    public static Formula Of(string name, ProductForm form, params string[] lines) =>
        Catalogue.Shipped.Rules.Forms.Of(form).Start(name) with
        {
            Phases =
            [
                new("A", "Melt", Stage.Melt),
                new("W", "Warm", Stage.Warm),
                new("P", "Powders", Stage.Powder),
                new("B", "Cool", Stage.Cool),
            ],
            Lines = [.. lines.Select(Line)],
        };

    private static FormulaLine Line(string text)
    {
        var words = text.Split(' ');
        var (phase, rest) = words[0].Length == 1 ? (words[0], words[1..]) : ("A", words);
        return new FormulaLine(
            phase,
            rest[0],
            rest.Length > 1 ? decimal.Parse(rest[1], System.Globalization.CultureInfo.InvariantCulture) : null
        );
    }
}
