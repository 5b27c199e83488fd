using System.Diagnostics;
using System.Globalization;
using System.Text.RegularExpressions;
using UmberCrock.Tests;

namespace UmberCrock.Web.Tests;

/// <summary>The real application in a process of its own, which can be stopped at any moment as a person or a power cut would.</summary>
internal sealed partial class Running : IDisposable
{
    private readonly Process process;
    private readonly TaskCompletionSource<Uri> ready = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private readonly List<string> lines = [];

    private Running(string folder, string[] within, string[] more)
    {
        var web = Path.Combine(SourceTree.Root, "src", "UmberCrock.Web");
        var configuration = new DirectoryInfo(AppContext.BaseDirectory).Parent!.Name;
        // A shell that runs the tests in the background has them ignore Ctrl+C, and what they start with them.
        string[] command =
        [
            .. within,
            "env",
            "--default-signal=INT",
            "dotnet",
            Path.Combine(web, "bin", configuration, "net10.0", "UmberCrock.Web.dll"),
            "--port",
            "0",
            "--data",
            folder,
            .. more,
        ];
        var start = new ProcessStartInfo(command[0])
        {
            WorkingDirectory = web,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            RedirectStandardInput = true,
            UseShellExecute = false,
        };
        foreach (var argument in command[1..])
            start.ArgumentList.Add(argument);
        process = Process.Start(start)!;
        process.OutputDataReceived += (_, line) => Hear(line.Data);
        process.ErrorDataReceived += (_, line) => Hear(line.Data);
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
    }

    /// <summary>What it said so far.</summary>
    public string Said
    {
        get
        {
            lock (lines)
                return string.Join('\n', lines);
        }
    }

    /// <summary>The memory it holds now, in bytes (resident set).</summary>
    public long ResidentBytes
    {
        get
        {
            process.Refresh();
            return process.WorkingSet64;
        }
    }

    public static Running Start(string folder, params string[] more) => new(folder, [], more);

    /// <summary>The same behind another command that becomes it, as one that enters a network namespace.</summary>
    public static Running StartWithin(string[] within, string folder, params string[] more) => new(folder, within, more);

    /// <summary>Its address, once it is ready.</summary>
    public async Task<Uri> ReadyAsync(int seconds = 90)
    {
        var ended = process.WaitForExitAsync();
        if (await Task.WhenAny(ready.Task, ended, Task.Delay(TimeSpan.FromSeconds(seconds))) == ready.Task)
            return await ready.Task;
        throw new InvalidOperationException($"It did not get ready. It said: {Said}");
    }

    /// <summary>Its exit code, once it has ended by itself.</summary>
    public async Task<int> EndAsync()
    {
        await process.WaitForExitAsync().WaitAsync(TimeSpan.FromSeconds(30));
        return process.ExitCode;
    }

    /// <summary>Ends it as a power cut would.</summary>
    public void Kill()
    {
        process.Kill(entireProcessTree: true);
        process.WaitForExit();
    }

    /// <summary>Asks it to stop as Ctrl+C does (SIGINT), and waits.</summary>
    public void Interrupt()
    {
        using var kill = Process.Start("kill", ["-INT", process.Id.ToString(CultureInfo.InvariantCulture)]);
        kill.WaitForExit();
        if (!process.WaitForExit(TimeSpan.FromSeconds(20)))
            Kill();
    }

    public void Dispose()
    {
        if (!process.HasExited)
            Kill();
        process.Dispose();
    }

    private void Hear(string? line)
    {
        if (line is null)
            return;
        lock (lines)
            lines.Add(line);
        if (ReadyLine().Match(line) is { Success: true } match)
            ready.TrySetResult(new Uri(match.Groups["address"].Value));
    }

    [GeneratedRegex(@"ready: (?<address>http://[^\s,]+)", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex ReadyLine();
}
