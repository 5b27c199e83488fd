using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Diagnosis;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Intake;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>Takes a recipe in: pasted, read line by line, corrected, put on the bench. Its state is the text itself.</summary>
internal sealed class IntakeModel(FormulaStore store, Knowledge knowledge) : PageModel
{
    /// <summary>A recipe is not longer than this, letters.</summary>
    public const int LongestText = 200_000;

    private const int MostProblems = 8;
    private const string HerbsTakenOut =
        "Its percents made 100 only with herbs that are steeped and strained out. They are no part of the hundred: all doses were raised "
        + "alike, the grams stay in proportion.";

    private static string TooLong => $"That is more than a recipe: {LongestText:#,0} letters at most. Nothing was taken.";

    /// <summary>What was read; null before anything is pasted.</summary>
    public IntakeView? View { get; private set; }

    /// <summary>The recipe that stands in the empty field, as it is read: what a first visitor will see of her own.</summary>
    public IntakeView ReadExample() => IntakeView.Of(Report(DemoRecipe.Small, new Chosen()), DemoRecipe.Small, DemoRecipe.Small, knowledge);

    /// <summary>What was chosen against the guesses.</summary>
    public Chosen Choice { get; private set; } = new();

    /// <summary>Whose spoons are usual here.</summary>
    public Spoons Spoons => knowledge.Workshop.Spoons;

    /// <summary>Millilitres of the tablespoon and the cup of the United States, by the rules that recipes are read with.</summary>
    public (decimal Spoon, decimal Cup) UsMillilitres => (FactorOf("tbsp"), FactorOf("cup"));

    /// <summary>Why it was not taken.</summary>
    public string? Refusal { get; private set; }

    /// <summary>An empty page to paste into, or the noticeboard's recipe to try it on.</summary>
    public void OnGet(bool sample)
    {
        if (sample)
            View = IntakeView.Of(Report(DemoRecipe.Text, new Chosen()), DemoRecipe.Text, DemoRecipe.Text, knowledge);
    }

    /// <summary>Reads the text as it stands and shows it.</summary>
    public IActionResult OnPostRead([FromForm] string? text, [FromForm] string? pasted, Chosen chosen)
    {
        if ((text?.Length ?? 0) > LongestText)
        {
            Refusal = TooLong;
            Response.StatusCode = StatusCodes.Status413PayloadTooLarge;
            return Partial("_Intake", this);
        }

        var (now, before) = (Lines(text), Lines(pasted));
        View = IntakeView.Of(Report(now, chosen), now, before.Length == 0 ? now : before, knowledge);
        return ProblemWriter.IsWindow(Request) ? Page() : Partial("_Intake", this);
    }

