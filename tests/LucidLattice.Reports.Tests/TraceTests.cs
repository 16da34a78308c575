using LucidLattice.Testing;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using LucidLattice.Reports.Tracing;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>Where numbers come from: what a trace says is what was printed, and the rows behind a number make that number.</summary>
public sealed class TraceTests
{
    public static TheoryData<string> Reports() =>
        [.. DemoReports.All.Where(r => r.Definition.Parameters.All(p => p is not { Required: true, Default: null })).Select(r => r.Id)];

    private static ReportRun Whole(string id) => Workshop.DemoEngine().Run(
        new RunRequest(Workshop.DemoReport(id), new Dictionary<string, string>(), Workshop.Now), CancellationToken.None, forAuthor: true);

    /// <summary>Property: of everything that is printed on a page, the trace says the same text, and the rows behind each total in it
    /// have that total.</summary>
    [Theory]
    [MemberData(nameof(Reports))]
    public void A_trace_says_what_is_printed_and_its_rows_add_up_to_it(string id)
    {
        var run = Whole(id);
        var traced = 0;
        foreach (var sheet in run.Sheets)
            foreach (var number in new[] { 1, 2, sheet.Index.Count }.Where(n => n <= sheet.Index.Count).Distinct())
                foreach (var text in run.Page(sheet, number).Texts().Where((_, i) => i % 3 == 0))
                {
                    var printed = sheet.At(number, text.X + text.Width / 2, text.Y - text.Font.Size / 3)?.Printed;
                    if (printed is null || run.Report.AllElements().First(e => e.Id == printed.Element)
                        is ChartElement or CrosstabElement or ContentsElement)
                        continue;
                    var tracer = new Tracer(run, printed, Workshop.Measurer);
                    var trace = tracer.Trace();
                    // A long text is broken into lines, a figure that has no room is set smaller.
                    Assert.Contains(text.Text.Trim(), trace.Text);
                    AddsUp(tracer, trace);
                    traced++;
                }
        Assert.True(traced > 2, $"{traced} traced");
    }

    private static void AddsUp(Tracer tracer, Trace trace)
    {
        for (var part = 0; part < trace.Parts.Count; part++)
        {
            var rows = tracer.Rows(part);
            Assert.Equal(trace.Parts[part].Rows, rows.Length);
            if (tracer.ValueOf(part) is not { } value) continue;
            var again = tracer.TotalOf(part, rows);
            Assert.True(value.Equals(again) || (!value.IsNull && Math.Abs(value.AsDouble - again.AsDouble) <= 1e-9 * Math
                .Abs(value.AsDouble)),
                $"{trace.Name}: {trace.Parts[part].Words} {trace.Parts[part].Over} is {value}, its rows have {again}");
        }
    }

    /// <summary>Property: each mark of a chart is made of as many rows as it says, and these have its value.</summary>
    [Theory]
    [MemberData(nameof(Reports))]
    public void The_rows_of_a_mark_have_its_value(string id)
    {
        var run = Whole(id);
        foreach (var sheet in run.Sheets)
            foreach (var number in new[] { 1, sheet.Index.Count }.Distinct())
                foreach (var region in run.Page(sheet, number).Flatten().OfType<RegionItem>().Where(r => r.Figure.Length > 0)
                    .Where((_, i) => i % 5 == 0).Take(25))
                {
                    if (sheet.At(number, region.X + region.Width / 2, region.Y + region.Height / 2)?.Printed is not { } printed) continue;
                    if (run.Report.AllElements().First(e => e.Id == printed.Element) is not (ChartElement or CrosstabElement)) continue;
                    var tracer = new Tracer(run, printed with { Mark = region.Id }, Workshop.Measurer);
                    var trace = tracer.Trace();
                    Assert.Equal((region.Label, region.Figure), (trace.Name, trace.Text));
                    AddsUp(tracer, trace);
                }
    }

