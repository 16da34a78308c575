using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Parameters that an expression names before anybody has made them.</summary>
public sealed class MissingParameterTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "day", Type = DataType.Date }, new() { Name = "route", Type = DataType.Text },
        new() { Name = "fare", Type = DataType.Decimal, Scale = 2 }, new() { Name = "office", Type = DataType.Whole, Kind = FieldKind.Key },
    ];

    private static readonly Dataset Dataset = new()
    {
        Id = "d", Name = "Rows", Database = "none", Source = new TableSource { Table = "t" }, Fields = Fields,
    };

    [Theory]
    [InlineData("route = :r", DataType.Text, ParameterShape.Single, "route", InitialChoice.First)]
    [InlineData("route IN :r", DataType.Text, ParameterShape.Several, "route", null)]
    [InlineData("EXTRACT(YEAR FROM day) = :year", DataType.Whole, ParameterShape.Single, "EXTRACT(YEAR FROM day)", InitialChoice.Last)]
    [InlineData("route = 'a' AND fare > :least", DataType.Decimal, ParameterShape.Single, null, null)]
    [InlineData("CASE WHEN fare BETWEEN :least AND 3 THEN 1 END", DataType.Decimal, ParameterShape.Single, null, null)]
    [InlineData("day >= :from", DataType.Date, ParameterShape.Single, null, null)]
    [InlineData(":o = office", DataType.Whole, ParameterShape.Single, "office", InitialChoice.First)]
    [InlineData("fare * :factor", DataType.Decimal, ParameterShape.Single, null, null)]
    [InlineData("sum(fare) > :least", DataType.Decimal, ParameterShape.Single, null, null)]
    [InlineData("max(day) < :until", DataType.Date, ParameterShape.Single, null, null)]
    [InlineData("count(*) >= :n", DataType.Whole, ParameterShape.Single, null, null)]
    [InlineData("fare - 2 > :least", DataType.Decimal, ParameterShape.Single, null, null)]
    [InlineData("upper(:words)", DataType.Text, ParameterShape.Single, null, null)]
    [InlineData("EXTRACT(YEAR FROM day) = :year - 1", DataType.Whole, ParameterShape.Single, "EXTRACT(YEAR FROM day)",
        InitialChoice.Last)]
    public void Its_type_and_shape_follow_from_where_it_stands(string expression, DataType type, ParameterShape shape, string? offers,
        InitialChoice? initial)
    {
        var made = MissingParameter.Propose(expression, Dataset, [])!;
        var choices = made.Choices as DatasetChoices;
        Assert.Equal((type, shape, offers, initial), (made.Type, made.Shape, choices?.Value, choices?.Initial));
    }

    [Theory]
    [InlineData("fare > 3")]
    [InlineData("fare > :known")]
    [InlineData("fare > :")]
    public void Nothing_is_proposed_where_nothing_is_missing(string expression) =>
        Assert.Null(MissingParameter.Propose(expression, Dataset, [new() { Name = "Known", Type = DataType.Decimal }]));

    [Theory]
    [InlineData("SELECT * FROM t WHERE fare >= :least", "least", DataType.Decimal)]
    [InlineData("SELECT * FROM t WHERE t.\"day\" < :until AND x = 1", "until", DataType.Date)]
    [InlineData("SELECT * FROM t WHERE other = :year", "year", DataType.Whole)]
    [InlineData("SELECT :words", "words", DataType.Text)]
    public void The_type_of_one_in_SQL_is_that_of_the_column_beside_it(string sql, string name, DataType type)
    {
        var made = MissingParameter.ProposeForSql(sql, name, Dataset);
        Assert.Equal((name, type), (made.Name, made.Type));
    }

    [Fact]
    public void A_report_gets_the_parameter_that_a_problem_names()
    {
        var report = Workshop.Report(new Section
        {
            Id = "s", Filter = "EXTRACT(YEAR FROM day) = :year",
            ReportHeader = Workshop.Band(Workshop.Part("p", 20,
                new TextElement { Id = "t", Width = 300, Text = "{{ :year }}: {{ sum(fare) }}" })),
        }, Fields);
        var rows = new MemoryRows([Value.Of(new DateOnly(2024, 1, 1)), Value.Of("a"), Value.Of(1.5m), Value.Of(1L)],
            [Value.Of(new DateOnly(2025, 1, 1)), Value.Of("a"), Value.Of(2.5m), Value.Of(1L)]);
        var problem = Workshop.Run(report, rows).Problems.First(p => p.Code == "unknown-parameter");
        Assert.True(Mending.Looked(problem, report).CanMend);
        var mended = new MendProblem { Code = problem.Code, Place = problem.Place, Mends = problem.Mends! }
            .Apply(report, new DemoCatalog());
        var run = Workshop.Run(mended, rows);
        Assert.Empty(run.Problems);
        Assert.Equal("2025: 2.50", string.Concat(run.Page(1).Texts().Select(t => t.Text)));
    }
}
