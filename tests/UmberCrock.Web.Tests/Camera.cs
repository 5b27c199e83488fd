using System.Buffers.Binary;
using System.Text;
using SkiaSharp;

namespace UmberCrock.Web.Tests;

/// <summary>Pictures as they come from cameras and from those who mean harm.</summary>
internal static class Camera
{
    /// <summary>A picture whose left half is red and right half blue, as a JPEG, PNG or WebP file.</summary>
    public static byte[] Picture(int width, int height, SKEncodedImageFormat format = SKEncodedImageFormat.Jpeg, int quality = 90)
    {
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        using var paint = new SKPaint { Color = SKColors.Blue };
        canvas.Clear(SKColors.Red);
        canvas.DrawRect(width / 2f, 0, width, height, paint);
        using var written = bitmap.Encode(format, quality);
        return written.ToArray();
    }

    /// <summary>The same JPEG with an Exif block behind its start: how the camera was held, and where (Exif 2.32: tags 274, 34853, and 1 to
    /// 4 of the place, from memory).</summary>
    /// <param name="jpeg">The picture.</param>
    /// <param name="orientation">From 1, upright, to 8.</param>
    public static byte[] WithExif(byte[] jpeg, ushort orientation)
    {
        var tiff = new byte[96];
        Encoding.ASCII.GetBytes("II").CopyTo(tiff, 0);
        void Short(int at, int value) => BinaryPrimitives.WriteUInt16LittleEndian(tiff.AsSpan(at), (ushort)value);
        void Long(int at, int value) => BinaryPrimitives.WriteInt32LittleEndian(tiff.AsSpan(at), value);
        void Entry(int at, int tag, int type, int count, int value)
        {
            Short(at, tag);
            Short(at + 2, type);
            Long(at + 4, count);
            Long(at + 8, value);
        }

        Short(2, 42);
        Long(4, 8);
        Short(8, 2);
        Entry(10, 274, 3, 1, orientation);
        Entry(22, 34853, 4, 1, 40);
        Short(40, 1);
        Entry(42, 1, 2, 2, 'N');
        Encoding.ASCII.GetBytes("BOATHOUSE LANE 7").CopyTo(tiff, 70);
        byte[] head = [.. Encoding.ASCII.GetBytes("Exif\0\0"), .. tiff];
        return [0xFF, 0xD8, 0xFF, 0xE1, (byte)((head.Length + 2) >> 8), (byte)(head.Length + 2), .. head, .. jpeg[2..]];
    }

    /// <summary>The markers of a JPEG file up to the scan (ISO/IEC 10918-1, annex B).</summary>
    public static IReadOnlyList<int> Markers(byte[] jpeg)
    {
        var (markers, at) = (new List<int>(), 2);
        while (at + 4 <= jpeg.Length && jpeg[at] == 0xFF)
        {
            markers.Add(jpeg[at + 1]);
            if (jpeg[at + 1] == 0xDA)
                break;
            at += 2 + BinaryPrimitives.ReadUInt16BigEndian(jpeg.AsSpan(at + 2));
        }

        return markers;
    }
}
