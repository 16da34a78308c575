using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Each rule of the definition's shape, broken on purpose in a report that is otherwise sound.</summary>
public class StructureTests
{
    private static ReportDefinition Sound => Workshop.DemoReport("route-performance");

    private static ReportDefinition With(Func<Section, Section> change) => Sound.WithMainSection(change(Sound.MainSection()));

    private static ReportDefinition WithElement(Element element)
        => With(s =>
            s with { ReportHeader =
                new Band { Parts = [.. s.ReportHeader.Parts, new BandPart { Id = "extra", Height = 20, Elements = [element] }] } });

    public static TheoryData<string, ReportDefinition> Broken => new()
    {
        { "no-title", Sound with { Title = "  " } },
        { "bad-currency", Sound with { Currency = "E'U" } },
        { "bad-color",
        Sound with {
        Datasets = [Sound.Datasets[0] with {
        Fields = [.. Sound.Datasets[0].Fields, new Field { Name = "y", Type = DataType.Text, Codes = [new("a", "A", "url(x)")] }] }] } },
        { "bad-limit", Sound with { Datasets = [Sound.Datasets[0] with { RowLimit = 0 }] } },
        { "duplicate-id", Sound with { Sheets = [.. Sound.Sheets, Sound.Sheets[0]] } },
        { "sheet-count", Sound with { Sheets = [Sound.Sheets[0] with { Sections = [] }] } },
        { "match-nothing", With(s => s with { Match = [new MatchKey { Own = "route", Around = "route" }] }) },
        { "section-in-page-band",
        Sound.WithPageBands(header: new Band { Parts = [new BandPart { Id = "x", Height = 9, Sections = [new Section { Id = "y" }] }] }) },
        { "bad-columns", Sound with { Sheets = [Sound.Sheets[0] with { Columns = new PageColumns(12, 40) }] } },
        { "unknown-aggregate", WithElement(new TotalElement { Id = "x", Column = "c3", Aggregate = "total" }) },
        { "sheet-count", Sound with { Sheets = [] } },
        { "page-size", Sound with { Page = new PageSetup { Width = 100, Left = 50, Right = 50 } } },
        { "page-size", Sound with { Page = new PageSetup { Height = double.NaN } } },
        { "bad-name", Sound with { Parameters = [new Parameter { Name = "1st", Type = DataType.Text }] } },
        { "bad-name", Sound with { Parameters = [new Parameter { Name = "two words", Type = DataType.Text }] } },
        { "duplicate-name", Sound with { Parameters = [.. Sound.Parameters, new Parameter { Name = "FROM", Type = DataType.Date }] } },
        { "bad-type", Sound with { Parameters = [.. Sound.Parameters, new Parameter { Name = "x", Type = DataType.Interval }] } },
        { "unknown-dataset", With(s => s with { Dataset = "gone" }) },
        { "duplicate-name",
        Sound with { Datasets = [Sound.Datasets[0] with { Fields = [.. Sound.Datasets[0].Fields, Sound.Datasets[0].Fields[0]] }] } },
        { "bad-type",
        Sound with {
        Datasets = [Sound.Datasets[0] with {
        Fields = [.. Sound.Datasets[0].Fields, new Field { Name = "y", Type = DataType.Decimal, Scale = 40 }] }] } },
        { "duplicate-id", With(s => s with { Columns = [.. s.Columns, s.Columns[0]] }) },
        { "duplicate-id", With(s => s with { Levels = [s.Levels[0], s.Levels[1] with { Id = "l1" }] }) },
        { "duplicate-name", With(s => s with { Levels = [s.Levels[0], s.Levels[1] with { Name = "region" }] }) },
        { "no-dataset", With(s => s with { Dataset = null }) },
        { "bad-size", With(s => s with { Columns = [s.Columns[0] with { Width = -5 }, .. s.Columns.Skip(1)] }) },
        { "bad-size", With(s => s with { ReportFooter = new Band { Parts = [new BandPart { Id = "neg", Height = -1 }] } }) },
        { "bad-size", WithElement(new TextElement { Id = "x", Width = 0, Text = "" }) },
        { "bad-size", WithElement(new TextElement { Id = "x", Width = 10, X = double.PositiveInfinity, Text = "" }) },
        { "bad-color", WithElement(new TextElement { Id = "x", Width = 10, Text = "", Style = new Style { Color = "red" } }) },
        { "page-bands-too-high", Sound.WithPageBands(header: new Band { Parts = [new BandPart { Id = "high", Height = 600 }] }) },
        { "higher-than-page", With(s => s.MapElements((_, e) => e.Id == "ch1" ? (ChartElement)e with { Height = 900 } : e)) },
        { "columns-too-wide", With(s => s with { Columns = [s.Columns[0] with { Width = 500 }, .. s.Columns.Skip(1)] }) },
        { "section-too-wide", With(s => s with { Width = 900 }) },
        { "bad-size", With(s => s with { Width = -5 }) },
        { "match-nothing", With(s => s with { Match = [new MatchKey { Own = "route", Around = "route" }] }) },
        { "type-mismatch", WithInner(new MatchKey { Own = "passengers", Around = "route" }) },
        { "unknown-field", WithInner(new MatchKey { Own = "nowhere", Around = "route" }) },
        { "group-phase", WithInner(new MatchKey { Own = "route", Around = "max(route)" }) },
        { "duplicate-id", With(s => s with { ReportFooter = Inside(s with { Match = [] }) }) },
        { "section-in-page-band", Sound.WithPageBands(footer: Inside(new Section { Id = "inner" })) },
        { "bad-columns", Sound.MapSheet(Sound.Sheets[0].Id, s => s with { Columns = new PageColumns(0) }) },
        { "bad-columns", Sound.MapSheet(Sound.Sheets[0].Id, s => s with { Columns = new PageColumns(2, -10) }) },
        { "sheet-count", Sound with { Sheets = [.. Sound.Sheets, new Sheet { Id = "empty", Name = "Empty" }] } },
        { "unknown-column", WithElement(new HeadingElement { Id = "x", Column = "gone" }) },
        { "cell-outside-detail", WithElement(new CellElement { Id = "x", Column = "c1" }) },
        { "unclosed-braces", WithElement(new TextElement { Id = "x", Width = 90, Text = "{{ route" }) },
        { "bad-pattern", WithElement(new TextElement { Id = "x", Width = 90, Text = "{{ :from | qqqz }}" }) },
        { "bad-pattern",
        With(s => s with { Columns = [s.Columns[0], s.Columns[1], s.Columns[2] with { Pattern = "abc" }, .. s.Columns.Skip(3)] }) },
        { "chart-same-everywhere", With(s => s.MapElements((_, e) => e.Id == "ch2" ? (ChartElement)e with { Rows = ChartRows.All } : e)) },
        { "not-an-aggregate",
        With(s => s.MapElements(
        (_, e) => e.Id == "ch1" ? (ChartElement)e with { Values = [new ChartValue { Expression = "passengers" }] } : e)) },
        { "type-mismatch",
        With(s => s.MapElements(
        (_, e) => e.Id == "ch1" ? (ChartElement)e with { Values = [new ChartValue { Expression = "max(route)" }] } : e)) },
        { "total-outside-group",
        With(s => s with {
        Detail = new Band { Parts =
        [.. s.Detail.Parts, new BandPart { Id = "x", Height = 20, Elements = [new TotalElement { Id = "y", Column = "c3" }] }] } }) },
        { "group-phase",
        Sound.WithPageBands(
        footer: new Band { Parts =
        [new BandPart { Id = "x", Height = 20, Elements = [new TextElement { Id = "y", Width = 90, Text = "{{ count(*) }}" }] }] }) },
        { "unknown-level",
        WithElement(new TextElement { Id = "x", Width = 90, Text = "{{ sum(passengers) OVER (PARTITION BY Route) }}" }) },
        { "nested-aggregate", WithElement(new TextElement { Id = "x", Width = 90, Text = "{{ avg(sum(passengers)) }}" }) },
        { "over-order", WithElement(new TextElement { Id = "x", Width = 90, Text = "{{ sum(passengers) OVER (ORDER BY departs) }}" }) },
        { "not-a-condition", With(s => s with { Filter = "passengers + 1" }) },
        { "sum-of-shares", WithElement(new TextElement { Id = "x", Width = 90, Text = "{{ sum(sailing_id) }}" }) },
    };

