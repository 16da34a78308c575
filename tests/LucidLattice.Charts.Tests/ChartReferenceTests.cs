using System.Globalization;
using System.Text.Json;
using LucidLattice.Testing;
using LucidLattice.Charts;
using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>What charts compute, held against packages and certified values from elsewhere.</summary>
public class ChartReferenceTests
{
    private const string Read = "let text = ''; for await (const chunk of process.stdin) text += chunk; const cases = JSON.parse(text); ";

    private static T[] Ask<T>(string imports, string map, object cases) => JsonSerializer.Deserialize<T[]>(
        Node.Run($"{imports} {Read} console.log(JSON.stringify(cases.map({map})));", JsonSerializer.Serialize(cases)))!;

    /// <summary>Outside reference: <c>scaleTime().ticks</c> (in UTC) of the npm package d3-scale 4.0.2. Weeks begin on Sunday there, on
    /// Monday here, so steps of weeks are left out.</summary>
    [Fact]
    public void Steps_of_dates_are_those_of_d3_scale()
    {
        var random = new Random(21);
        var spans = Enumerable.Range(0, 1500).Select(_ =>
        {
            var start = new DateTime(1970, 1, 1).AddSeconds(random.NextInt64(0, 3_000_000_000));
            return (Start: start, Stop: start.AddSeconds(Math.Pow(10, random.NextDouble() * 8.5)), Count: random.Next(2, 12));
        }).ToList();
        static long Milliseconds(DateTime at) => (at - DateTime.UnixEpoch).Ticks / TimeSpan.TicksPerMillisecond;
        var expected = Ask<long[]>("import { scaleTime } from 'd3-scale'; process.env.TZ = 'UTC';",
            "([a, b, n]) => scaleTime([new Date(a), new Date(b)], [0, 1]).ticks(n).map(Number)",
            spans.Select(s => new[] { Milliseconds(s.Start), Milliseconds(s.Stop), s.Count }));
        var compared = 0;
        for (var i = 0; i < spans.Count; i++)
        {
            var step = TimeTicks.Step(spans[i].Start, spans[i].Stop, spans[i].Count);
            if (step.Unit == TimeUnit.Week || (spans[i].Stop - spans[i].Start).TotalSeconds < 10) continue;
            compared++;
            Assert.Equal(expected[i], TimeTicks.Between(spans[i].Start, spans[i].Stop, step).Select(Milliseconds));
        }
        Assert.True(compared > 1000);
    }

    /// <summary>Outside reference: <c>scaleLog().ticks</c> of d3-scale 4.0.2, which knows more steps: each of ours is one of them, and
    /// ours reach around the range.</summary>
    [Fact]
    public void Steps_of_logarithmic_axes_are_among_those_of_d3_scale()
    {
        var random = new Random(22);
        var ranges = Enumerable.Range(0, 500).Select(_ =>
        {
            var low = Math.Pow(10, random.NextDouble() * 10 - 4);
            return new[] { low, low * Math.Pow(10, random.NextDouble() * 6 + 0.1) };
        }).ToList();
        var expected = Ask<double[]>("import { scaleLog } from 'd3-scale';",
            "([a, b]) => scaleLog([10 ** Math.floor(Math.log10(a)) / 1.01, 10 ** (Math.ceil(Math.log10(b)) + 2)], [0, 1])"
            + ".ticks(Math.ceil(Math.log10(b)) - Math.floor(Math.log10(a)) + 4)", ranges);
        for (var i = 0; i < ranges.Count; i++)
        {
            var ticks = LogTicks.Around(ranges[i][0], ranges[i][1], 5);
            Assert.True(ticks[0] <= ranges[i][0] * (1 + 1e-9) && ticks[^1] >= ranges[i][1] * (1 - 1e-9));
            Assert.InRange(ticks.Length, 2, 14);
            Assert.All(ticks, t => Assert.Contains(expected[i], e => Math.Abs(e - t) <= t * 1e-9));
        }
    }

