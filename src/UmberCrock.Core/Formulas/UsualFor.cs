namespace UmberCrock.Core.Formulas;

/// <summary>Where and how a kind of product is usually worn.</summary>
public static class UsualFor
{
    /// <summary>Lips for lip balm, hair for a conditioner bar, else the body.</summary>
    public static Zone Zone(ProductForm form) => form switch
    {
        ProductForm.LipBalm => Formulas.Zone.Lips,
        ProductForm.ConditionerBar => Formulas.Zone.Hair,
        _ => Formulas.Zone.Body,
    };

    /// <summary>A conditioner bar is rinsed off, all else stays on.</summary>
    public static Exposure Exposure(ProductForm form) => form == ProductForm.ConditionerBar ? Formulas.Exposure.RinseOff : Formulas.Exposure.LeaveOn;
}
