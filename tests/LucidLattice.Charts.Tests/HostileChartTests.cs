using LucidLattice.Testing;
using LucidLattice.Authoring.Composing;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>Charts as nobody would define them: what cannot be drawn is said with the chart's name, and nothing ends the program or
/// draws without end.</summary>
public class HostileChartTests
{
    private static readonly Field[] Fields =
    [
        new() { Name = "place", Type = DataType.Text }, new() { Name = "day", Type = DataType.Date },
        new() { Name = "n", Type = DataType.Whole }, new() { Name = "x", Type = DataType.Double },
    ];

    private static readonly string[] Divisions =
    [
        "place", "day", "n", "x", "date_trunc('month', day)", "'All'", "NULL", "n % 3", "day IS NULL", "nope", "sum(n)", "",
        "CASE WHEN n % 2 = 0 THEN DATE '0001-01-01' ELSE DATE '9999-12-31' END",
    ];

    private static readonly string[] Totals =
        ["sum(n)", "count(*)", "avg(x)", "max(x) - min(x)", "sum(n) / 0", "NULL", "place", "n", "sum(x) * 1e300", "-sum(n)", "nope(n)", ""];

    /// <summary>Property over random definitions of every type: a run, a page and a preview, or a problem that names the chart.</summary>
    [Fact]
    public void Any_definition_is_drawn_or_refused_by_name()
    {
        var random = new Random(77);
        T One<T>(params IReadOnlyList<T> all) => all[random.Next(all.Count)];
        // Mostly the first: one wrong thing is enough to be refused.
        T Mostly<T>(T usual, params IReadOnlyList<T> odd) => random.Next(24) > 0 ? usual : One(odd);
        double? Odd() => Mostly<double?>(null, 0, -1, 1, 1e300, -1e300, 0.5, 90, 1e-9);
        var rows = new MemoryRows([.. Enumerable.Range(0, 120).Select(i => new[]
        {
            i % 9 == 0 ? Value.Null : Value.Of($"p{i % 7}"), i % 11 == 0 ? Value.Null : Value.Of(new DateOnly(2025, 1, 1).AddDays(i * 3)),
            Value.Of((long)(i * 37 % 101)), i % 13 == 0 ? Value.Null : Value.Of(Math.Pow(10, i % 30 - 10)),
        })]);
        var drawn = 0;
        for (var round = 0; round < 900; round++)
        {
            var chart = new ChartElement
            {
                Id = "c", Chart = Mostly(One([.. ChartTypes.All.Select(t => t.Id)]), "nothing"), Width = One(400.0, 60, 4, 0),
                    Height = One(180.0, 30, 2),
                Filter = Mostly<string?>(null, "n > 50", "1 = 2", "n", "nope"),
                Category = new ChartCategory
                {
                    By = Mostly(One(Divisions[..8]), Divisions), Within = random.Next(6) == 0 ? One(Divisions[..8]) : null,
                        Order = One(Enum.GetValues<ChartOrder>()),
                    Largest = One<int?>(null, null, 1, 3, 0, int.MaxValue), Keep = random.Next(6) == 0
                    ? One("sum(n) > 3", "n", "sum(n)")
                    : null,
                    Ranges = random.Next(4) > 0
                    ? null
                    : new ChartRanges { Width = Odd(), Count = One<int?>(null, 0, 3, 501, int.MaxValue) },
                    LeaveEmpty = random.Next(2) == 0, Pattern = Mostly<string?>(null, "MMM", "0.0", "{{", "¤"),
                },
                Series = random.Next(3) > 0 ? null : new ChartSplit { By = Mostly(One(Divisions[..8]), Divisions) },
                Values = [.. Enumerable.Range(0, Mostly(random.Next(1, 4), 0)).Select(_ => new ChartValue
                {
                    Expression = Mostly(One("sum(n)", "count(*)", "avg(x)", "max(x) - min(x)", "sum(n) / 0", "sum(x) * 1e300", "-sum(n)"),
                        Totals), Axis = One(Enum.GetValues<ChartSide>()), DrawnAs = Mostly<string?>(null, "lines", "pie", "nope"),
                    Look = Look(), Trend = random.Next(4) > 0 ? null : new ChartTrend
                        { Kind = One(Enum.GetValues<TrendKind>()), Degree = Mostly(3, 1, 8), Over = random.Next(-3, 5),
                            Forward = One(0, 5, int.MaxValue), Back = One(0, 3, int.MaxValue) },
                })],
                Arrangement = One(Enum.GetValues<ChartArrangement>()), Curve = One(Enum.GetValues<ChartCurve>()),
                Axes = new ChartAxes
                {
                    Left = new()
                        { From = Odd(), To = Odd(), Divisions = Mostly<int?>(One<int?>(null, 3), 0, int.MaxValue),
                            Logarithmic = random.Next(3) == 0 },
                    Right = new() { From = Odd(), To = Odd(), Close = random.Next(2) == 0 },
                },
                Lines = random.Next(3) > 0
                ? []
                : [new ChartLine { At = Mostly(One<string?>(null, "5", "sum(n)", "1e308"), "place", "NULL"), To = One(null, "9") }],
                Slices = new ChartSlices { Hole = Odd(), Gap = Odd(), Tilt = Odd() ?? 0, Start = Odd() ?? 0, Smallest = Odd() ?? 0 },
                Palette = Mostly<string?>("teal", "none"), Colors = Mostly<string[]>([], ["#12"]),
            };
            SeriesLook Look() => new()
            {
                LineWidth = Odd(), Color = Mostly<string?>(null, "#123456", "red"), Dash = One(Enum.GetValues<ChartDash>()),
                Marker = One(Enum.GetValues<ChartMarker>()), Labels = random.Next(4) > 0 ? null : Labels(),
            };
            ChartLabels Labels() => new()
            {
                Show = One(Enum.GetValues<LabelShow>()), Decimals = Mostly<int?>(null, 0, 12, -1, int.MaxValue),
                Template = Mostly<string?>(null, "{{ value }}\n{{ SHARE }}", "{{ x }}", "{{", "\n\n", ""),
                OnLines = random.Next(2) == 0, Says = [.. Enumerable.Range(0, random.Next(3)).Select(_ => (LabelPart)random.Next(4))],
            };
            ChartText Text() => new()
            {
                Text = Mostly<string?>(null, "{{ sum(n) }}", "{{ n", "", "A title"), Shown = One(Enum.GetValues<TextShown>()),
                Side = One(Enum.GetValues<ChartTextSide>()), Style = Mostly<Style?>(null, new Style { Size = Odd(), Color = "#1" }),
            };
            if (round % 2 == 0) chart = chart with
            {
                ColorBy = Mostly<string?>(null, "CASE WHEN sum(n) > 99 THEN '#123456' END", "place", "'red'", "nope("),
                Labels = Labels(),
                Words = new() { Title = Text(), Subtitle = Text(), Category = Text(), Value = Text(), Right = Text(), Note = Text(),
                    Small = Mostly<Style?>(null, new Style { Size = Odd() }) },
                Legend = new() { Place = One(Enum.GetValues<LegendPlace>()), Columns = Mostly<int?>(null, 3, 0, int.MaxValue),
                    Reversed = random.Next(2) == 0, Align = One(Enum.GetValues<Alignment>()), Border = Mostly<string?>(null, "#000000") },
                Frame = new() { BackgroundBy = Mostly<string?>(null, "'#EEEEEE'", "sum(n)", "place"), Border = "#000000",
                    Sides = [.. Enumerable.Range(0, random.Next(4)).Select(_ => One(Enum.GetValues<FrameSide>()))] },
                Axes = chart.Axes with { ZeroTogether = random.Next(2) == 0, Category = new() { Angle = Odd() } },
                Category = chart.Category with
                {
                    Measured = Mostly<string?>(null, "max(n)", "place", "count(*)"), Sequence = Mostly<string[]>([], ["p3", "p1"]),
                    Groups = random.Next(5) > 0 ? null : new() { Groups = [new("A", ["p1", "p2"]), new("B", Mostly<string[]>([], ["x'"]))],
                        Remaining = Mostly<string?>(null, "Rest") },
                },
                Link = random.Next(3) > 0 ? null : new Link { Report = "none", Whole = random.Next(2) == 0 },
            };
            var report = Workshop.Report(
                new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 200, chart)) }, Fields);
            var run = Workshop.Run(report, rows);
            Assert.All(run.Problems.Where(p => p.IsError), p => Assert.True(p.Place is "c" or "s", $"{round}: {p.Place} {p.Message}"));
            if (run.Data is null) continue;
            var items = run.Page(1).Flatten().ToList();
            Assert.True(items.Count < 60_000, $"{round}: {items.Count} items");
            Assert.All(items.OfType<TextRun>(), t => Assert.True(double.IsFinite(t.X + t.Y + t.Width), $"{round}"));
            Assert.All(items.OfType<RectItem>(), r => Assert.True(double.IsFinite(r.X + r.Y + r.Width + r.Height), $"{round}: {r}"));
            if (items.OfType<FigureItem>().Any()) drawn++;
            ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>>(), Workshop.Measurer);
        }
        Assert.InRange(drawn, 150, 690);
    }
}
