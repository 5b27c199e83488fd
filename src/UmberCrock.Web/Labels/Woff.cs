using System.Buffers.Binary;
using System.IO.Compression;

namespace UmberCrock.Web.Labels;

/// <summary>Unpacks a font from the Web Open Font Format 1.0 (W3C Recommendation, 2012) to the TrueType file it was: the table directory,
/// then every table.</summary>
internal static class Woff
{
    private const int HeaderBytes = 44;
    private const int EntryBytes = 20;
    private const int RecordBytes = 16;
    private const int OffsetTableBytes = 12;

    /// <summary>The font as a TrueType file.</summary>
    /// <exception cref="InvalidDataException">It is no such file.</exception>
    public static byte[] ToTrueType(ReadOnlySpan<byte> woff)
    {
        if (woff.Length < HeaderBytes || !woff[..4].SequenceEqual("wOFF"u8))
            throw new InvalidDataException("This is no font in the Web Open Font Format 1.0.");
        var tables = BinaryPrimitives.ReadUInt16BigEndian(woff[12..]);
        var font = new byte[BinaryPrimitives.ReadUInt32BigEndian(woff[16..])];
        woff.Slice(4, 4).CopyTo(font);
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(4), tables);
        // The three search fields of the directory: 16 times the largest power of two that fits, its logarithm, and the rest.
        var power = (ushort)int.Log2(tables);
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(6), (ushort)((1 << power) * RecordBytes));
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(8), power);
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(10), (ushort)((tables * RecordBytes) - ((1 << power) * RecordBytes)));
        var at = OffsetTableBytes + (tables * RecordBytes);
        for (var table = 0; table < tables; table++)
        {
            var entry = woff.Slice(HeaderBytes + (table * EntryBytes), EntryBytes);
            int Field(int offset, ReadOnlySpan<byte> of) => (int)BinaryPrimitives.ReadUInt32BigEndian(of[offset..]);
            var (offset, packed, length) = (Field(4, entry), Field(8, entry), Field(12, entry));
            var record = font.AsSpan(OffsetTableBytes + (table * RecordBytes), RecordBytes);
            entry[..4].CopyTo(record);
            entry[16..20].CopyTo(record[4..]);
            BinaryPrimitives.WriteUInt32BigEndian(record[8..], (uint)at);
            BinaryPrimitives.WriteUInt32BigEndian(record[12..], (uint)length);
            if (packed == length)
            {
                woff.Slice(offset, length).CopyTo(font.AsSpan(at));
            }
            else
            {
                using var stream = new ZLibStream(new MemoryStream(woff.Slice(offset, packed).ToArray()), CompressionMode.Decompress);
                stream.ReadExactly(font.AsSpan(at, length));
            }

            at += (length + 3) & ~3;
        }

        return font;
    }
}
