using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Composing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Definitions that nobody would make: every setting of bands and elements at odd values, in any combination. Nothing throws,
/// nothing
/// is endless, every row is printed once, and each number that is drawn is one.</summary>
public sealed class HostileDesignTests
{
    private static readonly Field[] Fields = [new() { Name = "g", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
        new() { Name = "t", Type = DataType.Text }];

    private sealed class Odd(Random random)
    {
        private int _ids;

        private static readonly double[] Lengths = [0, 0.001, 1, 7, 14, 40, 300, 900, 14400, -1, 1e308];
        private static readonly string?[] Texts = ["", "{{ t }}", "{{ group_name() }}", "{{ page_count() }} of {{ n }}", "{{", "}}{{{{ }}",
            "{{ sum(n) OVER (ROWS UNBOUNDED PRECEDING) | #,##0k }}", "{{ parameters() }}", new string('W', 3000), "a\nb\r\n\tc \u202E x"];
        private static readonly string?[] Conditions = [null, null, null, null, "n > 3", "count(*) = 0", "page_number() = 1",
            "t IS NULL", "nonsense",
            "FALSE"];

        public bool Maybe(int one = 4) => random.Next(one) == 0;

        private T? Some<T>(params T?[] of) => of[random.Next(of.Length)];

        /// <summary>Mostly what is usual, so that not every report is refused.</summary>
        private double Length(double usual) => Maybe(12) ? Lengths[random.Next(Lengths.Length)] : usual * random.NextDouble();

        private string Id() => $"i{_ids++}";

        private Style? Look() => Maybe(3) ? null : new Style
        {
            Size = Some<double?>(null, null, 4, 9, 40, 72, 1e300), Color = Some(null, null, "#123456", "#12"),
            Background = Some(null, "#EEEEEE"), Turn = Some<double?>(null, null, 90, -45, 360), Padding = Some<double?>(null, 3, 99),
            Border = Some(null, null, new Border(Thickness: 2, Sides: [FrameSide.Top])), Align = Some<Alignment?>(null, Alignment.Right),
            Rules = Maybe() ? [new StyleRule { When = Some("n > 5", "nonsense", "sum(n) > 2")!, Bold = true, Background = "#FFEEEE" }] : [],
            Scale = Maybe(8) ? new NumberScale(Some(ScaleForm.Bars, ScaleForm.Colors, ScaleForm.Signs)) : null,
        };

        public Element Element()
        {
            var text = Some(Texts)!;
            Element made = random.Next(9) switch
            {
                0 => new BoxElement { Id = Id(), Fill = Some(null, "#EEEEEE"), Corner = Length(20), Thickness = Length(5) },
                1 => new CodeElement { Id = Id(), Text = text, Form = (CodeForm)random.Next(10), Readable = Maybe() },
                2 => new CheckboxElement { Id = Id(), Checked = Some("n > 2", "nonsense", "sum(n) IS NULL")!, Crossed = Maybe() },
                3 => new ImageElement { Id = Id(), From = Some(null, "t"), Image = Some(null, "none") },
                4 => new LineElement { Id = Id(), Thickness = Length(3) },
                5 => new ContentsElement { Id = Id(), Levels = random.Next(-2, 5) },
                6 => new TotalElement { Id = Id(), Column = "c", Aggregate = Some("sum", "median", MadeAggregates.Ratio,
                    MadeAggregates.PerGroup)!,
                    By = Some(null, "n", "0"), As = (TotalForm)random.Next(9), Where = Some(null, "n > 1"), Pattern = Some(null, "0.0",
                        "no'") },
                7 => new CellElement { Id = Id(), Column = "c", As = (TotalForm)random.Next(9) },
                _ => new TextElement { Id = Id(), Text = text },
            };
            return made with { X = Length(100), Y = Length(30), Width = Length(200) + 1, Height = Length(30), Style = Look(),
                When = Some(Conditions) };
        }

        public Band Band() => new()
        {
            Parts = [.. Enumerable.Range(0, random.Next(3)).Select(_ => new BandPart
            {
                Id = Id(), Height = Length(60), Repeat = Maybe(), When = Some(Conditions), BreakBefore = Maybe(9), BreakAfter = Maybe(9),
                BreakEvery = Some<int?>(null, null, null, 1, 3, 0), LeastRoom = Some<double?>(null, null, 40, 5000), AtFoot = Maybe(6),
                OnRowLine = Maybe(5), Shrinks = Maybe(),
                Elements = [.. Enumerable.Range(0, random.Next(4)).Select(_ => Element())],
            })],
        };

        public Level Level(string id, string by) => new()
        {
            Id = id, Name = id.ToUpperInvariant(), By = by, Together = Maybe(), NewPage = Maybe(5), First = Some<int?>(null, null, 1, 2),
            Others = Some(null, "Rest"), OrderBy = Some(null, "sum(n)"), EmptyName = Some(null, "none"),
            Groups = Maybe() ? new NamedGroups { Groups = [new("A", ["g1", "g2"]), new("", [])], Remaining = Some(null, "Z") } : null,
            Header = Band(), Footer = Band(),
        };

        public ReportDefinition Report()
        {
            var section = new Section
            {
                Id = "s", Columns = [new Column { Id = "c", Heading = "N", Expression = "n", Width = 80 }],
                Levels = [.. new[] { Level("l1", "g"), Level("l2", "t") }.Take(random.Next(3))],
                ReportHeader = Band(), ReportFooter = Band(), Detail = Band() is { Parts: var parts } ? new Band
                {
                    Parts = [.. parts, new BandPart { Id = "row", Height = 12, Elements = [new TextElement { Id = "row-text",
                        Width = 60, Height = 10,
                        Text = "§{{ n }}§" }] }],
                } : new Band(),
            };
            var report = Workshop.Report(section, Fields) with
            {
                Page = new PageSetup { Width = 300, Height = random.Next(120, 500), Left = 10, Top = 10, Right = 10, Bottom = 10 },
                Look = Some(null, "peat", "none"),
            };
            return report with
            {
                Sheets = [report.Sheets[0] with
                {
                    Columns = Some(null, null, new PageColumns(2, 5), new PageColumns(3, 0, true), new PageColumns(2, 0, true,
                        Some("3", "1e9", "-5"))),
                    Watermark = Some(null, null, new Watermark("{{ page_number() }}", Size: 30)),
                }],
            };
        }
    }

    [Fact]
    public void Nothing_that_can_be_written_stops_a_run()
    {
        var (ran, rows) = (0, Enumerable.Range(1, 23)
            .Select(i => new[] { i % 7 == 0 ? Value.Null : Value.Of($"g{i % 4}"), Value.Of((long)i), Value.Of(new string('x',
                i * i % 60)) }).ToArray());
        for (var seed = 0; seed < 600; seed++)
        {
            var odd = new Odd(new Random(seed));
            var report = odd.Report();
            // What is written is read again as the same.
            Assert.Equal(ReportJson.Write(report), ReportJson.Write(ReportFile.Read(ReportJson.Write(report))));
            ReportExplainer.Explain(report, NoReports.Instance);
            var run = Workshop.Run(report, new MemoryRows(rows));
            if (run.Data is null)
            {
                Assert.True(run.Problems.Any(p => p.IsError), $"seed {seed} says nothing");
                continue;
            }
            ran++;
            Assert.True(run.PageCount < 10_000, $"seed {seed} has {run.PageCount} pages");
            var printed = new List<string>();
            for (var page = 1; page <= run.PageCount; page++)
            {
                var drawing = run.Page(page);
                printed.AddRange(drawing.Texts().Select(t => t.Text).Where(t => t.StartsWith('§')));
                Assert.DoesNotContain("NaN", SvgWriter.Write(drawing, "p"));
            }
            // A row is hidden by no setting of another part, and never printed twice.
            Assert.Equal(printed.Distinct().Count(), printed.Count);
            Assert.True(printed.Count == run.First().Tree.Order.Length,
                $"seed {seed} prints {printed.Count} of {run.First().Tree.Order.Length} rows");
            ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>>(), Workshop.Measurer);
        }
        Assert.True(ran > 60, $"only {ran} reports could run");
    }
}
