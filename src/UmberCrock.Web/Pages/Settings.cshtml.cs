using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;
using UmberCrock.Web.Choices;
using UmberCrock.Web.Devices;
using UmberCrock.Web.Drawing;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>A container as its row shows it.</summary>
internal sealed record ContainerFields(string Name, string Millilitres, string Fill, string Material, string Price);

/// <summary>The maker's choices: which law holds, where practitioners disagree, and what stands on the table.</summary>
internal sealed class SettingsModel(SettingStore store, Knowledge knowledge) : PageModel
{
    private const int SpareRows = 1;
    private const int SpareLists = 1;

    /// <summary>What a jeweller's scale commonly holds, g (common practice).</summary>
    private const decimal UsualFineGrams = 200m;

    /// <summary>The choices as they stand.</summary>
    public EvaluationSettings Settings => knowledge.Settings;

    /// <summary>What stands on the table.</summary>
    public Workshop Workshop => knowledge.Workshop;

    /// <summary>Climates to choose from.</summary>
    public ImmutableArray<NamedClimate> Climates => knowledge.Catalogue.Rules.Climates.Climates;

    /// <summary>What was typed for the drops.</summary>
    public string Drops { get; private set; } = "";

    /// <summary>What was typed for the level of traces.</summary>
    public string Traces { get; private set; } = "";

    /// <summary>What was typed for the loss.</summary>
    public string Loss { get; private set; } = "";

    /// <summary>What the loss asks for.</summary>
    public string LossWords => $"for {Shown.Two(100m)} g poured, {Shown.Two(100m / (1m - (Workshop.LossPercent / 100m)))} g in the pot";

    /// <summary>What was typed for the climate's ends.</summary>
    public (string Low, string High) Climate { get; private set; } = ("", "");

    /// <summary>The containers as typed, with rows to spare.</summary>
    public IReadOnlyList<ContainerFields> Containers { get; private set; } = [];

    /// <summary>People and what they keep away from, as typed, with a row to spare.</summary>
    public IReadOnlyList<AvoidList> Avoids { get; private set; } = [];

    /// <summary>What the choices do.</summary>
    public SettingsEffects Effects { get; } = new(knowledge);

    /// <summary>What is wrong.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>The version the form names.</summary>
    public long Version { get; private set; }

    /// <summary>Settings that cannot be read; the usual ones stand in their place.</summary>
    public IReadOnlyList<UnreadableRow> Odd => store.Odd;

    /// <summary>What was chosen and not kept, by field; null when nothing was sent.</summary>
    public TypedFields? Typed { get; private set; }

    /// <summary>The word of a choice: as chosen and not kept, or as it stands.</summary>
    public string Now(string name, string otherwise) => Typed?.Text(name) is { Length: > 0 } word ? word : otherwise;

    /// <summary>True right after they were kept.</summary>
    [TempData]
    public bool Kept { get; set; }

    /// <summary>Shows them.</summary>
    public async Task OnGetAsync()
    {
        Version = await store.VersionAsync();
        Drops = Shown.Short(Settings.DropsPerMillilitre);
        Traces = Settings.TraceBelowPercent.ToString("0.####", System.Globalization.CultureInfo.CurrentCulture);
        Loss = Shown.Short(Workshop.LossPercent);
        Climate = (Shown.Degree(Workshop.Climate.LowCelsius), Shown.Degree(Workshop.Climate.HighCelsius));
        ShowAvoids(Workshop.Avoids);
        Show(
            Workshop.Containers.Select(kind => new ContainerFields(
                kind.Name,
                Shown.Short(kind.Millilitres),
                Shown.Short(kind.FillPercent),
                kind.Material is { } material ? Vocabulary.Word(material) : "",
                kind.Price is { } price ? Shown.Short(price) : ""
            ))
        );
    }