    /// <summary>Outside reference: <c>treemapSquarify</c> of the npm package d3-hierarchy 3.1.2: the same rectangles.</summary>
    [Fact]
    public void Treemaps_are_those_of_d3_hierarchy()
    {
        var random = new Random(23);
        var cases = Enumerable.Range(0, 200).Select(_ => new
        {
            width = random.Next(20, 600), height = random.Next(20, 600),
            values = Enumerable.Range(0, random.Next(1, 40)).Select(_ => Math.Pow(10, random.NextDouble() * 4)).OrderDescending().ToArray(),
        }).ToList();
        var expected = Ask<double[][]>("import { hierarchy, treemap, treemapSquarify } from 'd3-hierarchy';",
            "c => treemap().tile(treemapSquarify).size([c.width, c.height])(hierarchy({ children: c.values.map(value => ({ value })) })"
            + ".sum(d => d.value ?? 0)).leaves().map(l => [l.x0, l.y0, l.x1, l.y1])", cases);
        for (var i = 0; i < cases.Count; i++)
        {
            var areas = Squares.Divide(cases[i].values, new Area(0, 0, cases[i].width, cases[i].height));
            for (var k = 0; k < areas.Length; k++)
            {
                double[] own = [areas[k].Left, areas[k].Top, areas[k].Right, areas[k].Bottom];
                for (var side = 0; side < 4; side++) Assert.Equal(expected[i][k][side], own[side], 6);
            }
        }
    }

    /// <summary>Outside references: <c>pie</c> and <c>stack</c> with <c>stackOffsetDiverging</c> of the npm package d3-shape
    /// 3.2.0.</summary>
    [Fact]
    public void Slices_and_stacks_are_those_of_d3_shape()
    {
        var random = new Random(24);
        var cases = Enumerable.Range(0, 100)
            .Select(_ => Enumerable.Range(0, random.Next(2, 9)).Select(_ => random.NextDouble() * 50 + 1).ToArray()).ToList();
        var angles = Ask<double[]>("import { pie } from 'd3-shape';", "c => pie().sort(null)(c).map(s => s.endAngle)", cases);
        for (var i = 0; i < cases.Count; i++)
        {
            var whole = cases[i].Sum();
            var sum = 0.0;
            for (var k = 0; k < cases[i].Length; k++) Assert.Equal(angles[i][k], (sum += cases[i][k]) / whole * 2 * Math.PI, 9);
        }
        var mixed = cases.Select(c => c.Select(v => random.Next(3) == 0 ? -v : v).ToArray()).ToList();
        var stacks = Ask<double[][]>("import { stack, stackOffsetDiverging } from 'd3-shape';",
            "c => stack().keys(c.map((_, i) => i)).value((d, k) => d[k]).offset(stackOffsetDiverging)([c]).map(s => [s[0][0], s[0][1]])",
            mixed);
        for (var i = 0; i < mixed.Count; i++)
        {
            var own = Stack.Place([.. mixed[i].Select(v => (0, v))], 1, ChartArrangement.Stacked);
            for (var k = 0; k < own.Length; k++)
            {
                Assert.Equal(stacks[i][k].Min(), Math.Min(own[k].From, own[k].To), 9);
                Assert.Equal(stacks[i][k].Max(), Math.Max(own[k].From, own[k].To), 9);
            }
        }
    }

    /// <summary>Outside reference: NIST StRD, linear regression, dataset Norris: certified intercept, slope and R² (data and values from
    /// memory).</summary>
    [Fact]
    public void A_straight_trend_has_the_certified_values_of_norris()
    {
        (double X, double Y)[] points =
        [
            (0.2, 0.1), (337.4, 338.8), (118.2, 118.1), (884.6, 888.0), (10.1, 9.2), (226.5, 228.1), (666.3, 668.5), (996.3, 998.5),
            (448.6, 449.1), (777.0, 778.9), (558.2, 559.2), (0.4, 0.3), (0.6, 0.1), (775.5, 778.1), (666.9, 668.8), (338.0, 339.3),
            (447.5, 448.9), (11.6, 10.8), (556.0, 557.7), (228.1, 228.3), (995.8, 998.0), (887.6, 888.8), (120.2, 119.6), (0.3, 0.3),
            (0.3, 0.6), (556.8, 557.6), (339.1, 339.3), (887.2, 888.0), (999.0, 998.5), (779.0, 778.9), (11.1, 10.2), (118.3, 117.6),
            (229.2, 228.9), (669.1, 668.4), (448.9, 449.2), (0.5, 0.2),
        ];
        var trend = Trend.Through(points, TrendKind.Straight, 1, CultureInfo.InvariantCulture)!;
        Assert.Equal(-0.262323073774029, trend.Coefficients[0], 10);
        Assert.Equal(1.00211681802045, trend.Coefficients[1], 10);
        Assert.Equal(0.999993745883712, trend.Fit!.Value, 12);
    }

