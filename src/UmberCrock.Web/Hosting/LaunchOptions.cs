using System.Globalization;

namespace UmberCrock.Web.Hosting;

/// <summary>What the person asked for on the command line.</summary>
/// <param name="Host">Address to serve on; this computer only unless said otherwise.</param>
/// <param name="Port">Port to serve on.</param>
/// <param name="DataFolder">Where the SQLite file lives.</param>
/// <param name="Demo">Whether to fill an empty file with the demo formulas; null to do so only when the file is new.</param>
public sealed record LaunchOptions(string Host, int Port, string DataFolder, bool? Demo)
{
    /// <summary>The SQLite file.</summary>
    public string DataFile => Path.Combine(DataFolder, "umber-crock.db");

    /// <summary>True when only this computer can reach it.</summary>
    public bool IsLocal => Host is "127.0.0.1" or "localhost" or "::1";

    /// <summary>Reads the command line ("--port 5080" or "--port=5080"); an option it does not know is left for the framework.</summary>
    /// <exception cref="FormatException">An option has no value or a wrong one.</exception>
    public static LaunchOptions Parse(IEnumerable<string> commandLine)
    {
        var args = commandLine.SelectMany(arg => arg.StartsWith("--", StringComparison.Ordinal) ? arg.Split('=', 2) : [arg]).ToList();
        var options = new LaunchOptions("127.0.0.1", 5080, DefaultDataFolder(), Demo: null);
        for (var at = 0; at < args.Count; at++)
        {
            string Value() => ++at < args.Count ? args[at] : throw new FormatException($"{args[at - 1]} needs a value after it.");
            options = args[at] switch
            {
                "--host" => options with { Host = Value() },
                "--port" => options with { Port = PortOf(Value()) },
                "--data" => options with { DataFolder = Path.GetFullPath(Value()) },
                "--empty" => options with { Demo = false },
                "--demo" => options with { Demo = true },
                _ => options,
            };
        }

        return options;
    }

    private static int PortOf(string text)
        => int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65535
            ? port
            : throw new FormatException($"--port takes a number from 0 to 65535, not \"{text}\".");

    private static string DefaultDataFolder()
        => Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify), "umber-crock");
}
