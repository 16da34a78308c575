using System.Text;
using System.Text.Json;
using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Charts;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Output.Charts;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Crosstabs as authors make and change them, their charts, their links, and their files.</summary>
public sealed class CrosstabEditTests
{
    private static ReportDefinition Report => Workshop.DemoReport("passengers-by-month");

    private static ReportDefinition Apply(ReportDefinition report, params Edit[] edits) =>
        edits.Aggregate(report, (r, edit) => edit.Apply(r, new DemoCatalog()));

    private static T Find<T>(ReportDefinition report, string id) where T : Element =>
        report.AllElements().OfType<T>().Single(e => e.Id == id);

    private static ReportDefinition Changed(ReportDefinition report, Func<CrosstabElement, CrosstabElement> change) =>
        Apply(report, new Replace { Item = new ElementItem(change(Find<CrosstabElement>(report, "x1"))) });

    private static PrintedCrosstab Printed(ReportRun run, string id = "x1")
    {
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        return RunCrosstabs.Find(run, id)!;
    }

    [Fact]
    public void A_crosstab_starts_from_the_groups_of_the_report_wherever_it_is_put()
    {
        var report = Workshop.DemoReport("route-performance");
        foreach (var edit in new AddCrosstab[] { new() { Band = BandKind.ReportHeader }, new() { Band = BandKind.GroupFooter, Level = 1 },
            new() { Band = BandKind.ReportHeader, OnSheet = true } })
        {
            var made = Apply(report, edit);
            var crosstab = made.AllElements().OfType<CrosstabElement>().Single();
            Assert.Equal(edit.Level == 1 ? ["route"] : ["region", "route"], crosstab.Down.Select(f => f.By));
            Assert.Equal("date_trunc('month', departs)", Assert.Single(crosstab.Across).By);
            Assert.Equal(report.Sheets.Count + (edit.OnSheet ? 1 : 0), made.Sheets.Count);
            var run = Workshop.Run(made);
            Assert.DoesNotContain(run.Problems, p => p.IsError);
            Assert.Contains(Enumerable.Range(1, Math.Min(3, run.PageCount)).Append(run.PageCount), p =>
                run.Page(p).Flatten().OfType<RegionItem>().Any(r => r.Id.StartsWith(crosstab.Id, StringComparison.Ordinal)));
        }
        foreach (var place in new[] { BandKind.Detail, BandKind.PageHeader })
            Assert.Throws<EditException>(() => Apply(report, new AddCrosstab { Band = place }));
    }

    /// <summary>Whatever changes in the crosstab changes in its chart, wherever that stands: field, order, filter, those of the section
    /// around too; and what is cut loose stays as it was.</summary>
    [Fact]
    public void A_chart_follows_its_crosstab_until_it_is_cut_loose()
    {
        var report = Changed(Report, c => c with
        {
            Filter = "passengers > 20", Down = [c.Down[0] with { By = "date_trunc('quarter', departs)", Name = "Quarter" }],
            Across = [c.Across[0] with { By = "region", Keep = "count(*) > 10", OrderBy = null }],
            Values = [new CrosstabValue { Expression = "avg(passengers)" }],
        });
        var chart = Find<ChartElement>(report, "ch1");
        Assert.Equal(("date_trunc('quarter', departs)", "region", "avg(passengers)"), (chart.Category.By, chart.Series!.By,
            chart.Values[0].Expression));
        Assert.Equal("(status = 'sailed' AND departs IN :period) AND (passengers > 20)", chart.Filter);
        var loose = Apply(report, new Replace { Item = new ElementItem(chart with { Follows = null }) });
        Assert.Equal(chart.Category, Find<ChartElement>(Changed(loose, c => c with { Down = [] }), "ch1").Category);
        // A file that was written by hand is followed when it runs.
        var stale = report.MapAllElements(e => e.Id == "ch1" ? chart with { Filter = null, Series = null } : e);
        Assert.Equal(ReportJson.WriteElement(chart), ReportJson.WriteElement(Find<ChartElement>(TiedCharts.Follow(stale), "ch1")));
        var gone = Apply(report, new Remove { Ids = ["x1"] });
        Assert.Equal(ReportJson.WriteElement(chart), ReportJson.WriteElement(Find<ChartElement>(gone, "ch1")));
        Assert.Contains(Workshop.Run(gone).Problems, p => p is { Code: "follows-nothing", Place: "ch1" });
    }

