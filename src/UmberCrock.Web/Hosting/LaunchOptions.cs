using System.Globalization;
using System.Net;

namespace UmberCrock.Web.Hosting;

/// <summary>What the person asked for on the command line.</summary>
/// <param name="Host">Address to serve on; this computer only unless said otherwise.</param>
/// <param name="Port">Port to serve on.</param>
/// <param name="DataFolder">Where the SQLite file lives.</param>
/// <param name="Demo">Whether to fill an empty file with the demo formulas; null to do so only when the file is new.</param>
/// <param name="Restore">A copy to put in the place of the data file; null for none.</param>
/// <param name="NewPassphrase">True to make a new passphrase in the place of a lost one.</param>
/// <param name="Certificate">A certificate of one's own (PEM or PFX); null to serve without encryption.</param>
/// <param name="CertificateKey">Its key, where the certificate does not hold it.</param>
/// <param name="Rules">A folder laid out as data is, whose files stand in the place of those that ship; null for none.</param>
/// <param name="Speed">How fast the bench's clock runs, times real time: for a demonstration.</param>
internal sealed record LaunchOptions(
    string Host,
    int Port,
    string DataFolder,
    bool? Demo,
    string? Restore,
    bool NewPassphrase,
    string? Certificate,
    string? CertificateKey,
    string? Rules = null,
    int Speed = 1
)
{
    /// <summary>Options that the framework reads; they come from scripts and tests.</summary>
    private static readonly string[] OfTheFramework = ["--contentRoot", "--environment", "--applicationName", "--urls"];

    /// <summary>True when only this computer can reach it.</summary>
    public bool IsLocal => Host == "localhost" || (IPAddress.TryParse(Host, out var address) && IPAddress.IsLoopback(address));

    /// <summary>Where it serves, as an address for a browser's line.</summary>
    public string Address =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{(Certificate is null ? "http" : "https")}://{(Host.Contains(':') ? $"[{Host}]" : Host)}:{Port}"
        );

    /// <summary>Reads the command line ("--port 5080" or "--port=5080").</summary>
    /// <exception cref="FormatException">An option is not known, has no value or a wrong one.</exception>
    public static LaunchOptions Parse(IEnumerable<string> commandLine)
    {
        var args = commandLine.SelectMany(arg => arg.StartsWith("--", StringComparison.Ordinal) ? arg.Split('=', 2) : [arg]).ToList();
        var options = new LaunchOptions(
            "127.0.0.1",
            5080,
            DefaultDataFolder(),
            Demo: null,
            Restore: null,
            NewPassphrase: false,
            Certificate: null,
            CertificateKey: null
        );
        for (var at = 0; at < args.Count; at++)
        {
            string Value() => ++at < args.Count ? args[at] : throw new FormatException($"{args[at - 1]} needs a value after it.");
            if (OfTheFramework.Contains(args[at]))
            {
                Value();
                continue;
            }

            options = args[at] switch
            {
                "--host" => options with { Host = HostOf(Value()) },
                "--port" => options with { Port = PortOf(Value()) },
                "--data" => options with { DataFolder = Path.GetFullPath(Value()) },
                "--empty" => options with { Demo = false },
                "--demo" => options with { Demo = true },
                "--restore" => options with { Restore = Path.GetFullPath(Value()) },
                "--new-passphrase" => options with { NewPassphrase = true },
                "--cert" => options with { Certificate = Path.GetFullPath(Value()) },
                "--rules" => options with { Rules = Path.GetFullPath(Value()) },
                "--speed" => options with { Speed = SpeedOf(Value()) },
                "--cert-key" => options with { CertificateKey = Path.GetFullPath(Value()) },
                _ => throw new FormatException($"\"{args[at]}\" is no option. ./run --help lists them."),
            };
        }

        foreach (
            var file in new[] { options.Restore, options.Certificate, options.CertificateKey }
                .OfType<string>()
                .Where(file => !File.Exists(file))
        )
            throw new FormatException($"There is no file {file}.");
        if (options.Rules is { } rules && !Directory.Exists(rules))
            throw new FormatException($"There is no folder {rules}.");
        return options;
    }

    private static string HostOf(string text) =>
        text == "localhost" || IPAddress.TryParse(text, out _)
            ? text
            : throw new FormatException($"--host takes an address of this computer, such as 127.0.0.1 or 0.0.0.0, not \"{text}\".");

    private static int SpeedOf(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var speed) && speed is >= 1 and <= BenchClock.Fastest
            ? speed
            : throw new FormatException($"--speed takes a whole number from 1 to {BenchClock.Fastest}, not \"{text}\".");

    private static int PortOf(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65535
            ? port
            : throw new FormatException($"--port takes a number from 0 to 65535, not \"{text}\".");

    private static string DefaultDataFolder() =>
        Path.Combine(
            Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify),
            "umber-crock"
        );
}
