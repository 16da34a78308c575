using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Whatever columns are called, gestures that name them go through one function of quoting.</summary>
public sealed class NameTests
{
    private static readonly string[] Odd =
    [
        "two words", "a\"quote", "it's", "1st", "name;", "a.b", "a--b", "{{ braces }}", "line\nbreak", "Åse", "港", " lead", "", "x|y",
        ":p", "*", "and", "or", "not", "case", "when", "then", "else", "end", "between", "in", "like", "is", "null", "from", "as",
        "over", "filter", "true", "false", "date", "timestamp", "interval", "cast", "extract", "current_date", "distinct", "unknown",
        "escape", "within", "group", "order", "by", "partition", "rows", "leading", "trailing", "both", "for", "sum", "count",
        "page_number", "rank", "left", "position", "trim",
    ];

    public static TheoryData<string> Names => [.. Odd];

    [Theory]
    [MemberData(nameof(Names))]
    public void A_name_stands_wherever_an_expression_can_have_it(string name)
    {
        var quoted = Expressions.Parsing.Names.Quoted(name);
        Field[] fields = [new() { Name = name, Type = DataType.Text }];
        foreach (var form in new[] { "{0}", "({0})", "{0} = {0}", "{0} IS NULL", "'x' || {0}", "{0} IN ('a', {0})", "coalesce({0}, 'x')",
            "CASE WHEN {0} = 'x' THEN {0} ELSE {0} END", "trim({0})", "TRIM(LEADING {0} FROM {0})", "substring({0} FROM 1 FOR 2)",
            "position({0} IN {0})", "{0} BETWEEN {0} AND {0}", "{0} LIKE {0} ESCAPE '!'", "{0} IS DISTINCT FROM {0}", "CAST({0} AS DATE)",
            "NOT {0} = 'x'" })
        {
            var compiled = Compiler.Compile(form.Replace("{0}", quoted), new Scope { Fields = fields });
            Assert.Equal([0], compiled.Fields);
        }
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_gesture_with_a_field_of_an_odd_name_gives_a_report_that_runs(string name)
    {
        var (text, number) = (new Field { Name = name, Type = DataType.Text }, new Field { Name = name + " n", Type = DataType.Whole });
        var report = Workshop.Report(new Section { Id = "s", Dataset = "d" }, text, number);
        foreach (var edit in new Edit[]
        {
            new AddField { Field = text.Name }, new AddField { Field = number.Name },
            new AddField { Field = text.Name, Band = BandKind.ReportHeader },
            new AddField { Field = number.Name, Band = BandKind.ReportFooter },
            new AddLevel { Field = text.Name }, new AddChart { Band = BandKind.ReportHeader },
            new SetSection { Sort = [new SortKey { By = Expressions.Parsing.Names.Quoted(number.Name) }] },
        }) report = edit.Apply(report, NoReports.Instance);
        var column = report.Sheets[0].Sections[0].Columns[^1].Id;
        report = new AddTotals { Column = column, Aggregate = "sum" }.Apply(report, NoReports.Instance);
        var choices = FieldChoices.Propose([], "p", report.Datasets[0], text.Name, false);
        report = report with { Parameters = [new Parameter { Name = "p", Type = DataType.Text, Choices = choices, Default = "'a'" }] };
        var run = Workshop.Run(report,
            new MemoryRows([Value.Of("a"), Value.Of(1L)], [Value.Of("a"), Value.Of(2L)], [Value.Of("b"), Value.Of(4L)]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var texts = run.Page(1).Texts().Select(t => t.Text).ToList();
        Assert.Contains("7", texts);
        Assert.Contains("3", texts);
    }
}
