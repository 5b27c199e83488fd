using System.Globalization;
using System.Text.RegularExpressions;

namespace UmberCrock.Web.Devices;

/// <summary>Where a device speaks.</summary>
internal abstract partial record DeviceAddress
{
    /// <summary>The word of the settings for what plays a device that is not there.</summary>
    public const string Practice = "practice";

    private const int UsualBaud = 9600;

    private static readonly int[] Bauds = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200];

    /// <summary>Reads an address as it stands in the settings; null for none, where readings are typed.</summary>
    /// <exception cref="FormatException">It is no address; the words say what one looks like.</exception>
    public static DeviceAddress? Parse(string text)
    {
        if (text.Length == 0)
            return null;
        if (text == Practice)
            return new PracticeAddress();
        if (
            Tcp().Match(text) is { Success: true } tcp
            && int.TryParse(tcp.Groups["port"].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var port)
            && port is > 0 and <= 65535
        )
            return new TcpAddress(tcp.Groups["host"].Value.Trim('[', ']'), port);
        if (Serial().Match(text) is { Success: true } serial)
        {
            var baud = serial.Groups["baud"].Success ? int.Parse(serial.Groups["baud"].Value, CultureInfo.InvariantCulture) : UsualBaud;
            if (Bauds.Contains(baud))
                return new SerialAddress(serial.Groups["port"].Value, baud);
        }

        throw new FormatException(
            "An address is tcp://host:port, such as tcp://192.168.1.20:4001, or serial:/dev/ttyUSB0, with ?baud=9600 behind it where the "
                + $"device speaks at another pace than {UsualBaud}."
        );
    }

    [GeneratedRegex(
        @"^tcp://(?<host>[A-Za-z0-9._-]{1,120}|\[[0-9A-Fa-f:.]{2,60}\]):(?<port>[0-9]{1,5})$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Tcp();

    [GeneratedRegex(
        @"^serial:(?<port>/dev/[A-Za-z0-9._/-]{1,100}|COM[0-9]{1,3})(\?baud=(?<baud>[0-9]{3,6}))?$",
        RegexOptions.NonBacktracking | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Serial();
}

/// <summary>A device in the network.</summary>
internal sealed record TcpAddress(string Host, int Port) : DeviceAddress;

/// <summary>A device at a serial port, 8 bits, no parity, one stop bit.</summary>
internal sealed record SerialAddress(string Port, int Baud) : DeviceAddress;

/// <summary>No device: what ships with the application plays it.</summary>
internal sealed record PracticeAddress : DeviceAddress;
