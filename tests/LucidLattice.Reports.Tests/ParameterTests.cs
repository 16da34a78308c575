using LucidLattice.Testing;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Several values, periods, every one, choices that depend on each other, and who may set what.</summary>
public class ParameterShapeTests
{
    private static readonly Field[] Fields = [new() { Name = "region", Type = DataType.Text },
        new() { Name = "route", Type = DataType.Text }, new() { Name = "day", Type = DataType.DateTime },
        new() { Name = "n", Type = DataType.Whole }];

    private static readonly Parameter Region = new()
        { Name = "region", Type = DataType.Text, Every = "every region", Default = "*",
        Choices = new DatasetChoices { Dataset = "d", Value = "region" } };
    private static readonly Parameter Routes = new()
        { Name = "routes", Type = DataType.Text, Shape = ParameterShape.Several, Every = "every route", Default = "*",
        Choices = new DatasetChoices { Dataset = "d", Value = "route", Filter = "region IN :region" } };

    private static Value[] Row(string? region, string? route, string? day, long n) =>
        [Value.Of(region), Value.Of(route),
            day is null ? Value.Null : Value.Of(DateTime.Parse(day, System.Globalization.CultureInfo.InvariantCulture)), Value.Of(n)];

    private static MemoryRows Rows => new(
        Row("North", "A", "2025-01-01", 1), Row("North", "B", "2025-01-31 23:59", 2), Row("South", "C", "2025-02-01", 4),
        Row(null, "D", "2025-02-28 06:15", 8), Row("South", null, null, 16));

    private static ReportDefinition Report(string? filter, params Parameter[] parameters) => Workshop.Report(new Section
    {
        Id = "s",
        Filter = filter,
        ReportHeader = Workshop.Band(
        Workshop.Part("p", 20,
        new TextElement { Id = "t", Width = 500,
        Text = string.Join(" | ", parameters.Select(p => $"{{{{ :{p.Name} }}}}")) + " = {{ sum(n) }}" })),
    }, Fields) with { Parameters = parameters };

    private static string Printed(ReportDefinition report, params (string, string)[] given)
    {
        var run = Workshop.Run(report, Rows, given);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return string.Concat(run.Page(1).Texts().Select(t => t.Text));
    }

    /// <summary>Common practice, no published source: every one totals what the single values total together, plus the rows where the value
    /// is empty.</summary>
    [Fact]
    public void Every_one_totals_the_single_values_and_the_empties()
    {
        var report = Report("region IN :region", Region);
        Assert.Equal("every region = 31", Printed(report));
        Assert.Equal("North = 3", Printed(report, ("region", "North")));
        Assert.Equal("South = 20", Printed(report, ("region", "South")));
        // 3 and 20, and the 8 without a region.
        Assert.Equal("every region = 31", Printed(report, ("region", "*")));
        Assert.Equal("every region = 31", Printed(Report("region NOT IN :region", Region)));
        Assert.Equal("South = 3", Printed(Report("region NOT IN :region", Region), ("region", "South")));
        Assert.Equal("every region = ", Printed(Report("region = :region", Region)));
    }

    [Fact]
    public void Several_values_are_any_of_them()
    {
        var report = Report("route IN :routes", Routes with { Choices = null });
        Assert.Equal("A and C = 5", Printed(report, ("routes", """["A","C"]""")));
        Assert.Equal("B = 2", Printed(report, ("routes", "B")));
        Assert.Equal("every route = 31", Printed(report));
        Assert.Equal("A, B and C = 7",
            Printed(Report("route IN (:routes)", Routes with { Choices = null }), ("routes", """["A","B","C","A"]""")));
        var problem = Workshop.Run(Report("route = :routes", Routes), Rows).Problems.First();
        Assert.Equal("several-values", problem.Code);
        Assert.Contains("field IN :routes", problem.Mends![0]);
    }

    [Theory]
    [InlineData("2025-01-01/2025-01-31", "January 2025 = 3")]
    [InlineData("2025-01-01/2025-02-28", "January to February 2025 = 15")]
    [InlineData("2025-01-01/2025-12-31", "2025 = 15")]
    [InlineData("2024-01-01/2025-12-31", "2024 to 2025 = 15")]
    [InlineData("2025-01-31/2025-02-01", "31 January to 1 February 2025 = 6")]
    [InlineData("2025-02-01/2025-02-03", "1 to 3 February 2025 = 4")]
    [InlineData("2025-02-28", "28 February 2025 = 8")]
    [InlineData("2025-02-01/", "from 1 February 2025 = 12")]
    [InlineData("/2025-01-31", "until 31 January 2025 = 3")]
    [InlineData("2024-12-31/2025-01-01", "31 December 2024 to 1 January 2025 = 1")]
    public void A_period_includes_its_last_day_and_reads_as_people_say_it(string period, string expected)
        => Assert.Equal(expected,
            Printed(Report("day IN :when", new Parameter { Name = "when", Type = DataType.Date, Shape = ParameterShape.Period }),
            ("when", period)));

