using System.Collections.Immutable;
using System.IO.Compression;
using System.Net;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Tests;

/// <summary>Pictures of looks: kept beside the data file, shown, taken out again, on paper, in copies and in saved files.</summary>
public sealed class LookPictureTests : IAsyncLifetime
{
    private const string Check = "warm-1-d21";
    private readonly App app = new();

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public ValueTask DisposeAsync() => app.DisposeAsync();

    private StudyStore Studies => app.Services.GetRequiredService<StudyStore>();

    private static Dictionary<string, string> AllNone() =>
        new[] { "colour", "odour", "sweat", "bleed", "layers" }
            .Select(sign => (sign, "0"))
            .Append(("check", Check))
            .ToDictionary(one => one.Item1, one => one.Item2);

    private async Task<ImmutableArray<string>> PicturesAsync() => (await Studies.FindAsync(2))!.Log.Looks[Check].Look.Pictures;

    [Fact]
    public async Task A_picture_is_kept_with_its_look_and_taken_out_again()
    {
        var window = new Browserlike(app);
        await window.OpenAsync($"/studies/2?check={Check}");
        await window.SendFilesAsync("/studies/2?handler=Look", AllNone(), "picture", Camera.Picture(2000, 1500), Camera.Picture(300, 300));
        window.Status.ShouldBe(HttpStatusCode.Redirect);
        var names = await PicturesAsync();
        names.Length.ShouldBe(2);
        using var client = app.CreateClient();
        using var sent = await client.GetAsync(new Uri($"/pictures/{names[0]}", UriKind.Relative));
        (sent.StatusCode, sent.Content.Headers.ContentType!.MediaType).ShouldBe((HttpStatusCode.OK, "image/jpeg"));
        sent.Headers.CacheControl!.ToString().ShouldContain("immutable");
        PictureFolder.NameOf(await sent.Content.ReadAsByteArrayAsync()).ShouldBe(names[0]);

        var page = await window.OpenAsync($"/studies/2?check={Check}");
        page.QuerySelectorAll(".thumb img").Length.ShouldBe(2);
        await window.SendAsync("/studies/2?handler=Look", new(AllNone()) { ["keep"] = names[1] });
        (await PicturesAsync()).ShouldBe([names[1]]);
        page = await window.OpenAsync("/studies/2/pictures?jar=warm-1");
        page.QuerySelectorAll(".pair img").Length.ShouldBe(2, "one picture stands on both sides");
        page.QuerySelector(".jarchoice [aria-current]")!.TextContent.ShouldBe("Warm, jar 1");
    }

