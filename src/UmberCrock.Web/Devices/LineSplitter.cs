using System.Text;

namespace UmberCrock.Web.Devices;

/// <summary>Parts a stream of bytes into lines, whatever pieces it comes in; holds no more than one line.</summary>
internal sealed class LineSplitter
{
    /// <summary>Longest line that is read, bytes; what is longer is skipped to its end and counted.</summary>
    public const int LongestLine = 200;

    private readonly byte[] held = new byte[LongestLine];
    private int length;
    private bool isSkipping;

    /// <summary>How many lines were too long.</summary>
    public long TooLong { get; private set; }

    /// <summary>The lines that end in these bytes, without their ends; empty ones are left out.</summary>
    public IReadOnlyList<string> Take(ReadOnlySpan<byte> bytes)
    {
        var lines = new List<string>();
        foreach (var one in bytes)
        {
            if (one == (byte)'\n')
                End(lines);
            else if (isSkipping)
                continue;
            else if (length < LongestLine)
                held[length++] = one;
            else
            {
                (isSkipping, length) = (true, 0);
                TooLong++;
            }
        }

        return lines;
    }

    private void End(List<string> lines)
    {
        var line = isSkipping ? "" : Encoding.ASCII.GetString(held, 0, length).TrimEnd('\r');
        (isSkipping, length) = (false, 0);
        if (line.Length > 0)
            lines.Add(line);
    }
}
