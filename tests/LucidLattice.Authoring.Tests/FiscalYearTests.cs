using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Years of accounts that begin in another month than January.</summary>
public sealed class FiscalYearTests
{
    /// <summary>Outside reference: the calendar of .NET. A fiscal year is the calendar year of the date moved back by the months before
    /// it.</summary>
    [Fact]
    public void Years_and_quarters_are_those_of_the_calendar_moved_back()
    {
        var random = new Random(31);
        for (var round = 0; round < 500; round++)
        {
            var (day, first) = (DateOnly.FromDayNumber(random.Next(700_000, 760_000)), random.Next(1, 13));
            var moved = day.AddMonths(1 - first);
            Assert.Equal($"{moved.Year}", Of($"fiscal_year(DATE '{day:yyyy-MM-dd}', {first})"));
            Assert.Equal($"{(moved.Month + 2) / 3}", Of($"fiscal_quarter(TIMESTAMP '{day:yyyy-MM-dd} 23:59:59', {first})"));
        }
        Assert.Equal("", Of("fiscal_year(NULL, 4)"));
    }

    [Theory]
    [InlineData("fiscal_year(DATE '2025-01-01', 13)", "bad-argument")]
    [InlineData("fiscal_year(DATE '2025-01-01', 0)", "bad-argument")]
    [InlineData("fiscal_year(DATE '2025-01-01', NULL)", "bad-argument")]
    [InlineData("fiscal_year('2025', 4)", "type-mismatch")]
    public void What_is_no_date_or_no_month_is_said(string expression, string code) =>
        Assert.Equal(code, Assert.Throws<ExpressionException>(() => Of(expression)).Code);

    [Theory]
    [InlineData("fiscal_year(a, 4)", "fiscal_year(a, 10)")]
    [InlineData("Fiscal_Quarter( lag(a, 4) , 4 ) + fiscal_year(b, 4) * 4", "Fiscal_Quarter( lag(a, 4) , 10 ) + fiscal_year(b, 10) * 4")]
    [InlineData("round(a, 4) || 'fiscal_year(a, 4)'", "round(a, 4) || 'fiscal_year(a, 4)'")]
    [InlineData("fiscal_year(a, :first) + \"fiscal_year\"", "fiscal_year(a, :first) + \"fiscal_year\"")]
    [InlineData("fiscal_year(a, 4", "fiscal_year(a, 4")]
    [InlineData("fiscal_year('", "fiscal_year('")]
    public void Another_first_month_stands_where_fiscal_years_are_asked_for(string text, string expected) =>
        Assert.Equal(expected, FiscalFunctions.WithFirstMonth(text, 10));

    [Fact]
    public void The_setting_of_the_report_changes_all_of_it()
    {
        var report = Workshop.DemoReport("route-performance");
        var section = report.MainSection();
        report = report.MapSection(section.Id, s => s with
        {
            Levels = [s.Levels[0] with { By = "fiscal_year(departs, 4)" }, .. s.Levels.Skip(1)],
            ReportHeader = Workshop.Band(Workshop.Part("p", 20, new TextElement { Id = "t", Text = "{{ fiscal_quarter(departs, 4) }}" })),
        });
        var changed = new SetFiscalYear { Month = 7 }.Apply(report, new NoReports());
        Assert.Equal(7, changed.FiscalYearStart);
        Assert.Equal("fiscal_year(departs, 7)", changed.MainSection().Levels[0].By);
        Assert.Contains("fiscal_quarter(departs, 7)", ReportJson.Write(changed));
        Assert.Throws<EditException>(() => new SetFiscalYear { Month = 0 }.Apply(report, new NoReports()));
        Assert.Contains(Workshop.Run(report with { FiscalYearStart = 13 }).Problems, p => p.Code == "bad-month");
    }

    private static string Of(string expression) => Compiler.Compile(expression, new Scope()).Evaluate(new Frame()).Invariant;
}
