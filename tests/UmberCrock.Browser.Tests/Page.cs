using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;

namespace UmberCrock.Browser.Tests;

/// <summary>Debian's Chromium, headless, with what these tests do on a page.</summary>
internal sealed class Page : IDisposable
{
    private readonly ChromeDriver driver;
    private readonly string profile = Directory.CreateTempSubdirectory("umber-crock-chromium-").FullName;

    public Page(int width = 1280, int height = 800, bool trustsAll = false)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium", AcceptInsecureCertificates = trustsAll };
        options.AddArguments(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            $"--user-data-dir={profile}",
            $"--window-size={width},{height}"
        );
        options.AddUserProfilePreference("download.default_directory", profile);
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver"), options);
    }

    /// <summary>The file of a name that was downloaded; null while there is none.</summary>
    public byte[]? Downloaded(string name) =>
        System.IO.Path.Combine(profile, name) is var file && File.Exists(file) ? File.ReadAllBytes(file) : null;

    public void Open(Uri address) => driver.Navigate().GoToUrl(address);

    /// <summary>Opens another tab and goes to it.</summary>
    public void OpenTab(Uri address)
    {
        driver.SwitchTo().NewWindow(WindowType.Tab);
        Open(address);
    }

    /// <summary>Goes to a tab, counted from 0.</summary>
    public void GoToTab(int at) => driver.SwitchTo().Window(driver.WindowHandles[at]);

    public string Path => new Uri(driver.Url).AbsolutePath;

    public IWebElement this[string selector] => driver.FindElement(By.CssSelector(selector));

    public IReadOnlyList<IWebElement> All(string selector) => driver.FindElements(By.CssSelector(selector));

    /// <summary>The text of an element; it is looked up again where the page is written anew between finding and reading it.</summary>
    public string Text(string selector)
    {
        for (var tried = 1; ; tried++)
        {
            try
            {
                return this[selector].Text.Trim();
            }
            catch (StaleElementReferenceException) when (tried < 3)
            {
                Thread.Yield();
            }
        }
    }

    public IWebElement Focused => driver.SwitchTo().ActiveElement();

    /// <summary>Types keys into whatever has the focus.</summary>
    public void Press(params string[] keys)
    {
        foreach (var key in keys)
            new Actions(driver).SendKeys(key).Perform();
    }

    public void PressHolding(string held, string key) => new Actions(driver).KeyDown(held).SendKeys(key).KeyUp(held).Perform();

    /// <summary>Presses and lets go of the pointer in the middle of something, as a hand does: what moves away meanwhile is
    /// missed. What is written anew before the pointer is on it is found again.</summary>
    public void Click(string selector)
    {
        for (var tried = 1; ; tried++)
        {
            try
            {
                PointAt(selector);
                break;
            }
            catch (StaleElementReferenceException) when (tried < 3)
            {
                Thread.Yield();
            }
        }

        new Actions(driver).ClickAndHold().Pause(TimeSpan.FromMilliseconds(80)).Release().Perform();
    }

    private void PointAt(string selector)
    {
        var target = this[selector];
        // Brought to where a hand would have it: not under the bar of keys.
        driver.ExecuteScript(
            "const box = arguments[0].getBoundingClientRect(); if (box.top < 60 || box.bottom > innerHeight - 60) "
                + "arguments[0].scrollIntoView({ block: 'center' });",
            target
        );
        new Actions(driver).MoveToElement(target).Perform();
    }

    /// <summary>Goes to an address at once, whatever the page would ask.</summary>
    public string Address => driver.Url;

    /// <summary>How many sheets of paper the page prints on.</summary>
    public int Sheets()
    {
        var pdf = System.Text.Encoding.Latin1.GetString(driver.Print(new PrintOptions()).AsByteArray);
        return System.Text.RegularExpressions.Regex.Count(pdf, @"/Type\s*/Page\b");
    }

    /// <summary>Moves the pointer onto the middle of something.</summary>
    public void Hover(string selector) => new Actions(driver).MoveToElement(this[selector]).Perform();

    /// <summary>Holds the pointer down on something.</summary>
    public void Hold(string selector, int milliseconds) =>
        new Actions(driver).ClickAndHold(this[selector]).Pause(TimeSpan.FromMilliseconds(milliseconds)).Release().Perform();

    /// <summary>Drags one thing onto another.</summary>
    public void Drag(string selector, string onto) => new Actions(driver).DragAndDrop(this[selector], this[onto]).Perform();

    /// <summary>So many milliseconds to the server and back, from now on.</summary>
    public void Slow(int milliseconds)
    {
        driver.ExecuteCdpCommand("Network.enable", []);
        driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = false,
                ["latency"] = milliseconds,
                ["downloadThroughput"] = -1,
                ["uploadThroughput"] = -1,
            }
        );
    }

    /// <summary>Shows pages in the reader's own colours, light on dark.</summary>
    public void InForcedColours() =>
        driver.ExecuteCdpCommand(
            "Emulation.setEmulatedMedia",
            new Dictionary<string, object?>
            {
                ["features"] = new[]
                {
                    new Dictionary<string, object> { ["name"] = "forced-colors", ["value"] = "active" },
                    new Dictionary<string, object> { ["name"] = "prefers-color-scheme", ["value"] = "dark" },
                },
            }
        );

    public T Run<T>(string script) => (T)driver.ExecuteScript(script)!;

    /// <summary>Shows pages as a phone of this size does: narrower than a window of the browser can be made.</summary>
    public void AsPhone(int width, int height) => Sized(width, height, true);

    /// <summary>The same page in a window of another size.</summary>
    public void AsDesk(int width, int height) => Sized(width, height, false);

    private void Sized(int width, int height, bool mobile) =>
        driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = mobile,
            }
        );

    /// <summary>Waits until something holds, and says what did not, with what the page itself says of it.</summary>
    public void Until(Func<bool> holds, string what, int seconds = 10)
    {
        try
        {
            // Asked often: the usual half second between two looks is most of what a walk takes.
            new WebDriverWait(driver, TimeSpan.FromSeconds(seconds)) { PollingInterval = TimeSpan.FromMilliseconds(50) }.Until(_ =>
            {
                try
                {
                    return holds();
                }
                catch (Exception gone) when (gone is StaleElementReferenceException or NoSuchElementException)
                {
                    return false;
                }
            });
        }
        catch (WebDriverTimeoutException late)
        {
            var said = Run<string>(
                "return [...document.querySelectorAll('.refusal, [role=alert], #scale-state')].map(one => one.textContent).join(' | ')"
            );
            throw new WebDriverTimeoutException(
                $"{what}, after {seconds} s on {Path}; it says: {said}; {string.Join(' ', Complaints)}",
                late
            );
        }
    }

    /// <summary>What the page complained about in its console.</summary>
    public IReadOnlyList<string> Complaints => [.. driver.Manage().Logs.GetLog(LogType.Browser).Select(entry => entry.Message)];

    public void Dispose()
    {
        driver.Quit();
        driver.Dispose();
        Directory.Delete(profile, recursive: true);
    }
}
