using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Months, quarters and weekdays of any year, by name, in the order of the calendar.</summary>
public sealed class DatePartNameTests
{
    private static readonly Field[] Fields = [new() { Name = "d", Type = DataType.Date }];

    /// <summary>The days of two years, so that each part comes several times and not in its order.</summary>
    private static readonly MemoryRows Days = new([.. Enumerable.Range(0, 730)
        .Select(i => new[] { Value.Of(new DateOnly(2024, 8, 15).AddDays(i * 17 % 730)) })]);

    private static ReportRun Run(string by, string pattern, string language, params Element[] above) => Workshop.Run(Workshop.Report(
        new Section
        {
            Id = "s",
            Levels = [new Level { Id = "l", Name = "Part", By = by, Pattern = pattern,
                Header = Workshop.Band(Workshop.Part("h", 14, new TextElement { Id = "t", Width = 200, Height = 12,
                    Text = $"{{{{ {by} | {pattern} }}}}: {{{{ count(*) | 0 }}}}" })) }],
            ReportHeader = Workshop.Band(Workshop.Part("above", 200, above)),
        }, Fields) with { Language = language }, Days);

    private static List<string> Headers(ReportRun run) => [.. Enumerable.Range(1, run.PageCount)
        .SelectMany(p => run.Page(p).Texts()).Select(t => t.Text).Where(t => t.Contains(": ", StringComparison.Ordinal))
        .Select(t => t.Split(':')[0])];

    /// <summary>Names by the Unicode CLDR data that .NET takes from ICU, which is not what the product reads.</summary>
    [Theory]
    [InlineData("en-GB")]
    [InlineData("de-DE")]
    [InlineData("fr-FR")]
    [InlineData("pl-PL")]
    public void Months_and_weekdays_have_the_names_of_the_language(string language)
    {
        var names = CultureInfo.GetCultureInfo(language).DateTimeFormat;
        Assert.Equal(names.MonthNames.Take(12), Headers(Run("EXTRACT(MONTH FROM d)", "LLLL", language)));
        Assert.Equal(names.DayNames.Skip(1).Append(names.DayNames[0]), Headers(Run("EXTRACT(ISODOW FROM d)", "EEEE", language)));
        Assert.Equal(names.DayNames, Headers(Run("EXTRACT(DOW FROM d)", "EEEE", language)));
    }

    [Fact]
    public void Quarters_have_short_names_and_numbers_stay_numbers()
    {
        Assert.Equal(["Q1", "Q2", "Q3", "Q4"], Headers(Run("EXTRACT(QUARTER FROM d)", "QQQ", "en-GB")));
        Assert.Equal(["01", "02", "03", "04"], Headers(Run("EXTRACT(QUARTER FROM d)", "00", "en-GB")));
        Assert.Equal(["2024", "2025", "2026"], Headers(Run("EXTRACT(YEAR FROM d)", "0", "en-GB")));
        // A pattern of names for what has none is refused, as before.
        Assert.Contains(Run("EXTRACT(DAY FROM d)", "LLLL", "en-GB").Problems, p => p.Code == "bad-pattern");
    }

    [Fact]
    public void A_fiscal_year_is_called_after_the_year_in_which_it_begins()
    {
        var run = Run("EXTRACT(YEAR FROM d - INTERVAL '3' MONTH)", "0", "en-GB");
        var first = run.First();
        Assert.Equal(["2024", "2025", "2026"], Headers(run));
        // 15 August 2024 to 31 March 2025 are 229 days.
        Assert.Equal(229, first.Tree.Levels[1].End(0));
    }

    [Fact]
    public void Charts_and_crosstabs_write_the_same_names()
    {
        var chart = new ChartElement { Id = "ch", Width = 480, Height = 180, Values = [new ChartValue { Expression = "count(*)" }],
            Category = new ChartCategory { By = "EXTRACT(MONTH FROM d)", Pattern = "LLL" },
            Series = new() { By = "EXTRACT(QUARTER FROM d)", Pattern = "QQQ" } };
        var page = Run("EXTRACT(YEAR FROM d)", "0", "en-GB", chart).Page(1).Texts().Select(t => t.Text).ToList();
        Assert.Equal(["Jan", "Feb", "Mar"], page.Where(t => t is "Jan" or "Feb" or "Mar"));
        Assert.Contains("Q3", page);
        var crosstab = new CrosstabElement { Id = "x", Width = 480, Height = 100,
            Down = [new CrosstabField { Id = "f1", Name = "Day", By = "EXTRACT(ISODOW FROM d)", Pattern = "EEEE" }],
            Across = [new CrosstabField { Id = "f2", Name = "Year", By = "EXTRACT(YEAR FROM d)" }],
            Values = [new CrosstabValue { Expression = "count(*)" }] };
        var table = Run("EXTRACT(YEAR FROM d)", "0", "en-GB", crosstab).Page(1).Texts().Select(t => t.Text).ToList();
        Assert.True(table.IndexOf("Monday") is > 0 and var monday && table.IndexOf("Sunday") > monday);
    }
}