    [Fact]
    public void A_period_by_default_is_worked_out_from_its_two_ends()
    {
        var report = Report("day >= period_start(:when) AND day < period_end(:when) + INTERVAL '1' DAY",
            new Parameter { Name = "when", Type = DataType.Date, Shape = ParameterShape.Period, Default = "DATE_TRUNC('month', :until)",
            DefaultEnd = ":until" }, new Parameter { Name = "until", Type = DataType.Date, Default = "DATE '2025-01-31'" });
        Assert.Equal("January 2025 | 31 January 2025 = 3", Printed(report));
        Assert.Equal("February 2025 | 28 February 2025 = 12", Printed(report, ("until", "2025-02-28")));
    }

    [Fact]
    public void Choices_depend_on_other_parameters_and_what_is_not_offered_any_more_falls_back_and_says_so()
    {
        var report = Report("region IN :region AND route IN :routes", Routes, Region);
        var engine = new ReportEngine(Rows, Workshop.Measurer, new DemoCatalog());
        List<string> Offered(string parameter, params (string, string)[] given)
            => [.. engine.Choices(new RunRequest(report, given.ToDictionary(g => g.Item1, g => g.Item2), Workshop.Now), parameter,
                CancellationToken.None).Choices!.Select(c => c.Label)];
        Assert.Equal(["North", "South"], Offered("region"));
        Assert.Equal(["A", "B", "C", "D"], Offered("routes"));
        Assert.Equal(["A", "B"], Offered("routes", ("region", "North")));
        // What depends stands before what it depends on, and is worked out after it all the same.
        var run = Workshop.Run(report, Rows, ("region", "North"), ("routes", """["B","C"]"""));
        var problem = run.Problems.Single();
        Assert.Equal(("value-not-offered", Severity.Warning, "routes"), (problem.Code, problem.Severity, problem.Place));
        Assert.Equal("“C” is not offered for “routes” here, so B is used instead.", problem.Message);
        Assert.Contains("every route is used instead",
            Workshop.Run(report, Rows, ("region", "North"), ("routes", """["C"]""")).Problems.Single().Message);
        var asks = Workshop.Run(Report(null, Region with { Every = null, Default = null, Required = true }), Rows, ("region", "East"));
        Assert.Contains(asks.Problems, p => p is { Code: "value-not-offered" });
        Assert.Contains(asks.Problems, p => p is { Code: "parameter-required", IsError: true });
    }

    [Fact]
    public void A_fixed_list_gives_values_their_names()
    {
        var status = new Parameter { Name = "region", Type = DataType.Text,
            Choices = new FixedChoices { Values = [new("North", "the north"), new("South")] } };
        Assert.Equal("the north = 3", Printed(Report("region IN :region", status), ("region", "North")));
        var wrong = new Parameter { Name = "n", Type = DataType.Whole, Choices = new FixedChoices { Values = [new("one")] } };
        Assert.Contains(new ReportEngine(Rows, Workshop.Measurer, new DemoCatalog()).Check(Report(null, wrong)),
            p => p is { Code: "type-mismatch", Property: "choices" });
    }

    [Fact]
    public void Parameters_that_need_each_other_are_a_problem_and_nothing_runs()
    {
        var report = Report(null, new Parameter { Name = "a", Type = DataType.Whole, Default = ":b + 1" },
            new Parameter { Name = "b", Type = DataType.Whole, Default = ":c" },
            new Parameter { Name = "c", Type = DataType.Whole, Default = ":a" },
            new Parameter { Name = "d", Type = DataType.Whole, Default = ":c" });
        Assert.Equal(["a", "b", "c"], ParameterValues.CheckDefaults(report).Where(p => p.Code == "parameter-cycle").Select(p => p.Place));
        Assert.Null(Workshop.Run(report, Rows).Data);
    }

