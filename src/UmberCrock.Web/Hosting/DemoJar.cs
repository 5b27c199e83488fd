using SkiaSharp;
using UmberCrock.Core.Studies;

namespace UmberCrock.Web.Hosting;

/// <summary>Draws what a camera would see of a jar of the invented rowing club's maker, from above: grain as specks, oil as a ring at the
/// wall, drops, and a colour that turns. It stands in for photographs, of which the demo has none.</summary>
internal static class DemoJar
{
    private const int Width = 960;
    private const int Height = 720;
    private const float Radius = 300;
    private const int SpecksANotch = 260;
    private const int DropsANotch = 9;
    private const int Quality = 84;
    private static readonly SKColor Bench = new(0x8A, 0x7A, 0x66);
    private static readonly SKColor Glass = new(0xC9, 0xD2, 0xCE);
    private static readonly SKColor Butter = new(0xF1, 0xE6, 0xC8);
    private static readonly SKColor Turned = new(0xDD, 0xB8, 0x72);
    private static readonly SKColor Oil = new(0xE0, 0xA8, 0x2A);
    private static readonly SKColor Speck = new(0xC4, 0xA8, 0x74);

    /// <summary>A picture as a JPEG file; the same for what looks the same.</summary>
    /// <param name="seen">What was seen of the jar.</param>
    public static byte[] Draw(Seen seen)
    {
        using var bitmap = new SKBitmap(Width, Height);
        using var canvas = new SKCanvas(bitmap);
        using var paint = new SKPaint { IsAntialias = true };
        canvas.Clear(Bench);
        Disc(Width / 2f, Height / 2f, Radius + 26, Glass);
        Disc(Width / 2f, Height / 2f, Radius, (seen[Sign.Colour] ?? 0) > 0 ? Turned : Butter);
        var random = new Random(7);
        for (var at = 0; at < (seen[Sign.Grain] ?? 0) * SpecksANotch; at++)
            Scattered(Speck, 2 + (4 * random.NextSingle()));
        for (var at = 0; at < (seen[Sign.Sweat] ?? 0) * DropsANotch; at++)
            Scattered(Oil, 6 + (8 * random.NextSingle()));
        if (seen[Sign.Bleed] is > 0 and var ring)
        {
            (paint.Style, paint.Color, paint.StrokeWidth) = (SKPaintStyle.Stroke, Oil, 9 * ring);
            canvas.DrawCircle(Width / 2f, Height / 2f, Radius - (5 * ring), paint);
        }

        using var image = SKImage.FromBitmap(bitmap);
        using var written = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return written.ToArray();

        void Disc(float x, float y, float radius, SKColor colour)
        {
            paint.Color = colour;
            canvas.DrawCircle(x, y, radius, paint);
        }

        void Scattered(SKColor colour, float radius)
        {
            // The square root spreads them evenly over the disc.
            var (far, angle) = ((Radius - 30) * MathF.Sqrt(random.NextSingle()), MathF.Tau * random.NextSingle());
            Disc((Width / 2f) + (far * MathF.Cos(angle)), (Height / 2f) + (far * MathF.Sin(angle)), radius, colour);
        }
    }
}
