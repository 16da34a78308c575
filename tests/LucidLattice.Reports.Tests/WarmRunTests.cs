using System.Text;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Reports.Running;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>A process that has run other reports gives the same figures and pages as one that has run none.</summary>
public sealed class WarmRunTests
{
    private static ReportEngine Engine(IRowReader rows, SizedCache? cache, Shortcuts shortcuts = Shortcuts.WhereTheyPay) =>
        new(new DatasetReader(cache is null ? rows : new CachedReader(rows, cache), cache), Workshop.Measurer, new DemoCatalog(), cache)
        {
            Shortcuts = shortcuts,
        };

    private static string Json(ReportEngine engine, ReportDefinition report, Dictionary<string, string> values)
    {
        var run = engine.Run(new RunRequest(report, values, Workshop.Now), CancellationToken.None);
        using var stream = new MemoryStream();
        RunJson.Write(run, stream, CancellationToken.None);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    private static StampedRows Table() => new(new MemoryRows(GeneratedReports.Rows), () => "one state");

    [Fact]
    public void Totals_that_need_an_order_use_that_of_their_own_field()
    {
        var rows = new[] { 30L, 20, 10, 10, 10 }.Select((b, i) => new[] { Value.Of(i + 1L), Value.Of(b) }).ToArray();
        var section = new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 14, new TextElement
        {
            Id = "t", Width = 400, Height = 12,
            Text = "{{ median(a) }} {{ median(b) }} {{ count(DISTINCT a) }} {{ count(DISTINCT b) }} {{ sum(DISTINCT b) }}",
        })) };
        var report = Workshop.Report(section, new Field { Name = "a", Type = DataType.Whole }, new Field { Name = "b",
            Type = DataType.Whole });
        var engine = Engine(new StampedRows(new MemoryRows(rows), () => "one state"), new SizedCache(1L << 26));
        for (var i = 0; i < 2; i++)
            Assert.Contains("\"3 10 5 3 60\"", Json(engine, report, []).Replace("10.0", "10").Replace("3.0", "3"));
    }

    [Fact]
    public void Generated_reports_in_any_order_give_what_they_give_alone()
    {
        var (warm, quick) = (Engine(Table(), new SizedCache(1L << 27)), Engine(Table(), new SizedCache(1L << 27), Shortcuts.Always));
        var (cold, plain) = (Engine(Table(), null), Engine(Table(), null, Shortcuts.Never));
        var (sum, ran) = (0, 0);
        for (var seed = 0; seed < 70; seed++)
        {
            var generated = new GeneratedReports(seed);
            var report = generated.Report();
            for (var round = 0; round < 2; round++, report = generated.Edited(report))
            {
                var values = generated.Values();
                var alone = Json(plain, report, values);
                Assert.Equal(alone, Json(cold, report, values));
                Assert.Equal(alone, Json(warm, report, values));
                Assert.Equal(alone, Json(quick, report, values));
                Assert.Equal(alone, Json(warm, report, values));
                (sum, ran) = (sum + alone.Length, ran + (alone.Contains("\"severity\":\"error\"", StringComparison.Ordinal) ? 0 : 1));
            }
        }
        // What cannot run proves nothing.
        Assert.True(ran > 90 && sum > 1_000_000, $"{ran} reports ran, with {sum:N0} characters.");
    }

    [Fact]
    public void The_demo_in_any_order_gives_what_each_report_gives_alone()
    {
        IRowReader Rows() => Workshop.Database(Workshop.DemoFile);
        var (warm, random) = (Engine(Rows(), new SizedCache(1L << 29)), new Random(8));
        // Bookings by route has more than a thousand pages, each of which would be drawn.
        var reports = DemoReports.All.Where(r => r.Id != "bookings-by-route").ToList();
        foreach (var (_, report) in reports.OrderBy(_ => random.Next())) Json(warm, report, []);
        foreach (var (id, report) in reports.OrderBy(_ => random.Next()))
            Assert.True(Json(Engine(Rows(), null), report, []) == Json(warm, report, []), id);
    }

    [Fact]
    public void A_report_that_prints_the_time_is_another_a_minute_later_and_its_picture_a_day_later()
    {
        var engine = Engine(Workshop.Database(Workshop.DemoFile), null);
        var report = DemoReports.All.Single(r => r.Id == "route-performance").Definition;
        object? Of(double minutes, bool ofDay) => engine.IdentityOf(
            new RunRequest(report, new Dictionary<string, string>(), Workshop.Now.Date.AddHours(12).AddMinutes(minutes)), ofDay);
        Assert.Equal(Of(0, false), Of(0.5, false));
        Assert.NotEqual(Of(0, false), Of(1.5, false));
        Assert.Equal(Of(0, true), Of(1.5, true));
        Assert.NotEqual(Of(0, true), Of(1440, true));
    }

    [Theory]
    [InlineData("{{ CURRENT_TIMESTAMP | HH:mm }}", null, true)]
    [InlineData("{{ 'CURRENT_TIMESTAMP' }} CURRENT_TIMESTAMP", null, false)]
    [InlineData("{{ CURRENT_DATE }}", "departs < current_timestamp", true)]
    [InlineData("{{ CURRENT_DATE }}", "remark = 'current_timestamp' OR \"current_timestamp\" = 1", false)]
    public void Only_what_asks_for_the_time_depends_on_it(string text, string? filter, bool asks)
    {
        var section = new Section
        {
            Id = "s", Filter = filter,
            ReportHeader = Workshop.Band(Workshop.Part("p", 14, new TextElement { Id = "t", Width = 99, Text = text })),
        };
        Assert.Equal(asks, ReportClock.AsksForTime(Workshop.Report(section, [])));
    }

    [Fact]
    public void A_source_that_cannot_tell_its_state_is_read_anew_for_each_run()
    {
        var rows = new StampedRows(new MemoryRows(GeneratedReports.Rows), () => null);
        var (engine, report) = (Engine(rows, new SizedCache(1L << 26)), new GeneratedReports(1).Report());
        Json(engine, report, []);
        var once = rows.Readings;
        Json(engine, report, []);
        Assert.Equal(2 * once, rows.Readings);
        Assert.Null(engine.IdentityOf(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now)));
    }
}