    [Fact]
    public void What_only_links_may_set_is_refused_from_anybody_else()
    {
        var report = Report("n >= :least", new Parameter { Name = "least", Type = DataType.Whole, Default = "1", SetBy = SetBy.Link });
        Assert.Contains(Workshop.Run(report, Rows, ("least", "8")).Problems, p => p is { Code: "parameter-not-settable", IsError: true });
        var engine = new ReportEngine(Rows, Workshop.Measurer, new DemoCatalog());
        var linked = engine.Run(
            new RunRequest(report, new Dictionary<string, string> { ["least"] = "8" }, Workshop.Now,
            FromLink: new HashSet<string> { "least" }), CancellationToken.None);
        Assert.Equal(2, linked.First().Tree.Order.Length);
    }

    /// <summary>SQL by hand sees one value, a JSON array, two ends, and whether every one was chosen; SQLite itself is the
    /// reference.</summary>
    [Theory]
    [InlineData("SELECT vessel_id FROM vessels WHERE :one_every OR vessel_id = :one", "3", "[\"1\"]", 1)]
    [InlineData("SELECT vessel_id FROM vessels WHERE :one_every OR vessel_id = :one", "*", "[\"1\"]", 5)]
    [InlineData("SELECT vessel_id FROM vessels WHERE vessel_id IN (SELECT value FROM json_each(:many))", "3", "[\"1\",\"2\",\"9\"]", 2)]
    [InlineData("SELECT v.vessel_id FROM vessels v WHERE in_service_from >= :when_from AND in_service_from < :when_to", "3", "[\"1\"]", 1)]
    public void SQL_by_hand_names_every_state_of_a_parameter(string sql, string one, string many, int rows)
    {
        var report = Workshop.Report(new Section { Id = "s" }, new Field { Name = "vessel_id", Type = DataType.Whole }) with
        {
            Parameters = [new() { Name = "one", Type = DataType.Whole, Every = "every vessel" },
                new() { Name = "many", Type = DataType.Whole, Shape = ParameterShape.Several },
                new() { Name = "when", Type = DataType.Date, Shape = ParameterShape.Period }],
        };
        report = report with { Datasets = [report.Datasets[0] with { Source = new QuerySource { Sql = sql } }] };
        Assert.Empty(Workshop.DemoEngine().Check(report));
        Assert.Equal(rows,
            Workshop.Run(report, null, ("one", one), ("many", many), ("when", "2024-05-01/2024-05-01")).First().Tree.Order.Length);
    }

    /// <summary>A property: no text of a parameter changes the SQL, and a condition holds for exactly the equal rows.</summary>
    [Fact]
    public void No_text_does_more_than_being_compared()
    {
        string[] nasty = ["'; DROP TABLE bookings; --", "\"", "[", "[\"x\"", "*", "{{ 1 }}", ":region", "%", "Norwick' OR '1'='1", "\u0000",
            "😀", "/", "2025-01-01/x"];
        foreach (var text in nasty)
        {
            var rows = new MemoryRows(Row(text, null, null, 1), Row("other", null, null, 2));
            var report = Report("region IN :region", new Parameter { Name = "region", Type = DataType.Text });
            Assert.Single(Workshop.Run(report, rows, ("region", text)).First().Tree.Order);
            var several =
                Report("region IN :region", new Parameter { Name = "region", Type = DataType.Text, Shape = ParameterShape.Several });
            Assert.Single(
                Workshop.Run(several, rows, ("region", System.Text.Json.JsonSerializer.Serialize(new[] { text }))).First().Tree.Order);
        }
    }

    [Fact]
    public void Written_values_are_read_back_as_they_were()
    {
        var parameter = Region with { Choices = null };
        foreach (var (shape, text) in new[]
            { (ParameterShape.Single, "*"), (ParameterShape.Single, "x"), (ParameterShape.Several, """["a","b \"c\""]"""),
            (ParameterShape.Period, "2025-01-01/2025-03-31"), (ParameterShape.Period, "/2025-03-31") })
        {
            Assert.True(ParameterText.TryParse(parameter with { Shape = shape }, text, out var value));
            Assert.Equal(text, value.Invariant);
        }
        Assert.False(ParameterText.TryParse(parameter with { Shape = ParameterShape.Period }, "2025-03-31/2025-01-01", out _));
        Assert.False(ParameterText.TryParse(parameter with { Shape = ParameterShape.Several }, "[\"a\"", out _));
        Assert.True(ParameterText.TryParse(parameter, "\"*\"", out var star));
        Assert.Equal("*", star.Text);
    }
}