    /// <summary>Outside reference: NIST StRD, datasets Wampler1 and Wampler2: polynomials of degree 5 through x from 0 to 20, all
    /// coefficients 1, and 1, 0.1, 0.01 … (definition from memory).</summary>
    [Fact]
    public void A_curve_of_degree_five_has_the_certified_values_of_wampler()
    {
        foreach (var ratio in new[] { 1, 0.1 })
        {
            var points = Enumerable.Range(0, 21)
                .Select(x => ((double)x, Enumerable.Range(0, 6).Sum(k => Math.Pow(ratio, k) * Math.Pow(x, k)))).ToList();
            var trend = Trend.Through(points, TrendKind.Curve, 5, CultureInfo.InvariantCulture)!;
            for (var k = 0; k < 6; k++) Assert.Equal(1, trend.Coefficients[k] / Math.Pow(ratio, k), 6);
            Assert.Equal(1, trend.Fit!.Value, 12);
        }
    }

    /// <summary>Outside reference: Anscombe's quartet, in the npm package vega-datasets 3.2.1: four sets with one and the same straight
    /// line, y = 3.00 + 0.500 x with R² 0.67 (Anscombe 1973).</summary>
    [Fact]
    public void The_four_sets_of_anscombe_have_one_line()
    {
        using var data =
            JsonDocument.Parse(File.ReadAllText(Path.Combine(Checkout.Root, "web/node_modules/vega-datasets/data/anscombe.json")));
        var sets = data.RootElement.EnumerateArray()
            .GroupBy(p => p.GetProperty("Series").GetString(), p => (p.GetProperty("X").GetDouble(), p.GetProperty("Y").GetDouble()))
            .ToList();
        Assert.Equal(4, sets.Count);
        foreach (var set in sets)
        {
            var trend = Trend.Through([.. set], TrendKind.Straight, 1, CultureInfo.InvariantCulture)!;
            Assert.Equal((3.0, 0.50, 0.67),
                (Math.Round(trend.Coefficients[0], 1), Math.Round(trend.Coefficients[1], 2), Math.Round(trend.Fit!.Value, 2)));
        }
    }

    /// <summary>Property: from exact points, each trend finds the law that made them.</summary>
    [Fact]
    public void Growth_levelling_and_powers_are_found_again()
    {
        var random = new Random(25);
        for (var round = 0; round < 100; round++)
        {
            var (a, b) = (random.NextDouble() * 5 + 0.5, random.NextDouble() - 0.3);
            var laws = new (TrendKind Kind, Func<double, double> Law)[]
            {
                (TrendKind.Growing, x => a * Math.Exp(b * x)), (TrendKind.LevellingOff, x => a + b * Math.Log(x)),
                (TrendKind.Power, x => a * Math.Pow(x, b)),
            };
            foreach (var (kind, law) in laws)
            {
                var points = Enumerable.Range(1, 12).Select(x => ((double)x, law(x))).ToList();
                var trend = Trend.Through(points, kind, 1, CultureInfo.InvariantCulture)!;
                Assert.Equal(law(20), trend.At(20), Math.Abs(law(20)) * 1e-9 + 1e-9);
                Assert.True(trend.Fit > 1 - 1e-9);
            }
            var withZero = Trend.Through([(1, 0), (2, 3), (3, 4), (4, 7)], TrendKind.Growing, 1, CultureInfo.InvariantCulture)!;
            Assert.Equal(1, withZero.LeftOut);
        }
        Assert.Null(Trend.Through([(1, 2)], TrendKind.Straight, 1, CultureInfo.InvariantCulture));
        Assert.Null(Trend.Through([(1, 2), (1, 3)], TrendKind.Straight, 1, CultureInfo.InvariantCulture));
    }

