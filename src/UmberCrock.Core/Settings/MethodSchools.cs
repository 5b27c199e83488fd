namespace UmberCrock.Core.Settings;

/// <summary>Whether waxes are melted before the rest.</summary>
public enum MeltSchool
{
    /// <summary>By melting points and size of the batch.</summary>
    ByRule,

    /// <summary>Waxes are always melted first and alone.</summary>
    WaxesFirst,

    /// <summary>All that melts goes in together.</summary>
    Together,
}

/// <summary>Where what was poured stands until it has set.</summary>
public enum SettingSchool
{
    /// <summary>By what threatens it: grains, cracks, sweat.</summary>
    ByRisk,

    /// <summary>Always in the room, slow and even.</summary>
    Room,

    /// <summary>Always in the fridge, fast and fine.</summary>
    Fridge,
}

/// <summary>How long and how warm herbs are steeped in oil.</summary>
public enum InfusionSchool
{
    /// <summary>Two to six hours on a warm bath.</summary>
    Hours,

    /// <summary>Half an hour to an hour, gently: a weak infusion.</summary>
    Short,

    /// <summary>They stand two weeks on a warm sill.</summary>
    Weeks,
}

/// <summary>What a container is made of, and so what heat it bears.</summary>
public enum ContainerMaterial
{
    /// <summary>Glass, which cracks when it is cold and the melt is hot.</summary>
    Glass,

    /// <summary>Tinplate or aluminium: bears any melt.</summary>
    Tin,

    /// <summary>Polyethylene terephthalate, clear bottles and jars.</summary>
    Pet,

    /// <summary>Polypropylene, as of most tubes and jars.</summary>
    Pp,

    /// <summary>High-density polyethylene, as of bottles.</summary>
    Hdpe,

    /// <summary>Low-density polyethylene, as of soft tubes.</summary>
    Ldpe,

    /// <summary>Polystyrene, clear and brittle.</summary>
    Polystyrene,

    /// <summary>Acrylic, thick, clear and easily scratched.</summary>
    Acrylic,

    /// <summary>Silicone, as of moulds: bears any melt.</summary>
    Silicone,

    /// <summary>Waxed or coated paper, as of push-up tubes.</summary>
    Paper,
}

/// <summary>The maker's ways at the stove; practitioners differ.</summary>
public sealed record MethodSchools
{
    /// <summary>What the rules say, and all weighed before the heat.</summary>
    public static MethodSchools Default { get; } = new();

    /// <summary>Whether waxes are melted before the rest.</summary>
    public MeltSchool Waxes { get; init; } = MeltSchool.ByRule;

    /// <summary>Where what was poured stands until it has set.</summary>
    public SettingSchool Setting { get; init; } = SettingSchool.ByRisk;

    /// <summary>How long and how warm herbs are steeped in oil.</summary>
    public InfusionSchool Infusion { get; init; } = InfusionSchool.Hours;

    /// <summary>True where heavy powders are wetted with oil before they meet the melt.</summary>
    public bool PreWet { get; init; } = true;

    /// <summary>True where what goes in cool is weighed while the pot cools.</summary>
    public bool WeighLate { get; init; }
}
