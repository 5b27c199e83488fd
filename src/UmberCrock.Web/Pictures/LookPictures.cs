using System.Collections.Immutable;
using UmberCrock.Core.Documents;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Pictures;

/// <summary>The pictures that come with a look, and the way to those that are kept.</summary>
internal static class LookPictures
{
    /// <summary>So many pictures are taken at a time.</summary>
    public const int AtOnce = 4;

    /// <summary>Largest body of a look with its pictures, bytes.</summary>
    public const long MostBytes = (AtOnce * (long)PictureReader.MostBytes) + (1024 * 1024);

    /// <summary>Where a picture is fetched from.</summary>
    /// <param name="name">Its name.</param>
    public static string Address(string name) => $"/pictures/{name}";

    /// <summary>Names of the pictures of a look: those kept before that still stand, and the new ones, read and kept.</summary>
    /// <param name="form">The form of the look: keep, and files.</param>
    /// <param name="folder">Where pictures lie.</param>
    /// <exception cref="DocumentException">Too many, or one that cannot be read; none of the new ones was kept.</exception>
    public static async Task<ImmutableArray<string>> TakenAsync(IFormCollection form, PictureFolder folder)
    {
        var files = form.Files.Where(file => file.Name == "picture" && file.Length > 0).ToList();
        if (files.Count > AtOnce)
            throw new DocumentException("/picture", $"At most {AtOnce} pictures at a time. Nothing was kept of the look; choose fewer.");
        var read = new List<byte[]>();
        foreach (var file in files)
        {
            if (file.Length > PictureReader.MostBytes)
                throw PictureReader.TooLarge();
            using var bytes = new MemoryStream((int)file.Length);
            await file.CopyToAsync(bytes);
            read.Add(PictureReader.Read(bytes.ToArray()));
        }

        return [.. form["keep"].OfType<string>().Concat(read.Select(picture => folder.Keep(picture))).Distinct(StringComparer.Ordinal)];
    }

    /// <summary>Maps the address of pictures: a name never means another picture.</summary>
    public static void MapPictures(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/pictures/{name}", (string name, PictureFolder folder, HttpContext context) =>
        {
            if (folder.PathOf(name) is not { } path)
                return Results.NotFound();
            context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return Results.File(path, "image/jpeg");
        });
}
