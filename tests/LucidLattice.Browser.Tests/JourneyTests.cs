using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using LucidLattice.Testing;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>The journeys of the report developer and of the reader, through the real interface.</summary>
[Collection(Browser.OneAtATime)]
public sealed class JourneyTests : IClassFixture<Browser>
{
    private readonly Browser _browser;

    public JourneyTests(Browser shared)
    {
        _browser = shared;
        // What an earlier test left in the log is not this one's.
        _browser.Complaints();
    }

    [Fact]
    public async Task From_a_new_report_to_a_click_on_its_chart_and_a_PDF()
    {
        _browser.Go("/");
        _browser.ClickText("button", "New report");
        _browser.ClickText("button", "sailings with income");
        _browser.Find("[data-band=detail] svg");

        // Group by region and route, subtotal passengers everywhere in one gesture.
        foreach (var (field, rail) in new[] { ("Region", "Region 3×"), ("Route", "Route 8×") })
        {
            _browser.Click("[aria-label='Add a level']");
            _browser.ClickText("li", field);
            _browser.Find($"[aria-label^='{rail}']");
        }
        _browser.Click("[aria-label='heading Passengers']");
        _browser.ClickText("button", "Add it up in all 3 footers");
        _browser.Says("[data-band=reportFooter]", "rows");
        _browser.Until(() => _browser.Count("[aria-label='total Passengers']") == 3, "three subtotals");

        // A chart in the report header, linked to the rows behind it; what it carries fits by name.
        _browser.Click("[aria-label^='Report once']");
        _browser.ClickText("button", "Add a chart of all rows");
        _browser.Find("[data-band=reportHeader] [data-element^=ch][data-selected=true]");
        _browser.Says("aside", "drawn once");
        _browser.Click("[aria-label^='Report that opens']");
        _browser.ClickText("li", "Sailings in detail");
        _browser.Says("aside", "the clicked route");
        _browser.Says("footer", "No problems");
        _browser.Says("header", "All changes saved");
        _browser.ClickText("button", "Publish");
        _browser.Says("header", "Published");

        // Read, click through, go back.
        _browser.ClickText("nav/a", "Read");
        _browser.Until(() => _browser.Driver.Url.Contains("/read/sailings-with-income"), "reading");
        _browser.Click("[data-mark^='ch'][data-label='Holm – Brae']");
        _browser.Says("[data-region=beside] .drawing", "Sailings in detail");
        _browser.Says("nav[aria-label=Trail]", "route Holm – Brae");
        Assert.Contains("Holm", Uri.UnescapeDataString(Uri.UnescapeDataString(_browser.Driver.Url)));
        _browser.Driver.Navigate().Back();
        _browser.Gone("nav[aria-label=Trail]");
        using var client = new HttpClient();
        var pdf = await client.GetByteArrayAsync(
            _browser.Until(() => _browser.Driver.FindElement(By.LinkText("Download PDF")).GetDomProperty("href"), "PDF"));
        Assert.Equal("%PDF-"u8.ToArray(), pdf[..5]);
        _browser.HasNoComplaints();
    }

