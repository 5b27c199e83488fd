using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Json;
using UmberCrock.Core.Making;
using UmberCrock.Storage;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>A container as its row shows it.</summary>
public sealed record ContainerFields(string Name, string Millilitres, string Fill);

/// <summary>The maker's choices: which law holds, where practitioners disagree, and what stands on the table.</summary>
public sealed class SettingsModel(SettingStore store, Knowledge knowledge) : PageModel
{
    private const int SpareRows = 2;

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

    /// <summary>What was typed for the climate's ends.</summary>
    public (string Low, string High) Climate { get; private set; } = ("", "");

    /// <summary>The containers as typed, with rows to spare.</summary>
    public IReadOnlyList<ContainerFields> Containers { get; private set; } = [];

    /// <summary>What is wrong.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>True right after they were kept.</summary>
    [TempData]
    public bool Kept { get; set; }

    /// <summary>Shows them.</summary>
    public void OnGet()
    {
        Drops = Decimals.Short(Settings.DropsPerMillilitre);
        Traces = Settings.TraceBelowPercent.ToString("0.####", System.Globalization.CultureInfo.CurrentCulture);
        Loss = Decimals.Short(Workshop.LossPercent);
        Climate = (Decimals.Short(Workshop.Climate.LowCelsius), Decimals.Short(Workshop.Climate.HighCelsius));
        Show(Workshop.Containers.Select(kind => new ContainerFields(kind.Name, Decimals.Short(kind.Millilitres), Decimals.Short(kind.FillPercent))));
    }

    /// <summary>Keeps them; what a request leaves out stays as it was.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var typed = new TypedFields(Request.Form);
        (Drops, Traces, Loss, Climate) = (typed.Text("drops"), typed.Text("traces"), typed.Text("loss"), (typed.Text("low"), typed.Text("high")));
        var rows = Enumerable.Range(0, Workshop.MostContainers + SpareRows)
            .Select(at => new ContainerFields(typed.Text($"container-{at}-name"), typed.Text($"container-{at}-ml"), typed.Text($"container-{at}-fill")))
            .Where(row => row.Name.Length + row.Millilitres.Length > 0).ToList();
        Show(rows);
        var drops = typed.Number("drops", "a number of drops");
        var traces = typed.Number("traces", "a level of traces in percent") ?? (Request.Form.ContainsKey("traces") ? 0m : Settings.TraceBelowPercent);
        var named = Climates.FirstOrDefault(climate => climate.Key == typed.Text("climate"));
        var workshop = new Workshop
        {
            ScaleStepGrams = typed.Number("scale", "a step of the scale in grams") ?? Workshop.ScaleStepGrams,
            LossPercent = typed.Number("loss", "a loss in percent") ?? Workshop.LossPercent,
            Spoons = Choice("spoons", Workshop.Spoons),
            Responsible = Request.Form.ContainsKey("responsible") ? typed.Text("responsible").ReplaceLineEndings("\n") : Workshop.Responsible,
            DecimalMark = Choice("mark", Workshop.DecimalMark),
            Climate = named?.Climate ?? new Climate(typed.Number("low", "a temperature in °C") ?? Workshop.Climate.LowCelsius, typed.Number("high", "a temperature in °C") ?? Workshop.Climate.HighCelsius),
            Containers = !Request.Form.ContainsKey("container-0-name") ? Workshop.Containers : [.. rows.Select((row, at) => new ContainerKind(row.Name, typed.Number($"container-{at}-ml", "a volume in mL") ?? 0m, typed.Number($"container-{at}-fill", "percent filled") ?? 100m))],
        };
        Problems = [.. typed.Problems, .. workshop.Problems()];
        if (drops is null or < EvaluationSettings.FewestDrops or > EvaluationSettings.MostDrops)
            Problems = [.. Problems, new DocumentProblem("/drops", $"Drops in a millilitre: from {EvaluationSettings.FewestDrops:0} to {EvaluationSettings.MostDrops:0}.")];
        if (traces is < 0m or > EvaluationSettings.MostTracePercent)
            Problems = [.. Problems, new DocumentProblem("/traces", $"A trace is less than a level from 0 to {EvaluationSettings.MostTracePercent} %.")];
        if (Problems.Count > 0)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await store.KeepAsync(
            new EvaluationSettings
            {
                Region = Choice("region", Settings.Region),
                Scent = Choice("scent", Settings.Scent),
                Pregnancy = Choice("pregnancy", Settings.Pregnancy),
                WaxEquivalence = Choice("wax", Settings.WaxEquivalence),
                BestBefore = Choice("keeping", Settings.BestBefore),
                TraceBelowPercent = traces,
                DropsPerMillilitre = drops!.Value,
            },
            workshop);
        Kept = true;
        return RedirectToPage("/Settings");

        T Choice<T>(string name, T otherwise)
            where T : struct, Enum
            => Vocabulary.TryParse<T>(typed.Text(name), out var word) ? word : otherwise;
    }

    private void Show(IEnumerable<ContainerFields> rows)
        => Containers = [.. rows, .. Enumerable.Repeat(new ContainerFields("", "", ""), SpareRows)];
}