    private static Band Inside(Section section) => new() { Parts = [new BandPart { Id = "around", Height = 20, Sections = [section] }] };

    private static ReportDefinition WithInner(MatchKey match)
        => With(s => s with { ReportFooter = Inside(new Section { Id = "inner", Dataset = s.Dataset, Match = [match] }) });

    [Theory]
    [MemberData(nameof(Broken), DisableDiscoveryEnumeration = true)]
    public void A_broken_rule_is_a_problem_with_a_sentence_and_nothing_crashes(string code, ReportDefinition report)
    {
        var problem = ReportPlanner.Plan(report, new DemoCatalog()).Problems.FirstOrDefault(p => p.Code == code);
        Assert.NotNull(problem);
        Assert.EndsWith(".", problem.Message);
        // Whatever is wrong, running gives an answer: pages with the rest of the report, or problems that say why there are none.
        var run = Workshop.Run(report);
        Assert.True(run.PageCount > 0 || run.Problems.Any(p => p.IsError));
        if (run.PageCount > 0) run.Page(1);
    }

    [Theory]
    [InlineData("\"levels\": [ {", "\"levels\": [ { \"colour\": 1,")]
    [InlineData("\"type\": \"heading\"", "\"type\": \"headline\"")]
    [InlineData("\"version\": 5", "\"version\": \"5\"")]
    [InlineData("\"kind\": \"money\"", "\"kind\": 2")]
    [InlineData("\"open\": \"beside\"", "\"open\": \"elsewhere\"")]
    [InlineData("\"by\": \"region\"", "\"by\": null")]
    [InlineData("\"expression\": \"departs\",", "")]
    public void What_a_definition_file_does_not_allow_is_refused_and_never_dropped(string from, string to)
    {
        var json = System.Text.RegularExpressions.Regex.Replace(ReportJson.Write(Sound), @"\s+", " ");
        Assert.Contains(from, json);
        Assert.StartsWith("The report definition cannot be read",
            Assert.Throws<DefinitionFormatException>(() => ReportFile.Read(json.Replace(from, to))).Message.Replace(
            "This is no report file", "The report definition cannot be read"));
    }