    [Fact]
    public void The_report_is_read_as_sentences_and_a_header_says_that_it_goes_on()
    {
        _browser.Go(_browser.OwnCopy("route-performance"));
        _browser.Find("[data-band=detail] svg");
        _browser.Click("[data-element=t3]");
        _browser.Click("aside [aria-label='On further pages: nothing']");
        _browser.ClickText("li", "“(continued)”");
        _browser.Find("aside [aria-label='On further pages: “(continued)”']");
        _browser.Gone(".MuiPopover-root");
        _browser.LeaveSettings();
        _browser.ClickText("aside//button", "Explain");
        _browser.Says("[role=dialog]", "It groups them by region");
        _browser.Says("[role=dialog]", "the text “{{ region }}” (on further pages with “(continued)” after it)");
        _browser.Press(Keys.Escape);
        _browser.Gone("[role=dialog]");
        Assert.Equal("Explain", _browser.Driver.SwitchTo().ActiveElement().Text);
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Composing_by_keyboard_and_mouse_with_undo()
    {
        _browser.Go(_browser.OwnCopy("route-performance"));
        _browser.Find("[data-band=detail] svg");

        // The vantage steps through real groups.
        _browser.Click("[aria-label='Next Region']");
        _browser.Says("[data-band=groupHeader1] svg", "Northern Isles");
        _browser.Click("[aria-label='Next Route']");
        _browser.Says("[data-band=groupHeader2] svg", "Grutness – Brae");

        // Words are typed in place; undo and redo by keyboard.
        _browser.Find("[data-element=t1]").SendKeys(Keys.F2);
        var words = _browser.Find("textarea[aria-label=Words]");
        words.SendKeys(Keys.Control + "a");
        words.SendKeys("Routes at a glance" + Keys.Control + Keys.Enter);
        _browser.Says("[data-band=reportHeader] svg", "Routes at a glance");
        _browser.Press(Keys.Control, "z");
        _browser.Says("[data-band=reportHeader] svg", "Route performance");
        _browser.Press(Keys.Control, "y");
        _browser.Says("[data-band=reportHeader] svg", "Routes at a glance");

        // A field becomes a column by keyboard, and another one by dragging.
        _browser.Find("[data-field=delay_minutes]").SendKeys(Keys.Enter);
        _browser.ClickText("li", "As a column of the rows");
        _browser.Find("[aria-label='heading Delay minutes']");
        new Actions(_browser.Driver).ClickAndHold(_browser.Find("[data-field=delay_cause]")).MoveByOffset(20, 0)
            .MoveToElement(_browser.Find("[data-band=detail]")).MoveByOffset(2, 2).Perform();
        _browser.Says("[data-band=pageHeader]", "the value of the first row on each page");
        _browser.Says("[data-band=groupHeader1]", "3×");
        new Actions(_browser.Driver).Release().Perform();
        _browser.Find("[aria-label='heading Delay cause']");

        // Columns move by keyboard, and their widths change by mouse.
        var place = _browser.Find("[aria-label='heading Vessel']").Location.X;
        _browser.Click("[aria-label='heading Vessel']");
        _browser.Press(Keys.Alt, Keys.ArrowLeft);
        _browser.Until(() => _browser.Find("[aria-label='heading Vessel']").Location.X < place, "the column moved");
        var width = _browser.Find("[aria-label='heading Vessel']").Size.Width;
        var edge = _browser.Find("[data-column-edge=c2]");
        new Actions(_browser.Driver).ClickAndHold(edge).MoveByOffset(-40, 0).Release().Perform();
        _browser.Until(() => _browser.Find("[aria-label='heading Vessel']").Size.Width < width - 20, "the column is narrower");

        var order = _browser.Find("[aria-label='heading Departs']").Location.X;
        new Actions(_browser.Driver).ClickAndHold(_browser.Find("[aria-label='heading Departs']")).MoveByOffset(330, 0).Release().Perform();
        _browser.Until(() => _browser.Find("[aria-label='heading Departs']").Location.X > order + 100, "the heading took its column along");

        // A level goes and comes back.
        _browser.Click("[aria-label^='Region 3×']");
        _browser.Says("aside", "Group the rows by");
        _browser.Press(Keys.Delete);
        _browser.Gone("[aria-label^='Region 3×']");
        _browser.Press(Keys.Control, "z");
        _browser.Find("[aria-label^='Region 3×']");

        // A condition that is wrong is said at once, and nothing is lost.
        _browser.Press(Keys.Escape);
        _browser.Click("[aria-label^='Expression']");
        var condition = _browser.Find(".cm-content[aria-label=Expression]");
        condition.SendKeys(Keys.Control + "a");
        condition.SendKeys("passengrs > 100" + Keys.Enter);
        _browser.Says("[role=alert]", "There is no field “passengrs”");
        _browser.ClickText("footer//button", "1 problem");
        _browser.Says("[aria-label=Problems]", "Did you mean “passengers”?");
        // One click mends it; both steps are taken back.
        _browser.Click("[aria-label^='Mend it']");
        _browser.Gone(".MuiPopover-root");
        _browser.Says("footer", "No problems");
        _browser.Find("[aria-label='Expression: passengers > 100']");
        _browser.Press(Keys.Control, "z");
        _browser.Says("footer", "1 problem");
        _browser.Press(Keys.Control, "z");
        _browser.Says("footer", "No problems");
        _browser.Says("header", "All changes saved");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Reading_with_parameters_an_outline_and_an_address_that_holds_them()
    {
        _browser.Go("/read/sailings-in-detail");
        _browser.Says("main", "“Route” is needed");
        // What is missing is one click away.
        _browser.ClickText("button", "Set it");
        _browser.Find("[aria-label='Find in Route']").SendKeys("holm" + Keys.Enter);
        _browser.Says(".drawing", "Sailings in detail");
        Assert.Contains("route=Holm", _browser.Driver.Url);

        // A date is taken as soon as it is whole; the page and the address follow.
        _browser.TypeDay("[data-asks=to]", "30", "6", "2025");
        _browser.Says(".drawing", "to 30 June 2025");
        _browser.Until(() => _browser.Driver.Url.Contains("to=2025-06-30"), "the address holds the date");
        _browser.ClickText("nav[@aria-label='In this report']//*[@role='treeitem']", "June 2025");
        _browser.Until(() => !_browser.Find("[data-testid=page-of]").Text.StartsWith("Page 1 of", StringComparison.Ordinal),
            "another page");
        _browser.Driver.Navigate().Refresh();
        _browser.Says(".drawing", "to 30 June 2025");
        _browser.Driver.Navigate().Back();
        _browser.Says(".drawing", "to 31 December 2025");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void Finding_a_text_and_any_page_of_many()
    {
        _browser.Go("/read/bookings-by-route");
        _browser.Find(".linked");
        void Type(string name, string text) =>
            _browser.Find($"input[name={name}]").SendKeys(Keys.Control + "a" + Keys.Null + text + Keys.Enter);

        // Ctrl+F looks into the whole report; Enter goes from place to place, Escape back to the outline.
        _browser.Press(Keys.Control, "f");
        _browser.Press("norwick");
        _browser.Press(Keys.Enter);
        _browser.Says("nav[aria-label=Found]", "places with “norwick”");
        _browser.Says(".drawing", "Norwick – Aith");
        _browser.Find("rect[fill='#F5E88C']");
        var page = _browser.Find("input[name=page]").GetDomProperty("value");
        _browser.Press(Keys.Enter);
        _browser.Press(Keys.Enter);
        _browser.Until(() => _browser.Find("nav[aria-label=Found] [aria-current]").Text.Length > 0, "a place is marked");
        _browser.Press(Keys.Escape);
        _browser.Find("nav[aria-label='In this report']");

        // Any page by its number, the last one included.
        Type("page", "700");
        _browser.Says("[data-page='700']", "Page 700 of");
        Type("page", "99999");
        _browser.Says(".drawing", "All routes:");
        Assert.NotEqual(page, _browser.Find("input[name=page]").GetDomProperty("value"));
        _browser.HasNoComplaints();
    }

    [Fact]
    public async Task Slow_work_shows_how_far_it_is_and_can_be_stopped()
    {
        // SQL by hand that works long for every row.
        const string Sql = "SELECT b.region, b.people FROM bookings_in_full b WHERE (WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT "
            + "i + 1 FROM n WHERE i < 4000 + b.booking_id % 2) SELECT max(i) FROM n) > 0";
        var definition = """
            {"format":"lucid-lattice/report","version":1,"title":"Patience","datasets":[
              {"id":"d","name":"Rows","database":"skerravoe","source":{"type":"query","sql":"SQL"},
               "fields":[{"name":"region","type":"text"},{"name":"people","type":"whole"}]}],
             "sheets":[{"id":"s","name":"R","sections":[{"id":"s1","dataset":"d","reportHeader":{"parts":[
               {"id":"p","height":20,"elements":[
                 {"type":"text","id":"t","width":200,"height":14,"text":"{{ count(*) }}"}]}]}}]}]}
            """.Replace("SQL", Sql);
        using var client = new HttpClient();
        var made = await client.PostAsync(_browser.Address + "/api/reports",
            new StringContent("{\"definition\":" + definition + "}", System.Text.Encoding.UTF8, "application/json"));
        Assert.True(made.IsSuccessStatusCode, await made.Content.ReadAsStringAsync());

        _browser.Go("/read/patience?~draft=1");
        _browser.Says("[role=status]", "rows read");
        _browser.ClickText("button", "Stop");
        _browser.Says("main", "The run was stopped.");
        _browser.Go("/compose/patience");
        _browser.Says("[role=status]", "rows read");
        _browser.ClickText("button", "Stop");
        _browser.Says("main", "Stopped");
        _browser.ClickText("button", "Read the data");
        _browser.Says("[role=status]", "rows read");
        _browser.ClickText("button", "Stop");
        _browser.Says("main", "Stopped");
    }

    /// <summary>What the server measured is what the browser draws, letter for letter, with kerning, stand-in fonts and both
    /// directions.</summary>
    [Fact]
    public async Task Browser_and_server_agree_on_the_width_of_texts()
    {
        string[] texts = ["AVATAR To We Yes. «Ty» – fi ffi 1,234.50", "Ωμέγα Άλφα, Τώρα", "Север: Гудок, Ушёл",
            "Ferry שלום עולם (2025) to the port", "مرحبا بالعالم 12 Voe", "Café e\u0301te\u0301 o\u0308"];
        var fonts = new[] { ("sans", false), ("sans", true), ("serif", false), ("mono", false) };
        var elements = texts.SelectMany(
            (text, i) =>
            fonts.Select(
                (font, j) =>
                new { type = "text", id = $"t{i}{j}", y = (i * 4 + j) * 18, width = 500, height = 14, text,
                    style = new { font = font.Item1, bold = font.Item2 } })).ToArray();
        var definition = new { format = "lucid-lattice/report", version = 1, title = "Widths",
            sheets = new[]
            { new { id = "s", name = "S",
            sections = new[] { new { id = "s1", reportHeader = new { parts = new[] { new { id = "p", height = 500, elements } } } } } } } };
        using var client = new HttpClient();
        Assert.True(
            (await System.Net.Http.Json.HttpClientJsonExtensions.PostAsJsonAsync(client, _browser.Address + "/api/reports",
            new { definition })).IsSuccessStatusCode);
        _browser.Go("/read/widths?~draft=1");
        _browser.Says(".drawing", "Voe");
        var measured = (IReadOnlyCollection<object>)_browser.Driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            const loaded = document.fonts.ready.then(() => Promise.all([...document.fonts].map(f => f.load())));
            const font = t => ['family', 'weight', 'size'].map(part => t.getAttribute('font-' + part) ?? '');
            const measure = () => [...document.querySelectorAll('.drawing text')].map(t =>
                [...font(t), t.textContent, t.getComputedTextLength()].join('\t'));
            loaded.then(() => requestAnimationFrame(() => done(measure())));
            """)!;
        var typesetter = new Output.Typesetting.SkiaTypesetter();
        Assert.True(measured.Count > texts.Length * fonts.Length);
        foreach (var line in measured.Cast<string>())
        {
            var (family, bold, size, text, width) = line.Split('\t') is [var a, var b, var c, var d, var e]
                ? (a, b == "700", double.Parse(c, System.Globalization.CultureInfo.InvariantCulture), d,
                double.Parse(e, System.Globalization.CultureInfo.InvariantCulture))
                : default;
            var standIn = family is "Noto Sans Hebrew" or "Noto Sans Arabic" ? family : null;
            var font = new Font(
                family switch { "Noto Serif" => FontFamily.Serif, "Noto Sans Mono" => FontFamily.Mono,
                _ => FontFamily.Sans }, size, bold, StandIn: standIn);
            Assert.True(Math.Abs(typesetter.Spans(font, text).Sum(s => s.Width) - width) < 0.005 * width + 0.02,
                $"“{text}” in {family}: measured {typesetter.Spans(font, text).Sum(s => s.Width)}, drawn {width}");
        }
    }

    [Fact]
    public void Reading_with_choices_that_depend_on_each_other_and_a_period()
    {
        _browser.Go("/read/delays-by-cause");
        _browser.Says(".drawing", "Delays by cause, every region, 2025");
        _browser.Click("[data-parameter=region]");
        _browser.ClickText("li", "Northern Isles");
        _browser.Says(".drawing", "Northern Isles, 2025");
        Assert.Contains("region=Northern", _browser.Driver.Url);

        // Only the routes of that region are offered; several can be ticked, and each changes the report at once.
        _browser.Click("[data-parameter=routes]");
        _browser.Until(() => _browser.Count("[role=option]") == 4, "every route and three routes");
        _browser.ClickText("li", "Holm – Brae");
        _browser.Says(".drawing", "sailings of Holm – Brae were");
        _browser.ClickText("li", "Brae – Linga");
        _browser.Says(".drawing", "sailings of Holm – Brae and Brae – Linga were");
        _browser.Press(Keys.Escape);
        _browser.Gone(".MuiPopover-root");

        // Another region: what is not offered any more falls back, and is said.
        _browser.Choose("region", "Region", "west");
        _browser.Says("[role=status]", "is not offered for “Routes” here, so every route is used instead");
        _browser.Says(".drawing", "West Firth, 2025");

        // A period in words, and a wrong one in words too.
        _browser.Click("[data-parameter=period]");
        _browser.TypeDay("[data-end=from]", "01", "3", "2025");
        _browser.TypeDay("[data-end=to]", "28", "2", "2025");
        _browser.Says("[role=dialog] [role=status]", "The first day is after the last one.");
        _browser.TypeDay("[data-end=from]", "01", "01", "2025");
        _browser.ClickText("button", "Show this period");
        _browser.Says(".drawing", "West Firth, January to February 2025");
        _browser.ClickText("button", "Reset");
        _browser.Says(".drawing", "every region, 2025");
        Assert.DoesNotContain("region", _browser.Driver.Url);
        _browser.HasNoComplaints();
    }

    [Fact]
    public void From_five_tables_to_a_filtered_dataset_with_a_worked_out_field_and_a_report_without_SQL()
    {
        _browser.Go("/data");
        _browser.StartDataset("New dataset from tables");
        _browser.ClickText("*[@aria-label='Tables to start with']//button", "bookings");
        _browser.Says("header", "Bookings");
        foreach (var table in new[] { "sailings", "routes", "regions", "ticket classes" })
        {
            _browser.ClickText("button", "Add a table");
            _browser.Until(
                () => { _browser.Driver.FindElement(
                By.XPath($"//li[starts-with(normalize-space(.), '{table}') and not(contains(., 'view'))]")).Click(); return true; }, table);
            _browser.Find($"[data-table='{table.Replace(' ', '_')}']");
            _browser.Gone(".MuiPopover-root");
        }
        _browser.Says("[role=status]", "62,843 rows");
        _browser.Says("footer", "5 tables");
        _browser.Says("footer", "No problems");
        _browser.Until(() => _browser.Count(".react-flow__edge") == 4, "four lines");

        // A condition in a sentence, its value picked from the data.
        _browser.ClickText("button", "Add a condition");
        _browser.Click("[aria-label^='Field:']");
        _browser.Until(() => { _browser.Driver.FindElements(By.CssSelector("li")).First(l => l.Text == "ticket class").Click(); return true;
            }, "the field ticket class");
        _browser.Click("[aria-label^='Operator:']");
        _browser.Until(() => { _browser.Driver.FindElements(By.CssSelector("li")).First(l => l.Text == "is").Click(); return true; },
            "operator is");
        _browser.Click("[aria-label^='Value:']");
        _browser.ClickText("li", "Group");
        _browser.Until(() => !_browser.Find("footer").Text.Contains("62,843"), "fewer rows");
        // A group of conditions, one of them in brackets.
        var some = _browser.Find("footer").Text;
        _browser.ClickText("button", "A group");
        _browser.Until(() => _browser.Count("[aria-label^='Operator:']") == 3, "a group of two conditions");
        _browser.Click("[aria-label^='Group of conditions']");
        _browser.ClickText("li", "Take this group away");
        _browser.Until(() => _browser.Count("[aria-label^='Operator:']") == 1, "the group is gone");
        _browser.Says("footer", some.Split('\n')[0]);

        // A field that is worked out; a mistake is shown under the very character.
        _browser.ClickText("button", "Work out a field");
        var expression = _browser.Find(".cm-content[aria-label='Worked out as']");
        void Write(string text) { expression.SendKeys(Keys.Control + "a"); expression.SendKeys(text + Keys.Enter); }
        // However fast it is typed, what stands there is what was typed: Enter takes no suggestion that nobody chose.
        const string Whole = "CASE WHEN people > 2 THEN fare ELSE 0 END";
        Write(Whole);
        Assert.Equal(Whole, expression.Text.Trim());
        Write("fare - discuont");
        _browser.Says("section[aria-label=Fields] [role=alert]", "Did you mean “discount”?");
        // Completion offers fields; what the expression gives is shown while it is written.
        expression.SendKeys(Keys.Control + "a" + Keys.Null + "fare - coalesce(disc");
        _browser.Says(".cm-tooltip-autocomplete li", "discount");
        expression.SendKeys(Keys.ArrowDown);
        _browser.Says(".cm-tooltip-autocomplete li[aria-selected]", "discount");
        expression.SendKeys(Keys.Enter);
        expression.SendKeys(", 0)");
        _browser.Says("[aria-label='Result for the first rows']", "a decimal number");
        expression.SendKeys(Keys.Enter);
        _browser.Gone("section[aria-label=Fields] [role=alert]");
        _browser.Says("section[aria-label=Fields]", "different values");
        _browser.Says("table[aria-label='First rows']", "worked_out_1");
        _browser.Says("header", "All changes saved");
        _browser.ClickText("button", "New report from it");
        _browser.Find("[data-band=detail] svg");
        Assert.StartsWith("Rows ", _browser.Find("[aria-label^='Rows ']").GetDomAttribute("aria-label"), StringComparison.Ordinal);
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_dataset_by_SQL_and_its_report()
    {
        _browser.Go("/data");
        _browser.StartDataset("New dataset by SQL");
        var sql = _browser.Find(".cm-content[aria-label=SQL]");
        sql.SendKeys("DELETE FROM bookings" + Keys.Control + Keys.Enter);
        _browser.Says(".notistack-Snackbar, [class*=notistack]", "wants to do more than read");
        sql.SendKeys(Keys.Control + "a" + Keys.Null + Keys.Backspace);
        sql.SendKeys("SELECT name AS vessel, seats, built FROM vessels ORDER BY seats" + Keys.Control + Keys.Enter);
        _browser.Says("footer", "5 rows");
        _browser.Says("table[aria-label='First rows']", "Sula Wind");
        _browser.Says("header", "All changes saved");
        _browser.ClickText("button", "New report from it");
        _browser.Says("[data-band=detail] svg", "Maid of Voe");
        Assert.All(_browser.Complaints(), complaint => Assert.Contains("400", complaint));
    }

    [Fact]
    public void A_question_for_the_reader_a_value_list_a_renamed_field_and_another_dataset_reach_the_report()
    {
        void Choose(string blank, string choice)
        {
            _browser.Click($"[aria-label^='{blank}:']");
            _browser.Until(() => { _browser.Driver.FindElements(By.CssSelector("li")).First(l => l.Text == choice).Click(); return true; },
                choice);
            _browser.Gone(".MuiPopover-root");
        }
        _browser.Go("/data/sailings-with-income");
        _browser.Says("[role=status]", "9,079 rows");
        _browser.ClickText("button", "Add a condition");
        Choose("Field", "region");
        Choose("Operator", "is one of");
        Choose("Value", "Ask the reader");
        _browser.Says("section[aria-label=Parameters]", ":region = every region");
        _browser.Click("[aria-label^='Try region']");
        _browser.Find("textarea[aria-label='Try region']").SendKeys(Keys.Control + "a" + Keys.Null + "West Firth" + Keys.Enter);
        _browser.Until(() => !_browser.Find("footer").Text.Contains("9,079"), "the rows of one region");

        // The report asks, and its chart wears the labels and colours of the list.
        _browser.Says("header", "All changes saved");
        _browser.ClickText("button", "New report from it");
        _browser.Says("[data-band=reportHeader] svg", "Cancelled");
        Assert.NotEmpty(_browser.Driver.FindElements(By.CssSelector("[data-band=reportHeader] svg [fill='#1F6FA8']")));
        _browser.Says("[data-band=groupHeader1] svg", "Vessel");
        var report = _browser.Driver.Url;

        // A field is called otherwise; the report follows without being told.
        _browser.Go("/data/sailings-with-income");
        _browser.ClickText("section[@aria-label='Fields']//button", "Vessel");
        var name = _browser.Until(
            () => _browser.Driver.FindElement(By.XPath("//label[contains(., 'Name in expressions')]/following-sibling::div//input")),
            "its name");
        name.SendKeys(Keys.Control + "a" + Keys.Null + "ship" + Keys.Enter);
        _browser.Says("[class*=notistack]", "Renamed in Sailings by outcome, Sailings with income");
        _browser.Says("section[aria-label='Used by']", "up to date");
        _browser.Driver.Navigate().GoToUrl(report);
        _browser.Find("[data-field=ship]");
        _browser.Says("footer", "No problems");

        // Another dataset takes its place, field by field.
        _browser.ClickText("nav//button", "Exchange");
        _browser.ClickText("article[@aria-label='Late sailings']//button", "Take it");
        _browser.Says("table[aria-label^='Fields and']", "column Net fare");
        Choose("Counterpart of Net fare", "Delay minutes\nwhole");
        _browser.ClickText("button", "Exchange, ");
        _browser.Gone("table[aria-label^='Fields and']");
        _browser.Says("nav[aria-label=Data] h2", "Late sailings");
        _browser.Says("footer", "problem");
        _browser.Press(Keys.Control, "z");
        _browser.Says("nav[aria-label=Data] h2", "Sailings with income");
        _browser.Says("footer", "No problems");
        _browser.HasNoComplaints();
    }

    [Fact]
    public void A_CSV_file_becomes_a_database_with_the_types_that_were_chosen()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("lattice-").FullName, "tides.csv");
        File.WriteAllText(file, "port;day;height\nVoe;1.3.2025;1,4\nBrae;31.3.2025;0,9\nAith;1.4.2025;n/a\n");
        _browser.Go("/data");
        _browser.Says("aside[aria-label=Databases]", "skerravoe");
        _browser.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
        _browser.Says("table[aria-label='First rows of the file']", "date, 31.1.2025");
        // The heights were taken for texts because of one cell; they are made numbers.
        _browser.Click("table[aria-label='First rows of the file'] tr:nth-child(2) th:nth-child(3) [aria-haspopup]");
        _browser.ClickText("li", "number, 1.234,50");
        _browser.ClickText("button", "Make a database from it");
        _browser.Says("[class*=notistack]", "1 cell did not fit its type");
        _browser.Says("section[aria-label=tides]", "3 rows");

        // The same file with newer rows takes the place of the old ones.
        File.WriteAllText(file, "port;day;height\nVoe;1.3.2025;1,4\nBrae;2.4.2025;1,1\n");
        _browser.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
        _browser.ClickText("button", "Replace 3 rows");
        _browser.Says("section[aria-label=tides]", "2 rows");
        // A table becomes a dataset, of its own database.
        _browser.Click("section[aria-label=tides] button[aria-expanded]");
        _browser.ClickText("button", "New dataset of it");
        _browser.Says("footer", "2 rows");
        _browser.Find("[aria-label='Database: tides']");
        _browser.HasNoComplaints();
        Directory.Delete(Path.GetDirectoryName(file)!, recursive: true);
    }

    [Fact]
    public void Several_files_become_one_database_joined_where_names_match()
    {
        var folder = Directory.CreateTempSubdirectory("files-");
        string Put(string name, string text)
        {
            File.WriteAllText(Path.Combine(folder.FullName, name), text);
            return Path.Combine(folder.FullName, name);
        }
        string[] files =
        [
            Put("ships.csv", "ship_id,ship\n1,Selkie\n2,Skua\n"),
            Put("trips.csv", "trip_id,ship_id,sold\n1,1,40\n2,2,50\n3,1,60\n"),
            Put("remarks.csv", "remark\nfog\nfog\n"),
            Put("broken.json", "{"),
        ];
        _browser.Go("/data");
        _browser.Find("aside[aria-label=Databases]");
        _browser.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(string.Join('\n', files));
        _browser.Says("[role=dialog]", "It gets 3 tables");
        _browser.Press(Keys.Control, "a");
        _browser.Press("Fleet");
        _browser.ClickText("div[@role='dialog']//button", "Upload files");
        _browser.Says("[role=dialog]", "table “trips” with 3 rows");
        _browser.Says("[role=dialog]", "broken.json: not taken: it is no definition");
        _browser.ClickText("div[@role='dialog']//button", "Join the tables");
        _browser.Says(".notistack-Snackbar", "Not joined: remarks.");
        _browser.Says("footer", "3 rows");
        _browser.Says("footer", "2 tables");
        _browser.Says("footer", "No problems");
        folder.Delete(recursive: true);
    }

    [Fact]
    public void Two_drafts_of_one_report_are_both_kept()
    {
        var copy = _browser.OwnCopy("sailings-in-detail");
        _browser.Go(copy);
        _browser.Says("[role=alert]", "“Route” is needed");
        _browser.Choose("route", "Route", "holm");
        _browser.Find("[data-band=detail] svg");
        // Somebody else saves the same report meanwhile.
        _browser.Driver.ExecuteAsyncScript(
            "const [copy, done] = arguments; fetch(`/api/reports/${copy}/rename`, { method: 'POST', headers: { 'Content-Type': "
            + "'application/json' }, body: JSON.stringify({ title: 'Sailings in detail' }) }).then(() => done());", copy.Split('/')[^1]);
        _browser.Click("[aria-label='heading Delay, min']");
        _browser.Press(Keys.Delete);
        _browser.Gone("[aria-label='heading Delay, min']");
        _browser.Says("[role=alert]", "saved elsewhere");
        _browser.ClickText("button", "Go on with mine as a new report");
        _browser.Says("header", "Sailings in detail (copy)");
        _browser.Choose("route", "Route", "holm");
        _browser.Find("[aria-label='heading Vehicles']");
        _browser.Gone("[aria-label='heading Delay, min']");
        _browser.Says("header", "All changes saved");

        // In the library, the new report can be composed, and not be read before it is published.
        _browser.Go("/");
        _browser.Says("article[aria-label='Sailings in detail (copy)']", "Not published yet");
        Assert.Empty(_browser.Driver.FindElements(By.XPath("//article[@aria-label='Sailings in detail (copy)']//a[.='Read']")));
        Assert.All(_browser.Complaints(), complaint => Assert.Contains("409", complaint));
    }

    [Fact]
    public void Marks_are_reached_and_followed_by_keyboard_and_open_where_the_reader_wants()
    {
        _browser.Go("/read/route-performance?from=2025-05-01&to=2025-05-31");
        var mark = _browser.Find("[data-mark=ch1-3]");
        _browser.Driver.ExecuteScript("arguments[0].focus()", mark);
        _browser.Says("[role=tooltip]", "Linga – Ness");
        _browser.Press(Keys.Enter);
        _browser.Says("[data-region=beside] .drawing", "Linga – Ness, 1 May 2025 to 31 May 2025");
        _browser.ClickText("nav[@aria-label='Trail']//button", "Route performance");
        _browser.Gone("[data-region=beside] .drawing");
        // With Shift, the reader stays in one place, and the trail leads back.
        new Actions(_browser.Driver).KeyDown(Keys.Shift).Click(_browser.Find("[data-mark=ch1-3]")).KeyUp(Keys.Shift).Perform();
        _browser.Says(".drawing", "Linga – Ness, 1 May 2025 to 31 May 2025");
        _browser.Gone("[data-mark=ch1-3]");
        _browser.ClickText("button", "← Back");
        _browser.Find("[data-mark=ch1-3]");
        // With Ctrl, a tab of its own opens, at an address that holds everything.
        new Actions(_browser.Driver).KeyDown(Keys.Control).Click(_browser.Find("[data-mark=ch1-3]")).KeyUp(Keys.Control).Perform();
        _browser.Until(() => _browser.Driver.WindowHandles.Count == 2, "a second tab");
        var first = _browser.Driver.CurrentWindowHandle;
        _browser.Driver.SwitchTo().Window(_browser.Driver.WindowHandles.Last());
        _browser.Says(".drawing", "Linga – Ness, 1 May 2025 to 31 May 2025");
        _browser.Driver.Close();
        _browser.Driver.SwitchTo().Window(first);
        _browser.HasNoComplaints();
    }

    [Fact]
    public void The_library_finds_renames_and_deletes_with_undo()
    {
        _browser.Go("/");
        _browser.Find("article[aria-label='Sailings in detail']");
        _browser.Find("[aria-label='Find a report']").SendKeys("detail");
        _browser.Gone("article[aria-label='Route performance']");
        _browser.ClickText("article[@aria-label='Sailings in detail']//button", "Rename");
        var name = _browser.Find("[aria-label='New name']");
        name.SendKeys(Keys.Control + "a");
        name.SendKeys("Sailings in full detail" + Keys.Enter);
        _browser.ClickText("article[@aria-label='Sailings in full detail']//button", "Delete");
        // What leads to it is named first.
        _browser.Says("[role=dialog]", "A click on the chart “Passengers carried by route”");
        _browser.ClickText("button", "Delete it anyway");
        _browser.Gone("article[aria-label='Sailings in full detail']");
        _browser.ClickText("button", "Undo");
        _browser.Find("article[aria-label='Sailings in full detail']");
        _browser.ClickText("article[@aria-label='Sailings in full detail']//button", "Rename");
        name = _browser.Find("[aria-label='New name']");
        name.SendKeys(Keys.Control + "a");
        name.SendKeys("Sailings in detail" + Keys.Enter);
        _browser.Find("article[aria-label='Sailings in detail']");
        _browser.HasNoComplaints();
    }

    /// <summary>Outside reference: the rules of npm axe-core 4.14.1 (WCAG 2.2) in the real _browser.</summary>
    [Theory]
    [InlineData("/", "article svg")]
    [InlineData("/compose/route-performance", "[data-band=detail] svg")]
    [InlineData("/read/route-performance", ".linked")]
    [InlineData("/data", "article")]
    [InlineData("/data/bookings", "table tbody tr")]
    [InlineData("/data/vessel-months", "table tbody tr")]
    [InlineData("/data/late-sailings", "table tbody tr")]
    public void No_view_has_a_serious_accessibility_finding(string path, string ready)
    {
        _browser.Go(path);
        _browser.Find(ready);
        _browser.Driver.ExecuteScript(File.ReadAllText(Path.Combine(Checkout.Root, "web/node_modules/axe-core/axe.min.js")));
        var findings = (IReadOnlyCollection<object>)_browser.Driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            const isGrave = v => v.impact === 'serious' || v.impact === 'critical';
            const words = v => `${v.id}: ${v.nodes.map(n => n.html.slice(0, 260)).slice(0, 6).join(' | ')}`;
            axe.run().then(r => done(r.violations.filter(isGrave).map(words)));
            """)!;
        Assert.True(findings.Count == 0, string.Join("\n", findings));
    }
}
