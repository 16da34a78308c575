using LucidLattice.Testing;
using LucidLattice.Charts;
using LucidLattice.Datasets.Parameters;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>Links carry what was clicked, whatever it looks like.</summary>
public class CarriedValueTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "key", Type = DataType.Text }, new() { Name = "part", Type = DataType.Text },
        new() { Name = "day", Type = DataType.Date }, new() { Name = "at", Type = DataType.DateTime },
        new() { Name = "whole", Type = DataType.Whole }, new() { Name = "real", Type = DataType.Double },
        new() { Name = "exact", Type = DataType.Decimal }, new() { Name = "yes", Type = DataType.Bool },
        new() { Name = "n", Type = DataType.Whole },
    ];

    /// <summary>Texts that mean something else elsewhere: in JSON, in addresses, in SQL, in this notation.</summary>
    private static readonly string?[] Texts =
    [
        null, "", " ", "  a ", "a", "A", "*", "\"*\"", "[\"x\"]", "[1, 2]", "[", "{}", "null", "NULL", "~empty", "~text:x", "~",
        "2025-01-31", "1/2", "/", "O'Brae", "\"quoted\"", "a&b=c#d?e", "%20", "100%", "+", "é", "שלום", "名", "a\nb", ";--",
    ];

    private static Value One(Random random, DataType type) => random.Next(6) == 0 ? Value.Null : type switch
    {
        DataType.Text => Value.Of(Texts[random.Next(Texts.Length)]?.Normalize()),
        DataType.Date => Value.Of(new[] { DateOnly.MinValue, new(1, 12, 31), new(1969, 12, 31), new(2024, 2, 29), new(2025, 1, 31),
            new(9999, 12, 1), DateOnly.MaxValue }[random.Next(7)]),
        DataType.DateTime => Value.Of(new DateTime(2025, 1 + random.Next(3), 1 + random.Next(28), random.Next(24), 30, 15).AddTicks(10)),
        DataType.Whole => Value.Of(new[] { 0, -1, 7, long.MaxValue, long.MinValue }[random.Next(5)]),
        DataType.Double => Value.Of(new[] { 0.1, -1e300, 1 / 3.0, double.Epsilon, 42 }[random.Next(5)]),
        DataType.Decimal => Value.Of(new[] { 0.10m, -7.5m, 1234.56m }[random.Next(3)]),
        _ => Value.Of(random.Next(2) == 0),
    };

    private static MemoryRows Rows(Random random) => new([.. Enumerable.Range(0, 300).Select(_ =>
        Fields.Select(f => f.Name == "n" ? Value.Of((long)random.Next(1, 100)) : One(random, f.Type)).ToArray())]);

    private sealed class OneReport(ReportDefinition report) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => report;
    }

    private static ReportDefinition Target(Parameter parameter, string condition) =>
        Workshop.Report(new Section { Id = "t", Filter = condition, ReportFooter = Workshop.Band(Workshop.Part("p", 20,
            new TextElement { Id = "sum", Width = 200, Height = 14, Text = "{{ count(*) | 0 }}/{{ sum(n) | 0 }}" })) }, Fields)
            with { Title = "Target", Parameters = [parameter] };

    /// <summary>Property: for every mark, the target run with what its link carries has the mark's rows and total; through the values, and
    /// through the address too.</summary>
    [Theory]
    [InlineData("key", DataType.Text, ParameterShape.Single, "key = :p")]
    [InlineData("key", DataType.Text, ParameterShape.Single, "key IN :p")]
    [InlineData("key", DataType.Text, ParameterShape.Several, "key IN :p")]
    [InlineData("whole", DataType.Whole, ParameterShape.Single, "whole IN :p")]
    [InlineData("whole", DataType.Whole, ParameterShape.Several, "whole IN :p")]
    [InlineData("real", DataType.Double, ParameterShape.Single, ":p = real")]
    [InlineData("exact", DataType.Decimal, ParameterShape.Single, "exact IN :p")]
    [InlineData("yes", DataType.Bool, ParameterShape.Single, "yes = :p")]
    [InlineData("day", DataType.Date, ParameterShape.Single, "day IN :p")]
    [InlineData("at", DataType.DateTime, ParameterShape.Single, "at = :p")]
    [InlineData("date_trunc('month', day)", DataType.Date, ParameterShape.Period, "day IN :p")]
    [InlineData("date_trunc('quarter', at)", DataType.DateTime, ParameterShape.Period, "at IN :p")]
    public void The_target_has_the_total_of_what_was_clicked(string by, DataType type, ParameterShape shape, string condition)
    {
        for (var seed = 0; seed < 6; seed++)
        {
            var rows = Rows(new Random(seed));
            var parameter = new Parameter
            {
                Name = "p", Type = type, Shape = shape, Every = seed % 2 == 0 ? "every one" : null,
                Default = seed % 3 == 0 ? type switch { DataType.Text => "'a'", DataType.Whole => "7", _ => null } : null,
            };
            var target = Target(parameter, condition);
            var isSeries = seed % 2 == 1 && shape != ParameterShape.Period;
            var chart = new ChartElement
            {
                Id = "c", Width = 400, Height = 200, Values = [new ChartValue { Expression = "sum(n)" }],
                Category = new ChartCategory { By = isSeries ? "part" : by, Largest = shape == ParameterShape.Several ? 4 : null },
                Series = isSeries ? new ChartSplit { By = by } : null,
                Link = new Link
                {
                    Report = "t",
                    Carries = [new CarriedValue { Parameter = "p", From = isSeries ? new SeriesSource() : new CategorySource() }],
                },
            };
            var engine = new ReportEngine(rows, Workshop.Measurer, new OneReport(target));
            ReportRun Run(ReportDefinition report, IReadOnlyDictionary<string, string> given) =>
                engine.Run(new RunRequest(report, given, Workshop.Now), CancellationToken.None);
            var source = Run(
                Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("q", 210, chart)) }, Fields),
                new Dictionary<string, string>());
            Assert.DoesNotContain(source.Problems, p => p.IsError);
            var content = RunCharts.Find(source, "c")!.Content;
            foreach (var marks in content.Numbers.Marks.GroupBy(m => isSeries ? m.SeriesIndex : m.CategoryIndex))
            {
                var action = content.Action(marks.First());
                Assert.True(action is not null, $"{by}: {marks.First().Label} leads nowhere");
                var expected = $"{marks.Sum(m => m.Rows)}/{marks.Sum(m => m.Number):0}";
                // What the address says is what was carried.
                var query = System.Web.HttpUtility.ParseQueryString(new Uri("http://x" + LinkAddress.Write(action)).Query);
                var given = query.AllKeys.OfType<string>().ToDictionary(k => k, k => query[k]!);
                Assert.Equal(action.Values, given);
                var run = Run(target, given);
                Assert.DoesNotContain(run.Problems, p => p.IsError);
                Assert.Equal(expected, run.Page(1).Texts().Single().Text);
            }
        }
    }

    /// <summary>A value is written so that it is read back as itself, and old notation keeps its meaning.</summary>
    [Fact]
    public void What_is_written_is_read_back_and_old_notation_is_still_read()
    {
        foreach (var shape in new[] { ParameterShape.Single, ParameterShape.Several })
            foreach (var every in new[] { null, "all" })
                foreach (var text in Texts)
                {
                    var parameter = new Parameter { Name = "p", Type = DataType.Text, Shape = shape, Every = every };
                    var one = text is null ? Value.Empty : Value.Of(text);
                    var value = shape == ParameterShape.Several ? Value.Of(new ValueList([one, Value.Of("z")])) : one;
                    Assert.True(ParameterText.TryParse(parameter, ParameterText.Write(parameter, value), out var read));
                    Assert.Equal(value, read);
                }
        Value Read(string text, ParameterShape shape, string? every = null) =>
            ParameterText.TryParse(new Parameter { Name = "p", Type = DataType.Text, Shape = shape, Every = every }, text, out var value)
                ? value : Value.Of("wrong");
        Assert.Equal(Value.Null, Read("", ParameterShape.Single));
        Assert.Equal(Value.Every, Read("*", ParameterShape.Single, "all"));
        Assert.Equal(Value.Of("*"), Read("*", ParameterShape.Single));
        Assert.Equal(Value.Of("*"), Read("\"*\"", ParameterShape.Single, "all"));
        Assert.Equal(Value.Of(new ValueList([Value.Of("a"), Value.Of("b")])), Read("[\"a\",\"b\"]", ParameterShape.Several));
        Assert.Equal(Value.Of(new ValueList([Value.Of("a")])), Read("a", ParameterShape.Several));
        Assert.Equal(Value.Of("[\"a\"]"), Read("[\"a\"]", ParameterShape.Single));
    }

    /// <summary>What this report has no value for, the target gets no value for either: its default would say something else.</summary>
    [Fact]
    public void A_parameter_without_a_value_is_carried_as_such()
    {
        var target = Target(new Parameter { Name = "p", Type = DataType.Text, Default = "'a'" }, "key IN :p OR :p IS NULL");
        var chart = new ChartElement
        {
            Id = "c", Width = 400, Height = 200, Category = new() { By = "part" }, Values = [new() { Expression = "sum(n)" }],
            Link = new Link { Report = "t", Carries = [new() { Parameter = "p", From = new ParameterSource { Name = "own" } }] },
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("q", 210, chart)) }, Fields)
            with { Parameters = [new Parameter { Name = "own", Type = DataType.Text, Every = "all" }] };
        var engine = new ReportEngine(Rows(new Random(1)), Workshop.Measurer, new OneReport(target));
        string Carried(Dictionary<string, string> given)
        {
            var content = RunCharts.Find(engine.Run(new RunRequest(report, given, Workshop.Now), CancellationToken.None), "c")!.Content;
            return string.Join(';', content.Action(content.Numbers.Marks[0])!.Values.Select(v => $"{v.Key}={v.Value}"));
        }
        Assert.Equal("p=", Carried([]));
        Assert.Equal("p=~empty", Carried(new() { ["own"] = "~empty" }));
        Assert.Equal("p=~text:~empty", Carried(new() { ["own"] = "~text:~empty" }));
        // The target does not offer every one, so that its default decides.
        Assert.Equal("", Carried(new() { ["own"] = "*" }));
        var run = engine.Run(new RunRequest(target, new Dictionary<string, string> { ["p"] = "" }, Workshop.Now), CancellationToken.None);
        Assert.StartsWith("300/", run.Page(1).Texts().Single().Text);
    }
}