    /// <summary>Property: each mark of a chart has the number and the link of the cell that it stands for, either way round.</summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void The_marks_of_a_chart_are_the_cells_of_its_crosstab(bool swapped)
    {
        var report = swapped ? Apply(Report, new SwapCrosstab { Crosstab = "x1" }) : Report;
        var run = Workshop.Run(report);
        var printed = Printed(run);
        var data = run.Data!.Sections.First(s => s.Plan.Section.Id == "ch1");
        var frame = data.NewFrame();
        frame.StandAt(0, 0);
        var chart = data.Plan.Charts.Single();
        var numbers = chart.Numbers(run.Data.Charts, frame);
        var (months, routes) = swapped ? (printed.Grid.Columns, printed.Grid.Lines) : (printed.Grid.Lines, printed.Grid.Columns);
        var cells = new Dictionary<(string, string), (Value, LinkAction?)>();
        foreach (var month in months.Where(m => m.Kind == EntryKind.Leaf))
            foreach (var route in routes.Where(r => r.Kind == EntryKind.Leaf))
            {
                var (line, column) = swapped ? (route, month) : (month, route);
                if (printed.Figures.Cell(line, column) is null) continue;
                cells[(printed.Figures.Key(!swapped, 2, month.Group).Invariant, printed.Figures.Key(swapped, 1, route.Group).Invariant)] =
                    (printed.Figures.Number(line, column, printed.Frame),
                    printed.Plan.CellAction(printed.Figures, line, column, printed.Frame, null));
            }
        // Where the crosstab is swapped, so is its chart: months are series then.
        string Month(Mark mark) => (swapped ? mark.Split : mark.Category).Invariant;
        string Route(Mark mark) => (swapped ? mark.Category : mark.Split).Invariant;
        Assert.Equal(cells.Count, numbers.Marks.Count);
        foreach (var mark in numbers.Marks)
        {
            var (value, action) = cells[(Month(mark), Route(mark))];
            Assert.Equal(value, mark.Value);
            Assert.Equal(action!.Values.OrderBy(v => v.Key), chart.Action(mark, numbers, frame, null)!.Values.OrderBy(v => v.Key));
        }
    }

    /// <summary>Every link of the demo's crosstabs, with everything that can be clicked: the target's total is that of the cell, the
    /// heading or the total.</summary>
    [Fact]
    public void What_cells_and_totals_open_adds_up()
    {
        var cache = new SizedCache(256 << 20);
        var reader = new CachedReader(Workshop.Database(Workshop.DemoFile), cache);
        var engine = new ReportEngine(reader, Workshop.Measurer, new DemoCatalog(), cache);
        var heading = new Link { Report = "months-of-each-route", Carries = [new CarriedValue { Parameter = "period",
            From = new LevelSource { Level = "xf1" } }] };
        var report = Changed(Report, c => c with { Down = [c.Down[0] with { Link = heading }, c.Down[1]] });
        var run = Workshop.Run(report);
        var tried = 0;
        foreach (var (on, link) in report.AllLinks())
        {
            var trial = new LinkTrials(engine, new DemoCatalog()).Try(run, on, 0, Workshop.Now, CancellationToken.None)!;
            Assert.True(trial.Marks.Count > 1 && trial.Differ == 0, $"{on}: {trial.Marks.FirstOrDefault(m => m.Why is not null)}");
            tried++;
        }
        // Cells, totals of months, totals of routes, headings of years, and the chart that follows.
        Assert.Equal(5, tried);
    }

