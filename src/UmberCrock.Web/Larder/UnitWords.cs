namespace UmberCrock.Web.Larder;

/// <summary>Units as the screens say them.</summary>
internal static class UnitWords
{
    /// <summary>A unit: degrees with their sign, iodine with its subscript; a bare number for HLB.</summary>
    public static string Of(string unit) =>
        unit switch
        {
            "C" => "°C",
            "g I2/100 g" => "g I₂/100 g",
            "HLB" => "",
            _ => unit,
        };
}
