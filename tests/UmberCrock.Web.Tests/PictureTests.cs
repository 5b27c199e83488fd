using SkiaSharp;
using UmberCrock.Core.Documents;
using UmberCrock.Web.Pictures;

namespace UmberCrock.Web.Tests;

/// <summary>Pictures are read small and written without what the camera noted; what is no picture or a bomb is refused.</summary>
public sealed class PictureTests
{
    private const int Exif = 0xE1;
    private const int Profile = 0xE2;
    private const int Comment = 0xFE;

    private static SKBitmap Read(byte[] file) => SKBitmap.Decode(PictureReader.Read(file));

    private static string Refusal(byte[] file) =>
        Should.Throw<DocumentException>(() => PictureReader.Read(file)).Problems[0].Reason.ToString();

    [Fact]
    public void A_place_goes_in_and_none_comes_out()
    {
        var taken = Camera.WithExif(Camera.Picture(800, 600), 1);
        Camera.Markers(taken).ShouldContain(Exif);
        System.Text.Encoding.ASCII.GetString(taken).ShouldContain("BOATHOUSE LANE");
        var kept = PictureReader.Read(taken);
        Camera.Markers(kept).ShouldNotContain(marker => marker == Exif || marker == Profile || marker == Comment);
        System.Text.Encoding.ASCII.GetString(kept).ShouldNotContain("BOATHOUSE");
    }

    /// <summary>Where the red half of the picture comes to lie, for each way the camera was held (Exif 2.32, tag 274, from memory):
    /// upright, mirrored, upside down, and lying on either side.</summary>
    [Theory]
    [InlineData(1, 400, 200, "left")]
    [InlineData(2, 400, 200, "right")]
    [InlineData(3, 400, 200, "right")]
    [InlineData(4, 400, 200, "left")]
    [InlineData(5, 200, 400, "top")]
    [InlineData(6, 200, 400, "top")]
    [InlineData(7, 200, 400, "bottom")]
    [InlineData(8, 200, 400, "bottom")]
    public void It_stands_as_the_camera_was_held(int orientation, int width, int height, string red)
    {
        using var kept = Read(Camera.WithExif(Camera.Picture(400, 200), (ushort)orientation));
        (kept.Width, kept.Height).ShouldBe((width, height));
        bool IsRed(int x, int y) => kept.GetPixel(x, y) is { Red: > 200, Blue: < 60 };
        (
            IsRed(20, height / 2) && IsRed(20, 20),
            IsRed(width - 20, height / 2) && IsRed(width - 20, 20),
            IsRed(width / 2, 20) && IsRed(20, 20),
            IsRed(width / 2, height - 20) && IsRed(20, height - 20)
        ).ShouldBe((red == "left", red == "right", red == "top", red == "bottom"));
    }

    /// <summary>The longest side is 1600 px at most; what is smaller is not blown up.</summary>
    [Theory]
    [InlineData(1599, 900, 1599, 900)]
    [InlineData(1600, 900, 1600, 900)]
    [InlineData(1601, 900, 1600, 899)]
    [InlineData(4000, 3000, 1600, 1200)]
    [InlineData(900, 3200, 450, 1600)]
    [InlineData(1, 1, 1, 1)]
    [InlineData(6400, 1, 1600, 1)]
    public void It_is_made_small(int width, int height, int keptWidth, int keptHeight)
    {
        using var kept = Read(Camera.Picture(width, height));
        (kept.Width, kept.Height).ShouldBe((keptWidth, keptHeight));
    }

    /// <summary>24 million points of a PNG must be read at once; of a JPEG an eighth of either side can be.</summary>
    [Fact]
    public void A_bomb_is_refused_and_a_large_photograph_is_not()
    {
        Read(Camera.Picture(6000, 4000, SKEncodedImageFormat.Png)).Width.ShouldBe(1600, "24 million");
        Refusal(Camera.Picture(6000, 4001, SKEncodedImageFormat.Png)).ShouldContain("6000 by 4001 points");
        Read(Camera.Picture(6000, 4400)).Width.ShouldBe(1600);
        // A few kilobytes that say they are 60,000 by 60,000 points.
        var bomb = Camera.Picture(16, 16, SKEncodedImageFormat.Png);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(bomb.AsSpan(16), 60_000);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(bomb.AsSpan(20), 60_000);
        Refusal(bomb).ShouldContain("This file");
    }

    [Theory]
    [InlineData("text")]
    [InlineData("empty")]
    [InlineData("gif")]
    [InlineData("cut")]
    [InlineData("large")]
    public void What_is_no_picture_is_refused(string kind) =>
        Refusal(
                kind switch
                {
                    "text" => "a knob of goose grease"u8.ToArray(),
                    "gif" => [.. "GIF89a"u8, 1, 0, 1, 0, 0, 0, 0, 0x2C, 0, 0, 0, 0, 1, 0, 1, 0, 0, 2, 2, 0x44, 1, 0, 0x3B],
                    "cut" => Camera.Picture(900, 700)[..2000],
                    "large" => new byte[PictureReader.MostBytes + 1],
                    _ => [],
                }
            )
            .ShouldContain("choose it again");

    [Fact]
    public void Web_pictures_and_clear_ones_are_taken()
    {
        using var web = Read(Camera.Picture(300, 200, SKEncodedImageFormat.Webp));
        (web.Width, web.Height).ShouldBe((300, 200));
        using var clear = new SKBitmap(40, 40);
        clear.Erase(SKColors.Transparent);
        using var file = clear.Encode(SKEncodedImageFormat.Png, 100);
        using var kept = Read(file.ToArray());
        (kept.GetPixel(20, 20).Red > 250).ShouldBeTrue("what is clear lies on white");
    }

    /// <summary>Whatever is done to a file, it is read or refused in words.</summary>
    [Fact]
    public void Damaged_files_are_read_or_refused()
    {
        var random = new Random(11);
        byte[][] sound =
        [
            Camera.Picture(120, 90),
            Camera.Picture(120, 90, SKEncodedImageFormat.Png),
            Camera.Picture(90, 90, SKEncodedImageFormat.Webp),
        ];
        for (var round = 0; round < 400; round++)
        {
            var file = sound[round % sound.Length].ToArray();
            for (var at = 0; at <= random.Next(12); at++)
                file[random.Next(file.Length)] = (byte)random.Next(256);
            file = file[..(random.Next(3) == 0 ? random.Next(file.Length) : file.Length)];
            try
            {
                PictureReader.Read(file).Length.ShouldBeGreaterThan(0);
            }
            catch (DocumentException refused)
            {
                refused.Problems[0].Reason.ToString().ShouldStartWith("This file");
            }
        }
    }
}
