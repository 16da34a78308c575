using LucidLattice.Testing;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Editing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;
using Xunit;

namespace LucidLattice.Authoring.Tests;

/// <summary>Edits that name anything of a report by its id: whatever they are given, a report comes out that runs, or a refusal.</summary>
public class GeneralEditTests
{
    /// <summary>Sections under one another, beside one another and inside of each other, a second sheet, and columns in two
    /// sections.</summary>
    private static readonly ReportDefinition Report = new[] { "s1", "s1", "s3", "s5" }.Aggregate(
        Workshop.DemoReport("routes-compared"), (report, section) => Apply(report, new AddField { Field = "route", Section = section }));

    private static ReportDefinition Apply(ReportDefinition report, Edit edit) => edit.Apply(report, new DemoCatalog());

    private static string Refusal(Edit edit) => Assert.Throws<EditException>(() => Apply(Report, edit)).Message;

    private static string[] Ids(ReportDefinition report) =>
    [
        .. report.Sheets.Select(s => s.Id), .. report.AllElements().Select(e => e.Id), .. report.AllParts().Select(p => p.Id),
        .. report.AllSections().SelectMany(s => s.Columns.Select(c => c.Id).Concat(s.Levels.Select(l => l.Id)).Append(s.Id)),
    ];

    /// <summary>Property: after any series of edits, ids are unique, the report has no error, and its file says the same.</summary>
    [Theory]
    [InlineData("{{ :region }}, and more", "{{ :region }}, and more")]
    [InlineData("Ports of call", "Harbours {{{{ all }}")]
    public void A_printed_title_follows_the_report_s_unless_its_author_changed_it(string printed, string expected)
    {
        var title = new TextElement { Id = "t", Width = 200, Text = printed, Style = new Style { Role = StyleRole.Title } };
        var note = title with { Id = "n", Style = new Style() };
        var report = Workshop.Report(new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20, title, note)) })
            with { Title = "Ports of call" };
        var renamed = new RenameReport { Title = " Harbours {{ all }}" }.Apply(report, NoReports.Instance);
        Assert.Equal("Harbours {{ all }}", renamed.Title);
        Assert.Equal([expected, printed], renamed.AllElements().Cast<TextElement>().Select(t => t.Text));
        Assert.Throws<EditException>(() => new RenameReport { Title = " " }.Apply(report, NoReports.Instance));
    }

    [Fact]
    public void Any_series_of_general_edits_leaves_a_report_that_runs()
    {
        var random = new Random(31);
        var (made, refused) = (0, 0);
        for (var round = 0; round < 20; round++)
        {
            var report = Report;
            for (var step = 0; step < 20; step++)
            {
                var before = ReportJson.Write(report);
                try
                {
                    var edited = Apply(report, Any(report, random));
                    Assert.Equal(before, ReportJson.Write(report));
                    report = edited;
                    made++;
                }
                catch (EditException e)
                {
                    Assert.NotEmpty(e.Message);
                    refused++;
                }
                Assert.Equal(Ids(report).Length, Ids(report).Distinct().Count());
                Assert.DoesNotContain(ReportPlanner.Plan(report, new DemoCatalog()).Problems, p => p.IsError && !IsOfMeaning(p));
            }
            Assert.Equal(ReportJson.Write(report), ReportJson.Write(ReportFile.Read(ReportJson.Write(report))));
        }
        Assert.True(made > 100 && refused > 20, $"{made} made, {refused} refused");
    }

    /// <summary>What an expression adds up can be lost by an edit that is fine by itself, as where its text stands has no group; the
    /// planner says so.</summary>
    private static bool IsOfMeaning(Problem problem) =>
        problem.Code is "unknown-level" or "unknown-field" or "group-phase" or "ordered-phase";

    /// <summary>Property: a copy brings only new things, and without it the report is what it was.</summary>
    [Fact]
    public void A_copy_that_is_taken_out_again_leaves_nothing_behind()
    {
        foreach (var (id, spot) in new (string, Spot)[]
        {
            (Report.Sheets[0].Id, new Spot { Index = 1 }),
            (Report.Sheets[1].Id, new Spot()),
            (Report.Sheets[0].Sections[0].Id, new Spot { In = Report.Sheets[1].Id }),
            (Report.AllSections().First(s => s.Levels.Count > 0).Levels[0].Id,
            new Spot { In = Report.Sheets[0].Sections[0].Id, Index = 0 }),
        })
        {
            var before = Ids(Report).ToHashSet();
            var pasted = Apply(Report, new Paste { Items = [Item.Require(Report, id)], To = spot });
            var added = Ids(pasted).Where(i => !before.Contains(i)).ToList();
            Assert.Equal(Ids(pasted).Length, before.Count + added.Count);
            Assert.DoesNotContain(ReportPlanner.Plan(pasted, new DemoCatalog()).Problems, p => p.IsError && !IsOfMeaning(p));
            var owner = added.First(i => Item.Require(pasted, i).GetType() == Item.Require(Report, id).GetType());
            Assert.Equal(ReportJson.Write(Report), ReportJson.Write(Apply(pasted, new Remove { Ids = [owner] })));
        }
    }

    [Fact]
    public void Copies_of_a_text_do_not_cover_it_and_a_part_grows_to_hold_them()
    {
        var text = Report.AllElements().OfType<TextElement>().First(t => t.Column is null);
        var part = Report.AllParts().First(p => p.Elements.Any(e => e.Id == text.Id));
        var pasted = Apply(Report, new Paste
        {
            Items = [new ElementItem(text), new ElementItem(text)],
            To = new Spot { In = part.Id },
        }).AllParts().First(p => p.Id == part.Id);
        Assert.Equal(part.Elements.Count + 2, pasted.Elements.Count);
        Assert.Equal(pasted.Elements.Count, pasted.Elements.Select(e => (e.X, e.Y)).Distinct().Count());
        Assert.All(pasted.Elements, e => Assert.True(e.Y + e.Height <= pasted.Height));
    }

    [Fact]
    public void What_cannot_stand_somewhere_is_refused_in_words()
    {
        var section = Report.AllSections().First(s => s.Elements().Any(e => e.Element.Column is not null));
        var (column, cell) = (section.Columns[0], section.Elements().Select(e => e.Element).First(e => e.Column is not null));
        var other = Report.AllSections().First(s => s.Id != section.Id && s.Elements().Any());
        var footer = Report.Sheets.SelectMany(s => s.PageBands()).SelectMany(b => b.Band.Parts).First().Id;
        var chart = new ElementItem(
            new ChartElement { Id = "new", Category = new ChartCategory { By = "route" },
            Values = [new ChartValue { Expression = "count(*)" }] });
        Assert.Equal("A chart in a page band has no rows of its own.", Refusal(new Insert { Item = chart, To = new Spot { In = footer } }));
        Assert.Equal($"“{cell.Id}” stands in the column “{cell.Column}”, which is not here.",
            Refusal(new Move { Id = cell.Id, To = new Spot { In = other.Bands().SelectMany(b => b.Band.Parts).First().Id } }));
        Assert.Contains("in another section", Refusal(new Move { Id = column.Id, To = new Spot { In = other.Id } }));
        Assert.Equal("An element stands in a part of a band, and the report has none called “nowhere”.",
            Refusal(new Move { Id = cell.Id, To = new Spot { In = "nowhere" } }));
        Assert.Equal("The report has nothing called “ghost”.", Refusal(new Remove { Ids = ["ghost"] }));
        Assert.Equal($"The report has something called “{column.Id}” already.",
            Refusal(new Insert { Item = new ColumnItem(column), To = new Spot { In = section.Id } }));
        Assert.Equal($"“{column.Id}” is a column, so a section cannot take its place.",
            Refusal(new Replace { Item = new SectionItem(new Section { Id = column.Id }) }));
        Assert.Equal("A report needs a sheet: this is the only one.", Refusal(new Remove { Ids = [.. Report.Sheets.Select(s => s.Id)] }));
        Assert.Contains("as wide as that", Refusal(new Arrange { Places = [new Placement { Id = cell.Id, Width = 5 }] }));
        Assert.Equal("Places and sizes are not negative.", Refusal(new Arrange { Places = [new Placement { Id = cell.Id, Y = -1 }] }));
    }

    [Fact]
    public void A_text_carried_into_another_band_stands_where_it_was_let_go()
    {
        var report = Workshop.DemoReport("route-performance");
        var text = report.MainSection().ReportHeader.Parts.SelectMany(p => p.Elements).OfType<TextElement>().First();
        CarryElement To(BandKind band, double y, int level = 0) => new() { Element = text.Id, Band = band, Level = level, X = 30, Y = y };
        var footer = report.MainSection().ReportFooter.Parts[0];
        var carried = Apply(report, To(BandKind.ReportFooter, 3)).MainSection();
        var there = carried.ReportFooter.Parts.Single(p => p.Id == footer.Id).Elements.Single(e => e.Id == text.Id);
        Assert.Equal((30, 3), (there.X, there.Y));
        Assert.DoesNotContain(carried.ReportHeader.Parts, p => p.Elements.Count == 0 && p.Sections.Count == 0);
        // Below all parts of a band, it starts at the foot of the last one, which grows; an empty band gets a part.
        Assert.Contains(Apply(report, To(BandKind.GroupFooter, 500, 1)).MainSection().Levels[0].Footer.Parts.SelectMany(p => p.Elements),
            e => e.Id == text.Id);
        var chart = report.AllElements().OfType<ChartElement>().First();
        Assert.Equal("A chart in the detail band would be drawn for each row.",
            Assert.Throws<EditException>(() => Apply(report, To(BandKind.Detail, 2) with { Element = chart.Id })).Message);
    }

    [Theory]
    [InlineData("{{ passengers | #,##0 }}", "{{ sum(passengers) | #,##0 }}")]
    [InlineData("{{ vessel }}", "{{ vessel }}")]
    [InlineData("{{ passengers }} people", "{{ passengers }} people")]
    public void A_number_carried_into_a_footer_becomes_its_total(string text, string there)
    {
        var report = Workshop.DemoReport("route-performance");
        var first = report.MainSection().ReportHeader.Parts.SelectMany(p => p.Elements).OfType<TextElement>().First();
        report = report.MapAllElements(e => e.Id == first.Id ? first with { Text = text } : e);
        var carried = Apply(report, new CarryElement { Element = first.Id, Band = BandKind.ReportFooter, X = 30, Y = 3 });
        Assert.Equal(there, carried.AllElements().OfType<TextElement>().Single(e => e.Id == first.Id).Text);
    }

    private static GeneralEdit Any(ReportDefinition report, Random random)
    {
        T One<T>(IReadOnlyList<T> list) => list[random.Next(list.Count)];
        var ids = Ids(report);
        var spot = new Spot
        {
            In = random.Next(12) == 0 ? null : One(ids),
            Band = random.Next(3) == 0 ? null : One(Enum.GetValues<BandKind>()),
            Level = random.Next(4),
            Index = random.Next(2) == 0 ? null : random.Next(6),
        };
        var item = Item.Require(report, One(ids));
        var element = One(report.AllElements().ToList());
        return random.Next(7) switch
        {
            0 => new Insert { Item = new ElementItem(element with { Id = $"new{ids.Length}" }), To = spot },
            1 => new Replace { Item = item },
            2 or 3 => new Move { Id = One(ids), To = spot },
            4 => new Remove { Ids = [One(ids), One(ids)] },
            5 => new Paste { Items = [item, Item.Require(report, One(ids))], To = spot },
            _ => new Arrange
            {
                Places = [new Placement { Id = element.Id, Y = random.Next(40), X = random.Next(2) == 0 ? null : random.Next(100) }],
            },
        };
    }
}
