using System.Globalization;
using LucidLattice.Testing;
using LucidLattice.Charts;
using LucidLattice.Charts.Scales;
using LucidLattice.Charts.Types;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Charts.Tests;

/// <summary>Properties of generated charts of every type, and of the scales that they share.</summary>
public class ChartTypeTests
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en-GB");
    private static readonly ValueFormat Full = ValueFormat.For(DataType.Double, "#,##0.##", FieldKind.Plain, null, English);

    public static TheoryData<string> Types() => [.. ChartTypes.All.Select(t => t.Id)];

    /// <summary>Property: no text over another or outside of the frame, no number that is none, every mark within the frame.</summary>
    [Theory]
    [MemberData(nameof(Types))]
    public void Whatever_a_chart_shows_its_texts_lie_apart_and_all_of_it_is_in_its_frame(string id)
    {
        var (type, random) = (ChartTypes.Find(id)!, new Random(41));
        for (var round = 0; round < 200; round++)
        {
            var (width, height) = (random.Next(60, 520), random.Next(50, 340));
            var content = Any(random, round);
            var figure = ChartDrawing.Draw(type, content, 20, 30, width, height, Workshop.Measurer, English);
            var items = new PageDrawing(700, 500, [figure]).Flatten().ToList();
            var boxes = items.OfType<TextRun>().Select(Boxes.Of).ToList();
            Boxes.AssertApart([.. boxes]);
            foreach (var item in items)
            {
                if (Extent(item) is not var (left, top, right, bottom)) continue;
                Assert.True(double.IsFinite(left + top + right + bottom), $"{id}, round {round}: {item}");
                Assert.True(left >= 20 - 1.5 && right <= 20 + width + 1.5 && top >= 30 - 1.5 && bottom <= 30 + height + 1.5,
                    $"{id}, round {round}: {left:0.0} {top:0.0} {right:0.0} {bottom:0.0} in {width} × {height}: {item}");
            }
            var regions = items.OfType<RegionItem>().ToList();
            Assert.Equal(regions.Count, regions.Select(r => r.Id).Distinct().Count());
            Assert.All(regions, r => Assert.True(r.Width > 0 && r.Height > 0));
            Assert.NotEmpty(figure.AlternativeText);
        }
    }

    private static (double, double, double, double)? Extent(DrawItem item) => item switch
    {
        TextRun text => (Boxes.Of(text).Left, Boxes.Of(text).Top, Boxes.Of(text).Right, Boxes.Of(text).Bottom),
        RectItem r => (r.X, r.Y, r.X + r.Width, r.Y + r.Height),
        RegionItem r => (r.X, r.Y, r.X + r.Width, r.Y + r.Height),
        LineItem l => (Math.Min(l.X1, l.X2), Math.Min(l.Y1, l.Y2), Math.Max(l.X1, l.X2), Math.Max(l.Y1, l.Y2)),
        PathItem p => p.Path.Bounds,
        CircleItem c => (c.X - c.Radius, c.Y - c.Radius, c.X + c.Radius, c.Y + c.Radius),
        _ => null,
    };

    /// <summary>Long and short labels, one or many categories and series, gaps, empties; all equal, all zero, negative, huge or tiny
    /// numbers; dates, ranges, nested names, single numbers; texts from right to left; every setting.</summary>
    private static ChartContent Any(Random random, int round)
    {
        var (categories, values) = (random.Next(1, round % 20 == 0 ? 300 : 25), random.Next(1, 4));
        var parts = random.Next(1, round % 7 == 0 ? 25 : 4);
        string Label(int i) => (round % 5) switch
        {
            0 => $"{i}",
            1 => $"{i} {string.Join(' ', Enumerable.Repeat("Label", random.Next(6)))}",
            2 => $"מסלול {i} ארוך",
            3 => new string('W', random.Next(1, 40)),
            _ => $"Skerra – Aith {i}",
        };
        double Number() => (round % 6) switch
        {
            0 => 0,
            1 => 7,
            2 => (random.NextDouble() - 0.5) * 1e15,
            3 => random.NextDouble() * 1e-9,
            4 => random.Next(-50, 50),
            _ => random.NextDouble() * Math.Pow(10, random.Next(0, 7)),
        };
        var (areDates, areRanges) = (round % 4 == 1, round % 4 == 2);
        Value Key(int c) => areDates ? Value.Of(new DateOnly(2024, 1, 1).AddMonths(c)) : areRanges ? Value.Of(c * 2.5) : Value.Of((long)c);
        var marks = new List<Mark>();
        for (var c = 0; c < categories; c++)
            for (var p = 0; p < parts; p++)
            {
                if (random.Next(8) == 0) continue;
                var singles = Enumerable.Range(0, random.Next(0, 30)).Select(_ => Number()).Order().ToArray();
                for (var v = 0; v < values; v++)
                    marks.Add(new Mark(c, p * values + v, Key(c), Label(c), Value.Null,
                        random.Next(9) == 0 ? Value.Null : Value.Of(Number()), 1) { Singles = singles });
            }
        PlacedText Text(bool isThere, string text, TextLook? look = null) => isThere ? new PlacedText(text)
        {
            Look = (look ?? TextLook.Small).With(random.Next(5) == 0 ? new Style { Size = random.Next(6, 20) } : null),
            Side = random.Next(3) == 0 ? (ChartTextSide)random.Next(5) : ChartTextSide.Automatic, Align = (Alignment)random.Next(3),
        } : PlacedText.None;
        ChartLabels Labels() => new()
        {
            Show = (LabelShow)random.Next(3), Place = (LabelPlace)random.Next(3), Decimals = random.Next(4) == 0 ? random.Next(4) : null,
            Says = [.. Enumerable.Range(0, random.Next(3)).Select(_ => (LabelPart)random.Next(4))], OnLines = random.Next(2) == 0,
            Template = random.Next(5) == 0 ? "{{ value }}\nof {{ category }}" : null,
        };
        SeriesLook Look() => new()
        {
            Dash = (ChartDash)random.Next(3), Marker = (ChartMarker)random.Next(7), Labels = random.Next(4) == 0 ? Labels() : null,
            Line = random.Next(4) == 0 ? "#64271F" : null, LineWidth = random.Next(4) == 0 ? 3 : null,
        };
        double? Maybe(double number) => random.Next(4) == 0 ? number : null;
        ValueAxisSettings Axis() => new()
        {
            From = Maybe(random.Next(-5, 5)), To = Maybe(random.Next(6, 50)), Divisions = random.Next(5) == 0 ? random.Next(1, 9) : null,
            Close = random.Next(5) == 0, Logarithmic = random.Next(5) == 0, Reversed = random.Next(5) == 0, Hidden = random.Next(6) == 0,
            Grid = random.Next(3) switch { 0 => true, 1 => false, _ => null }, Unit = (NumberUnit)random.Next(9),
        };
        return new ChartContent
        {
            Id = "c",
            Title = Text(round % 3 > 0, string.Join(' ', Enumerable.Repeat("Passengers by month", random.Next(1, 8))), TextLook.Title),
            Subtitle = Text(round % 5 == 0, "All routes, from January to December"),
            Note = Text(round % 6 == 0, "Storms in February and in March are in here."),
            CategoryTitle = Text(round % 2 == 0, "Month"),
            ValueTitle = Text(round % 4 == 0, "Passengers"),
            RightTitle = Text(round % 3 == 0, "Occupancy"),
            Small = random.Next(5) > 0 ? null : TextLook.Small.With(new Style { Size = random.Next(5, 14), Color = "#64271F" }),
            AxisNames = (Text(random.Next(2) == 0, "Fare"), Text(random.Next(2) == 0, "Passengers")),
            Values = [.. Enumerable.Range(0, values).Select(v => new ChartValue
            {
                Expression = "sum(x)",
                Axis = (ChartSide)random.Next(3),
                DrawnAs = random.Next(3) == 0 ? new[] { "lines", "columns", "areas", "points", "pie" }[random.Next(5)] : null,
                Trend = random.Next(3) > 0 ? null : new ChartTrend
                {
                    Kind = (TrendKind)random.Next(6), Formula = random.Next(2) == 0, Forward = random.Next(4), Back = random.Next(3),
                    Degree = random.Next(2, 7),
                },
            })],
            Numbers = new ChartNumbers(
                [.. Enumerable.Range(0, categories).Select(c => new CategoryEntry(Key(c), Label(c), null)
                    { Outer = round % 9 == 4 ? $"Year {c / 5}" : null })],
                [.. Enumerable.Range(0, parts * values).Select(s => new SeriesEntry($"Series {Label(s)}", Palette.Series[s % 8], s % values)
                    { Part = parts > 1 ? $"Part {s / values}" : "", Look = Look() })], marks)
                { Ranges = areRanges ? new NumberRanges(0, 2.5, categories) : null },
            DateStep = areDates ? new TimeStep(TimeUnit.Month, 1) : null,
            CategoryLabel = key => key.AsDateTime.ToString("MMM yyyy", English),
            Formats = [null, null, null],
            FullFormats = [Full, Full, Full],
            AreShares = [random.Next(4) == 0, false, false],
            Labels = Labels(),
            Arrangement = (ChartArrangement)random.Next(4),
            Curve = (ChartCurve)random.Next(3),
            Legend = new()
            {
                Place = (LegendPlace)random.Next(6), Align = (Alignment)random.Next(3), Reversed = random.Next(4) == 0,
                Columns = random.Next(4) == 0 ? random.Next(1, 5) : null, Border = random.Next(4) == 0 ? "#1F2A30" : null,
            },
            Axes = new ChartAxes
            {
                Left = Axis(), Right = Axis(),
                Category = new CategoryAxisSettings { Reversed = random.Next(5) == 0, Hidden = random.Next(6) == 0,
                Grid = random.Next(3) == 0, Angle = random.Next(4) == 0 ? random.Next(-90, 91) : null },
                ZeroTogether = random.Next(4) == 0,
            },
            Lines = random.Next(3) > 0 ? [] : [new LineAcross(Number(), null, "Target", Palette.Ink, ChartDash.Dashed, false),
                new LineAcross(Number(), Number(), "From – to", Palette.Problem, ChartDash.Dotted, random.Next(2) == 0)],
            Slices = new ChartSlices
            {
                Start = random.Next(-90, 400), Hole = Maybe(random.NextDouble()), LargestApart = random.Next(3) == 0,
                Tilt = random.Next(0, 70), Smallest = random.Next(2) * random.NextDouble() / 2, Gap = Maybe(random.NextDouble() * 0.9),
                Depth = random.Next(4) == 0,
            },
            Frame = random.Next(4) > 0
            ? new()
            : new ChartFrame
            {
                Background = "#F7F6F2", Border = "#1F2A30", Shadow = random.Next(2) == 0,
                Sides = [.. Enumerable.Range(0, random.Next(3)).Select(_ => (FrameSide)random.Next(4))],
            },
            Colorful = random.Next(3) == 0,
            Subtotals = [Label(2)],
            Action = _ => null,
            SeriesAction = _ => round % 4 == 0 ? new LinkAction("r", "", OpenIn.Beside, new Dictionary<string, string>()) : null,
            CategoryAction = _ => round % 4 == 0 ? new LinkAction("r", "", OpenIn.Beside, new Dictionary<string, string>()) : null,
        };
    }

    /// <summary>Slices wear the author's colours in turn, and their shares are written as the report's language does.</summary>
    [Fact]
    public void A_pie_takes_the_colours_and_the_language_of_its_report()
    {
        var marks = Enumerable.Range(0, 3).Select(i => new Mark(i, 0, Value.Of((long)i), $"r{i}", Value.Null, Value.Of(i + 1L), 1))
            .ToList();
        var content = Any(new Random(1), 1) with
        {
            Slices = new(), Labels = new(), Frame = new(), Arrangement = ChartArrangement.Beside, Legend = new(),
            Numbers = new ChartNumbers([.. marks.Select(m => new CategoryEntry(m.Category, m.Label, null))],
                [new SeriesEntry("s", "#000000", 0)], marks),
            Colors = ["#112233", "#445566"],
        };
        var items = new PageDrawing(500, 300, [ChartDrawing.Draw(
            ChartTypes.Find("pie")!, content, 0, 0, 480, 280, Workshop.Measurer, CultureInfo.GetCultureInfo("de-DE"))]).Flatten().ToList();
        Assert.Equal(["#112233", "#445566", "#112233"], items.OfType<PathItem>().Select(p => p.Fill).OfType<string>());
        Assert.All(items.OfType<RegionItem>(), r => Assert.Matches(@", \d+,\d\u00a0%$", r.Figure));
    }

    /// <summary>Property over random numbers: only zero prints as 0, and what is printed is within five per cent of the number.</summary>
    [Theory]
    [InlineData("en-GB")]
    [InlineData("de-DE")]
    [InlineData("fr-FR")]
    public void A_label_never_misleads(string language)
    {
        var (culture, random) = (CultureInfo.GetCultureInfo(language), new Random(5));
        for (var round = 0; round < 4000; round++)
        {
            var most = Math.Pow(10, random.NextDouble() * 18 - 4);
            var numbers = new AxisNumbers(Ticks.Nice(0, most, 5), false, culture);
            var number = most * Math.Pow(10, -random.NextDouble() * 6) * (random.Next(2) * 2 - 1);
            var label = numbers.Label(number);
            var digits = new string([.. label.TakeWhile(c => !char.IsLetter(c))]).Trim();
            var unit = label[digits.Length..].Trim();
            var size = unit switch
            {
                "" => 1, "k" or "Tsd." => 1e3, "M" or "Mio." => 1e6, "bn" or "Mrd." or "Md" => 1e9, "tn" or "Bio." or "Bn" => 1e12,
                _ => double.NaN,
            };
            var read = double.Parse(digits, NumberStyles.Number, culture) * size;
            Assert.True(Math.Abs(read - number) <= Math.Abs(number) * 0.0501, $"{number} is written {label}");
            Assert.NotEqual(0, read);
        }
        Assert.Equal("0", new AxisNumbers([0, 1e9], false, culture).Label(0));
    }

    /// <summary>What was seen before: 697,484 printed as 1M, 2,199 as 0M, 40 billion as 40000M.</summary>
    [Fact]
    public void Labels_of_one_axis_share_its_unit_and_keep_two_digits()
    {
        var millions = new AxisNumbers(Ticks.Nice(0, 3_400_000, 5), false, English);
        Assert.Equal(["0.70M", "0.0022M", "3.4M", "2M"], new[] { 697_484.0, 2_199, 3_400_000, 2_000_000 }.Select(n => millions.Label(n)));
        Assert.Equal(["0", "20bn", "40bn"], Ticks.Nice(0, 40e9, 2).Select(new AxisNumbers(Ticks.Nice(0, 40e9, 2), false, English).Tick));
    }

    /// <summary>Property: stacks begin where the one before ended, positives up and negatives down; shares fill one.</summary>
    [Fact]
    public void Stacks_and_shares_add_up()
    {
        var random = new Random(9);
        for (var round = 0; round < 200; round++)
        {
            var marks = Enumerable.Range(0, 30).Select(i => (i / 6, random.NextDouble() * 20 - (round % 2) * 10)).ToList();
            var stacked = Stack.Place(marks, 5, ChartArrangement.Stacked);
            var shares = Stack.Place(marks, 5, ChartArrangement.Shares);
            for (var category = 0; category < 5; category++)
            {
                var own = Enumerable.Range(0, 30).Where(i => marks[i].Item1 == category).ToList();
                Assert.Equal(own.Where(i => marks[i].Item2 > 0).Sum(i => marks[i].Item2),
                    own.Select(i => stacked[i].To).Append(0).Max(), 9);
                Assert.Equal(own.Where(i => marks[i].Item2 < 0).Sum(i => marks[i].Item2),
                    own.Select(i => stacked[i].To).Append(0).Min(), 9);
                Assert.Equal(1, own.Sum(i => Math.Abs(shares[i].To - shares[i].From)), 9);
            }
        }
    }

    /// <summary>Property: a smooth line goes through its points and never beyond them (Steffen 1990).</summary>
    [Fact]
    public void Smooth_lines_stay_between_their_points()
    {
        var random = new Random(3);
        for (var round = 0; round < 300; round++)
        {
            var points = Enumerable.Range(0, random.Next(2, 12))
                .Select(i => (X: i * 10.0 + random.NextDouble(), Y: random.NextDouble() * 100))
                .ToList();
            var path = Curves.Draw(new DrawPath(), points, ChartCurve.Smooth, isFirst: true);
            for (var (i, at) = (1, 2); i < points.Count && path.Steps.Contains(PathStep.CurveTo); i++, at += 6)
            {
                var (from, to, n) = (points[i - 1], points[i], path.Numbers);
                Assert.Equal((to.X, to.Y), (n[at + 4], n[at + 5]));
                for (var t = 0.0; t <= 1; t += 0.05)
                {
                    var y = Math.Pow(1 - t, 3) * from.Y + 3 * t * (1 - t) * (1 - t) * n[at + 1] + 3 * t * t * (1 - t) * n[at + 3]
                        + t * t * t * to.Y;
                    Assert.InRange(y, Math.Min(from.Y, to.Y) - 1e-9, Math.Max(from.Y, to.Y) + 1e-9);
                }
            }
        }
    }

    /// <summary>Against grouping by LINQ: categories by series, each value over the rows of its cell; cells without rows are not there;
    /// order by the value over the whole category.</summary>
    [Fact]
    public void A_split_chart_has_the_numbers_of_each_category_and_series()
    {
        var random = new Random(11);
        var rows = Enumerable.Range(0, 400)
            .Select(_ => (Place: $"p{random.Next(12)}", Kind: $"k{random.Next(5)}", N: (decimal)random.Next(-50, 900) / 100)).ToList();
        Field[] fields = [new() { Name = "place", Type = DataType.Text }, new() { Name = "kind", Type = DataType.Text },
            new() { Name = "n", Type = DataType.Decimal, Scale = 2 }];
        var chart = new ChartElement
        {
            Id = "c",
            Width = 400,
            Height = 200,
            Category = new ChartCategory { By = "place", Order = ChartOrder.LargestFirst },
            Series = new ChartSplit { By = "kind" },
            Values = [new ChartValue { Expression = "sum(n)" }, new ChartValue { Expression = "max(n) - min(n)" }],
        };
        var run = Workshop.Run(
            Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 210, chart)) }, fields),
            new MemoryRows([.. rows.Select(r => new[] { Value.Of(r.Place), Value.Of(r.Kind), Value.Of(r.N) })]));
        var numbers = run.First().Plan.Charts.Single().Numbers(run.First().Charts, run.First().NewFrame());
        var cells = rows.GroupBy(r => (r.Place, r.Kind)).ToDictionary(g => g.Key, g => g.ToList());
        Assert.Equal(2 * cells.Count, numbers.Marks.Count);
        Assert.Equal(2 * rows.Select(r => r.Kind).Distinct().Count(), numbers.Series.Count);
        foreach (var mark in numbers.Marks)
        {
            var own = cells[(mark.Category.Text, mark.Split.Text)];
            Assert.Equal(own.Count, mark.Rows);
            var expected = numbers.Series[mark.SeriesIndex].ValueIndex == 0 ? own.Sum(r => r.N) : own.Max(r => r.N) - own.Min(r => r.N);
            Assert.Equal(expected, mark.Value.Decimal);
        }
        Assert.Equal(rows.GroupBy(r => r.Place).OrderByDescending(g => g.Sum(r => r.N)).Select(g => g.Key),
            numbers.Categories.Select(c => c.Label));
        Assert.NotEmpty(run.Page(1).Flatten().OfType<RegionItem>());
    }

    /// <summary>Property over turned labels of dates: where one is cut, its year is still there, and all stand inside of the
    /// frame.</summary>
    [Fact]
    public void A_date_that_is_cut_keeps_its_year_and_its_place_in_the_frame()
    {
        var cut = 0;
        foreach (var angle in new double?[] { null, 30, 60, 90, -45, -80 })
            foreach (var height in new[] { 70, 90, 120, 200 })
            {
                var chart = new ChartElement
                {
                    Id = "c", Width = 300, Height = height, Category = new ChartCategory { By = "day", Pattern = "d MMMM yyyy" },
                    Values = [new ChartValue { Expression = "count(*)" }],
                    Axes = new ChartAxes { Category = new CategoryAxisSettings { Angle = angle, AsNames = true } },
                };
                var rows = Enumerable.Range(0, 20).Select(i => new[] { Value.Of(new DateOnly(2004 + i % 3, 1 + i % 12, 1 + i)) }).ToArray();
                var page = Workshop.Run(Workshop.Report(new Section { Id = "s", Dataset = "d",
                    ReportHeader = Workshop.Band(Workshop.Part("p", height + 4, chart)) },
                    new Field { Name = "day", Type = DataType.Date }),
                    new MemoryRows(rows)).Page(1);
                foreach (var text in page.Texts())
                {
                    var box = Boxes.Of(text);
                    Assert.True(box.Left >= 42 && box.Right <= 343.5 && box.Bottom <= 43 + height, $"{angle}, {height}: “{text.Text}”");
                    if (!text.Text.Contains('…')) continue;
                    cut++;
                    Assert.Matches("^….*200[456]$", text.Text);
                }
            }
        Assert.True(cut > 20, $"{cut} are cut");
    }
}
