namespace UmberCrock.Core.Formulas;

#pragma warning disable CS1591 // The words explain themselves; they are listed in docs/formats/formula.schema.json.

/// <summary>What the finished product is.</summary>
public enum ProductForm
{
    Stick,
    Balm,
    LipBalm,
    Bar,
    Butter,
    WhippedButter,
    Sunscreen,
    SunscreenStick,
    ConditionerBar,
    OilGel,
    Ointment,
    DeodorantStick,
    SolidPerfume,
    MassageBar,
    CuticleBalm,
    BodyOil,
    PressedBalm,
}

/// <summary>Where it is worn.</summary>
public enum Zone
{
    Body,
    Face,
    Lips,
    Eyes,
    Hands,
    Feet,
    Hair,
    Beard,
    Scalp,
    Nipple,
    NappyArea,
    Paws,
    Hooves,
    Underarm,
    Nails,
}

/// <summary>Who wears it. An infant is under 2 years, a child 2 to 12.</summary>
public enum Audience
{
    Adult,
    Pregnancy,
    Nursing,
    Infant,
    Child,
    Dog,
    Cat,
    Horse,
}

/// <summary>Whether it stays on.</summary>
public enum Exposure
{
    LeaveOn,
    RinseOff,
}

/// <summary>How it is made.</summary>
public enum Process
{
    Melt,
    MeltWhip,
    ColdWhip,
}

/// <summary>When the lines of a phase go in.</summary>
public enum Stage
{
    Melt,
    Warm,
    Powder,
    Cool,
    Whip,
    Water,
    Infuse,
}
