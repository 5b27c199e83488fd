using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;
using UmberCrock.Core.Topics.FreeFrom;
using UmberCrock.Core.Trials;
using UmberCrock.Storage;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Shelf;

namespace UmberCrock.Web.Pages;

/// <summary>One formula on the bench. Every change is posted here, kept, and answered with the bench as it then stands.</summary>
internal sealed class BenchModel(
    FormulaStore store,
    RevisionStore revisions,
    LarderStore larder,
    LotStore lots,
    BinStore bin,
    Knowledge knowledge
) : PageModel
{
    /// <summary>What people keep away from.</summary>
    public FreeFromRules FreeFrom => knowledge.Catalogue.Rules.FreeFrom;

    /// <summary>Climates to choose from.</summary>
    public ImmutableArray<NamedClimate> Climates => knowledge.Catalogue.Rules.Climates.Climates;

    /// <summary>What is shown.</summary>
    public BenchView View { get; private set; } = null!;

    /// <summary>Opens a formula; without a key, the one that changed last.</summary>
    public async Task<IActionResult> OnGetAsync([FromRoute] long? id)
    {
        if (id is null)
            return await store.LatestIdAsync() is { } latest ? RedirectToPage(new { id = latest }) : RedirectToPage("/Index");
        if (await store.FindAsync(id.Value) is not { } kept)
            return NotFound();
        View = ViewOf(kept);
        return Page();
    }

    /// <summary>The bench as it stands now, for a page that has fallen behind.</summary>
    public async Task<IActionResult> OnGetNowAsync([FromRoute] long id) => Answer(await store.FindAsync(id));

    /// <summary>The formula as a file: as this application keeps it, or as plain text, Markdown or a table.</summary>
    public async Task<IActionResult> OnGetExportAsync([FromRoute] long id, string? @as)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        var file = FormulaFile.Of(kept, @as, knowledge);
        return File(System.Text.Encoding.UTF8.GetBytes(file.Text), file.Type, file.Name);
    }

    /// <summary>The melt curve of the newest kept revision, as path data for the bench's chart.</summary>
    public async Task<IActionResult> OnGetEarlierAsync([FromRoute] long id) =>
        await revisions.LastAsync(id) is { } revision
            ? Content(BenchView.CurveOf(revision.Formula, knowledge.Catalogue), "text/plain")
            : NotFound();

    /// <summary>What can stand in for a line, and what it would do.</summary>
    public async Task<IActionResult> OnGetSwapAsync([FromRoute] long id, int line, string[] avoid, bool inLarder)
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        FreeFromRow[] rows = [.. avoid.Select(word => knowledge.Catalogue.Rules.FreeFrom.Avoiding(word, "/avoid"))];
        return Partial(
            "_Swap",
            SwapView.Of(
                kept.Formula,
                line,
                Swap.Candidates(kept.Formula, line, null, rows, await PresentAsync(inLarder), knowledge.Catalogue, knowledge.Settings),
                knowledge.Catalogue
            )
        );
    }

    /// <summary>What the whole formula would become: a switch, or a rebalance with some doses kept.</summary>
    public async Task<IActionResult> OnGetMakeAsync(
        [FromRoute] long id,
        string what,
        string? climate,
        string? band,
        string? celsius,
        int[] @lock,
        bool inLarder
    )
    {
        if (await store.FindAsync(id) is not { } kept)
            return NotFound();
        if (Switch.Kinds(knowledge.Catalogue.Rules).Contains(what))
            return Partial(
                "_Make",
                MakeView.Switched(kept.Formula, what, await PresentAsync(inLarder), knowledge.Catalogue, knowledge.Settings)
            );
        if (what == MakeView.SettledWord)
            return Partial("_Make", MakeView.Settled(kept.Formula, knowledge.Catalogue, knowledge.Settings));
        var target = what switch
        {
            "limits" => RebalanceTarget.None,
            "climate" => new RebalanceTarget(
                null,
                null,
                Climates.FirstOrDefault(named => named.Key == climate)?.Climate ?? kept.Formula.Climate
            ),
            "band" => new RebalanceTarget(
                Vocabulary.TryParse<Band>(band, out var wanted) ? wanted : throw new DocumentException("/band", "Choose a texture."),
                Typed.Celsius(celsius),
                null
            ),
            _ => throw new DocumentException("/what", "Choose what it is to become."),
        };
        return Partial("_Make", MakeView.Rebalanced(kept.Formula, @lock, target, knowledge.Catalogue, knowledge.Settings));
    }

    /// <summary>What there is to choose from: all that is known, or what a lot in the larder still holds.</summary>
    private async Task<IReadOnlyCollection<Ingredient>> PresentAsync(bool inLarder)
    {
        if (!inLarder)
            return [.. larder.Present];
        var held = (await lots.ListAsync())
            .Where(lot => lot.RemainingGrams > 0m)
            .Select(lot => lot.Ingredient)
            .ToHashSet(StringComparer.Ordinal);
        return [.. larder.Present.Where(ingredient => held.Contains(ingredient.Slug))];
    }

    /// <summary>Applies edits.</summary>
    public async Task<IActionResult> OnPostEditAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "edits");
        var edits = FormulaEditReader.Read(body.Required("edits"), "/edits");
        return await ChangeAsync(id, body, _ => edits);
    }

    /// <summary>Sets a dose from what was typed.</summary>
    public async Task<IActionResult> OnPostDoseAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "line", "text");
        var percent = Typed.Number(body.Text("text"), "a dose from 0 to 100");
        return await ChangeAsync(id, body, _ => [new SetPercent(body.Index("line"), percent)]);
    }

    /// <summary>
    /// Raises or lowers a dose by a step; it stays from 0 to 100. A page that is being left cannot wait for a version: it names the
    /// ingredient of the line instead, and the step is taken from where the dose stands by then.
    /// </summary>
    public async Task<IActionResult> OnPostNudgeAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "line", "ingredient", "by");
        if (
            body.Required("by") is not { ValueKind: JsonValueKind.Number } number
            || !number.TryGetDecimal(out var by)
            || by is < -100m or > 100m
        )
            throw new DocumentException("/by", "must be a step in percent.");
        var line = body.Index("line");
        if (!body.ContainsKey("ingredient"))
            return await ChangeAsync(id, body, formula => [BenchEdits.Nudge(formula, line, by)]);
        var slug = body.Text("ingredient");
        return Answer(
            await store.ChangeAsync(id, null, formula =>
                line < formula.Lines.Length && line >= 0 && formula.Lines[line].Ingredient == slug
                    ? FormulaEdit.ApplyAll(formula, [BenchEdits.Nudge(formula, line, by)], knowledge.Catalogue.Herbs)
                    : throw new DocumentException("/line", "Another ingredient stands there by now.")
            )
        );
    }

    /// <summary>Moves a line up or down, across phases at their ends.</summary>
    public async Task<IActionResult> OnPostMoveAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "line", "by");
        var by = IsDown(body) ? 1 : -1;
        var line = body.Index("line");
        return await ChangeAsync(id, body, formula =>
        {
            var move = BenchEdits.Move(formula, line, by);
            ShowLine(move is null ? line : BenchEdits.LineAfter(formula, move, knowledge.Catalogue.Herbs));
            return move is null ? [] : [move];
        });
    }

    /// <summary>Adds an ingredient at the least usual dose for this kind of product.</summary>
    public async Task<IActionResult> OnPostAddAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "ingredient", "phase");
        var slug = body.Text("ingredient");
        var phase = body.Text("phase");
        var ingredient = knowledge.Catalogue.Find(slug)
            ?? throw new DocumentException("/ingredient", $"\"{slug}\" is not an ingredient of the catalogue.");
        return await ChangeAsync(id, body, formula =>
        {
            var add = new AddLine(
                phase,
                slug,
                BenchEdits.StartingPercent(formula, ingredient, knowledge.Catalogue.Rules, knowledge.Settings)
            );
            ShowLine(BenchEdits.LineAfter(formula, add, knowledge.Catalogue.Herbs));
            return [add];
        });
    }

    /// <summary>Adds a phase with the next free letter, or gives the one that is named another name and stage.</summary>
    public async Task<IActionResult> OnPostPhaseAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "phase", "name", "stage");
        var name = body.Text("name").Trim();
        var stage = Vocabulary.TryParse<Stage>(body.Text("stage"), out var parsed)
            ? parsed
            : throw new DocumentException("/stage", "Choose when it goes in.");
        return await ChangeAsync(id, body, formula =>
            body.ContainsKey("phase")
                ? [BenchEdits.Phase(formula, body.Text("phase"), name, stage)]
                : [new AddPhase(PhaseIds.NextFree(formula), name, stage, null)]
        );
    }

    /// <summary>Moves a phase with its lines up or down.</summary>
    public async Task<IActionResult> OnPostMovePhaseAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "phase", "by");
        var phase = body.Text("phase");
        var by = IsDown(body) ? 1 : -1;
        return await ChangeAsync(id, body, formula => BenchEdits.MovePhase(formula, phase, by) is { } move ? [move] : []);
    }

    /// <summary>Makes a second formula of this one and opens it.</summary>
    public async Task<IActionResult> OnPostCopyAsync([FromRoute] long id) =>
        await ShelfActs.CopyAsync(store, id) is { } copy ? RedirectToPage(new { id = copy }) : NotFound();

    /// <summary>Puts the formula into the bin.</summary>
    public async Task<IActionResult> OnPostDeleteAsync([FromRoute] long id, [FromForm] long version)
    {
        if (await bin.DeleteFormulaAsync(id, version) is not { } name)
            return NotFound();
        (TempData["binned"], TempData["binnedName"]) = (id.ToString(CultureInfo.InvariantCulture), name);
        return RedirectToPage("/Index");
    }

    /// <summary>Sets a field of the product strip.</summary>
    public async Task<IActionResult> OnPostFieldAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "field", "value");
        var field = body.Text("field");
        var value = body.Required("value");
        if (field.StartsWith("climate.", StringComparison.Ordinal) && value.ValueKind == JsonValueKind.String)
            value = JsonSerializer.SerializeToElement(Typed.Temperature(value.GetString()!));
        return await ChangeAsync(id, body, _ => [new SetField(field, value)]);
    }

    /// <summary>One step back.</summary>
    public Task<IActionResult> OnPostUndoAsync([FromRoute] long id) => StepAsync(version => store.UndoAsync(id, version));

    /// <summary>One step forward again.</summary>
    public Task<IActionResult> OnPostRedoAsync([FromRoute] long id) => StepAsync(version => store.RedoAsync(id, version));

    /// <summary>Keeps a revision.</summary>
    public Task<IActionResult> OnPostKeepAsync([FromRoute] long id) => StepAsync(version => store.KeepRevisionAsync(id, version));

    /// <summary>Sets the batch that grams are shown for.</summary>
    public async Task<IActionResult> OnPostBatchAsync([FromRoute] long id)
    {
        var body = await JsonMembers.ReadAsync(Request, "version", "text");
        return Answer(await store.SetBatchAsync(id, body.Version(), Typed.Number(body.Text("text"), "a batch in grams")));
    }

    private static bool IsDown(Dictionary<string, JsonElement> body) =>
        body.Required("by") is { ValueKind: JsonValueKind.Number } by && by.GetDouble() > 0;

    private async Task<IActionResult> ChangeAsync(
        long id,
        Dictionary<string, JsonElement> body,
        Func<Formula, IReadOnlyList<FormulaEdit>> edits
    ) =>
        Answer(
            await store.ChangeAsync(id, body.Version(), formula => FormulaEdit.ApplyAll(formula, edits(formula), knowledge.Catalogue.Herbs))
        );

    private async Task<IActionResult> StepAsync(Func<long, Task<KeptFormula?>> step)
    {
        var body = await JsonMembers.ReadAsync(Request, "version");
        return Answer(await step(body.Version()));
    }

    private IActionResult Answer(KeptFormula? kept) => kept is null ? NotFound() : new BenchAnswer(Partial("_Bench", ViewOf(kept)));

    private BenchView ViewOf(KeptFormula kept) => BenchView.Of(kept, knowledge);

    /// <summary>Tells the page which line to select.</summary>
    private void ShowLine(int line) => Response.Headers["X-Line"] = line.ToString(CultureInfo.InvariantCulture);
}
