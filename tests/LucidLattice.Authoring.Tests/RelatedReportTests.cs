using LucidLattice.Testing;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using LucidLattice.Storage;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>What readers can go on to, what links convert, and what is kept of their trials.</summary>
public sealed class RelatedReportTests
{
    [Fact]
    public void Reports_of_the_same_rows_and_with_the_same_questions_are_related()
    {
        foreach (var (id, report) in DemoReports.All)
        {
            var related = RelatedReports.Of(id, report, DemoReports.All);
            Assert.DoesNotContain(related, r => r.Id == id);
            Assert.True(related.Count <= RelatedReports.Most);
            foreach (var one in related)
                // What goes along means the same there.
                foreach (var name in one.Shared)
                {
                    var (own, other) = (report.Parameters.First(p => p.Name == name),
                        Workshop.DemoReport(one.Id).Parameters.First(p => string.Equals(p.Name, name, StringComparison.OrdinalIgnoreCase)));
                    Assert.Equal((own.Type, own.Shape), (other.Type, other.Shape));
                }
        }
        var first = RelatedReports.Of("route-performance", Workshop.DemoReport("route-performance"), DemoReports.All)[0];
        Assert.Equal(("year-in-charts", "the same rows; also asks for from and to"), (first.Id, first.Why));
        // A report of other rows without questions has nothing to do with it.
        Assert.DoesNotContain(RelatedReports.Of("route-performance", Workshop.DemoReport("route-performance"), DemoReports.All),
            r => r.Id is "offices" or "boarding-vouchers");
    }

    /// <summary>Any single value goes along as a text; a number goes to where whole ones are asked for if it is one.</summary>
    [Theory]
    [InlineData("7", DataType.Text, "7")]
    [InlineData("DATE '2025-01-31'", DataType.Text, "2025-01-31")]
    [InlineData("TRUE", DataType.Text, "true")]
    [InlineData("12.50", DataType.Text, "12.50")]
    [InlineData("8.0", DataType.Whole, "8")]
    [InlineData("8.5", DataType.Whole, null)]
    [InlineData("'x'", DataType.Whole, "wrong")]
    [InlineData("'x'", DataType.Date, "wrong")]
    public void Values_are_converted_where_that_loses_nothing(string expression, DataType type, string? carried)
    {
        var target = Workshop.Report(new Section { Id = "s" }) with { Parameters = [new Parameter { Name = "p", Type = type }] };
        var text = new TextElement
        {
            Id = "t", Width = 50, Text = "x",
            Link = new Link { Report = "t", Carries = [new CarriedValue { Parameter = "p",
                From = new ExpressionSource { Expression = expression } }] },
        };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("q", 20, text)) });
        var run = new ReportEngine(new MemoryRows([]), Workshop.Measurer, new One(target))
            .Run(new RunRequest(report, new Dictionary<string, string>(), Workshop.Now), CancellationToken.None);
        Assert.Equal(carried == "wrong", run.Problems.Any(p => p.Code == "type-mismatch"));
        if (carried == "wrong") return;
        var action = run.Page(1).Flatten().OfType<RegionItem>().Single().Action!;
        Assert.Equal(carried, action.Values.GetValueOrDefault("p"));
    }

    private sealed class One(ReportDefinition report) : IReportCatalog
    {
        public ReportDefinition? Published(string reportId) => report;
    }

    [Fact]
    public void The_last_trial_of_each_link_is_kept_and_places_on_the_map()
    {
        var file = Workshop.TempFile(".sqlite");
        var store = new TrialStore(new AppDatabase(file));
        store.Keep("a", "link c 0", "first");
        store.Keep("a", "link c 0", "second");
        store.Keep("b", "promise p", "third");
        Assert.Equal(["second"], store.All("a").Select(t => t.Content));
        Assert.Equal(2, store.All().Count);
        Assert.Equal(DateTimeKind.Utc, store.All()[0].TriedAt.Kind);
        store.Place("a", 1.5, -2);
        store.Place("a", 3, 4);
        Assert.Equal((3, 4), store.Places()["a"]);
        store.ForgetPlaces();
        Assert.Empty(store.Places());
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        File.Delete(file);
    }
}