    [Fact]
    public void A_link_to_cells_carries_what_means_the_same_and_copies_speak_of_their_own_fields()
    {
        var bare = Changed(Report, c => (CrosstabElement)c.WithLinks((_, _) => null));
        var linked = Apply(bare, new LinkElement { Element = "x1", Report = "months-of-each-route" },
            new LinkElement { Element = "xf2", Report = "months-of-each-route" },
            new LinkElement { Element = "xf3-total", Report = "sailings-in-detail" });
        var crosstab = Find<CrosstabElement>(linked, "x1");
        Assert.Equal(new LevelSource { Level = "xf2" }, Assert.Single(crosstab.Link!.Carries).From);
        Assert.Equal(new LevelSource { Level = "xf2" }, Assert.Single(crosstab.Down[1].Link!.Carries).From);
        Assert.Equal(new LevelSource { Level = "xf3" }, crosstab.Across[0].TotalLink!.Carries.Single(c => c.Parameter == "route").From);
        var part = linked.AllParts().First(p => p.Elements.Contains(crosstab)).Id;
        var copied = Apply(linked, new Paste { Items = [new ElementItem(crosstab)], To = new Spot { In = part } });
        var copy = copied.AllElements().OfType<CrosstabElement>().Single(c => c.Id is not ("x1" or "x2"));
        Assert.Empty(copy.AllIds().Intersect(crosstab.AllIds()));
        Assert.Equal(new LevelSource { Level = copy.Down[1].Id }, Assert.Single(copy.Link!.Carries).From);
        Assert.DoesNotContain(Workshop.Run(copied).Problems, p => p.IsError);
    }

    /// <summary>A total stands for every one of what it adds up; where the target takes one value only, a click opens nothing rather than
    /// less.</summary>
    [Fact]
    public void A_total_opens_only_what_can_be_asked_for_all_of_it()
    {
        var report = Changed(Report, c => (CrosstabElement)c.WithLinks((on, link) => on == "x1" ? link : null));
        var printed = Printed(Workshop.Run(report));
        var actions = printed.Grid.Lines.SelectMany(line => printed.Grid.Columns.Select(column =>
            (IsTotal: line.IsTotal || column.IsTotal, Action: printed.Plan.CellAction(printed.Figures, line, column, printed.Frame, null))))
            .ToList();
        Assert.All(actions.Where(a => a.IsTotal), a => Assert.Null(a.Action));
        Assert.Contains(actions, a => a.Action is not null);
        // A detail report that is made from it takes every one, so totals lead there too, and add up.
        var detail = DetailReport.Make(Report, "x1");
        Assert.Equal(["period", "departs", "departs_2", "route"], detail.Report.Parameters.Select(p => p.Name));
        Assert.All(detail.Report.Parameters.Skip(1), p => Assert.NotNull(p.Every));
    }

    [Fact]
    public void Parameters_of_a_detail_report_are_called_by_what_they_mean_and_its_total_is_the_measure()
    {
        const string Measure = "fare - coalesce(discount, 0)";
        var report = Workshop.Report(new Section
        {
            Id = "s",
            ReportHeader = Workshop.Band(Workshop.Part("p", 100, new CrosstabElement
            {
                Id = "x", Width = 400, Height = 90, Values = [new CrosstabValue { Expression = $"sum({Measure})" }],
                Down = [new CrosstabField { Id = "a", Name = "Booked in", By = "EXTRACT(YEAR FROM booked_on)" }],
                Across = [new CrosstabField { Id = "b", Name = "Month", By = "EXTRACT(MONTH FROM booked_on)" }],
            })),
        }, new() { Name = "booked_on", Type = DataType.Date }, new() { Name = "fare", Type = DataType.Decimal, Scale = 2 },
            new() { Name = "discount", Type = DataType.Decimal, Scale = 2 });
        var detail = DetailReport.Make(report, "x");
        Assert.Equal(["year", "month"], detail.Report.Parameters.Select(p => p.Name));
        var section = detail.Report.Sheets[0].Sections[0];
        var column = section.Columns.First(c => c.Expression == Measure);
        Assert.Contains(section.Elements(), e => e.Element is TotalElement { Aggregate: "sum" } total && total.Column == column.Id);
    }

