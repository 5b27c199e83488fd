using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Json;
using UmberCrock.Storage;
using UmberCrock.Web.Larder;

namespace UmberCrock.Web.Pages;

/// <summary>The maker's choices where practitioners disagree, and the rule book that applies.</summary>
public sealed class SettingsModel(LarderStore larder, Knowledge knowledge) : PageModel
{
    /// <summary>The choices as they stand.</summary>
    public EvaluationSettings Settings => knowledge.Settings;

    /// <summary>What was typed for the drops.</summary>
    public string Drops { get; private set; } = "";

    /// <summary>What is wrong.</summary>
    public IReadOnlyList<DocumentProblem> Problems { get; private set; } = [];

    /// <summary>True right after they were kept.</summary>
    [TempData]
    public bool Kept { get; set; }

    /// <summary>Shows them.</summary>
    public void OnGet() => Drops = Decimals.Short(Settings.DropsPerMillilitre);

    /// <summary>Keeps them.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var typed = new TypedFields(Request.Form);
        Drops = typed.Text("drops");
        var drops = typed.Number("drops", "a number of drops");
        if (drops is null or < EvaluationSettings.FewestDrops or > EvaluationSettings.MostDrops)
        {
            Problems = [new DocumentProblem("/drops", $"Drops in a millilitre: from {EvaluationSettings.FewestDrops:0} to {EvaluationSettings.MostDrops:0}.")];
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await larder.KeepSettingsAsync(new EvaluationSettings
        {
            Region = Choice("region", Settings.Region),
            Scent = Choice("scent", Settings.Scent),
            Pregnancy = Choice("pregnancy", Settings.Pregnancy),
            WaxEquivalence = Choice("wax", Settings.WaxEquivalence),
            BestBefore = Choice("keeping", Settings.BestBefore),
            DropsPerMillilitre = drops.Value,
        });
        Kept = true;
        return RedirectToPage("/Settings");

        T Choice<T>(string name, T otherwise)
            where T : struct, Enum
            => Vocabulary.TryParse<T>(typed.Text(name), out var word) ? word : otherwise;
    }
}
