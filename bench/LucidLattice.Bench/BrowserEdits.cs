using LucidLattice.Server.Hosting;
using LucidLattice.Server.Workspace;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using static LucidLattice.Bench.Benchmarks;

namespace LucidLattice.Bench;

/// <summary>
/// Everyday edits in a real browser, from the key to the paint, with server and browser on one machine; beside each the time in which the
/// server's answer was under way. And the frames while all pages of a report pass by.
/// </summary>
internal static class BrowserEdits
{
    private const int Rounds = 3;

    /// <summary>Notes for each edit the last key before it was sent, the way to the server and back, and the end of the frame that painted
    /// the page anew. Frames are waited for from the answer on, so that what the interface does after that paint is not counted.</summary>
    private const string Watch = """
        window.edits = [];
        const send = window.fetch;
        window.fetch = async (...asked) => {
          if (!/\/api\/compose$/.test(String(asked[0].url ?? asked[0]))) return send(...asked);
          const edit = { key: window.lastKey, sent: performance.now() };
          const answer = await send(...asked);
          edit.answered = performance.now();
          const watch = new MutationObserver(() => { edit.changed = true; });
          watch.observe(document.querySelector('[data-region=page]'), { subtree: true, childList: true, attributes: true });
          const frame = () => requestAnimationFrame(() => {
            if (!edit.changed) return frame();
            watch.disconnect();
            const painted = new MessageChannel();
            painted.port1.onmessage = () => { edit.painted = performance.now(); window.edits.push(edit); };
            painted.port2.postMessage(0);
          });
          frame();
          return answer;
        };
        """;

    public static IEnumerable<Outcome> Run()
    {
        var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        var app = WebHost.Build(AppData.Open(Path.Combine(folder, "data")), "http://127.0.0.1:0");
        app.StartAsync().GetAwaiter().GetResult();
        using var driver = Open(folder);
        try
        {
            foreach (var outcome in Edits(driver, app.Urls.First())) yield return outcome;
            yield return Scrolling(driver, app.Urls.First());
        }
        finally
        {
            driver.Quit();
            app.DisposeAsync().AsTask().GetAwaiter().GetResult();
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static ChromeDriver Open(string folder)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync",
            "--disable-component-update", "--no-first-run", "--window-size=1280,900", $"--user-data-dir={Path.Combine(folder, "profile")}");
        return new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin/chromedriver"), options);
    }

    private static IEnumerable<Outcome> Edits(ChromeDriver driver, string address)
    {
        // Before all else that listens: what is done at once when a key is heard would otherwise be sent before the key is noted.
        driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument",
            new() { ["source"] = "addEventListener('keydown', e => { window.lastKey = e.timeStamp; }, true);" });
        driver.Navigate().GoToUrl(address + "/compose/route-performance");
        Until(driver, "document.querySelector('[data-element]') !== null");
        Thread.Sleep(1500);
        driver.ExecuteScript(Watch);
        var times = new List<(string Name, double Whole, double Server)>();
        for (var round = 0; round < Rounds; round++)
        {
            Choose("[data-element=t2]");
            Edit("move an element", Keys.ArrowRight);
            Edit("undo", Keys.Control, "z");
            Edit("redo", Keys.Control, "y");
            Edit("undo", Keys.Control, "z");
            Focus("[data-element=t1]");
            Press(Keys.F2);
            Press($"Routes {round}");
            Edit("type over a title", Keys.Control, Keys.Enter);
            Edit("undo", Keys.Control, "z");
            Choose("[data-element=t3]");
            Edit("delete a text", Keys.Delete);
            Edit("undo", Keys.Control, "z");
            Choose("[data-element=h4]");
            Edit("move a column", Keys.Alt, Keys.ArrowLeft);
            Edit("undo", Keys.Control, "z");
            Edit("widen a column", Keys.Alt, Keys.Shift, Keys.ArrowRight);
            Edit("undo", Keys.Control, "z");
            Choose("[data-element=ch1]");
            Edit("delete a chart", Keys.Delete);
            Edit("undo", Keys.Control, "z");
            Focus("[data-rail]");
            Press(Keys.Enter);
            Edit("move a level", Keys.Alt, Keys.ArrowRight);
            Edit("undo", Keys.Control, "z");
            Focus("[data-field=delay_minutes]");
            Press(Keys.Enter);
            Edit("add a column", Keys.Enter);
            Edit("undo", Keys.Control, "z");
            Choose("[data-element=t2]");
            Edit("copy an element", Keys.Control, "d");
            Edit("undo", Keys.Control, "z");
        }
        foreach (var group in times.GroupBy(t => t.Name))
            yield return new Outcome($"in the browser: {group.Key}, median of {group.Count()}", N(Median(group.Select(t => t.Whole)), "ms"),
                N(Median(group.Select(t => t.Server)), "ms, the server's share"), "", "", true);
        var (median, most) = (Median(times.Select(t => t.Whole)), Percentile(times.Select(t => t.Whole), 0.95));
        var share = N(Median(times.Select(t => t.Server)), "ms, the server's share");
        yield return new Outcome($"{times.Count} everyday edits from key to paint, median", N(median, "ms"), share, "",
            "< 60 ms", median < 60);
        yield return new Outcome("the same, 95th percentile", N(most, "ms"),
            N(Percentile(times.Select(t => t.Server), 0.95), "ms, the server's share"), "", "< 100 ms", most < 100);