    [Fact]
    public void Its_files_say_what_is_printed()
    {
        var run = Workshop.Run(Report);
        var printed = Printed(run);
        using var csv = new MemoryStream();
        CrosstabCsv.Write(printed, csv);
        var lines = Encoding.UTF8.GetString(csv.ToArray()).Split("\r\n");
        Assert.Equal("Year,Month,Skerra – Aith,Linga – Ness,Holm – Brae", string.Join(',', lines[0].Split(',').Take(5)));
        Assert.Equal(printed.Grid.Lines.Count + 2, lines.Length);
        var (last, whole) = (printed.Grid.Lines[^1], printed.Grid.Columns[^1]);
        Assert.EndsWith(printed.Figures.Number(last, whole, printed.Frame).Invariant, lines[^2], StringComparison.Ordinal);

        using var json = new MemoryStream();
        RunJson.Write(run, json, CancellationToken.None);
        using var parsed = JsonDocument.Parse(json.ToArray());
        var cells = parsed.RootElement.GetProperty("report").GetProperty("crosstabs").GetProperty("x1").GetProperty("cells")
            .EnumerateArray().ToList();
        var all = cells.Single(c => c.GetProperty("down").GetArrayLength() == 0 && c.GetProperty("across").GetArrayLength() == 0);
        var leaves = cells.Where(c => c.GetProperty("down").GetArrayLength() == 2 && c.GetProperty("across").GetArrayLength() == 1)
            .ToList();
        Assert.Equal(all.GetProperty("values")[0].GetInt64(), leaves.Sum(c => c.GetProperty("values")[0].GetInt64()));
        Assert.Equal(all.GetProperty("rows").GetInt32(), leaves.Sum(c => c.GetProperty("rows").GetInt32()));
        Assert.All(leaves, c => Assert.Equal(3, c.GetProperty("click").GetProperty("values").EnumerateObject().Count()));

        var view = RunCrosstabs.View(printed);
        Assert.Equal(printed.Grid.Lines.Count, view.Lines.Count);
        Assert.All(view.Lines, l => Assert.Equal(l.Cells.Count, view.Head[^1].Sum(h => h.Columns)));
    }

    /// <summary>What other rows cannot answer is let go, wherever it stands in a crosstab or a chart, and nothing else.</summary>
    [Fact]
    public void Other_rows_keep_what_they_can_answer()
    {
        var report = Workshop.DemoReport("passengers-by-month");
        report = report with { Datasets = [.. report.Datasets, Workshop.DemoReport("bookings-by-route").Datasets[0] with { Id = "own" }] };
        var first = report.AllElements().OfType<CrosstabElement>().First();
        var full = first with
        {
            Across = [.. first.Across.Select(f => f with { OrderBy = "sum(passengers)", Keep = "count(*) > 1", Label = "vessel" })],
            Values =
            [
                new() { Expression = "sum(passengers)" },
                new()
                {
                    Expression = "sum(vehicles) / nullif(count(*), 0)", LineOver = "vessel",
                    Rules = [new() { When = "sum(passengers) < 10" }, new() { When = "sum(vehicles) < 10" }],
                },
            ],
        };
        var chart = report.AllElements().OfType<ChartElement>().First() with
        {
            Follows = null, Link = null, ColorBy = "CASE WHEN sum(passengers) < 10 THEN '#FF0000' END",
            Category = new() { By = "route", Measured = "sum(passengers)", Keep = "sum(vehicles) > 1" },
            Values = [new() { Expression = "sum(vehicles)" }, new() { Expression = "sum(passengers)" }], Filter = "status = 'sailed'",
            Lines = [new() { At = "avg(passengers)" }, new() { At = "10" }],
        };
        foreach (var element in new Element[] { full, chart })
            report = Apply(report, new Replace { Item = new ElementItem(element) });

        foreach (var id in new[] { full.Id, chart.Id }) report = Apply(report, new SetChartRows { Chart = id, Dataset = "own" });

        var crosstab = Find<CrosstabElement>(report, full.Id);
        Assert.Equal(full.Across.Select(f => f with { OrderBy = null, Label = null }), crosstab.Across);
        var value = Assert.Single(crosstab.Values);
        Assert.Equal("sum(vehicles) / nullif(count(*), 0)", value.Expression);
        Assert.Null(value.LineOver);
        Assert.Equal("sum(vehicles) < 10", Assert.Single(value.Rules).When);
        var drawn = Find<ChartElement>(report, chart.Id);
        Assert.Equal((null, "sum(vehicles) > 1"), (drawn.Category.Measured, drawn.Category.Keep));
        Assert.Equal("sum(vehicles)", Assert.Single(drawn.Values).Expression);
        Assert.Equal("10", Assert.Single(drawn.Lines).At);
        Assert.Null(drawn.Filter);
        Assert.Null(drawn.ColorBy);
        Assert.DoesNotContain(Workshop.Run(report).Problems, p => p.IsError);
    }

