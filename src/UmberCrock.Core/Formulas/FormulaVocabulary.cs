namespace UmberCrock.Core.Formulas;

#pragma warning disable CS1591 // The words explain themselves; they are listed in docs/formats/formula.schema.json.

/// <summary>The kinds of finished product that the program judges.</summary>
public enum ProductForm
{
    /// <summary>A stick that is turned up and glides: lotion stick, body stick.</summary>
    Stick,

    /// <summary>A balm in a tin or jar, taken with a finger.</summary>
    Balm,

    /// <summary>A lip balm in a tube or small tin.</summary>
    LipBalm,

    /// <summary>A lotion bar that is held in the hand and melts on skin.</summary>
    Bar,

    /// <summary>A body butter that is scooped, dense.</summary>
    Butter,

    /// <summary>A body butter with air beaten into it.</summary>
    WhippedButter,

    /// <summary>A mineral sunscreen in a jar or tube.</summary>
    Sunscreen,

    /// <summary>A mineral sunscreen that is turned up as a stick.</summary>
    SunscreenStick,

    /// <summary>A hair conditioner as a bar that meets water.</summary>
    ConditionerBar,

    /// <summary>An oil that a thickener makes stand without wax.</summary>
    OilGel,

    /// <summary>An ointment on a petrolatum or wax base.</summary>
    Ointment,

    /// <summary>A deodorant stick for the underarm.</summary>
    DeodorantStick,

    /// <summary>A scent in a wax base, dabbed on.</summary>
    SolidPerfume,

    /// <summary>A bar that melts under the hands for massage.</summary>
    MassageBar,

    /// <summary>A balm for nails and the skin around them.</summary>
    CuticleBalm,

    /// <summary>An oil that pours, for the body.</summary>
    BodyOil,

    /// <summary>A balm so full of powder that it is pressed into a pan.</summary>
    PressedBalm,
}

/// <summary>The parts of the body a product can be worn on.</summary>
public enum Zone
{
    /// <summary>The body without the zones named apart.</summary>
    Body,

    /// <summary>The face, where pores clog and eyes are near.</summary>
    Face,

    /// <summary>The lips; what is on them is also swallowed.</summary>
    Lips,

    /// <summary>The skin around the eyes, where little irritates much.</summary>
    Eyes,

    /// <summary>The hands, which are washed often.</summary>
    Hands,

    /// <summary>The feet, whose skin is thick.</summary>
    Feet,

    /// <summary>The lengths and ends of the hair.</summary>
    Hair,

    /// <summary>The beard and the skin under it.</summary>
    Beard,

    /// <summary>The scalp, which is skin under hair.</summary>
    Scalp,

    /// <summary>The nipple of whoever nurses; an infant swallows what is on it.</summary>
    Nipple,

    /// <summary>The skin under a nappy, covered and wet.</summary>
    NappyArea,

    /// <summary>The paws of an animal, which licks them.</summary>
    Paws,

    /// <summary>The hooves of a horse, horn without nerves.</summary>
    Hooves,

    /// <summary>The underarm, warm, shaved and covered.</summary>
    Underarm,

    /// <summary>The nails and the skin around them.</summary>
    Nails,
}

/// <summary>Who wears it. An infant is under 2 years, a child 2 to 12.</summary>
public enum Audience
{
    /// <summary>An adult without need of special care.</summary>
    Adult,

    /// <summary>An adult who is pregnant, and the child she carries.</summary>
    Pregnancy,

    /// <summary>An adult who nurses an infant.</summary>
    Nursing,

    /// <summary>An infant, which is under 2 years old.</summary>
    Infant,

    /// <summary>A child from 2 to 12 years of age.</summary>
    Child,

    /// <summary>A dog, which licks what is on it.</summary>
    Dog,

    /// <summary>A cat, whose liver breaks down few scents.</summary>
    Cat,

    /// <summary>A horse, on skin, mane or hoof.</summary>
    Horse,
}

/// <summary>Whether a product stays on the skin or is rinsed off.</summary>
public enum Exposure
{
    /// <summary>It stays on the skin or the hair.</summary>
    LeaveOn,

    /// <summary>It is rinsed off after a short while.</summary>
    RinseOff,
}

/// <summary>The ways in which a product can be made.</summary>
public enum Process
{
    /// <summary>Everything is melted, mixed and poured.</summary>
    Melt,

    /// <summary>It is melted, cooled until it thickens, and whipped.</summary>
    MeltWhip,

    /// <summary>Soft butters are whipped without being melted.</summary>
    ColdWhip,
}

/// <summary>When the lines of a phase go in.</summary>
public enum Stage
{
    /// <summary>Into the pot at first, to be melted together.</summary>
    Melt,

    /// <summary>Into the melt while it is warm and clear.</summary>
    Warm,

    /// <summary>Powders, stirred or milled into the melt.</summary>
    Powder,

    /// <summary>Off the heat, shortly before pouring.</summary>
    Cool,

    /// <summary>While it is being whipped, at room temperature.</summary>
    Whip,

    /// <summary>With the water, where a product holds any.</summary>
    Water,

    /// <summary>Steeped in the oil before anything else, and strained out.</summary>
    Infuse,
}
