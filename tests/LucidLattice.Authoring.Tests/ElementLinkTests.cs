using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Links on texts, values and other elements: what they carry, and that what opens is what was clicked.</summary>
public sealed class ElementLinkTests
{
    /// <summary>Property: what a click on a month of a route opens lists exactly the rows of that month, also where there are
    /// none.</summary>
    [Fact]
    public void What_opens_has_the_rows_that_were_counted()
    {
        var run = Workshop.Run(Workshop.DemoReport("months-of-each-route"));
        var (data, opened) = (run.Data!.Sections.First(), 0);
        for (var number = 1; number <= run.PageCount; number += 2)
        {
            var items = run.Page(number).Flatten().ToList();
            var regions = items.OfType<RegionItem>().Where(r => r.Action is not null).ToList();
            Assert.Equal(12, regions.Count);
            // Each shows without being touched that it can be clicked.
            Assert.Equal(regions.Count, items.OfType<PathItem>().Count(p => p.Fill == Palette.Link));
            foreach (var region in regions.Where((_, i) => i % 4 == number / 2 % 4))
            {
                var place = run.Sheets[0].At(number, region.X + 1, region.Y + 1)!;
                var group = Enumerable.Range(0, data.Tree.Levels[2].Count).First(g => Keys(g).SequenceEqual(place.Keys));
                var target = Workshop.Run(Workshop.DemoReport(region.Action!.Report), null,
                    [.. region.Action.Values.Select(v => (v.Key, v.Value))]);
                Assert.Equal(data.Tree.Rows(2, group).Length, target.Data!.Rows);
                opened++;
            }
        }
        Assert.Equal(12, opened);

        IEnumerable<string?> Keys(int group)
        {
            var frame = data.NewFrame();
            return [data.KeyOf(1, data.Tree.Levels[2].Parent[group], frame).Invariant, data.KeyOf(2, group, frame).Invariant];
        }
    }

    private static readonly Field[] Fields = [new() { Name = "route", Type = DataType.Text },
        new() { Name = "departs", Type = DataType.DateTime }, new() { Name = "n", Type = DataType.Whole }];

    private static ReportDefinition Routes() => Workshop.Report(new Section
    {
        Id = "s", Levels = [new Level { Id = "l", Name = "Route", By = "route",
            Header = Workshop.Band(Workshop.Part("h", 20, new TextElement { Id = "t", Width = 90, Text = "{{ route }}" })) }],
        Columns = [new Column { Id = "c", Heading = "Day", Expression = "departs", Width = 90 }],
        Detail = Workshop.Band(Workshop.Part("d", 14, new CellElement { Id = "cell", Column = "c", Height = 12 })),
    }, Fields);

    /// <summary>An author who tries another target and comes back finds every value as it was, also what nobody would propose.</summary>
    [Theory]
    [InlineData("")]
    [InlineData("route-performance")]
    [InlineData(null)]
    public void What_a_link_carries_survives_a_change_of_its_target_and_back(string? by)
    {
        var catalog = new DemoCatalog();
        var report = Workshop.DemoReport("route-performance");
        var (on, before) = report.AllLinks().First(l => l.Link.Report == "sailings-in-detail");
        var own = before with { Carries = [.. before.Carries.Select((c,
            i) => i == 0 ? c with { From = new FixedSource { Value = "*" } } : c)],
            AddsUpTo = "x", Name = "Mine" };
        report = report.MapLinks(l => l == before ? own : l);
        ReportDefinition To(ReportDefinition now, string? target,
            string? address) => now.AllElements().First(e => e.Id == on) is ChartElement
            ? new LinkChart { Chart = on, Report = target, Address = address }.Apply(now, catalog)
            : new LinkElement { Element = on, Report = target, Address = address }.Apply(now, catalog);
        var away = To(report, by, by is null ? "https://example.org/" : null);
        Assert.NotEqual("sailings-in-detail", away.AllLinks().First(l => l.On == on).Link.Report);
        var back = To(away, "sailings-in-detail", null).AllLinks().First(l => l.On == on).Link;
        Assert.True(ReportJson.AreSame(report.MapLinks(_ => own), report.MapLinks(_ => back with { Former = null })));
        // It is kept in the file too.
        Assert.True(ReportJson.AreSame(away, ReportFile.Read(ReportJson.Write(away))));
    }