    /// <summary>A table that no dataset holds yet becomes a dataset of the report on the way, once, and Explain says how it is
    /// matched.</summary>
    [Fact]
    public void A_chart_draws_a_table_that_no_dataset_holds()
    {
        var table = new Dataset
        {
            Id = "", Name = "Bookings in full", Database = "skerravoe", Source = new TableSource { Table = "bookings_in_full" },
            Fields = [.. Workshop.DemoReport("bookings-by-route").Datasets[0].Fields.Where(f => f.Name is "region" or "route" or "fare")
                .Select(f => f with { Table = null, Column = null })],
        };
        var report = Workshop.DemoReport("route-performance");
        var datasets = report.Datasets.Count;
        var made = Apply(report, new AddChart { Band = BandKind.GroupHeader, Level = 2 });
        var id = made.AllElements().OfType<ChartElement>().First(c => report.AllElements().All(e => e.Id != c.Id)).Id;
        for (var twice = 0; twice < 2; twice++) made = Apply(made, new SetChartRows { Chart = id, Kept = table });
        Assert.Equal(datasets + 1, made.Datasets.Count);
        Assert.Equal(["region", "route"], Find<ChartElement>(made, id).Own!.Match.Select(m => m.Own));
        Assert.DoesNotContain(Workshop.Run(made).Problems, p => p.IsError);
        Assert.Contains(ReportExplainer.Explain(made, new DemoCatalog()).SelectMany(e => e.Sentences),
            s => s.Contains("“Bookings in full” whose region equals region there and route equals route there", StringComparison.Ordinal));
    }

    /// <summary>Rows of another dataset, matched to the group around, or to the row: each place has those that belong to it, and a place
    /// without any says so.</summary>
    [Fact]
    public void A_crosstab_counts_rows_of_its_own_that_belong_to_the_place()
    {
        var report = Workshop.DemoReport("route-performance");
        var dataset = Workshop.DemoReport("bookings-by-route").Datasets[0] with { Id = "own" };
        report = report with { Datasets = [.. report.Datasets, dataset] };
        var made = Apply(report, new AddCrosstab { Band = BandKind.GroupHeader, Level = 2 });
        var id = made.AllElements().OfType<CrosstabElement>().Single().Id;
        made = Apply(made, new SetChartRows { Chart = id, Dataset = "own" });
        var crosstab = Find<CrosstabElement>(made, id);
        // What the other rows do not have is gone, and it is matched on what both have.
        Assert.Equal(["region", "route"], crosstab.Own!.Match.Select(m => m.Own));
        made = Apply(made, new Replace { Item = new ElementItem(crosstab with
        {
            Down = [new() { Id = "tc", Name = "Class", By = "ticket_class" }], Across = [], Values = [new() { Expression = "count(*)" }],
        }) });
        var run = Workshop.Run(made);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var bookings = Workshop.Run(Workshop.DemoReport("bookings-by-route")).First();
        var data = run.First();
        for (var group = 0; group < data.Tree.Levels[2].Count; group++)
        {
            var frame = data.NewFrame();
            frame.StandAt(2, group);
            var own = run.Data!.OwnRows(id, data.Plan.Elements.OfType<OwnCrosstabPlan>().Single().Around, frame)!;
            var plan = run.Data.Sections.SelectMany(s => s.Plan.Crosstabs).Single();
            var grid = plan.GridAt(run.Data.Crosstabs[id], own);
            var all = run.Data.Crosstabs[id].Number(grid.Lines[^1], grid.Columns[0], own).Whole;
            var same = Enumerable.Range(0, bookings.Tree.Levels[2].Count).First(g => bookings.KeyOf(2, g, bookings.NewFrame())
                .Equals(data.KeyOf(2, group, data.NewFrame())));
            Assert.Equal(bookings.Tree.Rows(2, same).Length, all);
        }
        Assert.Contains("crosstab-unmatched", Workshop.Run(made.MapAllElements(e => e is CrosstabElement x
            ? x with { Own = x.Own! with { Match = [] } } : e)).Problems.Select(p => p.Code));
        // In the rows it stands with rows of its own, and not without.
        var detail = made.AllSections().First().Detail.Parts[0].Id;
        var inRows = Workshop.Run(made.MapPart(detail, p => p with { Elements = [.. p.Elements, crosstab with { Id = "in-rows", Y = 20,
            Down = [], Across = [], Values = [new() { Expression = "count(*)" }] }] }));
        Assert.DoesNotContain(inRows.Problems, p => p.IsError);
        Assert.Contains("crosstab-misplaced", Workshop.Run(made.MapPart(detail, p => p with { Elements = [.. p.Elements,
            Find<CrosstabElement>(Report, "x1") with { Id = "bare" }] })).Problems.Select(p => p.Code));
    }

