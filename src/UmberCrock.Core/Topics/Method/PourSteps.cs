using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Core.Topics.Cooling;
using UmberCrock.Core.Topics.Making;
using UmberCrock.Core.Topics.Texture;
using static UmberCrock.Core.Units.Decimals;

namespace UmberCrock.Core.Topics.Method;

/// <summary>Pouring and setting, by what it is poured into and what threatens it.</summary>
internal static class PourSteps
{
    /// <summary>True of what is poured into tubes and pushed or turned up.</summary>
    public static bool IsTube(MethodDraft draft) => draft.Form.Packed == Pack.Tube;

    /// <summary>The row of its pouring, by what it is poured into.</summary>
    public static string StepOf(MethodDraft draft) =>
        draft.Sets is null || draft.Form.Packed == Pack.Bottle ? "pour-bottle"
        : IsTube(draft) ? "pour-tube"
        : IsMould(draft) ? "pour-mould"
        : "pour-jar";

    /// <summary>Writes the steps.</summary>
    public static void Write(MethodDraft draft)
    {
        if (draft.Sets is not { } set || draft.Form.Packed == Pack.Bottle)
        {
            draft.Add("pour-bottle", new());
            return;
        }

        var fast = SetsFast(draft);
        if (
            fast
            && !IsTube(draft)
            && set < draft.Figures.TraceBelowCelsius
            && draft.Request.Schools.Setting != SettingSchool.Room
            && draft.Celsius > set + 1
        )
        {
            var target = Math.Round(set);
            draft.Add(
                "trace",
                new()
                {
                    Target = target,
                    Celsius = new Span(target - 1, target + 2),
                    Place = Surroundings.ColdBath,
                    Lasts = draft.CoolsTo(target, Surroundings.ColdBath, stirred: true),
                }
            );
        }

        Pour(draft, set);
        Set(draft, set, fast);
        if (IsMould(draft))
            draft.Add("unmould", new());
    }

    /// <summary>True where grains threaten what cools slowly.</summary>
    private static bool SetsFast(MethodDraft draft) => !StructureFindings.GrainProne(draft.Of.Resolved).Lines.IsEmpty;

    private static bool IsMould(MethodDraft draft) => draft.Form.Packed == Pack.Wrapper;

    private static void Pour(MethodDraft draft, double set)
    {
        var above = IsTube(draft) ? draft.Figures.TubeAboveSetCelsius : draft.Figures.JarAboveSetCelsius;
        var wanted = Math.Round(set + above.Middle);
        var bears = Bears(draft);
        if (bears < wanted && bears > set)
            wanted = bears;
        // What was just added to a stick, or to what sets before it may go in, is poured at once.
        var atOnce = draft.Steps[^1].Stage == MethodStage.Add && (IsTube(draft) || draft.Of.AddWindow?.Closed == true);
        if (atOnce)
            wanted = Math.Min(draft.Celsius, bears > set ? bears : draft.Celsius);
        CoolSteps.Cool(draft, "cool-to-pour", wanted);
        var target = Math.Min(draft.Celsius, wanted);
        var container = Container(draft);
        draft.Add(
            StepOf(draft),
            new()
            {
                Target = target,
                Celsius = new Span(Math.Min(target, Math.Round(set)), Math.Max(target, Math.Min(Math.Round(set + above.High), bears))),
                Cautions =
                    bears < target && container?.Material is { } material
                        ?
                        [
                            draft.Caution(
                                "container-too-hot",
                                ("material", container.Name + ": " + MaterialWord(material)),
                                ("bears", $"{Celsius(bears)}"),
                                ("target", $"{Celsius(target)}")
                            ),
                        ]
                        : [],
            }
        );
    }

    private static string MaterialWord(ContainerMaterial material) =>
        material is ContainerMaterial.Pet or ContainerMaterial.Pp or ContainerMaterial.Hdpe or ContainerMaterial.Ldpe
            ? material.ToString().ToUpperInvariant()
            : material.ToString().ToLowerInvariant();

    /// <summary>The container that bears least.</summary>
    private static MethodContainer? Container(MethodDraft draft) =>
        draft.Request.Containers.OrderBy(container => HeatOf(draft, container.Material)).FirstOrDefault();

    private static double Bears(MethodDraft draft) => HeatOf(draft, Container(draft)?.Material);

    private static double HeatOf(MethodDraft draft, ContainerMaterial? material) =>
        draft.Figures.ContainerHeat.FirstOrDefault(row => row.Material == material)?.Celsius ?? double.PositiveInfinity;

    private static void Set(MethodDraft draft, double set, bool fast)
    {
        var school = draft.Request.Schools.Setting;
        var tube = IsTube(draft);
        var step =
            school == SettingSchool.Room ? (IsMould(draft) ? "set-mould-room" : "set-room")
            : tube ? "set-tube"
            : IsMould(draft) ? (fast ? "set-mould-fast" : "set-mould")
            : fast || school == SettingSchool.Fridge ? "set-fast"
            : "set-jar";
        var place =
            step is "set-fast" or "set-mould" or "set-mould-fast" || set < draft.Request.RoomCelsius + draft.Figures.NearRoomCelsius
                ? Surroundings.Fridge
                : Surroundings.Room;
        var vessel = VesselOf(draft);
        var row = draft.Pot.Rules.Of(place);
        var done = draft.OutsideOf(place) + draft.Figures.ColdWithinCelsius;
        var cools = draft.Pot.StillCurve.Minutes(
            vessel.Rate(row.WattsPerSquareMetreKelvin, row.Bath),
            draft.OutsideOf(place),
            Math.Max(draft.Celsius, done + 1),
            done
        );
        var lasts = draft.Doubted(
            Math.Max(draft.Figures.LidsOffMinutes, Math.Max(cools, vessel.ConductionMinutes(draft.Pot.Rules.SquareMetresPerSecond)))
        );
        var fridge = draft.Figures.FridgeMinutesJar;
        draft.Add(
            step,
            new()
            {
                Target = Math.Round(done),
                Place = place,
                Lasts = draft.Rules.Of(step).Minutes is null ? lasts : null,
                Words = [("fridge", tube ? $"{draft.Figures.FridgeMinutesTube:0}" : $"{fridge.Low:0} to {fridge.High:0}")],
                Cautions = vessel.RadiusMetres * 1000 > draft.Figures.WideRadiusMillimetres ? [draft.Caution("middle-is-hot")] : [],
            }
        );
    }

    /// <summary>What it sets in: the largest of its containers, or what the form is usually filled into.</summary>
    private static Vessel VesselOf(MethodDraft draft) =>
        Vessel.Container(
            (double)draft.Request.BatchGrams,
            draft.Pot.GramsPerMillilitre,
            draft
                .Request.Containers.Select(container => container.Millilitres)
                .DefaultIfEmpty(draft.Figures.UsualMillilitres[draft.Form.Packed])
                .Max(),
            null
        );
}