        void Focus(string css) => driver.ExecuteScript("document.querySelector(arguments[0]).focus()", css);

        void Choose(string css)
        {
            Focus(css);
            if ((string)driver.ExecuteScript("return document.querySelector(arguments[0]).dataset.selected", css)! != "true")
                Press(Keys.Enter);
            Thread.Sleep(200);
        }

        void Edit(string name, params string[] keys)
        {
            driver.ExecuteScript("window.edits.length = 0");
            Press(keys);
            Until(driver, "window.edits.length > 0");
            var ms = (IReadOnlyList<object>)driver.ExecuteScript(
                "const e = window.edits[0]; return [e.painted - e.key, e.answered - e.sent]")!;
            times.Add((name, Convert.ToDouble(ms[0]), Convert.ToDouble(ms[1])));
            // An author looks before the next step; saving and counting pages happen meanwhile.
            Thread.Sleep(1200);
        }

        void Press(params string[] keys)
        {
            var actions = new Actions(driver);
            foreach (var key in keys[..^1]) actions.KeyDown(key);
            actions.SendKeys(keys[^1]);
            foreach (var key in keys[..^1].Reverse()) actions.KeyUp(key);
            actions.Perform();
        }
    }

    /// <summary>The report passes by, a fifth of a page a frame; what comes into sight is fetched and drawn.</summary>
    private static Outcome Scrolling(ChromeDriver driver, string address)
    {
        driver.Navigate().GoToUrl(address + "/read/route-performance");
        Until(driver, "document.querySelector('[data-page] svg') !== null");
        Thread.Sleep(1500);
        driver.ExecuteScript("""
            const pages = document.querySelector('[data-pages]');
            window.frames16 = [];
            let last = performance.now();
            const step = now => {
              window.frames16.push(now - last);
              last = now;
              pages.scrollTop += 160;
              if (pages.scrollTop + pages.clientHeight < pages.scrollHeight - 2) requestAnimationFrame(step);
              else window.passed = true;
            };
            requestAnimationFrame(step);
            """);
        Until(driver, "window.passed === true", 120);
        var frames = ((IReadOnlyList<object>)driver.ExecuteScript("return window.frames16.slice(1)")!).Select(Convert.ToDouble).ToList();
        var (most, median) = (Percentile(frames, 0.95), Median(frames));
        return new Outcome($"82 pages scrolled by, {frames.Count} frames: 95th percentile of a frame", N(most, "ms"),
            N(median, "ms, median"), "", "< 34 ms", most < 34);
    }

    private static void Until(ChromeDriver driver, string condition, int seconds = 30)
    {
        for (var end = DateTime.UtcNow.AddSeconds(seconds); DateTime.UtcNow < end; Thread.Sleep(20))
            if (driver.ExecuteScript($"return {condition}") is true) return;
        throw new TimeoutException(condition);
    }
}
