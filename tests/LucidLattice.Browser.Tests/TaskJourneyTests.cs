using OpenQA.Selenium;
using Xunit;

namespace LucidLattice.Browser.Tests;

/// <summary>What report developers build most often, each from an empty report in the real browser. Every click and every field that is
/// typed is counted: a way that becomes longer is found here.</summary>
[Collection(Browser.OneAtATime)]
public sealed class TaskJourneyTests : IClassFixture<Browser>
{
    private readonly Browser _browser;
    private readonly ITestOutputHelper _output;
    private int _steps;

    public TaskJourneyTests(Browser shared, ITestOutputHelper output)
    {
        (_browser, _output) = (shared, output);
        _browser.Complaints();
    }

    [Fact]
    public void A_monthly_summary_with_its_chart()
    {
        Begin("sailings with income");
        AddLevel("Month of departs");
        // Its footer names the month already.
        Click("[data-band=groupHeader1] [data-element^=t]");
        Key(Keys.Delete);
        Click("[aria-label^='Rows 9,']");
        ClickText("aside//span", "Print detail rows");
        _browser.Says("[data-band=detail]", "not printed");
        Click("[aria-label^='Report once']");
        ClickText("button", "Add a chart of all rows");
        _browser.Says("aside", "for each month of departs");
        Done(most: 25, "[data-band=groupFooter1] svg", "July 2023");
    }

    [Fact]
    public void An_invoice_with_carried_totals_VAT_by_rate_a_code_and_page_x_of_y()
    {
        Begin("firm charges");
        AddLevel("Firm");
        Click("[data-rail]");
        Pick("Groups start", "on a new page");
        Click("[aria-label='heading Net']");
        ClickText("aside//button", "Carry it forward in each firm");
        _browser.Says("[data-band=pageFooter] svg", "Carried forward");
        // What is the same for all of a firm stands above its rows, not in each of them.
        foreach (var column in new[] { "Firm", "Street", "Town" })
        {
            Click($"[aria-label='heading {column}']");
            ClickText("aside//button", "Remove the column");
        }
        Type("[data-band=groupHeader1] [data-element^=t]", "{{ firm }}\n{{ street }}\n{{ town }}");
        _browser.Says("[data-band=groupHeader1] svg", "17 Mill Brae");
        Band("groupHeader1");
        ClickText("aside//button", "A code");
        _browser.Find("[data-band=groupHeader1] [data-element^=e][data-selected=true]");
        Set("Text", "{{ firm }} EUR {{ sum(net) }}");
        Band("groupFooter1");
        ClickText("aside//button", "Add a crosstab, printed");
        _browser.Find("[data-band=groupFooter1] [data-element^=xt][data-selected=true]");
        Pick("Field down 1", "vat rate");
        Pick("Field across 1", "nothing: remove it");
        Pick("Value:", "sum of net");
        Click("aside [aria-label^='Another value']");
        ClickText("li", "Write an expression…");
        _browser.Find(".cm-content").SendKeys("round(sum(vat_rate * net) / 100, 2)");
        Key(Keys.Enter);
        _browser.Gone(".cm-content");
        Type("[data-band=pageFooter] [data-element=t2]", "Page {{ page_number('Firm') }} of {{ page_count('Firm') }}");
        _browser.Says("[data-band=pageFooter] svg", "Page 1 of");
        Done(most: 60, "[data-band=groupFooter1] svg", "20");
    }

    [Fact]
    public void An_income_statement_with_comparison()
    {
        Begin("account entries");
        ClickText("aside//button", "Rows that name their parents");
        Pick("What a row is", "account no");
        Pick("What stands above it", "above no");
        Pick("What names it", "account");
        Pick("How deep", "2 deep");
        ClickText("aside//button", "Group the rows so");
        _browser.Find("[data-band=groupFooter2] svg");
        Click("[aria-label='heading Amount']");
        ClickText("aside//button", "Compare with the year before");
        _browser.Find("[aria-label='heading Change, %']");
        Click("[aria-label^='Rows']");
        ClickText("aside//span", "Print detail rows");
        _browser.Says("[data-band=detail]", "not printed");
        Click("[data-rail]");
        ClickText("aside//button", "Add calculated row…");
        _browser.Find("[role=dialog] input").SendKeys("Result");
        _steps++;
        _browser.Press(Keys.Tab);
        ClickText("div[@role='dialog']//button", "Revenue");
        ClickText("div[@role='dialog']//button", "Finance");
        ClickText("div[@role='dialog']//button", "Add row");
        _browser.Says("[data-band=groupFooter1] svg", "Result");
        Done(most: 60, "[data-band=groupFooter2] svg", "Passenger fares");
    }

