using System.Diagnostics;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;

namespace UmberCrock.Web.Bench;

/// <summary>How the screens say the contract's words.</summary>
internal static class Words
{
    /// <summary>A text, or its beginning where it is longer than so many letters.</summary>
    public static string Cut(string text, int letters) => text.Length > letters ? $"{text[..letters]}…" : text;

    /// <summary>A form: "whipped butter".</summary>
    public static string Of(ProductForm form) => Plain(form);

    /// <summary>What a form is filled into, one of them: "jar"; a bar stands by itself.</summary>
    public static string Of(Pack pack) => pack == Pack.Wrapper ? "bar" : Plain(pack);

    /// <summary>A zone: "nappy area".</summary>
    public static string Of(Zone zone) => Plain(zone);

    /// <summary>Who wears it.</summary>
    public static string Of(Audience audience) =>
        audience switch
        {
            Audience.Adult => "adults",
            Audience.Pregnancy => "in pregnancy",
            Audience.Nursing => "nursing",
            Audience.Infant => "under 2 years",
            Audience.Child => "2 to 12 years",
            Audience.Dog => "dogs",
            Audience.Cat => "cats",
            Audience.Horse => "horses",
            _ => throw new UnreachableException(),
        };

    /// <summary>When the lines of a phase go in.</summary>
    public static string Of(Stage stage) =>
        stage switch
        {
            Stage.Melt => "to be melted",
            Stage.Warm => "into the melt, off the heat",
            Stage.Powder => "as a powder",
            Stage.Cool => "once it has cooled",
            Stage.Whip => "while whipping",
            Stage.Water => "with water",
            Stage.Infuse => "to infuse first",
            _ => throw new UnreachableException(),
        };

    /// <summary>How a formula is made.</summary>
    public static string Of(Core.Formulas.Process process) =>
        process switch
        {
            Core.Formulas.Process.Melt => "melting and pouring",
            Core.Formulas.Process.MeltWhip => "melting, cooling and whipping",
            Core.Formulas.Process.ColdWhip => "whipping without melting",
            _ => throw new UnreachableException(),
        };

    /// <summary>Left on or rinsed off.</summary>
    public static string Of(Exposure exposure) => exposure == Exposure.LeaveOn ? "left on" : "rinsed off";

    /// <summary>So many days from now: "today", "in 1 day".</summary>
    public static string In(int days) =>
        days == 0 ? "today"
        : days == 1 ? "in 1 day"
        : $"in {days} days";

    /// <summary>Revision and state of a kept formula: "rev 8, draft".</summary>
    public static string Revision(KeptFormula kept) =>
        kept.Revision == 0 ? "draft"
        : kept.IsDraft ? $"rev {kept.Revision}, draft"
        : $"rev {kept.Revision}";

    /// <summary>When a moment was, short: the time today, else the day.</summary>
    public static string When(DateTimeOffset moment, DateTimeOffset now)
    {
        var local = moment.ToLocalTime();
        return local.Date == now.ToLocalTime().Date ? $"{local:HH:mm}"
            : local.Year == now.Year ? $"{local:d MMM}"
            : $"{local:d MMM yyyy}";
    }

    private static string Plain<T>(T value)
        where T : struct, Enum => Vocabulary.Word(value).Replace('-', ' ');
}
