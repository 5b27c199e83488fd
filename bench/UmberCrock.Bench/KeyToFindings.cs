using System.Net;
using System.Text.RegularExpressions;
using OpenQA.Selenium.Chrome;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Bench;

/// <summary>
/// From a key press on the bench to the new findings in the page, in headless Chromium, on the formula of 30 lines. The page's own
/// clock runs from the key's event to the first frame with the new digit, and to the first after the answer has been put in.
/// </summary>
internal static partial class KeyToFindings
{
    private const int Presses = 120;
    private const int Warm = 20;

    private const string MeasureScript = """
        const done = arguments[1];
        const bench = document.getElementById('bench');
        const start = performance.now();
        const dose = document.activeElement.closest('.row')?.querySelector('.dose') ?? document.querySelector('.row.sel .dose');
        const was = dose.value;
        let digit = null;
        const seen = new MutationObserver(() => {
          if (bench.dataset.version === before) return;
          seen.disconnect();
          requestAnimationFrame(() => setTimeout(() => done([digit, performance.now() - start])));
        });
        const before = bench.dataset.version;
        seen.observe(bench, { attributes: true, attributeFilter: ['data-version'] });
        document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key: arguments[0], bubbles: true, cancelable: true }));
        if (dose.value !== was) requestAnimationFrame(() => setTimeout(() => { digit = performance.now() - start; }));
        """;

    public static void Run(Uri address)
    {
        foreach (var pause in new[] { TimeSpan.FromMilliseconds(250), TimeSpan.Zero })
        {
            var measured = Measure(address, pause);
            var between = $"{pause.TotalMilliseconds:0} ms between presses";
            Console.WriteLine($"key to digit, {between}: {Percentiles.Describe([.. measured.Select(one => one.Digit)])}");
            Console.WriteLine($"key to findings, {between}: {Percentiles.Describe([.. measured.Select(one => one.Findings)])}");
        }
    }

    private static List<(double Digit, double Findings)> Measure(Uri address, TimeSpan pause)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--window-size=1280,800",
            $"--user-data-dir={Directory.CreateTempSubdirectory("umber-crock-keys-").FullName}"
        );
        using var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver"), options);
        driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(20);
        driver.Navigate().GoToUrl(Import(address));

        var milliseconds = new List<(double, double)>();
        for (var press = 0; press < Presses + Warm; press++)
        {
            var took = (IReadOnlyList<object>)driver.ExecuteAsyncScript(MeasureScript, press % 2 == 0 ? "+" : "-")!;
            if (press >= Warm)
                milliseconds.Add((Number(took[0]), Number(took[1])));
            Thread.Sleep(pause);
        }

        driver.Quit();
        return milliseconds;
    }

    private static double Number(object value) => Convert.ToDouble(value, System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>Puts the formula on the shelf as a file would come and returns the address of its bench.</summary>
    private static Uri Import(Uri address)
    {
        using var handler = new HttpClientHandler { CookieContainer = new CookieContainer() };
        using var client = new HttpClient(handler) { BaseAddress = address };
        var token = Token().Match(client.GetStringAsync(new Uri("/", UriKind.Relative)).GetAwaiter().GetResult()).Groups["token"].Value;
        using var content = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new StringContent(FormulaWriter.ToText(ThirtyLines.Formula)), "file", "thirty.formula.json" },
        };
        using var answer = client.PostAsync(new Uri("/intake?handler=File", UriKind.Relative), content).GetAwaiter().GetResult();
        answer.EnsureSuccessStatusCode();
        return answer.RequestMessage!.RequestUri!;
    }

    [GeneratedRegex(
        "__RequestVerificationToken\" type=\"hidden\" value=\"(?<token>[^\"]+)\"",
        RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: 1000
    )]
    private static partial Regex Token();
}
