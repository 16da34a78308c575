using LucidLattice.Testing;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;
using LucidLattice.Sql;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>What must hold of a report's figures: what holds, what is broken, and what both sides say.</summary>
public sealed class PromiseTests
{
    private static IReadOnlyList<PromiseTrial> Try(ReportDefinition report, params Promise[] promises)
    {
        var engine = new ReportEngine(new DatasetReader(Workshop.Database(Workshop.DemoFile)), Workshop.Measurer,
            new DemoCatalog());
        return new PromiseTrials(engine, new DemoCatalog())
            .Try(promises.Length == 0 ? report : report with { Promises = promises }, Workshop.Now, CancellationToken.None);
    }

    [Fact]
    public void The_promises_of_the_demo_hold()
    {
        var promising = DemoReports.All.Where(r => r.Definition.Promises.Count > 0).ToList();
        Assert.Equal(2, promising.Count);
        foreach (var (_, report) in promising)
            foreach (var trial in Try(report)) Assert.Null(trial.Broken);
    }

    [Fact]
    public void A_broken_promise_names_both_sides()
    {
        var report = Workshop.DemoReport("route-performance");
        PrintedTotal passengers = new() { Element = "gfc" };
        Promise Of(string id, PromisedNumber left, PromiseIs how, PromisedNumber right, double within = 0) =>
            new() { Id = id, Left = left, Is = how, Right = right, Within = within };
        var all = new DatasetTotal { Dataset = "d1", Expression = "sum(passengers)" };
        var trials = Try(report,
            Of("equal", passengers, PromiseIs.Equal, all),
            Of("least", all, PromiseIs.AtLeast, passengers),
            Of("most", passengers, PromiseIs.AtMost, new PlainNumber { Value = 1 }),
            Of("near", new PlainNumber { Value = 10 }, PromiseIs.Equal, new PlainNumber { Value = 10.4m }, 0.5),
            Of("far", new PlainNumber { Value = 10 }, PromiseIs.Equal, new PlainNumber { Value = 10.6m }, 0.5),
            Of("gone", new PrintedTotal { Element = "gone" }, PromiseIs.Equal, all),
            Of("other", new PrintedTotal { Report = "nowhere", Element = "x" }, PromiseIs.Equal, all),
            Of("wrong", new DatasetTotal { Dataset = "d1", Expression = "sum(nothing)" }, PromiseIs.Equal, all),
            Of("none", new DatasetTotal { Dataset = "gone", Expression = "count(*)" }, PromiseIs.Equal, all),
            Of("elsewhere", new PrintedTotal { Report = "year-in-charts", Element = "gone" }, PromiseIs.Equal, all)).ToDictionary(t =>
                t.Id);
        Assert.Contains("The total of “Passengers” in the report footer is 369,527", trials["equal"].Broken);
        Assert.Contains("a difference of", trials["equal"].Broken);
        Assert.Null(trials["least"].Broken);
        Assert.Contains("and 1 is 1", trials["most"].Broken);
        Assert.Null(trials["near"].Broken);
        Assert.Contains("difference of 0.6", trials["far"].Broken);
        foreach (var id in new[] { "gone", "other", "wrong", "none", "elsewhere" }) Assert.NotNull(trials[id].Broken);
        Assert.Contains("nothing", trials["wrong"].Broken);
        Assert.Contains("is at most 1.", trials["most"].Sentence);
    }
}