    /// <summary>Outside reference: DuckDB's <c>quantile_cont</c> on the same numbers; whiskers and points beyond by their definition (Tukey
    /// 1977); the number of ranges by Freedman and Diaconis, at least Sturges, in DuckDB's arithmetic.</summary>
    [Fact]
    public void Boxes_and_ranges_agree_with_duckdb()
    {
        var random = new Random(26);
        for (var round = 0; round < 20; round++)
        {
            var numbers = Enumerable.Range(0, random.Next(1, 200))
                .Select(_ => Math.Round(random.NextDouble() * 100 * (random.Next(12) == 0 ? 6 : 1), 3)).Order().ToArray();
            using var duck = Duck.Table("n DOUBLE", rows =>
            {
                foreach (var n in numbers) rows.CreateRow().AppendValue(n).EndRow();
            });
            var row = Duck.Rows(duck, "SELECT quantile_cont(n, 0.25), quantile_cont(n, 0.5), quantile_cont(n, 0.75), min(n), max(n), "
                + "count(*), log2(count(*)) + 1, 2 * (quantile_cont(n, 0.75) - quantile_cont(n, 0.25)) / cbrt(count(*)) FROM t")[0]
                .Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture)).ToArray();
            var spread = Spread.Of(numbers);
            Assert.Equal(row[0], spread.First, 9);
            Assert.Equal(row[1], spread.Median, 9);
            Assert.Equal(row[2], spread.Third, 9);
            var reach = 1.5 * (row[2] - row[0]);
            Assert.Equal(numbers.Where(n => n < row[0] - reach || n > row[2] + reach), spread.Beyond);
            Assert.Equal((numbers.First(n => n >= row[0] - reach), numbers.Last(n => n <= row[2] + reach)), (spread.Low, spread.High));
            if (row[3] == row[4]) continue;
            var expected = Math.Ceiling(row[7] > 0 ? Math.Max(row[6], (row[4] - row[3]) / row[7]) : row[6]);
            Assert.Equal(expected, NumberRanges.Automatic(numbers));
            foreach (var settings in new[] { new ChartRanges(), new ChartRanges { Count = 7 }, new ChartRanges { Width = 12.5 } })
            {
                var ranges = NumberRanges.Over(numbers, settings);
                Assert.All(numbers, n => Assert.True(n >= ranges.Edge(ranges.IndexOf(n)) - 1e-6
                    && n <= ranges.Edge(ranges.IndexOf(n) + 1) + 1e-6));
            }
            Assert.Equal((7, numbers[0]), (NumberRanges.Over(numbers, new() { Count = 7 }).Count, NumberRanges.Over(numbers,
                new() { Count = 7 }).Start));
        }
    }

    /// <summary>Common practice, no published source: from 25 to 40 in two divisions there are lines at 25, 32.5 and 40.</summary>
    [Fact]
    public void Divisions_set_by_hand_divide_the_range_exactly()
    {
        var axis = ValueAxis.Plan(new ValueAxisSettings { From = 25, To = 40, Divisions = 2 }, (0, 90), 1, 5, null, false,
            CultureInfo.GetCultureInfo("en-GB"));
        Assert.Equal([25, 32.5, 40], axis.Ticks);
        Assert.Equal(["25.0", "32.5", "40.0"], axis.Figures);
    }

    /// <summary>Common practice, no published source: a pie in a frame of 300 x 700 stays round; turning and tilting change no
    /// share.</summary>
    [Fact]
    public void A_pie_stays_round_and_turning_it_changes_no_share()
    {
        var marks = new[] { 40.0, 30, 20, 10 }.Select((n, i) =>
            new Mark(i, 0, Value.Of((long)i), $"r{i}", Value.Null, Value.Of(n), 1)).ToList();
        ChartContent Pie(ChartSlices slices) => new()
        {
            Id = "c", Values = [new ChartValue { Expression = "sum(x)" }], Slices = slices, Legend = new() { Place = LegendPlace.Below },
            Labels = new() { Show = LabelShow.Never }, Formats = [null], FullFormats = [ValueFormat.For(DataType.Double, "0",
                FieldKind.Plain, null, CultureInfo.InvariantCulture)], Action = _ => null,
            Numbers = new ChartNumbers([.. marks.Select(m => new CategoryEntry(m.Category, m.Label, null))],
                [new SeriesEntry("s", "#000000", 0)], marks),
        };
        List<RegionItem> Slices(ChartSlices slices, double width, double height) =>
            [.. new PageDrawing(800, 800, [ChartDrawing.Draw(ChartTypes.Find("pie")!, Pie(slices), 0, 0, width, height, Workshop.Measurer,
                CultureInfo.InvariantCulture)]).Flatten().OfType<RegionItem>().Where(r => !r.Id.Contains("legend"))];
        var plain = Slices(new(), 300, 700);
        var (left, right) = (plain.Min(r => r.X), plain.Max(r => r.X + r.Width));
        var (top, bottom) = (plain.Min(r => r.Y), plain.Max(r => r.Y + r.Height));
        Assert.Equal(right - left, bottom - top, 1);
        foreach (var slices in new[]
            { new ChartSlices { Start = 77 }, new() { Tilt = 50 }, new() { Depth = true, Tilt = 30, Start = -20 } })
            Assert.Equal(plain.Select(r => r.Figure), Slices(slices, 300, 700).Select(r => r.Figure));
    }
}