    /// <summary>Keeps them; what a request leaves out stays as it was.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var form = RequestDoor.Form(Request);
        var typed = new TypedFields(form);
        (Drops, Traces, Loss, Climate) = (
            typed.Text("drops"),
            typed.Text("traces"),
            typed.Text("loss"),
            (typed.Text("low"), typed.Text("high"))
        );
        var rows = Enumerable
            .Range(0, Workshop.MostContainers + SpareRows)
            .Select(at => new ContainerFields(
                typed.Text($"container-{at}-name"),
                typed.Text($"container-{at}-ml"),
                typed.Text($"container-{at}-fill"),
                typed.Text($"container-{at}-of"),
                typed.Text($"container-{at}-price")
            ))
            .Where(row => row.Name.Length + row.Millilitres.Length > 0)
            .ToList();
        Show(rows);
        ShowAvoids(
            Enumerable
                .Range(0, Workshop.MostAvoidLists + SpareLists)
                .Select(at => new AvoidList(typed.Text($"avoid-{at}-name"), typed.Text($"avoid-{at}-what")))
                .Where(list => list.Name.Length + list.What.Length > 0)
        );
        var (workshop, settings) = (WorkshopOf(typed, form, rows), SettingsOf(typed, form));
        Problems =
        [
            .. typed.Problems,
            .. workshop
                .Problems()
                .Concat(settings.Problems())
                .Concat(AddressProblems(typed, workshop))
                .Where(problem => typed.Problems.All(other => other.Pointer != problem.Pointer)),
        ];
        (Typed, Version) = (typed, await store.VersionAsync());
        if (Problems.Count > 0)
            return Refuse(StatusCodes.Status422UnprocessableEntity);
        try
        {
            await store.KeepAsync(settings, workshop, typed.Version("version"));
        }
        catch (StaleException stale)
        {
            Problems =
            [
                new DocumentProblem(
                    "/version",
                    $"{stale.Message} Kept by now: {Others(settings, workshop)}. What you chose stands here; keep it once more "
                        + $"to set yours."
                ),
            ];
            return Refuse(StatusCodes.Status409Conflict);
        }

