using System.Diagnostics;
using System.Text.RegularExpressions;

namespace UmberCrock.Browser.Tests;

/// <summary>The real application in a process of its own, on a free port, with a data folder of its own.</summary>
internal sealed partial class Server : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);
    private readonly string dataFolder;
    private readonly string[] options;
    private Process? process;

    private Server(string dataFolder, string[] options) => (this.dataFolder, this.options) = (dataFolder, options);

    public Uri Address { get; private set; } = null!;

    /// <summary>The demo's data file with its log and its pictures, made once for all: it takes longer than the rest of a start.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, byte[]>> Demo = new(MakeDemo);

    public static Server Start(params string[] options)
    {
        var server = new Server(Directory.CreateTempSubdirectory("umber-crock-browser-").FullName, options);
        if (!options.Contains("--empty"))
        {
            Directory.CreateDirectory(Path.Combine(server.dataFolder, "pictures"));
            foreach (var (name, content) in Demo.Value)
                File.WriteAllBytes(Path.Combine(server.dataFolder, name), content);
        }

        server.Run();
        return server;
    }

    private static Dictionary<string, byte[]> MakeDemo()
    {
        using var server = new Server(Directory.CreateTempSubdirectory("umber-crock-demo-").FullName, []);
        server.Run();
        server.Kill();
        return new[] { "umber-crock.db", "umber-crock.db-wal" }
            .Select(name => Path.Combine(server.dataFolder, name))
            .Where(File.Exists)
            .Concat(Directory.EnumerateFiles(Path.Combine(server.dataFolder, "pictures")))
            .ToDictionary(path => Path.GetRelativePath(server.dataFolder, path), File.ReadAllBytes, StringComparer.Ordinal);
    }

    /// <summary>Stops it without warning, as a power cut would, and starts it again on the same data.</summary>
    public void Restart()
    {
        Kill();
        Run();
    }

    /// <summary>Stops it without warning.</summary>
    public void Stop() => Kill();

    /// <summary>Starts it again under the address it had.</summary>
    public void StartAgain() => Run(Address.Port);

    public void Dispose()
    {
        Kill();
        Directory.Delete(dataFolder, recursive: true);
    }

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "UmberCrock.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("The tests are not inside the repository.");
        return folder.FullName;
    }

    private void Run(int port = 0)
    {
        var web = Path.Combine(Root(), "src", "UmberCrock.Web");
        var configuration = new DirectoryInfo(AppContext.BaseDirectory).Parent!.Name;
        var start = new ProcessStartInfo("dotnet")
        {
            ArgumentList =
            {
                Path.Combine(web, "bin", configuration, "net10.0", "UmberCrock.Web.dll"),
                "--port",
                port.ToString(System.Globalization.CultureInfo.InvariantCulture),
                "--data",
                dataFolder,
            },
            WorkingDirectory = web,
            RedirectStandardOutput = true,
            UseShellExecute = false,
        };
        foreach (var option in options)
            start.ArgumentList.Add(option);
        process = Process.Start(start)!;
        var ready = new TaskCompletionSource<Uri>();
        process.OutputDataReceived += (_, line) =>
        {
            if (ReadyLine().Match(line.Data ?? "") is { Success: true } match)
                ready.TrySetResult(new Uri(match.Groups["address"].Value));
        };
        process.BeginOutputReadLine();
        Address = ready.Task.WaitAsync(Patience).GetAwaiter().GetResult();
    }

    private void Kill()
    {
        process?.Kill(entireProcessTree: true);
        process?.WaitForExit();
        process?.Dispose();
        process = null;
    }

    [GeneratedRegex(@"ready: (?<address>http://\S+)", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex ReadyLine();
}
