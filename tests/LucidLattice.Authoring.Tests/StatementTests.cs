using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Statements: rows that are calculated from other rows, years compared, lines that are zero, rules and units.</summary>
public sealed class StatementTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "firm", Type = DataType.Text }, new() { Name = "line", Type = DataType.Text },
        new() { Name = "account", Type = DataType.Text }, new() { Name = "booked", Type = DataType.Date },
        new() { Name = "amount", Type = DataType.Decimal, Scale = 2, Kind = FieldKind.Money },
    ];

    private static readonly string[] Lines = ["Revenue", "Cost of sales", "Expenses"];

    private static Value[] Row(string firm, int line, string account, int year, decimal amount) =>
        [Value.Of(firm), Value.Of(Lines[line]), Value.Of(account), Value.Of(new DateOnly(year, 3, 1)), Value.Of(amount)];

    private static TotalElement Total(string id) => new() { Id = id, Column = "c2", Height = 12 };

    private static Level Level(string id, string by, params BandPart[] footer) => new()
    {
        Id = id, Name = id, By = by,
        Footer = Workshop.Band([Workshop.Part($"{id}f", 14,
            new TextElement { Id = $"{id}t", Width = 100, Height = 12, Text = $"{{{{ {by} }}}}" }, Total($"{id}s")), .. footer]),
    };

    private static ReportDefinition Report(params Level[] levels) => Workshop.Report(new Section
    {
        Id = "s", Summary = true, Levels = levels,
        Columns = [new Column { Id = "c1", Heading = "Account", Expression = "account", Width = 150 },
            new Column { Id = "c2", Heading = "Amount", Expression = "amount", Width = 100, Pattern = "0.00" }],
    }, Fields);

    private static ReportDefinition Edited(ReportDefinition report, params Edit[] edits) =>
        edits.Aggregate(report, (at, edit) => edit.Apply(at, new DemoCatalog()));

    private static List<string> Texts(ReportRun run) =>
        [.. Enumerable.Range(1, run.PageCount).SelectMany(p => run.Page(p).Texts().Select(t => t.Text)).Where(t => t.Length > 0)];

    private static readonly AddCalculatedRow Gross = new()
    {
        Name = "Gross profit", Formula = "Revenue - \"Cost of sales\"", After = "Cost of sales",
    };

    private static readonly AddCalculatedRow Result = new() { Name = "Result", Formula = "\"Gross profit\" - Expenses" };

    /// <summary>Property over random rows: calculated rows are what the rows' own sums give by hand, in each firm and for all.</summary>
    [Fact]
    public void A_calculated_row_is_what_its_lines_give_within_the_group_around()
    {
        var random = new Random(5);
        for (var round = 0; round < 20; round++)
        {
            var rows = Enumerable.Range(0, random.Next(1, 80)).Select(_ =>
                (Firm: "f" + random.Next(3), Line: random.Next(3), Amount: random.Next(-5000, 9000) / 100m)).ToList();
            var report = Edited(Report(Level("Firm", "firm"), Level("Line", "line")), Gross with { Level = "Line" },
                Result with { Level = "Line", After = "Revenue" });
            var run = Workshop.Run(report, new MemoryRows([.. rows.Select(r => Row(r.Firm, r.Line, "a", 2025, r.Amount))]));
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            var expected = new List<string>();
            foreach (var firm in rows.Select(r => r.Firm).Distinct().Order(StringComparer.Ordinal))
            {
                decimal Sum(int line) => rows.Where(r => r.Firm == firm && r.Line == line).Sum(r => r.Amount);
                foreach (var line in rows.Where(r => r.Firm == firm).Select(r => r.Line).Distinct().OrderBy(l => Lines[l]))
                {
                    expected.AddRange([Lines[line], Written(Sum(line))]);
                    if (line == 1) expected.AddRange(["Gross profit", Written(Sum(0) - Sum(1))]);
                    if (line == 0) expected.AddRange(["Result", Written(Sum(0) - Sum(1) - Sum(2))]);
                }
                expected.AddRange([firm, Written(Sum(0) + Sum(1) + Sum(2))]);
            }
            Assert.Equal(expected, Texts(run));
        }
    }

    private static string Written(decimal value) => value.ToString("0.00", CultureInfo.InvariantCulture);

    [Fact]
    public void A_total_is_shown_as_its_share_of_a_line_also_in_calculated_rows()
    {
        var report = Edited(Report(Level("Line", "line")), Gross);
        report = report.MapAllElements(e => e is TotalElement t ? t with { Formula = "this / Revenue", Pattern = "0%" } : e);
        var run = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, 200), Row("f", 1, "b", 2025, 50)]));
        Assert.Equal(["Cost of sales", "25%", "Gross profit", "75%", "Revenue", "100%"], Texts(run));
    }

    [Theory]
    [InlineData("Revenue - Expensive", "line-without-rows", "Expensive")]
    [InlineData("Loop + 1", "formula-of-itself", "from itself")]
    [InlineData("this * 2", "formula-of-itself", "this")]
    [InlineData("sum(amount)", "not-a-formula", "names of lines")]
    [InlineData("Revenue +", "syntax", "")]
    public void A_formula_that_cannot_be_meant_is_a_problem_of_its_place(string formula, string code, string said)
    {
        var report = Edited(Report(Level("Line", "line")), new AddCalculatedRow { Name = "Loop", Formula = formula });
        var run = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, 200)]));
        var problem = run.Problems.First(p => p.Code != "x");
        Assert.Contains(said, problem.Message, StringComparison.Ordinal);
        if (code != "syntax") Assert.Equal(code, problem.Code);
        Assert.False(string.IsNullOrEmpty(problem.Place));
    }

    [Fact]
    public void Rows_that_name_each_other_many_times_are_bounded()
    {
        var report = Report(Level("Line", "line"));
        for (var i = 0; i < 12; i++)
        {
            var formula = i == 0 ? "Revenue" : $"r{i - 1} + r{i - 1} + r{i - 1}";
            report = Edited(report, new AddCalculatedRow { Name = $"r{i}", Formula = formula });
        }
        var run = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, 1)]));
        Assert.Contains(run.Problems, p => p.Code == "formula-too-long");
        Assert.Contains("81.00", Texts(run));
    }

    [Fact]
    public void A_column_is_compared_with_the_year_before_in_one_step()
    {
        var report = Edited(Report(Level("Line", "line")), Gross, new CompareYears { Column = "c2", Field = "booked" });
        var run = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, 300), Row("f", 0, "a", 2024, 200),
            Row("f", 0, "a", 2023, 999), Row("f", 1, "b", 2025, 90), Row("f", 1, "b", 2024, 100)]));
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        Assert.Equal(["Cost of sales", "90.00", "100.00", "-10.00", "-10.0%", "Gross profit", "210.00", "100.00", "110.00", "110.0%",
            "Revenue", "300.00", "200.00", "100.00", "50.0%"], Texts(run));
        Assert.Equal(["Amount", "Amount, year before", "Change", "Change, %"],
            report.Sheets[0].Sections[0].Columns.Skip(1).Select(c => c.Heading));
    }

    /// <summary>Property: a percent change has the sign of the change, also among negative numbers.</summary>
    [Theory]
    [InlineData(-120, -100, "-20%")]
    [InlineData(-80, -100, "20%")]
    [InlineData(50, -100, "150%")]
    [InlineData(50, 0, "")]
    public void Percent_change_rises_with_the_value(decimal now, decimal before, string said)
    {
        var report = Report(Level("Line", "line")).MapAllElements(e => e is TotalElement t ? t with
        {
            Aggregate = MadeAggregates.PercentChange, By = "CASE WHEN booked < DATE '2025-01-01' THEN amount END", Pattern = "0%",
            Where = null,
        } : e);
        report = report.MapSections(s => s with { Columns = [s.Columns[0],
            s.Columns[1] with { Expression = "CASE WHEN booked >= DATE '2025-01-01' THEN amount END" }] });
        var run = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, now), Row("f", 0, "a", 2024, before)]));
        Assert.Equal(said.Length == 0 ? ["Revenue"] : ["Revenue", said], Texts(run));
    }

    [Fact]
    public void Lines_whose_totals_are_all_zero_are_left_out_and_change_no_total()
    {
        var rows = new MemoryRows([Row("f", 0, "a", 2025, 20), Row("f", 0, "b", 2025, 5), Row("f", 0, "b", 2025, -5),
            Row("f", 2, "c", 2025, 0)]);
        var report = Report(Level("Line", "line"), Level("Account", "account"));
        Assert.Equal(["c", "0.00", "Expenses", "0.00", "a", "20.00", "b", "0.00", "Revenue", "20.00"], Texts(Workshop.Run(report, rows)));
        report = report.MapSections(s => s with { Levels = [.. s.Levels.Select(l => l with { OmitZero = true })] });
        Assert.Equal(["a", "20.00", "Revenue", "20.00"], Texts(Workshop.Run(report, rows)));
    }

    [Fact]
    public void Amounts_are_printed_in_thousands_and_nothing_else_changes()
    {
        var report = Report(Level("Line", "line")) with { Amounts = AmountUnit.Thousands };
        var text = new TextElement
        {
            Id = "n", Width = 300, Height = 12, Text = "{{ count(*) }} rows, {{ sum(amount) }}, {{ sum(amount) | #,##0 k }}",
        };
        report = report.MapSections(s => s with { ReportFooter = Workshop.Band(Workshop.Part("rf", 14, text)) });
        var run = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, 1234567.89m), Row("f", 0, "a", 2025, 5000m)]));
        Assert.Equal(["Revenue", "1239.57", "2 rows, 1,240, 1,240 k"], Texts(run));
    }

    [Fact]
    public void A_total_has_single_and_double_rules_across_its_column()
    {
        var report = Report(Level("Line", "line")).MapAllElements(e => e is TotalElement t
            ? t with { Above = TotalRule.Single, Below = TotalRule.Double } : e);
        var lines = Workshop.Run(report, new MemoryRows([Row("f", 0, "a", 2025, 1)])).Page(1).Items.OfType<LineItem>().ToList();
        Assert.Equal(3, lines.Count);
        Assert.All(lines, l => Assert.Equal(lines[0].X1, l.X1));
        Assert.Equal([0, 12, 13.5], lines.Select(l => Math.Round(l.Y1 - lines[0].Y1, 2)));
    }
}