    [Fact]
    public void A_share_is_made_of_two_totals_and_a_running_total_of_what_came_before()
    {
        Field[] fields = [new() { Name = "route", Type = DataType.Text }, new() { Name = "n", Type = DataType.Whole },
            new() { Name = "off", Type = DataType.Bool }];
        var report = Workshop.Report(new Section
        {
            Id = "s", Levels = [new Level { Id = "l", Name = "Route", By = "route", Footer = Workshop.Band(Workshop.Part("f", 40,
                new TextElement { Id = "share", Width = 90, Height = 10,
                    Text = "{{ 1.0 * sum(n) FILTER (WHERE NOT off) / sum(n) OVER () | 0 % }}" },
                new TextElement { Id = "run", Y = 20, Width = 90, Height = 10,
                    Text = "{{ sum(n) OVER (ROWS UNBOUNDED PRECEDING) }}" })) }],
        }, fields);
        Value[] Row(string route, long? n, bool off) => [Value.Of(route), n is { } known ? Value.Of(known) : Value.Null, Value.Of(off)];
        var rows = new MemoryRows(Row("A", 10, false), Row("A", 30, true), Row("B", 40, false), Row("B", null, false), Row("B", 20, false));
        var run = Workshop.Run(report, rows);
        Trace Of(string element, int group)
        {
            var frame = run.Data!.Sections.First().NewFrame();
            var tree = run.Data!.Sections.First().Tree;
            frame.StandAt(1, group);
            frame.Place = tree.Levels[1].End(group);
            return new Tracer(run, PrintedPlace.Of(run.Data!.Plan.Sections.First(), element, frame), Workshop.Measurer).Trace();
        }
        var share = Of("share", 0);
        Assert.Equal("10 %", share.Text);
        Assert.Equal(["Route: A"], share.Where);
        Assert.Equal([("the sum of N where NOT off", "of Route A", "10", 1, 0, 1), ("the sum of N", "of all rows", "100", 5, 1, 0)],
            share.Parts.Select(p => (p.Words, p.Over, p.Text, p.Rows, p.Empty, p.LeftOut)));
        // Of the same total: what is not off has 70.
        Assert.Equal((10 / 70.0, "all rows"), (share.Parts[0].Share, share.Parts[0].ShareOf));
        var running = Of("run", 1);
        Assert.Equal(("100", 5, "of all rows, up to here"), (running.Text, running.Parts.Single().Rows, running.Parts.Single().Over));
        Assert.Equal(("40", 2), (Of("run", 0).Text, Of("run", 0).Parts.Single().Rows));
    }

    [Fact]
    public void A_value_leads_to_its_row_and_rows_can_be_put_in_order()
    {
        var run = Whole("sailings-by-outcome");
        var sheet = run.Sheets[0];
        var total = run.Report.AllElements().First(e => e is TotalElement);
        var at = (from number in Enumerable.Range(1, sheet.Index.Count)
                  from text in run.Page(sheet, number).Texts()
                  let printed = sheet.At(number, text.X + text.Width / 2, text.Y - text.Font.Size / 3)?.Printed
                  where printed?.Element == total.Id
                  select printed).First();
        var tracer = new Tracer(run, at, Workshop.Measurer);
        var all = tracer.Page(0, 0, 10_000, null, false);
        Assert.Equal(all.Total, all.Rows.Count);
        Assert.True(all.Head[0].Used);
        Assert.NotNull(all.Head[0].Origin);
        var number2 = all.Head.ToList().FindIndex(h => h.IsNumber);
        var sorted = tracer.Page(0, 0, 10_000, all.Head[number2].Name, true);
        var numbers = sorted.Rows.Select(r => r[number2]).Where(t => t.Length > 0)
            .Select(t => double.Parse(t, System.Globalization.CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(numbers.OrderDescending(), numbers);
        Assert.Equal(sorted.Rows[3], tracer.Page(0, 3, 1, all.Head[number2].Name, true).Rows.Single());
    }

    /// <summary>Places that are forged or gone are refused; they cannot make the server fail.</summary>
    [Fact]
    public void What_is_not_printed_cannot_be_traced()
    {
        var run = Whole("route-performance");
        var good = run.Sheets[0].At(2, 100, 120)?.Printed ?? new PrintedPlace("main", "x", [0], 0, -1);
        PrintedPlace[] bad = [good with { Groups = [] }, good with { Groups = [-1, 0, 0] }, good with { Groups = [0, 99_999_999, 0] },
            good with { Place = int.MaxValue }, good with { Row = int.MaxValue }, good with { Row = -2 }, good with { Section = "" },
            good with { Element = "gone" }, good with { Page = -1 }, good with { Page = 100_000 }];
        foreach (var place in bad) Assert.Throws<TraceException>(() => new Tracer(run, place, Workshop.Measurer));
    }
}
