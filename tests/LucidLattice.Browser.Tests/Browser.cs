using LucidLattice.Server.Hosting;
using LucidLattice.Server.Workspace;
using Microsoft.AspNetCore.Builder;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The real server with fresh demo data, and a real browser in front of it. Everything waits for conditions, never for
/// time.</summary>
public sealed class Browser : IAsyncLifetime
{
    /// <summary>The name of the collection that all tests are in: browsers side by side would wait for each other, and time out for no
    /// fault of anybody.</summary>
    public const string OneAtATime = "one browser at a time";

    private readonly string _folder = Directory.CreateTempSubdirectory("lattice-").FullName;
    private readonly AppData _data;
    private readonly WebApplication _app;
    private ChromeDriver? _driver;
    private int _copies;

    public Browser()
    {
        _data = AppData.Open(Path.Combine(_folder, "data"));
        _app = WebHost.Build(_data, "http://127.0.0.1:0");
    }

    public ChromeDriver Driver => _driver!;
    public string Address => _app.Urls.First();

    public async ValueTask InitializeAsync()
    {
        await _app.StartAsync();
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--no-first-run", "--window-size=1280,1000",
            $"--user-data-dir={Path.Combine(_folder, "profile")}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        _driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver"), options);
    }

    public async ValueTask DisposeAsync()
    {
        _driver?.Quit();
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    /// <summary>The address in Compose of a new copy of a report as it was first published. A test that changes a report does so in a
    /// copy of its own, so that no other test depends on the order in which they run.</summary>
    public string OwnCopy(string report)
    {
        var id = $"{report}-copy-{++_copies}";
        _data.Reports.Create(id, _data.Reports.Version(report, 1)!.Definition);
        return $"/compose/{id}";
    }

    public void Go(string path) => Driver.Navigate().GoToUrl(Address + path);

    /// <summary>Waits until a step gives something other than null and false.</summary>
    public T Until<T>(Func<T?> step, string what)
    {
        var wait = new WebDriverWait(Driver, TimeSpan.FromSeconds(45)) { Message = what };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException), typeof(NoSuchElementException),
            typeof(ElementClickInterceptedException), typeof(ElementNotInteractableException));
        return wait.Until(_ => step())!;
    }

    public IWebElement Find(string css) => Until(() => Driver.FindElement(By.CssSelector(css)), css);

    /// <summary>Clicks as soon as the element is there and nothing covers it.</summary>
    public void Click(string css) => Until(() => { Driver.FindElement(By.CssSelector(css)).Click(); return true; }, css);

    /// <summary>Clicks the element of a kind that says something.</summary>
    public void ClickText(string tag, string text) =>
        Until(() => { Driver.FindElement(By.XPath($"//{tag}[contains(normalize-space(.), \"{text}\")]")).Click(); return true; },
            $"{tag} “{text}”");

    /// <summary>Waits until an element says something.</summary>
    public void Says(string css, string text) =>
        Until(() => Driver.FindElements(By.CssSelector(css))
            .Any(e => (e.Text.Length > 0 ? e.Text : e.GetDomProperty("textContent") ?? "").Contains(text)), $"{css} says “{text}”");

    public void Gone(string css) => Until(() => Driver.FindElements(By.CssSelector(css)).Count == 0, $"{css} is gone");

    public int Count(string css) => Driver.FindElements(By.CssSelector(css)).Count;

    public void Press(params string[] keys)
    {
        var actions = new Actions(Driver);
        foreach (var key in keys[..^1]) actions.KeyDown(key);
        actions.SendKeys(keys[^1]);
        foreach (var key in keys[..^1].Reverse()) actions.KeyUp(key);
        actions.Perform();
    }

    /// <summary>What has the focus.</summary>
    public IWebElement Focused => Driver.SwitchTo().ActiveElement();

    /// <summary>Waits until what matches a selector has the focus.</summary>
    public void Focuses(string css) =>
        Until(() => (bool)Driver.ExecuteScript("return document.activeElement.matches(arguments[0])", css)!, $"{css} has the focus");

    /// <summary>Escape goes from the settings to what they are of, and from there to the report.</summary>
    public void LeaveSettings()
    {
        Press(Keys.Escape);
        Focuses("[data-region=page] *, [data-region=levels] *");
        Press(Keys.Escape);
    }

    /// <summary>Types a day into a date field, part by part.</summary>
    /// <param name="field">The CSS selector of what the field stands in.</param>
    public void TypeDay(string field, string day, string month, string year)
    {
        Click($"{field} [role=spinbutton][aria-label=Day]");
        foreach (var part in new[] { day, month, year }) Press(part);
    }

    /// <summary>Opens the list of a parameter, looks for a choice and takes the first.</summary>
    public void Choose(string parameter, string caption, string search)
    {
        Click($"[data-parameter={parameter}]");
        Find($"[aria-label='Find in {caption}']").SendKeys(search + Keys.Enter);
    }

    /// <summary>Starts a dataset over the demo data; which database it reads is asked only where there are others.</summary>
    public void StartDataset(string button)
    {
        ClickText("button", button);
        Until(() =>
        {
            if (Driver.Url.Contains("/data/")) return true;
            Driver.FindElement(By.XPath("//li[normalize-space(.)='of skerravoe']")).Click();
            return false;
        }, "a new dataset");
    }

    public void HasNoComplaints()
    {
        var complaints = Complaints();
        Assert.True(complaints.Count == 0, string.Join("\n", complaints));
    }

    /// <summary>What the browser complained about since the last look: refused styles and scripts, failed requests, errors.</summary>
    public IReadOnlyList<string> Complaints() =>
        [.. Driver.Manage().Logs.GetLog(LogType.Browser).Where(l => l.Level >= LogLevel.Warning).Select(l => l.Message)];
}
