using SkiaSharp;
using UmberCrock.Core.Documents;

namespace UmberCrock.Web.Pictures;

/// <summary>
/// Reads a picture that somebody took or chose and writes it anew, small and without anything the camera noted: no place, no time, no
/// maker of the camera.
/// </summary>
internal static class PictureReader
{
    /// <summary>The largest file that is taken, bytes.</summary>
    public const int MostBytes = 10 * 1024 * 1024;

    /// <summary>Longest side of what is kept, px.</summary>
    public const int LongestSide = 1600;

    /// <summary>What would be decoded into more points than this is refused: 96 MB of memory.</summary>
    public const long MostPoints = 24_000_000;

    private const int Quality = 84;

    /// <summary>A JPEG is decoded in so many steps of its size (ISO/IEC 10918-1: blocks of eight).</summary>
    private const float Eighths = 8;

    // One after the other: each takes up to 96 MB for a moment.
    private static readonly Lock Turn = new();

    private static readonly SKEncodedImageFormat[] Taken = [SKEncodedImageFormat.Jpeg, SKEncodedImageFormat.Png, SKEncodedImageFormat.Webp];

    /// <summary>The picture as a JPEG file, its longest side at most <see cref="LongestSide"/>, turned as the camera was held.</summary>
    /// <param name="file">The file as it came.</param>
    /// <exception cref="DocumentException">It is too large, no picture of a kind that is taken, or damaged.</exception>
    public static byte[] Read(byte[] file)
    {
        if (file.Length > MostBytes)
            throw TooLarge();
        lock (Turn)
        {
            using var data = SKData.CreateCopy(file);
            using var codec = SKCodec.Create(data);
            if (codec is null || !Taken.Contains(codec.EncodedFormat))
                throw Refused("is no JPEG, PNG or WebP picture, or it is damaged.");
            using var decoded = Decoded(codec);
            using var upright = Upright(decoded, codec.EncodedOrigin);
            using var image = SKImage.FromBitmap(upright);
            using var written = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
            return written.ToArray();
        }
    }

    /// <summary>The points, decoded no larger than is needed: a JPEG can be read at an eighth of its size and up.</summary>
    private static SKBitmap Decoded(SKCodec codec)
    {
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        // In eighths, and no smaller than what is kept.
        var wanted = MathF.Ceiling(Eighths * LongestSide / Math.Max(width, height)) / Eighths;
        var size = wanted < 1 ? codec.GetScaledDimensions(wanted) : codec.Info.Size;
        if ((long)size.Width * size.Height > MostPoints)
            throw Refused(
                $"has {width} by {height} points: more than {MostPoints / 1_000_000} million would have to be read at once. "
                    + "Make it smaller, or take a JPEG."
            );
        var bitmap = new SKBitmap(
            new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb())
        );
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) == SKCodecResult.Success)
            return bitmap;
        bitmap.Dispose();
        throw Refused("cannot be decoded: it is cut short or damaged.");
    }

    /// <summary>Scaled to what is kept and turned upright, on white: a JPEG has no clear points.</summary>
    private static SKBitmap Upright(SKBitmap picture, SKEncodedOrigin origin)
    {
        var scale = Math.Min(1f, (float)LongestSide / Math.Max(picture.Width, picture.Height));
        var (width, height) = (Math.Max(1, (int)Math.Round(picture.Width * scale)), Math.Max(1, (int)Math.Round(picture.Height * scale)));
        var lies = origin >= SKEncodedOrigin.LeftTop;
        var upright = new SKBitmap(lies ? height : width, lies ? width : height);
        using var canvas = new SKCanvas(upright);
        canvas.Clear(SKColors.White);
        canvas.SetMatrix(Turned(origin, width, height));
        using var image = SKImage.FromBitmap(picture);
        canvas.DrawImage(image, new SKRect(0, 0, width, height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return upright;
    }

    /// <summary>How a picture of a width and height is laid so that it stands (Exif 2.32, tag 274, from memory).</summary>
    private static SKMatrix Turned(SKEncodedOrigin origin, float width, float height) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, height, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, height, -1, 0, width, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, width, 0, 0, 1),
            SKEncodedOrigin.TopLeft or _ => SKMatrix.Identity,
        };

    /// <summary>What is said of a file that is larger than is taken.</summary>
    public static DocumentException TooLarge() => Refused($"is larger than {MostBytes / 1024 / 1024} MB.");

    private static DocumentException Refused(string why) =>
        new("/picture", $"This file {why} Nothing was kept of the look; choose it again.");
}
