using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>What is pasted into another report says there what it said where it was copied.</summary>
public sealed class TransplantTests
{
    private static ReportDefinition Pasted(ReportDefinition from, string element, ReportDefinition to, string part) => new Paste
    {
        Items = [Item.Require(from, element)], To = new Spot { In = part }, From = from,
    }.Apply(to, new DemoCatalog());

    private static string HeaderPart(ReportDefinition report) =>
        report.AllSections().First(s => s.ReportHeader.Parts.Count > 0).ReportHeader.Parts[0].Id;

    /// <summary>Property over the demo: every chart that is drawn for all rows of its report, pasted into every other report.</summary>
    [Fact]
    public void A_chart_counts_in_any_other_report_the_rows_that_it_counted_in_its_own()
    {
        var (tried, compared) = (0, 0);
        foreach (var (id, from) in DemoReports.All)
        {
            var charts = from.AllSections().SelectMany(s => s.ReportHeader.Parts).SelectMany(p => p.Elements).OfType<ChartElement>()
                .Where(c => c.Follows is null).ToList();
            if (charts.Count == 0) continue;
            var run = Workshop.Run(from);
            foreach (var (other, to) in DemoReports.All.Where(r => r.Id != id && r.Id != "bookings-by-route"
                && r.Definition.Parameters.All(p => !p.Required || p.Default is not null)
                && r.Definition.AllSections().Any(s => s.ReportHeader.Parts.Count > 0)).Where((_, i) => i % 3 == tried % 3))
            {
                var chart = charts[tried++ % charts.Count];
                var pasted = Pasted(from, chart.Id, to, HeaderPart(to));
                var added = pasted.AllElements().OfType<ChartElement>().Single(c => to.AllElements().All(e => e.Id != c.Id));
                var there = Workshop.Run(pasted);
                Assert.True(there.Data is not null, $"{chart.Id} of {id} in {other}: {there.Problems.FirstOrDefault(p => p.IsError)}");
                // A parameter of the same name and kind is that of the other report, with the value that it has there.
                if (Values(run).All(v => !Values(there).TryGetValue(v.Key, out var value) || value.Equals(v.Value)))
                    {
                    Assert.Equal(Numbers(run, chart.Id), Numbers(there, added.Id));
                    compared++;
                }
                Assert.DoesNotContain(there.Problems, p => p.IsError && p.Place == added.Id && p.Property != "link");
            }
        }
        Assert.True(tried > 15 && compared > 8, $"{compared} of {tried}");

        static Dictionary<string, Value> Values(ReportRun run) =>
            run.Report.Parameters.Select((p, i) => (p.Name, Value: run.Parameters.Values[i])).ToDictionary(p => p.Name, p => p.Value);

        static string Numbers(ReportRun run, string chart) => RunCharts.Find(run, chart) is { } drawn
            ? string.Join("; ", drawn.Content.Numbers.Marks.Select(m => $"{m.Label} {m.Value} {m.Rows}")) : "none";
    }

    [Fact]
    public void What_is_pasted_covers_nothing_and_brings_its_parameters_under_a_free_name()
    {
        var from = Workshop.DemoReport("route-performance");
        var chart = from.AllElements().OfType<ChartElement>().First();
        var to = Workshop.DemoReport("sailings-by-outcome");
        var taken = from.Parameters[0].Name;
        to = to with { Parameters = [.. to.Parameters, new Parameter { Name = taken, Type = DataType.Bool, Default = "true" }] };
        var part = HeaderPart(to);
        var once = Pasted(from, chart.Id, to, part);
        var twice = Pasted(from, chart.Id, once, part);
        var elements = twice.AllParts().First(p => p.Id == part).Elements.OfType<ChartElement>().ToList();
        foreach (var (a, b) in elements.SelectMany((a, i) => elements.Skip(i + 1).Select(b => (a, b))))
            Assert.True(a.Y + a.Height <= b.Y || b.Y + b.Height <= a.Y || a.X + a.Width <= b.X || b.X + b.Width <= a.X);
        Assert.Equal(DataType.Bool, twice.Parameters.First(p => p.Name == taken).Type);
        Assert.Contains(once.Parameters, p => p.Name.StartsWith(taken, StringComparison.Ordinal) && p.Name != taken);
        Assert.DoesNotContain(Workshop.Run(twice).Problems, p => p.IsError && p.Property != "link");
        // What it brought is there once.
        Assert.Equal(once.Datasets.Count, twice.Datasets.Count);
    }

    [Fact]
    public void Texts_print_the_field_of_the_same_meaning_and_what_is_not_there_is_a_problem_at_its_place()
    {
        Field[] there = [new() { Name = "people", Type = DataType.Whole, Column = "n" }, new() { Name = "other", Type = DataType.Whole }];
        Field[] here = [new() { Name = "guests", Type = DataType.Whole, Column = "n" }];
        Section Texts(params TextElement[] texts) => new() { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 40, texts)) };
        TextElement Said(string id, string text) => new() { Id = id, Width = 90, Height = 12, Text = text };
        var from = Workshop.Report(Texts(Said("a", "{{ sum(people) }}"), Said("b", "{{ sum(other) }}")), there);
        var to = Workshop.Report(Texts(Said("a", "Title")), here);
        var pasted = Pasted(from, "b", Pasted(from, "a", to, "p"), "p");
        var texts = pasted.AllElements().OfType<TextElement>().ToList();
        Assert.Equal(["Title", "{{ sum(guests) }}", "{{ sum(other) }}"], texts.Select(t => t.Text));
        var problem = Workshop.Run(pasted, new MemoryRows([[Value.Of(1L)]])).Problems.Single(p => p.IsError);
        Assert.Equal(("unknown-field", texts[2].Id), (problem.Code, problem.Place));
    }
}
