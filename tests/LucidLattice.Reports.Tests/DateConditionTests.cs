using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Conditions on dates that name a period of the calendar, compared with .NET's own calendar.</summary>
public sealed class DateConditionTests
{
    private static readonly Dataset Dataset = new()
    {
        Id = "d", Name = "Days", Database = "none", Source = new TableSource { Table = "t" },
        Fields = [new() { Name = "day", Type = DataType.DateTime }, new() { Name = "n", Type = DataType.Whole }],
    };

    private static bool Holds(ConditionOperator op, string[] values, DateTime day, DateTime now, long? parameter = null)
    {
        List<Parameter> parameters = parameter is null ? [] : [new() { Name = "year", Type = DataType.Whole }];
        var condition = new FieldCondition { Field = "day", Is = op, Values = values, Parameter = parameter is null ? null : "year" };
        var compiled = Compiler.Condition(ConditionText.Write(condition, Dataset, parameters),
            new Scope { Fields = Dataset.Fields, Parameters = parameters, Allowed = Phase.Row });
        var column = new ColumnBuilder(Dataset.Fields[0]);
        column.Add(Value.Of(day));
        var frame = new Frame
        {
            Rows = new RowSet([column.Build()], 1, []), Row = 0, Now = now, Parameters = parameter is { } p ? [Value.Of(p)] : [],
        };
        return frame.Try(compiled) is { IsNull: false, Bool: true };
    }

    private static (int, int) Of(string unit, DateTime day) => unit switch
    {
        "year" => (day.Year, 0),
        "quarter" => (day.Year, (day.Month + 2) / 3),
        "month" => (day.Year, day.Month),
        "week" => (ISOWeek.GetYear(day), ISOWeek.GetWeekOfYear(day)),
        _ => (day.Year, day.DayOfYear),
    };

    private static DateTime Back(DateTime now, int number, string unit) => unit switch
    {
        "year" => now.Date.AddYears(-number),
        "quarter" => now.Date.AddMonths(-3 * number),
        "month" => now.Date.AddMonths(-number),
        "week" => now.Date.AddDays(-7 * number),
        _ => now.Date.AddDays(-number),
    };

    /// <summary>Property over random days around a random today; weeks are those of ISO 8601, as System.Globalization.ISOWeek counts
    /// them.</summary>
    [Fact]
    public void Each_period_holds_the_days_that_the_calendar_says()
    {
        var random = new Random(6);
        var held = 0;
        for (var round = 0; round < 1500; round++)
        {
            var now = new DateTime(2024, 1, 1).AddDays(random.Next(1200)).AddMinutes(random.Next(1440));
            var day = now.AddDays(random.Next(-460, 40) / (1 + random.Next(30))).AddMinutes(random.Next(-700, 700));
            var other = day.AddDays(random.Next(-10, 10));
            foreach (var unit in new[] { "day", "week", "month", "quarter", "year" })
            {
                Check(Of(unit, day) == Of(unit, now), ConditionOperator.Current, [unit]);
                Check(Of(unit, day) == Of(unit, Back(now, 1, unit)), ConditionOperator.Previous, [unit]);
                Check(Of(unit, day) == Of(unit, now) && day.Date <= now.Date, ConditionOperator.ToDate, [unit]);
                var number = random.Next(1, 5);
                Check(day.Date > Back(now, number, unit) && day.Date <= now.Date, ConditionOperator.InLast, [number.ToString(), unit]);
            }
            var written = other.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            Check(day.Year == other.Year, ConditionOperator.InYear, [other.Year.ToString()]);
            Check(Of("quarter", day) == Of("quarter", other), ConditionOperator.InQuarter, [written]);
            Check(Of("month", day) == Of("month", other), ConditionOperator.InMonth, [written]);
            Check(Of("week", day) == Of("week", other), ConditionOperator.InWeek, [written]);
            Assert.Equal(day.Year == other.Year, Holds(ConditionOperator.InYear, [], day, now, other.Year));

            void Check(bool expected, ConditionOperator op, string[] values)
            {
                Assert.True(expected == Holds(op, values, day, now), $"{op} {string.Join(' ', values)}: {day:s} at {now:s}");
                if (expected) held++;
            }
        }
        Assert.True(held > 5000, $"{held} conditions held");
    }

    [Theory]
    [InlineData(ConditionOperator.InYear, "next")]
    [InlineData(ConditionOperator.InYear, "9999")]
    [InlineData(ConditionOperator.InMonth, "June")]
    [InlineData(ConditionOperator.Current, "century")]
    [InlineData(ConditionOperator.InLast, "0", "day")]
    [InlineData(ConditionOperator.InLast, "999999999", "year")]
    [InlineData(ConditionOperator.InLast, "3", "fortnight")]
    public void A_value_that_suits_no_period_is_refused(ConditionOperator op, params string[] values) =>
        Assert.Throws<ExpressionException>(() => Holds(op, values, DateTime.UnixEpoch, DateTime.UnixEpoch));

    [Fact]
    public void A_year_is_asked_for_as_one_of_those_that_there_are_beginning_with_the_last()
    {
        var asked = AskedCondition.Ask(Dataset, new FieldCondition { Field = "day", Is = ConditionOperator.InYear });
        var year = Assert.Single(asked.Parameters);
        Assert.Equal(DataType.Whole, year.Type);
        var report = Workshop.Report(new Section
        {
            Id = "s", Conditions = asked.Condition,
            ReportHeader = Workshop.Band(Workshop.Part("p", 20,
                new TextElement { Id = "t", Width = 300, Text = "{{ :year }}: {{ sum(n) }}" })),
        }, [.. Dataset.Fields]) with { Parameters = asked.Parameters };
        var rows = new MemoryRows([.. new[] { 2023, 2025, 2024, 2025 }.Select((y, i) =>
            new[] { Value.Of(new DateTime(y, 12, 31, 23, 59, 0)), Value.Of((long)(1 << i)) })]);
        string Printed(ReportDefinition of, params (string, string)[] given) =>
            string.Concat(Workshop.Run(of, rows, given).Page(1).Texts().Select(t => t.Text));
        Assert.Equal("2025: 10", Printed(report));
        Assert.Equal("2023: 1", Printed(report, ("year", "2023")));
        // What is asked for and not offered falls back to it, and says so; a default that the data does not have just gives way.
        Assert.Equal("2025: 10", Printed(report, ("year", "1999")));
        Assert.Contains(Workshop.Run(report, rows, ("year", "1999")).Problems, p => p.Code == "value-not-offered");
        var late = report with { Parameters = [year with { Default = "2026" }] };
        Assert.Equal("2025: 10", Printed(late));
        Assert.DoesNotContain(Workshop.Run(late, rows).Problems, p => p.Code == "value-not-offered");
    }
}