    /// <summary>Opens a file: a formula goes to the bench as a new one, a table or a text is read here.</summary>
    public async Task<IActionResult> OnPostFileAsync(IFormFile? file)
    {
        try
        {
            if (file is null)
                throw new DocumentException("/", "No file was chosen.");
            await using var stream = file.OpenReadStream();
            var recipe = RecipeFile.Read(
                await RequestBody.ReadBytesAsync(stream, file.Length),
                knowledge.Catalogue,
                HttpContext.RequestAborted
            );
            if (recipe.Formula is { } came)
            {
                var formula = StrainedHerbs.AsMeant(came, knowledge.Catalogue.Herbs);
                if (await store.FindSameAsync(formula) is { } same)
                {
                    TempData["note"] = $"You have “{formula.Name}” already, just so: this is it. Nothing was added.";
                    return RedirectToPage("/Bench", new { id = same });
                }

                if (!ReferenceEquals(came, formula))
                    TempData["note"] = HerbsTakenOut;
                return RedirectToPage("/Bench", new { id = await store.AddAsync(formula) });
            }

            if (recipe.Text.Length > LongestText)
                throw new DocumentException("/", TooLong);
            var text = Lines(recipe.Text);
            View = IntakeView.Of(Report(text, new Chosen()), text, text, knowledge);
        }
        catch (DocumentException refused)
        {
            Refusal =
                $"{file?.FileName ?? "The file"} was not taken. "
                + $"{string.Join(" ", refused.Problems.Take(MostProblems).Select(problem => problem.Pointer == "/" ? problem.Reason
                    : $"{problem.Pointer} {problem.Reason}"))}";
        }
        catch (RefusedRequestException refused)
        {
            Refusal = $"{file!.FileName} was not taken. {refused.Message}";
        }

        if (Refusal is not null)
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Puts what was read on the bench.</summary>
    public Task<IActionResult> OnPostBenchAsync(string? text, Chosen chosen) =>
        PutAsync(text, chosen, id => RedirectToPage("/Bench", new { id }));

    /// <summary>Puts what was read on the bench, and asks why it went wrong as it says.</summary>
    public Task<IActionResult> OnPostWhyAsync(string? text, Chosen chosen) => PutAsync(text, chosen, id => RedirectToPage(
                "/Wrong",
                new
                {
                    formula = id,
                    asked = "yes",
                    s = WhatWentWrong.SaidIn(text ?? "", knowledge.Catalogue.Rules).Select(Vocabulary.Word).ToArray(),
                }
            ));

    private async Task<IActionResult> PutAsync(string? text, Chosen chosen, Func<long, IActionResult> then)
    {
        if ((text?.Length ?? 0) > LongestText)
            throw new RefusedRequestException(StatusCodes.Status413PayloadTooLarge, TooLong);
        var report = Report(Lines(text), chosen);
        if (report.Formula.Lines.IsEmpty)
        {
            Refusal = "Nothing of it could be weighed yet. Say what a line is, or how much of it.";
            View = IntakeView.Of(report, Lines(text), Lines(text), knowledge);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        try
        {
            return then(await store.AddAsync(report.Formula, BatchOf(report)));
        }
        catch (DocumentException refused)
        {
            Refusal =
                $"It cannot be put on the bench yet: "
                + $"{string.Join(" ", refused.Problems.Take(MostProblems).Select(problem => $"{problem.Pointer} {problem.Reason}"))}";
            View = IntakeView.Of(report, Lines(text), Lines(text), knowledge);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    /// <summary>The recipe's own sum, without herbs that are strained out, is the batch it comes to the bench with.</summary>
    private static decimal BatchOf(IntakeReport report) =>
        decimal.Round(report.ProductGrams, 2) is var grams and >= FormulaStore.SmallestBatchGrams and <= FormulaStore.LargestBatchGrams
            ? grams
            : FormulaStore.UsualBatchGrams;

    private IntakeReport Report(string text, Chosen chosen)
    {
        Choice = chosen;
        var report = IntakeReader.Read(
            text,
            knowledge.Catalogue,
            knowledge.Settings,
            new IntakeOptions(
                knowledge.Settings.DropsPerMillilitre,
                null,
                Vocabulary.TryParse<Spoons>(chosen.Spoons, out var whose) ? whose : knowledge.Workshop.Spoons,
                Parsed<ProductForm>(chosen.Form),
                Parsed<Audience>(chosen.Audience),
                Parsed<Zone>(chosen.Zone),
                chosen.SunUse switch
                {
                    "true" => true,
                    "false" => false,
                    _ => null,
                }
            )
        );
        return chosen.Name?.Trim() is { Length: > 0 } name
            ? report with
            {
                Formula = report.Formula with { Name = name[..Math.Min(name.Length, FormulaReader.LongestName)] },
            }
            : report;
    }

    private static T? Parsed<T>(string? word)
        where T : struct, Enum => Vocabulary.TryParse<T>(word, out var value) ? value : null;

    private static string Lines(string? text) => (text ?? "").ReplaceLineEndings("\n");

    private decimal FactorOf(string unit) => knowledge.Catalogue.Rules.Intake.Units.First(known => known.Unit == unit).Factor;
}

/// <summary>What a recipe is read with, as it is chosen on its page; null or empty goes by the recipe's own words.</summary>
internal sealed class Chosen
{
    /// <summary>The formula's name.</summary>
    public string? Name { get; init; }

    /// <summary>Whose spoons.</summary>
    public string? Spoons { get; init; }

    /// <summary>The form it makes.</summary>
    public string? Form { get; init; }

    /// <summary>Who wears it.</summary>
    public string? Audience { get; init; }

    /// <summary>Where it is worn.</summary>
    public string? Zone { get; init; }

    /// <summary>Whether it is worn in the sun: true or false.</summary>
    public string? SunUse { get; init; }
}
