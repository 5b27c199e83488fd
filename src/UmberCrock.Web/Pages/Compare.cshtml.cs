using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Evaluation;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Settings;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;

namespace UmberCrock.Web.Pages;

/// <summary>A revision in the list: number 0 is the formula as it stands on the bench.</summary>
internal sealed record RevisionLine(int Number, string Name, string When, string Words);

/// <summary>The revisions of a formula, and any two of them, or another formula, side by side.</summary>
internal sealed class CompareModel(FormulaStore store, RevisionStore revisions, LotStore lots, Knowledge knowledge, TimeProvider clock)
    : PageModel
{
    /// <summary>Number of the formula as it stands.</summary>
    public const int AsItStands = 0;

    /// <summary>The formula.</summary>
    public KeptFormula Kept { get; private set; } = null!;

    /// <summary>As it stands, then its revisions, newest first.</summary>
    public IReadOnlyList<RevisionLine> Revisions { get; private set; } = [];

    /// <summary>What is shown side by side.</summary>
    public CompareView View { get; private set; } = null!;

    /// <summary>The region whose list is shown.</summary>
    public Region Region => knowledge.Settings.Region;

    /// <summary>The revision at the left.</summary>
    public int A { get; private set; }

    /// <summary>The revision at the right.</summary>
    public int B { get; private set; }

    /// <summary>Name of another formula that was asked for at the left.</summary>
    public string? With { get; private set; }

    /// <summary>Why it is not there.</summary>
    public string? Refusal { get; private set; }

    /// <summary>Revisions that cannot be read.</summary>
    public IReadOnlyList<UnreadableRow> Odd { get; private set; } = [];

    /// <summary>The name that was typed for the revision at the right and was not kept; null for none.</summary>
    public string? TypedName { get; private set; }

    /// <summary>Names of formulas that can be asked for.</summary>
    public IReadOnlyList<string> Others { get; private set; } = [];

    /// <summary>Shows two: by default the newest revision at the left, the formula as it stands at the right.</summary>
    /// <param name="id">The formula.</param>
    /// <param name="a">Number at the left; 0 for as it stands.</param>
    /// <param name="b">Number at the right.</param>
    /// <param name="with">Name of another formula, which then stands at the left.</param>
    public async Task<IActionResult> OnGetAsync([FromRoute] long id, int? a, int? b, string? with)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        Kept = kept;
        (var all, Odd) = await revisions.ListAsync(id);
        Revisions = Lines(kept, all);
        A =
            Revisions.Any(line => line.Number == a) ? a!.Value
            : all.Count > 0 ? all[0].Number
            : AsItStands;
        B = Revisions.Any(line => line.Number == b) ? b!.Value : AsItStands;
        Others = [.. (await store.NamesAsync(id)).Select(one => one.Name)];
        var prices = (await lots.ListAsync())
            .Where(lot => lot.PricePerKilogram is not null)
            .GroupBy(lot => lot.Ingredient, StringComparer.Ordinal)
            .ToDictionary(group => group.Key, group => group.MaxBy(lot => lot.BoughtOn)!.PricePerKilogram, StringComparer.Ordinal);
        var left = SideOf(A);
        if (!string.IsNullOrWhiteSpace(with))
        {
            With = with.Trim();
            if (await store.FindByNameAsync(With) is { } other)
                left = Side(other.Formula.Name, other.Formula);
            else
                Refusal = $"No formula is called “{(With.Length > 60 ? With[..60] : With)}”. Its own revision is shown instead.";
        }

        View = CompareView.Of(left, SideOf(B), knowledge.Catalogue);
        return Page();

        ComparedSide SideOf(int number) =>
            number == AsItStands
                ? Side("as it stands", kept.Formula)
                : Side($"rev {number}", all.First(revision => revision.Number == number).Formula);

        ComparedSide Side(string title, Formula formula) =>
            new(
                title,
                formula,
                Evaluator.Evaluate(formula, knowledge.Catalogue, knowledge.Settings),
                FormulaCost.Of(formula, knowledge.Catalogue.Herbs, slug => prices.GetValueOrDefault(slug))
            );
    }

    /// <summary>Names a revision.</summary>
    public async Task<IActionResult> OnPostNameAsync([FromRoute] long id, int number, string? name, string? was, int? a, int? b)
    {
        try
        {
            return await revisions.NameAsync(id, number, name ?? "", was ?? "")
                ? RedirectToPage(
                    new
                    {
                        id,
                        a,
                        b,
                    }
                )
                : NotFound();
        }
        catch (DocumentException refused)
        {
            TypedName = name;
            return await RefuseAsync(id, StatusCodes.Status422UnprocessableEntity, refused.Problems[0].Reason.ToString(), a, b);
        }
        catch (StaleException)
        {
            TypedName = name;
            var now = (await revisions.FindAsync(id, number))?.Name;
            return await RefuseAsync(
                id,
                StatusCodes.Status409Conflict,
                $"Another window named it “{now}” meanwhile. Your name stands in its field; press again to set it.",
                a,
                b
            );
        }
    }

    private Task<IActionResult> RefuseAsync(long id, int status, string why, int? a = null, int? b = null)
    {
        Refusal = why;
        Response.StatusCode = status;
        return OnGetAsync(id, a, b, null);
    }

    /// <summary>Goes back to a revision: a step like any other, that Z undoes.</summary>
    public async Task<IActionResult> OnPostBackAsync([FromRoute] long id, int number, long version)
    {
        if (await revisions.FindAsync(id, number) is not { } revision)
            return NotFound();
        try
        {
            return await store.ChangeAsync(id, version, _ => revision.Again(knowledge.Catalogue.Herbs)) is null
                ? NotFound()
                : RedirectToPage("/Bench", new { id });
        }
        catch (StaleException)
        {
            return await RefuseAsync(
                id,
                StatusCodes.Status409Conflict,
                "Another window changed the formula meanwhile; it is shown as it stands now. Go back once more if you still want to.",
                null,
                null
            );
        }
    }

    /// <summary>Starts a new formula from a revision, or from the formula as it stands.</summary>
    public async Task<IActionResult> OnPostBranchAsync([FromRoute] long id, int number)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        var source = number == AsItStands ? kept.Formula : (await revisions.FindAsync(id, number))?.Again(knowledge.Catalogue.Herbs);
        return source is null
            ? NotFound()
            : RedirectToPage("/Bench", new { id = await store.AddAsync(source with { Name = BranchName(source.Name, number) }) });
    }

    private List<RevisionLine> Lines(KeptFormula kept, IReadOnlyList<KeptRevision> all)
    {
        string Words(Formula? before, Formula after)
        {
            if (before is null)
                return "the first that was kept";
            var words = FormulaComparison
                .Of(before, after, knowledge.Catalogue.Herbs)
                .Words(slug => knowledge.Catalogue.Find(slug)?.Name ?? slug)
                .Select(change => change.ToString())
                .ToList();
            return words.Count == 0 ? "nothing changed" : string.Join(", ", words);
        }

        var now = clock.GetUtcNow();
        return
        [
            new RevisionLine(
                AsItStands,
                "as it stands",
                Bench.Words.When(kept.ChangedAt, now),
                all.Count == 0 ? "no revision is kept yet: S on the bench keeps one" : Words(all[0].Formula, kept.Formula)
            ),
            .. all.Select(
                (revision, at) =>
                    new RevisionLine(
                        revision.Number,
                        revision.Name,
                        Bench.Words.When(revision.KeptAt, now),
                        Words(at + 1 < all.Count ? all[at + 1].Formula : null, revision.Formula)
                    )
            ),
        ];
    }

    private static string BranchName(string name, int number)
    {
        var tail = number == AsItStands ? ", branch" : $", branch of rev {number}";
        return name.Length + tail.Length <= 200 ? name + tail : name[..(200 - tail.Length)] + tail;
    }
}