    [Fact]
    public void Properties_keep_their_order_and_what_is_empty_is_left_out()
    {
        var json = ReportJson.Write(Sound);
        var order = new[]
            { "\"format\"", "\"version\"", "\"title\"", "\"parameters\"", "\"datasets\"",
            "\"sheets\"" }.Select(p => json.IndexOf(p, StringComparison.Ordinal)).ToList();
        Assert.Equal(order.Order(), order);
        Assert.DoesNotContain("null", json);
    }

    [Fact]
    public void The_kind_of_an_element_may_stand_anywhere_in_it()
        => Assert.IsType<TextElement>(
            System.Text.Json.JsonSerializer.Deserialize<Element>("""{ "id": "t", "width": 5, "text": "x", "type": "text" }""",
            ReportJson.Options));

    /// <summary>A file is refused in the words of those who write one: what is there, where, and what would be allowed.</summary>
    [Theory]
    [InlineData("\"levels\": [ {", "\"levels\": [ { \"colour\": 1,", "no property “colour” at sheets[0].sections[0].levels[0]",
        "It can have id, name, by")]
    [InlineData("\"type\": \"heading\"", "\"type\": \"headline\"", "There is no type “headline”", "elements[")]
    [InlineData("\"kind\": \"money\"", "\"kind\": 2", "The value should be one of plain, ", "fields[")]
    [InlineData("\"open\": \"beside\"", "\"open\": \"elsewhere\"", "The value should be one of beside, here, newTab", "link.open")]
    [InlineData("\"by\": \"region\"", "\"by\": null", "“by” cannot be null", "levels[")]
    [InlineData("\"expression\": \"departs\",", "", "missing", "expression")]
    [InlineData("\"width\": ", "\"width\": \"wide\", \"x\": ", "The value should be a number", "width")]
    [InlineData("\"parameters\": [", "\"title\": \"Twice\", \"parameters\": [", "“title” is there twice", "title")]
    public void A_file_that_is_refused_says_what_would_be_allowed(string from, string to, string expected, string where)
    {
        var json = System.Text.RegularExpressions.Regex.Replace(
            ReportJson.Write(Workshop.DemoReport("route-performance")), @"\[\s+\{", "[ {");
        Assert.Contains(from, json);
        var at = json.IndexOf(from, StringComparison.Ordinal);
        var wrong = Assert.Throws<DefinitionFormatException>(() => ReportFile.Read(json[..at] + to + json[(at + from.Length)..]));
        Assert.Contains(expected, wrong.Message);
        Assert.Contains(where, wrong.Message);
        foreach (var jargon in new[] { ".NET", "member", "System.", "LucidLattice.", "reader options", "discriminator", "deserializ" })
            Assert.DoesNotContain(jargon, wrong.Message);
    }
}