    /// <summary>Each hit of a search is on the page that it names, as a text there.</summary>
    [Fact]
    public void Headings_and_figures_are_found_on_the_pages_that_print_them()
    {
        var page = Report.Page with { Height = 500 };
        var run = Workshop.Run(Report with { Page = page });
        foreach (var wanted in new[] { "august", "3,478", "Skerra", "West Firth" })
        {
            var hits = ReportSearch.Find(run, wanted, 100, CancellationToken.None).Hits;
            Assert.True(hits.Count > 0, wanted);
            foreach (var hit in hits)
                Assert.Contains(run.Page(run.Sheet(hit.Sheet)!, hit.Page).Texts(), t => hit.Text.Contains(t.Text, StringComparison.Ordinal)
                    && t.Text.Length > 2);
        }
        Assert.Contains(ReportSearch.Find(run, "3,478", 9, CancellationToken.None).Hits, h => h.Context == "2024, January, Skerra – Aith");
    }

    /// <summary>What stands below a crosstab is pushed down by it, and begins the next page where it does not fit.</summary>
    [Fact]
    public void Nothing_is_printed_over_what_stands_below()
    {
        var run = Workshop.Run(Report);
        var sheet = run.Sheets[2];
        for (var number = 1; number <= sheet.Index.Count; number++)
        {
            var figures = run.Page(sheet, number).Items.OfType<FigureItem>().ToList();
            double Bottom(FigureItem f) => f.Items.OfType<RegionItem>().Max(r => r.Y + r.Height);
            double Top(FigureItem f) => f.Items.OfType<RegionItem>().Min(r => r.Y);
            for (var i = 1; i < figures.Count; i++) Assert.True(Bottom(figures[i - 1]) <= Top(figures[i]));
            Assert.All(figures, f => Assert.True(Bottom(f) <= run.Report.Page.Height - run.Report.Page.Bottom));
        }
    }

    [Fact]
    public void What_is_wrong_with_a_crosstab_is_said_at_it()
    {
        IEnumerable<string> Codes(Func<CrosstabElement, CrosstabElement> change) =>
            Workshop.Run(Report.MapAllElements(e => e is CrosstabElement { Id: "x1" } x ? change(x) : e)).Problems.Select(p => p.Code);
        CrosstabField Field(int i) => new() { Id = $"q{i}", Name = $"Q{i}", By = "route" };
        Assert.Contains("crosstab-values", Codes(x => x with { Values = [] }));
        Assert.Contains("crosstab-fields", Codes(x => x with { Down = [.. Enumerable.Range(0, 500).Select(Field)] }));
        Assert.Contains("duplicate-name", Codes(x => x with { Across = [x.Across[0] with { Name = "year" }] }));
        Assert.Contains("duplicate-id", Codes(x => x with { Across = [x.Across[0] with { Id = "xf1" }] }));
        Assert.Contains("no-name", Codes(x => x with { Across = [x.Across[0] with { Name = "" }] }));
        Assert.Contains("not-an-aggregate", Codes(x => x with { Values = [new() { Expression = "passengers" }] }));
        Assert.Contains("type-mismatch", Codes(x => x with { Values = [new() { Expression = "min(route)", As = CrosstabForm.Rank }] }));
        Assert.Contains("unknown-field", Codes(x => x with { Down = [x.Down[0] with { By = "nothing" }] }));
        Assert.Contains("crosstab-shape", Codes(x => x with { Shape = x.Shape with { Spacing = double.NaN } }));
        Assert.Contains("bad-color", Codes(x => x with { Shape = x.Shape with { RowShade = "red" } }));
        Assert.Contains("bad-first", Codes(x => x with { Down = [x.Down[0] with { First = 0 }] }));
        Assert.Contains("unknown-level", Codes(x => x with { Across = [x.Across[0] with { Id = "other" }] }));
    }

