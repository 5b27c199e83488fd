using System.Diagnostics;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using UmberCrock.Core.Documents;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Storage.Saved;
using UmberCrock.Web.Hosting;

namespace UmberCrock.Web.Pages;

/// <summary>Copies of the data file and the way back to one; everything as one file, and such a file opened.</summary>
internal sealed class CopiesModel : PageModel
{
    private readonly Copies copies;
    private readonly DataHouse house;
    private readonly HouseFile saving;
    private readonly HouseOpening opening;
    private readonly SettingStore settings;
    private readonly IncomingFiles incoming;
    private readonly Upkeep upkeep;
    private readonly TimeProvider clock;

    /// <summary>Takes what it works with.</summary>
    public CopiesModel(IServiceProvider services)
    {
        (copies, house, saving) = (
            services.GetRequiredService<Copies>(),
            services.GetRequiredService<DataHouse>(),
            services.GetRequiredService<HouseFile>()
        );
        (opening, settings, incoming) = (
            services.GetRequiredService<HouseOpening>(),
            services.GetRequiredService<SettingStore>(),
            services.GetRequiredService<IncomingFiles>()
        );
        (upkeep, clock) = (services.GetRequiredService<Upkeep>(), services.GetRequiredService<TimeProvider>());
    }

    /// <summary>The copies there are, newest first.</summary>
    public IReadOnlyList<DataCopy> List { get; private set; } = [];

    /// <summary>Where they lie.</summary>
    public string Folder => copies.Folder;

    /// <summary>The place as typed or as chosen; empty for the usual one.</summary>
    public string Place { get; private set; } = "";

    /// <summary>What is wrong with the place or with the last copy; null when all is well.</summary>
    public string? Trouble => copies.Trouble ?? upkeep.Trouble;

    /// <summary>Why something was not done.</summary>
    public string? Refusal { get; private set; }

    /// <summary>The copy whose restoring is asked about.</summary>
    public DataCopy? Asked { get; private set; }

    /// <summary>What restoring it would do.</summary>
    public CopyPreview? Preview { get; private set; }

    /// <summary>The saved file whose opening is asked about.</summary>
    public string? Token { get; private set; }

    /// <summary>What opening it would do.</summary>
    public OpeningPreview? Opening { get; private set; }

    /// <summary>The time.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>Shows them.</summary>
    public void OnGet() => Load();

    /// <summary>Everything as one zip.</summary>
    public async Task<IActionResult> OnGetSaveAsync()
    {
        Response.ContentType = "application/zip";
        Response.Headers.ContentDisposition = $"attachment; filename=\"umber-crock-{clock.GetLocalNow():yyyy-MM-dd}.zip\"";
        // The writer of zips writes without awaiting.
        if (HttpContext.Features.Get<IHttpBodyControlFeature>() is { } control)
            control.AllowSynchronousIO = true;
        await saving.WriteAsync(Response.Body, HttpContext.RequestAborted);
        return new EmptyResult();
    }

    /// <summary>Makes a copy now.</summary>
    public Task<IActionResult> OnPostMakeAsync() =>
        TryAsync(async () =>
        {
            TempData["note"] = $"Kept as {(await house.CopyAsync(CopyReason.Asked)).Name}, and checked.";
            return RedirectToPage();
        });

    /// <summary>Chooses where copies go.</summary>
    public Task<IActionResult> OnPostPlaceAsync([FromForm] string? place) =>
        TryAsync(async () =>
        {
            Place = (place ?? "").Trim();
            if (Place.Length > 0 && Copies.Problem(Place) is { } problem)
                throw new DocumentException("/place", $"{Place} is not taken: {problem}");
            await settings.KeepCopiesFolderAsync(Place);
            copies.Use(Place);
            TempData["note"] = $"Copies go to {copies.Folder} from now on. Those made before stay where they are.";
            return RedirectToPage();
        });

    /// <summary>Shows what putting a copy back would do.</summary>
    public Task<IActionResult> OnGetLookAsync(string? name) =>
        TryAsync(async () =>
        {
            Asked = Find(name);
            Preview = await house.PreviewAsync(Asked);
            Load();
            return Page();
        });

    /// <summary>Puts a copy back; what stood there is copied first.</summary>
    public Task<IActionResult> OnPostRestoreAsync([FromForm] string? name) =>
        TryAsync(async () =>
        {
            var before = await house.RestoreAsync(Find(name));
            TempData["note"] = $"Put back. What stood here before is the copy {before.Name}: put that back to undo this.";
            return RedirectToPage();
        });

    /// <summary>Takes a saved file in and shows what opening it would do.</summary>
    public Task<IActionResult> OnPostOpenAsync(IFormFile? file) =>
        TryAsync(async () =>
        {
            if (file is null)
                throw new DocumentException("/file", "No file was chosen.");
            await using var content = file.OpenReadStream();
            Token = await incoming.KeepAsync(content, HttpContext.RequestAborted);
            try
            {
                Opening = await opening.PreviewAsync(incoming.Find(Token));
            }
            catch
            {
                IncomingFiles.Remove(incoming.Find(Token));
                throw;
            }

            Load();
            return Page();
        });

    /// <summary>Opens it.</summary>
    public Task<IActionResult> OnPostTakeAsync([FromForm] string? token, [FromForm] string? meet) =>
        TryAsync(async () =>
        {
            var path = incoming.Find(token);
            var (done, before) = await opening.OpenAsync(path, takesSaved: meet == "saved");
            IncomingFiles.Remove(path);
            TempData["note"] =
                $"{done.Kinds.Sum(kind => kind.New.Count)} "
                + $"added{(meet == "saved" ? $", {done.Kinds.Sum(kind => kind.Other.Count)} changed" : "")}. What stood here "
                + $"before is the copy {before.Name}.";
            return RedirectToPage();
        });

    /// <summary>Why a copy was made, in words.</summary>
    public static string WordsOf(CopyReason reason) =>
        reason switch
        {
            CopyReason.Day => "after a day of use",
            CopyReason.Asked => "asked for",
            CopyReason.Upgrade => "before an upgrade",
            CopyReason.Restore => "before another was put back",
            CopyReason.Open => "before a saved file was opened",
            _ => throw new UnreachableException(),
        };

    /// <summary>A size in words.</summary>
    public static string SizeOf(long bytes) =>
        bytes < 1024 * 1024 ? $"{Math.Max(1, bytes / 1024)} KB" : $"{bytes / 1024.0 / 1024.0:0.0} MB";

    private DataCopy Find(string? name) =>
        copies.List().FirstOrDefault(copy => copy.Name == name) ?? throw new DocumentException("/name", "That copy is no longer there.");

    private void Load()
    {
        List = copies.List();
        Place = settings.CopiesFolder;
    }

    private async Task<IActionResult> TryAsync(Func<Task<IActionResult>> act)
    {
        try
        {
            return await act();
        }
        catch (Exception refused) when (refused is DocumentException or DataFileException or IOException or UnauthorizedAccessException)
        {
            var typed = Place;
            Load();
            if (typed.Length > 0)
                Place = typed;
            Refusal = refused is DocumentException document
                ? string.Join(" ", document.Problems.Select(problem => problem.Reason))
                : refused.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }
}