    /// <summary>What was marked stands; nothing of the look is kept.</summary>
    [Fact]
    public async Task A_file_that_is_no_picture_is_refused_and_what_was_marked_stands()
    {
        var window = new Browserlike(app);
        await window.OpenAsync($"/studies/2?check={Check}");
        await window.SendFilesAsync("/studies/2?handler=Look", AllNone(), "picture", "not a picture"u8.ToArray());
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("choose it again");
        window.Page.QuerySelector("[name=bleed][value='0']")!.HasAttribute("checked").ShouldBeTrue();
        (await Studies.FindAsync(2))!.Log.Looks.ContainsKey(Check).ShouldBeFalse();
        var one = Camera.Picture(20, 20);
        await window.SendFilesAsync("/studies/2?handler=Look", AllNone(), "picture", one, one, one, one, one);
        window.Page.QuerySelector(".refusal")!.TextContent.ShouldContain("At most 4");
        await window.SendAsync("/studies/2?handler=Look", new(AllNone()) { ["keep"] = "../../umber-crock.db" });
        window.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Theory]
    [InlineData("/pictures/umber-crock.db")]
    [InlineData("/pictures/..%2Fumber-crock.db")]
    [InlineData("/pictures/00000000000000000000000000000000.jpg")]
    [InlineData("/studies/99/pictures")]
    [InlineData("/studies/99?handler=Report")]
    public async Task What_is_not_there_is_not_found(string path)
    {
        using var client = app.CreateClient();
        (await client.GetAsync(new Uri(path, UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_report_has_pictures_verdicts_forecasts_and_lines_to_sign()
    {
        using var client = app.CreateClient();
        var pdf = await client.GetByteArrayAsync(new Uri("/studies/2?handler=Report", UriKind.Relative));
        var raw = System.Text.Encoding.Latin1.GetString(pdf);
        raw.ShouldStartWith("%PDF-");
        raw.Split("/Subtype/Image").Length.ShouldBeGreaterThan(4, "its pictures are on it");
        var blocks = Papers
            .StudyPaper.Of(
                new Studies.StudyView((await Studies.FindAsync(2))!, null, Studies.Today, app.Services.GetRequiredService<Knowledge>()),
                [("Shea butter", "S2", 232m)],
                app.Services.GetRequiredService<PictureFolder>(),
                app.Services.GetRequiredService<Knowledge>()
            )
            .ToList();
        var text = string.Join('|', blocks.Select(Said));
        foreach (
            var wanted in new[]
            {
                "Butyrospermum Parkii Butter",
                "S2",
                "grain strong",
                "failed: ",
                "Powder sinks",
                "Keep from frost.",
                "no stability",
            }
        )
            text.ShouldContain(wanted);
        blocks.OfType<Papers.PaperSignatures>().Single().Who.Count.ShouldBe(2);
        blocks.OfType<Papers.PaperPictures>().Single().Pictures.Count.ShouldBe(9, "five of the one jar, four of the other");

        static string Said(Papers.PaperBlock block) =>
            block switch
            {
                Papers.PaperText one => one.Text,
                Papers.PaperTable table => string.Join('|', table.Rows.SelectMany(row => row)),
                _ => "",
            };
    }

    [Fact]
    public async Task They_go_into_copies_and_come_back_from_them()
    {
        using var folder = await Folder.DemoAsync();
        var name = (await folder.Studies.PicturesAsync()).First();
        var copy = await folder.House.CopyAsync(CopyReason.Asked);
        Directory.Delete(Path.Combine(folder.Path, PictureFolder.Name), recursive: true);
        folder.Pictures.PathOf(name).ShouldBeNull();
        await folder.House.RestoreAsync(copy);
        File.ReadAllBytes(folder.Pictures.PathOf(name).ShouldNotBeNull()).ShouldNotBeEmpty();
    }

    [Fact]
    public async Task They_go_into_a_saved_file_and_one_that_was_changed_is_left_out()
    {
        using var folder = await Folder.DemoAsync();
        var names = await folder.Studies.PicturesAsync();
        var zip = Path.Combine(folder.Path, "saved.zip");
        await using (var file = File.Create(zip))
            await folder.Saving.WriteAsync(file);
        using (var empty = await new Folder().OpenAsync())
        {
            await empty.Opening.PreviewAsync(zip);
            empty.Pictures.PathOf(names.First()).ShouldBeNull("looking keeps nothing");
            var (done, _) = await empty.Opening.OpenAsync(zip, takesSaved: false);
            done.LeftOut.ShouldBeEmpty();
            names.ShouldAllBe(name => empty.Pictures.PathOf(name) != null);
        }

        var forged = Camera.Picture(30, 30);
        using (var open = ZipFile.Open(zip, ZipArchiveMode.Update))
        {
            var name = $"pictures/{names.First()}";
            using var sums = new StreamReader(open.GetEntry("SHA256SUMS")!.Open());
            var listing = (await sums.ReadToEndAsync())
                .Split('\n')
                .Select(line =>
                    line.EndsWith(name, StringComparison.Ordinal)
                        ? $"{Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(forged))}  {name}"
                        : line
                );
            sums.Dispose();
            Write("SHA256SUMS", System.Text.Encoding.ASCII.GetBytes(string.Join('\n', listing)));
            Write(name, forged);

            void Write(string part, byte[] bytes)
            {
                open.GetEntry(part)!.Delete();
                using var into = open.CreateEntry(part).Open();
                into.Write(bytes);
            }
        }

        using var other = await new Folder().OpenAsync();
        var (taken, _) = await other.Opening.OpenAsync(zip, takesSaved: false);
        taken.LeftOut.ShouldHaveSingleItem().Why.ShouldContain("no picture that was saved here");
    }

    /// <summary>What no look names is taken away once a look in the bin could not name it any more: 30 days.</summary>
    [Fact]
    public async Task What_no_look_names_goes_after_thirty_days()
    {
        using var folder = await Folder.DemoAsync();
        var named = (await folder.Studies.PicturesAsync()).First();
        var lost = folder.Pictures.Keep(Camera.Picture(10, 10));
        await folder.House.TidyPicturesAsync(DateTimeOffset.UtcNow.AddDays(29));
        folder.Pictures.PathOf(lost).ShouldNotBeNull();
        await folder.House.TidyPicturesAsync(DateTimeOffset.UtcNow.AddDays(31));
        (folder.Pictures.PathOf(lost), folder.Pictures.PathOf(named) is null).ShouldBe((null, false));
    }
}