    [Fact]
    public void A_new_link_carries_what_means_the_same()
    {
        var catalog = new DemoCatalog();
        var report = new LinkElement { Element = "cell", Report = "sailings-in-detail" }.Apply(new LinkElement { Element = "t",
            Report = "sailings-in-detail" }.Apply(Routes(), catalog), catalog);
        var link = report.AllElements().Single(e => e.Id == "t").Link!;
        Assert.Equal([new CarriedValue { Parameter = "route", From = new LevelSource { Level = "l" } }], link.Carries);
        var row = report.AllElements().Single(e => e.Id == "cell").Link! with
        {
            Carries = [new() { Parameter = "route", From = new ExpressionSource { Expression = "route" } },
                new() { Parameter = "from", From = new ExpressionSource { Expression = "departs" } },
                new() { Parameter = "to", From = new ExpressionSource { Expression = "departs + INTERVAL '2' DAY" } }],
        };
        report = report.MapAllElements(e => e.Id == "cell" ? e with { Link = row } : e);
        var run = Workshop.Run(report, new MemoryRows([Value.Of("Holm – Brae"), Value.Of(new DateTime(2025, 3, 4, 6, 15, 0)), Value.Of(1L)],
            [Value.Null, Value.Of(new DateTime(2025, 3, 5, 6, 15, 0)), Value.Of(1L)]));
        Assert.Empty(run.Problems);
        var actions = run.Page(1).Flatten().OfType<RegionItem>().Select(r => r.Action!.Values).ToList();
        Assert.Equal("Holm – Brae", actions[0]["route"]);
        Assert.Contains(actions, a => a is { Count: 3 } && a["from"] == "2025-03-04" && a["to"] == "2025-03-06");
        Assert.Null(new LinkElement { Element = "t" }.Apply(report, catalog).AllElements().Single(e => e.Id == "t").Link);
        Assert.Throws<EditException>(() => new LinkElement { Element = "t", Report = "nowhere" }.Apply(report, catalog));
    }

    [Fact]
    public void A_link_can_open_another_sheet_and_says_when_that_is_gone()
    {
        ReportDefinition To(string sheet) => Routes().MapAllElements(e => e.Id == "t" ? e with
        {
            Link = new Link { Report = "routes-compared", Sheet = sheet },
        } : e);
        var rows = new MemoryRows([Value.Of("Holm – Brae"), Value.Of(new DateTime(2025, 3, 4)), Value.Of(1L)]);
        var action = Workshop.Run(To("months"), rows).Page(1).Flatten().OfType<RegionItem>().Single().Action!;
        Assert.Equal("months", action.Sheet);
        Assert.Equal("/read/routes-compared?~sheet=months", Output.LinkAddress.Write(action));
        Assert.Contains(Workshop.Run(To("gone"), rows).Problems, p => p.Code == "unknown-sheet" && p.Place == "t");
    }

    [Theory]
    [InlineData("n", "from", "type-mismatch")]
    [InlineData("nothing", "route", "unknown-field")]
    [InlineData("page_number()", "route", "page-phase")]
    public void What_cannot_be_carried_is_a_problem_at_the_link(string expression, string parameter, string code)
    {
        var link = new Link { Report = "sailings-in-detail", Carries = [new() { Parameter = parameter,
            From = new ExpressionSource { Expression = expression } }] };
        var run = Workshop.Run(Routes().MapAllElements(e => e.Id == "cell" ? e with { Link = link } : e), new MemoryRows());
        Assert.Contains(run.Problems, p => p.Code == code && p.Place == "cell" && p.Property == "link");
    }
}