    [Fact]
    public void A_crosstab_of_years_and_months_with_its_chart()
    {
        Begin("sailings with income");
        ClickText("button", "Add a crosstab of all rows");
        _browser.Find("[data-element^=xt][data-selected=true]");
        Pick("Field down 1", "year of departs");
        Pick("Field across 1", "month name of departs");
        _browser.Says("[data-band=reportHeader] svg", "January");
        ClickText("aside//button", "Make a chart of it");
        ClickText("li", "Below it");
        _browser.Find("[data-element^=ch][data-selected=true]");
        Done(most: 20, "[data-band=reportHeader]", "2024");
    }

    [Fact]
    public void A_chart_in_a_group_header_of_rows_from_another_table()
    {
        Begin("sailings with income");
        AddLevel("Route");
        Band("groupHeader1");
        ClickText("button", "Add a chart, drawn");
        _browser.Find("[data-band=groupHeader1] [data-element^=ch][data-selected=true]");
        Pick("Rows drawn", "Bookings in full");
        _browser.Says("aside", "matched on");
        Done(most: 18, "[data-band=groupHeader1] svg", "");
    }

    [Fact]
    public void A_drill_down_with_two_values_and_its_trial()
    {
        Begin("sailings with income");
        AddLevel("Route");
        Band("groupHeader1");
        ClickText("button", "Add a chart, drawn");
        _browser.Find("[data-band=groupHeader1] [data-element^=ch][data-selected=true]");
        ClickText("aside//button", "Make a report of the rows behind it");
        _browser.Says("[role=dialog]", "Its columns");
        ClickText("div[@role='dialog']//button", "Create report");
        _browser.Says("aside", "route = the route around it");
        _browser.Says("aside", "= the clicked");
        ClickText("aside//button", "Try it");
        _browser.Says("[role=dialog]", "add up");
        ClickText("button", "Close");
        Done(most: 12, "aside", "added up");
    }

    private void Begin(string rows)
    {
        _browser.Go("/");
        ClickText("button", "New report");
        ClickText("button", rows);
        _browser.Find("[data-band=detail] svg");
    }

    private void AddLevel(string by)
    {
        Click("[aria-label='Add a level']");
        ClickText($"li[@role='menuitem' and normalize-space(.)='{by}']", by);
        _browser.Find("[data-band=groupHeader1] svg");
    }

    /// <summary>Chooses a band, in which there may be no room to click beside what stands there.</summary>
    private void Band(string band)
    {
        _browser.Find($"[data-band={band}]").SendKeys(Keys.Space);
        _steps++;
        _browser.Says("aside", "These stand");
    }

    private void Click(string css)
    {
        _browser.Click(css);
        _steps++;
    }

    private void ClickText(string tag, string text)
    {
        _browser.ClickText(tag, text);
        _steps++;
    }

    private void Key(string key)
    {
        _browser.Press(key);
        _steps++;
    }

    private void Pick(string blank, string choice)
    {
        Click($"aside [aria-label^='{blank}']");
        ClickText("li[starts-with(@role,'menuitem')]", choice);
        _browser.Gone("[role=menu]");
    }

    private void Set(string label, string text)
    {
        _browser.Find($"aside [aria-label='{label}'], aside textarea").SendKeys(Keys.Control + "a");
        _browser.Focused.SendKeys(text + Keys.Tab);
        _steps++;
    }

    /// <summary>Types over the words of an element, from its beginning.</summary>
    private void Type(string element, string text)
    {
        Click(element);
        _browser.Find($"{element}[data-selected=true]");
        Key(Keys.F2);
        _browser.Find("textarea[aria-label=Words]");
        _browser.Focused.SendKeys(text);
        _browser.Press(Keys.Control, Keys.Enter);
        _steps++;
    }

    private void Done(int most, string there, string says)
    {
        _browser.Says(there, says);
        _browser.Says("footer", "No problems");
        _browser.Says("header", "All changes saved");
        _output.WriteLine($"{_steps} steps");
        Assert.InRange(_steps, 1, most);
        _browser.HasNoComplaints();
    }
}