    /// <summary>Hostile amounts are cut with a problem at the crosstab, in little time.</summary>
    [Fact]
    public void More_than_anybody_reads_is_cut_off_and_said()
    {
        Field[] fields = [new() { Name = "k", Type = DataType.Whole }];
        var rows = new MemoryRows([.. Enumerable.Range(0, 120_000).Select(i => new[] { Value.Of((long)i) })]);
        var crosstab = new CrosstabElement
        {
            Id = "x", Width = 400, Height = 20, Down = [new() { Id = "d", Name = "D", By = "k" }],
            Across = [new() { Id = "a", Name = "A", By = "k % 3000", Fill = new LevelFill() }],
            Values = [new() { Expression = "count(*)", As = CrosstabForm.Running }],
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, crosstab)) }, fields);
        var run = Workshop.Run(report, rows);
        Assert.Contains(run.Problems, p => p is { Code: "crosstab-cut-off", Place: "x" });
        var printed = Printed(run, "x");
        Assert.True(printed.Grid.Lines.Count <= CrosstabQuery.MostLines && printed.Grid.Columns.Count <= CrosstabQuery.MostColumns);
        Assert.True(RunCrosstabs.View(printed).LinesLeftOut > 0);
        Assert.NotEmpty(run.Page(1).Flatten().OfType<RegionItem>());
    }

    /// <summary>A total over months opens every period where the target can be asked for that, and nothing elsewhere.</summary>
    [Theory]
    [InlineData("Any time", true)]
    [InlineData(null, false)]
    public void A_total_over_periods_leads_where_the_target_takes_every_period(string? every, bool leads)
    {
        var target = Workshop.Report(new Section { Id = "s", Filter = "day IN :when" }, new Field { Name = "day",
            Type = DataType.Date }) with
        {
            Parameters = [new Parameter { Name = "when", Type = DataType.Date, Shape = ParameterShape.Period, Every = every }],
        };
        var crosstab = new CrosstabElement
        {
            Id = "x", Width = 400, Height = 20,
            Down = [new CrosstabField { Id = "k", Name = "Kind", By = "kind" }],
            Across = [new CrosstabField { Id = "m", Name = "Month", By = "date_trunc('month', day)" }],
            Values = [new CrosstabValue { Expression = "count(*)" }],
            Link = new Link { Report = "t", Carries = [new CarriedValue { Parameter = "when", From = new LevelSource { Level = "m" } }] },
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, crosstab)) },
            new Field { Name = "kind", Type = DataType.Text }, new Field { Name = "day", Type = DataType.Date });
        var rows = new MemoryRows([.. Enumerable.Range(0, 90).Select(i =>
            new[] { Value.Of("k" + i % 2), Value.Of(new DateOnly(2025, 1, 1).AddDays(i)) })]);
        var run = new ReportEngine(rows, Workshop.Measurer, new OneTarget(target)).Run(
            new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), CancellationToken.None);
        Assert.DoesNotContain(run.Problems, p => p.IsError);
        var regions = run.Page(1).Flatten().OfType<RegionItem>();
        var actions = regions.Where(r => r.Action is not null).Select(r => r.Action!.Values["when"]).ToList();
        Assert.Contains("2025-01-01/2025-01-31", actions);
        Assert.Equal(leads, actions.Contains("*"));
    }

    private sealed class OneTarget(ReportDefinition target) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => target;
    }
}