        Kept = true;
        return RedirectToPage("/Settings");
    }

    private Workshop WorkshopOf(TypedFields typed, IFormCollection form, IReadOnlyList<ContainerFields> rows)
    {
        var people = Avoids.Where(list => list.Name.Length + list.What.Length > 0);
        var named = Climates.FirstOrDefault(climate => climate.Key == typed.Text("climate"));
        return new Workshop
        {
            ScaleStepGrams = typed.Number("scale", "a step of the scale in grams") ?? Workshop.ScaleStepGrams,
            Fine =
                !form.ContainsKey("fine") ? Workshop.Fine
                : typed.Number("fine", "a step of the finer scale in grams") is { } fineStep
                    ? new FineScale(fineStep, typed.Number("fine-most", "what the finer scale holds in grams") ?? UsualFineGrams)
                : null,
            CodePattern = form.ContainsKey("code") ? typed.Text("code") : Workshop.CodePattern,
            LossPercent = typed.Number("loss", "a loss in percent") ?? Workshop.LossPercent,
            HourPrice = typed.Number("hour", "the price of an hour") ?? (form.ContainsKey("hour") ? 0m : Workshop.HourPrice),
            MarginPercent = typed.Number("margin", "a margin in percent") ?? (form.ContainsKey("margin") ? 0m : Workshop.MarginPercent),
            ScaleAddress = Address(typed, "scale", Workshop.ScaleAddress),
            ProbeAddress = Address(typed, "probe", Workshop.ProbeAddress),
            Spoons = Choice(typed, "spoons", Workshop.Spoons),
            Responsible = form.ContainsKey("responsible") ? typed.Text("responsible").ReplaceLineEndings("\n") : Workshop.Responsible,
            DecimalMark = Choice(typed, "mark", Workshop.DecimalMark),
            Temperatures = Choice(typed, "degrees", Workshop.Temperatures),
            Ounces = Yes(typed, "ounces", Workshop.Ounces),
            Currency = form.ContainsKey("currency") ? typed.Text("currency") : Workshop.Currency,
            Avoids = form.Keys.Any(key => key.StartsWith("avoid-", StringComparison.Ordinal)) ? [.. people] : Workshop.Avoids,
            NoLongerThanWatched = Yes(typed, "watched", Workshop.NoLongerThanWatched),
            Climate = named?.Climate
                ?? new Climate(
                    typed.Temperature("low") ?? Workshop.Climate.LowCelsius,
                    typed.Temperature("high") ?? Workshop.Climate.HighCelsius
                ),
            Containers = !form.ContainsKey("container-0-name")
                ? Workshop.Containers
                :
                [
                    .. rows.Select(
                        (row, at) =>
                            new ContainerKind(
                                row.Name,
                                typed.Number($"container-{at}-ml", "a volume in mL") ?? 0m,
                                typed.Number($"container-{at}-fill", "percent filled") ?? 100m,
                                Vocabulary.TryParse<ContainerMaterial>(row.Material, out var material) ? material : null,
                                typed.Number($"container-{at}-price", "a price")
                            )
                    ),
                ],
        };
    }

    private EvaluationSettings SettingsOf(TypedFields typed, IFormCollection form)
    {
        var drops = typed.Number("drops", $"a number of drops from {EvaluationSettings.FewestDrops:0} to {EvaluationSettings.MostDrops:0}");
        var traces = typed.Number("traces", "a level of traces in percent")
            ?? (form.ContainsKey("traces") ? 0m : Settings.TraceBelowPercent);
        return new EvaluationSettings
        {
            Region = Choice(typed, "region", Settings.Region),
            Scent = Choice(typed, "scent", Settings.Scent),
            Pregnancy = Choice(typed, "pregnancy", Settings.Pregnancy),
            WaxEquivalence = Choice(typed, "wax", Settings.WaxEquivalence),
            BestBefore = Choice(typed, "keeping", Settings.BestBefore),
            Method = new MethodSchools
            {
                Waxes = Choice(typed, "waxes", Settings.Method.Waxes),
                Setting = Choice(typed, "setting", Settings.Method.Setting),
                Infusion = Choice(typed, "infusion", Settings.Method.Infusion),
                PreWet = Yes(typed, "prewet", Settings.Method.PreWet),
                WeighLate = Yes(typed, "weighlate", Settings.Method.WeighLate),
            },
            TraceBelowPercent = traces,
            Bench = Settings.Bench,
            DropsPerMillilitre = drops ?? (form.ContainsKey("drops") ? 0m : Settings.DropsPerMillilitre),
        };
    }

    /// <summary>Where a device speaks, by the choice and the address beside it; as it was where neither was sent.</summary>
    private static string Address(TypedFields typed, string device, string otherwise) =>
        typed.Text($"{device}-by") switch
        {
            "typed" => "",
            DeviceAddress.Practice => DeviceAddress.Practice,
            "address" => typed.Text($"{device}-at"),
            _ => otherwise,
        };

    /// <summary>What is wrong with the addresses of scale and probe.</summary>
    private static IEnumerable<DocumentProblem> AddressProblems(TypedFields typed, Workshop workshop)
    {
        foreach (var (device, address) in new[] { ("scale", workshop.ScaleAddress), ("probe", workshop.ProbeAddress) })
        {
            if (typed.Text($"{device}-by") == "address" && address.Length == 0)
                yield return new DocumentProblem($"/{device}Address", $"Type the address of the {device}, or choose to type what it says.");
            else if (Misread(address) is { } words)
                yield return new DocumentProblem($"/{device}Address", words);
        }

        static string? Misread(string address)
        {
            try
            {
                _ = DeviceAddress.Parse(address);
                return null;
            }
            catch (FormatException unknown)
            {
                return unknown.Message;
            }
        }
    }

    private static bool Yes(TypedFields typed, string name, bool otherwise) =>
        typed.Text(name) switch
        {
            "yes" => true,
            "no" => false,
            _ => otherwise,
        };

    private static T Choice<T>(TypedFields typed, string name, T otherwise)
        where T : struct, Enum => Vocabulary.TryParse<T>(typed.Text(name), out var word) ? word : otherwise;

    private PageResult Refuse(int status)
    {
        Response.StatusCode = status;
        return Page();
    }

    /// <summary>Where what is kept by now is not what was chosen.</summary>
    private string Others(EvaluationSettings settings, Workshop workshop)
    {
        var words = new (string Name, string Kept, string Chosen)[]
        {
            ("rule book", Vocabulary.Word(Settings.Region), Vocabulary.Word(settings.Region)),
            ("scent", Vocabulary.Word(Settings.Scent), Vocabulary.Word(settings.Scent)),
            ("pregnancy", Vocabulary.Word(Settings.Pregnancy), Vocabulary.Word(settings.Pregnancy)),
            ("wax", Vocabulary.Word(Settings.WaxEquivalence), Vocabulary.Word(settings.WaxEquivalence)),
            ("keeping", Vocabulary.Word(Settings.BestBefore), Vocabulary.Word(settings.BestBefore)),
            ("waxes and butters", Vocabulary.Word(Settings.Method.Waxes), Vocabulary.Word(settings.Method.Waxes)),
            ("setting", Vocabulary.Word(Settings.Method.Setting), Vocabulary.Word(settings.Method.Setting)),
            ("herbs in oil", Vocabulary.Word(Settings.Method.Infusion), Vocabulary.Word(settings.Method.Infusion)),
            ("powders wetted", YesOrNo(Settings.Method.PreWet), YesOrNo(settings.Method.PreWet)),
            ("weighed late", YesOrNo(Settings.Method.WeighLate), YesOrNo(settings.Method.WeighLate)),
            ("traces", Shown.Short(Settings.TraceBelowPercent), Shown.Short(settings.TraceBelowPercent)),
            ("drops", Shown.Short(Settings.DropsPerMillilitre), Shown.Short(settings.DropsPerMillilitre)),
            ("scale", Shown.Short(Workshop.ScaleStepGrams), Shown.Short(workshop.ScaleStepGrams)),
            ("finer scale", $"{Workshop.Fine}", $"{workshop.Fine}"),
            ("batch codes", Workshop.CodePattern, workshop.CodePattern),
            ("loss", Shown.Short(Workshop.LossPercent), Shown.Short(workshop.LossPercent)),
            ("scale at", Workshop.ScaleAddress, workshop.ScaleAddress),
            ("probe at", Workshop.ProbeAddress, workshop.ProbeAddress),
            ("hour", Shown.Short(Workshop.HourPrice), Shown.Short(workshop.HourPrice)),
            ("margin", Shown.Short(Workshop.MarginPercent), Shown.Short(workshop.MarginPercent)),
            ("spoons", Vocabulary.Word(Workshop.Spoons), Vocabulary.Word(workshop.Spoons)),
            ("a date on a label", YesOrNo(Workshop.NoLongerThanWatched), YesOrNo(workshop.NoLongerThanWatched)),
            ("decimal mark", Vocabulary.Word(Workshop.DecimalMark), Vocabulary.Word(workshop.DecimalMark)),
            ("temperatures", Vocabulary.Word(Workshop.Temperatures), Vocabulary.Word(workshop.Temperatures)),
            ("ounces", YesOrNo(Workshop.Ounces), YesOrNo(workshop.Ounces)),
            ("currency", Workshop.Currency, workshop.Currency),
            ("things to avoid", string.Join("; ", Workshop.Avoids), string.Join("; ", workshop.Avoids)),
            ("climate", $"{Workshop.Climate}", $"{workshop.Climate}"),
            ("responsible", Workshop.Responsible, workshop.Responsible),
            ("containers", string.Join(", ", Workshop.Containers), string.Join(", ", workshop.Containers)),
        }
            .Where(word => word.Kept != word.Chosen)
            .Select(word => $"{word.Name} {word.Kept.Replace('-', ' ')}")
            .ToList();
        return words.Count == 0 ? "the same as yours" : string.Join("; ", words);
    }

    private static string YesOrNo(bool chosen) => chosen ? "yes" : "no";

    private void ShowAvoids(IEnumerable<AvoidList> lists) => Avoids = [.. lists, .. Enumerable.Repeat(new AvoidList("", ""), SpareLists)];

    private void Show(IEnumerable<ContainerFields> rows) =>
        Containers = [.. rows, .. Enumerable.Repeat(new ContainerFields("", "", "", "", ""), SpareRows)];
}
