using System.Diagnostics;
using System.Text.RegularExpressions;

namespace UmberCrock.Web.Tests;

/// <summary>
/// The application in a network namespace of the test's own and a device in another, with a wire between them: what the device gets of it,
/// over the real network stack.
/// Skipped aloud where no namespace can be made (it takes root and the command ip).
/// </summary>
public sealed partial class NetworkTests : IDisposable
{
    private const string HouseAddress = "10.213.77.1";
    private const string DeviceAddress = "10.213.77.2";
    private const string NoAnswer = "000";
    private readonly string folder = Directory.CreateTempSubdirectory("umber-crock-wire-").FullName;
    private readonly string house = $"house{Environment.ProcessId}";
    private readonly string device = $"device{Environment.ProcessId}";

    public void Dispose()
    {
        _ = Run("ip", "netns", "delete", house);
        _ = Run("ip", "netns", "delete", device);
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task Another_device_gets_nothing_by_default_and_is_asked_for_the_passphrase_beyond_loopback()
    {
        Wire();
        using (var alone = Start())
        {
            var port = (await alone.ReadyAsync()).Port;
            Ask(house, $"http://127.0.0.1:{port}/").Status.ShouldBe("200");
            Ask(device, $"http://{HouseAddress}:{port}/").Status.ShouldBe(NoAnswer, "only this computer is listened to");
            alone.Interrupt();
        }

        using var open = Start("--host", "0.0.0.0");
        var address = $"http://{HouseAddress}:{(await open.ReadyAsync()).Port}";
        Ask(house, $"{address.Replace(HouseAddress, "127.0.0.1", StringComparison.Ordinal)}/")
            .Status.ShouldBe("200", "the computer itself is not asked");
        var asked = Ask(device, $"{address}/bench/1");
        (asked.Status, asked.Headers).ShouldSatisfyAllConditions(
            answer => answer.Status.ShouldBe("302"),
            answer => answer.Headers.ShouldContain("/unlock?back=")
        );
        Ask(device, $"{address}/api/v1/findings").Status.ShouldBe("302", "the API as well");
        Ask(device, $"{address}/", "-H", "Host: evil.example").Status.ShouldBe("400");
        Send(device, $"{address}/unlock", ("passphrase", "a guess that is wrong")).Status.ShouldBe("422");
        Send(device, $"{address}/unlock", ("passphrase", Passphrase().Match(open.Said).Groups["words"].Value)).Status.ShouldBe("302");
        Ask(device, $"{address}/bench/1").Status.ShouldBe("200", "the cookie lets it in");
    }

    [Fact]
    public async Task The_door_of_phones_opens_with_the_first_and_closes_with_the_last_without_a_restart()
    {
        Wire();
        using var running = Start();
        var local = $"http://127.0.0.1:{(await running.ReadyAsync()).Port}";
        var page = Send(house, $"{local}/phones?handler=Begin", ("address", HouseAddress), ("secure", "no"));
        var pair = PairUrl().Match(page.Body).Groups["url"].Value;
        pair.ShouldStartWith($"http://{HouseAddress}:");
        var door = new Uri(pair).GetLeftPart(UriPartial.Authority);
        Ask(device, $"{door}/bench/1").Status.ShouldBe("302", "the door is open, the key not yet shown");
        Send(device, $"{door}/pair", ("key", pair.Split("key=")[1]), ("name", "kitchen")).Status.ShouldBe("302");
        Ask(device, $"{door}/bench/1").Status.ShouldBe("200");
        Ask(device, $"{door}/settings").Status.ShouldBe("302", "Settings ask for the passphrase");
        var id = PhoneId().Match(Ask(house, $"{local}/phones").Body).Groups["id"].Value;
        Send(house, $"{local}/phones?handler=Remove", ("id", id)).Status.ShouldBe("302");
        for (var wait = 0; wait < 50 && Ask(device, $"{door}/bench/1").Status != NoAnswer; wait++)
            await Task.Delay(100);
        Ask(device, $"{door}/bench/1").Status.ShouldBe(NoAnswer, "nobody listens there any more");
        Ask(house, $"{local}/").Status.ShouldBe("200");
    }

    /// <summary>Two namespaces and a wire between them.</summary>
    private void Wire()
    {
        if (Run("ip", "netns", "add", house).Code != 0)
            Assert.Skip("no network namespace can be made here");
        Do("netns", "add", device);
        Do("link", "add", "wire", "netns", house, "type", "veth", "peer", "name", "wire", "netns", device);
        foreach (var (name, address) in new[] { (house, HouseAddress), (device, DeviceAddress) })
        {
            Do("-n", name, "link", "set", "lo", "up");
            Do("-n", name, "address", "add", $"{address}/24", "dev", "wire");
            Do("-n", name, "link", "set", "wire", "up");
        }

        static void Do(params string[] arguments)
        {
            var (code, said) = Run("ip", arguments);
            code.ShouldBe(0, said);
        }
    }

    private Running Start(params string[] more) => Running.StartWithin(["ip", "netns", "exec", house], folder, more);

    /// <summary>Sends a form as a browser does: the page is asked first, for its token and cookies.</summary>
    private (string Status, string Headers, string Body) Send(string from, string url, params (string Name, string Value)[] fields)
    {
        var site = new Uri(url).GetLeftPart(UriPartial.Authority);
        var path = new Uri(url).AbsolutePath;
        var key = fields.FirstOrDefault(field => field.Name == "key").Value;
        var token = Token().Match(Ask(from, $"{site}{path}{(key is null ? "" : $"?key={key}")}").Body).Groups["token"].Value;
        return Ask(
            from,
            url,
            [
                .. fields
                    .Append(("__RequestVerificationToken", token))
                    .SelectMany(field => new[] { "--data-urlencode", $"{field.Item1}={field.Item2}" }),
            ]
        );
    }

    private (string Status, string Headers, string Body) Ask(string from, string url, params string[] more)
    {
        var cookies = Path.Combine(folder, $"{from}.cookies");
        var (_, said) = Run(
            "ip",
            [
                "netns",
                "exec",
                from,
                "curl",
                "--silent",
                "--max-time",
                "15",
                "--header",
                "Accept: text/html,*/*",
                "--include",
                "--cookie",
                cookies,
                "--cookie-jar",
                cookies,
                "--write-out",
                "\n%{http_code}",
                .. more,
                url,
            ]
        );
        var end = said.LastIndexOf('\n');
        var parts = said[..end].Split("\r\n\r\n", 2);
        return (said[(end + 1)..], parts[0], parts.Length > 1 ? parts[1] : "");
    }

    private static (int Code, string Said) Run(string command, params string[] arguments)
    {
        try
        {
            using var process = Process.Start(
                new ProcessStartInfo(command, arguments)
                {
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                    UseShellExecute = false,
                }
            )!;
            var errors = process.StandardError.ReadToEndAsync();
            var said = process.StandardOutput.ReadToEnd();
            process.WaitForExit();
            return (process.ExitCode, said + errors.Result);
        }
        catch (System.ComponentModel.Win32Exception missing)
        {
            return (-1, missing.Message);
        }
    }

    [GeneratedRegex(
        "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"(?<token>[^\"]+)\"",
        RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: 1000
    )]
    private static partial Regex Token();

    [GeneratedRegex("id=\"pair-url\">(?<url>[^<]+)<", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex PairUrl();

    [GeneratedRegex("name=\"id\" value=\"(?<id>[^\"]+)\"", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex PhoneId();

    [GeneratedRegex("passphrase[^\n]*?: *(?<words>[a-z]+( [a-z]+){5})", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: 1000)]
    private static partial Regex Passphrase();
}
